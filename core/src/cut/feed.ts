import { meanSpacing, tensionFromStress, type Blade } from '../blade/index.js'
import { reach } from '../stock/index.js'
import { centreRadius, type Finish, type Job, type Skill } from '../job/index.js'
import { forceForBow } from './bow.js'
import { biteFloor, biteForForce, bitePerTooth, feedForBite, gapBite } from './bite.js'
import { stressInUse } from './stress.js'

/** Bow the job allows in the feed direction, mm (reference: 0.35 careful scroll work, 1 rough and straight, 1.2 a hand frame). */
export function bowAllowed(job: Pick<Job, 'saw' | 'cut'>): number {
  if (job.saw.kind === 'frame') return 1.2
  return { careful: 0.35, ordinary: 0.6, rough: 1 }[job.cut.finish]
}

/** How far the line may be left in a moment's inattention, mm, and how long a hand takes to answer, s. Estimates. */
const STRAY: Record<Finish, number> = { careful: 0.25, ordinary: 0.4, rough: 0.8 }
const ANSWER: Record<Skill, number> = { learning: 0.55, practised: 0.35, sure: 0.25 }
const STRAIGHTEST = 60 // mm; a straight line still wants steering, as a curve of this radius does; estimate

/**
 * Feed a hand can steer, mm/s: within its answering time τ a straight path leaves a curve of radius R by
 * (vτ)²/2R, which may be no more than the finish lets it stray: v = √(2eR)/τ.
 */
export function controlFeed(cut: Job['cut'], radius: number | undefined): number {
  const R = Math.min(Math.max(radius ?? STRAIGHTEST, 0.3), STRAIGHTEST)
  return Math.sqrt(2 * STRAY[cut.finish] * R) / ANSWER[cut.skill]
}

/** Bite the hand, gaps and blade leave, mm: the lesser of full gaps and the bow allowed; independent of speed. */
export function biteCeiling(
  job: Job,
  blade: Blade,
): { value: number; limit: 'gap' | 'bow'; gap: number; bow: number; pushAllowed: number } {
  const tension = tensionFromStress(blade, stressInUse(job, blade))
  const pushAllowed = forceForBow({ section: blade, span: job.saw.span, tension, deflection: bowAllowed(job), direction: 'feed' })
  const gap = gapBite(job, blade)
  const bow = biteForForce(job, blade, pushAllowed)
  return { value: Math.min(gap, bow), limit: gap <= bow ? 'gap' : 'bow', gap, bow, pushAllowed }
}

export type FeedLimit = 'gap' | 'bow' | 'control' | 'stroke'
export interface SteadyFeed {
  /** mm/s, and which limit holds */
  value: number
  limit: FeedLimit
  /** bite per tooth at that feed, and the bite below which it rubs, mm */
  bite: number
  floor: number
  rubs: boolean
  /** each limit's own feed, mm/s */
  inputs: { gap: number; bow: number; control: number; stroke?: number; spm: number; push: number }
}

/** Feed a tall cut takes at most, mm/s per unit of stroke/height: teeth in the middle never leave the wood. Estimate. */
const TALL = 2

/**
 * Feed the cut holds steadily: least of gaps, bow and control; where the stock is taller than the stroke,
 * no faster than its dust can be worked out.
 * @param spm strokes a minute
 * @param radius radius steered, mm; the kerf's centre line at the job's tightest curve when left out
 * @param ceiling the blade's bite ceiling, where the caller has it already
 */
export function feedAt(
  job: Job,
  blade: Blade,
  spm: number,
  radius = centreRadius(job.cut, blade),
  ceiling = biteCeiling(job, blade),
): SteadyFeed {
  const p = meanSpacing(blade)
  const s = job.saw.stroke
  const H = reach(job.stock).longest
  const inputs = {
    gap: feedForBite(ceiling.gap, spm, p, s),
    bow: feedForBite(ceiling.bow, spm, p, s),
    // a corner that is pivoted is not steered; the path into it is
    control: controlFeed(job.cut, job.cut.turn === 'pivot' ? Math.max(radius ?? Infinity, 10) : radius),
    stroke: H > s ? (TALL * s) / H : undefined,
    spm,
    push: ceiling.pushAllowed,
  }
  let limit: FeedLimit = 'gap'
  for (const l of ['bow', 'control', 'stroke'] as const) if ((inputs[l] ?? Infinity) < inputs[limit]!) limit = l
  const value = inputs[limit]!
  const bite = bitePerTooth(value, spm, p, s)
  const floor = biteFloor(job, blade)
  return { value, limit, bite, floor, rubs: bite < floor, inputs }
}
