import { meanSpacing, overcut, overcutSlows, turnsAnywhere, type Blade } from '../blade/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { centreRadius, heights, type Finish, type Job, type Skill } from '../job/index.js'
import { minChipLoad, chipLoadForForce, chipLoadAt, contact, feedForChipLoad, gulletChipLoad } from './chip.js'
import { hold, type HoldLimit } from './hold.js'
import { patternPace } from './pattern.js'

const STRAY: Record<Finish, number> = { careful: 0.1, ordinary: 0.2, rough: 0.5 }
/** How far the line may be left in a moment's inattention, mm (reference). */
export const strayAllowed = ({ finish }: Pick<Job['cut'], 'finish'>): number => STRAY[finish]
/** How long a hand takes to answer, s (estimates). */
export const ANSWER: Record<Skill, number> = { learning: 0.55, practised: 0.35, sure: 0.25 }
const STRAIGHTEST = 60 // mm; a straight line still wants steering, as a curve of this radius does; estimate

/**
 * Feed a hand can steer, mm/s: within its answering time τ a straight path leaves a curve of radius R by
 * (vτ)²/2R, which may be no more than the finish lets it stray: v = √(2eR)/τ.
 */
export function controlFeed(cut: Job['cut'], radius: number | undefined): number {
  const R = Math.min(Math.max(radius ?? STRAIGHTEST, 0.3), STRAIGHTEST)
  return Math.sqrt(2 * STRAY[cut.finish] * R) / ANSWER[cut.skill]
}

export interface MaxChipLoad {
  value: number
  limit: 'gullet' | HoldLimit
  /** what gives first where it is pushed */
  by: HoldLimit
  /** mm: full gaps, and the push allowed */
  gullet: number
  held: number
  /** the bite that must exceed the floor: where full gaps only let a long crossing rub, the bite before they fill */
  cleanCut: number
  pushAllowed: number
}
/** Bite that gaps and what holds the blade leave, mm: the lesser of full gaps and the push allowed; independent of speed. */
export function maxChipLoad(job: Job, blade: Blade): MaxChipLoad {
  const { push, limit: by, full } = hold(job, blade)
  const gullet = gulletChipLoad(job, blade)
  const held = chipLoadForForce(job, blade, push)
  return {
    value: Math.min(gullet, held),
    limit: gullet <= held ? 'gullet' : by,
    by,
    gullet,
    held,
    cleanCut: full === 'rubs' ? held : Math.min(gullet, held),
    pushAllowed: push,
  }
}

export type FeedLimit = 'gullet' | HoldLimit | 'control' | 'stroke' | 'heat'
export interface SteadyFeed {
  /** mm/s, and which limit holds */
  value: number
  limit: FeedLimit
  /** bite per tooth at that feed, and the bite below which it rubs, mm */
  chipLoad: number
  floor: number
  rubs: boolean
  /** what the kerf must be widened by to come round, as a share of it: the stretch takes so much longer (overcutSlows) */
  overcut: number
  /** each limit's own feed, mm/s */
  inputs: { gullet: number; held: number; control: number; stroke?: number; spm: number; push: number }
}

const TIRED = 0.4 // of its feed a dull blade has lost at the same push (reference)
/** What is left of the feed with a worn blade. */
export const tired = ({ wear }: Pick<Job, 'wear'>): number => 1 - TIRED * wear

const INTO = 10 // mm: a corner that is pivoted is not steered; the path into it is, as a curve of this radius; estimate
/** What is steered of a job's curve of this radius, mm. */
export const steered = ({ cut }: Pick<Job, 'cut'>, radius: number | undefined) =>
  cut.turn === 'pivot' ? Math.max(radius ?? Infinity, INTO) : radius

/** Feed of stock taller than the stroke, mm/s: no faster than dust is worked out of its middle; undefined where the stroke clears it. */
function throughMiddle(job: Job, blade: Blade): number | undefined {
  const [H, s] = [heights(job).longest, strokeOf(job.saw, blade)]
  return H > s ? (profileOf(job.saw).tall * s) / H : undefined
}

export const OPEN = 3 // most of a path is this many times milder than its tightest curve; estimate

/** Feed that hand and dust allow in the ordinary stretch of the path, mm/s: what speed is set for. */
export function steeredFeed(job: Job, blade: Blade): number {
  const R = centreRadius(job.cut, blade)
  return Math.min(
    tired(job) * controlFeed(job.cut, steered(job, R === undefined ? undefined : R * OPEN)),
    throughMiddle(job, blade) ?? Infinity,
  )
}

/** What a worked turn round a radius of the centre line, mm, asks of the kerf beyond its width, as a share of it. */
export function overcutAt({ cut }: Pick<Job, 'cut'>, blade: Blade, radius: number | undefined): number {
  return radius === undefined || cut.turn === 'pivot' || blade.plate || turnsAnywhere(blade) ? 0 : overcut(blade, radius)
}

/**
 * Feed the cut holds steadily: least of gaps, bow and control; where the stock is taller than the stroke, no faster than its
 * dust can be worked out. A pattern that cuts this stock slowly slows it, and a kerf that must be filed wider in the turn.
 * @param spm strokes a minute
 * @param radius radius steered, mm; the kerf's centre line at the job's tightest curve when left out
 * @param ceiling the blade’s bite ceiling, where the caller has it already
 */
export function feedAt(
  job: Job,
  blade: Blade,
  spm: number,
  radius = centreRadius(job.cut, blade),
  ceiling = maxChipLoad(job, blade),
): SteadyFeed {
  const p = meanSpacing(blade)
  const s = strokeOf(job.saw, blade)
  const H = heights(job).longest
  // a hand rocks its saw over a long crossing: each stroke takes its bite from a part of it
  const part = contact(job, blade) / H
  const inputs = {
    gullet: part * feedForChipLoad(ceiling.gullet, spm, p, s),
    held: part * feedForChipLoad(ceiling.held, spm, p, s),
    control: tired(job) * controlFeed(job.cut, steered(job, radius)),
    stroke: throughMiddle(job, blade),
    spm,
    push: ceiling.pushAllowed,
  }
  let [value, limit]: [number, FeedLimit] = [inputs.gullet, 'gullet']
  if (inputs.held < value) [value, limit] = [inputs.held, ceiling.by]
  if (inputs.control < value) [value, limit] = [inputs.control, 'control']
  if (inputs.stroke !== undefined && inputs.stroke < value) [value, limit] = [inputs.stroke, 'stroke']
  const chipLoad = chipLoadAt(value / part, spm, p, s)
  const floor = minChipLoad(job, blade)
  const widened = overcutAt(job, blade, radius)
  return {
    value: (value * patternPace(job, blade)) / overcutSlows(widened),
    limit,
    chipLoad,
    floor,
    rubs: (ceiling.cleanCut > ceiling.value ? ceiling.cleanCut : chipLoad) < floor,
    overcut: widened,
    inputs,
  }
}

const BEGUN = 3 // light strokes that lead the teeth into the line and take next to nothing; estimate (practice: a few)
/**
 * One cut by hand: how many strokes, and how long, s. A few light ones begin it; at a steady feed it goes as far down as the
 * job asks, or where no depth is asked its whole length.
 */
export function oneCut({ cut }: Pick<Job, 'cut'>, feed: SteadyFeed): { strokes: number; seconds: number } {
  const rate = feed.inputs.spm / 60
  const seconds = (cut.depth ?? cut.length) / feed.value + BEGUN / rate
  return { strokes: Math.round(seconds * rate), seconds }
}
