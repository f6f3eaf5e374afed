import { fitCubic } from 'fit-curve'
import { freshInk, identity, Pen, type Points } from '../read/index.js'
import { toRadians } from '../../number/index.js'

const STEP = 0.12 // mm between the places a traced line is looked at
const ARM = 5 // places to either side by which its direction is read, the nearest left out: blur rounds them
const BLUR = 2
const CORNER = toRadians(42) // turning more between both arms is a corner: a bend of 1 mm or more turns less; estimate
const STRAY = 0.06 // mm a fitted curve may stray from what was traced

type Spot = [number, number]

/** A traced line at even steps. */
function stepped(p: Points, closed: boolean): Spot[] {
  const out: Spot[] = []
  const n = p.length / 2
  let carry = 0
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const k = (i + 1) % n
    const [ax, ay, bx, by] = [p[2 * i]!, p[2 * i + 1]!, p[2 * k]!, p[2 * k + 1]!]
    const l = Math.hypot(bx - ax, by - ay)
    for (; carry < l; carry += STEP) out.push([ax + ((bx - ax) * carry) / l, ay + ((by - ay) * carry) / l])
    carry -= l
  }
  if (!closed && n) out.push([p[2 * n - 2]!, p[2 * n - 1]!])
  return out
}

/** Straight line through some places: their middle and direction. */
function straight(places: readonly Spot[]): { x: number; y: number; dx: number; dy: number } {
  const x = places.reduce((s, p) => s + p[0], 0) / places.length
  const y = places.reduce((s, p) => s + p[1], 0) / places.length
  const [first, last] = [places[0]!, places.at(-1)!]
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of places) {
    xx += (p[0] - x) ** 2
    xy += (p[0] - x) * (p[1] - y)
    yy += (p[1] - y) ** 2
  }
  const tilt = Math.atan2(2 * xy, xx - yy) / 2
  const sign = Math.cos(tilt) * (last[0] - first[0]) + Math.sin(tilt) * (last[1] - first[1]) < 0 ? -1 : 1
  return { x, y, dx: sign * Math.cos(tilt), dy: sign * Math.sin(tilt) }
}

/**
 * A traced line as one with true corners and smooth curves between them: its grain is gone, its corners stand where
 * both sides would meet (curves by Schneider 1990).
 */
export function fitted(p: Points, closed: boolean): Float64Array {
  const all = stepped(p, closed)
  const n = all.length
  if (n < 4 * ARM) return Float64Array.from(p)
  const spot = (i: number): Spot => (closed ? all[((i % n) + n) % n]! : all[Math.min(n - 1, Math.max(0, i))]!)
  const before = (i: number) => Array.from({ length: ARM }, (_, k) => spot(i - BLUR - ARM + 1 + k))
  const behind = (i: number) => Array.from({ length: ARM }, (_, k) => spot(i + BLUR + k))
  const turn = all.map((_, i) => {
    if (!closed && (i < ARM + BLUR || i > n - 1 - ARM - BLUR)) return 0
    const [a, b] = [straight(before(i)), straight(behind(i))]
    return Math.abs(Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy))
  })
  const at = (i: number) => turn[((i % n) + n) % n]!
  const corners: { i: number; at: Spot }[] = []
  for (let i = 0; i < n; i++) {
    if (at(i) < CORNER) continue
    let highest = true
    for (let k = 1; k <= ARM && highest; k++) highest = at(i) > at(i - k) && at(i) >= at(i + k)
    if (!highest) continue
    const [a, b] = [straight(before(i)), straight(behind(i))]
    const den = a.dx * b.dy - a.dy * b.dx
    const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / den
    const meet: Spot = [a.x + t * a.dx, a.y + t * a.dy]
    // a spike's sides meet far off: its tip stays where it was traced
    corners.push({ i, at: Math.hypot(meet[0] - all[i]![0], meet[1] - all[i]![1]) < ARM * STEP ? meet : all[i]! })
  }
  const pen = new Pen(identity, freshInk())
  /** One smooth stretch from where the pen stands: places i…k, ended at true corners where there are such. */
  const stretch = (i: number, k: number, from?: Spot, to?: Spot) => {
    // what blur has rounded off beside a corner is not followed
    const middle: Spot[] = []
    for (let j = i + (from ? BLUR : 1); j <= k - (to ? BLUR : 1); j++) middle.push([...spot(j)])
    const places: Spot[] = [from ?? [...spot(i)], ...middle, to ?? [...spot(k)]]
    const end = places.at(-1)!
    if (places.length < 4) return pen.line(...end)
    const way = (a: Spot, b: Spot): Spot => {
      const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
      return [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
    }
    const reach = Math.min(ARM, places.length - 1)
    // where a stretch only goes on, both sides of its end are known
    const left = from || !closed ? way(places[0]!, places[reach]!) : way(spot(i - ARM), spot(i + ARM))
    const right = to || !closed ? way(end, places.at(-1 - reach)!) : way(spot(k + ARM), spot(k - ARM))
    for (const c of fitCubic(places, left, right, STRAY * STRAY)) {
      const [, b, d, e] = c as [Spot, Spot, Spot, Spot]
      pen.cubic(...b, ...d, ...e)
    }
  }
  if (corners.length) {
    const first = closed ? corners[0]!.at : spot(0)
    pen.move(...first)
    if (!closed) stretch(0, corners[0]!.i, undefined, corners[0]!.at)
    corners.forEach((c, j) => {
      const next = corners[j + 1]
      if (next) stretch(c.i, next.i, c.at, next.at)
      else if (closed) stretch(c.i, corners[0]!.i + n, c.at, corners[0]!.at)
      else stretch(c.i, n - 1, c.at)
    })
  } else if (closed) {
    pen.move(...spot(0))
    for (let j = 0; j < 3; j++) stretch(Math.floor((j * n) / 3), Math.floor(((j + 1) * n) / 3))
  } else {
    pen.move(...spot(0))
    stretch(0, n - 1)
  }
  pen.finish(closed)
  return pen.lines[0]?.points ?? Float64Array.from(p)
}
