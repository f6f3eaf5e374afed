import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { bladeById, makeJob } from '@green-pitch/core'
import { noChoices } from '@green-pitch/core/pattern'
import { db } from '../src/data/db'
import { useAnswer } from '../src/store/answer'
import { useJob } from '../src/store/job'
import { usePattern } from '../src/store/pattern'
import { useRun } from '../src/store/run'
import { useShop } from '../src/store/shop'
import { patternWork, type Found } from '../src/work/patternWork'
import { demoShop } from './demoShop'
import { hours } from './hours'

const given = { job: makeJob(), blade: bladeById('scroll-reverse-skip-4')!, drills: ['metric' as const], choices: noChoices }
/** The demo's inlay tray as one tab holds it; the worker's answer is put where it would come. */
async function tab() {
  setActivePinia(createPinia())
  await useShop().load()
  const jobs = useJob()
  await jobs.load()
  await jobs.open('demo-tray')
  const pattern = usePattern()
  await vi.waitUntil(() => pattern.loaded && pattern.record?.id === 'demo-tray')
  const { lines, take, tolerance, layout, stretch } = pattern.record!
  patternWork.lay({ lines, take, tolerance, layout, stretch })
  pattern.reckoned = patternWork.reckon(given, () => undefined) as Found
  return { jobs, pattern, run: useRun() }
}
beforeEach(demoShop)

it('is where it was after a reload: the ring in hand, the blades used, what is done', async () => {
  const { run, pattern } = await tab()
  await run.begin()
  expect(run.record!.predicted).toHaveLength(pattern.found!.order.length)
  expect(run.record!.total).toBeCloseTo(
    run.record!.predicted.reduce((a, b) => a + b, 0),
    6,
  )
  // what each opening takes adds up to the bill, which one's own cuts have moved
  expect(run.record!.total).toBeCloseTo(useAnswer().bill.atSaw.median, 6)
  await run.report('done')
  await run.report('broke')
  await run.report('done')
  await run.report('back')
  const before = [run.state.at, run.state.blades, run.state.broke, run.state.done.size]
  expect(before).toEqual([1, 2, 1, 1])
  const again = (await tab()).run
  await vi.waitFor(() => expect(again.record).toBeDefined())
  expect([again.state.at, again.state.blades, again.state.broke, again.state.done.size]).toEqual(before)
})

it('two tabs at one run lose nothing of either', async () => {
  const one = (await tab()).run
  await one.begin()
  const two = (await tab()).run
  await vi.waitFor(() => expect(two.record).toBeDefined())
  await one.report('done', one.order[0])
  // what this tab has not seen yet stands in storage when it writes
  await two.report('done', two.order[1])
  const stored = (await db.runs.toArray())[0]!
  expect(stored.events.map((e) => e.event).sort()).toEqual(['done', 'done', 'start'])
  await vi.waitFor(() => expect([...one.state.done].sort()).toEqual([...two.state.done].sort()))
})

it('a finished run is logged once, with its own times', async () => {
  const { run, jobs } = await tab()
  const shop = useShop()
  const logged = await db.log.count()
  await run.begin()
  // a minute a ring, while the device's clock is set back and forth
  const passing = hours()
  vi.useFakeTimers({ toFake: ['Date'] })
  for (const [i, ring] of run.order.entries()) {
    passing(60_000)
    vi.setSystemTime(Date.now() + (i % 2 ? 7_200_000 : -3_600_000))
    await run.report('done', ring)
  }
  const how = {
    minutes: 0,
    blades: 1,
    fate: 'fine' as const,
    face: 5 as const,
    underside: 4 as const,
    edge: 5 as const,
    cleanUpMinutes: 2,
    note: '',
  }
  const own = () => shop.drawer.find((d) => d.blade.id === useAnswer().blade.id)!
  const before = own().minutes
  const told = () => run.log({ ...how, minutes: run.minutes })
  // pressed twice in haste, and once more after
  expect(await Promise.all([told(), told()])).toEqual([true, true])
  expect([run.record!.logged, run.state.ended]).toEqual([true, true])
  expect(await run.log(how)).toBe(false)
  expect(await db.log.count()).toBe(logged + 1)
  const entry = (await db.log.toArray()).find((e) => e.jobId === jobs.record.id && e.id.startsWith('run-'))!
  vi.useRealTimers()
  vi.restoreAllMocks()
  expect(entry.minutes).toBeCloseTo(run.order.length, 1)
  // the one copy that was promised is sawn, and the week goes on with the rest
  expect((await db.jobs.get(jobs.record.id))!.order).toMatchObject({ copies: 1, sawn: true })
  expect(own().minutes - before).toBeCloseTo(run.order.length, 1)
  expect(entry).toMatchObject({ blades: 1, cleanUpMinutes: 2 })
  expect(entry.predicted.seconds).toBeCloseTo(run.record!.total, 6)
})
