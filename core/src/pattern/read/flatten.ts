import { FLAT, LIMITS, Refused, STEP, type Points } from './drawing.js'

/** Affine transform [a b c d e f]: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Matrix = readonly [number, number, number, number, number, number]
export const identity: Matrix = [1, 0, 0, 1, 0, 0]

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

/**
 * Draws into flattened lines: every command is given in the file's own units, moved by `m` into mm, and
 * curves are stepped so that they stay within FLAT and turn no more than STEP at a time.
 */
export class Pen {
  readonly lines: { points: Points; closed: boolean }[] = []
  private points: number[] = []
  private x = 0
  private y = 0
  private total = 0
  /** drawn so far, mm; edges that close a line included */
  length = 0

  constructor(
    private m: Matrix,
    /** points drawn elsewhere in the same file already */
    private spent = 0,
  ) {}
  get drawn(): number {
    return this.total
  }
  transform(m: Matrix): void {
    this.m = m
  }

  private put(x: number, y: number) {
    const p = this.points
    const n = p.length
    if (n) {
      const dx = x - p[n - 2]!
      const dy = y - p[n - 1]!
      // a line that goes nowhere is none
      if (dx < 1e-9 && dx > -1e-9 && dy < 1e-9 && dy > -1e-9) return
      this.length += Math.sqrt(dx * dx + dy * dy)
    }
    if (!(Math.abs(x) < 1e7 && Math.abs(y) < 1e7)) throw new Refused('A line runs beyond 10 km; the file’s numbers are not a drawing’s.')
    if (++this.total + this.spent > LIMITS.points)
      throw new Refused(`The drawing comes to more than ${LIMITS.points / 1e6} million points. Simplify it or bring it in parts.`)
    p.push(x, y)
  }
  private X(x: number, y: number) {
    return this.m[0] * x + this.m[2] * y + this.m[4]
  }
  private Y(x: number, y: number) {
    return this.m[1] * x + this.m[3] * y + this.m[5]
  }

  move(x: number, y: number): void {
    this.finish(false)
    this.x = x
    this.y = y
    this.put(this.X(x, y), this.Y(x, y))
  }
  line(x: number, y: number): void {
    this.put(this.X(x, y), this.Y(x, y))
    this.x = x
    this.y = y
  }
  cubic(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const ax = this.X(this.x, this.y)
    const ay = this.Y(this.x, this.y)
    const bx = this.X(x1, y1)
    const by = this.Y(x1, y1)
    const cx = this.X(x2, y2)
    const cy = this.Y(x2, y2)
    const dx = this.X(x, y)
    const dy = this.Y(x, y)
    // second differences bound the chord's error; the control polygon's turning bounds the curve's
    const u = ax - 2 * bx + cx
    const v = ay - 2 * by + cy
    const s = bx - 2 * cx + dx
    const t = by - 2 * cy + dy
    const d2 = Math.sqrt(Math.max(u * u + v * v, s * s + t * t))
    const turn = bend(bx - ax, by - ay, cx - bx, cy - by) + bend(cx - bx, cy - by, dx - cx, dy - cy)
    const n = Math.min(2000, Math.max(1, Math.ceil(Math.sqrt((0.75 * d2) / FLAT)), d2 > 1e-9 ? Math.ceil((1.3 * turn) / STEP) : 1))
    // the cubic as a polynomial in t; the inner points need none of put's care
    const e3 = dx - ax + 3 * (bx - cx)
    const e2 = 3 * u
    const e1 = 3 * (bx - ax)
    const f3 = dy - ay + 3 * (by - cy)
    const f2 = 3 * v
    const f1 = 3 * (by - ay)
    const p = this.points
    let px = ax
    let py = ay
    let length = 0
    for (let i = 1; i < n; i++) {
      const w = i / n
      const qx = ((e3 * w + e2) * w + e1) * w + ax
      const qy = ((f3 * w + f2) * w + f1) * w + ay
      length += Math.sqrt((qx - px) * (qx - px) + (qy - py) * (qy - py))
      p.push(qx, qy)
      px = qx
      py = qy
    }
    this.length += length
    this.total += n - 1
    this.put(dx, dy)
    this.x = x
    this.y = y
  }
  quadratic(x1: number, y1: number, x: number, y: number): void {
    const { x: x0, y: y0 } = this
    this.cubic(x0 + (2 / 3) * (x1 - x0), y0 + (2 / 3) * (y1 - y0), x + (2 / 3) * (x1 - x), y + (2 / 3) * (y1 - y), x, y)
  }
  /** An elliptical arc about (cx, cy) with half-axes rx, ry turned by `tilt`, from angle a0 over sweep (signed). Points lie on it exactly. */
  arc(cx: number, cy: number, rx: number, ry: number, tilt: number, a0: number, sweep: number): void {
    const size = Math.max(Math.hypot(this.m[0], this.m[1]), Math.hypot(this.m[2], this.m[3])) * Math.max(rx, ry)
    const step = Math.min(STEP, 2 * Math.sqrt((2 * FLAT) / Math.max(size, FLAT)))
    const full = Math.abs(sweep) >= 2 * Math.PI - 1e-9
    // a whole turn in four equal parts reaches its true width and height
    const n = Math.min(20_000, full ? 4 * Math.ceil(Math.abs(sweep) / step / 4) : Math.max(1, Math.ceil(Math.abs(sweep) / step)))
    const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
    // each point is the one before turned on by a step: no sine a point, and exact to some 1e-15 a step
    const [dc, ds] = [Math.cos(sweep / n), Math.sin(sweep / n)]
    let u = Math.cos(a0)
    let v = Math.sin(a0)
    const first = this.points.length ? 1 : 0
    const last = n - (full ? 1 : 0)
    for (let i = 0; i <= n; i++) {
      const p = rx * u
      const q = ry * v
      this.x = cx + c * p - s * q
      this.y = cy + s * p + c * q
      if (i >= first && i <= last) this.put(this.X(this.x, this.y), this.Y(this.x, this.y))
      const w = u * dc - v * ds
      v = u * ds + v * dc
      u = w
    }
    if (full) this.finish(true)
  }
  close(): void {
    this.finish(true)
  }
  /** Ends the line in hand; a closed one gives up a last point that repeats its first. */
  finish(closed: boolean): void {
    const p = this.points
    if (closed && p.length > 4) {
      const gap = Math.hypot(p[0]! - p[p.length - 2]!, p[1]! - p[p.length - 1]!)
      if (gap < 1e-6) p.length -= 2
      else this.length += gap
    }
    if (p.length > 2) this.lines.push({ points: p, closed: closed && p.length > 4 })
    this.points = []
  }
}

function bend(ax: number, ay: number, bx: number, by: number): number {
  const cross = ax * by - ay * bx
  const dot = ax * bx + ay * by
  const across = cross < 0 ? -cross : cross
  // the tangent serves for a small angle, and spares most curves the arctangent
  return across <= 0.3 * dot ? across / (dot || 1) : Math.atan2(across, dot)
}
