<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useElementSize } from '@vueuse/core'
import {
  limitAsks,
  lengthWords,
  limitNames,
  runsOf,
  sizedByTeeth,
  sizeWords,
  stops,
  windowHeading,
  type Blade,
  type Job,
  type LimitId,
  type Say,
  type SizeWindow,
  isHandSaw,
} from '@green-pitch/core'
import { magnification, PX_PER_MM, scaleWords } from './teeth'

/** Sizes along a line; each limit as a band over those it takes away; what is left in green. */
const props = defineProps<{ window: SizeWindow; job: Job; say: Say; chosen: string; owned: ReadonlySet<string>; pace: number }>()
const emit = defineEmits<{ choose: [blade: Blade]; pace: [value: number] }>()
const id = useId()
const box = ref<HTMLElement>()
// until it is measured: what the screen leaves beside the places and the suggestions
const GUESS =
  window.innerWidth <= 760 ? window.innerWidth - 32 : window.innerWidth <= 1080 ? window.innerWidth - 164 : window.innerWidth - 504
const { width } = useElementSize(box, { width: GUESS, height: 0 })
/** A narrow phone has no room beside the bands: there each limit is named above its own. */
const narrow = computed(() => width.value < 520)
const LEFT = computed(() => (narrow.value ? 0 : 168))
const ROW = computed(() => (narrow.value ? 42 : 37))
/** Where a band begins within its row, and how high it is. */
const bandTop = computed(() => (narrow.value ? 21 : 7))
const BAND = 20
const BAR = 112 // px the widest section may stand high

const ORDER: LimitId[] = [
  'chipLoad',
  'packing',
  'teeth',
  'turn',
  'hole',
  'web',
  'depth',
  'capacity',
  'reach',
  'frame',
  'access',
  'end',
  'material',
]
const sizes = computed(() => props.window.inputs.sizes)
const chosenAt = computed(() => sizes.value.findIndex((s) => s.blade.id === props.chosen))
const FINGER = 24 // px a size wants at least, to be pressed
/** Where a narrow phone has no room for every size, those farthest from what will do are left out, and never the chosen one. */
const span = computed((): [from: number, count: number] => {
  const all = sizes.value
  const most = Math.max(3, Math.floor((width.value - LEFT.value - 4) / FINGER))
  if (all.length <= most) return [0, all.length]
  const passing = all.flatMap((s, i) => (s.passes ? [i] : []))
  const middle = passing.length ? (passing[0]! + passing.at(-1)!) / 2 : Math.max(0, chosenAt.value)
  const chosen = Math.max(0, chosenAt.value)
  const from = Math.min(Math.max(0, Math.round(middle - most / 2)), all.length - most)
  return [Math.max(0, Math.min(Math.max(from, chosen - most + 1), chosen)), most]
})
const col = computed(() => Math.max(8, (width.value - LEFT.value - 4) / Math.max(1, span.value[1])))
const x = (i: number) => LEFT.value + (i - span.value[0]) * col.value
/** Whether it will do, and where not, which limits stop it. */
const doesWords = ({ passes, near, margins }: SizeWindow['inputs']['sizes'][number]) =>
  near
    ? 'will do at a price'
    : passes
      ? 'will do'
      : `will not do: ${margins
          .filter(stops)
          .map((m) => limitNames[m.limit].toLowerCase())
          .join(', ')}`
const inSight = (i: number) => i >= span.value[0] && i < span.value[0] + span.value[1]
/** Limits that say nothing while they are met. */
const QUIET = new Set<LimitId>(['end', 'material', 'reach', 'access', 'packing'])
/** Rows worth showing: whatever the job asks; clamps and stock only where they fail. */
const rows = computed(() =>
  ORDER.flatMap((id) => props.window.limits.find((l) => l.id === id) ?? []).filter((l) =>
    QUIET.has(l.id)
      ? l.fails.length + l.near.length
      : l.asked || (!isHandSaw(props.job.saw) && (l.id === 'turn' || l.id === 'hole' || l.id === 'web')),
  ),
)
const times = computed(() => Math.min(6, magnification(BAR / Math.max(...sizes.value.map((s) => s.blade.width)))))
/** Where sizes are teeth, the width stands beside them. */
const byTeeth = computed(() => sizes.value.some((s) => sizedByTeeth(s.blade)))
const placesOf = (ok: (s: SizeWindow['inputs']['sizes'][number]) => boolean) => sizes.value.flatMap((s, i) => (ok(s) ? [i] : []))
const green = computed(() => runsOf(placesOf((s) => s.passes && !s.near)))
/** What goes at a price: the window's soft ends. */
const soft = computed(() => runsOf(placesOf((s) => s.near)))
const open = computed(() => runsOf(placesOf((s) => s.passes)))
const high = computed(() => rows.value.length * ROW.value)
const short = (s: string) => (s.length > 4 ? s.slice(0, 6) : s)
/** A narrow phone cannot show every number: the chosen one, and others clear of it and of each other. */
const showNumber = (i: number) => {
  const every = Math.ceil((col.value < 26 ? 34 : 26) / col.value)
  return (i - Math.max(0, chosenAt.value)) % every === 0
}
const slider = computed(() => {
  const first = open.value[0]
  if (!first) return undefined
  const from = x(first[0])
  const to = x(open.value.at(-1)![1] + 1)
  const wide = Math.max(to - from, 150)
  const end = LEFT.value + span.value[1] * col.value
  return { left: Math.max(LEFT.value, Math.min((from + to) / 2 - wide / 2, end - wide - 44)), wide }
})
</script>

<template>
  <section ref="box" :aria-labelledby="`${id}t`">
    <div class="head">
      <h2 :id="`${id}t`">{{ windowHeading(window) }}</h2>
      <slot name="pattern" />
    </div>
    <div class="chart" :class="{ narrow }" :style="{ height: `${high + 80}px` }">
      <svg :width="LEFT + span[1] * col + 4" :height="high + 46" aria-hidden="true">
        <defs>
          <pattern :id="`${id}x`" width="7" height="7" patternUnits="userSpaceOnUse">
            <rect width="7" height="7" fill="var(--faint)" />
            <path d="M-1 8 8-1" stroke="var(--rule)" stroke-width="1.3" />
          </pattern>
          <pattern :id="`${id}s`" width="9" height="9" patternUnits="userSpaceOnUse">
            <path d="M0 2.5h9M0 7h9" stroke="var(--within-bg)" stroke-width="2.2" />
          </pattern>
        </defs>
        <rect v-for="[a, b] in green" :key="a" :x="x(a)" y="0" :width="x(b + 1) - x(a)" :height="high + 46" fill="var(--within-bg)" />
        <rect
          v-for="[a, b] in soft"
          :key="`s${a}`"
          :x="x(a) + 0.5"
          y="0.5"
          :width="x(b + 1) - x(a) - 1"
          :height="high + 45"
          :fill="`url(#${id}s)`"
        />
        <g v-for="(l, r) in rows" :key="l.id">
          <path :d="`M${LEFT} ${(r + 1) * ROW - 2}H${LEFT + span[1] * col}`" stroke="var(--rule)" stroke-width="0.8" />
          <path
            v-for="[a, b] in runsOf(l.near)"
            :key="`n${a}`"
            :d="`M${x(a) + 3} ${r * ROW + bandTop + BAND / 2}H${x(b + 1) - 3}`"
            stroke="var(--near)"
            stroke-width="3"
            stroke-dasharray="2 4"
          />
          <g v-for="[a, b] in runsOf(l.fails)" :key="a">
            <rect :x="x(a)" :y="r * ROW + bandTop" :width="x(b + 1) - x(a)" :height="BAND" :fill="`url(#${id}x)`" />
            <path
              v-if="b < sizes.length - 1"
              :d="`M${x(b + 1)} ${r * ROW + bandTop - 2}v${BAND + 4}`"
              stroke="var(--ink)"
              stroke-width="2"
            />
            <path v-if="a > 0" :d="`M${x(a)} ${r * ROW + bandTop - 2}v${BAND + 4}`" stroke="var(--ink)" stroke-width="2" />
          </g>
        </g>
        <rect
          v-for="(s, i) in sizes"
          :key="s.blade.id"
          :x="x(i) + col / 2 - (s.blade.thickness * times * PX_PER_MM) / 2"
          :y="high + 40 - s.blade.width * times * PX_PER_MM"
          :width="s.blade.thickness * times * PX_PER_MM"
          :height="s.blade.width * times * PX_PER_MM"
          :fill="s.blade.id === chosen ? (s.passes ? 'var(--within)' : 'var(--beyond)') : s.passes ? 'var(--ink)' : 'var(--void)'"
        />
        <template v-if="byTeeth && col > 52">
          <text
            v-for="(s, i) in sizes"
            :key="`w${s.blade.id}`"
            :x="x(i) + col / 2 + (s.blade.thickness * times * PX_PER_MM) / 2 + 5"
            :y="high + 38"
          >
            {{ lengthWords(s.blade.width, say).replace(' mm', '') }}
          </text>
        </template>
      </svg>
      <dl>
        <div v-for="(l, r) in rows" :key="l.id" :style="{ top: `${r * ROW}px` }">
          <dt>
            <slot name="limit" :limit="l.id">{{ limitNames[l.id] }}</slot>
          </dt>
          <dd class="soft">{{ limitAsks(l.id, job, window, say) }}</dd>
        </div>
        <div v-if="!narrow" :style="{ top: `${high + 8}px` }">
          <dt>Sections</dt>
          <dd class="soft">{{ byTeeth ? scaleWords(times) : `${times} times; dot: owned` }}</dd>
        </div>
      </dl>
      <button
        v-for="(s, i) in sizes"
        v-show="inSight(i)"
        :key="s.blade.id"
        class="size"
        :class="{ ok: s.passes, on: s.blade.id === chosen }"
        :style="{ left: `${x(i)}px`, width: `${col}px`, height: `${high + 76}px` }"
        :aria-pressed="s.blade.id === chosen"
        :aria-label="`${sizeWords(s.blade)}, ${doesWords(s)}${owned.has(s.blade.id) ? ', owned' : ''}`"
        @click="emit('choose', s.blade)"
      >
        <span class="no">{{ showNumber(i) ? short(s.blade.size) : '' }}</span><span class="dot">{{
          owned.has(s.blade.id) ? '●' : ''
        }}</span>
      </button>
    </div>
    <div v-if="slider" class="slide" :style="{ paddingLeft: `${Math.max(0, slider.left - 52)}px` }">
      <label :for="`${id}p`">finish</label>
      <input
        :id="`${id}p`"
        type="range"
        min="0"
        max="1"
        step="0.05"
        :value="pace"
        :style="{ width: `${slider.wide}px` }"
        aria-label="Finish to pace"
        :aria-valuetext="pace < 0.35 ? 'toward finish' : pace > 0.65 ? 'toward pace' : 'between finish and pace'"
        @input="emit('pace', Number(($event.target as HTMLInputElement).value))"
      />
      <span>pace</span>
    </div>
  </section>
</template>

<style scoped>
section {
  min-width: 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  justify-content: space-between;
  margin-bottom: 6px;
}
.chart {
  position: relative;
  overflow: hidden;
}
svg {
  position: absolute;
  left: 0;
  top: 0;
}
svg text {
  font: 400 14px var(--text);
  fill: var(--soft);
}
dl div {
  position: absolute;
  left: 0;
  line-height: 1.15;
  white-space: nowrap;
}
.narrow dl div {
  display: flex;
  gap: 8px;
  align-items: baseline;
  right: 0;
}
dt {
  font-weight: 600;
}
dd {
  font-size: 14px;
}
.size {
  position: absolute;
  top: 0;
  display: grid;
  grid-template-rows: 1fr 18px 14px;
  text-align: center;
  font-family: var(--mono);
  color: var(--soft);
}
.size .no {
  grid-row: 2;
}
.size .dot {
  grid-row: 3;
  font-size: 9px;
  color: var(--ink);
  line-height: 14px;
}
.size.ok .no {
  color: var(--ink);
  font-weight: 700;
}
.size.on .no {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
.size:hover {
  background: rgb(127 127 127 / 0.08);
}
.size:focus-visible {
  outline-offset: -2px;
}
.slide {
  display: flex;
  gap: 10px;
  align-items: center;
}
input[type='range'] {
  accent-color: var(--ink);
  height: 24px;
  max-width: 60vw;
}
</style>
