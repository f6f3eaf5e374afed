import { describe, expect, it } from 'vitest'
import { createWatch, type Heard } from '../src/sound/index.js'
import { handSession, machineSession } from '../../bench/ear/session.js'

const listen = (samples: Float32Array, rate: number, saw: 'scroll' | 'hand', block = 4096) => {
  const watch = createWatch({ saw, strokes: saw === 'hand' ? [40, 150] : [400, 1800], rate })
  const heard: Heard[] = []
  for (let i = 0; i < samples.length; i += block) {
    const now = Math.min(samples.length, i + block) / rate
    for (const h of watch.push(samples.subarray(i, i + block))) {
      // never later than two seconds, but for whole openings
      if (h.what !== 'opening') expect(now - h.at).toBeLessThan(2 + block / rate)
      heard.push(h)
    }
  }
  return [...heard, ...watch.end()]
}
const openings = (heard: Heard[]) => heard.flatMap((h) => (h.what === 'opening' ? [h] : []))
const scroll = machineSession({ seed: 11, kind: 'scroll', disturbance: 'vacuum', room: -20, loud: -14 })
const hand = handSession({ seed: 5, disturbance: 'knocks', room: -22, loud: -18 })

describe('an ear at the saw', () => {
  it('hears the openings of a scroll saw beside a vacuum: minutes, strokes, rate', () => {
    const told = openings(listen(scroll.samples, scroll.rate, 'scroll'))
    expect(told).toHaveLength(scroll.truth.openings.length)
    told.forEach((t, i) => {
      const truth = scroll.truth.openings[i]!
      expect(Math.abs(t.sawing / truth.sawing - 1)).toBeLessThan(0.08)
      expect(Math.abs(t.rate / truth.rate - 1)).toBeLessThan(0.02)
      expect(Math.abs(t.strokes / truth.strokes - 1)).toBeLessThan(0.09)
      expect(t.sure).toBeGreaterThan(0.8)
    })
  })
  it('counts the strokes of a hand saw between knocks', () => {
    const told = openings(listen(hand.samples, hand.rate, 'hand')).filter((o) => o.sure > 0.5)
    expect(told).toHaveLength(hand.truth.openings.length)
    told.forEach((t, i) => expect(Math.abs(t.strokes / hand.truth.openings[i]!.strokes - 1)).toBeLessThan(0.12))
  })
  it('hears the same however the samples are cut up', () => {
    const part = scroll.samples.subarray(0, 60 * scroll.rate)
    const same = JSON.stringify(listen(part, scroll.rate, 'scroll', 4096))
    for (const block of [128, 1000, 48_000]) expect(JSON.stringify(withoutClock(part, block))).toBe(same)
  })
  const withoutClock = (part: Float32Array, block: number) => {
    const watch = createWatch({ saw: 'scroll', strokes: [400, 1800], rate: scroll.rate })
    const heard: Heard[] = []
    for (let i = 0; i < part.length; i += block) heard.push(...watch.push(part.subarray(i, i + block)))
    return [...heard, ...watch.end()]
  }
  it.each([8000, 48_000])('silence, noise, music, clipping and broken samples at %i Hz are no opening that is called sure', (rate) => {
    const n = 40 * rate
    let s = 1
    const noise = () => (s = (s * 16807) % 2147483647) / 2147483647 - 0.5
    const kinds: ((i: number) => number)[] = [
      () => 0,
      noise,
      (i) => 0.4 * Math.sin((2 * Math.PI * 220 * i) / rate) * Math.exp((-3 * (i % (0.5 * rate))) / rate),
      () => Math.sign(noise()),
      (i) => (i % 7 ? NaN : Infinity),
      (i) => (i > n / 3 && i < n / 2 ? 0 : 0.01 * noise()),
    ]
    for (const kind of kinds)
      for (const saw of ['scroll', 'hand'] as const) {
        const samples = new Float32Array(n).map((_, i) => kind(i))
        expect(openings(listen(samples, rate, saw, 1 << 16)).filter((o) => o.sure >= 0.5)).toEqual([])
      }
  })
  it('what it is told goes before what it hears; a wrong rate is refused', () => {
    const watch = createWatch({ saw: 'scroll', strokes: [400, 1800], rate: 16_000 })
    watch.mark('sawing')
    const noise = new Float32Array(16_000 * 6).map((_, i) => 0.1 * Math.sin(i * i))
    expect(watch.push(noise).some((h) => h.what === 'state' && h.state === 'sawing')).toBe(true)
    expect(watch.state).toBe('sawing')
    expect(() => createWatch({ saw: 'hand', strokes: [40, 150], rate: 4000 })).toThrow(/8000/)
  })
})
