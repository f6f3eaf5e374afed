import { quantile } from '../number/index.js'
import { hann, powerOfTwo, spectrum } from './spectrum.js'

export interface Onset {
  /** s from the start of the recording */
  at: number
  /** how much came at once, summed over what rose above its own background */
  strength: number
}

/** Moments at which much begins at once, strongest first, at least 35 ms apart. */
export function onsets(x: Float64Array, rate: number): Onset[] {
  const size = powerOfTwo(0.017 * rate)
  const hop = size >> 2
  const frames = Math.floor((x.length - size) / hop) + 1
  if (frames < 12) return []
  const [low, high] = [Math.floor((140 * size) / rate), Math.min(size / 2, Math.ceil((9000 * size) / rate))]
  const window = hann(size)
  const power = Array.from({ length: frames }, (_, t) => spectrum(x, t * hop, window, rate, size).power)
  // each band against its own quiet: hum and rumble stand in their own background
  const levels = power.map((p) => Float64Array.from(p))
  const column = new Float64Array(Math.ceil(frames / 2))
  for (let k = low; k <= high; k++) {
    for (let t = 0; t < column.length; t++) column[t] = power[2 * t]![k]!
    const quiet = quantile(column, 0.3)
    for (let t = 0; t < frames; t++) levels[t]![k] = Math.log(1 + power[t]![k]! / (3 * quiet + 1e-12))
  }
  const rise = new Float64Array(frames)
  for (let t = 3; t < frames - 2; t++)
    for (let k = low; k <= high; k++) {
      const up = Math.max(levels[t + 1]![k]!, levels[t + 2]![k]!) - Math.max(levels[t - 2]![k]!, levels[t - 3]![k]!)
      if (up > 1.2) rise[t]! += up - 1.2
    }
  const out: Onset[] = []
  const order = Array.from(rise.keys()).sort((a, b) => rise[b]! - rise[a]!)
  const apart = (0.035 * rate) / hop
  const taken: number[] = []
  for (const t of order) {
    if (out.length >= 6 || !(rise[t]! > 0)) break
    if (taken.some((o) => Math.abs(o - t) < apart)) continue
    taken.push(t)
    out.push({ at: sharpen(x, rate, (t * hop + size / 2) / rate), strength: rise[t]! })
  }
  return out
}

/** The steepest step of the sound's brightness within 14 ms of a rough moment. */
function sharpen(x: Float64Array, rate: number, rough: number): number {
  const ms = Math.round(rate / 1000)
  const first = Math.max(1, Math.round((rough - 0.018) * rate))
  const cells = Math.min(36, Math.floor((x.length - first) / ms))
  const energy = new Float64Array(Math.max(0, cells))
  for (let c = 0; c < cells; c++) for (let i = first + c * ms; i < first + (c + 1) * ms; i++) energy[c]! += (x[i]! - x[i - 1]!) ** 2
  let best = { at: rough, step: 0 }
  for (let c = 4; c + 4 <= cells; c++) {
    const before = energy[c - 4]! + energy[c - 3]! + energy[c - 2]! + energy[c - 1]!
    const after = energy[c]! + energy[c + 1]! + energy[c + 2]! + energy[c + 3]!
    const step = Math.log((after + 1e-12) / (before + 1e-12))
    if (step > best.step) best = { at: (first + c * ms) / rate, step }
  }
  return best.at
}
