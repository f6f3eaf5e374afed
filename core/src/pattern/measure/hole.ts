import polylabel from 'polylabel'
import type { Points } from '../read/index.js'
import { boxOf, distanceTo, inside, simplified } from '../outline/index.js'
import type { Corner } from './measure.js'

export interface Hole {
  x: number
  y: number
  /** drill, mm */
  drill: number
  /** from the hole's edge to the line, mm; below 0 it bites into the line */
  clear: number
}
export interface HolePlace {
  hole: Hole
  /** largest hole the opening takes anywhere, mm, margin kept; and the middle of that place */
  largest: number
  middle: [number, number]
  fits: boolean
}

/** Kept between a hole and the line, so that a drill that runs spares it, mm; estimate */
export const HOLE_MARGIN = 0.3

/**
 * How a hole of `drill` mm stands at (x, y) in an opening.
 * @param spared pieces lying in the opening that are kept
 */
export function holeAt(p: Points, x: number, y: number, drill: number, spared: readonly Points[] = []): Hole {
  return { x, y, drill, clear: room(p, spared, x, y) - drill / 2 }
}
/** From a place to the nearest line, below 0 where that is not in the waste. */
const room = (p: Points, spared: readonly Points[], x: number, y: number): number =>
  [p, ...spared].reduce((least, line, i) => {
    const d = distanceTo(line, x, y)
    return Math.min(least, inside(line, x, y) === (i === 0) ? d : -d)
  }, Infinity)

const FINE = 0.05 // mm to which the middle of the largest circle is found, and its line simplified
const MANY = 1500 // points, and cells across, beyond which it is found more coarsely
const CELLS = 5000

/**
 * Where the starting hole goes: in the waste near a corner, else beside the longest side, clear of the line by
 * HOLE_MARGIN; where neither leaves room, in the middle of the largest circle the opening holds.
 * @param spared pieces lying in the opening that are kept
 */
export function placeHole(p: Points, corners: readonly Corner[], drill: number, spared: readonly Points[] = []): HolePlace {
  let s = simplified(p, FINE)
  // a ring of very many points is looked at more coarsely; the hole is judged against the true line all the same
  for (let coarse = 2 * FINE; s.length > 2 * MANY && coarse < 2; coarse *= 2) s = simplified(p, coarse)
  const b = boxOf(p)
  const rings = [s, ...spared].map(pairs)
  const centre = polylabel(rings, Math.max(FINE, Math.max(b.maxX - b.minX, b.maxY - b.minY) / CELLS))
  const [cx, cy] = [centre[0]!, centre[1]!]
  const radius = room(p, spared, cx, cy)
  const largest = 2 * (radius - HOLE_MARGIN)
  const need = drill / 2 + HOLE_MARGIN
  const wanted: [number, number][] = []
  for (const c of [...corners]
    .filter((k) => k.centre === 'waste')
    .sort((a, b) => b.turn - a.turn)
    .slice(0, 4)) {
    // along the corner's bisector, as deep as the hole needs; found by walking toward the middle
    const [dx, dy] = [cx - c.x, cy - c.y]
    const l = Math.hypot(dx, dy)
    const deep = (1.05 * need) / Math.max(0.2, Math.cos(c.turn / 2))
    if (l > deep) wanted.push([c.x + (dx / l) * deep, c.y + (dy / l) * deep])
  }
  const side = longestSide(s)
  wanted.push([side.x - side.ny * 1.4 * need, side.y + side.nx * 1.4 * need])
  for (const [x, y] of wanted) {
    const hole = holeAt(p, x, y, drill, spared)
    if (hole.clear >= HOLE_MARGIN - 1e-9) return { hole, largest, middle: [cx, cy], fits: true }
  }
  const hole = holeAt(p, cx, cy, drill, spared)
  return { hole, largest, middle: [cx, cy], fits: hole.clear >= 0 }
}

function pairs(p: Points): [number, number][] {
  const out: [number, number][] = []
  for (let i = 0; i < p.length; i += 2) out.push([p[i]!, p[i + 1]!])
  return out
}
/** Middle of the longest side and its direction; rings run clockwise, so inside is to the right. */
function longestSide(p: Points): { x: number; y: number; nx: number; ny: number } {
  let [best, at] = [-1, 0]
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    if (l > best) [best, at] = [l, i]
  }
  const k = (at + 2) % p.length
  return { x: (p[at]! + p[k]!) / 2, y: (p[at + 1]! + p[k + 1]!) / 2, nx: (p[k]! - p[at]!) / best, ny: (p[k + 1]! - p[at + 1]!) / best }
}
