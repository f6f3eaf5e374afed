import { declarations, readStyles } from './css.js'
import { FAINT, LIMITS, noteTaker, Refused, type DrawnLine, type Drawing, type Look, type ReadOptions, type ReadResult } from './drawing.js'
import { identity, freshInk, Pen, times, type Matrix } from './flatten.js'
import { drawPath, reading } from './path.js'
import { endsOf, IS_STYLE, joinsOf, meanTone, PLAIN, styleFrom, toneOf, UNSAID, type Said, type Style, type Tone } from './svgStyle.js'
import { parseSvg, type Node } from './svgTree.js'
import { coversPage, offPage } from './sheet.js'
import { boxOf, LENGTH, lengthOf, numbers, PX, transformOf, UNIT, viewMatrix } from './svgUnits.js'

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

const SINCE_96 = 0.92
/** Release of the editor that wrote a file, as the old ones say it; NaN where it says none. */
function editorOf(root: Node): number {
  const release = root.attributes['inkscape:version']
  return release !== undefined ? parseFloat(release) : root.attributes['sodipodi:version'] !== undefined ? 0 : NaN
}
const round = (x: number) => Math.round(x * 1000) / 1000

function draw(text: string, { scale, progress }: ReadOptions): Drawing {
  if (text.length > LIMITS.bytes) throw new Refused(`The file is over ${LIMITS.bytes / 1e6} MB. Simplify the drawing or bring it in parts.`)
  const { root, styles } = parseSvg(text, progress)
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
  // without a viewBox a page in mm does not say what its numbers are: before 2017 editors meant 1/90 inch by them
  const editor = box ? NaN : editorOf(root)
  const px = scale ?? (editor < SINCE_96 ? 25.4 / 90 : PX)
  const sure = named !== undefined && (box !== undefined || !Number.isNaN(editor))
  const base = times([px, 0, 0, px, 0, 0], toPage)

  const lines: DrawnLine[] = []
  // one that does not say its size is drawn as for a piece of some 200 mm
  const ink = freshInk(sure || scale !== undefined ? 1 : Math.max(1, 200 / (Math.max(pageW, pageH) * px)))
  const paths = reading()
  let visits = 0
  const name = (n: Node) => `${n.name}${n.id ? ` “${n.id.slice(0, 40)}”` : ''}, line ${n.line}`

  const pages = box !== undefined || (w !== undefined && h !== undefined)
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
    return styleFrom((name) => said[name] ?? a[name], above)
  }
  /** How a paint shows; a gradient by its stops, through whatever it borrows them from. */
  function tone(text: string, current: string): Tone | undefined {
    if (text === 'currentColor') return toneOf(current)
    const link = /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(text)
    if (!link) return toneOf(text)
    const seen = new Set<Node>()
    for (let at = byId.get(link[1]!); at && !seen.has(at);) {
      seen.add(at)
      const stops = at.children.filter((c) => c.name === 'stop')
      if (stops.length) return meanTone(stops.map(stopTone))
      at = byId.get((at.attributes.href ?? at.attributes['xlink:href'] ?? '').trim().slice(1))
    }
    // a pattern of tiles, or what is not there: the color behind the link, else black
    if (byId.get(link[1]!)?.name === 'pattern') note('a fill of repeated tiles taken as plain', link[0])
    return toneOf(text.slice(link[0].length).trim() || 'black')
  }
  function stopTone(stop: Node): Tone | undefined {
    const said = saidOf(stop)
    const t = toneOf((said['stop-color'] ?? stop.attributes['stop-color'] ?? 'black').trim())
    const alpha = parseFloat(said['stop-opacity'] ?? stop.attributes['stop-opacity'] ?? '1')
    return t && alpha > 0 ? { ...t, alpha: t.alpha * alpha } : undefined
  }
  /** How a shape is painted; undefined where nothing of it shows. */
  function lookOf(node: Node, style: Style, m: Matrix): Look | undefined {
    const through = (t: Tone | undefined, alpha: number) => (t && t.alpha * alpha > 0 ? { ...t, alpha: t.alpha * alpha } : undefined)
    const fill = node.name === 'line' ? undefined : through(tone(style.fill, style.color), style.fillAlpha * style.alpha)
    const stroke = style.width > 0 ? through(tone(style.stroke, style.color), style.strokeAlpha * style.alpha) : undefined
    if (!fill && !stroke) return undefined
    const [ends, joins] = [endsOf(style.ends), joinsOf(style.joins)]
    return {
      order: visits,
      ...(fill && { fill: round(fill.light), ...(style.rule === 'evenodd' && { rule: 'evenodd' as const }) }),
      ...(stroke && {
        stroke: round(stroke.light),
        // a stroke stretched unevenly counts by its mean
        width: style.width * Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2])),
        ...(ends && { ends }),
        ...(joins && { joins }),
      }),
      ...((fill?.colored || stroke?.colored) && { colored: true as const }),
      ...(Math.max(fill?.alpha ?? 0, stroke?.alpha ?? 0) < FAINT && { faint: true as const }),
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
    if (!pen.lines.length) return
    const look = lookOf(node, style, m)
    if (!look) return note('shape without stroke or fill left out: it is not drawn', name(node))
    if (pages && pen.lines.length === 1 && coversPage(pen.lines[0]!.points, pageW * px, pageH * px)) look.frame = true
    if (pages && pen.lines.every((l) => offPage(l.points, pageW * px, pageH * px))) look.off = true
    const paint = look.fill === undefined ? 'stroke' : look.stroke === undefined ? 'fill' : 'both'
    const [layer, at] = [layerOf(node), name(node)]
    for (const l of pen.lines) lines.push({ points: l.points, closed: l.closed, paint, layer, at, look })
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
        note('transform unreadable: its part stands where it was drawn', name(node))
      } else here = times(m, t)
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
    declared: scale !== undefined || sure,
    unit: named
      ? `${named.value} ${named.unit}${sure ? '' : ', but not what its numbers are'}`
      : w?.unit === 'px'
        ? 'pixels only'
        : 'no unit',
  }
}
