import { type Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { bladesShare } from '../cut/index.js'
import { commonness, poorer, rankBlades } from '../choose/index.js'
import type { Job } from '../job/index.js'
import { bestColumns } from './columns.js'

/** A kind of work and the minutes a year it takes with its best blade, sawing to clean-up. */
export interface Work {
  job: Job
  minutes: number
}
/** What each blade makes of each kind of work: time over that of the best, a poorer edge counted as time, 1 and more; Infinity where it does not do it. */
export type Ratios = readonly Float64Array[]

/** Of score from a job’s first within which a blade does it well: two sizes off, the other habits alike; estimate. */
export const WELL = 0.1

const topScore = (ranked: readonly { score: number }[]) => ranked.reduce((m, r) => Math.max(m, r.score), -Infinity)
/** Of what is not refused, what scores no more than `within` less than the first. */
export function well<R extends { score: number }>(ranked: readonly R[], within = WELL): R[] {
  const first = topScore(ranked)
  return ranked.filter((r) => r.score >= first - within)
}

/** How much longer each job takes with each blade than with its best of all, among those no more than `within` of score from its first. */
export function ratiosOf(jobs: readonly Work[], blades: readonly Blade[], beliefs?: Beliefs, within = Infinity): Ratios {
  const place = new Map(blades.map((b, i) => [b.id, i]))
  return jobs.map(({ job }) => {
    const does = well(rankBlades(job, { blades, beliefs }).value, within)
    const first = topScore(does)
    const counts = does.map((r) => bladesShare(r.time) * poorer(first - r.score))
    const best = Math.min(...counts)
    const row = new Float64Array(blades.length).fill(Infinity)
    does.forEach((r, i) => (row[place.get(r.blade.id)!] = counts[i]! / best))
    return row
  })
}

/** What a choice of blades comes to, minutes a year. */
export interface Cover {
  /** that some blade of it can saw */
  covered: number
  /** lost against each covered job's best of all */
  loss: number
}
export interface Kit extends Cover {
  kit: Blade[]
  /** the same for kits of every size up to this and one more, smallest first */
  curve: (Cover & { size: number; kit: Blade[] })[]
}
export interface KitAsked {
  jobs: readonly Work[]
  /** to choose from, and what a job's best of all is among */
  blades: readonly Blade[]
  /** blades in all, kept ones counted */
  size: number
  /** ids of those that must stay */
  keep?: readonly string[]
  beliefs?: Beliefs
  /** a blade counts only where it is no more than this of score from the job’s first (see WELL); absent: wherever it is not refused */
  within?: number
  /** told after each size of the curve, 0 … 1 */
  progress?: (share: number) => void
}
export const LARGEST = 8 // blades a kit may have

/**
 * The blades, `size` in all, that saw most of the work, and of those the ones that lose least against each job's best of all
 * (maximal covering, Church and ReVelle 1974; exact).
 * @throws RangeError where the size is none, or more blades must stay than it holds
 */
export function bestKit({ jobs, blades, size, keep = [], beliefs, within, progress }: KitAsked): Kit {
  if (!(Number.isInteger(size) && size >= 1 && size <= LARGEST))
    throw new RangeError(`A kit holds 1 to ${LARGEST} blades; ${size} is none of these.`)
  const must = [...new Set(keep)].map((id) => {
    const at = blades.findIndex((b) => b.id === id)
    if (at < 0) throw new RangeError(`The blade “${id}” that must stay is not among those to choose from.`)
    return at
  })
  for (const { minutes } of jobs)
    if (!(Number.isFinite(minutes) && minutes >= 0)) throw new RangeError(`A job’s minutes a year must be 0 or more; ${minutes} is not.`)
  if (must.length > size) throw new RangeError(`${must.length} blades must stay, and the kit holds ${size}: choose a larger one.`)
  const order = inOrder(blades)
  const sorted = order.map((i) => blades[i]!)
  const ratios = ratiosOf(jobs, sorted, beliefs, within)
  const minutes = jobs.map((j) => j.minutes)
  const stay = must.map((i) => order.indexOf(i))
  const last = Math.min(LARGEST, size + 1, blades.length)
  const curve: Kit['curve'] = []
  for (let k = Math.min(last, Math.max(1, stay.length)); k <= last; k++) {
    const chosen = exactly(ratios, minutes, k, stay)
    curve.push({ size: k, kit: chosen.map((i) => sorted[i]!), ...coverOf(ratios, minutes, chosen) })
    progress?.(k / last)
  }
  const { kit, covered, loss } = curve.find((c) => c.size === Math.min(size, last)) ?? { kit: [], covered: 0, loss: 0 }
  return { kit, covered, loss, curve }
}

/** Blades most drawers hold lead, so that of two that do alike the common one is taken. */
const inOrder = (blades: readonly Blade[]): number[] => [...blades.keys()].sort((a, b) => commonness(blades[b]!) - commonness(blades[a]!))

/** What some columns of the ratios come to. */
export function coverOf(ratios: Ratios, minutes: readonly number[], chosen: readonly number[]): Cover {
  let [covered, loss] = [0, 0]
  ratios.forEach((row, j) => {
    const r = chosen.reduce((m, c) => Math.min(m, row[c]!), Infinity)
    if (r === Infinity) return
    covered += minutes[j]!
    loss += minutes[j]! * (r - 1)
  })
  return { covered, loss }
}

/** The best `size` columns: most covered first, then least loss; filled up with what comes nearest where fewer do it all. */
export function exactly(ratios: Ratios, minutes: readonly number[], size: number, must: readonly number[] = []): number[] {
  const n = ratios[0]?.length ?? 0
  const valued = (value: (ratio: number, j: number) => number) => ratios.map((row, j) => row.map((r) => (r === Infinity ? 0 : value(r, j))))
  const { covered } = coverOf(
    ratios,
    minutes,
    bestColumns(
      valued((_, j) => minutes[j]!),
      size,
      must,
    ),
  )
  const worst = ratios.reduce((m, row) => row.reduce((w, r) => (r === Infinity ? w : Math.max(w, r)), m), 1)
  // covering outweighs any loss once the weight is great enough: a choice that covers as much as can be is the best of those
  for (let weight = 2 * worst; ; weight *= 8) {
    const values = valued((r, j) => minutes[j]! * (weight - r))
    const chosen = bestColumns(values, size, must)
    if (coverOf(ratios, minutes, chosen).covered < covered * (1 - 1e-9) && weight < 1e9 * worst) continue
    const worth = (c: number) => values.reduce((t, row) => t + row[c]!, 0)
    const rest = Array.from({ length: n }, (_, c) => c).filter((c) => !chosen.includes(c))
    return [...chosen, ...rest.sort((a, b) => worth(b) - worth(a)).slice(0, Math.max(0, size - chosen.length))]
  }
}

/** How one job fares with a kit: by which of its blades, and minutes a year lost against its best of all. */
export interface Served {
  blade?: Blade
  loses: number
}
/** For each kit, each job by its best blade of it; none where no blade of it does the job. */
export function serves(
  { jobs, blades, beliefs, within }: Omit<KitAsked, 'size' | 'keep'>,
  kits: readonly (readonly Blade[])[],
): Served[][] {
  const ratios = ratiosOf(jobs, blades, beliefs, within)
  return kits.map((kit) => {
    const columns = kit.map((b) => blades.findIndex((c) => c.id === b.id))
    return jobs.map(({ minutes }, j): Served => {
      const best = columns.reduce((a, c) => (ratios[j]![c]! < ratios[j]![a]! ? c : a), columns[0]!)
      const ratio = ratios[j]?.[best] ?? Infinity
      return ratio === Infinity ? { loses: 0 } : { blade: blades[best], loses: minutes * (ratio - 1) }
    })
  })
}
