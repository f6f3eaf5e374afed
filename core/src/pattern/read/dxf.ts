import { toRadians } from '../../number/index.js'
import { groups, nameOf, number, readGroups, text, type Entity } from './dxfGroups.js'
import { noteTaker, Refused, type DrawnLine, type Drawing, type ReadOptions, type ReadResult, LIMITS } from './drawing.js'
import { freshInk, Pen, times, type Matrix } from './flatten.js'

/** mm of the units a DXF header may name ($INSUNITS); 0 and what is not here are “not said”. */
const UNITS: Record<number, [mm: number, word: string]> = {
  1: [25.4, 'inches'],
  2: [304.8, 'feet'],
  4: [1, 'millimetres'],
  5: [10, 'centimetres'],
  6: [1000, 'metres'],
  8: [25.4e-6, 'microinches'],
  9: [0.0254, 'mils'],
  13: [0.001, 'microns'],
  14: [100, 'decimetres'],
}

interface Point {
  x: number
  y: number
  bulge: number
}
const PASSED = new Set(
  'TEXT MTEXT DIMENSION ATTDEF ATTRIB POINT HATCH SOLID TRACE LEADER MULTILEADER VIEWPORT 3DFACE IMAGE WIPEOUT'.split(' '),
)
const finite = (...xs: number[]): boolean => xs.every(Number.isFinite)

/** Reads a DXF drawing: lines, arcs, circles, polylines with bulges, splines, ellipses, and blocks where they are inserted. */
export function readDxf(source: string, options: ReadOptions = {}): ReadResult {
  try {
    return { ok: true, drawing: draw(source, options) }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message }
    throw error
  }
}

function draw(source: string, { scale, progress }: ReadOptions): Drawing {
  if (source.length > LIMITS.bytes)
    throw new Refused(`The file is over ${LIMITS.bytes / 1e6} MB. Simplify the drawing or bring it in parts.`)
  const dxf = readGroups(source)
  progress?.(0.5)
  const { note, notes } = noteTaker()
  if (dxf.cut) note('the file breaks off before its end: what stands before is used', 'end of file')
  const named = UNITS[dxf.units ?? 0]
  const mm = scale ?? named?.[0] ?? (dxf.measurement === 0 ? 25.4 : 1)
  const lines: DrawnLine[] = []
  const ink = freshInk()
  let visits = 0

  function take(pen: Pen, e: Entity, at: string) {
    pen.finish(false)
    for (const l of pen.lines) lines.push({ points: l.points, closed: l.closed, paint: 'stroke', layer: text(e, 8).slice(0, 60), at })
  }
  /** @param on the layer of the insert it comes by: what lies on layer 0 of a block takes that one */
  function visit(e: Entity, m: Matrix, inside: ReadonlySet<string>, on = '0') {
    if (++visits > LIMITS.elements) throw new Refused(`The drawing comes to more than ${LIMITS.elements} entities. Bring it in parts.`)
    if ((visits & 1023) === 0) progress?.(Math.min(0.5 + visits / 40_000, 0.99))
    const layer = text(e, 8)
    const at = `${e.type}, line ${e.line}${layer ? `, layer ${layer.slice(0, 40)}` : ''}`
    const stands = nameOf(e, 8) === '0' ? on : nameOf(e, 8)
    // a layer that is off hides its own lines, not what is inserted on it
    if (dxf.frozen.has(stands) || (e.type !== 'INSERT' && dxf.off.has(stands)) || number(e, 60, 0) === 1)
      return note('parts on hidden layers left out', at)
    // an entity drawn from below is seen mirrored
    const flipped = number(e, 230, 1) < 0
    const mine: Matrix = flipped ? times(m, [-1, 0, 0, 1, 0, 0]) : m
    const pen = new Pen(mine, ink)
    const bad = () => note('an entity without sound figures left out', at)
    const [x, y] = [number(e, 10), number(e, 20)]
    switch (e.type) {
      case 'LINE': {
        const [u, v] = [number(e, 11), number(e, 21)]
        if (!finite(x, y, u, v)) return bad()
        // lines are in world coordinates, whichever way they were drawn from
        pen.transform(m)
        pen.move(x, y)
        pen.line(u, v)
        return take(pen, e, at)
      }
      case 'CIRCLE':
      case 'ARC': {
        const r = number(e, 40)
        if (!finite(x, y) || !(r > 0)) return bad()
        if (e.type === 'CIRCLE') pen.arc(x, y, r, r, 0, 0, 2 * Math.PI)
        else {
          const [a, b] = [toRadians(number(e, 50)), toRadians(number(e, 51))]
          if (!finite(a, b)) return bad()
          pen.arc(x, y, r, r, 0, a, sweep(a, b))
        }
        return take(pen, e, at)
      }
      case 'ELLIPSE': {
        const [u, v, ratio] = [number(e, 11), number(e, 21), number(e, 40)]
        const [a, b] = [number(e, 41, 0), number(e, 42, 2 * Math.PI)]
        const r = Math.hypot(u, v)
        if (!finite(x, y) || !(r > 0) || !(ratio > 0)) return bad()
        // given in world coordinates; from below its angles run the other way
        pen.transform(m)
        const turn = sweep(a, b)
        pen.arc(x, y, r, r * ratio, Math.atan2(v, u), flipped ? -a : a, flipped ? -turn : turn)
        return take(pen, e, at)
      }
      case 'LWPOLYLINE':
      case 'POLYLINE': {
        const flags = number(e, 70, 0)
        if (e.type === 'POLYLINE' && flags & (16 | 64)) return note('3-D meshes passed over', at)
        const v = e.type === 'POLYLINE' ? e.parts.filter((p) => !(number(p, 70, 0) & 16)).map(vertex) : vertices(e)
        const sound = v.filter((p) => finite(p.x, p.y))
        if (sound.length < 2) return bad()
        const closed = (flags & 1) === 1
        pen.move(sound[0]!.x, sound[0]!.y)
        for (let i = 0; i < sound.length - (closed ? 0 : 1); i++) bulge(pen, sound[i]!, sound[(i + 1) % sound.length]!)
        if (closed) pen.close()
        return take(pen, e, at)
      }
      case 'SPLINE': {
        const control = pairsOf(e, 10, 20)
        const knots = groups(e, 40)
        const degree = number(e, 71, 3)
        const closed = (number(e, 70, 0) & 1) === 1
        pen.transform(m)
        if (control.length > degree && degree >= 1 && degree <= 12 && knots.length === control.length + degree + 1 && finite(...knots)) {
          const weights = groups(e, 41)
          spline(pen, control, knots, degree, weights.length === control.length && weights.every((w) => w > 0) ? weights : undefined)
        } else {
          const fit = pairsOf(e, 11, 21)
          if (fit.length < 2) return bad()
          through(pen, fit, closed, direction(e, 12, 22), direction(e, 13, 23))
        }
        if (closed) pen.close()
        return take(pen, e, at)
      }
      case 'MLINE': {
        pen.transform(m)
        for (const side of multiline(e)) {
          if (side.length < 2) continue
          pen.move(side[0]!.x, side[0]!.y)
          for (const p of side.slice(1)) pen.line(p.x, p.y)
          if (number(e, 71, 0) & 2) pen.close()
        }
        return take(pen, e, at)
      }
      case 'INSERT': {
        const name = nameOf(e, 2)
        const block = dxf.blocks.get(name)
        if (!block) return note('an insert of a block that is not there', at)
        if (inside.has(name)) return note('a block that holds itself', at)
        if (!finite(x, y)) return bad()
        const turn = toRadians(number(e, 50, 0))
        const [c, s] = [Math.cos(turn), Math.sin(turn)]
        const [sx, sy] = [number(e, 41, 1), number(e, 42, 1)]
        const within = new Set([...inside, name])
        for (let i = 0; i < count(number(e, 70, 1)); i++)
          for (let j = 0; j < count(number(e, 71, 1)); j++) {
            const [dx, dy] = [i * number(e, 44, 0), j * number(e, 45, 0)]
            const place = times(mine, [c, s, -s, c, x + c * dx - s * dy, y + s * dx + c * dy])
            const inner = times(place, [sx, 0, 0, sy, -sx * block.x, -sy * block.y])
            for (const child of block.entities) visit(child, inner, within, stands)
          }
        return
      }
    }
    note(
      PASSED.has(e.type)
        ? `${e.type.toLowerCase()} passed over: it is no line to saw`
        : `${e.type.slice(0, 40)} is not known to this reader`,
      at,
    )
  }
  // DXF counts y upwards
  const base: Matrix = [mm, 0, 0, -mm, 0, 0]
  // the sheet around a drawing, its frame and its title, is no part of it; a file that has nothing else means it
  const sheet = dxf.entities.filter((e) => number(e, 67, 0) === 1)
  const model = dxf.entities.filter((e) => number(e, 67, 0) !== 1)
  for (const e of model) visit(e, base, new Set())
  if (!lines.length) for (const e of sheet) visit(e, base, new Set())
  else if (sheet.length) note('the sheet laid out for print left out: frame, title, views', `${sheet.length} entities`)
  progress?.(1)
  if (!lines.length)
    throw new Refused(
      notes.length ? `No line to saw was found: ${notes.map((n) => n.what).join('; ')}.` : 'There is no drawn line in this file.',
    )
  return { lines, notes, scale: mm, declared: scale !== undefined || named !== undefined, unit: named?.[1] ?? 'no unit' }
}

const count = (n: number) => Math.min(1000, Math.max(1, Math.round(n)))
const vertex = (e: Entity): Point => ({ x: number(e, 10), y: number(e, 20), bulge: number(e, 42, 0) })
/** The vertices of a light polyline: each begins with its x, and what follows belongs to it. */
function vertices(e: Entity): Point[] {
  const out: Point[] = []
  for (const [code, value] of e.codes) {
    const last = out.at(-1)
    if (code === 10) out.push({ x: Number(value), y: NaN, bulge: 0 })
    else if (code === 20 && last) last.y = Number(value)
    else if (code === 42 && last) last.bulge = Number(value)
  }
  return out
}
/** Points given as repeated x and y groups; those that are no numbers are left out. */
function pairsOf(e: Entity, cx: number, cy: number): { x: number; y: number }[] {
  const [xs, ys] = [groups(e, cx), groups(e, cy)]
  return xs.map((x, i) => ({ x, y: ys[i] ?? NaN })).filter((p) => finite(p.x, p.y))
}
/** Counter-clockwise from a to b, a whole turn where they meet. */
function sweep(a: number, b: number): number {
  const turn = (((b - a) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
  return turn < 1e-9 ? 2 * Math.PI : turn
}

/** One side of a polyline: straight, or the arc whose bulge is the tangent of a quarter of its angle. */
function bulge(pen: Pen, p: Point, q: Point): void {
  const b = p.bulge
  const [dx, dy] = [q.x - p.x, q.y - p.y]
  const chord = Math.hypot(dx, dy)
  if (!finite(b) || Math.abs(b) < 1e-9 || chord < 1e-12) return pen.line(q.x, q.y)
  const angle = 4 * Math.atan(b)
  const r = chord / 2 / Math.sin(Math.abs(angle) / 2)
  const h = (chord / 2) * ((1 - b * b) / (2 * b)) // centre's distance from the chord, to its left
  const [cx, cy] = [(p.x + q.x) / 2 - (dy / chord) * h, (p.y + q.y) / 2 + (dx / chord) * h]
  pen.arc(cx, cy, r, r, 0, Math.atan2(p.y - cy, p.x - cx), angle)
  pen.line(q.x, q.y)
}

/** A direction given by two groups; undefined where it is none. */
function direction(e: Entity, cx: number, cy: number): [number, number] | undefined {
  const [x, y] = [number(e, cx), number(e, cy)]
  const l = Math.hypot(x, y)
  return l > 0 && Number.isFinite(l) ? [x / l, y / l] : undefined
}

/**
 * The curve through given points that bends least: cubics that meet in direction and bend, over chord lengths;
 * its ends run as given, else unbent (de Boor, A Practical Guide to Splines, IV).
 */
function through(
  pen: Pen,
  given: readonly { x: number; y: number }[],
  closed: boolean,
  from?: [number, number],
  to?: [number, number],
): void {
  const apart = given.filter((p, i) => i === 0 || Math.hypot(p.x - given[i - 1]!.x, p.y - given[i - 1]!.y) > 1e-9)
  // a closed one may say its first point again at its end
  if (closed && apart.length > 2 && Math.hypot(apart.at(-1)!.x - apart[0]!.x, apart.at(-1)!.y - apart[0]!.y) <= 1e-9) apart.pop()
  // a closed one goes on round far enough that its seam lies within
  const wrap = closed ? Math.min(apart.length, 8) : 0
  const p = [...(wrap ? apart.slice(-wrap) : []), ...apart, ...(wrap ? apart.slice(0, wrap + 1) : [])]
  const n = p.length
  if (n < 2) return
  const h = p.slice(1).map((q, i) => Math.hypot(q.x - p[i]!.x, q.y - p[i]!.y) || 1e-9)
  /** Slopes at the points, by the tridiagonal equations of one coordinate. */
  const slopes = (v: (i: number) => number, first?: number, last?: number): number[] => {
    const [diagonal, upper, right] = [new Array<number>(n), new Array<number>(n), new Array<number>(n)]
    const rise = (i: number) => (v(i + 1) - v(i)) / h[i]!
    ;[diagonal[0], upper[0], right[0]] = first === undefined ? [2, 1, 3 * rise(0)] : [1, 0, first]
    for (let i = 1; i < n; i++) {
      const end = i === n - 1
      const [a, b, c, d] = !end
        ? [h[i]!, 2 * (h[i - 1]! + h[i]!), h[i - 1]!, 3 * (h[i]! * rise(i - 1) + h[i - 1]! * rise(i))]
        : last === undefined
          ? [1, 2, 0, 3 * rise(i - 1)]
          : [0, 1, 0, last]
      const f = a / diagonal[i - 1]!
      ;[diagonal[i], upper[i], right[i]] = [b - f * upper[i - 1]!, c, d - f * right[i - 1]!]
    }
    const out = new Array<number>(n)
    for (let i = n - 1; i >= 0; i--) out[i] = (right[i]! - (i < n - 1 ? upper[i]! * out[i + 1]! : 0)) / diagonal[i]!
    return out
  }
  const sx = slopes((i) => p[i]!.x, closed ? undefined : from?.[0], closed ? undefined : to?.[0])
  const sy = slopes((i) => p[i]!.y, closed ? undefined : from?.[1], closed ? undefined : to?.[1])
  const last = closed ? wrap + apart.length : n - 1
  pen.move(p[wrap]!.x, p[wrap]!.y)
  for (let i = wrap; i < last; i++) {
    const [a, b, t] = [p[i]!, p[i + 1]!, h[i]! / 3]
    pen.cubic(a.x + t * sx[i]!, a.y + t * sy[i]!, b.x - t * sx[i + 1]!, b.y - t * sy[i + 1]!, b.x, b.y)
  }
}

/** The lines of a multiple line: each vertex, moved along its miter by what its elements say. */
function multiline(e: Entity): { x: number; y: number }[][] {
  const sides: { x: number; y: number }[][] = []
  let [vx, vy, mx, my, element, first] = [NaN, NaN, 0, 0, -1, false]
  for (const [code, value] of e.codes) {
    const v = Number(value)
    if (code === 11) [vx, element] = [v, -1]
    else if (code === 21) vy = v
    else if (code === 13) mx = v
    else if (code === 23) my = v
    else if (code === 74) [element, first] = [element + 1, true]
    else if (code === 41 && first) {
      first = false
      const [x, y] = [vx + mx * v, vy + my * v]
      if (finite(x, y)) (sides[element] ??= []).push({ x, y })
    }
  }
  return sides.filter((s) => s !== undefined)
}

/** A rational B-spline by de Boor's algorithm, stepped finely in each span of its knots. */
function spline(pen: Pen, control: { x: number; y: number }[], knots: number[], degree: number, weights?: number[]): void {
  const point = (t: number, k: number): [number, number] => {
    const d = Array.from({ length: degree + 1 }, (_, j) => {
      const i = j + k - degree
      const w = weights?.[i] ?? 1
      return [control[i]!.x * w, control[i]!.y * w, w] as [number, number, number]
    })
    for (let r = 1; r <= degree; r++)
      for (let j = degree; j >= r; j--) {
        const i = j + k - degree
        const span = knots[i + degree - r + 1]! - knots[i]!
        const a = span > 0 ? (t - knots[i]!) / span : 0
        for (const c of [0, 1, 2] as const) d[j]![c] = (1 - a) * d[j - 1]![c] + a * d[j]![c]
      }
    const [x, y, w] = d[degree]!
    return [x / w, y / w]
  }
  let first = true
  for (let k = degree; k < control.length; k++) {
    const [a, b] = [knots[k]!, knots[k + 1]!]
    if (!(b > a)) continue
    if (first) pen.move(...point(a, k))
    first = false
    // a span turns at most by its control polygon: 64 steps keep a half-turn under STEP
    for (let i = 1; i <= 64; i++) pen.line(...point(a + ((b - a) * i) / 64, k))
  }
}
