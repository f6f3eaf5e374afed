import type { jsPDF } from 'jspdf'
import { FOOT, tile, type Paper, type Points, type Sheet } from '@green-pitch/core/pattern'
import { checkRule, INK, newPdf } from './pdf'

export const papers = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 }, a3: { width: 297, height: 420 } } as const
export interface PrintIn {
  name: string
  sheet: Sheet
  paper: keyof typeof papers
  /** the line as drawn, the kerf's centre, or both */
  lines: 'line' | 'cut' | 'both'
  weight: number
  numbers: boolean
  holes: boolean
  unit: 'mm' | 'in'
}
const MARGIN = 8
const OVERLAP = 10
const SOFT = '#8b938d'

/** The pattern at true scale over as many pages as it takes, with overlap marks, a page key and a check rule. */
export async function patternPdf(p: PrintIn): Promise<{ pdf: Blob; pages: number }> {
  const size = papers[p.paper]
  const paper: Paper = { ...size, margin: MARGIN }
  const t = tile(p.sheet.board, paper, OVERLAP)
  const format: [number, number] = t.turned ? [size.height, size.width] : [size.width, size.height]
  const doc = await newPdf(format)
  doc.setProperties({ title: `Pattern: ${p.name}`, creator: 'Green Pitch' })
  t.tiles.forEach((page, i) => {
    if (i) doc.addPage(format, format[0] > format[1] ? 'landscape' : 'portrait')
    doc.saveGraphicsState()
    doc.rect(MARGIN, MARGIN, t.width, t.height, null).clip().discardPath()
    const X = (x: number) => x - page.minX + MARGIN
    const Y = (y: number) => y - page.minY + MARGIN
    const onPage = (pts: Points) => {
      let [a, b, c, d] = [Infinity, Infinity, -Infinity, -Infinity]
      for (let k = 0; k < pts.length; k += 2) {
        a = Math.min(a, pts[k]!)
        c = Math.max(c, pts[k]!)
        b = Math.min(b, pts[k + 1]!)
        d = Math.max(d, pts[k + 1]!)
      }
      return c >= page.minX && a <= page.minX + t.width && d >= page.minY && b <= page.minY + t.height
    }
    const ring = (pts: Points) => {
      if (!onPage(pts)) return
      doc.moveTo(X(pts[0]!), Y(pts[1]!))
      for (let k = 2; k < pts.length; k += 2) doc.lineTo(X(pts[k]!), Y(pts[k + 1]!))
      doc.close()
      doc.stroke()
    }
    const b = p.sheet.board
    doc.setDrawColor(SOFT).setLineWidth(0.15).setLineDashPattern([2, 1.5], 0)
    doc.rect(X(b.minX), Y(b.minY), b.maxX - b.minX, b.maxY - b.minY)
    doc.setLineDashPattern([], 0).setLineJoin('round')
    if (p.lines !== 'cut') {
      doc.setDrawColor(INK).setLineWidth(p.weight)
      p.sheet.line.forEach(ring)
    }
    if (p.lines !== 'line') {
      doc.setDrawColor(p.lines === 'both' ? SOFT : INK).setLineWidth(p.lines === 'both' ? 0.1 : p.weight)
      p.sheet.cut.forEach(ring)
    }
    doc.setDrawColor(INK).setLineWidth(0.2)
    if (p.holes)
      for (const h of p.sheet.holes) {
        doc.circle(X(h.x), Y(h.y), h.drill / 2)
        doc.line(X(h.x) - 1.6, Y(h.y), X(h.x) + 1.6, Y(h.y)).line(X(h.x), Y(h.y) - 1.6, X(h.x), Y(h.y) + 1.6)
      }
    if (p.numbers) {
      doc.setFont('Next', 'bold').setFontSize(7).setTextColor(INK)
      for (const o of p.sheet.order) doc.text(String(o.number), X(o.x), Y(o.y) + 0.9, { align: 'center' })
    }
    doc.restoreGraphicsState()
    overlaps(doc, page, t)
    foot(doc, p, t, i, format)
  })
  return { pdf: doc.output('blob'), pages: t.tiles.length }
}

/** Where the next sheet laps over: a dashed line and a cross that must fall on its fellow. */
function overlaps(doc: jsPDF, page: { row: number; column: number }, t: ReturnType<typeof tile>) {
  doc.setDrawColor(SOFT).setLineWidth(0.15)
  doc.rect(MARGIN, MARGIN, t.width, t.height)
  doc.setLineDashPattern([1, 1], 0)
  const cross = (x: number, y: number) => {
    doc.setLineDashPattern([], 0)
    doc
      .line(x - 3, y, x + 3, y)
      .line(x, y - 3, x, y + 3)
      .circle(x, y, 1.2)
    doc.setLineDashPattern([1, 1], 0)
  }
  const [mx, my] = [MARGIN + t.width / 2, MARGIN + t.height / 2]
  const half = OVERLAP / 2
  if (page.column < t.columns - 1) {
    doc.line(MARGIN + t.width - OVERLAP, MARGIN, MARGIN + t.width - OVERLAP, MARGIN + t.height)
    cross(MARGIN + t.width - half, my)
  }
  if (page.column > 0) {
    doc.line(MARGIN + OVERLAP, MARGIN, MARGIN + OVERLAP, MARGIN + t.height)
    cross(MARGIN + half, my)
  }
  if (page.row < t.rows - 1) {
    doc.line(MARGIN, MARGIN + t.height - OVERLAP, MARGIN + t.width, MARGIN + t.height - OVERLAP)
    cross(mx, MARGIN + t.height - half)
  }
  if (page.row > 0) {
    doc.line(MARGIN, MARGIN + OVERLAP, MARGIN + t.width, MARGIN + OVERLAP)
    cross(mx, MARGIN + half)
  }
  doc.setLineDashPattern([], 0)
}

function foot(doc: jsPDF, p: PrintIn, t: ReturnType<typeof tile>, i: number, [, h]: [number, number]) {
  const page = t.tiles[i]!
  const y = h - MARGIN - FOOT + 6
  // the rule: measure it before gluing
  checkRule(doc, MARGIN, y, p.unit)
  doc.setFont('Next', 'bold').text(p.name.slice(0, 60), MARGIN, y + 9)
  // page key
  const cell = Math.min(4, 14 / t.rows, 40 / t.columns)
  const [kx, ky] = [MARGIN + t.width - t.columns * cell, h - MARGIN - t.rows * cell - 1]
  doc.setLineWidth(0.15)
  for (const o of t.tiles) {
    doc.setFillColor(o === page ? INK : '#ffffff')
    doc.rect(kx + o.column * cell, ky + o.row * cell, cell, cell, 'FD')
  }
  doc.setFont('Next', 'normal').text(`Sheet ${i + 1} of ${t.tiles.length}`, kx - 3, h - MARGIN - 1, { align: 'right' })
}
