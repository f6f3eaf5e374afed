import { cholesky, inverseFactored, solveFactored } from '../number/index.js'
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
 * @param scatter standard deviation of one outcome, as foreseen
 * @param surety how many outcomes that scatter is worth
 */
export function solveMixed(observations: readonly Observation[], { names, spread }: Unknowns, scatter: number, surety: number): Posterior {
  const n = names.length
  const relative = spread.map((s) => s / scatter)
  let s2 = scatter * scatter
  let mean: Float64Array = new Float64Array(n)
  let best = 1
  let fits: Fit[] = []
  const cells = cellsOf(observations)
  const exact = observations.every((o) => o.low === o.high && !o.bend)
  for (let round = exact ? ROUNDS - 1 : 0; round < ROUNDS; round++) {
    const { A, c, yy, total } = equations(cells, mean, Math.sqrt(s2), n)
    const fit = (scale: number) => fitAt(A, c, yy, total, relative, scale, { scatter, surety }, n)
    // where figures are bent or cut off, the equations are made anew about the likeliest scale; all are compared at the last
    fits = round < ROUNDS - 1 && round > 0 ? [fit(best)] : SCALES.map(fit)
    const top = fits.reduce((a, b) => (b.logLikelihood > a.logLikelihood ? b : a))
    best = top.scale
    mean = top.mean
    s2 = top.s2
  }
  return average(fits, { names, n, spoke: spokeOf(cells, n), scatter })
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

/** Normal equations Z′WZ, Z′Wz, z′Wz about the means so far: summed within each cell first, since there are far fewer of them. */
function equations(cells: readonly Cell[], mean: Float64Array, s: number, n: number) {
  const A = new Float64Array(n * n)
  const c = new Float64Array(n)
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
      for (const i of terms) {
        c[i]! += product[k]!
        parts.forEach((others, l) => {
          for (const j of others) if (j <= i) A[i * n + j]! += square[k * size + l]!
        })
      }
    })
  }
  return { A, c, yy, total }
}

interface Fit {
  scale: number
  logLikelihood: number
  mean: Float64Array
  /** factor of Z′WZ + G⁻¹ */
  L: Float64Array
  s2: number
  freedom: number
}
function fitAt(
  A: Float64Array,
  c: Float64Array,
  yy: number,
  total: number,
  relative: readonly number[],
  scale: number,
  { scatter, surety }: { scatter: number; surety: number },
  n: number,
): Fit {
  // prettier-ignore
  const L = A.slice()
  let logPrior = 0
  for (let i = 0; i < n; i++) {
    const g = (relative[i]! * scale) ** 2
    L[i * n + i]! += 1 / g
    logPrior += Math.log(g)
  }
  const logDet = cholesky(L, n)
  const mean = solveFactored(L, n, c)
  let explained = 0
  for (let i = 0; i < n; i++) explained += mean[i]! * c[i]!
  const freedom = surety + total
  const left = surety * scatter * scatter + Math.max(0, yy - explained)
  const logLikelihood = -0.5 * (logDet + logPrior) - 0.5 * freedom * Math.log(left) - 0.5 * (Math.log(scale) / SCALE_SPREAD) ** 2
  return { scale, logLikelihood, mean, L, s2: left / freedom, freedom }
}

/** The fits of all scales as one: means and covariances weighed by how likely each scale is. */
function average(
  fits: readonly Fit[],
  { names, n, spoke, scatter }: { names: string[]; n: number; spoke: Float64Array; scatter: number },
): Posterior {
  const top = Math.max(...fits.map((f) => f.logLikelihood))
  const likely = fits.map((f) => ({ ...f, p: Math.exp(f.logLikelihood - top) }))
  const kept = likely.filter((f) => f.p > SELDOM)
  const sum = kept.reduce((t, f) => t + f.p, 0)
  const mean = new Float64Array(n)
  const cov = new Float64Array(n * n)
  let [scale, noise, freedom] = [0, 0, 0]
  for (const f of kept) {
    const p = f.p / sum
    for (let i = 0; i < n; i++) mean[i]! += p * f.mean[i]!
    // the spreads are told against the scatter foreseen, which the scatter found has moved
    scale += (p * f.s2 * f.scale * f.scale) / (scatter * scatter)
    noise += p * f.s2
    freedom += p * f.freedom
  }
  for (const f of kept) {
    const p = f.p / sum
    const V = inverseFactored(f.L, n)
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) cov[i * n + j]! += p * (f.s2 * V[i * n + j]! + (f.mean[i]! - mean[i]!) * (f.mean[j]! - mean[j]!))
  }
  return { at: Object.fromEntries(names.map((name, i) => [name, i])), mean, cov, spoke, scale, noise, freedom }
}

const spokeOf = (cells: readonly Cell[], n: number): Float64Array => {
  const spoke = new Float64Array(n)
  for (const { parts, of } of cells) for (const terms of parts) for (const i of terms) spoke[i]! += of.length
  return spoke
}
