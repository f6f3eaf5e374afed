import { MODEL } from '@green-pitch/core'
import { jsonOf, keptLines } from './lines'
import { db, replaceAll } from './db'
import { upgraded } from './format'
import type { PatternRecord } from './records'
import { FORMAT as VERSION, registry, tableNames, type RecordOf, type TableName } from './tables'
import { parsedText } from './typed'

const FORMAT = 'green-pitch-backup'
const LARGEST = 200e6 // bytes unpacked; a lifetime of logs stays far below

type Tables = { [T in keyof RecordOf]: RecordOf[T][] }
export interface Backup {
  format: typeof FORMAT
  version: number
  model: number
  made: string
  tables: Tables
}

/** Which everything is stored belongs to this browser alone. */
const travels = (row: { key?: string }) => row.key !== 'epoch'

/** Everything stored, as one gzip-packed JSON file; gzip's checksum makes damage certain to be noticed. */
export async function makeBackup(): Promise<Blob> {
  const tables = Object.fromEntries(
    await db.transaction('r', db.tables, () =>
      Promise.all(tableNames.map(async (t) => [t, await db.table(t).filter(travels).toArray()] as const)),
    ),
  ) as Tables
  const backup: Backup = { format: FORMAT, version: VERSION, model: MODEL, made: new Date().toISOString(), tables }
  return pack(backup)
}

/** Anything as gzip-packed JSON. */
export function pack(value: unknown): Promise<Blob> {
  const packed = new Blob([jsonOf(value)]).stream().pipeThrough(new CompressionStream('gzip'))
  return new Response(packed, { headers: { 'content-type': 'application/gzip' } }).blob()
}

/** Bytes to text, unpacking gzip where it is gzip, never beyond `LARGEST`. */
export async function textOf(file: Blob): Promise<string> {
  const head = new Uint8Array(await file.slice(0, 2).arrayBuffer())
  const stream = head[0] === 0x1f && head[1] === 0x8b ? file.stream().pipeThrough(new DecompressionStream('gzip')) : file.stream()
  const reader = stream.getReader()
  const parts: BlobPart[] = []
  let size = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.length
    if (size > LARGEST) throw new RangeError('too large')
    parts.push(value)
  }
  return new Blob(parts).text()
}

const PIECE = 100 // records checked before the hand gets its turn

/** What is wrong with a table of a backup, with its place; undefined where all of it is sound. */
async function unfit<T extends TableName>(name: T, rows: unknown): Promise<string | undefined> {
  const { check, rows: schemas } = await import('./schema')
  const { key, most } = registry[name]
  if (!Array.isArray(rows)) return 'they are no list'
  if (rows.length > most) return `they are more than ${most}`
  const seen = new Set<unknown>()
  for (const [i, row] of rows.entries()) {
    if (i % PIECE === PIECE - 1) await new Promise((turn) => setTimeout(turn))
    const found = check<unknown>(schemas[name], row)
    if (!found.ok) return found.message.replace('“', `“[${i}].`)
    const id = (row as Record<string, unknown>)[key]
    if (seen.has(id)) return `“[${i}]” has the ${key} of another`
    seen.add(id)
  }
  return undefined
}

export type Read = { ok: true; backup: Backup } | { ok: false; message: string }

/** Reads a backup whole and checks every record; touches nothing stored. */
export async function readBackup(file: Blob): Promise<Read> {
  let parsed: unknown
  try {
    parsed = parsedText(await textOf(file))
  } catch (error) {
    return {
      ok: false,
      message:
        error instanceof RangeError
          ? 'This file unpacks to more than 200 MB; it is not a Green Pitch backup.'
          : 'This file is damaged or not a Green Pitch backup: it cannot be unpacked and read. Try another copy.',
    }
  }
  const b = parsed as Partial<Backup>
  if (!b || typeof b !== 'object' || b.format !== FORMAT)
    return {
      ok: false,
      message: 'This is not a Green Pitch backup. A drawer or log table (CSV) goes in under Drawer or Log, a ticket under Jobs.',
    }
  if (typeof b.version !== 'number' || b.version > VERSION)
    return {
      ok: false,
      message: `This backup was made by a newer Green Pitch (format ${String(b.version)}; this one reads ${VERSION}). Update, then restore it.`,
    }
  if (b.version < 1)
    return {
      ok: false,
      message: `This backup is of format ${b.version}, from before the first release; this Green Pitch reads 1 to ${VERSION}.`,
    }
  if (Number(b.model) > MODEL) return { ok: false, message: 'This backup was calculated by a newer Green Pitch. Update, then restore it.' }
  if (!b.tables || typeof b.tables !== 'object')
    return { ok: false, message: 'The backup holds no tables; it is damaged. Try another copy. Nothing was restored.' }
  // tables of later formats are empty in older ones
  const late = tableNames.filter((name) => registry[name].since > b.version!).map((name) => [name, []])
  b.tables = { ...(b.version < VERSION ? upgraded(b.tables) : b.tables), ...(Object.fromEntries(late) as Partial<Tables>) }
  for (const name of tableNames) {
    const trouble = await unfit(name, b.tables[name])
    if (trouble) return { ok: false, message: `The backup’s ${name} do not hold together: ${trouble}. Nothing was restored.` }
  }
  const backup = b as Backup
  backup.tables.patterns = backup.tables.patterns.map((p): PatternRecord => ({ ...p, lines: keptLines(p.lines) }))
  return { ok: true, backup }
}

/** Puts a checked backup in place of everything stored: all or nothing; every tab shows it at once. */
export const restore = (backup: Backup): Promise<void> =>
  replaceAll(async () => {
    for (const name of tableNames) {
      await db.table(name).clear()
      await db.table(name).bulkAdd(backup.tables[name])
    }
  })

/** Removes jobs, saws, drawer, materials and log; settings stay. */
export const clearAll = (): Promise<void> =>
  replaceAll(async () => {
    for (const name of tableNames) if (name !== 'meta') await db.table(name).clear()
    await db.meta.delete('current')
    await db.meta.put({ key: 'started', value: true })
  })
