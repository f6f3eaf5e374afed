import Papa from 'papaparse'
import { bladeById, blades, MODEL, type LogEntry } from '@green-pitch/core'
import { upgraded } from './format'
import type { DrawerRecord, LogRecord, Price } from './records'

/** Spreadsheets must not run a cell as a formula, whatever stands before it that they skip; a guard that was typed is guarded too. */
const FORMULA = /^[\s\p{Cc}\p{Cf}]*['=+\-@＝＋－＠]/u
const guard = { escapeFormulae: FORMULA }
const unguarded = (text: string) => (text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text)

export function drawerCsv(rows: readonly DrawerRecord[]): string {
  return Papa.unparse(
    rows.map((r) => ({
      blade: r.blade.id,
      name: `${r.blade.size} ${r.blade.name}`,
      count: r.count,
      minutes_used: r.minutes,
      note: r.note,
      width_mm: r.blade.width,
      thickness_mm: r.blade.thickness,
      kerf_mm: r.blade.kerf,
    })),
    guard,
  )
}

const MOST = 100_000 // blades of a kind, as the drawer's own record has it

export interface CsvIn<T> {
  rows: T[]
  refused: string[]
}

/** An editor that ends the last line its own way would leave the cell before it open. */
const evenLines = (text: string) => text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n')
const parse = (text: string) =>
  Papa.parse<Record<string, string>>(evenLines(text), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  })
const number = (text: string | undefined): number => (text === undefined || text.trim() === '' ? NaN : Number(text.replace(',', '.')))

/** Reads a drawer table: `blade` and `count` are needed, the rest is taken where given. Bad lines are named and left out. */
export function readDrawerCsv(text: string): CsvIn<Pick<DrawerRecord, 'blade' | 'count' | 'minutes' | 'note'>> {
  const { data, meta } = parse(text)
  const out: CsvIn<Pick<DrawerRecord, 'blade' | 'count' | 'minutes' | 'note'>> = { rows: [], refused: [] }
  if (!meta.fields?.includes('blade') || !meta.fields.includes('count'))
    return { rows: [], refused: ['The table needs the columns “blade” and “count” in its first line.'] }
  data.forEach((row, i) => {
    const line = `Line ${i + 2}`
    const known = bladeById((row.blade ?? '').trim())
    if (!known) return out.refused.push(`${line}: no blade “${row.blade}”; ids look like ${blades[35]!.id}.`)
    const count = number(row.count)
    if (!Number.isInteger(count) || count < 0 || count > MOST)
      return out.refused.push(`${line}: count “${row.count}” is not a whole number of blades up to ${MOST}.`)
    const size = (name: string, nominal: number) => {
      const v = number(row[name])
      return v > 0 && v <= 1000 ? v : nominal
    }
    const minutes = number(row.minutes_used)
    return out.rows.push({
      blade: {
        ...known,
        width: size('width_mm', known.width),
        thickness: size('thickness_mm', known.thickness),
        kerf: size('kerf_mm', known.kerf),
      },
      count,
      minutes: minutes >= 0 ? minutes : 0,
      note: unguarded(row.note ?? '').slice(0, 400),
    })
  })
  return out
}

/** A line of an order: what is left, how many are wanted, and what the supplier asks for whole packets. */
export interface OrderLine {
  blade: string
  name: string
  left: number
  a_year: number
  runs_out: string
  wanted: number
  packets: number
  in_packet: number
  price: number | ''
}
export const orderCsv = (lines: readonly OrderLine[]): string => Papa.unparse([...lines], guard)

/** Reads a price list: `blade` (a blade’s id or a pattern’s), `pack` and `price`. Bad lines are named and left out. */
export function readPrices(text: string): CsvIn<Price> {
  const { data, meta } = parse(text)
  if (!['blade', 'pack', 'price'].every((f) => meta.fields?.includes(f)))
    return { rows: [], refused: ['A price list needs the columns “blade”, “pack” and “price” in its first line.'] }
  const out: CsvIn<Price> = { rows: [], refused: [] }
  data.forEach((row, i) => {
    const [blade, pack, price] = [(row.blade ?? '').trim(), number(row.pack), number(row.price)]
    if (!bladeById(blade) && !blades.some((b) => b.group === blade)) out.refused.push(`Line ${i + 2}: no blade or pattern “${blade}”.`)
    else if (!Number.isInteger(pack) || pack < 1 || pack > 10_000)
      out.refused.push(`Line ${i + 2}: pack “${row.pack}” is not a whole number.`)
    else if (!(price >= 0 && price <= 1e6)) out.refused.push(`Line ${i + 2}: price “${row.price}” is none.`)
    else out.rows.push({ blade, pack, price })
  })
  return out
}
/** What a list asks for a kind: its own line, else its pattern’s. */
export const priceOf = (list: readonly Price[], blade: { id: string; group: string }): Price | undefined =>
  list.find((p) => p.blade === blade.id) ?? list.find((p) => p.blade === blade.group)

/** The log as a table: what people read and sort, and the whole record in the last column for an exact way back. */
export function logCsv(rows: readonly LogEntry[]): string {
  return Papa.unparse(
    rows.map((e) => ({
      date: new Date(e.at).toISOString(),
      job: e.title,
      stock: e.job.stock.material.name,
      saw: e.job.saw.short,
      blade: `${e.blade.size} ${e.blade.name}`,
      minutes: e.minutes,
      length_mm: e.length,
      blades: e.blades,
      fate: e.fate,
      face: e.face,
      underside: e.underside,
      edge: e.edge,
      clean_up_min: e.cleanUpMinutes,
      foretold_min: Math.round(e.predicted.seconds / 6) / 10,
      note: e.note,
      record: JSON.stringify(e),
    })),
    guard,
  )
}

/** Whether the table is one that logCsv wrote: its last column holds the whole entry. */
export const hasRecords = (text: string): boolean => parse(text).meta.fields?.includes('record') === true
/** A table as it lies in the file: its headings, and its cells as they were typed. */
export function tableOf(text: string): { headings: string[]; rows: string[][] } {
  const [headings = [], ...rows] = Papa.parse<string[]>(evenLines(text), {
    skipEmptyLines: 'greedy',
  }).data
  return { headings: headings.map((h) => h.trim()), rows: rows.map((r) => r.map((c) => unguarded(c.trim()))) }
}
export const tableCsv = (rows: readonly (readonly string[])[]): string => Papa.unparse(rows as string[][], guard)

/** Reads a log table written by logCsv, checking each record whole. Bad lines are named and left out. */
export async function readLogCsv(text: string): Promise<CsvIn<LogRecord>> {
  const { data } = parse(text)
  const { check, logEntry } = await import('./schema')
  const out: CsvIn<LogRecord> = { rows: [], refused: [] }
  data.forEach((row, i) => {
    let value: unknown
    try {
      value = JSON.parse(row.record ?? '')
    } catch {
      out.refused.push(`Line ${i + 2}: its record is not readable.`)
      return
    }
    const found = check(logEntry, { ...upgraded(value as object), rev: 0 })
    if (!found.ok) out.refused.push(`Line ${i + 2}: ${found.message}.`)
    else if (found.value.model > MODEL) out.refused.push(`Line ${i + 2}: written by a newer Green Pitch.`)
    else out.rows.push(found.value as LogRecord)
  })
  return out
}
