import { seeded } from '../number/index.js'
import { criteria, type Design, type TrialCriterion } from './design.js'
import { likeliest, type Ordering } from './luce.js'

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

// Spreads of what makes a piece look as it does, in the worths' units (a single look scatters by π/√6 ≈ 1.28). How far blades part,
// and how far one piece of a blade lies from the next, is averaged over by how likely it makes what was seen; estimates.
const BLADES = [0.2, 0.7, 1.6, 3.5]
const PIECES = [0.4, 1, 2]
const PRIOR = { blade: { middle: 1.3, spread: 1 }, piece: { middle: 1, spread: 0.5 } }
const OWN = 0.6 // of a blade's spread, by criterion and by stock: what is good for the edge need not be for the pace
const DRAWS = 4000
const SURE = 0.86 // of beating another: less, and they are of one group
const MOST = 12 // repeats beyond which nobody would

/**
 * Ranks the blades of a trial. The worth of a piece is the blade's, and its own by criterion and by stock, and the piece's: all
 * criteria of one piece share that last part, so that ten looks at one lucky board are not ten witnesses.
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
  const total = [...weight.values()].reduce((a, b) => a + b, 0) || 1

  // unknowns by name, so that only what was seen is asked for
  const names = new Map<string, number>()
  const kinds: ('blade' | 'own' | 'piece')[] = []
  const unknown = (kind: (typeof kinds)[number], name: string) => {
    let i = names.get(name)
    if (i === undefined) {
      i = kinds.push(kind) - 1
      names.set(name, i)
    }
    return i
  }
  const manyStocks = new Set(told.map((o) => o.stock)).size > 1
  for (const id of blades) unknown('blade', id)
  const orderings = told.map((o): Ordering => {
    const ids = o.order.flat()
    const terms = ids.map((id) => [
      unknown('blade', id),
      ...(judged.length > 1 ? [unknown('own', `${id} by ${o.criterion}`)] : []),
      ...(manyStocks ? [unknown('own', `${id} in ${o.stock}`)] : []),
      unknown('piece', `${id} in ${o.stock} ${o.repeat}`),
    ])
    return { terms, order: o.order.map((tied) => tied.map((id) => ids.indexOf(id))) }
  })

  const fits = BLADES.flatMap((b) =>
    PIECES.map((p) => {
      const mode = likeliest(
        orderings,
        kinds.map((k) => ({ blade: b, own: OWN * b, piece: p })[k]),
      )
      const far = (x: number, { middle, spread }: { middle: number; spread: number }) => (Math.log(x / middle) / spread) ** 2
      return { mode, log: mode.logEvidence - 0.5 * (far(b, PRIOR.blade) + far(p, PRIOR.piece)) }
    }),
  )
  const top = Math.max(...fits.map((f) => f.log))
  const kept = fits.map((f) => ({ ...f, p: Math.exp(f.log - top) })).filter((f) => f.p > 0.003)
  const sum = kept.reduce((s, f) => s + f.p, 0)

  // a blade's worth: its own, with its part by each criterion as weighed, and over the stocks it was tried in
  const stocks = [...new Set(told.map((o) => o.stock))]
  const partsOf = (id: string, by: ReadonlyMap<TrialCriterion, number>, all: number): [number, number][] => [
    [names.get(id)!, 1],
    ...judged.flatMap((c): [number, number][] => {
      const i = names.get(`${id} by ${c}`)
      return i === undefined ? [] : [[i, by.get(c)! / all]]
    }),
    ...stocks.flatMap((s): [number, number][] => {
      const i = names.get(`${id} in ${s}`)
      return i === undefined ? [] : [[i, 1 / stocks.length]]
    }),
  ]
  const overall = blades.map((id) => partsOf(id, weight, total))
  const n = blades.length
  const scored = kept.map(({ mode, p }) => {
    const q = mode.mean.length
    const mean = overall.map((parts) => parts.reduce((s, [i, w]) => s + w * mode.mean[i]!, 0))
    const cov = overall.map((a) => overall.map((b) => a.reduce((s, [i, v]) => s + b.reduce((t, [j, w]) => t + v * w * mode.cov[i * q + j]!, 0), 0))) // prettier-ignore
    return { mean, L: factor(cov), p: p / sum, mode }
  })

  // the posterior as draws: a mixture over the spreads
  const random = seeded(design.seed + 1)
  const draws = scored.flatMap(({ mean, L, p }) =>
    Array.from({ length: Math.round(p * DRAWS) }, () => {
      const z = Array.from({ length: n }, () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()))
      const x = mean.map((m, i) => m + L[i]!.reduce((s, l, j) => s + l * z[j]!, 0))
      const middle = x.reduce((a, b) => a + b) / n
      return x.map((v) => v - middle)
    }),
  )
  const means = blades.map((_, i) => draws.reduce((s, d) => s + d[i]!, 0) / draws.length)
  const best = blades.map((_, i) => draws.filter((d) => d[i]! >= Math.max(...d)).length / draws.length)
  const order = blades.map((_, i) => i).sort((a, b) => means[b]! - means[a]!)
  const beats = (a: number, b: number) => draws.filter((d) => d[a]! > d[b]!).length / draws.length

  const group = new Map<number, number>()
  let [first, count] = [order[0]!, 0]
  for (const i of order) {
    if (i !== first && beats(first, i) >= SURE) {
      first = i
      count++
    }
    group.set(i, count)
  }
  const byCriterion = (c: TrialCriterion) => {
    const one = new Map(judged.map((k) => [k, k === c ? 1 : 0]))
    return blades.map((id) => scored.reduce((s, { mode, p }) => s + p * partsOf(id, one, 1).reduce((t, [i, w]) => t + w * mode.mean[i]!, 0), 0)) // prettier-ignore
  }
  const worths = new Map(judged.map((c) => [c, byCriterion(c)]))
  const at = (i: number, pick: (...of: number[]) => number) => judged.filter((c) => n > 1 && worths.get(c)![i] === pick(...worths.get(c)!))
  const ranked = order.map((i): RankedArm => {
    const sorted = draws.map((d) => d[i]!).sort((a, b) => a - b)
    const places = told.flatMap((o) => placeOf(o.order, blades[i]!))
    return {
      id: blades[i]!,
      mean: means[i]!,
      low: sorted[Math.floor(0.1 * sorted.length)]!,
      high: sorted[Math.floor(0.9 * sorted.length)]!,
      best: best[i]!,
      group: group.get(i)!,
      by: Object.fromEntries(judged.map((c) => [c, worths.get(c)![i]!])),
      bestAt: at(i, Math.max),
      worstAt: at(i, Math.min),
      meanPlace: places.length ? places.reduce((s, p) => s + p.place, 0) / places.length : (n + 1) / 2,
      neverWorst: places.length > 0 && places.every((p) => !p.last),
    }
  })
  const rivals = order.filter((i) => group.get(i) === 0)
  const undecided = rivals.length > 1
  return { blades: ranked, undecided, repeatsMore: undecided ? more(draws, order[0]!, rivals, design.repeats) : undefined, flips: flipsOf(order[0]!, blades, judged, weight, worths) } // prettier-ignore
}

/** Lower factor of a small covariance, a hair added where it is flat. */
function factor(cov: number[][]): number[][] {
  const L = cov.map((row) => row.map(() => 0))
  cov.forEach((row, i) => {
    for (let j = 0; j <= i; j++) {
      const s = row[j]! - L[i]!.slice(0, j).reduce((t, l, k) => t + l * L[j]![k]!, 0)
      L[i]![j] = i === j ? Math.sqrt(Math.max(s, 1e-12)) : s / L[j]![j]!
    }
  })
  return L
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
function more(draws: readonly number[][], first: number, rivals: readonly number[], repeats: number): number | undefined {
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
function flipsOf(
  first: number,
  blades: readonly string[],
  judged: readonly TrialCriterion[],
  weight: ReadonlyMap<TrialCriterion, number>,
  worths: ReadonlyMap<TrialCriterion, number[]>,
): Flip[] {
  // prettier-ignore
  const flips: Flip[] = []
  for (const c of judged) {
    let least: Flip | undefined
    blades.forEach((id, j) => {
      if (j === first) return
      const behind = (k: TrialCriterion) => worths.get(k)![first]! - worths.get(k)![j]!
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
