import { spend, unbounded } from '../../number/index.js'
import Flatbush from 'flatbush'
import type { Points } from '../read/index.js'
import { boxOf, inside, reversed, signedArea } from './ring.js'

/** What a ring bounds: a kept piece, an opening in it, or a kept piece lying loose inside an opening. */
export type Role = 'outline' | 'opening' | 'island'

export interface Ring {
  id: number
  /** runs clockwise as seen (y down); no point twice */
  points: Points
  role: Role
  /** the ring it lies in, innermost */
  parent?: number
  layer: string
  /** one of several pieces that share lines, and when it comes off among them */
  part?: { of: number; turn: number }
}

const inPoint = (p: Points): [number, number] => {
  // a point just inside the ring, beside the middle of its longest side
  let [best, at] = [-1, 0]
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const l = (p[i]! - p[j]!) ** 2 + (p[i + 1]! - p[j + 1]!) ** 2
    if (l > best) [best, at] = [l, j]
  }
  const b = (at + 2) % p.length
  const [x, y] = [(p[at]! + p[b]!) / 2, (p[at + 1]! + p[b + 1]!) / 2]
  const l = Math.sqrt(best)
  const [nx, ny] = [-(p[b + 1]! - p[at + 1]!) / l, (p[b]! - p[at]!) / l]
  for (const step of [1e-4, -1e-4]) if (inside(p, x + step * nx, y + step * ny)) return [x + step * nx, y + step * ny]
  return [x, y]
}

/**
 * Sorts rings into outlines, openings and islands by how deep they lie in one another, largest first, and
 * turns them all to run clockwise.
 */
export function nest(loops: readonly Pick<Ring, 'points' | 'layer' | 'part'>[], effort = unbounded): Ring[] {
  const sized = loops
    .map((l) => ({ ...l, area: signedArea(l.points), box: boxOf(l.points) }))
    .sort((a, b) => Math.abs(b.area) - Math.abs(a.area))
  if (!sized.length) return []
  const tree = new Flatbush(sized.length)
  for (const { box } of sized) tree.add(box.minX, box.minY, box.maxX, box.maxY)
  tree.finish()
  const depth: number[] = []
  return sized.map(({ points, area, layer, part }, id): Ring => {
    const [x, y] = inPoint(points)
    // larger rings come first, so the last that holds the point is the innermost
    const holders = tree
      .search(x, y, x, y)
      .filter((i) => {
        if (i >= id) return false
        spend(effort, sized[i]!.points.length)
        return inside(sized[i]!.points, x, y)
      })
      .sort((a, b) => a - b)
    const parent = holders.at(-1)
    depth[id] = parent === undefined ? 0 : depth[parent]! + 1
    const role = depth[id] === 0 ? 'outline' : depth[id]! % 2 ? 'opening' : 'island'
    return { id, points: area > 0 ? points : reversed(points), role, parent, layer, ...(part && { part }) }
  })
}
