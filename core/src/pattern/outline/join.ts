import { lineLength, type DrawnLine, type Drawing, type Points } from '../read/index.js'
import { boxOf, distanceTo, segmentDistance2, signedArea } from './ring.js'

/** A line left open: it bounds nothing, so nothing falls. */
export interface Loose {
  points: Points
  /** gap between its ends, mm, and where it stands in the file */
  gap: number
  at: string
}
export interface Joined {
  rings: { points: Points; layer: string; at: string }[]
  loose: Loose[]
  /** what was mended, as figures for words */
  mended: { joined: number; closed: number; widest: number; repeated: number }
}
export const takes = ['both', 'stroke', 'fill'] as const
export type Take = (typeof takes)[number]
/** Which lines a drawing most likely means: all of one kind where there is but one, else both. */
export function takeGuess(drawing: Drawing): Take {
  // a line both filled and stroked, and left open, is closed by its fill alone
  const fills = drawing.lines.some((l) => l.paint === 'fill' || (l.paint === 'both' && !l.closed))
  const strokes = drawing.lines.some((l) => l.paint !== 'fill')
  return fills && strokes ? 'both' : fills ? 'fill' : 'stroke'
}

const SAME = 1e-3 // mm; lines nearer than this throughout are one line drawn twice

/** A key that two drawings of one ring share, whichever point they start at and way they run. */
function ringKey(p: Points): string {
  const b = boxOf(p)
  const r = (x: number) => Math.round(x / (4 * SAME))
  return [b.minX, b.minY, b.maxX, b.maxY, lineLength(p, true), Math.sqrt(Math.abs(signedArea(p)))].map(r).join()
}

/**
 * Joins loose lines into closed rings wherever their ends meet within `tolerance` mm, nearest ends first, and
 * drops lines drawn twice or along one another.
 */
export function join(lines: readonly DrawnLine[], take: Take, tolerance: number): Joined {
  const wanted = lines.filter((l) => take === 'both' || l.paint === take || l.paint === 'both')
  const mended = { joined: 0, closed: 0, widest: 0, repeated: 0 }
  const rings: Joined['rings'] = []
  const open: { points: Points; layer: string; at: string }[] = []
  for (const l of wanted) {
    const filled = take !== 'stroke' && l.paint !== 'stroke'
    ;((l.closed || filled) && l.points.length > 4 ? rings : open).push(l)
  }

  const straight = mergeStraight(open, mended)
  const chains = [...new Map(straight.map((l) => [openKey(l.points), l])).values()]
  mended.repeated += straight.length - chains.length
  const loose: Loose[] = []
  for (const chain of assemble(chains, tolerance, mended)) {
    const p = chain.points
    const gap = Math.hypot(p[0]! - p[p.length - 2]!, p[1]! - p[p.length - 1]!)
    if (gap <= tolerance && p.length > 6) {
      if (gap > 1e-6) {
        mended.closed++
        mended.widest = Math.max(mended.widest, gap)
      }
      rings.push({ ...chain, points: Array.from(p).slice(0, -2) })
    } else loose.push({ points: p, gap, at: chain.at })
  }
  const once = new Map<string, Joined['rings'][number]>()
  for (const r of rings) {
    // a sliver with no room in it is a line drawn there and back; loops of opposite ways have no area together either
    if (Math.abs(signedArea(r.points)) < 1e-6 && thereAndBack(r.points)) {
      loose.push({ points: r.points, gap: 0, at: r.at })
      continue
    }
    const key = ringKey(r.points)
    if (once.has(key)) mended.repeated++
    else once.set(key, r)
  }
  return { rings: onceDrawn([...once.values()], tolerance, mended), loose, mended }
}

const LOOKED = 2000 // points up to which a line's sides are held against one another
/** Whether every side of a ring has another lying on it. */
function thereAndBack(p: Points): boolean {
  if (p.length / 2 > LOOKED) return true
  const near = { x: 0, y: 0 }
  const side = (i: number) => [p[i]!, p[i + 1]!, p[(i + 2) % p.length]!, p[(i + 3) % p.length]!] as const
  for (let i = 0; i < p.length; i += 2) {
    const [ax, ay, bx, by] = side(i)
    // off the middle, where a crossing may lie
    const [x, y] = [ax + 0.37 * (bx - ax), ay + 0.37 * (by - ay)]
    let covered = Math.hypot(bx - ax, by - ay) < SAME
    for (let k = 0; k < p.length && !covered; k += 2) covered = k !== i && segmentDistance2(x, y, ...side(k), near) < SAME * SAME
    if (!covered) return false
  }
  return true
}
const TRIES = 48 // places of a ring held against another that may be the same

/** Rings but for those drawn again within the tolerance of one before them: the same line traced twice. */
function onceDrawn(rings: Joined['rings'], tolerance: number, mended: Joined['mended']): Joined['rings'] {
  const boxes = rings.map((r) => boxOf(r.points))
  const byLeft = rings.map((_, i) => i).sort((a, b) => boxes[a]!.minX - boxes[b]!.minX)
  const gone = new Set<number>()
  const same = (a: number, b: number): boolean => {
    const [p, q] = [boxes[a]!, boxes[b]!]
    if ((['minY', 'maxX', 'maxY'] as const).some((k) => Math.abs(p[k] - q[k]) > tolerance)) return false
    // small ones may be as near in their own right
    if (Math.min(p.maxX - p.minX, p.maxY - p.minY) < 10 * tolerance) return false
    const points = rings[b]!.points
    const step = 2 * Math.max(1, Math.floor(points.length / 2 / TRIES))
    for (let i = 0; i < points.length; i += step) if (distanceTo(rings[a]!.points, points[i]!, points[i + 1]!) > tolerance) return false
    return true
  }
  byLeft.forEach((a, at) => {
    if (gone.has(a)) return
    for (let k = at + 1; k < byLeft.length && boxes[byLeft[k]!]!.minX - boxes[a]!.minX <= tolerance; k++) {
      const b = byLeft[k]!
      if (!gone.has(b) && same(a, b)) gone.add(b)
    }
  })
  mended.repeated += gone.size
  return rings.filter((_, i) => !gone.has(i))
}

/** Ends in either order, middle and length: two drawings of one open line share them. */
function openKey(p: Points): string {
  const r = (x: number) => Math.round(x / (4 * SAME))
  const ends = [`${r(p[0]!)},${r(p[1]!)}`, `${r(p[p.length - 2]!)},${r(p[p.length - 1]!)}`].sort()
  const b = boxOf(p)
  return [...ends, r(lineLength(p, false)), r(b.minX + b.maxX), r(b.minY + b.maxY)].join(';')
}

/** Straight pieces that lie along one another become the one piece they cover together. */
function mergeStraight<T extends { points: Points }>(open: readonly T[], mended: Joined['mended']): T[] {
  const out: T[] = []
  const onLine = new Map<string, { a: number; b: number; l: T; nx: number; ny: number; c: number }[]>()
  for (const l of open) {
    if (l.points.length !== 4) {
      out.push(l)
      continue
    }
    const [x1, y1, x2, y2] = l.points as [number, number, number, number]
    let [dx, dy] = [x2 - x1, y2 - y1]
    const length = Math.hypot(dx, dy)
    if (dx < 0 || (dx === 0 && dy < 0)) [dx, dy] = [-dx, -dy]
    dx /= length
    dy /= length
    const c = dx * y1 - dy * x1
    const along = [dx * x1 + dy * y1, dx * x2 + dy * y2]
    const key = `${Math.round(Math.atan2(dy, dx) * 1e5)},${Math.round(c * 200)}`
    const row = onLine.get(key) ?? []
    row.push({ a: Math.min(...along), b: Math.max(...along), l, nx: dx, ny: dy, c })
    onLine.set(key, row)
  }
  for (const row of onLine.values()) {
    row.sort((p, q) => p.a - q.a)
    let cur = row[0]!
    let grown = false
    const put = () => {
      const { a, b, l, nx, ny, c } = cur
      // a point on the line: its foot from the origin is c·(−dy, dx)
      out.push(grown ? { ...l, points: [nx * a - ny * c, ny * a + nx * c, nx * b - ny * c, ny * b + nx * c] } : l)
    }
    for (const next of row.slice(1)) {
      if (next.a < cur.b - SAME) {
        mended.repeated++
        if (next.b > cur.b + SAME) {
          cur = { ...cur, b: next.b }
          grown = true
        }
      } else {
        put()
        cur = next
        grown = false
      }
    }
    put()
  }
  return out
}

const MEETING = 64 // ends within reach of one that are looked at: more is a scribble

/** Chains of lines whose ends lie within `tolerance`, the nearest pair of free ends joined first. */
function assemble(
  lines: readonly { points: Points; layer: string; at: string }[],
  tolerance: number,
  mended: Joined['mended'],
): { points: Points; layer: string; at: string }[] {
  // ends 2i (start) and 2i + 1 (end) of line i
  const end = (e: number): [number, number] => {
    const p = lines[e >> 1]!.points
    return e & 1 ? [p[p.length - 2]!, p[p.length - 1]!] : [p[0]!, p[1]!]
  }
  const cell = Math.max(tolerance, 1e-3)
  const grid = new Map<string, number[]>()
  const key = (x: number, y: number) => `${Math.floor(x / cell)},${Math.floor(y / cell)}`
  for (let e = 0; e < 2 * lines.length; e++) {
    const [x, y] = end(e)
    const k = key(x, y)
    const here = grid.get(k)
    if (here) here.push(e)
    else grid.set(k, [e])
  }
  const pairs: [gap: number, e: number, f: number][] = []
  for (let e = 0; e < 2 * lines.length; e++) {
    const [x, y] = end(e)
    let met = 0
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++)
        for (const f of grid.get(key(x + i * cell, y + j * cell)) ?? []) {
          if (met > MEETING) break
          if (f <= e) continue
          met++
          const [u, v] = end(f)
          const gap = Math.hypot(u - x, v - y)
          // the two ends of one line close it only where it is longer than the gap
          if (gap <= tolerance && (f >> 1 !== e >> 1 || lineLength(lines[e >> 1]!.points, false) > 3 * gap + 1e-9)) pairs.push([gap, e, f])
        }
  }
  pairs.sort((p, q) => p[0] - q[0])
  const mate = new Int32Array(2 * lines.length).fill(-1)
  for (const [gap, e, f] of pairs) {
    if (mate[e]! >= 0 || mate[f]! >= 0) continue
    mate[e] = f
    mate[f] = e
    mended.joined++
    mended.widest = Math.max(mended.widest, gap)
  }
  const used = new Uint8Array(lines.length)
  const chains: { points: Points; layer: string; at: string }[] = []
  const run = (start: number) => {
    // from the outer end of a line, along mates, until a free end or the start again
    const points: number[] = []
    let e = start
    const first = lines[e >> 1]!
    for (;;) {
      const i = e >> 1
      used[i] = 1
      const p = lines[i]!.points
      const forward = (e & 1) === 0
      for (let j = 0; j < p.length; j += 2) {
        const at = forward ? j : p.length - 2 - j
        const n = points.length
        // a joint is one point where the ends meet
        if (n && j === 0 && Math.hypot(points[n - 2]! - p[at]!, points[n - 1]! - p[at + 1]!) < 1e-6) continue
        points.push(p[at]!, p[at + 1]!)
      }
      const out = e ^ 1
      const next = mate[out]!
      if (next < 0 || used[next >> 1]) break
      e = next
    }
    // closed by its own mates: end on the start so that the gap is seen
    const last = e ^ 1
    if (mate[last] === start && mate[last] !== -1) {
      const gap = Math.hypot(points[0]! - points[points.length - 2]!, points[1]! - points[points.length - 1]!)
      if (gap > 1e-6) points.push(points[0]!, points[1]!)
    }
    chains.push({ points, layer: first.layer, at: first.at })
  }
  for (let i = 0; i < lines.length; i++) {
    if (used[i]) continue
    // walk back to a free end first
    let e = 2 * i
    const seen = new Set([i])
    while (mate[e]! >= 0 && !seen.has(mate[e]! >> 1)) {
      seen.add(mate[e]! >> 1)
      e = mate[e]! ^ 1
    }
    run(e)
  }
  return chains
}
