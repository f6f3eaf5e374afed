import { describe, expect, it, test } from 'vitest'
import {
  blades,
  clampTrouble,
  drillingSeconds,
  evaluate,
  heights,
  homeGroup,
  hasSpeed,
  isStrungJob,
  diagnose,
  signsOf,
  stockInSpan,
  setUpWords,
  isStrung,
  limitById,
  limitIds,
  limitsOf,
  makeDo,
  makeJob,
  materialById,
  materials,
  mountings,
  mountingWords,
  passes,
  profileOf,
  profiles,
  rankBlades,
  sawById,
  saws,
  setUp,
  sizeWindow,
  stoppers,
  teethInWork,
  waysOut,
  type Blade,
  type Cut,
  type Job,
  type Profile,
  type Saw,
  type WayKind,
  stops,
} from '../src/index.js'

const jobOf = (material: string, thickness: number, saw: Saw, cut: Partial<Cut> = {}, rest: Partial<Job> = {}) =>
  makeJob({
    stock: { material: materialById(material)!, form: 'board', thickness },
    saw,
    cut: { web: undefined, hole: undefined, ...cut },
    ...rest,
  })
const scroll = sawById('scroll-plain')!

describe('a kind of saw is one profile', () => {
  test.each(saws.map((s) => [s.id, s] as const))('%s: its facts agree with its own data', (_id, saw) => {
    const p = profileOf(saw)
    expect('span' in saw).toBe(p.holds === 'taut')
    expect('speed' in saw).toBe(p.strokes === 'set')
    expect([isStrung(saw), hasSpeed(saw)]).toEqual([p.holds === 'taut', p.strokes === 'set'])
    expect(limitsOf(saw).map((l) => l.id)).toEqual(p.limits)
    expect(mountingWords(saw)).toHaveLength(p.mounting.length)
    expect(p.mounting.every((m) => mountings.includes(m))).toBe(true)
    // every kind has blades of its own, a group to begin with, and a set-up that ends with a trial
    expect(blades.some((b) => !clampTrouble(saw, b))).toBe(true)
    const job = jobOf('pine', 12, saw, { radius: undefined, kind: 'straight' })
    expect(blades.some((b) => b.group === homeGroup(job))).toBe(true)
    const first = rankBlades(job).value[0]!
    const setup = setUp(job, first.blade)
    expect(setup.value.at(-1)).toEqual({ do: 'trial' })
    // what is done follows from what the saw is, and not from its name
    const done = setup.value.map((i) => i.do)
    expect(done.includes('hold-down')).toBe(p.holdDown)
    expect(done.includes('square')).toBe(p.table)
    expect(done.includes('pin') || done.includes('vice')).toBe(p.holds === 'taut' && !p.table)
    const say = { unit: 'mm', naming: 'size' } as const
    expect(setup.value.some((i) => /unplug/i.test(setUpWords(i, job, say)))).toBe(p.motor)
    if (isStrungJob(job) && 'tableHeight' in saw) expect(stockInSpan(job).from).toBe(saw.tableHeight)
    // and it can go wrong: every sign has a cause on it, and a next step
    for (const sign of signsOf(job)) {
      const found = diagnose({ job, blade: first.blade, signs: [sign] })
      expect(found.causes.length, sign).toBeGreaterThan(0)
      expect(found.next, sign).toBeDefined()
      expect(found.causes.some((c) => c.id === 'hold-down-high')).toBe(p.holdDown && found.causes.length > 0)
    }
    expect(setUp(job, first.blade).cautions).toEqual(expect.arrayContaining([...p.cautions, 'eyes', 'manual']))
  })
  it('every limit is asked by some kind and told under its own name', () => {
    for (const id of limitIds) {
      expect(limitById(id).id).toBe(id)
      expect(Object.values<Profile>(profiles).some((p) => p.limits.includes(id))).toBe(true)
    }
  })
  test.each([
    ['silver', 'scroll-plain', {}, 'scroll-metal'],
    ['wall-tile', 'scroll-plain', {}, 'grit-wire'],
    ['pear', 'scroll-pinned', {}, 'pinned-standard'],
    ['silver', 'frame-70', {}, 'jeweler'],
    ['aluminium', 'coping-120', {}, 'coping-metal'],
    ['pine', 'jigsaw-orbital', { radius: 20 }, 'jig-curve'],
    ['pine', 'jigsaw-orbital', { radius: undefined }, 'jig-set'],
    ['acrylic', 'jigsaw-orbital', { radius: 20 }, 'jig-plastic'],
    ['oak', 'hand-saws', { flush: true }, 'hand-flush'],
    ['oak', 'hand-saws', {}, 'hand-backed'],
  ] as const)('%s on %s: the packet first looked at is %s', (material, saw, cut, group) => {
    expect(homeGroup(jobOf(material, 6, sawById(saw)!, cut))).toBe(group)
  })
})

describe('one height everywhere', () => {
  it('a bevelled board is as tall to teeth, feed, holes, reach and set-up', () => {
    const job = jobOf('pine', 18, sawById('jigsaw-orbital')!, { bevel: 45, radius: undefined })
    const H = 18 * Math.SQRT2
    const { total, longest, thinnest } = heights(job)
    for (const h of [total, longest, thinnest]) expect(h).toBeCloseTo(H, 9)
    const blade = blades.find((b) => b.id === 'jig-set-8')!
    const v = evaluate(job, blade)
    expect(v.margins.find((m) => m.limit === 'teeth')!.have).toBeCloseTo(teethInWork(H, blade), 9)
    expect(v.margins.find((m) => m.limit === 'capacity')!.need).toBeCloseTo(H, 9)
    const tilt = setUp(job, blade).value.find((i) => i.do === 'tilt')!
    expect(tilt).toMatchObject({ height: expect.closeTo(H, 9) as number })
    // drilling goes through the same height
    const [square, leaning] = [drillingSeconds({ ...job, cut: { ...job.cut, bevel: undefined } }), drillingSeconds(job)]
    expect((leaning - 9) / (square - 9)).toBeCloseTo(Math.SQRT2, 9)
  })
})

describe('ways out', () => {
  const cases: [WayKind, Job][] = [
    ['pivot', jobOf('maple', 19, scroll, { radius: 0.6 })],
    ['worked', jobOf('silver', 0.8, sawById('frame-70')!, { radius: 0.5, turn: 'flowing' })],
    ['gentler-curve', jobOf('maple', 45, scroll, { radius: 1 })],
    ['hole', jobOf('maple', 19, scroll, { radius: 6, hole: 0.6 })],
    ['edge-entry', jobOf('maple', 19, scroll, { radius: 6, hole: 0.6 })],
    ['wider-web', jobOf('maple', 19, scroll, { radius: 6, web: 0.6 })],
    ['thinner', jobOf('maple', 45, scroll, { radius: 1 })],
    [
      'fewer-sheets',
      makeJob({
        saw: scroll,
        stock: { material: materialById('birch-ply')!, form: 'stack', thickness: 6, sheets: 8 },
        cut: { radius: 0.9, web: undefined, hole: undefined },
      }),
    ],
    ['rougher', jobOf('stainless-steel', 6, scroll, { radius: 6, finish: 'careful' })],
    ['saw', jobOf('copper', 0.2, scroll, { radius: 2 })],
    ['turn-blade', jobOf('pine', 18, sawById('coping-120')!, { radius: 8, kind: 'outline', lie: { behind: 160, beside: 34 } })],
  ]
  test.each(cases)('%s is offered where it cures, and cures what it is offered for', (kind, job) => {
    expect(rankBlades(job).value).toEqual([])
    expect(stoppers(job).length).toBeGreaterThan(0)
    const ways = waysOut(job, saws)
    expect(ways.map((w) => w.kind)).toContain(kind)
    for (const way of ways) {
      const opened = rankBlades(way.job).value
      expect(opened).toHaveLength(way.opens)
      // one thing is changed, the rest is left as it was
      const { cut } = way.job
      const changed = Object.keys(cut).filter((k) => cut[k as keyof Cut] !== job.cut[k as keyof Cut])
      expect(changed.length).toBeLessThanOrEqual(way.kind === 'edge-entry' ? 2 : 1)
      if (way.kind !== 'saw') expect(way.job.saw).toBe(job.saw)
      // no more is asked than is missing
      if (way.kind === 'rougher' && !way.and && job.cut.finish === 'careful' && cut.finish === 'rough')
        expect(rankBlades({ ...job, cut: { ...job.cut, finish: 'ordinary' } }).value).toEqual([])
      if (way.kind === 'thinner' && !way.and && job.stock.form === 'board')
        expect(rankBlades({ ...job, stock: { ...job.stock, thickness: 1.06 * way.to! + 0.1 } }).value).toEqual([])
    }
  })
  it('an owned blade is made to do by the least change of manner that is enough', () => {
    const own = (id: string) => [blades.find((b) => b.id === id)!]
    const top = () => 520
    const job = jobOf('maple', 19, scroll, { radius: 5, hole: 2 })
    const done = (j: Job, owned: readonly Blade[]) => makeDo(j, owned, top)
    expect(done(job, own('scroll-standard-9'))!.changes).toEqual([])
    const tight = { ...job, cut: { ...job.cut, radius: 1.2 } }
    expect(done(tight, own('scroll-standard-9'))!.changes).toContain('pivot')
    expect(done(job, own('jeweler-4o0'))).toBeUndefined()
    for (const b of blades.filter((x) => x.group === 'scroll-standard')) {
      const made = done(tight, [b])
      if (made) expect(passes(made.job, b)).toBe(true)
    }
  })
})

describe('rows state their facts', () => {
  it('stiffness, strip and stress come from the row, not from a name or a hatch', () => {
    for (const b of blades) expect(b.safeStress).toBe(b.strip === 'frame' ? 760 : 525)
    expect(
      blades
        .filter((b) => b.plate?.needsBox)
        .map((b) => b.plate!.kind)
        .sort(),
    ).toEqual(['mitre-box', 'mitre-box-adjustable'])
    expect(
      materials
        .filter((m) => m.build === 'chips')
        .map((m) => m.id)
        .sort(),
    ).toEqual(['chipboard', 'hardboard', 'mdf', 'osb', 'worktop'])
    expect(materials.every((m) => (m.hard === true) === (m.group === 'hardwood'))).toBe(true)
  })
  it('a window names what closes it, whichever saw', () => {
    for (const saw of saws) {
      const w = sizeWindow(jobOf('pine', 18, saw, { radius: 12, kind: 'outline' }))
      for (const l of w.limits)
        for (const i of l.fails) expect(w.inputs.sizes[i]!.margins.some((m) => m.limit === l.id && stops(m))).toBe(true)
      if (w.value.length && w.value.length < w.inputs.sizes.length) expect(w.limit.below ?? w.limit.above).toBeDefined()
    }
    expect(frameWindow()).toBeGreaterThan(0)
  })
  const frameWindow = () => sizeWindow(jobOf('silver', 0.8, sawById('frame-70')!, { radius: 3 })).value.length
})
