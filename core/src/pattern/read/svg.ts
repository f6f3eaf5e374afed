import { readStyles } from './css.js'
import { LIMITS, noteTaker, Refused, type DrawnLine, type Drawing, type ReadOptions, type ReadResult } from './drawing.js'
import { freshInk, Pen, times, type Matrix } from './flatten.js'
import { reading } from './path.js'
import { coversPage, offPage } from './sheet.js'
import { pageOf, viewport } from './svgPage.js'
import { painter } from './svgPaint.js'
import { shapes } from './svgShapes.js'
import { IS_STYLE, PLAIN, type Style } from './svgStyle.js'
import { parseSvg, type Node } from './svgTree.js'
import { lengthOf, transformOf } from './svgUnits.js'

/** What is never drawn itself, however it is referred to. */
const DEFINITIONS = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'linearGradient', 'radialGradient', 'filter'])
/** What draws nothing, and is not worth a word. */
const DEAF = new Set('title desc metadata style script animate animateTransform animateMotion set view stop'.split(' '))
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
    return { ok: true, drawing: read(text, options) }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message }
    throw error
  }
}

function read(text: string, { scale, progress }: ReadOptions): Drawing {
  if (text.length > LIMITS.bytes) throw new Refused(`The file is over ${LIMITS.bytes / 1e6} MB. Simplify the drawing or bring it in parts.`)
  const { root, styles } = parseSvg(text, progress)
  // most rules of a drawing only colour it
  const { rules, skipped } = readStyles(styles, IS_STYLE)
  const { note, notes } = noteTaker()
  if (skipped) note('parts of the style sheet are beyond this reader; lines may show that were hidden', 'style')
  const byId = namedIn(root)
  const page = pageOf(root, scale)
  const paint = painter(rules, byId, (link) => note('a fill of repeated tiles taken as plain', link))

  const lines: DrawnLine[] = []
  // one that does not say its size is drawn as for a piece of some 200 mm
  const ink = freshInk(page.sure || scale !== undefined ? 1 : Math.max(1, 200 / (Math.max(page.width, page.height) * page.px)))
  const paths = reading()
  let visits = 0

  function styleOf(node: Node, above: Style) {
    const style = paint.styleOf(node, above)
    if (style.clipped) note('clipping passed over: the whole shape is taken', placeOf(node))
    return style
  }
  function shape(node: Node, m: Matrix, style: Style) {
    const pen = new Pen(m, ink)
    const wrong = shapes.get(node.name)!(node, { pen, page, paths })
    if (wrong !== undefined) note('path data broken: what stands before the mistake is used', `${placeOf(node)}, character ${wrong + 1}`)
    pen.finish(false)
    if (!pen.lines.length) return
    const look = paint.lookOf(node, style, m, visits)
    if (!look) return note('shape without stroke or fill left out: it is not drawn', placeOf(node))
    const [width, height] = [page.width * page.px, page.height * page.px]
    if (page.bounded && pen.lines.length === 1 && coversPage(pen.lines[0]!.points, width, height)) look.frame = true
    if (page.bounded && pen.lines.every((l) => offPage(l.points, width, height))) look.off = true
    const by = look.fill === undefined ? 'stroke' : look.stroke === undefined ? 'fill' : 'both'
    const [layer, at] = [layerOf(node), placeOf(node)]
    for (const l of pen.lines) lines.push({ points: l.points, closed: l.closed, paint: by, layer, at, look })
  }
  function use(node: Node, m: Matrix, style: Style, using: Set<Node>) {
    const href = (node.attributes.href ?? node.attributes['xlink:href'] ?? '').trim()
    if (!href.startsWith('#')) return note('use of another file passed over: nothing is fetched', placeOf(node))
    const target = byId.get(href.slice(1))
    if (!target) return note('use of something that is not there', placeOf(node))
    if (using.has(target)) return note('use that goes round in a circle', placeOf(node))
    const { x, y } = node.attributes
    const moved = times(m, [1, 0, 0, 1, lengthOf(x, page.width) ?? 0, lengthOf(y, page.height) ?? 0])
    if (using.size > LIMITS.depth)
      throw new Refused(`Clones of clones stand more than ${LIMITS.depth} deep. Flatten the clones in the drawing program.`)
    using.add(target)
    if (target.name === 'symbol') {
      const own = styleOf(target, style)
      const at = viewport(page, target, node, moved, true)
      for (const c of target.children) visit(c, at, own, using)
    } else visit(target, moved, style, using)
    using.delete(target)
  }
  function down(node: Node, m: Matrix, style: Style, using: Set<Node>) {
    for (const c of node.children) if (!DEFINITIONS.has(c.name)) visit(c, m, style, using)
  }
  function visit(node: Node, m: Matrix, above: Style, using: Set<Node>): void {
    if (DEAF.has(node.name)) return
    if (++visits > LIMITS.elements)
      throw new Refused('Repeated uses multiply beyond what can be drawn. Flatten the clones in the drawing program.')
    if ((visits & 1023) === 0) progress?.(0.4 + 0.6 * Math.min(1, visits / (byId.size + 2000)))
    const style = styleOf(node, above)
    if (!style.shown) return note('hidden parts left out', placeOf(node))
    const { transform } = node.attributes
    const moves = transform ? transformOf(transform) : undefined
    if (transform && !moves) note('transform unreadable: its part stands where it was drawn', placeOf(node))
    const here = moves ? times(m, moves) : m
    if (shapes.has(node.name)) return style.visible ? shape(node, here, style) : note('hidden parts left out', placeOf(node))
    switch (node.name) {
      case 'g':
      case 'a':
        return down(node, here, style, using)
      case 'switch': {
        const first = node.children.find((c) => !DEAF.has(c.name) && c.name !== 'foreignObject')
        return first && visit(first, here, style, using)
      }
      case 'svg':
        return down(node, node === root ? here : viewport(page, node, node, here), style, using)
      case 'use':
        return use(node, here, style, using)
    }
    if (PASSED[node.name]) note(PASSED[node.name]!, placeOf(node))
  }
  visit(root, page.base, PLAIN, new Set([root]))
  progress?.(1)
  if (!lines.length)
    throw new Refused(
      notes.length ? `No line to saw was found: ${notes.map((n) => n.what).join('; ')}.` : 'There is no drawn line in this file.',
    )
  return { lines, notes, scale: page.scale, declared: scale !== undefined || page.sure, unit: page.unit }
}

/** Every part that has a name of its own, the first of each. */
function namedIn(root: Node): Map<string, Node> {
  const byId = new Map<string, Node>()
  const index = (n: Node) => {
    if (n.id && !byId.has(n.id)) byId.set(n.id, n)
    n.children.forEach(index)
  }
  index(root)
  return byId
}
/** Where it stands in the file, for words. */
const placeOf = (n: Node) => `${n.name}${n.id ? ` “${n.id.slice(0, 40)}”` : ''}, line ${n.line}`
/** What the nearest group above is called that has a name. */
function layerOf(node: Node): string {
  for (let n: Node | undefined = node.parent; n; n = n.parent)
    if (n.name === 'g') {
      const label = n.attributes['inkscape:label'] ?? n.id
      if (label) return label.slice(0, 60)
    }
  return ''
}
