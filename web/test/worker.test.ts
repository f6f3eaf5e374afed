import 'fake-indexeddb/auto'
import { nextTick } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { bladeById, deriveMaterial, isStrung, sectionOf } from '@green-pitch/core'
import { pluckSound, sawSound } from '@green-pitch/core/sound'
import { withBlade, withSaw } from '../src/data/ticket'
import { useJoint } from '../src/store/joint'
import { useListen } from '../src/store/listen'
import type { usePattern } from '../src/store/pattern'
import { useShop } from '../src/store/shop'
import { asked, eachInTheShop, shop } from './room'

eachInTheShop()
const reckoned = (pattern: ReturnType<typeof usePattern>) => vi.waitUntil(() => pattern.reckoned, { timeout: 60_000 })

describe('the pattern and its worker', () => {
  it('the newest of everything is calculated, however fast it changes; the drawing is laid once', async () => {
    const { jobs, pattern, answer } = await shop()
    await reckoned(pattern)
    expect(pattern.found!.rings).toHaveLength(38)
    asked.length = 0
    for (const id of ['scroll-reverse-skip-0', 'scroll-reverse-skip-9', 'scroll-reverse-skip-2']) {
      jobs.edit((t) => withBlade(t, bladeById(id)!), 'blade')
      await nextTick()
    }
    const small = bladeById('scroll-reverse-skip-2')!
    await vi.waitUntil(() => pattern.found!.rings[3]!.kerf.paths.length === 0 && pattern.found!.drill < 1.3, { timeout: 60_000 })
    await vi.waitUntil(() => !pattern.busy, { timeout: 60_000 })
    expect(answer.blade.id).toBe(small.id)
    // three changes, at most one for the first and one for all that came meanwhile
    expect(asked.filter((a) => a === 'reckon').length).toBeLessThanOrEqual(2)
    expect(asked).not.toContain('lay')
  })
  it('a change of the drawing is told to the ticket once, as one step that can be undone', async () => {
    const { jobs, pattern } = await shop()
    await reckoned(pattern)
    const [steps, radius] = [jobs.past.length, jobs.job.cut.radius]
    pattern.edit({ stretch: 2 })
    await vi.waitUntil(() => jobs.job.cut.radius !== radius, { timeout: 60_000 })
    await vi.waitUntil(() => !pattern.busy, { timeout: 60_000 })
    expect(jobs.past.length).toBe(steps + 1)
    expect(pattern.apart).toBe(false)
    jobs.editCut({ web: 9 }, 'web')
    expect(pattern.apart).toBe(true)
    pattern.takeFigures()
    expect(pattern.apart).toBe(false)
  })
  it('the last thing done is undone first, whether of the pattern or of the ticket, and figures the pattern gave go with it', async () => {
    const { jobs, pattern } = await shop()
    await reckoned(pattern)
    const settled = async () => {
      await nextTick()
      await vi.waitUntil(() => !pattern.busy && pattern.found, { timeout: 60_000 })
    }
    const stretched = async (stretch: number) => {
      const { length } = jobs.job.cut
      pattern.edit({ stretch })
      await vi.waitUntil(() => jobs.job.cut.length !== length, { timeout: 60_000 })
      await settled()
    }
    await stretched(1.5)
    jobs.editCut({ finish: 'rough' }, 'finish')
    await settled()
    await stretched(2)
    const now = () => [pattern.record!.stretch, jobs.job.cut.finish]
    expect(now()).toEqual([2, 'rough'])
    jobs.undo()
    await settled()
    expect(now()).toEqual([1.5, 'rough'])
    jobs.undo()
    await settled()
    expect(now()[0]).toBe(1.5)
    expect(now()[1]).not.toBe('rough')
    jobs.undo()
    await settled()
    expect(now()[0]).toBe(1)
  })
  it('stopped, it begins afresh with the next question', async () => {
    const { jobs, pattern } = await shop()
    await reckoned(pattern)
    pattern.edit({ tolerance: 0.3 })
    pattern.cancel()
    expect(pattern.busy).toBeUndefined()
    asked.length = 0
    jobs.edit((t) => withBlade(t, bladeById('scroll-reverse-skip-9')!), 'blade')
    await vi.waitUntil(() => asked.includes('reckon'), { timeout: 60_000 })
    expect(asked[0]).toBe('lay')
  })
  it('a drawing is read, a broken one refused with its name, and nothing of the old one is lost', async () => {
    const { jobs, pattern, trouble } = await shop()
    await reckoned(pattern)
    const before = pattern.record!.name
    await pattern.bring(new File(['<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0'], 'torn.svg'))
    expect(trouble.words.at(-1)!.text).toMatch(/^torn\.svg: .*Nothing was changed\.$/)
    expect(pattern.record!.name).toBe(before)
    await pattern.bring(
      new File(
        ['<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><rect width="40" height="30"/></svg>'],
        'plate.svg',
      ),
    )
    await vi.waitUntil(() => pattern.found?.rings.length === 1, { timeout: 60_000 })
    expect(trouble.words).toEqual([])
    jobs.undo()
    await vi.waitUntil(() => pattern.found?.rings.length === 38, { timeout: 60_000 })
  })
  it('strokes drawn by both their edges are offered by their middle, at the size the pattern is now, as one step', async () => {
    const { jobs, pattern } = await shop()
    await reckoned(pattern)
    const circle = (r: number) => `<circle cx="50" cy="50" r="${r}" fill="none" stroke="black"/>`
    await pattern.bring(
      new File(
        [
          `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100"><rect x="1" y="1" width="98" height="98" fill="none" stroke="black"/>${circle(30)}${circle(30.6)}</svg>`,
        ],
        'ring.svg',
      ),
    )
    await vi.waitUntil(() => pattern.found?.rings.length === 3, { timeout: 60_000 })
    await pattern.seekTwofold()
    expect(pattern.twofold).toMatchObject({ strokes: 1, width: expect.closeTo(0.6, 2) as number })
    pattern.takeMiddles()
    await vi.waitUntil(() => pattern.found?.rings.length === 2, { timeout: 60_000 })
    expect(pattern.twofold).toBeUndefined()
    jobs.undo()
    await vi.waitUntil(() => pattern.found?.rings.length === 3, { timeout: 60_000 })
  })
  it('one that is too much is shown with its reason, and the answer before it does not stand', async () => {
    const { pattern } = await shop()
    await reckoned(pattern)
    pattern.edit({ stretch: 400 })
    await vi.waitUntil(() => pattern.tooLarge, { timeout: 60_000 })
    expect([pattern.tooLarge!.tooMuch.what, pattern.reckoned]).toEqual(['side', undefined])
    expect(pattern.tooLarge!.path).toMatch(/^M/)
    pattern.edit({ stretch: 1 })
    await reckoned(pattern)
    expect(pattern.tooLarge).toBeUndefined()
  })
})

describe('the ear and its worker', () => {
  const sound = (samples: Float32Array, rate: number) => {
    class Decoder {
      decodeAudioData = () =>
        Promise.resolve({ sampleRate: rate, getChannelData: () => samples, length: samples.length, numberOfChannels: 1 })
    }
    vi.stubGlobal('OfflineAudioContext', Decoder)
    return new File([new Uint8Array(samples.length)], 'pluck.wav')
  }
  it('a recorded pluck becomes the stress of the ticket, with its doubt, and can be forgotten', async () => {
    const { jobs, answer } = await shop()
    const listen = useListen()
    const { saw } = jobs.job
    if (!isStrung(saw)) throw new Error('the demo begins on a scroll saw')
    const rate = 48_000
    await listen.open(sound(pluckSound({ section: sectionOf(answer.blade), stress: 300, span: saw.span, rate, seed: 4, noise: 0.1 }), rate))
    expect(listen.last!.read.heard).toBe(true)
    expect(jobs.job.stress! / 300).toBeCloseTo(1, 1)
    expect(answer.heard.stress!.doubt).toBeGreaterThan(0)
    listen.forget('stress')
    expect(jobs.job.stress).toBeUndefined()
  })
  it('what is no pluck is refused in words, and the ticket stays as it was', async () => {
    const { jobs } = await shop()
    const listen = useListen()
    const before = jobs.job.stress
    await listen.open(
      sound(
        new Float32Array(48_000).map((_, i) => 0.3 * Math.sin(i * i)),
        48_000,
      ),
    )
    expect([listen.last!.read.heard, jobs.job.stress]).toEqual([false, before])
    expect(listen.trouble.length).toBeGreaterThan(10)
  })
  it('strokes of a recording set the dial; a place that is left holds no device', async () => {
    const { jobs } = await shop()
    const listen = useListen()
    listen.listenFor('strokes')
    await listen.open(sound(sawSound({ strokes: 1000, rate: 48_000, seed: 2, seconds: 4 }), 48_000))
    expect(jobs.job.spm! / 1000).toBeCloseTo(1, 2)
    const closed = vi.fn(() => Promise.resolve())
    class Out {
      destination = {}
      close = closed
    }
    const quiet = { connect: () => ({ connect: () => undefined }), start: () => undefined, stop: () => undefined }
    vi.stubGlobal('AudioContext', Out)
    vi.stubGlobal('OscillatorNode', function Voice() {
      return quiet
    })
    vi.stubGlobal('GainNode', function Gain() {
      return quiet
    })
    listen.sound(440)
    expect(listen.tone).toBe(440)
    listen.silence()
    expect([listen.tone, closed.mock.calls.length]).toEqual([0, 1])
    listen.silence()
    expect(closed).toHaveBeenCalledTimes(1)
  })
})

describe('a joint on the ticket', () => {
  it('is laid out, becomes a cut of the ticket, and stands there when one comes back', async () => {
    const { jobs } = await shop()
    await jobs.open('demo-caddy')
    const joint = useJoint()
    joint.take('tenon')
    joint.put({ tenon: 9 })
    expect(joint.spec).toMatchObject({ kind: 'tenon', tenon: 9 })
    const { cuts } = joint.found
    expect(cuts.length).toBeGreaterThan(1)
    joint.toTicket(cuts[0]!.job)
    expect([jobs.job.saw.kind, jobs.ticket.joint]).toEqual(['hand', expect.objectContaining({ tenon: 9 })])
    await jobs.settle()
    await jobs.open('demo-dial')
    expect(joint.spec.kind).toBe('dovetail')
    await jobs.open('demo-caddy')
    expect(joint.spec).toMatchObject({ kind: 'tenon', tenon: 9 })
    // one step back for each thing done
    jobs.undo()
    expect(jobs.past.length).toBe(0)
  })
  it('a kerf measured in scrap belongs to the saw in use, and another wood to the whole joint', async () => {
    const { jobs } = await shop()
    await jobs.open('demo-caddy')
    const joint = useJoint()
    const before = joint.found.saw!
    joint.kerf(before.kerf + 0.2)
    expect(joint.chosen!.kerf).toBeCloseTo(before.kerf + 0.2, 9)
    await useShop().keepMaterial({
      id: 'own-holly',
      rev: 0,
      material: deriveMaterial({ id: 'own-holly', name: 'Holly', cuts: 'wood', density: 780 }),
    })
    joint.material('own-holly')
    expect(jobs.job.stock.material.name).toBe('Holly')
    joint.material('no such wood')
    expect(jobs.job.stock.material.name).toBe('Holly')
    jobs.edit((t) => withSaw(t, useShop().saws[0]!), 'saw')
    expect(jobs.ticket.blade).toBeUndefined()
  })
})
