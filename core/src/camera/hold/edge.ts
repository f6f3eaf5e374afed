import { solve, quantile } from '../../number/index.js'
import { colorAt, type Picture } from '../picture.js'
import { lay, type Lens, type Pose } from './lens.js'
import { REACH, type Ring } from './ring.js'

/** The edge of the piece beside one ring, place by place. */
export interface Edge {
  /** mm from the line, + into the waste; NaN where none is seen */
  off: Float64Array
  /** 0 to 1: how clearly */
  sure: Float64Array
  /** width of wall that is seen below the face, mm */
  wall: Float64Array
  /** px of the picture to a mm, along the normal and along the line: [nx, ny, tx, ty] each */
  ways: Float64Array
  closed: boolean
  /** spread of the picture's own blur, mm; NaN where nothing tells it */
  blur: number
  /** how far its colors are apart, in their own spread, place by place */
  apart: Float64Array
}
const PRINTED = 0.6 // share of its lightness that a printed line takes from paper
const TOLD_BY_HUE = 3 // spreads of color
/** White or gray, and light: no wood is. */
const isPaper = (c: ArrayLike<number>) => {
  const [low, high] = [Math.min(c[0]!, c[1]!, c[2]!), Math.max(c[0]!, c[1]!, c[2]!)]
  return high > 0.35 && high - low < 0.14 * high
}
const SHADE = 0.3 // share by which a shadow darkens the ground, before a hue must tell
const FIRM = 0.3 // of energy to a squared mm of leap between two places

/**
 * Looks for the edge along the normals of each ring, one steady path a ring. Where a wall is seen below the face, the face may end in
 * the wall's other shade, or, where both look alike, so much before the wall's foot as geometry says: chosen by color.
 */
export function edgesOf(
  image: Picture,
  rings: readonly Ring[],
  lens: Lens,
  pose: Pose,
  thickness: number,
  before?: readonly Edge[],
): Edge[] {
  const own: number[][] = []
  return rings.map((ring, r) => {
    const foot = edgeOf(image, ring, lens, pose, thickness, r > 0, false, own, before?.[r])
    if (!foot.wall.some((w) => w > WALLED)) return foot
    const face = edgeOf(image, ring, lens, pose, thickness, r > 0, true, own, before?.[r])
    for (let i = 0; i < foot.off.length; i++) {
      const w = foot.wall[i]!
      if (w > WALLED && (face.apart[i]! > SHADED || w > 0.4 * ring.places[i]!.wasteRoom)) {
        foot.off[i] = face.off[i]!
        foot.sure[i] = face.sure[i]!
      } else foot.off[i]! -= w
    }
    return foot
  })
}
const WALLED = 0.2 // mm of wall, two or three pixels of a photograph, from which its shade can be told
const SHADED = 4 // spreads of color between face and wall from which they are two

function edgeOf(
  image: Picture,
  ring: Ring,
  lens: Lens,
  pose: Pose,
  thickness: number,
  opening: boolean,
  byWall: boolean,
  own: number[][],
  before?: Edge,
): Edge {
  const { places } = ring
  const n = places.length
  const ways = new Float64Array(4 * n)
  const wall = new Float64Array(n)
  const middles = new Float64Array(2 * n)
  const above = thickness * pose.size
  let perMm = 0
  places.forEach(({ x, y, nx, ny }, i) => {
    const a = lens.place(...lay(pose, x, y), above)
    const b = lens.place(...lay(pose, x + nx, y + ny), above)
    const c = lens.place(...lay(pose, x - ny, y + nx), above)
    middles.set(a, 2 * i)
    ways.set([b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]], 4 * i)
    perMm += Math.hypot(b[0] - a[0], b[1] - a[1]) / n
    if (lens.eye && thickness > 0) {
      // the foot of the wall is seen through the face's plane so far toward the eye
      const [gx, gy] = lay(pose, x, y)
      const [hx, hy] = lay({ ...pose, x: 0, y: 0, size: 1 }, nx, ny)
      const t = above / lens.eye[2]
      wall[i] = Math.max(0, (-((gx - lens.eye[0]) * hx + (gy - lens.eye[1]) * hy) * t) / pose.size)
    }
  })
  const du = Math.max(0.03, 0.5 / perMm)
  const half = Math.ceil(REACH / du)
  const K = 2 * half + 1
  const c = new Float32Array(3 * K * n)
  for (let i = 0; i < n; i++)
    for (let k = 0; k < K; k++) {
      const u = (k - half) * du
      colorAt(image, middles[2 * i]! + ways[4 * i]! * u, middles[2 * i + 1]! + ways[4 * i + 1]! * u, c, 3 * (i * K + k))
    }
  // colors well inside and outside, each smoothed along its line
  const shift = (i: number) => {
    const o = before?.off[i]
    return o === undefined || Number.isNaN(o) ? 0 : o
  }
  const band = (i: number, side: -1 | 1): [number, number] => {
    const p = places[i]!
    const room = side < 0 ? p.keptRoom : p.wasteRoom
    const w = wall[i]!
    if (side > 0 && byWall && w > WALLED) return [shift(i) + 0.3 * w, shift(i) + Math.max(0.9 * w, 0.3 * w + du)]
    const near = Math.min(before ? 0.5 : 1.1, 0.3 * room)
    const far = Math.min(before ? 1.7 : REACH, 0.55 * room)
    const s = shift(i) + (side > 0 ? w : 0)
    return side < 0 ? [s - far, s - near] : [s + near, s + Math.max(far, near + du)]
  }
  const sums = (side: -1 | 1) => {
    const out = new Float64Array(4 * n)
    for (let i = 0; i < n; i++) {
      const [a, b] = band(i, side)
      for (let k = Math.max(0, Math.ceil(a / du) + half); k <= Math.min(K - 1, Math.floor(b / du) + half); k++) {
        for (let m = 0; m < 3; m++) out[4 * i + m]! += c[3 * (i * K + k) + m]!
        out[4 * i + 3]!++
      }
    }
    return out
  }
  const smoothed = (v: Float64Array, reach: number) => {
    const out = new Float64Array(3 * n)
    const wide = Math.min(Math.floor(n / 3), Math.max(1, Math.round(reach / ring.step)))
    for (let i = 0; i < n; i++) {
      let [a, b, d, count] = [0, 0, 0, 1e-9]
      for (let k = -wide; k <= wide; k++) {
        const j = 4 * ((i + k + n) % n)
        const g = 1 - Math.abs(k) / (wide + 1)
        a += g * v[j]!
        b += g * v[j + 1]!
        d += g * v[j + 2]!
        count += g * v[j + 3]!
      }
      out.set([a / count, b / count, d / count], 3 * i)
    }
    return out
  }
  const [inside, outside] = [smoothed(sums(-1), 10), smoothed(sums(1), 4)]
  // what of the spread within either is no edge: texture, noise, a printed line beside the cut, and shadow on the ground
  const S = [0, 1, 2].map(() => [0, 0, 0])
  let count = 0
  for (let i = 0; i < n; i += 2)
    for (const side of [-1, 1] as const) {
      const [a, far] = band(i, side)
      const b = side < 0 && before ? Math.max(far, shift(i) - Math.max(0.16, 2.5 * (before.blur || 0))) : far
      const of = side < 0 ? inside : outside
      for (let k = Math.max(0, Math.ceil(a / du) + half); k <= Math.min(K - 1, Math.floor(b / du) + half); k += 2) {
        const d = [0, 1, 2].map((m) => c[3 * (i * K + k) + m]! - of[3 * i + m]!)
        for (let p = 0; p < 3; p++) for (let q = 0; q < 3; q++) S[p]![q]! += d[p]! * d[q]!
        count++
      }
    }
  for (let p = 0; p < 3; p++) for (let q = 0; q < 3; q++) S[p]![q] = (2 * S[p]![q]!) / Math.max(1, count) + (p === q ? 2e-5 : 0)
  const f = new Float32Array(K * n)
  const apart = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    const shade = byWall && wall[i]! > WALLED ? 0.02 : lens.eye ? SHADE : SHADE / 2
    const g = outside.subarray(3 * i, 3 * i + 3)
    const d = [0, 1, 2].map((m) => inside[3 * i + m]! - g[m]!)
    const own = inside.subarray(3 * i, 3 * i + 3)
    const by = (line: number) => {
      const w = solve(
        S.map((row, p) => row.map((v, q) => v + shade * shade * g[p]! * g[q]! + line * line * own[p]! * own[q]!)),
        d,
      )
      return { w, whole: w[0]! * d[0]! + w[1]! * d[1]! + w[2]! * d[2]! }
    }
    // paper that was left on has its line beside the cut: dark as it is, it is the piece, where hue alone can tell so
    const printed = isPaper(own) ? by(PRINTED) : undefined
    const { w, whole } = printed && printed.whole > TOLD_BY_HUE ** 2 ? printed : by(0)
    apart[i] = Math.sqrt(Math.max(0, whole))
    for (let k = 0; k < K; k++) {
      const at = 3 * (i * K + k)
      const part = whole > 1e-9 ? ((c[at]! - g[0]!) * w[0]! + (c[at + 1]! - g[1]!) * w[1]! + (c[at + 2]! - g[2]!) * w[2]!) / whole : 0.5
      f[i * K + k] = part < 0 ? 0 : part > 1 ? 1 : part
    }
  }
  const mid = [0, 1, 2].map(
    (m) =>
      [
        quantile(
          inside.filter((_, i) => i % 3 === m),
          0.5,
        ),
        quantile(
          outside.filter((_, i) => i % 3 === m),
          0.5,
        ),
      ] as const,
  )
  if (!opening && !byWall)
    own.push(
      mid.map((m) => m[0]),
      mid.map((m) => m[1]),
    )
  // an opening that looks inside as the piece does is still full
  const off3 = (a: readonly number[], of: 0 | 1) =>
    Math.hypot(...(a.map((v, m) => Math.log((v + 0.02) / (own[of]![m]! + 0.02))) as [number, number, number]))
  const there = mid.map((m) => m[1])
  const closed = opening && off3(there, 0) < 0.35 * off3(own[1]!, 0) && off3(there, 0) < off3(there, 1)
  const path = steady(f, n, K, half, du, places, byWall ? wall.map((w) => (w > WALLED ? w : 0)) : undefined, before)
  const off = new Float64Array(n).fill(NaN)
  const sure = new Float64Array(n)
  const rises: number[] = []
  for (let i = 0; i < n; i++) {
    const k0 = path[i]!
    const at = (k: number) => f[i * K + Math.min(K - 1, Math.max(0, k))]!
    const reach = Math.max(3, Math.round(0.25 / du))
    let best = NaN
    for (let k = Math.max(1, k0 - reach); k <= Math.min(K - 1, k0 + reach); k++) {
      const [a, b] = [at(k - 1), at(k)]
      if (a < 0.5 || b >= 0.5) continue
      const cross = k - 1 + (a - 0.5) / (a - b)
      if (Number.isNaN(best) || Math.abs(cross - k0 + 0.5) < Math.abs(best - k0 + 0.5)) best = cross
    }
    if (Number.isNaN(best)) continue
    off[i] = (best - half) * du
    const [inK, outK] = [Math.round(best - 0.35 / du), Math.round(best + 0.35 / du)]
    sure[i] = Math.max(0, at(inK) - at(outK)) * Math.min(1, apart[i]! / 5)
    if (sure[i]! > 0.2 && places[i]!.corner > 2) {
      let [lo, hi] = [Math.round(best), Math.round(best)]
      while (lo > 0 && at(lo) < 0.75) lo--
      while (hi < K - 1 && at(hi) > 0.25) hi++
      rises.push((hi - lo) * du)
    }
  }
  return { off, sure, wall, ways, closed, blur: rises.length > 5 ? quantile(rises, 0.4) / 1.35 : NaN, apart }
}

/** The steadiest path of the edge around a ring: as much of the piece within it and of the ground outside as can be (dynamic programming). */
function steady(
  f: Float32Array,
  n: number,
  K: number,
  half: number,
  du: number,
  places: Ring['places'],
  walls?: Float64Array,
  before?: Edge,
): Int32Array {
  const cost = new Float32Array(n * K)
  for (let i = 0; i < n; i++) {
    const p = places[i]!
    const s = before && !Number.isNaN(before.off[i]!) ? before.off[i]! : 0
    const low = Math.max(0, Math.round((s - Math.min(REACH, 0.6 * p.keptRoom)) / du) + half)
    // beyond a wall that is looked at, its foot is an edge too, and not the one
    const room = walls?.[i] ? Math.max(0.35, 0.9 * walls[i]!) : Math.min(REACH, 0.6 * p.wasteRoom)
    const high = Math.min(K - 1, Math.round((s + room) / du) + half)
    let total = 0
    for (let k = low; k <= high; k++) total += f[i * K + k]! - 0.5
    let run = 0
    for (let k = 0; k < K; k++) {
      if (k < low || k > high) {
        cost[i * K + k] = 10
        continue
      }
      // Σ outside of (f − ½) less Σ inside; and a little for far from the line
      cost[i * K + k] = (total - 2 * run) * du + 0.02 * Math.abs((k - half) * du)
      run += f[i * K + k]! - 0.5
    }
  }
  const reach = Math.max(2, Math.ceil(0.5 / du))
  const from = new Int16Array(n * K)
  const path = new Int32Array(n)
  const leaps = Float32Array.from({ length: reach + 1 }, (_, d) => FIRM * (d * du) ** 2)
  let now = new Float64Array(K)
  let next = new Float64Array(K)
  // twice around, so that where it begins does not matter
  for (let round = 0; round < 2; round++)
    for (let i = 0; i < n; i++) {
      for (let k = 0; k < K; k++) {
        let [best, at] = [Infinity, k]
        for (let d = -reach; d <= reach; d++) {
          const j = k + d
          if (j < 0 || j >= K) continue
          const v = now[j]! + leaps[d < 0 ? -d : d]!
          if (v < best) {
            best = v
            at = j
          }
        }
        next[k] = best + cost[i * K + k]!
        from[i * K + k] = at
      }
      ;[now, next] = [next, now]
    }
  let k = 0
  for (let j = 1; j < K; j++) if (now[j]! < now[k]!) k = j
  for (let i = n - 1; i >= 0; i--) {
    path[i] = k
    k = from[i * K + k]!
  }
  return path
}
