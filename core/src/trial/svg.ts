import type { TestPiece } from './piece.js'

const figure = (x: number) => String(Math.round(x * 1000) / 1000)
/** One line of a test piece as an SVG path, mm. */
export const linePath = ({ points, kind }: TestPiece['lines'][number]): string =>
  points.reduce((d, x, i) => d + (i % 2 ? ` ${figure(x)}` : `${i ? 'L' : 'M'}${figure(x)}`), '') + (kind === 'opening' ? 'Z' : '')

const COLUMNS = 3
const APART = 8 // mm between sheets
/**
 * Test pieces at true size as one SVG drawing in mm, one for each label: layers “board”, “cut”, “drill” and “label”.
 */
export function pieceSvg(piece: TestPiece, labels: readonly string[]): string {
  const columns = Math.min(COLUMNS, labels.length)
  const [w, h] = [piece.width + APART, piece.height + APART + 6]
  const [width, height] = [columns * w, Math.ceil(labels.length / columns) * h]
  const sheet = (label: string, i: number) => {
    const holes = piece.lines.flatMap((l) => l.hole ?? [])
    return [
      `<g id="${label}" transform="translate(${figure((i % columns) * w)} ${figure(Math.floor(i / columns) * h)})">`,
      `<rect class="board" x="0" y="0" width="${figure(piece.width)}" height="${figure(piece.height)}"/>`,
      ...piece.lines.map((l) => `<path class="cut" d="${linePath(l)}"/>`),
      ...holes.map((o) => `<circle class="drill" cx="${figure(o.x)}" cy="${figure(o.y)}" r="${figure(o.drill / 2)}"/>`),
      `<text class="label" x="0" y="${figure(piece.height + 5)}">${label}</text>`,
      '</g>',
    ].join('')
  }
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(width)}mm" height="${figure(height)}mm" viewBox="0 0 ${figure(width)} ${figure(height)}">`,
    '<style>.board,.cut,.drill{fill:none;stroke:#26302c;stroke-width:.2}.board{stroke-dasharray:2 2}.label{font:5px sans-serif}</style>',
    ...labels.map(sheet),
    '</svg>',
  ].join('\n')
}
