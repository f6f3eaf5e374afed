import { levelsOf, responses, systemOf, told, weighed, type Beliefs, type Effect, type Response } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { evaluate } from '../choose/index.js'
import { gradesOf, readySeconds, type Ready } from '../cut/index.js'
import { soundJob, type Job } from '../job/index.js'
import { blank } from './learn.js'
import { asSeen, ownTimes, tenth, type Interval, type OwnTimes } from './own.js'

export interface Forecast {
  /** s; all is ready, sawing, threading and clean-up */
  ready: Ready
  sawing: Interval
  threading: Interval
  cleanUp: Interval
  total: Interval
  /** sawing and threading: the time at the saw */
  atSaw: Interval
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
  spoke: Partial<Record<Response, Partial<Record<Effect, number>>>>
  /** times the constants alone, for times and life; grades off the constants, for faces */
  against: Record<Response, number>
  own: OwnTimes
}

/**
 * What one’s own cuts, or before any the constants, make of a job with a blade.
 * @throws RangeError where a figure of the job is none
 */
export function forecast(asked: Job, blade: Blade, beliefs: Beliefs = blank): Forecast {
  soundJob(asked)
  const job = weighed(asked, beliefs)
  const v = evaluate(job, blade)
  const { cutting: sawing, threading, cleanUp, ready } = v.time
  const own = lessSure(ownTimes(job, blade, beliefs, v.feed), job)
  const grades = gradesOf(job, blade, v.edge)
  const graded = (face: 'edge' | 'face' | 'underside') => {
    const t = told(beliefs, face, job, blade, { [face]: 1 })
    // what is seen is a whole grade: the rounding scatters it a little more
    const wide = tenth(t.freedom) * Math.sqrt(t.variance + t.noise + 1 / 12)
    const bound = (g: number) => Math.min(5, Math.max(1, g))
    const at = grades[face] + t.mean
    return { by: t.mean, interval: { median: bound(at), low: bound(at - wide), high: bound(at + wide) } }
  }
  const [edge, face, underside] = [graded('edge'), graded('face'), graded('underside')]
  return {
    ready,
    sawing: asSeen(own, { sawing }),
    threading: asSeen(own, { threading }),
    cleanUp: asSeen(own, { cleanUp }),
    total: asSeen(own, { sawing, threading, cleanUp, fixed: readySeconds(ready) }),
    atSaw: asSeen(own, { sawing, threading }),
    life: own.life,
    edge: edge.interval,
    face: face.interval,
    underside: underside.interval,
    evidence: {
      cuts: beliefs.cuts,
      spoke: spokeOf(beliefs, job, blade),
      against: {
        ...own.times,
        edge: edge.by,
        face: face.by,
        underside: underside.by,
      },
      own,
    },
  }
}

const UNDRAWN = 0.27 // of the logarithm of sawing, where one radius stands for a whole drawing: 0.20 to 0.33 about a mean 1.15 to 1.39 times too short (bench/undrawn)
/** What is estimated without its drawing is less sure. */
function lessSure(own: OwnTimes, { cut }: Job): OwnTimes {
  if (cut.course || cut.radius === undefined) return own
  return { ...own, doubt: { ...own.doubt, sawing: own.doubt.sawing + UNDRAWN ** 2 } }
}

/** How many cuts spoke of each effect a job and blade stand at. */
function spokeOf(beliefs: Beliefs, job: Job, blade: Blade): Evidenced['spoke'] {
  const levels = levelsOf(job, blade, beliefs.changes, beliefs.now)
  return Object.fromEntries(
    responses.map((r) => {
      const p = beliefs.systems[systemOf(r)]
      return [r, Object.fromEntries(levels.map(([effect, level]) => [effect, p.spoke[p.at[`${r} ${level}`] ?? -1] ?? 0]))]
    }),
  )
}
