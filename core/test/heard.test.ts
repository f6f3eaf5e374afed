import { describe, expect, it } from 'vitest'
import {
  blades,
  calibrationWords,
  clampWords,
  noteCarried,
  pitchFromStress,
  slipBetween,
  greenBand,
  heardWords,
  isStrung,
  isStrungJob,
  leverFit,
  makeJob,
  sawById,
  saws,
  setterOf,
  stressAtMark,
  type Say,
  type StrungJob,
  type StrungSaw,
} from '../src/index.js'

const say: Say = { unit: 'mm', naming: 'size' }
const MUMBLED = /undefined|NaN|Infinity|\[object|\bnull\b/
/** Every strung saw with each blade its clamps hold that leaves a green band. */
const pairs = saws.filter(isStrung).flatMap((saw) =>
  blades
    .filter((b) => saw.ends.includes(b.end as never))
    .filter((_, i) => i % 6 === 0)
    .flatMap((blade) => {
      const job = makeJob({ saw })
      if (!isStrungJob(job)) return []
      const band = greenBand(job, blade)
      // a stout blade in thin stock is content with no tension at all: nothing to be slack about
      return band.empty || band.value.low.stress < 5 ? [] : [{ job: job as StrungJob, blade, band }]
    }),
)

describe('a heard stress, in words', () => {
  it('says slack below the band, in the green within it, too tight above it, and which way to go', () => {
    expect(pairs.length).toBeGreaterThan(10)
    for (const { job, blade, band } of pairs) {
      const { low, high } = band.value
      const said = (stress: number) => heardWords(job, blade, band, stress, say)
      const mid = (low.stress + high.stress) / 2
      expect(said(0.5 * low.stress)).toMatchObject({ state: 'beyond', head: 'Slack' })
      expect(said(0.9 * low.stress)).toMatchObject({ state: 'beyond', head: 'A little slack' })
      expect(said(mid)).toMatchObject({ state: 'within', head: 'In the green' })
      expect(said(1.05 * high.stress)).toMatchObject({ state: 'beyond', head: 'Too tight' })
      for (const share of [0.5, 0.9]) expect(said(share * low.stress).text).toMatch(/Tighten to [A-G]/)
      expect(said(1.05 * high.stress).text).toMatch(/Slacken to [A-G]/)
      for (const s of [0.5 * low.stress, low.stress, mid, high.stress, 2 * high.stress]) expect(said(s).text).not.toMatch(MUMBLED)
    }
  })
  it('on a calibrated saw the mark it names brings the blade into the green', () => {
    let named = 0
    for (const { job, blade, band } of pairs) {
      const setter = setterOf(job.saw)
      const [a, b] = [0.4 * band.value.high.stress, 1.1 * band.value.high.stress]
      const heard = [a, (a + b) / 2, b].map((stress, i) => ({ mark: 1 + 2 * i, stress, section: blade, at: 10 }))
      const saw: StrungSaw = { ...job.saw, calibration: { lever: heard, dial: [] } }
      const text = heardWords({ ...job, saw }, blade, band, 0.5 * band.value.low.stress, say).text
      const mark = /to about (?:mark )?([\d.]+)/.exec(text)?.[1]
      expect(text, setter).toMatch(/Tighten to about/)
      const there = stressAtMark(leverFit(saw)!, blade, Number(mark)).value
      // a mark is told to a tenth
      const tenth = 0.05 * ((b - a) / 4)
      expect(there).toBeGreaterThanOrEqual(band.value.low.stress - tenth)
      expect(there).toBeLessThanOrEqual(band.value.high.stress + tenth)
      expect(calibrationWords(saw, blade, band, [blade], { unit: 'mm', naming: 'size' })).toMatch(/one size only/)
      named++
    }
    expect(named).toBe(pairs.length)
  })
  it('a saw nobody has heard asks for two or three plucks', () => {
    const saw = sawById('scroll-plain') ?? saws.find((s) => s.kind === 'scroll')!
    if (!isStrung(saw)) throw new Error('no taut blade')
    const { blade, band } = pairs[0]!
    expect(calibrationWords(saw, blade, band, [], { unit: 'mm', naming: 'size' })).toMatch(/^Nothing heard on this saw yet/)
  })
})

describe('two plucks, two benches', () => {
  const five = { width: 0.97, thickness: 0.41, kerf: 0.51, toothDepth: 0 }
  const three = { width: 0.81, thickness: 0.36, kerf: 0.46, toothDepth: 0.24 }
  it('what slipped in the clamps is the fall in stress times span over E; less than the doubt is none', () => {
    const at = (value: number) => ({ value, doubt: 2 })
    expect(slipBetween(at(320), at(280), 105).slip).toBeCloseTo((40 * 105) / 207_000, 9)
    expect(clampWords(slipBetween(at(320), at(280), 105))).toMatch(/^It fell: 20 µm slipped/)
    expect(clampWords(slipBetween(at(320), at(318), 105))).toMatch(/^It holds/)
    expect(clampWords(slipBetween(at(320), at(340), 105))).toMatch(/higher than before/)
  })
  it('a note travels: the same stress on another span and size, the same tension on another section, there and back', () => {
    const c = noteCarried({ section: five, span: 105 }, 1024.1, { section: three, span: 126 })
    expect(c.stress).toBeCloseTo(320, 0)
    expect(c.sameStress).toBeCloseTo(pitchFromStress(three, c.stress, 126), 6)
    // a thinner blade is tighter under the same pull
    expect(c.sameTension).toBeGreaterThan(c.sameStress)
    const back = noteCarried({ section: three, span: 126 }, c.sameTension, { section: five, span: 105 })
    expect(back.sameTension).toBeCloseTo(1024.1, 6)
    expect(() => noteCarried({ section: five, span: 105 }, 20, { section: three, span: 126 })).toThrow(RangeError)
  })
})
