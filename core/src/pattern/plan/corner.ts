import Flatbush from 'flatbush'
import { spend, unbounded, type Effort } from '../../number/index.js'
import { canPivot, pivotRadius, turnRadius, type Blade } from '../../blade/index.js'
import { MEET, PIVOT } from '../../cut/index.js'
import { distanceTo, inside, boxOf, type Box, type Ring } from '../outline/index.js'

import type { Corner } from '../measure/index.js'
import { lengthsOf, pointAt } from '../outline/index.js'

/** How a corner, or a bend tighter than the blade rounds, is got over. */
export interface Rounding {
  what: 'pivot' | 'loop' | 'out' | 'relief' | 'meet'
  /** extra time, s, and extra sawing, mm */
  seconds: number
  extra: number
  /** cuts beside the line itself, in the order sawn; each x0, y0, x1, y1, … mm */
  beside: number[][]
}

const RELIEF = 8 // s to back out of a relief cut and go on; estimate
const OUT = 8 // s to bring the saw back in from the edge; estimate
const LONGEST = 60 // mm to the board's edge; further is a cut of its own
const WIDEST = 25 // times its radius: a loop round a spike sharper than some 165° leaves the board
const TANGENT = 0.8 // mm beside the corner at which its sides' directions are taken
const STEP = Math.PI / 16

export const PIVOTED: Rounding = { what: 'pivot', seconds: PIVOT, extra: 0, beside: [] }

type Turning = Pick<Corner, 'x' | 'y' | 'along' | 'turn' | 'centre'>

/** What a corner is rounded in: the lines of the whole pattern, which loops and relief cuts keep clear of. */
export interface Around {
  blade: Blade
  board: Box
  rings: Lines
  /** of the ring it is a corner of, where many are asked */
  lengths?: Float64Array
  effort?: Effort
}
/** Rings, and which of them come near a place. */
export interface Lines {
  near(minX: number, minY: number, maxX: number, maxY: number): Ring[]
}
/** Rings by their boxes, made once for a pattern. */
export function linesOf(rings: readonly Ring[]): Lines {
  if (!rings.length) return { near: () => [] }
  const tree = new Flatbush(rings.length)
  for (const r of rings) {
    const b = boxOf(r.points)
    tree.add(b.minX, b.minY, b.maxX, b.maxY)
  }
  tree.finish()
  return { near: (minX, minY, maxX, maxY) => tree.search(minX, minY, maxX, maxY).map((i) => rings[i]!) }
}

/**
 * Gets round a corner with what there is room for. Corners of the piece that stick out are looped round in the waste;
 * corners that run into it get a relief cut from the board's edge where one reaches, and else are turned on the spot,
 * or, by a blade too wide for that, met from both sides: it backs out, bends round in the waste and comes again. Such a
 * blade also leaves the board past a corner that sticks out where there is no room to loop, and comes in again.
 * @param length of the whole ring, mm
 */
export function roundCorner(
  c: Turning,
  ring: Ring,
  length: number,
  { blade, board, rings, lengths = lengthsOf(ring), effort = unbounded }: Around,
): Rounding {
  const at = (s: number) => pointAt(ring, (c.along + s + length) % length, lengths)
  const [p, q] = [at(-TANGENT), at(TANGENT)]
  const u = unit(c.x - p[0], c.y - p[1])
  const v = unit(q[0] - c.x, q[1] - c.y)
  const pivots = canPivot(blade)
  const radius = Math.max(turnRadius(blade, 'worked') ?? 4 * pivotRadius(blade), 1.5)
  if (c.centre === 'kept' && (ring.role !== 'opening' || !pivots)) {
    const loop = loopAt(c, u, v, radius)
    if (loop && clearOf(loop.centre, radius, ring, rings, board, effort))
      return { what: 'loop', seconds: 0, extra: loop.length, beside: [loop.path] }
  }
  if (c.centre === 'waste' && ring.role === 'outline') {
    const from = edgeFrom(c, unit(v[0] - u[0], v[1] - u[1]), ring, rings, board, effort)
    if (from) return { what: 'relief', seconds: RELIEF, extra: Math.hypot(from[0] - c.x, from[1] - c.y), beside: [[...from, c.x, c.y]] }
  }
  if (pivots) return PIVOTED
  if (c.centre === 'kept' && ring.role === 'outline') {
    const [on, in_] = [edgeFrom(c, u, ring, rings, board, effort), edgeFrom(c, [-v[0], -v[1]], ring, rings, board, effort)]
    if (on && in_) {
      const extra = Math.hypot(on[0] - c.x, on[1] - c.y) + Math.hypot(in_[0] - c.x, in_[1] - c.y)
      return {
        what: 'out',
        seconds: OUT,
        extra,
        beside: [
          [c.x, c.y, ...on],
          [...in_, c.x, c.y],
        ],
      }
    }
  }
  // the way round by which the blade comes to the other side; a corner that sticks out is only overrun
  return c.centre === 'waste'
    ? { what: 'meet', seconds: MEET, extra: radius * c.turn, beside: [arcAcross(c, u, v, radius)] }
    : { what: 'meet', seconds: MEET, extra: blade.width, beside: [] }
}

/**
 * The loop past an outside corner: straight on by R·tan(θ/2), round through 2π − θ the other way, and back along the
 * next side; θ is how far the line turns. Undefined where it would leave the board for a spike.
 */
function loopAt(c: Turning, u: Vector, v: Vector, R: number): { centre: Vector; path: number[]; length: number } | undefined {
  const on = R * Math.tan(c.turn / 2)
  const length = 2 * on + (2 * Math.PI - c.turn) * R
  if (!(length < WIDEST * R)) return undefined
  const away = unit(u[0] - v[0], u[1] - v[1])
  const centre: Vector = [c.x + (away[0] * R) / Math.cos(c.turn / 2), c.y + (away[1] * R) / Math.cos(c.turn / 2)]
  const start: Vector = [c.x + u[0] * on, c.y + u[1] * on]
  const turn = -Math.sign(u[0] * v[1] - u[1] * v[0]) * (2 * Math.PI - c.turn)
  return { centre, length, path: [c.x, c.y, ...arc(centre, start, turn), c.x, c.y] }
}

/** The bend through the waste from one side of an inside corner to the other. */
function arcAcross(c: Turning, u: Vector, v: Vector, R: number): number[] {
  const back = R * Math.tan(c.turn / 2)
  const toward = unit(v[0] - u[0], v[1] - u[1])
  const far = R / Math.cos(c.turn / 2)
  const centre: Vector = [c.x + toward[0] * far, c.y + toward[1] * far]
  return arc(centre, [c.x - u[0] * back, c.y - u[1] * back], Math.sign(u[0] * v[1] - u[1] * v[0]) * c.turn)
}

function arc(centre: Vector, from: Vector, turn: number): number[] {
  const n = Math.max(1, Math.ceil(Math.abs(turn) / STEP))
  const [x, y] = [from[0] - centre[0], from[1] - centre[1]]
  const out: number[] = []
  for (let i = 0; i <= n; i++) {
    const [cos, sin] = [Math.cos((turn * i) / n), Math.sin((turn * i) / n)]
    out.push(centre[0] + cos * x - sin * y, centre[1] + sin * x + cos * y)
  }
  return out
}

/** Whether a circle lies in the waste of this ring: on the board, off every line. */
function clearOf([x, y]: Vector, R: number, ring: Ring, rings: Lines, board: Box, effort: Effort): boolean {
  if (Math.min(x - board.minX, board.maxX - x, y - board.minY, board.maxY - y) < R) return false
  spend(effort, ring.points.length)
  if (inside(ring.points, x, y) !== (ring.role === 'opening')) return false
  return rings.near(x - R, y - R, x + R, y + R).every((r) => {
    spend(effort, 3 * r.points.length)
    return distanceTo(r.points, x, y) >= R - 1e-6
  })
}

/** Where a straight cut from the corner meets the board's edge; undefined where a line stands in its way or it is too long. */
function edgeFrom(c: Turning, [dx, dy]: Vector, ring: Ring, rings: Lines, board: Box, effort: Effort): Vector | undefined {
  const toward = (d: number, low: number, high: number, at: number) => (d > 0 ? (high - at) / d : d < 0 ? (low - at) / d : Infinity)
  const length = Math.min(toward(dx, board.minX, board.maxX, c.x), toward(dy, board.minY, board.maxY, c.y))
  if (!(length > 0 && length <= LONGEST)) return undefined
  const end: Vector = [c.x + dx * length, c.y + dy * length]
  const [minX, maxX, minY, maxY] = [Math.min(c.x, end[0]), Math.max(c.x, end[0]), Math.min(c.y, end[1]), Math.max(c.y, end[1])]
  const crossed = rings.near(minX, minY, maxX, maxY).some((r) => {
    spend(effort, 2 * r.points.length)
    // the corner itself lies on its own ring
    return crosses(r.points, c.x + dx * (r === ring ? TANGENT / 2 : 0), c.y + dy * (r === ring ? TANGENT / 2 : 0), end)
  })
  return crossed ? undefined : end
}

function crosses(p: Ring['points'], x: number, y: number, [ex, ey]: Vector): boolean {
  const side = (px: number, py: number) => (ex - x) * (py - y) - (ey - y) * (px - x)
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [p[j]!, p[j + 1]!, p[i]!, p[i + 1]!]
    if (side(ax, ay) > 0 === side(bx, by) > 0) continue
    const other = (qx: number, qy: number) => (bx - ax) * (qy - ay) - (by - ay) * (qx - ax)
    if (other(x, y) > 0 !== other(ex, ey) > 0) return true
  }
  return false
}

type Vector = [number, number]
const unit = (x: number, y: number): Vector => {
  const l = Math.hypot(x, y) || 1
  return [x / l, y / l]
}
