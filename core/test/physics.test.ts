import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  bladeById,
  checkBlade,
  countedTpi,
  identify,
  bentShape,
  bevelSlope,
  minChipLoad,
  blades,
  bow,
  flowingRadius,
  forceForBow,
  gulletChipLoad,
  greenBand,
  heatIndex,
  makeJob,
  materials,
  meanGullet,
  pitchFromStress,
  pivotRadius,
  sawById,
  seriesSizes,
  startingHole,
  steadyFeed,
  stressFromPitch,
  tensionFromStress,
  toothLayout,
  withCaliper,
  workedRadius,
  type Section,
  type StrungJob,
  aimStress,
  overcutSlows,
  patternPace,
  SIDE,
  stockInSpan,
  stressInUse,
  materialById,
  sheetRise,
  speedBand,
} from '../src/index.js'
import { besselK0 } from '../src/number/index.js'

const of = (width: number, thickness: number, kerf = 1.25 * thickness, toothDepth = 0): Section => ({ width, thickness, kerf, toothDepth })
const sections = fc
  .record({
    width: fc.double({ min: 0.3, max: 3, noNaN: true }),
    ratio: fc.double({ min: 0.25, max: 0.6, noNaN: true }),
    depth: fc.double({ min: 0, max: 0.3, noNaN: true }),
  })
  .map(({ width, ratio, depth }) => of(width, width * ratio, width * ratio * 1.25, width * depth))
const spans = fc.double({ min: 90, max: 180, noNaN: true })
const stresses = fc.double({ min: 20, max: 800, noNaN: true })

describe('worked values of the reference, to four figures', () => {
  test.each([
    [of(0.97, 0.41), 320, 105, 1024.1],
    [of(0.97, 0.41, 0.51, 0.29), 320, 105, 936.3],
    [of(0.52, 0.26), 500, 120, 1079.9],
    [of(0.52, 0.26, 0.3, 0.15), 500, 120, 987.4],
  ])('pitch', (section, stress, span, hz) => expect(pitchFromStress(section, stress, span)).toBeCloseTo(hz, 0.9))
  test.each([
    [of(0.97, 0.41), 1000, 105, 304.0],
    [of(0.97, 0.41, 0.51, 0.29), 1000, 105, 368.9],
    [of(3.2, 0.5), 480, 160, 160.3],
    [of(0.81, 0.36, 0.45, 0.24), 900, 126, 449.8],
  ])('stress', (section, hz, span, mpa) => expect(stressFromPitch(section, hz, span)).toBeCloseTo(mpa, 0.9))
  test.each([
    [of(0.97, 0.41, 0.51), 9.18, 2.35, 0.548],
    [of(6, 1.2, 1.8), 59.2, 15.0, 3.13],
    [of(0.52, 0.26, 0.3), 6.62, 1.69, 0.3],
  ])('turns', (section, flowing, worked, pivot) => {
    expect(flowingRadius(section) / flowing).toBeCloseTo(1, 2.3)
    expect(workedRadius(section) / worked).toBeCloseTo(1, 2.3)
    expect(pivotRadius(section) / pivot).toBeCloseTo(1, 2.3)
  })
  it('bow, in feed and sideways', () => {
    const o = { section: of(0.97, 0.41), span: 105, tension: 127.3 }
    expect(bow({ ...o, force: 2, direction: 'feed' })).toBeCloseTo(0.301, 3)
    expect(bow({ ...o, force: 0.5, direction: 'side' })).toBeCloseTo(0.091, 3)
  })
  it('the whole scroll series at one stress lies within about a semitone', () => {
    const at = (size: string) => {
      const b = blades.find((x) => x.group === 'scroll-standard' && x.size === size)!
      return pitchFromStress(b, 330, 126)
    }
    const all = seriesSizes('scroll').map(at)
    expect([at('3/0'), at('3'), at('12')].map(Math.round)).toEqual([761, 776, 806])
    expect(1200 * Math.log2(Math.max(...all) / Math.min(...all))).toBeLessThan(105)
  })
})

describe('the tensioned blade', () => {
  it('sounds higher with stress, lower with span, and inverts', () => {
    fc.assert(
      fc.property(sections, stresses, spans, (s, stress, span) => {
        const hz = pitchFromStress(s, stress, span)
        expect(pitchFromStress(s, stress * 1.05, span)).toBeGreaterThan(hz)
        expect(pitchFromStress(s, stress, span * 1.05)).toBeLessThan(hz)
        expect(stressFromPitch(s, hz, span)).toBeCloseTo(stress, 5)
      }),
    )
  })
  it('slack, sounds as a clamped bar: βL = 4.7300', () => {
    const s = of(1, 0.4)
    const wave = (4.730041 ** 2 * Math.sqrt((207_000 * 0.4 ** 2) / 12 / 7850e-12)) / (2 * Math.PI * 105 ** 2)
    expect(pitchFromStress(s, 0, 105)).toBeCloseTo(wave, 2)
  })
  it('refuses what cannot be', () => {
    expect(() => stressFromPitch(of(1, 0.4), 50, 105)).toThrow(/no tension at all/)
    expect(() => pitchFromStress(of(1, 0.4), -1, 105)).toThrow(RangeError)
    expect(() => pitchFromStress(of(1, 0.4), 100, 0)).toThrow(RangeError)
  })
  it('bows in proportion, less when tighter; its shape agrees at mid-span and is held at both ends', () => {
    fc.assert(
      fc.property(sections, stresses, spans, fc.constantFrom('feed' as const, 'side' as const), (section, stress, span, direction) => {
        const tension = tensionFromStress(section, stress)
        const o = { section, span, tension, direction }
        const d = bow({ ...o, force: 1 })
        expect(bow({ ...o, force: 3 })).toBeCloseTo(3 * d, 10)
        expect(bow({ ...o, tension: tension * 1.2, force: 1 })).toBeLessThan(d)
        expect(forceForBow({ ...o, deflection: d })).toBeCloseTo(1, 9)
        const y = bentShape({ ...o, force: 1, from: span / 2 - 1e-4, to: span / 2 + 1e-4 })
        expect(y(span / 2) / d).toBeCloseTo(1, 4)
        expect(Math.abs(y(0)) + Math.abs(y(span))).toBeLessThan(1e-9)
      }),
    )
  })
  it('with no tension bows as a clamped beam, FL³/192EI', () => {
    const section = of(1, 0.4)
    expect(bow({ section, span: 105, tension: 0, force: 1, direction: 'side' })).toBeCloseTo(
      105 ** 3 / (192 * 207_000 * (0.4 ** 3 / 12)),
      3,
    )
  })
  it('a push at mid-span bevels nothing; stock low on the blade is bevelled', () => {
    const o = { section: of(0.97, 0.41), span: 105, tension: 127, force: 0.5 }
    expect(bevelSlope({ ...o, from: 47.5, to: 57.5 })).toBeCloseTo(0, 9)
    expect(Math.abs(bevelSlope({ ...o, from: 20, to: 30 }))).toBeGreaterThan(1e-3)
  })
})

describe('the cut', () => {
  const anyBlade = fc.constantFrom(...blades)
  const job = makeJob()
  it('a longer gap never lowers the gap limit', () => {
    fc.assert(
      fc.property(anyBlade, fc.double({ min: 1, max: 3, noNaN: true }), fc.nat(2), (b, by, at) => {
        const longer = { ...b, spacing: b.spacing.map((s, i) => (i === at % b.spacing.length ? s * by : s)) }
        expect(gulletChipLoad(job, longer)).toBeGreaterThanOrEqual(gulletChipLoad(job, b) * (1 - 1e-12))
        // dust per stroke: the whole repeat's room over its length must not fall either
        const room = (x: typeof b) => (meanGullet(x) * x.spacing.length) / x.spacing.reduce((p, q) => p + q, 0)
        expect(room(longer)).toBeGreaterThanOrEqual(room(b) - 1e-12)
      }),
    )
  })
  it('a duller blade never bites finer', () => {
    fc.assert(
      fc.property(anyBlade, fc.constantFrom(...materials), fc.double({ min: 0, max: 0.9, noNaN: true }), (b, material, wear) => {
        const at = (w: number) => minChipLoad({ stock: { ...job.stock, material } as typeof job.stock, wear: w }, b)
        expect(at(wear + 0.1)).toBeGreaterThan(at(wear))
      }),
    )
  })
  it('heats more with speed, dullness, thickness and teeth', () => {
    const b = blades.find((x) => x.id === 'scroll-standard-5')!
    const finer = { ...b, spacing: [b.spacing[0]! / 2] }
    const h = heatIndex(job, b, 900, 0.01)
    const thicker = makeJob({ stock: { ...job.stock, thickness: 18 } as typeof job.stock })
    for (const more of [
      heatIndex(job, b, 1200, 0.01),
      heatIndex({ ...job, wear: 1 }, b, 900, 0.01),
      heatIndex(thicker, b, 900, 0.01),
      heatIndex(job, finer, 900, 0.005),
    ])
      expect(more).toBeGreaterThan(h)
  })
  it('the steady feed is the least of its limits', () => {
    fc.assert(
      fc.property(anyBlade, (b) => {
        const f = steadyFeed(job, b)
        // slowed by its pattern in this stock and by a kerf that must be filed wider in the turn
        const free = (f.value * overcutSlows(f.overcut)) / patternPace(job, b)
        const { gullet, held, control, stroke = Infinity } = f.inputs
        if (f.limit !== 'heat') expect(free).toBeCloseTo(Math.min(gullet, held, control, stroke), 9)
        expect({ gullet, bow: held, control, stroke, heat: free }[f.limit as 'gullet']).toBeCloseTo(free, 9)
      }),
    )
  })
  it('the green band’s lower edge bows or leans by just what is allowed, or is the trade’s minimum; an empty one says which side gives', () => {
    for (const b of blades.filter((x) => x.group === 'scroll-standard')) {
      const g = greenBand(job as StrungJob, b)
      const { low, high } = g.value
      if (!g.empty) {
        const lean = bevelSlope({
          section: b,
          span: 105,
          tension: low.tension,
          force: SIDE * g.inputs.push,
          ...stockInSpan(job as StrungJob),
        })
        // the push spread over 9 mm of stock just above the lower clamp bows less than one at mid-span
        const share = (4 / 105) * ((36.5 * 68.5) / 105 - 9 / 8)
        const bows = share * bow({ section: b, span: 105, tension: low.tension, force: g.inputs.push, direction: 'feed' })
        const at = { bow: bows / g.inputs.bowAllowed, lean: lean / g.inputs.leanAllowed, habit: low.stress / (0.35 * high.stress) }
        expect(at[g.lowBy], b.id).toBeCloseTo(1, 4)
        for (const edge of ['bow', 'lean'] as const) expect(at[edge]).toBeLessThan(1 + 1e-4)
        expect(low.stress).toBeGreaterThanOrEqual(0.35 * high.stress - 1e-9)
      }
      expect(g.empty).toBe(low.stress > high.stress)
      expect(['strength', 'grip', 'saw']).toContain(g.limit)
      if (!g.empty) {
        expect(stressInUse(job as StrungJob, b)).toBe(aimStress(g))
        expect(aimStress(g)).toBeGreaterThanOrEqual(low.stress)
        expect(aimStress(g)).toBeLessThanOrEqual(high.stress)
        // what was heard is reckoned with, but more than the blade bears is no gain
        expect(stressInUse({ ...job, stress: 200 } as StrungJob, b)).toBe(200)
        expect(stressInUse({ ...job, stress: 900 } as StrungJob, b)).toBe(high.stress)
      }
    }
    expect(
      greenBand(
        makeJob({ stock: { form: 'sheet', material: materials.find((m) => m.id === 'brass')!, thickness: 12 } }) as StrungJob,
        blades.find((x) => x.id === 'scroll-metal-0')!,
      ).empty,
    ).toBe(true)
  })
})

describe('blades as data', () => {
  it('has at least 150 rows, of every pattern, with sound dimensions', () => {
    expect(blades.length).toBeGreaterThanOrEqual(150)
    expect(new Set(blades.map((b) => b.id)).size).toBe(blades.length)
    for (const p of ['standard', 'skip', 'double', 'reverse', 'reverse-skip', 'mixed', 'both-way', 'ground', 'twisted'])
      expect(blades.some((b) => b.pattern === p)).toBe(true)
    for (const b of blades) {
      expect(b.toothDepth).toBeLessThan(b.width)
      expect(b.toothDepth).toBeGreaterThan(0)
      expect(b.kerf).toBeGreaterThan(b.thickness)
      expect(startingHole(b)).toBeGreaterThan(b.kerf)
    }
  })
  it('lays out its teeth by its spacing, upward in the reverse zone', () => {
    for (const b of blades) {
      const teeth = toothLayout(b)
      for (let i = 1; i < teeth.length; i++) expect(teeth[i]!.tip - teeth[i - 1]!.tip).toBeCloseTo(b.spacing[i % b.spacing.length]!, 9)
      if (b.pattern !== 'both-way' && b.cutsOn !== 'up') expect(teeth.every((t) => t.points < 0 === t.tip <= b.reverseZone)).toBe(true)
      if (b.cutsOn === 'up') expect(teeth.every((t) => t.points === -1)).toBe(true)
    }
  })
  it('takes a caliper’s word, and refuses nonsense', () => {
    const b = blades.find((x) => x.id === 'scroll-standard-4')!
    expect(withCaliper(b, {})).toEqual(b)
    expect(withCaliper(b, { width: 0.8 }).toothDepth).toBeCloseTo(0.24, 6)
    expect(withCaliper(b, { kerf: 0.6 }).kerf).toBe(0.6)
    expect(() => withCaliper(b, { width: -1 })).toThrow(RangeError)
    expect(() => withCaliper(b, { toothDepth: 2 })).toThrow(/deeper/)
  })
  it('a frame’s 70 mm and the scroll saws hold what their clamps say', () => {
    expect(sawById('scroll-pinned')!.ends).toEqual(['pin'])
    expect(blades.filter((b) => b.end === 'pin').every((b) => startingHole(b) > 4)).toBe(true)
  })
})

describe('a loose blade', () => {
  test('every blade of the catalogue is told by its own measures, or stands level with its twins', () => {
    for (const b of blades) {
      const found = identify(
        {
          width: b.width,
          thickness: b.thickness,
          teeth: { count: 40, over: (40 * 25.4) / countedTpi(b) },
          end: b.end,
          reverseZone: b.reverseZone,
        },
        blades,
      )
      const own = found.find((m) => m.blade.id === b.id)!
      expect(own.share).toBeCloseTo(found[0]!.share, 6)
      expect(found.reduce((t, m) => t + m.share, 0)).toBeCloseTo(1, 6)
    }
  })
  test('a measure that is off is named; a poor count says little; nothing measured is refused', () => {
    const no4 = bladeById('scroll-standard-4')!
    const checks = checkBlade(no4, { width: no4.width * 1.2, thickness: no4.thickness, teeth: { count: 30, over: 50.8 } })
    expect(checks.map((c) => [c.trait, c.state])).toEqual([
      ['width', 'beyond'],
      ['thickness', 'within'],
      ['teeth', 'within'],
    ])
    const sure = identify({ width: 0.89, teeth: { count: 60, over: 101.6 } }, blades)[0]!.share
    const poor = identify({ width: 0.89, teeth: { count: 3, over: 5 } }, blades)[0]!.share
    expect(poor).toBeLessThan(sure)
    expect(() => identify({}, blades)).toThrow(RangeError)
    expect(() => identify({ width: -1 }, blades)).toThrow(RangeError)
  })
})

describe('heat in metal', () => {
  const brass = (id: string, bare?: boolean) =>
    makeJob({
      saw: sawById('scroll-plain')!,
      stock: { form: 'board', material: materialById(id)!, thickness: 1 },
      cut: { kind: 'outline', radius: 6, openings: 0, web: undefined, hole: undefined, bare },
    })
  const blade = bladeById('scroll-metal-3')!
  it('goes into the sheet: some tens of kelvin in brass, more where it conducts less, as the reference’s worked value has it', () => {
    // 5 W into 1 mm of brass at 1 mm/s: 5/(2π·0.12·1)·K₀(v·r/2α)
    const [conducts, v, r] = [0.12, 1, 0.24]
    const rise = (5 / (2 * Math.PI * conducts)) * besselK0((v * r) / (2 * (conducts / 3.2e-3)))
    expect(rise).toBeGreaterThan(32)
    expect(rise).toBeLessThan(48)
    const at = (id: string) => sheetRise(brass(id), blade, 600, 0.002)
    expect(at('brass')).toBeLessThan(60)
    expect(at('stainless-steel') / at('brass')).toBeGreaterThan(6)
  })
  it('strokes are what its teeth bear: fewer in steel, fewer still without wax, more for harder teeth', () => {
    const top = (id: string, b = blade, bare?: boolean) => speedBand(brass(id, bare), b).high
    expect(top('mild-steel')).toBeLessThan(top('brass'))
    expect(top('brass', blade, true) / top('brass')).toBeLessThan(0.75)
    expect(top('mild-steel', { ...blade, steel: 'bimetal' })).toBeGreaterThan(1.5 * top('mild-steel'))
    expect(speedBand(brass('brass'), blade).trouble).toBeUndefined()
  })
})
