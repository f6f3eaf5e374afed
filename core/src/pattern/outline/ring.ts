import type { Points } from '../read/index.js'

/** Signed area of a closed ring, mm²: positive where it runs clockwise as seen on a sheet with y down. */
export function signedArea(p: Points): number {
  let twice = 0
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) twice += p[j]! * p[i + 1]! - p[i]! * p[j + 1]!
  return twice / 2
}

export interface Box {
  minX: number
  minY: number
  maxX: number
  maxY: number
}
export function boxOf(p: Points): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < p.length; i += 2) {
    const x = p[i]!
    const y = p[i + 1]!
    if (x < minX) minX = x
    if (x > maxX) maxX = x
    if (y < minY) minY = y
    if (y > maxY) maxY = y
  }
  return { minX, minY, maxX, maxY }
}

export const middleOf = (b: Box): [x: number, y: number] => [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2]

/** The box of several lines together. */
export const boxOfAll = (lines: readonly { points: Points }[]): Box =>
  boxOf(
    lines.flatMap((l) => {
      const b = boxOf(l.points)
      return [b.minX, b.minY, b.maxX, b.maxY]
    }),
  )

/** Whether (x, y) lies inside a closed ring, by the crossings of a ray. */
export function inside(p: Points, x: number, y: number): boolean {
  let within = false
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const [yi, yj] = [p[i + 1]!, p[j + 1]!]
    if (yi > y !== yj > y && x < ((p[j]! - p[i]!) * (y - yi)) / (yj - yi) + p[i]!) within = !within
  }
  return within
}

export function reversed(p: Points): Points {
  const out = new Array<number>(p.length)
  for (let i = 0; i < p.length; i += 2) {
    out[p.length - 2 - i] = p[i]!
    out[p.length - 1 - i] = p[i + 1]!
  }
  return out
}

/** Squared distance from (x, y) to the segment a–b, and the nearest point on it, in `near`. */
export function segmentDistance2(
  x: number,
  y: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  near: { x: number; y: number },
): number {
  const [dx, dy] = [bx - ax, by - ay]
  const l2 = dx * dx + dy * dy
  const t = l2 > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / l2)) : 0
  near.x = ax + t * dx
  near.y = ay + t * dy
  return (x - near.x) ** 2 + (y - near.y) ** 2
}

/** Distance from (x, y) to a closed ring, mm. */
export function distanceTo(p: Points, x: number, y: number): number {
  const near = { x: 0, y: 0 }
  let best = Infinity
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2)
    best = Math.min(best, segmentDistance2(x, y, p[j]!, p[j + 1]!, p[i]!, p[i + 1]!, near))
  return Math.sqrt(best)
}

/**
 * The ring with points dropped that stay within `tolerance` mm of what is left (Ramer–Douglas–Peucker, without
 * recursion so that a ring of any length is safe).
 */
export function simplified(p: Points, tolerance: number): Points {
  const n = p.length / 2
  if (n < 5) return p
  // the two ends of the sweep: first point and the one furthest from it
  let far = 0
  let most = -1
  for (let i = 1; i < n; i++) {
    const d = (p[2 * i]! - p[0]!) ** 2 + (p[2 * i + 1]! - p[1]!) ** 2
    if (d > most) [most, far] = [d, i]
  }
  const out = thinned(p, [0, far, far, n], tolerance)
  return out.length >= 6 ? out : p
}
/** An open line simplified the same way; its ends stay where they are, since others may meet them. */
export const simplifiedLine = (p: Points, tolerance: number): Points => (p.length < 6 ? p : thinned(p, [0, p.length / 2 - 1], tolerance))

/** What is left of a line of stretches, each given by its first and last point; n is the first again. */
function thinned(p: Points, stretches: number[], tolerance: number): Points {
  const n = p.length / 2
  const keep = new Uint8Array(n)
  for (const k of stretches) keep[k % n] = 1
  const near = { x: 0, y: 0 }
  const stack = stretches
  // a line whose far points stand always at one end would cost its square: past this, what is left is kept as it is
  let left = 60 * n * Math.ceil(Math.log2(n))
  const t2 = tolerance * tolerance
  while (stack.length) {
    const b = stack.pop()!
    const a = stack.pop()!
    const e = b % n
    if ((left -= b - a) < 0) {
      for (let i = a + 1; i < b; i++) keep[i] = 1
      continue
    }
    let worst = t2
    let at = -1
    for (let i = a + 1; i < b; i++) {
      const d = segmentDistance2(p[2 * i]!, p[2 * i + 1]!, p[2 * a]!, p[2 * a + 1]!, p[2 * e]!, p[2 * e + 1]!, near)
      if (d > worst) [worst, at] = [d, i]
    }
    if (at > 0) {
      keep[at] = 1
      stack.push(a, at, at, b)
    }
  }
  const out: number[] = []
  for (let i = 0; i < n; i++) if (keep[i]) out.push(p[2 * i]!, p[2 * i + 1]!)
  return out
}
