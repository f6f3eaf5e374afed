<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { decimal, lengthWords } from '@green-pitch/core'
import type { Px } from '@green-pitch/core/pattern'
import { usePicture, type PaperIn } from '../../store/picture'
import { useSettings } from '../../store/settings'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'

/** A scan or photograph: its sheet's corners set, its ink found, its lines taken as the drawing. */
const picture = usePicture()
const settings = useSettings()
const o = computed(() => picture.opened!)
const marks = computed<{ name: string; at: Px; set: (p: Px) => void }[]>(() => {
  const names = ['Upper left corner', 'Upper right corner', 'Lower right corner', 'Lower left corner']
  const of = (list: Px[], name: (i: number) => string) => list.map((at, i) => ({ name: name(i), at, set: (p: Px) => list.splice(i, 1, p) }))
  return picture.place.paper === 'distance'
    ? of(picture.place.marks, (i) => (i ? 'Second mark' : 'First mark'))
    : of(picture.place.corners, (i) => names[i]!)
})
const outline = computed(() => marks.value.map(({ at }) => at.join(',')).join(' '))
const photo = ref<HTMLElement>()
const within = ([x, y]: Px): Px => [Math.min(o.value.width, Math.max(0, x)), Math.min(o.value.height, Math.max(0, y))]
let held: ((p: Px) => void) | undefined
function grab(e: PointerEvent, set: (p: Px) => void) {
  held = set
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function drag(e: PointerEvent) {
  if (!held) return
  const box = photo.value!.getBoundingClientRect()
  held(within([((e.clientX - box.left) / box.width) * o.value.width, ((e.clientY - box.top) / box.height) * o.value.height]))
}
function nudge(e: KeyboardEvent, at: Px, set: (p: Px) => void) {
  const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<string, Px>)[e.key]
  if (!way) return
  e.preventDefault()
  const step = (e.shiftKey ? 20 : 2) * Math.max(1, o.value.width / 1500)
  set(within([at[0] + way[0] * step, at[1] + way[1] * step]))
}
const seen = ref<HTMLCanvasElement>()
watch(
  [() => picture.look, seen],
  ([look, canvas]) => {
    if (!look || !canvas) return
    canvas.width = look.image.width
    canvas.height = look.image.height
    canvas.getContext('2d')!.drawImage(look.image, 0, 0)
  },
  { flush: 'post' },
)
const papers: [PaperIn, string][] = [
  ['a4', 'A4 sheet'],
  ['letter', 'Letter sheet'],
  ['a3', 'A3 sheet'],
  ['tabloid', 'Tabloid sheet'],
  ['own', 'Another sheet'],
  ['distance', 'A distance I know'],
]
const many = (n: number, one: string, more: string) => (n === 1 ? `1 ${one}` : `${n} ${more}`)
const found = computed(() => {
  const l = picture.look
  if (!l) return []
  const b = l.box
  const size = (mm: number) => lengthWords(Math.round(mm * 10) / 10, settings.say)
  return [
    [
      l.strokes && `${many(l.strokes, 'pen line', 'pen lines')} by the middle`,
      l.filled && `${many(l.filled, 'filled shape', 'filled shapes')} by the edge`,
    ]
      .filter(Boolean)
      .join(', '),
    b ? `${size(b.maxX - b.minX).replace(/ mm$/, '')} × ${size(b.maxY - b.minY)}` : '',
    l.open ? `${many(l.open, 'line stays', 'lines stay')} open: move the ink or the gaps` : '',
    l.specks ? `${many(l.specks, 'spot', 'spots')} left out` : '',
    picture.place.paper === 'distance' ? '' : l.found ? 'edges of the paper found' : 'corners as you set them',
    l.bow ? `the lens’s bow of ${decimal(Math.abs(100 * l.bow), 1)} % taken out` : '',
  ].filter(Boolean)
})
</script>

<template>
  <section class="picture" aria-labelledby="picture-head">
    <h2 id="picture-head">
      {{
        picture.look
          ? picture.look.lines
            ? `${many(picture.look.strokes + picture.look.filled, 'drawn shape', 'drawn shapes')} found in ${o.name}`
            : 'No line found yet'
          : `Looking at ${o.name}`
      }}
    </h2>
    <div class="photo" :style="{ aspectRatio: `${o.width} / ${o.height}` }">
      <div ref="photo" class="on" @pointermove="drag" @pointerup="held = undefined" @pointercancel="held = undefined">
        <img :src="o.url" alt="The picture as it was taken" draggable="false" />
        <svg :viewBox="`0 0 ${o.width} ${o.height}`" preserveAspectRatio="none" aria-hidden="true">
          <polygon :points="outline" vector-effect="non-scaling-stroke" />
        </svg>
        <button
          v-for="m in marks"
          :key="m.name"
          class="handle"
          :style="{ left: `${(100 * m.at[0]) / o.width}%`, top: `${(100 * m.at[1]) / o.height}%` }"
          :aria-label="`${m.name}: arrow keys move it`"
          @pointerdown="grab($event, m.set)"
          @keydown="nudge($event, m.at, m.set)"
        />
      </div>
    </div>
    <div class="sheet" :class="{ busy: picture.busy }">
      <div v-if="picture.look" class="on" :style="{ aspectRatio: `${picture.look.size[0]} / ${picture.look.size[1]}` }">
        <canvas ref="seen" role="img" aria-label="The sheet straightened"></canvas>
        <svg :viewBox="`0 0 ${picture.look.size[0]} ${picture.look.size[1]}`" aria-hidden="true">
          <path :d="picture.look.path" vector-effect="non-scaling-stroke" />
        </svg>
      </div>
    </div>
    <Themed
      ><form class="set" @submit.prevent>
        <label
          >It shows
          <select v-model="picture.place.paper" class="plain-input">
            <option v-for="[value, words] in papers" :key="value" :value="value">{{ words }}</option>
          </select></label
        >
        <label v-if="!['own', 'distance'].includes(picture.place.paper)" class="check"
          ><input v-model="picture.turned" type="checkbox" /> lying across</label
        >
        <template v-if="picture.place.paper === 'own'">
          <LengthInput
            label="Sheet’s width"
            :model-value="picture.place.own[0]"
            @update:model-value="(mm) => mm && (picture.place.own = [mm, picture.place.own[1]])"
          />
          <LengthInput
            label="Sheet’s height"
            :model-value="picture.place.own[1]"
            @update:model-value="(mm) => mm && (picture.place.own = [picture.place.own[0], mm])"
          />
        </template>
        <LengthInput
          v-if="picture.place.paper === 'distance'"
          label="Between the marks"
          :model-value="picture.place.apart"
          @update:model-value="(mm) => mm && (picture.place.apart = mm)"
        />
        <label
          >Ink darker than
          <input
            type="range"
            min="0.2"
            max="0.95"
            step="0.01"
            :value="picture.place.cut ?? picture.look?.cut ?? 0.6"
            :aria-valuetext="`${Math.round(100 * (picture.place.cut ?? picture.look?.cut ?? 0.6))} % of the paper`"
            @input="picture.place.cut = Number(($event.target as HTMLInputElement).value)"
        /></label>
        <label
          >Smallest spot
          <input
            v-model.number="picture.place.speck"
            type="range"
            min="0.1"
            max="12"
            step="0.1"
            :aria-valuetext="`${picture.place.speck} square millimeters`"
        /></label>
        <label
          >Gaps up to
          <input
            v-model.number="picture.place.gap"
            type="range"
            min="0.1"
            max="6"
            step="0.1"
            :aria-valuetext="lengthWords(picture.place.gap, settings.say)"
        /></label>
        <label
          >Pen lines up to
          <input
            v-model.number="picture.place.pen"
            type="range"
            min="0"
            max="5"
            step="0.1"
            :aria-valuetext="lengthWords(picture.place.pen, settings.say)"
        /></label></form
    ></Themed>
    <p class="found soft" role="status">{{ picture.why || found.join('; ') }}</p>
    <p class="acts">
      <button class="act main" :disabled="!picture.look?.lines || picture.busy" @click="picture.take()">Take these lines</button>
      <button class="act" @click="picture.close()">Leave it</button>
    </p>
  </section>
</template>

<style scoped>
.picture {
  display: grid;
  grid: auto minmax(0, 1fr) auto auto auto / minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px 18px;
  height: 100%;
  padding: 14px 18px;
}
h2,
.set,
.found,
.acts {
  grid-column: 1 / -1;
}
.photo,
.sheet {
  container-type: size;
  display: grid;
  place-items: center;
  width: 100%;
  height: 100%;
  min-height: 0;
  aspect-ratio: auto !important;
}
.on {
  position: relative;
  max-width: 100%;
  max-height: 100%;
}
.photo .on {
  touch-action: none;
}
img,
canvas {
  display: block;
  max-width: 100cqw;
  max-height: 100cqh;
  user-select: none;
}
.sheet .on {
  height: 100%;
}
canvas {
  width: 100%;
  height: 100%;
  opacity: 0.35;
}
.on svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
polygon {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 6 4;
}
.sheet path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
input[type='range'] {
  accent-color: var(--ink);
}
.handle {
  position: absolute;
  width: 44px;
  height: 44px;
  translate: -50% -50%;
  cursor: grab;
  border-radius: 50%;
  background: radial-gradient(circle, var(--ink) 0 4px, var(--sheet) 4px 6px, transparent 6px);
}
.set {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 18px;
}
.set label {
  display: grid;
  gap: 3px;
}
.set .check {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 38px;
}
.acts {
  display: flex;
  gap: 8px;
}
@media (max-width: 900px) {
  .picture {
    grid: auto 46vh 46vh auto auto auto / minmax(0, 1fr);
    height: auto;
  }
}
</style>
