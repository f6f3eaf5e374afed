import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blades, evaluate, makeJob, materials, passes, rankBlades, saws, scaled, waysOut, type Blade, type Job } from '../src/index.js'

/** Everyday and odd jobs of every kind of saw. */
const anyJob = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    thickness: fc.double({ min: 0.3, max: 60, noNaN: true }),
    radius: fc.option(fc.double({ min: 0.6, max: 120, noNaN: true }), { nil: undefined }),
    finish: fc.constantFrom('careful' as const, 'ordinary' as const, 'rough' as const),
    skill: fc.constantFrom('learning' as const, 'practised' as const, 'sure' as const),
    pace: fc.double({ min: 0, max: 1, noNaN: true }),
    wear: fc.constantFrom(0, 0.4, 1),
  })
  .map(({ saw, material, thickness, radius, finish, skill, pace, wear }) =>
    makeJob({
      saw,
      stock: { material, form: 'board', thickness },
      cut: {
        kind: saw.kind === 'hand' ? 'straight' : 'outline',
        radius: saw.kind === 'hand' ? undefined : radius,
        web: undefined,
        hole: undefined,
        finish,
        skill,
      },
      pace,
      wear,
    }),
  )
const runs = (numRuns: number) => ({ seed: 11, numRuns })
/** What a harder job costs with one blade, against the easier one, over blades that do both. */
function harder(job: Job, other: Job, say: string) {
  for (const b of blades.filter((_, i) => i % 7 === 0)) {
    const easy = evaluate(job, b)
    // sheet so thin that few teeth stand in it is the harder to saw
    if (easy.margins.some((m) => m.limit === 'teeth' && m.state !== 'within')) continue
    if (!easy.passes) {
      expect(passes(other, b), `${say}: ${b.id} does the harder job only`).toBe(false)
      continue
    }
    if (!passes(other, b)) continue
    const hard = evaluate(other, b)
    expect(hard.time.cutting, `${say}: ${b.id}`).toBeGreaterThanOrEqual(easy.time.cutting * (1 - 1e-6))
  }
}

describe('a suggestion holds still', () => {
  it('more pace never takes longer, nor goes back in size within a pattern', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        let last: { blade: Blade } | undefined
        const least = { total: Infinity, cutting: Infinity }
        for (let pace = 0; pace <= 1.001; pace += 0.1) {
          const [v] = rankBlades({ ...job, pace: Math.min(1, pace) }).value
          if (!v) return
          if (last && v.blade.id !== last.blade.id) {
            // to the doubt of the constants, and it does not add up on the way
            expect(v.time.total).toBeLessThanOrEqual(least.total * 1.0201)
            expect(v.time.cutting).toBeLessThanOrEqual(least.cutting * 1.0201)
            if (v.blade.group === last.blade.group) expect(v.blade.order).toBeGreaterThan(last.blade.order)
          }
          last = { blade: v.blade }
          for (const k of ['total', 'cutting'] as const) least[k] = Math.min(least[k], v.time[k])
        }
      }),
      runs(60),
    )
  })
  it('thicker, tighter, denser and duller is never easier, and never faster with the same blade', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        if (job.saw.kind === 'hand') return
        const m = job.stock.material
        harder(job, { ...job, stock: scaled(job.stock, 1.3) }, 'thicker')
        harder(job, { ...job, stock: { ...job.stock, material: { ...m, density: m.density * 1.3, K: m.K * 1.3 } } }, 'denser')
        if (job.cut.radius) harder(job, { ...job, cut: { ...job.cut, radius: job.cut.radius / 1.3 } }, 'tighter')
        if (job.wear < 1) harder(job, { ...job, wear: 1 }, 'duller')
      }),
      runs(60),
    )
  })
  it('a learning hand takes half as long again as a sure one in curves of thin stock', () => {
    for (const material of materials.filter((m) => m.cuts === 'wood').slice(0, 8))
      for (const radius of [1.5, 3, 6]) {
        const at = (skill: 'learning' | 'sure') => {
          const job = makeJob({
            stock: { material, form: 'board', thickness: 3 },
            cut: { radius, web: undefined, hole: undefined, skill, turn: 'worked' },
          })
          return Math.min(
            ...rankBlades(job)
              .value.filter((v) => v.feed.limit === 'control')
              .map((v) => v.time.cutting),
          )
        }
        expect(at('learning')).toBeGreaterThanOrEqual(1.5 * at('sure'))
      }
  })
  it('small steps of thickness move figures by little, and the first blade seldom', () => {
    let [changes, steps, back] = [0, 0, 0]
    for (const [material, from, radius] of [
      ['pear', 6, 2.6],
      ['pine', 12, 6],
      ['birch-ply', 4, 3],
      ['maple', 14, 5],
      ['acrylic', 4, 5],
      ['silver', 0.8, 3],
    ] as const) {
      const saw = saws.find((s) => s.id === (material === 'silver' ? 'frame-70' : 'scroll-plain'))!
      const firsts: string[] = []
      let last: ReturnType<typeof evaluate> | undefined
      for (let i = 0; i < 60; i++) {
        const stock = { material: materials.find((m) => m.id === material)!, form: 'board' as const, thickness: from * 1.01 ** i }
        const job = makeJob({ saw, stock, cut: { radius, web: undefined, hole: undefined, shows: 'face' } })
        const v = rankBlades(job, { before: last?.blade.id }).value[0]!
        if (last?.blade.id === v.blade.id)
          for (const [a, b] of [
            [last.feed.value, v.feed.value],
            [last.speed.value, v.speed.value],
            [last.time.total, v.time.total],
          ] as const)
            expect(Math.abs(Math.log(b / a))).toBeLessThan(Math.log(1.1))
        last = v
        firsts.push(v.blade.id)
        steps++
      }
      const way = firsts.filter((f, i) => f !== firsts[i - 1])
      changes += way.length - 1
      back += way.length - new Set(way).size
    }
    expect(changes / steps).toBeLessThan(0.02)
    expect(back).toBe(0)
  })
  it('blades hemmed in from both sides: as curves in sheet metal open, the size only grows', () => {
    const saw = saws.find((s) => s.id === 'frame-70')!
    for (const id of ['silver', 'copper', 'brass'])
      for (const thickness of [0.5, 0.8, 1.2]) {
        const material = materials.find((m) => m.id === id)!
        let last: Blade | undefined
        for (let radius = 0.6; radius < 4; radius *= 1.04) {
          const job = makeJob({
            saw,
            stock: { material, form: 'board', thickness },
            cut: { kind: 'pierced', radius, web: 1.5, hole: 1, finish: 'careful' },
          })
          const { blade } = rankBlades(job).value[0]!
          if (last) expect(blade.order, `${id} ${thickness}, R ${radius.toFixed(2)}`).toBeGreaterThanOrEqual(last.order)
          last = blade
        }
        expect(last!.size, `${id} ${thickness}, wide curves`).not.toMatch(/[5-8]\/0/)
      }
  })
})

describe('an impossible job', () => {
  it('gets a way out, each verified; where none is known it is beyond what any of these saws holds', () => {
    let [refused, silent] = [0, 0]
    fc.assert(
      fc.property(anyJob, (job) => {
        if (rankBlades(job).value.length) return
        refused++
        const ways = waysOut(job, saws)
        if (!ways.length) silent++
        for (const w of ways.slice(0, 3)) expect(rankBlades(w.job).value.length).toBe(w.opens)
      }),
      runs(250),
    )
    expect(refused).toBeGreaterThan(20)
    expect(silent / refused).toBeLessThan(0.08)
  })
})

describe('figures that are none', () => {
  it('are refused by name, instead of passed on', () => {
    const job = makeJob()
    const bad: [Job, RegExp][] = [
      [{ ...job, stock: { ...job.stock, thickness: NaN } as Job['stock'] }, /Thickness must be a number above zero/],
      [{ ...job, stock: { ...job.stock, thickness: 0 } as Job['stock'] }, /Thickness/],
      [{ ...job, cut: { ...job.cut, radius: -1 } }, /Radius must lie between/],
      [{ ...job, cut: { ...job.cut, length: Infinity } }, /Length of cut/],
      [{ ...job, pace: NaN }, /Finish–pace/],
      [{ ...job, spm: -5 }, /Strokes a minute/],
    ]
    for (const [j, message] of bad) {
      expect(() => rankBlades(j)).toThrow(RangeError)
      expect(() => evaluate(j, blades[0]!)).toThrow(message)
    }
  })
})
