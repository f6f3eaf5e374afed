import { toDegrees } from '../number/index.js'
import { decimal } from '../quantity/index.js'
import type { Family } from '../saw/index.js'
import type { Breach, LearningCurve, Aspect, Scored, ShapeName, Slip } from '../practice/index.js'
import { lengthWords, listWords, minutesWords, type Say } from './say.js'

/** What each exercise is called, and the one thing it is for. */
export const exerciseWords: Record<ShapeName, { name: string; aim: string }> = {
  straight: { name: 'A straight line', aim: 'Keep the line in the middle of the kerf. Look ahead of the blade, not at it.' },
  beside: { name: 'One side of the line', aim: 'The kerf in the waste, the whole line left standing, from end to end.' },
  meeting: { name: 'Two cuts that meet', aim: 'From both ends toward the middle: no step where they meet.' },
  wide: { name: 'A wide curve', aim: 'Turn all the time, a little; never in steps.' },
  ess: { name: 'A wave', aim: 'The turn changes sides: let the blade run straight for a moment between.' },
  semicircle: { name: 'A semicircle', aim: 'The same turn from end to end, at the same push.' },
  sharp: { name: 'A sharp corner', aim: 'Stop feeding, turn on the spot, go on.' },
  circle: { name: 'A circle from inside', aim: 'Round and back into the start, the line left standing.' },
  square: { name: 'A square opening', aim: 'Four corners on the spot; each side straight from the first tooth.' },
  tightening: { name: 'A tightening curve', aim: 'The tighter it gets, the slower: at the end the blade just comes round.' },
  leaf: { name: 'A leaf', aim: 'Two even curves and two points, without a flat beside them.' },
  zigzag: { name: 'A zigzag', aim: 'Corner after corner: rest, turn, and only then feed.' },
  letter: { name: 'A letter', aim: 'Curves both ways and one corner, as lettering has them.' },
  knob: { name: 'A puzzle knob', aim: 'Its neck is where pieces break: keep it on the line.' },
  spiral: { name: 'A spiral', aim: 'A long breath: each turn a little tighter than the last.' },
  slope: { name: 'A sloping cut', aim: 'Set the saw on the slope at the start; it keeps the way it begins.' },
  cheek: { name: 'A deep cheek', aim: 'Far down, one way: the first strokes decide where it ends.' },
}
export const practiceFamilies: Record<Family, string> = {
  scroll: 'Scroll saw',
  jeweler: 'Frame at the pin',
  coping: 'Coping saw',
  bow: 'Bow saw',
  jigsaw: 'Jigsaw',
  hand: 'Hand saw',
}
/** What is said the moment a rule is broken, and what helps. */
export const breachWords: Record<Breach, { says: string; helps: string }> = {
  bows: { says: 'The blade bows', helps: 'Let the saw cut: push less.' },
  packs: { says: 'The gaps are full', helps: 'Push less; the dust must get out.' },
  rubs: { says: 'The teeth only rub', helps: 'Push a little more, so that they bite.' },
  browns: { says: 'It browns', helps: 'Do not rest with the teeth against the wood: go on, or draw back.' },
  binds: { says: 'The blade binds', helps: 'Turn less for the way you feed; or stop feeding and turn on the spot.' },
  leans: { says: 'The blade leans', helps: 'Turn the work instead of pushing it aside.' },
}
/** What each mark is called, and what to try where it is the lowest. */
export const aspectWords: Record<Aspect, { name: string; tip: string }> = {
  line: { name: 'On the line', tip: 'Look a blade’s length ahead, and correct early and little.' },
  worst: { name: 'Worst place', tip: 'One place tells: slow down before it instead of pulling back after it.' },
  side: { name: 'Side kept', tip: 'Begin a little farther into the waste, and stay there.' },
  edge: { name: 'Edge upright', tip: 'Turn the work instead of pushing it aside: the blade stands upright by itself.' },
  heat: { name: 'Not browned', tip: 'Keep moving while the teeth touch; draw back a little to rest.' },
  corners: { name: 'Corners', tip: 'Feed on until the blade stands in the corner, then rest and turn.' },
  pace: { name: 'Pace', tip: 'You may feed a little faster: the saw is waiting for you.' },
}

/** How a practiced cut came out, in one sentence. */
export function resultWords(s: Scored): string {
  if (s.snapped) return 'The blade broke: pushed three times as hard as it bears.'
  if (s.astray) return `The line was lost after ${Math.round((100 * s.sawn) / s.length)} % of the way.`
  if (s.sawn < 0.9 * s.length) return `Sawn ${Math.round((100 * s.sawn) / s.length)} % of the way.`
  const seen = s.slips.filter((x) => x.verdict !== 'vanishes' && x.verdict !== 'saw-again')
  if (!seen.length) return s.slips.length ? 'Nobody will see where you left the line.' : 'On the line from end to end.'
  return seen.length === 1 ? 'One place will be seen.' : `${seen.length} places will be seen.`
}
const seenWords: Record<Slip['verdict'], string> = {
  vanishes: 'nobody will see it',
  'saw-again': 'sand or saw it off',
  fairs: 'ease the line beside it',
  shows: 'it shows',
  weakens: 'it weakens the piece',
  gapes: 'a gap would show',
}
/** A place off the line: how far, which way, and whether that shows. */
export const placeWords = (s: Slip, say: Say): string =>
  `${lengthWords(Math.round(Math.abs(s.stray) * 100) / 100, say)} into the ${s.into === 'kept' ? 'piece' : 'waste'}: ${seenWords[s.verdict]}.`

/** Figures beside a score. */
export const figuresWords = (s: Scored, say: Say): string =>
  listWords([
    `${lengthWords(Math.round(s.stray * 100) / 100, say)} off on the mean, ${lengthWords(Math.round(s.worst * 100) / 100, say)} at worst`,
    ...(s.lean > 0.001 ? [`${decimal(toDegrees(Math.atan(s.lean)), 1)}° of lean`] : []),
    `${minutesWords(s.seconds)}, where ${minutesWords(s.allowed)} is the Bench’s pace`,
  ])

/** What to try next time: what was broken longest, else the lowest mark. */
export function tryWords(s: Scored): string {
  const [longest] = (Object.entries(s.breaches) as [Breach, number][]).filter(([b, t]) => b !== 'rubs' || t > 2).sort((a, b) => b[1] - a[1])
  const lowest = (Object.entries(s.aspects) as [Aspect, number][]).reduce((a, b) => (b[1] < a[1] ? b : a))
  const astray = lowest[1] < 0.4 && (lowest[0] === 'line' || lowest[0] === 'worst' || lowest[0] === 'side')
  if (lowest[1] > 0.9) return 'Nothing to mend. Try a harder one.'
  if (!astray && longest && longest[1] > Math.max(1, 0.08 * s.seconds)) return breachWords[longest[0]].helps
  return aspectWords[astray && s.aspects.line! < 0.4 ? 'line' : lowest[0]].tip
}
/** What a number of cuts has taught. */
export function learningWords(c: LearningCurve): string {
  const less = Math.round(100 * (1 - c.doubling))
  return less >= 3
    ? `With every doubling of your cuts you stray ${less} % less.`
    : less <= -3
      ? 'Lately you stray more than at first: a rest may help more than another cut.'
      : 'Your hand is steady; a harder exercise would tell more.'
}
