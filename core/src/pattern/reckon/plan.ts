import { pivotRadius, turnRadius, turnsAnywhere, type Blade } from '../../blade/index.js'
import type { Job } from '../../job/index.js'
import { reach } from '../../stock/index.js'
import type { Box, Ring } from '../outline/index.js'
import type { Corner, Measure } from './measure.js'
import type { Direction, Swing } from './swing.js'

/** Something the hand does along the way besides steering. */
export interface Event {
  what: 'pivot' | 'loop' | 'relief' | 'clear'
  x: number
  y: number
  /** place along the ring, mm */
  along: number
  /** extra time, s, and extra sawing, mm */
  seconds: number
  extra: number
}
export interface Plan {
  /** where the blade comes in: through a hole, or from the board's edge */
  entry: { how: 'hole' | 'edge'; x: number; y: number; from?: [number, number] }
  direction: Direction
  events: Event[]
  seconds: number
  extra: number
}

const PIVOT = 5 // s to turn on the spot; estimate
const RELIEF = 8 // s to back out of a relief cut and go on; estimate
const CLEAR = 6 // s to back out and clear dust in stock taller than the stroke; estimate
const EVERY = 40 // mm of cut between such clearings; estimate
const SHARP = (40 * Math.PI) / 180 // below this the blade eases round within its kerf; estimate

/** What each corner asks: pivoting in the waste; a loop in the waste round a sharp outside corner; a relief cut into a sharp inside one. */
function atCorner(c: Corner, ring: Ring, room: number, radius: number): Omit<Event, 'x' | 'y' | 'along'> {
  const outside = ring.role !== 'opening'
  if (outside && c.centre === 'kept') {
    // past the corner, round in the waste and back on the next side: all but the turn itself of a circle, and the way out
    const loop = (2 * Math.PI - c.turn + Math.PI) * radius
    if (room > 2 * radius) return { what: 'loop', seconds: 0, extra: loop }
  }
  if (outside && c.centre === 'waste') return { what: 'relief', seconds: RELIEF, extra: Math.min(room, 15) }
  return { what: 'pivot', seconds: PIVOT, extra: 0 }
}

/**
 * The whole path of one ring with this blade: where it begins, which way round, and every corner's handling.
 * @param hole starting hole, openings only
 * @param thin place of the thinnest web beside it, along the ring, mm: cut last where the swing leaves the choice
 */
export function planRing(
  ring: Ring,
  m: Measure,
  given: { job: Job; blade: Blade; board: Box; swing: Swing; hole?: { x: number; y: number }; thin?: number; direction?: Direction },
): Plan {
  const { job, blade, board, swing } = given
  const anywhere = turnsAnywhere(blade)
  const worked = turnRadius(blade, 'worked') ?? 4 * pivotRadius(blade)
  const roomAt = (x: number, y: number) => Math.min(x - board.minX, board.maxX - x, y - board.minY, board.maxY - y)
  const events: Event[] = anywhere
    ? []
    : m.corners
        .filter((c) => c.turn >= SHARP)
        .map((c) => ({ x: c.x, y: c.y, along: c.along, ...atCorner(c, ring, roomAt(c.x, c.y), Math.max(worked, 1.5)) }))
  // bends tighter than the blade works are pivoted too
  if (!anywhere)
    for (const b of [m.tightest.waste, m.tightest.kept])
      if (b && b.radius < worked && b.radius > 0)
        events.push({ what: 'pivot', x: b.x, y: b.y, along: alongAt(ring, b.x, b.y), seconds: PIVOT, extra: 0 })
  // stock taller than the stroke keeps its dust: teeth in its middle never leave it
  if (reach(job.stock).total > job.saw.stroke && m.length > EVERY) {
    const n = Math.floor(m.length / EVERY)
    for (let i = 1; i <= n; i++) {
      const [x, y] = pointAt(ring, (i * m.length) / (n + 1))
      events.push({ what: 'clear', x, y, along: (i * m.length) / (n + 1), seconds: CLEAR, extra: 0 })
    }
  }
  const start = given.hole ?? nearestToEdge(ring, board)
  const entry: Plan['entry'] = given.hole
    ? { how: 'hole', x: given.hole.x, y: given.hole.y }
    : { how: 'edge', x: start.x, y: start.y, from: edgePoint(start.x, start.y, board) }
  let direction = given.direction ?? swing.direction
  const free = swing.blocked[swing.facing].clockwise === swing.blocked[swing.facing].counter
  if (!given.direction && free && given.thin !== undefined) {
    const from = alongAt(ring, start.x, start.y)
    const ahead = (given.thin - from + m.length) % m.length
    direction = ahead >= m.length / 2 ? 'clockwise' : 'counter'
  }
  events.sort((a, b) => a.along - b.along)
  const edge = given.hole ? 0 : Math.hypot(entry.from![0] - start.x, entry.from![1] - start.y)
  return {
    entry,
    direction,
    events,
    seconds: events.reduce((t, e) => t + e.seconds, 0),
    extra: events.reduce((t, e) => t + e.extra, edge),
  }
}

/** Place along a ring nearest to (x, y), mm. */
export function alongAt(ring: Pick<Ring, 'points'>, x: number, y: number): number {
  const p = ring.points
  let [best, at, along] = [Infinity, 0, 0]
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    const [dx, dy] = [p[k]! - p[i]!, p[k + 1]! - p[i + 1]!]
    const l = Math.hypot(dx, dy)
    const t = l > 0 ? Math.min(1, Math.max(0, ((x - p[i]!) * dx + (y - p[i + 1]!) * dy) / (l * l))) : 0
    const d = (p[i]! + t * dx - x) ** 2 + (p[i + 1]! + t * dy - y) ** 2
    if (d < best) [best, at] = [d, along + t * l]
    along += l
  }
  return at
}

/** The point a given way along a ring, mm. */
export function pointAt(ring: Pick<Ring, 'points'>, along: number): [number, number] {
  const p = ring.points
  let left = along
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    if (left <= l && l > 0) return [p[i]! + ((p[k]! - p[i]!) * left) / l, p[i + 1]! + ((p[k + 1]! - p[i + 1]!) * left) / l]
    left -= l
  }
  return [p[0]!, p[1]!]
}

/** The part of a ring between two places along it, `from` before `to`, in one walk; mm. */
export function partOf(ring: Pick<Ring, 'points'>, from: number, to: number): number[] {
  const p = ring.points
  const out: number[] = []
  let along = 0
  for (let i = 0; i < p.length && along < to; i += 2) {
    const k = (i + 2) % p.length
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    const put = (s: number) => {
      const t = l > 0 ? s / l : 0
      out.push(p[i]! + (p[k]! - p[i]!) * t, p[i + 1]! + (p[k + 1]! - p[i + 1]!) * t)
    }
    if (along + l > from) {
      if (!out.length) put(Math.max(0, from - along))
      put(Math.min(l, to - along))
    }
    along += l
  }
  return out
}

function edgePoint(x: number, y: number, b: Box): [number, number] {
  const ways: [number, [number, number]][] = [
    [x - b.minX, [b.minX, y]],
    [b.maxX - x, [b.maxX, y]],
    [y - b.minY, [x, b.minY]],
    [b.maxY - y, [x, b.maxY]],
  ]
  return ways.reduce((a, c) => (c[0] < a[0] ? c : a))[1]
}
function nearestToEdge(ring: Ring, board: Box): { x: number; y: number } {
  const p = ring.points
  let [best, at] = [Infinity, 0]
  for (let i = 0; i < p.length; i += 2) {
    const d = Math.min(p[i]! - board.minX, board.maxX - p[i]!, p[i + 1]! - board.minY, board.maxY - p[i + 1]!)
    if (d < best) [best, at] = [d, i]
  }
  return { x: p[at]!, y: p[at + 1]! }
}
