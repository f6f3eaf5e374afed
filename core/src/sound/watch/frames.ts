import FFT from 'fft.js'
import { hann } from '../spectrum.js'

/** Loudness of eight bands and of the whole, some 375 times a second, and the sound below 650 Hz, thinned: all that is kept. */
export const EDGES = [110, 260, 560, 1100, 2000, 3400, 5200, 7400, 11000] as const
export const BANDS = EDGES.length - 1
const A_SECOND = 375
const LOW = 1500 // samples a second kept of the low sound, about
const LOUDEST = 8 // times full scale: beyond it is no sound but a broken recording
const QUIET = 1e-10 // power below which nothing is told apart

/** A frame: log power of each band, and of all together. */
export type Frame = Float64Array

/** Cuts a stream of samples, however it comes, into frames and a low, thinned stream. */
export class Frames {
  readonly hop: number
  /** frames and low samples a second */
  readonly fps: number
  readonly lowRate: number
  private size: number
  private fft: FFT
  private out: Float64Array
  private window: Float64Array
  private ring: Float64Array
  private at = 0
  private since = 0
  private bins: [number, number][]
  private every: number
  private lowAt = 0
  private poles = new Float64Array(8)
  private coefs: readonly [number, number, number, number, number]

  constructor(rate: number) {
    this.hop = Math.max(16, Math.round(rate / A_SECOND))
    this.fps = rate / this.hop
    this.size = 2 ** Math.round(Math.log2(2 * this.hop))
    this.fft = new FFT(this.size)
    this.out = new Float64Array(2 * this.size)
    this.window = hann(this.size)
    this.ring = new Float64Array(this.size)
    const step = rate / this.size
    this.bins = Array.from({ length: BANDS }, (_, b): [number, number] => {
      const from = Math.max(1, Math.round(EDGES[b]! / step))
      return [from, Math.min(this.size / 2, Math.max(from + 1, Math.round(EDGES[b + 1]! / step)))]
    })
    this.every = Math.max(1, Math.round(rate / LOW))
    this.lowRate = rate / this.every
    this.coefs = lowPass(0.36 * this.lowRate, rate)
  }
  /** Bands that this rate of samples holds. */
  get bands(): number {
    return this.bins.filter(([from]) => from < this.size / 2).length
  }

  /** Calls back for every low sample and every frame, in the order they are complete. */
  push(samples: Float32Array, frame: (levels: Frame, power: number) => void, low: (x: number) => void): void {
    const [b0, b1, b2, a1, a2] = this.coefs
    const p = this.poles
    for (const heard of samples) {
      const x = Math.abs(heard) <= LOUDEST ? heard : 0
      // two sections of second order, so that hiss does not fold down into the strokes
      let y = b0 * x + b1 * p[0]! + b2 * p[1]! - a1 * p[2]! - a2 * p[3]!
      p[1] = p[0]!
      p[0] = x
      p[3] = p[2]!
      p[2] = y
      // what has died away is nothing: figures too small are slow to reckon with
      if (Math.abs(y) < 1e-20) y = 0
      let z = b0 * y + b1 * p[4]! + b2 * p[5]! - a1 * p[6]! - a2 * p[7]!
      if (Math.abs(z) < 1e-20) z = 0
      p[5] = p[4]!
      p[4] = y
      p[7] = p[6]!
      p[6] = z
      if (++this.lowAt === this.every) {
        this.lowAt = 0
        low(z)
      }
      this.ring[this.at] = x
      this.at = (this.at + 1) % this.size
      if (++this.since === this.hop) {
        this.since = 0
        this.emit(frame)
      }
    }
  }
  private input = new Float64Array(0)
  private emit(frame: (levels: Frame, power: number) => void): void {
    const n = this.size
    if (!this.input.length) this.input = new Float64Array(n)
    for (let i = 0; i < n; i++) this.input[i] = this.ring[(this.at + i) % n]! * this.window[i]!
    this.fft.realTransform(this.out, this.input)
    const levels = new Float64Array(BANDS)
    let all = 0
    for (let b = 0; b < BANDS; b++) {
      const [from, to] = this.bins[b]!
      let sum = 0
      for (let k = from; k < to; k++) sum += this.out[2 * k]! ** 2 + this.out[2 * k + 1]! ** 2
      sum /= n * n
      all += sum
      levels[b] = from < n / 2 ? Math.log(sum + QUIET) : Math.log(QUIET)
    }
    frame(levels, all)
  }
}

/** A low-pass of second order. */
function lowPass(f: number, rate: number): [number, number, number, number, number] {
  const w = (2 * Math.PI * f) / rate
  const alpha = Math.sin(w) / Math.SQRT2
  const c = Math.cos(w)
  const a0 = 1 + alpha
  return [(1 - c) / 2 / a0, (1 - c) / a0, (1 - c) / 2 / a0, (-2 * c) / a0, (1 - alpha) / a0]
}
