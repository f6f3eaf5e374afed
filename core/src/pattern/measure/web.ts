import { spend, unbounded, type Effort } from '../../number/index.js'
import Flatbush from 'flatbush'
import type { Points } from '../read/index.js'
import { boxOf, inside, segmentDistance2, simplified, type Box, type Ring } from '../outline/index.js'

import type { Measure } from './measure.js'

/** A narrow place of kept stock: where, how wide, and between which two rings (the same twice: a neck of one). */
export interface Web {
  a: number
  b: number
  width: number
  /** its ends, one on each owner */
  from: [number, number]
  to: [number, number]
}

const TURNED_BACK = 0.8 * Math.PI
const CROSSED = 1e-3
const CROSSES = 2e4 // steps a crossing counts for
const CHUNK = 8 // segments to a box; small enough to prune, large enough to keep the boxes few
const SAME_SIDE = 1.05 // times the way across: a way round no longer than this runs along one side

export interface Chunks {
  points: Points
  /** minX, minY, maxX, maxY of each run of CHUNK segments */
  boxes: Float64Array
}
export function chunksOf(points: Points): Chunks {
  const n = points.length / 2
  const boxes = new Float64Array(4 * Math.ceil(n / CHUNK))
  for (let c = 0; 4 * c < boxes.length; c++) {
    let [a, b, d, e] = [Infinity, Infinity, -Infinity, -Infinity]
    for (let i = c * CHUNK; i <= Math.min(n, (c + 1) * CHUNK); i++) {
      const k = 2 * (i % n)
      const [x, y] = [points[k]!, points[k + 1]!]
      if (x < a) a = x
      if (x > d) d = x
      if (y < b) b = y
      if (y > e) e = y
    }
    boxes.set([a, b, d, e], 4 * c)
  }
  return { points, boxes }
}

/** Squared distance between two boxes of two rings. */
function apart(p: Float64Array, i: number, q: Float64Array, j: number): number {
  const dx = Math.max(0, q[j]! - p[i + 2]!, p[i]! - q[j + 2]!)
  const dy = Math.max(0, q[j + 1]! - p[i + 3]!, p[i + 1]! - q[j + 3]!)
  return dx * dx + dy * dy
}

/** Where side i–k of one ring crosses side j–l of another; undefined where they do not. */
export function crosses(p: Points, i: number, k: number, q: Points, j: number, l: number): [number, number] | undefined {
  const [ax, ay, bx, by] = [p[i]!, p[i + 1]!, p[k]!, p[k + 1]!]
  const [cx, cy, dx, dy] = [q[j]!, q[j + 1]!, q[l]!, q[l + 1]!]
  const den = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
  if (den === 0) return undefined
  const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / den
  const u = ((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / den
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [ax + t * (bx - ax), ay + t * (by - ay)] : undefined
}

/** Squared distance from (x, y) to the segment a–b. */
function away2(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax
  const dy = by - ay
  const l2 = dx * dx + dy * dy
  let t = l2 > 0 ? ((x - ax) * dx + (y - ay) * dy) / l2 : 0
  t = t < 0 ? 0 : t > 1 ? 1 : t
  const u = x - ax - t * dx
  const v = y - ay - t * dy
  return u * u + v * v
}

/** Runs of one ring whose boxes come nearer than √`best` to the box of all runs of another. */
function nearBox(p: Float64Array, q: Float64Array, best: number): number[] {
  const all = new Float64Array([Infinity, Infinity, -Infinity, -Infinity])
  for (let j = 0; j < q.length; j += 4) {
    if (q[j]! < all[0]!) all[0] = q[j]!
    if (q[j + 1]! < all[1]!) all[1] = q[j + 1]!
    if (q[j + 2]! > all[2]!) all[2] = q[j + 2]!
    if (q[j + 3]! > all[3]!) all[3] = q[j + 3]!
  }
  const out: number[] = []
  for (let i = 0; i < p.length; i += 4) if (apart(p, i, all, 0) < best) out.push(i / 4)
  return out
}

/** Narrowest place between two rings, if narrower than `limit`. */
export function between(p: Chunks, q: Chunks, limit: number, effort = unbounded): Omit<Web, 'a' | 'b'> | undefined {
  const [P, Q] = [p.points, q.points]
  const [n, m] = [P.length, Q.length]
  let best = limit * limit
  /** point and segment of the best so far; `ofP`: the point is p's */
  let [point, segment, ofP] = [-1, -1, true]
  let crossing: [number, number] | undefined
  const test = (c: number, d: number) => {
    const touching = apart(p.boxes, 4 * c, q.boxes, 4 * d) === 0
    const [i1, j1] = [Math.min(n, 2 * CHUNK * (c + 1)), Math.min(m, 2 * CHUNK * (d + 1))]
    for (let i = 2 * CHUNK * c; i < i1; i += 2) {
      const k = i + 2 === n ? 0 : i + 2
      for (let j = 2 * CHUNK * d; j < j1; j += 2) {
        const l = j + 2 === m ? 0 : j + 2
        if (touching && (crossing = crosses(P, i, k, Q, j, l))) return
        let e = away2(P[i]!, P[i + 1]!, Q[j]!, Q[j + 1]!, Q[l]!, Q[l + 1]!)
        if (e < best) [best, point, segment, ofP] = [e, i, j, true]
        e = away2(Q[j]!, Q[j + 1]!, P[i]!, P[i + 1]!, P[k]!, P[k + 1]!)
        if (e < best) [best, point, segment, ofP] = [e, j, i, false]
      }
    }
  }
  // of each ring only what lies near the other at all, nearest boxes first, so that the rest falls away by their bound
  const [cs, ds] = [nearBox(p.boxes, q.boxes, best), nearBox(q.boxes, p.boxes, best)]
  spend(effort, p.boxes.length + q.boxes.length + 2 * cs.length * ds.length)
  let nearest: [d2: number, c: number, d: number] | undefined
  for (const c of cs)
    for (const d of ds) {
      const e = apart(p.boxes, 4 * c, q.boxes, 4 * d)
      if (e < (nearest?.[0] ?? best)) nearest = [e, c, d]
    }
  if (!nearest) return undefined
  spend(effort, 6 * CHUNK * CHUNK)
  test(nearest[1], nearest[2])
  if (!crossing) {
    const order: [d2: number, c: number, d: number][] = []
    for (const c of cs)
      for (const d of ds) {
        const e = apart(p.boxes, 4 * c, q.boxes, 4 * d)
        if (e < best) order.push([e, c, d])
      }
    spend(effort, 40 * order.length)
    order.sort((s, t) => s[0] - t[0])
    for (const [e, c, d] of order) {
      if (e >= best || crossing) break
      spend(effort, 6 * CHUNK * CHUNK)
      test(c, d)
    }
  }
  if (crossing) return { width: 0, from: crossing, to: crossing }
  if (point < 0) return undefined
  const near = { x: 0, y: 0 }
  const [A, B] = ofP ? [P, Q] : [Q, P]
  const l = segment + 2 === B.length ? 0 : segment + 2
  segmentDistance2(A[point]!, A[point + 1]!, B[segment]!, B[segment + 1]!, B[l]!, B[l + 1]!, near)
  const ends: [[number, number], [number, number]] = [
    [A[point]!, A[point + 1]!],
    [near.x, near.y],
  ]
  return { width: Math.sqrt(best), from: ends[ofP ? 0 : 1], to: ends[ofP ? 1 : 0] }
}

/** Narrowest neck a ring leaves of the stock it bounds, if narrower than `limit`: a local minimum of the width across. */
function neck(ring: Ring, simple: Points, limit: number, effort: Effort): Omit<Web, 'a' | 'b'> | undefined {
  const p = simplified(simple, 0.03)
  const n = p.length / 2
  if (n < 4) return undefined
  const widest = limit
  const near = { x: 0, y: 0 }
  const along = new Float64Array(n + 1)
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    along[i + 1] = along[i]! + Math.hypot(p[2 * j]! - p[2 * i]!, p[2 * j + 1]! - p[2 * i + 1]!)
  }
  const total = along[n]!
  const tree = n > 120 ? new Flatbush(n) : undefined
  if (tree) {
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n
      tree.add(
        Math.min(p[2 * i]!, p[2 * j]!),
        Math.min(p[2 * i + 1]!, p[2 * j + 1]!),
        Math.max(p[2 * i]!, p[2 * j]!),
        Math.max(p[2 * i + 1]!, p[2 * j + 1]!),
      )
    }
    tree.finish()
  }
  const all = Array.from({ length: n }, (_, i) => i)
  // across from each vertex: nearest part of the ring a good way off along it; 0 where that way is too short to tell
  const width = new Float64Array(n)
  const across: [number, number][] = []
  const kept = (x: number, y: number) => {
    spend(effort, n)
    return inside(p, x, y) !== (ring.role === 'opening')
  }
  for (let i = 0; i < n; i++) {
    const [x, y] = [p[2 * i]!, p[2 * i + 1]!]
    const over: { d: number; x: number; y: number }[] = []
    const beside: typeof over = []
    const here = tree ? tree.search(x - limit, y - limit, x + limit, y + limit) : all
    spend(effort, 6 * here.length)
    for (const j of here) {
      const k = (j + 1) % n
      const d = Math.sqrt(segmentDistance2(x, y, p[2 * j]!, p[2 * j + 1]!, p[2 * k]!, p[2 * k + 1]!, near))
      if (d >= limit) continue
      const way = Math.abs(along[j]! + Math.hypot(near.x - p[2 * j]!, near.y - p[2 * j + 1]!) - along[i]!)
      const round = Math.min(way, total - way)
      // along one side nothing lies across
      if (round < SAME_SIDE * d + 1e-9) continue
      // beside a corner the far side is near: the way round must be well longer than the way across
      ;(round < Math.max(4 * d, 1) ? beside : over).push({ d, x: near.x, y: near.y })
    }
    // the length tells most apart, so that few are asked whether stock lies between
    const middle = (o: (typeof over)[number]) => kept((x + o.x) / 2, (y + o.y) / 2)
    const best = over.sort((a, b) => a.d - b.d).find(middle)
    const w = best?.d ?? limit
    width[i] = beside.some((o) => o.d < w / 2 && middle(o)) ? 0 : w
    across.push(best ? [best.x, best.y] : [x, y])
    // a neck that is found leaves only narrower ones to look for
    const v = width[i - 1] ?? 0
    if (i > 1 && v > 0 && v < limit && width[i - 2]! >= v && w >= v && width[i]! > 0) limit = v
  }
  let found: Omit<Web, 'a' | 'b'> | undefined
  for (let i = 0; i < n; i++) {
    const w = width[i]!
    if (!(w > 0 && w <= limit && w < widest) || width[(i + n - 1) % n]! < w || width[(i + 1) % n]! < w) continue
    if (!found || w < found.width) found = { width: w, from: [p[2 * i]!, p[2 * i + 1]!], to: across[i]! }
  }
  return found
}

/**
 * Narrow places of the kept stock, narrowest first: between openings of one piece, between an opening and its
 * piece's outline, and necks of one ring; only those narrower than `limit` mm. Width 0: the two rings cross.
 * @throws Spent where the search costs more than `effort`
 */
export function findWebs(rings: readonly Ring[], measures: readonly Measure[], limit: number, effort = unbounded): Web[] {
  if (!rings.length) return []
  const chunks = measures.map((m) => chunksOf(m.simple))
  const boxes: Box[] = measures.map((m) => boxOf(m.simple))
  const tree = new Flatbush(rings.length)
  for (const b of boxes) tree.add(b.minX, b.minY, b.maxX, b.maxY)
  tree.finish()
  // kept stock is a piece with its openings: rings share some where one is the other's parent, or both have one
  const share = (r: Ring, s: Ring) =>
    (r.role === 'opening' && s.role === 'opening' && r.parent === s.parent) ||
    (r.role === 'opening' && r.parent === s.id) ||
    (s.role === 'opening' && s.parent === r.id)
  const webs: Web[] = []
  for (const r of rings) {
    const b = boxes[r.id]!
    for (const id of tree.search(b.minX - limit, b.minY - limit, b.maxX + limit, b.maxY + limit, (i) => i > r.id)) {
      const s = rings[id]!
      // pieces that share a line meet there, and no stock lies between them
      if (r.part && r.part.of === s.part?.of) continue
      // rings that share no stock can still be drawn across one another
      const web = between(chunks[r.id]!, chunks[id]!, share(r, s) ? limit : CROSSED, effort)
      if (!web) continue
      webs.push({ a: r.id, b: id, ...web })
      // lines that cross by the thousand are no pattern yet: their webs say nothing
      if (web.width === 0) spend(effort, CROSSES)
    }
    // stock inside an opening is a tongue, and has a neck only where the line turns back on itself
    const own = r.role === 'opening' && measures[r.id]!.hollow < TURNED_BACK ? undefined : neck(r, measures[r.id]!.simple, limit, effort)
    if (own) webs.push({ a: r.id, b: r.id, ...own })
  }
  return webs.sort((x, y) => x.width - y.width)
}
