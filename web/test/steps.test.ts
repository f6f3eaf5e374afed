import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { makeJob, sawById, type CutOutcome } from '@green-pitch/core'
import { plainOpening } from '@green-pitch/core/joint'
import type { SliceTask } from '@green-pitch/core/pattern'
import { useJoint } from '../src/store/joint'
import { useRun } from '../src/store/run'
import { useShop } from '../src/store/shop'
import { hours } from './hours'
import { eachInTheShop, shop } from './room'

eachInTheShop()
const well: CutOutcome = {
  minutes: 12,
  blades: 1,
  fate: 'fine',
  face: 4,
  underside: 4,
  edge: 4,
  cleanUpMinutes: 2,
  note: 'went well',
}
/** The run of a demo job, all of it sawn, a second for each step. */
async function sawAll(run: ReturnType<typeof useRun>) {
  for (let i = 0; i < 200 && !run.state.ended; i++) {
    await run.report('done')
    if (run.state.at >= run.order.length) await run.report('end')
  }
}

describe('a joint run step by step', () => {
  it('leaves the ticket’s saw, tells every cut and the bench work between, and is logged as a cut nothing is learned of', async () => {
    const { jobs } = await shop()
    await jobs.open('demo-caddy')
    const run = useRun()
    await vi.waitUntil(() => jobs.record.id === 'demo-caddy')
    useJoint().take('dovetail')
    expect(await run.beginSteps({ of: 'joint' })).toBe(true)
    const { cuts } = useJoint().found
    expect(jobs.ticket.joint).toBeDefined()
    expect(run.steps!.filter((s) => s.go).length).toBe(cuts.reduce((n, c) => n + c.count, 0))
    expect(run.steps!.some((s) => !s.go)).toBe(true)
    expect(run.record!.total).toBeCloseTo(
      run.steps!.reduce((t, s) => t + s.seconds, 0),
      9,
    )
    // begun again it goes on, and another kind of work does not throw it away
    expect(await run.beginSteps({ of: 'joint' })).toBe(true)
    expect(run.record!.events).toHaveLength(1)
    expect(await run.beginSteps({ of: 'panel', plan: 'corners' })).toBe(false)
    expect(run.record!.of).toBe('joint')
    const before = useShop().log.length
    await sawAll(run)
    // pressed twice, it is one entry
    expect(await Promise.all([run.log(well), run.log(well)])).toEqual([true, true])
    expect(useShop().log).toHaveLength(before + 1)
    expect(useShop().log[0]).toMatchObject({
      ignored: true,
      note: 'went well',
      face: 4,
      title: `${jobs.name}: dovetails, ${cuts.reduce((n, c) => n + c.count, 0)} cuts`,
    })
    expect(await run.log(well)).toBe(false)
  })
  it('in a job for another saw, it is of its own: its saw is worn and logged, the ticket’s is not', async () => {
    const { jobs } = await shop()
    const run = useRun()
    const ticket = jobs.job
    useJoint().take('dovetail')
    expect(await run.beginSteps({ of: 'joint' })).toBe(true)
    const { saw } = jobs.job
    const { blade } = run.inHand.saw
    await useShop().addBlades(blade, 1)
    expect([saw, blade.plate !== undefined, run.inHand.job.saw.kind]).toEqual([ticket.saw, true, 'hand'])
    const passing = hours()
    for (const ring of run.order) {
      passing(30_000)
      await run.report('done', ring)
    }
    // the clock stands once all is sawn
    passing(3_600_000)
    await run.report('end')
    expect(run.state.seconds).toBeCloseTo(30 * run.order.length, -1)
    const minutes = new Map(useShop().drawer.map((d) => [d.blade.id, d.minutes]))
    expect(await run.log({ ...well, minutes: run.minutes })).toBe(true)
    vi.restoreAllMocks()
    const [entry] = useShop().log
    expect(entry!.blade.plate).toBeDefined()
    expect(entry!.title).toMatch(/: dovetails, \d+ cuts$/)
    const grown = useShop().drawer.filter((d) => d.minutes > minutes.get(d.blade.id)!)
    expect(grown.every((d) => d.blade.plate)).toBe(true)
    expect(grown.length).toBeGreaterThan(0)
  })
  it('is where it was after a reload, in words of either length', async () => {
    const first = await shop()
    await first.jobs.open('demo-caddy')
    useJoint().take('dovetail')
    await useRun().beginSteps({ of: 'joint' })
    await useRun().report('done')
    const told = useRun().steps!.map((s) => s.head)
    const again = await shop()
    await again.jobs.open('demo-caddy')
    const run = useRun()
    await vi.waitUntil(() => run.record)
    expect([run.state.at, run.steps!.map((s) => s.head)]).toEqual([1, told])
  })
})

describe('thin slices', () => {
  const slices: SliceTask = {
    width: 24,
    height: 60,
    length: 300,
    slice: 3,
    sanding: 0.4,
    kerf: 1,
    drift: 4,
    over: 150,
    fenceSet: true,
    capacity: 60,
  }
  it('are sawn with slow strokes, one after another, and the ticket stays', async () => {
    const { jobs } = await shop()
    const run = useRun()
    await vi.waitUntil(() => run.record !== undefined || jobs.record.id)
    const spm = jobs.job.spm
    expect(await run.beginSteps({ of: 'slices', slices })).toBe(true)
    expect(run.inHand.job).toMatchObject({ cut: { kind: 'straight', course: undefined } })
    expect(run.inHand.job.spm).not.toBe(spm)
    expect(jobs.job.spm).toBe(spm)
    expect(run.steps!.length).toBeGreaterThan(3)
    expect(run.steps!.every((s) => s.head && s.seconds >= 0)).toBe(true)
    expect(run.steps![0]!.head).toBe('Lead test')
  })
})

describe('an opening in a panel', () => {
  it('is cut as planned, and the log may learn of it', async () => {
    const { jobs, answer } = await shop()
    await jobs.open('demo-outline')
    const run = useRun()
    jobs.edit(
      (t) => ({
        ...t,
        job: makeJob({
          ...t.job,
          saw: sawById('jigsaw-orbital')!,
          cut: { ...t.job.cut, kind: 'straight', radius: undefined, opening: { ...plainOpening, width: 120, height: 80 } },
        }),
      }),
      'opening',
    )
    expect(await run.beginSteps({ of: 'panel', plan: 'corners' })).toBe(true)
    expect(run.steps!.length).toBeGreaterThan(4)
    const blade = answer.blade.id
    await run.report('broke')
    await sawAll(run)
    expect(run.state).toMatchObject({ ended: true, blades: 2, broke: 1 })
    expect(await run.log({ ...well, blades: run.state.blades })).toBe(true)
    const [entry] = useShop().log
    expect(entry).toMatchObject({ blades: 2, blade: { id: blade } })
    expect(entry!.ignored).toBeUndefined()
    // twice round 120 × 80, corners and all
    expect(entry!.length).toBeGreaterThan(300)
    expect(entry!.length).toBeLessThan(700)
  })
})
