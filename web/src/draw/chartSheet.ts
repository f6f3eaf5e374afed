import {
  chartCells,
  chartColumnNames,
  curveWords,
  sizeWords,
  sizedByTeeth,
  stockWords,
  tpiWords,
  type ChartColumn,
  type ChartRow,
  type Say,
} from '@green-pitch/core'
import { toothOutlines, type Point } from './teeth'

/** What a wall chart is drawn of, mm and points; alike on the screen and on paper. */
export type Drawn =
  | { text: string; x: number; y: number; pt: number; bold?: boolean; soft?: boolean; right?: boolean }
  | { line: [number, number, number, number]; width: number }
  | { shape: Point[] }
export interface ChartIn {
  title: string
  rows: readonly ChartRow[]
  columns: readonly ChartColumn[]
  paper: keyof typeof PAPERS
  /** “26 November 2026” */
  date: string
  say: Say
}
/** Sheets, lying, mm. */
export const PAPERS = { a4: [297, 210], a3: [420, 297], letter: [279.4, 215.9], tabloid: [431.8, 279.4] } as const
export const paperNames = { a4: 'A4', a3: 'A3', letter: 'Letter', tabloid: 'Tabloid' } as const

/** A line to measure a print by. */
export const CHECK = { mm: { length: 100, step: 10, word: '100 mm' }, in: { length: 101.6, step: 25.4, word: '4 in' } } as const
const MM = 25.4 / 72 // of a point
/** Sizes on A3; smaller sheets are drawn smaller as a whole. */
const FIGURE = 18
const SIZE = 22
const LABEL = 13
const MARGIN = 12
const TOP = 24
const FOOT = 13
const HEAD = 9
const SAW = 8.5
const ROW = 16.4
/** Share of the width each column asks for, mm on A3. */
const WIDE: Record<ChartColumn | 'stock' | 'blade', number> = { stock: 96, blade: 78, teeth: 42, drill: 30, strokes: 46, note: 50, way: 54 }

const scaleOf = (paper: keyof typeof PAPERS) => Math.min(PAPERS[paper][0] / 420, PAPERS[paper][1] / 297)
const sawsOf = (rows: readonly ChartRow[]) => [...new Set(rows.map((r) => r.job.saw.id))]
/** Whether so many rows are still readable across a room on one sheet. */
export function fits(rows: readonly ChartRow[], paper: keyof typeof PAPERS): boolean {
  const k = scaleOf(paper)
  return PAPERS[paper][1] / k >= 2 * MARGIN + TOP + HEAD + FOOT + sawsOf(rows).length * SAW + rows.length * ROW
}

/**
 * Lays the chart out on one sheet, rows by saw, each in two lines no smaller than 18 points on A3.
 * @param measure width of a text, mm, in points of size
 * @returns the sheet, mm, what is drawn on it, and the places of the rows, top and bottom, for hands
 */
export function chartSheet(
  { title, rows, columns, paper, date, say }: ChartIn,
  measure: (text: string, pt: number, bold: boolean) => number,
) {
  const [width, height] = PAPERS[paper]
  const k = scaleOf(paper)
  const marks: Drawn[] = []
  const inner = width - 2 * MARGIN * k
  const shown = ['stock', 'blade', ...columns] as const
  const asked = shown.reduce((t, c) => t + WIDE[c], 0)
  const at: Partial<Record<(typeof shown)[number], { x: number; w: number }>> = {}
  let x = MARGIN * k
  for (const c of shown) {
    const w = (inner * WIDE[c]) / asked
    at[c] = { x, w }
    x += w
  }
  /** As much of a text as a column holds: drawn smaller first, a little, then cut. */
  const put = (text: string, px: number, y: number, pt: number, room: number, more: { bold?: boolean; soft?: boolean } = {}) => {
    if (!text) return
    const size = pt * k
    let said = text
    const wide = (s: string) => measure(s, size, more.bold ?? false)
    while (wide(said) > room && said.length > 1) said = `${said.replace(/…$/, '').slice(0, -1).trimEnd()}…`
    marks.push({ text: said, x: px, y, pt: size, ...more })
    return size
  }
  const rule = (y: number, w = 0.25) => marks.push({ line: [MARGIN * k, y, width - MARGIN * k, y], width: w * k })

  let y = (MARGIN + 9) * k
  put(title, MARGIN * k, y, 30, inner * 0.72, { bold: true })
  marks.push({ text: date, x: width - MARGIN * k, y, pt: FIGURE * k, right: true })
  put('Each curve is the tightest meant. Teeth are drawn full size.', MARGIN * k, y + 8 * k, LABEL, inner, { soft: true })
  y = (MARGIN + TOP) * k
  for (const c of shown)
    put(c === 'stock' ? 'Stock and curve' : c === 'blade' ? 'Blade' : chartColumnNames[c], at[c]!.x, y, LABEL, at[c]!.w - 3 * k, {
      soft: true,
    })
  y += 2.5 * k
  rule(y, 0.6)
  y += (HEAD - 5) * k
  const places: { row: number; top: number; bottom: number }[] = []
  for (const saw of sawsOf(rows)) {
    const mine = rows.map((r, i) => ({ r, i })).filter(({ r }) => r.job.saw.id === saw)
    y += SAW * 0.55 * k
    put(mine[0]!.r.job.saw.short, MARGIN * k, y, LABEL, inner, { bold: true })
    y += SAW * 0.45 * k
    for (const { r, i } of mine) {
      const top = y
      const [one, two] = [y + 5.9 * k, y + 13 * k]
      const cells = chartCells(r, say)
      const { blade, job } = r
      const cell = (c: ChartColumn, first: string, second = '') => {
        const place = at[c]
        if (!place) return
        put(first, place.x, one, FIGURE, place.w - 3 * k, { bold: true })
        put(second, place.x, two, FIGURE, place.w - 3 * k)
      }
      put(job.stock.material.name, at.stock!.x, one, FIGURE, at.stock!.w - 3 * k, { bold: true })
      put(
        `${stockWords(job.stock, say).replace(/ (board|sheet)$/, '')}, ${curveWords(job, say)}`,
        at.stock!.x,
        two,
        FIGURE,
        at.stock!.w - 3 * k,
      )
      if (blade) {
        put(blade.plate ? blade.name : sizeWords(blade), at.blade!.x, one, SIZE, at.blade!.w - 3 * k, { bold: true })
        const teeth = blade.plate
          ? sizeWords(blade)
          : sizedByTeeth(blade)
            ? blade.name.toLowerCase()
            : `${blade.name.toLowerCase()}, ${tpiWords(blade)}`
        put(teeth, at.blade!.x, two, FIGURE, at.blade!.w - 3 * k)
        if (at.teeth) strip(marks, blade, at.teeth.x, y + 9.5 * k, at.teeth.w - 4 * k)
      } else {
        put('none in the drawer', at.blade!.x, one, FIGURE, at.blade!.w - 3 * k, { bold: true })
        put(cells.blade, at.blade!.x, two, FIGURE, at.blade!.w + WIDE.teeth * k)
      }
      const halves = (c: ChartColumn) => {
        const [a = '', ...b] = cells[c].split(', ')
        return [a, b.join(', ')] as const
      }
      cell('drill', cells.drill)
      for (const c of ['strokes', 'note', 'way'] as const) cell(c, ...halves(c))
      y += ROW * k
      rule(y - 1.2 * k)
      places.push({ row: i, top, bottom: y })
    }
  }
  const foot = height - MARGIN * k
  const check = CHECK[say.unit]
  marks.push({ line: [MARGIN * k, foot - 6 * k, MARGIN * k + check.length, foot - 6 * k], width: 0.3 })
  for (const d of [0, check.length / 2, check.length])
    marks.push({ line: [MARGIN * k + d, foot - 6 * k, MARGIN * k + d, foot - (6 + 2.5) * k], width: 0.3 })
  put(`This line is ${check.word}. Green Pitch.`, MARGIN * k, foot, 10, 100, { soft: true })
  const caution = 'Guards and manuals first. Notes hold for these saws alone. Print anew when the drawer changes.'
  marks.push({ text: caution, x: width - MARGIN * k, y: foot, pt: 10 * k, soft: true, right: true })
  return { width, height, marks, places }
}

/** A stretch of blade at true size, its teeth down. */
function strip(marks: Drawn[], blade: NonNullable<ChartRow['blade']>, x: number, y: number, length: number): void {
  const { toothDepth: d } = blade
  const body = Math.min(blade.width - d, 4)
  marks.push({
    shape: [
      [x, y - body],
      [x + length, y - body],
      [x + length, y],
      [x, y],
    ],
  })
  const middle = blade.length / 2
  for (const { outline } of toothOutlines(blade, middle, middle + length))
    marks.push({ shape: outline.map(([out, along]): Point => [Math.min(x + length, Math.max(x, x + along - middle)), y + out]) })
}
export const pointsToMm = (pt: number): number => pt * MM
