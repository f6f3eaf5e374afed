import {
  bladeById,
  blank,
  evaluate,
  forecast,
  isRound,
  makeJob,
  MODEL,
  parseLength,
  recut,
  usualJob,
  type Blade,
  type Grade,
  type LengthUnit,
  type LogEntry,
  type Material,
  type Saw,
} from '@green-pitch/core'
import { readPasted } from './pasted'
import type { LogRecord } from './records'
import { oneLine } from './typed'

/** What a column of somebody's own table may be, and the words it is headed by, longest first where one holds another. */
export const logFields = {
  date: { name: 'Date', words: ['date', 'day', 'when', 'sawn on'] },
  job: { name: 'Job', words: ['job', 'piece', 'title', 'project', 'name'] },
  stock: { name: 'Stock', words: ['stock', 'wood', 'material', 'timber', 'species', 'metal'] },
  thickness: { name: 'Thickness', words: ['thickness', 'thick'] },
  saw: { name: 'Saw', words: ['saw', 'machine', 'tool'] },
  blade: { name: 'Blade', words: ['blade', 'blade size', 'size'] },
  minutes: { name: 'Minutes', words: ['minutes', 'mins', 'min', 'time', 'took', 'duration'] },
  length: { name: 'Length sawn', words: ['length', 'length sawn', 'length of cut', 'sawn'] },
  blades: { name: 'Blades used', words: ['blades used', 'blades', 'used'] },
  grades: { name: 'Grades, face to edge', words: ['grades', 'grade', 'marks', 'quality'] },
  face: { name: 'Face', words: ['face', 'top', 'upper face'] },
  underside: { name: 'Underneath', words: ['underside', 'underneath', 'bottom', 'back'] },
  edge: { name: 'Edge', words: ['edge'] },
  cleanUp: { name: 'Clean-up, minutes', words: ['clean up', 'cleaning', 'sanding', 'filing'] },
  note: { name: 'Note', words: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'] },
} as const
export type LogField = keyof typeof logFields

/** How a table is to be understood where it does not say so itself. */
export interface TableSense {
  /** the field of each column, by its place; '' leaves it out */
  fields: (LogField | '')[]
  dayFirst: boolean
  unit: LengthUnit
  /** names as they stand in the table, and what they mean here */
  saws: Record<string, string>
  stocks: Record<string, string>
  blades: Record<string, string>
}
/** What names are looked up in. */
export interface Known {
  saws: readonly Saw[]
  materials: readonly Material[]
  catalogue: readonly Blade[]
  /** ids of blades in the drawer: a size without a pattern is one of these */
  owned: ReadonlySet<string>
  /** for rows that name no saw */
  saw: Saw
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll('’', "'")
    .replace(/[_()[\]./,-]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
const UNITS = /\b(mm|millimeters?|millimetres?|in|inch|inches)\b/g

/** The field each heading speaks of, every field once. */
export function fieldsOf(headings: readonly string[]): (LogField | '')[] {
  const taken = new Set<LogField>()
  const said = headings.map((h) => plain(h).replace(UNITS, '').trim())
  const fields = headings.map((): LogField | '' => '')
  // whole headings first, then those that only hold the word
  for (const fits of [(a: string, b: string) => a === b, (a: string, b: string) => ` ${a} `.includes(` ${b} `)])
    said.forEach((heading, i) => {
      if (fields[i]) return
      const found = (Object.keys(logFields) as LogField[]).find((f) => !taken.has(f) && logFields[f].words.some((w) => fits(heading, w)))
      if (found) taken.add((fields[i] = found))
    })
  return fields
}

/** A figure with a point or a comma before its decimals; NaN where it is none. */
function figureOf(text: string): number {
  const s = text.trim().replace(/\s/g, '')
  // 1.234,5 and 1,234.5: the last mark is the decimal one
  const marks = [...s.matchAll(/[.,]/g)]
  const last = marks.at(-1)?.[0]
  const bare = marks.length > 1 && last ? s.replaceAll(last === ',' ? '.' : ',', '').replace(last, '.') : s.replace(',', '.')
  return /^[-+]?(\d+\.?\d*|\.\d+)$/.test(bare) ? Number(bare) : NaN
}
/** Minutes as people write them: 12, “12 min”, “1 h 20”, 1:20. */
function minutesOf(text: string): number {
  const m = /^(\d+)\s*(?:h|hours?|:)\s*(\d{1,2})?\s*(?:m|min|minutes)?$/i.exec(text.trim())
  return m ? 60 * Number(m[1]) + Number(m[2] ?? 0) : figureOf(text.replace(/\s*(minutes|mins?|m)\.?$/i, ''))
}
const NAMED = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const day = (y: number, m: number, d: number): number => {
  const at = new Date(y < 100 ? 2000 + y : y, m - 1, d, 12)
  return at.getMonth() === m - 1 && at.getDate() === d ? at.getTime() : NaN
}
/** ms of noon of the day written, or of the moment where one is; NaN where it is no date. */
function dateOf(text: string, dayFirst: boolean): number {
  const s = text.trim().toLowerCase()
  if (/^\d{4}-\d\d-\d\dt/.test(s)) return Date.parse(text.trim())
  const iso = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})(?:\s|$)/.exec(s)
  if (iso) return day(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const named = /^(?:(\d{1,2})\.?\s+([a-z]{3})[a-z]*\.?|([a-z]{3})[a-z]*\.?\s+(\d{1,2}),?)\s+(\d{2,4})/.exec(s)
  if (named) return day(Number(named[5]), NAMED.indexOf(named[2] ?? named[3]!) + 1, Number(named[1] ?? named[4]))
  const plainDate = /^(\d{1,2})[-./](\d{1,2})[-./](\d{2,4})(?:\s|$)/.exec(s)
  if (!plainDate) return NaN
  const [a, b] = [Number(plainDate[1]), Number(plainDate[2])]
  return dayFirst ? day(Number(plainDate[3]), b, a) : day(Number(plainDate[3]), a, b)
}
/** Which way round the dates must be read; undefined where either will do and they differ. */
function dayFirstIn(dates: readonly string[]): boolean | undefined {
  const numbers = dates.flatMap((d) => {
    const m = /^\s*(\d{1,2})([-./])(\d{1,2})\2\d{2,4}/.exec(d)
    return m ? [[Number(m[1]), Number(m[3]), m[2]!] as const] : []
  })
  if (numbers.some(([a]) => a > 12)) return true
  if (numbers.some(([, b]) => b > 12)) return false
  if (numbers.length && numbers.every(([, , mark]) => mark === '.')) return true
  return numbers.some(([a, b]) => a !== b) ? undefined : true
}

/** How alike a name is to another: the share of its words that stand in the other. */
function likeness(said: string, name: string): number {
  const words = (s: string) =>
    plain(s)
      .split(' ')
      .map((w) => w.replace(/s$/, ''))
  const [a, b] = [words(said), words(name)]
  return a.filter((w) => b.includes(w)).length / Math.max(a.length, 1) + 0.01 / b.length
}
/** The one of that name, or the only one whose name holds every word of it. */
function named<T extends { id: string; name: string }>(said: string, all: readonly T[]): T | undefined {
  const same = all.find((x) => plain(x.name) === plain(said) || x.id === plain(said))
  if (same) return same
  const scored = all.map((x) => ({ x, score: likeness(said, x.name) })).sort((a, b) => b.score - a.score)
  const [best, second] = scored
  return best && best.score > 1 && (!second || second.score <= 1 || plain(best.x.name).startsWith(plain(said))) ? best.x : undefined
}
/** A blade as written: its own words, or a size alone where the drawer holds one kind of it. */
function bladeNamed(said: string, { catalogue, owned }: Known): Blade | undefined {
  const exact = bladeById(said.trim())
  if (exact) return exact
  const read = readPasted(said.replaceAll('\n', ' '), catalogue).rows[0]?.blade
  if (read) return read
  const size = /(\d+\/0|\d+)/.exec(said)?.[1]
  const mine = catalogue.filter((b) => owned.has(b.id) && b.size === size)
  return mine.length === 1 ? mine[0] : undefined
}

/** Words of a column, each once, as they stand. */
const column = (rows: readonly string[][], fields: readonly (LogField | '')[], field: LogField): string[] => {
  const i = fields.indexOf(field)
  return i < 0 ? [] : [...new Set(rows.map((r) => oneLine(r[i] ?? '')).filter(Boolean))]
}
/** What is asked about a table: nothing where all of it is plain. */
export interface Unclear {
  dates: boolean
  unit: boolean
  saws: string[]
  stocks: string[]
  blades: string[]
}

/** What a table says of itself, and what must be asked. */
export function senseOf(
  headings: readonly string[],
  rows: readonly string[][],
  known: Known,
  unit: LengthUnit,
  was?: TableSense['fields'],
) {
  const fields = was ?? fieldsOf(headings)
  const dayFirst = dayFirstIn(column(rows, fields, 'date'))
  const lengths = (['thickness', 'length'] as const).flatMap((f) => (fields.includes(f) ? [f] : []))
  const heading = (f: LogField) => plain(headings[fields.indexOf(f)] ?? '')
  const mm = lengths.some((f) => /\bmm\b|millimet/.test(heading(f)))
  const inch = lengths.some((f) => /\bin\b|\binch/.test(heading(f)))
  const bare = lengths.some((f) => column(rows, fields, f).some((v) => !Number.isNaN(figureOf(v))))
  const look = <T>(said: string[], find: (s: string) => T | undefined, id: (x: T) => string): [Record<string, string>, string[]] => {
    const found = said.map((s) => [s, find(s)] as const)
    return [
      Object.fromEntries(found.flatMap(([s, x]) => (x === undefined ? [] : [[s, id(x)]]))),
      found.flatMap(([s, x]) => (x === undefined ? [s] : [])),
    ]
  }
  const [saws, noSaws] = look(
    column(rows, fields, 'saw'),
    (s) =>
      named(
        s,
        known.saws.map((w) => ({ id: w.id, name: w.short })),
      ) ?? named(s, known.saws),
    (s) => s.id,
  )
  const [stocks, noStocks] = look(
    column(rows, fields, 'stock'),
    (s) => named(s, known.materials),
    (m) => m.id,
  )
  const [blades, noBlades] = look(
    column(rows, fields, 'blade'),
    (s) => bladeNamed(s, known),
    (b) => b.id,
  )
  const sense: TableSense = { fields, dayFirst: dayFirst ?? true, unit: inch ? 'in' : mm ? 'mm' : unit, saws, stocks, blades }
  const unclear: Unclear = { dates: dayFirst === undefined, unit: bare && !mm && !inch, saws: noSaws, stocks: noStocks, blades: noBlades }
  return { sense, unclear }
}

/** What a row may leave unsaid, and is then not learned from. */
type Unsaid = NonNullable<LogEntry['unsaid']>[number]
const gradeOf = (text: string | undefined): Grade | undefined => {
  const n = figureOf(text ?? '')
  return n >= 1 && n <= 5 ? (Math.round(n) as Grade) : undefined
}

/** A short name of a row that is the same when the table is read again, so that nothing comes in twice. */
function idOf(row: readonly string[]): string {
  let h = 0xcbf29ce484222325n
  for (const c of row.join('\u001f')) h = BigInt.asUintN(64, (h ^ BigInt(c.codePointAt(0)!)) * 0x100000001b3n)
  return `log-table-${h.toString(36)}`
}

/**
 * Entries of a table in its owner's own words. A row that says too little stays with its reason: a cut needs its date, stock,
 * thickness, blade and minutes. What else it leaves unsaid is filled with what is usual and not learned from.
 */
export function readLogTable(rows: readonly string[][], sense: TableSense, known: Known): { rows: LogRecord[]; stays: string[] } {
  const out: LogRecord[] = []
  const stays: string[] = []
  const twins = new Map<string, number>()
  rows.forEach((row, i) => {
    const cell = (f: LogField) => oneLine(row[sense.fields.indexOf(f)] ?? '')
    const stay = (why: string) => void stays.push(`Line ${i + 2}: ${why}`)
    const at = dateOf(cell('date'), sense.dayFirst)
    if (!(at > 0)) return stay(cell('date') ? `“${cell('date')}” is no date.` : 'it has no date.')
    const material = known.materials.find((m) => m.id === sense.stocks[cell('stock')])
    if (!material) return stay(cell('stock') ? `the stock “${cell('stock')}” is not known here.` : 'it names no stock.')
    const saw = cell('saw') ? known.saws.find((s) => s.id === sense.saws[cell('saw')]) : known.saw
    if (!saw) return stay(`the saw “${cell('saw')}” is not known here.`)
    const blade = known.catalogue.find((b) => b.id === sense.blades[cell('blade')])
    if (!blade) return stay(cell('blade') ? `the blade “${cell('blade')}” is not known here.` : 'it names no blade.')
    const minutes = minutesOf(cell('minutes'))
    if (!(minutes > 0 && minutes <= 6000)) return stay(cell('minutes') ? `“${cell('minutes')}” are no minutes.` : 'it has no minutes.')
    const length = (f: 'thickness' | 'length') => {
      const bare = figureOf(cell(f))
      if (!Number.isNaN(bare)) return bare * (sense.unit === 'in' ? 25.4 : 1)
      const read = parseLength(cell(f), sense.unit)
      return read.ok ? read.mm : NaN
    }
    const thickness = length('thickness')
    if (!(thickness > 0 && thickness <= 1000))
      return stay(cell('thickness') ? `“${cell('thickness')}” is no thickness.` : 'it has no thickness.')
    const usual = usualJob(saw, [], sense.unit)
    const stock = { material, form: isRound(usual.stock) || usual.stock.form === 'stack' ? 'board' : usual.stock.form, thickness } as const
    const sketch = makeJob({ ...usual, stock })
    const unsaid: Unsaid[] = []
    let reckoned
    try {
      reckoned = evaluate(sketch, blade)
    } catch {
      return stay('these figures belong to no cut that can be sawn.')
    }
    const feed = reckoned.feed.value
    let sawn = length('length')
    if (!(sawn > 0 && sawn <= 1e6)) {
      // so much as such a cut would have come to: for a year's line, not for learning how fast one saws
      sawn = Math.max(1, Math.round(feed * 60 * minutes))
      unsaid.push('length')
    }
    const job = { ...sketch, cut: recut(sketch.cut, { length: sawn }) }
    const told = cell('grades').match(/[1-5]/g) ?? []
    const graded = (['face', 'underside', 'edge'] as const).map((f, k) => {
      const g = gradeOf(cell(f)) ?? gradeOf(told.length === 1 ? told[0] : told[k])
      if (!g) unsaid.push(f)
      return g ?? 4
    })
    const [face, underside, edge] = graded as [Grade, Grade, Grade]
    const used = figureOf(cell('blades'))
    if (!(used >= 0 && used <= 1000)) unsaid.push('blades')
    // where several were used, what the note says of one is not said of the last
    const single = !(used > 1)
    const broke = single && /\b(broke|snapped|broken)\b/i.test(cell('note'))
    const dull = single && /\b(dull|blunt|worn)\b/i.test(cell('note'))
    const seconds = forecast(job, blade, blank).atSaw.median
    const id = idOf(row)
    const twin = twins.get(id) ?? 0
    twins.set(id, twin + 1)
    out.push({
      id: twin ? `${id}-${twin}` : id,
      rev: 0,
      at,
      jobId: 'table',
      title: cell('job').slice(0, 120) || `${material.name}, from a table`,
      job,
      blade,
      model: MODEL,
      predicted: { feed, spm: reckoned.feed.inputs.spm, seconds },
      minutes,
      length: sawn,
      blades: Math.max(1, Math.round(used >= 0 ? used : 1)),
      fate: broke ? 'broke' : dull ? 'dull' : 'fine',
      face,
      underside,
      edge,
      cleanUpMinutes: Math.max(0, Math.min(6000, minutesOf(cell('cleanUp')) || 0)),
      note: cell('note').slice(0, 400),
      ...(unsaid.length && { unsaid }),
    })
  })
  return { rows: out, stays }
}

/** A table to begin from, in the columns most people keep. */
export const exampleTable = [
  ['Date', 'Job', 'Stock', 'Thickness, mm', 'Saw', 'Blade', 'Minutes', 'Length sawn, mm', 'Blades used', 'Grades', 'Note'],
  [
    '2026-03-14',
    'Gull bracket',
    'Pear',
    '9',
    'Scroll, plain',
    'No. 5 reverse-skip',
    '42',
    '2300',
    '2',
    '4 3 4',
    'first one dull at the tail',
  ],
  ['2026-03-15', 'Key tags', 'Poplar', '6', 'Scroll, plain', 'No. 3 reverse-skip', '25', '', '1', '5 4 5', ''],
  ['2026-03-21', 'Pendant', 'Silver, sterling', '0.8', 'Jeweler’s 70', 'No. 2/0 jeweler’s', '18', '160', '1', '', 'wax'],
]
