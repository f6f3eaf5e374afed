import type { Effort } from '../../number/index.js'
import { lineLength, type DrawnLine, type Points } from '../read/index.js'
import { faces } from './face.js'
import { join, type Joined, type Take } from './join.js'
import type { Ring } from './nest.js'
import { added, areaOf, filled, fromPath, grown, loopArea, meanWidth, stroked, together, toPath, without, type Region } from './region.js'
import { boxOfAll, inside, simplified, simplifiedLine } from './ring.js'

/**
 * What a drawing means as a piece to saw: its whole shape, whatever the colors; its dark parts left standing; its dark
 * parts falling out of a panel; or every line sawn.
 */
export const readings = ['silhouette', 'stays', 'falls', 'lines'] as const
export type Reading = (typeof readings)[number]

export interface How {
  reading: Reading
  /** which lines, where lines are read */
  take: Take
  /** ends nearer than this are one, mm */
  tolerance: number
}

const DARK = 0.62 // of white's lightness: below it a paint is dark; estimate, between a mid red and a mid yellow
const SLIVER = 1 / 4000 // of the drawing's size: narrower parts are seams between shapes, not wood; estimate
const LINEWORK = 0.025 // of the drawing's size: what is thinner on the mean is drawn with lines; estimate
const PANEL = 0.08 // of the drawing's size left round dark parts that fall, where it draws no panel itself; estimate
const CLEAR = 0.004 // of the drawing's size: dark this near the edge of its ground touches it; estimate

interface Shape {
  lines: DrawnLine[]
  look: NonNullable<DrawnLine['look']>
}
/** Lines that are painted together, in the order they are painted. */
function shapesOf(lines: readonly DrawnLine[]): Shape[] {
  const shapes: Shape[] = []
  for (const line of lines) {
    const last = shapes.at(-1)
    if (line.look && last?.look === line.look) last.lines.push(line)
    else if (line.look && last?.look.order === line.look.order) last.lines.push(line)
    else
      shapes.push({
        lines: [line],
        // a file that knows no paint: what is filled is dark, what is stroked has no width
        look: line.look ?? {
          order: shapes.length,
          ...(line.paint !== 'stroke' && { fill: 0 }),
          ...(line.paint !== 'fill' && { stroke: 0 }),
        },
      })
  }
  return shapes
}
const fillOf = ({ lines, look }: Shape, effort: Effort): Region =>
  look.fill === undefined
    ? []
    : filled(
        lines.filter((l) => l.points.length > 4).map((l) => l.points),
        look.rule ?? 'nonzero',
        effort,
      )
const strokesOf = ({ lines, look }: Shape, effort: Effort): Region[] => lines.map((l) => stroked({ ...l, look }, effort))

/** What is to be seen of a drawing: all that is painted, and what of it is dark. */
interface Painted {
  all: Region
  dark: Region
  /** the page painted under it, where it is; whether that is dark, and whether what is drawn on it goes to its edge */
  ground?: { region: Region; dark: boolean; full: boolean }
  size: number
  left: { frames: number; faint: number; off: number }
}
const sizeOf = (lines: readonly { points: Points }[]): number => {
  const b = boxOfAll(lines)
  return Math.max(b.maxX - b.minX, b.maxY - b.minY)
}

/** Shapes that are meant, and how many are no part of what is drawn; where nothing else is, they are. */
function meant(shapes: readonly Shape[]): { shown: Shape[]; left: Painted['left'] } {
  let shown = [...shapes]
  const drop = (odd: (s: Shape) => boolean | undefined): number => {
    const rest = shown.filter((s) => !odd(s))
    const gone = rest.length ? shown.length - rest.length : 0
    if (gone) shown = rest
    return gone
  }
  const off = shapes.filter((s) => s.look.off).length < shapes.length / 2 ? drop((s) => s.look.off) : 0
  const left = { off, faint: drop((s) => s.look.faint), frames: drop((s) => s.look.frame) }
  return { shown, left }
}

const RICH = 12_000 // points up to which a drawing is taken as it was drawn
const FINE = [0.05, 1 / 4000] as const // mm, and of its size, that the lines of a richer one may give way: less than a saw strays

/** The lines a piece needs at its size: shading by a thousand strokes leaves no edge of its own. */
function spared(lines: readonly DrawnLine[]): readonly DrawnLine[] {
  if (lines.reduce((n, l) => n + l.points.length / 2, 0) <= RICH) return lines
  const fine = Math.min(FINE[0], FINE[1] * sizeOf(lines))
  const filled = (l: DrawnLine) => l.closed || l.paint === 'fill'
  return lines.map((l) => ({ ...l, points: (filled(l) ? simplified : simplifiedLine)(l.points, fine) }))
}

function painted(drawn: readonly DrawnLine[], effort: Effort): Painted {
  const lines = spared(drawn)
  const shapes = shapesOf(lines)
  const { shown, left } = meant(shapes)
  const frame = left.frames ? shapes.find((s) => s.look.frame && !s.look.faint && s.look.fill !== undefined) : undefined
  const layers: { dark: boolean; region: Region }[] = []
  const put = (dark: boolean, region: Region) => {
    if (region.length) layers.push({ dark, region })
  }
  for (const s of shown) {
    if (s.look.fill !== undefined) put(s.look.fill < DARK, fillOf(s, effort))
    if (s.look.stroke !== undefined) put(s.look.stroke < DARK, together(strokesOf(s, effort), effort))
  }
  let dark: Region | undefined
  const size = sizeOf(shown.flatMap((s) => s.lines))
  return {
    all: together(
      layers.map((l) => l.region),
      effort,
    ),
    // costs the most of all, and the whole shape does not ask it
    get dark() {
      return (dark ??= seen(layers, effort).dark)
    },
    ground: frame && { region: fillOf(frame, effort), dark: frame.look.fill! < DARK, full: fills(frame, shown, size) },
    size,
    left,
  }
}

/**
 * What of some layers is to be seen, painted one after another: all of it, and what is dark. What each half shows is laid over
 * the other: one by one, every layer would be held against all before it.
 */
function seen(layers: readonly { dark: boolean; region: Region }[], effort: Effort): { all: Region; dark: Region } {
  const [first] = layers
  if (!first) return { all: [], dark: [] }
  if (layers.every((l) => l.dark === first.dark)) {
    // one tone painted after another is put down together
    const all = together(
      layers.map((l) => l.region),
      effort,
    )
    return { all, dark: first.dark ? all : [] }
  }
  const half = layers.length >> 1
  const [under, over] = [seen(layers.slice(0, half), effort), seen(layers.slice(half), effort)]
  return { all: added(under.all, over.all, effort), dark: added(without(under.dark, over.all, effort), over.dark, effort) }
}

/** Whether what is drawn on a ground goes to its edge on more than one side, as on a flag. */
function fills(ground: Shape, shown: readonly Shape[], size: number): boolean {
  const [g, b] = [boxOfAll(ground.lines), boxOfAll(shown.flatMap((s) => s.lines))]
  const near = CLEAR * size
  return [b.minX < g.minX + near, b.minY < g.minY + near, b.maxX > g.maxX - near, b.maxY > g.maxY - near].filter(Boolean).length > 1
}

/** Mean width of a region against a size. */
const thin = (region: Region, size: number): boolean => meanWidth(region) < LINEWORK * size

/** A region without its holes. */
const solid = (region: Region, effort: Effort): Region =>
  together(
    region.filter((p) => loopArea(p) > 0).map((p) => [p]),
    effort,
  )

/** The panel dark parts fall out of: the ground the drawing paints round them, else a plain one. */
function panelFor({ all, dark, ground, size }: Painted, effort: Effort): Region {
  if (ground) return ground.region
  const whole = solid(all, effort)
  const pale = without(all, dark, effort)
  // dark that comes to the edge of the drawing is its own outline, and nothing would hold it
  const edge = whole.length === 1 && areaOf(pale) > CLEAR * areaOf(all)
  if (edge) {
    const free = without(dark, grown(whole, -CLEAR * size, effort), effort)
    if (areaOf(free) < 0.02 * areaOf(dark)) return whole
  }
  const b = boxOfAll(dark.map((p) => ({ points: fromPath(p) })))
  const m = PANEL * size
  const [l, t, r, e] = [b.minX - m, b.minY - m, b.maxX + m, b.maxY + m]
  return [toPath([l, t, r, t, r, e, l, e])]
}

/** What of a drawing is left standing, by one of the readings of its areas. */
function standing(reading: Exclude<Reading, 'lines'>, p: Painted, effort: Effort): Region {
  switch (reading) {
    case 'silhouette':
      if (p.ground?.full) return together([p.ground.region, p.all], effort)
      // linework is drawn round what it means
      return thin(p.all, p.size) ? solid(p.all, effort) : p.all
    case 'stays':
      return p.ground?.dark ? added(without(p.ground.region, p.all, effort), p.dark, effort) : p.dark
    case 'falls':
      if (!p.dark.length) return []
      return p.ground?.dark ? without(p.all, p.dark, effort) : without(panelFor(p, effort), p.dark, effort)
  }
}

export interface Loop {
  points: Points
  layer: string
  at: string
  part?: Ring['part']
}
/** What forming a drawing left out or made of it, for words. */
export interface FormNotes {
  /** rectangles as large as the page, faint washes, shapes beside the page, seams between shapes: left out */
  frames: number
  faint: number
  off: number
  seams: number
  /** pieces that lines enclose which meet or cross, how many meet, and mm of ends that lead nowhere */
  pieces: number
  meeting: number
  stray: number
  /** closed lines that cross themselves */
  crossed: number
}
export interface Formed extends Omit<Joined, 'rings'> {
  rings: Loop[]
  notes: FormNotes
}

/**
 * A drawing as the edges of what is to be sawn.
 * @throws Spent where its shapes overlap too often for this effort
 */
export function form(lines: readonly DrawnLine[], how: How, effort: Effort): Formed {
  return how.reading === 'lines' ? sawn(lines, how, effort) : areas(lines, how.reading, effort)
}

const noNotes: FormNotes = { frames: 0, faint: 0, off: 0, seams: 0, pieces: 0, meeting: 0, stray: 0, crossed: 0 }

function areas(lines: readonly DrawnLine[], reading: Exclude<Reading, 'lines'>, effort: Effort): Formed {
  const p = painted(lines, effort)
  const region = standing(reading, p, effort)
  const rings: Loop[] = []
  let seams = 0
  for (const path of region) {
    const points = fromPath(path)
    if (meanWidth([path]) < SLIVER * p.size) seams++
    else rings.push({ points, layer: '', at: '' })
  }
  const notes = { ...noNotes, ...p.left, seams, crossed: crossedIn(lines, effort) }
  return { rings, loose: [], mended: { joined: 0, closed: 0, widest: 0, repeated: 0 }, notes }
}
const LOOKED = [60, 4000] as const // lines, and points of one, up to which each is held against itself: clip-art of more is painted, not drawn
/** How many closed lines of a plain drawing cross themselves: painted, the loops they make are taken as one shape. */
function crossedIn(lines: readonly DrawnLine[], effort: Effort): number {
  const closed = lines.filter((l) => l.closed && l.points.length / 2 <= LOOKED[1])
  if (lines.length > LOOKED[0]) return 0
  return closed.filter((l) => faces([{ points: l.points, closed: true }], 0, effort).some((t) => t.faces.length > 1)).length
}

/** Lines that are drawn to be sawn, and how many are no part of it; where nothing else is, they are. */
export function linesMeant(lines: readonly DrawnLine[]): { drawn: readonly DrawnLine[]; frames: number; off: number } {
  // a ground that is only painted is no line; a border that is drawn may be the piece's own edge
  const odd = lines.filter((l) => l.look?.frame && l.paint === 'fill')
  const off = lines.filter((l) => l.look?.off)
  const dropped = new Set([...odd, ...(off.length < lines.length / 2 ? off : [])])
  const drawn = dropped.size < lines.length ? lines.filter((l) => !dropped.has(l)) : lines
  return { drawn, frames: odd.length, off: dropped.size - odd.length }
}

/** Every line sawn: closed ones as they are, and where lines meet or cross, the pieces they enclose. */
function sawn(lines: readonly DrawnLine[], { take, tolerance }: How, effort: Effort): Formed {
  const { drawn, frames, off } = linesMeant(lines)
  const joined = join(drawn, take, tolerance)
  const strands = [...joined.rings.map((r) => ({ ...r, closed: true })), ...joined.loose.map((l) => ({ ...l, layer: '', closed: false }))]
  const tangles = faces(strands, tolerance, effort)
  const met = new Set(tangles.flatMap((t) => t.of))
  const alone = joined.rings.filter((_, i) => !met.has(i)).map(({ points, layer, at }): Loop => ({ points, layer, at }))
  const notes = { ...noNotes, frames, off }
  const rings = [...alone]
  const loose: Joined['loose'] = joined.loose.filter((_, i) => !met.has(joined.rings.length + i))
  tangles.forEach((t, of) => {
    const first = strands[t.of[0]!]!
    const { layer, at } = first
    if (t.of.length === 1 && strands[t.of[0]!]!.closed) notes.crossed++
    else notes.meeting += t.of.length
    if (t.stray > tolerance) notes.stray += t.stray
    if (!t.faces.length) {
      loose.push(...t.of.map((i) => joined.loose[i - joined.rings.length]!).filter(Boolean))
      return
    }
    // what lies in the waste falls as one: only its rim is sawn
    const [x, y] = [t.rims[0]?.[0] ?? t.faces[0]!.points[0]!, t.rims[0]?.[1] ?? t.faces[0]!.points[1]!]
    const waste = alone.filter((r) => inside(r.points, x, y)).length % 2 === 1
    const parts = waste || t.faces.length === 1 ? t.rims.map((points) => ({ points })) : t.faces
    if (parts.length > 1 && !waste) notes.pieces += parts.length
    parts.forEach(({ points }, turn) => rings.push({ points, layer, at, ...(parts.length > 1 && !waste && { part: { of, turn } }) }))
  })
  return { rings, loose, mended: joined.mended, notes }
}

/** Readings a drawing is worth looking at in: areas need something painted. */
export const readingsOf = (lines: readonly DrawnLine[]): readonly Reading[] =>
  lines.some((l) => l.look && (l.look.fill !== undefined || (l.look.width ?? 0) > 0)) ? readings : ['lines']

const STROKES = 0.012 // of the drawing's size: a stroke as wide is a bar, not a line; estimate
const MANY = 40 // pieces of a puzzle nobody meant; estimate

/**
 * What a drawing most likely means: strokes alone are lines, black and white is wood and holes, colors are one shape;
 * but not where that falls to pieces and its whole shape does not.
 * @throws Spent as `form` does
 */
export function firstReading(lines: readonly DrawnLine[], tolerance: number, effort: Effort): Reading {
  if (readingsOf(lines).length === 1) return 'lines'
  const { shown } = meant(shapesOf(lines))
  const fills = shown.filter((s) => s.look.fill !== undefined)
  const plain = !shown.some((s) => s.look.colored)
  const widths = shown.flatMap((s) => s.look.width ?? []).sort((a, b) => a - b)
  const fine = widths.length > 0 && widths[widths.length >> 1]! <= STROKES * sizeOf(lines)
  if (!fills.length || (plain && fine)) {
    // lines as thin as a pencil's are what is to be sawn, where they close
    const all = sawn(lines, { reading: 'lines', take: 'both', tolerance }, effort)
    const open = all.loose.reduce((sum, l) => sum + lineLength(l.points, false), 0)
    const closed = all.rings.reduce((sum, r) => sum + lineLength(r.points, true), 0)
    if (open <= closed / 2) {
      if (all.notes.pieces <= MANY) return 'lines'
      if (!fills.length) return 'silhouette'
    } else if (!fills.length) return fine ? 'silhouette' : 'stays'
  }
  if (!plain || !fills.some((s) => s.look.fill! < DARK)) return 'silhouette'
  const p = painted(lines, effort)
  const outlines = (region: Region) => region.filter((path) => loopArea(path) > 0).length
  return outlines(p.dark) > 2 * outlines(standing('silhouette', p, effort)) ? 'silhouette' : 'stays'
}
