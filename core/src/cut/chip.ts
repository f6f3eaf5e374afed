import { meanGullet, meanSpacing, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { filingFit } from './filing.js'
import { orbitClears } from './orbit.js'

/** Bite per tooth h = (v/n)·p/s, mm. Feed mm/s, strokes a minute, mean spacing and stroke mm. */
export function chipLoadAt(feed: number, spm: number, spacing: number, stroke: number): number {
  return (feed / (spm / 60)) * (spacing / stroke)
}

/** Feed that makes this bite, mm/s; the inverse of chipLoadAt. */
export function feedForChipLoad(chipLoad: number, spm: number, spacing: number, stroke: number): number {
  return (chipLoad * stroke * (spm / 60)) / spacing
}

/** Teeth in the work over a height, N = H/p. */
export function teethInWork(height: number, blade: Blade): number {
  return height / meanSpacing(blade)
}

/**
 * Bite below which a tooth rubs instead of cutting, mm: the edge radius of the material's row,
 * finer for ground teeth, three times as much when dull (reference: two to four).
 */
export function minChipLoad(job: Pick<Job, 'stock' | 'wear'>, blade: Pick<Blade, 'edgeRadiusFactor'>): number {
  return job.stock.material.floor * blade.edgeRadiusFactor * (1 + 2 * job.wear)
}

/** Bite at which the dust of one crossing fills the tooth's gap, h = A/(r·H), mm. */
export function gulletChipLoad(job: Job, blade: Blade): number {
  return (orbitClears(job, blade) * meanGullet(blade)) / (job.stock.material.bulking * heights(job).longest)
}

/**
 * How far a tooth crosses before a sure bite fills its gap, x = A/(r·h) at twice the edge radius, mm. Where x reaches over
 * the crossing all of it cuts; where it does not the rest only rubs.
 */
export function clogsAfter(job: Job, blade: Blade): number {
  return meanGullet(blade) / (job.stock.material.bulking * 2 * minChipLoad(job, blade))
}

/** Kienzle's cutting force F = K·h^(1−m)·k·max(N,1), N, raised by a dull edge (estimate: 1.6 times when dull) and by the wrong filing. */
export function cuttingForce(job: Pick<Job, 'stock' | 'cut' | 'wear'>, blade: Blade, chipLoad: number): number {
  const { K, m } = job.stock.material
  return (
    K *
    chipLoad ** (1 - m) *
    blade.kerf *
    Math.max(teethInWork(heights(job).longest, blade), 1) *
    (1 + 0.6 * job.wear) *
    filingFit(job, blade).force
  )
}

/** Share of the cutting force that the hand must push: a half when sharp (reference), more as it dulls (estimate). */
export function feedShare(wear: number): number {
  return 0.5 + 0.4 * wear
}

/** Bite whose feed force is `force`, mm; the inverse of feedShare × cuttingForce. */
export function chipLoadForForce(job: Pick<Job, 'stock' | 'cut' | 'wear'>, blade: Blade, force: number): number {
  const atOne = feedShare(job.wear) * cuttingForce(job, blade, 1)
  return (force / atOne) ** (1 / (1 - job.stock.material.m))
}
