import { bisect, unbounded } from '../../number/index.js'
import { freshInk, Pen, Refused, type DrawnLine, type Points } from '../read/index.js'
import {
  areaOf,
  boxOf,
  common,
  filled,
  fromPath,
  layOut,
  partsOf,
  redrawn,
  signedArea,
  single,
  together,
  toPath,
  without,
  type Loop,
  type Region,
} from '../outline/index.js'
import { bar, between, bridgesFor, chunksOf } from '../measure/index.js'

/** One step of a letter's outline, in the font's own units, y upward. */
export type Outline =
  | { type: 'M' | 'L'; x: number; y: number }
  | { type: 'Q'; x1: number; y1: number; x: number; y: number }
  | { type: 'C'; x1: number; y1: number; x2: number; y2: number; x: number; y: number }
  | { type: 'Z' }
export interface Letter {
  outline: readonly Outline[]
  /** to the next letter, in the font's units */
  advance: number
}
export const letterings = ['joined', 'pierced'] as const
export interface Lettering {
  /** letters that hold together and stand as one piece, or letters that fall out of a panel */
  kind: (typeof letterings)[number]
  /** of a capital letter, mm; and in the font's units */
  height: number
  capital: number
  /** least stock between two cuts, and of a bridge, mm */
  web: number
}
export interface Lettered {
  lines: DrawnLine[]
  /** bridges and bars that were drawn */
  bridges: number
}

const MARGIN = 0.55 // of a capital's height round pierced letters
const CLOSER = 0.6 // of its own width a letter moves at most to meet the one before
const BLANK = 1e-6

/**
 * A word as lines to saw: one piece that holds together, or openings in a panel whose islands are bridged.
 * @throws Refused where nothing of it can be drawn
 */
export function lettered(letters: readonly Letter[], { kind, height, capital, web }: Lettering): Lettered {
  const k = height / capital
  const regions = letters.map(({ outline }) => regionOf(outline, k))
  if (!regions.some((r) => r.length)) throw new Refused('Nothing of these letters can be drawn in this face.')
  const placed: Region[] = []
  let pen = 0
  let bars = 0
  letters.forEach(({ advance }, i) => {
    const region = regions[i]!
    if (!region.length) {
      pen += advance * k
      return
    }
    const before = placed.at(-1)
    let x = pen
    if (before && kind === 'joined' && letters[i - 1] && regions[i - 1]!.length) {
      // as much closer as it takes to hold by a web's width
      const b = boxOf(region.flatMap((p) => fromPath(p)))
      const most = CLOSER * (b.maxX - b.minX)
      const holds = (d: number) => areaOf(common(before, moved(region, x - d), unbounded)) >= (web * web) / 2
      if (holds(most)) x -= bisect(holds, 0, most, 10)[1]
    }
    if (before && kind === 'pierced') {
      // as much further as leaves a web between
      for (let n = 0; n < 40 && gap(before, moved(region, x)) < web; n++) x += web / 4
    }
    placed.push(moved(region, x))
    pen = x + advance * k
  })
  let word = together(placed, unbounded)
  if (kind === 'joined') {
    // what still stands apart — dots, words — is held by the shortest bar, the smallest first
    for (let parts = partsOf(word); parts.length > 1 && bars < 60; parts = partsOf(word)) {
      const small = parts.reduce((a, b) => (areaOf(a) < areaOf(b) ? a : b))
      const rest = parts.filter((p) => p !== small).flat()
      word = together([word, barBetween(small, rest, web)], unbounded)
      bars++
    }
    return { lines: linesOf(word.map(fromPath)), bridges: bars }
  }
  const b = boxOf(word.flatMap((p) => fromPath(p)))
  const m = Math.max(MARGIN * height, 2 * web)
  const panel = toPath([b.minX - m, b.minY - m, b.maxX + m, b.minY - m, b.maxX + m, b.maxY + m, b.minX - m, b.maxY + m])
  const loops: Loop[] = without([panel], word, unbounded).map((p) => ({ points: fromPath(p), layer: '', at: '' }))
  const pattern = layOut(loops, single)
  const bridges = bridgesFor(
    pattern,
    pattern.rings.filter((r) => r.role === 'island').map((r) => r.id),
    web,
    true,
  )
  return {
    lines: linesOf(redrawn(loops, bridges, unbounded).map((l) => l.points)),
    bridges: bridges.reduce((n, r) => n + r.patches.length, 0),
  }
}

function regionOf(outline: readonly Outline[], k: number): Region {
  const pen = new Pen([k, 0, 0, -k, 0, 0], freshInk())
  for (const c of outline) {
    if (c.type === 'M') pen.move(c.x, c.y)
    else if (c.type === 'L') pen.line(c.x, c.y)
    else if (c.type === 'Q') pen.quadratic(c.x1, c.y1, c.x, c.y)
    else if (c.type === 'C') pen.cubic(c.x1, c.y1, c.x2, c.y2, c.x, c.y)
    else pen.close()
  }
  pen.finish(true)
  const loops = pen.lines.map((l) => l.points).filter((p) => Math.abs(signedArea(p)) > BLANK)
  return loops.length ? filled(loops, 'nonzero', unbounded) : []
}
const moved = (region: Region, dx: number): Region => region.map((path) => toPath(fromPath(path).map((v, i) => (i % 2 ? v : v + dx))))

/** The nearest two places of two regions. */
function nearest(a: Region, b: Region): { from: [number, number]; to: [number, number]; width: number } | undefined {
  let best: ReturnType<typeof nearest>
  for (const p of a)
    for (const q of b) {
      const found = between(chunksOf(fromPath(p)), chunksOf(fromPath(q)), best?.width ?? Infinity)
      if (found && (!best || found.width < best.width)) best = found
    }
  return best
}
const gap = (a: Region, b: Region): number => nearest(a, b)?.width ?? Infinity
const barBetween = (a: Region, b: Region, width: number): Region => {
  const way = nearest(a, b)
  return way ? [toPath(bar(way.from, way.to, width))] : []
}
const linesOf = (loops: readonly Points[]): DrawnLine[] =>
  loops.map((points) => ({ points, closed: true, paint: 'stroke', layer: 'letters', at: 'letters' }))
