import clipper, { type Path, type Paths } from 'clipper-lib'
import { spend, type Effort } from '../../number/index.js'
import type { DrawnLine, Points } from '../read/index.js'
import { inside } from './ring.js'

/**
 * Areas by their edges: loops that run one way round what is filled and the other way round its holes, in whole tenths of
 * a micrometer, which is what the polygon library counts in.
 */
export type Region = Paths

const { Clipper, ClipperOffset, ClipType, EndType, JoinType, PolyFillType, PolyType } = clipper

const GRID = 1e4
const STEPS = 150 // steps a point of an operation counts for, going in and coming out
const LOOPS = 1 / 12 // and for every loop there is beside it: the library sorts where they begin one by one

export const toPath = (p: Points): Path => {
  const out: Path = []
  for (let i = 0; i < p.length; i += 2) out.push({ X: Math.round(p[i]! * GRID), Y: Math.round(p[i + 1]! * GRID) })
  return out
}
export const fromPath = (path: Path): number[] => path.flatMap(({ X, Y }) => [X / GRID, Y / GRID])

const pointsOf = (region: Region) => region.reduce((n, path) => n + path.length, 0)
const costOf = (regions: readonly Region[]): number =>
  regions.reduce((n, r) => n + pointsOf(r), 0) * (STEPS + LOOPS * regions.reduce((n, r) => n + r.length, 0))
/** What goes in is paid before, what comes out after: crossings make more of it. */
function paid(effort: Effort, given: readonly Region[], work: () => Region): Region {
  spend(effort, costOf(given))
  const out = work()
  spend(effort, costOf([out]))
  return out
}
function combined(how: clipper.ClipType, a: Region, b: Region, rule = PolyFillType.pftNonZero): Region {
  const sweep = new Clipper()
  sweep.AddPaths(a, PolyType.ptSubject, true)
  sweep.AddPaths(b, PolyType.ptClip, true)
  const out: Region = []
  sweep.Execute(how, out, rule, rule)
  return out
}

/** What lines fill by a rule. @throws Spent */
export function filled(lines: readonly Points[], rule: 'nonzero' | 'evenodd', effort: Effort): Region {
  const paths = lines.map(toPath)
  return paid(effort, [paths], () =>
    combined(ClipType.ctUnion, paths, [], rule === 'evenodd' ? PolyFillType.pftEvenOdd : PolyFillType.pftNonZero),
  )
}
/** All of several regions together. @throws Spent */
export function together(regions: readonly Region[], effort: Effort): Region {
  const given = regions.filter((r) => r.length)
  if (given.length < 2) return given[0] ?? []
  if (given.reduce((n, r) => n + pointsOf(r), 0) <= AT_ONCE) {
    const all = given.flat()
    return paid(effort, [all], () => combined(ClipType.ctUnion, all, []))
  }
  // one sweep over everything meets every edge that lies inside something else: halves that lie apart lose theirs first
  const places = given.map((region) => ({ region, reach: reach(region) }))
  const [l, t, r, b] = reach(given.flat())
  const [near, far] = r - l > b - t ? [0, 2] : [1, 3]
  places.sort((p, q) => p.reach[near]! + p.reach[far]! - q.reach[near]! - q.reach[far]!)
  const half = (from: number, to: number) =>
    together(
      places.slice(from, to).map((p) => p.region),
      effort,
    )
  return added(half(0, places.length >> 1), half(places.length >> 1, places.length), effort)
}
const AT_ONCE = 2000 // points one sweep unites faster than halves of them

/**
 * The loops of a region that come near another, and the rest, which an operation on them need not look at: a hole left
 * out lies clear of the other, and takes its share off what it lies in all the same when both lists are read together.
 */
function parted(region: Region, by: Region): [near: Region, far: Region] {
  const b = reach(by)
  const near: Region = []
  const far: Region = []
  for (const path of region) {
    const r = reach([path])
    ;(r[0] <= b[2] && b[0] <= r[2] && r[1] <= b[3] && b[1] <= r[3] ? near : far).push(path)
  }
  return [near, far]
}
function reach(region: Region): [left: number, top: number, right: number, bottom: number] {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const path of region)
    for (const { X, Y } of path) {
      if (X < left) left = X
      if (X > right) right = X
      if (Y < top) top = Y
      if (Y > bottom) bottom = Y
    }
  return [left, top, right, bottom]
}
/** A region with another added. @throws Spent */
export function added(a: Region, b: Region, effort: Effort): Region {
  const [near, far] = parted(a, b)
  const [close, clear] = parted(b, near)
  return [...paid(effort, [near, close], () => combined(ClipType.ctUnion, near, close)), ...far, ...clear]
}
/** A region without another. @throws Spent */
export function without(a: Region, b: Region, effort: Effort): Region {
  const [near, far] = parted(a, b)
  return [...paid(effort, [near, b], () => combined(ClipType.ctDifference, near, b)), ...far]
}

/** What two regions have in common. @throws Spent */
export const common = (a: Region, b: Region, effort: Effort): Region => paid(effort, [a, b], () => combined(ClipType.ctIntersection, a, b))

const JOIN = { round: JoinType.jtRound, bevel: JoinType.jtSquare, miter: JoinType.jtMiter }
const END = { round: EndType.etOpenRound, square: EndType.etOpenSquare, butt: EndType.etOpenButt }
const MITER = 4 // times its half width a miter may reach: the standard's own limit
const ARC = 0.005 * GRID // mm a round end may stray from its arc
const ROUND = 0.0005 // of its radius

function inflated(paths: Paths, by: number, join: clipper.JoinType, end: clipper.EndType): Region {
  // small arcs are as round as large ones: no step of one turns more than some 4°
  const offset = new ClipperOffset(MITER, Math.min(ARC, ROUND * Math.abs(by) * GRID))
  offset.AddPaths(paths, join, end)
  const out: Region = []
  offset.Execute(out, by * GRID)
  return out
}

/** What a stroke covers. @throws Spent */
export function stroked(line: Pick<DrawnLine, 'points' | 'closed' | 'look'>, effort: Effort): Region {
  const path = toPath(line.points)
  const half = (line.look?.width ?? 0) / 2
  if (!(half > 0) || path.length < 2) return []
  const end = line.closed ? EndType.etClosedLine : END[line.look?.ends ?? 'butt']
  return paid(effort, [[path]], () => inflated([path], half, JOIN[line.look?.joins ?? 'miter'], end))
}

/** A region grown by so many mm, or shrunk where negative; its corners grow round unless they are to stay sharp. @throws Spent */
export function grown(region: Region, by: number, effort: Effort, corners: 'round' | 'miter' = 'round'): Region {
  return paid(effort, [region], () => inflated(region, by, JOIN[corners], EndType.etClosedPolygon))
}

/** Area of a region, mm²: what is filled less its holes. */
export const areaOf = (region: Region): number => Math.abs(region.reduce((sum, path) => sum + Clipper.Area(path), 0)) / GRID ** 2
/** Length of all its edges, mm. */
export function edgeOf(region: Region): number {
  let sum = 0
  for (const path of region)
    for (let i = 0, j = path.length - 1; i < path.length; j = i++) sum += Math.hypot(path[i]!.X - path[j]!.X, path[i]!.Y - path[j]!.Y)
  return sum / GRID
}
/** Mean width of a region, mm, as of a strip: twice its area over its edges; 0 of nothing. */
export const meanWidth = (region: Region): number => (2 * areaOf(region)) / (edgeOf(region) || 1)
/** Signed area of one loop, mm². */
export const loopArea = (path: Path): number => Clipper.Area(path) / GRID ** 2

/** The separate parts of a region, their holes with them. */
export function partsOf(region: Region): Region[] {
  const holes = region.filter((path) => loopArea(path) < 0)
  return region
    .filter((path) => loopArea(path) > 0)
    .map((path): Region => {
      const outline = fromPath(path)
      return [path, ...holes.filter(([first]) => inside(outline, first!.X / GRID, first!.Y / GRID))]
    })
}
