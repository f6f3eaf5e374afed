import { quantile } from '../../number/index.js'
import type { Px } from '../../picture/index.js'
import { lightTable, patches, type Picture } from '../picture.js'
import type { Plan } from './ground.js'

/** The corners of a flat rectangle in a picture, px, in order around. */
export type Corners = [Px, Px, Px, Px]

const COLORS = 5 // kinds of color a table, a sheet and a piece on it come to
const FULL = 0.93 // of its four-sided hull that a sheet fills at least

/** The sheet a piece lies on: the largest patch of like color, filled, with four straight sides. */
export function sheetIn(image: Picture, plan: Plan): Corners | undefined {
  const { width: w, height: h, c } = plan
  const n = w * h
  // few colors: begun with the farthest apart, then settled
  const some = Array.from({ length: 2000 }, (_, k) => Math.floor(((k + 0.5) * n) / 2000))
  const means: number[][] = [
    [0, 1, 2].map((m) =>
      quantile(
        some.map((i) => c[3 * i + m]!),
        0.5,
      ),
    ),
  ]
  const far = (i: number, m: readonly number[]) => (c[3 * i]! - m[0]!) ** 2 + (c[3 * i + 1]! - m[1]!) ** 2 + (c[3 * i + 2]! - m[2]!) ** 2
  const nearest = (i: number) => means.reduce((b, m, k) => (far(i, m) < far(i, means[b]!) ? k : b), 0)
  while (means.length < COLORS) {
    const i = some.reduce((b, k) => (far(k, means[nearest(k)]!) > far(b, means[nearest(b)]!) ? k : b))
    means.push([c[3 * i]!, c[3 * i + 1]!, c[3 * i + 2]!])
  }
  for (let round = 0; round < 10; round++) {
    const sums = means.map(() => [0, 0, 0, 0])
    for (const i of some) {
      const s = sums[nearest(i)]!
      for (let m = 0; m < 3; m++) s[m]! += c[3 * i + m]!
      s[3]!++
    }
    sums.forEach((s, k) => {
      if (s[3]) means[k] = [s[0]! / s[3], s[1]! / s[3], s[2]! / s[3]]
    })
  }
  const kind = Uint8Array.from({ length: n }, (_, i) => nearest(i))
  let best: { area: number; corners: Corners } | undefined
  const sets = [...means.keys()].flatMap((a) => [[a], ...[...means.keys()].filter((b) => b > a).map((b) => [a, b])])
  for (const set of sets) {
    const mask = Uint8Array.from(kind, (k) => (set.includes(k) ? 1 : 0))
    const parts = patches(mask, w, 0.05 * n)
    for (const p of parts) {
      const rim = [...p.pixels].filter((q) => q % w === 0 || q % w === w - 1 || q < w || q >= n - w).length
      if (rim > 0.02 * (w + h)) continue
      const one = fourSided(p.pixels, w)
      if (one && (!best || one.area > best.area)) best = { area: one.area, corners: one.corners }
    }
  }
  return best && finer(image, best.corners.map(([x, y]): Px => [x * plan.by, y * plan.by]) as Corners)
}
/** A card among patches that lie there: which is nearest to four-sided and has its sides, and its corners; none: −1. */
export function cardIn(
  image: Picture,
  plan: Plan,
  parts: readonly Int32Array[],
  [w, h]: readonly [number, number],
): { at: number; corners?: Corners } {
  const want = Math.max(w, h) / Math.min(w, h)
  let best: { at: number; full: number; corners: Corners } | undefined
  parts.forEach((pixels, at) => {
    const one = fourSided(pixels, plan.width)
    if (!one) return
    const side = (i: number) =>
      Math.hypot(one.corners[i]![0] - one.corners[(i + 1) % 4]![0], one.corners[i]![1] - one.corners[(i + 1) % 4]![1])
    const [a, b] = [side(0) + side(2), side(1) + side(3)]
    if (Math.abs(Math.log(Math.max(a, b) / Math.min(a, b) / want)) < 0.25 && (!best || one.full > best.full)) best = { at, ...one }
  })
  if (!best) return { at: -1 }
  const corners = finer(image, best.corners.map(([x, y]): Px => [x * plan.by, y * plan.by]) as Corners)
  return { at: best.at, ...(corners && { corners }) }
}

/** The four-sided hull of a patch, where it fills it. */
function fourSided(pixels: Int32Array, w: number): { corners: Corners; area: number; full: number } | undefined {
  // its outermost pixels of each row are enough, and its holes are filled with that
  const rows = new Map<number, [number, number]>()
  for (const p of pixels) {
    const [x, y] = [p % w, Math.floor(p / w)]
    const r = rows.get(y)
    if (!r) rows.set(y, [x, x])
    else {
      r[0] = Math.min(r[0], x)
      r[1] = Math.max(r[1], x)
    }
  }
  let filled = 0
  const points: Px[] = []
  for (const [y, [a, b]] of rows) {
    filled += b - a + 1
    points.push([a, y], [b + 1, y], [a, y + 1], [b + 1, y + 1])
  }
  const hull = hullOf(points)
  // corners whose loss costs least go, until four are left
  while (hull.length > 4) {
    let [least, at] = [Infinity, 0]
    for (let i = 0; i < hull.length; i++) {
      const [a, b, c] = [hull[(i + hull.length - 1) % hull.length]!, hull[i]!, hull[(i + 1) % hull.length]!]
      const lost = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]))
      if (lost < least) [least, at] = [lost, i]
    }
    hull.splice(at, 1)
  }
  if (hull.length < 4) return undefined
  let area = 0
  hull.forEach((a, i) => {
    const b = hull[(i + 1) % 4]!
    area += (a[0] * b[1] - b[0] * a[1]) / 2
  })
  area = Math.abs(area)
  const full = Math.min(filled / area, area / filled)
  return full > FULL ? { corners: hull as Corners, area, full } : undefined
}
function hullOf(points: Px[]): Px[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (list: Px[]) => {
    const out: Px[] = []
    for (const p of list) {
      while (out.length > 1) {
        const [a, b] = [out.at(-2)!, out.at(-1)!]
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break
        out.pop()
      }
      out.push(p)
    }
    out.pop()
    return out
  }
  return [...half(sorted), ...half(sorted.reverse())]
}

/** The same corners from its sides as the whole picture shows them: each a straight line through where its color changes half way. */
function finer({ width, height, data }: Picture, rough: Corners): Corners | undefined {
  const light = (x: number, y: number, m: number) => {
    const [i, j] = [Math.min(width - 1, Math.max(0, Math.floor(x))), Math.min(height - 1, Math.max(0, Math.floor(y)))]
    return lightTable[data[4 * (j * width + i) + m]!]!
  }
  let corners = rough
  for (const reach of [0.025, 0.008]) {
    const middle: Px = [corners.reduce((s, p) => s + p[0] / 4, 0), corners.reduce((s, p) => s + p[1] / 4, 0)]
    const sides = corners.map((a, i) => {
      const b = corners[(i + 1) % 4]!
      const long = Math.hypot(b[0] - a[0], b[1] - a[1])
      let [nx, ny] = [(b[1] - a[1]) / long, -(b[0] - a[0]) / long]
      if ((a[0] - middle[0]) * nx + (a[1] - middle[1]) * ny < 0) [nx, ny] = [-nx, -ny]
      const half = Math.max(4, Math.round(reach * long))
      const hits: Px[] = []
      for (let k = 0; k < 160; k++) {
        const t = 0.08 + (0.84 * (k + 0.5)) / 160
        const [x, y] = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
        const row = [0, 1, 2].map((m) => Array.from({ length: 2 * half + 1 }, (_, q) => light(x + nx * (q - half), y + ny * (q - half), m)))
        const mean = (m: number, from: number, to: number) => row[m]!.slice(from, to).reduce((s, v) => s + v, 0) / (to - from)
        const part = Math.max(2, Math.floor(half / 2))
        const d = [0, 1, 2].map((m) => mean(m, 2 * half + 1 - part, 2 * half + 1) - mean(m, 0, part))
        const base = [0, 1, 2].map((m) => mean(m, 0, part))
        const whole = d.reduce((s, v) => s + v * v, 0)
        if (whole < 1e-4) continue
        const f = row[0]!.map((_, q) => d.reduce((s, v, m) => s + v * (row[m]![q]! - base[m]!), 0) / whole)
        const q = f.findIndex((v, j) => j > 0 && v >= 0.5 && f[j - 1]! < 0.5)
        if (q < 1) continue
        // pixels' middles are half a pixel on
        const at = q - 1 + (0.5 - f[q - 1]!) / (f[q]! - f[q - 1]!) - half
        hits.push([x + nx * at, y + ny * at])
      }
      return hits.length > 30 ? lineOf(hits) : undefined
    })
    if (sides.some((s) => !s)) return undefined
    corners = corners.map((_, i) => cross(sides[(i + 3) % 4]!, sides[i]!)) as Corners
    if (corners.some((c) => !Number.isFinite(c[0]))) return undefined
  }
  return corners
}
type Line = readonly [px: number, py: number, dx: number, dy: number]
/** A straight line through most of them. */
function lineOf(points: readonly Px[]): Line {
  let kept = points
  let line: Line = [0, 0, 1, 0]
  for (let round = 0; round < 6; round++) {
    const [mx, my] = [kept.reduce((s, p) => s + p[0], 0) / kept.length, kept.reduce((s, p) => s + p[1], 0) / kept.length]
    let [xx, xy, yy] = [0, 0, 0]
    for (const [x, y] of kept) {
      xx += (x - mx) ** 2
      xy += (x - mx) * (y - my)
      yy += (y - my) ** 2
    }
    const turn = Math.atan2(2 * xy, xx - yy) / 2
    line = [mx, my, Math.cos(turn), Math.sin(turn)]
    const off = points.map(([x, y]) => Math.abs((x - mx) * line[3] - (y - my) * line[2]))
    const limit = Math.max(0.35, 2.5 * quantile(off, 0.5))
    kept = points.filter((_, i) => off[i]! < limit)
  }
  return line
}
function cross([ax, ay, adx, ady]: Line, [bx, by, bdx, bdy]: Line): Px {
  const det = adx * bdy - ady * bdx
  const t = ((bx - ax) * bdy - (by - ay) * bdx) / det
  return [ax + adx * t, ay + ady * t]
}
