import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  bestKit,
  blades,
  bladesShare,
  evaluate,
  bladeById,
  changedJob,
  chartRow,
  coverOf,
  curvesOn,
  demandOf,
  exactly,
  familyOf,
  kitsBySchool,
  makeJob,
  materialById,
  mixes,
  MODEL,
  passes,
  purchasesFor,
  rankBlades,
  sawById,
  saws,
  shortOf,
  startingHole,
  typicalMix,
  usualJob,
  usualMaterials,
  usualThicknesses,
  WELL,
  widen,
  workOf,
  type Blade,
  type LogEntry,
  type Saw,
} from '../src/index.js'

const DAY = 86_400_000
const NOW = 400 * DAY
const named = (...ids: string[]) => ids.map((id) => bladeById(id)!)

/** Every choice of so many places of n. */
function* choices(n: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield []
  else for (let i = from; i <= n - size; i++) for (const rest of choices(n, size - 1, i + 1)) yield [i, ...rest]
}

describe('kit', () => {
  it('covers as much as any choice, and of those loses least (every choice tried)', () => {
    const ratio = fc.oneof(fc.constant(Infinity), fc.double({ min: 1, max: 12, noNaN: true }))
    const instance = fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 })).chain(([n, m]) =>
      fc.record({
        rows: fc.array(fc.array(ratio, { minLength: m, maxLength: m }), { minLength: n, maxLength: n }),
        minutes: fc.array(fc.double({ min: 0.01, max: 5000, noNaN: true }), { minLength: n, maxLength: n }),
        size: fc.integer({ min: 1, max: Math.min(m, 4) }),
        stays: fc.option(fc.integer({ min: 0, max: m - 1 }), { nil: undefined }),
      }),
    )
    fc.assert(
      fc.property(instance, ({ rows, minutes, size, stays }) => {
        const ratios = rows.map((r) => {
          const best = Math.min(...r)
          return Float64Array.from(r, (x) => (x === Infinity ? x : x / best))
        })
        const must = stays === undefined ? [] : [stays]
        const found = exactly(ratios, minutes, size, must)
        expect(found).toEqual(expect.arrayContaining(must))
        expect(new Set(found).size).toBe(size)
        const got = coverOf(ratios, minutes, found)
        for (const tried of choices(rows[0]!.length, size)) {
          if (!must.every((m) => tried.includes(m))) continue
          const c = coverOf(ratios, minutes, tried)
          expect(c.covered).toBeLessThanOrEqual(got.covered * (1 + 1e-9))
          if (c.covered > got.covered * (1 - 1e-9)) expect(c.loss).toBeGreaterThanOrEqual(got.loss - 1e-6 * (1 + got.loss))
        }
      }),
      { numRuns: 300 },
    )
  })

  it('of real jobs and blades, against every choice; what it covers can be sawn, and the curve only grows', () => {
    const jobs = typicalMix(['fretwork', 'jewelry'])
    const among = named(
      'scroll-reverse-skip-2o0',
      'scroll-reverse-skip-3',
      'scroll-reverse-skip-7',
      'scroll-ground-12',
      'scroll-twisted-2',
      'jeweler-4o0',
      'jeweler-2o0',
      'jeweler-2',
      'jeweler-5',
    )
    const { kit, covered, loss, curve } = bestKit({ jobs, blades: among, size: 3 })
    // a poorer edge counts as time: four times its share of score
    const scores = new Map(jobs.map((j) => [j, new Map(rankBlades(j.job, { blades: among }).value.map((r) => [r.blade.id, r.score]))]))
    const time = (b: Blade, j: (typeof jobs)[number]) => {
      if (!passes(j.job, b)) return Infinity
      const scored = scores.get(j)!
      return bladesShare(evaluate(j.job, b).time) * (1 + 4 * (Math.max(...scored.values()) - scored.get(b.id)!))
    }
    const of = (set: Blade[]) => {
      let [c, l] = [0, 0]
      for (const j of jobs) {
        const t = Math.min(...set.map((b) => time(b, j)))
        if (t === Infinity) continue
        c += j.minutes
        l += j.minutes * (t / Math.min(...among.map((b) => time(b, j))) - 1)
      }
      return { c, l }
    }
    const all = [...choices(among.length, 3)].map((set) => of(set.map((i) => among[i]!)))
    const most = Math.max(...all.map((a) => a.c))
    expect(covered).toBeCloseTo(most, 6)
    expect(loss).toBeCloseTo(Math.min(...all.filter((a) => a.c > most - 1e-6).map((a) => a.l)), 6)
    expect(of(kit).c).toBeCloseTo(covered, 6)
    expect(curve.map((c) => c.size)).toEqual([1, 2, 3, 4])
    for (const [i, c] of curve.entries()) if (i) expect(c.covered).toBeGreaterThanOrEqual(curve[i - 1]!.covered - 1e-9)
  })

  it('keeps what must stay, and says what is wrong with what it cannot', () => {
    const jobs = typicalMix(['puzzles'])
    const among = blades.filter((b) => b.group === 'scroll-reverse-skip')
    expect(bestKit({ jobs, blades: among, size: 2, keep: ['scroll-reverse-skip-12'] }).kit.map((b) => b.id)).toContain(
      'scroll-reverse-skip-12',
    )
    expect(() => bestKit({ jobs, blades: among, size: 1, keep: among.slice(0, 2).map((b) => b.id) })).toThrow('choose a larger one')
    expect(() => bestKit({ jobs, blades: among, size: 9 })).toThrow('1 to 8')
    expect(() => bestKit({ jobs, blades: among, size: 2, keep: ['nothing'] })).toThrow('not among those')
    expect(() => bestKit({ jobs: [{ job: jobs[0]!.job, minutes: NaN }], blades: among, size: 1 })).toThrow('0 or more')
    // no work: nothing is covered, and nothing breaks
    expect(bestKit({ jobs: [], blades: among, size: 2 })).toMatchObject({ covered: 0, loss: 0 })
  })

  it('what beginners are told is what the trade would say', () => {
    for (const { id, jobs, family } of mixes) {
      expect(typicalMix([id])).toHaveLength(jobs.length)
      for (const w of typicalMix([id])) {
        expect(familyOf(w.job.saw), w.title).toBe(family)
        expect(rankBlades(w.job).value.length, w.title).toBeGreaterThan(0)
      }
    }
    // two frame blades do a jeweler's year, neither of them made for wood; a sawyer's three are small, middle and big
    const silver = bestKit({ jobs: typicalMix(['jewelry']), blades, size: 2, within: WELL })
    expect(silver.kit.map((b) => b.series)).toEqual(['jeweler', 'jeweler'])
    expect(silver.covered).toBeGreaterThan(0.95 * 3800)
    const wood = bestKit({ jobs: typicalMix(['fretwork']), blades, size: 3, within: WELL })
    const widths = wood.kit.map((b) => b.width).sort((a, b) => a - b)
    // small up to No. 1, middle about No. 3 to 5, big from No. 7: sizes people keep together
    expect(widths[0]).toBeLessThan(0.75)
    expect(widths[1]).toBeGreaterThan(0.75)
    expect(widths[1]).toBeLessThan(1)
    expect(widths[2]).toBeGreaterThanOrEqual(bladeById('scroll-mixed-7')!.width)
    expect(wood.covered).toBeCloseTo(4200, 6)
    const schools = kitsBySchool(typicalMix(['fretwork']), blades, 3, undefined, WELL)
    const best = schools.find((s) => s.school === 'best')!
    expect(best.covered).toBeCloseTo(wood.covered, 6)
    for (const s of schools) expect(s.covered).toBeLessThanOrEqual(best.covered + 1e-6)
    expect(new Set(schools.find((s) => s.school === 'one-pattern')!.kit.map((b) => b.group)).size).toBe(1)
    expect(new Set(schools.find((s) => s.school === 'variety')!.kit.map((b) => b.group)).size).toBe(3)
  })
})

/** A logged cut, so many days back. */
const cut = (days: number, patch: Partial<LogEntry> = {}): LogEntry => {
  const job = patch.job ?? makeJob({ cut: { length: 800, openings: 4 } })
  const blade = patch.blade ?? bladeById('scroll-reverse-skip-4')!
  return {
    id: `e${days}`,
    at: NOW - days * DAY,
    jobId: 'a',
    title: 'Dial',
    job,
    blade,
    model: MODEL,
    predicted: { feed: 1, spm: 900, seconds: 900 },
    minutes: 15,
    length: 800,
    blades: 1,
    fate: 'fine',
    face: 4,
    underside: 4,
    edge: 4,
    cleanUpMinutes: 5,
    note: '',
    ...patch,
  }
}

describe('work and demand', () => {
  it('a year’s work adds up with the log’s minutes, whatever is put together', () => {
    const oak = makeJob({ stock: { material: materialById('oak')!, form: 'board', thickness: 20 } })
    const log = [
      cut(300),
      cut(200, { minutes: 21 }),
      cut(100, { job: oak, blade: bladeById('scroll-reverse-skip-7')! }),
      cut(10, { cleanUpMinutes: 0 }),
    ]
    const work = workOf(log, [], NOW)
    const years = 300 / 365.25
    expect(work.reduce((t, w) => t + w.minutes, 0) * years).toBeCloseTo(15 + 5 + 21 + 5 + 15 + 5 + 15, 6)
    expect(work.flatMap((w) => w.uses).reduce((t, u) => t + u.yearly * u.minutes, 0) * years).toBeCloseTo(15 + 21 + 15 + 15, 6)
    expect(work).toHaveLength(2)
    // a planned job counts beside it, until it is logged
    const planned = [
      { jobId: 'b', title: 'Tray', job: oak, yearly: 4 },
      { jobId: 'a', title: 'Dial', job: makeJob(), yearly: 9 },
    ]
    expect(workOf(log.slice(0, 2), planned, NOW).map((w) => w.from)).toContain('plan')
    expect(workOf(log, planned, NOW).every((w) => w.from === 'log')).toBe(true)
  })

  it('the chance to run out falls with what is left, rises with the wait, and an order mends it', () => {
    const uses = workOf([cut(300), cut(200), cut(150), cut(100), cut(20)], [], NOW).flatMap((w) => w.uses)
    const blade = uses[0]!.blade
    const chance = (count: number, days: number, minutes = 0) => demandOf({ uses, drawer: [{ blade, count, minutes }], days })[0]!.runsOut
    expect(chance(0, 10)).toBe(1)
    for (const [a, b] of [
      [chance(1, 60), chance(2, 60)],
      [chance(2, 200), chance(2, 20)],
      [chance(1, 60, 15), chance(1, 60)],
    ])
      expect(a).toBeGreaterThanOrEqual(b!)
    const [d] = demandOf({ uses, drawer: [{ blade, count: 1, minutes: 0 }], days: 14, months: 6 })
    expect(d!.yearly.low).toBeLessThanOrEqual(d!.yearly.median)
    expect(chance(1 + d!.order, 14 + 182)).toBeLessThanOrEqual(0.12)
    // a kind that is used and not in the drawer is told; a hand saw is no stock
    expect(demandOf({ uses, drawer: [], days: 7 })[0]).toMatchObject({ left: 0, runsOut: 1 })
    expect(demandOf({ uses: [], drawer: [{ blade: bladeById('dovetail-17')!, count: 1, minutes: 9 }], days: 7 })).toEqual([])
    expect(() => demandOf({ uses, drawer: [], days: -1 })).toThrow('0 to 3650')
  })

  it('a kind that is out is told, with what does instead and what that costs', () => {
    const ranked = rankBlades(makeJob()).value
    const [first, second, third] = ranked.map((r) => r.blade.id)
    const short = (left: Record<string, number>) =>
      shortOf(
        ranked,
        (id) => left[id],
        () => 1.4,
      )
    expect(short({})).toBeUndefined()
    expect(short({ [first!]: 2 })).toBeUndefined()
    expect(short({ [first!]: 1, [second!]: 1, [third!]: 5 })).toMatchObject({ left: 1, instead: { blade: { id: third } } })
    expect(short({ [first!]: 0 })).toMatchObject({ left: 0, instead: undefined })
    expect(short({ [first!]: 0, [second!]: 9 })!.costs).toBeCloseTo(ranked[1]!.time.total - ranked[0]!.time.total, 9)
  })
})

describe('what would widen a shop', () => {
  const pinned = sawById('scroll-pinned')!
  const owned = blades.filter((b) => b.group.startsWith('pinned'))
  const work = typicalMix(['fretwork', 'puzzles']).map((w) => ({ ...w, yearly: 5, job: { ...w.job, saw: pinned } }))
  const asked = { jobs: work, saws: [pinned], known: saws, owned, catalogue: blades }
  const changes = purchasesFor(asked)
  const rows = widen({ jobs: work, changes, blades: owned, saws: [pinned] })

  it('what a change opens passes once it is made, and did not before; it saves no more than is worked', () => {
    expect(rows).toHaveLength(changes.length)
    let opened = 0
    for (const { change, opens, saves, opened: minutes } of rows) {
      const then: readonly Blade[] = [...owned, ...(change.blades ?? [])]
      for (const w of opens) {
        opened++
        expect(owned.some((b) => passes(w.job, b))).toBe(false)
        expect(then.some((b) => passes(changedJob(w.job, change)!, b))).toBe(true)
      }
      expect(minutes > 0).toBe(opens.length > 0)
      expect(saves).toBeGreaterThanOrEqual(0)
      expect(saves).toBeLessThan(work.reduce((t, w) => t + w.minutes, 0))
    }
    expect(opened).toBeGreaterThan(0)
    // a saw that takes pinned blades only is first of all widened by plain ends
    expect(['holder', 'saw']).toContain(rows[0]!.change.kind)
    expect(rows.some((r) => r.change.kind === 'holder' && r.opens.length > 0)).toBe(true)
  })

  it('throat, height and a finer drill open what they should; a price becomes a cost for an hour saved', () => {
    const saw = sawById('scroll-plain')!
    const small: Saw = { ...saw, capacity: 10 } as Saw
    const job = makeJob({ saw: small, cut: { hole: 1.1 } })
    const jobs = [
      { job, minutes: 60, reach: 500 },
      { job: { ...job, cut: { ...job.cut, hole: 0.9 } }, minutes: 60 },
      {
        job: { ...job, stock: { material: materialById('pine')!, form: 'board' as const, thickness: 20 }, cut: { ...job.cut, hole: 3 } },
        minutes: 60,
      },
      { job: { ...job, cut: { ...job.cut, openings: 60 } }, minutes: 600 },
    ]
    const found = widen({
      jobs,
      finest: 1,
      changes: [
        { id: 't', kind: 'throat', of: small.id, saw: { ...small, throat: 520 } },
        { id: 'd', kind: 'drill', drill: 0.9 },
        { id: 'h', kind: 'capacity', of: small.id, saw: { ...small, capacity: 25 } },
        {
          id: 'q',
          kind: 'tension',
          of: small.id,
          saw: { ...small, change: { ...small.change, steps: small.change.steps.slice(0, 2) } },
          price: 50,
        },
        { id: 'o', kind: 'throat', of: 'another', saw: { ...small, throat: 900 } },
      ],
    })
    const by = (id: string) => found.find((f) => f.change.id === id)!
    expect(by('t').opens).toEqual([jobs[0]])
    expect(by('d').opens).toEqual([jobs[1]])
    expect(by('h').opens).toEqual([jobs[2]])
    expect(by('q').saves).toBeGreaterThan(0)
    expect(by('q').perHour).toBeCloseTo(50 / (by('q').saves / 60), 9)
    expect(by('o')).toMatchObject({ opens: [], saves: 0 })
  })
})

it('a chart row is what the Bench would set up with what is owned, or says what to buy', () => {
  const job = makeJob()
  const own = named('scroll-reverse-skip-4')
  const row = chartRow(job, own, blades, ['metric'])
  expect(row.blade!.id).toBe('scroll-reverse-skip-4')
  expect(row.drill!.mm).toBeGreaterThanOrEqual(startingHole(row.blade!))
  expect(row).toMatchObject({ teeth: 'down', face: 'either' })
  expect(row.strokes!.low).toBeLessThanOrEqual(row.strokes!.high)
  const none = chartRow(job, named('jig-set-8'), blades, ['metric'])
  expect(none.blade).toBeUndefined()
  expect(none.buy!.id).toBe(rankBlades(job).value[0]!.blade.id)
})

describe('a new job', () => {
  it.each(saws)('on the $short is sawable stock with a curve that saw follows, in both units', (saw) => {
    for (const unit of ['mm', 'in'] as const) {
      const job = usualJob(saw, ['fretwork', 'jewelry'], unit)
      expect(rankBlades(job, { blades, owned: new Set<string>() }).value.length).toBeGreaterThan(0)
      expect(job.cut.radius === undefined).toBe(curvesOn(saw).length === 1)
      const sizes = usualThicknesses(job.stock.material, unit).map((t) => t.mm)
      expect(sizes.every((mm, i) => mm > (sizes[i - 1] ?? 0))).toBe(true)
      expect(usualMaterials(saw, [])).toContain(job.stock.material)
    }
  })
  it('begins with the stock of what is made', () => {
    expect(usualJob(sawById('frame-70')!, ['jewelry'], 'mm').stock.material.id).toBe('silver')
    expect(usualJob(sawById('frame-70')!, ['inlay'], 'mm').stock.material.id).toBe('pear')
    expect(usualMaterials(sawById('frame-70')!, ['inlay'])[0]!.id).toBe('pear')
  })
})
