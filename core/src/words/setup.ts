import { toDegrees } from '../number/index.js'
import { decimal } from '../quantity/index.js'
import { profileOf, setterOf, type ChangeStep, type Mounting, type Profile, type StepName, isHandSaw } from '../saw/index.js'
import type { Job } from '../job/index.js'
import { CHATTERS, isNarrow, UNREACHABLE, type GreenBand, type OrbitLimit, type QuietSpeed } from '../cut/index.js'
import type { Caution, SetUp, SetUpItem } from '../setup/index.js'
import { tornWords } from './stuff.js'
import { boardWords } from './limit.js'
import { greenMarksWords } from './heard.js'
import { speedWords } from './rank.js'
import {
  capital,
  forceWords,
  lengthWords,
  listWords,
  roundWords,
  noteWords,
  plainNote,
  strokesWords,
  type Say,
  minutesWords,
  teethWords,
} from './say.js'

/** Notes of a band, low to high; an empty band says which side gives. */
export function bandWords(band: GreenBand): string {
  const [low, high] = [plainNote(band.value.low.pitch), plainNote(band.value.high.pitch)]
  return low === high ? low : `${low} to ${high}`
}

/** What closes a band, in half a sentence. */
export const lowWords: Record<GreenBand['lowBy'], string> = {
  bow: 'it bows past what the finish allows',
  lean: 'its edge bevels past what the finish allows',
  habit: 'any blade wanders, whatever the stock',
}
export const highWords: Record<GreenBand['limit'], string> = {
  strength: 'it is near to breaking',
  grip: 'it slips from the clamps',
  saw: 'this saw pulls no harder',
}

export function emptyBandWords(band: GreenBand): string {
  const top = { strength: 'the blade is safe at', grip: 'the clamps hold', saw: 'this saw pulls' }[band.limit]
  if (band.value.low.stress > 0.99 * UNREACHABLE)
    return 'No stress would keep it straight in a clean cut. Feed gently, allow more bow, or take a bigger blade.'
  return `It would need ${Math.round(band.value.low.stress)} MPa to stay straight, but ${top} ${Math.round(band.value.high.stress)}. Feed gently, allow more bow, or take a bigger blade.`
}

const steps: Record<StepName, string> = {
  'release-tension': 'release the tension',
  'open-top': 'open the top clamp',
  thread: 'thread the hole',
  'close-top': 'close the top clamp',
  'set-tension': 'set the tension',
  'unhook-top': 'unhook the top pin',
  'hook-top': 'hook the top pin',
  'lift-arm': 'lift the arm',
  'flex-frame': 'flex the frame against the bench',
  'slack-screw': 'slacken the screw',
  'turn-screw': 'turn the screw up',
  'enter-hole': 'lower the blade into the hole',
  'full-speed': 'bring it to full speed clear of the edge',
  'open-bottom': 'open the lower clamp',
  'close-bottom': 'close the lower clamp',
  'register-pin': 'seat the register pin',
  jig: 'set the free length in the jig',
  own: 'do as you do',
}
export const stepWords = (s: ChangeStep): string => `${s.name ?? steps[s.do]}${s.tool ? ` (${s.tool})` : ''}`
/** A step without its owner's name and tool, for lists to choose from. */
export const stepName = (name: StepName): string => steps[name]

/** Why no more orbit. */
export const orbitWords: Record<OrbitLimit, string> = {
  none: 'this saw has none',
  metal: 'metal is cut straight',
  brittle: 'brittle stock chips',
  teeth: 'these teeth would strike the work',
  curve: 'a swing spoils tight curves; some never use it in any',
  finish: 'more roughens the edge; some run it full in all wood',
  veneer: 'more chips the veneer',
  pace: 'more goes faster and rougher',
  full: 'rough straight work takes it all',
}

/** “It chatters near 900 here: 810 or 1000 is quieter.” */
export function quietWords({ chatters, quieter }: QuietSpeed): string {
  const n = (spm: number) => strokesWords({ low: spm, high: spm })
  return `It chatters near ${n(chatters)} here${quieter.length ? `: ${quieter.map(n).join(' or ')} is quieter` : ', and this saw has no quieter strokes: more teeth in the work help'}.`
}
/** The three schools against splinters, each with what it leaves on the show face. */
function splinterWords(item: Extract<SetUpItem, { do: 'splinter' }>, job: Job, say: Say): string {
  const left = `about ${lengthWords(Math.round(item.shown * 100) / 100, say)} of ${tornWords(job).left} shows`
  if (item.up === 'either') return `Either face up: ${left}.`
  const clean = (item.up === 'back') === (item.cutsOn === 'up')
  const face = job.cut.shows === 'both' ? 'Better face' : 'Show face'
  const how = `${face} **${item.up === 'show' ? 'up' : 'down'}**`
  if (clean || item.cutsOn === 'both') return `${how}, where the teeth enter: ${left}. Mark the line on the face that lies up.`
  return item.taped
    ? `${how}, **scored and taped** along the line: ${left}. Redraw the line where tape hides it; scoring helps less in hard wood.`
    : `${how}, where the teeth leave: ${left}. Score and tape it, turn it over, or take teeth that cut ${item.cutsOn === 'up' ? 'down' : 'up'} or both ways.`
}

/** What a push to the side does to the edge, where anybody would see it. */
const bevelled = (slope: number, push: string): string => {
  const degrees = decimal(toDegrees(Math.abs(slope)), 1)
  return Number(degrees) > 0 ? `${push} bevels the edge about ${degrees}°.` : ''
}

/** How a circle, an oval or an arc is led. */
function swingWords({ round, by, reach, from }: Extract<SetUpItem, { do: 'swing' }>, job: Job, say: Say): string {
  const far = lengthWords(Math.round(reach * 10) / 10, say)
  const hurts = job.cut.kind === 'pierced' ? 'in the waste' : 'on the back of the piece, or in a scrap stuck to it: its hole stays'
  const start =
    from === 'hole'
      ? 'Start from a hole in the waste, close to the line, and run onto it flat'
      : 'Come in from the edge along the line, not square to it'
  if (by === 'trammel')
    return `**By a trammel: ${far} from its pin to the middle of the blade**, the pin ${hurts}. ${start}; sideways pull bends the blade, so let it turn.`
  if (by === 'pin')
    return `**By a pin on the table: ${far} to the middle of the blade**, square beside its teeth, the pin ${hurts}. ${start}; then turn the board round the pin.`
  const why = round.shape === 'oval' ? 'An oval has no one middle: **by hand along the line**' : '**By hand along the line**'
  return `${why}, turning steadily and looking ahead of the teeth. ${start}.`
}

/** One set-up item in a sentence; **…** marks what to read first. */
export function setUpWords(item: SetUpItem, job: Job, say: Say): string {
  switch (item.do) {
    case 'isolate':
      return item.powered
        ? '**Unplug, or take the battery out,** before touching the blade.'
        : '**Mind the teeth** while clamping; brace the frame, not your hand.'
    case 'renew':
      return `**Worn: change the blade.**${item.saves < 45 ? '' : ` A fresh one saves ${minutesWords(item.saves)} of this job.`}`
    case 'clean-ends':
      return 'Wipe the oil off both ends; a slip with fine paper helps them grip.'
    case 'insert':
      return item.top === undefined
        ? `Push each end **${lengthWords(item.depth, say)}** into its clamp${item.tool ? ` (${item.tool})` : ''}, then tug.`
        : `Push the lower end **${lengthWords(item.depth, say)}** into its clamp, so that **${lengthWords(item.top, say)}** is left for the upper${item.tool ? ` (${item.tool})` : ''}; then tug.`
    case 'teeth':
      return item.stroke === 'down'
        ? 'Teeth **toward you, pointing down**.'
        : item.stroke === 'away'
          ? 'Teeth **pointing away from the handle**: it cuts on the push, for work in a vise.'
          : 'Teeth **outward, pointing to the handle**: it cuts on the pull, and the frame keeps the blade taut.'
    case 'pins':
      return `Hook both pins home, then turn the handle up${item.turns ? '; **both ends alike**, or the blade twists' : ''}.`
    case 'turn-blade':
      return `Turn the blade **${item.degrees}° in its frame, both ends alike**, so that the frame passes beside the board.`
    case 'shank': {
      const long = ` A blade of **${lengthWords(Math.ceil(item.needs / 5) * 5, say)} or more**: the tip must stay below the stock at the top of the stroke.`
      return item.end === 'tang'
        ? `Push the shank in until it locks, then tug${item.roller ? '; the **roller touches the back, and does not bend it**; a drop of oil on it' : ''}.${long}`
        : `Seat the shank, tighten its screw, then tug${item.roller ? '; the **roller touches the back, and does not bend it**' : ''}.${long}`
    }
    case 'jig-teeth':
      return {
        up: `Teeth forward, **pointing up**: it cuts on the up stroke and ${tornWords(job).does} the upper face.`,
        down: 'Teeth forward, **pointing down**: it cuts on the down stroke; press the base down, it lifts.',
        both: 'Teeth forward, half of them up and half down: both faces stay clean, the cut is slow.',
      }[item.cutsOn]
    case 'splinter':
      return splinterWords(item, job, say)
    case 'orbit':
      return item.value === item.choice.value
        ? `**Orbit ${item.value}**: ${orbitWords[item.choice.limit]}.`
        : `**Orbit ${item.value}**, set by you; ${item.choice.value} is suggested: ${orbitWords[item.choice.limit]}.`
    case 'tilt':
      return `Tilt ${profileOf(job.saw).nouns.tilts} **${decimal(item.degrees, 1)}°**${item.mark === undefined ? ' by a bevel gauge' : `, a mark of this saw: check it with a gauge`}; the cut is then **${lengthWords(Math.round(item.height * 10) / 10, say)}** deep.`
    case 'square-base':
      return `${item.zero ? '**Check 0° with a square** against the blade, not by the mark. ' : ''}${bevelled(item.slope, job.cut.radius === undefined ? 'A push to the side' : 'A push in curves')}`.trim()
    case 'round':
      return `**In a vise or a V-block**, the cut close beside it; what is round rolls. ${lengthWords(item.across, say)} across.`
    case 'clamp':
      return `Clamp close: **no more than ${lengthWords(Math.floor(item.overhang / 10) * 10, say)}** from the support to the cut, or it springs. Keep clamps ${lengthWords(item.clear, say)} clear of the line; where the base would meet one, stop and move it behind the cut.`
    case 'board':
      return `${boardWords(item.passes, job, say)}${item.hangs ? ` A stand at table height under the far end: **${lengthWords(Math.round(item.hangs), say)}** hang beyond the table.` : ''}`
    case 'swing':
      return swingWords(item, job, say)
    case 'start-base':
      return 'Base **flat on the work, full speed before it touches**; let it stop before lifting.'
    case 'offcut':
      return 'Hold up the offcut to the last: it must not hang on the cut or pinch it.'
    case 'thick':
      return `Over an inch: one school stops there. With this blade it goes at ${Math.round(item.load * 100)} % of the motor; expect the lower edge to wander.`
    case 'vice':
      return item.strokes === 'pull'
        ? 'Work flat on a sawing table or low in the vise; saw upright, the handle below.'
        : `Work upright in the vise, the cut within **${lengthWords(item.within, say)}** of the jaws.`
    case 'hold-hand':
      return {
        hook: `Hold it by hand **in the bench hook**, ${item.strokes === 'push' ? 'against the far stop' : 'against a stop on the near side: the saw pulls it to you'}.`,
        trestles: '**On trestles or clamped over the bench’s edge**, a hand’s breadth clear of the line; hold up the offcut to the last.',
        upright: '**Upright in the vise**, the cut close above the jaws; a batten or a fingertip keeps it plumb.',
        clamped: `**Clamped along the bench**, the cut just past its edge; the clamp takes the ${item.strokes}.`,
      }[item.how]
    case 'start-hand':
      return item.strokes === 'push'
        ? 'Start on the far corner of a knife line: a few light strokes **drawn back**; or a light push along the thumb. Low angle, then level; no stopping half way. Three fingers round the handle, the forefinger along the plate, and the pad of the thumb presses.'
        : 'Start at the near corner of a knife line: a few light strokes **pushed**; or a short light pull along the thumb. Low angle, then level.'
    case 'start-frame':
      return `Start with a few **${item.strokes === 'pull' ? 'push' : 'pull'} strokes, quick and light**; then long, even ones, the frame square.`
    case 'strokes':
      return `**${item.strokes} strokes a cut** of ${lengthWords(Math.round(item.length / 5) * 5, say)}, about ${Math.max(1, Math.round(item.seconds))} s, letting the teeth do it. Draw back until fresh teeth come: a full gullet cuts nothing.`
    case 'filing':
      return item.fit.fine
        ? 'Rip or crosscut filing makes little difference at this size.'
        : item.fit.wrong
          ? `${capital(item.filing)} teeth ${item.grain} the grain: ${item.grain === 'along' ? 'slower' : 'knife both faces first, it splinters'}.`
          : `${capital(item.filing)} teeth, right ${item.grain} the grain.`
    case 'under-back':
      return `Goes down ${lengthWords(item.depth, say)}${item.of === undefined ? ': watch the line, no back stops it' : item.stop ? `: **set its back as the stop**` : `; ${lengthWords(item.of, say)} under the back. A strip clamped to the plate makes a stop`}.`
    case 'flush':
      return 'Plate flat on the face, a finger on it; leave a shaving for the plane.'
    case 'both-ends-free':
      return 'Either way up: it cuts all round.'
    case 'reverse': {
      const { teethAbove, shift, reaches } = item.setting
      const rise =
        teethAbove >= 2 && teethAbove <= 5
          ? `**${teethAbove} of them above the table** at the top of the stroke`
          : `${shift > 0 ? 'raise' : 'lower'} the blade ${roundWords(Math.abs(shift), say)} so that **two show above the table** at the top of the stroke`
      return reaches
        ? `Upward teeth low; ${rise}.`
        : 'Its upward teeth never reach the underside on this saw: put a backer under the work instead.'
    }
    case 'tension': {
      const { low, high } = item.band.value
      const narrow = isNarrow({ low: low.stress, high: high.stress, empty: item.band.empty })
      const feel = `or ${lengthWords(item.move, say)} sideways under ${forceWords(item.push, say)} of thumb`
      return item.band.empty
        ? `Pluck: about **${noteWords(item.band.value.high.pitch)}**, no higher. ${emptyBandWords(item.band)}`
        : `Pluck: **${bandWords(item.band)}** on this saw${item.marks ? ` (${greenMarksWords(item.marks, setterOf(job.saw), say)})` : ''}, ${feel}.${narrow ? ' **A narrow band:** hard to keep, so pluck after every hole.' : ''}`
    }
    case 'retension':
      return item.returns
        ? `Each hole: ${listWords(item.steps.map(stepWords))}. The tension comes back by itself; pluck now and then.`
        : `Each hole: ${listWords(item.steps.map(stepWords))}. **Pluck again** every time: this saw does not return to it.`
    case 'speed': {
      const dial = item.marks
        ? `, dial ${decimal(item.marks[0], 0) === decimal(item.marks[1], 0) ? decimal(item.marks[0], 0) : `${decimal(item.marks[0], 0)} to ${decimal(item.marks[1], 0)}`}`
        : ''
      return `**${strokesWords(item.band, ' to ')}** strokes a minute${dial}.${item.band.trouble ? ` ${speedWords(item.band)}` : ''}${item.quiet ? ` ${quietWords(item.quiet)}` : ''}`
    }
    case 'drill':
      return `Drill **${item.drill.name}** pilot holes in the waste, on a backer.`
    case 'enter-edge':
      return job.cut.radius === undefined ? 'Start from an edge, on the line.' : 'Start from an edge; meet the line at a shallow angle.'
    case 'plunge':
      return `Base **tipped onto its front**, on the waste side, both hands, full speed; lower it slowly until the blade is through. **Never with a blade over the line.**${item.cutsOn === 'up' ? '' : ' Teeth that cut down throw the saw back: take an ordinary blade.'}`
    case 'hold-down':
      return `Hold-down just kissing the stock: **${forceWords(item.lifts, say)}** lift it on the up stroke${item.ripple > CHATTERS ? ', and few teeth in it chatter; both hands near the blade' : ''}.`
    case 'pin':
      return 'Work flat on the bench pin, two fingers close on either side of the cut.'
    case 'backing':
      return item.teeth === undefined
        ? item.sawn
          ? `**${lengthWords(item.sawn, say)} of backer under it**, sawn with it.`
          : 'Thin stock: tape it to a **backer** so it cannot flex.'
        : `Only ${teethWords(item.teeth)} ${decimal(item.teeth, 1) === '1' ? 'stands' : 'stand'} in it: saw it **on a backer, sawn with it**, or hold the sheet hard right at the blade.`
    case 'face':
      if (isHandSaw(job.saw))
        return item.up === 'either' ? 'Knife the line on every face.' : 'Show face **toward you**: the teeth tear where they leave.'
      return item.up === 'either' ? 'Better face up.' : `Show face **up**: the down stroke ${tornWords(job).does} the underside.`
    case 'lubricate':
      return item.what === 'wax'
        ? 'Touch the blade’s back with wax; little and often.'
        : 'Keep the cut **wet**; it cools and holds the dust.'
    case 'tape':
      return item.film
        ? '**Leave the film on**, or tape over the line: it keeps the edge cooler and from welding shut.'
        : 'Tape over the line keeps the edge cooler and lifts the pattern off.'
    case 'tall':
      return `Stock taller than the ${lengthWords(item.stroke, say)} stroke: feed slowly and **back out to clear dust**.`
    case 'square':
      return `Square the blade to the table. ${bevelled(item.slope, 'A side push')}`.trim()
    case 'trial':
      return `**Trial cut** on scrap of the same ${job.stock.material.name.toLowerCase()}; look at both faces.`
  }
}

export const cautionWords: Record<Caution, string> = {
  eyes: 'Eye protection, always.',
  ears: 'Hearing protection at a running saw; music headphones are not that.',
  fingers: 'Fingers beside the blade, never in front of it; watch the steadying thumb.',
  hot: 'A fresh cut is hot, and so is the blade after a long one: take it out with a cloth.',
  manual: 'Follow the saw’s manual and local rules; you decide at the saw.',
  hair: 'Tie back hair, cuffs and jewelry; closed shoes.',
  dust: 'Dust mask and extraction; brush, never blow.',
  'dust-irritant': 'Irritant dust: respirator and extraction.',
  'dust-toxic': 'Toxic dust: respirator, extraction, wash after; keep food and children away.',
  'dust-composite': 'Glue-bound dust: respirator and extraction or open air.',
  silica: 'Silica dust harms the lungs for good: wet cutting and a respirator.',
  metal: 'Metal dust and slivers: mask, brush, no gloves near the blade.',
  sharp: 'Cut sheet edges are sharp; deburr before handling.',
  'fumes-pvc': 'PVC gives off acid fumes when hot: slow, with air moving away from you.',
  'hot-edge': 'The edge melts before it smells: go slowly.',
  zinc: 'Zinc coating: no heating, no breathing its dust.',
  'titanium-fire': 'Titanium dust burns: clear it away, no sparks nearby.',
  'base-flat': 'Both hands on the saw, cord behind, nothing below the line that must not be cut; clear what falls.',
  kicks: 'A blade pinched in a turn kicks. A lock-on switch is for long cuts only, if at all.',
  hidden: 'In floors, walls or old furniture look first for wires, pipes, nails and old paint.',
  alike: 'Both ends of the blade turned alike; slacken before taking it out.',
  thumb: 'Thumb beside the line only until the cut has started; a sharp saw wants no force.',
  wet: 'Keep water away from motor and plug.',
}

/** Steps a caution belongs to, the likeliest first; the trial cut takes what has no other. */
const belongs: Partial<Record<Caution, SetUpItem['do'][]>> = {
  ears: ['speed'],
  hair: ['speed'],
  fingers: ['hold-down', 'pin', 'clamp', 'start-frame', 'start-hand'],
  hot: ['retension', 'shank'],
  'fumes-pvc': ['speed'],
  'hot-edge': ['speed'],
  wet: ['lubricate'],
  'base-flat': ['start-base', 'plunge', 'clamp'],
  kicks: ['plunge', 'orbit', 'speed'],
  hidden: ['drill'],
  alike: ['pins', 'turn-blade', 'tension'],
  thumb: ['start-hand'],
}
/** For the whole of the work: eyes, what the stock itself does to lungs and hands, and the saw's own manual. */
const AT_FOOT = 3

/** Cautions where they apply: beside the step they belong to, and the few that hold throughout at the foot, three at most. */
export function placedCautions({ value, cautions }: Pick<SetUp, 'value' | 'cautions'>): {
  beside: Map<SetUpItem['do'], Caution[]>
  foot: Caution[]
} {
  const steps = new Set(value.map((i) => i.do))
  const beside = new Map<SetUpItem['do'], Caution[]>()
  const foot: Caution[] = cautions.filter((c) => c === 'eyes' || c === 'manual')
  for (const c of cautions.filter((c) => !foot.includes(c))) {
    const own = belongs[c]
    if (!own && foot.length < AT_FOOT) {
      foot.splice(-1, 0, c)
      continue
    }
    const step = own?.find((d) => steps.has(d)) ?? 'trial'
    beside.set(step, [...(beside.get(step) ?? []), c])
  }
  return { beside, foot }
}

const mounted: Record<Mounting, string> = {
  teeth: 'Teeth toward me, the right way up',
  clamps: 'Both ends seated and clamped',
  tug: 'Tugged: it holds',
  tension: 'Plucked: in the green',
  square: 'Square to the table',
  'hold-down': 'Hold-down just touching',
  orbit: 'Orbit and speed set',
  trial: 'Trial cut, both faces looked at',
}
/** Where a saw's look or touch is another one. */
const mountedOn: Partial<Record<Profile['like'], Partial<Record<Mounting, string>>>> = {
  jigsaw: { teeth: 'Teeth forward, roller at the back', clamps: 'Shank locked home', square: 'Base square, by a square' },
  hand: { teeth: 'Teeth sharp, plate clean and waxed' },
}
/** Tick-list for mounting on this saw, in order. */
export const mountingWords = (saw: Pick<Job['saw'], 'kind'>): string[] =>
  profileOf(saw).mounting.map((m) => mountedOn[profileOf(saw).like]?.[m] ?? mounted[m])
