import { loadings, type Beliefs } from '../belief/index.js'
import { billOf, type Bill } from '../bill/index.js'
import type { Blade } from '../blade/index.js'
import { marginsOf, rankBlades, usable } from '../choose/index.js'
import type { Job } from '../job/index.js'
import { blank } from '../learn/index.js'
import { crossing, isRound, sheetsOf, stacked } from '../stock/index.js'
import type { Piece, Run, Way } from './asked.js'

/** What one goes by where a stack is chosen. */
export interface StackGiven {
  beliefs?: Beliefs
  /** blades to choose from; the job's own comes first where it does it */
  blades?: readonly Blade[]
  blade?: Blade
  /** blanks there are; absent: enough */
  sheets?: number
}
/** One height of a stack, and what it comes to for all copies. */
export interface Stack {
  sheets: number
  /** how many go into each run: split evenly, for a thin last stack under a big blade comes out rough */
  runs: number[]
  blade: Blade
  /** min, all copies: laying out and drilling, sawing and threading, clean-up */
  ready: number
  sawing: number
  cleanUp: number
  minutes: number
  /** grades, 5 clean … 1 spoilt, of the thickest run */
  edge: number
  underside: number
  /** chance that any run is spoilt; how many go at once then; pieces lost on the mean */
  spoilt: number
  atOnce: number
  lost: number
  /** the blanks that are there do */
  enough: boolean
  way: Way
  /** of the thickest run, for its doubt and its blades */
  bill: Bill
}

/** Chance a meter of line that a slip or a broken blade spoils the piece; estimates, to be moved by the log. */
const SPOIL: Record<Job['cut']['skill'], number> = { learning: 0.03, practised: 0.012, sure: 0.005 }
/** Share of them that are spoilt with all sheets. */
export const spoilOf = (job: Job): number => 1 - Math.exp((-SPOIL[job.cut.skill] * job.cut.length) / 1000)

/** Copies in as many runs as they need, as even as they go: 4 + 4 + 4, not 5 + 5 + 2. */
export function evenRuns(copies: number, sheets: number): number[] {
  const runs = Math.ceil(copies / sheets)
  return Array.from({ length: runs }, (_, k) => Math.floor(copies / runs) + (k < copies % runs ? 1 : 0))
}

/**
 * Every height of stack that the saw takes, with the time, edge, blanks and risk of so many copies.
 * @param copies whole, 1 or more
 * @returns heights of which no blade does the job are left out; stock that is no sheet or board is sawn one by one
 */
export function stackFor(copies: number, job: Job, given: StackGiven = {}): Stack[] {
  const heights = isRound(job.stock) ? [1] : Array.from({ length: Math.min(copies, MOST) }, (_, k) => k + 1)
  const seen = new Set<string>()
  const out: Stack[] = []
  for (const sheets of heights) {
    const runs = evenRuns(copies, sheets)
    const thick = runs[0]!
    // three and four high may both be three runs of the same
    if (thick !== sheets || seen.has(String(thick))) continue
    seen.add(String(thick))
    const at = oneRun(job, thick, given)
    if (!at) {
      if (sheets > 1) break
      continue
    }
    const spoil = spoilOf(job)
    const parts = runs.map((n) => (n === thick ? at : (oneRun(job, n, { ...given, blade: at.blade }) ?? at)))
    const sum = (f: (b: Bill) => number) => parts.reduce((t, p) => t + f(p.bill), 0) / 60
    // the saw is set once; every run has its pattern laid on and its holes drilled
    const ready = sum((b) => b.ready.drilling + b.ready.turning + RELAID * b.ready.setting) + ((1 - RELAID) * at.bill.ready.setting) / 60
    const sawing = sum((b) => b.atSaw.median)
    const cleanUp = sum((b) => b.cleanUp.median)
    const atSaw = parts.map((p, k): Run => ({ sheets: runs[k]!, minutes: p.bill.atSaw.median / 60, spoil }))
    const lost = runs.reduce((t, n) => t + (n * spoil) / (1 - spoil), 0)
    out.push({
      sheets,
      runs,
      blade: at.blade,
      ready,
      sawing,
      cleanUp,
      minutes: ready + sawing + cleanUp,
      edge: at.bill.edge.median,
      underside: at.bill.underside.median,
      spoilt: 1 - (1 - spoil) ** runs.length,
      atOnce: thick,
      lost,
      enough: given.sheets === undefined || given.sheets >= copies + lost,
      way: {
        sheets,
        setUp: { saw: job.saw.id, blade: at.blade.id, height: crossing(at.job.stock).total },
        runs: atSaw,
        edge: at.bill.edge.median,
      },
      bill: at.bill,
    })
  }
  return out
}
const NO_GAIN = { share: 0.1, minutes: 5 } // of the time, and min, that are not worth more sheets gone at once; estimates
/** The height to take: the lowest that is as quick as any within what nobody would risk more sheets for; undefined without any. */
export function advisedStack<S extends Pick<Stack, 'sheets' | 'minutes'>>(stacks: readonly S[]): S | undefined {
  const least = Math.min(...stacks.map((s) => s.minutes))
  return stacks.find((s) => s.minutes <= least + Math.max(NO_GAIN.share * least, NO_GAIN.minutes))
}
const MOST = 12 // sheets nobody stacks higher than
const RELAID = 0.5 // of laying out and setting the saw is laying out; estimate

/** The job with so many sheets on one another, and the blade that saws it; undefined where none does. */
function oneRun(job: Job, sheets: number, { beliefs, blade, blades }: StackGiven): { job: Job; blade: Blade; bill: Bill } | undefined {
  const high: Job = sheets === sheetsOf(job.stock) ? job : { ...job, stock: stacked(job.stock, sheets) }
  // the blade in hand saws what it saws without a price: a fine one is not led through a high stack because it could be
  const own = blade && usable(high, blade) && marginsOf(high, blade).every((m) => m.state === 'within') ? blade : undefined
  const chosen = own ?? rankBlades(high, { blades, beliefs }).value.find((e) => e.passes)?.blade
  return chosen && { job: high, blade: chosen, bill: billOf(high, chosen, { beliefs }) }
}

/** What the maker says of a piece beside its ticket. */
export interface PieceSaid extends Pick<Piece, 'id' | 'due' | 'from' | 'value' | 'before' | 'after' | 'left'> {
  copies: number
  sheets?: number
  /** sheets stacked, where that was chosen */
  stack?: number
  /** all copies are sawn */
  sawn?: boolean
}

/**
 * A job as a piece of a week: its ways of sawing by stack, its doubt shared with every job of the same hand, saw, stock and
 * teeth, its laying out before and its clean-up after.
 * @param all its stacks, where they are known already
 * @returns undefined where no blade saws it
 */
export function pieceFor(
  { stack, sawn, ...said }: PieceSaid,
  job: Job,
  given: StackGiven = {},
  all: readonly Stack[] = stackFor(said.copies, job, { ...given, sheets: said.sheets }),
): Piece | undefined {
  const chosen = all.filter((s) => s.sheets === stack)
  const stacks = chosen.length ? chosen : all
  const [one] = stacks
  if (!one) return undefined
  const beliefs = given.beliefs ?? blank
  const { own } = one.bill.evidence
  // sawing and threading share one clock: each counts by its share of the time at the saw
  const s = one.bill.sawing.median / one.bill.atSaw.median || 0
  const t = 1 - s
  const doubt = s * s * own.doubt.sawing + 2 * s * t * own.doubt.both + t * t * own.doubt.threading
  const time = loadings(beliefs, 'time', job, one.blade, { sawing: s, threading: t })
  const shared = Object.values(time).reduce((t, l) => t + l * l, 0)
  const clean = { own: Math.sqrt(own.scatter.cleanUp), shared: loadings(beliefs, 'cleanUp', job, one.blade, { cleanUp: 1 }) }
  const hand = (name: string, minutes: number, spread: { own: number; shared?: Record<string, number> }) =>
    minutes > 0.5 ? [{ name, minutes: { median: minutes, ...spread }, wait: 0 }] : []
  const before = [...hand('lay out', one.ready, { own: 0.2 }), ...(said.before ?? [])]
  return {
    ...said,
    ...(sawn && { done: before.length + 1 }),
    before,
    ways: stacks.map((s) => s.way),
    // what the blade's own doubt holds beyond what is shared: the scatter of one cut, and a drawing that is not there
    own: Math.sqrt(Math.max(0.01, doubt + own.scatter.time - shared)),
    shared: time,
    after: [...hand('clean up', one.cleanUp, clean), ...(said.after ?? [])],
  }
}
