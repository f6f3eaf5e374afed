import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import {
  blades,
  criteria,
  criterionHints,
  criterionNames,
  drawTrial,
  evidenceOf,
  makeJob,
  materials,
  mergeTrials,
  saws,
  testKindWords,
  unfairWords,
  type Trial,
} from '@green-pitch/core'
import { ANY_UNIT, neverSaid } from '../../core/test/never'
import { db } from '../src/data/db'
import { takeHanded } from '../src/data/handed'
import { pack } from '../src/data/backup'
import { demoTrials } from '../src/data/saltmarshTrials'
import { trialJson } from '../src/data/trialFile'
import { armName, boardName, sizeSaid, stateSaid, stockName } from '../src/places/trials/words'
import { trialWork } from '../src/work/trialWork'
import { demoShop } from './demoShop'

it('what the demo keeps of its finished trial is what ranking it finds', () => {
  const [woods, veneer] = demoTrials()
  const found = trialWork.found(woods!)
  expect(woods!.found!.first).toEqual(found.first)
  expect(woods!.found!.best).toBeCloseTo(found.best, 3)
  expect(woods!.found!.worths.map((w) => [w.face, w.stock])).toEqual(found.worths.map((w) => [w.face, w.stock]))
  found.worths.forEach((w, i) => w.arms.forEach((a, k) => expect(woods!.found!.worths[i]!.arms[k]!.mean).toBeCloseTo(a.mean, 3)))
  expect(evidenceOf(woods!)!.pieces).toHaveLength(12)
  expect(evidenceOf(veneer!)).toBeUndefined()
})

it('a trial handed over is merged with the one of the same lots, and one of other lots under its id stands beside it', async () => {
  await demoShop()
  const mine = (await db.trials.get('demo-trial-veneer'))!
  const label = mine.design.pieces[4]!.label
  const theirs = { ...mine, pieces: [...mine.pieces, { label, at: Date.now(), seconds: 200 }] }
  const packed = await pack(JSON.parse(trialJson(theirs)))
  expect(await takeHanded(packed)).toMatchObject({
    ok: true,
    arrived: { what: 'trial', id: mine.id, said: 'Merged: 1 new word of the trial.' },
  })
  const both = (await db.trials.get(mine.id))!
  expect(both.pieces).toEqual(mergeTrials(mine, theirs).pieces)
  expect(both.rev).toBe(mine.rev + 1)
  const other = { ...theirs, pieces: [], design: { ...mine.design, seed: 1 } }
  const taken = await takeHanded(await pack(JSON.parse(trialJson(other))))
  expect(taken.ok && taken.arrived.id).not.toBe(mine.id)
  expect(await db.trials.count()).toBe(3)
  expect(await takeHanded(new Blob(['{"format":"green-pitch-trial","version":1,"trial":{}}']))).toMatchObject({ ok: false })
  expect(await db.trials.count()).toBe(3)
})

const anyTrial = fc
  .record({
    saw: fc.constantFrom(...saws),
    stocks: fc.uniqueArray(fc.constantFrom(...materials), { minLength: 1, maxLength: 4 }),
    thickness: fc.constantFrom(0.8, 3, 11, 18),
    arms: fc.uniqueArray(fc.nat(), { minLength: 2, maxLength: 10 }),
    ways: fc.constantFrom('up' as const, 'grain' as const, undefined),
    repeats: fc.integer({ min: 1, max: 3 }),
    seed: fc.nat(1e6),
    far: fc.constantFrom(0, 0.2, 1),
    told: fc.boolean(),
  })
  .map(({ saw, stocks, thickness, arms, ways, repeats, seed, far, told }): Trial => {
    const own = blades.filter((b) => saw.ends.includes(b.end))
    const at = [...new Set(arms.map((i) => i % own.length))]
    const one = own[at[0]!]!
    const pair = ways ?? (at.length < 2 ? 'up' : undefined)
    const compared = pair
      ? [0, 1].map((i) => ({
          id: `way-${i}`,
          blade: one,
          ...(pair === 'up' ? { up: i ? ('back' as const) : ('show' as const) } : { grain: i ? ('across' as const) : ('along' as const) }),
        }))
      : at.map((i) => ({ id: own[i]!.id, blade: own[i]! }))
    const jobs = stocks.map((material) => makeJob({ saw, stock: { material, form: 'board', thickness } }))
    const plan = { name: 'x', jobs, arms: compared, helper: false, oneBoard: true, misread: [], repeats, seed }
    const trial = drawTrial(plan)
    const pieces = trial.design.pieces
      .slice(0, Math.round(far * trial.design.pieces.length))
      .map(({ label }) => ({ label, at: 1, seconds: 60 }))
    const found = { worths: [], first: trial.design.blades.slice(0, 1 + (seed % 2)), best: 0.8 }
    return { ...trial, pieces, ...(told && { revealed: 1, found }) }
  })

it('what is said of a trial is whole, in both units, whatever is compared in whatever', () => {
  fc.assert(
    fc.property(anyTrial, (t) => {
      for (const say of ANY_UNIT) {
        const name = (id: string) => armName(t, id, say)
        const said = [
          sizeSaid(t),
          stateSaid(t, say),
          ...t.arms.map((a) => name(a.id)),
          ...t.design.pieces.map((p) => boardName(t, p.stock, p.repeat, say)),
          ...t.design.stocks.map((s) => stockName(t, s, say)),
          ...(['sizes', 'unfit', 'first-time', 'label', 'boards'] as const).map((why) =>
            unfairWords({ why, blades: t.design.blades.slice(0, 2) }, name),
          ),
        ]
        neverSaid(said)
        expect(said.every((text) => text.trim().length > 1)).toBe(true)
        // two that are compared are never called alike
        expect(new Set(t.arms.map((a) => name(a.id))).size).toBe(t.arms.length)
      }
    }),
    { numRuns: 200, seed: 5 },
  )
  neverSaid([...criteria.flatMap((c) => [criterionNames[c], criterionHints[c]]), ...Object.values(testKindWords)])
})
