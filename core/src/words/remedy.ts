import {
  faultById,
  testById,
  type Because,
  type CauseId,
  type NextStep,
  type OutcomeId,
  type Sign,
  type TestId,
} from '../diagnose/index.js'
import type { Job } from '../job/index.js'
import { type Saw, hasMotor } from '../saw/index.js'
import { familyOfStock } from '../stock/index.js'
import { decimal } from '../quantity/index.js'
import { limitNames } from './limit.js'
import { lengthWords, minutesWords, numberWords, type Say } from './say.js'

export const signNames: Record<Sign, string> = {
  snaps: 'the blade snapped',
  wanders: 'it wanders off',
  'not-square': 'the edge is not square',
  burns: 'the edge is browned',
  bogs: 'it bogs down',
  'runs-away': 'it runs away with me',
  hops: 'the work hops',
  chatters: 'it chatters',
  'fuzz-under': 'fuzz underneath',
  'chips-under': 'chips underneath',
  'chips-top': 'the top is chipped',
  slips: 'the blade slips out',
  welds: 'the kerf welds shut',
  'wont-thread': 'it will not go through the hole',
  'hits-arm': 'the work hits the arm',
  'corner-rounded': 'corners come out round',
  'corner-overcut': 'corners are overcut',
  ridges: 'ridges along the edge',
  binds: 'it binds',
  'joint-gap': 'the joint gapes',
  'line-lost': 'the line is lost',
  'uneven-when-peeled': 'uneven once peeled',
}

export const causeNames: Record<CauseId, string> = {
  'too-tight': 'the blade is too tight',
  'too-slack': 'the blade is too slack',
  'fed-hard': 'it is fed too hard',
  dull: 'the blade is dull',
  'blade-small': 'the blade is too small',
  'blade-big': 'the blade is too big',
  'teeth-few': 'the teeth are too coarse',
  'teeth-many': 'the teeth are too fine',
  'gullets-packed': 'the gullets are packed',
  'strokes-fast': 'the strokes are too fast',
  'strokes-slow': 'the strokes are too slow',
  lead: 'the blade leads to one side',
  'table-off': 'table or base is off square',
  'side-push': 'the hand pushes it sideways',
  'reverse-not-reaching': 'the upward teeth do not reach',
  'no-backing': 'nothing backs the stock',
  'hold-down-high': 'the hold-down stands too high',
  'oil-on-ends': 'the blade’s ends are oily',
  'clamp-worn': 'a clamp is worn',
  'seated-wrong': 'an end is not seated',
  kinked: 'the blade is kinked',
  'ends-twisted': 'the ends are not turned alike',
  'roller-off': 'the roller does not bear',
  'orbit-high': 'too much orbit',
  'base-lifted': 'the base is not pressed flat',
  overhang: 'the work overhangs too far',
  'turned-on-spot': 'it is turned on the spot',
  'wrong-way-up': 'the blade is in the wrong way up',
  'hole-small': 'the hole is too small',
  'film-off': 'the film is off',
  'stroke-short': 'the strokes are too short',
  'set-lost': 'the set is worn off',
  'plate-dry': 'the plate is dry',
  'steep-angle': 'the saw is held too steep',
  stance: 'arm, saw and line are not in one plane',
  'side-changed': 'the kerf changes its side of the line',
  'filing-wrong': 'the teeth are filed for the other grain',
  'wrong-pattern': 'the tooth pattern does not suit',
  'piece-too-big': 'the piece is too big to swing',
}

/** What to do about it, and what to look at so that it does not come back. */
export const cureWords: Record<CauseId, { how: string; after: string }> = {
  'too-tight': { how: 'Let the tension down until the pluck is in the green.', after: 'Pluck after every re-threading.' },
  'too-slack': { how: 'Tighten until the pluck is in the green.', after: 'A new blade settles: pluck again after the first cut.' },
  'fed-hard': {
    how: 'Let the saw cut: push no more than keeps the dust coming.',
    after: 'If it must be pushed, the blade is asking to be changed.',
  },
  dull: { how: 'Put in a fresh blade. It costs less than the piece.', after: 'Log the minutes, and the Drawer will tell you before.' },
  'blade-small': { how: 'Go up a size, as far as the tightest curve allows.', after: 'The window shows which sizes bear this stock.' },
  'blade-big': { how: 'Go down a size, or turn wider through the waste.', after: 'The window shows which sizes turn this curve.' },
  'teeth-few': { how: 'Take finer teeth, or saw a backer under it.', after: 'Two teeth in the stock at least; three in metal.' },
  'teeth-many': { how: 'Take coarser teeth.', after: 'Thick stock wants room for its dust.' },
  'gullets-packed': {
    how: 'Ease off, draw the blade clear, brush the kerf out, then go on lighter.',
    after: 'Keep the dust moving: blower, brush, wax in metal.',
  },
  'strokes-fast': { how: 'Turn it down into the green.', after: 'Denser stock, fewer strokes.' },
  'strokes-slow': { how: 'Turn it up into the green.', after: 'More feed wants more strokes.' },
  lead: {
    how: 'Turn the work a little into the lead, and keep that angle; a fence is set to it too.',
    after: 'Saw a freehand line with every new blade.',
  },
  'table-off': {
    how: 'Saw a scrap, turn one half over: twice the error shows. Set table or base square.',
    after: 'Look again whenever it was tilted.',
  },
  'side-push': {
    how: 'Steer by turning the work, not by pushing it aside.',
    after: 'Let the blade stand straight in the kerf before you go on.',
  },
  'reverse-not-reaching': {
    how: 'Shift the blade up in its clamps until two upward teeth show above the table at the top.',
    after: 'The set-up list says by how much.',
  },
  'no-backing': { how: 'Put a backer under it and saw both.', after: 'Thin sheet always; veneer where the back shows.' },
  'hold-down-high': { how: 'Let the hold-down just touch the stock.', after: 'Set it anew for each thickness.' },
  'oil-on-ends': { how: 'Wipe both ends, rub them lightly with abrasive paper, clamp again.', after: 'Wipe every new blade.' },
  'clamp-worn': { how: 'Dress or turn the jaws, or renew the clamp screw.', after: 'Tug after every clamping.' },
  'seated-wrong': { how: 'Take it out, seat both ends home and in line, clamp, tug.', after: 'Sight along it before you thread the work.' },
  kinked: { how: 'Put in a fresh blade; a kink breaks.', after: 'Clamp the first end before you bend anything.' },
  'ends-twisted': { how: 'Loosen one end and turn it until the blade lies in one plane.', after: 'Sight along it from above.' },
  'roller-off': { how: 'Bring the roller up against the back of the blade, and oil it.', after: 'Look at it with every blade.' },
  'orbit-high': { how: 'Turn the orbit down a step; none for a show face or a tight curve.', after: 'Orbit is for rough, straight cuts.' },
  'base-lifted': {
    how: 'Press the base flat with both hands before the blade touches, and keep it there.',
    after: 'Let it stop before you lift.',
  },
  overhang: { how: 'Clamp closer to the line, or carry the free side.', after: 'A hand’s breadth is too far in sheet.' },
  'turned-on-spot': {
    how: 'Keep the teeth cutting while you turn, or go round a loop in the waste.',
    after: 'At a sharp corner: back, widen, turn.',
  },
  'wrong-way-up': { how: 'Turn it: teeth to you, pointing to the cutting stroke.', after: 'Feel with a fingertip before clamping.' },
  'hole-small': { how: 'Drill one size up.', after: 'Pin or end, the wider counts.' },
  'film-off': { how: 'Put packing tape over the line.', after: 'Leave the film on until the last cut.' },
  'stroke-short': { how: 'Use the blade’s whole length.', after: 'Few teeth doing all the work are soon dull.' },
  'set-lost': { how: 'Have it set and sharpened, or take another saw.', after: 'A kerf no wider than the plate binds.' },
  'plate-dry': { how: 'Rub candle wax on both sides of the plate.', after: 'Again whenever it squeaks.' },
  'steep-angle': { how: 'Lower the handle; start lower still.', after: 'More teeth in the work run quieter.' },
  stance: {
    how: 'Stand so that forearm, saw and line lie in one plane; forefinger along the blade.',
    after: 'Saw ten practice lines before the good piece.',
  },
  'side-changed': { how: 'Choose one side of the line and keep it all the way.', after: 'Hatch the waste before you begin.' },
  'filing-wrong': { how: 'Take the saw filed for this way of the grain.', after: 'Rip along, crosscut across; small cuts forgive it.' },
  'wrong-pattern': {
    how: 'Take the pattern that suits this stock and face.',
    after: 'Reverse teeth clean the underside; skip clears dust.',
  },
  'piece-too-big': {
    how: 'Turn the blade, come from the other side, or cut the waste away first.',
    after: 'The pattern shows what the throat blocks.',
  },
}

/** How a test is done, and what each answer is called. */
export const testWords: Record<TestId, { name: string; how: string; outcomes: Record<string, string> }> = {
  pluck: {
    name: 'Pluck the blade',
    how: 'Saw off. Pluck it at its middle and hold it against the green, by ear or under Listen.',
    outcomes: { low: 'too low', green: 'in the green', high: 'too high' },
  },
  thumb: {
    name: 'Press it sideways',
    how: 'A light thumb, about 100 g, at its middle.',
    outcomes: { soft: 'it gives', right: 'about right', hard: 'hardly moves' },
  },
  tug: {
    name: 'Tug at it',
    how: 'Pull the blade at each end, away from its clamp.',
    outcomes: { slips: 'it slips', holds: 'it holds' },
  },
  'sight-blade': {
    name: 'Sight along it',
    how: 'Saw off. Look down the blade from above, like along a straightedge.',
    outcomes: { bent: 'bent or wound', straight: 'straight' },
  },
  lens: {
    name: 'Look at the teeth',
    how: 'Under a lens, half way along: do the points shine?',
    outcomes: { worn: 'points shine', sharp: 'sharp', 'wrong-teeth': 'not the teeth it should have' },
  },
  square: {
    name: 'Square it',
    how: 'Small square on table or base, against the blade, the hold-down up.',
    outcomes: { off: 'off', true: 'square' },
  },
  'freehand-line': {
    name: 'A freehand line',
    how: 'A straight line on scrap, a hand long, pushed from behind and not steered.',
    outcomes: { 'steady-lead': 'leads off evenly', wanders: 'wanders about', straight: 'stays on it' },
  },
  'hold-down': {
    name: 'Look at the hold-down',
    how: 'Does it just touch the stock?',
    outcomes: { high: 'it stands off', touching: 'it touches' },
  },
  'wipe-ends': {
    name: 'Wipe the ends',
    how: 'Take the blade out, wipe both ends with a clean rag, look at the rag.',
    outcomes: { oily: 'oily, and it holds now', clean: 'clean' },
  },
  roller: {
    name: 'Look at the roller',
    how: 'Battery out. Does it bear on the back of the blade?',
    outcomes: { off: 'it stands off', touching: 'it bears' },
  },
  'count-strokes': {
    name: 'Count the strokes',
    how: 'One cut of the same length: how many strokes does it take?',
    outcomes: { more: 'many more', 'as-estimated': 'as estimated' },
  },
  'mark-both-faces': {
    name: 'Mark both faces',
    how: 'Square the line over to the other face and saw a hand’s length: is it the same distance on both?',
    outcomes: { differs: 'it differs', same: 'the same' },
  },
  'peel-pattern': {
    name: 'Peel the pattern',
    how: 'Lift the paper at the worst place and look at the bare edge.',
    outcomes: { shows: 'it shows', gone: 'nothing to see' },
  },
  slower: {
    name: 'Fewer strokes',
    how: 'Turn it down by a third and saw on, waste side.',
    outcomes: { better: 'better', same: 'the same', worse: 'worse' },
  },
  faster: {
    name: 'More strokes',
    how: 'Turn it up by a third and saw on, waste side.',
    outcomes: { better: 'better', same: 'the same', worse: 'worse' },
  },
  'new-blade': {
    name: 'A fresh blade',
    how: 'Change it for a new one of the same kind: it costs less than finding out.',
    outcomes: { better: 'that was it', same: 'the same' },
  },
  'ease-feed': {
    name: 'Ease off',
    how: 'Half the push for a hand’s length, waste side.',
    outcomes: { better: 'better', same: 'the same' },
  },
  backing: {
    name: 'A backer underneath',
    how: 'Tape or clamp a backer under it and saw a little, both faces looked at.',
    outcomes: { better: 'better', same: 'the same' },
  },
  'raise-blade': {
    name: 'Raise the blade',
    how: 'Shift it up in its clamps until two upward teeth show above the table at the top.',
    outcomes: { better: 'better', same: 'the same' },
  },
  'less-orbit': { name: 'Less orbit', how: 'A step down, or none, for a hand’s length.', outcomes: { better: 'better', same: 'the same' } },
  'clamp-closer': {
    name: 'Clamp closer',
    how: 'Bring clamps and line within a finger’s breadth of what carries it.',
    outcomes: { better: 'better', same: 'the same' },
  },
  wax: {
    name: 'Wax it',
    how: 'Saw off. Candle or beeswax on blade or plate, both sides.',
    outcomes: { better: 'better', same: 'the same' },
  },
  'flip-stock': { name: 'The other face up', how: 'Turn a scrap over and saw it so.', outcomes: { better: 'better', same: 'the same' } },
  'scrap-same-blade': {
    name: 'Other scrap, same blade',
    how: 'Saw a hand’s length in scrap of another kind with this very blade.',
    outcomes: { better: 'it behaves there', same: 'the same there' },
  },
}
export const outcomeWords = (test: TestId, outcome: OutcomeId): string => testWords[test].outcomes[outcome] ?? outcome

/** Why this ticket speaks for a cause. */
export function becauseWords(b: Because, say: Say): string {
  const mm = (x: number) => lengthWords(Math.round(x * 10) / 10, say)
  switch (b.why) {
    case 'stress-low':
      return `heard at ${Math.round(b.have)} MPa; the green begins at ${Math.round(b.limit)}`
    case 'stress-high':
      return `heard at ${Math.round(b.have)} MPa; it bears ${Math.round(b.limit)}`
    case 'strokes-above':
      return `${Math.round(b.have)} strokes a minute; the green ends at ${Math.round(b.limit)}`
    case 'strokes-below':
      return `${Math.round(b.have)} strokes a minute; the green begins at ${Math.round(b.limit)}`
    case 'minutes':
      return `it has sawn ${minutesWords(60 * b.have)}; here one lasts about ${minutesWords(60 * b.limit)}`
    case 'wear':
      return `you said it is worn by ${Math.round(100 * b.have)} %`
    case 'limit':
      return `${limitNames[b.limit].toLowerCase()}: has ${decimal(b.have, 2)}, wants ${decimal(b.need, 2)}`
    case 'many-teeth':
      return `${decimal(b.have, 0)} teeth in the stock at once`
    case 'no-backer':
      return `${mm(b.thickness)} with nothing under it`
    case 'reverse':
      return `it sits ${mm(Math.abs(b.by))} too ${b.by > 0 ? 'low' : 'high'} for its upward teeth`
    case 'orbit':
      return `orbit ${b.have}`
    case 'pivots':
      return 'your corners are spun on the spot'
    case 'thicker-than-stroke':
      return `the stock is ${mm(b.have)}, the stroke ${mm(b.limit)}: gullets do not leave it`
    case 'filing':
      return 'the saw is filed for the other way of the grain'
    case 'pattern':
      return 'this pattern is not at its best in this stock'
    case 'shows': {
      if (!b.have) return 'it can be on any such saw'
      const whole = b.of === 2 ? 'both signs' : `all ${numberWords(b.of)} signs`
      const signs = b.of === 1 ? 'this is how it shows' : `it shows ${b.have === b.of ? whole : `${b.have} of ${b.of} signs`}`
      return [signs, b.commonest && 'no cause is commoner on such a saw'].filter(Boolean).join(', and ')
    }
    case 'seen':
      return `seen on this saw before, ${b.times === 1 ? 'once' : b.times === 2 ? 'twice' : `${b.times} times`}`
  }
}

/** What to mind with the next step; empty where nothing can hurt. */
export function stepCaution({ kind, id }: NextStep, saw: Saw): string {
  const { touches } = kind === 'test' ? testById(id as TestId) : faultById(id as CauseId)
  if (!hasMotor(saw)) return touches ? 'Loosen a taut blade with its free end turned away from you.' : ''
  return touches
    ? 'Unplug, or take the battery out, before you touch the blade; a blade just used is hot.'
    : 'Try it in the waste or on scrap, hands off the line of the blade.'
}

/** What can be done at once about a sign, whatever its cause: what sanding mends of a face, and what keeps a kerf open. */
export function atOnceWords(signs: readonly Sign[], { stock }: Pick<Job, 'stock'>, say: Say): string[] {
  const out: string[] = []
  const { material } = stock
  if (signs.some((s) => s === 'chips-under' || s === 'chips-top' || s === 'fuzz-under') && familyOfStock(material).fibrous)
    out.push(
      material.veneer === undefined
        ? 'Sanding takes fuzz off; where fibers are torn out, the face must come down to the bottom of the tear, or be filled.'
        : `Sanding takes fuzz off, and what is torn less than half the ${lengthWords(material.veneer, say)} of its face layer. A deeper chip shows what lies under it: fill it, or cut with the other face up.`,
    )
  if (signs.includes('binds'))
    out.push('Where the kerf closes behind the blade, push a thin wedge into it and hold up the offcut; never force a pinched blade.')
  return out
}
