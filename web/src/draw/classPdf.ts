import {
  bladeWords,
  capital,
  cautionWords,
  exerciseWords,
  familyOf,
  mountingWords,
  sawWords,
  setUpWords,
  stepWords,
  stockWords,
  type Evaluation,
  type Job,
  type Say,
  type SetUp,
} from '@green-pitch/core'
import { exercise, ladder, type ShapeName } from '@green-pitch/core/practice'
import QRCode from 'qrcode'
import { checkRule, INK, newPdf, plainText as plain, SOFT, writer } from './pdf'

export interface ClassSheet {
  name: string
  job: Job
  evaluation: Evaluation
  setup: SetUp
  say: Say
  /** the two exercises to saw */
  shapes: readonly [ShapeName, ShapeName]
  /** address that opens the same ticket on any device of the class */
  link: string
}
const SIZES = { mm: [210, 297], in: [215.9, 279.4] } as const
const MARGIN = 12
const CURVED = 4 // rungs up, where the first wave is
const ROWS = 10 // pupils to a sheet

/** A line to begin with and a curve, of a saw's own ladder. */
export const firstShapes = (job: Job): [ShapeName, ShapeName] => {
  const rungs = ladder[familyOf(job.saw)]
  return [rungs[0]!, rungs[Math.min(CURVED, rungs.length - 1)]!]
}

/** One page for one machine in a class: cautions, change of blade, set-up, two exercises at true size, blanks for names and marks. */
export async function makeClassSheet(c: ClassSheet): Promise<Blob> {
  const [w, h] = SIZES[c.say.unit]
  const doc = await newPdf([w, h])
  doc.setProperties({ title: `Class sheet: ${c.name}`, creator: 'Green Pitch' })
  const right = w - MARGIN
  const { job, say } = c
  const put = writer(doc)
  /** Lines of a list in a column; where they end. */
  const list = (items: readonly string[], x: number, y: number, width: number, size = 8.5): number => {
    let at = y
    for (const [i, item] of items.entries()) {
      doc.setFont('Next', 'normal').setFontSize(size).setTextColor(INK)
      const lines = doc.splitTextToSize(plain(item.replaceAll('**', '')), width - 5) as string[]
      put(`${i + 1}`, x, at, size, true)
      doc.setFont('Next', 'normal').text(lines, x + 5, at, { lineHeightFactor: 1.2 })
      at += lines.length * size * 0.3528 * 1.2 + 0.9
    }
    return at
  }
  put(sawWords(job.saw, say), MARGIN, MARGIN + 5, 16, true)
  put(
    `${c.name}: ${bladeWords(c.evaluation.blade, say)} in ${job.stock.material.name.toLowerCase()}, ${stockWords(job.stock, say)}`,
    MARGIN,
    MARGIN + 11,
    9.5,
  )
  const code = 34
  doc.addImage(await QRCode.toDataURL(c.link, { margin: 0, width: 400 }), 'PNG', right - code, MARGIN, code, code)
  put('This ticket on your device', right - code - 1, MARGIN + code + 3.4, 7, false, SOFT)
  doc
    .setDrawColor(INK)
    .setLineWidth(0.5)
    .line(MARGIN, MARGIN + 14, right - code - 4, MARGIN + 14)

  put('Before anything else', MARGIN, MARGIN + 20, 11, true)
  const column = (right - MARGIN - 6) / 2
  let y = list(
    c.setup.cautions.map((k) => cautionWords[k]),
    MARGIN,
    MARGIN + 25.5,
    right - MARGIN - code - 6,
  )
  y = Math.max(y, MARGIN + code + 8) + 3
  put('Change the blade', MARGIN, y, 11, true)
  put('Set it up', MARGIN + column + 6, y, 11, true)
  const change = list(
    job.saw.change.steps.map((s) => `${capital(stepWords(s))}.`),
    MARGIN,
    y + 5.5,
    column,
  )
  put('Before it is switched on', MARGIN, change + 3, 11, true)
  const a = list(
    mountingWords(job.saw).map((m) => `${m}?`),
    MARGIN,
    change + 8.5,
    column,
  )
  const b = list(
    c.setup.value
      .filter((i) => !['isolate', 'clean-ends', 'insert', 'retension', 'trial'].includes(i.do))
      .map((i) => setUpWords(i, job, say)),
    MARGIN + column + 6,
    y + 5.5,
    column,
    8,
  )
  y = Math.max(a, b) + 3
  put('Two exercises, on scrap of the same stock', MARGIN, y, 11, true)
  let tall = 0
  c.shapes.forEach((shape, k) => {
    const x = MARGIN + k * (column + 6)
    const { name, aim } = exerciseWords[shape]
    put(name, x, y + 5.5, 9.5, true)
    doc.setFont('Next', 'normal').setFontSize(8)
    const lines = doc.splitTextToSize(plain(aim), column) as string[]
    doc
      .setFont('Next', 'normal')
      .setFontSize(8)
      .text(lines, x, y + 9.5)
    const drawn = exercise(shape, familyOf(job.saw), c.evaluation.blade)
    const top = y + 10 + lines.length * 3.4
    const places = drawn.lines.map(({ points }) =>
      Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i]!, points[2 * i + 1]!] as const),
    )
    const all = places.flat()
    const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])]
    const [minX, minY] = [Math.min(...xs), Math.min(...ys)]
    const [wide, high] = [Math.max(...xs) - minX, Math.max(...ys) - minY]
    // lying along the page; at true size where it fits
    const lies = high > wide
    const scale = Math.min(1, column / Math.max(wide, high, 1))
    doc.setDrawColor(INK).setLineWidth(0.35)
    for (const line of places)
      line.reduce((was, p) => {
        const at = ([px, py]: readonly [number, number]) =>
          [x + (lies ? py - minY : px - minX) * scale, top + 2 + (lies ? px - minX : py - minY) * scale] as const
        doc.line(...at(was), ...at(p))
        return p
      })
    tall = Math.max(tall, top + 4 + (lies ? wide : high) * scale - y)
  })
  y += tall + 4
  checkRule(doc, MARGIN, y + 3, say.unit)
  y += 13
  put('Name', MARGIN, y, 9, true)
  const marks = ['Goggles on', 'Blade changed', exerciseWords[c.shapes[0]].name, exerciseWords[c.shapes[1]].name, 'Seen by']
  const first = MARGIN + 52
  const each = (right - first) / marks.length
  marks.forEach((m, i) => put(m, first + i * each + 1, y, 7.5))
  const room = Math.max(0, Math.min(ROWS, Math.floor((h - MARGIN - y - 2) / 7.5)))
  doc.setDrawColor(SOFT).setLineWidth(0.2)
  for (let r = 0; r <= room; r++) doc.line(MARGIN, y + 2 + r * 7.5, right, y + 2 + r * 7.5)
  for (let i = 0; i <= marks.length; i++) doc.line(first + i * each, y + 2, first + i * each, y + 2 + room * 7.5)
  put('Follow the saw’s manual and the school’s own rules.', MARGIN, h - 5, 7, false, SOFT)
  return doc.output('blob')
}
