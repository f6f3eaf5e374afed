import { quantile } from '../number/index.js'
import { floorOf, hann, powerOfTwo, spectrum } from './spectrum.js'

const TOP = 1600 // Hz; the mains are seldom heard higher
const REACH = 0.006 // of the mains' frequency; nets hold it far closer, sound cards do not

/**
 * Takes the hum of the mains out: every harmonic of 50 or 60 Hz that stands out as a steady line is fitted over the
 * whole recording and subtracted, in place. A pluck, which dies, is hardly touched.
 * @returns 50 or 60 where hum was found
 */
export function removeHum(x: Float64Array, rate: number): number | undefined {
  // lines below TOP show as well at a tenth of the rate
  const every = Math.max(1, Math.floor(rate / (2.6 * TOP)))
  const slow = new Float64Array(Math.floor(x.length / every))
  for (let i = 0; i < slow.length; i++) for (let j = 0; j < every; j++) slow[i]! += x[i * every + j]! / every
  const { power, step } = spectrum(slow, 0, hann(slow.length), rate / every, 2 * powerOfTwo(slow.length))
  const floor = floorOf(power.subarray(0, Math.ceil((TOP * 1.1) / step)), Math.ceil(25 / step))
  const at = (f: number) => {
    const k = f / step
    const i = Math.floor(k)
    return power[i]! + (power[i + 1]! - power[i]!) * (k - i)
  }
  const rise = (f: number) => Math.log(1 + at(f) / (floor[Math.round(f / step)]! + 1e-30))
  let best = { mains: 0, f: 0, score: 0 }
  for (const mains of [50, 60])
    for (let f = mains * (1 - REACH); f <= mains * (1 + REACH); f += (0.1 * step * mains) / 600) {
      let score = 0
      for (let h = 1; h * f < 800; h++) score += rise(h * f)
      if (score > best.score) best = { mains, f, score }
    }
  // noise alone gives each harmonic a rise of about 0.6
  const lines = Math.floor(800 / best.f)
  if (!(best.score > 1.3 * lines)) return undefined
  const typical = quantile(
    Array.from({ length: 60 }, (_, i) => rise(30 + i * 12.7)),
    0.5,
  )
  let found = 0
  const window = hann(x.length)
  for (let h = 1; h * best.f < TOP; h++)
    if (rise(h * best.f) > typical + 1.6) {
      subtractLine(x, h * best.f, rate, window)
      found++
    }
  return found > 1 ? best.mains : undefined
}

/** Fits a steady line at `f` and takes it away. */
function subtractLine(x: Float64Array, f: number, rate: number, window: Float64Array): void {
  const w = (2 * Math.PI * f) / rate
  const [c, s] = [Math.cos(w), Math.sin(w)]
  let [re, im, sum] = [0, 0, 0]
  let [u, v] = [1, 0]
  for (let i = 0; i < x.length; i++) {
    const g = window[i]! * x[i]!
    re += g * u
    im += g * v
    sum += window[i]!
    const next = u * c - v * s
    v = u * s + v * c
    u = next
  }
  const [a, b] = [(2 * re) / sum, (2 * im) / sum]
  ;[u, v] = [1, 0]
  for (let i = 0; i < x.length; i++) {
    x[i]! -= a * u + b * v
    const next = u * c - v * s
    v = u * s + v * c
    u = next
  }
}
