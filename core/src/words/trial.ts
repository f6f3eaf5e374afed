import type { FeltChange, TestKind, TrialArm, TrialCriterion, Unfair, UndersideSeen } from '../trial/index.js'
import { bladeWords, listWords, type Say } from './say.js'

export const criterionNames: Record<TrialCriterion, string> = {
  edge: 'edge',
  face: 'show face',
  underside: 'underside',
  line: 'on a straight line',
  zigzag: 'on the zigzag',
  corners: 'corners',
  middle: 'middle of the edge',
  pace: 'pace',
  effort: 'effort',
  steadiness: 'steadiness',
}
/** What to look for. */
export const criterionHints: Record<TrialCriterion, string> = {
  edge: 'how little it would need sanding',
  face: 'splinters and burrs on the side that shows',
  underside: 'fuzz or chips below',
  line: 'how truly it kept to the straight line',
  zigzag: 'how truly it kept to the zigzag',
  corners: 'how square and clean they came',
  middle: 'square, not hollow or bellied, half way down',
  pace: 'how fast it went',
  effort: 'how little it asked of the hand',
  steadiness: 'how little it had to be watched',
}
/** Words for 1 (worst) to 5. */
export const feltWords = {
  pace: ['crawls', 'slow', 'medium', 'quick', 'races'],
  effort: ['hard push', 'firm push', 'some push', 'light', 'falls through'],
  steadiness: ['wanders', 'pulls aside', 'wants watching', 'follows', 'stays put'],
} as const
export const feltChangeWords: Record<FeltChange, string> = {
  no: 'the same at any',
  strokes: 'changes with strokes',
  feed: 'changes with feed',
  both: 'changes with both',
}
export const undersideWords: Record<UndersideSeen, string> = {
  clean: 'clean',
  fuzz: 'fuzz, sands off',
  chips: 'chips, can be saved',
  spoilt: 'beyond saving',
}
export const testKindWords: Record<TestKind, string> = {
  straight: 'straight',
  corners: 'square corners, both ways',
  curves: 'inside and outside curves',
  zigzag: 'zigzag, 90° to 30°',
  spiral: 'tightening spiral',
  opening: 'small opening',
  mitre: 'miter',
}

/** What an arm of a trial is called: its blade, or the way its piece is laid. */
export function armWords({ blade, up, grain }: TrialArm, say: Say): string {
  if (up) return up === 'show' ? 'show face up' : 'show face down'
  if (grain) return grain === 'along' ? 'along the grain' : 'across the grain'
  return bladeWords(blade, say)
}

/** Why a comparison is not quite fair, and what to make of it. */
export function unfairWords({ why, blades }: Unfair, nameOf: (id: string) => string): string {
  const named = listWords(blades.map(nameOf))
  switch (why) {
    case 'sizes':
      return 'The blades are not of one size: what differs may be the size, not the teeth.'
    case 'unfit':
      return `${named} ${blades.length === 1 ? 'is' : 'are'} not made for all of these stocks.`
    case 'first-time':
      return `You have not logged a cut with ${named}: a first time is judged as the hand’s, not the blade’s. Saw a practice line first.`
    case 'label':
      return `Under the lens ${named} ${blades.length === 1 ? 'is' : 'are'} not what the packet says: the result belongs to what is in the clamp.`
    case 'boards':
      return 'The pieces are not from one board: a harder board can look like a worse blade.'
  }
}
