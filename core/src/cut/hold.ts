import { tensionFromStress, type Blade } from '../blade/index.js'
import { bucklingThrust, drift, forceForBow, stressInUse } from '../tension/index.js'
import { heights, isStrungJob, type Finish, type Job } from '../job/index.js'
import { profileOf, type Jigsaw } from '../saw/index.js'
import { cuttingForce, feedShare } from './chip.js'
import { handShare } from './orbit.js'

/** What gives first when the work is fed harder. */
export type HoldLimit = 'bow' | 'drift' | 'motor' | 'hand' | 'buckle'
export interface Hold {
  /** most the work may be fed with, N */
  push: number
  limit: HoldLimit
  /** full gaps end the cut, or only let the rest of a long crossing rub */
  full: 'stops' | 'rubs'
}

/** Share of the feed force that goes sideways in a curve; estimate. */
export const SIDE = 0.25

/** Bow the job allows in the feed direction, mm (reference: 0.35 careful scroll work, 1 rough and straight, 1.2 a hand frame). */
export function bowAllowed(job: Pick<Job, 'saw' | 'cut'>): number {
  return profileOf(job.saw).bow ?? { careful: 0.35, ordinary: 0.6, rough: 1 }[job.cut.finish]
}

/** How far the free end may leave the upper face's line, mm; estimates. */
const DRIFT: Record<Finish, number> = { careful: 0.5, ordinary: 1, rough: 2 }
const ARM = 45 // N an arm pushes a machine with and still steers; estimate
/** Weight of hand and saw on the teeth, N: light strokes follow the line; estimates. */
const LIGHT: Record<Finish, number> = { careful: 14, ordinary: 20, rough: 30 }

/** Depth of the stock's far face below the clamp that holds a jigsaw's blade, at mid stroke, mm. */
export function depthBelowClamp(job: Pick<Job, 'stock' | 'cut'>, saw: Jigsaw): number {
  return saw.clampHeight + heights(job).total
}

function jigsawHold(job: Job, saw: Jigsaw, blade: Blade): Hold {
  const sideways = DRIFT[job.cut.finish] / drift(blade, SIDE, depthBelowClamp(job, saw))
  return least(
    [
      { push: sideways, limit: 'drift' },
      { push: feedShare(job.wear) * saw.pull, limit: 'motor' },
      { push: ARM / handShare(job, blade), limit: 'hand' },
    ],
    'stops',
  )
}

function handHold(job: Job, blade: Blade): Hold {
  const free = blade.plate?.strokes === 'pull' || blade.plate?.depth !== undefined
  return least(
    [
      { push: LIGHT[job.cut.finish], limit: 'hand' },
      { push: free ? Infinity : (feedShare(job.wear) * bucklingThrust(blade)) / BUCKLE_SAFE, limit: 'buckle' },
    ],
    'rubs',
  )
}
const BUCKLE_SAFE = 2 // against kinking a plate; estimate

const least = (holds: Omit<Hold, 'full'>[], full: Hold['full']): Hold => ({ ...holds.reduce((a, b) => (b.push < a.push ? b : a)), full })

/** How hard the work may be fed with this blade in this saw, and what gives first beyond: each saw holds its blade in its own way. */
export function hold(job: Job, blade: Blade): Hold {
  if (isStrungJob(job)) {
    const tension = tensionFromStress(blade, stressInUse(job, blade))
    return {
      push: forceForBow({ section: blade, span: job.saw.span, tension, deflection: bowAllowed(job), direction: 'feed' }),
      limit: 'bow',
      full: 'stops',
    }
  }
  return job.saw.kind === 'jigsaw' ? jigsawHold(job, job.saw, blade) : handHold(job, blade)
}

/** Sideways drift at the far face when the work is fed with `push` N, mm; 0 where both ends are held. */
export function driftAt(job: Job, blade: Blade, push: number): number {
  return job.saw.kind === 'jigsaw' ? drift(blade, SIDE * push, depthBelowClamp(job, job.saw)) : 0
}
/** Share of the cutting force that reaches the motor at a bite, of what it pulls; 0 for a hand. */
export function motorLoad(job: Job, blade: Blade, chipLoad: number): number {
  return job.saw.kind === 'jigsaw' ? cuttingForce(job, blade, chipLoad) / job.saw.pull : 0
}
