import { expect, it } from 'vitest'
import { blades, bladeById, chartColumns, chartRow, makeJob, materialById, sawById, workedRadius, type ChartRow } from '@green-pitch/core'
import { chartSheet, fits, PAPERS, pointsToMm, type ChartIn } from '../src/draw/chartSheet'

const owned = ['scroll-reverse-skip-4', 'scroll-reverse-skip-9', 'jeweler-4o0', 'dovetail-17'].map((id) => bladeById(id)!)
const job = (id: string, thickness: number, saw: string) =>
  makeJob({
    stock: { material: materialById(id)!, form: thickness < 3 ? 'sheet' : 'board', thickness },
    saw: sawById(saw)!,
    cut: { radius: thickness < 3 ? 1.5 : 5, web: undefined, hole: undefined, kind: 'outline' },
  })
const rows = [job('pear', 9, 'scroll-plain'), job('pine', 19, 'scroll-plain'), job('silver', 0.8, 'frame-70')].map((j) =>
  chartRow(j, owned, blades, ['metric']),
)
const chart = (over: Partial<ChartIn> = {}): ChartIn => ({
  title: 'Chart',
  rows,
  columns: [...chartColumns],
  paper: 'a3',
  date: 'today',
  say: { unit: 'mm', naming: 'size' },
  ...over,
})
/** A wide face, so that what fits here fits on paper. */
const measure = (text: string, pt: number, bold: boolean) => text.length * (bold ? 0.56 : 0.52) * pointsToMm(pt)

it('a chart is one sheet: figures of 18 points on A3, all of it inside the margins, teeth at true size', () => {
  for (const paper of ['a3', 'a4', 'letter', 'tabloid'] as const) {
    const [w, h] = PAPERS[paper]
    const k = Math.min(w / 420, h / 297)
    const sheet = chartSheet(chart({ paper }), measure)
    for (const m of sheet.marks) {
      if ('text' in m) {
        const left = m.right ? m.x - measure(m.text, m.pt, m.bold ?? false) : m.x
        expect(left, m.text).toBeGreaterThanOrEqual(10 * k)
        expect(left + measure(m.text, m.pt, m.bold ?? false), m.text).toBeLessThanOrEqual(w - 10 * k)
        const inRow = sheet.places.some((p) => m.y > p.top && m.y < p.bottom)
        if (inRow) expect(m.pt / k, m.text).toBeGreaterThanOrEqual(18 - 1e-9)
      }
    }
    expect(sheet.places.at(-1)!.bottom).toBeLessThan(h - 20 * k)
    // the tips of a strip stand as far apart as the blade's teeth, whatever the paper
    const tips = sheet.marks.flatMap((m) => ('shape' in m && m.shape.length === 5 ? [m.shape[1]![0]] : []))
    const pitch = Math.min(...rows[0]!.blade!.spacing)
    const apart = tips.slice(1).map((x, i) => x - tips[i]!)
    expect(Math.min(...apart.filter((d) => d > pitch / 2))).toBeCloseTo(pitch, 6)
  }
})

it('what cannot be read across a room is refused, not shrunk; a text too long for its column is cut with a mark', () => {
  const many = (n: number) => Array.from({ length: n }, () => rows[0]!)
  expect(fits(many(12), 'a3')).toBe(true)
  expect(fits(many(16), 'a3')).toBe(false)
  // a smaller sheet is the same sheet, smaller
  expect(fits(many(12), 'a4')).toBe(true)
  const long: ChartRow = {
    ...rows[0]!,
    job: {
      ...rows[0]!.job,
      stock: { ...rows[0]!.job.stock, material: { ...materialById('pear')!, name: 'Pear from the old tree behind the boathouse' } },
    },
  }
  const sheet = chartSheet(chart({ rows: [long] }), measure)
  expect(sheet.marks.some((m) => 'text' in m && /^Pear from.*…$/.test(m.text))).toBe(true)
  // none owned does it: the row says what to buy
  const none = chartRow(job('silver', 0.8, 'frame-70'), owned.slice(0, 2), blades, ['metric'])
  const told = chartSheet(chart({ rows: [none] }), measure).marks.flatMap((m) => ('text' in m ? [m.text] : []))
  expect(told.join(' ')).toMatch(/none in the drawer.*buy No\. \d/)
  expect(workedRadius(rows[0]!.blade!)).toBeLessThan(5)
})
