import { PIVOT } from '../cut/index.js'
import { profileOf } from '../saw/index.js'
import {
  shareLeft,
  type Doubled,
  HOLE_MARGIN,
  SWING_ROOM,
  swingState,
  type TooMuch,
  type Unknown,
  type Reckoning,
  type Remedy,
  type RingReckoning,
  type TroubleGroup,
  type Change,
  type Event,
  type Fewest,
  type Redraw,
  type FormNotes,
  type Reading,
  type Clamping,
  type Facing,
  type ReadNote,
} from '../pattern/index.js'
import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import type { SlipVerdict, Transfer } from '../fit/index.js'
import { bladeWords, lengthWords, listWords, minutesWords, roundWords, type Say } from './say.js'

/** A ring by the number it is sawn at. */
export function ringName(found: Reckoning, id: number): string {
  const ring = found.rings[id]!.ring
  const at = found.order.indexOf(id)
  if (ring.part) return `Piece ${at + 1}`
  if (ring.role === 'outline') return found.rings.filter((r) => r.ring.role === 'outline').length > 1 ? `Outline ${at + 1}` : 'The outline'
  if (ring.role === 'island') return at < 0 ? 'A loose island' : `Island ${at + 1}`
  return `Opening ${at + 1}`
}

const named = (found: Reckoning, ids: readonly number[]) => {
  const one = [...new Set(ids)]
  if (one.length === 1) return ringName(found, one[0]!)
  const openings = one.filter((id) => found.rings[id]!.ring.role === 'opening').map((id) => found.order.indexOf(id) + 1)
  const words =
    openings.length > 4
      ? `${openings.length} openings`
      : openings.length
        ? `Opening${openings.length > 1 ? 's' : ''} ${listWords(openings.sort((a, b) => a - b).map(String))}`
        : ''
  const outline = one.some((id) => found.rings[id]!.ring.role === 'outline') ? 'the outline' : ''
  if (words) return [words, outline].filter(Boolean).join(' and ')
  return one.every((id) => found.rings[id]!.ring.part) ? 'The pieces' : 'The outlines'
}

/** A trouble as one sentence that says what, and one that says why and what to do. */
export function troubleWords(g: TroubleGroup, found: Reckoning, job: Job, blade: Blade, say: Say): { head: string; text: string } {
  const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say)
  const r = (x: number) => roundWords(x, say)
  const worst = g.items[0]!
  const rings = [...new Set(g.items.flatMap((t) => t.rings))]
  const who = named(found, rings)
  const many = rings.length > 1
  const name = bladeWords(blade, say)
  switch (g.kind) {
    case 'crossing':
      return {
        head: `${named(found, worst.rings)} cross`,
        text: 'Lines drawn across one another leave nothing standing between them. Mend the drawing, or leave one out.',
      }
    case 'loose':
      return {
        head: g.items.length === 1 ? 'A line is left open' : `${g.items.length} lines are left open`,
        text: `Ends are ${mm(worst.have)} apart${g.items.length > 1 ? ' at worst' : ''}, so nothing falls there. Join them if they are meant to meet.`,
      }
    case 'kerf':
      return {
        head: `${name} does not fit ${many ? 'some openings' : who.toLowerCase()}`,
        text: `${many ? `${who}: the` : 'The'} kerf of ${mm(worst.need)} cannot pass everywhere inside the line.`,
      }
    case 'hole':
      return worst.state === 'near'
        ? {
            head: `${who}: the hole stands close to the line`,
            text: `${mm(worst.have)} from its edge to the line; ${mm(HOLE_MARGIN)} is left where there is room.`,
          }
        : {
            head: `No hole of ${mm(worst.need)} fits ${many ? 'some openings' : who.toLowerCase()}`,
            text: `${many ? `${who}; the` : 'The'} largest that spares the line is ${mm(worst.have)}.`,
          }
    case 'bend':
      return {
        head: many ? `${who} have curves down to ${r(worst.have)}` : `${who} has a curve of ${r(worst.have)}`,
        text:
          g.state === 'near'
            ? job.cut.turn === 'pivot'
              ? `${name} rounds ${r(worst.need)} at best, so it is pivoted there, about ${PIVOT} s each.`
              : `${name} rounds ${r(worst.need)} freely; tighter, the kerf is filed wider: slower there, and a rougher edge.`
            : `${name} rounds ${r(worst.need)} at best. Pivot there, take a smaller blade, or redraw it.`,
      }
    case 'swing':
      if (found.rings[worst.rings[0]!]!.swing.facing !== 'ahead' && worst.state === 'near')
        return {
          head: `${who}: turn the blade a quarter`,
          text: `Fed straight ahead the board would strike the ${profileOf(job.saw).nouns.behind}, which stands at ${mm(worst.have)}. Fed from the side it swings clear${blade.end === 'plain' ? '; plain ends are twisted a quarter with pliers, both alike' : ''}.`,
        }
      if (worst.need < worst.have)
        return {
          head: `The board swings ${mm(worst.have - worst.need)} clear of the ${profileOf(job.saw).nouns.behind}`,
          text: `${who}: slower there, a hand on that corner. ${mm(SWING_ROOM)} would leave a finger's room.`,
        }
      if (rings.some((id) => found.rings[id]!.swing.bothWays))
        return {
          head: `${who}: saw ${many ? 'them' : 'it'} both ways from the start`,
          text: `All the way round one way the board would reach ${mm(worst.need)} behind the blade, and the ${profileOf(job.saw).nouns.behind} stands at ${mm(worst.have)}. Where it strikes, the line is free from its other end.`,
        }
      return {
        head: `${who} ${many ? 'run' : 'runs'} into the ${profileOf(job.saw).nouns.behind}`,
        text: `The board reaches ${mm(worst.need)} behind the blade; this saw has ${mm(worst.have)}. Cut the board smaller, use a blade that needs no turning, or a deeper saw.`,
      }
    case 'web':
      return {
        head:
          g.items.length === 1
            ? `Of the web beside ${who.toLowerCase()} ${r(worst.have)} stands`
            : `Of ${g.items.length} webs down to ${r(worst.have)} stands`,
        text:
          worst.state === 'beyond'
            ? `At least ${r(worst.need)} should be left of it. Draw it wider, or keep more of the line.`
            : `${r(worst.need)} would be safe. ${who}: they come late, so that they stand alone only briefly.`,
      }
    case 'island':
      return {
        head: many ? `${rings.length} islands will fall` : 'An island will fall',
        text: 'It lies loose inside an opening: with the waste it drops out. Bridge it to the rest, or keep it if it is a piece of its own.',
      }
    case 'rough':
      return {
        head: `${who} ${many ? 'are' : 'is'} drawn with a shaking line`,
        text: 'Its bends are read from a calmed line, within a few hundredths.',
      }
    case 'corners':
      return {
        head: `${worst.have} corner${worst.have === 1 ? '' : 's'} to turn`,
        text: `Pivot in the waste: ${minutesWords(worst.need)} of the time above.`,
      }
    case 'met':
      return {
        head: `${worst.have} corner${worst.have === 1 ? '' : 's'} met from both sides`,
        text: `The blade is too wide to turn on the spot. Saw to the corner, back out, bend round in the waste and come again from the other side: ${minutesWords(worst.need)} of the time above.`,
      }
    case 'holds':
      return {
        head: worst.have === 1 ? 'The board is held once' : `The board is held ${worst.have} times`,
        text: `No more than ${mm(Math.floor(worst.need))} from its support to the cut; pick an opening or the outline, and small squares show where to move the clamps.`,
      }
  }
}

export function remedyWords(r: Remedy, say: Say): string {
  switch (r.kind) {
    case 'pivot':
      return 'Pivot there'
    case 'blade':
      return r.blade.pattern === 'twisted'
        ? `Take ${bladeWords(r.blade, say)}: a kerf of ${lengthWords(r.blade.kerf, say)}, rough all round`
        : `Take ${bladeWords(r.blade, say)}`
    case 'join':
      return `Join ends up to ${lengthWords(r.tolerance, say)}`
    case 'bridge':
      return `Hold ${r.rings.length > 1 ? 'them' : 'it'} by ${r.rings.length > 1 ? 'bridges' : 'a bridge'} of ${lengthWords(r.width, say)}`
    case 'keep-island':
      return r.rings.length > 1 ? 'Keep the islands' : 'Keep the island'
    case 'own-order':
      return 'Use the suggested order'
    case 'own-hole':
      return 'Put the hole back'
  }
}

/** What a drawing can mean as a piece, in two words. */
export const readingWords: Record<Reading, string> = {
  silhouette: 'Whole shape',
  stays: 'Dark stays',
  falls: 'Dark falls',
  lines: 'Every line',
}
/** That strokes are drawn by both their edges. */
export const twofoldWords = ({ strokes, width }: Pick<Doubled, 'strokes' | 'width'>, say: Say): string =>
  `${strokes === 1 ? 'One stroke is' : `${strokes} strokes are`} drawn by both edges, ${lengthWords(Math.round(width * 100) / 100, say)} apart: each would be sawn twice.`
/** What a reading comes to, a line each. */
export function comesTo({ pieces, openings, loose }: { pieces: number; openings: number; loose: number }): string[] {
  const some = (n: number, one: string, many: string) => (n ? [n === 1 ? `1 ${one}` : `${n} ${many}`] : [])
  return [...some(pieces, 'piece', 'pieces'), ...some(openings, 'opening', 'openings'), ...some(loose, 'falls loose', 'fall loose')]
}

/** What reading a drawing left out or made of it, a sentence each. */
export function formWords(n: FormNotes, say: Say): string[] {
  const some = (count: number, one: string, many: string) => (count ? [count === 1 ? one : many.replace('#', String(count))] : [])
  return [
    ...some(n.frames, 'A rectangle as large as the page is left out.', '# rectangles as large as the page are left out.'),
    ...some(n.off, 'A shape beside the page is left out.', '# shapes beside the page are left out.'),
    ...some(n.faint, 'A faint shadow or highlight is left out.', '# faint shadows and highlights are left out.'),
    ...some(n.seams, 'A seam between shapes is closed.', '# seams between shapes are closed.'),
    ...(n.pieces ? [`${n.meeting} lines meet: they part it into ${n.pieces} pieces, and a line two of them share is sawn once.`] : []),
    ...some(
      n.crossed,
      'A line crosses itself: its loops are taken as they enclose. Look whether that was meant.',
      '# lines cross themselves: their loops are taken as they enclose. Look whether that was meant.',
    ),
    ...(n.stray ? [`Ends that lead nowhere are left out, ${lengthWords(Math.round(n.stray * 10) / 10, say)} in all.`] : []),
  ]
}

/** One change of a drawing, in a line. */
export function redrawWords({ kind, to = 0, by = 0 }: Redraw, say: Say): string {
  const [at, far] = [roundWords(to, say), lengthWords(Math.ceil(100 * by) / 100, say)]
  switch (kind) {
    case 'bridge':
      return 'A bridge'
    case 'round':
      return `Round it to ${at}: the line moves by ${far}`
    case 'web':
      return `Draw the web ${at} wide: the line moves by ${far}`
    case 'widen':
      return `Widen it to ${at}: the line moves by ${far}`
  }
}
/** The fewest redraws in one sentence. */
export function fewestWords({ changes, left }: Fewest, blade: Blade, say: Say): string {
  const name = bladeWords(blade, say)
  if (!changes.length) return `No small change would let ${name} cut it: the lines would have to move by more than a millimeter.`
  const count = (kind: Redraw['kind']) => changes.filter((c) => c.redraw.kind === kind)
  const most = (of: readonly Change[]) => lengthWords(Math.ceil(100 * Math.max(...of.map((c) => c.redraw.by ?? 0))) / 100, say)
  const some = (of: readonly Change[], verb: string, one: string, many: string) =>
    of.length ? [`${verb} ${of.length === 1 ? one : `${of.length} ${many}`} by ${most(of)}${of.length > 1 ? ' at most' : ''}`] : []
  const parts = [
    ...some(count('round'), 'round', 'one place', 'places'),
    ...some(count('widen'), 'widen', 'one place', 'places'),
    ...some(count('web'), 'thicken', 'one web', 'webs'),
  ]
  const head = listWords(parts)
  const then = left ? `${left === 1 ? 'one place stays' : `${left} places stay`} beyond ${name}` : `${name} cuts all of it`
  return `${head[0]!.toUpperCase()}${head.slice(1)}, and ${then}.`
}

export const orderRule =
  'The order keeps thin webs whole as long as it can and the walk from hole to hole short: for every web, the cutting time left after both its neighbors are out, divided by its width; plus 0.05 minutes for each millimeter between holes.'

/** Why pieces that share lines come off in the order they do. */
export const pieceRule =
  'Each comes off the edge of what is left: none must be drilled into, what you hold stays one, and a line two share is sawn once.'

export const transferWords: Record<Transfer, { name: string; how: string; off: string }> = {
  'tape-under': {
    name: 'Tape, print on top',
    how: 'Clear tape on the stock, the print glued to the tape.',
    off: 'Peel the tape; the pattern comes with it.',
  },
  'print-glue': {
    name: 'Print glued on',
    how: 'The print glued straight to the stock.',
    off: 'Wet or warm the paper, scrape, then wipe the glue off.',
  },
  'tape-over': {
    name: 'Print, tape over',
    how: 'The print glued on, clear tape over it.',
    off: 'Peel the tape, then wet or warm the paper off.',
  },
  trace: { name: 'Traced', how: 'Traced through, with a bold line where dust will lie.', off: 'Rub or sand the line off.' },
}

export const slipWords: Record<SlipVerdict, string> = {
  vanishes: 'It vanishes once the pattern is off.',
  'saw-again': 'Nothing is lost: saw back to the line, or sand it to it.',
  fairs: 'It would show as a step. Ease the line on both sides of it and nobody will see it.',
  shows: 'It will show: a corner stands too near to ease the line. Move the corner by as much, or leave it.',
  weakens: 'It leaves the web thinner than the push allows. Saw the other side last, with little push.',
  gapes: 'The gap will show. Saw the other part to match, or fill it.',
}

const eventWords: Record<Exclude<Event['what'], 'clamp'>, string> = {
  pivot: 'pivot',
  loop: 'loop in the waste',
  out: 'run out over the edge and in again',
  relief: 'relief cut from the edge',
  meet: 'met from both sides',
  clear: 'back out and clear dust',
}
const facingWords: Record<Facing, string> = {
  ahead: '',
  left: 'Blade turned a quarter to the left.',
  right: 'Blade turned a quarter to the right.',
}

/** What to watch at one ring, in the order it matters at the saw. Bold between asterisks, as everywhere. */
export function watchWords(
  r: RingReckoning,
  found: Reckoning,
  job: Job,
  say: Say,
): { state: 'near' | 'beyond' | undefined; text: string }[] {
  const out: { state: 'near' | 'beyond' | undefined; text: string }[] = []
  const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say)
  if (r.left)
    out.push({
      state: undefined,
      text: r.left.length
        ? `**${Math.round(100 * (1 - shareLeft(r.measure, r.left)))} % of its line is sawn already**; the rest${r.left.length > 1 ? ` in ${r.left.length} cuts` : ''} frees it.`
        : '**All of its line is sawn already**: it is free.',
    })
  if (r.web) {
    const t = found.troubles.find((x) => x.kind === 'web' && x.rings.includes(r.ring.id))
    const other = r.web.a === r.ring.id ? r.web.b : r.web.a
    if (t)
      out.push({
        state: t.state === 'beyond' ? 'beyond' : 'near',
        text: `**Thin web ${other === r.ring.id ? 'within it' : `to ${ringName(found, other).toLowerCase()}`}, ${roundWords(r.web.width, say)}.** That side comes last; slow there.`,
      })
  }
  const blocked = r.swing.blocked[r.swing.facing][r.plan.direction]
  if (blocked > 0)
    out.push({
      state: r.swing.bothWays ? 'near' : 'beyond',
      text: `**The board meets the ${profileOf(job.saw).nouns.behind}** on ${mm(blocked)} of the way${r.swing.bothWays ? ': saw that from the other end' : ''}.`,
    })
  else if (r.swing.facing === 'ahead' && swingState(r.swing, r.plan.direction) === 'near')
    out.push({
      state: 'near',
      text: `**The board swings ${mm(r.swing.throat - r.swing.reach)} clear of the ${profileOf(job.saw).nouns.behind}**: slower there.`,
    })
  if (r.swing.facing !== 'ahead') out.push({ state: 'near', text: facingWords[r.swing.facing] })
  if (r.kerf.fit !== 'whole') out.push({ state: 'beyond', text: 'The kerf does not pass everywhere: saw what it reaches.' })
  if (r.hole && !r.hole.fits) out.push({ state: 'beyond', text: `The hole of ${mm(found.drill)} touches the line.` })
  const counts = new Map<keyof typeof eventWords, number>()
  for (const e of r.plan.events) if (e.what !== 'clamp') counts.set(e.what, (counts.get(e.what) ?? 0) + 1)
  if (counts.size)
    out.push({ state: undefined, text: `Corners: ${listWords([...counts].map(([what, n]) => `${n} × ${eventWords[what]}`))}.` })
  const holds = r.plan.events.flatMap((e) => e.by ?? [])
  if (holds.length) out.push({ state: undefined, text: heldWords(holds) })
  return out
}

/** How the board is held on the way round, one holding after another. */
function heldWords(holds: readonly Clamping['by'][]): string {
  const by = holds.map((h) => (h === 'scrap' ? 'on a larger scrap, too small to clamp clear of the cut' : `by its ${h} side`))
  const first = `**Hold it ${by[0]}**`
  return by.length === 1 ? `${first} all the way.` : `${first}, then ${by.slice(1).join(', then ')}: ${by.length} holds.`
}

/** Which way round, and where the waste lies. */
export function wayRoundWords(r: RingReckoning): string {
  const way = r.plan.direction === 'clockwise' ? 'clockwise' : 'counterclockwise'
  switch (r.plan.entry.how) {
    case 'hole':
      return `The cut runs **${way}** from the hole; waste inside.`
    case 'edge':
      return `Enter from the edge, run **${way}**; waste outside.`
    case 'sawn':
      return `Begin where the last piece came off, run **${way}**.`
  }
}

export const readNoteWords = (n: ReadNote): string =>
  `${n.count > 1 ? `${n.count} × ` : ''}${n.what} (${n.at.slice(0, 3).join('; ')}${n.count > 3 ? '; …' : ''})`

/** Why a drawing is shown and not calculated, and what helps. */
export function tooMuchWords({ what, have, most }: TooMuch, say: Say): string {
  const count = (x: number) => Math.round(x).toLocaleString('en-US')
  switch (what) {
    case 'openings':
      return `${count(have)} closed lines: up to ${count(most)} are calculated. The drawing is shown; bring it in parts, or lay out fewer copies.`
    case 'points':
      return `${count(have)} points: up to ${count(most)} are calculated. The drawing is shown; simplify its lines in the drawing program, or bring it in parts.`
    case 'side':
      return `The board would be ${lengthWords(Math.round(have), say)} long: up to ${lengthWords(most, say)} is calculated. The drawing is shown; check its size under Drawing.`
    case 'length':
      return `Its lines are ${lengthWords(Math.round(have), say)} long together: up to ${lengthWords(most, say)} is calculated. The drawing is shown; check its size, or bring it in parts.`
    case 'overlaps':
      return `Its ${count(have)} lines lie in one another too often to be sorted. The drawing is shown; unite shapes that overlap in the drawing program.`
  }
}

const unknownNames: Record<Unknown, string> = {
  webs: 'webs and necks',
  kerf: 'whether the kerf fits',
  corners: 'corners and what they cost',
}
/** What could not be found out of a rough or much-crossed drawing; undefined where all was. */
export function unknownWords(unknown: readonly Unknown[]): string | undefined {
  if (!unknown.length) return undefined
  return `This drawing is too rough, or crosses itself too often, to find out ${listWords(unknown.map((u) => unknownNames[u]))}. The rest is as it stands; simplify its lines in the drawing program for all of it.`
}
