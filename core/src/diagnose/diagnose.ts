import { isStrung, threadingSeconds, isJigsaw, isHandSaw, profileOf } from '../saw/index.js'
import { isMetal } from '../stock/index.js'
import { soundJob, type Job } from '../job/index.js'
import type { Blade } from '../blade/index.js'
import {
  answering,
  faults,
  faultById,
  showing,
  signs as allSigns,
  testById,
  testOutcomes,
  tests as allTests,
  type CauseId,
  type Fault,
  type Outcome,
  type OutcomeId,
  type Sign,
  type Test,
  type TestId,
} from './faults.js'
import { weightsOf, type Because, type Situation } from './prior.js'

export interface DiagnoseAsked extends Situation {
  signs: readonly Sign[]
  /** tests done, and what they said */
  outcomes?: readonly Outcome[]
  /** causes whose cure did not help */
  failed?: readonly CauseId[]
}
export interface Suspect {
  id: CauseId
  /** its share; the shares of all add to 1 */
  p: number
  /** what in this ticket and saw speaks for it */
  because: Because[]
  /** of the signs told, those it would show; tests that spoke for it */
  explains: Sign[]
  borneOut: Outcome[]
}
export interface NextStep {
  kind: 'test' | 'cure'
  id: TestId | CauseId
  /** s, with a fresh blade where it takes one */
  cost: number
  /** s it saves on the way to the cure, in the mean */
  gain: number
}
export interface Diagnosis {
  /** likeliest first; those that cannot be on this saw and ticket are not among them */
  causes: Suspect[]
  /** absent where every cause was tried */
  next?: NextStep
  /** what each outcome of the test that comes next would leave likeliest */
  ifSo: { outcome: OutcomeId; p: number; leaves: CauseId[] }[]
  /** s to the cure, in the mean, going the cheapest way */
  expected: number
  /** signs that the likeliest cause does not show, and the cause that best shows them: there may be two */
  unexplained: Sign[]
  second?: CauseId
  /** the pattern is off and nothing shows */
  nothing: boolean
}

const UNSEEN = 0.65 // of the signs a cause shows are noticed and told; estimate
// s that breaking off only to look is held against a test, and what is left of it after each cure that failed; and what a test
// that mends has before a bare cure, since it spoils nothing where it does not help; tuned on faults of a table it does not share
const PAUSE = 27
const FADES = 0.25
const HANDY = 15
const TRYING = 20 // s to cut again and see, after every step; estimate
const LASTING = 60 // s of sawing after which a blade that has not snapped again is held sound; estimate
const BLADE = 15 // s that a fresh blade is worth; estimate
const LIKELY = 0.15 // chance of a sign from which it is taken as explained

const change = (job: Job, takes: boolean) => (takes ? threadingSeconds(job.saw) + BLADE : 0)

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
const normal = (xs: number[]): number[] => {
  const sum = xs.reduce((a, b) => a + b, 0)
  return sum > 0 ? xs.map((x) => x / sum) : xs
}

/**
 * From signs to causes on this ticket, and the one next step that costs least to a cure: sometimes a test, sometimes a cure at
 * once. One fault at a time; the order in which anything was told does not matter.
 * @throws RangeError where a figure of the job is none, or an outcome is not one of its test’s
 */
export function diagnose(asked: DiagnoseAsked): Diagnosis {
  const { job, blade, signs, outcomes = [], failed = [] } = asked
  soundJob(job)
  for (const { test, outcome } of outcomes)
    if (!(testOutcomes[test] as readonly string[] | undefined)?.includes(outcome)) throw new RangeError(`“${outcome}” is no outcome of ${test}.`) // prettier-ignore
  const told = new Set(signs)
  const weight = weightsOf(asked)
  const candidates = faults.flatMap((fault) => {
    if (failed.includes(fault.id)) return []
    const { times, because } = weight(fault)
    return times > 0 ? [{ fault, because, times, score: times * likelihood(fault, told) }] : []
  })
  // every outcome once, however often it was told
  const done = [...new Map(outcomes.map((o) => [o.test, o])).values()].sort((a, b) => (a.test < b.test ? -1 : 1))
  const byId = new Map(allTests.map((t) => [t.id, t]))
  for (const { test, outcome } of done) for (const c of candidates) c.score *= answering(c.fault, byId.get(test)!, outcome)

  const p = normal(candidates.map((c) => c.score))
  // that a blade does not snap again shows only after a while
  const trying = told.has('snaps') ? LASTING : TRYING
  const cost = candidates.map(({ fault }) => fault.cost + change(job, fault.blade) + trying)
  const now = way(p, cost)
  const causes = candidates
    .map(({ fault, because }, i): Suspect => ({
      id: fault.id,
      p: p[i]!,
      because,
      explains: signs.filter((s) => showing(fault, s) >= LIKELY),
      borneOut: done.filter(
        ({ test, outcome }) => answering(fault, byId.get(test)!, outcome) > 1.5 * (byId.get(test)!.outcomes[outcome] ?? 1),
      ),
    }))
    .sort((a, b) => b.p - a.p)

  const known = new Set<TestId>(done.map((o) => o.test))
  // what was heard is the answer of a pluck
  if (asked.heard?.stress) known.add('pluck').add('thumb')
  const open = allTests.filter((t) => !known.has(t.id) && t.on.includes(profileOf(job.saw).like) && (asks[t.id]?.(job, blade) ?? true))
  let best: { test: Test; saves: number; cost: number; net: number } | undefined
  for (const test of open) {
    const price = test.cost + change(job, test.blade) + (test.mends ? trying : 0)
    const saves = foretold(test, candidates, p, cost, now)
    const net = saves - price - (test.mends ? -HANDY : PAUSE * FADES ** failed.length)
    if (net > (best?.net ?? 0)) best = { test, saves, cost: price, net }
  }
  let cure: { i: number; saves: number } | undefined
  p.forEach((x, i) => {
    if (!cure || x / cost[i]! > p[cure.i]! / cost[cure.i]!)
      cure = { i, saves: now - (1 - x) * way(normal(p.map((y, k) => (k === i ? 0 : y))), cost) }
  })
  const next: NextStep | undefined =
    best ? { kind: 'test', id: best.test.id, cost: best.cost, gain: best.saves }
    : cure ? { kind: 'cure', id: candidates[cure.i]!.fault.id, cost: cost[cure.i]!, gain: Math.max(0, cure.saves) }
    : undefined // prettier-ignore
  const first = causes[0]
  const unexplained = first ? signs.filter((s) => !first.explains.includes(s)) : []
  return {
    causes,
    next,
    ifSo: best ? outcomesOf(best.test, candidates, p) : [],
    expected: now,
    unexplained,
    second: secondOf(candidates, unexplained),
    nothing: done.some((o) => o.test === 'peel-pattern' && o.outcome === 'gone'),
  }
}

const ASKED = 0.1 // chance of a sign from which it is asked for
/** Signs that can be on this saw and cut at all. */
export function signsOf({ saw, cut }: Pick<Job, 'saw' | 'cut'>): Sign[] {
  const here = faults.filter((f) => f.common[profileOf(saw).like])
  const threaded = isStrung(saw) && cut.kind === 'pierced'
  return allSigns.filter((s) => {
    if (s === 'wont-thread' ? !threaded : s === 'hits-arm' ? !isStrung(saw) : false) return false
    return here.some((f) => showing(f, s) >= ASKED)
  })
}
/** Where one cause leaves signs over, the likeliest for those alone; answers were about all of them, and decide nothing here. */
function secondOf(candidates: readonly { fault: Fault; times: number }[], left: readonly Sign[]): CauseId | undefined {
  if (!left.length) return undefined
  const shown = new Set(left)
  const best = candidates.reduce<{ id?: CauseId; score: number }>(
    (best, { fault, times }) => {
      const score = times * likelihood(fault, shown)
      return left.every((s) => showing(fault, s) >= LIKELY) && score > best.score ? { id: fault.id, score } : best
    },
    { score: 0 },
  )
  return best.id
}
/** How likely this fault shows just these signs; not all that shows is told. */
function likelihood(fault: Fault, told: ReadonlySet<Sign>): number {
  return allSigns.reduce((x, s) => x * (told.has(s) ? showing(fault, s) : 1 - UNSEEN * showing(fault, s)), 1)
}
type Candidates = readonly { fault: Fault }[]

/** Whether doing this test is the cure of that cause. */
const mended = (fault: Fault, test: Test): boolean =>
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
function outcomesOf(test: Test, candidates: Candidates, p: readonly number[]): Diagnosis['ifSo'] {
  return testOutcomes[test.id].map((outcome) => {
    const joint = candidates.map(({ fault }, i) => ({ id: fault.id, p: p[i]! * answering(fault, test, outcome) }))
    const chance = joint.reduce((s, x) => s + x.p, 0)
    const leaves = joint.filter((x) => x.p > 0.2 * chance).sort((a, b) => b.p - a.p)
    return { outcome, p: chance, leaves: leaves.slice(0, 3).map((x) => x.id) }
  })
}
/** The likeliest cause that a test has mended by being done, where it helped. */
export function mendedBy(causes: readonly Suspect[], { test, outcome }: Outcome): CauseId | undefined {
  const t = testById(test)
  return t.mends === outcome ? causes.find((c) => mended(faultById(c.id), t))?.id : undefined
}
/** s of a cure on this saw, tried and looked at. */
export const cureCost = (job: Job, id: CauseId): number => faultById(id).cost + change(job, faultById(id).blade) + TRYING
