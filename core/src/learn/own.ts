import { told, type Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { steadyFeed } from '../cut/index.js'
import type { Job } from '../job/index.js'
import { blank } from './learn.js'
import { lifeOf } from './life.js'

/** A median, and the 10th and 90th percentile of what will be seen. */
export interface Interval {
  median: number
  low: number
  high: number
}
const TENTH = 1.2816 // standard deviations of the normal's tenth percentile
/** Tenth percentile of Student's t, in its standard units: the normal's, widened by the degrees of freedom (Fisher–Cornish). */
export const tenth = (freedom: number): number => TENTH + (TENTH ** 3 + TENTH) / (4 * freedom)
/** An interval about a median, symmetric in logarithms. */
const about = (median: number, spread: number): Interval => ({
  median,
  low: median * Math.exp(-spread),
  high: median * Math.exp(spread),
})

/** What one’s own cuts make of the times of a job with a blade; plain and small, so that it goes to a worker with the job. */
export interface OwnTimes {
  /** cuts that spoke at all */
  cuts: number
  /** true over predicted */
  times: { sawing: number; threading: number; cleanUp: number; life: number }
  /** variance of their logarithms, of sawing and threading together, and the scatter of one outcome */
  doubt: { sawing: number; both: number; threading: number; cleanUp: number }
  scatter: { time: number; cleanUp: number }
  freedom: { time: number; cleanUp: number }
  /** min of sawing */
  life: Interval
}
export function ownTimes(job: Job, blade: Blade, beliefs: Beliefs = blank, feed = steadyFeed(job, blade)): OwnTimes {
  const sawing = told(beliefs, 'time', job, blade, { sawing: 1 })
  const threading = told(beliefs, 'time', job, blade, { threading: 1 })
  const sum = told(beliefs, 'time', job, blade, { sawing: 1, threading: 1 })
  const cleanUp = told(beliefs, 'cleanUp', job, blade, { cleanUp: 1 })
  const life = told(beliefs, 'life', job, blade, { life: 1 })
  return {
    cuts: beliefs.cuts,
    times: {
      sawing: Math.exp(sawing.mean),
      threading: Math.exp(threading.mean),
      cleanUp: Math.exp(cleanUp.mean),
      life: Math.exp(life.mean),
    },
    doubt: {
      sawing: sawing.variance,
      threading: threading.variance,
      both: (sum.variance - sawing.variance - threading.variance) / 2,
      cleanUp: cleanUp.variance,
    },
    scatter: { time: sawing.noise, cleanUp: cleanUp.noise },
    freedom: { time: sawing.freedom, cleanUp: cleanUp.freedom },
    life: about(lifeOf(job, blade, feed) * Math.exp(life.mean), tenth(life.freedom) * Math.sqrt(life.variance + life.noise)),
  }
}

/**
 * A sum of predicted times as it will be seen, s. Sawing and threading share their doubt and one clock; cleaning up is apart;
 * what is fixed (setting, drilling, turning) is as predicted.
 */
export function asSeen(own: OwnTimes, part: { sawing?: number; threading?: number; cleanUp?: number; fixed?: number }): Interval {
  const { times, doubt, scatter, freedom } = own
  const [s, t] = [(part.sawing ?? 0) * times.sawing, (part.threading ?? 0) * times.threading]
  const c = (part.cleanUp ?? 0) * times.cleanUp
  const median = s + t + c + (part.fixed ?? 0)
  if (!(median > 0)) return { median: 0, low: 0, high: 0 }
  const atSaw = s * s * doubt.sawing + 2 * s * t * doubt.both + t * t * doubt.threading + (s + t) ** 2 * scatter.time
  const variance = atSaw + c * c * (doubt.cleanUp + scatter.cleanUp)
  return about(median, tenth(s + t > 0 ? freedom.time : freedom.cleanUp) * (Math.sqrt(variance) / median))
}
