import { meanSpacing, type Blade } from '../blade/index.js'
import { bucklingThrust, drift } from '../tension/index.js'
import { heights, isStrungJob, unworn, type Finish, type Job } from '../job/index.js'
import { isJigsaw, type Jigsaw } from '../saw/index.js'
import { pushAt, SIDE, stressInUse } from './band.js'
import { cuttingForce, feedShare } from './chip.js'
import { handShare } from './orbit.js'

/** What gives first when the work is fed harder. */
export type HoldLimit = 'bow' | 'drift' | 'motor' | 'hand' | 'lift' | 'buckle'
export interface Hold {
  /** most the work may be fed with, N */
  push: number
  limit: HoldLimit
  /** full gaps end the cut, or only let the rest of a long crossing rub */
  full: 'stops' | 'rubs'
}

/** How far the free end may leave the upper face's line, mm; estimates. */
const DRIFT: Record<Finish, number> = { careful: 0.5, ordinary: 1, rough: 2 }
const ARM = 45 // N an arm pushes a machine with and still steers; estimate
/** Teeth that cut on the down stroke lift the saw: N of its own weight, and of a comfortable press of the hand (reference). */
const WEIGHT = 22
const PRESS = 30
/** Of a comfortable press of the hand, what holds a jigsaw down whose teeth cut on the down stroke; 0 where nothing lifts. */
export function pressed(job: Job, blade: Blade, chipLoad: number): number {
  return isJigsaw(job.saw) && blade.cutsOn === 'down' ? Math.max(0, cuttingForce(job, blade, chipLoad) - WEIGHT) / PRESS : 0
}
/**
 * Weight of hand and saw on the teeth, N: about 6 with the finest, 12 with coarse ones, a large saw's own included (reference), and
 * less where fewer than two teeth bear; the least of it on a short crossing, the most on a long one, where a hand leans on the saw
 * (estimates).
 */
const FINE = { spacing: 1.2, weight: 6 }
const COARSE = { spacing: 3, weight: 12 }
const BEAR = 2 // teeth that bear the weight
const FLAT = 0.45 // of it on a thin plate laid flat on the work, which only bends under more; estimate
const LIGHT: Record<Finish, number> = { careful: 0.9, ordinary: 1, rough: 1.3 }
const SHORT = { crossing: 10, share: 0.8 }
const LONG = { crossing: 80, share: 1.4 }
const share01 = (x: number, a: number, b: number) => Math.min(1, Math.max(0, (x - a) / (b - a)))
function weightOnTeeth(job: Job, blade: Blade): number {
  const coarse = share01(meanSpacing(blade), FINE.spacing, COARSE.spacing)
  const long = share01(Math.log(heights(job).longest), Math.log(SHORT.crossing), Math.log(LONG.crossing))
  const leans = SHORT.share * (LONG.share / SHORT.share) ** long
  // a curved edge is rocked along the sheet: its length bears
  const bear = blade.plate?.curved ? 1 : Math.min(1, Math.max(1, heights(job).thinnest / meanSpacing(blade)) / BEAR)
  return (job.cut.flush ? FLAT : 1) * LIGHT[job.cut.finish] * leans * bear * (FINE.weight + coarse * (COARSE.weight - FINE.weight))
}

/** Depth of the stock's far face below the clamp that holds a jigsaw's blade, at mid stroke, mm. */
export function depthBelowClamp(job: Pick<Job, 'stock' | 'cut'>, saw: Jigsaw): number {
  return saw.clampHeight + heights(job).deep
}

const TIP = 3 // mm a blade must still stand below the stock at the top of its stroke; estimate
/** Length a jigsaw's blade must have so that its tip stays below the stock, leaning as it may, at the top of the stroke, mm. */
export const lengthNeeded = (job: Pick<Job, 'stock' | 'cut'>, saw: Jigsaw): number => depthBelowClamp(job, saw) + saw.stroke / 2 + TIP

function jigsawHold(job: Job, saw: Jigsaw, blade: Blade): Hold {
  const sideways = DRIFT[job.cut.finish] / drift(blade, SIDE, depthBelowClamp(job, saw))
  return least(
    [
      { push: sideways, limit: 'drift' },
      { push: feedShare(job, blade) * saw.pull, limit: 'motor' },
      { push: ARM / handShare(job, blade), limit: 'hand' },
      { push: feedShare(job, blade) * (blade.cutsOn === 'down' ? WEIGHT + PRESS : Infinity), limit: 'lift' },
    ],
    'stops',
  )
}

function handHold(job: Job, blade: Blade): Hold {
  const free = blade.plate?.strokes === 'pull' || blade.plate?.depth !== undefined
  return least(
    [
      { push: weightOnTeeth(job, blade), limit: 'hand' },
      { push: free ? Infinity : (feedShare(job, blade) * bucklingThrust(blade)) / BUCKLE_SAFE, limit: 'buckle' },
    ],
    'rubs',
  )
}
const BUCKLE_SAFE = 2 // against kinking a plate; estimate

const least = (holds: Omit<Hold, 'full'>[], full: Hold['full']): Hold => ({ ...holds.reduce((a, b) => (b.push < a.push ? b : a)), full })

/** How hard the work may be fed with this blade in this saw, and what gives first beyond: each saw holds its blade in its own way. */
export function hold(job: Job, blade: Blade): Hold {
  // a worn blade is pulled tauter so that it may be pushed at all; that it may be pushed harder then is no gain of its own
  if (isStrungJob(job)) return { push: pushAt(job, blade, stressInUse(unworn(job), blade)), limit: 'bow', full: 'stops' }
  return isJigsaw(job.saw) ? jigsawHold(job, job.saw, blade) : handHold(job, blade)
}

/** Sideways drift at the far face when the work is fed with `push` N, mm; 0 where both ends are held. */
export function driftAt(job: Job, blade: Blade, push: number): number {
  return isJigsaw(job.saw) ? drift(blade, SIDE * push, depthBelowClamp(job, job.saw)) : 0
}
/** Share of the cutting force that reaches the motor at a bite, of what it pulls; 0 for a hand. */
export function motorLoad(job: Job, blade: Blade, chipLoad: number): number {
  return isJigsaw(job.saw) ? cuttingForce(job, blade, chipLoad) / job.saw.pull : 0
}
