import { leastSquares, quantile } from '../../number/index.js'
import { lightTable, patches, type Picture } from '../picture.js'

/** A picture made small, as the eye steps from dark to light (root of linear light), three shades a pixel. */
export interface Plan {
  width: number
  height: number
  c: Float32Array
  /** px of the picture to one of the plan */
  by: number
}
/** @param most pixels along its longer side */
export function planOf({ width, height, data }: Picture, most: number): Plan {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / most))
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)]
  const c = new Float32Array(3 * w * h)
  const light = lightTable
  for (let y = 0; y < h * by; y++)
    for (let x = 0, k = 4 * y * width; x < w * by; x++, k += 4) {
      const at = 3 * (Math.floor(y / by) * w + Math.floor(x / by))
      for (let m = 0; m < 3; m++) c[at + m]! += light[data[k + m]!]!
    }
  for (let i = 0; i < c.length; i++) c[i] = Math.sqrt(c[i]! / (by * by))
  return { width: w, height: h, c, by }
}

/** Distance to the nearest pixel that is marked, px, for each (Felzenszwalb and Huttenlocher 2012). */
export function distances(marked: Uint8Array, width: number): Float32Array {
  const height = marked.length / width
  const FAR = 1e9
  const out = Float32Array.from(marked, (m) => (m ? 0 : FAR))
  const line = (n: number, at: (i: number) => number) => {
    const f = new Float64Array(n)
    for (let i = 0; i < n; i++) f[i] = out[at(i)]!
    const v = new Int32Array(n)
    const z = new Float64Array(n + 1)
    let k = 0
    z[0] = -Infinity
    z[1] = Infinity
    for (let q = 1; q < n; q++) {
      let s = (f[q]! + q * q - (f[v[k]!]! + v[k]! ** 2)) / (2 * q - 2 * v[k]!)
      while (s <= z[k]!) {
        k--
        s = (f[q]! + q * q - (f[v[k]!]! + v[k]! ** 2)) / (2 * q - 2 * v[k]!)
      }
      k++
      v[k] = q
      z[k] = s
      z[k + 1] = Infinity
    }
    k = 0
    for (let q = 0; q < n; q++) {
      while (z[k + 1]! < q) k++
      out[at(q)] = (q - v[k]!) ** 2 + f[v[k]!]!
    }
  }
  for (let x = 0; x < width; x++) line(height, (i) => i * width + x)
  for (let y = 0; y < height; y++) line(width, (i) => y * width + i)
  for (let i = 0; i < out.length; i++) out[i] = Math.sqrt(out[i]!)
  return out
}

export interface Found {
  /** the piece, with its openings out */
  mask: Uint8Array
  /** pixels of it, openings in; and their middle, px of the plan */
  area: number
  middle: readonly [number, number]
}
const terms = (x: number, y: number) => [1, x, y, x * x, x * y, y * y]
const LEAST_APART = 0.03 // of the root of light: nearer to the ground than that nobody sees an edge by eye either
const LEAST_SHARE = 0.004 // of the picture; smaller is dust

/**
 * The piece on its ground: the ground is a smooth surface told from the rim, its shadow the same color, darker; the piece is what is neither.
 * @param on where the ground is at all; without it everywhere
 * @param beside of the patches that lie there, the pixels of each, the ones that are no piece
 */
export function pieceOn(
  plan: Plan,
  on?: Uint8Array,
  beside?: (parts: readonly Int32Array[]) => number,
): Found | 'nothing-there' | 'no-contrast' | 'cut-off' {
  const { width: w, height: h, c } = plan
  const n = w * h
  const inside = on ?? new Uint8Array(n).fill(1)
  // the rim: what lies near the border of what may be ground
  const border = new Uint8Array(n)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = y * w + x
      if (x === 0 || y === 0 || x === w - 1 || y === h - 1 || !inside[i]) border[i] = 1
    }
  const depth = distances(border, w)
  const rimWide = 0.05 * Math.min(w, h)
  const rim: number[] = []
  for (let i = 0; i < n; i++) if (inside[i] && depth[i]! > 1 && depth[i]! < rimWide) rim.push(i)
  if (rim.length < 100) return 'nothing-there'
  const every = Math.max(1, Math.floor(rim.length / 3000))
  let kept = rim.filter((_, k) => k % every === 0)
  const at = (i: number) => terms((i % w) / w - 0.5, Math.floor(i / w) / h - 0.5)
  const surface = (of: number[]) =>
    [0, 1, 2].map((m) =>
      leastSquares(
        of.map(at),
        of.map((i) => c[3 * i + m]!),
      ),
    )
  const shade = (s: number[][], i: number, m: number) => at(i).reduce((t, v, k) => t + v * s[m]![k]!, 0)
  // first the commonest shade, then what is near it
  const usual = [0, 1, 2].map((m) =>
    quantile(
      kept.map((i) => c[3 * i + m]!),
      0.5,
    ),
  )
  let off = kept.map((i) => Math.hypot(c[3 * i]! - usual[0]!, c[3 * i + 1]! - usual[1]!, c[3 * i + 2]! - usual[2]!))
  let limit = Math.max(0.05, 3 * quantile(off, 0.5))
  kept = kept.filter((_, k) => off[k]! < limit)
  let ground = surface(kept)
  for (let round = 0; round < 3; round++) {
    off = kept.map((i) => Math.hypot(...([0, 1, 2].map((m) => c[3 * i + m]! - shade(ground, i, m)) as [number, number, number])))
    limit = Math.max(0.012, 4 * quantile(off, 0.5))
    kept = kept.filter((_, k) => off[k]! < limit)
    if (kept.length < 60) return 'no-contrast'
    ground = surface(kept)
  }
  const noise = quantile(off, 0.6)
  const g = new Float32Array(3 * n)
  const apart = new Float32Array(n)
  for (let i = 0; i < n; i++) {
    if (!inside[i]) continue
    const t = at(i)
    let sum = 0
    for (let m = 0; m < 3; m++) {
      let s = 0
      for (let k = 0; k < 6; k++) s += t[k]! * ground[m]![k]!
      g[3 * i + m] = Math.min(1.2, Math.max(0.02, s))
      sum += (c[3 * i + m]! - g[3 * i + m]!) ** 2
    }
    apart[i] = Math.sqrt(sum)
  }
  const far = quantile(apart, 0.99)
  if (far < Math.max(4 * noise, LEAST_APART)) return far < 2.5 * noise ? 'nothing-there' : 'no-contrast'
  const least = Math.max(4 * noise, LEAST_APART, 0.3 * quantile(apart, 0.97))
  const lying = patches(
    Uint8Array.from(apart, (d) => (d > least ? 1 : 0)),
    w,
    LEAST_SHARE * n,
  )
  const away = beside?.(lying.map((p) => p.pixels)) ?? -1
  const rough = lying.filter((_, k) => k !== away)
  if (!rough.length) return 'nothing-there'
  const big = rough.reduce((a, b) => (b.area > a.area ? b : a))
  // what it looks like well inside
  const out = new Uint8Array(n).fill(1)
  for (const p of big.pixels) out[p] = 0
  const into = distances(out, w)
  const deepest = big.pixels.reduce((m, p) => Math.max(m, into[p]!), 0)
  const deep = Array.from(big.pixels).filter((p) => into[p]! > Math.min(6, 0.5 * deepest))
  const own = [0, 1, 2].map((m) =>
    quantile(
      deep.map((p) => c[3 * p + m]!),
      0.5,
    ),
  )
  const spread = [0, 1, 2].map((m) =>
    Math.max(
      noise,
      quantile(
        deep.map((p) => Math.abs(c[3 * p + m]! - own[m]!)),
        0.6,
      ),
    ),
  )
  /** how far off a color, in its own spread; lighter and darker cost less than another hue */
  const like = (i: number, of: readonly number[] | Float32Array, from: number, each: readonly number[], light: number) => {
    const [a, b, d] = [of[from]!, of[from + 1]!, of[from + 2]!]
    const [x, y, z] = [c[3 * i]!, c[3 * i + 1]!, c[3 * i + 2]!]
    const k = (x * a + y * b + z * d) / (a * a + b * b + d * d)
    const hue = ((x - k * a) / each[0]!) ** 2 + ((y - k * b) / each[1]!) ** 2 + ((z - k * d) / each[2]!) ** 2
    return hue + ((k - 1) / light) ** 2
  }
  const clear = noise * 1.5 + 0.004
  const both = spread.map((s) => Math.hypot(s, clear))
  const mask = new Uint8Array(n)
  const grown = 0.03 * Math.max(w, h)
  for (let i = 0; i < n; i++) {
    if (!inside[i] || (apart[i]! <= least * 0.5 && apart[i]! < LEAST_APART)) continue
    const x = i % w
    const y = Math.floor(i / w)
    if (x < big.minX - grown || x > big.maxX + grown || y < big.minY - grown || y > big.maxY + grown) continue
    const asPiece = like(i, own, 0, both, 0.16)
    // a shadow is the ground, darker, never much lighter
    const darker = c[3 * i]! + c[3 * i + 1]! + c[3 * i + 2]! < g[3 * i]! + g[3 * i + 1]! + g[3 * i + 2]!
    const asGround = like(i, g, 3 * i, [clear * 1.5, clear * 1.5, clear * 1.5], darker ? 0.2 : 0.05)
    if (asPiece < asGround) mask[i] = 1
  }
  const parts = patches(mask, w, LEAST_SHARE * n * 0.5)
  if (!parts.length) return 'no-contrast'
  const piece = parts.reduce((a, b) => (b.area > a.area ? b : a))
  mask.fill(0)
  let rimmed = 0
  for (const p of piece.pixels) {
    mask[p] = 1
    if (border[p] || depth[p]! <= 1.5) rimmed++
  }
  if (rimmed > 0.02 * (piece.maxX - piece.minX + piece.maxY - piece.minY)) return 'cut-off'
  const open = new Uint8Array(n)
  for (let i = 0; i < n; i++) open[i] = mask[i] ? 0 : 1
  const ringed = patches(open, w, 1).filter((p) => p.minX > 0 && p.minY > 0 && p.maxX < w - 1 && p.maxY < h - 1)
  let [area, sx, sy] = [piece.area, piece.x * piece.area, piece.y * piece.area]
  for (const p of ringed) {
    area += p.area
    sx += p.x * p.area
    sy += p.y * p.area
    // a speck is grain, not an opening
    if (p.area < 6) for (const q of p.pixels) mask[q] = 1
  }
  return { mask, area, middle: [sx / area, sy / area] }
}
