<script setup lang="ts">
import { computed, useId } from 'vue'
import { decimal, lengthWords, type Material, type Say } from '@green-pitch/core'
import type { Dim, Shape, View } from '@green-pitch/core/joint'
import Hatch from './Hatch.vue'

/** One view of a joint to scale: board, waste, saw and knife lines, marks to step off with one rule, dimensions. */
const props = defineProps<{ view: View; scale: number; hatch: Material['hatch']; say: Say; label: string; at?: number }>()
const id = useId()
const LEFT = 72
const RIGHT = 84
const k = computed(() => props.scale)
/** marks closer than their own figures stand on two rows */
const marks = computed(() => {
  let last = -Infinity
  let row = 0
  return props.view.marks.map((mm) => {
    const x = LEFT + mm * k.value
    row = x - last < 46 ? 1 - row : 0
    last = x
    return { x, row, text: decimal(props.say.unit === 'mm' ? mm : mm / 25.4, props.say.unit === 'mm' ? 1 : 3) }
  })
})
const TOP = computed(() => (marks.value.length ? (marks.value.some((m) => m.row) ? 62 : 44) : 8))
const turning = computed(() => props.view.name === 'end')
const H = computed(() => TOP.value + props.view.height * k.value + (turning.value ? 46 : below.value ? 28 : 10))
/** A width is told under the drawing. */
const below = computed(() => props.view.dims.some((d) => d.from[1] === d.to[1] && d.from[1] === props.view.height))
const W = computed(() => LEFT + props.view.width * k.value + RIGHT)
const path = (s: Shape) => {
  let d = ''
  for (let i = 0; i < s.points.length; i += 2)
    d += `${i ? 'L' : 'M'}${(LEFT + s.points[i]! * k.value).toFixed(1)} ${(TOP.value + s.points[i + 1]! * k.value).toFixed(1)}`
  return s.closed ? `${d}Z` : d
}
const of = (layer: Shape['layer']) => props.view.shapes.filter((s) => s.layer === layer)
/** A label stands where its shape is, if it has the room. */
const labels = computed(() =>
  props.view.shapes.flatMap((s) => {
    if (!s.label) return []
    const xs = s.points.filter((_, i) => i % 2 === 0)
    const ys = s.points.filter((_, i) => i % 2)
    const [a, b] = [Math.min(...xs), Math.max(...xs)]
    const wide = (b - a) * k.value
    if (wide < 7.2 * s.label.length || (Math.max(...ys) - Math.min(...ys)) * k.value < 16) return []
    return [
      {
        text: s.label,
        strong: s.layer === 'grain',
        x: LEFT + ((a + b) / 2) * k.value,
        y: TOP.value + ((Math.min(...ys) + Math.max(...ys)) / 2) * k.value,
      },
    ]
  }),
)
const dims = computed(() =>
  props.view.dims.map((d: Dim) => {
    const level = d.from[1] === d.to[1]
    const [x1, y1, x2, y2] = [
      LEFT + d.from[0] * k.value,
      TOP.value + d.from[1] * k.value,
      LEFT + d.to[0] * k.value,
      TOP.value + d.to[1] * k.value,
    ]
    const left = !level && d.from[0] < props.view.width / 2
    const off = left ? -12 : 12
    return {
      text: lengthWords(Math.round(d.value * 100) / 100, props.say),
      path: level ? '' : `M${x1 + off} ${y1}V${y2}M${x1 + off - 4} ${y1}h8M${x2 + off - 4} ${y2}h8`,
      x: level ? (x1 + x2) / 2 : x1 + off + (left ? -7 : 7),
      y: level ? y1 + 16 : (y1 + y2) / 2 + 5,
      anchor: level ? 'middle' : left ? 'end' : 'start',
    } as const
  }),
)
/** On the end grain: the order and the tilt, all of one slope and then all of the other. */
const order = computed(() =>
  turning.value
    ? of('cut').map((s, i) => ({
        x: LEFT + s.points[0]! * k.value,
        name: `${Math.floor(i / 2) + 1}${i % 2 ? 'b' : 'a'}`,
        second: i % 2 === 1,
      }))
    : [],
)
</script>

<template>
  <svg :width="W" :height="H" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="label">
    <defs>
      <!-- the tail board's grain runs down to its end -->
      <Hatch :id="`${id}h`" :hatch="hatch" v-bind="view.name === 'tails' ? { patternTransform: 'rotate(90)' } : {}" />
    </defs>
    <path v-for="(s, i) in of('board')" :key="`b${i}`" :d="path(s)" :fill="`url(#${id}h)`" stroke="var(--ink)" stroke-width="1.6" />
    <path v-for="(s, i) in of('waste')" :key="`w${i}`" :d="path(s)" fill="var(--faint)" stroke="none" />
    <path
      v-for="(s, i) in of('cut')"
      :key="`c${i}`"
      :d="path(s)"
      fill="none"
      :stroke="at === undefined || at === i ? 'var(--ink)' : 'var(--soft)'"
      :stroke-width="at === i ? 5 : 1.6"
      :class="{ 'in-hand': at === i }"
    />
    <path v-for="(s, i) in of('board')" :key="`o${i}`" :d="path(s)" fill="none" stroke="var(--ink)" stroke-width="1.6" />
    <path
      v-for="(s, i) in of('knife')"
      :key="`k${i}`"
      :d="path(s)"
      fill="none"
      stroke="var(--ink)"
      stroke-width="1.6"
      stroke-dasharray="5 4"
    />
    <g v-for="(m, i) in marks" :key="`m${i}`" class="mono">
      <path :d="`M${m.x} ${TOP - 4}V${TOP - 22 - 18 * m.row}`" stroke="var(--ink)" />
      <text :x="m.x" :y="TOP - 27 - 18 * m.row" text-anchor="middle">{{ m.text }}</text>
    </g>
    <text v-for="(l, i) in labels" :key="`l${i}`" :x="l.x" :y="l.y + 5" text-anchor="middle" :class="l.strong ? 'number' : 'waste'">
      {{ l.text }}
    </text>
    <g v-for="(d, i) in dims" :key="`d${i}`" class="mono">
      <path v-if="d.path" :d="d.path" stroke="var(--ink)" fill="none" />
      <text :x="d.x" :y="d.y" :text-anchor="d.anchor">{{ d.text }}</text>
    </g>
    <g v-for="o in order" :key="o.name" class="mono">
      <path
        :d="`M${o.x} ${H - 40}v14m-4-6 4 6 4-6`"
        fill="none"
        stroke="var(--ink)"
        stroke-width="1.5"
        :stroke-dasharray="o.second ? '2 2' : undefined"
      />
      <text :x="o.x" :y="H - 8" text-anchor="middle">{{ o.name }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
  height: auto;
}
text {
  font: 400 14px var(--text);
  fill: var(--ink);
}
.mono text {
  font-family: var(--mono);
  font-size: 13.5px;
}
.number {
  font-size: 20px;
  font-weight: 700;
}
.waste {
  fill: var(--soft);
  font-size: 13px;
}
</style>
