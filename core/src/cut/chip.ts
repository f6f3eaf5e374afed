import { meanGullet, meanSpacing, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'
import { filingFit } from './filing.js'
import { orbitClears } from './orbit.js'
import { teethInWork } from './teeth.js'

/** Bite per tooth h = (v/n)·p/s, mm. Feed mm/s, strokes a minute, mean spacing and stroke mm. */
export function chipLoadAt(feed: number, spm: number, spacing: number, stroke: number): number {
  return (feed / (spm / 60)) * (spacing / stroke)
}

/** Feed that makes this bite, mm/s; the inverse of chipLoadAt. */
export function feedForChipLoad(chipLoad: number, spm: number, spacing: number, stroke: number): number {
  return (chipLoad * stroke * (spm / 60)) / spacing
}

/**
 * Bite below which a tooth rubs instead of cutting, mm: of the material's row, finer for ground teeth, twice as much when
 * dull (reference: two to four times; the least of it, since a worn blade is slowed and not swapped).
 */
export function minChipLoad(job: Pick<Job, 'stock' | 'wear'>, blade: Pick<Blade, 'edgeRadiusFactor'>): number {
  return job.stock.material.floor * blade.edgeRadiusFactor * (1 + job.wear)
}
/** A bite this many times the floor is sure to cut: one factor in limit, band and speed (reference). */
export const SURE = 1.25
export const sureChipLoad = (job: Pick<Job, 'stock' | 'wear'>, blade: Pick<Blade, 'edgeRadiusFactor'>): number =>
  SURE * minChipLoad(job, blade)

/** Bite at which the dust of one crossing fills the tooth's gap, h = A/(r·H), mm. */
export function gulletChipLoad(job: Job, blade: Blade): number {
  return (orbitClears(job, blade) * meanGullet(blade)) / (job.stock.material.bulking * contact(job, blade))
}

/**
 * How far a tooth crosses before a bite, mm, fills its gap, x = A/(r·h), mm. Where x reaches over
 * the crossing all of it cuts; where it does not the rest only rubs.
 */
export function clogsAfter(job: Job, blade: Blade, bite: number): number {
  return meanGullet(blade) / (job.stock.material.bulking * bite)
}

/** Stretch of the crossing that takes its bite at once, mm: all of it, or what a rocked hand saw lies on. */
export const contact = (job: Pick<Job, 'stock' | 'cut' | 'saw'>, blade: Blade): number =>
  Math.min(heights(job).longest, (profileOf(job.saw).rocked ?? Infinity) * meanSpacing(blade))

/** Kienzle's cutting force F = K·h^(1−m)·k·max(N,1), N, raised by a dull edge (estimate: 1.6 times when dull) and by the wrong filing. */
export function cuttingForce(job: Pick<Job, 'stock' | 'cut' | 'saw' | 'wear'>, blade: Blade, chipLoad: number): number {
  const { K, m } = job.stock.material
  return (
    K *
    chipLoad ** (1 - m) *
    blade.kerf *
    Math.max(teethInWork(contact(job, blade), blade), 1) *
    (1 + 0.6 * job.wear) *
    filingFit(job, blade).force
  )
}

/**
 * Share of the cutting force that the hand must push: a half when sharp (reference), all of it for crosscut teeth of a hand
 * saw, whose faces lean back (reference), more as it dulls (estimate).
 */
export function feedShare({ wear }: Pick<Job, 'wear'>, { plate }: Pick<Blade, 'plate'>): number {
  return (plate ? { rip: 0.5, hybrid: 0.75, crosscut: 1 }[plate.filing] : 0.5) + 0.4 * wear
}

/** Bite whose feed force is `force`, mm; the inverse of feedShare × cuttingForce. */
export function chipLoadForForce(job: Pick<Job, 'stock' | 'cut' | 'saw' | 'wear'>, blade: Blade, force: number): number {
  const atOne = feedShare(job, blade) * cuttingForce(job, blade, 1)
  return (force / atOne) ** (1 / (1 - job.stock.material.m))
}
