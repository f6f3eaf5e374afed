import { logistic } from '../number/index.js'
import { comb, risen, type Rise } from './comb.js'
import { hann, powerOfTwo, spectrum } from './spectrum.js'

export type StrokesRead =
  | {
      heard: true
      /** strokes a minute */
      strokes: number
      /** standard deviation, strokes a minute */
      doubt: number
      /** 0 to 1 */
      confidence: number
    }
  | { heard: false; why: 'too short' | 'no strokes' | 'too noisy' | 'two speeds fit' }

const [SLOWEST, FASTEST] = [300, 3200]
const SECONDS = 1.5
const HARMONICS = 16
const BEATS = 4

/**
 * Reads the stroke rate of a running saw from its sound: the spacing of all the lines a turn of the crank makes, in the
 * sound itself and in how its loudness beats.
 * @param samples mono, full scale ±1, at least 1.5 s of steady running
 * @param rate samples a second, 8000 to 192 000
 * @returns 300 to 3200 strokes a minute, or why nothing is said
 * @throws RangeError on a rate outside those
 */
export function readStrokeRate(samples: Float32Array, rate: number): StrokesRead {
  if (!(rate >= 8000 && rate <= 192_000)) throw new RangeError('The rate must lie between 8000 and 192 000 samples a second.')
  if (samples.length < SECONDS * rate) return { heard: false, why: 'too short' }
  const views = [lines(samples, rate), beating(samples, rate)]
  if (views.some((v) => v === undefined)) return { heard: false, why: 'no strokes' }
  const [sound, beat] = views as [Rise, Rise]

  // half a bin at the highest harmonic: no rate between two guesses is missed
  const step = (0.4 * sound.step) / HARMONICS
  let best = { f: 0, score: -Infinity }
  const scores: { f: number; score: number }[] = []
  for (let f = SLOWEST / 60; f <= (FASTEST / 60) * 1.001; f += step) {
    const score = toothed(sound, f, HARMONICS) + 0.7 * toothed(beat, f, BEATS)
    scores.push({ f, score })
    if (score > best.score) best = { f, score }
  }
  if (!(best.score > 10)) return { heard: false, why: best.score > 5 ? 'too noisy' : 'no strokes' }
  const rival = Math.max(...scores.filter((s) => Math.abs(s.f / best.f - 1) > 0.03).map((s) => s.score))
  const confidence = logistic(best.score - rival - 1)
  if (confidence < 0.5) return { heard: false, why: 'two speeds fit' }
  // the width of the comb's own peak says how exactly it stands
  const near = scores.filter((s) => Math.abs(s.f - best.f) < 12 * step)
  const top = near.reduce((t, s) => t + Math.exp(s.score - best.score), 0)
  const mean = near.reduce((t, s) => t + s.f * Math.exp(s.score - best.score), 0) / top
  const sd = Math.sqrt(near.reduce((t, s) => t + (s.f - mean) ** 2 * Math.exp(s.score - best.score), 0) / top)
  return { heard: true, strokes: 60 * mean, doubt: 60 * Math.hypot(sd, step), confidence }
}

const riseOf = (x: Float64Array, rate: number, top: number): Rise => {
  const { power, step } = spectrum(x, 0, hann(x.length), rate, 2 * powerOfTwo(x.length))
  return { rise: risen(power.subarray(0, Math.ceil(top / step)), Math.ceil(6 / step), 1e-30), step }
}
const thin = (x: ArrayLike<number>, every: number): Float64Array => {
  const out = new Float64Array(Math.floor(x.length / every))
  for (let i = 0; i < out.length; i++) for (let j = 0; j < every; j++) out[i]! += x[i * every + j]! / every
  return out
}

/** Lines of the sound itself, up to those of the fastest stroke's sixteenth. */
function lines(samples: Float32Array, rate: number): Rise | undefined {
  const every = Math.max(1, Math.floor(rate / 2400))
  const x = thin(samples, every)
  let peak = 0
  for (const v of x) peak = Math.max(peak, Math.abs(v))
  return peak < 1e-5 ? undefined : riseOf(x, rate / every, 1000)
}
/** Lines of the loudness of the brighter part: hiss and rasp that swell once a stroke. */
function beating(samples: Float32Array, rate: number): Rise | undefined {
  const e = new Float64Array(samples.length)
  for (let i = 2; i < e.length; i++) e[i] = (samples[i]! - 2 * samples[i - 1]! + samples[i - 2]!) ** 2
  const every = Math.max(1, Math.floor(rate / 600))
  const x = thin(e, every)
  for (let i = 0; i < x.length; i++) x[i] = Math.sqrt(x[i]!)
  const mean = x.reduce((t, v) => t + v, 0) / x.length
  for (let i = 0; i < x.length; i++) x[i]! -= mean
  return mean > 0 ? riseOf(x, rate / every, 230) : undefined
}

const toothed = (view: Rise, f: number, count: number) =>
  comb(view, f, { count, top: (view.rise.length - 2) * view.step, between: 1, bar: 0.5 })
