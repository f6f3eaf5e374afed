import { spend, type Effort } from '../../number/index.js'
import { boxOf, middleOf } from './ring.js'

/** A piece among others: its rim, and each side of it by a name that a neighbor's side has too, with its length in mm. */
export interface Piece {
  points: number[]
  sides: readonly { key: string; mm: number }[]
}

const FREED = 2 // pieces' widths one goes out of the way for a piece that is free all round; estimate
const LOOK = 8 // steps that looking at one piece counts for
const DRILLED = 1e6 // widths, so that a piece held all round comes last of all

/**
 * Pieces in the order they come off: from a corner, each from the edge of what is left, so that none must be drilled into and
 * what is held stays one; near the one before and mostly freed rather than far and held.
 * @throws Spent where there are so many that nobody meant a puzzle
 */
export function peeled<P extends Piece>(pieces: readonly P[], effort: Effort): P[] {
  spend(effort, LOOK * pieces.length ** 2)
  const owners = new Map<string, number[]>()
  pieces.forEach(({ sides }, k) => {
    for (const { key } of sides) owners.set(key, [...(owners.get(key) ?? []), k])
  })
  const places = pieces.map(({ points }) => {
    const box = boxOf(points)
    const [x, y] = middleOf(box)
    return { x, y, width: Math.hypot(box.maxX - box.minX, box.maxY - box.minY) }
  })
  const width = places.reduce((t, p) => t + p.width, 0) / pieces.length
  const round = pieces.map(({ sides }) => sides.reduce((t, { mm }) => t + mm, 0))
  // what nothing lies beyond is free from the first
  const free = pieces.map(({ sides }) => sides.reduce((t, { key, mm }) => t + (owners.get(key)!.length === 1 ? mm : 0), 0))
  const left = new Set(pieces.keys())
  let at = { x: Math.min(...places.map(({ x }) => x)), y: Math.min(...places.map(({ y }) => y)) }
  const order: P[] = []
  while (left.size) {
    let [next, least] = [-1, Infinity]
    for (const k of left) {
      const held = 1 - free[k]! / round[k]!
      const cost = Math.hypot(places[k]!.x - at.x, places[k]!.y - at.y) / width + FREED * held + (free[k]! > 0 ? 0 : DRILLED)
      if (cost < least) [next, least] = [k, cost]
    }
    left.delete(next)
    for (const { key, mm } of pieces[next]!.sides) for (const k of owners.get(key)!) if (left.has(k)) free[k]! += mm
    at = places[next]!
    order.push(pieces[next]!)
  }
  return order
}
