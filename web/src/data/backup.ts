import { MODEL } from '@green-pitch/core'
import { keptLines } from './lines'
import { db, tableNames, type TableName } from './db'
import type { PatternRecord } from './records'

const FORMAT = 'green-pitch-backup'
const VERSION = 2
const LARGEST = 200e6 // bytes unpacked; a lifetime of logs stays far below

type Tables = Record<TableName, unknown[]>
export interface Backup {
  format: typeof FORMAT
  version: number
  model: number
  made: string
  tables: Tables
}

/** Everything stored, as one gzip-packed JSON file; gzip's checksum makes damage certain to be noticed. */
export async function makeBackup(): Promise<Blob> {
  const tables = Object.fromEntries(
    await db.transaction('r', db.tables, () => Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const))),
  ) as Tables
  const backup: Backup = { format: FORMAT, version: VERSION, model: MODEL, made: new Date().toISOString(), tables }
  return pack(backup)
}

/** Anything as gzip-packed JSON. */
export function pack(value: unknown): Promise<Blob> {
  const packed = new Blob([JSON.stringify(value, (_key, v: unknown) => (v instanceof Float64Array ? Array.from(v) : v))])
    .stream()
    .pipeThrough(new CompressionStream('gzip'))
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

export type Read = { ok: true; backup: Backup } | { ok: false; message: string }

/** Reads a backup whole and checks every record; touches nothing stored. */
export async function readBackup(file: Blob): Promise<Read> {
  let parsed: unknown
  try {
    parsed = JSON.parse(await textOf(file))
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
  // format 1 knew no patterns and runs
  if (b.version === 1 && b.tables) b.tables = { ...b.tables, patterns: [], runs: [] }
  const { check, tables } = await import('./schema')
  for (const name of tableNames) {
    const found = check(tables[name], b.tables?.[name])
    if (!found.ok) return { ok: false, message: `The backup’s ${name} do not hold together: ${found.message}. Nothing was restored.` }
  }
  const backup = b as Backup
  backup.tables.patterns = (backup.tables.patterns as PatternRecord[]).map((p) => ({ ...p, lines: keptLines(p.lines) }))
  return { ok: true, backup }
}

/** Puts a checked backup in place of everything stored: all or nothing. */
export async function restore(backup: Backup): Promise<void> {
  await db.transaction('rw', db.tables, async () => {
    for (const name of tableNames) {
      await db.table(name).clear()
      await db.table(name).bulkAdd(backup.tables[name])
    }
  })
}

/** Removes jobs, saws, drawer, materials and log; settings stay. */
export async function clearAll(): Promise<void> {
  await db.transaction('rw', db.tables, async () => {
    for (const name of tableNames) if (name !== 'meta') await db.table(name).clear()
    await db.meta.delete('current')
    await db.meta.put({ key: 'started', value: true })
  })
}
