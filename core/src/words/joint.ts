import { decimal } from '../quantity/index.js'
import { clogsAfter, teethInWork } from '../cut/index.js'
import type { Blade, HandKind } from '../blade/index.js'
import {
  copeFigures,
  mitreFigures,
  mitreGap,
  notchPlace,
  notchWidth,
  sliceOf,
  slicesTake,
  tenonCheek,
  type AidKind,
  type CopedCut,
  type CutFound,
  type CutName,
  type Holding,
  type GapPlace,
  type GapVerdict,
  type JointKind,
  type JointTrouble,
  type LayOut,
  type PartName,
  type SchoolSaws,
  type TenonSchool,
  type ViewName,
} from '../joint/index.js'
import {
  countWords,
  anA,
  teethWords,
  bladeWords,
  capital,
  lengthWords,
  listWords,
  minutesWords,
  numberWords,
  sizeWords,
  type Say,
} from './say.js'
import { stopWords } from './limit.js'
import type { AtBench } from './bench.js'

export const jointNames: Record<JointKind, string> = {
  dovetail: 'Dovetails',
  tenon: 'Mortise and tenon',
  housing: 'Housing',
  'half-lap': 'Half-lap',
  mitre: 'Miter',
  cope: 'Coped corner',
  flush: 'Flush trimming',
  veneer: 'Veneer',
  board: 'Board cut',
}

const handNames: Record<HandKind, string> = {
  dovetail: 'Dovetail',
  gents: 'Gent’s',
  carcass: 'Carcass',
  tenon: 'Tenon',
  'mitre-box': 'Miter-box',
  'mitre-box-adjustable': 'Miter-box',
  'adjustable-back': 'Adjustable back',
  flush: 'Flush-trim',
  dowel: 'Dowel',
  veneer: 'Veneer',
  hybrid: 'Hybrid',
  panel: 'Panel',
  'pull-backed': 'Backed pull',
  'pull-two-edged': 'Two-edged pull',
}
/** A hand saw by its build and filing. */
export const handSawWords = (b: Blade): string => (b.plate ? `${handNames[b.plate.kind]}, ${b.plate.filing} filed` : b.name)

export const viewNames: Record<ViewName, string> = {
  tails: 'Face of the tail board',
  pins: 'End grain of the pin board, inner face below',
  end: 'End grain, as the board stands in the vise',
  face: 'Face',
  edge: 'Edge',
  plan: 'Plan',
  section: 'Section',
  profile: 'Profile',
}

const count = (n: number, what: string) => `${capital(numberWords(n))} ${what}${n === 1 ? '' : 's'}`
const degrees = (x: number) => `${decimal(x, 1)}°`

/** “dovetails, 32 cuts”: what a log says was sawn. */
export const jointSaid = (l: LayOut): string =>
  `${jointNames[l.spec.kind].toLowerCase()}, ${count(
    l.cuts.reduce((n, c) => n + c.count, 0),
    'cut',
  )}`

/** The answer as a plain sentence. */
export function jointHeading(l: LayOut, say: Say): string {
  const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say)
  const s = l.spec
  switch (s.kind) {
    case 'dovetail':
      return `${count(s.tails, 'tail')} at 1 : ${decimal(s.slope, 1)}, ${anA(mm(s.halfPin))} half pin at each edge${s.lap === undefined ? '' : `, half blind behind ${anA(mm(s.lap))} lap`}`
    case 'tenon':
      return `${capital(anA(mm(s.tenon)))} tenon ${mm(s.length)} long, ${mm(tenonCheek(s))} off each cheek`
    case 'housing':
      return `A housing ${mm(s.shelf)} wide and ${mm(s.depth)} deep${s.stop === undefined ? '' : `, stopped ${mm(s.stop)} from the front`}`
    case 'half-lap':
      return `Half of ${mm(s.thickness)} out of each piece, ${s.at === 'end' ? 'at the end' : 'across the middle'}`
    case 'mitre': {
      const f = mitreFigures(s)
      return f.mitre < 0.05
        ? `${s.sides === 4 ? 'A box' : `A box of ${count(s.sides, 'side')}`}: the sides stand, tilt the blade ${degrees(f.tilt)}`
        : f.tilt < 0.05
          ? `${s.sides === 4 ? 'A picture frame' : `A flat frame of ${count(s.sides, 'side')}`}: miter ${degrees(f.mitre)}`
          : `${count(s.sides, 'side')} splayed ${degrees(s.lean)} from upright: miter ${degrees(f.mitre)}, blade tilted ${degrees(f.tilt)}`
    }
    case 'cope': {
      const f = copeFigures(s)
      return `Follow the profile, back-cut ${degrees(f.back)}; its tightest curve is ${mm(f.radius)}`
    }
    case 'flush':
      return `${count(s.count, s.what === 'dowel' ? 'dowel' : 'end')} of ${mm(s.size)} trimmed flush`
    case 'veneer':
      return `${mm(s.thickness)} veneer ${s.grain} the grain, along a straight edge`
    case 'board':
      switch (s.cut) {
        case 'notch':
        case 'edge-notch':
        case 'corner':
          return `${s.cut === 'corner' ? 'A corner' : 'A'} notch ${mm(notchWidth(s))} wide and ${mm(s.length)} deep${s.cut === 'edge-notch' ? `, ${mm(notchPlace(s).at)} from the end` : ''}`
        case 'slices': {
          const { takes, left } = slicesTake(s, l.kerf)
          return `${count(s.count, 'slice')} of ${mm(sliceOf(s))} take ${mm(takes)} of the blank; ${left > 0 ? `${mm(left)} of it is left` : 'it is too short'}`
        }
        default:
          return `${capital(s.cut)} a board ${mm(s.width)} wide`
      }
  }
}

const holds: Record<Holding, string> = {
  upright: 'Board upright in the vise, the cut close above the jaws',
  tilted: 'Board upright',
  'on-edge': 'Board on edge in the vise, the notch a finger’s breadth above the jaws',
  hook: 'Held by hand in the bench hook',
  trestles: 'On trestles, a hand’s breadth clear of the line, a knee on the board',
  clamped: 'Clamped along the bench, the cut just past its edge',
  box: 'In the miter box, held from creeping',
  flat: 'Plate flat on the work, a finger on it',
}
const cutNames: Record<CutName, string> = {
  tails: 'Tails, all left slopes, then all right.',
  'half-pin-shoulders': 'Half-pin shoulders.',
  pins: 'Pins, waste side, leaving the scribed line whole.',
  sockets: 'Sockets, the corner only.',
  cheeks: 'Cheeks.',
  shoulders: 'Shoulders.',
  'edge-cheeks': 'Edges of the tenon.',
  'edge-shoulders': 'Edge shoulders.',
  'housing-walls': 'Both walls, in the waste.',
  'lap-shoulders': 'Shoulders, in the waste.',
  'lap-cheeks': 'Cheeks, from both corners.',
  mitres: 'Miters, one end of every piece, then the other.',
  trim: 'Trim.',
  veneer: 'Score, then saw.',
  crosscut: 'Crosscut.',
  rip: 'Rip.',
  'notch-sides': 'Both sides of the notch.',
  slices: 'Slices, one after another.',
  'corner-side': 'Down the side, with the grain.',
  'corner-shoulder': 'Across to meet it.',
}
/** What else is done at a cut beyond how it is held. */
const cutNotes: Partial<Record<CutName, string>> = {
  sockets: 'The saw runs out at the lap: chop the rest, a little at a time.',
  cheeks: 'From one corner to the other, turn the rail, meet in the middle.',
  shoulders: 'Knife line and chamfer; a fence on the plate stops it at the cheek. Undercut by a hair, never over.',
  'housing-walls': 'Knife both lines and chamfer; start at the far edge, saw against a straight batten. Router or chisel the rest.',
  'lap-shoulders': 'Knife line and chamfer; stop at the gauge line.',
  trim: 'A card under the plate keeps its teeth off; plane the last shaving.',
  veneer: 'Straight edge on the side that stays; short strokes, the curved edge rolling.',
  crosscut: 'Saw at half a right angle; hold up the offcut, last strokes light.',
  rip: 'Steeper, about sixty degrees; a wedge in the kerf where it closes.',
  'notch-sides': 'Down to the line, square over the edge; in a wide one a few cuts between, so that the waste splits out.',
  'corner-side': 'Stop on the knifed line; the shoulder frees the piece.',
  'corner-shoulder': 'Clamp on the side the saw draws toward; last strokes light, the corner drops.',
}

const SHOT = 0.5 // mm left on an end that a plane shoots true; habit

export interface Step {
  head: string
  text: string
  /** the saw cut it is, as often as that is made; absent: bench work between cuts */
  cut?: CutFound
  /** what the coping saw does of it */
  coped?: CopedCut
}

/** Order of work: which cut, how held, which saw, how it starts. */
export function jointSteps(l: LayOut, say: Say): Step[] {
  const steps = l.cuts.map((c): Step => ({ head: cutNames[c.name], text: cutText(l, c, say), cut: c }))
  const s = l.spec
  const coped = l.coped?.blade && `${bladeWords(l.coped.blade.blade, say)}`
  if (s.kind === 'dovetail') {
    const waste: Step =
      s.lap === undefined
        ? {
            head: 'Waste.',
            text: coped
              ? `Coping saw, ${coped}, ${lengthWords(1, say)} above the line; chisel to it from both faces.`
              : 'Chisel, half from each face.',
            coped: l.coped,
          }
        : { head: 'Waste between the tails.', text: 'Chisel, half from each face.' }
    steps.splice(2, 0, waste, {
      head: 'Scribe pins from tails.',
      text: 'Tails on the pin board’s end, flush at the shoulder; knife, then mark the waste.',
    })
    steps.push({
      head: 'Put together once.',
      text: `Pare only where it binds; ends stand ${lengthWords(s.proud, say)} proud for the plane.`,
    })
  }
  if (s.kind === 'tenon')
    steps.unshift({
      head: 'Mortise first.',
      text: `Chop it ${lengthWords(s.tenon, say)} wide with the chisel the tenon is set to${s.through ? '' : `, ${lengthWords(s.length + 2, say)} deep`}.`,
    })
  if (s.kind === 'half-lap')
    steps.push({ head: 'Try them together.', text: 'Faces flush, shoulders closed; pare the cheek, not the shoulder.' })
  if (s.kind === 'mitre')
    steps.push({
      head: 'Check the ring dry.',
      text: `A tenth of a degree off at every cut opens the last corner ${degrees(mitreGap(s.sides, 0.1))}.`,
    })
  if (s.kind === 'cope') {
    const f = copeFigures(s)
    steps.push(
      {
        head: `Miter the end at ${degrees(f.mitre)}.`,
        text: 'As for an outside corner lying back: the arris shows the line to follow. Darken it with a pencil.',
      },
      {
        head: 'Cope along the arris.',
        text: `${coped ? `${capital(coped)}` : 'No coping blade turns it: cut straight relief lines and pare.'}${coped ? `, molding flat, face up, the saw leant back ${degrees(f.back)}: ${degrees(f.least)} for the corner and the rest so that only the front touches.` : ''}`,
        coped: l.coped,
      },
      { head: 'Straight bits last.', text: 'The flat fillets with a dovetail saw; try it against a scrap of the same molding.' },
    )
  }
  if (s.kind === 'board' && (s.cut === 'notch' || s.cut === 'edge-notch'))
    steps.push({
      head: 'Waste.',
      text: coped ? `Coping saw, ${coped}, ${lengthWords(1, say)} above the line; chisel to it.` : 'Chisel from both faces.',
      coped: l.coped,
    })
  return steps
}

const VIEWS: Partial<Record<CutName, ViewName>> = { pins: 'pins', sockets: 'pins', 'half-pin-shoulders': 'tails' }
/** What is looked at when a cut is done. */
const cutChecks: Record<CutName, string> = {
  tails: 'Square across the end, on its slope, and no deeper than the shoulder line on either face?',
  'half-pin-shoulders': 'Square to the face, just on the scribed line?',
  pins: 'Plumb, the scribed line still whole beside it?',
  sockets: 'Neither the lap nor the shoulder line touched?',
  cheeks: 'Flat from edge to edge, the gauge line split on both?',
  shoulders: 'All four sides meet in one line, nothing sawn into the tenon?',
  'edge-cheeks': 'Down to the shoulder, no further?',
  'edge-shoulders': 'In one line with the shoulders of the faces?',
  'housing-walls': 'Down to the gauge line at both ends, the wall plumb?',
  'lap-shoulders': 'Down to half the thickness at both edges?',
  'lap-cheeks': 'Flat, the gauge line split on both edges?',
  mitres: 'Against the square: angle and plumb both?',
  trim: 'Flush, the face beside it unmarked?',
  veneer: 'Through along the whole edge, nothing lifted?',
  crosscut: 'Square both ways, no split at the far edge?',
  rip: 'Along the line, square to the face?',
  'notch-sides': 'Down to the line on both faces?',
  slices: 'As thick at its foot as at its top, all round?',
  'corner-side': 'Down to the knifed line on both faces?',
  'corner-shoulder': 'Square, the corner whole?',
}
const startWords = (b: Blade) =>
  b.plate?.strokes === 'pull'
    ? 'Start with a few light strokes pushed, or a short pull along the thumb.'
    : 'Start with a few light strokes drawn back, or a light push along the thumb; low angle, then level.'

/** A whole joint as one thing after another: every cut by itself, and the bench work between. */
export function atBench(l: LayOut, say: Say): AtBench[] {
  return jointSteps(l, say).flatMap(({ head, text, cut, coped }): AtBench[] => {
    const name = head.replace(/\.$/, '')
    if (coped?.blade)
      return [{ head: name, text, seconds: coped.seconds, length: coped.job.cut.length, with: { job: coped.job, saw: coped.blade } }]
    if (!cut) return [{ head: name, text, seconds: 0 }]
    const held = cutText(l, cut, say, true)
    const deep = `${lengthWords(Math.round(cut.depth * 10) / 10, say)} ${cut.through ? 'long' : 'deep'}`
    const strokes = Math.max(1, Math.round(cut.strokes))
    const go = `${cut.saw ? `${startWords(cut.saw.blade)} ` : ''}${capital(deep)}: about ${strokes} stroke${strokes === 1 ? '' : 's'}.`
    const view = VIEWS[cut.name] ?? l.views[0]?.name
    const lines = l.views.find((v) => v.name === view)?.shapes.filter((s) => s.layer === 'cut').length ?? 0
    return Array.from({ length: cut.count }, (_, i) => ({
      head: cut.count > 1 ? `${name.split(',')[0]}: ${i + 1} of ${cut.count}` : name,
      text: held,
      go,
      check: cutChecks[cut.name],
      seconds: cut.seconds / cut.count,
      length: cut.depth,
      with: cut.saw && { job: cut.job, saw: cut.saw },
      view,
      ...lineOf(i, lines, cut),
    }))
  })
}

/**
 * Which of the saw lines drawn is the one in hand: each board is drawn once, and of slanting ones all of one slope come first.
 * Nothing where the drawing holds other lines beside those of this cut.
 */
function lineOf(i: number, lines: number, { count, tilt, name }: CutFound): { drawn?: number } {
  if (!lines || count % lines) return {}
  const k = i % lines
  const slanted = (tilt !== undefined && tilt > 0 && lines > 2) || name === 'tails' || name === 'pins'
  return { drawn: slanted ? (k < lines / 2 ? 2 * k : 2 * (k - lines / 2) + 1) : k }
}

const SWINGS = 350 // mm beyond the jaws from which a board's end wants a clamp of its own; estimate
/** The clamp that a long board's far end wants beside the vise. */
function farEnd({ at, long }: { at: number; long: number }, wide: number, say: Say): string {
  const out = Math.max(at, long - at - wide)
  return out < SWINGS
    ? ''
    : ` A clamp to the bench at the far end, about ${lengthWords(Math.round((out * 0.8) / 10) * 10, say)} from the notch.`
}
/** @param alone how deep it goes is said beside it */
function cutText(l: LayOut, c: CutFound, say: Say, alone = false): string {
  const tilt =
    c.hold === 'tilted'
      ? `, tilted ${degrees(c.tilt ?? 0)} in the vise so that each cut hangs plumb`
      : c.tilt && c.hold === 'upright'
        ? `, the saw leant ${degrees(c.tilt)} on the end grain`
        : c.tilt && c.hold === 'box'
          ? ` at the miter, the piece leant ${degrees(c.tilt)} in it: a box’s blade stands plumb`
          : ''
  const pull = c.saw?.blade.plate?.strokes === 'pull'
  const bears =
    {
      hook: pull ? ', against a stop on the near side' : ', against the far stop',
      clamped: pull ? ', a stop behind it taking the pull' : ', a stop before it taking the push',
    }[c.hold as string] ?? ''
  const s = l.spec
  if (s.kind === 'board' && c.name === 'slices')
    return `${holds.hook}${bears}; a stop screwed to its fence ${lengthWords(Math.round((sliceOf(s) + l.kerf) * 100) / 100, say)} from the kerf’s far wall, the blank’s end against it. Start on the far edge, level, short light strokes. One thicker at its foot: the saw leads, so give the blank half a turn each time and shoot its end before the next.`
  const far = s.kind === 'board' && s.cut === 'edge-notch' ? farEnd(notchPlace(s), notchWidth(s), say) : ''
  const other = c.saw && c.saw.blade.id !== l.saw?.id ? ` ${capital(bladeWords(c.saw.blade, say))}.` : ''
  const filing =
    c.filing && c.grain === 'across' && c.saw?.blade.plate?.filing !== 'hybrid'
      ? c.filing.fine
        ? ` Crosscut or fine rip, it makes little difference at ${lengthWords(Math.round(c.crossing), say)}.`
        : c.filing.wrong
          ? ' Its filing is for the other way of the grain: knife deep first.'
          : ''
      : ''
  const shot = `where the end is to show, ${lengthWords(SHOT, say)} outside the line, to be shot to it`
  const inHook = 'Knife line, chamfer; start at a low angle, then level'
  const note =
    c.name === 'mitres'
      ? `Test on two scraps; saw ${shot}.`
      : c.name === 'crosscut' && c.hold === 'hook'
        ? `${inHook}; ${shot}.`
        : (cutNotes[c.name] ?? (c.hold === 'hook' ? `${inHook}.` : c.grain === 'across' ? 'Knife line, chamfer, low angle.' : ''))
  const deep = alone ? '' : ` ${lengthWords(Math.round(c.depth * 10) / 10, say)} ${c.through ? 'long' : 'deep'}.`
  return `${holds[c.hold]}${tilt}${bears}.${far}${other}${deep} ${note}${filing}`.replace(/ +/g, ' ').trim()
}

/** What the saw makes of the first cut: teeth, reach, gaps, strokes and time; strokes as one’s own cuts have them. */
const JUST = 1.1 // times its crossing a gullet holds that is neither open nor full
export function sawFacts(l: LayOut, say: Say): string[] {
  const [c] = l.cuts
  if (!c?.saw) return []
  const { blade } = c.saw
  const mm = (x: number) => lengthWords(Math.round(x * 10) / 10, say)
  const teeth = teethInWork(c.crossing, blade)
  const fills = clogsAfter(c.job, blade, c.saw.feed.chipLoad)
  const out = [
    `${teethWords(teeth)} in the work: ${teeth < 3 ? 'start it gently' : teeth < 14 ? 'starts easily, cuts smooth' : 'smooth but slow'}.`,
    blade.plate?.depth === undefined
      ? c.through
        ? 'No back: it follows through the board.'
        : `No back to stop it; you need ${mm(c.depth)}.`
      : `Reaches ${mm(blade.plate.depth)}; you need ${mm(c.depth)}.`,
    fills >= JUST * c.crossing
      ? `The gullets stay open over ${anA(mm(c.crossing))} cut: the whole stroke works.`
      : fills >= c.crossing / JUST
        ? `The gullets are just full over ${anA(mm(c.crossing))} cut. Larger ones would go faster.`
        : `The gullets are full after ${mm(fills)} of ${mm(c.crossing)}; the rest rubs. Larger ones would go faster.`,
  ]
  const cuts = l.cuts.reduce((t, x) => t + x.count, 0)
  const { strokes, strokesSpan: seen } = c
  const span = seen && strokes > 2 ? ` (${Math.round(seen.low)}–${Math.round(seen.high)})` : ''
  out.push(`About ${countWords(strokes, 'stroke')} a cut${span}; ${countWords(cuts, 'cut')}, ${minutesWords(l.seconds)}.`)
  out.push(blade.plate?.strokes === 'pull' ? `${startWords(blade)} Two hands on the line; one, once it stays straight.` : startWords(blade))
  if (l.spec.kind === 'dovetail') out.push('Slopes by school: 1 : 6 in softwood, 1 : 8 in hardwood, or 1 : 7 for both.')
  return out
}

/** What stands against a lay-out, and what would help. */
export function jointTroubleWords(t: JointTrouble, say: Say): string {
  const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say)
  switch (t.why) {
    case 'tails-vanish':
      return `The tails would be ${mm(Math.max(0, t.root))} at the shoulder: fewer tails, narrower pins or a gentler slope.`
    case 'pin-under-kerf':
      return `A ${mm(t.pin)} pin is narrower than the ${mm(t.kerf)} kerf beside it: no saw goes in. Make it wider.`
    case 'steep':
      return `1 : ${decimal(t.slope, 1)} leaves short grain at the tails’ corners; 1 : 6 to 1 : 8 are the usual schools.`
    case 'flat':
      return `1 : ${decimal(t.slope, 1)} hardly holds; 1 : 6 to 1 : 8 are the usual schools.`
    case 'lap-thick':
      return `${capital(anA(mm(t.lap)))} lap leaves no tail in ${anA(mm(t.board))} board.`
    case 'tenon-thick':
      return `A ${mm(t.tenon)} tenon leaves no cheek to saw off ${mm(t.board)}; about a third, ${mm(t.board / 3)}, is usual.`
    case 'tenon-thin':
      return `A ${mm(t.tenon)} tenon is thin in ${mm(t.board)}; about a third, ${mm(t.board / 3)}, is usual.`
    case 'edges-meet':
      return `Shoulders of ${mm(t.edge)} at both edges leave nothing of ${mm(t.width)}.`
    case 'housing-deep':
      return `${mm(t.depth)} is as deep as the board: a third, ${mm(t.board / 3)}, is usual.`
    case 'notch-deep':
      return `${mm(t.deep)} deep goes through ${anA(mm(t.board))} board.`
    case 'blank-short':
      return `They take ${mm(t.takes)} of ${mm(t.blank)}: ${t.left > 0 ? `${mm(t.left)} is too little to hold` : 'it does not reach'}. Glue the blank to a longer stick, or take fewer.`
    case 'side-vanishes':
      return 'The miters meet: make the sides longer or narrower.'
    case 'no-saw': {
      const stop = t.cut.stops[0]
      return `No hand saw makes the ${lowerName(t.cut.name)} cut${stop ? `: ${stopWords[stop]}` : ''}.`
    }
  }
}
const lowerName = (c: CutName) => c.replaceAll('-', ' ')

export const tenonSchoolNames: Record<TenonSchool, string> = {
  'one-crosscut': 'One fine crosscut saw for both',
  pair: 'A rip and a crosscut',
  'panel-and-tenon': 'Panel rip for cheeks, tenon saw for shoulders',
  'one-small-rip': 'One small rip saw for all',
}
export function tenonSchoolWords(s: SchoolSaws): string {
  if (!s.works) {
    const lacking = s.cheeks.saw ? s.shoulders : s.cheeks
    return `cannot: ${lacking.stops[0] ? stopWords[lacking.stops[0]] : 'no such saw'}.`
  }
  const saws = [...new Set([s.cheeks.saw!.blade, s.shoulders.saw!.blade])].map((b) => `${b.name.toLowerCase()} ${sizeWords(b)}`)
  const cost = s.shoulders.filing?.wrong && !s.shoulders.filing.fine ? ' Shoulders tear unless knifed.' : ''
  return `${capital(listWords(saws))}; ${countWords(s.cheeks.strokes, 'stroke')} a cheek, ${s.shoulders.strokes} a shoulder, ${minutesWords(s.seconds)}.${cost}`
}

export const aidNames: Record<AidKind, string> = {
  'hook-push': 'Bench hook, for saws that are pushed',
  'hook-pull': 'Bench hook, for saws that are pulled',
  'depth-fence': 'Depth fence for a saw’s plate',
  'mitre-block': 'Miter block',
  'tooth-guard': 'Tooth guard',
  'saw-case': 'Case for a saw',
}
export const aidWords: Record<AidKind, string> = {
  'hook-push': 'The hook bears on the bench’s near edge, the stop stands at the far end: the push holds the work.',
  'hook-pull': 'The hook bears on the far edge, the stop stands at the near end: the pull holds the work.',
  'depth-fence': 'Clamped to the plate, its lower edge the depth of the cut above the teeth.',
  'mitre-block': 'Work against the wall; the kerfs are sawn with the saw that will use them.',
  'saw-case': 'The saw lies on its side, handle and all; the lid slides or is held by a cord. A scrap with a kerf in it keeps the teeth.',
  'tooth-guard': 'Two cheeks on a spine as thick as the plate and a shade more; a cord holds it.',
}
export const partNames: Record<PartName, string> = {
  base: 'Base',
  hook: 'Hook, under the edge',
  stop: 'Stop',
  fence: 'Fence',
  wall: 'Wall',
  'guard-side': 'Cheek',
  'guard-spine': 'Spine',
  'case-floor': 'Floor',
  'case-lid': 'Lid',
  'case-side': 'Long side',
  'case-end': 'End',
}

export const gapPlaceNames: Record<GapPlace, string> = {
  shoulder: 'at a shoulder',
  cheek: 'at a cheek, or beside a tail',
  baseline: 'at the baseline',
}
export const gapWords: Record<GapVerdict, string> = {
  glue: 'Glue and finish close it. Leave it.',
  match: 'Pare the shoulder that still bears by as much, or undercut both: they close together.',
  shift: 'Set the line back by as much all round, knife it and saw again: the piece grows shorter by that.',
  shaving: 'Glue in a shaving of the same wood, grain with grain, and pare it flush.',
  anew: 'Make this part anew, and save the other: it fits the next one too.',
}
