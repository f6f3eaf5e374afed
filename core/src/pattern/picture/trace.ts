import { unbounded } from '../../number/index.js'
import { lineLength, type DrawnLine, type Drawing } from '../read/index.js'
import { boxOf, fromPath, grown, nest, signedArea, toPath, type Ring } from '../outline/index.js'
import { contours } from './contour.js'
import { fitted } from './fit.js'
import type { Gray } from './gray.js'
import { pathsOf, thinned, type Mask } from './thin.js'

export interface Tracing {
  /** shade that parts ink from paper, 0…1 of the paper's own */
  cut: number
  /** mm²; smaller spots are no ink */
  speck: number
  /** mm; ink no wider on the mean is a line, and its middle counts */
  pen: number
}
export const plainTracing: Omit<Tracing, 'cut'> = { speck: 0.6, pen: 1.6 }

/** What a tracing is made of, for words. */
export interface Traced {
  drawing: Drawing
  /** spots left out, lines taken by their middle, filled shapes by their edge */
  specks: number
  strokes: number
  filled: number
}
const LONG = 5 // widths: a spot shorter than that is a filled one
const SMOOTH = 3 // px over which a thinned line is evened out

/**
 * The lines of a drawing seen straight from above, under even light.
 * @param perMm its pixels to a millimeter
 */
export function traced(picture: Gray, perMm: number, { cut, speck, pen }: Tracing): Traced {
  const mm = (p: Float64Array) => p.map((x) => x / perMm)
  let specks = 0
  const edges = contours(bare(picture, RIM * perMm), cut).filter((p) => {
    const large = Math.abs(signedArea(p)) / perMm ** 2 >= speck
    if (!large) specks++
    return large
  })
  const rings = nest(edges.map((p) => ({ points: mm(p), layer: '' })))
  const lines: DrawnLine[] = []
  let [strokes, filled] = [0, 0]
  const put = (points: Float64Array | number[], closed: boolean, order: number, width?: number) => {
    const smooth = fitted(points, closed)
    if (smooth.length < 4) return
    const look = width === undefined ? { order, fill: 0, rule: 'evenodd' as const } : { order, stroke: 0, width }
    lines.push({ points: smooth, closed, paint: width === undefined ? 'fill' : 'stroke', layer: '', at: 'picture', look })
  }
  const holesOf = new Map<number, Ring[]>()
  for (const r of rings) if (r.role === 'opening' && r.parent !== undefined) holesOf.set(r.parent, [...(holesOf.get(r.parent) ?? []), r])
  rings.forEach((outer, order) => {
    if (outer.role === 'opening') return
    const holes = holesOf.get(outer.id) ?? []
    const around = [outer, ...holes].reduce((sum, r) => sum + lineLength(r.points, true), 0)
    const ink = Math.abs(signedArea(outer.points)) - holes.reduce((sum, r) => sum + Math.abs(signedArea(r.points)), 0)
    const width = (2 * ink) / around
    if (width > pen || around / 2 < LONG * width) {
      filled++
      for (const r of [outer, ...holes]) put(Float64Array.from(r.points), true, order)
      return
    }
    strokes++
    const [hole] = holes
    if (hole && holes.length === 1) {
      // a line that closes: half its width out from what it encloses
      const middle = grown([toPath(hole.points)], width / 2, unbounded, 'miter').map(fromPath)
      if (middle.length === 1) return put(middle[0]!, true, order, width)
    }
    for (const line of middles(outer, holes, perMm, width)) put(line.points, line.closed, order, width)
  })
  return {
    drawing: { lines, notes: [], scale: 1, declared: true, unit: 'a picture' },
    specks,
    strokes,
    filled,
  }
}

const RIM = 2.5 // mm along the sheet's edge where the ground shows and paper curls: no ink is taken there

/** A picture whose rim is paper. */
function bare({ width, height, v }: Gray, rim: number): Gray {
  const out = Float32Array.from(v)
  const r = Math.round(rim)
  for (let y = 0; y < height; y++) {
    const all = y < r || y >= height - r
    for (let x = 0; x < (all ? width : r); x++) out[y * width + x] = 1
    for (let x = Math.max(0, width - r); !all && x < width; x++) out[y * width + x] = 1
  }
  return { width, height, v: out }
}

/** The middle lines of ink that branches or ends. */
function middles(outer: Ring, holes: readonly Ring[], perMm: number, width: number): { points: number[]; closed: boolean }[] {
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
function spans(rings: readonly Ring[], perMm: number, y0: number, height: number): number[][] {
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
