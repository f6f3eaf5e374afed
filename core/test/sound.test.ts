import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  bladeById,
  dialMark,
  leverFit,
  makeJob,
  markForStress,
  modePitches,
  modeRatio,
  netWidth,
  meanWidth,
  readPluck,
  readStrokeRate,
  saws,
  setterOf,
  spanFromModes,
  stressAtMark,
  type HeardMark,
  isStrung,
  type StrungSaw,
  type Section,
} from '../src/index.js'
import { listener, pluckSound, sawSound } from '../src/sound/index.js'
import { nonPluck, pluck, sawing } from '../../bench/sound/generate.js'

const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
const no4: Section = { width: 0.89, thickness: 0.38, kerf: 0.48, toothDepth: 0.2 }

describe('modes of the clamped stiff strip', () => {
  test('between an ideal string and a bar', () => {
    for (const n of [2, 3, 5]) expect(modeRatio(n, 1e5)).toBeCloseTo(n, 3)
    // a clamped bar: (7.8532/4.7300)², (10.9956/4.7300)²
    expect(modeRatio(2, 0)).toBeCloseTo(2.7565, 3)
    expect(modeRatio(3, 0)).toBeCloseTo(5.4039, 3)
    fc.assert(fc.property(fc.double({ min: 0, max: 300, noNaN: true }), (x) => modeRatio(2, x) >= modeRatio(2, x + 1) - 1e-9))
  })
  test('the stiffer swing is higher; the span comes back from the partials', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        fc.double({ min: 50, max: 700, noNaN: true }),
        fc.double({ min: 80, max: 170, noNaN: true }),
        (w, stress, span) => {
          const s = { width: w, thickness: 0.42 * w, kerf: 0.5 * w, toothDepth: 0.2 * w }
          const soft = modePitches(s, stress, span, 6)
          expect(modePitches(s, stress, span, 1, 'feed')[0]).toBeGreaterThan(soft[0]!)
          const found = spanFromModes(
            s,
            soft.map((frequency, i) => ({ mode: i + 1, frequency })),
          )!
          expect(Math.abs(found.span / span - 1)).toBeLessThan(0.003)
        },
      ),
      { numRuns: 60 },
    )
    expect(spanFromModes(no4, [{ mode: 1, frequency: 700 }])).toBeUndefined()
    expect(
      spanFromModes(no4, [
        { mode: 1, frequency: 700 },
        { mode: 2, frequency: 900 },
      ]),
    ).toBeUndefined()
  })
})

describe('a pluck', () => {
  test('of the stand-in blade, slack to tight, quiet to noisy, at either rate', () => {
    for (const [i, stress] of [60, 150, 320, 500].entries())
      for (const [noise, rate] of [
        [0, 44100],
        [0.6, 48000],
      ] as const) {
        const read = readPluck(pluckSound({ section: no4, stress, span: 126, rate, seed: 10 + i, noise }), rate)
        if (!read.heard) throw new Error(`${stress} MPa, noise ${noise}: ${read.why}`)
        expect(Math.abs(cents(read.frequency, modePitches(no4, stress, 126, 1)[0]!))).toBeLessThan(3)
        expect(read.onset).toBeGreaterThan(0.24)
        expect(read.onset).toBeLessThan(0.262)
        expect(read.confidence).toBeGreaterThan(0.5)
        expect(read.partials[0]).toMatchObject({ mode: 1 })
      }
  })
  test('tells the span of its blade by its overtones', () => {
    for (const seed of [40, 41, 42, 43]) {
      const read = readPluck(pluckSound({ section: no4, stress: 120 * (seed - 39), span: 105, rate: 48000, seed, noise: 0.05 }), 48000)
      if (!read.heard) throw new Error(read.why)
      const { span, doubt } = spanFromModes(no4, read.partials)!
      expect(Math.abs(span - 105)).toBeLessThan(0.6)
      expect(doubt).toBeLessThan(1.5)
    }
  })
  test('by another generator: answered or refused, never far off; what is no pluck is refused', () => {
    const said: number[] = []
    const doubts: number[] = []
    for (let i = 0; i < 14; i++) {
      const given = pluck(900 + i, 8)
      const read = readPluck(given.samples, given.rate)
      if (!read.heard) continue
      said.push(Math.abs(cents(read.frequency, given.pitch)))
      doubts.push(Math.abs(read.frequency - given.pitch) / read.doubt)
    }
    // the doubt it tells is as wide as it errs: half of the time about two thirds of it
    const middle = doubts.sort((a, b) => a - b)[doubts.length >> 1]!
    expect(middle).toBeGreaterThan(0.2)
    expect(middle).toBeLessThan(1.5)
    expect(said.length).toBeGreaterThanOrEqual(13)
    expect(Math.max(...said)).toBeLessThan(15)
    expect(said.sort((a, b) => a - b)[said.length >> 1]).toBeLessThan(1.2)
    const taken = Array.from({ length: 18 }, (_, i) => nonPluck(4000 + i)).filter((g) => readPluck(g.samples, g.rate).heard)
    expect(taken.length).toBeLessThanOrEqual(1)
  })
  test('louder or softer is the same note; a shift in time shifts the onset', () => {
    const s = pluckSound({ section: no4, stress: 300, span: 126, rate: 48000, seed: 3, noise: 0.1 })
    const read = readPluck(s, 48000)
    const soft = readPluck(
      s.map((v) => v * 0.05),
      48000,
    )
    const late = readPluck(Float32Array.from([...s.subarray(4800, 9600), ...s]), 48000)
    if (!read.heard || !soft.heard || !late.heard) throw new Error('not heard')
    expect(Math.abs(cents(soft.frequency, read.frequency))).toBeLessThan(0.2)
    expect(late.onset - read.onset).toBeCloseTo(0.1, 2)
  })
  test('nothing, a scrap and a broken recording are refused with their reason', () => {
    expect(readPluck(new Float32Array(48000), 48000)).toEqual({ heard: false, why: 'no pluck' })
    expect(readPluck(new Float32Array(900).fill(0.1), 48000)).toEqual({ heard: false, why: 'too short' })
    expect(readPluck(new Float32Array(48000).fill(NaN), 48000)).toEqual({ heard: false, why: 'no pluck' })
    expect(() => readPluck(new Float32Array(48000), 3)).toThrow(RangeError)
    expect(readStrokeRate(new Float32Array(100), 48000)).toEqual({ heard: false, why: 'too short' })
    expect(readStrokeRate(new Float32Array(96000), 48000)).toEqual({ heard: false, why: 'no strokes' })
  })
})

describe('the live ear', () => {
  const rate = 48_000
  const hear = (sound: Float32Array, block: number) => {
    const ear = listener(rate)
    const out: Float32Array[] = []
    for (let i = 0; i < sound.length; i += block) {
      const stretch = ear.push(sound.subarray(i, i + block))
      if (stretch) out.push(stretch)
    }
    return { out, ear }
  }
  const one = (seed: number, stress: number) => pluckSound({ section: no4, stress, span: 126, rate, seed, noise: 0.1 })
  test('cuts each pluck out whole, however the samples come; a steady room gives none', () => {
    const quiet = pluckSound({ section: no4, stress: 300, span: 126, rate, seed: 1, noise: 0.1 }).subarray(0, 0.24 * rate)
    const sound = Float32Array.from([...quiet, ...quiet, ...one(5, 200), ...one(6, 400)])
    for (const block of [128, 1024, 4096]) {
      const { out } = hear(sound, block)
      const notes = out.map((s) => readPluck(s, rate)).flatMap((r) => (r.heard ? [r.frequency] : []))
      expect(notes).toHaveLength(2)
      notes.forEach((f, i) => expect(Math.abs(cents(f, modePitches(no4, [200, 400][i]!, 126, 1)[0]!))).toBeLessThan(3))
    }
    const room = sawSound({ strokes: 1100, rate, seed: 2, seconds: 3 })
    expect(hear(room, 1024).out.filter((s) => readPluck(s, rate).heard)).toEqual([])
  })
  test('keeps what was last heard, and bears what is no number', () => {
    const { ear } = hear(
      Float32Array.from({ length: 5 * rate }, (_, i) => (i === 9 ? NaN : Math.sin(i / 20))),
      1000,
    )
    expect(ear.last(1)).toHaveLength(rate)
    expect(ear.last(1).at(-1)).toBeCloseTo(Math.sin((5 * rate - 1) / 20), 5)
    expect(ear.last(60).length).toBeLessThan(3.3 * rate)
    expect(ear.level()).toBeGreaterThan(0.5)
    expect(ear.level()).toBeLessThanOrEqual(1)
  })
})

describe('strokes', () => {
  test.each([400, 760, 1180, 1750, 3000])('%i a minute, of the stand-in saw', (strokes) => {
    const read = readStrokeRate(sawSound({ strokes, rate: 44100, seed: strokes, seconds: 2.5 }), 44100)
    if (!read.heard) throw new Error(read.why)
    expect(Math.abs(read.strokes / strokes - 1)).toBeLessThan(0.004)
  })
  test('by another generator: within one in a hundred or not said, never a half or a double', () => {
    let answered = 0
    for (let i = 0; i < 12; i++) {
      const given = sawing(300 + i, 12)
      const read = readStrokeRate(given.samples, given.rate)
      if (!read.heard) continue
      answered++
      expect(Math.abs(read.strokes / given.spm - 1), given.about).toBeLessThan(0.01)
    }
    expect(answered).toBeGreaterThanOrEqual(10)
  })
})

describe('a saw calibrated to itself', () => {
  const base = saws.find(isStrung)!
  const C = 30 // N/mm
  const no2: Section = { width: 0.74, thickness: 0.33, kerf: 0.42, toothDepth: 0.16 }
  const no7: Section = { width: 1.14, thickness: 0.46, kerf: 0.58, toothDepth: 0.27 }
  /** what a lever of 0.7 mm a mark, starting at half a mark, does to a blade */
  const truth = (s: Section, mark: number) =>
    (0.7 * (mark - 0.5)) / (1 / C + base.span / (207_000 * s.thickness * meanWidth(s))) / (s.thickness * netWidth(s))
  const heard = (s: Section, marks: number[], at = 10): HeardMark[] =>
    marks.map((mark) => ({ mark, stress: truth(s, mark), section: s, at }))
  const with_ = (lever: HeardMark[], changed?: number): StrungSaw => ({ ...base, calibration: { lever, dial: [], changed } })

  test('two sections tell the frame’s stiffness, and a third follows', () => {
    const fit = leverFit(with_([...heard(no2, [1, 2, 3]), ...heard(no7, [1.5, 2.5, 3.5])]))!
    expect(fit.guess).toBe(false)
    expect(fit.stiffness).toBeGreaterThan(C * 0.8)
    expect(fit.stiffness).toBeLessThan(C * 1.25)
    for (const mark of [1.5, 2, 3]) {
      const { value, doubt } = stressAtMark(fit, no4, mark)
      expect(Math.abs(value / truth(no4, mark) - 1)).toBeLessThan(0.04)
      expect(doubt / value).toBeLessThan(0.1)
      expect(markForStress(fit, no4, value)).toBeCloseTo(mark, 6)
    }
  })
  test('one section is a guess for another, and says so by its doubt; it is none for itself', () => {
    const fit = leverFit(with_(heard(no2, [1, 2, 3])))!
    expect(fit.guess).toBe(true)
    expect(stressAtMark(fit, no2, 2).value).toBeCloseTo(truth(no2, 2), 6)
    expect(stressAtMark(fit, no2, 2).doubt / truth(no2, 2)).toBeLessThan(0.05)
    const other = stressAtMark(fit, no7, 2)
    expect(other.doubt / other.value).toBeGreaterThan(0.1)
    expect(Math.abs(other.value - truth(no7, 2))).toBeLessThan(2 * other.doubt)
    // beyond the marks heard the doubt grows
    expect(stressAtMark(fit, no2, 6).doubt / stressAtMark(fit, no2, 6).value).toBeGreaterThan(0.3)
  })
  test('more on the lever is never less stress; what was heard before the clamps were changed fades', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.double({ min: 50, max: 600, noNaN: true })), { minLength: 1, maxLength: 9 }),
        (ps) => {
          const fit = leverFit(with_(ps.map(([mark, stress]) => ({ mark, stress, section: no4, at: 1 }))))!
          const at = [0.5, 1, 1.5, 2, 3, 4.2, 5, 6, 7].map((m) => stressAtMark(fit, no4, m).value)
          expect(at.every((v, i) => Number.isFinite(v) && (i === 0 || v >= at[i - 1]! - 1e-6))).toBe(true)
        },
      ),
    )
    const old = heard(no4, [2], 1).map((p) => ({ ...p, stress: 2 * p.stress }))
    const mixed = stressAtMark(leverFit(with_([...old, ...heard(no4, [2], 10)], 5))!, no4, 2).value
    expect(mixed / truth(no4, 2)).toBeLessThan(1.2)
    expect(leverFit(with_(old, 5))!.doubt).toBeGreaterThan(leverFit(with_(old))!.doubt)
    expect(leverFit(base)).toBeUndefined()
  })
  test('the dial speaks as it was heard', () => {
    const saw = base
    const even = dialMark(saw, 900)!
    expect(
      dialMark(
        {
          ...saw,
          calibration: {
            lever: [],
            dial: [
              { dial: 2, strokes: 700, at: 1 },
              { dial: 4, strokes: 1300, at: 1 },
            ],
          },
        },
        1000,
      ),
    ).toBeCloseTo(3, 6)
    const shifted = dialMark({ ...saw, calibration: { lever: [], dial: [{ dial: even, strokes: 990, at: 1 }] } }, 990)!
    expect(shifted).toBeCloseTo(even, 6)
    expect([...new Set(saws.map(setterOf))].sort()).toEqual(['flex', 'lever', 'screw'])
    expect(makeJob().saw.id).toBe(base.id)
    expect(bladeById('scroll-standard-4')).toBeDefined()
  })
})
