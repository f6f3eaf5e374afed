import { toRadians } from '../../number/index.js'
import { lineLength, type Points } from '../read/index.js'
import { signedArea, simplified, type Role } from '../outline/index.js'

export interface Corner {
  x: number
  y: number
  /** how far the path turns there, rad, 0…π */
  turn: number
  /** on which side the corner's inside lies */
  centre: 'waste' | 'kept'
  /** place along the ring from its first point, mm */
  along: number
}
export interface Bend {
  radius: number
  x: number
  y: number
  centre: 'waste' | 'kept'
}
export interface Measure {
  length: number
  area: number
  corners: Corner[]
  /** tightest bend of the drawn line on either side; undefined where it has none */
  tightest: { waste?: Bend; kept?: Bend }
  /** the line shakes: it was traced or drawn by hand, and was calmed before its bends were read */
  rough: boolean
  /** the line its bends were read from: the ring itself, or calmed */
  calm: Points
  /** the same with every point dropped that says less than SPARE */
  simple: Points
  /** most it turns toward its hollow side in one stretch, rad: below half a turn no tongue of stock can have a neck */
  hollow: number
}

const CORNER = toRadians(25) // a single vertex that turns more is a corner: flattened curves never do
export const BEND = toRadians(12) // a bend is read over at least this turn
const SHAKE = 0.03 // mm; a shaking line is calmed by this much
const ROUGH_CORNER = toRadians(40)
export const ROUGH_BEND = toRadians(35)

/** mm; a drawing says no more than this, and webs and holes are still exact within twice of it */
const SPARE = 0.005

/** Room for one ring's turns and half edges, used again for the next. */
export interface Scratch {
  turns: Float64Array
  runs: Float64Array
}
export const scratchFor = (points: number): Scratch => ({ turns: new Float64Array(points), runs: new Float64Array(points) })

/** Turn at each vertex (positive: convex) and half the length of its two edges, into scratch. */
function scan(p: Points, { turns, runs }: Scratch): number {
  const n = p.length / 2
  let [ux, uy] = [p[0]! - p[2 * n - 2]!, p[1]! - p[2 * n - 1]!]
  let ul = Math.sqrt(ux * ux + uy * uy)
  for (let i = 0; i < n; i++) {
    const j = i + 1 === n ? 0 : i + 1
    const [vx, vy] = [p[2 * j]! - p[2 * i]!, p[2 * j + 1]! - p[2 * i + 1]!]
    const vl = Math.sqrt(vx * vx + vy * vy)
    turns[i] = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)
    runs[i] = (ul + vl) / 2
    ;[ux, uy, ul] = [vx, vy, vl]
  }
  return n
}

/** A line that wavers turns to and fro far more than it gets round. */
function shakes(n: number, { turns, runs }: Scratch): boolean {
  let total = 0
  let net = 0
  let block = 0
  let length = 0
  for (let i = 0; i < n; i++) {
    if (Math.abs(turns[i]!) < CORNER) {
      total += Math.abs(turns[i]!)
      block += turns[i]!
    }
    length += runs[i]!
    if (length > 1.5) {
      net += Math.abs(block)
      block = length = 0
    }
  }
  return total > 1.7 * (net + Math.abs(block)) + 2
}

/**
 * Length, area, corners and tightest bends of one ring (clockwise). The tightest bend is the shortest stretch of
 * line in which it turns by a given angle, found over all stretches at once; its radius is length over turn,
 * which for an arc is exact.
 * @param scratch room for at least as many points, where many rings are measured
 */
export function measure(p: Points, role: Role, scratch = scratchFor(p.length / 2)): Measure {
  const { turns } = scratch
  const inner = role === 'opening' ? 'waste' : 'kept'
  const outer = role === 'opening' ? 'kept' : 'waste'
  let calm = p
  let n = scan(p, scratch)
  const rough = shakes(n, scratch)
  if (rough) {
    calm = simplified(p, SHAKE)
    n = scan(calm, scratch)
  }
  const sharp = rough ? ROUGH_CORNER : CORNER
  const corners: Corner[] = []
  let along = 0
  let [hollow, stretch] = [0, 0]
  for (let k = 0; k < 2 * n; k++) {
    stretch = Math.max(0, stretch - turns[k % n]!)
    hollow = Math.max(hollow, stretch)
  }
  for (let i = 0; i < n; i++) {
    if (Math.abs(turns[i]!) >= sharp) {
      corners.push({ x: calm[2 * i]!, y: calm[2 * i + 1]!, turn: Math.abs(turns[i]!), centre: turns[i]! > 0 ? inner : outer, along })
    }
    const j = i + 1 === n ? 0 : i + 1
    along += Math.hypot(calm[2 * j]! - calm[2 * i]!, calm[2 * j + 1]! - calm[2 * i + 1]!)
  }
  const enough = rough ? ROUGH_BEND : BEND
  return {
    length: lineLength(p, true),
    area: Math.abs(signedArea(p)),
    corners,
    tightest: { [inner]: bend(calm, n, 1, sharp, enough, inner, scratch), [outer]: bend(calm, n, -1, sharp, enough, outer, scratch) },
    rough,
    calm,
    simple: simplified(calm, SPARE),
    hollow,
  }
}

/** Shortest stretch turning at least `enough` to one side, corners left out, by a queue of rising sums; twice round, so that the start cuts none. */
function bend(
  p: Points,
  n: number,
  side: 1 | -1,
  sharp: number,
  enough: number,
  centre: Bend['centre'],
  { turns, runs }: Scratch,
): Bend | undefined {
  const queueAt: number[] = [0]
  const queueSum: number[] = [0]
  const queueLength: number[] = [0]
  let head = 0
  let [sum, length] = [0, 0]
  let best: Bend | undefined
  for (let k = 0; k < 2 * n; k++) {
    const i = k < n ? k : k - n
    if (Math.abs(turns[i]!) >= sharp) {
      // nothing bends across a corner
      queueAt.length = queueSum.length = queueLength.length = head = 0
      sum = length = 0
      queueAt.push(k + 1)
      queueSum.push(0)
      queueLength.push(0)
      continue
    }
    sum += side * turns[i]!
    length += runs[i]!
    while (head < queueAt.length && sum - queueSum[head]! >= enough) {
      const radius = (length - queueLength[head]!) / (sum - queueSum[head]!)
      if (!best || radius < best.radius) {
        const mid = Math.floor((queueAt[head]! + k) / 2) % n
        best = { radius, x: p[2 * mid]!, y: p[2 * mid + 1]!, centre }
      }
      head++
    }
    while (queueSum.length > head && queueSum[queueSum.length - 1]! >= sum) {
      queueAt.pop()
      queueSum.pop()
      queueLength.pop()
    }
    queueAt.push(k + 1)
    queueSum.push(sum)
    queueLength.push(length)
  }
  return best
}
