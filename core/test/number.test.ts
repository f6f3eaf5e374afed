import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  along,
  backAlong,
  besselK0,
  bisect,
  bounded,
  rising,
  seeded,
  solve,
  spend,
  Spent,
  toDegrees,
  toRadians,
} from '../src/number/index.js'

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('numbers', () => {
  it('degrees and radians are each other’s inverse', () => {
    expect(toRadians(180)).toBe(Math.PI)
    fc.assert(
      fc.property(real(-720, 720), (a) => {
        expect(toDegrees(toRadians(a))).toBeCloseTo(a, 9)
      }),
    )
  })
  it('halving keeps the place where a condition changes between its ends', () => {
    fc.assert(
      fc.property(real(0, 100), fc.integer({ min: 1, max: 50 }), (at, steps) => {
        const [low, high] = bisect((x) => x >= at, -1, 101, steps)
        expect(low <= at && at <= high).toBe(true)
        expect(high - low).toBeCloseTo(102 / 2 ** steps, 9)
      }),
    )
  })
  it('equations are solved whatever their order, and left as they were', () => {
    fc.assert(
      fc.property(
        fc.array(real(-9, 9), { minLength: 16, maxLength: 16 }),
        fc.array(real(-9, 9), { minLength: 4, maxLength: 4 }),
        (a, x) => {
          // a strong diagonal keeps them apart
          const A = [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((j) => a[4 * i + j]! + (i === j ? 60 : 0)))
          const b = A.map((row) => row.reduce((t, v, j) => t + v * x[j]!, 0))
          const before = JSON.stringify([A, b])
          const found = solve([A[2]!, A[0]!, A[3]!, A[1]!], [b[2]!, b[0]!, b[3]!, b[1]!])
          found.forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 8))
          expect(JSON.stringify([A, b])).toBe(before)
        },
      ),
    )
    expect(
      solve(
        [
          [0, 1],
          [1, 0],
        ],
        [3, 4],
      ),
    ).toEqual([4, 3])
  })
  it('the rising line never falls, means what is heard at one place, and is read both ways', () => {
    const points = fc.array(fc.record({ x: fc.integer({ min: 0, max: 9 }), y: real(1, 100), w: real(0.1, 1) }), {
      minLength: 2,
      maxLength: 20,
    })
    fc.assert(
      fc.property(points, (ps) => {
        const line = rising(ps)
        for (let i = 1; i < line.x.length; i++) {
          expect(line.x[i]!).toBeGreaterThan(line.x[i - 1]!)
          expect(line.y[i]!).toBeGreaterThanOrEqual(line.y[i - 1]!)
        }
        // what it pools it pools at their weighted mean
        const sum = (f: (p: (typeof ps)[number]) => number) => ps.reduce((t, p) => t + f(p), 0)
        const fitted = sum((p) => p.w * along(line, p.x))
        expect(fitted).toBeCloseTo(
          sum((p) => p.w * p.y),
          6,
        )
      }),
    )
    const line = rising([
      { x: 1, y: 10, w: 1 },
      { x: 3, y: 30, w: 1 },
    ])
    expect([along(line, 2), along(line, 4), backAlong(line, 20)]).toEqual([20, 40, 2])
    expect(
      backAlong(
        rising([
          { x: 1, y: 5, w: 1 },
          { x: 2, y: 5, w: 1 },
        ]),
        7,
      ),
    ).toBeUndefined()
  })
  it('what a search may cost is counted, and only running out is forgiven', () => {
    const search = (steps: number) => bounded(10, (effort) => (spend(effort, steps), steps))
    expect([search(10), search(11)]).toEqual([10, undefined])
    expect(() => bounded(1, () => JSON.parse('{'))).toThrow(SyntaxError)
    expect(() => spend({ left: 0 }, 1)).toThrow(Spent)
  })
  it('seeded numbers are the same for a seed and lie evenly in 0…1', () => {
    const [a, b] = [seeded(7), seeded(7)]
    const some = Array.from({ length: 4000 }, () => a())
    expect(some).toEqual(Array.from({ length: 4000 }, () => b()))
    expect(Math.min(...some) >= 0 && Math.max(...some) < 1).toBe(true)
    for (let tenth = 0; tenth < 10; tenth++) {
      const share = some.filter((x) => Math.floor(10 * x) === tenth).length / some.length
      expect(Math.abs(share - 0.1)).toBeLessThan(0.03)
    }
  })
})

describe('the modified Bessel function K₀', () => {
  it('has the values of the tables', () => {
    // Abramowitz and Stegun, table 9.8
    for (const [x, k] of [
      [0.1, 2.4270690247],
      [1, 0.4210244382],
      [2, 0.1138938727],
      [5, 0.0036910983],
    ] as const)
      expect(besselK0(x) / k).toBeCloseTo(1, 5)
  })
})
