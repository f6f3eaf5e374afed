import type { Blade } from '../blade/index.js'
import { semiCholesky } from '../number/index.js'
import type { Job } from '../job/index.js'
import { levelsOf, responses, spreads, systemOf, toothKind, type Change, type Response, type System } from './effects.js'

/** What is known of the unknowns of one system after the evidence. */
export interface Posterior {
  /** place of each unknown, by response and level */
  at: Record<string, number>
  mean: Float64Array
  /** covariance, row by row */
  cov: Float64Array
  /** how many cuts spoke of it */
  spoke: Float64Array
  /** variance of a level nobody has seen, times its spread squared */
  scale: number
  /** variance of one outcome about what it should be, and the degrees of freedom it is known with */
  noise: number
  freedom: number
}
/** Everything one's own cuts have taught; plain data, for storage and between threads. */
export interface Beliefs {
  /** cuts that spoke, and those left out since they cannot be reckoned */
  cuts: number
  leftOut: number
  changes: readonly Change[]
  /** ms since 1970 */
  now: number
  systems: Record<System, Posterior>
  /** cutting force of a stock against its constant, as weighed: logarithm and its variance, by material */
  force: Record<string, { mean: number; variance: number; times: number }>
}

/** A weighted sum of responses of one job and blade, as places and weights among a system’s unknowns. */
export type Sum = Partial<Record<Response, number>>

/** Mean and variance of a sum of responses of one system, without the scatter of the single outcome. */
export function told(beliefs: Beliefs, system: System, job: Job, blade: Blade, sum: Sum) {
  const p = beliefs.systems[system]
  const levels = levelsOf(job, blade, beliefs.changes, beliefs.now)
  const n = p.mean.length
  const known: [number, number][] = []
  let [mean, variance] = [0, 0]
  for (const response of responses) {
    const w = sum[response]
    if (!w || systemOf(response) !== system) continue
    for (const [effect, level] of levels) {
      const i = p.at[`${response} ${level}`]
      if (i === undefined) {
        variance += (w * spreads[response][effect]) ** 2 * p.scale
        continue
      }
      mean += w * p.mean[i]!
      known.push([i, w])
    }
  }
  for (const [i, a] of known) for (const [j, b] of known) variance += a * b * p.cov[i * n + j]!
  return { mean, variance: Math.max(0, variance), noise: p.noise, freedom: p.freedom }
}

/**
 * The doubt of a sum of responses as loadings on named standard normals: rows of the covariance's Cholesky factor, so that two
 * jobs that share a hand, a stock or a saw share their luck. Their squares add up to `told`'s variance.
 */
export function loadings(beliefs: Beliefs, system: System, job: Job, blade: Blade, sum: Sum): Record<string, number> {
  const p = beliefs.systems[system]
  const n = p.mean.length
  const x = new Float64Array(n)
  const out: Record<string, number> = {}
  for (const response of responses) {
    const w = sum[response]
    if (!w || systemOf(response) !== system) continue
    for (const [effect, level] of levelsOf(job, blade, beliefs.changes, beliefs.now)) {
      const i = p.at[`${response} ${level}`]
      if (i !== undefined) x[i]! += w
      else out[`${response} ${level}`] = (out[`${response} ${level}`] ?? 0) + w * spreads[response][effect] * Math.sqrt(p.scale)
    }
  }
  if (!x.some(Boolean)) return out
  const L = p.cov.slice()
  semiCholesky(L, n)
  for (let k = 0; k < n; k++) {
    let load = 0
    for (let i = k; i < n; i++) load += x[i]! * L[i * n + k]!
    if (Math.abs(load) > 1e-6) out[`${system} ${k}`] = load
  }
  return out
}

/** How much each response of a blade lies off its prediction, by the mean of what was learned. */
export type Shifts = Record<Response, number>

/**
 * What one’s own cuts say of a job, blade by blade: means only, each kind of teeth summed once, since a whole catalogue is asked
 * at every change of the ticket.
 */
export function outlook(beliefs: Beliefs, job: Job): (blade: Blade) => Shifts {
  const byTeeth = new Map<string, Shifts>()
  return (blade) => {
    const teeth = toothKind(blade)
    let shifts = byTeeth.get(teeth)
    if (!shifts) {
      const levels = levelsOf(job, blade, beliefs.changes, beliefs.now)
      shifts = {} as Shifts
      for (const r of responses) {
        const p = beliefs.systems[systemOf(r)]
        shifts[r] = levels.reduce((s, [, level]) => s + (p.mean[p.at[`${r} ${level}`] ?? -1] ?? 0), 0)
      }
      byTeeth.set(teeth, shifts)
    }
    return shifts
  }
}

/** The job with its stock as hard to cut as it was weighed; one already so is left as it is. */
export function weighed(job: Job, beliefs: Beliefs | undefined): Job {
  const { material } = job.stock
  const f = beliefs?.force[material.id]
  if (!f || material.weighed !== undefined) return job
  const { times } = f
  return { ...job, stock: { ...job.stock, material: { ...material, K: material.K * times, weighed: times } } }
}
