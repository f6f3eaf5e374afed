import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkDue, mergeEvents, progressOf, runState, type RunEvent } from '../src/index.js'

const order = [7, 3, 9, 5]
const S = 1000
const at = (seconds: number, event: RunEvent['event'], ring?: number): RunEvent => ({ at: seconds * S, event, ring })

describe('a run at the saw', () => {
  const events = [
    at(0, 'start'),
    at(60, 'done', 7),
    at(70, 'pause'),
    at(500, 'resume'),
    at(530, 'broke'),
    at(600, 'done', 3),
    at(610, 'back'),
    at(700, 'done', 3),
  ]
  it('counts time without pauses, ring by ring, blades and what is done', () => {
    const s = runState(events, order, 720 * S)
    expect(s.at).toBe(2)
    expect([...s.done]).toEqual([7, 3])
    expect(s.seconds).toBe(720 - 430)
    expect(s.perRing.get(7)).toBe(60)
    expect(s.perRing.get(3)).toBe(10 + 30 + 70 + 90 + 10 - 10)
    expect([s.blades, s.broke]).toEqual([2, 1])
    expect(s.bladeSeconds).toBe(720 - 530)
    expect(runState([...events, at(800, 'done', 9), at(900, 'done', 5)], order, 900 * S).at).toBe(4)
    expect(runState([at(0, 'start')], order, 36_000 * S).seconds).toBe(1200) // an unreported break
    expect(runState([at(5, 'start')], order, 0).seconds).toBe(0)
  })
  it('two devices agree whatever order their events arrive in, and nothing counts twice', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: 0 }), fc.shuffledSubarray(events, { minLength: events.length }), (some, all) => {
        expect(mergeEvents(some, all)).toEqual(mergeEvents(events))
        expect(runState([...all, ...some], order, 720 * S)).toEqual(runState(events, order, 720 * S))
      }),
    )
  })
  it('asks for a look at the clamps as this saw needs it', () => {
    const one = runState([at(0, 'start'), at(9, 'done', 7)], order, 10 * S)
    expect(checkDue(one, false)).toBe(true)
    expect(checkDue(runState([at(0, 'start'), at(9, 'done', 7), at(10, 'checked')], order, 11 * S), false)).toBe(false)
    const two = runState([at(0, 'start'), at(5, 'done', 7), at(6, 'checked'), at(9, 'done', 3)], order, 10 * S)
    expect(checkDue(two, true)).toBe(false)
    expect(checkDue(one, true)).toBe(true) // a fresh blade settles
  })
})

describe('a run against a model of it', () => {
  type Model = {
    at: number
    done: Set<number>
    blades: number
    broke: number
    slipped: number
    sinceCheck: number
    paused: boolean
    ended: boolean
  }
  const report = fc.constantFrom<RunEvent['event']>('done', 'back', 'goto', 'broke', 'changed', 'slipped', 'pause', 'resume', 'checked')
  /** What a person would say stands after one report. */
  function after(m: Model, event: RunEvent['event'], ring: number): void {
    const next = () => {
      while (m.at < order.length && m.done.has(order[m.at]!)) m.at++
    }
    if (event === 'done' && m.at < order.length && !m.done.has(order[m.at]!)) {
      m.done.add(order[m.at]!)
      m.sinceCheck++
      next()
    }
    if (event === 'back' && m.at > 0) m.done.delete(order[--m.at]!)
    if (event === 'goto') m.at = order.indexOf(ring)
    if (event === 'broke' || event === 'changed') {
      m.blades++
      m.sinceCheck = 0
      if (event === 'broke') m.broke++
    }
    if (event === 'slipped') m.slipped++
    if (event === 'slipped' || event === 'checked') m.sinceCheck = 0
    if (event === 'pause' || event === 'resume') m.paused = event === 'pause'
    if (m.done.size === order.length) m.at = order.length
  }
  it('whatever is reported, in whatever order it arrives, once or twice and from two devices', () => {
    const steps = fc.array(
      fc.record({ event: report, ring: fc.constantFrom(...order), wait: fc.integer({ min: 1, max: 400 }), device: fc.boolean() }),
      {
        maxLength: 24,
      },
    )
    fc.assert(
      fc.property(steps, fc.infiniteStream(fc.nat()), (list, shuffle) => {
        const m: Model = { at: 0, done: new Set(), blades: 1, broke: 0, slipped: 0, sinceCheck: 0, paused: false, ended: false }
        const events: RunEvent[] = [{ at: 0, event: 'start' }]
        const devices: RunEvent[][] = [[...events], [...events]]
        let now = 0
        for (const { event, ring, wait, device } of list) {
          now += wait * 1000
          // a press says which ring it was about
          const e: RunEvent = event === 'goto' ? { at: now, event, ring } : { at: now, event }
          if (event === 'done' && m.at >= order.length) continue
          after(m, event, ring)
          events.push(e)
          devices[device ? 1 : 0]!.push(e)
        }
        const keys = new Map(events.map((e) => [e, shuffle.next().value as number]))
        const mixed = [...events, ...events.slice(0, 3)].sort((a, b) => keys.get(a)! - keys.get(b)!)
        const merged = mergeEvents(...devices)
        expect(merged).toEqual(mergeEvents(...devices.reverse()))
        for (const told of [mixed, merged]) {
          const s = runState(told, order, now)
          expect(s).toMatchObject({
            at: m.at,
            blades: m.blades,
            broke: m.broke,
            slipped: m.slipped,
            sinceCheck: m.sinceCheck,
            paused: m.paused,
          })
          expect([...s.done].sort()).toEqual([...m.done].sort())
          // no more time than has gone by, and none of it twice
          expect(s.seconds).toBeLessThanOrEqual(now / 1000 + 1e-9)
          const rings = [...s.perRing.values()].reduce((a, b) => a + b, 0)
          expect(rings).toBeLessThanOrEqual(s.seconds + 1e-9)
        }
      }),
    )
  })
})

describe('how a run stands', () => {
  const plan = { order, predicted: [60, 60, 120, 120] }
  const begun = (...events: RunEvent[]) => runState([at(0, 'start'), ...events], order, 1000 * 1000)
  it('is told by what was predicted, then by its own pace', () => {
    expect(progressOf(plan, runState([at(0, 'start')], order, 0), 1e9).left).toBe(360)
    // each took twice as long as was predicted
    const slow = runState([at(0, 'start'), at(120, 'done', 7), at(240, 'done', 3), at(480, 'done', 9)], order, 480 * S)
    expect(progressOf(plan, slow, 1e9).left).toBeCloseTo(240, 6)
  })
  it('wear rises to whole and rings left fall to none, starting afresh with a new blade', () => {
    const worn = progressOf(plan, begun(at(300, 'done', 7), at(600, 'done', 3)), 500)
    expect([worn.worn, worn.ringsLeft]).toEqual([1, 0])
    const fresh = progressOf(plan, runState([at(0, 'start'), at(300, 'done', 7), at(310, 'changed')], order, 310 * S), 500)
    expect(fresh.worn).toBe(0)
    expect(fresh.ringsLeft).toBe(3)
    expect(progressOf(plan, begun(), 0).worn).toBe(1)
  })
})
