import type { Shifts } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { isStrungJob, soundJob, type Job } from '../job/index.js'
import {
  cutTime,
  edgeForecast,
  maxChipLoad,
  pressed,
  readySeconds,
  regraded,
  speedBand,
  steadyFeed,
  stressInUse,
  type CutTime,
  type EdgeForecast,
  type SpeedBand,
  type SteadyFeed,
} from '../cut/index.js'
import { offHabit } from './habit.js'
import { marginsOf } from './limit.js'
import { stops, type Margin } from './margin.js'

/** Everything the job comes to with one blade. */
export interface Evaluation {
  blade: Blade
  margins: Margin[]
  passes: boolean
  speed: SpeedBand
  feed: SteadyFeed
  /** MPa; only of a blade held at both ends */
  stress?: number
  edge: EdgeForecast
  time: CutTime
  /** e-folds of size from what most would clamp; negative is finer */
  habit: number
  /** of a comfortable press of the hand, what keeps the saw down on the work */
  pressed: number
  /** what one’s own cuts say: times longer to saw, and times longer its life, than reckoned; 1 without evidence */
  own: { slower: number; lasts: number }
}

/**
 * Everything the job comes to with one blade.
 * @param by what one’s own cuts have taught of it: times and faces are moved by so much; limits, feed and tension are not
 * @throws RangeError where a figure of the job is none
 */
export function evaluate(job: Job, blade: Blade, margins = marginsOf(job, blade), by?: Shifts): Evaluation {
  soundJob(job)
  const found = maxChipLoad(job, blade)
  const speed = speedBand(job, blade, found)
  const feed = steadyFeed(job, blade, found, speed)
  const edge = edgeForecast(job, blade, feed.chipLoad)
  const time = cutTime(job, blade, feed, edge, found)
  return {
    blade,
    margins,
    passes: !margins.some(stops),
    speed,
    feed,
    stress: isStrungJob(job) ? stressInUse(job, blade) : undefined,
    edge: by ? regraded(job, blade, edge, by) : edge,
    time: by ? timed(time, by) : time,
    habit: offHabit(job, blade),
    pressed: pressed(job, blade, feed.chipLoad),
    own: by ? { slower: Math.exp(by.sawing), lasts: Math.exp(by.life) } : RECKONED,
  }
}
const RECKONED = { slower: 1, lasts: 1 }

/** Times as one’s own cuts took them. */
function timed(time: CutTime, by: Shifts): CutTime {
  const [cutting, threading, cleanUp] = [
    time.cutting * Math.exp(by.sawing),
    time.threading * Math.exp(by.threading),
    time.cleanUp * Math.exp(by.cleanUp),
  ]
  return { ...time, cutting, threading, cleanUp, total: cutting + threading + readySeconds(time.ready) + cleanUp }
}
