import Dexie, { type EntityTable } from 'dexie'
import type { DrawerRecord, JobRecord, LogRecord, MaterialRecord, MetaRecord, PatternRecord, RunRecord, SawRecord } from './records'

export class Database extends Dexie {
  jobs!: EntityTable<JobRecord, 'id'>
  saws!: EntityTable<SawRecord, 'id'>
  drawer!: EntityTable<DrawerRecord, 'id'>
  materials!: EntityTable<MaterialRecord, 'id'>
  log!: EntityTable<LogRecord, 'id'>
  meta!: EntityTable<MetaRecord, 'key'>
  patterns!: EntityTable<PatternRecord, 'id'>
  runs!: EntityTable<RunRecord, 'id'>

  constructor() {
    super('green-pitch')
    this.version(1).stores({ jobs: 'id, changed', saws: 'id', drawer: 'id', materials: 'id', log: 'id, at', meta: 'key' })
    this.version(2).stores({ patterns: 'id', runs: 'id' })
  }
}
export const db = new Database()

export const tableNames = ['jobs', 'saws', 'drawer', 'materials', 'log', 'patterns', 'runs', 'meta'] as const
export type TableName = (typeof tableNames)[number]
type KeptTable = Exclude<TableName, 'meta'>
export type RecordOf = {
  jobs: JobRecord
  saws: SawRecord
  drawer: DrawerRecord
  materials: MaterialRecord
  log: LogRecord
  patterns: PatternRecord
  runs: RunRecord
}

/** The stored record has moved on since this tab read it. */
export class Conflict extends Error {
  constructor(
    readonly table: KeptTable,
    readonly id: string,
  ) {
    super('This was changed in another tab in the meantime.')
  }
}

/**
 * Writes one record if the stored one is still what this tab read, and returns its new revision.
 * A record read at rev 0 is new: one of that id must not exist.
 * @throws Conflict where another tab wrote first
 */
export async function save<T extends KeptTable>(table: T, record: RecordOf[T]): Promise<number> {
  // reactive proxies cannot be stored, and a copy keeps later edits out of the write
  // (a pattern is never reactive inside, and too large to copy through text)
  const copy = table === 'patterns' ? { ...record } : (JSON.parse(JSON.stringify(record)) as RecordOf[T])
  return db.transaction('rw', db.table(table), async () => {
    const stored = (await db.table(table).get(record.id)) as RecordOf[T] | undefined
    if ((stored?.rev ?? 0) !== record.rev) throw new Conflict(table, record.id)
    copy.rev = record.rev + 1
    await db.table(table).put(copy)
    return copy.rev
  })
}

export async function remove(table: KeptTable, id: string): Promise<void> {
  await db.table(table).delete(id)
}

/** A storage failure in words a user can act on. */
export function storageTrouble(error: unknown): string {
  const name = error instanceof Error ? error.name : ''
  const inner = (error as { inner?: { name?: string } })?.inner?.name
  if (error instanceof Conflict) return error.message
  if (name === 'QuotaExceededError' || inner === 'QuotaExceededError')
    return 'The browser’s storage is full. Save a backup in Settings, then free some space.'
  if (name === 'VersionError') return 'A newer Green Pitch has stored data here. Reload to update; nothing was changed.'
  if (name === 'InvalidStateError' || name === 'OpenFailedError' || name === 'MissingAPIError' || name === 'SecurityError')
    return 'This browser does not let the app store anything here (a private window?). Save tickets and backups as files.'
  return `Could not be stored: ${error instanceof Error ? error.message : String(error)}`
}
