import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkDue, mergeEvents, runState, type RunEvent } from '../src/index.js'

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
