import { declarations, type Rule } from './css.js'
import { FAINT, type Look } from './drawing.js'
import type { Matrix } from './flatten.js'
import { endsOf, IS_STYLE, joinsOf, meanTone, styleFrom, toneOf, UNSAID, type Said, type Style, type Tone } from './svgStyle.js'
import type { Node } from './svgTree.js'

const round = (x: number) => Math.round(x * 1000) / 1000

/** What a drawing's shapes are painted with: by its style sheet, styles and attributes, through gradients and what they borrow. */
export interface Painter {
  styleOf(node: Node, above: Style): Style & { shown: boolean; clipped: boolean }
  /** How a shape is painted, as the `order`-th; undefined where nothing of it shows. */
  lookOf(node: Node, style: Style, m: Matrix, order: number): Look | undefined
}

/** @param tiled is told of each fill of repeated tiles, which is taken as plain */
export function painter(rules: readonly Rule[], byId: ReadonlyMap<string, Node>, tiled: (link: string) => void): Painter {
  /** What style sheet and style say of a node; they stand above its attributes. */
  function saidOf(node: Node): Said {
    if (!rules.length) return node.attributes.style ? declarations(node.attributes.style, IS_STYLE) : UNSAID
    const said: Said = {}
    for (const rule of rules) if (rule.matches(node)) Object.assign(said, rule.declarations)
    return Object.assign(said, declarations(node.attributes.style ?? '', IS_STYLE))
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
    if (byId.get(link[1]!)?.name === 'pattern') tiled(link[0])
    return toneOf(text.slice(link[0].length).trim() || 'black')
  }
  function stopTone(stop: Node): Tone | undefined {
    const said = saidOf(stop)
    const t = toneOf((said['stop-color'] ?? stop.attributes['stop-color'] ?? 'black').trim())
    const alpha = parseFloat(said['stop-opacity'] ?? stop.attributes['stop-opacity'] ?? '1')
    return t && alpha > 0 ? { ...t, alpha: t.alpha * alpha } : undefined
  }
  const through = (t: Tone | undefined, alpha: number) => (t && t.alpha * alpha > 0 ? { ...t, alpha: t.alpha * alpha } : undefined)
  return {
    styleOf(node, above) {
      const a = node.attributes
      const said = saidOf(node)
      return {
        ...styleFrom((name) => said[name] ?? a[name], above),
        clipped: (said['clip-path'] ?? a['clip-path'] ?? 'none') !== 'none',
      }
    },
    lookOf(node, style, m, order) {
      const fill = node.name === 'line' ? undefined : through(tone(style.fill, style.color), style.fillAlpha * style.alpha)
      const stroke = style.width > 0 ? through(tone(style.stroke, style.color), style.strokeAlpha * style.alpha) : undefined
      if (!fill && !stroke) return undefined
      const [ends, joins] = [endsOf(style.ends), joinsOf(style.joins)]
      return {
        order,
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
    },
  }
}
