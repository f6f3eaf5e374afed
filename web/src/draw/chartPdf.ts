import { chartSheet, PAPERS, type ChartIn } from './chartSheet'
import { INK, newPdf, plainText, SOFT } from './pdf'

/** The wall chart as one page at true size. */
export async function chartPdf(chart: ChartIn): Promise<Blob> {
  const [w, h] = PAPERS[chart.paper]
  const doc = await newPdf([w, h])
  doc.setProperties({ title: chart.title, creator: 'Green Pitch' })
  const font = (pt: number, bold: boolean) => doc.setFont('Next', bold ? 'bold' : 'normal').setFontSize(pt)
  const { marks } = chartSheet(chart, (text, pt, bold) => font(pt, bold).getTextWidth(plainText(text)))
  for (const m of marks) {
    if ('text' in m)
      font(m.pt, m.bold ?? false)
        .setTextColor(m.soft ? SOFT : INK)
        .text(plainText(m.text), m.x, m.y, { align: m.right ? 'right' : 'left' })
    else if ('line' in m)
      doc
        .setDrawColor(INK)
        .setLineWidth(m.width)
        .line(...m.line)
    else {
      m.shape.forEach(([x, y], i) => (i ? doc.lineTo(x, y) : doc.moveTo(x, y)))
      doc.close().setFillColor(INK).fill()
    }
  }
  return doc.output('blob')
}
