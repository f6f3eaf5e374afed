import { meanGap, meanSpacing, type Blade } from '../blade/index.js'
import { reach } from '../stock/index.js'
import type { Job } from '../job/index.js'

/** Bite per tooth h = (v/n)·p/s, mm. Feed mm/s, strokes a minute, mean spacing and stroke mm. */
export function bitePerTooth(feed: number, spm: number, spacing: number, stroke: number): number {
  return (feed / (spm / 60)) * (spacing / stroke)
}

/** Feed that makes this bite, mm/s; the inverse of bitePerTooth. */
export function feedForBite(bite: number, spm: number, spacing: number, stroke: number): number {
  return (bite * stroke * (spm / 60)) / spacing
}

/** Teeth in the work over a height, N = H/p. */
export function teethInWork(height: number, blade: Blade): number {
  return height / meanSpacing(blade)
}

/**
 * Bite below which a tooth rubs instead of cutting, mm: the edge radius of the material's row,
 * finer for ground teeth, three times as much when dull (reference: two to four).
 */
export function biteFloor(job: Pick<Job, 'stock' | 'wear'>, blade: Pick<Blade, 'sharpness'>): number {
  return job.stock.material.floor * blade.sharpness * (1 + 2 * job.wear)
}

/** Bite at which the dust of one crossing fills the tooth's gap, h = A/(r·H), mm. */
export function gapBite(job: Pick<Job, 'stock'>, blade: Blade): number {
  return meanGap(blade) / (job.stock.material.loosening * reach(job.stock).longest)
}

/** Kienzle's cutting force F = K·h^(1−m)·k·max(N,1), N, raised by a dull edge (estimate: 1.6 times when dull). */
export function cuttingForce(job: Pick<Job, 'stock' | 'wear'>, blade: Blade, bite: number): number {
  const { K, m } = job.stock.material
  return K * bite ** (1 - m) * blade.kerf * Math.max(teethInWork(reach(job.stock).longest, blade), 1) * (1 + 0.6 * job.wear)
}

/** Share of the cutting force that the hand must push: a half when sharp (reference), more as it dulls (estimate). */
export function feedShare(wear: number): number {
  return 0.5 + 0.4 * wear
}

/** Bite whose feed force is `force`, mm; the inverse of feedShare × cuttingForce. */
export function biteForForce(job: Pick<Job, 'stock' | 'wear'>, blade: Blade, force: number): number {
  const atOne = feedShare(job.wear) * cuttingForce(job, blade, 1)
  return (force / atOne) ** (1 / (1 - job.stock.material.m))
}
