import { SaxesParser } from 'saxes'
import { LIMITS, Refused } from './drawing.js'

/** An element of an SVG file. */
export interface Node {
  name: string
  attributes: Record<string, string>
  children: Node[]
  line: number
  id?: string
  classes: readonly string[]
  parent?: Node
}

/** Reads the tree; refuses what is not well-formed, with the line it breaks at. */
export function parseSvg(text: string, progress?: (share: number) => void): { root: Node; styles: string } {
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
    const attributes = tag.attributes
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
