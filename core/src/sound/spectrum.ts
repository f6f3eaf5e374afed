// the web workspace checks this file too and must find the types
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./fft.d.ts" />
import FFT from 'fft.js'
import { quantile } from '../number/index.js'

/** A transform of one size, with its scratch: the same few sizes come again and again. */
interface Plan {
  fft: FFT
  input: Float64Array
  out: Float64Array
}
const plans = new Map<number, Plan>()
const planOf = (size: number): Plan => {
  let plan = plans.get(size)
  if (!plan) plans.set(size, (plan = { fft: new FFT(size), input: new Float64Array(size), out: new Float64Array(2 * size) }))
  return plan
}

export const powerOfTwo = (n: number) => 2 ** Math.ceil(Math.log2(Math.max(2, n)))

export function hann(n: number): Float64Array {
  const w = new Float64Array(n)
  for (let i = 0; i < n; i++) w[i] = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / n)
  return w
}
/** Rises within a fortieth and falls slowly: what a dying sound is looked at through. */
export function dying(n: number): Float64Array {
  const rise = Math.max(1, Math.round(n / 40))
  const w = new Float64Array(n)
  for (let i = 0; i < n; i++)
    w[i] = i < rise ? 0.5 - 0.5 * Math.cos((Math.PI * (i + 0.5)) / rise) : 0.5 + 0.5 * Math.cos((Math.PI * (i - rise)) / (n - rise))
  return w
}

export interface Spectrum {
  /** power density per bin: |X|² over the window's own energy, so white noise lies level whatever the window */
  power: Float64Array
  /** amplitude of a steady line is √(power · line) */
  line: number
  /** Hz per bin */
  step: number
}

/** Power spectrum of `samples` from `from` on, through a window. Bins 0 to half the size. */
export function spectrum(samples: ArrayLike<number>, from: number, window: Float64Array, rate: number, size: number): Spectrum {
  const { fft, input, out } = planOf(size)
  input.fill(0)
  let energy = 0
  let sum = 0
  for (let i = 0; i < window.length; i++) {
    const w = window[i]!
    input[i] = w * (samples[from + i] ?? 0)
    energy += w * w
    sum += w
  }
  fft.realTransform(out, input)
  const power = new Float64Array(size / 2 + 1)
  for (let k = 0; k <= size / 2; k++) power[k] = (out[2 * k]! * out[2 * k]! + out[2 * k + 1]! * out[2 * k + 1]!) / (energy || 1)
  return { power, line: sum ? (4 * energy) / (sum * sum) : 0, step: rate / size }
}

/** The median of what lies within `half` bins to each side: a floor that lines do not lift. */
export function floorOf(power: Float64Array, half: number): Float64Array {
  const out = new Float64Array(power.length)
  const every = Math.max(1, half >> 1)
  // a floor changes slowly: reckoned at every few bins and drawn straight between
  let [last, lastAt] = [0, -1]
  for (let k = 0; ; k = Math.min(power.length - 1, k + every)) {
    const v = quantile(power.subarray(Math.max(0, k - half), k + half + 1), 0.5) / Math.LN2
    for (let j = lastAt + 1; j <= k; j++) out[j] = lastAt < 0 ? v : last + ((v - last) * (j - lastAt)) / (k - lastAt)
    ;[last, lastAt] = [v, k]
    if (k === power.length - 1) return out
  }
}
