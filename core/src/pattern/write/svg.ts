import { escapeXml } from '../../file/index.js'
import type { Points } from '../read/index.js'
import type { Sheet } from './sheet.js'

const n = (x: number) => String(Math.round(x * 1e4) / 1e4)

/** Path data of an open line, mm. */
export function linePath(p: Points): string {
  let d = `M${n(p[0]!)} ${n(p[1]!)}L`
  for (let i = 2; i < p.length; i += 2) d += `${i > 2 ? ' ' : ''}${n(p[i]!)} ${n(p[i + 1]!)}`
  return d
}
/** Path data of a closed ring, mm. */
export const ringPath = (p: Points): string => `${linePath(p)}Z`

/** An SVG file in millimetres with one group for each of board, line, cut, holes and order. */
export function writeSvg(sheet: Sheet, title: string): string {
  const { board: b } = sheet
  const [w, h] = [b.maxX - b.minX, b.maxY - b.minY]
  const group = (id: string, stroke: string, body: string[]) =>
    `<g id="${id}" fill="none" stroke="${stroke}" stroke-width="0.1">\n${body.join('\n')}\n</g>`
  const path = (p: Points) => `<path d="${ringPath(p)}"/>`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${n(b.minX)} ${n(b.minY)} ${n(w)} ${n(h)}">`,
    `<title>${escapeXml(title)}</title>`,
    group('board', '#999999', [`<rect x="${n(b.minX)}" y="${n(b.minY)}" width="${n(w)}" height="${n(h)}"/>`]),
    group('line', '#bbbbbb', sheet.line.map(path)),
    group('cut', '#000000', sheet.cut.map(path)),
    group(
      'holes',
      '#0000ff',
      sheet.holes.map((o) => `<circle cx="${n(o.x)}" cy="${n(o.y)}" r="${n(o.drill / 2)}"/>`),
    ),
    `<g id="order" fill="#555555" font-family="sans-serif" font-size="2.5" text-anchor="middle">\n${sheet.order.map((o) => `<text x="${n(o.x)}" y="${n(o.y + 0.9)}">${o.number}</text>`).join('\n')}\n</g>`,
    '</svg>',
    '',
  ].join('\n')
}
