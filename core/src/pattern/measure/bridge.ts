import { unbounded } from '../../number/index.js'
import type { Points } from '../read/index.js'
import {
  alongAt,
  boxOf,
  common,
  distanceTo,
  filled,
  fromPath,
  grown,
  middleOf,
  pointAt,
  type Pattern,
  type Redraw,
  type Ring,
} from '../outline/index.js'
import { between, chunksOf } from './web.js'

const TWO = 8 // bridges' widths across: a larger island is held on both sides; estimate
/** mm a patch lies over what stays, so that no seam is left */
export const SEAM = 0.02
const LOOKS = 240 // places round an island from which the far bridge is sought

/**
 * Bridges that hold islands in the piece round them: one where the way across is shortest, and a second from the other
 * side for a large one. They fill in the opening alone, so that nothing beyond its edge changes.
 * @param width of a bridge, mm: what stands safely in this stock
 * @param upright they run up and down, as in stenciled letters
 */
export function bridgesFor(pattern: Pattern, islands: readonly number[], width: number, upright = false): Redraw[] {
  const { origin, pitch } = pattern
  return islands.flatMap((id): Redraw[] => {
    const island = pattern.rings[id]
    const opening = island?.parent === undefined ? undefined : pattern.rings[island.parent]
    if (!island || !opening) return []
    const inside = pattern.rings.filter((r) => r.parent === opening.id)
    // a hair beyond the edges, so that no seam is left where bridge and piece meet
    const free = grown(filled([opening.points, ...inside.map((r) => r.points)], 'evenodd', unbounded), SEAM, unbounded)
    const patches = (upright ? waysUp(island, opening, width) : waysAcross(island, opening, width)).flatMap(([p, q]) =>
      common(filled([bar(p, q, width)], 'nonzero', unbounded), free, unbounded).map(fromPath),
    )
    // the drawing stands once; its copies on the board follow it
    const b = boxOf(opening.points)
    const nth = (at: number, start: number, step: number) => Math.max(0, Math.floor((at - start) / step + 1e-6))
    const dx = origin[0] + nth(b.minX, pattern.box.minX, pitch[0]) * pitch[0]
    const dy = origin[1] + nth(b.minY, pattern.box.minY, pitch[1]) * pitch[1]
    return patches.length ? [{ kind: 'bridge', stays: true, patches: patches.map((p) => p.map((v, i) => v - (i % 2 ? dy : dx))) }] : []
  })
}

type Spot = [number, number]
/** From the island to the opening's edge: the shortest way, and for a large island the shortest from its far side. */
function waysAcross(island: Ring, opening: Ring, width: number): [Spot, Spot][] {
  const first = between(chunksOf(island.points), chunksOf(opening.points), Infinity)
  if (!first) return []
  const ways: [Spot, Spot][] = [[first.from, first.to]]
  const b = boxOf(island.points)
  if (Math.max(b.maxX - b.minX, b.maxY - b.minY) < TWO * width) return ways
  const [cx, cy] = middleOf(b)
  const p = island.points
  const step = 2 * Math.max(1, Math.floor(p.length / 2 / LOOKS))
  let best: { at: Spot; d: number } | undefined
  for (let i = 0; i < p.length; i += step) {
    const [x, y] = [p[i]!, p[i + 1]!]
    const away = (x - cx) * (first.from[0] - cx) + (y - cy) * (first.from[1] - cy)
    if (away > -0.3 * Math.hypot(x - cx, y - cy) * Math.hypot(first.from[0] - cx, first.from[1] - cy)) continue
    const d = distanceTo(opening.points, x, y)
    if (!best || d < best.d) best = { at: [x, y], d }
  }
  if (best) ways.push([best.at, pointAt(opening, alongAt(opening, ...best.at))])
  return ways
}
/** Up and down from the island's middle to the opening's edge: the shorter, and both for a large one. */
function waysUp(island: Ring, opening: Ring, width: number): [Spot, Spot][] {
  const b = boxOf(island.points)
  const x = (b.minX + b.maxX) / 2
  const cross = (p: Points): number[] => {
    const ys: number[] = []
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2)
      if (p[i]! > x !== p[j]! > x) ys.push(p[j + 1]! + ((p[i + 1]! - p[j + 1]!) * (x - p[j]!)) / (p[i]! - p[j]!))
    return ys
  }
  const own = cross(island.points)
  const [top, low] = [Math.min(...own), Math.max(...own)]
  const above = Math.max(...cross(opening.points).filter((y) => y < top))
  const below = Math.min(...cross(opening.points).filter((y) => y > low))
  const ways: [Spot, Spot][] = [
    [
      [x, top],
      [x, above],
    ],
    [
      [x, low],
      [x, below],
    ],
  ]
  const found = ways
    .filter(([p, q]) => Number.isFinite(p[1]) && Number.isFinite(q[1]))
    .sort((a, c) => Math.abs(a[1][1] - a[0][1]) - Math.abs(c[1][1] - c[0][1]))
  if (!found.length) return waysAcross(island, opening, width)
  const [first, second] = found
  const both = second && low - top > (TWO / 2) * width && Math.abs(second[1][1] - second[0][1]) < 2 * Math.abs(first![1][1] - first![0][1])
  return both ? [first!, second] : [first!]
}
/** A bar of a width along p–q, run on past both ends so that it meets curved edges with its whole width. */
export function bar([ax, ay]: Spot, [bx, by]: Spot, width: number): number[] {
  const l = Math.hypot(bx - ax, by - ay)
  // two that touch are held by a bar of its own width
  const [ux, uy] = l > 1e-9 ? [((bx - ax) / l) * width, ((by - ay) / l) * width] : [width, 0]
  const [nx, ny] = [uy / 2, -ux / 2]
  return [ax - ux + nx, ay - uy + ny, bx + ux + nx, by + uy + ny, bx + ux - nx, by + uy - ny, ax - ux - nx, ay - uy - ny]
}
