import 'fake-indexeddb/auto'
import { expect, it } from 'vitest'
import { evidenceOf, mergeTrials } from '@green-pitch/core'
import { db } from '../src/data/db'
import { takeHanded } from '../src/data/handed'
import { pack } from '../src/data/backup'
import { demoTrials } from '../src/data/saltmarshTrials'
import { trialJson } from '../src/data/trialFile'
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
