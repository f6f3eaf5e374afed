import { floorOf } from './spectrum.js'

/** Rise over the floor, nepers by power, bin by bin. */
export interface Rise {
  rise: Float64Array
  step: number
}
const CAP = 4 // nepers a line counts at most

/**
 * How far each bin of a spectrum stands over the floor about it.
 * @param half bins to each side that make the floor
 * @param least power under which nothing is told apart
 */
export function risen(power: Float64Array, half: number, least: number): Float64Array {
  const floor = floorOf(power, half)
  return power.map((p, k) => Math.min(CAP, Math.log(1 + p / (3 * floor[k]! + least))))
}

/** How a comb is laid on: lines at most, up to which frequency, what those between weigh, and what each line must rise to count. */
export interface Teeth {
  count: number
  top: number
  between: number
  bar: number
}
/**
 * How well lines at f, 2f, 3f … stand out against what lies between them. Half the true rate has nothing at its odd
 * lines; double the true rate leaves half of the lines between its own: both lose by it.
 */
export function comb({ rise, step }: Rise, f: number, { count, top, between: against, bar }: Teeth): number {
  const at = (g: number) => {
    const k = Math.round(g / step)
    return Math.max(0, rise[k - 1] ?? 0, rise[k] ?? 0, rise[k + 1] ?? 0)
  }
  let [on, between, n] = [0, 0, 0]
  for (let h = 1; h <= count && h * f < top; h++) {
    const w = 1 / Math.sqrt(h)
    on += w * at(h * f)
    between += w * at((h - 0.5) * f)
    n += w
  }
  return on - against * between - bar * n
}
