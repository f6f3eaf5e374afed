import type { Points } from '../read/index.js'
import { lengthsOf, pointAt } from './along.js'
import type { Ring } from './nest.js'

/** A place where the saw left the line into the piece, and how far to either side the line is eased to hide it; mm along the ring. */
export interface Slip {
  ring: number
  /** mm along the ring, from its first point */
  at: number
  /** mm into the piece, and over what length */
  depth: number
  length: number
  before: number
  after: number
}

/** How far a faired line lies off the old one, as a share of its depth: level and unbent at both ends and at its middle. */
const bump = (u: number): number => (Math.abs(u) < 1 ? (1 - u * u) ** 3 : 0)
const STEEPEST = 1.7174 // the bump’s greatest slope, for one of depth and half length
const SLOPE = 0.05 // mm per mm: about 3°, less than the eye finds in a flowing line; estimate
/** A dent, taken as a parabola, lies under the bump where that is so much longer. */
const COVERS = Math.sqrt(3)
const CLEAR = 1 // mm left before a corner
const MOST = 0.45 // of the ring to either side

/**
 * How far to either side a slip can be eased so that the least is seen, short of the next corners.
 * @param corners mm along the ring
 * @returns undefined where a corner or the ring’s own length leaves no room to cover the dent
 */
export function fairing(
  slip: Pick<Slip, 'at' | 'depth' | 'length'>,
  ring: { length: number; corners: readonly number[] },
): Pick<Slip, 'before' | 'after'> | undefined {
  const least = (COVERS * slip.length) / 2
  const wanted = Math.max(least, (STEEPEST * slip.depth) / SLOPE)
  const room = (side: -1 | 1) =>
    ring.corners.reduce((room, c) => {
      const way = (((side * (c - slip.at)) % ring.length) + ring.length) % ring.length
      return Math.min(room, way - CLEAR)
    }, MOST * ring.length)
  const [before, after] = [Math.min(wanted, room(-1)), Math.min(wanted, room(1))]
  return before >= least && after >= least ? { before, after } : undefined
}

const STEP = 0.25 // mm between points of a faired line, at most

/** The eased stretch alone: from where it leaves the line to where it is back on it, nowhere further into the piece than the slip. */
export function easedStretch(
  ring: Pick<Ring, 'points' | 'role'>,
  { at, before, after, depth }: Omit<Slip, 'ring' | 'length'>,
  lengths = lengthsOf(ring),
): number[] {
  const length = lengths.at(-1)!
  const place = (s: number) => pointAt(ring, ((s % length) + length) % length, lengths)
  // rings run clockwise with the inside at the right; the piece lies inside an outline and an island, outside an opening
  const side = ring.role === 'opening' ? 1 : -1
  const steps = Math.max(24, Math.ceil((before + after) / STEP))
  return Array.from({ length: steps + 1 }, (_, i) => -before + ((before + after) * i) / steps).flatMap((x) => {
    const [px, py] = place(at + x)
    const [ax, ay] = place(at + x - STEP)
    const [bx, by] = place(at + x + STEP)
    const off = (side * depth * bump(x / (x < 0 ? before : after))) / (Math.hypot(bx - ax, by - ay) || 1)
    // to the left of the way along: out of an opening
    return [px + (by - ay) * off, py - (bx - ax) * off]
  })
}

/** A ring with one slip faired away; the rest of its points as they were. */
export function faired(ring: Pick<Ring, 'points' | 'role'>, slip: Slip): Points {
  const p = ring.points
  const lengths = lengthsOf(ring)
  const length = lengths.at(-1)!
  // the untouched rest, from the end of the eased stretch round to its beginning
  const from = slip.at + slip.after
  const rest = Array.from({ length: p.length / 2 }, (_, i) => ({ i, ahead: (((lengths[i]! - from) % length) + length) % length }))
    .filter((x) => x.ahead < length - slip.before - slip.after)
    .sort((a, b) => a.ahead - b.ahead)
  return [...rest.flatMap(({ i }) => [p[2 * i]!, p[2 * i + 1]!]), ...easedStretch(ring, slip, lengths)]
}

/** A pattern’s rings with every slip that was taken up faired away, in the order they were. */
export function withSlips<R extends Pick<Ring, 'id' | 'points' | 'role'>>(rings: readonly R[], slips: readonly Slip[]): R[] {
  return rings.map((r) => slips.filter((s) => s.ring === r.id).reduce((ring, slip) => ({ ...ring, points: faired(ring, slip) }), r))
}
