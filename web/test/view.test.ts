import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import type { Box } from '@green-pitch/core/pattern'
import { useInSteps } from '../src/draw/ringPaths'
import { useView } from '../src/draw/view'

const size = { width: ref(800), height: ref(600) }
vi.mock('@vueuse/core', async (original) => ({ ...(await original<object>()), useElementSize: () => size }))

let scope: EffectScope
beforeEach(() => {
  scope = effectScope()
  vi.useFakeTimers()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const board: Box = { minX: -10, minY: 5, maxX: 190, maxY: 105 }
/** A drawing seen through an element whose corner stands at 40, 30 of the window. */
function view(margin = 0.5) {
  const el = ref({ getBoundingClientRect: () => ({ left: 40, top: 30 }) } as HTMLElement)
  return scope.run(() => useView(el, ref(board), margin))!
}
const at = (v: ReturnType<typeof view>, x: number, y: number) => v.at({ clientX: x, clientY: y })
const near = (is: readonly number[], want: readonly number[]) => is.forEach((n, i) => expect(n).toBeCloseTo(want[i]!, 6))

describe('looking at a drawing', () => {
  it('shows the whole, fitted and in the middle', () => {
    const v = view()
    expect(v.scale.value).toBeCloseTo((800 - 28) / 200, 9)
    near(at(v, 40 + 400, 30 + 300), [90, 55])
    expect(v.transform.value).toBeUndefined()
  })
  it('what lies under the pointer stays under it, however it is brought closer, before and after it is drawn anew', () => {
    const v = view()
    for (const [x, y, factor] of [
      [500, 200, 1.7],
      [120, 480, 3],
      [700, 90, 0.4],
      [333, 333, 1.1],
    ] as const) {
      const under = at(v, x, y)
      v.closer(factor, x, y)
      near(at(v, x, y), under)
      vi.advanceTimersByTime(200)
      expect(v.transform.value).toBeUndefined()
      near(at(v, x, y), under)
    }
  })
  it('moves with the hand by as much, and is drawn anew before its margin ends', () => {
    const v = view(0.2)
    const under = at(v, 300, 300)
    v.drag(60, -25)
    expect(v.transform.value).toBe('translate(60px, -25px) scale(1)')
    near(at(v, 360, 275), under)
    v.drag(90, 0) // beyond nine tenths of the margin of 160 px
    expect(v.transform.value).toBeUndefined()
    near(at(v, 450, 275), under)
  })
  it('never farther than half nor closer than 400 times the whole, by wheel, by pinch or by button', () => {
    const v = view()
    const whole = v.scale.value
    for (let i = 0; i < 60; i++) {
      v.wheel({ deltaY: -900, clientX: 300, clientY: 200 } as WheelEvent)
      v.settle()
    }
    expect(v.scale.value / whole).toBeCloseTo(400, 6)
    for (let i = 0; i < 60; i++) v.zoomBy(0.5)
    expect(v.scale.value / whole).toBeCloseTo(0.5, 6)
    v.fit()
    expect(v.scale.value).toBeCloseTo(whole, 9)
  })
  it('brings a place into view with room round it, and reveals what is out of sight without changing the scale', () => {
    const v = view()
    v.show({ minX: 100, minY: 50, maxX: 110, maxY: 58 })
    near(at(v, 440, 330), [105, 54])
    const close = v.scale.value
    expect(close * 10).toBeLessThanOrEqual(0.4 * 600 + 1e-9)
    v.reveal(106, 54)
    near(at(v, 440, 330), [105, 54])
    v.reveal(0, 20)
    near(at(v, 440, 330), [0, 20])
    expect(v.scale.value).toBeCloseTo(close, 9)
    v.pan(100, 0)
    near(at(v, 440, 330), [-100 / close, 20])
  })
  it('does not break on an element that has no size yet', () => {
    const [w, h] = [size.width.value, size.height.value]
    size.width.value = size.height.value = 0
    const v = view()
    expect(v.viewBox.value.split(' ').every((n) => Number.isFinite(Number(n)))).toBe(true)
    ;[size.width.value, size.height.value] = [w, h]
  })
})

describe('a long list in steps', () => {
  it('one more at every frame, all of it in the end, anew when asked, and on from there when more comes', async () => {
    let frames: (() => void)[] = []
    vi.stubGlobal('requestAnimationFrame', (f: () => void) => frames.push(f))
    vi.stubGlobal('cancelAnimationFrame', () => (frames = []))
    const frame = () => frames.splice(0).forEach((f) => f())
    const all = ref([1, 2, 3])
    const anew = ref(0)
    const shown = scope.run(() => useInSteps(all, anew))!
    expect(shown.value).toEqual([])
    frame()
    frame()
    expect(shown.value).toEqual([1, 2])
    for (let i = 0; i < 5; i++) frame()
    expect(shown.value).toEqual([1, 2, 3])
    all.value = [1, 2, 3, 4, 5]
    await nextTick()
    frame()
    expect(shown.value).toEqual([1, 2, 3, 4])
    anew.value++
    await nextTick()
    expect(shown.value).toEqual([])
    scope.stop()
    expect(frames).toEqual([])
  })
})
