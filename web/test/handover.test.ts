import 'fake-indexeddb/auto'
import { beforeEach, expect, test } from 'vitest'
import { loadDemo } from '../src/data/demo'
import { db } from '../src/data/db'
import { mergeJob, packJob, unpackJob } from '../src/data/handover'
import { makeBackup, readBackup, restore, pack } from '../src/data/backup'
import type { RunRecord } from '../src/data/records'

beforeEach(async () => {
  await Promise.all(db.tables.map((t) => t.clear()))
  await loadDemo()
})
const run = (events: RunRecord['events']): RunRecord => ({
  id: 'demo-dial',
  rev: 1,
  order: [1, 2, 3],
  predicted: [10, 10, 10],
  total: 30,
  events,
  logged: false,
})
const start = { at: 1000, event: 'start' as const }

test('a job travels with pattern, run and log, and comes back merged, nothing doubled', async () => {
  await db.runs.put(run([start, { at: 2000, event: 'done', ring: 1 }]))
  const read = await unpackJob(await packJob('demo-dial'))
  if (!read.ok) throw new Error(read.message)
  expect(read.handed.pattern!.lines).toHaveLength(38)
  // meanwhile here one more is done; the phone did another
  await db.runs.put(run([start, { at: 2000, event: 'done', ring: 1 }, { at: 3000, event: 'done', ring: 2 }]))
  const phone = { ...read.handed, run: run([start, { at: 2000, event: 'done' as const, ring: 1 }, { at: 4000, event: 'broke' as const }]) }
  expect(await mergeJob(phone)).toEqual({ news: 1, logged: 0, fresh: false })
  expect((await db.runs.get('demo-dial'))!.events.map((e) => e.at)).toEqual([1000, 2000, 3000, 4000])
  expect(await db.log.count()).toBe(15)
  // to an empty device it all comes
  await Promise.all(db.tables.map((t) => t.clear()))
  const there = await mergeJob(read.handed)
  expect([there.fresh, await db.jobs.count(), await db.patterns.count(), await db.runs.count()]).toEqual([true, 1, 1, 1])
})

test('a damaged, foreign or newer hand-over is refused and harms nothing', async () => {
  const good = await packJob('demo-dial')
  for (const [file, said] of [
    [new Blob([(await good.arrayBuffer()).slice(0, 300)]), 'damaged'],
    [await pack({ format: 'other' }), 'not a handed-over job'],
    [await pack({ format: 'green-pitch-handover', version: 9 }), 'newer'],
    [await pack({ format: 'green-pitch-handover', version: 1, model: 1, job: { id: 'x' } }), 'does not hold together'],
  ] as const) {
    const read = await unpackJob(file)
    expect(read.ok ? '' : read.message).toContain(said)
  }
  expect(await db.jobs.count()).toBe(9)
})

test('patterns and runs go through a backup exactly; one from before they existed still restores', async () => {
  await db.runs.put(run([start]))
  const before = await db.patterns.toArray()
  const read = await readBackup(await makeBackup())
  if (!read.ok) throw new Error(read.message)
  await restore(read.backup)
  expect(await db.patterns.toArray()).toEqual(before)
  expect(await db.runs.count()).toBe(1)
  const tables: Record<string, unknown> = { ...read.backup.tables }
  delete tables.patterns
  delete tables.runs
  const old = await readBackup(await pack({ ...read.backup, version: 1, tables }))
  expect(old.ok && [old.backup.tables.patterns, old.backup.tables.runs]).toEqual([[], []])
})
