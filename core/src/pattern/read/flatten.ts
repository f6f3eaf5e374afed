import { FLAT, LIMITS, Refused, STEP } from './drawing.js'

/** mm from the origin that no sheet reaches: 10 km */
const FAR = 1e7

/** Affine transform [a b c d e f]: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Matrix = readonly [number, number, number, number, number, number]
export const identity: Matrix = [1, 0, 0, 1, 0, 0]
/** Six numbers as a matrix; any other count is none. */
export function matrixOf(v: readonly number[]): Matrix | undefined {
  const [a, b, c, d, e, f] = v
  return v.length === 6 ? [a!, b!, c!, d!, e!, f!] : undefined
}

/** m after n: what n draws, m then moves. */
export function times(m: Matrix, n: Matrix): Matrix {
  return [
    m[0] * n[0] + m[2] * n[1],
    m[1] * n[0] + m[3] * n[1],
    m[0] * n[2] + m[2] * n[3],
    m[1] * n[2] + m[3] * n[3],
    m[0] * n[4] + m[2] * n[5] + m[4],
    m[1] * n[4] + m[3] * n[5] + m[5],
  ]
}

const BLOCK = 1 << 15
/**
 * What the pens of one file draw into, one after another: lines follow one another in long blocks and are handed out as
 * views of them, since making an array for each cost more than drawing into it.
 */
export interface Ink {
  block: Float64Array
  /** the line in hand stands from `start` to `n` */
  start: number
  n: number
  /** points drawn so far, for the bound on a whole file */
  drawn: number
  /** mm a flattened line may stray from its curve, and rad a step may turn */
  flat: number
  step: number
}
/** @param fine times as fine: for a drawing that does not say its size and will be made larger */
export const freshInk = (fine = 1): Ink => ({
  block: new Float64Array(BLOCK),
  start: 0,
  n: 0,
  drawn: 0,
  flat: FLAT / fine,
  step: fine > 1 ? STEP / 2 : STEP,
})

function room(ink: Ink, coordinates: number): void {
  if (ink.n + coordinates <= ink.block.length) return
  const inHand = ink.block.subarray(ink.start, ink.n)
  ink.block = new Float64Array(Math.max(BLOCK, 2 * (inHand.length + coordinates)))
  ink.block.set(inHand)
  ink.n -= ink.start
  ink.start = 0
}

/**
 * Draws into flattened lines: every command is given in the file's own units, moved by `m` into mm, and
 * curves are stepped so that they stay within FLAT and turn no more than STEP at a time. One pen draws into an ink at a time.
 */
export class Pen {
  readonly lines: { points: Float64Array; closed: boolean }[] = []

  constructor(
    private m: Matrix,
    private readonly ink = freshInk(),
  ) {}
  transform(m: Matrix): void {
    this.m = m
  }

  private X(x: number, y: number) {
    return this.m[0] * x + this.m[2] * y + this.m[4]
  }
  private Y(x: number, y: number) {
    return this.m[1] * x + this.m[3] * y + this.m[5]
  }
  /** Makes room for some points, and refuses what no drawing comes to. */
  private spend(points: number) {
    const { ink } = this
    if ((ink.drawn += points) > LIMITS.points)
      throw new Refused(`The drawing comes to more than ${LIMITS.points / 1e6} million points. Simplify it or bring it in parts.`)
    room(ink, 2 * points)
  }
  /** Ends a piece of the line; one that goes nowhere is none. */
  private put(x: number, y: number) {
    onSheet(x, y)
    const { ink } = this
    if (ink.n > ink.start) {
      const dx = x - ink.block[ink.n - 2]!
      const dy = y - ink.block[ink.n - 1]!
      if (dx < 1e-9 && dx > -1e-9 && dy < 1e-9 && dy > -1e-9) return
    }
    this.spend(1)
    ink.block[ink.n++] = x
    ink.block[ink.n++] = y
  }

  move(x: number, y: number): void {
    this.finish(false)
    this.put(this.X(x, y), this.Y(x, y))
  }
  line(x: number, y: number): void {
    this.put(this.X(x, y), this.Y(x, y))
  }
  /** Goes on from where the line in hand ends. */
  cubic(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.curve(this.X(x1, y1), this.Y(x1, y1), this.X(x2, y2), this.Y(x2, y2), this.X(x, y), this.Y(x, y))
  }
  quadratic(x1: number, y1: number, x: number, y: number): void {
    const [px, py, qx, qy] = [(2 / 3) * this.X(x1, y1), (2 / 3) * this.Y(x1, y1), this.X(x, y), this.Y(x, y)]
    const { block, n } = this.ink
    this.curve(block[n - 2]! / 3 + px, block[n - 1]! / 3 + py, px + qx / 3, py + qy / 3, qx, qy)
  }
  /** A cubic whose points are in mm already. */
  private curve(bx: number, by: number, cx: number, cy: number, dx: number, dy: number) {
    const { ink } = this
    const ax = ink.block[ink.n - 2]!
    const ay = ink.block[ink.n - 1]!
    // a curve stays within its control polygon
    onSheet(bx, by)
    onSheet(cx, cy)
    onSheet(dx, dy)
    // second differences bound the chord's error; the control polygon's turning bounds the curve's
    const u = ax - 2 * bx + cx
    const v = ay - 2 * by + cy
    const s = bx - 2 * cx + dx
    const t = by - 2 * cy + dy
    const d2 = Math.sqrt(Math.max(u * u + v * v, s * s + t * t))
    const turn = bend(bx - ax, by - ay, cx - bx, cy - by) + bend(cx - bx, cy - by, dx - cx, dy - cy)
    const steps = Math.min(
      2000,
      Math.max(1, Math.ceil(Math.sqrt((0.75 * d2) / ink.flat)), d2 > 1e-9 ? Math.ceil((1.3 * turn) / ink.step) : 1),
    )
    // the cubic as a polynomial in t
    const e3 = dx - ax + 3 * (bx - cx)
    const e2 = 3 * u
    const e1 = 3 * (bx - ax)
    const f3 = dy - ay + 3 * (by - cy)
    const f2 = 3 * v
    const f1 = 3 * (by - ay)
    const step = 1 / steps
    // one that hurries turns most where it is slow: there its steps are halved until none turns too far
    if (steps > 1 && uneven(bx - ax, by - ay, cx - bx, cy - by, dx - cx, dy - cy)) {
      const at = (w: number): Going => [
        ((e3 * w + e2) * w + e1) * w + ax,
        ((f3 * w + f2) * w + f1) * w + ay,
        (3 * e3 * w + 2 * e2) * w + e1,
        (3 * f3 * w + 2 * f2) * w + f1,
      ]
      let before = at(0)
      for (let i = 1; i <= steps; i++) {
        const next = at(i * step)
        this.halve(at, (i - 1) * step, before, i * step, next, 12)
        if (i < steps) this.put(next[0], next[1])
        before = next
      }
      return this.put(dx, dy)
    }
    this.spend(steps - 1)
    const p = ink.block
    let k = ink.n
    for (let i = 1; i < steps; i++) {
      const w = i * step
      p[k++] = ((e3 * w + e2) * w + e1) * w + ax
      p[k++] = ((f3 * w + f2) * w + f1) * w + ay
    }
    ink.n = k
    this.put(dx, dy)
  }
  /** Draws what lies between two places of a curve, as many as it needs to turn no more than STEP at a time. */
  private halve(at: (t: number) => Going, s: number, a: Going, t: number, b: Going, deep: number): void {
    if (deep === 0 || bend(a[2], a[3], b[2], b[3]) <= this.ink.step) return
    const m = (s + t) / 2
    const middle = at(m)
    this.halve(at, s, a, m, middle, deep - 1)
    this.put(middle[0], middle[1])
    this.halve(at, m, middle, t, b, deep - 1)
  }
  /** An elliptical arc about (cx, cy) with half-axes rx, ry turned by `tilt`, from angle a0 over sweep (signed). Points lie on it exactly. */
  arc(cx: number, cy: number, rx: number, ry: number, tilt: number, a0: number, sweep: number): void {
    const m = this.m
    const size = Math.sqrt(Math.max(m[0] * m[0] + m[1] * m[1], m[2] * m[2] + m[3] * m[3])) * Math.max(rx, ry)
    const { flat } = this.ink
    const step = Math.min(this.ink.step, 2 * Math.sqrt((2 * flat) / Math.max(size, flat)))
    const full = Math.abs(sweep) >= 2 * Math.PI - 1e-9
    // a whole turn in four equal parts reaches its true width and height
    const steps = Math.min(20_000, full ? 4 * Math.ceil(Math.abs(sweep) / step / 4) : Math.max(1, Math.ceil(Math.abs(sweep) / step)))
    // the two half-axes and the centre, in mm
    const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
    const [ax, ay] = [rx * (m[0] * c + m[2] * s), rx * (m[1] * c + m[3] * s)]
    const [bx, by] = [ry * (m[2] * c - m[0] * s), ry * (m[3] * c - m[1] * s)]
    const [x, y] = [this.X(cx, cy), this.Y(cx, cy)]
    onSheet(Math.abs(x) + Math.abs(ax) + Math.abs(bx), Math.abs(y) + Math.abs(ay) + Math.abs(by))
    const { ink } = this
    if (ink.n === ink.start) this.put(x + ax * Math.cos(a0) + bx * Math.sin(a0), y + ay * Math.cos(a0) + by * Math.sin(a0))
    // a flat ellipse turns most at its two ends
    if (Math.max(ax * ax + ay * ay, bx * bx + by * by) > FLATTER * Math.abs(ax * by - ay * bx)) {
      const at = (t: number): Going => {
        const [u, v] = [Math.cos(t), Math.sin(t)]
        return [x + ax * u + bx * v, y + ay * u + by * v, bx * u - ax * v, by * u - ay * v]
      }
      let before = at(a0)
      for (let i = 1; i <= steps; i++) {
        const t = a0 + (sweep * i) / steps
        const next = at(t)
        this.halve(at, a0 + (sweep * (i - 1)) / steps, before, t, next, 12)
        if (i < steps || !full) this.put(next[0], next[1])
        before = next
      }
      if (full) this.finish(true)
      return
    }
    // each point is the one before turned on by a step: no sine a point, and exact to some 1e-15 a step
    const [dc, ds] = [Math.cos(sweep / steps), Math.sin(sweep / steps)]
    let u = Math.cos(a0)
    let v = Math.sin(a0)
    this.spend(steps - 1)
    const p = ink.block
    let k = ink.n
    for (let i = 1; i < steps; i++) {
      const w = u * dc - v * ds
      v = u * ds + v * dc
      u = w
      p[k++] = x + ax * u + bx * v
      p[k++] = y + ay * u + by * v
    }
    ink.n = k
    if (full) this.finish(true)
    else this.put(x + ax * (u * dc - v * ds) + bx * (u * ds + v * dc), y + ay * (u * dc - v * ds) + by * (u * ds + v * dc))
  }
  close(): void {
    this.finish(true)
  }
  /** Ends the line in hand; a closed one gives up a last point that repeats its first. */
  finish(closed: boolean): void {
    const { ink } = this
    const { block, start, n } = ink
    let size = n - start
    if (closed && size > 4 && Math.hypot(block[start]! - block[n - 2]!, block[start + 1]! - block[n - 1]!) < 1e-6) size -= 2
    if (size > 2) {
      this.lines.push({ points: block.subarray(start, start + size), closed })
      ink.start += size
    }
    ink.n = ink.start
  }
}

/** A place on a curve and the way it goes there. */
type Going = [x: number, y: number, dx: number, dy: number]
const FLATTER = 1.3 // times the square of its axes' mean: an ellipse flatter than that is stepped by its turning

/** Whether the legs of a control polygon differ so that even steps along the curve turn unevenly. */
function uneven(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): boolean {
  const [a, b, c] = [ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy]
  return Math.min(a, b, c) < 0.3 * Math.max(a, b, c)
}

function onSheet(x: number, y: number): void {
  if (!(Math.abs(x) < FAR && Math.abs(y) < FAR)) throw new Refused('A line runs beyond 10 km; the file’s numbers are not a drawing’s.')
}

function bend(ax: number, ay: number, bx: number, by: number): number {
  const cross = ax * by - ay * bx
  const dot = ax * bx + ay * by
  const across = cross < 0 ? -cross : cross
  // the tangent serves for a small angle, and spares most curves the arctangent
  return across <= 0.3 * dot ? across / (dot || 1) : Math.atan2(across, dot)
}
