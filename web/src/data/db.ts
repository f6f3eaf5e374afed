import Dexie, { type Table } from 'dexie'
import { upgraded, upgradeTouches } from './format'
import { FORMAT, registry, tableNames, type KeptTable, type RecordOf, type TableName } from './tables'

export type Database = Dexie & { [T in TableName]: Table<RecordOf[T], string> }

const BY_REV = '[id+rev]'
function open(): Database {
  // “saved” is said when a write is on the disk, not when the browser holds it in memory
  const made = new Dexie('green-pitch', { chromeTransactionDurability: 'strict' }) as Database
  for (let format = 1; format <= FORMAT; format++) {
    const version = made.version(format).stores(
      Object.fromEntries(
        tableNames.flatMap((name) => {
          const { key, index, since } = registry[name]
          return since === format ? [[name, index ? `${key}, ${index}` : key]] : []
        }),
      ),
    )
    if (format >= 3)
      version.upgrade((tx) =>
        Promise.all(
          tableNames.filter(upgradeTouches).map((name) =>
            tx
              .table(name)
              .toCollection()
              .modify((row, ref) => void (ref.value = upgraded(row as object))),
          ),
        ),
      )
  }
  // an index that came later changes no record, and so no format
  made.version(FORMAT + 0.1).stores({ patterns: `${registry.patterns.key}, ${BY_REV}` })
  return made
}
export const db = open()

/** The stored record has moved on since this tab read it, or everything was replaced. */
export class Conflict extends Error {
  constructor(
    readonly table: KeptTable,
    readonly id: string,
  ) {
    super('This was changed in another tab in the meantime.')
  }
}
/** A record that no backup would restore is not stored. */
export class Unfit extends Error {}

/** What happened to storage, told to every keeper of this page and of the other tabs. */
export type News = { what: 'changed'; table: TableName; ids: string[]; by?: string } | { what: 'replaced'; epoch: string }
const listeners = new Set<(news: News) => void>()
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('green-pitch')
if (channel) {
  channel.onmessage = (e: MessageEvent<News>) => listeners.forEach((hear) => hear(e.data))
  // a test's process may end with the channel open
  ;(channel as { unref?: () => void }).unref?.()
}
/** @returns what stops the listening */
export function onNews(hear: (news: News) => void): () => void {
  listeners.add(hear)
  return () => listeners.delete(hear)
}
export function tell(news: News): void {
  listeners.forEach((hear) => hear(news))
  channel?.postMessage(news)
}

/** Which everything is stored now; a tab that read another one must read again before it writes. */
export async function storedEpoch(): Promise<string> {
  return String((await db.meta.get('epoch'))?.value ?? '')
}
const freshEpoch = () => crypto.randomUUID()

/** Puts other contents in place of what is stored, all or nothing, and tells every tab so. */
export async function replaceAll(work: () => Promise<void>): Promise<void> {
  const epoch = freshEpoch()
  await db.transaction('rw', db.tables, async () => {
    await work()
    await db.meta.put({ key: 'epoch', value: epoch })
  })
  tell({ what: 'replaced', epoch })
}

/** Reactive proxies cannot be stored, and a copy keeps later edits out of the write; a pattern is plain and too large for text. */
function plain<T extends KeptTable>(table: T, record: RecordOf[T]): RecordOf[T] {
  return table === 'patterns' ? { ...record } : (JSON.parse(JSON.stringify(record)) as RecordOf[T])
}
/** @throws Unfit where the record would not pass the check of a backup */
async function fit<T extends TableName>(table: T, record: RecordOf[T]): Promise<void> {
  const { check, rows } = await import('./schema')
  const found = check(rows[table], record)
  if (!found.ok) throw new Unfit(`This ${registry[table].noun} cannot be saved: ${found.message}. Change that figure; the rest stays here.`)
}

/** Revision of what is stored, 0 where nothing is; a pattern is not read whole for it. */
async function storedRev(table: KeptTable, id: string): Promise<number> {
  if (table !== 'patterns') return (await db.table(table).get(id))?.rev ?? 0
  const [key] = await db.patterns.where(BY_REV).between([id, Dexie.minKey], [id, Dexie.maxKey]).keys()
  return key ? (key as unknown as [string, number])[1] : 0
}

/**
 * Writes one record if the stored one is still what this tab read, and returns its new revision.
 * A record read at rev 0 is new: one of that id must not exist.
 * @param epoch which everything it was read from; left out: whatever is stored
 * @throws Conflict where another tab wrote first or all was replaced; Unfit where no backup would take it
 */
export async function save<T extends KeptTable>(table: T, record: RecordOf[T], epoch?: string, by?: string): Promise<number> {
  const copy = plain(table, record)
  await fit(table, copy)
  await db.transaction('rw', db.table(table), db.meta, async () => {
    if (epoch !== undefined && (await storedEpoch()) !== epoch) throw new Conflict(table, record.id)
    if ((await storedRev(table, record.id)) !== record.rev) throw new Conflict(table, record.id)
    copy.rev = record.rev + 1
    await db.table(table).put(copy)
  })
  tell({ what: 'changed', table, ids: [record.id], by })
  return copy.rev
}

/**
 * Changes one record by what is stored, whatever other tabs made of it: for counts, events and settings, which add up.
 * @param how the record to store, from the stored one; undefined leaves it as it is
 */
export async function change<T extends KeptTable>(
  table: T,
  id: string,
  how: (stored: RecordOf[T] | undefined) => RecordOf[T] | undefined,
  epoch?: string,
  by?: string,
): Promise<RecordOf[T] | undefined> {
  // the check is fetched first: a transaction waits for nothing but storage
  const { check, rows } = await import('./schema')
  const made = await db.transaction('rw', db.table(table), db.meta, async () => {
    if (epoch !== undefined && (await storedEpoch()) !== epoch) throw new Conflict(table, id)
    const stored = (await db.table(table).get(id)) as RecordOf[T] | undefined
    const next = how(stored)
    if (!next) return undefined
    const copy = { ...plain(table, next), rev: (stored?.rev ?? 0) + 1 }
    const found = check(rows[table], copy)
    if (!found.ok) throw new Unfit(`This ${registry[table].noun} cannot be saved: ${found.message}.`)
    await db.table(table).put(copy)
    return copy
  })
  if (made) tell({ what: 'changed', table, ids: [id], by })
  return made
}

/** Sets one of the few things that are no records; `how` makes its value of the stored one. */
export async function setMeta(key: RecordOf['meta']['key'], how: (stored: unknown) => unknown): Promise<void> {
  await db.transaction('rw', db.meta, async () => {
    await db.meta.put({ key, value: JSON.parse(JSON.stringify(how((await db.meta.get(key))?.value))) as unknown })
  })
  if (key === 'settings') tell({ what: 'changed', table: 'meta', ids: [key] })
}

export async function remove(table: KeptTable, id: string, by?: string): Promise<void> {
  await db.table(table).delete(id)
  tell({ what: 'changed', table, ids: [id], by })
}

/** A storage failure in words a user can act on. */
export function storageTrouble(error: unknown): string {
  const name = error instanceof Error ? error.name : ''
  const inner = (error as { inner?: { name?: string } })?.inner?.name
  if (error instanceof Conflict || error instanceof Unfit) return error.message
  if (name === 'QuotaExceededError' || inner === 'QuotaExceededError')
    return 'The browser’s storage is full. Save a backup in Settings, then free some space.'
  if (name === 'VersionError') return 'A newer Green Pitch has stored data here. Reload to update; nothing was changed.'
  if (name === 'InvalidStateError' || name === 'OpenFailedError' || name === 'MissingAPIError' || name === 'SecurityError')
    return 'This browser does not let the app store anything here (a private window?). Save tickets and backups as files.'
  return `Could not be stored: ${error instanceof Error ? error.message : String(error)}`
}
