<script setup lang="ts">
import { computed, toRef } from 'vue'
import { lengthWords, type Hatch as HatchName, type Say } from '@green-pitch/core'
import { alongAt, partOf, pointAt, ringPath, type Hole, type RingReckoning } from '@green-pitch/core/pattern'
import Hatch from '../../draw/Hatch.vue'
import { useInSteps, useRingPaths } from '../../draw/ringPaths'
import type { Found } from '../../work/patternWork'

/** The drawn sheet itself, made only when what it shows changes; the hand that moves it is in Sheet. */
const props = defineProps<{
  reckoned: Found
  selected?: number
  hatch: HatchName
  say: Say
  /** part of the sheet that is drawn, mm, and px per mm */
  box: { x: number; y: number; w: number; h: number }
  viewBox: string
  scale: number
  /** a hole in the hand, and the marks of a distance */
  held?: Hole
  kerf: { paths: Float64Array[]; width: number }
  marks: readonly [number, number][]
}>()
const found = computed(() => props.reckoned.found)
const { drawn, seen } = useRingPaths(
  toRef(() => props.reckoned),
  toRef(() => props.scale),
  toRef(() => props.box),
)
const px = computed(() => 1 / props.scale)
const solid = computed(() => seen.value.filter((d) => d.r.ring.role !== 'opening'))
const openings = useInSteps(
  computed(() => seen.value.filter((d) => d.r.ring.role === 'opening')),
  computed(() => found.value.rings.length),
)
const number = computed(() => new Map(found.value.order.map((id, i) => [id, i + 1])))
const selected = computed(() => (props.selected === undefined ? undefined : drawn.value[props.selected]))
/** numbers and holes only where they can be told apart */
const legible = computed(() => openings.value.filter(({ box: b }) => Math.min(b.maxX - b.minX, b.maxY - b.minY) / px.value > 13))
/** A number stands where the opening is widest, unless its hole is there. */
const label = ({ r, box: b }: (typeof drawn.value)[number]) => {
  const h = r.hole
  if (!h) return { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 }
  const [x, y] = h.middle
  return Math.hypot(x - h.hole.x, y - h.hole.y) < 14 * px.value ? { x: h.hole.x + 16 * px.value, y: h.hole.y } : { x, y }
}
const webs = computed(() => {
  const marked = new Map<string, 'near' | 'beyond'>()
  for (const t of found.value.troubles) if (t.kind === 'web' && t.state !== 'within') marked.set([...t.rings].sort().join(), t.state)
  return found.value.webs.flatMap((w) => {
    const state = marked.get((w.a === w.b ? [w.a] : [w.a, w.b].sort()).join())
    return state ? [{ ...w, state }] : []
  })
})
const blocked = useInSteps(
  computed(() => seen.value.filter((d) => d.r.swing.stretches.length)),
  computed(() => found.value.rings.length),
)
/** Stretches where the board meets the arm, as points; made once a ring, since the sheet is drawn anew at every step. */
const made = new WeakMap<RingReckoning, string[]>()
function stretches(r: RingReckoning): string[] {
  const known =
    made.get(r) ??
    r.swing.stretches.map(([from, to]) =>
      partOf(r.ring, from, to)
        .map((x) => x.toFixed(2))
        .join(' '),
    )
  made.set(r, known)
  return known
}
/** A short arrow along the selected ring from where it begins. */
const arrow = computed(() => {
  const s = selected.value
  if (!s) return undefined
  const { plan, measure, ring } = s.r
  const start = alongAt(ring, plan.entry.x, plan.entry.y)
  const length = Math.min(0.3 * measure.length, 60 * px.value)
  const way = plan.direction === 'clockwise' ? 1 : -1
  const points: string[] = []
  for (let i = 0; i <= 24; i++) points.push(pointAt(ring, (start + (way * length * i) / 24 + 2 * measure.length) % measure.length).join())
  return points.join(' ')
})
</script>

<template>
  <svg class="sheet" :viewBox="viewBox" preserveAspectRatio="none" aria-hidden="true">
    <defs>
      <Hatch id="sheet-stock" :hatch="hatch" />
      <pattern id="hatch-near" :width="7 * px" :height="7 * px" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect :width="7 * px" :height="7 * px" fill="var(--near-bg)" />
        <path :d="`M0 0h${7 * px}`" stroke="var(--near)" :stroke-width="1.4 * px" />
      </pattern>
      <pattern id="hatch-beyond" :width="7 * px" :height="7 * px" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect :width="7 * px" :height="7 * px" fill="var(--beyond-bg)" />
        <path :d="`M0 0h${7 * px}`" stroke="var(--beyond)" :stroke-width="1.4 * px" />
      </pattern>
      <marker id="way" viewBox="0 0 10 10" refX="5" refY="5" markerWidth="4" markerHeight="4" orient="auto-start-reverse">
        <path d="M0 0 10 5 0 10z" fill="var(--ink)" />
      </marker>
    </defs>
    <rect
      :x="reckoned.board.minX"
      :y="reckoned.board.minY"
      :width="reckoned.board.maxX"
      :height="reckoned.board.maxY"
      fill="none"
      stroke="var(--rule)"
      :stroke-width="px"
      :stroke-dasharray="`${6 * px} ${4 * px}`"
    />
    <template v-for="d in solid" :key="d.r.ring.id">
      <path
        v-if="d.r.ring.role === 'outline'"
        :d="d.d"
        fill="var(--stock)"
        stroke="var(--ink)"
        :stroke-width="1.8 * px"
        :data-ring="d.r.ring.id"
      />
    </template>
    <path
      v-for="d in openings"
      :key="d.r.ring.id"
      v-memo="[d.d, d.r.state, d.r.ring.id === props.selected]"
      :d="d.d"
      :data-ring="d.r.ring.id"
      class="opening"
      :class="[d.r.state, { chosen: d.r.ring.id === props.selected }]"
    />
    <template v-for="d in solid" :key="d.r.ring.id">
      <path
        v-if="d.r.ring.role === 'island'"
        :d="d.d"
        :data-ring="d.r.ring.id"
        :fill="d.r.sawn ? 'var(--stock)' : 'url(#hatch-near)'"
        stroke="var(--ink)"
        :stroke-width="(d.r.ring.id === props.selected ? 3 : 1.2) * px"
      />
    </template>
    <g class="quiet">
      <polyline
        v-for="(l, i) in reckoned.loose"
        :key="i"
        :points="Array.from(l.points).join(' ')"
        fill="none"
        stroke="var(--beyond)"
        :stroke-width="2 * px"
        :stroke-dasharray="`${5 * px} ${3 * px}`"
      />
      <template v-for="d in blocked" :key="d.r.ring.id">
        <polyline
          v-for="(points, i) in stretches(d.r)"
          :key="i"
          :points="points"
          fill="none"
          stroke="var(--beyond)"
          :stroke-width="4.5 * px"
          stroke-linecap="round"
        />
      </template>
      <g v-for="(w, i) in webs" :key="i" :stroke="`var(--${w.state})`" :stroke-width="2 * px">
        <path :d="`M${w.from[0]} ${w.from[1]}L${w.to[0]} ${w.to[1]}`" />
      </g>
      <template v-for="d in legible" :key="d.r.ring.id">
        <circle
          v-if="d.r.hole"
          :cx="d.r.hole.hole.x"
          :cy="d.r.hole.hole.y"
          :r="Math.max(found.drill / 2, 2.2 * px)"
          :fill="d.r.hole.fits ? 'var(--ink)' : 'var(--beyond)'"
        />
        <text :x="label(d).x" :y="label(d).y + 5 * px" :font-size="14 * px">{{ number.get(d.r.ring.id) }}</text>
      </template>
      <polyline
        v-if="arrow"
        :points="arrow"
        fill="none"
        stroke="var(--ink)"
        :stroke-width="3 * px"
        :stroke-dasharray="`${1 * px} ${6 * px}`"
        stroke-linecap="round"
        marker-end="url(#way)"
      />
      <path
        v-if="selected?.r.plan.entry.from"
        :d="`M${selected.r.plan.entry.from.join(' ')}L${selected.r.plan.entry.x} ${selected.r.plan.entry.y}`"
        stroke="var(--ink)"
        :stroke-width="2 * px"
        :stroke-dasharray="`${4 * px} ${3 * px}`"
      />
      <circle v-for="([x, y], i) in marks" :key="i" :cx="x" :cy="y" :r="4 * px" fill="none" stroke="var(--ink)" :stroke-width="2 * px" />
    </g>
    <g
      v-if="selected"
      class="quiet"
      fill="none"
      stroke="var(--steel)"
      stroke-opacity="0.75"
      stroke-linejoin="round"
      :stroke-width="kerf.width"
    >
      <path v-for="(p, i) in kerf.paths" :key="i" :d="ringPath(p)" />
    </g>
    <g v-if="selected" class="quiet" fill="none" stroke="var(--ink)" :stroke-width="1.6 * px">
      <!-- what the hand does at corners: turn on the spot, loop in the waste, relief cut, back out -->
      <template v-for="(e, i) in selected.r.plan.events" :key="i">
        <circle v-if="e.what === 'pivot'" :cx="e.x" :cy="e.y" :r="4.5 * px" />
        <circle v-else-if="e.what === 'loop'" :cx="e.x" :cy="e.y" :r="8 * px" :stroke-dasharray="`${3 * px} ${2 * px}`" />
        <path v-else :d="`M${e.x - 4 * px} ${e.y - 4 * px}l${8 * px} ${8 * px}m0 ${-8 * px}l${-8 * px} ${8 * px}`" />
      </template>
    </g>
    <g v-if="selected?.r.hole">
      <circle
        data-hole
        class="hole"
        :cx="(held ?? selected.r.hole.hole).x"
        :cy="(held ?? selected.r.hole.hole).y"
        :r="Math.max(found.drill / 2, 7 * px)"
        :fill="
          (held ?? selected.r.hole.hole).clear < 0
            ? 'var(--beyond)'
            : (held ?? selected.r.hole.hole).clear < 0.3 - 1e-6
              ? 'var(--near)'
              : 'var(--ink)'
        "
      />
      <text v-if="held" class="quiet" :x="held.x" :y="held.y - 14 * px" :font-size="14 * px">
        {{ held.clear < 0 ? 'bites the line' : `${lengthWords(Math.round(held.clear * 100) / 100, say)} clear` }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.sheet {
  display: block;
  width: 100%;
  height: 100%;
}
.opening {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}
.opening.near {
  fill: url(#hatch-near);
}
.opening.beyond {
  fill: url(#hatch-beyond);
  stroke: var(--beyond);
  stroke-width: 2px;
}
.opening.chosen {
  stroke-width: 3px;
}
[data-ring] {
  cursor: pointer;
}
.hole {
  cursor: move;
}
.quiet {
  pointer-events: none;
}
text {
  font-family: var(--mono);
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 0.2em;
}
</style>
