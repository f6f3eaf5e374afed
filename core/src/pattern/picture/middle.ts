import { unbounded, type Effort } from '../../number/index.js'
import type { DrawnLine, Points } from '../read/index.js'
import {
  areaOf,
  boxOf,
  boxOfAll,
  edgeOf,
  filled,
  fromPath,
  grown,
  inside,
  join,
  linesMeant,
  meanWidth,
  partsOf,
  reversed,
  signedArea,
  toPath,
  without,
  type Region,
} from '../outline/index.js'
import { fitted } from './fit.js'
import { pathsOf, thinned, type Mask } from './thin.js'

interface Edge {
  points: Points
}
const SMOOTH = 3 // px over which a thinned line is evened out

export interface MiddleLine {
  points: number[]
  closed: boolean
}

/**
 * The middle lines of a stroke known by its edges, mm.
 * @param perMm pixels to a millimeter by which one that branches or ends is thinned
 * @param width of the stroke, mm
 */
export function middleLines(outer: Edge, holes: readonly Edge[], perMm: number, width: number): MiddleLine[] {
  const [hole] = holes
  if (hole && holes.length === 1) {
    // a line that closes: half its width out from what it encloses
    const middle = grown([toPath(hole.points)], width / 2, unbounded, 'miter').map(fromPath)
    if (middle.length === 1) return [{ points: middle[0]!, closed: true }]
  }
  return thinnedLines(outer, holes, perMm, width)
}

/** The middle lines of ink that branches or ends. */
function thinnedLines(outer: Edge, holes: readonly Edge[], perMm: number, width: number): MiddleLine[] {
  const b = boxOf(outer.points)
  const [x0, y0] = [Math.floor(b.minX * perMm) - 2, Math.floor(b.minY * perMm) - 2]
  const mask: Mask = { width: Math.ceil(b.maxX * perMm) - x0 + 3, height: Math.ceil(b.maxY * perMm) - y0 + 3, m: new Uint8Array(0) }
  mask.m = new Uint8Array(mask.width * mask.height)
  // other ink may stand in what this encloses: only what lies in this ring and in none of its holes
  const rows = spans([outer, ...holes], perMm, y0, mask.height)
  rows.forEach((xs, j) => {
    for (let k = 0; k + 1 < xs.length; k += 2)
      for (let x = Math.max(1, Math.ceil(xs[k]! - x0 - 0.5)); x <= Math.min(mask.width - 2, Math.floor(xs[k + 1]! - x0 - 0.5)); x++)
        if (j > 0 && j < mask.height - 1) mask.m[j * mask.width + x] = 1
  })
  thinned(mask)
  return pathsOf(mask, width * perMm).map(({ points, closed }) => ({
    points: evenedOut(points, closed).map((v, i) => (v + (i % 2 ? y0 : x0)) / perMm),
    closed,
  }))
}
/** Where rows of pixels cross some rings, px, from left to right. */
function spans(rings: readonly Edge[], perMm: number, y0: number, height: number): number[][] {
  const rows: number[][] = Array.from({ length: height }, () => [])
  for (const { points: p } of rings)
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [p[j]! * perMm, p[j + 1]! * perMm - y0, p[i]! * perMm, p[i + 1]! * perMm - y0]
      if (ay === by) continue
      for (let r = Math.max(0, Math.ceil(Math.min(ay, by) - 0.5)); r < Math.min(height, Math.max(ay, by) - 0.5 + 1e-9); r++) {
        const y = r + 0.5
        if (ay > y === by > y) continue
        rows[r]!.push(ax + ((bx - ax) * (y - ay)) / (by - ay))
      }
    }
  for (const row of rows) row.sort((a, b) => a - b)
  return rows
}
/** Stairs of pixels evened out, the ends left where they are. */
function evenedOut(p: readonly number[], closed: boolean): number[] {
  const n = p.length / 2
  return Array.from({ length: n }, (_, i) => {
    const reach = closed ? SMOOTH : Math.min(SMOOTH, i, n - 1 - i)
    let [x, y] = [0, 0]
    for (let k = -reach; k <= reach; k++) {
      const j = (((i + k) % n) + n) % n
      x += p[2 * j]!
      y += p[2 * j + 1]!
    }
    return [x / (2 * reach + 1), y / (2 * reach + 1)]
  }).flat()
}

const NARROW = 0.02 // of the drawing's size: wider, it is a part of the piece and no stroke; estimate
const PEN = 2.4 // mm at the size asked: wider, it is a bar
const STEM = 1 / 8 // of the part's own larger side: wider, it is a letter's stem or a leaf; both tried on a hundred drawings
const LONG = 12 // widths a stroke is long at least; estimate
const FINE = 16 // pixels to a stroke's width at least
const MOST = 12e6 // pixels a stroke is thinned on

/** Strokes drawn by both their edges: what to saw is their middle. */
export interface Doubled {
  /** the drawing with them by their middle, all else as it was */
  lines: DrawnLine[]
  strokes: number
  /** mm, of them all on the mean */
  width: number
}

/**
 * Looks for pairs of lines that are everywhere the same small distance apart.
 * @param tolerance ends nearer than this are one, mm
 * @param stretch mm at the size asked of one mm here
 * @returns undefined where there is none
 * @throws Spent where the drawing is too much for this effort
 */
export function doubled(lines: readonly DrawnLine[], tolerance: number, effort: Effort, stretch = 1): Doubled | undefined {
  const { rings, loose } = join(linesMeant(lines).drawn, 'both', tolerance)
  if (!rings.length) return undefined
  const { minX, minY, maxX, maxY } = boxOfAll(rings)
  const widest = Math.min(NARROW * Math.max(maxX - minX, maxY - minY), PEN / stretch)
  // between lines it is ink and paper by turns: a stroke may be either
  const ink = filled(
    rings.map((r) => r.points),
    'evenodd',
    effort,
  )
  // whichever way round a line was drawn, what it encloses is within
  const whole = filled(
    rings.map(({ points }) => (signedArea(points) < 0 ? reversed(points) : points)),
    'nonzero',
    effort,
  )
  const found = [...partsOf(ink), ...partsOf(without(whole, ink, effort))].filter((part) => isStroke(part, widest, effort))
  if (!found.length) return undefined
  const widths = found.map(meanWidth)
  // a little more than each stroke: its own edges lie within, and no other line
  const about = found.map((part, i) => {
    const paths = grown(part, 0.05 * widths[i]!, effort).map(fromPath)
    return { paths, box: boxOf(paths.flat()) }
  })
  const onStroke = ({ points }: Edge) => {
    const n = points.length / 2
    const b = boxOf(points)
    return about.some(
      ({ paths, box }) =>
        b.minX >= box.minX &&
        b.minY >= box.minY &&
        b.maxX <= box.maxX &&
        b.maxY <= box.maxY &&
        Array.from({ length: 12 }, (_, k) => Math.floor((k * n) / 12)).every(
          (i) => paths.filter((p) => inside(p, points[2 * i]!, points[2 * i + 1]!)).length % 2 === 1,
        ),
    )
  }
  const kept = rings
    .filter((r) => !onStroke(r))
    .map(({ points, layer, at }, order): DrawnLine => ({ points, closed: true, paint: 'stroke', layer, at, look: { order, stroke: 0 } }))
  const open = loose.map(({ points, at }, i): DrawnLine => ({
    points,
    closed: false,
    paint: 'stroke',
    layer: '',
    at,
    look: { order: kept.length + i, stroke: 0 },
  }))
  const middles = found.flatMap((part, i) => {
    const [outer, ...holes] = part.map((path) => ({ points: fromPath(path) }))
    const width = widths[i]!
    const b = boxOf(outer!.points)
    const perMm = Math.min(FINE / width, Math.sqrt(MOST / Math.max((b.maxX - b.minX) * (b.maxY - b.minY), 1e-9)))
    return middleLines(outer!, holes, perMm, width).map(({ points, closed }): DrawnLine => {
      const order = kept.length + open.length + i
      return {
        points: fitted(points, closed),
        closed,
        paint: 'stroke',
        layer: '',
        at: 'middle of two lines',
        look: { order, stroke: 0, width },
      }
    })
  })
  return {
    lines: [...kept, ...open, ...middles.filter((l) => l.points.length >= 4)],
    strokes: found.length,
    width: widths.reduce((a, b) => a + b) / widths.length,
  }
}

/** Narrow, long, and everywhere of one width: eaten from its edges by less than half of it much stays, by more nothing. */
function isStroke(part: Region, widest: number, effort: Effort): boolean {
  const width = meanWidth(part)
  const b = boxOfAll(part.map((path) => ({ points: fromPath(path) })))
  if (!(width > 0) || width > widest || width > STEM * Math.max(b.maxX - b.minX, b.maxY - b.minY) || edgeOf(part) / 2 < LONG * width)
    return false
  const left = (share: number) => areaOf(grown(part, -share * width, effort)) / areaOf(part)
  return left(0.62) < 0.03 && left(0.38) > 0.12
}
