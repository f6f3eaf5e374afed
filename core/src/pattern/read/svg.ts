import { toRadians } from '../../number/index.js'
import { SaxesParser } from 'saxes'
import { declarations, readStyles } from './css.js'
import { LIMITS, noteTaker, Refused, type DrawnLine, type Drawing, type ReadOptions, type ReadResult } from './drawing.js'
import { identity, freshInk, Pen, times, type Matrix } from './flatten.js'
import { drawPath, reading } from './path.js'

interface Node {
  name: string
  attributes: Record<string, string>
  children: Node[]
  line: number
  id?: string
  classes: readonly string[]
  parent?: Node
}

/** mm of the units a length may carry. A pixel is 1/96 inch by the standard, but files say it without meaning it. */
const UNIT: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  q: 0.25,
  px: 25.4 / 96,
  '': 25.4 / 96,
  em: (16 * 25.4) / 96,
  ex: (8 * 25.4) / 96,
}
const PX = UNIT.px!
const LENGTH = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc|q|px|em|ex|%)?\s*$/i

/** A length in user units (pixels), a percentage of `whole`; undefined where it is none. */
function lengthOf(text: string | undefined, whole: number): number | undefined {
  const m = text === undefined ? null : LENGTH.exec(text)
  if (!m) return undefined
  const unit = (m[2] ?? '').toLowerCase()
  return unit === '%' ? (Number(m[1]) * whole) / 100 : Number(m[1]) * (unit === '' ? 1 : UNIT[unit]! / PX)
}

/** What is never drawn itself, however it is referred to. */
const DEFINITIONS = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'linearGradient', 'radialGradient', 'filter'])
const DEAF = new Set([
  'title',
  'desc',
  'metadata',
  'style',
  'script',
  'animate',
  'animateTransform',
  'animateMotion',
  'set',
  'view',
  'stop',
])
const PASSED: Record<string, string> = {
  text: 'text passed over: turn it into paths in the drawing program',
  tspan: 'text passed over: turn it into paths in the drawing program',
  image: 'picture passed over: only drawn lines can be sawn',
  foreignObject: 'foreign content passed over',
}

/** Reads the tree; refuses what is not well-formed, with the line it breaks at. */
function parse(text: string, progress?: (share: number) => void): { root: Node; styles: string } {
  const parser = new SaxesParser({ xmlns: false, position: false })
  let root: Node | undefined
  let here: Node | undefined
  let depth = 0
  let count = 0
  let styles = ''
  let prefix = ''
  parser.on('error', (e) => {
    throw new Refused(
      `The file is not well-formed SVG: ${e.message.replace(/^\d+:\d+: /, '')} (line ${parser.line}). Save it anew from the drawing program.`,
    )
  })
  parser.on('doctype', (body) => {
    // entities of old exporters; one whose value holds another is left undefined, so nothing can multiply
    let n = 0
    for (const m of body.matchAll(/<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g)) {
      const value = m[2] ?? m[3] ?? ''
      if (n++ < 100 && value.length < 2000 && !value.includes('&')) parser.ENTITIES[m[1]!] = value
    }
  })
  parser.on('opentag', (tag) => {
    const attributes = tag.attributes as unknown as Record<string, string>
    if (!root) {
      const i = tag.name.indexOf(':')
      prefix = i > 0 ? tag.name.slice(0, i + 1) : ''
      if (tag.name.slice(prefix.length) !== 'svg') throw new Refused(`This is an XML file of <${tag.name}>, not an SVG drawing.`)
    }
    if (++depth > LIMITS.depth) throw new Refused(`Groups stand more than ${LIMITS.depth} deep (line ${parser.line}). Ungroup the drawing.`)
    if (++count > LIMITS.elements) throw new Refused(`The drawing has more than ${LIMITS.elements} elements. Bring it in parts.`)
    // tags of other vocabularies keep their prefix and are not known here
    const name =
      prefix && tag.name.startsWith(prefix) ? tag.name.slice(prefix.length) : tag.name.startsWith('svg:') ? tag.name.slice(4) : tag.name
    const node: Node = {
      name,
      attributes,
      children: [],
      line: parser.line,
      id: attributes.id,
      classes: attributes.class ? attributes.class.split(/\s+/).filter(Boolean) : [],
      parent: here,
    }
    if (here) here.children.push(node)
    else root = node
    here = node
  })
  parser.on('closetag', () => {
    depth--
    here = here?.parent
  })
  const css = (t: string) => {
    if (here?.name === 'style' && styles.length < 2e6) styles += t
  }
  parser.on('text', css)
  parser.on('cdata', css)
  const CHUNK = 1 << 18
  for (let i = 0; i < text.length; i += CHUNK) {
    parser.write(text.slice(i, i + CHUNK))
    progress?.((0.4 * i) / text.length)
  }
  parser.close()
  if (!root) throw new Refused('The file is empty; there is no drawing in it.')
  return { root, styles }
}

const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi
const numbers = (text: string | undefined): number[] => (text?.match(NUMBER) ?? []).map(Number)

/** A list of transforms as one matrix; undefined where it cannot be read. */
function transformOf(text: string): Matrix | undefined {
  let m: Matrix = identity
  let rest = text
  for (const t of text.matchAll(/(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)\s*,?\s*/g)) {
    rest = rest.replace(t[0], '')
    const v = numbers(t[2])
    if (!v.length) return undefined
    const a = v[0]!
    const rad = toRadians(a)
    switch (t[1]) {
      case 'matrix':
        if (v.length !== 6) return undefined
        m = times(m, v as unknown as Matrix)
        break
      case 'translate':
        m = times(m, [1, 0, 0, 1, a, v[1] ?? 0])
        break
      case 'scale':
        m = times(m, [a, 0, 0, v[1] ?? a, 0, 0])
        break
      case 'rotate': {
        const [c, s] = [Math.cos(rad), Math.sin(rad)]
        const [x, y] = [v[1] ?? 0, v[2] ?? 0]
        m = times(m, [c, s, -s, c, x - c * x + s * y, y - s * x - c * y])
        break
      }
      case 'skewX':
        m = times(m, [1, 0, Math.tan(rad), 1, 0, 0])
        break
      default:
        m = times(m, [1, Math.tan(rad), 0, 1, 0, 0])
    }
  }
  return rest.trim() === '' || rest.trim() === 'none' ? m : undefined
}

/** How a viewBox is laid into width × height. */
function viewMatrix(box: number[], width: number, height: number, aspect: string | undefined): Matrix {
  const [x, y, w, h] = box as [number, number, number, number]
  const [sx, sy] = [width / w, height / h]
  const how = aspect?.trim() ?? 'xMidYMid meet'
  if (how.startsWith('none')) return [sx, 0, 0, sy, -x * sx, -y * sy]
  const s = how.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (axis: 'x' | 'Y') => (how.includes(`${axis}Min`) ? 0 : how.includes(`${axis}Max`) ? 1 : 0.5)
  return [s, 0, 0, s, -x * s + (width - w * s) * share('x'), -y * s + (height - h * s) * share('Y')]
}
const boxOf = (node: Node): number[] | undefined => {
  const box = numbers(node.attributes.viewBox)
  return box.length === 4 && box[2]! > 0 && box[3]! > 0 ? box : undefined
}

interface Style {
  fill: string
  stroke: string
  visible: boolean
}
const PLAIN: Style = { fill: 'black', stroke: 'none', visible: true }
function nothing(paint: string): boolean {
  const p = paint.trim()
  return p === 'none' || p === 'transparent'
}
const STYLED = [
  'fill',
  'stroke',
  'visibility',
  'display',
  'opacity',
  'fill-opacity',
  'stroke-opacity',
  'stroke-width',
  'clip-path',
] as const
const IS_STYLE: ReadonlySet<string> = new Set(STYLED)
type Said = Partial<Record<(typeof STYLED)[number], string>>
const UNSAID: Said = {}
const zero = (v: string | undefined) => v !== undefined && parseFloat(v) === 0

/**
 * Reads an SVG drawing as vector programs write it. Nothing is fetched and no script is run; text, pictures and
 * clipping are passed over with a note.
 */
export function readSvg(text: string, options: ReadOptions = {}): ReadResult {
  try {
    return { ok: true, drawing: draw(text, options) }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message }
    throw error
  }
}

function draw(text: string, { scale, progress }: ReadOptions): Drawing {
  if (text.length > LIMITS.bytes) throw new Refused(`The file is over ${LIMITS.bytes / 1e6} MB. Simplify the drawing or bring it in parts.`)
  const { root, styles } = parse(text, progress)
  // most rules of a drawing only colour it
  const { rules, skipped } = readStyles(styles, IS_STYLE)
  const { note, notes } = noteTaker()
  if (skipped) note('parts of the style sheet are beyond this reader; lines may show that were hidden', 'style')
  const byId = new Map<string, Node>()
  const index = (n: Node) => {
    if (n.id && !byId.has(n.id)) byId.set(n.id, n)
    n.children.forEach(index)
  }
  index(root)

  // the page: how many mm one user unit is, and whether the file means it
  const box = boxOf(root)
  const declaredLength = (name: 'width' | 'height') => {
    const m = LENGTH.exec(root.attributes[name] ?? '')
    const unit = (m?.[2] ?? '').toLowerCase()
    return m && unit !== '%' && Number(m[1]) > 0 ? { value: Number(m[1]), unit } : undefined
  }
  const [w, h] = [declaredLength('width'), declaredLength('height')]
  const physical = (l: typeof w) => l !== undefined && !['', 'px', 'em', 'ex'].includes(l.unit)
  const named = [w, h].find(physical)
  const widthPx = w ? w.value * (UNIT[w.unit]! / PX) : undefined
  const heightPx = h ? h.value * (UNIT[h.unit]! / PX) : undefined
  const [pageW, pageH] = box
    ? [
        widthPx ?? (heightPx !== undefined ? (heightPx * box[2]!) / box[3]! : box[2]!),
        heightPx ?? (widthPx !== undefined ? (widthPx * box[3]!) / box[2]! : box[3]!),
      ]
    : [widthPx ?? 100, heightPx ?? 100]
  const toPage = box ? viewMatrix(box, pageW, pageH, root.attributes.preserveAspectRatio) : identity
  const px = scale ?? PX
  const base = times([px, 0, 0, px, 0, 0], toPage)

  const lines: DrawnLine[] = []
  const ink = freshInk()
  const paths = reading()
  let visits = 0
  const name = (n: Node) => `${n.name}${n.id ? ` “${n.id.slice(0, 40)}”` : ''}, line ${n.line}`

  /** What style sheet and style say of a node; they stand above its attributes. */
  function saidOf(node: Node): Said {
    if (!rules.length) return node.attributes.style ? declarations(node.attributes.style, IS_STYLE) : UNSAID
    const said: Said = {}
    for (const rule of rules) if (rule.matches(node)) Object.assign(said, rule.declarations)
    return Object.assign(said, declarations(node.attributes.style ?? '', IS_STYLE))
  }
  function styleOf(node: Node, above: Style): Style & { shown: boolean } {
    const a = node.attributes
    const said = saidOf(node)
    const clip = said['clip-path'] ?? a['clip-path']
    if (clip !== undefined && clip !== 'none') note('clipping passed over: the whole shape is taken', name(node))
    const fill = said.fill ?? a.fill ?? 'inherit'
    const stroke = said.stroke ?? a.stroke ?? 'inherit'
    const visibility = said.visibility ?? a.visibility ?? 'inherit'
    const clear = zero(said['stroke-opacity'] ?? a['stroke-opacity']) || zero(said['stroke-width'] ?? a['stroke-width'])
    return {
      fill: zero(said['fill-opacity'] ?? a['fill-opacity']) ? 'none' : fill === 'inherit' ? above.fill : fill,
      stroke: clear ? 'none' : stroke === 'inherit' ? above.stroke : stroke,
      visible: visibility === 'inherit' ? above.visible : visibility.trim() === 'visible',
      shown: (said.display ?? a.display)?.trim() !== 'none' && !zero(said.opacity ?? a.opacity),
    }
  }

  function shape(node: Node, m: Matrix, style: Style) {
    const a = node.attributes
    const pen = new Pen(m, ink)
    const X = (key: string, other = 0) => lengthOf(a[key], box?.[2] ?? pageW) ?? other
    const Y = (key: string, other = 0) => lengthOf(a[key], box?.[3] ?? pageH) ?? other
    switch (node.name) {
      case 'path': {
        const wrong = a.d ? drawPath(a.d, pen, paths) : undefined
        if (wrong !== undefined) note('path data broken: what stands before the mistake is used', `${name(node)}, character ${wrong + 1}`)
        break
      }
      case 'rect': {
        const [x, y, rw, rh] = [X('x'), Y('y'), X('width'), Y('height')]
        if (!(rw > 0 && rh > 0)) break
        const given = [lengthOf(a.rx, rw), lengthOf(a.ry, rh)]
        const rx = Math.min(Math.max(given[0] ?? given[1] ?? 0, 0), rw / 2)
        const ry = Math.min(Math.max(given[1] ?? given[0] ?? 0, 0), rh / 2)
        const q = Math.PI / 2
        pen.move(x + rx, y)
        pen.line(x + rw - rx, y)
        if (rx && ry) pen.arc(x + rw - rx, y + ry, rx, ry, 0, -q, q)
        pen.line(x + rw, y + rh - ry)
        if (rx && ry) pen.arc(x + rw - rx, y + rh - ry, rx, ry, 0, 0, q)
        pen.line(x + rx, y + rh)
        if (rx && ry) pen.arc(x + rx, y + rh - ry, rx, ry, 0, q, q)
        pen.line(x, y + ry)
        if (rx && ry) pen.arc(x + rx, y + ry, rx, ry, 0, 2 * q, q)
        pen.close()
        break
      }
      case 'circle':
      case 'ellipse': {
        const r = lengthOf(a.r, Math.hypot(pageW, pageH) / Math.SQRT2)
        const rx = node.name === 'circle' ? r : lengthOf(a.rx, pageW)
        const ry = node.name === 'circle' ? r : lengthOf(a.ry, pageH)
        if (rx! > 0 && ry! > 0) pen.arc(X('cx'), Y('cy'), rx!, ry!, 0, 0, 2 * Math.PI)
        break
      }
      case 'line':
        pen.move(X('x1'), Y('y1'))
        pen.line(X('x2'), Y('y2'))
        break
      default: {
        const v = numbers(a.points)
        if (v.length > 3) pen.move(v[0]!, v[1]!)
        for (let i = 2; i + 1 < v.length; i += 2) pen.line(v[i]!, v[i + 1]!)
        if (node.name === 'polygon') pen.close()
      }
    }
    pen.finish(false)
    const filled = !nothing(style.fill) && node.name !== 'line'
    const stroked = !nothing(style.stroke)
    if (!filled && !stroked) {
      if (pen.lines.length) note('shape without stroke or fill left out: it is not drawn', name(node))
      return
    }
    const paint = filled && stroked ? 'both' : filled ? 'fill' : 'stroke'
    const [layer, at] = [layerOf(node), name(node)]
    for (const l of pen.lines) lines.push({ points: l.points, closed: l.closed, paint, layer, at })
  }
  function layerOf(node: Node): string {
    for (let n: Node | undefined = node.parent; n; n = n.parent)
      if (n.name === 'g') {
        const label = n.attributes['inkscape:label'] ?? n.id
        if (label) return label.slice(0, 60)
      }
    return ''
  }

  function down(node: Node, m: Matrix, style: Style, using: Set<Node>) {
    for (const c of node.children) if (!DEFINITIONS.has(c.name)) visit(c, m, style, using)
  }
  function visit(node: Node, m: Matrix, above: Style, using: Set<Node>) {
    if (DEAF.has(node.name)) return
    if (++visits > LIMITS.elements)
      throw new Refused('Repeated uses multiply beyond what can be drawn. Flatten the clones in the drawing program.')
    if ((visits & 1023) === 0) progress?.(0.4 + 0.6 * Math.min(1, visits / (byId.size + 2000)))
    const style = styleOf(node, above)
    if (!style.shown) {
      note('hidden parts left out', name(node))
      return
    }
    let here = m
    if (node.attributes.transform) {
      const t = transformOf(node.attributes.transform)
      if (!t) {
        note('transform unreadable: its part is left out', name(node))
        return
      }
      here = times(m, t)
    }
    switch (node.name) {
      case 'g':
      case 'a':
        return down(node, here, style, using)
      case 'switch': {
        const first = node.children.find((c) => !DEAF.has(c.name) && c.name !== 'foreignObject')
        if (first) visit(first, here, style, using)
        return
      }
      case 'svg':
        return down(node, node === root ? here : viewport(node, node, here), style, using)
      case 'use': {
        const href = (node.attributes.href ?? node.attributes['xlink:href'] ?? '').trim()
        const target = href.startsWith('#') ? byId.get(href.slice(1)) : undefined
        if (!target)
          return note(
            href.startsWith('#') ? 'use of something that is not there' : 'use of another file passed over: nothing is fetched',
            name(node),
          )
        if (using.has(target)) return note('use that goes round in a circle', name(node))
        const moved = times(here, [1, 0, 0, 1, lengthOf(node.attributes.x, pageW) ?? 0, lengthOf(node.attributes.y, pageH) ?? 0])
        if (using.size > LIMITS.depth)
          throw new Refused(`Clones of clones stand more than ${LIMITS.depth} deep. Flatten the clones in the drawing program.`)
        using.add(target)
        if (target.name === 'symbol') {
          const own = styleOf(target, style)
          const at = viewport(target, node, moved, true)
          target.children.forEach((c) => visit(c, at, own, using))
        } else visit(target, moved, style, using)
        using.delete(target)
        return
      }
      case 'path':
      case 'rect':
      case 'circle':
      case 'ellipse':
      case 'line':
      case 'polyline':
      case 'polygon':
        if (!style.visible) return note('hidden parts left out', name(node))
        return shape(node, here, style)
    }
    if (PASSED[node.name]) note(PASSED[node.name]!, name(node))
  }
  /** The inside of a nested svg or a symbol that `sized` lays out. */
  function viewport(node: Node, sized: Node, m: Matrix, placed = false): Matrix {
    const at = placed ? m : times(m, [1, 0, 0, 1, lengthOf(sized.attributes.x, pageW) ?? 0, lengthOf(sized.attributes.y, pageH) ?? 0])
    const inner = boxOf(node)
    if (!inner) return at
    const width = lengthOf(sized.attributes.width, box?.[2] ?? pageW) ?? box?.[2] ?? pageW
    const height = lengthOf(sized.attributes.height, box?.[3] ?? pageH) ?? box?.[3] ?? pageH
    return width > 0 && height > 0 ? times(at, viewMatrix(inner, width, height, node.attributes.preserveAspectRatio)) : at
  }
  visit(root, base, PLAIN, new Set([root]))
  progress?.(1)
  if (!lines.length)
    throw new Refused(
      notes.length ? `No line to saw was found: ${notes.map((n) => n.what).join('; ')}.` : 'There is no drawn line in this file.',
    )
  return {
    lines,
    notes,
    scale: px * (toPage[0] || 1),
    declared: scale !== undefined || named !== undefined,
    unit: named ? `${named.value} ${named.unit}` : w?.unit === 'px' ? 'pixels only' : 'no unit',
  }
}
