import { tensionFromStress, type Blade, type Section } from '../blade/index.js'
import { noteOf } from '../quantity/index.js'
import { stockInSpan, type StrungJob } from '../job/index.js'
import {
  bevelSlope,
  bow,
  forceForBow,
  leverFit,
  markForStress,
  pitchFromStress,
  sameSection,
  topStress,
  type StressTop,
} from '../tension/index.js'
import type { StrungSaw } from '../saw/index.js'
import { bowAllowed, leanAllowed } from './allowed.js'
import { cuttingForce, feedShare, sureChipLoad } from './chip.js'

/** Share of the feed force that goes sideways in a curve; estimate (reference). */
export const SIDE = 0.25
/** Below this share of its top a blade wanders and a pin-end slips off, whatever the stock; estimate (reference). */
export const TRADE_MINIMUM = 0.35
/** Share of its top a blade is set to where nothing was heard (reference). */
export const ADVISED = 0.8

/** What closes a band from below. */
export type StressLow = 'bow' | 'lean' | 'habit'
/** The stresses a blade should be set within for this job, MPa. */
export interface StressBand {
  low: number
  high: number
  lowBy: StressLow
  highBy: StressTop['limit']
  /** no stress satisfies both edges: the push of a sure bite bows or leans the blade more than it may at any it bears */
  empty: boolean
  /** N: the push of a sure bite */
  push: number
}

/** Most a strung blade may be fed with at a stress (MPa), N: what bows it by just what the job allows, the push spread over the stock. */
export function pushAt(job: StrungJob, blade: Blade, stress: number): number {
  const { span } = job.saw
  const force = forceForBow({
    section: blade,
    span,
    tension: tensionFromStress(blade, stress),
    deflection: bowAllowed(job),
    direction: 'feed',
  })
  // a taut blade bows like a string: where the stock stands and how much of the blade it covers tell how much a push bows it
  const { from, to } = stockInSpan(job)
  const middle = (from + to) / 2
  return force / ((4 / span) * ((middle * (span - middle)) / span - (to - from) / 8))
}

/** MPa; beyond any blade steel, so a lower edge there is simply out of reach. */
export const UNREACHABLE = 4000

function reckonBand(job: StrungJob, blade: Blade): StressBand {
  const top = topStress(job.saw, blade)
  const push = feedShare(job, blade) * cuttingForce(job, blade, sureChipLoad(job, blade))
  const stock = stockInSpan(job)
  const middle = (stock.from + stock.to) / 2
  const share = Math.max(middle, job.saw.span - middle) / job.saw.span
  const lean = leanAllowed(job)
  /** N: what bows the blade, and what leans its edge, by just what the job allows */
  const bears: Record<'bow' | 'lean', (stress: number) => number> = {
    bow: (stress) => pushAt(job, blade, stress),
    lean(stress) {
      const tension = tensionFromStress(blade, stress)
      // a limp string leans most; where even that stays within, the stiff blade need not be reckoned
      const limp = (lean * tension) / (share * SIDE)
      if (limp >= push) return limp
      // stock about the middle of the span is leant next to nothing, or the other way
      const slope = Math.abs(bevelSlope({ section: blade, span: job.saw.span, tension, force: SIDE, ...stock }))
      return slope > 0 ? lean / slope : Infinity
    },
  }
  const least = TRADE_MINIMUM * top.value
  let [low, lowBy]: [number, StressLow] = [least, 'habit']
  for (const name of ['bow', 'lean'] as const)
    if (bears[name](low) < push) [low, lowBy] = [risingTo(bears[name], push, low, top.value), name]
  return { low, high: top.value, lowBy, highBy: top.limit, empty: low > top.value, push }
}

/**
 * Where what is borne, which rises almost evenly with stress, reaches `push`: by secants from two stresses, MPa; beyond the higher
 * of them, which is out of reach, about there.
 */
function risingTo(bears: (stress: number) => number, push: number, from: number, to: number): number {
  if (to <= from) return Math.min(UNREACHABLE, (from * push) / bears(from))
  let [a, b] = [from, to]
  let [atA, atB] = [bears(a), bears(b)]
  if (atB < push) return Math.min(UNREACHABLE, (b * push) / atB)
  for (let i = 0; i < 8 && Math.abs(atB - push) > 1e-7 * push; i++) {
    const next = Math.max(from, b + ((push - atB) * (b - a)) / (atB - atA))
    ;[a, atA, b, atB] = [b, atB, next, bears(next)]
  }
  return b
}

/** One band a job and blade: everything reckoned of them asks for it. */
const bands = new WeakMap<StrungJob, Map<Blade, StressBand>>()
/**
 * Stresses within which this blade should be set for this stock, cut and saw. Upper edge: least of safe stress, clamp grip and
 * the saw's own pull. Lower edge, the greatest of feed bow (the push of a sure bite bows the blade by just what the job
 * allows), lean (its sideways share leans the edge by what the finish allows) and the trade's minimum. Fixed forces, so no circle.
 */
export function stressBand(job: StrungJob, blade: Blade): StressBand {
  let ofJob = bands.get(job)
  if (!ofJob) bands.set(job, (ofJob = new Map()))
  let band = ofJob.get(blade)
  if (!band) ofJob.set(blade, (band = reckonBand(job, blade)))
  return band
}

const NARROW = 2 // semitones between a band's edges under which no hand keeps within it (reference)
/** Too narrow to be kept by ear and hand: pitch goes by the root of stress. */
export const isNarrow = ({ low, high, empty }: Pick<StressBand, 'low' | 'high' | 'empty'>): boolean =>
  !empty && 6 * Math.log2(high / low) < NARROW

const advised = ({ low, high, empty }: Pick<StressBand, 'low' | 'high' | 'empty'>) => (empty ? high : Math.max(low, ADVISED * high))

/**
 * The one stress everything of a job is reckoned at, MPa: what was heard or set, else the one advised within the band. More
 * than the blade bears is no gain: it is reckoned at what it bears.
 */
export function stressInUse(job: StrungJob, blade: Blade): number {
  const band = stressBand(job, blade)
  return job.stress === undefined ? advised(band) : Math.min(job.stress, band.high)
}

export interface BandEdge {
  stress: number
  tension: number
  pitch: number
}
export interface GreenBand {
  value: { low: BandEdge; high: BandEdge }
  /** what closes it from above, and from below */
  limit: StressTop['limit']
  lowBy: StressLow
  empty: boolean
  inputs: { chipLoad: number; push: number; bowAllowed: number; leanAllowed: number; top: number; span: number }
}

/** The band as it is tuned: stress, tension and pitch of its edges; see stressBand. */
export function greenBand(job: StrungJob, blade: Blade): GreenBand {
  const { low, high, lowBy, highBy, empty, push } = stressBand(job, blade)
  const edge = (stress: number): BandEdge => ({
    stress,
    tension: tensionFromStress(blade, stress),
    pitch: pitchFromStress(blade, stress, job.saw.span),
  })
  return {
    value: { low: edge(low), high: edge(high) },
    limit: highBy,
    lowBy,
    empty,
    inputs: {
      chipLoad: sureChipLoad(job, blade),
      push,
      bowAllowed: bowAllowed(job),
      leanAllowed: leanAllowed(job),
      top: high,
      span: job.saw.span,
    },
  }
}

/** Stress to tune for, MPa: the one everything is reckoned at where nothing was heard. */
export function aimStress({ value: { low, high }, empty }: GreenBand): number {
  return advised({ low: low.stress, high: high.stress, empty })
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
