import type { Blade } from '../blade/index.js'
import { isStrungJob, soundJob, type Job } from '../job/index.js'
import {
  cutTime,
  edgeForecast,
  maxChipLoad,
  pressed,
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
}

/**
 * Everything the job comes to with one blade.
 * @throws RangeError where a figure of the job is none
 */
export function evaluate(job: Job, blade: Blade, margins = marginsOf(job, blade)): Evaluation {
  soundJob(job)
  const found = maxChipLoad(job, blade)
  const speed = speedBand(job, blade, found)
  const feed = steadyFeed(job, blade, found, speed)
  const edge = edgeForecast(job, blade, feed.chipLoad)
  return {
    blade,
    margins,
    passes: !margins.some(stops),
    speed,
    feed,
    stress: isStrungJob(job) ? stressInUse(job, blade) : undefined,
    edge,
    time: cutTime(job, blade, feed, edge, found),
    habit: offHabit(job, blade),
    pressed: pressed(job, blade, feed.chipLoad),
  }
}
