import { quantile } from '../number/index.js'
import { shadeAt, type Gray, type Px } from '../picture/index.js'
import type { Sheet } from './sheet.js'

/** A blade as it lies, straightened: distances of both its edges from a line, at even steps along it; all mm. */
export interface Strip {
  /** between two places along, and how many there are */
  step: number
  count: number
  /** of each place, mm to one side of the axis and the other; NaN where no edge is seen */
  left: Float64Array
  right: Float64Array
  /** of its axis on the sheet: where it starts, which way it goes */
  from: Px
  way: Px
  /** spread of the picture's own edge, mm */
  blur: number
  /** how much darker than the ground it is, as a share of it */
  contrast: number
}

/** An elongated dark patch on the sheet: ends of its axis and half its width, mm. */
export interface Lying {
  from: Px
  to: Px
  half: number
}

/**
 * Edges of a blade looked for from outside inward, where the light stands half way between the ground just beside it and the blade.
 * @param perMm px to a mm of the picture there
 */
export function stripOf(light: Gray, sheet: Sheet, lying: Lying): Strip {
  const { from, to, half } = lying
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const way: Px = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
  const over = 3 // mm looked at beyond each end
  const step = Math.max(0.02, Math.min(0.12, 0.8 / sheet.perMm))
  const count = Math.floor((length + 2 * over) / step)
  const reach = half + 1.6
  const fine = Math.max(0.012, 0.45 / sheet.perMm)
  const n = Math.ceil((2 * reach) / fine)
  const left = new Float64Array(count).fill(NaN)
  const right = new Float64Array(count).fill(NaN)
  const row = new Float64Array(n)
  const rises: number[] = []
  const contrasts: number[] = []
  const start: Px = [from[0] - way[0] * over, from[1] - way[1] * over]
  for (let k = 0; k < count; k++) {
    const s = k * step
    const [u, v] = [start[0] + way[0] * s, start[1] + way[1] * s]
    for (let i = 0; i < n; i++) {
      const t = -reach + i * fine
      row[i] = shadeAt(light, ...sheet.place(u - way[1] * t, v + way[0] * t))
    }
    const edge = Math.max(3, Math.floor(0.5 / fine))
    const ground = [quantile(row.subarray(0, edge), 0.7), quantile(row.subarray(n - edge), 0.7)]
    // the blade's own shade is what its darker parts are: gloss along its middle is none
    const low = quantile(row, 0.06)
    const depth = Math.min(ground[0]!, ground[1]!) - low
    if (depth < 0.12 * Math.max(ground[0]!, ground[1]!)) continue
    contrasts.push(depth / Math.max(ground[0]!, ground[1]!))
    const cross = (dir: 1 | -1, level: number): number => {
      for (let i = dir > 0 ? 0 : n - 1; i >= 0 && i < n - 1 + (dir < 0 ? 1 : 0); i += dir) {
        if (row[i]! > level) continue
        const before = row[i - dir]
        if (before === undefined) return NaN
        const share = (before - level) / Math.max(1e-6, before - row[i]!)
        return -reach + (i - dir + dir * share) * fine
      }
      return NaN
    }
    left[k] = cross(1, low + depth / 2)
    right[k] = cross(-1, low + depth / 2)
    if (k % 7 === 0) {
      const rise = Math.abs(cross(1, low + 0.25 * depth) - cross(1, low + 0.75 * depth))
      const other = Math.abs(cross(-1, low + 0.25 * depth) - cross(-1, low + 0.75 * depth))
      if (Number.isFinite(rise) && Number.isFinite(other)) rises.push(Math.min(rise, other))
    }
  }
  return {
    step,
    count,
    left,
    right,
    from: start,
    way,
    // from a quarter to three quarters of an edge is 1.35 of its spread
    blur: quantile(rises, 0.4) / 1.35,
    contrast: quantile(contrasts, 0.5),
  }
}
