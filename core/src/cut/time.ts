import { turnsAnywhere, type Blade } from '../blade/index.js'
import { centreRadius, holesToDrill, type Job } from '../job/index.js'
import { isJigsaw, profileOf, threadingSeconds } from '../saw/index.js'
import { cornerSeconds } from './corner.js'
import { drillingSeconds } from './drilling.js'
import { edgeForecast, faceUp } from './edge.js'
import { maxChipLoad, OPEN, type MaxChipLoad, type SteadyFeed } from './feed.js'
import { feedAlong } from './speed.js'

/** What a job takes with a blade, s; the parts add up to the total. */
export interface CutTime {
  /** sawing, corners among it, and threading: the time at the saw */
  cutting: number
  threading: number
  /** before it: laying out and setting the saw, drilling, turning the board on its face */
  ready: Ready
  /** hand work afterwards */
  cleanUp: number
  total: number
}
export interface Ready {
  setting: number
  drilling: number
  turning: number
}
export const readySeconds = ({ setting, drilling, turning }: Ready): number => setting + drilling + turning
/** What a choice of blade changes of it: the saw is set and holes are drilled for any. */
export const bladesShare = ({ total, ready }: CutTime): number => total - ready.setting - ready.drilling

const TURNED = 10 // s to lay the board on its face; the line is marked once whatever the teeth do; estimate
const LEFT_ROUGH = 0.01 // of the clean-up is done where a rough edge will do; estimate
const TIGHT = 0.15 // of the path is as tight as its tightest curve, where no drawing says how much; estimate

/**
 * Time for the job's cut and openings with this feed: sawing along the drawing's own bends, or where none was measured along
 * its tightest curve and the milder rest.
 */
export function cutTime(
  job: Job,
  blade: Blade,
  feed: SteadyFeed,
  edge = edgeForecast(job, blade, feed.chipLoad),
  ceiling = maxChipLoad(job, blade),
): CutTime {
  const { cut, saw } = job
  const cutting = sawingSeconds(job, blade, feed, ceiling)
  const holes = holesToDrill(cut)
  const threading = holes * threadingSeconds(saw)
  const wanted = cut.finish === 'rough' ? LEFT_ROUGH : 1
  const cleanUp = (wanted * edge.cleanUp * cut.length) / 100
  const turned = isJigsaw(saw) && cut.finish !== 'rough' && faceUp(job, blade) === 'back'
  const { setting } = profileOf(saw)
  const ready = {
    setting: cut.radius === undefined ? setting.line : setting.pattern,
    drilling: holes * drillingSeconds(job),
    turning: turned ? TURNED : 0,
  }
  return { cutting, threading, ready, cleanUp, total: cutting + threading + readySeconds(ready) + cleanUp }
}

function sawingSeconds(job: Job, blade: Blade, feed: SteadyFeed, ceiling: MaxChipLoad): number {
  const { length, course } = job.cut
  const along = feedAlong(job, blade, feed.inputs.spm, ceiling)
  if (course) {
    const besides = course.stops + (turnsAnywhere(blade) ? 0 : course.corners)
    return course.bends.reduce((t, [radius, mm]) => t + mm / along(radius), besides)
  }
  const R = centreRadius(job.cut, blade)
  return cornerSeconds(job, blade) + length * (R === undefined ? 1 / feed.value : (1 - TIGHT) / along(R * OPEN) + TIGHT / feed.value)
}
