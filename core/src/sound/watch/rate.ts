import FFT from 'fft.js'
import { comb, risen, type Rise } from '../comb.js'
import { hann } from '../spectrum.js'
import { BANDS } from './frames.js'

/** Seconds that strokes are looked for in. */
export const LOOK = 2
const HARMONICS = 14
const TOP = 650 // Hz; lines of the crank are seldom heard higher
const BEATS = 5 // lines of the loudness

export interface RateRead {
  /** strokes a second, and how well its lines stand out against what lies between them */
  f: number
  score: number
}

/** Looks for the strokes of a machine in the low sound and in how the loudness of the bands beats. */
export class RateReader {
  private n: number
  private size: number
  private fft: FFT
  private out: Float64Array
  private input: Float64Array
  private window: Float64Array
  private eSize: number
  private eFft: FFT
  private eOut: Float64Array
  private eInput: Float64Array
  private eWindow: Float64Array
  constructor(
    private lowRate: number,
    private fps: number,
    private range: readonly [number, number],
  ) {
    this.n = Math.round(LOOK * lowRate)
    this.size = 2 ** Math.ceil(Math.log2(this.n * 1.6))
    this.fft = new FFT(this.size)
    this.out = new Float64Array(2 * this.size)
    this.input = new Float64Array(this.size)
    this.window = hann(this.n)
    const m = Math.round(LOOK * fps)
    this.eSize = 2 ** Math.ceil(Math.log2(m * 1.6))
    this.eFft = new FFT(this.eSize)
    this.eOut = new Float64Array(2 * this.eSize)
    this.eInput = new Float64Array(this.eSize)
    this.eWindow = hann(m)
  }
  /**
   * @param low the last seconds of low sound, oldest first
   * @param levels the bands' log levels, frame by frame, oldest first
   * @param about where it was before, strokes a second: what lies near it is looked at more kindly
   */
  read(low: Float64Array, levels: readonly Float64Array[], about?: number): RateRead {
    const sound = this.lines(low)
    const beat = this.beats(levels)
    const [lo, hi] = [(this.range[0] / 60) * 0.93, (this.range[1] / 60) * 1.06]
    const step = (0.5 * sound.step) / HARMONICS
    let best: RateRead = { f: lo, score: -Infinity }
    for (let f = lo; f <= hi; f += Math.max(step, f * 0.0015)) {
      const near = about !== undefined && Math.abs(f / about - 1) < 0.08 ? 1 : 0
      const score = this.together(sound, beat, f) + near
      if (score > best.score) best = { f, score }
    }
    return { f: this.finer(sound, beat, best.f), score: best.score }
  }
  private together(sound: Rise, beat: Rise, f: number): number {
    const in_ = { between: 1.15, bar: 0.35 }
    return comb(sound, f, { ...in_, count: HARMONICS, top: TOP }) + 0.9 * comb(beat, f, { ...in_, count: BEATS, top: 0.45 * this.fps })
  }
  /** The peak of the comb, drawn through its neighbors. */
  private finer(sound: Rise, beat: Rise, f: number): number {
    const d = f * 0.004
    const around = [-2, -1, 0, 1, 2].map((k) => [f + k * d, this.together(sound, beat, f + k * d)] as const)
    const top = Math.max(...around.map(([, s]) => s))
    let [sum, mean] = [0, 0]
    for (const [g, s] of around) {
      const w = Math.exp(2 * (s - top))
      sum += w
      mean += w * g
    }
    return mean / sum
  }
  private lines(low: Float64Array): Rise {
    const { n, window, input } = this
    input.fill(0)
    for (let i = 0; i < n; i++) input[i] = window[i]! * (low[i] ?? 0)
    this.fft.realTransform(this.out, input)
    return riseOf(this.out, this.lowRate / this.size, Math.min(TOP * 1.05, 0.36 * this.lowRate))
  }
  private beats(levels: readonly Float64Array[]): Rise {
    const m = this.eWindow.length
    let sum: Float64Array | undefined
    const step = this.fps / this.eSize
    for (let b = 1; b < BANDS; b++) {
      let mean = 0
      for (let i = 0; i < m; i++) mean += levels[i]?.[b] ?? 0
      mean /= m
      this.eInput.fill(0)
      for (let i = 0; i < m; i++) this.eInput[i] = this.eWindow[i]! * ((levels[i]?.[b] ?? mean) - mean)
      this.eFft.realTransform(this.eOut, this.eInput)
      const { rise } = riseOf(this.eOut, step, 0.47 * this.fps)
      if (!sum) sum = rise
      else for (let k = 0; k < rise.length; k++) sum[k]! += rise[k]!
    }
    // bands agree about a beat: three of them say what one line of the sound says
    if (sum) for (let k = 0; k < sum.length; k++) sum[k]! /= 3
    return { rise: sum ?? new Float64Array(1), step }
  }
}

function riseOf(out: Float64Array, step: number, top: number): Rise {
  const bins = Math.ceil(top / step)
  const power = new Float64Array(bins)
  for (let k = 0; k < bins; k++) power[k] = out[2 * k]! ** 2 + out[2 * k + 1]! ** 2
  return { rise: risen(power, Math.max(4, Math.ceil(8 / step)), 1e-22), step }
}
