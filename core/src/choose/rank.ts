import { outlook, weighed, type Beliefs } from '../belief/index.js'
import { blades as catalogue, type Blade } from '../blade/index.js'
import { soundJob, type Job } from '../job/index.js'
import { evaluate, type Evaluation } from './evaluate.js'
import { passingMargins } from './limit.js'
import { bestOf, merits, measure, ridden, standing, utilities, weights, type Merit } from './weigh.js'

export interface Ranked extends Evaluation {
  score: number
  /** so near the first that the doubt of the constants decides: either will do */
  tied: boolean
  /** each merit's utility and weight */
  utility: Record<Merit, number>
  weight: Record<Merit, number>
}
export interface Trade {
  merit: Merit
  by: number
  mine: number
  first: number
}

export interface RankOptions {
  blades?: readonly Blade[]
  /** ids of owned blades: they lead where two will do equally well, and with `ownedFirst` in any case */
  owned?: ReadonlySet<string>
  ownedFirst?: boolean
  /** id of the blade suggested before: it stays where it does equally well */
  before?: string
  /** what one’s own cuts have taught */
  beliefs?: Beliefs
}
export interface Ranking {
  value: Ranked[]
  limit: 'none-pass' | undefined
  inputs: { candidates: number; weights: Record<Merit, number> }
}

const TIE = 0.02 // of score: less than a third of any constant it is made of moves it; estimate
const SAME = 0.02 // of a time that is no difference: the constants are not known so well
const STEPS = 20 // of the finish–pace slider at which a choice is made

const scored = (utility: Record<Merit, number>, weight: Record<Merit, number>, ride: Partial<typeof utility> = {}) => {
  let [sum, total] = [0, 0]
  for (const c of merits) {
    sum += weight[c] * (ride[c] ?? utility[c])
    total += weight[c]
  }
  return sum / total
}

/**
 * The blade to suggest. Half way between finish and pace it is the best scored; from there it goes to either side step by step,
 * and at each step only those are chosen among that keep the slider's promise: more pace never takes longer, to the doubt of the
 * constants, nor goes back in size within a pattern.
 */
function lead(fit: readonly Ranked[], job: Job, stand: readonly number[]): Ranked | undefined {
  const end = Math.round(job.pace * STEPS)
  const way = Math.sign(end - STEPS / 2)
  // the quickest so far on the way to pace, the slowest on the way to finish: what differs by less than the doubt is as quick
  const far = { total: way * Infinity, cutting: way * Infinity }
  const keeps = (from: Ranked, to: Ranked) =>
    (['total', 'cutting'] as const).every((k) => way * (to.time[k] - far[k] * (1 + way * SAME)) <= 0) &&
    (to.blade.group !== from.blade.group || way * (to.blade.order - from.blade.order) >= 0)
  const rides = fit.map(ridden)
  let first: Ranked | undefined
  for (let i = STEPS / 2; ; i += way) {
    const x = i / STEPS
    const weight = weights(job, x)
    let best = -Infinity
    let next = first
    fit.forEach((v, k) => {
      if (first && v !== first && !keeps(first, v)) return
      const score = scored(v.utility, weight, rides[k]!(x)) + stand[k]!
      if (score > best) [best, next] = [score, v]
    })
    first = next
    if (first)
      for (const k of ['total', 'cutting'] as const) far[k] = way > 0 ? Math.min(far[k], first.time[k]) : Math.max(far[k], first.time[k])
    if (i === end) return first
  }
}

/**
 * Blades that are not refused, best first for the job's finish–pace position: edge, underside, pace, whole time with clean-up,
 * strength, waste, cost, place inside the window, and what most would clamp. Ties are marked.
 * @throws RangeError where a figure of the job is none
 */
export function rankBlades(asked: Job, options: RankOptions = {}): Ranking {
  soundJob(asked)
  const job = weighed(asked, options.beliefs)
  const own = options.beliefs && outlook(options.beliefs, job)
  const blades = options.blades ?? catalogue
  const weight = weights(job, job.pace)
  const found = blades.flatMap((b) => {
    const margins = passingMargins(job, b)
    return margins ? [evaluate(job, b, margins, own?.(b))] : []
  })
  const best = bestOf(found)
  const stand = found.map((v) => standing(v, job))
  const fit = found.map((v, i): Ranked => {
    const utility = utilities(v, job, best)
    // laid on what was evaluated for this alone: a copy of each verdict would be an eighth of a ranking
    return Object.assign(v, { utility, weight, tied: false, score: scored(utility, weight) + stand[i]! })
  })
  const suggested = lead(fit, job, stand)
  const stays = suggested && fit.find((v) => v.blade.id === options.before && v.score > suggested.score - TIE)
  const first = stays ?? suggested
  for (const v of fit) v.tied = v !== first && first !== undefined && Math.abs(v.score - first.score) < TIE
  const owned = (v: Ranked) => options.owned?.has(v.blade.id) ?? false
  const rank = (v: Ranked) => {
    if (options.ownedFirst && owned(v)) return 3
    const ties = v === first || v.tied
    return ties && owned(v) ? 2 : v === first ? 1 : 0
  }
  const ranks = new Map(fit.map((v) => [v, rank(v)]))
  const value = fit.sort((a, b) => ranks.get(b)! - ranks.get(a)! || b.score - a.score)
  return { value, limit: value.length ? undefined : 'none-pass', inputs: { candidates: blades.length, weights: weight } }
}

const WORTH_SAYING = 0.04 // of weighted utility

/** What one ranked blade gains and loses against another, largest weighted difference first; nothing against itself. */
export function tradesAgainst(r: Ranked, first: Ranked): { gains: Trade[]; losses: Trade[] } {
  const all = merits
    .map((merit) => ({ merit, by: r.weight[merit] * (r.utility[merit] - first.utility[merit]) }))
    .filter((t) => Math.abs(t.by) >= WORTH_SAYING)
    .map((t): Trade => ({ ...t, mine: measure(r, t.merit), first: measure(first, t.merit) }))
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
  return { gains: all.filter((t) => t.by > 0), losses: all.filter((t) => t.by < 0) }
}
