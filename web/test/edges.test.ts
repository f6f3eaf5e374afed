import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { beforeEach, describe, expect, it, test } from 'vitest'
import {
  bladeById,
  blades,
  makeJob,
  materialById,
  materials,
  MODEL,
  saws,
  evaluate,
  type Job,
  type LogEntry,
  type Stock,
} from '@green-pitch/core'
import { makeBackup, readBackup, restore } from '../src/data/backup'
import { drawerCsv, logCsv, readDrawerCsv, readLogCsv } from '../src/data/csv'
import { Conflict, db, save, storageTrouble } from '../src/data/db'
import { tableNames } from '../src/data/tables'
import { loadDemo } from '../src/data/demo'
import { plainSettings, type Ticket } from '../src/data/records'
import * as schema from '../src/data/schema'
import { readTicket, ticketJson } from '../src/data/ticketFile'
import { carriesTicket, readTicketQuery, ticketQuery } from '../src/data/ticketUrl'

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const stocks: fc.Arbitrary<Stock> = fc.oneof(
  fc.record({
    form: fc.constantFrom('sheet' as const, 'board' as const),
    material: fc.constantFrom(...materials),
    thickness: mm(0.1, 100),
  }),
  fc.record({
    form: fc.constant('stack' as const),
    material: fc.constantFrom(...materials),
    thickness: mm(0.1, 20),
    sheets: fc.integer({ min: 1, max: 20 }),
  }),
  fc.record({ form: fc.constant('tube' as const), material: fc.constantFrom(...materials), diameter: mm(3, 60), wall: mm(0.3, 3) }),
  fc.record({ form: fc.constant('rod' as const), material: fc.constantFrom(...materials), diameter: mm(1, 60) }),
)
const jobs: fc.Arbitrary<Job> = fc
  .record({
    stock: stocks,
    saw: fc.constantFrom(...saws),
    pace: mm(0, 1),
    wear: fc.constantFrom(0, 0.4, 1),
    stress: fc.option(mm(50, 900), { nil: undefined }),
    spm: fc.option(mm(60, 1800), { nil: undefined }),
    cut: fc.record({
      kind: fc.constantFrom('pierced' as const, 'outline' as const, 'straight' as const),
      radius: fc.option(mm(0, 50), { nil: undefined }),
      web: fc.option(mm(0.1, 20), { nil: undefined }),
      hole: fc.option(mm(0.3, 10), { nil: undefined }),
      turn: fc.constantFrom('flowing' as const, 'worked' as const, 'pivot' as const),
      line: fc.constantFrom('leave' as const, 'split' as const, 'take' as const),
      openings: fc.nat(200),
      bevel: fc.constantFrom(undefined, 15),
      up: fc.constantFrom(undefined, 'show' as const),
      taped: fc.constantFrom(undefined, true),
      grain: fc.constantFrom(undefined, 'along' as const),
      depth: fc.option(mm(1, 90), { nil: undefined }),
      lie: fc.constantFrom(undefined, { behind: 150, beside: 40 }),
    }),
    orbit: fc.constantFrom(undefined, 2),
    turned: fc.constantFrom(undefined, 45),
  })
  .map((parts) => makeJob(parts))
const tickets: fc.Arbitrary<Ticket> = fc.record({
  job: jobs,
  blade: fc.option(fc.constantFrom(...blades), { nil: undefined }),
  model: fc.constant(MODEL),
})
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

describe('the one schema', () => {
  it('accepts all that ships', () => {
    for (const m of materials) expect(schema.check(schema.material, plain(m))).toMatchObject({ ok: true })
    for (const b of blades) expect(schema.check(schema.blade, plain(b))).toMatchObject({ ok: true })
    for (const s of saws) expect(schema.check(schema.saw, plain(s))).toMatchObject({ ok: true })
    expect(schema.check(schema.settings, plain(plainSettings))).toMatchObject({ ok: true })
  })
  it('accepts every job the core can make', () => {
    fc.assert(
      fc.property(tickets, (t) => {
        expect(schema.check(schema.ticket, plain(t))).toMatchObject({ ok: true })
      }),
    )
  })
  test.each([
    ['a thickness below zero', { stock: { thickness: -1 } }, /thickness/],
    ['a word for a number', { stock: { thickness: '9' } }, /thickness/],
    ['an unknown form', { stock: { form: 'cube' } }, /form/],
    ['a pace over 1', { pace: 2 }, /pace/],
    ['something extra', { owner: 'x' }, /owner/],
    ['an unknown turn', { cut: { turn: 'sideways' } }, /turn/],
  ])('refuses %s and names the place', (_what, patch: Record<string, unknown>, place) => {
    const job = plain(makeJob()) as unknown as Record<string, unknown>
    for (const [k, v] of Object.entries(patch)) job[k] = v && typeof v === 'object' ? { ...(job[k] as object), ...v } : v
    const found = schema.check(schema.job, job as unknown as Job)
    expect(found.ok).toBe(false)
    expect(!found.ok && found.message).toMatch(place)
  })
})

describe('a ticket goes out and comes back the same', () => {
  const known = { materials, saws }
  it('as a link', async () => {
    await fc.assert(
      fc.asyncProperty(tickets, async (t) => {
        const q = ticketQuery(t)
        expect(carriesTicket(q)).toBe(true)
        const back = await readTicketQuery(q, known, MODEL)
        // centre, skill and the like keep their plain values; what was left out stays out
        expect(back.ok && plain(back.ticket)).toEqual(plain(t))
      }),
    )
  })
  it('as a file', async () => {
    await fc.assert(
      fc.asyncProperty(tickets, async (t) => {
        const back = await readTicket(ticketJson('A name', t))
        expect(back.ok && [back.name, plain(back.ticket)]).toEqual(['A name', plain(t)])
      }),
    )
  })
  test.each([
    ['{', /not JSON/],
    ['null', /not a Green Pitch ticket/],
    ['{"format":"green-pitch-backup"}', /not a Green Pitch ticket/],
    ['{"format":"green-pitch-ticket","version":7}', /format 7/],
    ['{"format":"green-pitch-ticket","version":1,"ticket":{}}', /does not hold together/],
  ])('a file of %s is refused', async (text, why) => {
    const back = await readTicket(text)
    expect(!back.ok && back.message).toMatch(why)
  })
  it('never throws on a stranger’s link', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          fc.constantFrom('stock', 'saw', 'h', 'form', 'r', 'web', 'pace', 'blade', 'cut'),
          fc.oneof(fc.string(), fc.constantFrom('pear', 'scroll-plain', 'NaN', '1e999')),
        ),
        async (q) => {
          const back = await readTicketQuery(q, known, MODEL)
          if (back.ok) expect(Number.isFinite(evaluate(back.ticket.job, bladeById('scroll-standard-5')!).feed.value)).toBe(true)
          else expect(back.message.length).toBeGreaterThan(10)
        },
      ),
    )
  })
})

describe('tables', () => {
  const rows = ['scroll-skip-5', 'jeweler-2o0'].map((id, i) => ({
    id,
    rev: 1,
    blade: { ...bladeById(id)!, width: bladeById(id)!.width + 0.01 },
    count: 3 + i,
    minutes: 2.5,
    note: i ? '=2+3, "quoted"\nand a line' : '',
  }))
  it('a drawer goes out and in, measures and all', () => {
    const { rows: back, refused } = readDrawerCsv(drawerCsv(rows))
    expect(refused).toEqual([])
    expect(back[0]).toEqual({ blade: rows[0]!.blade, count: 3, minutes: 2.5, note: '' })
    expect(back[1]!.note).toBe(rows[1]!.note)
  })
  it('lets no cell run as a formula in a spreadsheet', () => expect(drawerCsv(rows)).toMatch(/"'=2\+3/))
  it('reads another program’s table: mark at the start, semicolons, decimal commas, spare columns', () => {
    const { rows: back } = readDrawerCsv('\uFEFFBlade;Count;Minutes_used;shelf\nscroll-skip-5;4;2,5;top\n')
    expect(back).toMatchObject([{ count: 4, minutes: 2.5 }])
  })
  test.each([
    ['', /columns/],
    ['a,b\n1,2', /columns/],
    ['blade,count\nnope,1', /Line 2: no blade “nope”/],
    ['blade,count\nscroll-skip-5,1.5', /Line 2: count/],
  ])('names what is wrong in %j', (text, why) => {
    expect(readDrawerCsv(text).refused.join()).toMatch(why)
  })
  it('a log goes out and in exactly, and a bent line is named', async () => {
    const job = makeJob({ stock: { form: 'sheet', material: materialById('brass')!, thickness: 1 } })
    const e: LogEntry = {
      id: 'a',
      at: 5,
      jobId: 'j',
      title: 'T',
      job,
      blade: blades[0]!,
      model: MODEL,
      predicted: { feed: 1, spm: 900, stress: 320, seconds: 60 },
      minutes: 3,
      length: 100,
      blades: 1,
      fate: 'broke',
      face: 4,
      underside: 3,
      edge: 5,
      cleanUpMinutes: 2,
      note: 'a, "b"',
    }
    const text = logCsv([e, { ...e, id: 'b', minutes: -3 }, { ...e, id: 'c', model: 99 }])
    const { rows: back, refused } = await readLogCsv(text)
    expect(plain(back)).toEqual([plain({ ...e, rev: 0 })])
    expect(refused.join()).toMatch(/Line 3: .*minutes.*Line 4: written by a newer/s)
    expect((await readLogCsv('a,b\n1,2')).refused[0]).toMatch(/record/)
  })
})

describe('storage', () => {
  beforeEach(async () => {
    await db.delete()
    await db.open()
    await loadDemo()
  })
  const stored = async () =>
    Object.fromEntries(
      await Promise.all(
        tableNames.map(
          async (t) =>
            [
              t,
              await db
                .table(t)
                .filter((r: { key?: string }) => r.key !== 'epoch')
                .toArray(),
            ] as const,
        ),
      ),
    )

  it('holds the demo to its own schema', async () => {
    const all = await stored()
    for (const t of tableNames) expect(schema.check<unknown>(schema.tables[t], all[t])).toMatchObject({ ok: true })
  })
  it('writes only over what was read', async () => {
    const job = (await db.jobs.get('demo-dial'))!
    expect(await save('jobs', { ...job, name: 'mine' })).toBe(job.rev + 1)
    await expect(save('jobs', { ...job, name: 'stale' })).rejects.toBeInstanceOf(Conflict)
    await expect(save('jobs', { ...job, rev: 0 })).rejects.toBeInstanceOf(Conflict)
    expect((await db.jobs.get('demo-dial'))!.name).toBe('mine')
  })
  it('restores a backup exactly, over whatever is there', async () => {
    const before = await stored()
    const file = await makeBackup()
    await db.jobs.clear()
    await db.log.update('demo-log-3', { note: 'changed' })
    const read = await readBackup(file)
    expect(read.ok).toBe(true)
    if (read.ok) await restore(read.backup)
    expect(await stored()).toEqual(before)
  })
  it('notices any flipped byte of a backup, and harms nothing', async () => {
    const file = await makeBackup()
    const whole = await readBackup(file)
    if (!whole.ok) throw new Error(whole.message)
    const bytes = new Uint8Array(await file.arrayBuffer())
    const before = await stored()
    await fc.assert(
      // the first ten bytes are gzip's header, whose time and system fields say nothing
      fc.asyncProperty(fc.integer({ min: 10, max: bytes.length - 1 }), fc.integer({ min: 1, max: 255 }), async (at, by) => {
        const bent = bytes.slice()
        bent[at]! ^= by
        const read = await readBackup(new Blob([bent]))
        // the bits that fill up the last byte of the packed data say nothing; any other must be noticed
        if (read.ok) {
          expect(at).toBe(bytes.length - 9)
          expect(read.backup.tables).toEqual(whole.backup.tables)
        }
      }),
      { numRuns: 60 },
    )
    expect(await stored()).toEqual(before)
  })
  it('a restore that cannot be finished leaves all as it was', async () => {
    const read = await readBackup(await makeBackup())
    if (!read.ok) throw new Error(read.message)
    const before = await stored()
    const twice = { ...read.backup, tables: { ...read.backup.tables, log: [...read.backup.tables.log, read.backup.tables.log[0]!] } }
    await expect(restore(twice)).rejects.toThrow()
    expect(await stored()).toEqual(before)
  })
  test.each([
    ['QuotaExceededError', /storage is full/],
    ['VersionError', /newer Green Pitch/],
    ['InvalidStateError', /private window/],
    ['Other', /Could not be stored/],
  ])('says %s plainly', (name, words) => {
    expect(storageTrouble(Object.assign(new Error('x'), { name }))).toMatch(words)
  })
})
