import { bisect } from '../number/index.js'
import { tensionFromStress, type Blade, type Section } from '../blade/index.js'
import { noteOf } from '../quantity/index.js'
import type { StrungJob } from '../job/index.js'
import { leverFit, markForStress, sameSection, bow, forceForBow, topStress, type StressTop, pitchFromStress } from '../tension/index.js'
import type { StrungSaw } from '../saw/index.js'
import { minChipLoad, cuttingForce, feedShare } from './chip.js'
import { bowAllowed } from './hold.js'

export interface BandEdge {
  stress: number
  tension: number
  pitch: number
}
export interface GreenBand {
  value: { low: BandEdge; high: BandEdge }
  /** what closes it from above; from below it is always bow */
  limit: StressTop['limit']
  /** no stress satisfies both edges */
  empty: boolean
  inputs: { chipLoad: number; push: number; bowAllowed: number; top: number; span: number }
}

/** MPa; beyond any blade steel, so a lower edge there is simply out of reach. */
export const UNREACHABLE = 2000

/**
 * Stress within which this blade should be set for this stock, cut and saw. Lower edge: the feed force needed
 * to bite at twice the edge radius bows the blade by just what the job allows. Upper edge: least of safe
 * stress, clamp grip and the saw's own pull. Fixed forces, so no circle.
 */
export function greenBand(job: StrungJob, blade: Blade): GreenBand {
  const chipLoad = 2 * minChipLoad(job, blade)
  const push = feedShare(job.wear) * cuttingForce(job, blade, chipLoad)
  const allowed = bowAllowed(job)
  const at = (stress: number) =>
    forceForBow({ section: blade, span: job.saw.span, tension: tensionFromStress(blade, stress), deflection: allowed, direction: 'feed' })
  const low = at(0) < push ? bisect((stress) => !(at(stress) < push), 0, UNREACHABLE, 50)[0] : 0
  const top = topStress(job.saw, blade)
  const edge = (stress: number): BandEdge => ({
    stress,
    tension: tensionFromStress(blade, stress),
    pitch: pitchFromStress(blade, stress, job.saw.span),
  })
  return {
    value: { low: edge(low), high: edge(top.value) },
    limit: top.limit,
    empty: low > top.value,
    inputs: { chipLoad, push, bowAllowed: allowed, top: top.value, span: job.saw.span },
  }
}

/** Stress to tune for, MPa: a third of the way up the band, or its top where it is empty. */
export function aimStress({ value: { low, high }, empty }: GreenBand): number {
  return empty ? high.stress : low.stress + 0.35 * (high.stress - low.stress)
}
/** Pitch to tune to by ear, Hz: the whole note nearest the stress aimed for, where the band holds one. */
export function aimPitch(band: GreenBand, section: Section): number {
  const exact = pitchFromStress(section, aimStress(band), band.inputs.span)
  const whole = exact * 2 ** (-noteOf(exact).cents / 1200)
  return whole > band.value.low.pitch && whole < band.value.high.pitch ? whole : exact
}

/** Sideways movement at mid-span under a thumb's push, mm: the same stress for those who set by feel. Push in N. */
export function thumbMove(job: StrungJob, blade: Blade, stress: number, push: number): number {
  return bow({ section: blade, span: job.saw.span, tension: tensionFromStress(blade, stress), force: push, direction: 'side' })
}

export interface GreenMarks {
  low: number
  high: number
  /** only another size was heard so far */
  guess: boolean
}
/** Marks of this saw between which a blade is in the green; undefined while the saw was not heard. */
export function greenMarks(saw: StrungSaw, blade: Blade, band: GreenBand): GreenMarks | undefined {
  const fit = leverFit(saw)
  if (!fit || band.empty) return undefined
  const [low, high] = [band.value.low.stress, band.value.high.stress].map((s) => markForStress(fit, blade, s))
  return low === undefined || high === undefined || !(high > low)
    ? undefined
    : { low, high, guess: fit.guess && !saw.calibration!.lever.some((p) => sameSection(p.section, blade)) }
}
