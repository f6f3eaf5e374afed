import type { Points } from '../read/index.js'
import { boxOf, middleOf, type Box, type Pattern, type Ring } from '../outline/index.js'
import type { Reckoning } from '../estimate/index.js'

/** What every way out shows: the drawn line, the kerf's centre line, holes, order and board; all mm. */
export interface Sheet {
  board: Box
  line: Points[]
  cut: Points[]
  holes: { x: number; y: number; drill: number }[]
  /** numbers as sawn, and where they stand */
  order: { x: number; y: number; number: number }[]
}

export function sheetOf(pattern: Pattern, found: Reckoning): Sheet {
  const byId = new Map(found.rings.map((r) => [r.ring.id, r]))
  const sawn = found.order.map((id) => byId.get(id)!)
  return {
    board: pattern.board,
    line: pattern.rings.map((r) => r.points),
    cut: sawn.flatMap((r) => r.kerf.paths),
    holes: sawn.flatMap((r) => (r.hole ? [{ x: r.hole.hole.x, y: r.hole.hole.y, drill: found.drill }] : [])),
    order: sawn.map((r, i) => ({ ...labelOf(r.ring, r.hole?.hole), number: i + 1 })),
  }
}

/** A number stands beside its hole, toward the middle of the ring; in the middle of a piece; an outline's above its first point. */
function labelOf({ points: p, part }: Ring, hole?: { x: number; y: number }): { x: number; y: number } {
  if (part) {
    const [x, y] = middleOf(boxOf(p))
    return { x, y }
  }
  if (!hole) return { x: p[0]!, y: p[1]! - 3 }
  let [x, y] = [0, 0]
  for (let i = 0; i < p.length; i += 2) {
    x += p[i]!
    y += p[i + 1]!
  }
  const n = p.length / 2
  const [dx, dy] = [x / n - hole.x, y / n - hole.y]
  const l = Math.hypot(dx, dy) || 1
  return { x: hole.x + (3 * dx) / l, y: hole.y + (3 * dy) / l }
}
