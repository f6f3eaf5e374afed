/** A place on a line of the pattern, where the saw should have gone. */
export interface Place {
  x: number
  y: number
  /** of length 1, to the waste */
  nx: number
  ny: number
  /** mm along its ring */
  at: number
  /** mm to the nearest corner of the ring, along it; Infinity without one */
  corner: number
  /** mm to the next line on the side that is kept, and in the waste; at most REACH twice */
  keptRoom: number
  wasteRoom: number
}
/** A corner of the pattern: its place, the ways that lead into it and out of it, whether the waste lies in its angle. */
export interface Corner {
  x: number
  y: number
  into: readonly [number, number]
  out: readonly [number, number]
  wasteInside: boolean
  at: number
}
export interface Ring {
  places: Place[]
  corners: Corner[]
  /** mm around, and between two places */
  length: number
  step: number
}
const STEP = 0.4 // mm between places, under the half asked
/** How far from its line an edge is looked for, mm. */
export const REACH = 2.2
const SHARP = (32 * Math.PI) / 180 // of turn within a millimeter from which it is a corner

/** @throws RangeError where the pattern has no ring of three places */
export function ringsOf(rings: readonly ArrayLike<number>[]): Ring[] {
  const clean = rings.map((r) => {
    const out: number[] = []
    for (let i = 0; i + 1 < r.length; i += 2) {
      const [x, y] = [r[i]!, r[i + 1]!]
      if (!Number.isFinite(x) || !Number.isFinite(y)) throw new RangeError('The pattern’s lines need places that are figures.')
      if (!out.length || Math.hypot(out.at(-2)! - x, out.at(-1)! - y) > 1e-6) out.push(x, y)
    }
    if (out.length > 2 && Math.hypot(out[0]! - out.at(-2)!, out[1]! - out.at(-1)!) < 1e-6) out.length -= 2
    return out
  })
  if (!clean.length || clean[0]!.length < 6) throw new RangeError('The pattern needs a closed outline of three places at least.')
  const all = clean.map((r, i) => oneRing(r, i > 0))
  const near = nextLine(clean)
  for (const ring of all)
    for (const p of ring.places) {
      p.keptRoom = near(p.x, p.y, -p.nx, -p.ny)
      p.wasteRoom = near(p.x, p.y, p.nx, p.ny)
    }
  return all
}

function oneRing(r: readonly number[], opening: boolean): Ring {
  const n = r.length / 2
  if (n < 3) return { places: [], corners: [], length: 0, step: STEP }
  const along = new Float64Array(n + 1)
  let area = 0
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    along[i + 1] = along[i]! + Math.hypot(r[2 * j]! - r[2 * i]!, r[2 * j + 1]! - r[2 * i + 1]!)
    area += r[2 * i]! * r[2 * j + 1]! - r[2 * j]! * r[2 * i + 1]!
  }
  const length = along[n]!
  let seg = 0
  const spot = (s: number): [number, number] => {
    const t = ((s % length) + length) % length
    if (along[seg]! > t) seg = 0
    while (along[seg + 1]! < t) seg++
    const k = (t - along[seg]!) / (along[seg + 1]! - along[seg]! || 1)
    const j = (seg + 1) % n
    return [r[2 * seg]! + k * (r[2 * j]! - r[2 * seg]!), r[2 * seg + 1]! + k * (r[2 * j + 1]! - r[2 * seg + 1]!)]
  }
  const chord = (a: number, b: number): [number, number] => {
    const [p, q] = [spot(a), spot(b)]
    const l = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1
    return [(q[0] - p[0]) / l, (q[1] - p[1]) / l]
  }
  const turnBy = (s: number, near: number, far: number) => {
    const [a, b] = [chord(s - far, s - near), chord(s + near, s + far)]
    return Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1])
  }
  const side = (area > 0 ? 1 : -1) * (opening ? -1 : 1)
  // a corner turns within a quarter of a millimeter what a curve turns in more
  const corners: Corner[] = []
  for (let i = 0; i < n; i++) {
    const s = along[i]!
    const sharp = turnBy(s, 0.05, 0.3)
    if (Math.abs(sharp) < SHARP || Math.abs(sharp) < 0.75 * Math.abs(turnBy(s, 0.1, 0.8))) continue
    const last = corners.at(-1)
    if (last && s - last.at < 0.5) continue
    const [x, y] = spot(s)
    corners.push({
      x,
      y,
      into: chord(s - 1, s - 0.05),
      out: chord(s + 0.05, s + 1),
      wasteInside: sharp * (area > 0 ? 1 : -1) > 0 === opening,
      at: s,
    })
  }
  const count = Math.max(12, Math.round(length / STEP))
  const step = length / count
  const places = Array.from({ length: count }, (_, k): Place => {
    const at = (k + 0.5) * step
    const corner = corners.reduce((m, c) => Math.min(m, Math.abs(c.at - at), length - Math.abs(c.at - at)), Infinity)
    const reach = Math.min(0.3, Math.max(0.02, corner - 0.01))
    const [dx, dy] = chord(at - reach, at + reach)
    const [x, y] = spot(at)
    return { x, y, nx: side * dy, ny: -side * dx, at, corner, keptRoom: 2 * REACH, wasteRoom: 2 * REACH }
  })
  return { places, corners, length, step }
}

/** How far it is along a ray to the next line, mm, at most twice the reach. */
function nextLine(rings: readonly (readonly number[])[]): (x: number, y: number, dx: number, dy: number) => number {
  const CELL = 3
  const cells = new Map<number, number[]>()
  const lines: number[] = []
  const key = (i: number, j: number) => (i + 20000) * 40001 + (j + 20000)
  for (const r of rings)
    for (let i = 0; i < r.length; i += 2) {
      const j = (i + 2) % r.length
      const [x0, y0, x1, y1] = [r[i]!, r[i + 1]!, r[j]!, r[j + 1]!]
      const at = lines.push(x0, y0, x1, y1) - 4
      for (let a = Math.floor(Math.min(x0, x1) / CELL); a <= Math.floor(Math.max(x0, x1) / CELL); a++)
        for (let b = Math.floor(Math.min(y0, y1) / CELL); b <= Math.floor(Math.max(y0, y1) / CELL); b++) {
          const k = key(a, b)
          const list = cells.get(k)
          if (list) list.push(at)
          else cells.set(k, [at])
        }
    }
  return (x, y, dx, dy) => {
    const SKIP = 0.12
    const most = 2 * REACH
    let best = most
    const [ex, ey] = [x + dx * most, y + dy * most]
    for (let a = Math.floor(Math.min(x, ex) / CELL); a <= Math.floor(Math.max(x, ex) / CELL); a++)
      for (let b = Math.floor(Math.min(y, ey) / CELL); b <= Math.floor(Math.max(y, ey) / CELL); b++)
        for (const at of cells.get(key(a, b)) ?? []) {
          const [x0, y0, x1, y1] = [lines[at]!, lines[at + 1]!, lines[at + 2]!, lines[at + 3]!]
          const [sx, sy] = [x1 - x0, y1 - y0]
          const det = dx * sy - dy * sx
          if (Math.abs(det) < 1e-12) continue
          const t = ((x0 - x) * sy - (y0 - y) * sx) / det
          const u = ((x0 - x) * dy - (y0 - y) * dx) / det
          if (t > SKIP && t < best && u >= 0 && u <= 1) best = t
        }
    return best
  }
}
