import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import type { Range } from '../number/index.js'
import { lifeIn, type Expected, type LogEntry } from './log.js'

const PRIOR_SPREAD = 0.35 // of the logarithm of true over predicted time, before the log says anything; estimate
const PRIOR_CUTS = 2 // how many cuts the first guess is worth

/**
 * True over predicted time as the user's own log has it: median and about two of three cases either side. Cuts in
 * the same kind of stock count whole, others a quarter; with no log it is 1, widely.
 */
export function timeFactor(log: readonly LogEntry[], job: Job): Range & { cuts: number } {
  let [weight, sum, squares, cuts] = [PRIOR_CUTS, 0, PRIOR_CUTS * PRIOR_SPREAD ** 2, 0]
  for (const e of log) {
    if (!(e.predicted.seconds > 0 && e.minutes > 0) || e.job.saw.kind !== job.saw.kind) continue
    const x = Math.log((60 * e.minutes) / e.predicted.seconds)
    if (Math.abs(x) > 3) continue // a slip of the pen, not a cut
    const w = e.job.stock.material.cuts === job.stock.material.cuts ? 1 : 0.25
    weight += w
    sum += w * x
    squares += w * x * x
    cuts++
  }
  const mean = sum / weight
  const spread = Math.sqrt(Math.max(squares / weight - mean * mean, 0.05 ** 2) * (1 + 1 / weight))
  return { low: Math.exp(mean - spread), mid: Math.exp(mean), high: Math.exp(mean + spread), cuts }
}

/** What a log says of one job and blade: all of it that a calculation needs, small enough to send to a worker. */
export interface LogSays {
  time: ReturnType<typeof timeFactor>
  life: Expected
}
export const logSays = (log: readonly LogEntry[], job: Job, blade: Blade): LogSays => ({
  time: timeFactor(log, job),
  life: lifeIn(log, job.stock.material, blade),
})
