import { reachBehind, type Arm } from '../../saw/index.js'
import { lineLength, type Points } from '../read/index.js'

/** How the blade's teeth look: forward as usual, or turned a quarter so that the board feeds from the side. */
export type Facing = 'ahead' | 'left' | 'right'
export const directions = ['clockwise', 'counter'] as const
export type Direction = (typeof directions)[number]
export interface Swing {
  /** blocked length, mm, for each way round and facing */
  blocked: Record<Facing, Record<Direction, number>>
  /** blocked stretches for the way chosen, as pairs of places along the ring, mm */
  stretches: [from: number, to: number][]
  direction: Direction
  facing: Facing
  /** board behind the blade at worst for the way chosen, mm, and what the saw has */
  reach: number
  throat: number
  /** what is blocked one way round is clear the other: sawn from its start both ways */
  bothWays?: true
  /** the board need not be turned at all */
  still?: true
}

/** mm between board and arm under which the hand must mind it: a finger's width; estimate */
export const SWING_ROOM = 10
/** Clear with room to spare, close by the arm or only with the blade turned, or into it. */
export function swingState(s: Swing, direction: Direction): 'within' | 'near' | 'beyond' {
  if (s.blocked[s.facing][direction] > 0) return s.bothWays ? 'near' : 'beyond'
  if (s.still) return 'within'
  return s.facing !== 'ahead' || s.reach > s.throat - SWING_ROOM ? 'near' : 'within'
}

const STEP = 1 // mm between the places looked at, further apart on a line of more than PLACES of them
const PLACES = 20_000
const FACING: Record<Facing, (dx: number, dy: number) => [number, number]> = {
  ahead: (dx, dy) => [dx, dy],
  left: (dx, dy) => [-dy, dx],
  right: (dx, dy) => [dy, -dx],
}

/**
 * Whether the board swings clear of the arm all round a ring. The board is convex here: its outline's hull, which
 * never reaches less far than the board itself.
 * @param heads what the blade may do: cut in every direction, or be turned a quarter in its holders
 */
export function swingOf(ring: Points, hull: Points, arm: Arm, heads: { anywhere?: boolean; quarter?: boolean } = {}): Swing {
  const blocked = { ahead: { clockwise: 0, counter: 0 }, left: { clockwise: 0, counter: 0 }, right: { clockwise: 0, counter: 0 } }
  const none: Swing = { blocked, stretches: [], direction: 'clockwise', facing: 'ahead', reach: 0, throat: arm.throat }
  const box = extent(hull)
  // a board that cannot reach the arm from anywhere needs no further look
  if (box < arm.throat || heads.anywhere)
    return { ...none, reach: Math.min(box, reachMost(ring, hull)), ...(heads.anywhere && { still: true }) }
  const places = sample(ring)
  const reaches = new Map<string, Float64Array>()
  const look = (facing: Facing, direction: Direction) => {
    const list = new Float64Array(places.length)
    const way = direction === 'clockwise' ? 1 : -1
    places.forEach((s, i) => {
      const [dx, dy] = FACING[facing](way * s.dx, way * s.dy)
      list[i] = reachBehind(hull, s.x, s.y, dx, dy, arm.armHalfWidth)
      if (list[i]! >= arm.throat) blocked[facing][direction] += s.length
    })
    reaches.set(facing + direction, list)
  }
  const directions: Direction[] = ['clockwise', 'counter']
  for (const d of directions) look('ahead', d)
  let best: [Facing, Direction] = ['ahead', blocked.ahead.counter < blocked.ahead.clockwise ? 'counter' : 'clockwise']
  /** what is blocked one way round is clear the other */
  const eitherWay = (facing: Facing): boolean => {
    const [one, other] = directions.map((d) => reaches.get(facing + d)!) as [Float64Array, Float64Array]
    return one.every((r, i) => Math.min(r, other[i]!) < arm.throat)
  }
  // turning the blade costs a refit, so it is looked at only where the plain way is blocked from both ends
  if (blocked.ahead[best[1]] > 0 && heads.quarter && !eitherWay('ahead'))
    for (const f of ['left', 'right'] as const)
      for (const d of directions) {
        look(f, d)
        if (blocked[f][d] < blocked[best[0]][best[1]] - 1e-9) best = [f, d]
      }
  const list = reaches.get(best[0] + best[1])!
  const bothWays = blocked[best[0]][best[1]] > 0 && eitherWay(best[0])
  const stretches: Swing['stretches'] = []
  places.forEach((s, i) => {
    if (list[i]! < arm.throat) return
    const last = stretches.at(-1)
    if (last && s.along - last[1] < 1e-6) last[1] = s.along + s.length
    else stretches.push([s.along, s.along + s.length])
  })
  const reach = list.reduce((a, b) => Math.max(a, b), 0)
  return { blocked, stretches, direction: best[1], facing: best[0], reach, throat: arm.throat, ...(bothWays && { bothWays }) }
}

interface Place {
  x: number
  y: number
  dx: number
  dy: number
  along: number
  length: number
}
/** Places along a ring about STEP apart, with their heading clockwise; a long side is looked at throughout. */
function sample(p: Points): Place[] {
  const step = Math.max(STEP, lineLength(p, true) / PLACES)
  const out: Place[] = []
  let along = 0
  let pending = 0
  for (let i = 0; i < p.length; i += 2) {
    const k = i + 2 === p.length ? 0 : i + 2
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    if (l === 0) continue
    const [dx, dy] = [(p[k]! - p[i]!) / l, (p[k + 1]! - p[i + 1]!) / l]
    pending += l
    if (pending >= step || k === 0) {
      const n = Math.max(1, Math.floor(pending / step))
      for (let s = 0; s < n; s++) {
        const back = pending * (1 - (s + 0.5) / n)
        const at = Math.min(back, l)
        out.push({
          x: p[k]! - dx * at,
          y: p[k + 1]! - dy * at,
          dx,
          dy,
          along: along + l - pending + (pending * s) / n,
          length: pending / n,
        })
      }
      pending = 0
    }
    along += l
  }
  return out
}

function extent(hull: Points): number {
  let most = 0
  for (let i = 0; i < hull.length; i += 2)
    for (let k = i + 2; k < hull.length; k += 2) most = Math.max(most, Math.hypot(hull[i]! - hull[k]!, hull[i + 1]! - hull[k + 1]!))
  return most
}
function reachMost(ring: Points, hull: Points): number {
  let most = 0
  const step = Math.max(2, 2 * Math.floor(ring.length / 200))
  for (let i = 0; i < ring.length; i += step)
    for (let k = 0; k < hull.length; k += 2) most = Math.max(most, Math.hypot(ring[i]! - hull[k]!, ring[i + 1]! - hull[k + 1]!))
  return most
}
