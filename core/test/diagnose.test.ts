import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  answering,
  blades,
  causeIds,
  cureOf,
  diagnose,
  evaluate,
  faultById,
  faults,
  makeJob,
  materialById,
  materials,
  rankBlades,
  saws,
  showing,
  signs,
  signsOf,
  stressBand,
  testById,
  testIds,
  testOutcomes,
  tests,
  type LogEntry,
  type Outcome,
  type StrungJob,
  type TestId,
} from '../src/index.js'
import { simulate } from '../../bench/diagnose/simulate.js'

const scroll = makeJob()
const blade = rankBlades(scroll).value[0]!.blade
const jigsaw = makeJob({
  saw: saws.find((s) => s.kind === 'jigsaw' && s.roller)!,
  cut: { kind: 'outline', radius: 40, web: undefined, hole: undefined },
})
const jig = rankBlades(jigsaw).value[0]!.blade
const heardAt = (value: number) => ({ stress: { value, doubt: 3, at: 0 } })
const first = (d: ReturnType<typeof diagnose>) => d.causes[0]!.id

const anyJob = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    thickness: fc.double({ min: 0.5, max: 25, noNaN: true }),
  })
  .map(({ saw, material, thickness }) => makeJob({ saw, stock: { material, form: 'sheet', thickness } }))
const asked = fc.record({
  job: anyJob,
  blade: fc.constantFrom(...blades),
  signs: fc.uniqueArray(fc.constantFrom(...signs), { minLength: 1, maxLength: 4 }),
  outcomes: fc.uniqueArray(
    fc.constantFrom(...testIds).chain((test) => fc.constantFrom(...testOutcomes[test]).map((outcome) => ({ test, outcome }) as Outcome)),
    { maxLength: 4, selector: (o) => o.test },
  ),
})

describe('the table of faults', () => {
  it('knows every cause, test and outcome by name, and its likelihoods are likelihoods', () => {
    expect(faults.map((f) => f.id).sort()).toEqual([...causeIds].sort())
    expect(tests.map((t) => t.id).sort()).toEqual([...testIds].sort())
    for (const t of tests) {
      expect(Object.keys(t.outcomes).sort()).toEqual([...testOutcomes[t.id]].sort())
      expect(Object.values(t.outcomes).reduce((a, b) => a + b)).toBeCloseTo(1, 9)
      for (const f of faults) expect(testOutcomes[t.id].reduce((s, o) => s + answering(f, t, o), 0)).toBeCloseTo(1, 9)
    }
    for (const f of faults) {
      expect(Object.keys(f.signs).every((s) => (signs as readonly string[]).includes(s))).toBe(true)
      expect(Object.values(f.signs).every((p) => p > 0 && p < 1)).toBe(true)
    }
    // every sign has a cause on some saw that shows it often
    for (const s of signs) expect(faults.some((f) => showing(f, s) >= 0.3)).toBe(true)
  })
})

describe('from signs to causes', () => {
  it('shares add up, the order of telling does not matter, a test never costs by its answer, and no step is asked twice', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const d = diagnose(a)
        if (d.causes.length) expect(d.causes.reduce((s, c) => s + c.p, 0)).toBeCloseTo(1, 9)
        expect(d.next?.gain ?? 0).toBeGreaterThanOrEqual(0)
        if (d.next?.kind === 'test') {
          expect(a.outcomes.some((o) => o.test === d.next!.id)).toBe(false)
          expect(d.ifSo.reduce((s, o) => s + o.p, 0)).toBeCloseTo(1, 6)
        }
        const again = diagnose({ ...a, signs: [...a.signs].reverse(), outcomes: [...a.outcomes].reverse() })
        expect(again.causes.map((c) => c.id)).toEqual(d.causes.map((c) => c.id))
        again.causes.forEach((c, i) => expect(c.p).toBeCloseTo(d.causes[i]!.p, 12))
        expect(again.next).toEqual(d.next)
      }),
      { seed: 12, numRuns: 150 },
    )
  })
  it('what a cause shows or answers more often than any other never lowers it', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const d = diagnose(a)
        const p = new Map(d.causes.map((c) => [c.id, c.p]))
        for (const sign of signs) {
          if (a.signs.includes(sign)) continue
          const most = Math.max(...d.causes.map((c) => showing(faultById(c.id), sign)))
          const more = diagnose({ ...a, signs: [...a.signs, sign] })
          for (const c of more.causes) if (showing(faultById(c.id), sign) >= most) expect(c.p).toBeGreaterThanOrEqual(p.get(c.id)! - 1e-12)
        }
        for (const t of tests) {
          if (a.outcomes.some((o) => o.test === t.id)) continue
          for (const outcome of testOutcomes[t.id]) {
            const most = Math.max(...d.causes.map((c) => answering(faultById(c.id), t, outcome)))
            const more = diagnose({ ...a, outcomes: [...a.outcomes, { test: t.id, outcome }] })
            for (const c of more.causes)
              if (answering(faultById(c.id), t, outcome) >= most - 1e-12) expect(c.p).toBeGreaterThanOrEqual(p.get(c.id)! - 1e-12)
          }
        }
      }),
      { seed: 3, numRuns: 25 },
    )
  })
  it('goes by this ticket: a blade heard slack wanders for that, one heard in the green does not', () => {
    const band = stressBand(scroll as StrungJob, blade)
    const slack = diagnose({ job: scroll, blade, signs: ['wanders'], heard: heardAt(0.6 * band.low) })
    expect(first(slack)).toBe('too-slack')
    expect(slack.causes[0]!.because).toEqual([{ why: 'stress-low', have: 0.6 * band.low, limit: band.low }])
    const green = diagnose({ job: scroll, blade, signs: ['wanders'], heard: heardAt((band.low + band.high) / 2) })
    expect(first(green)).not.toBe('too-slack')
    expect(first(diagnose({ job: scroll, blade, signs: ['snaps'], heard: heardAt(1.2 * band.high) }))).toBe('too-tight')
    const fast = diagnose({ job: scroll, blade, signs: ['burns'], heard: { spm: { value: 1700, doubt: 10, at: 0 } } })
    expect(first(fast)).toBe('strokes-fast')
    expect(first(diagnose({ job: scroll, blade, signs: ['burns'], minutes: 90 }))).toBe('dull')
  })
  it('names nothing that this saw and ticket rule out', () => {
    expect(signsOf(scroll)).toContain('wont-thread')
    expect(signsOf(jigsaw)).not.toContain('wont-thread')
    expect(signsOf(jigsaw)).not.toContain('hits-arm')
    const causes = (d: ReturnType<typeof diagnose>) => d.causes.map((c) => c.id)
    const wood = causes(diagnose({ job: scroll, blade, signs: ['snaps', 'wanders'] }))
    for (const id of ['roller-off', 'orbit-high', 'stance', 'film-off'] as const) expect(wood).not.toContain(id)
    const cut = causes(diagnose({ job: { ...jigsaw, orbit: 0 }, blade: jig, signs: ['chips-top'] }))
    for (const id of ['orbit-high', 'too-slack', 'hold-down-high', 'hole-small'] as const) expect(cut).not.toContain(id)
    expect(causes(diagnose({ job: jigsaw, blade: jig, signs: ['snaps'] }))).toContain('roller-off')
    const acrylic = makeJob({ stock: { material: materialById('acrylic')!, form: 'sheet', thickness: 4 } })
    expect(causes(diagnose({ job: acrylic, blade, signs: ['welds'] }))).toContain('film-off')
  })
  it('what failed is out, what was found on this saw before is likelier, and when all is tried nothing is left to say', () => {
    const d = diagnose({ job: scroll, blade, signs: ['slips'] })
    const without = diagnose({ job: scroll, blade, signs: ['slips'], failed: [first(d)] })
    expect(without.causes.map((c) => c.id)).not.toContain(first(d))
    const entry = { job: scroll, blade, faults: [1, 2].map((at) => ({ signs: ['slips'], cause: 'clamp-worn', at })) } as unknown as LogEntry
    const seen = diagnose({ job: scroll, blade, signs: ['slips'], entries: [entry] })
    expect(first(seen)).toBe('clamp-worn')
    expect(seen.causes[0]!.because[0]).toEqual({ why: 'seen', times: 2 })
    const other = { ...entry, job: { ...scroll, saw: { ...scroll.saw, id: 'another' } } } as LogEntry
    expect(diagnose({ job: scroll, blade, signs: ['slips'], entries: [other] }).causes).toEqual(d.causes)
    // a table found square the other day is likely square still; where it was, nothing else changes
    const square = (outcome: 'true' | 'off') =>
      diagnose({ job: scroll, blade, signs: ['not-square'], checked: [{ test: 'square', outcome }] }).causes.find(
        (c) => c.id === 'table-off',
      )!.p
    const unlooked = diagnose({ job: scroll, blade, signs: ['not-square'] }).causes.find((c) => c.id === 'table-off')!.p
    expect(square('true')).toBeLessThan(0.6 * unlooked)
    // what was off then has been set right
    expect(square('off')).toBe(unlooked)
    const none = diagnose({ job: scroll, blade, signs: ['slips'], failed: causeIds })
    expect([none.causes, none.next]).toEqual([[], undefined])
  })
  it('a cure is a change that can be reckoned with, and of what it names alone', () => {
    fc.assert(
      fc.property(asked, (a) => {
        for (const id of causeIds) {
          const made = cureOf(id, { ...a.job, stress: 300, spm: 900, wear: 0.5 }, a.blade)
          if (!made) continue
          expect(() => evaluate(made.job, made.blade ?? a.blade)).not.toThrow()
          expect(made.job.saw).toBe(a.job.saw)
          expect(made.job.stock).toBe(a.job.stock)
          expect(made.blade?.id).not.toBe(a.blade.id)
        }
      }),
      { seed: 7, numRuns: 12 },
    )
    expect(cureOf('dull', { ...scroll, wear: 0.5 }, blade)!.job.wear).toBe(0)
    expect(cureOf('blade-small', scroll, blade)?.blade?.order ?? Infinity).toBeGreaterThan(blade.order)
    expect(cureOf('stance', scroll, blade)).toBeUndefined()
  })
  it('says that nothing is wrong where it vanishes with the pattern, what one cause leaves over, and refuses what is no outcome', () => {
    const peeled = diagnose({ job: scroll, blade, signs: ['uneven-when-peeled'], outcomes: [{ test: 'peel-pattern', outcome: 'gone' }] })
    expect(peeled.nothing).toBe(true)
    const two = diagnose({ job: scroll, blade, signs: ['hits-arm', 'slips'] })
    expect(two.unexplained).toHaveLength(1)
    expect([first(two), two.second].sort()).toEqual(['oil-on-ends', 'piece-too-big'])
    expect(diagnose({ job: scroll, blade, signs: ['slips'] }).second).toBeUndefined()
    // what is left over after the first cause is one second cause's, whole, or nobody's
    for (const a of signs)
      for (const b of signs.filter((s) => s > a)) {
        const found = diagnose({ job: scroll, blade, signs: ['hits-arm', a, b] })
        if (found.second)
          for (const s of found.unexplained) expect(showing(faultById(found.second), s), `${a} ${b}`).toBeGreaterThanOrEqual(0.15)
      }
    expect(() => diagnose({ job: scroll, blade, signs: ['snaps'], outcomes: [{ test: 'pluck', outcome: 'worn' }] })).toThrow(
      /no outcome of pluck/,
    )
    expect(testById('wipe-ends' as TestId).mends).toBe('oily')
  })
  it('on faults of a table it does not share: found among three, cured in few steps, cheaper than either list', () => {
    const [n, runs] = [400, [1, 2].map((seed) => simulate(400, seed))]
    for (const r of runs) {
      expect(r.firstThree / n).toBeGreaterThan(0.72)
      expect(r.three / n).toBeGreaterThan(0.63)
      expect(r.five / n).toBeGreaterThan(0.76)
      expect(r.threeCures / n).toBeGreaterThan(0.74)
      expect(r.cost / r.list).toBeLessThan(0.5)
      expect(r.cost / r.print).toBeLessThan(0.6)
      expect(r.impossible).toBe(0)
    }
  })
})
