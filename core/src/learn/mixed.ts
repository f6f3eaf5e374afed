import { cholesky, inverseFactored, semiCholesky, solveFactored } from '../number/index.js'
import type { Posterior } from '../belief/index.js'

/**
 * One figure that speaks of a sum of effects: exactly, or only that it lies above `low` or below `high` (a blade still good, a
 * grade that is rounded and ends at 1 and 5).
 */
export interface Observation {
  low: number
  high: number
  /** unknowns of each part of the sum; two parts where sawing and threading were told as one. Cuts alike share the same array. */
  parts: readonly (readonly number[])[]
  /** of each part in the sum */
  weights: readonly number[]
  /** the cut it tells of, where it was logged; one may be told of by several outcomes */
  cut?: number
  /** how much it counts, 1 a fresh cut: variance of the outcome is divided by it */
  weight: number
  /** for minutes told as one: how weights and what is left over follow from the parts’ means */
  bend?: (means: readonly number[]) => { weights: readonly number[]; value: number }
}
export interface Unknowns {
  /** name and prior spread of each */
  names: string[]
  spread: number[]
}

const SCALES = [0.05, 0.25, 0.5, 0.75, 1, 1.4, 2, 2.8, 4] // of the spreads foreseen, tried
const SCALE_SPREAD = 0.6 // of the logarithm of the scale, before any evidence; estimate
const ROUNDS = 3 // of making the equations anew: what is left is a hundredth of the doubt
const SELDOM = 0.01 // a scale less likely than this is left out

/** Density and lower tail of the standard normal; the tail to 1e-7 (Abramowitz and Stegun 26.2.17). */
const density = (z: number) => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI)
function below(z: number): number {
  if (z === Infinity) return 1
  if (z === -Infinity) return 0
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const tail = density(z) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z > 0 ? 1 - tail : tail
}
/**
 * Working value and weight of an interval about the mean η: the normal likelihood’s slope and curvature there (Laplace).
 * @param s standard deviation of the outcome
 */
export function working(low: number, high: number, eta: number, s: number): { value: number; weight: number } {
  if (low === high) return { value: low, weight: 1 }
  const [a, b] = [(low - eta) / s, (high - eta) / s]
  // far out the tail is nothing: the nearer end speaks as if exact
  if (a > 5) return { value: low, weight: 1 }
  if (b < -5) return { value: high, weight: 1 }
  const P = Math.max(1e-12, below(b) - below(a))
  const [fa, fb] = [Number.isFinite(a) ? density(a) : 0, Number.isFinite(b) ? density(b) : 0]
  const slope = (fa - fb) / P
  const curve = slope * slope - ((Number.isFinite(a) ? a * fa : 0) - (Number.isFinite(b) ? b * fb : 0)) / P
  const weight = Math.min(1, Math.max(1e-6, curve))
  return { value: eta + (s * slope) / weight, weight }
}

/**
 * A linear mixed model, solved exactly (Henderson 1975): effects are normal with the spreads given times one scale common to
 * all, the scatter of single outcomes is known as well as so many cuts would tell it. The scale is averaged over by its marginal
 * likelihood; given it, effects and scatter follow in closed form (normal–inverse-gamma).
 *
 * Everything is solved among the sums that were observed, of which a short log has far fewer than unknowns: with Z the sums,
 * S = TTᵀ the weight of what is known of them and G = scale²·R² the prior, (ZᵀSZ + G⁻¹)⁻¹ = G − G·ZᵀT·B⁻¹·TᵀZ·G and
 * B = 1 + TᵀZGZᵀT (Woodbury).
 * @param scatter standard deviation of one outcome, as foreseen
 * @param surety how many outcomes that scatter is worth
 */
export function solveMixed(observations: readonly Observation[], { names, spread }: Unknowns, scatter: number, surety: number): Posterior {
  const n = names.length
  const relative = spread.map((s) => s / scatter)
  const cells = cellsOf(observations)
  const sums = sumsOf(cells, n)
  let s2 = scatter * scatter
  let mean: Float64Array = new Float64Array(n)
  let best = 1
  let fits: Fit[] = []
  let within: Projected | undefined
  const exact = observations.every((o) => o.low === o.high && !o.bend)
  for (let round = exact ? ROUNDS - 1 : 0; round < ROUNDS; round++) {
    const told = equations(cells, sums, mean, Math.sqrt(s2))
    const now = (within = projected(told, sums, relative))
    const fit = (scale: number) => fitAt(now, told, scale, { scatter, surety })
    // where figures are bent or cut off, the equations are made anew about the likeliest scale; all are compared at the last
    fits = round < ROUNDS - 1 && round > 0 ? [fit(best)] : SCALES.map(fit)
    const top = fits.reduce((a, b) => (b.logLikelihood > a.logLikelihood ? b : a))
    best = top.scale
    mean = meanOf(now, top.v, relative)
    s2 = top.s2
  }
  return average(fits, within!, { names, relative, spoke: spokeOf(cells, n), scatter })
}

/** Observations of cuts alike: they bear on the same unknowns, so that sums over them do. */
interface Cell {
  parts: Observation['parts']
  of: Observation[]
}
function cellsOf(observations: readonly Observation[]): Cell[] {
  const cells = new Map<Observation['parts'], Cell>()
  for (const o of observations) {
    const cell = cells.get(o.parts)
    if (cell) cell.of.push(o)
    else cells.set(o.parts, { parts: o.parts, of: [o] })
  }
  return [...cells.values()]
}

/** The different sums that were observed, or the unknowns themselves where those are fewer, and where each is in them. */
interface Sums {
  terms: readonly (readonly number[])[]
  of: (terms: readonly number[]) => readonly number[]
}
function sumsOf(cells: readonly Cell[], n: number): Sums {
  const found = new Map<readonly number[], number>()
  for (const { parts } of cells) for (const terms of parts) if (!found.has(terms)) found.set(terms, found.size)
  if (found.size >= n) return { terms: Array.from({ length: n }, (_, i) => [i]), of: (terms) => terms }
  return { terms: [...found.keys()], of: (terms) => [found.get(terms)!] }
}

/** What was told of the sums: its weight S, lower triangle, S times what they came to, and both summed. */
interface Told {
  S: Float64Array
  d: Float64Array
  yy: number
  total: number
}
/** Normal equations of the sums about the means so far: added up within each cell first, since there are far fewer of them. */
function equations(cells: readonly Cell[], sums: Sums, mean: Float64Array, s: number): Told {
  const q = sums.terms.length
  const S = new Float64Array(q * q)
  const d = new Float64Array(q)
  let [yy, total] = [0, 0]
  for (const { parts, of } of cells) {
    const means = parts.map((terms) => terms.reduce((t, i) => t + mean[i]!, 0))
    const size = parts.length
    const [square, product] = [new Float64Array(size * size), new Float64Array(size)]
    for (const o of of) {
      const bent = o.bend?.(means)
      const weights = bent ? bent.weights : o.weights
      let linear = 0
      for (let k = 0; k < size; k++) linear += weights[k]! * means[k]!
      // a bent sum is replaced by its tangent: the figure moves by what the tangent misses
      const off = bent ? bent.value - linear : 0
      const { value, weight } = working(o.low - off, o.high - off, linear, s / Math.sqrt(o.weight))
      const w = weight * o.weight
      yy += w * value * value
      total += w
      for (let k = 0; k < size; k++) {
        product[k]! += w * weights[k]! * value
        for (let l = 0; l < size; l++) square[k * size + l]! += w * weights[k]! * weights[l]!
      }
    }
    parts.forEach((terms, k) => {
      for (const i of sums.of(terms)) {
        d[i]! += product[k]!
        parts.forEach((others, l) => {
          for (const j of sums.of(others)) if (j <= i) S[i * q + j]! += square[k * size + l]!
        })
      }
    })
  }
  return { S, d, yy, total }
}

/** What does not hang on the scale: E = R·ZᵀT, n × q, its square H = EᵀE, and what was told as T·e. */
interface Projected {
  E: Float64Array
  H: Float64Array
  e: Float64Array
  q: number
}
function projected({ S, d }: Told, { terms }: Sums, relative: readonly number[]): Projected {
  const [q, n] = [terms.length, relative.length]
  const T = S.slice()
  semiCholesky(T, q)
  const e = new Float64Array(q)
  const E = new Float64Array(n * q)
  terms.forEach((places, r) => {
    let s = d[r]!
    for (let k = 0; k < r; k++) s -= T[r * q + k]! * e[k]!
    e[r] = T[r * q + r] ? s / T[r * q + r]! : 0
    for (const i of places) for (let k = 0; k <= r; k++) E[i * q + k]! += relative[i]! * T[r * q + k]!
  })
  const H = new Float64Array(q * q)
  for (let i = 0; i < n; i++)
    for (let k = 0; k < q; k++) {
      const f = E[i * q + k]!
      if (f) for (let l = 0; l <= k; l++) H[k * q + l]! += f * E[i * q + l]!
    }
  return { E, H, e, q }
}

interface Fit {
  scale: number
  logLikelihood: number
  /** the means are R·E·v */
  v: Float64Array
  /** factor of B = 1 + scale²·H */
  L: Float64Array
  s2: number
  freedom: number
}
function fitAt({ H, e, q }: Projected, { yy, total }: Told, scale: number, { scatter, surety }: { scatter: number; surety: number }): Fit {
  const g = scale * scale
  const L = new Float64Array(q * q)
  for (let k = 0; k < q; k++) {
    for (let l = 0; l <= k; l++) L[k * q + l] = g * H[k * q + l]!
    L[k * q + k]! += 1
  }
  const logDet = cholesky(L, q)
  const u = solveFactored(L, q, e)
  let explained = 0
  for (let k = 0; k < q; k++) explained += e[k]! * (e[k]! - u[k]!)
  const freedom = surety + total
  const left = surety * scatter * scatter + Math.max(0, yy - explained)
  const logLikelihood = -0.5 * logDet - 0.5 * freedom * Math.log(left) - 0.5 * (Math.log(scale) / SCALE_SPREAD) ** 2
  return { scale, logLikelihood, v: u.map((x) => g * x), L, s2: left / freedom, freedom }
}
function meanOf({ E, q }: Projected, v: Float64Array, relative: readonly number[]): Float64Array {
  return Float64Array.from(relative, (r, i) => {
    let s = 0
    for (let k = 0; k < q; k++) s += E[i * q + k]! * v[k]!
    return r * s
  })
}

/** The fits of all scales as one: means and covariances weighed by how likely each scale is. */
function average(
  fits: readonly Fit[],
  within: Projected,
  { names, relative, spoke, scatter }: { names: string[]; relative: readonly number[]; spoke: Float64Array; scatter: number },
): Posterior {
  const { E, q } = within
  const n = names.length
  const top = Math.max(...fits.map((f) => f.logLikelihood))
  const likely = fits.map((f) => ({ ...f, p: Math.exp(f.logLikelihood - top) })).filter((f) => f.p > SELDOM)
  const sum = likely.reduce((t, f) => t + f.p, 0)
  const kept = likely.map((f) => ({ ...f, p: f.p / sum }))
  const middle = new Float64Array(q)
  let [scale, noise, freedom, prior] = [0, 0, 0, 0]
  for (const { p, v, s2, scale: one, freedom: worth } of kept) {
    for (let k = 0; k < q; k++) middle[k]! += p * v[k]!
    // the spreads are told against the scatter foreseen, which the scatter found has moved
    scale += (p * s2 * one * one) / (scatter * scatter)
    noise += p * s2
    freedom += p * worth
    prior += p * s2 * one * one
  }
  // covariance = prior·R² + R·E·Y·Eᵀ·R: what was told narrows it, and scales that part widen it
  const Y = new Float64Array(q * q)
  for (const { p, v, L, s2, scale: one } of kept) {
    const inverse = inverseFactored(L, q)
    const narrows = p * s2 * one ** 4
    for (let k = 0; k < q; k++)
      for (let l = 0; l < q; l++) Y[k * q + l]! += p * (v[k]! - middle[k]!) * (v[l]! - middle[l]!) - narrows * inverse[k * q + l]!
  }
  const cov = new Float64Array(n * n)
  const row = new Float64Array(q)
  for (let i = 0; i < n; i++) {
    row.fill(0)
    for (let k = 0; k < q; k++) {
      const f = E[i * q + k]!
      if (f) for (let l = 0; l < q; l++) row[l]! += f * Y[k * q + l]!
    }
    for (let j = 0; j <= i; j++) {
      let s = i === j ? prior : 0
      for (let l = 0; l < q; l++) s += row[l]! * E[j * q + l]!
      cov[i * n + j] = cov[j * n + i] = relative[i]! * relative[j]! * s
    }
  }
  return {
    at: Object.fromEntries(names.map((name, i) => [name, i])),
    mean: meanOf(within, middle, relative),
    cov,
    spoke,
    scale,
    noise,
    freedom,
  }
}

/** How many cuts spoke of each unknown, each counted once. */
function spokeOf(cells: readonly Cell[], n: number): Float64Array {
  const cuts = Array.from({ length: n }, () => new Set<number>())
  for (const { parts, of } of cells)
    for (const i of new Set(parts.flat())) for (const { cut } of of) if (cut !== undefined) cuts[i]!.add(cut)
  return Float64Array.from(cuts, (c) => c.size)
}
