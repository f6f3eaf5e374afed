import Flatbush from 'flatbush'
import { spend, type Effort } from '../../number/index.js'
import type { Points } from '../read/index.js'
import { peeled } from './peel.js'
import { distanceTo, inside, segmentDistance2, signedArea } from './ring.js'

/** A line in the drawing; open ones may end on others. */
export interface Strand {
  points: Points
  closed: boolean
}
/** Lines that meet: the faces they cut the sheet into, and the line round all of them. */
export interface Tangle {
  /** which strands */
  of: number[]
  /** in the order they come off */
  faces: { points: number[] }[]
  rims: number[][]
  /** mm of ends that lead nowhere */
  stray: number
}

const SNAP = 2e-3 // mm: places nearer than this are one
const TINY = 1e-3 // mm² of a face that is only a rounding

/**
 * Sorts lines into those that stand alone and those that cross, touch or lie along one another; what these enclose is
 * found face by face. Ends of open lines reach for a line within `tolerance` mm.
 * @returns the tangles; strands in none of them meet nothing
 * @throws Spent where lines meet too often
 */
export function faces(strands: readonly Strand[], tolerance: number, effort: Effort): Tangle[] {
  const lines = strands.map((s) => Array.from(s.points))
  const sides = sidesOf(lines, strands)
  if (!sides.length) return []
  spend(effort, SIDE * sides.length)
  const tree = treeOf(sides)
  reach(lines, strands, sides, tree, tolerance, effort)
  // what was reached for has moved a little
  const moved = sidesOf(lines, strands)
  const again = treeOf(moved)
  const cuts = new Map<number, [t: number, x: number, y: number][]>()
  const cut = (i: number, x: number, y: number) => {
    const [, ax, ay, bx, by] = moved[i]!
    const l2 = (bx - ax) ** 2 + (by - ay) ** 2
    listed(cuts, i).push([((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / l2, x, y])
  }
  const owner = strands.map((_, i) => i)
  const root = (i: number): number => (owner[i] === i ? i : (owner[i] = root(owner[i]!)))
  const foot = { x: 0, y: 0 }
  const met = new Set<number>()
  const touched = new Map<string, [number, number]>()
  const bind = (a: number, b: number) => {
    met.add(a).add(b)
    owner[root(a)] = root(b)
  }
  for (let i = 0; i < moved.length; i++) {
    const [s, ax, ay, bx, by, k] = moved[i]!
    const near = again.search(
      Math.min(ax, bx) - SNAP,
      Math.min(ay, by) - SNAP,
      Math.max(ax, bx) + SNAP,
      Math.max(ay, by) + SNAP,
      (j) => j > i,
    )
    spend(effort, 100 + 100 * near.length)
    for (const j of near) {
      const [r, cx, cy, dx, dy, m] = moved[j]!
      const next = s === r && Math.abs(k - m) === 1
      const wraps = s === r && strands[s]!.closed && Math.abs(k - m) === lines[s]!.length / 2 - 1
      if (next || wraps) continue
      // ends that lie on the other side, then sides that pass through one another
      const touches: [number, number][] = []
      const on = (side: number, x: number, y: number, px: number, py: number, qx: number, qy: number) => {
        if (segmentDistance2(x, y, px, py, qx, qy, foot) > SNAP * SNAP) return
        touches.push([x, y])
        cut(side, x, y)
      }
      on(j, ax, ay, cx, cy, dx, dy)
      on(j, bx, by, cx, cy, dx, dy)
      on(i, cx, cy, ax, ay, bx, by)
      on(i, dx, dy, ax, ay, bx, by)
      const bothClosed = strands[s]!.closed && strands[r]!.closed
      const [first] = touches
      if (first) {
        // two closed lines may only kiss; sides that lie along one another, and open ends, do meet
        const along = touches.some(([x, y]) => Math.hypot(x - first[0], y - first[1]) > 2 * SNAP)
        const through = s === r && touches.some(([x, y]) => passThrough(lines[s]!, k, m, x, y))
        if (!bothClosed || along || through) bind(s, r)
        else touched.set(`${s},${r}`, [s, r])
        continue
      }
      const den = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
      if (den === 0) continue
      const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / den
      const u = ((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / den
      if (!(t > 0 && t < 1 && u > 0 && u < 1)) continue
      const [x, y] = [ax + t * (bx - ax), ay + t * (by - ay)]
      cut(i, x, y)
      cut(j, x, y)
      bind(s, r)
    }
  }
  for (const [a, b] of touched.values())
    if (root(a) !== root(b) && (straddles(lines[a]!, lines[b]!, effort) || straddles(lines[b]!, lines[a]!, effort))) bind(a, b)
  const groups = new Map<number, number[]>()
  for (const s of met) listed(groups, root(s)).push(s)
  const bySide = new Map<number, number[]>()
  moved.forEach(([s], i) => met.has(s) && listed(bySide, s).push(i))
  return [...groups.values()].map((of) => {
    const net = of.flatMap((s) => bySide.get(s)!.flatMap((i) => pieces(moved[i]!, cuts.get(i))))
    spend(effort, PIECE * net.length)
    return traced(of, net, effort)
  })
}
/** Whether a closed line that comes to a place by two of its sides goes through itself there, or only kisses. */
function passThrough(line: readonly number[], i: number, j: number, x: number, y: number): boolean {
  const n = line.length / 2
  const at = (k: number) => [line[2 * ((k + n) % n)]!, line[2 * ((k + n) % n) + 1]!] as const
  const here = ([px, py]: readonly [number, number]) => Math.hypot(px - x, py - y) <= SNAP
  /** ways to where the line comes from and where it goes on to, past what lies in the place itself */
  const ways = (side: number): [number, number] => {
    let [back, on] = [side, side + 1]
    while (here(at(back)) && side - back < n) back--
    while (here(at(on)) && on - side < n) on++
    return [at(back), at(on)].map(([px, py]) => Math.atan2(py - y, px - x)) as [number, number]
  }
  const [from, to] = ways(i)
  const turn = (a: number) => (((a - from) % ROUND) + ROUND) % ROUND
  const [u, v] = ways(j).map(turn)
  const between = turn(to)
  return (
    (u! > NEARLY && u! < between - NEARLY) !== (v! > NEARLY && v! < between - NEARLY) &&
    [u!, v!].every((a) => Math.abs(a - between) > NEARLY && a > NEARLY && a < ROUND - NEARLY)
  )
}
const ROUND = 2 * Math.PI
const NEARLY = 1e-6 // rad within which two ways are one
const PIECE = 600 // steps a piece of a net counts for
const SIDE = 150 // and a side that is listed, sorted and listed again

/** The list kept under a key, begun where there is none. */
function listed<T>(lists: Map<number, T[]>, key: number): T[] {
  const found = lists.get(key)
  if (found) return found
  const list: T[] = []
  lists.set(key, list)
  return list
}

type Side = [strand: number, ax: number, ay: number, bx: number, by: number, at: number]
function sidesOf(lines: readonly number[][], strands: readonly Strand[]): Side[] {
  const out: Side[] = []
  lines.forEach((p, s) => {
    const n = p.length / 2
    for (let i = 0; i < (strands[s]!.closed ? n : n - 1); i++) {
      const k = (i + 1) % n
      const side: Side = [s, p[2 * i]!, p[2 * i + 1]!, p[2 * k]!, p[2 * k + 1]!, i]
      if (Math.hypot(side[3] - side[1], side[4] - side[2]) > 1e-9) out.push(side)
    }
  })
  return out
}
function treeOf(sides: readonly Side[]): Flatbush {
  const tree = new Flatbush(sides.length)
  for (const [, ax, ay, bx, by] of sides) tree.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by))
  tree.finish()
  return tree
}

/** Free ends move onto the nearest line of another within the tolerance. */
function reach(
  lines: number[][],
  strands: readonly Strand[],
  sides: readonly Side[],
  tree: Flatbush,
  tolerance: number,
  effort: Effort,
): void {
  const foot = { x: 0, y: 0 }
  lines.forEach((p, s) => {
    if (strands[s]!.closed) return
    for (const end of [0, p.length - 2]) {
      const [x, y] = [p[end]!, p[end + 1]!]
      let [best, bx, by] = [tolerance, x, y]
      const near = tree.search(x - tolerance, y - tolerance, x + tolerance, y + tolerance)
      spend(effort, 100 + 50 * near.length)
      for (const j of near) {
        const [r, cx, cy, dx, dy] = sides[j]!
        if (r === s) continue
        const d = Math.sqrt(segmentDistance2(x, y, cx, cy, dx, dy, foot))
        if (d < best) [best, bx, by] = [d, foot.x, foot.y]
      }
      p[end] = bx
      p[end + 1] = by
    }
  })
}

/** Whether a closed line lies on both sides of another that it touches. */
function straddles(p: readonly number[], q: readonly number[], effort: Effort): boolean {
  let [within, without] = [false, false]
  for (let i = 0; i < p.length && !(within && without); i += 2) {
    spend(effort, 4 * q.length)
    if (distanceTo(q, p[i]!, p[i + 1]!) < 2 * SNAP) continue
    if (inside(q, p[i]!, p[i + 1]!)) within = true
    else without = true
  }
  return within && without
}

/** A side in the pieces its crossings cut it into. */
function pieces([, ax, ay, bx, by]: Side, cuts: [t: number, x: number, y: number][] = []): [number, number, number, number][] {
  const places = [...cuts].sort((a, b) => a[0] - b[0]).map(([, x, y]) => [x, y] as const)
  const all = [[ax, ay] as const, ...places, [bx, by] as const]
  return all.slice(1).map((q, i) => [all[i]![0], all[i]![1], q[0], q[1]])
}

/** Faces of a net of pieces: at every knot the next piece round is taken. */
function traced(of: number[], net: readonly [number, number, number, number][], effort: Effort): Tangle {
  const xs: number[] = []
  const ys: number[] = []
  const knots = new Map<string, number>()
  const cell = (v: number) => Math.floor(v / SNAP)
  const knot = (x: number, y: number): number => {
    const [i, j] = [cell(x), cell(y)]
    for (const dx of [0, -1, 1])
      for (const dy of [0, -1, 1]) {
        const k = knots.get(`${i + dx},${j + dy}`)
        if (k !== undefined && Math.hypot(xs[k]! - x, ys[k]! - y) <= SNAP) return k
      }
    knots.set(`${i},${j}`, xs.length)
    return ys.push(y) && xs.push(x) - 1
  }
  const ways: Set<number>[] = []
  for (const [ax, ay, bx, by] of net) {
    const [a, b] = [knot(ax, ay), knot(bx, by)]
    if (a === b) continue
    ;(ways[a] ??= new Set()).add(b)
    ;(ways[b] ??= new Set()).add(a)
  }
  const length = (a: number, b: number) => Math.hypot(xs[a]! - xs[b]!, ys[a]! - ys[b]!)
  // ends that lead nowhere enclose nothing
  let stray = 0
  const ends = [...ways.keys()].filter((k) => ways[k]?.size === 1)
  for (let k = ends.pop(); k !== undefined; k = ends.pop()) {
    const [b] = ways[k] ?? []
    if (b === undefined) continue
    stray += length(k, b)
    ways[k]!.clear()
    ways[b]!.delete(k)
    if (ways[b]!.size === 1) ends.push(b)
  }
  const round = ways.map((to, k) =>
    [...to].sort((p, q) => Math.atan2(ys[p]! - ys[k]!, xs[p]! - xs[k]!) - Math.atan2(ys[q]! - ys[k]!, xs[q]! - xs[k]!)),
  )
  const walked = new Set<string>()
  const found: { knots: number[]; area: number }[] = []
  const rims: number[][] = []
  const line = (ks: number[]) => ks.flatMap((k) => [xs[k]!, ys[k]!])
  round.forEach((to, from) => {
    for (const first of to) {
      if (walked.has(`${from},${first}`)) continue
      const walk: number[] = []
      let [a, b] = [from, first]
      while (!walked.has(`${a},${b}`)) {
        walked.add(`${a},${b}`)
        walk.push(a)
        // the sharpest turn to one side keeps to one face
        const list = round[b]!
        const next = list[(list.indexOf(a) + list.length - 1) % list.length]!
        ;[a, b] = [b, next]
      }
      const area = signedArea(line(walk))
      if (area > TINY) found.push({ knots: walk, area })
      else if (area < -TINY) rims.push(line(walk.reverse()))
    }
  })
  const side = (a: number, b: number) => ({ key: a < b ? `${a},${b}` : `${b},${a}`, mm: length(a, b) })
  const faces = peeled(
    found.map(({ knots: ks }) => ({ points: line(ks), sides: ks.map((a, i) => side(a, ks[(i + 1) % ks.length]!)) })),
    effort,
  )
  return { of, faces, rims, stray }
}
