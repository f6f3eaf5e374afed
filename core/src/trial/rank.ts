import { criteria, type Design, type TrialCriterion } from './design.js'
import { worthsOf, type Worths } from './posterior.js'

/** Pieces of one board put in order by one criterion; what could not be told is left out. */
export interface Judged {
  criterion: TrialCriterion
  stock: string
  repeat: number
  /** blade ids, best first, ties together */
  order: string[][]
}
export interface RankedArm {
  id: string
  /** worth against the mean of all, and between what it lies in eight of ten; in units in which one’s look scatters by 1.3 */
  mean: number
  low: number
  high: number
  /** probability of being the best */
  best: number
  /** from 0: blades of one group cannot be told apart from its first */
  group: number
  /** the same by each criterion that was judged */
  by: Partial<Record<TrialCriterion, number>>
  bestAt: TrialCriterion[]
  worstAt: TrialCriterion[]
  /** two schools of “overall”: mean place over all orders, and whether it was never the last */
  meanPlace: number
  neverWorst: boolean
}
/** Another first, if one criterion weighed so much. */
export interface Flip {
  criterion: TrialCriterion
  weight: number
  id: string
}
export interface TrialRanking {
  /** best first */
  blades: RankedArm[]
  /** more than one may be the best */
  undecided: boolean
  /** repeats as these after which, at this pace, one would stand alone; absent where it is decided, or no number would */
  repeatsMore?: number
  flips: Flip[]
}
export interface TrialJudged {
  design: Design
  orders: readonly Judged[]
  /** how much each criterion counts; absent: 1 */
  weights?: Partial<Record<TrialCriterion, number>>
}

const SURE = 0.86 // of beating another: less, and they are of one group
const MOST = 12 // repeats beyond which nobody would

/**
 * Ranks the blades of a trial by what all orders together say of their worths.
 * @throws RangeError where an order names a blade the trial has not, or one twice
 */
export function rankTrial({ design, orders, weights = {} }: TrialJudged): TrialRanking {
  const { blades } = design
  const told = orders.filter((o) => o.order.flat().length > 1)
  for (const o of told) {
    const ids = o.order.flat()
    const odd = ids.find((id) => !blades.includes(id))
    if (odd !== undefined) throw new RangeError(`“${odd}” is none of this trial’s blades.`)
    if (new Set(ids).size < ids.length) throw new RangeError(`A blade stands twice in the order for ${o.criterion}.`)
  }
  const judged = criteria.filter((c) => told.some((o) => o.criterion === c))
  const weight = new Map(judged.map((c) => [c, Math.max(0, weights[c] ?? 1)]))
  const { draws, by } = worthsOf(blades, told, weight, design.seed + 1)

  const shareOf = (holds: (draw: readonly number[]) => boolean) => draws.filter(holds).length / draws.length
  const means = blades.map((_, i) => draws.reduce((s, d) => s + d[i]!, 0) / draws.length)
  const order = blades.map((_, i) => i).sort((a, b) => means[b]! - means[a]!)
  const group = groupsOf(order, (a, b) => shareOf((d) => d[a]! > d[b]!))
  const at = (i: number, pick: (...of: number[]) => number) =>
    judged.filter((c) => blades.length > 1 && by.get(c)![i] === pick(...by.get(c)!))
  const ranked = order.map((i): RankedArm => {
    const sorted = draws.map((d) => d[i]!).sort((a, b) => a - b)
    const places = told.flatMap((o) => placeOf(o.order, blades[i]!))
    return {
      id: blades[i]!,
      mean: means[i]!,
      low: sorted[Math.floor(0.1 * sorted.length)]!,
      high: sorted[Math.floor(0.9 * sorted.length)]!,
      best: shareOf((d) => d[i]! >= Math.max(...d)),
      group: group.get(i)!,
      by: Object.fromEntries(judged.map((c) => [c, by.get(c)![i]!])),
      bestAt: at(i, Math.max),
      worstAt: at(i, Math.min),
      meanPlace: places.length ? places.reduce((s, p) => s + p.place, 0) / places.length : (blades.length + 1) / 2,
      neverWorst: places.length > 0 && places.every((p) => !p.last),
    }
  })
  const rivals = order.filter((i) => group.get(i) === 0)
  const undecided = rivals.length > 1
  return {
    blades: ranked,
    undecided,
    repeatsMore: undecided ? more(draws, order[0]!, rivals, design.repeats) : undefined,
    flips: flipsOf(order[0]!, blades, weight, by),
  }
}

/** Blades in order, best first, each in the group of the first it cannot be told apart from. */
function groupsOf(order: readonly number[], beats: (a: number, b: number) => number): Map<number, number> {
  const group = new Map<number, number>()
  let [first, count] = [order[0]!, 0]
  for (const i of order) {
    if (i !== first && beats(first, i) >= SURE) {
      first = i
      count++
    }
    group.set(i, count)
  }
  return group
}

/** Place of a blade in an order, ties at their middle, and whether it is the last alone. */
function placeOf(order: string[][], id: string): { place: number; last: boolean }[] {
  let before = 0
  for (const tied of order) {
    if (tied.includes(id)) return [{ place: before + (tied.length + 1) / 2, last: tied === order.at(-1) && tied.length === 1 }]
    before += tied.length
  }
  return []
}

/** Repeats after which the first would stand clear of its nearest rival, if it keeps its lead while the doubt falls as 1/√n. */
function more(draws: Worths['draws'], first: number, rivals: readonly number[], repeats: number): number | undefined {
  const needed = rivals
    .filter((i) => i !== first)
    .map((i) => {
      const lead = draws.map((d) => d[first]! - d[i]!)
      const mean = lead.reduce((a, b) => a + b) / lead.length
      const variance = lead.reduce((s, x) => s + (x - mean) ** 2, 0) / lead.length
      return (repeats * 1.645 ** 2 * variance) / mean ** 2
    })
  const all = Math.ceil(Math.max(...needed))
  return all > repeats && all <= MOST ? all : undefined
}

/** By how much each criterion alone would have to count for another blade to come first, least first. */
function flipsOf(first: number, blades: readonly string[], weight: ReadonlyMap<TrialCriterion, number>, by: Worths['by']): Flip[] {
  const judged = [...weight.keys()]
  const flips: Flip[] = []
  for (const c of judged) {
    let least: Flip | undefined
    blades.forEach((id, j) => {
      if (j === first) return
      const behind = (k: TrialCriterion) => by.get(k)![first]! - by.get(k)![j]!
      if (behind(c) >= 0) return
      const others = judged.reduce((s, k) => (k === c ? s : s + weight.get(k)! * behind(k)), 0)
      const w = others / -behind(c)
      if (w > weight.get(c)! && (!least || w < least.weight)) least = { criterion: c, weight: w, id }
    })
    if (least) flips.push(least)
  }
  return flips.sort((a, b) => a.weight - b.weight)
}

/** Faces that a trial and a log both judge. */
export const judgedFaces = ['edge', 'face', 'underside'] as const
/** How far blades lie apart by one face in one stock, alone: in the worths’ units. */
export interface FaceWorth {
  face: (typeof judgedFaces)[number]
  stock: string
  arms: { id: string; mean: number; low: number; high: number }[]
}
/** What a trial found of faces, stock by stock; what was not put in order is left out. */
export const faceWorths = ({ design, orders }: TrialJudged): FaceWorth[] =>
  judgedFaces.flatMap((face) =>
    design.stocks.flatMap((stock) => {
      const judged = orders.filter((o) => o.criterion === face && o.stock === stock && o.order.flat().length > 1)
      if (!judged.length) return []
      const arms = rankTrial({ design, orders: judged }).blades.map(({ id, mean, low, high }) => ({ id, mean, low, high }))
      return [{ face, stock, arms }]
    }),
  )
