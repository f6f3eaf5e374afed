import { canPivot, startingHole, turnsAnywhere, type Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'
import { drillingSeconds } from './drilling.js'

/** How a blade gets round a corner that has no radius. */
export interface CornerWay {
  /** spun on the spot; a hole drilled in the corner first; two cuts that meet in it; no turning at all */
  by: 'pivot' | 'hole' | 'meet' | 'none'
  /** s for one corner */
  seconds: number
  /** radius an inside corner is left with, mm; an outside one comes out sharp by all but a hole */
  leaves: number
}

export const PIVOT = 5 // s to turn a quarter on the spot; estimate
export const MEET = 12 // s to back out and come again from the other side; estimate

/**
 * Every way round such a corner, the quickest first; blades too wide to be spun have no pivot.
 * A hand saw goes straight on: its corners are where two cuts meet.
 */
export function cornerWays(job: Job, blade: Blade, angle: number): CornerWay[] {
  const rounded = blade.kerf / 2
  if (turnsAnywhere(blade)) return [{ by: 'none', seconds: 0, leaves: rounded }]
  const quarters = (180 - angle) / 90
  const ways: CornerWay[] = [{ by: 'meet', seconds: MEET, leaves: 0 }]
  if (!blade.plate && canPivot(blade)) ways.push({ by: 'pivot', seconds: PIVOT * quarters, leaves: rounded })
  if (profileOf(job.saw).like !== 'hand') ways.push({ by: 'hole', seconds: drillingSeconds(job), leaves: startingHole(blade) / 2 })
  return ways.sort((a, b) => a.seconds - b.seconds)
}

/** s that a job's corners take at the saw, each by the quickest way that leaves it sharp; 0 where a drawing counts its own. */
export function cornerSeconds(job: Job, blade: Blade): number {
  const { corners, course } = job.cut
  if (!corners || course) return 0
  const way = cornerWays(job, blade, corners.angle).find((w) => w.by !== 'hole')
  return corners.count * (way?.seconds ?? 0)
}
