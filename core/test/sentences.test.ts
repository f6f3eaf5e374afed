import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  bogWords,
  cautionWords,
  explain,
  firstReasons,
  isMetal,
  limitAsks,
  makeJob,
  marginWords,
  materials,
  placedCautions,
  profileOf,
  rankBlades,
  saws,
  setUp,
  setUpWords,
  sizeWindow,
  speedWords,
  tradesWords,
  tradeWord,
  waysOut,
  wayWords,
  windowHeading,
  type Job,
  type Say,
  type Stock,
} from '../src/index.js'
import { ANY_UNIT, neverSaid, SPLINTERED } from './never.js'

const anyJob = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    form: fc.constantFrom('board' as const, 'board' as const, 'stack' as const, 'tube' as const, 'rod' as const),
    thickness: fc.constantFrom(0.5, 0.8, 1.5, 3, 6, 12, 19, 38),
    kind: fc.constantFrom('pierced' as const, 'outline' as const, 'straight' as const),
    radius: fc.constantFrom(0.8, 2, 4, 12, 40),
    finish: fc.constantFrom('careful' as const, 'ordinary' as const, 'rough' as const),
    shows: fc.constantFrom('face' as const, 'both' as const),
    pace: fc.constantFrom(0.1, 0.5, 0.9),
    wear: fc.constantFrom(0, 0, 0.5),
    backing: fc.constantFrom(undefined, 3),
  })
  .map(({ saw, material, form, thickness, kind, radius, finish, shows, pace, wear, backing }): Job => {
    const straight = kind === 'straight' || saw.kind === 'hand'
    const stock = (
      form === 'stack'
        ? { form, material, thickness, sheets: 3 }
        : form === 'tube'
          ? { form, material, diameter: 6 * thickness, wall: thickness }
          : form === 'rod'
            ? { form, material, diameter: thickness }
            : { form, material, thickness }
    ) as Stock
    const cut = {
      kind: straight ? ('straight' as const) : kind,
      radius: straight ? undefined : radius,
      finish,
      shows,
      backing,
      web: undefined,
      hole: undefined,
      openings: kind === 'pierced' && !straight ? 5 : 0,
    }
    return makeJob({ saw, stock, pace, wear, cut })
  })

/** The answer to a job: what leads, or the ways out where nothing does it. */
function answered(job: Job) {
  const ranked = rankBlades(job).value
  const [first] = ranked
  if (!first) return { ways: waysOut(job, saws) }
  return { ranked, first, window: sizeWindow(job, first.blade.group), setup: setUp(job, first.blade) }
}
/** All that is said of it. */
function said(job: Job, answer: ReturnType<typeof answered>, say: Say): string[] {
  const { ranked, first, window, setup, ways } = answer
  if (!first) return ways.flatMap((w) => Object.values(wayWords(w, say)))
  return [
    firstReasons(first, job, say, ranked),
    ...ranked.slice(1, 6).flatMap((r) => [tradeWord(r, first, say, job), tradesWords(r, first, say, job)]),
    ...setup.value.map((i) => setUpWords(i, job, say)),
    ...[...placedCautions(setup).foot].map((c) => cautionWords[c]),
    windowHeading(window),
    ...window.limits.map((l) => limitAsks(l.id, job, window, say)),
    ...first.margins.map((m) => marginWords(m, job, say)),
    speedWords(first.speed),
    bogWords(first),
    ...(['feed', 'speed', 'edge', 'underside', 'time', 'heat'] as const).map((r) => explain(r, job, first, say).text),
  ]
}

const RUNS = 1000 // each said in both units

/** None of it is wrong of the stock, the tool or the cut, and nothing contradicts what stands beside it. */
function holds(job: Job, all: readonly string[]) {
  neverSaid(all)
  const whole = all.join(' | ')
  const { motor } = profileOf(job.saw)
  if (!motor) expect(whole).not.toMatch(/\bplug\b|motor and plug|Unplug/)
  if (isMetal(job.stock.material)) for (const text of all) expect(SPLINTERED.test(text), text).toBe(false)
  if (job.cut.kind === 'straight') for (const text of all) expect(/in curves|shallow angle|the curved edge/.test(text), text).toBe(false)
  if (job.stock.form === 'tube' || job.stock.form === 'rod') expect(whole).not.toMatch(/the board springs|(?<!plywood, )show face/i)
  // what contradicts itself
  if (/Even the slowest stroke/.test(whole)) expect(whole).not.toMatch(/Fewer strokes|More strokes/)
  if (/As fast as this saw goes/.test(whole)) expect(whole).not.toMatch(/More strokes a minute/)
  if (/gullets stay open/.test(whole)) expect(whole).not.toMatch(/gullets clog/)
}

describe('sentences', () => {
  it('fit the stock, the tool and the cut they are said of', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        const answer = answered(job)
        for (const say of ANY_UNIT) holds(job, said(job, answer, say))
      }),
      { numRuns: RUNS, seed: 3 },
    )
  })
})
