import { solve } from '../number/index.js'
import type { Band } from './ringBand.js'

export const GLIDE = { mean: 5, sd: 3 } // cents at the onset: up to ten, for a blade plucked by a finger; estimate
export const FADE = { mean: 0.7, sd: 0.2 } // of the ring's time constant: between that of the amplitude and of its square

export interface Model {
  /** distances from the centre, Hz, and rates of decay, 1/s, of one or two lines; glide in cents */
  lines: [offset: number, decay: number][]
  glide: number
  /** time constant of the glide over that of the ring */
  fade: number
}
export interface Fitted {
  model: Model
  /** complex strengths at the onset */
  strengths: [number, number][]
  /** unexplained energy; per-number deviation */
  left: number
  sigma: number
  /** of the first line's distance, Hz */
  sd: number
}

/** Reckons the best strengths for a model's lines, and what they leave. */
export function residual({ lines, glide, fade: share }: Model, y: Band, centre: number, out: Float64Array): [number, number][] {
  const n = y.t.length
  const basis = lines.map(([offset, decay]) => {
    const e = new Float64Array(2 * n)
    const fade = share / decay
    const depth = centre * (2 ** (glide / 1200) - 1) * fade
    for (let k = 0; k < n; k++) {
      const t = y.t[k]!
      const angle = 2 * Math.PI * (offset * t + depth * (1 - Math.exp(-t / fade)))
      const size = Math.exp(-decay * t)
      e[2 * k] = size * Math.cos(angle)
      e[2 * k + 1] = size * Math.sin(angle)
    }
    return e
  })
  const onY = basis.map((e): [number, number] => {
    let [re, im] = [0, 0]
    for (let k = 0; k < n; k++) {
      re += e[2 * k]! * y.re[k]! + e[2 * k + 1]! * y.im[k]!
      im += e[2 * k]! * y.im[k]! - e[2 * k + 1]! * y.re[k]!
    }
    return [re, im]
  })
  const strengths: [number, number][] = []
  if (basis.length === 1) {
    const s = energyOf(basis[0]!) || 1e-30
    strengths.push([onY[0]![0] / s, onY[0]![1] / s])
  } else {
    const [p, q] = [energyOf(basis[0]!), energyOf(basis[1]!)]
    const [e, f] = [basis[0]!, basis[1]!]
    let [mr, mi] = [0, 0]
    for (let k = 0; k < 2 * n; k += 2) {
      mr += e[k]! * f[k]! + e[k + 1]! * f[k + 1]!
      mi += e[k]! * f[k + 1]! - e[k + 1]! * f[k]!
    }
    const det = p * q - mr * mr - mi * mi || 1e-30
    const [[ar, ai], [br, bi]] = onY as [[number, number], [number, number]]
    // inverse of [p m; conj(m) q]
    strengths.push([(q * ar - (mr * br - mi * bi)) / det, (q * ai - (mr * bi + mi * br)) / det])
    strengths.push([(p * br - (mr * ar + mi * ai)) / det, (p * bi - (mr * ai - mi * ar)) / det])
  }
  for (let k = 0; k < n; k++) {
    let [re, im] = [y.re[k]!, y.im[k]!]
    for (let j = 0; j < basis.length; j++) {
      const e = basis[j]!
      const [c, s] = strengths[j]!
      re -= c * e[2 * k]! - s * e[2 * k + 1]!
      im -= c * e[2 * k + 1]! + s * e[2 * k]!
    }
    out[2 * k] = re
    out[2 * k + 1] = im
  }
  return strengths
}

export const APART = 2.2 // half-widths of a line that part it from its stiffer neighbour
export const ALIKE = 0.25 // by which the two swings' decays differ, as a logarithm; estimate
export const ECHO = 0.06 // of the sound; estimate
export const DECAY = [3, 120] as const // 1/s; rings of 8 to 330 ms

/** Gauss and Newton with Marquardt's damping; the strengths are solved inside each step, derivatives by differences. */
export function fit(model: Model, y: Band, centre: number, half: number, rounds: number): Fitted {
  const n = 2 * y.t.length
  const pack = (m: Model) => [m.glide, m.fade, ...m.lines.flat()]
  const unpack = (p: number[]): Model => ({
    glide: Math.max(-1, Math.min(12, p[0]!)),
    fade: Math.max(0.2, Math.min(1.4, p[1]!)),
    lines: Array.from({ length: p.length / 2 - 1 }, (_, j) => [
      Math.max(-half, Math.min(half, p[2 + 2 * j]!)),
      Math.max(DECAY[0], Math.min(DECAY[1], p[3 + 2 * j]!)),
    ]),
  })
  let p = pack(model)
  const m = p.length
  const r = new Float64Array(n + 3)
  // however clear the sound, a room's echo keeps the model from being exact
  const rough = ECHO * Math.sqrt((energyOf(y.re) + energyOf(y.im)) / n)
  let sigma = 1
  const reckon = (q: number[], out: Float64Array) => {
    const m = unpack(q)
    const s = residual(m, y, centre, out)
    // what is known of plucks beforehand weighs like three more readings
    const weight = Math.max(sigma, rough)
    out[n] = (weight * (m.glide - GLIDE.mean)) / GLIDE.sd
    out[n + 1] = (weight * (m.fade - FADE.mean)) / FADE.sd
    out[n + 2] = m.lines[1] ? (weight * Math.log(m.lines[1][1] / m.lines[0]![1])) / ALIKE : 0
    return s
  }
  const total = (v: Float64Array) => {
    let t = 0
    for (let i = 0; i < n + 3; i++) t += v[i]! * v[i]!
    return t
  }
  const unexplained = () => total(r) - r[n]! ** 2 - r[n + 1]! ** 2 - r[n + 2]! ** 2
  let strengths = reckon(p, r)
  const trust = Math.max(1, n - 2 * m)
  sigma = Math.sqrt(Math.max(1e-30, unexplained() / trust))
  reckon(p, r)
  let cost = total(r)
  let damp = 1e-3
  const step = [0.05, 0.01, ...model.lines.flatMap(() => [0.01, 0.02])]
  const jac = Array.from({ length: m }, () => new Float64Array(n + 3))
  const probe = new Float64Array(n + 3)
  const normal = () => {
    for (let j = 0; j < m; j++) {
      const q = [...p]
      q[j]! += step[j]!
      reckon(q, probe)
      for (let i = 0; i < n + 3; i++) jac[j]![i] = (probe[i]! - r[i]!) / step[j]!
    }
    const inner = (a: Float64Array, b: Float64Array) => {
      let t = 0
      for (let i = 0; i < n + 3; i++) t += a[i]! * b[i]!
      return t
    }
    const A = jac.map((a) => jac.map((b) => inner(a, b)))
    const g = jac.map((a) => inner(a, r))
    return { A, g }
  }
  for (let round = 0; round < rounds; round++) {
    const { A, g } = normal()
    let better = false
    for (let attempt = 0; attempt < 6 && !better; attempt++) {
      const d = solve(
        A.map((row, a) => row.map((v, b) => (a === b ? v * (1 + damp) + 1e-30 : v))),
        g,
      )
      const q = pack(unpack(p.map((v, j) => v - d[j]!)))
      const s = reckon(q, probe)
      const c = total(probe)
      if (c < cost) {
        better = true
        damp = Math.max(1e-7, damp / 5)
        const gain = (cost - c) / (cost || 1)
        p = q
        strengths = s
        r.set(probe)
        cost = c
        if (gain < 1e-5) round = rounds
      } else damp *= 6
    }
    if (!better) break
    // the glide's weight follows what the fit leaves
    sigma = Math.sqrt(Math.max(1e-30, unexplained() / trust))
    strengths = reckon(p, r)
    cost = total(r)
  }
  const { A } = normal()
  const unit = A.map((_, i) => (i === 2 ? 1 : 0))
  const variance = solve(
    A.map((row, a) => row.map((v, b) => (a === b ? v * (1 + 1e-9) + 1e-30 : v))),
    unit,
  )[2]!
  return { model: unpack(p), strengths, left: unexplained(), sigma, sd: sigma * Math.sqrt(Math.max(0, variance)) }
}

export const energyOf = (v: Float64Array) => {
  let t = 0
  for (let i = 0; i < v.length; i++) t += v[i]! * v[i]!
  return t
}
