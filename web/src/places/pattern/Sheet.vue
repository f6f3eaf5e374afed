<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Say } from '@green-pitch/core'
import { holeAt, type Change, type Hole } from '@green-pitch/core/pattern'
import { useView } from '../../draw/view'
import type { Found } from '../../work/patternWork'
import SheetDrawing from './SheetDrawing.vue'

/** The sheet to scale: openings coloured, hatched and numbered by state; pan, zoom, pick, and drag a hole. */
const props = defineProps<{
  reckoned: Found
  selected?: number
  say: Say
  measuring: boolean
  /** centre of the kerf round the chosen ring, and its width, mm */
  kerf: { paths: Float64Array[]; width: number }
  /** redraws that are offered */
  changes: readonly Change[]
}>()
const emit = defineEmits<{ select: [id: number | undefined]; hole: [id: number, x: number, y: number]; measured: [mm: number] }>()

const frame = ref<HTMLElement>()
const found = computed(() => props.reckoned.found)
const MARGIN = 0.25
const view = useView(
  frame,
  toRef(() => props.reckoned.board),
  MARGIN,
)
const selected = computed(() => (props.selected === undefined ? undefined : found.value.rings[props.selected]))

/** Pieces kept in the chosen opening, which its hole must spare. */
const spared = computed(() =>
  found.value.rings.filter((r) => r.sawn && r.ring.role === 'island' && r.ring.parent === props.selected).map((r) => r.ring.points),
)

// ---- hands: drag moves the sheet, a drag that begins on the selected hole moves the hole
const held = ref<Hole>()
const marks = ref<[number, number][]>([])
let from: { x: number; y: number; moved: boolean; onHole: boolean } | undefined
/** fingers on the sheet; two of them move and enlarge it together */
const fingers = new Map<number, { x: number; y: number }>()
function pinch(e: PointerEvent) {
  const before = [...fingers.values()]
  fingers.set(e.pointerId, { x: e.clientX, y: e.clientY })
  const after = [...fingers.values()]
  const span = ([a, b]: typeof after) => Math.hypot(a!.x - b!.x, a!.y - b!.y)
  const middle = ([a, b]: typeof after) => ({ x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 })
  const [m, n] = [middle(before), middle(after)]
  view.drag(n.x - m.x, n.y - m.y)
  if (span(before) > 0) view.closer(span(after) / span(before), n.x, n.y)
}
function lift(e: PointerEvent) {
  fingers.delete(e.pointerId)
  from = undefined
}
function down(e: PointerEvent) {
  if (e.button > 0) return
  fingers.set(e.pointerId, { x: e.clientX, y: e.clientY })
  if (fingers.size > 1) {
    from = held.value = undefined
    return
  }
  const onHole = (e.target as Element).hasAttribute('data-hole')
  from = { x: e.clientX, y: e.clientY, moved: false, onHole }
  frame.value!.setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  if (fingers.size === 2 && fingers.has(e.pointerId)) return pinch(e)
  if (!from) return
  const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
  if (!from.moved && Math.hypot(dx, dy) < 4) return
  from.moved = true
  if (from.onHole && selected.value) held.value = holeAt(selected.value.ring.points, ...view.at(e), found.value.drill, spared.value)
  else {
    view.drag(dx, dy)
    from.x = e.clientX
    from.y = e.clientY
  }
}
function up(e: PointerEvent) {
  const was = from
  lift(e)
  if (!was) return
  view.settle()
  if (was.onHole && held.value && selected.value) {
    if (held.value.clear >= 0) emit('hole', selected.value.ring.id, held.value.x, held.value.y)
    held.value = undefined
    return
  }
  if (was.moved) return
  const [x, y] = view.at(e)
  if (props.measuring) {
    marks.value = [...marks.value, [x, y]]
    if (marks.value.length === 2) {
      emit('measured', Math.hypot(marks.value[0]![0] - marks.value[1]![0], marks.value[0]![1] - marks.value[1]![1]))
      marks.value = []
    }
    return
  }
  const hit = (document.elementFromPoint(e.clientX, e.clientY) as Element | null)?.getAttribute('data-ring')
  emit('select', hit === null || hit === undefined ? undefined : Number(hit))
}
watch(
  () => props.measuring,
  () => (marks.value = []),
)
let nudged: { id: number; x: number; y: number } | undefined
watchDebounced(found, () => (nudged = undefined), { debounce: 500 })
function key(e: KeyboardEvent) {
  const s = selected.value
  const hole = s?.hole?.hole
  const arrows: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
  const way = arrows[e.key]
  if (way && e.shiftKey && s && hole) {
    // a hole is moved by a tenth of a millimeter from where the hand has put it, which what is calculated may lag behind
    const at = nudged?.id === s.ring.id ? nudged : hole
    const next = holeAt(s.ring.points, at.x + 0.1 * way[0], at.y + 0.1 * way[1], found.value.drill, spared.value)
    if (next.clear < 0) return e.preventDefault()
    nudged = { id: s.ring.id, x: next.x, y: next.y }
    emit('hole', s.ring.id, next.x, next.y)
  } else if (way) view.pan(-60 * way[0], -60 * way[1])
  else if (e.key === '+' || e.key === '=') view.zoomBy(1.25)
  else if (e.key === '-') view.zoomBy(0.8)
  else if (e.key === '0') view.fit()
  else if (e.key === 'n' || e.key === 'b') {
    const { order } = found.value
    const at = props.selected === undefined ? -1 : order.indexOf(props.selected)
    const next = order[(at + (e.key === 'n' ? 1 : -1) + order.length) % order.length]
    const p = next === undefined ? undefined : found.value.rings[next]?.ring.points
    if (p) view.reveal(p[0]!, p[1]!)
    emit('select', next)
  } else return
  e.preventDefault()
  e.stopPropagation()
}
defineExpose({ show: view.show, fit: view.fit, zoomBy: view.zoomBy })
</script>

<template>
  <div
    ref="frame"
    class="frame"
    :class="{ measuring }"
    tabindex="0"
    role="application"
    :aria-label="`The pattern to scale, ${found.rings.length} lines. Arrow keys move it, plus and minus zoom, n and b go through the openings, Shift with arrows moves the chosen hole.`"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="lift"
    @wheel.prevent="view.wheel"
    @keydown="key"
  >
    <div class="moving" :style="{ transform: view.transform.value }">
      <SheetDrawing
        :reckoned="reckoned"
        :selected="props.selected"
        :say="say"
        :box="view.box.value"
        :view-box="view.viewBox.value"
        :scale="view.scale.value"
        :held="held"
        :kerf="kerf"
        :marks="marks"
        :changes="changes"
      />
    </div>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  overflow: hidden;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: grab;
  background: var(--sheet);
}
.frame:active {
  cursor: grabbing;
}
.frame.measuring {
  cursor: crosshair;
}
.frame:focus-visible {
  outline-offset: -3px;
}
/* drawn a quarter beyond each edge, and moved as a picture while a hand is on it */
.moving {
  position: absolute;
  left: -25%;
  top: -25%;
  width: 150%;
  height: 150%;
  transform-origin: 16.6667% 16.6667%;
  will-change: transform;
}
</style>
