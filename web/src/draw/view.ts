import { computed, ref, type Ref } from 'vue'
import type { Box } from '@green-pitch/core/pattern'
import { useDebounceFn, useElementSize } from '@vueuse/core'

const PAD = 14 // px kept clear round the whole
const [FARTHEST, CLOSEST] = [0.5, 400] // times the whole fitted

/**
 * Pan and zoom of a drawing in mm. While a hand moves it, only a transform changes and the picture already painted
 * is shifted or scaled; the drawing itself is made anew when the hand rests, so that thousands of lines stay fluid.
 * @param el what the drawing is seen through
 * @param whole everything there is to see
 * @param margin how far the drawing is made beyond what is seen, as a share of it, so that moving uncovers no void
 */
export function useView(el: Ref<HTMLElement | SVGElement | undefined>, whole: Ref<Box | undefined>, margin = 0) {
  const { width, height } = useElementSize(el as Ref<HTMLElement | undefined>)
  /** middle of the view, mm, and how much closer than the whole; no middle: the whole, fitted */
  const middle = ref<[number, number]>()
  const zoom = ref(1)
  /** what the hand has done since the drawing was made: p → k·p + (x, y), px */
  const live = ref({ x: 0, y: 0, k: 1 })

  const fitScale = computed(() => {
    const b = whole.value
    if (!b || !width.value || !height.value) return 1
    return Math.max(0.01, Math.min((width.value - 2 * PAD) / (b.maxX - b.minX), (height.value - 2 * PAD) / (b.maxY - b.minY)))
  })
  /** px per mm, as drawn */
  const scale = computed(() => fitScale.value * zoom.value)
  const centre = computed((): [number, number] => {
    const b = whole.value
    return middle.value ?? (b ? [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2] : [0, 0])
  })
  const boxOf = (share: number) => {
    const [w, h] = [(width.value * (1 + 2 * share)) / scale.value, (height.value * (1 + 2 * share)) / scale.value]
    return { x: centre.value[0] - w / 2, y: centre.value[1] - h / 2, w, h }
  }
  const seen = computed(() => boxOf(0))
  /** what is drawn: the view and its margin */
  const box = computed(() => boxOf(margin))
  const viewBox = computed(() => `${box.value.x} ${box.value.y} ${Math.max(box.value.w, 1e-3)} ${Math.max(box.value.h, 1e-3)}`)
  const transform = computed(() => {
    const { x, y, k } = live.value
    return x || y || k !== 1 ? `translate(${x}px, ${y}px) scale(${k})` : undefined
  })

  /** Makes the drawing anew where the hand left it. */
  function settle() {
    const { x, y, k } = live.value
    if (!x && !y && k === 1) return
    const s = scale.value
    middle.value = [seen.value.x + (width.value / 2 - x) / k / s, seen.value.y + (height.value / 2 - y) / k / s]
    zoom.value *= k
    live.value = { x: 0, y: 0, k: 1 }
  }
  const rest = useDebounceFn(settle, 140)

  /** mm under a point of the screen. */
  function at(e: { clientX: number; clientY: number }): [number, number] {
    const r = el.value!.getBoundingClientRect()
    const { x, y, k } = live.value
    return [seen.value.x + (e.clientX - r.left - x) / k / scale.value, seen.value.y + (e.clientY - r.top - y) / k / scale.value]
  }
  /** The hand moves the drawing by px. */
  function drag(dx: number, dy: number) {
    live.value = { ...live.value, x: live.value.x + dx, y: live.value.y + dy }
    // beyond its margin there would be nothing to see
    if (Math.abs(live.value.x) > 0.9 * margin * width.value || Math.abs(live.value.y) > 0.9 * margin * height.value) settle()
  }
  /** Brings it closer by a factor about a point of the screen. */
  function closer(factor: number, clientX: number, clientY: number) {
    const r = el.value!.getBoundingClientRect()
    const { x, y, k } = live.value
    const next = Math.min(CLOSEST / zoom.value, Math.max(FARTHEST / zoom.value, k * factor))
    const [px, py] = [clientX - r.left, clientY - r.top]
    live.value = { k: next, x: px - ((px - x) * next) / k, y: py - ((py - y) * next) / k }
    void rest()
  }
  const wheel = (e: WheelEvent) => closer(Math.exp(-e.deltaY * 0.0015), e.clientX, e.clientY)
  function zoomBy(factor: number) {
    settle()
    middle.value = centre.value
    zoom.value = Math.min(CLOSEST, Math.max(FARTHEST, zoom.value * factor))
  }
  function pan(dxPx: number, dyPx: number) {
    settle()
    middle.value = [centre.value[0] - dxPx / scale.value, centre.value[1] - dyPx / scale.value]
  }
  function fit() {
    live.value = { x: 0, y: 0, k: 1 }
    zoom.value = 1
    middle.value = undefined
  }
  /** Brings an extent into view with room round it; never closer than `closest` px per mm. */
  function show(b: Box, closest = 40) {
    fit()
    const size = Math.max(b.maxX - b.minX, b.maxY - b.minY, 1e-3)
    const want = Math.min(closest, (0.4 * Math.min(width.value, height.value)) / size)
    zoom.value = Math.max(1, want / fitScale.value)
    middle.value = [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2]
  }
  /** Moves no more than it must for a point to be seen; the scale stays. */
  function reveal(x: number, y: number) {
    settle()
    const { x: left, y: top, w, h } = seen.value
    if (x > left && x < left + w && y > top && y < top + h) return
    middle.value = [x, y]
  }
  return { scale, box, viewBox, transform, at, drag, closer, wheel, settle, zoomBy, pan, fit, show, reveal }
}
