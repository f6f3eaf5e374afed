import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { bladeById, makeJob } from '@green-pitch/core'
import { writeSvg } from '@green-pitch/core/pattern'
import { drawerCsv, readDrawerCsv } from '../src/data/csv'
import { db, remove } from '../src/data/db'
import type { DrawerRecord } from '../src/data/records'
import { readTicket, ticketJson } from '../src/data/ticketFile'
import { useJob } from '../src/store/job'
import { usePattern } from '../src/store/pattern'
import { useRun } from '../src/store/run'
import { useShop } from '../src/store/shop'
import { useTrials } from '../src/store/trials'
import { useTrouble } from '../src/store/trouble'
import { eachInTheShop, shop } from './room'

eachInTheShop()
afterEach(() => void vi.restoreAllMocks())

/** From here on every write is refused, as by a full disk. */
const full = () =>
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('', 'QuotaExceededError')
  })
const said = () => useTrouble().words.map((w) => w.text)

describe('storage that is full', () => {
  it('is told at every kind of write, and nothing is said to be saved that is not', async () => {
    const { jobs } = await shop()
    const pattern = usePattern()
    const run = useRun()
    await vi.waitUntil(() => pattern.found, { timeout: 20_000 })
    await run.begin()
    const before = { name: jobs.name, jobs: await db.jobs.count(), patterns: await db.patterns.count() }
    full()
    pattern.edit({ tolerance: 0.2 })
    await vi.waitUntil(() => pattern.saving !== 'saving', { timeout: 20_000 })
    expect(pattern.saving).toBe('failed')
    await run.report('done')
    // a press that was not stored is not shown either
    expect(run.record!.events).toEqual((await db.runs.get(jobs.record.id))!.events)
    expect(await useShop().addBlades(bladeById('scroll-reverse-5')!, 1)).toBe(false)
    const plan = { name: 'x', jobs: [makeJob()], arms: ['scroll-reverse-5', 'scroll-mixed-5'].map((id) => ({ id, blade: bladeById(id)! })) }
    expect(await useTrials().begin({ ...plan, helper: false, oneBoard: true, misread: [], repeats: 1 })).toBeUndefined()
    expect(said().join()).toMatch(/storage is full/)
    useTrouble().words.length = 0
    // a copy with its drawing: refused whole, and the job in hand stays
    await jobs.duplicate()
    expect(said().join()).toMatch(/storage is full/)
    expect(await jobs.add('Link', jobs.ticket)).toBe(false)
    expect(jobs.state).toBe('failed')
    vi.restoreAllMocks()
    expect([await db.jobs.count(), await db.patterns.count()]).toEqual([before.jobs, before.patterns])
    // room was made: what waits in hand is stored with the next edit
    jobs.rename('Mended')
    await jobs.settle()
    expect([jobs.state, (await db.jobs.get(jobs.record.id))?.name]).toEqual(['saved', 'Mended'])
  })
})

it('a job that another tab removed does not stay in hand', async () => {
  const { jobs } = await shop()
  const { id } = jobs.record
  await remove('jobs', id, 'another tab')
  await vi.waitUntil(() => jobs.record.id !== id, { timeout: 20_000 })
  expect(said().join()).toMatch(/was removed in another tab/)
  expect(await db.jobs.get(jobs.record.id)).toBeDefined()
})

describe('what cannot be seen', () => {
  it('breaks no file: control characters go from names, and from what is written as XML', async () => {
    await shop()
    const jobs = useJob()
    jobs.rename('Dial\u0001 of\u0007 the\nbay')
    expect(jobs.name).toBe('Dial of the bay')
    const page = {
      board: { minX: 0, minY: 0, maxX: 1, maxY: 1 },
      line: [],
      cut: [],
      holes: [],
      order: [],
      bridges: [],
    } as unknown as Parameters<typeof writeSvg>[0]
    expect(writeSvg(page, 'a\u0001b<\uFFFF')).toContain('<title>a b&lt; </title>')
    const read = await readTicket(ticketJson('x\u0001y', jobs.ticket))
    expect(read.ok && (await jobs.add(read.name, read.ticket)) && jobs.name).toBe('x y')
  })
  it('runs in no spreadsheet, and comes back as it was typed', () => {
    const notes = ['=1+1', "'=1+1", ' =1', '\n=1', '＝1', '\u200f=1', "'tis", '-3', 'plain']
    const rows = notes.map((note, i): DrawerRecord => ({
      id: `d${i}`,
      rev: 0,
      blade: bladeById('scroll-reverse-5')!,
      count: 1,
      minutes: 0,
      note,
    }))
    const csv = drawerCsv(rows)
    for (const cell of csv.split('\r\n').flatMap((l) => l.split(','))) expect(cell).not.toMatch(/^"?[\s\u200f]*[=＝]/)
    expect(readDrawerCsv(csv).rows.map((r) => r.note)).toEqual(notes)
    expect(readDrawerCsv('blade,count\nscroll-reverse-5,200000').refused.join()).toMatch(/200000/)
  })
  it('is refused where it would be left out in silence', async () => {
    const text = ticketJson('x', { job: makeJob(), model: 1 }).replace('"job":', '"__proto__": {"x": 1}, "job":')
    expect(await readTicket(text)).toMatchObject({ ok: false })
  })
})
