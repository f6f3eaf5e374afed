<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useElementSize, usePreferredReducedMotion } from '@vueuse/core'
import { breachWords, type Job } from '@green-pitch/core'
import {
  beginCut,
  breachBit,
  breaches,
  cutTick,
  placeAt,
  setDown,
  steersman,
  teacher,
  TICK,
  type Breach,
  type Cutting,
  type Hand,
  type Line,
  type SimulatedSaw,
  type Slip,
} from '@green-pitch/core/practice'
import {
  cameraOf,
  colorsOf,
  drawnOf,
  grow,
  overview,
  paintBlade,
  paintGauges,
  paintSlips,
  paintWork,
  sceneOf,
  type Camera,
  type Colors,
  type Drawn,
  type Moves,
  type Scene,
} from '../../draw/practiceScene'
import { useSettings } from '../../store/settings'
import { sawSound } from '../../ui/sawSound'
import { gripOf } from './grip'

/** The cut under the hand: steered by pointer, fingers and keys, seen as it goes; at its end the pattern comes off. */
const props = defineProps<{
  saw: SimulatedSaw
  job: Job
  lines: Line[]
  offset: number
  moves: Moves
  sound: boolean
  seed: number
  /** a sure hand saws it, several times as fast, and nothing is scored */
  shown: boolean
}>()
const emit = defineEmits<{ ended: [cuts: Cutting[]] }>()
const PEEL = 900 // ms
const FAST = 5
const LATE = 0.025 // s between pictures: one was missed
const SLOW = 8 // missed ones, of some hundred, after which pictures grow coarser
const COARSE = 0.5
const LEAST = 1 // mm sawn before there is anything to look at

const canvas = ref<HTMLCanvasElement>()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const still = usePreferredReducedMotion()
const phase = ref<'ready' | 'sawing' | 'over'>('ready')
const breach = ref<Breach>()
const spoken = ref('')

// what changes with every picture stays out of the reactive world
let cuts: Cutting[] = []
let drawn: Drawn[] = []
let scene: Scene
let colors: Colors
let grip: ReturnType<typeof gripOf>
let guide: (() => Hand) | undefined
let camera: Camera
let heard: ReturnType<typeof sawSound> | undefined
let places: { slip: Slip; x: number; y: number }[] = []
/** what the picture that stands was made of */
let pictured: unknown[] = []
let [frame, before, left, peeled, quarter, late, fine] = [0, 0, 0, 0, 0, 0, 1]

const now = () => cuts.at(-1)!
function set() {
  const line = props.lines[cuts.length]!
  const seed = props.seed + cuts.length
  cuts.push(beginCut(props.saw, line, props.offset, seed, setDown(props.saw.kerf, seed)))
  drawn.push(drawnOf())
  guide = props.shown ? steersman(now(), props.job, teacher, props.seed + 77) : undefined
}
function begin() {
  cuts = []
  drawn = []
  places = []
  ;[left, peeled, quarter] = [0, 0, 0]
  scene = sceneOf(props.lines, props.offset, props.saw.kerf)
  grip = gripOf(props.moves, props.saw, props.lines)
  phase.value = 'ready'
  breach.value = undefined
  spoken.value = ''
  set()
}
/** The places to look at, once it has been judged. */
function reveal(slips: readonly Slip[]) {
  places = slips.map((slip) => ({ slip, ...placeOf(slip) }))
}
function placeOf({ along, stray }: Slip) {
  const i = cuts.findIndex((c) => Math.abs(c.near.along) >= along)
  return placeAt(props.lines[Math.max(0, i)]!, along, props.offset + stray)
}
defineExpose({ stop, reveal, phase })

function stop() {
  if (phase.value === 'over') return
  if (now().near.along < LEAST && cuts.length === 1) return begin()
  phase.value = 'over'
  heard?.set(0, 0)
  breach.value = undefined
  peeled = still.value === 'reduce' ? 1 : 0
  emit('ended', cuts)
}

const FLICKER = 0.15 // s
const RUBBED = 1
/** Bits of a breach that lasts are told; a flicker is not. */
let lasted = 0
let told = 0
function tell(c: Cutting, dt: number) {
  const bits = c.breach
  lasted = bits ? lasted + dt : 0
  const share = Math.floor((4 * c.near.along) / c.line.length)
  // rubbing is where every push begins
  if (lasted >= (bits === breachBit('rubs') ? RUBBED : FLICKER)) {
    told = c.time
    const found = breaches.find((b) => bits & breachBit(b))!
    if (found !== breach.value) spoken.value = `${breachWords[found].says}. ${breachWords[found].helps}`
    breach.value = found
  } else if (!bits && c.time - told > 1.2) breach.value = undefined
  if (share > quarter && share < 4) {
    quarter = share
    spoken.value = ['', 'A quarter sawn.', 'Half sawn.', 'Three quarters sawn.'][share]!
  }
}

function picture(t: number) {
  frame = requestAnimationFrame(picture)
  const ctx = canvas.value?.getContext('2d', { alpha: false, desynchronized: true })
  if (!ctx || !width.value) return
  const dt = Math.min(0.1, (t - before) / 1000)
  before = t
  const c = now()
  const start = placeAt(props.lines[cuts.length - 1]!, 0).heading
  if (phase.value !== 'over') {
    camera = cameraOf(c, props.moves, width.value, height.value, start)
    const hand = grip.read(c, camera, dt)
    if (phase.value === 'ready' && (hand.push > 0 || props.shown)) phase.value = 'sawing'
    if (phase.value === 'sawing') {
      left += props.shown ? dt * FAST : dt
      for (; left >= TICK && !c.ended; left -= TICK) cutTick(c, guide ? guide() : hand)
      grow(drawn.at(-1)!, c)
      tell(c, dt)
      heard?.set(props.saw.spm, c.push / props.saw.full)
      if (c.ended) next(c)
    }
  } else if (peeled < 1) peeled = Math.min(1, peeled + (1000 * dt) / PEEL)
  // a picture no finer than the machine paints in time
  if (phase.value === 'sawing') late = dt > LATE ? Math.min(SLOW, late + 1) : Math.max(0, late - 0.1)
  if (late === SLOW) [late, fine] = [0, Math.max(COARSE, 0.8 * fine)]
  const scale = (phase.value === 'over' ? 1 : fine) * Math.min(2, window.devicePixelRatio || 1)
  const [w, h] = [Math.round(width.value * scale), Math.round(height.value * scale)]
  if (canvas.value!.width !== w || canvas.value!.height !== h) [canvas.value!.width, canvas.value!.height] = [w, h]
  // only a cut in motion is another picture in every frame
  const pictures = [phase.value, peeled, w, h, scene, places, cuts.length, colors]
  if (phase.value !== 'sawing' && pictures.every((x, i) => x === pictured[i])) return
  pictured = pictures
  ctx.setTransform(scale, 0, 0, scale, 0, 0)
  ctx.fillStyle = colors.paper
  ctx.fillRect(0, 0, width.value, height.value)
  if (phase.value === 'over') {
    const view = overview(scene, width.value, height.value)
    paintWork(ctx, view, scene, drawn, props.saw.kerf, colors, peeled)
    if (peeled >= 1) paintSlips(ctx, view, places, colors)
  } else {
    paintWork(ctx, camera, scene, drawn, props.saw.kerf, colors)
    paintBlade(ctx, camera, c, props.moves === 'down', colors)
    paintGauges(ctx, c, width.value, height.value, colors)
  }
}
function next(c: Cutting) {
  grip.letGo()
  if (c.ended === 'through' && cuts.length < props.lines.length) {
    set()
    phase.value = 'ready'
    spoken.value = 'Now from the other end.'
  } else stop()
}

/** Keys act while the cut has the focus. */
const KEYS: Record<string, (down: boolean, e: KeyboardEvent) => void> = {
  ArrowUp: (down) => down && grip.pushBy(1),
  ArrowDown: (down) => down && grip.pushBy(-1),
  ArrowLeft: (down, e) => ((grip.keys.left = down), (grip.keys.aside = e.shiftKey)),
  ArrowRight: (down, e) => ((grip.keys.right = down), (grip.keys.aside = e.shiftKey)),
  ' ': (down, e) => down && !e.repeat && (grip.keys.resting = !grip.keys.resting),
  PageDown: (down, e) => down && !e.repeat && (grip.keys.resting = !grip.keys.resting),
  Escape: (down) => down && stop(),
}
function key(e: KeyboardEvent, down: boolean) {
  const act = KEYS[e.key]
  if (!act || e.altKey || e.ctrlKey || e.metaKey || phase.value === 'over') return
  e.preventDefault()
  e.stopPropagation()
  hear()
  act(down, e)
}
function at(e: PointerEvent): [number, number] {
  const r = canvas.value!.getBoundingClientRect()
  return [e.clientX - r.left, e.clientY - r.top]
}
function press(e: PointerEvent) {
  if (phase.value === 'over') return
  canvas.value!.setPointerCapture(e.pointerId)
  hear()
  grip.hold(e.pointerId, ...at(e))
}
/** Browsers let a sound begin only under the hand. */
function hear() {
  if (props.sound) heard ??= sawSound()
}
watch(
  () => props.sound,
  (on) => {
    if (on) return
    heard?.close()
    heard = undefined
  },
)
watch(() => [props.saw, props.lines, props.seed, props.shown], begin)
const settings = useSettings()
const repaint = () => box.value && (colors = colorsOf(box.value))
watch(() => settings.lamp, repaint, { flush: 'post' })
onMounted(() => {
  repaint()
  begin()
  frame = requestAnimationFrame(picture)
})
onBeforeUnmount(() => {
  cancelAnimationFrame(frame)
  heard?.close()
})
</script>

<template>
  <div
    ref="box"
    class="cut"
    tabindex="0"
    role="application"
    aria-label="The cut. Up and down: push more or less. Left and right: turn. Space: rest. Escape: stop and look."
    @keydown="key($event, true)"
    @keyup="key($event, false)"
    @blur="grip?.letGo()"
  >
    <canvas
      ref="canvas"
      @pointerdown="press"
      @pointermove="grip.move($event.pointerId, ...at($event))"
      @pointerup="grip.release($event.pointerId)"
      @pointercancel="grip.release($event.pointerId)"
    ></canvas>
    <p v-if="breach" class="breach" aria-hidden="true">
      <b>{{ breachWords[breach].says }}.</b> {{ breachWords[breach].helps }}
    </p>
    <p class="sr" role="status">{{ spoken }}</p>
  </div>
</template>

<style scoped>
.cut {
  outline-offset: -3px;
  position: relative;
  min-height: 0;
  overflow: hidden;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: grab;
}
canvas:active {
  cursor: grabbing;
}
.breach {
  position: absolute;
  inset: 12px 12px auto;
  width: fit-content;
  padding: 6px 12px;
  background: var(--beyond-bg);
  color: var(--ink);
  border-left: 4px solid var(--beyond);
  pointer-events: none;
}
</style>
