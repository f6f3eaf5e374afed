import { describe, expect, it } from 'vitest'
import {
  beginCut,
  cutTick,
  exercise,
  offsetOf,
  practiceSetUp,
  score,
  simulatedSaw,
  TICK,
  wrapped,
  type Cutting,
} from '@green-pitch/core/practice'
import { cameraOf, inWork, onScreen, type Moves } from '../src/draw/practiceScene'
import { gripOf } from '../src/places/practice/grip'

const { job, blade } = practiceSetUp('scroll')
const saw = simulatedSaw(job, blade)
const e = exercise('semicircle', 'scroll', blade)
const begun = () => beginCut(saw, e.lines[0]!, offsetOf(e, saw.kerf), 1)
function room(moves: Moves, c: Cutting = begun()) {
  const grip = gripOf(moves, saw, e.lines)
  const camera = cameraOf(c, moves, 800, 600, c.heading)
  grip.read(c, camera, TICK)
  return { grip, c, camera, read: () => ({ ...grip.read(c, camera, TICK) }) }
}
/** px on the screen one goes to push the work onto the blade, or lead the saw along its way. */
function onward({ c, camera }: ReturnType<typeof room>, moves: Moves, px: number): [number, number] {
  const heading = camera.turned - c.heading
  const way = moves === 'work' ? -px : px
  return [Math.cos(heading) * way, Math.sin(heading) * way]
}

describe('places on the screen and in the work', () => {
  it('go over into each other, whatever the view is turned by', () => {
    const { camera } = room('work')
    for (const turned of [0, 0.7, -2.2]) {
      const seen = { ...camera, turned }
      for (const [x, y] of [
        [0, 0],
        [3.2, -1.5],
        [-20, 44],
      ] as const) {
        const [px, py] = onScreen(seen, x, y)
        const back = inWork(seen, px, py)
        expect(Math.hypot(back[0] - x, back[1] - y)).toBeLessThan(1e-9)
      }
    }
  })
})

describe('a hand on the work', () => {
  it('pulls as far as it goes: twice as far is twice the push, back is none, and letting go rests', () => {
    for (const moves of ['work', 'saw'] as const) {
      const r = room(moves)
      r.grip.hold(1, 400, 380)
      const pull = (px: number) => {
        const [dx, dy] = onward(r, moves, px)
        r.grip.move(1, 400 + dx, 380 + dy)
        return r.read().push
      }
      const [one, two] = [pull(20), pull(40)]
      expect(one, moves).toBeGreaterThan(0)
      expect(two / one).toBeCloseTo(2, 6)
      expect(pull(60)).toBeCloseTo(saw.full, 6)
      expect(pull(-50)).toBe(0)
      pull(40)
      r.grip.release(1)
      expect(r.read()).toMatchObject({ push: 0, side: 0 })
      // however far one pulls, a hand has its strength
      r.grip.hold(1, 400, 380)
      expect(pull(5000)).toBeLessThanOrEqual(3.5 * saw.push + 1e-9)
    }
  })
  it('beside the blade one finger turns and leans on it a little; two only turn', () => {
    const r = room('work')
    const [bx, by] = r.camera.at
    r.grip.hold(1, bx + 120, by)
    r.grip.move(1, bx + 120, by + 30)
    const right = r.read().turn
    r.grip.release(1)
    r.grip.hold(1, bx - 120, by)
    r.grip.move(1, bx - 120, by + 30)
    expect(Math.sign(r.read().turn)).toBe(-Math.sign(right))
    r.grip.release(1)
    // across the way of the cut: leaned on
    r.grip.hold(1, bx, by + 60)
    r.grip.move(1, bx + 40, by + 60)
    expect(Math.abs(r.read().side)).toBeGreaterThan(0)
    r.grip.letGo()
    // two fingers about the blade, turned like a key: the work turns as one finger turns it, without lean or push
    r.grip.hold(1, bx + 100, by)
    r.grip.hold(2, bx - 100, by)
    r.grip.move(1, bx + 100, by + 40)
    r.grip.move(2, bx - 100, by - 40)
    const both = r.read()
    expect([both.side, Math.sign(both.turn)]).toEqual([0, Math.sign(right)])
    expect(both.push).toBeCloseTo(0, 6)
  })
  it('keys: the first press bites, a held arrow comes on smoothly and is gone when let go, left is left on the screen', () => {
    const r = room('work')
    expect(r.read().push).toBe(0)
    r.grip.pushBy(1)
    expect(r.read().push).toBeGreaterThanOrEqual(saw.bites * 0.999)
    for (let i = 0; i < 60; i++) r.grip.pushBy(1)
    expect(r.read().push).toBeCloseTo(2.5 * saw.full, 6)
    for (let i = 0; i < 80; i++) r.grip.pushBy(-1)
    expect(r.read().push).toBe(0)
    r.grip.pushBy(2)
    r.grip.keys.left = true
    const turns = Array.from({ length: 60 }, () => r.read().turn)
    turns.slice(1, 30).forEach((t, i) => expect(Math.abs(t)).toBeGreaterThanOrEqual(Math.abs(turns[i]!)))
    const left = turns.at(-1)!
    r.grip.keys.left = false
    for (let i = 0; i < 200; i++) r.read()
    expect(Math.abs(r.read().turn)).toBeLessThan(0.01 * Math.abs(left))
    const led = room('saw')
    led.grip.pushBy(2)
    led.grip.keys.left = true
    for (let i = 0; i < 60; i++) led.read()
    expect(Math.sign(led.read().turn)).toBe(-Math.sign(left))
    // aside: the same arrow leans instead
    led.grip.keys.aside = true
    const aside = led.read()
    expect([aside.turn, Math.abs(aside.side) > 0]).toEqual([0, true])
  })
  it('saws the line: keys alone, held to the bend, come round a semicircle', () => {
    const c = begun()
    const r = room('work', c)
    r.grip.pushBy(3)
    for (let t = 0; t < 240 && !c.ended; t += TICK) {
      // toward the user, what lies to the left of the cut lies to the right on the screen
      const off = c.stray + 1.5 * wrapped(c.heading - c.near.heading)
      r.grip.keys.left = off > 0.02
      r.grip.keys.right = off < -0.02
      cutTick(c, r.grip.read(c, cameraOf(c, 'work', 800, 600, 0), TICK))
    }
    expect(c.travelled).toBeGreaterThan(0.9 * e.lines[0]!.length)
    const { stray } = score([c], job)
    expect(stray).toBeLessThan(0.5)
  })
})
