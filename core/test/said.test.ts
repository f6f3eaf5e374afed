import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  becauseWords,
  billOf,
  bladeById,
  blades,
  bladeOrSawWords,
  chartCells,
  chartColumns,
  chartRow,
  compareFamilies,
  compareHeading,
  contenderWords,
  diagnose,
  drawTrial,
  evaluate,
  armWords,
  figuresWords,
  firstByOwn,
  forecast,
  gradeSpan,
  identify,
  identifyWords,
  kitHeading,
  learningWords,
  hasMotor,
  leadOf,
  leadWords,
  makeJob,
  materials,
  orderHeading,
  panelSteps,
  perYearWords,
  placeWords,
  pullWords,
  purchaseWords,
  rankBlades,
  reprintWords,
  resultWords,
  runsOutWords,
  saws,
  sawById,
  shortWords,
  signs,
  sliceSteps,
  spanWords,
  stepCaution,
  traitWords,
  tryWords,
  unfairWords,
  wearWords,
  weighedWords,
  whyOwn,
  widenedWords,
  worthHeading,
  type Demand,
  type Job,
  type Say,
  type Short,
} from '../src/index.js'
import { planSlices } from '../src/fit/index.js'
import { openingPlans, openingWay } from '../src/joint/index.js'
import { exercise, ladder, manners, offsetOf, practiceSetUp, sawnBy, score, simulatedSaw } from '../src/practice/index.js'

const mm: Say = { unit: 'mm', naming: 'size' }
const inches: Say = { unit: 'in', naming: 'size' }
/** A sentence as it may stand on a screen: whole, and in one system of lengths. */
function sound(text: string, say: Say) {
  expect(text.trim(), text).not.toBe('')
  expect(text).not.toMatch(/NaN|undefined|Infinity|null|\[object| {2}|\.\.|,,|−0(?![.\d])/)
  // a drill keeps the name it is bought by
  const lengths = text.replace(/holes? of [\d.]+ mm/g, '')
  expect(lengths).not.toMatch(say.unit === 'in' ? /\d mm\b/ : /\d″/)
}
const bothWays = (words: (say: Say) => string | undefined) => {
  for (const say of [mm, inches]) {
    const text = words(say)
    if (text !== undefined) sound(text, say)
  }
}
const anyJob = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    thickness: fc.double({ min: 0.4, max: 40, noNaN: true }),
    radius: fc.option(fc.double({ min: 1, max: 60, noNaN: true }), { nil: undefined }),
  })
  .map(({ saw, material, thickness, radius }) =>
    makeJob({
      saw,
      stock: { material, form: 'board', thickness },
      cut: { kind: radius ? 'outline' : 'straight', radius, web: undefined, hole: undefined },
    }),
  )
const over = (jobs: number, check: (job: Job) => void) => fc.assert(fc.property(anyJob, check), { seed: 5, numRuns: jobs })

describe('what is said of a shop', () => {
  it('minutes a year as they are felt', () => {
    expect([0.2, 15, 40, 200, 239, 240, 6000].map(perYearWords)).toEqual([
      'nothing',
      '15 min a year',
      '3 min a month',
      '17 min a month',
      '20 min a month',
      '4 h a year',
      '100 h a year',
    ])
  })
  it('a kit: what so many do, and what one more would', () => {
    const cover = (covered: number, loss: number) => ({ covered, loss })
    expect(kitHeading(3, 9, 10, cover(900, 72), cover(900, 0))).toBe('Three sizes do 9 of your 10 jobs well; one more saves 6 min a month')
    expect(kitHeading(1, 1, 1, cover(10, 0), cover(10, 0.2))).toBe('One size does your job well; one more saves nothing')
    expect(kitHeading(2, 5, 5, cover(100, 0), undefined)).toBe('Two sizes do all your five jobs well')
    expect(kitHeading(2, 3, 5, cover(100, 0), cover(700, 0))).toMatch(/; one more opens 10 h a year of work$/)
  })
  it('the drawer: how surely a kind runs out, and what to order in all', () => {
    const kind = (over: Partial<Demand>): Demand => ({
      blade: blades[0]!,
      left: 4,
      yearly: { median: 9, low: 5, high: 14 },
      runsOut: 0.3,
      order: 6,
      ...over,
    })
    expect(runsOutWords(kind({ left: 0 }))).toBe('none left')
    expect(runsOutWords(kind({ yearly: { median: 0, low: 0, high: 0 } }))).toBe('nothing planned needs it')
    expect(runsOutWords(kind({ runsOut: 0.004 }))).toBe('lasts until a delivery')
    expect(runsOutWords(kind({}))).toBe('30 % that the last is gone before a delivery')
    expect(orderHeading([], false)).toMatch(/^Nothing to order: no work is known/)
    expect(orderHeading([{ packets: 0, pack: 12 }], true)).toMatch(/^Nothing to order: what is left/)
    // blades as they come, in packets
    const lines = [
      { packets: 3, pack: 12 },
      { packets: 1, pack: 12 },
      { packets: 0, pack: 6 },
    ]
    expect(orderHeading(lines, true)).toBe('2 kinds to order, 48 blades')
  })
  it('a packet’s lead is told to its side, and nothing is said of what nobody feels', () => {
    expect(leadOf(4, 100)).toBeCloseTo(2.291, 3)
    expect(leadWords(leadOf(4, 100))).toMatch(/^This packet leads 2\.3° to the right: begin with the work turned as far to the right/)
    expect(leadWords(leadOf(-4, 100))).toContain('to the left')
    expect([leadWords(0.1), leadWords(undefined)]).toEqual(['', ''])
    expect(() => leadOf(1, 0)).toThrow(RangeError)
  })
  it('a kind that is out, and what does instead at what price', () => {
    const [first, second] = rankBlades(makeJob()).value
    const short = (over: Partial<Short>): Short => ({ blade: first!.blade, left: 0, needs: 1.4, instead: second!, costs: 240, ...over })
    for (const say of [mm, inches]) {
      expect(shortWords(short({}), say)).toMatch(/ is out: .* strokes does it, 4 min longer\.$/)
      expect(shortWords(short({ costs: -300 }), say)).toMatch(/5 min sooner\.$/)
      expect(shortWords(short({ costs: 20 }), say)).toMatch(/in about the same time\.$/)
      expect(shortWords(short({ left: 1 }), say)).toMatch(/^Only 1 blade of .* left, and this asks for about 2: /)
    }
    const alone = short({})
    delete alone.instead
    expect(shortWords(alone, mm)).toMatch(/ is out: nothing else in the drawer does it\.$/)
  })
  it('what is worth buying says what it is, what it opens and saves; nothing is an answer', () => {
    const saw = sawById('scroll-large')!
    const changes = [
      { id: 'a', kind: 'blade', blades: [blades[3]!] },
      { id: 'b', kind: 'kit', blades: [blades[3]!, blades[4]!, blades[9]!] },
      { id: 'c', kind: 'holder', of: 'x' },
      { id: 'd', kind: 'throat', of: 'x', saw },
      { id: 'e', kind: 'capacity', of: 'x', saw },
      { id: 'f', kind: 'speed', of: 'x' },
      { id: 'g', kind: 'tension', of: 'x' },
      { id: 'h', kind: 'saw', saw },
      { id: 'i', kind: 'drill', drill: 0.6 },
    ] as const
    const said = changes.map((c) => {
      bothWays((say) => purchaseWords(c, say, () => 'the old saw'))
      return purchaseWords(c, mm, () => 'the old saw')
    })
    expect(new Set(said).size).toBe(changes.length)
    const row = (change: (typeof changes)[number], saves: number) => ({ change, opens: [], opened: 0, saves }) as never
    expect(widenedWords(row(changes[0], 0.3))).toBe('changes nothing')
    expect(worthHeading([row(changes[0], 0)], mm, () => '')).toBe('Nothing is worth buying: what you have does your work')
    expect(bladeOrSawWords([row(changes[0], 600), row(changes[7], 30)], mm)).toMatch(
      / in the saws you have saves 10 h a year; .*, with the blades you have, saves 3 min a month\.$/,
    )
    expect(bladeOrSawWords([row(changes[0], 600)], mm)).toBeUndefined()
    expect([reprintWords([]), reprintWords([{ title: 'Pear, 9 mm' }, { title: 'Pine' }])]).toEqual([
      '',
      'Print it anew: nothing you own does pear, 9 mm now, and 1 row more.',
    ])
  })
  it('a row of the chart is short, in both systems, whatever the job, and says what the Bench does', () =>
    over(60, (job) => {
      const row = chartRow(job, blades, blades, ['metric'])
      const first = rankBlades(job).value[0]
      expect(row.blade).toBe(first?.blade)
      // what hangs on the wall is what the Bench and the run say
      if (first) {
        const { feed } = evaluate(job, first.blade)
        expect([row.strokes!.low <= feed.inputs.spm, feed.inputs.spm <= row.strokes!.high]).toEqual([true, true])
        expect(row.drill).toEqual(job.cut.kind === 'pierced' ? billOf(job, first.blade).drill : undefined)
      }
      for (const say of [mm, inches]) {
        const cells = chartCells(row, say)
        expect(Object.keys(cells).sort()).toEqual(['blade', ...chartColumns].sort())
        for (const text of Object.values(cells)) if (text) sound(text, say)
      }
    }))
})

describe('what is said of one’s own cuts', () => {
  it('spans, grades and wear are rounded as people speak', () => {
    const s = (median: number, low: number, high: number) => ({ median: 60 * median, low: 60 * low, high: 60 * high })
    expect(spanWords(s(14, 11, 18))).toEqual({ mid: '14 min', span: '11–18' })
    expect(spanWords(s(1, 0.6, 1.6)).span).toMatch(/ to /)
    expect([gradeSpan({ median: 3.3, low: 2.8, high: 3.2 }), gradeSpan({ median: 4, low: 2.4, high: 4.6 })]).toEqual([
      { mid: '3.5', span: '3' },
      { mid: '4', span: '2–5' },
    ])
    expect(weighedWords('Pear', { times: 1.04, doubt: 0.1 })).toBe('Pear cuts as its figure says, give or take 10 %.')
    expect(weighedWords('Pear', { times: 1.5, doubt: 0.1 })).toMatch(/^Pear is 1\.5 times as hard to cut/)
    expect([0, 0.5, 1].map(wearWords).map((t) => /as good as new|about 50 %|change it/.exec(t)?.[0])).toEqual([
      'as good as new',
      'about 50 %',
      'change it',
    ])
  })
  it('without a cut, it says that cuts would narrow it; every figure is there to be seen', () => {
    const job = makeJob()
    const f = forecast(job, rankBlades(job).value[0]!.blade)
    for (const r of ['sawing', 'threading', 'cleanUp', 'life', 'edge', 'face', 'underside'] as const) {
      const why = whyOwn(r, f)
      sound(why.text, mm)
      expect([why.also, why.rule, why.inputs.length]).toEqual(['Cuts you log narrow this.', 'unlearned', 1])
      for (const i of why.inputs) expect(i.value).not.toMatch(/NaN|undefined/)
    }
    expect(firstByOwn('No. 5', 'No. 3', f)).toBe('Your own cuts put No. 5 first; the constants alone would say No. 3.')
  })
})

describe('what is said at the saw', () => {
  it('a pull is newtons, or pounds to whoever measures in inches', () =>
    expect([pullWords(260, mm), pullWords(260, inches), pullWords(20, inches)]).toEqual(['260 N', '58 lb', '4.5 lb']))
  it('every family is compared in one sentence and a line each, or what stops it and what would help', () =>
    over(12, (job) => {
      const found = compareFamilies(job, saws, blades)
      sound(compareHeading(found), mm)
      for (const c of found) bothWays((say) => contenderWords(c, say))
      const able = found.filter((c) => c.best)
      if (!able.length) expect(compareHeading(found)).toMatch(/^No saw here/)
    }))
  it('a loose blade: named where it is sure, else what would part it from the next', () => {
    for (const blade of blades.filter((b, i) => i % 9 === 0 && !b.plate)) {
      const found = identify({ end: blade.end, width: blade.width, thickness: blade.thickness }, blades)
      bothWays((say) => identifyWords(found, say))
      for (const c of found.slice(0, 3).flatMap((m) => m.checks)) bothWays((say) => traitWords(c, say))
    }
    expect(identifyWords([], mm)).toBe('No blade of that end is known here.')
    const odd = identify({ end: 'plain', width: 9, thickness: 4 }, blades)
    expect(identifyWords(odd, mm)).toMatch(/^None of the blades known here fits; the nearest is /)
  })
  it('reasons for a cause, and what to mind before a hand comes at the blade', () =>
    over(60, (job) => {
      const blade = rankBlades(job).value[0]?.blade ?? bladeById('scroll-reverse-5')!
      const found = diagnose({ job, blade, entries: [], found: [], signs: [signs[Math.floor(job.cut.length) % signs.length]!] } as never)
      for (const c of found.causes) for (const b of c.because) bothWays((say) => becauseWords(b, say))
      if (found.next) {
        const says = stepCaution(found.next, job.saw)
        if (!hasMotor(job.saw)) expect(says).not.toMatch(/Unplug/)
        else expect(says.length).toBeGreaterThan(10)
      }
    }))
  it('slices and openings are steps whose lengths and seconds add up to the plan’s', () => {
    const task = {
      width: 60,
      height: 80,
      length: 200,
      slice: 2.5,
      sanding: 0.4,
      kerf: 1,
      drift: 1.2,
      over: 100,
      fenceSet: false,
      capacity: 100,
    }
    for (const fenceSet of [false, true]) {
      const t = { ...task, fenceSet }
      const plan = planSlices(t)
      for (const say of [mm, inches]) {
        const steps = sliceSteps(t, plan, 90, say)
        steps.forEach((s) => [s.head, s.text, s.go ?? 'x', s.check ?? 'x'].forEach((text) => sound(text, say)))
        expect(steps.reduce((sum, s) => sum + s.seconds, 0)).toBe(90 * plan.slices)
        expect(steps.filter((s) => s.go?.includes('left over'))).toHaveLength(1)
      }
    }
    const jig = rankBlades(
      makeJob({ saw: sawById('jigsaw-orbital')!, cut: { kind: 'outline', radius: 40, web: undefined, hole: undefined } }),
    ).value[0]!.blade
    const opening = { width: 220, height: 140, corner: 0 }
    for (const id of openingPlans) {
      const way = openingWay(opening, jig, id, ['metric'])
      for (const say of [mm, inches]) {
        const steps = panelSteps(opening, way, 0.5, say)
        steps.forEach((s) => [s.head, s.text, s.go ?? 'x', s.check ?? 'x'].forEach((text) => sound(text, say)))
        const sawn = steps.reduce((sum, s) => sum + (s.length ?? 0), 0)
        expect(sawn).toBeCloseTo(way.length, 6)
        expect(steps.reduce((sum, s) => sum + s.seconds, 0)).toBeCloseTo(0.5 * way.length, 6)
        // what hangs free at the end is held before the last cut
        expect(steps.findLast((s) => s.length)!.text).toMatch(/batten over the waste/)
      }
    }
  })
  it('a practiced cut: what came out, what to try, and how the hand has learned', () => {
    const { job, blade } = practiceSetUp('scroll')
    const saw = simulatedSaw(job, blade)
    const heads = new Set<string>()
    for (const shape of ladder.scroll)
      for (const manner of [manners.sure, manners.learning, { ...manners.learning, tremor: 0.6 }]) {
        const e = exercise(shape, 'scroll', blade)
        const s = score(
          e.lines.map((l) => sawnBy(manner, saw, l, offsetOf(e, saw.kerf), job, 3)),
          job,
        )
        heads.add(resultWords(s).replace(/\d+/g, 'n'))
        sound(tryWords(s), mm)
        bothWays((say) => figuresWords(s, say))
        for (const slip of s.slips) bothWays((say) => placeWords(slip, say))
      }
    expect(heads.size).toBeGreaterThanOrEqual(3)
    const curve = (doubling: number) => learningWords({ doubling } as never)
    expect([curve(0.8), curve(1), curve(1.2)].map((t) => t.slice(0, 12))).toEqual(['With every d', 'Your hand is', 'Lately you s'])
  })
  it('what is not fair in a trial is said of the blades it concerns', () => {
    const arms = ['scroll-reverse-5', 'scroll-ground-5'].map((id) => ({ id, blade: bladeById(id)! }))
    const trial = drawTrial({ name: 'x', jobs: [makeJob()], arms, helper: false, oneBoard: true, misread: [], repeats: 2, seed: 1 })
    const nameOf = (id: string) =>
      armWords(
        trial.arms.find((a) => a.id === id)!,
        mm,
      )
    for (const why of ['sizes', 'unfit', 'first-time', 'label', 'boards'] as const)
      for (const blades of [[arms[0]!.id], arms.map((a) => a.id)]) {
        const text = unfairWords({ why, blades }, nameOf)
        sound(text, mm)
        if (why !== 'sizes' && why !== 'boards') expect(text).toContain(nameOf(arms[0]!.id))
      }
    expect([armWords({ ...arms[0]!, up: 'back' }, mm), armWords({ ...arms[0]!, grain: 'along' }, mm)]).toEqual([
      'show face down',
      'along the grain',
    ])
  })
})
