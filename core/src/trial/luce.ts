import { cholesky, inverseFactored, solveFactored } from '../number/index.js'

/** One ranking: items with the unknowns whose sum is each one's worth, best first, ties together. */
export interface Ordering {
  /** for each item, its unknowns */
  terms: number[][]
  /** places among the items, best first; those that tie stand together */
  order: number[][]
}

/**
 * Plackett–Luce (Luce 1959, Plackett 1975) about worths η: log-likelihood, its slope and minus its curvature. Ties by Efron’s
 * weights (1977): any order among them would have done, which draws them together and asks no constant of its own.
 */
export function luce(eta: readonly number[], order: readonly (readonly number[])[]) {
  const n = eta.length
  const top = Math.max(...eta)
  const e = eta.map((x) => Math.exp(x - top))
  const slope = new Float64Array(n)
  const curve = new Float64Array(n * n)
  let logLikelihood = 0
  const left = new Set(order.flat())
  const share = new Float64Array(n)
  for (const tied of order) {
    const t = tied.length
    if (left.size > 1)
      for (let j = 0; j < t; j++) {
        // the last one left has nobody to be chosen from
        if (left.size === t && j === t - 1) continue
        let sum = 0
        share.fill(0)
        for (const i of left) {
          share[i] = e[i]! * (tied.includes(i) ? 1 - j / t : 1)
          sum += share[i]!
        }
        logLikelihood -= Math.log(sum)
        for (const i of left) {
          const p = share[i]! / sum
          slope[i]! -= p
          curve[i * n + i]! += p
          for (const k of left) curve[i * n + k]! -= (p * share[k]!) / sum
        }
        for (const i of tied) {
          logLikelihood += (eta[i]! - top) / t
          slope[i]! += 1 / t
        }
      }
    for (const i of tied) left.delete(i)
  }
  return { logLikelihood, slope, curve }
}

export interface Mode {
  mean: Float64Array
  /** covariance, row by row */
  cov: Float64Array
  /** of the data, the unknowns averaged out (Laplace) */
  logEvidence: number
}
const STEPS = 30
const STILL = 1e-7

/** The likeliest worths under normal priors, with the curvature there as their doubt: Newton’s steps on a concave hill, halved where one overshoots. */
export function likeliest(orderings: readonly Ordering[], spread: readonly number[]): Mode {
  const n = spread.length
  let u: Float64Array = new Float64Array(n)
  const at = (x: Float64Array) => {
    const H = new Float64Array(n * n)
    const g = new Float64Array(n)
    let height = 0
    for (let i = 0; i < n; i++) {
      const w = 1 / spread[i]! ** 2
      H[i * n + i] = w
      g[i] = -w * x[i]!
      height -= 0.5 * w * x[i]! ** 2
    }
    for (const { terms, order } of orderings) {
      const { logLikelihood, slope, curve } = luce(
        terms.map((t) => t.reduce((s, i) => s + x[i]!, 0)),
        order,
      )
      height += logLikelihood
      const m = terms.length
      for (let a = 0; a < m; a++)
        for (const i of terms[a]!) {
          g[i]! += slope[a]!
          for (let b = 0; b < m; b++) for (const j of terms[b]!) if (j <= i) H[i * n + j]! += curve[a * m + b]!
        }
    }
    return { H, g, height }
  }
  let here = at(u)
  let logDet = 0
  for (let k = 0; k < STEPS; k++) {
    logDet = cholesky(here.H, n)
    const step = solveFactored(here.H, n, here.g)
    const far = step.reduce((m, s) => Math.max(m, Math.abs(s)), 0)
    if (far < STILL) break
    let by = 1
    let next = u.map((x, i) => x + step[i]!)
    let there = at(next)
    while (there.height < here.height && by > 1e-4) {
      by /= 2
      next = u.map((x, i) => x + by * step[i]!)
      there = at(next)
    }
    ;[u, here] = [next, there]
    if (k === STEPS - 1) logDet = cholesky(here.H, n)
  }
  const logPrior = spread.reduce((s, x) => s + 2 * Math.log(x), 0)
  return { mean: u, cov: inverseFactored(here.H, n), logEvidence: here.height - 0.5 * (logDet + logPrior) }
}
