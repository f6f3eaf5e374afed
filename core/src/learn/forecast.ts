import { told, weighed, type Beliefs, type Response, type Sum, type System } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { evaluate } from '../choose/index.js'
import { gradesOf } from '../cut/index.js'
import { soundJob, type Job } from '../job/index.js'
import { learn } from './learn.js'
import { lifeOf } from './life.js'

/** A median, and the 10th and 90th percentile of what will be seen. */
export interface Interval {
  median: number
  low: number
  high: number
}
export interface Forecast {
  /** s */
  sawing: Interval
  threading: Interval
  cleanUp: Interval
  total: Interval
  /** min of sawing, one blade */
  life: Interval
  /** grades, 5 clean … 1 spoilt */
  edge: Interval
  face: Interval
  underside: Interval
  evidence: Evidenced
}
/** What a forecast rests on. */
export interface Evidenced {
  /** cuts that spoke at all */
  cuts: number
  /** of them, by effect: cuts with these teeth, in this stock, on this saw … */
  spoke: Partial<Record<Response, Record<string, number>>>
  /** times the constants alone, for times and life */
  against: Record<'sawing' | 'threading' | 'cleanUp' | 'life', number>
}

const TENTH = 1.2816 // standard deviations of the normal's tenth percentile
/** Tenth percentile of Student's t, in its standard units: the normal's, widened by the degrees of freedom (Fisher–Cornish). */
const tenth = (freedom: number) => TENTH + (TENTH ** 3 + TENTH) / (4 * freedom)

const blank = learn({ entries: [] })

/**
 * What one’s own cuts, or before any the constants, make of a job with a blade.
 * @throws RangeError where a figure of the job is none
 */
export function forecast(asked: Job, blade: Blade, beliefs: Beliefs = blank): Forecast {
  soundJob(asked)
  const job = weighed(asked, beliefs)
  const v = evaluate(job, blade)
  const { time } = v
  const spoke: Evidenced['spoke'] = {}
  const say = (system: System, response: Response, sum: Sum) => {
    const t = told(beliefs, system, job, blade, sum)
    spoke[response] = t.spoke
    return t
  }
  /** a length of time that is the prediction times what was learned */
  const lasting = (system: System, response: Response, predicted: number): Interval & { variance: number } => {
    const t = say(system, response, { [response]: 1 })
    const spread = tenth(t.freedom) * Math.sqrt(t.variance + t.noise)
    const median = predicted * Math.exp(t.mean)
    return { median, low: median * Math.exp(-spread), high: median * Math.exp(spread), variance: t.variance + t.noise }
  }
  const sawing = lasting('time', 'sawing', time.cutting)
  const threading = lasting('time', 'threading', time.threading)
  const cleanUp = lasting('cleanUp', 'cleanUp', time.cleanUp)
  const life = lasting('life', 'life', lifeOf(job, blade, v.feed))
  const [atSaw, total] = [sawing.median + threading.median, sawing.median + threading.median + time.marking + cleanUp.median]
  // sawing and threading share their doubt and are told by one clock; cleaning up is apart
  const both =
    atSaw > 0 ? told(beliefs, 'time', job, blade, { sawing: sawing.median / atSaw, threading: threading.median / atSaw }) : undefined
  const variance = ((both ? both.variance + both.noise : 0) * atSaw ** 2 + cleanUp.variance * cleanUp.median ** 2) / total ** 2
  const spread = tenth(both?.freedom ?? 10) * Math.sqrt(variance)
  const grades = gradesOf(job, v.edge)
  const graded = (face: 'edge' | 'face' | 'underside'): Interval => {
    const t = say(face, face, { [face]: 1 })
    // what is seen is a whole grade: the rounding scatters it a little more
    const wide = tenth(t.freedom) * Math.sqrt(t.variance + t.noise + 1 / 12)
    const bound = (g: number) => Math.min(5, Math.max(1, g))
    const at = grades[face] + t.mean
    return { median: bound(at), low: bound(at - wide), high: bound(at + wide) }
  }
  const plain = ({ median, low, high }: Interval): Interval => ({ median, low, high })
  return {
    sawing: plain(sawing),
    threading: plain(threading),
    cleanUp: plain(cleanUp),
    total: { median: total, low: total * Math.exp(-spread), high: total * Math.exp(spread) },
    life: plain(life),
    edge: graded('edge'),
    face: graded('face'),
    underside: graded('underside'),
    evidence: {
      cuts: beliefs.cuts,
      spoke,
      against: {
        sawing: ratio(sawing.median, time.cutting),
        threading: ratio(threading.median, time.threading),
        cleanUp: ratio(cleanUp.median, time.cleanUp),
        life: ratio(life.median, lifeOf(job, blade, v.feed)),
      },
    },
  }
}
const ratio = (a: number, b: number) => (b > 0 ? a / b : 1)
