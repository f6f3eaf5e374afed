import { lineLength, type DrawnLine, type Drawing } from '../read/index.js'
import { nest, signedArea, type Ring } from '../outline/index.js'
import { contours } from './contour.js'
import { fitted } from './fit.js'
import type { Gray } from '../../picture/index.js'
import { middleLines } from './middle.js'

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
    for (const line of middleLines(outer, holes, perMm, width)) put(line.points, line.closed, order, width)
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
  const out = v.slice()
  const r = Math.round(rim)
  for (let y = 0; y < height; y++) {
    const all = y < r || y >= height - r
    for (let x = 0; x < (all ? width : r); x++) out[y * width + x] = 1
    for (let x = Math.max(0, width - r); !all && x < width; x++) out[y * width + x] = 1
  }
  return { width, height, v: out }
}
