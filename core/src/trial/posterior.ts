import { seeded } from '../number/index.js'
import type { TrialCriterion } from './design.js'
import { likeliest, type Ordering } from './luce.js'
import type { Judged } from './rank.js'

// Spreads of what makes a piece look as it does, in the worths' units (a single look scatters by π/√6 ≈ 1.28). How far blades part,
// and how far one piece of a blade lies from the next, is averaged over by how likely it makes what was seen; estimates.
const BLADES = [0.3, 1, 2, 4]
const PIECES = [0.35, 0.9, 1.8]
const PRIOR = { blade: { middle: 2.3, spread: 0.9 }, piece: { middle: 0.75, spread: 0.5 } }
const OWN = 0.3 // of a blade's spread, by criterion and by stock: what is good for the edge need not be for the pace
const DRAWS = 4000
const SELDOM = 0.003 // of the likeliest spreads: less, and they are left out

/** What is known of the blades' worths after all orders. */
export interface Worths {
  /** the worth of each blade against their mean, drawn many times */
  draws: readonly (readonly number[])[]
  /** mean worth of each blade by one criterion alone */
  by: ReadonlyMap<TrialCriterion, readonly number[]>
}
/** A sum of unknowns: which, and how much of each. */
type Parts = readonly (readonly [number, number])[]

/**
 * The worth of a piece is the blade's, and its own by criterion and by stock, and the piece's: all criteria of one piece share
 * that last part, so that ten looks at one lucky board are not ten witnesses.
 * @param told orders of at least two blades each
 * @param weight of each criterion that was judged, at least 0
 */
export function worthsOf(
  blades: readonly string[],
  told: readonly Judged[],
  weight: ReadonlyMap<TrialCriterion, number>,
  seed: number,
): Worths {
  const judged = [...weight.keys()]
  const stocks = [...new Set(told.map((o) => o.stock))]
  // unknowns by name, so that only what was seen is asked for
  const names = new Map<string, number>()
  const kinds: ('blade' | 'own' | 'piece')[] = []
  const unknown = (kind: (typeof kinds)[number], name: string) => {
    if (!names.has(name)) names.set(name, kinds.push(kind) - 1)
    return names.get(name)!
  }
  for (const id of blades) unknown('blade', id)
  const orderings = told.map((o): Ordering => {
    const ids = o.order.flat()
    const terms = ids.map((id) => [
      unknown('blade', id),
      ...(judged.length > 1 ? [unknown('own', `${id} by ${o.criterion}`)] : []),
      ...(stocks.length > 1 ? [unknown('own', `${id} in ${o.stock}`)] : []),
      unknown('piece', `${id} in ${o.stock} ${o.repeat}`),
    ])
    return { terms, order: o.order.map((tied) => tied.map((id) => ids.indexOf(id))) }
  })
  /** A blade's worth: its own, with its part by each criterion as weighed, and over the stocks it was tried in. */
  const partsOf = (id: string, by: ReadonlyMap<TrialCriterion, number>): Parts => {
    const all = [...by.values()].reduce((a, b) => a + b, 0) || 1
    const shares = [
      ...judged.map((c) => [names.get(`${id} by ${c}`), by.get(c)! / all] as const),
      ...stocks.map((stock) => [names.get(`${id} in ${stock}`), 1 / stocks.length] as const),
    ]
    return [[names.get(id)!, 1], ...shares.flatMap(([i, share]) => (i === undefined ? [] : [[i, share] as const]))]
  }

  const fits = BLADES.flatMap((blade) =>
    PIECES.map((piece) => {
      const spread = { blade, own: OWN * blade, piece }
      const mode = likeliest(
        orderings,
        kinds.map((k) => spread[k]),
      )
      const far = (x: number, { middle, spread }: { middle: number; spread: number }) => (Math.log(x / middle) / spread) ** 2
      return { ...mode, log: mode.logEvidence - 0.5 * (far(blade, PRIOR.blade) + far(piece, PRIOR.piece)) }
    }),
  )
  const top = Math.max(...fits.map((f) => f.log))
  const likely = fits.map((f) => ({ ...f, p: Math.exp(f.log - top) })).filter((f) => f.p > SELDOM)
  const sum = likely.reduce((s, f) => s + f.p, 0)

  // the posterior as draws: a mixture over the spreads
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const overall = blades.map((id) => partsOf(id, weight))
  const draws = likely.flatMap(({ mean, cov, p }) => {
    const middle = overall.map((parts) => sumOf(parts, mean))
    const L = factor(overall.map((one) => overall.map((other) => covariance(one, other, cov, mean.length))))
    return Array.from({ length: Math.round((p / sum) * DRAWS) }, () => {
      const z = blades.map(normal)
      return centered(middle.map((m, i) => m + L[i]!.reduce((s, l, j) => s + l * z[j]!, 0)))
    })
  })
  const by = judged.map((c) => {
    const alone = new Map(judged.map((k) => [k, k === c ? 1 : 0]))
    return [c, blades.map((id) => likely.reduce((s, { mean, p }) => s + (p / sum) * sumOf(partsOf(id, alone), mean), 0))] as const
  })
  return { draws, by: new Map(by) }
}

const sumOf = (parts: Parts, x: ArrayLike<number>) => parts.reduce((s, [i, w]) => s + w * x[i]!, 0)
/** Covariance of two sums of unknowns, of which there are `n`. */
function covariance(one: Parts, other: Parts, cov: ArrayLike<number>, n: number): number {
  let s = 0
  for (const [i, v] of one) for (const [j, w] of other) s += v * w * cov[i * n + j]!
  return s
}
function centered(x: readonly number[]): number[] {
  const middle = x.reduce((a, b) => a + b) / x.length
  return x.map((v) => v - middle)
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
