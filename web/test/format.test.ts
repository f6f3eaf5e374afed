import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { describe, expect, it } from 'vitest'
import { bladeById, makeJob, MODEL } from '@green-pitch/core'
import { makeBackup, pack, readBackup, textOf } from '../src/data/backup'
import { logCsv, readLogCsv } from '../src/data/csv'
import { db } from '../src/data/db'
import { loadDemo } from '../src/data/demo'
import { upgraded } from '../src/data/format'
import { packJob, unpackJob } from '../src/data/handover'
import { readTicket, ticketJson } from '../src/data/ticketFile'
import { FORMAT, registry, tableNames, type TableName } from '../src/data/tables'

const OLD: Record<string, string> = {
  bulking: 'loosening',
  armHalfWidth: 'guard',
  gulletShare: 'gapShare',
  edgeRadiusFactor: 'sharpness',
  predicted: 'foretold',
  event: 'deed',
}
const NEW_FACTS = new Set(['build', 'hard', 'strip', 'safeStress', 'needsBox'])
/** A value as format 2 kept it. */
function older(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(older)
  if (!value || typeof value !== 'object' || ArrayBuffer.isView(value)) return value
  return Object.fromEntries(Object.entries(value).flatMap(([k, v]) => (NEW_FACTS.has(k) ? [] : [[OLD[k] ?? k, older(v)]])))
}
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

it('what a shop stored in format 2 opens in today’s terms, to the last figure', async () => {
  await loadDemo()
  await db.runs.put({ id: 'demo-dial', rev: 1, order: [1], predicted: [2], total: 2, events: [{ at: 1, event: 'start' }], logged: false })
  const today = Object.fromEntries(await Promise.all(tableNames.map(async (t) => [t, plain(await db.table(t).toArray())] as const)))
  await db.delete()
  const before = new Dexie('green-pitch')
  before.version(1).stores({ jobs: 'id, changed', saws: 'id', drawer: 'id', materials: 'id', log: 'id, at', meta: 'key' })
  before.version(2).stores({ patterns: 'id', runs: 'id' })
  await before.open()
  for (const t of before.tables) await t.bulkPut(older(today[t.name]) as object[])
  expect((await before.table('log').toArray())[0]).toHaveProperty('foretold')
  before.close()
  await db.open()
  // what format 2 had no table for is empty
  for (const t of tableNames) expect(plain(await db.table(t).toArray()), t).toEqual(registry[t].since > 2 ? [] : today[t])
})

it('backups, hand-overs, tickets and tables of format 2 are read; today’s pass unchanged', async () => {
  await Promise.all(db.tables.map((t) => t.clear()))
  await loadDemo()
  const read = await readBackup(await makeBackup())
  if (!read.ok) throw new Error(read.message)
  const tables = Object.fromEntries(Object.entries(read.backup.tables).filter(([name]) => registry[name as TableName].since <= 2))
  const back = await readBackup(await pack({ ...read.backup, version: 2, tables: older(tables) }))
  expect(back.ok ? plain(back.backup.tables) : back.message).toEqual({
    ...plain(read.backup.tables),
    // what came later was not in it
    ...Object.fromEntries(tableNames.filter((t) => registry[t].since > 2).map((t) => [t, []])),
  })
  const newer = await readBackup(await pack({ ...read.backup, model: MODEL + 1 }))
  expect(newer.ok ? '' : newer.message).toMatch(/newer Green Pitch/)

  const handed = JSON.parse(
    await new Response((await packJob('demo-dial')).stream().pipeThrough(new DecompressionStream('gzip'))).text(),
  ) as object
  const again = await unpackJob(await pack({ ...(older(handed) as object), version: 1 }))
  expect(again.ok ? again.handed.log.length : again.message).toBe(4)

  const ticket = { job: makeJob(), blade: bladeById('jeweler-4o0')!, model: MODEL }
  const file = JSON.parse(ticketJson('x', ticket)) as { ticket: unknown }
  const opened = await readTicket(JSON.stringify({ ...file, version: 1, ticket: older(file.ticket) }))
  expect(opened.ok ? plain(opened.ticket) : opened.message).toEqual(plain(ticket))
  expect((await readTicket(JSON.stringify({ ...file, version: FORMAT + 9 }))).ok).toBe(false)

  const log = await db.log.toArray()
  // the whole record stands in the last column
  const table = Object.entries(OLD).reduce((text, [now, then]) => text.replaceAll(`""${now}""`, `""${then}""`), logCsv(log))
  expect(table).toContain('foretold')
  const rows = await readLogCsv(table)
  const bare = (e: object) => ({ ...plain(e), rev: 0 })
  expect([rows.refused, rows.rows.map(bare)]).toEqual([[], log.map(bare)])
  const once = plain(log[0]!)
  expect(upgraded(plain(once))).toEqual(once)
})

it('a backup is looked at in pieces, and says which record is at fault', async () => {
  const read = await readBackup(await makeBackup())
  if (!read.ok) throw new Error(read.message)
  const log = Array.from({ length: 450 }, (_, i) => ({ ...read.backup.tables.log[0]!, id: `e${i}` }))
  const withLog = (rows: unknown) => pack({ ...read.backup, tables: { ...read.backup.tables, log: rows } })
  expect((await readBackup(await withLog(log))).ok).toBe(true)
  for (const [rows, said] of [
    [log.with(412, { ...log[412]!, minutes: -1 }), /log .*\[412\]\.minutes/],
    [log.with(9, { ...log[9]!, id: 'e3' }), /\[9\]” has the id of another/],
    ['many', /no list/],
  ] as const) {
    const found = await readBackup(await withLog(rows))
    expect(found.ok ? '' : found.message).toMatch(said)
  }
})

describe('a flipped bit of a packed file', () => {
  it('is noticed, or changes nothing that is read: the bytes of gzip’s head that tell time and system, and what fills the last code’s byte', async () => {
    const packed = new Uint8Array(await (await pack({ tables: { log: [{ minutes: 12.5, note: 'gannet' }] } })).arrayBuffer())
    const sound = await textOf(new Blob([packed]))
    const unnoticed = new Set<number>()
    for (let i = 0; i < packed.length; i++)
      for (let bit = 0; bit < 8; bit++) {
        const bent = packed.slice()
        bent[i]! ^= 1 << bit
        const read = await textOf(new Blob([bent])).catch(() => undefined)
        if (read === undefined || !parses(read)) continue
        expect(read, `byte ${i}`).toBe(sound)
        unnoticed.add(i)
      }
    // and the bits after the last code, which fill its byte before the checksum
    expect([...unnoticed].filter((i) => (i < 3 || i > 9) && i !== packed.length - 9)).toEqual([])
  })
})
/** Whether it is read at all: what is no JSON is refused. */
function parses(text: string): boolean {
  try {
    JSON.parse(text)
    return true
  } catch {
    return false
  }
}
