import { toRadians, type Effort } from '../../number/index.js'
import { pivotRadius, turnRadius, turnsAnywhere, type Blade } from '../../blade/index.js'
import { heights, type Job } from '../../job/index.js'
import type { Box, Ring } from '../outline/index.js'
import { alongAt, lengthsOf, pointAt } from '../outline/index.js'
import { clampings, type Clamping } from './clamping.js'
import { canPivot, PIVOTED, roundCorner, type Lines, type Rounding } from './corner.js'
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
  /** where the blade comes in: through a hole, or from the board's edge */
  entry: { how: 'hole' | 'edge'; x: number; y: number; from?: [number, number] }
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
    thin?: number
    direction?: Direction
  },
): Plan {
  const { job, blade, board, swing } = given
  const anywhere = turnsAnywhere(blade)
  const lengths = lengthsOf(ring)
  const worked = turnRadius(blade, 'worked') ?? 4 * pivotRadius(blade)
  const round = (c: Corner): Event => ({ x: c.x, y: c.y, along: c.along, ...roundCorner(c, ring, m.length, { ...given, lengths }) })
  const events: Event[] = anywhere ? [] : m.corners.filter((c) => c.turn >= SHARP).map(round)
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
  const start = given.hole ?? nearestToEdge(ring, board)
  const entry: Plan['entry'] = given.hole
    ? { how: 'hole', x: given.hole.x, y: given.hole.y }
    : { how: 'edge', x: start.x, y: start.y, from: edgePoint(start.x, start.y, board) }
  const from = alongAt(ring, start.x, start.y)
  let direction = given.direction ?? swing.direction
  const free = swing.blocked[swing.facing].clockwise === swing.blocked[swing.facing].counter
  if (!given.direction && free && given.thin !== undefined) {
    const ahead = (given.thin - from + m.length) % m.length
    direction = ahead >= m.length / 2 ? 'clockwise' : 'counter'
  }
  if (given.within !== undefined)
    for (const c of clampings(ring, board, given.within, from, m.length, direction))
      events.push({ what: 'clamp', seconds: CLAMP, extra: 0, ...c })
  // in the order they are met on the way round
  const met = (e: Event) => ((direction === 'clockwise' ? e.along - from : from - e.along) + m.length) % m.length
  events.sort((a, b) => met(a) - met(b))
  const edge = given.hole ? 0 : Math.hypot(entry.from![0] - start.x, entry.from![1] - start.y)
  return {
    entry,
    direction,
    events,
    seconds: events.reduce((t, e) => t + e.seconds, 0),
    extra: events.reduce((t, e) => t + e.extra, edge),
  }
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
