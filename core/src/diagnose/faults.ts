import data from './data/faults.json' with { type: 'json' }
import type { Profile } from '../saw/index.js'

/** What is seen or felt, as people say it. */
export const signs = [
  'snaps',
  'wanders',
  'not-square',
  'burns',
  'bogs',
  'runs-away',
  'hops',
  'chatters',
  'fuzz-under',
  'chips-under',
  'chips-top',
  'slips',
  'welds',
  'wont-thread',
  'hits-arm',
  'corner-rounded',
  'corner-overcut',
  'ridges',
  'binds',
  'joint-gap',
  'line-lost',
  'uneven-when-peeled',
] as const
export type Sign = (typeof signs)[number]

export const causeIds = [
  'too-tight',
  'too-slack',
  'fed-hard',
  'dull',
  'blade-small',
  'blade-big',
  'teeth-few',
  'teeth-many',
  'gullets-packed',
  'strokes-fast',
  'strokes-slow',
  'lead',
  'table-off',
  'side-push',
  'reverse-not-reaching',
  'no-backing',
  'hold-down-high',
  'oil-on-ends',
  'clamp-worn',
  'seated-wrong',
  'kinked',
  'ends-twisted',
  'roller-off',
  'orbit-high',
  'base-lifted',
  'overhang',
  'turned-on-spot',
  'wrong-way-up',
  'hole-small',
  'film-off',
  'stroke-short',
  'set-lost',
  'plate-dry',
  'steep-angle',
  'stance',
  'side-changed',
  'filing-wrong',
  'wrong-pattern',
  'piece-too-big',
] as const
export type CauseId = (typeof causeIds)[number]

/** Tests with their outcomes. */
export const testOutcomes = {
  pluck: ['low', 'green', 'high'],
  thumb: ['soft', 'right', 'hard'],
  tug: ['slips', 'holds'],
  'sight-blade': ['bent', 'straight'],
  lens: ['worn', 'sharp', 'wrong-teeth'],
  square: ['off', 'true'],
  'freehand-line': ['steady-lead', 'wanders', 'straight'],
  'hold-down': ['high', 'touching'],
  'wipe-ends': ['oily', 'clean'],
  roller: ['off', 'touching'],
  'count-strokes': ['more', 'as-estimated'],
  'mark-both-faces': ['differs', 'same'],
  'peel-pattern': ['shows', 'gone'],
  slower: ['better', 'same', 'worse'],
  faster: ['better', 'same', 'worse'],
  'new-blade': ['better', 'same'],
  'ease-feed': ['better', 'same'],
  backing: ['better', 'same'],
  'raise-blade': ['better', 'same'],
  'less-orbit': ['better', 'same'],
  'clamp-closer': ['better', 'same'],
  wax: ['better', 'same'],
  'flip-stock': ['better', 'same'],
  'scrap-same-blade': ['better', 'same'],
} as const
export type TestId = keyof typeof testOutcomes
export const testIds = Object.keys(testOutcomes) as TestId[]
export type OutcomeId = (typeof testOutcomes)[TestId][number]
export interface Outcome {
  test: TestId
  outcome: OutcomeId
}

/** One cause: how common it is on each kind of saw, and how likely it shows each sign and answers each test. */
export interface Fault {
  id: CauseId
  /** relative, by kind of saw; a kind that is not named cannot have it */
  common: Partial<Record<Profile['like'], number>>
  /** s of curing it, whether that takes a fresh blade, and whether a hand comes at the blade */
  cost: number
  blade: boolean
  touches: boolean
  signs: Partial<Record<Sign, number>>
  /** probability of an outcome; of outcomes not named, what is left, shared as without this fault */
  tests: Partial<Record<TestId, Partial<Record<OutcomeId, number>>>>
  why: string
  source: string
}
export interface Test {
  id: TestId
  /** kinds of saw on which it can be made */
  on: Profile['like'][]
  /** s */
  cost: number
  blade: boolean
  touches: boolean
  /** outcomes where no fault bears on them */
  outcomes: Record<string, number>
  /** the outcome that means it is mended with the test itself */
  mends?: OutcomeId
}
export const faults = data.causes as unknown as readonly Fault[]
export const tests = data.tests as unknown as readonly Test[]
export const faultById = (id: CauseId): Fault => faults.find((f) => f.id === id)!
export const testById = (id: TestId): Test => tests.find((t) => t.id === id)!

const LEAK = 0.015 // a sign that is none of this cause’s comes with something else
const DOUBT = 0.1 // share of outcomes misread, or coming of something else besides

/** Chance that this cause shows this sign. */
export const showing = (f: Fault, sign: Sign): number => f.signs[sign] ?? LEAK

/** Chance that a test answers so where this is the cause. */
export function answering(f: Fault, test: Test, outcome: string): number {
  const plain = test.outcomes[outcome] ?? 0
  const named = f.tests[test.id] as Record<string, number> | undefined
  if (!named) return plain
  const told = Object.values(named).reduce((a, b) => a + b, 0)
  const rest = Object.entries(test.outcomes).reduce((s, [o, p]) => (o in named ? s : s + p), 0)
  const own = named[outcome] ?? (rest > 0 ? ((1 - told) * plain) / rest : 0)
  return (1 - DOUBT) * own + DOUBT * plain
}
