import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  lengthWords,
  formulaWords,
  bladeById,
  blades,
  SURE,
  COOL,
  evaluate,
  explain,
  flowingRadius,
  HOLE_CLEARANCE,
  jobRules,
  makeJob,
  materialById,
  materials,
  pivotRadius,
  rules,
  saws,
  sawById,
  startingHole,
  workedRadius,
  type JobRule,
  type Say,
} from '../src/index.js'

const say: Say = { unit: 'mm', naming: 'size' }
const inch: Say = { unit: 'in', naming: 'tpi' }
const job = makeJob({
  stock: { material: materialById('maple')!, form: 'board', thickness: 19 },
  cut: { radius: 6, hole: undefined, web: 9 },
})
const blade = bladeById('scroll-standard-9')!
const v = evaluate(job, blade)
/** Figures of an answer by the name they are listed under. */
const listed = (rule: JobRule) => new Map(explain(rule, job, v, say).inputs.map((i) => [i.name, Number.parseFloat(i.value)]))
/** The first figure an answer tells. */
const told = (rule: JobRule) => Number.parseFloat(/-?\d+(\.\d+)?/.exec(explain(rule, job, v, say).text)![0])

describe('“why?” can be recalculated from what it lists', () => {
  test.each<[JobRule, (of: (name: string) => number) => number]>([
    ['teeth', (of) => of('height H') / of('spacing p')],
    ['hole', (of) => Math.hypot(of('width w'), of('kerf k')) + HOLE_CLEARANCE.threaded],
    ['chipLoad', (of) => ((1000 * of('feed')) / (of('strokes a minute') / 60)) * (of('spacing p') / of('stroke s'))],
  ])('%s', (rule, formula) => {
    const inputs = listed(rule)
    const value = formula((name) => {
      if (!inputs.has(name)) throw new Error(`${rule} does not list ${name}`)
      return inputs.get(name)!
    })
    // the listed figures are rounded as they are shown
    expect(value / told(rule)).toBeGreaterThan(0.93)
    expect(value / told(rule)).toBeLessThan(1.07)
  })
  it('the parts of the time come to its whole', () => {
    const minutes = (text: string) => {
      const [, h = 0, m = 0, s = 0] = /(?:(\d+) h ?)?(?:(\d+) min)?(?:(\d+) s)?/.exec(text)!
      return 60 * Number(h) + Number(m) + Number(s) / 60
    }
    const why = explain('time', job, v, say)
    const parts = why.inputs
      .filter((i) => ['sawing', 'threading', 'getting ready', 'clean-up'].includes(i.name))
      .reduce((t, i) => t + minutes(i.value), 0)
    expect(Math.abs(parts - minutes(why.text))).toBeLessThanOrEqual(2.1)
  })
  it('turns are those of the listed section', () => {
    const of = listed('worked')
    const section = { width: of.get('width w')!, thickness: of.get('thickness t')!, kerf: of.get('kerf k')! }
    for (const f of [workedRadius, flowingRadius, pivotRadius]) expect(f(section) / f(blade)).toBeCloseTo(1, 1)
  })
})

describe('a rule speaks of the constants of the code', () => {
  it('clearance of a pilot hole, threaded and in a jigsaw', () => {
    const [thin, shank] = [bladeById('scroll-standard-5')!, bladeById('jig-curve-16')!]
    expect(startingHole(thin) - Math.hypot(thin.width, thin.kerf)).toBeCloseTo(HOLE_CLEARANCE.threaded, 12)
    expect(startingHole(shank) - Math.hypot(shank.width, shank.kerf)).toBeCloseTo(HOLE_CLEARANCE.shank, 12)
    for (const c of Object.values(HOLE_CLEARANCE)) {
      expect(formulaWords(rules.hole, { unit: 'mm', naming: 'size' })).toContain(`${c} mm`)
      expect(formulaWords(rules.hole, { unit: 'in', naming: 'size' })).toContain(lengthWords(c, { unit: 'in', naming: 'size' }))
    }
    expect(rules.speed.formula).toContain(`${SURE} times`)
    expect(rules.speed.formula).toContain(`under ${COOL} of`)
  })
  it('an answer about geometry cites no constants of the stock', () => {
    for (const rule of ['hole', 'teeth'] as const) expect(explain(rule, job, v, say).also).toBeUndefined()
    expect(explain('force', job, v, say).also).toMatch(/constants/)
  })
  it('no answer, of any saw, stock and unit, holds a figure that is none', () => {
    const cases = fc.record({
      saw: fc.constantFrom(...saws),
      material: fc.constantFrom(...materials),
      thickness: fc.constantFrom(0.01, 0.5, 9, 200, 10_000),
      blade: fc.constantFrom(...blades),
      spm: fc.constantFrom(undefined, 1e-300, 9999),
      stress: fc.constantFrom(undefined, 1e-300, 4999),
      say: fc.constantFrom(say, inch),
    })
    fc.assert(
      fc.property(cases, ({ saw, material, thickness, blade, spm, stress, say }) => {
        const j = makeJob({ saw, stock: { material, form: 'board', thickness }, spm, stress, cut: { radius: 0 } })
        const e = evaluate(j, blade)
        for (const rule of Object.keys(jobRules) as JobRule[]) {
          const { text, inputs } = explain(rule, j, e, say)
          for (const t of [text, ...inputs.map((i) => i.value)]) expect(t).not.toMatch(/NaN|Infinity|undefined/)
        }
      }),
    )
    expect(explain('band', makeJob({ saw: sawById('jigsaw-orbital')! }), v, say).text).toMatch(/does not pull/)
  })
})
