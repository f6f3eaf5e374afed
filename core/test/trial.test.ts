import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bladeById,
  criteria,
  designTrial,
  luce,
  materialById,
  rankTrial,
  unfairness,
  williams,
  type Judged,
  type TrialCriterion,
} from '../src/index.js'
import { simulate } from '../../bench/trial/judge.js'

const named = (n: number, letter: string) => Array.from({ length: n }, (_, i) => ({ id: `${letter}${i}` }))

describe('the design of a trial', () => {
  it('in a Williams square each comes once at every place and follows every other equally often', () => {
    for (const n of [2, 3, 4, 5, 6, 7, 10]) {
      const rows = williams(n)
      const follows = new Map<string, number>()
      for (let p = 0; p < n; p++) {
        const at = new Map<number, number>()
        for (const r of rows) at.set(r[p]!, (at.get(r[p]!) ?? 0) + 1)
        expect(new Set(at.values())).toEqual(new Set([rows.length / n]))
      }
      for (const r of rows) for (let p = 1; p < n; p++) follows.set(`${r[p - 1]}>${r[p]}`, (follows.get(`${r[p - 1]}>${r[p]}`) ?? 0) + 1)
      expect([...new Set(follows.values())]).toEqual([rows.length / n])
      expect(follows.size).toBe(n * (n - 1))
    }
  })
  it('every blade saws one piece of every board, under labels that tell nothing; the same seed draws the same', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 10 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer(),
        (n, s, r, seed) => {
          // prettier-ignore
          const asked = { blades: named(n, 'b'), stocks: named(s, 's'), repeats: r, seed }
          const d = designTrial(asked)
          expect(d).toEqual(designTrial(asked))
          expect(new Set(d.pieces.map((p) => p.label)).size).toBe(n * s * r)
          for (let board = 0; board < s * r; board++) {
            const on = d.pieces.filter((p) => p.stock === `s${Math.floor(board / r)}` && p.repeat === board % r)
            expect(new Set(on.map((p) => p.blade)).size).toBe(n)
            expect(on.map((p) => p.position)).toEqual(on.map((_, i) => i))
          }
        },
      ),
      { seed: 5, numRuns: 40 },
    )
    // letters say nothing of the blade: over boards a blade has many
    const { pieces } = designTrial({ blades: named(4, 'b'), stocks: named(4, 's'), repeats: 3, seed: 9 })
    expect(new Set(pieces.filter((p) => p.blade === 'b0').map((p) => p.label[0])).size).toBeGreaterThan(2)
  })
  it('refuses what is no trial, and says what is unfair', () => {
    const of = (n: number, s: number, repeats: number) => () => designTrial({ blades: named(n, 'b'), stocks: named(s, 's'), repeats, seed: 1 }) // prettier-ignore
    expect(of(1, 1, 1)).toThrow(/2 to 10 blades/)
    expect(of(2, 5, 1)).toThrow(/1 to 4 stocks/)
    expect(of(2, 1, 4)).toThrow(/1 to 3 boards/)
    expect(() => designTrial({ blades: [{ id: 'a' }, { id: 'a' }], stocks: named(1, 's'), repeats: 1, seed: 1 })).toThrow(
      /stands in it once/,
    )
    const [five, nine, skip] = ['scroll-standard-5', 'scroll-standard-9', 'scroll-skip-5'].map((id) => bladeById(id)!)
    const pear = [materialById('pear')!]
    const why = (...u: Parameters<typeof unfairness>) => unfairness(...u).map((x) => x.why)
    expect(why([five!, skip!], pear, { known: new Set(['standard', 'skip']) })).toEqual([])
    expect(why([five!, nine!], pear, { known: new Set(['standard']) })).toEqual(['sizes'])
    expect(why([five!, skip!], [materialById('mild-steel')!], { known: new Set(['skip']), oneBoard: false })).toEqual(['unfit', 'first-time', 'boards']) // prettier-ignore
  })
})

describe('the ranking of a trial', () => {
  it('its likelihood is a likelihood: sums to one over all orders, slope and curvature as by differences, ties draw together', () => {
    const eta = [0.3, -0.5, 1.1]
    const orders = [[0, 1, 2], [0, 2, 1], [1, 0, 2], [1, 2, 0], [2, 0, 1], [2, 1, 0]] // prettier-ignore
    const at = (e: number[], o: number[][]) => luce(e, o).logLikelihood
    expect(orders.reduce((s, o) => s + Math.exp(at(eta, o.map((i) => [i]))), 0)).toBeCloseTo(1, 9) // prettier-ignore
    for (const order of [
      [[2], [0], [1]],
      [[2, 0], [1]],
      [[0], [1, 2]],
    ]) {
      // prettier-ignore
      const { slope, curve } = luce(eta, order)
      const d = 1e-4
      const moved = (i: number, by: number) => eta.map((x, k) => (k === i ? x + by : x))
      eta.forEach((_, i) => {
        expect(slope[i]!).toBeCloseTo((at(moved(i, d), order) - at(moved(i, -d), order)) / (2 * d), 5)
        const second = (at(moved(i, d), order) - 2 * at(eta, order) + at(moved(i, -d), order)) / d ** 2
        expect(curve[i * 3 + i]!).toBeCloseTo(-second, 3)
      })
    }
    const tie = (gap: number) => at([gap, 0], [[0, 1]])
    expect(tie(0)).toBeGreaterThan(tie(0.5))
    expect(tie(0.5)).toBeCloseTo(tie(-0.5), 9)
  })
  const all = (design: ReturnType<typeof designTrial>, order: string[][], of: readonly TrialCriterion[] = criteria): Judged[] =>
    design.stocks.flatMap((stock) =>
      Array.from({ length: design.repeats }, (_, repeat) => of.map((criterion): Judged => ({ criterion, stock, repeat, order }))).flat(),
    )
  it('ten looks at one lucky board are not ten witnesses; three boards of three woods are', () => {
    const two = { blades: named(2, 'b'), seed: 2 }
    const one = designTrial({ ...two, stocks: named(1, 's'), repeats: 1 })
    const lucky = rankTrial({ design: one, orders: all(one, [['b0'], ['b1']]) })
    expect([lucky.blades[0]!.id, lucky.blades[0]!.best < 0.95]).toEqual(['b0', true])
    const many = designTrial({ ...two, stocks: named(3, 's'), repeats: 3 })
    const sure = rankTrial({ design: many, orders: all(many, [['b0'], ['b1']]) })
    expect(sure.blades[0]!.best).toBeGreaterThan(0.95)
    expect([sure.undecided, sure.blades.map((b) => b.group), sure.blades[0]!.neverWorst]).toEqual([false, [0, 1], true])
    // with nothing judged, or all alike, nobody is ahead
    for (const orders of [[], all(many, [['b0', 'b1']])]) {
      const none = rankTrial({ design: many, orders })
      expect(none.undecided).toBe(true)
      expect(Math.abs(none.blades[0]!.best - 0.5)).toBeLessThan(0.06)
    }
  })
  it('says what each is best at, and what weight would bring another to the front', () => {
    const design = designTrial({ blades: named(2, 'b'), stocks: named(2, 's'), repeats: 3, seed: 4 })
    const orders = [...all(design, [['b0'], ['b1']], ['edge', 'face', 'line']), ...all(design, [['b1'], ['b0']], ['pace'])]
    const r = rankTrial({ design, orders })
    const b0 = r.blades.find((b) => b.id === 'b0')!
    expect([r.blades[0]!.id, b0.bestAt, b0.worstAt]).toEqual(['b0', ['edge', 'face', 'line'], ['pace']])
    const [flip] = r.flips
    expect([flip!.criterion, flip!.id]).toEqual(['pace', 'b1'])
    const first = (pace: number) => rankTrial({ design, orders, weights: { pace } }).blades[0]!.id
    expect([first(0.9 * flip!.weight), first(1.2 * flip!.weight)]).toEqual(['b0', 'b1'])
  })
  it('refuses orders that are not of this trial', () => {
    const design = designTrial({ blades: named(2, 'b'), stocks: named(1, 's'), repeats: 1, seed: 1 })
    const order = (...o: string[][]): Judged[] => [{ criterion: 'edge', stock: 's0', repeat: 0, order: o }]
    expect(() => rankTrial({ design, orders: order(['b0'], ['x']) })).toThrow(/“x” is none/)
    expect(() => rankTrial({ design, orders: order(['b0'], ['b0']) })).toThrow(/stands twice/)
  })
  // the whole tables are in bench/trial; this holds their sense
  it('on simulated judges seldom calls a winner where all are alike, and keeps the true best in front', () => {
    let [sure, kept, small] = [0, 0, 0]
    for (let t = 0; t < 40; t++) {
      const alike = simulate({ blades: 2, stocks: 1, repeats: 1 + (t % 3), criteria: 10, apart: 0, agree: 0.5, ties: 0 }, 900 + t)
      if (rankTrial(alike).blades.some((b) => b.best >= 0.95)) sure++
      const apart = simulate({ blades: 5, stocks: 1, repeats: 3, criteria: 6, apart: 1, agree: 0.5, ties: 0.1 }, 70 + t)
      const first = rankTrial(apart).blades.filter((b) => b.group === 0)
      if (first.some((b) => b.id === apart.best)) kept++
      if (first.length < 2.5) small++
    }
    expect(sure).toBeLessThanOrEqual(2)
    expect(kept).toBeGreaterThanOrEqual(38)
    expect(small).toBeGreaterThanOrEqual(24)
  })
})
