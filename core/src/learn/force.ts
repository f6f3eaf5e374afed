import { bisect } from '../number/index.js'
import { meanSpacing, type Blade } from '../blade/index.js'
import { cuttingForce, feedShare, steadyFeed } from '../cut/index.js'
import { soundJob, type Job } from '../job/index.js'
import { strokeOf } from '../saw/index.js'

/** A known weight that pulled the stock into the blade: over the table’s edge on a string, and the stopwatch beside it. */
export interface Weighed {
  /** with the strokes a minute it ran at */
  job: Job
  blade: Blade
  /** N; 200 g are 1.96 */
  pull: number
  /** mm of cut, and s it took */
  length: number
  seconds: number
  /** ms since 1970 */
  at: number
}
const BEFORE = 0.3 // of the logarithm of K, before any weighing; estimate
const STOPWATCH = 0.3 // s; a thumb's
const DRAG = 0.12 // of the pull: table, string and pulley; estimate

/**
 * How many times as hard to cut the stock is as its constant says, and the doubt of its logarithm: the feed gives the bite, and
 * Kienzle’s law the force that bite takes, which is in proportion to K.
 * @throws RangeError where a figure is none
 */
export function weighedForce({ job, blade, pull, length, seconds }: Weighed): { times: number; doubt: number } {
  soundJob(job)
  for (const [name, x] of [
    ['Pull', pull],
    ['Length of cut', length],
    ['Time', seconds],
  ] as const)
    if (!(x > 0) || !Number.isFinite(x)) throw new RangeError(`${name} must be a number above zero; it is ${x}.`)
  const { spm } = steadyFeed(job, blade).inputs
  const chipLoad = ((length / seconds / (spm / 60)) * meanSpacing(blade)) / strokeOf(job.saw, blade)
  const times = pull / (feedShare(job, blade) * cuttingForce(job, blade, chipLoad))
  // K goes with the bite to the power 1 − m: so does what the stopwatch is off
  const clock = (1 - job.stock.material.m) * (STOPWATCH / seconds)
  return { times, doubt: Math.hypot(clock, DRAG) }
}

/** N of a weight of so many grams. */
export const pullOf = (grams: number): number => (grams * 9.81) / 1000

/**
 * The same weighing in stock whose cutting force is known: how worn the blade is, 0 new to 1 dull; ends of that range stand for
 * what lies beyond them.
 * @throws RangeError as weighedForce
 */
export function weighedWear(w: Weighed): number {
  const hard = (wear: number) => weighedForce({ ...w, job: { ...w.job, wear } }).times
  // the duller it is taken to be, the less is left for the stock
  if (hard(0) <= 1) return 0
  if (hard(1) >= 1) return 1
  return bisect((wear) => hard(wear) <= 1, 0, 1, 12)[1]
}

/** What all weighings of each stock come to, with what was believed before. */
export function forces(all: readonly Weighed[]): Record<string, { mean: number; variance: number; times: number }> {
  const out: Record<string, { mean: number; variance: number; times: number }> = {}
  const sums = new Map<string, { weight: number; sum: number }>()
  for (const w of all) {
    const { times, doubt } = weighedForce(w)
    const { id } = w.job.stock.material
    const s = sums.get(id) ?? { weight: 1 / BEFORE ** 2, sum: 0 }
    sums.set(id, { weight: s.weight + 1 / doubt ** 2, sum: s.sum + Math.log(times) / doubt ** 2 })
  }
  for (const [id, { weight, sum }] of sums) out[id] = { mean: sum / weight, variance: 1 / weight, times: Math.exp(sum / weight) }
  return out
}
