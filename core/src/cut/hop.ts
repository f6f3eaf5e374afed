import type { Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'
import { SIDE } from './band.js'
import { contact, cuttingForce, feedShare } from './chip.js'
import { reverseSetting } from './edge.js'
import { FRICTION } from './heat.js'
import { teethInWork } from './teeth.js'

const REVERSED = 2 // upward teeth that rise into the stock at the top of the stroke

/**
 * What lifts the work on the up stroke, N: the upward teeth in it, and the drag of the blade's sides (reference). The piece's
 * weight and the hold-down must bear it.
 * @param chipLoad mm
 */
export function liftOnUpStroke(job: Job, blade: Blade, chipLoad: number): number {
  const force = cuttingForce(job, blade, chipLoad)
  const N = Math.max(1, teethInWork(contact(job, blade), blade))
  const upward = blade.pattern === 'both-way' ? 0.5 : reverseSetting(job, blade)?.reaches ? Math.min(REVERSED, N) / N : 0
  return upward * force + FRICTION * (SIDE * feedShare(job, blade) * force + profileOf(job.saw).leans)
}

/** Ripple of the cutting force as teeth enter and leave one by one: (⌈N⌉ − ⌊N⌋)/N, the shorter the stock the more; 0 where N is whole. */
export function ripple(job: Job, blade: Blade): number {
  const N = teethInWork(heights(job).longest, blade)
  return (Math.ceil(N) - Math.floor(N)) / N
}
