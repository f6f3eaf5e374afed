import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import { isHandSaw, isJigsaw, profileOf, threadingSeconds } from '../saw/index.js'
import { isMetal } from '../stock/index.js'
import { answering, testOutcomes, tests, type CauseId, type Fault, type OutcomeId, type Test, type TestId } from './faults.js'

export interface NextStep {
  kind: 'test' | 'cure'
  id: TestId | CauseId
  /** s, with a fresh blade where it takes one */
  cost: number
  /** s it saves on the way to the cure, in the mean */
  gain: number
}
/** What each outcome of a test would leave likeliest. */
export type IfSo = { outcome: OutcomeId; p: number; leaves: CauseId[] }[]

// s that breaking off only to look is held against a test, and what is left of it after each cure that failed; and what a test
// that mends has before a bare cure, since it spoils nothing where it does not help; tuned on faults of a table it does not share
const PAUSE = 27
const FADES = 0.25
const HANDY = 15
const TRYING = 20 // s to cut again and see, after every step; estimate
const LASTING = 60 // s of sawing after which a blade that has not snapped again is held sound; estimate
const BLADE = 15 // s that a fresh blade is worth; estimate

/** s of a fresh blade, where a step takes one. */
const change = (job: Job, takes: boolean) => (takes ? threadingSeconds(job.saw) + BLADE : 0)

/** s of a cure on this saw; tried and looked at once `trying` is added. */
export const curing = (job: Job, fault: Fault, trying = TRYING): number => fault.cost + change(job, fault.blade) + trying
/** s to cut again and see, after a step; that a blade does not snap again shows only after a while. */
export const tryingOf = (snaps: boolean): number => (snaps ? LASTING : TRYING)

/** What more a test asks than its kind of saw. */
const asks: Partial<Record<TestId, (job: Job, blade: Blade) => boolean>> = {
  'wipe-ends': (_job, blade) => blade.end === 'plain',
  roller: ({ saw }) => isJigsaw(saw) && saw.roller,
  backing: ({ cut }) => !cut.backing,
  'raise-blade': (_job, blade) => blade.reverseZone > 0,
  // wood is waxed for the plate, metal for the teeth
  wax: ({ saw, stock }) => isHandSaw(saw) || isMetal(stock.material),
}

/** Shares after a step down the cheapest order of cures, and what that order costs in the mean, s (Heckerman, Breese and Rommelse 1995). */
function way(p: readonly number[], cost: readonly number[]): number {
  const order = p.map((_, i) => i).sort((a, b) => p[b]! / cost[b]! - p[a]! / cost[a]!)
  let [left, sum] = [p.reduce((s, x) => s + x, 0), 0]
  for (const i of order) {
    if (!(p[i]! > 0)) break
    sum += left * cost[i]!
    left -= p[i]!
  }
  return sum
}
/** Shares that add to 1; all none where there is nothing. */
export const normal = (xs: number[]): number[] => {
  const sum = xs.reduce((a, b) => a + b, 0)
  return sum > 0 ? xs.map((x) => x / sum) : xs
}

export type Candidates = readonly { fault: Fault }[]

/** Whether doing this test is the cure of that cause. */
export const mended = (fault: Fault, test: Test): boolean =>
  ((fault.tests[test.id] as Record<string, number> | undefined)?.[test.mends ?? ''] ?? 0) > HELPS
const HELPS = 0.6
/** s that knowing a test’s answer saves, in the mean; never less than none. One that mends is a cure where it helped. */
function foretold(test: Test, candidates: Candidates, p: readonly number[], cost: readonly number[], now: number): number {
  let after = 0
  for (const outcome of testOutcomes[test.id]) {
    const joint = candidates.map(({ fault }, i) =>
      outcome === test.mends && mended(fault, test) ? 0 : p[i]! * answering(fault, test, outcome),
    )
    const chance = joint.reduce((a, b) => a + b, 0)
    if (chance > 0) after += chance * way(normal(joint), cost)
  }
  return Math.max(0, now - after)
}
function outcomesOf(test: Test, candidates: Candidates, p: readonly number[]): IfSo {
  return testOutcomes[test.id].map((outcome) => {
    const joint = candidates.map(({ fault }, i) => ({ id: fault.id, p: p[i]! * answering(fault, test, outcome) }))
    const chance = joint.reduce((s, x) => s + x.p, 0)
    const leaves = joint.filter((x) => x.p > 0.2 * chance).sort((a, b) => b.p - a.p)
    return { outcome, p: chance, leaves: leaves.slice(0, 3).map((x) => x.id) }
  })
}

/** What is known when a step is to be chosen. */
export interface Standing {
  job: Job
  blade: Blade
  candidates: Candidates
  /** share of each candidate, and s of its cure, tried and looked at */
  p: readonly number[]
  cost: readonly number[]
  /** s to cut again and see */
  trying: number
  /** tests whose answer is known */
  known: ReadonlySet<TestId>
  /** cures tried in vain */
  failed: number
}
/** The step that costs least to a cure: a test where its answer saves more than it takes, else the cure that is likeliest for its time. */
export function nextStep(at: Standing): { next?: NextStep; ifSo: IfSo; expected: number } {
  const { job, blade, candidates, p, cost, trying, known, failed } = at
  const expected = way(p, cost)
  let best: { test: Test; saves: number; cost: number; net: number } | undefined
  for (const test of tests) {
    if (known.has(test.id) || !test.on.includes(profileOf(job.saw).like) || !(asks[test.id]?.(job, blade) ?? true)) continue
    const price = test.cost + change(job, test.blade) + (test.mends ? trying : 0)
    const saves = foretold(test, candidates, p, cost, expected)
    const net = saves - price - (test.mends ? -HANDY : PAUSE * FADES ** failed)
    if (net > (best?.net ?? 0)) best = { test, saves, cost: price, net }
  }
  if (best) {
    const next: NextStep = { kind: 'test', id: best.test.id, cost: best.cost, gain: best.saves }
    return { next, ifSo: outcomesOf(best.test, candidates, p), expected }
  }
  if (!p.length) return { ifSo: [], expected }
  const first = p.reduce((b, x, i) => (x / cost[i]! > p[b]! / cost[b]! ? i : b), 0)
  const without = normal(p.map((x, i) => (i === first ? 0 : x)))
  const gain = Math.max(0, expected - (1 - p[first]!) * way(without, cost))
  return { next: { kind: 'cure', id: candidates[first]!.fault.id, cost: cost[first]!, gain }, ifSo: [], expected }
}
