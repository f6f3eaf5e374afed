import { meanSpacing, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { noCalibration, profileOf, speedRange, strokeOf, hasSpeed } from '../saw/index.js'
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

/** From this share of the cutting force coming and going with each tooth a saw may be shaken by it; estimate. */
export const CHATTERS = 0.4
const RINGS = 0.1 // either side of the rate heard; the width of a lightly damped frame's resonance; estimate

/**
 * Teeth that pass a second at mid stroke, where a crank moves fastest and dwells longest: π·s·n/p, Hz.
 * @param spm strokes a minute
 */
export const toothRate = (job: Job, blade: Blade, spm: number): number =>
  (Math.PI * strokeOf(job.saw, blade) * spm) / 60 / meanSpacing(blade)

export interface QuietSpeed {
  /** strokes a minute at which this blade would shake the saw as it was heard to be shaken */
  chatters: number
  /** the nearest strokes below and above at which it would not, as far as the saw has them */
  quieter: number[]
}
/**
 * Whether few teeth would shake the saw at these strokes. A frame rings at a rate of its own: heard once with one blade,
 * it is known for every other.
 * @param spm strokes a minute
 */
export function quietSpeed(job: Job, blade: Blade, spm: number): QuietSpeed | undefined {
  const { saw } = job
  if (!hasSpeed(saw) || ripple(job, blade) <= CHATTERS) return undefined
  const rates = ((saw.calibration ?? noCalibration).chatter ?? []).map((c) => c.rate / toothRate(job, blade, 1))
  const shaken = (n: number) => rates.find((r) => Math.abs(n / r - 1) < RINGS * (1 - 1e-9))
  const chatters = shaken(spm)
  if (chatters === undefined) return undefined
  const steps = saw.speed.kind === 'steps' ? saw.speed.steps : rates.flatMap((r) => [r * (1 - RINGS), r * (1 + RINGS)])
  const [min, max] = speedRange(saw)
  const quiet = steps.filter((n) => n >= min && n <= max && shaken(n) === undefined)
  const [below, above] = [quiet.filter((n) => n < spm), quiet.filter((n) => n > spm)]
  return { chatters, quieter: [...(below.length ? [Math.max(...below)] : []), ...(above.length ? [Math.min(...above)] : [])] }
}
