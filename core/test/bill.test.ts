import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  billOf,
  billParts,
  billWords,
  blades,
  drillSaid,
  evaluate,
  forecast,
  makeJob,
  materials,
  priceOf,
  rankBlades,
  readySeconds,
  recut,
  sawById,
  saws,
  type Interval,
  type Job,
} from '../src/index.js'

const anyJob = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    thickness: fc.constantFrom(0.8, 2, 6, 18, 40),
    kind: fc.constantFrom('pierced' as const, 'outline' as const, 'straight' as const),
    radius: fc.constantFrom(1, 4, 12, 40),
    length: fc.integer({ min: 20, max: 4000 }),
    openings: fc.integer({ min: 1, max: 40 }),
    finish: fc.constantFrom('careful' as const, 'ordinary' as const, 'rough' as const),
    corners: fc.option(fc.integer({ min: 0, max: 200 })),
  })
  .map(({ saw, material, thickness, kind, radius, length, openings, finish, corners }): Job => {
    const straight = kind === 'straight'
    const job = makeJob({
      saw,
      stock: { form: 'board', material, thickness },
      cut: {
        kind,
        radius: straight ? undefined : radius,
        length,
        openings: kind === 'pierced' ? openings : 0,
        finish,
        hole: undefined,
        web: undefined,
      },
    })
    const course =
      corners === null || straight
        ? undefined
        : {
            bends: [
              [radius, length / 3],
              [60, length],
            ] as const,
            corners,
            stops: 5,
          }
    return { ...job, cut: recut(job.cut, { course }) }
  })
const holds = ({ low, median, high }: Interval) => low <= median && median <= high && [low, median, high].every(Number.isFinite)

describe('what a job comes to', () => {
  it('its parts add up, every interval holds its middle, and the blade’s row says the same', () => {
    fc.assert(
      fc.property(anyJob, fc.nat(), (job, n) => {
        const all = rankBlades(job).value
        const v = all.length ? all[n % all.length]! : evaluate(job, blades[n % blades.length]!)
        const b = billOf(job, v.blade)
        const sum = readySeconds(b.ready) + b.sawing.median + b.threading.median + b.cleanUp.median
        expect(b.total.median).toBeCloseTo(sum, 6)
        expect(b.atSaw.median).toBeCloseTo(b.sawing.median + b.threading.median, 6)
        // without a log the constants speak, and the row of the ranked list with them
        expect(b.total.median).toBeCloseTo(v.time.total, 6)
        for (const i of [b.total, b.atSaw, b.sawing, b.threading, b.cleanUp, b.life, b.edge]) expect(holds(i)).toBe(true)
        expect(b.holes > 0).toBe(job.cut.kind === 'pierced')
        expect(!b.drill || b.drill.mm > b.hole - 1e-6).toBe(true)
        if (b.blades) expect([b.blades.low <= b.blades.mid, b.blades.mid <= b.blades.high]).toEqual([true, true])
        const price = priceOf(b, { hour: 20, blade: 1, stock: 5, finish: 0 })!
        expect([price.low <= price.mid, price.mid <= price.high]).toEqual([true, true])
        const said = [billWords(b), ...billParts(b).map((p) => p.value), drillSaid(b, { unit: 'in', naming: 'size' }) ?? '']
        for (const s of said) expect(s).not.toMatch(/undefined|NaN|Infinity/)
      }),
      { numRuns: 300 },
    )
  })
  it('a line that was measured is told more surely, and is forgotten where the cut becomes another', () => {
    const job = makeJob({ saw: sawById('scroll-plain')! })
    const { blade } = rankBlades(job).value[0]!
    const course = {
      bends: [
        [4, 400],
        [60, 600],
      ] as const,
      corners: 20,
      stops: 0,
    }
    const drawn = { ...job, cut: recut(job.cut, { course }) }
    const width = ({ sawing: { low, high } }: ReturnType<typeof forecast>) => high / low
    expect(width(forecast(drawn, blade))).toBeLessThan(width(forecast(job, blade)))
    expect([billOf(drawn, blade).from, billOf(job, blade).from]).toEqual(['drawing', 'figures'])
    expect(recut(drawn.cut, { finish: 'rough' }).course).toBe(course)
    for (const patch of [{ length: 3 }, { radius: 9 }, { openings: 1 }, { kind: 'outline' as const }]) {
      expect(recut(drawn.cut, patch).course).toBeUndefined()
    }
    expect(priceOf(billOf(job, blade), { hour: 0, blade: 0, stock: 0, finish: 0 })).toBeUndefined()
  })
})
