/** A line to be sawn: places mm apart by no more than about `STEP`, with how far along and how curved it is at each. */
export interface Line {
  /** x, y …, mm, y upward */
  points: Float64Array
  /** mm along, at each place */
  along: Float64Array
  /** curvature 1/R toward the left, 1/mm; 0 at corners */
  bend: Float64Array
  length: number
  closed: boolean
  /** mm along at which it turns on the spot, and by how much, rad to the left */
  corners: { along: number; turn: number }[]
}
const STEP = 0.25
const CORNER = 0.6 // rad between neighboring stretches from which it is a corner, not a curve

/** Draws a line as one would walk it: forward, round, and on the spot. */
export function pen(x = 0, y = 0, heading = 0) {
  const points = [x, y]
  const bend = [0]
  const corners: { at: number; turn: number }[] = []
  const go = (length: number, curvature: number) => {
    const n = Math.max(1, Math.ceil(Math.abs(length) / STEP))
    for (let i = 0; i < n; i++) {
      const turn = (curvature * length) / n
      // the chord of so small an arc
      x += (length / n) * Math.cos(heading + turn / 2)
      y += (length / n) * Math.sin(heading + turn / 2)
      heading += turn
      points.push(x, y)
      bend.push(curvature)
    }
    return self
  }
  const self = {
    forward: (length: number) => go(length, 0),
    /** round a radius by an angle, rad, to the left where it is above zero */
    arc: (radius: number, angle: number) => go(radius * Math.abs(angle), Math.sign(angle) / radius),
    corner(turn: number) {
      corners.push({ at: points.length / 2 - 1, turn })
      heading += turn
      return self
    },
    line: (closed = false): Line => measured(Float64Array.from(points), Float64Array.from(bend), closed, corners),
  }
  return self
}

/** A drawn polyline as a line to saw: its curves and corners are found. */
export function lineThrough(drawn: ArrayLike<number>, closed: boolean): Line {
  const n = drawn.length / 2
  const at = (i: number): [number, number] => [drawn[2 * (i % n)]!, drawn[2 * (i % n) + 1]!]
  const xy: number[] = [...at(0)]
  const vertices: number[] = [0]
  for (let i = 0; i < n - (closed ? 0 : 1); i++) {
    const [[ax, ay], [bx, by]] = [at(i), at(i + 1)]
    const parts = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / STEP))
    if (bx === ax && by === ay) continue
    for (let k = 1; k <= parts; k++) xy.push(ax + ((bx - ax) * k) / parts, ay + ((by - ay) * k) / parts)
    vertices.push(xy.length / 2 - 1)
  }
  const points = Float64Array.from(xy)
  const bend = new Float64Array(xy.length / 2)
  const corners: { at: number; turn: number }[] = []
  for (let v = 1; v < vertices.length - 1; v++) {
    const [a, b, c] = [vertices[v - 1]!, vertices[v]!, vertices[v + 1]!]
    const [before, after] = [between(points, a, b), between(points, b, c)]
    const turn = wrapped(headingOf(points, b, c) - headingOf(points, a, b))
    if (Math.abs(turn) > CORNER) {
      corners.push({ at: b, turn })
      continue
    }
    const curvature = (2 * turn) / (before + after)
    for (let i = Math.ceil((a + b) / 2); i <= Math.floor((b + c) / 2); i++) bend[i] = curvature
  }
  return measured(points, bend, closed, corners)
}
/** mm from one point to another. */
const between = (p: Float64Array, i: number, j: number) => Math.hypot(p[2 * j]! - p[2 * i]!, p[2 * j + 1]! - p[2 * i + 1]!)
const headingOf = (p: Float64Array, i: number, j: number) => Math.atan2(p[2 * j + 1]! - p[2 * i + 1]!, p[2 * j]! - p[2 * i]!)
/** An angle as −π … π. */
export const wrapped = (a: number) => a - 2 * Math.PI * Math.round(a / (2 * Math.PI))

function measured(points: Float64Array, bend: Float64Array, closed: boolean, corners: { at: number; turn: number }[]): Line {
  const along = new Float64Array(bend.length)
  for (let i = 1; i < along.length; i++) along[i] = along[i - 1]! + between(points, i - 1, i)
  return {
    points,
    along,
    bend,
    length: along.at(-1)!,
    closed,
    corners: corners.map(({ at, turn }) => ({ along: along[at]!, turn })),
  }
}

/** The stretch of a line that holds a place along it. */
export function indexAt({ along }: Line, s: number): number {
  let [low, high] = [0, along.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (along[middle]! <= s) low = middle
    else high = middle
  }
  return low
}
/** A place on a line pushed `offset` mm to its left, and its heading, rad. */
export function placeAt(line: Line, s: number, offset = 0): { x: number; y: number; heading: number } {
  const i = indexAt(line, s)
  const { points: p, along } = line
  const heading = headingOf(p, i, i + 1)
  const t = Math.min(1, Math.max(0, (s - along[i]!) / Math.max(1e-9, along[i + 1]! - along[i]!)))
  return {
    x: p[2 * i]! + t * (p[2 * i + 2]! - p[2 * i]!) - offset * Math.sin(heading),
    y: p[2 * i + 1]! + t * (p[2 * i + 3]! - p[2 * i + 1]!) + offset * Math.cos(heading),
    heading,
  }
}

/** How far beyond a corner, mm, the lines beside it meet that keep `offset` to its left. */
export const cornerBeyond = (offset: number, turn: number): number => -offset * Math.tan(Math.max(-1.3, Math.min(1.3, turn / 2)))

/** Where a line is nearest a place: filled in place, so that nothing is made anew in the loop. */
export interface Nearest {
  index: number
  along: number
  /** mm to the line’s left */
  off: number
  heading: number
}
const AHEAD = 6 // mm along that are looked through from where it was nearest last
const BEHIND = 2
const SHORT = 0.25 // of a small ring is looked through at most

/** Moves `near` to where the line is nearest (x, y), looked for about where it was before: a line may come by itself again. */
export function moveNear(line: Line, x: number, y: number, near: Nearest): void {
  const { points: p, along } = line
  const from = near.along
  let i = near.index
  while (i > 0 && along[i]! > from - BEHIND) i--
  let best = Infinity
  const ahead = Math.min(AHEAD, SHORT * line.length)
  for (; i < along.length - 1 && along[i]! < from + ahead; i++) {
    const [ax, ay] = [p[2 * i]!, p[2 * i + 1]!]
    const [dx, dy] = [p[2 * i + 2]! - ax, p[2 * i + 3]! - ay]
    const long = along[i + 1]! - along[i]!
    if (!(long > 0)) continue
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (long * long)))
    const [ex, ey] = [x - ax - t * dx, y - ay - t * dy]
    const d = ex * ex + ey * ey
    if (d >= best) continue
    best = d
    near.index = i
    near.along = along[i]! + t * long
    near.off = Math.sqrt(d) * (dx * ey - dy * ex >= 0 ? 1 : -1)
    near.heading = Math.atan2(dy, dx)
  }
}
