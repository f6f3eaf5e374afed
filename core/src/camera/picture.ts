import { quantile } from '../number/index.js'
import type { Gray } from '../picture/index.js'

/** A picture as a canvas gives it: RGBA, 8 bit, sRGB. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray
}
/** What was measured, and between what it lies in nine of ten cases. */
export interface Doubted {
  value: number
  low: number
  high: number
}

/** Linear light, 0 to 1, of a shade of sRGB, 0 to 255 (IEC 61966-2-1). */
export const lightTable = Float32Array.from({ length: 256 }, (_, i) => {
  const s = i / 255
  return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4
})
/** Linear light of red, green and blue between the pixels, put into `out` from `at` on; beyond the picture as at its edge. */
export function colorAt({ width, height, data }: Picture, x: number, y: number, out: Float32Array | number[], at = 0): void {
  const light = lightTable
  const cx = Math.min(width - 1.001, Math.max(0, x - 0.5))
  const cy = Math.min(height - 1.001, Math.max(0, y - 0.5))
  const i = Math.floor(cx)
  const j = Math.floor(cy)
  const s = cx - i
  const t = cy - j
  const k = 4 * (j * width + i)
  const low = k + 4 * width
  for (let m = 0; m < 3; m++)
    out[at + m] =
      (light[data[k + m]!]! * (1 - s) + light[data[k + 4 + m]!]! * s) * (1 - t) +
      (light[data[low + m]!]! * (1 - s) + light[data[low + 4 + m]!]! * s) * t
}
/** Linear light, 0 black … 1 white: edges are measured in it, for phones sharpen what screens show. */
export function lightOf({ width, height, data }: Picture): Gray {
  const v = new Float32Array(width * height)
  const light = lightTable
  for (let i = 0, k = 0; i < v.length; i++, k += 4)
    v[i] = 0.2126 * light[data[k]!]! + 0.7152 * light[data[k + 1]!]! + 0.0722 * light[data[k + 2]!]!
  return { width, height, v }
}
/** A smaller one, each pixel the mean of `by` × `by`. */
export function shrunk({ width, height, v }: Gray, by: number): Gray {
  if (by <= 1) return { width, height, v }
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)]
  const out = new Float32Array(w * h)
  for (let y = 0; y < h * by; y++) {
    const row = Math.floor(y / by) * w
    for (let x = 0, k = y * width; x < w * by; x++, k++) out[row + Math.floor(x / by)]! += v[k]!
  }
  for (let i = 0; i < out.length; i++) out[i]! /= by * by
  return { width: w, height: h, v: out }
}
/** Patches of a mask that hang together, by their corners too. */
export interface Patch {
  area: number
  x: number
  y: number
  minX: number
  maxX: number
  minY: number
  maxY: number
  pixels: Int32Array
}
export function patches(mask: Uint8Array, width: number, least: number): Patch[] {
  const left = Uint8Array.from(mask)
  const height = mask.length / width
  const stack = new Int32Array(mask.length)
  const out: Patch[] = []
  for (let start = 0; start < mask.length; start++) {
    if (!left[start]) continue
    // the stack keeps what was taken: its first `n` places are the patch
    let n = 0
    stack[n++] = start
    left[start] = 0
    let [sx, sy, minX, maxX, minY, maxY] = [0, 0, width, 0, height, 0]
    for (let k = 0; k < n; k++) {
      const p = stack[k]!
      const y = Math.floor(p / width)
      const x = p - y * width
      sx += x
      sy += y
      if (x < minX) minX = x
      if (x > maxX) maxX = x
      if (y < minY) minY = y
      if (y > maxY) maxY = y
      const [x0, x1] = [x > 0 ? -1 : 0, x < width - 1 ? 1 : 0]
      for (let dy = y > 0 ? -width : 0; dy <= (y < height - 1 ? width : 0); dy += width)
        for (let dx = x0; dx <= x1; dx++) {
          const q = p + dy + dx
          if (left[q]) {
            left[q] = 0
            stack[n++] = q
          }
        }
    }
    if (n >= least) out.push({ area: n, x: sx / n + 0.5, y: sy / n + 0.5, minX, maxX, minY, maxY, pixels: stack.slice(0, n) })
  }
  return out
}

/** What is clearly darker than the ground about it: darker than a share of the brightest tenth of its neighborhood. */
export function darkerThan({ width, height, v }: Gray, share: number, tiles: number): Uint8Array {
  const [nx, ny] = [tiles, Math.max(2, Math.round((tiles * height) / width))]
  const ground = new Float32Array(nx * ny)
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const [x0, x1] = [Math.floor((i * width) / nx), Math.floor(((i + 1) * width) / nx)]
      const [y0, y1] = [Math.floor((j * height) / ny), Math.floor(((j + 1) * height) / ny)]
      const some: number[] = []
      const step = Math.max(1, Math.floor(Math.sqrt(((x1 - x0) * (y1 - y0)) / 400)))
      for (let y = y0; y < y1; y += step) for (let x = x0; x < x1; x += step) some.push(v[y * width + x]!)
      ground[j * nx + i] = some.length ? quantile(some, 0.85) : 1
    }
  const out = new Uint8Array(v.length)
  for (let y = 0; y < height; y++) {
    const fy = Math.min(ny - 1.001, Math.max(0, (y / height) * ny - 0.5))
    const j = Math.floor(fy)
    for (let x = 0; x < width; x++) {
      const fx = Math.min(nx - 1.001, Math.max(0, (x / width) * nx - 0.5))
      const i = Math.floor(fx)
      const [s, t] = [fx - i, fy - j]
      const g =
        (ground[j * nx + i]! * (1 - s) + ground[j * nx + i + 1]! * s) * (1 - t) +
        (ground[(j + 1) * nx + i]! * (1 - s) + ground[(j + 1) * nx + i + 1]! * s) * t
      out[y * width + x] = v[y * width + x]! < share * g ? 1 : 0
    }
  }
  return out
}
