import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bandWords,
  bladeLife,
  bladeWords,
  blades,
  bogWords,
  cautionWords,
  collision,
  collisionWords,
  explain,
  firstReasons,
  greenBand,
  limitAsks,
  lives,
  makeJob,
  marginWords,
  materials,
  MODEL,
  mountingWords,
  priorLife,
  rankBlades,
  jobRules,
  saws,
  schoolPicks,
  schoolWords,
  setUp,
  setUpWords,
  sizeWindow,
  speedWords,
  stockWords,
  tradesWords,
  tradeWord,
  evaluate,
  waysOut,
  wayWords,
  windowHeading,
  type Job,
  type JobRule,
  type LogEntry,
  type Say,
  isStrungJob,
} from '../src/index.js'

const anyJob = fc
  .record({
    material: fc.constantFrom(...materials),
    saw: fc.constantFrom(...saws),
    thickness: fc.double({ min: 0.3, max: 60, noNaN: true }),
    radius: fc.option(fc.double({ min: 0, max: 40, noNaN: true }), { nil: undefined }),
    web: fc.option(fc.double({ min: 0.1, max: 10, noNaN: true }), { nil: undefined }),
    turn: fc.constantFrom('flowing' as const, 'worked' as const, 'pivot' as const),
    kind: fc.constantFrom('pierced' as const, 'outline' as const),
    wear: fc.constantFrom(0, 0.4, 1),
    pace: fc.double({ min: 0, max: 1, noNaN: true }),
    centre: fc.constantFrom('waste' as const, 'kept' as const),
    line: fc.constantFrom('leave' as const, 'split' as const, 'take' as const),
    bevel: fc.constantFrom(undefined, 15, 45),
    up: fc.constantFrom(undefined, 'show' as const, 'back' as const),
    grain: fc.constantFrom(undefined, 'along' as const, 'across' as const),
    depth: fc.option(fc.double({ min: 1, max: 120, noNaN: true }), { nil: undefined }),
    flush: fc.boolean(),
    lie: fc.constantFrom(undefined, { behind: 150, beside: 40 }),
  })
  .map(({ material, saw, thickness, wear, pace, ...cut }): Job =>
    makeJob({ stock: { material, form: 'board', thickness }, saw, wear, pace, cut }),
  )

/** Every number reachable in a result. */
function numbers(x: unknown, into: number[] = []): number[] {
  if (typeof x === 'number') into.push(x)
  else if (x && typeof x === 'object') for (const v of Object.values(x)) numbers(v, into)
  return into
}
const MUMBLED = /undefined|NaN|Infinity|\[object|\bnull\b/
const speaks = (s: string) => expect(s).not.toMatch(MUMBLED)

describe('results and words', () => {
  it('carry no infinity, no hole and no lost word, for any job on any saw', () => {
    fc.assert(
      fc.property(
        anyJob,
        fc.constantFrom(...blades),
        fc.constantFrom('mm' as const, 'in' as const),
        fc.constantFrom('size' as const, 'tpi' as const),
        (job, blade, unit, naming) => {
          const say: Say = { unit, naming }
          const v = evaluate(job, blade)
          const band = isStrungJob(job) ? greenBand(job, blade) : undefined
          const setup = setUp(job, blade, ['metric', 'number'])
          const window = sizeWindow(job, blade.group)
          expect([...numbers(v), ...numbers(band), ...numbers(setup)].filter((n) => !Number.isFinite(n))).toEqual([])
          const said: string[] = []
          const speaks = (s: string) => said.push(s)
          speaks(windowHeading(window))
          speaks(stockWords(job.stock, say))
          speaks(bladeWords(blade, say))
          if (band) speaks(bandWords(band))
          speaks(speedWords(v.speed))
          speaks(bogWords(v))
          for (const l of window.limits) speaks(limitAsks(l.id, job, window, say))
          for (const m of v.margins) speaks(marginWords(m, job, say))
          for (const i of setup.value) speaks(setUpWords(i, job, say))
          for (const c of setup.cautions) speaks(cautionWords[c])
          for (const rule of Object.keys(jobRules) as JobRule[])
            for (const text of [explain(rule, job, v, say)].flatMap((w) => [w.text, w.also ?? '', ...w.inputs.map((i) => i.value)]))
              speaks(text)
          const ranked = rankBlades(job, { blades: blades.filter((_, i) => i % 5 === 0) }).value
          for (const [i, r] of ranked.entries())
            speaks(i === 0 ? firstReasons(r, job, say) : `${tradeWord(r, ranked[0]!, say)} ${tradesWords(r, ranked[0]!, say)}`)
          for (const p of schoolPicks(job, ranked, 'any')) speaks(schoolWords(p, ranked[0]!, say).parts)
          const clash = collision(window)
          if (clash) speaks(collisionWords(clash, job, say))
          expect(said.filter((s) => MUMBLED.test(s))).toEqual([])
        },
      ),
      { numRuns: 80 },
    )
  }, 30_000)
  it('ways out speak too', () => {
    const job = makeJob({
      stock: { material: materials.find((m) => m.id === 'maple')!, form: 'board', thickness: 45 },
      cut: { radius: 3, web: undefined },
    })
    const ways = waysOut(job, saws)
    expect(ways.length).toBeGreaterThan(2)
    for (const w of ways) Object.values(wayWords(w, { unit: 'mm', naming: 'size' })).forEach(speaks)
  })
})

describe('set-up', () => {
  const words = (job: Job, id: string) =>
    setUp(
      job,
      blades.find((b) => b.id === id)!,
    )
      .value.map((i) => setUpWords(i, job, { unit: 'mm', naming: 'size' }))
      .join('\n')
  it('follows the saw’s own change procedure', () => {
    const [returns, not] = ['scroll-plain', 'scroll-both'].map((id) => makeJob({ saw: saws.find((s) => s.id === id)! }))
    expect(words(returns!, 'scroll-reverse-skip-4')).toMatch(/comes back by itself/)
    expect(words(not!, 'scroll-reverse-skip-4')).toMatch(/hex key[\s\S]*Pluck again/)
  })
  it('brings the upward teeth above the table', () => {
    const item = setUp(
      makeJob(),
      blades.find((b) => b.id === 'scroll-reverse-skip-4')!,
    ).value.find((i) => i.do === 'reverse')
    expect(item?.do === 'reverse' && item.setting.reaches).toBe(true)
  })
  it('turns a frame’s teeth to the handle and warns of what the stock does', () => {
    const job = makeJob({
      saw: saws.find((s) => s.id === 'frame-70')!,
      stock: { material: materials.find((m) => m.id === 'mother-of-pearl')!, form: 'sheet', thickness: 1.5 },
    })
    expect(words(job, 'jeweler-6o0')).toMatch(/to the handle[\s\S]*wet/)
    expect(setUp(job, blades[0]!).cautions).toContain('dust-toxic')
    expect(mountingWords(job.saw)).toContain('Plucked: in the green')
    expect(mountingWords(saws.find((s) => s.kind === 'jigsaw')!)).toContain('Shank locked home')
  })
})

describe('life of blades', () => {
  it('starts at the material’s prior and follows the log, surer with every blade', () => {
    const prior = priorLife(materials.find((m) => m.id === 'pear')!)
    expect(bladeLife(prior, 0, 0).mean).toBe(prior)
    const few = bladeLife(prior, 100, 2)
    const many = bladeLife(prior, 1000, 20)
    expect(many.mean).toBeGreaterThan(few.mean)
    expect(many.high / many.low).toBeLessThan(few.high / few.low)
    expect(few.low).toBeLessThan(few.mean)
    expect(few.high).toBeGreaterThan(few.mean)
  })
  it('counts a blade spent when it broke or dulled, not when it lives', () => {
    const job = makeJob()
    const entry = (fate: LogEntry['fate'], n: number): LogEntry => ({
      id: `${fate}${n}`,
      at: 0,
      jobId: 'j',
      title: 't',
      job,
      blade: blades[0]!,
      model: MODEL,
      predicted: { feed: 1, spm: 1, stress: 1, seconds: 1 },
      minutes: 10,
      length: 500,
      blades: n,
      fate,
      face: 4,
      underside: 4,
      edge: 4,
      cleanUpMinutes: 0,
      note: '',
    })
    const [life] = lives([entry('fine', 1), entry('broke', 2), entry('dull', 1), entry('slipped', 1)])
    expect(life).toMatchObject({ entries: 4, minutes: 40, metres: 2, spent: 3 })
  })
})
