import { FADE, GLIDE, APART, type Fitted, fit, residual } from './ringFit.js'
import { type Band, band } from './ringBand.js'

/**
 * The ring of one mode and of its stiffer neighbour, fitted together: damped lines whose pitch glides down to rest.
 */
export interface Ring {
  /** resting pitch, Hz, and its standard deviation */
  pitch: number
  sd: number
  /** time constant, s */
  tau: number
  /** amplitude at the first moment fitted over the deviation of what is left unexplained there */
  clear: number
}

/** The strongest line in what is left, by a damped periodogram over the band. */
function strongest(y: Band, left: Float64Array, decay: number, half: number): number {
  let best = { offset: 0, power: -1 }
  for (let offset = -0.9 * half; offset <= 0.9 * half; offset += half / 40) {
    let [re, im] = [0, 0]
    for (let k = 0; k < y.t.length; k++) {
      const a = -2 * Math.PI * offset * y.t[k]!
      const w = Math.exp(-decay * y.t[k]!)
      const [c, s] = [Math.cos(a) * w, Math.sin(a) * w]
      re += left[2 * k]! * c - left[2 * k + 1]! * s
      im += left[2 * k]! * s + left[2 * k + 1]! * c
    }
    if (re * re + im * im > best.power) best = { offset, power: re * re + im * im }
  }
  return best.offset
}

/**
 * Fits the ring that begins at `onset` (s) and lies near `near` Hz, listening until `end` (s).
 * @returns undefined where too little of it was recorded
 */
export function fitRing(x: Float64Array, rate: number, onset: number, end: number, near: number): Ring | undefined {
  const half = Math.max(45, Math.min(200, 0.09 * near))
  const y = band(x, rate, onset, end, near, half)
  const n = y.t.length
  if (n < 12) return undefined
  const left = new Float64Array(2 * n)
  for (let k = 0; k < n; k++) {
    left[2 * k] = y.re[k]!
    left[2 * k + 1] = y.im[k]!
  }
  const first = strongest(y, left, 15, half)
  let one: Fitted | undefined
  for (const decay of [9, 30]) {
    const f = fit({ glide: GLIDE.mean, fade: FADE.mean, lines: [[first, decay]] }, y, near, half, 7)
    if (!one || f.left < one.left) one = f
  }
  let best = one!
  residual(best.model, y, near, left)
  const second = strongest(y, left, best.model.lines[0]![1], half)
  const two = fit({ ...best.model, lines: [best.model.lines[0]!, [second, best.model.lines[0]![1]]] }, y, near, half, 10)
  // three more numbers must earn their keep, and only a second line well apart and weaker is the stiffer swing:
  // one close by is the room's echo of the first
  const [a, b] = two.model.lines as [[number, number], [number, number]]
  const strength = Math.hypot(...two.strengths[1]!) / Math.hypot(...two.strengths[0]!)
  const apart = Math.abs(b[0] - a[0]) / Math.max(0.009 * near, (APART * a[1]) / (2 * Math.PI))
  if (two.left * (1 + 14 / n) < best.left && apart > 1 && (b[0] > a[0] ? strength < 0.8 : strength > 1.2)) best = two
  const parts = best.model.lines.map(([offset, decay], j) => ({
    pitch: near + offset,
    decay,
    amplitude: Math.hypot(...best.strengths[j]!) / Math.max(0.1, y.answer(offset)),
    heard: Math.hypot(...best.strengths[j]!) * Math.exp(-decay * y.t[0]!),
  }))
  // the lower of two is the blade's softer swing, which a pluck drives at least twice as hard
  parts.sort((a, b) => b.amplitude - a.amplitude)
  const [strong, weak] = parts as [(typeof parts)[0], (typeof parts)[0] | undefined]
  const lower = weak && weak.pitch < strong.pitch && weak.amplitude > 0.6 * strong.amplitude ? weak : strong
  return {
    pitch: lower.pitch,
    sd: best.sd,
    tau: 1 / lower.decay,
    clear: lower.heard / (best.sigma || 1e-30),
  }
}
