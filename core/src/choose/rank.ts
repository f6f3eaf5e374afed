import { blades as catalogue, netWidth, type Blade } from '../blade/index.js'
import { madeFor, profileOf } from '../saw/index.js'
import type { MaterialClass } from '../stock/index.js'
import { isStrungJob, type Job } from '../job/index.js'
import {
  cutTime,
  edgeForecast,
  pressed,
  filingFit,
  maxChipLoad,
  speedBand,
  steadyFeed,
  stressInUse,
  type CutTime,
  type EdgeForecast,
  type SpeedBand,
  type SteadyFeed,
} from '../cut/index.js'
import { offHabit } from './habit.js'
import { limitById, marginsOf, passingMargins, stops, type Margin } from './limit.js'

/** What a blade is weighed by. Every utility is 0 (worst) … 1 (best). */
export const criteria = ['edge', 'underside', 'pace', 'time', 'strength', 'waste', 'cost', 'place', 'habit'] as const
export type Criterion = (typeof criteria)[number]

/** Everything the job comes to with one blade. */
export interface Evaluation {
  blade: Blade
  margins: Margin[]
  passes: boolean
  speed: SpeedBand
  feed: SteadyFeed
  /** MPa; only of a blade held at both ends */
  stress?: number
  edge: EdgeForecast
  time: CutTime
  /** e-folds of size from what most would clamp; negative is finer */
  habit: number
  /** of a comfortable press of the hand, what keeps the saw down on the work */
  pressed: number
}

export function evaluate(job: Job, blade: Blade, margins = marginsOf(job, blade)): Evaluation {
  const found = maxChipLoad(job, blade)
  const speed = speedBand(job, blade, found)
  const feed = steadyFeed(job, blade, found, speed)
  const edge = edgeForecast(job, blade, feed.chipLoad)
  return {
    blade,
    margins,
    passes: !margins.some(stops),
    speed,
    feed,
    stress: isStrungJob(job) ? stressInUse(job, blade) : undefined,
    edge,
    time: cutTime(job, blade, feed, edge, found),
    habit: offHabit(job, blade),
    pressed: pressed(job, blade, feed.chipLoad),
  }
}

export interface Ranked extends Evaluation {
  score: number
  /** each criterion's utility and weight */
  utility: Record<Criterion, number>
  weight: Record<Criterion, number>
}
export interface Trade {
  criterion: Criterion
  by: number
  mine: number
  first: number
}

const WRONG_FILING = 0.6 // of what coarse teeth filed for the other way of the grain are worth is lost; estimate
const clamp = (x: number) => Math.min(1, Math.max(0, x))

/** Weights by finish–pace position x (0 finish, 1 pace). Estimates, tuned on the table of everyday jobs. */
export function weights(job: Pick<Job, 'pace' | 'cut' | 'saw'>): Record<Criterion, number> {
  const x = job.pace
  // on a table the underside of a piece that shows one face matters half; elsewhere what is weighed is the face that shows
  const rough = job.cut.finish === 'rough' ? 0.4 : 1
  const both = job.cut.shows === 'both' || !profileOf(job.saw).onTable ? 1 : 0.5
  return {
    edge: rough * (0.5 + 2.5 * (1 - x)),
    underside: rough * both * (0.6 + 2 * (1 - x)),
    pace: 0.4 + 2.6 * x,
    time: 0.6 + 2.4 * x,
    strength: 0.6 + 1.8 * x,
    waste: 0.2 + 0.5 * (1 - x),
    cost: 0.7,
    place: profileOf(job.saw).placeWeight,
    habit: 2.5,
  }
}

/** Measured value behind each criterion, for words: mm of ridge, mm of tear-out, mm/s, s, mm² of steel, mm of kerf, price ratio, place in the window, e-folds from trade habit. */
export function measure(v: Evaluation, c: Criterion): number {
  switch (c) {
    case 'edge':
      return v.edge.ridge
    case 'underside':
      return v.edge.tear
    case 'pace':
      return v.feed.value
    case 'time':
      return v.time.total
    case 'strength':
      return strength(v.blade)
    case 'waste':
      return v.blade.kerf
    case 'cost':
      return v.blade.cost
    case 'place':
      return placeInWindow(v.margins)
    case 'habit':
      return v.habit
  }
}
const MADE = 0.05 // of score for a blade made for this saw and this stock, not merely to be held and to get through; estimate
const PRICE = 0.2 // of score for each e-fold a margin stays short of its good threshold; estimate

const WIDE = 0.9 // of the window's whole width from the place wanted at which place speaks against a blade in full; estimate
const FAR = 0.5 // e-folds from habit at which it speaks against a blade in full; estimate

/** mm² of steel that holds. */
const strength = (blade: Blade) => blade.thickness * netWidth(blade)

const TROUBLED = 0.06 // of score for a blade that heats or rubs at every stroke this saw has; estimate
const PRESSED = 0.08 // of score for one that must be pressed down with all a hand likes to give; estimate

/** What a blade that goes at a price loses against one that goes freely: near margins, heat or rubbing, pressing the saw down. */
const priceOf = ({ margins, speed, pressed }: Evaluation) =>
  margins.reduce((t, m) => t + (m.state === 'near' ? PRICE * -Math.log(m.ratio) : 0), 0) +
  (speed.trouble ? TROUBLED : 0) +
  PRESSED * pressed

/** What a blade is made for by what stands first among what it gets through: metal teeth get through plastic too, and weld it shut. */
const KIN: Record<MaterialClass, readonly MaterialClass[]> = {
  wood: ['wood', 'plastic', 'organic'],
  plastic: ['plastic', 'organic', 'wood'],
  organic: ['organic'],
  shell: ['shell', 'ceramic'],
  ceramic: ['ceramic'],
  metal: ['metal', 'steel', 'shell', 'organic'],
  steel: ['steel', 'metal'],
}
function madeForJob(blade: Blade, { stock, cut, saw }: Job): boolean {
  return madeFor(saw, blade) && KIN[blade.cuts[0]!].includes(stock.material.cuts) && (!cut.boxed || blade.plate?.needsBox === true)
}

const AMPLE = 6 // a margin beyond this says nothing more about place

/**
 * Place inside the window: 0 where the limits from below close it, 1 where those from above do. Each side's
 * closeness is the logarithm of its margin, so the place moves evenly with size.
 */
export function placeInWindow(margins: readonly Margin[]): number {
  let [below, above] = [Math.log(AMPLE), Math.log(AMPLE)]
  for (const m of margins) {
    const { closes } = limitById(m.limit)
    const room = Math.max(0, Math.log(m.ratio))
    if (closes === 'below') below = Math.min(below, room)
    if (closes === 'above') above = Math.min(above, room)
  }
  return below + above > 0 ? below / (below + above) : 0.5
}

function utilities(v: Evaluation, job: Job, best: { time: number; strength: number; kerf: number }): Record<Criterion, number> {
  const { poor } = profileOf(job.saw)
  const { pace } = job
  const filing = filingFit(job, v.blade)
  const trouble = (v.speed.trouble || v.feed.rubs ? 0.6 : 1) * (filing.wrong ? 1 - WRONG_FILING * filing.matters : 1)
  return {
    // orbital strokes are chosen with the blade for the pace asked, and never count against it
    edge: clamp(1 - v.edge.ridge / v.edge.struck / poor.ridge) * trouble,
    underside: v.edge.chips ? 0 : clamp(1 - v.edge.tear / v.edge.struck / poor.tear),
    pace: (v.feed.value / (v.feed.value + poor.feed)) * trouble,
    time: (best.time / v.time.total) * (filing.wrong ? 1 - WRONG_FILING * filing.matters : 1),
    // a hand saw's plate does not break
    strength: v.blade.plate ? 1 : Math.sqrt(strength(v.blade) / best.strength),
    waste: best.kerf / v.blade.kerf,
    cost: 1 / v.blade.cost,
    // the finish–pace slider rides in the window, clear of its very ends
    habit: clamp(1 - (v.habit / FAR) ** 2),
    place: clamp(1 - ((placeInWindow(v.margins) - (0.1 + 0.8 * pace)) / WIDE) ** 2),
  }
}

export interface RankOptions {
  blades?: readonly Blade[]
  /** ids of owned blades; with `ownedFirst` they lead */
  owned?: ReadonlySet<string>
  ownedFirst?: boolean
}
export interface Ranking {
  value: Ranked[]
  limit: 'none-pass' | undefined
  inputs: { candidates: number; weights: Record<Criterion, number> }
}

/**
 * Blades that pass every hard limit, best first for the job's finish–pace position: edge, underside, pace,
 * whole time with clean-up, strength, waste, cost, and place inside the window.
 */
export function rankBlades(job: Job, options: RankOptions = {}): Ranking {
  const blades = options.blades ?? catalogue
  const weight = weights(job)
  const fit = blades.flatMap((b) => {
    const margins = passingMargins(job, b)
    return margins ? [evaluate(job, b, margins)] : []
  })
  const best = {
    time: Math.min(...fit.map((v) => v.time.total)),
    strength: Math.max(...fit.map((v) => strength(v.blade))),
    kerf: Math.min(...fit.map((v) => v.blade.kerf)),
  }
  const total = criteria.reduce((t, c) => t + weight[c], 0)
  const value = fit.map((v): Ranked => {
    const utility = utilities(v, job, best)
    // a blade made for this saw is preferred to one that merely fits its clamps
    const made = madeForJob(v.blade, job) ? MADE : 0
    return { ...v, utility, weight, score: criteria.reduce((t, c) => t + weight[c] * utility[c], 0) / total + made - priceOf(v) }
  })
  const leads = (r: Ranked) => (options.ownedFirst && options.owned?.has(r.blade.id) ? 1 : 0)
  value.sort((a, b) => leads(b) - leads(a) || b.score - a.score)
  return { value, limit: value.length ? undefined : 'none-pass', inputs: { candidates: blades.length, weights: weight } }
}

const WORTH_SAYING = 0.04 // of weighted utility

/** What one ranked blade gains and loses against another, largest weighted difference first; nothing against itself. */
export function tradesAgainst(r: Ranked, first: Ranked): { gains: Trade[]; losses: Trade[] } {
  const all = criteria
    .map((criterion) => ({ criterion, by: r.weight[criterion] * (r.utility[criterion] - first.utility[criterion]) }))
    .filter((t) => Math.abs(t.by) >= WORTH_SAYING)
    .map((t): Trade => ({ ...t, mine: measure(r, t.criterion), first: measure(first, t.criterion) }))
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
  return { gains: all.filter((t) => t.by > 0), losses: all.filter((t) => t.by < 0) }
}
