import { toRadians, type Effort } from '../../number/index.js'
import { canPivot, pivotRadius, turnRadius, turnsAnywhere, type Blade } from '../../blade/index.js'
import { heights, type Job } from '../../job/index.js'
import type { Box, Ring } from '../outline/index.js'
import { alongAt, lengthsOf, pointAt } from '../outline/index.js'
import { clampings, type Clamping } from './clamping.js'
import { isLeft, type Stretch } from './left.js'
import { PIVOTED, roundCorner, type Lines, type Rounding } from './corner.js'
import type { Corner, Measure, Direction, Swing } from '../measure/index.js'

/** Something the hand does along the way besides steering. */
export interface Event {
  what: Rounding['what'] | 'clear' | 'clamp'
  x: number
  y: number
  /** place along the ring, mm */
  along: number
  /** extra time, s, and extra sawing, mm */
  seconds: number
  extra: number
  /** cuts beside the line, in the order sawn; each x0, y0, x1, y1, … mm */
  beside?: number[][]
  /** how the board is held from here on */
  by?: Clamping['by']
}
export interface Plan {
  /** where the blade comes in: through a hole, from the board's edge, or where a piece before it was sawn off */
  entry: { how: 'hole' | 'edge' | 'sawn'; x: number; y: number; from?: [number, number] }
  direction: Direction
  events: Event[]
  seconds: number
  extra: number
}

const CLEAR = 6 // s to back out and clear dust in stock taller than the stroke; estimate
const EVERY = 40 // mm of cut between such clearings; estimate
const CLAMP = 45 // s to move the clamps; estimate
const SHARP = toRadians(40) // below this the blade eases round within its kerf; estimate

/**
 * The whole path of one ring with this blade: where it begins, which way round, and every corner's handling.
 * @param hole starting hole, openings only
 * @param within how far from its support the board may be sawn, mm, for saws whose board is clamped
 * @param left what is left of it to saw, where a piece beside it came off before
 * @param thin place of the thinnest web beside it, along the ring, mm: cut last where the swing leaves the choice
 */
export function planRing(
  ring: Ring,
  m: Measure,
  given: {
    job: Job
    blade: Blade
    board: Box
    rings: Lines
    effort?: Effort
    within?: number
    swing: Swing
    hole?: { x: number; y: number }
    left?: readonly Stretch[]
    thin?: number
    direction?: Direction
  },
): Plan {
  const { job, blade, board, swing } = given
  const anywhere = turnsAnywhere(blade)
  const lengths = lengthsOf(ring)
  const worked = turnRadius(blade, 'worked') ?? 4 * pivotRadius(blade)
  const round = (c: Corner): Event => ({ x: c.x, y: c.y, along: c.along, ...roundCorner(c, ring, m.length, { ...given, lengths }) })
  const toSaw = ({ along }: { along: number }) => isLeft(given.left, along, m.length)
  const events: Event[] = anywhere ? [] : m.corners.filter((c) => c.turn >= SHARP && toSaw(c)).map(round)
  // bends tighter than the blade works are pivoted too, by a blade that can
  if (!anywhere && canPivot(blade))
    for (const b of [m.tightest.waste, m.tightest.kept])
      if (b && b.radius < worked && b.radius > 0) events.push({ ...PIVOTED, x: b.x, y: b.y, along: alongAt(ring, b.x, b.y) })
  // stock taller than the stroke keeps its dust: teeth in its middle never leave it
  if (heights(job).total > job.saw.stroke && m.length > EVERY) {
    const n = Math.floor(m.length / EVERY)
    for (let i = 1; i <= n; i++) {
      const [x, y] = pointAt(ring, (i * m.length) / (n + 1), lengths)
      events.push({ what: 'clear', x, y, along: (i * m.length) / (n + 1), seconds: CLEAR, extra: 0 })
    }
  }
  let direction = given.direction ?? swing.direction
  const [first] = given.left ?? []
  const entry: Plan['entry'] = first ? whereSawn(ring, first, direction, lengths) : cameIn(ring, board, given.hole)
  const from = alongAt(ring, entry.x, entry.y)
  const free = swing.blocked[swing.facing].clockwise === swing.blocked[swing.facing].counter
  if (!given.direction && free && given.thin !== undefined && !first) {
    const ahead = (given.thin - from + m.length) % m.length
    direction = ahead >= m.length / 2 ? 'clockwise' : 'counter'
  }
  if (given.within !== undefined)
    for (const c of clampings(ring, board, given.within, from, m.length, direction))
      events.push({ what: 'clamp', seconds: CLAMP, extra: 0, ...c })
  // in the order they are met on the way round
  const met = (e: Event) => ((direction === 'clockwise' ? e.along - from : from - e.along) + m.length) % m.length
  const here = events.filter(toSaw).sort((a, b) => met(a) - met(b))
  const edge = entry.from ? Math.hypot(entry.from[0] - entry.x, entry.from[1] - entry.y) : 0
  return {
    entry,
    direction,
    events: here,
    seconds: here.reduce((t, e) => t + e.seconds, 0),
    extra: here.reduce((t, e) => t + e.extra, edge),
  }
}

function cameIn(ring: Ring, board: Box, hole?: { x: number; y: number }): Plan['entry'] {
  if (hole) return { how: 'hole', x: hole.x, y: hole.y }
  const { x, y } = nearestToEdge(ring, board)
  return { how: 'edge', x, y, from: edgePoint(x, y, board) }
}
function whereSawn(ring: Ring, left: Stretch, direction: Direction, lengths: Float64Array): Plan['entry'] {
  const along = direction === 'clockwise' ? left.from : (left.from + left.length) % lengths.at(-1)!
  const [x, y] = pointAt(ring, along, lengths)
  return { how: 'sawn', x, y }
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
