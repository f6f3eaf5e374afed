<script setup lang="ts">
import { computed, toRef } from 'vue'
import { lengthWords, type Say } from '@green-pitch/core'
import { alongAt, linePath, pointAt, ringPath, type Change, type Hole } from '@green-pitch/core/pattern'
import { touches, useInSteps, useRingPaths, type Drawn } from '../../draw/ringPaths'
import type { Found } from '../../work/patternWork'
import SheetPart from './SheetPart.vue'

/** The drawn sheet itself, made only when what it shows changes; the hand that moves it is in Sheet. */
const props = defineProps<{
  reckoned: Found
  selected?: number
  say: Say
  /** part of the sheet that is drawn, mm, and px per mm */
  box: { x: number; y: number; w: number; h: number }
  viewBox: string
  scale: number
  /** a hole in the hand, and the marks of a distance */
  held?: Hole
  kerf: { paths: Float64Array[]; width: number }
  marks: readonly [number, number][]
  /** redraws that are offered */
  changes: readonly Change[]
}>()
const found = computed(() => props.reckoned.found)
/** rings drawn at once: more would hold up the hand */
const PART = 40
const drawn = useRingPaths(
  toRef(() => props.reckoned),
  toRef(() => props.scale),
)
const px = computed(() => 1 / props.scale)
/** What is drawn over goes first: outlines, openings, and the islands in them. */
const parts = computed(() => {
  const all: Drawn[][] = []
  for (const role of ['outline', 'opening', 'island']) {
    const rings = drawn.value.filter((d) => d.r.ring.role === role)
    for (let i = 0; i < rings.length; i += PART) all.push(rings.slice(i, i + PART))
  }
  return all
})
const shown = useInSteps(
  computed(() => parts.value.filter((part) => part.some((d) => touches(d.box, props.box)))),
  computed(() => found.value.rings.length),
)
const number = computed(() => new Map(found.value.order.map((id, i) => [id, i + 1])))
const selected = computed(() => (props.selected === undefined ? undefined : drawn.value[props.selected]))
const webs = computed(() => {
  const marked = new Map<string, 'near' | 'beyond'>()
  for (const t of found.value.troubles) if (t.kind === 'web' && t.state !== 'within') marked.set([...t.rings].sort().join(), t.state)
  return found.value.webs.flatMap((w) => {
    const state = marked.get((w.a === w.b ? [w.a] : [w.a, w.b].sort()).join())
    return state ? [{ ...w, state }] : []
  })
})
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
    <SheetPart
      v-for="part in shown"
      :key="part[0]!.r.ring.id"
      :part="part"
      :selected="part.some((d) => d.r.ring.id === props.selected) ? props.selected : undefined"
      :number="number"
      :px="px"
      :drill="found.drill"
    />
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
      <g v-for="(w, i) in webs" :key="i" :stroke="`var(--${w.state})`" :stroke-width="2 * px">
        <path :d="`M${w.from[0]} ${w.from[1]}L${w.to[0]} ${w.to[1]}`" />
      </g>
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
      <!-- what the hand does on the way: turn on the spot, clear dust, hold the board anew; and what is sawn beside the line -->
      <template v-for="(e, i) in selected.r.plan.events" :key="i">
        <circle v-if="e.what === 'pivot'" :cx="e.x" :cy="e.y" :r="4.5 * px" />
        <rect v-else-if="e.what === 'clamp'" :x="e.x - 5 * px" :y="e.y - 5 * px" :width="10 * px" :height="10 * px" />
        <path
          v-else-if="e.what === 'clear'"
          :d="`M${e.x - 4 * px} ${e.y - 4 * px}l${8 * px} ${8 * px}m0 ${-8 * px}l${-8 * px} ${8 * px}`"
        />
        <path v-else-if="e.beside?.length" :d="e.beside.map(linePath).join('')" :stroke-dasharray="`${5 * px} ${3 * px}`" />
      </template>
    </g>
    <g v-if="changes.length" class="quiet" :transform="`translate(${reckoned.origin.join(' ')})`" :stroke-width="2 * px">
      <path
        v-for="(c, i) in changes"
        :key="i"
        :d="c.redraw.patches.map(ringPath).join('')"
        fill-rule="evenodd"
        :fill="c.redraw.stays ? 'var(--within-bg)' : 'var(--sheet)'"
        :stroke="c.redraw.stays ? 'var(--within)' : 'var(--beyond)'"
        :stroke-dasharray="c.redraw.stays ? undefined : `${4 * px} ${3 * px}`"
      />
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
        {{ held.clear < 0 ? 'over the line' : `${lengthWords(Math.round(held.clear * 100) / 100, say)} clear` }}
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
.hole {
  cursor: move;
}
.quiet {
  pointer-events: none;
}
.sheet :deep(text) {
  pointer-events: none;
  font-family: var(--mono);
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 0.2em;
}
</style>
