import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { bladeById, familyOf, isStrung, makeJob, pitchFromStress, sawById } from '@green-pitch/core'
import { db } from '../src/data/db'
import { useListen } from '../src/store/listen'
import { useNewJob } from '../src/store/newJob'
import { useRemedy } from '../src/store/remedy'
import { useSettings } from '../src/store/settings'
import { useShop } from '../src/store/shop'
import { useTrials } from '../src/store/trials'
import { useYear } from '../src/store/year'
import { eachInTheShop, shop } from './room'

eachInTheShop()
const quiet = { connect: () => quiet, start: () => undefined, stop: () => undefined }
/** A browser that sounds and hears nothing, and grants the microphone or refuses it by this name. */
function browser(refuses?: string, secure = true) {
  vi.stubGlobal('window', { isSecureContext: secure })
  const tracks = [{ stop: vi.fn(), addEventListener: () => undefined, getSettings: () => ({}) }]
  const granted = { getTracks: () => tracks, getAudioTracks: () => tracks }
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: () => (refuses ? Promise.reject(Object.assign(new Error(), { name: refuses })) : Promise.resolve(granted)),
    },
  })
  vi.stubGlobal('AudioContext', function Out() {
    return {
      destination: {},
      sampleRate: 48_000,
      createBuffer: () => ({ copyToChannel: () => undefined }),
      createMediaStreamSource: () => quiet,
      audioWorklet: { addModule: () => Promise.resolve() },
      resume: () => Promise.resolve(),
      close: () => Promise.resolve(),
    }
  })
  for (const name of ['AudioBufferSourceNode', 'GainNode'])
    vi.stubGlobal(name, function Node() {
      return quiet
    })
  vi.stubGlobal('AudioWorkletNode', function Node() {
    return { port: { postMessage: () => undefined } }
  })
  return tracks
}

describe('the ear', () => {
  it('a stand-in plucked at a stress is heard at it, and marks of lever and dial are kept with the saw', async () => {
    const { jobs, answer } = await shop()
    browser()
    const listen = useListen()
    const { saw } = jobs.job
    if (!isStrung(saw)) throw new Error('the demo begins on a scroll saw')
    await listen.pluckStandIn(350, 0.1)
    expect(listen.last).toMatchObject({ source: 'stand-in', read: { heard: true } })
    expect(jobs.job.stress! / 350).toBeCloseTo(1, 1)
    const { doubt, value } = answer.heard.stress!
    expect(Math.abs(value - 350)).toBeLessThan(4 * doubt + 2)
    const known = listen.calibration.lever.length
    await listen.note(7.5)
    await listen.note(7.5) // heard anew, it replaces what stood there
    expect(listen.calibration.lever.at(-1)).toMatchObject({ mark: 7.5, stress: value })
    expect(listen.calibration.lever).toHaveLength(known + 1)
    listen.listenFor('strokes')
    await listen.runStandIn(900)
    expect(jobs.job.spm! / 900).toBeCloseTo(1, 2)
    await listen.noteDial(4.5)
    await listen.noteChatter()
    expect(listen.calibration.dial.at(-1)).toMatchObject({ dial: 4.5, strokes: jobs.job.spm })
    expect(listen.calibration.chatter!.length).toBeGreaterThan(0)
    // it is the saw's own, in every job and after a reload
    const again = await shop()
    expect(again.answer.job.saw.calibration!.lever).toHaveLength(known + 1)
    expect(
      useShop()
        .saws.find((s) => s.id === saw.id)!
        .calibration!.dial.at(-1)!.dial,
    ).toBe(4.5)
  })
  it('a span solved from the last pluck is the saw’s, and that pluck then means another stress', async () => {
    const { jobs, answer } = await shop()
    browser()
    const listen = useListen()
    await listen.pluckStandIn(300, 0.05)
    const [stress, before] = [jobs.job.stress!, (jobs.job.saw as { span: number }).span]
    const { read } = listen.last!
    listen.keepSpan(before * 1.1)
    await vi.waitUntil(() => useShop().saws.some((s) => isStrung(s) && Math.abs(s.span - before * 1.1) < 1e-9))
    expect(jobs.job.stress!).toBeGreaterThan(stress * 1.15)
    if (read.heard) expect(pitchFromStress(answer.blade, jobs.job.stress!, before * 1.1)).toBeCloseTo(read.frequency, 0)
  })
  it('a microphone refused, missing or out of reach is told apart; one that is granted listens, and is let go', async () => {
    await shop()
    const listen = useListen()
    for (const [name, ear] of [
      ['NotAllowedError', 'denied'],
      ['NotFoundError', 'none'],
      ['AbortError', 'failed'],
    ] as const) {
      browser(name)
      await listen.start()
      expect(listen.ear).toBe(ear)
    }
    browser(undefined, false)
    await listen.start()
    expect(listen.ear).toBe('insecure')
    const tracks = browser()
    await listen.start()
    expect(listen.ear).toBe('listening')
    await listen.listenFor('strokes')
    expect([listen.ear, listen.what]).toEqual(['listening', 'strokes'])
    listen.stop()
    expect([listen.ear, tracks[0]!.stop.mock.calls.length > 0]).toEqual(['off', true])
  })
})

describe('when a cut goes wrong', () => {
  it('signs, tests and cures are kept with the job, applied as one edit, and found for its log entry', async () => {
    const { jobs, answer } = await shop()
    const remedy = useRemedy()
    await remedy.ready
    await remedy.toggle('burns')
    await remedy.toggle('wanders')
    await remedy.toggle('wanders')
    expect(remedy.open!.signs).toEqual(['burns'])
    const { causes, next } = remedy.diagnosis!
    expect(causes.reduce((t, c) => t + c.p, 0)).toBeCloseTo(1, 6)
    expect(next).toBeDefined()
    await remedy.noHelp(causes[0]!.id)
    expect(remedy.diagnosis!.causes[0]!.id).not.toBe(causes[0]!.id)
    await remedy.untold()
    expect(remedy.open!.failed).toEqual([])
    const mended = causes.find((c) => remedy.cure(c.id))!.id
    const before = JSON.stringify(jobs.ticket)
    remedy.apply(mended)
    expect(JSON.stringify(jobs.ticket)).not.toBe(before)
    jobs.undo()
    expect(JSON.stringify(jobs.ticket)).toBe(before)
    await remedy.settle(mended)
    expect([remedy.open, remedy.past[0]!.cause]).toEqual([undefined, mended])
    expect(await remedy.unlogged(jobs.record.id)).toMatchObject([{ signs: ['burns'], cause: mended }])
    await shop()
    await useRemedy().ready
    expect(useRemedy().past[0]!.cause).toBe(mended)
    expect(answer.blade).toBeDefined()
  })
})

describe('trials', () => {
  it('are planned, sawn, judged and stepped back; lots are drawn anew only by a new plan', async () => {
    await shop()
    const trials = useTrials()
    await trials.load()
    const arms = ['scroll-reverse-5', 'scroll-ground-5', 'scroll-mixed-5'].map((id) => ({ id, blade: bladeById(id)! }))
    const plan = { name: 'Fives', jobs: [makeJob()], arms, helper: false, oneBoard: true, misread: [], repeats: 2 }
    const id = (await trials.begin(plan))!
    const row = () => trials.rows.find((t) => t.id === id)!
    expect(row().design.pieces).toHaveLength(6)
    const [label, other] = row().design.pieces.map((p) => p.label)
    await trials.tell(id, label!, { seconds: 90 })
    await trials.tell(id, label!, { effort: 4 })
    await trials.tell(id, other!, { seconds: 70 })
    expect(row().pieces.find((p) => p.label === label)).toMatchObject({ seconds: 90, effort: 4 })
    await trials.undo(id)
    expect(row().pieces.map((p) => p.label)).toEqual([label])
    const key = { criterion: 'edge' as const, stock: row().design.pieces[0]!.stock, repeat: 1 }
    await trials.judge(id, key, [[label!], [other!]])
    await trials.judge(id, key, [[other!], [label!]])
    expect(row().orders).toMatchObject([{ ...key, order: [[other!], [label!]] }])
    await trials.judge(id, key, undefined)
    expect(row().orders).toEqual([])
    await trials.plan(id, { repeats: 3 })
    expect([row().design.pieces.length, row().pieces.length]).toEqual([9, 0])
    const next = await trials.again(row())
    expect(trials.rows.find((t) => t.id === next)!.name).toBe('Fives, again')
    expect(await db.trials.count()).toBeGreaterThanOrEqual(2)
    await trials.drop(id)
    expect(row()).toBeUndefined()
  })
})

describe('a new job', () => {
  it('begins on the saw last used with a common stock, asks first, and makes no second empty one', async () => {
    const { jobs } = await shop()
    useSettings().change({ unit: 'in' })
    const begin = useNewJob()
    const many = await db.jobs.count()
    await begin(sawById('frame-70')!.id)
    await jobs.settle()
    expect([jobs.asking, familyOf(jobs.job.saw), await db.jobs.count()]).toEqual([true, 'jeweler', many + 1])
    await begin()
    expect([await db.jobs.count(), jobs.record.name]).toEqual([many + 1, 'New job'])
    // a saw that is no longer there is not insisted on
    await begin('nowhere')
    expect(useShop().offered.map((s) => s.id)).toContain(jobs.job.saw.id)
  })
})

describe('a year of the shop', () => {
  it('is what log and plans say, follows them, and is a typical mix where there is neither', async () => {
    await shop()
    const year = useYear()
    year.attend()
    await vi.waitUntil(() => year.year, { timeout: 60_000 })
    expect(year.year!.typical).toBe(false)
    expect(year.families).toContain('scroll')
    const minutes = year.workOn('all').reduce((t, w) => t + w.minutes, 0)
    expect(year.families.flatMap((f) => year.workOn(f)).reduce((t, w) => t + w.minutes, 0)).toBeCloseTo(minutes, 6)
    expect(year.owned.every((b) => useShop().owned.has(b.id))).toBe(true)
    const first = year.year
    await Promise.all([db.log.clear(), db.jobs.clear()])
    await vi.waitUntil(() => year.year !== first && !year.workOn('all').length, { timeout: 60_000 })
    year.put({ makes: ['jewelry'] as never })
    await vi.waitUntil(() => year.year!.typical, { timeout: 60_000 })
    expect(year.families).toEqual(['jeweler'])
  })
})
