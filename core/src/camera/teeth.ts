import { quantile } from '../number/index.js'

/** What the toothed edge of a blade tells. */
export interface TeethRead {
  /** mean distance between tips, and the repeating distances, mm */
  gap: number
  gaps: number[]
  kind: 'even' | 'double' | 'mixed'
  /** share of a gap that stands above the middle of the wave: low where every other tooth is left out */
  full: number
  /** which way the steep faces look: + along, − against; and how surely */
  lean: number
  /** places of tips, mm along */
  tips: number[]
  /** places where the lean turns, mm along: reverse teeth lie beyond */
  turns?: number
}

/** Mean of a window either side. */
export function smooth(v: ArrayLike<number>, half: number): Float64Array {
  const out = new Float64Array(v.length)
  const sum = new Float64Array(v.length + 1)
  for (let i = 0; i < v.length; i++) sum[i + 1] = sum[i]! + v[i]!
  for (let i = 0; i < v.length; i++) {
    const [a, b] = [Math.max(0, i - half), Math.min(v.length, i + half + 1)]
    out[i] = (sum[b]! - sum[a]!) / (b - a)
  }
  return out
}

/**
 * Reads teeth from the height of an edge over its line.
 * @param h mm at even steps, no gaps in it
 * @param step mm
 * @returns undefined where no wave repeats
 */
export function readTeeth(h: Float64Array, step: number, least: number): TeethRead | undefined {
  const n = h.length
  const mean = h.reduce((a, b) => a + b, 0) / n
  const x = h.map((v) => v - mean)
  const energy = x.reduce((a, v) => a + v * v, 0)
  if (n < 40 || !(Math.sqrt(energy / n) > least)) return undefined
  // likeness to itself, one gap on
  const most = Math.min(Math.floor(n / 3), Math.ceil(9 / step))
  const r = new Float64Array(most + 1)
  for (let lag = 1; lag <= most; lag++) {
    let s = 0
    for (let i = lag; i < n; i++) s += x[i]! * x[i - lag]!
    r[lag] = (s / energy) * (n / (n - lag))
  }
  let low = 1
  while (low < most && r[low]! > 0.1) low++
  let best = 0
  for (let lag = low + 1; lag < most; lag++)
    if (r[lag]! >= r[lag - 1]! && r[lag]! >= r[lag + 1]! && r[lag]! > (best ? r[best]! * 1.08 : 0.22)) best = lag
  if (!best) return undefined
  // the whole run of repeats tells the distance far finer than one
  let repeat = best
  for (let k = 2; k * best < most; k++) {
    const about = Math.round(k * repeat)
    const w = Math.max(2, Math.floor(0.2 * best))
    let top = about
    for (let l = Math.max(1, about - w); l <= Math.min(most - 1, about + w); l++) if (r[l]! > r[top]!) top = l
    const [a, b, c] = [r[top - 1]!, r[top]!, r[top + 1]!]
    const fine = top + (a - c) / (2 * (a - 2 * b + c) || 1)
    if (b > 0.15) repeat = fine / k
  }
  // tips: tops of the wave, at least a third of the repeat's smallest wave apart
  const s = smooth(x, Math.max(0, Math.floor(repeat / 14)))
  const tips: number[] = []
  const near = Math.max(1, Math.floor(repeat / 7))
  const [bottom, top] = [quantile(s, 0.08), quantile(s, 0.94)]
  const level = bottom + 0.55 * (top - bottom)
  for (let i = near; i < n - near; i++) {
    if (s[i]! < level) continue
    let is = true
    for (let k = i - near; k <= i + near; k++) if (s[k]! > s[i]! || (s[k] === s[i] && k < i)) is = false
    if (is) tips.push(i * step)
  }
  if (tips.length < 4) return undefined
  const gaps = tips.slice(1).map((t, i) => t - tips[i]!)
  const inOne = Math.max(1, Math.round((tips.length - 1) / ((tips.at(-1)! - tips[0]!) / (repeat * step))))
  const one = (repeat * step) / inOne
  const above = s.reduce((c, v) => c + (v > (top + bottom) / 2 ? 1 : 0), 0) / n
  const off = gaps.map((g) => g - one)
  const squares = off.reduce((t, g) => t + g * g, 0)
  /** how alike gaps are to those so many before */
  const alike = (lag: number) => off.slice(lag).reduce((t, g, i) => t + g * off[i]!, 0) / Math.max(1e-9, squares)
  const spread = Math.sqrt(squares / gaps.length) / one
  // two and two take turns; of three and more the next is unlike too, but so is the one after it
  const period = spread < 0.1 ? 1 : [2, 3, 4].reduce((best, lag) => (alike(lag) > alike(best) + 0.05 ? lag : best))
  const kind = period === 1 ? 'even' : period === 2 && alike(1) < -0.3 && spread > 0.12 ? 'double' : 'mixed'
  const parts = Array.from({ length: period }, (_, p) =>
    quantile(
      gaps.filter((_, i) => i % period === p),
      0.5,
    ),
  )
  const sum = parts.reduce((a, b) => a + b, 0)
  const scaled = parts.map((g) => (g * period * one) / sum)
  // steep on one side: the mean cube of the slope has its sign; smoothed by its teeth, not by their repeat
  const sharp = smooth(x, Math.max(0, Math.floor(one / step / 14)))
  const lean = leanOf(sharp, 0, n)
  return { gap: one, gaps: scaled, kind, full: above, lean, tips, ...reverseIn(sharp, step, lean, one) }
}

/** Mean cube of the slope against its mean square: + where it falls steeply going on, − where it rises so. */
function leanOf(s: Float64Array, from: number, to: number): number {
  let [two, three, n] = [0, 0, 0]
  for (let i = Math.max(1, from); i < Math.min(s.length, to); i++) {
    const d = s[i]! - s[i - 1]!
    two += d * d
    three += d * d * d
    n++
  }
  return two > 0 ? -three / n / (two / n) ** 1.5 : 0
}
/**
 * Where teeth at one end lean the other way: the border that parts the cubes of the slope best by their sign. Two teeth at least
 * must speak for it, and never more than a third of the blade.
 */
function reverseIn(s: Float64Array, step: number, lean: number, gap: number): { turns?: number } {
  const n = s.length
  if (Math.abs(lean) < 0.2) return {}
  const sign = Math.sign(lean)
  const cubes = new Float64Array(n)
  for (let i = 1; i < n; i++) cubes[i] = -sign * (s[i]! - s[i - 1]!) ** 3
  const aTooth = (cubes.reduce((a, b) => a + b, 0) * gap) / (n * step)
  let best = { gain: REVERSED * Math.abs(aTooth), at: -1 }
  for (const atEnd of [false, true]) {
    let sum = 0
    for (let k = 0; k < n / 3; k++) {
      const i = atEnd ? n - 1 - k : k
      sum -= cubes[i]!
      if (sum > best.gain) best = { gain: sum, at: i }
    }
  }
  return best.at < 0 ? {} : { turns: best.at * step }
}
const REVERSED = 2.2 // teeth's worth of slope the other way from which some are reversed
