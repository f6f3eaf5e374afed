import { isStrung, profileOf } from '../saw/index.js'
import { soundJob, type Job } from '../job/index.js'
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
  type Sign,
  type TestId,
} from './faults.js'
import { curing, mended, nextStep, normal, tryingOf, type IfSo, type NextStep } from './step.js'
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
export interface Diagnosis {
  /** likeliest first; those that cannot be on this saw and ticket are not among them */
  causes: Suspect[]
  /** absent where every cause was tried */
  next?: NextStep
  /** what each outcome of the test that comes next would leave likeliest */
  ifSo: IfSo
  /** s to the cure, in the mean, going the cheapest way */
  expected: number
  /** signs that the likeliest cause does not show, and the cause that best shows them: there may be two */
  unexplained: Sign[]
  second?: CauseId
  /** the pattern is off and nothing shows */
  nothing: boolean
}

const UNSEEN = 0.65 // of the signs a cause shows are noticed and told; estimate
const LIKELY = 0.15 // chance of a sign from which it is taken as explained

/**
 * From signs to causes on this ticket, and the one next step that costs least to a cure: sometimes a test, sometimes a cure at
 * once. One fault at a time; the order in which anything was told does not matter.
 * @throws RangeError where a figure of the job is none, or an outcome is not one of its test’s
 */
export function diagnose(asked: DiagnoseAsked): Diagnosis {
  const { job, blade, signs, outcomes = [], failed = [] } = asked
  soundJob(job)
  for (const { test, outcome } of outcomes)
    if (!(testOutcomes[test] as readonly string[] | undefined)?.includes(outcome))
      throw new RangeError(`“${outcome}” is no outcome of ${test}.`)
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
  const trying = tryingOf(told.has('snaps'))
  const cost = candidates.map(({ fault }) => curing(job, fault, trying))
  const common = (fault: Fault) => fault.common[profileOf(job.saw).like] ?? 0
  const most = Math.max(...faults.map(common))
  const causes = candidates
    .map(({ fault, because }, i): Suspect => {
      const explains = signs.filter((s) => showing(fault, s) >= LIKELY)
      return {
        id: fault.id,
        p: p[i]!,
        because: because.length ? because : [{ why: 'shows', have: explains.length, of: signs.length, commonest: common(fault) === most }],
        explains,
        borneOut: done.filter(
          ({ test, outcome }) => answering(fault, byId.get(test)!, outcome) > 1.5 * (byId.get(test)!.outcomes[outcome] ?? 1),
        ),
      }
    })
    .sort((a, b) => b.p - a.p)

  const known = new Set<TestId>(done.map((o) => o.test))
  // what was heard is the answer of a pluck
  if (asked.heard?.stress) known.add('pluck').add('thumb')
  const { next, ifSo, expected } = nextStep({ job, blade, candidates, p, cost, trying, known, failed: failed.length })
  const first = causes[0]
  const unexplained = first ? signs.filter((s) => !first.explains.includes(s)) : []
  return {
    causes,
    next,
    ifSo,
    expected,
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
/** The likeliest cause that a test has mended by being done, where it helped. */
export function mendedBy(causes: readonly Suspect[], { test, outcome }: Outcome): CauseId | undefined {
  const t = testById(test)
  return t.mends === outcome ? causes.find((c) => mended(faultById(c.id), t))?.id : undefined
}
/** s of a cure on this saw, tried and looked at. */
export const cureCost = (job: Job, id: CauseId): number => curing(job, faultById(id))
