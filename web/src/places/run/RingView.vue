<script setup lang="ts">
import { computed, nextTick, onMounted, ref, toRef, watch } from 'vue'
import { lengthWords, roundWords, type Say } from '@green-pitch/core'
import { alongAt, boxOf, lengthsOf, middleOf, partOf, pointAt, type RingReckoning } from '@green-pitch/core/pattern'
import { touches, useRingPaths } from '../../draw/ringPaths'
import type { Found } from '../../work/patternWork'
import { useView } from '../../draw/view'

/** The ring in hand, large on the sheet: its hole, which way to go round, and the thin web beside it. */
const props = defineProps<{ reckoned: Found; ring: RingReckoning; done: ReadonlySet<number>; say: Say; beat?: number }>()
const found = computed(() => props.reckoned.found)
const svg = ref<SVGSVGElement>()
const box = computed(() => boxOf(props.ring.ring.points))
const view = useView(svg, box)
const px = computed(() => 1 / view.scale.value)
const drawn = useRingPaths(
  toRef(() => props.reckoned),
  view.scale,
)
const seen = computed(() => drawn.value.filter((d) => touches(d.box, view.box.value)))
const number = computed(() => new Map(found.value.order.map((id, i) => [id, i + 1])))
/** A little of its surroundings stays in sight. */
async function frame() {
  await nextTick()
  view.fit()
  view.zoomBy(props.ring.ring.role === 'outline' && !props.ring.ring.part ? 0.9 : 0.62)
}
onMounted(frame)
watch(() => props.ring.ring.id, frame)

/** The way round, drawn just inside the line; from the hole or the edge. */
const way = computed(() => {
  const { ring, plan, measure, left } = props.ring
  const start = alongAt(ring, plan.entry.x, plan.entry.y)
  const sign = plan.direction === 'clockwise' ? 1 : -1
  const inset = (ring.role === 'opening' ? 1 : -1) * 9 * px.value
  const points: string[] = [`${plan.entry.x},${plan.entry.y}`]
  const n = 60
  // no farther than what is left to saw
  const most = Math.min(0.4, left ? (left[0]?.length ?? 0) / measure.length : 1)
  for (let i = 1; i <= n * most; i++) {
    const s = (start + (sign * measure.length * i) / n + 2 * measure.length) % measure.length
    const [x, y] = pointAt(ring, s)
    const [u, v] = pointAt(ring, (s + 0.01) % measure.length)
    const l = Math.hypot(u - x, v - y) || 1
    // rings run clockwise, so inside lies to the right of the way along
    points.push(`${x - ((v - y) / l) * inset},${y + ((u - x) / l) * inset}`)
  }
  return points.join(' ')
})
/** What is to be sawn: all of it, or what a piece beside it has left. */
const toSaw = computed(() => {
  const { ring, left } = props.ring
  if (!left) return drawn.value[ring.id]!.d
  const whole = lengthsOf(ring).at(-1)!
  const line = (from: number, to: number) => `M${partOf(ring, from, to).join(' ')}`
  return left.map(({ from, length }) => line(from, from + length) + (from + length > whole ? line(0, from + length - whole) : '')).join('')
})
/** Where the beat has come to. */
const beatAt = computed(() => (props.beat === undefined ? undefined : pointAt(props.ring.ring, props.beat)))
const web = computed(() => {
  const w = props.ring.web
  const told = w && found.value.troubles.some((t) => t.kind === 'web' && t.rings.includes(props.ring.ring.id))
  return told ? w : undefined
})
const middle = computed((): [number, number] => props.ring.hole?.middle ?? [0, 0])
const holeRadius = computed(() => Math.max(found.value.drill / 2, 7 * px.value))
/** The number stands on the hole itself. */
const inHole = computed(() => {
  const h = props.ring.hole?.hole
  return h !== undefined && Math.hypot(h.x - middle.value[0], h.y - middle.value[1]) < holeRadius.value
})
</script>

<template>
  <svg
    ref="svg"
    :viewBox="view.viewBox.value"
    preserveAspectRatio="none"
    role="img"
    :aria-label="`Number ${number.get(ring.ring.id)} on the sheet, cut ${ring.plan.direction === 'clockwise' ? 'clockwise' : 'counterclockwise'}`"
  >
    <defs>
      <marker id="run-way" viewBox="0 0 10 10" refX="4" refY="5" markerWidth="5" markerHeight="5" orient="auto">
        <path d="M0 0 10 5 0 10z" fill="var(--ink)" />
      </marker>
    </defs>
    <path
      v-for="d in seen.filter((x) => x.r.ring.role === 'outline')"
      :key="d.r.ring.id"
      :d="d.d"
      :fill="done.has(d.r.ring.id) && d.r !== ring ? 'var(--sheet)' : 'var(--stock)'"
      stroke="var(--stock-line)"
      :stroke-width="1.2 * px"
    />
    <path
      v-for="d in seen.filter((x) => x.r.ring.role !== 'outline')"
      :key="d.r.ring.id"
      :d="d.d"
      :fill="done.has(d.r.ring.id) ? 'var(--faint)' : d.r.ring.role === 'island' ? 'var(--stock)' : 'var(--sheet)'"
      stroke="var(--stock-line)"
      :stroke-width="1.2 * px"
    />
    <text
      v-for="d in seen.filter((x) => (x.r !== ring && x.r.hole) || x.r.ring.part)"
      :key="d.r.ring.id"
      class="other"
      :class="{ number: d.r === ring }"
      :x="(d.r.hole?.middle ?? middleOf(d.box))[0]"
      :y="(d.r.hole?.middle ?? middleOf(d.box))[1]"
      :font-size="15 * px"
    >
      {{ number.get(d.r.ring.id) }}
    </text>
    <path :d="toSaw" :fill="ring.ring.role === 'opening' ? 'var(--sheet)' : 'none'" stroke="var(--ink)" :stroke-width="3.5 * px" />
    <path :d="drawn[ring.ring.id]!.blocked" fill="none" stroke="var(--beyond)" :stroke-width="5 * px" />
    <path
      v-if="ring.plan.entry.from"
      :d="`M${ring.plan.entry.from.join(' ')}L${ring.plan.entry.x} ${ring.plan.entry.y}`"
      stroke="var(--ink)"
      :stroke-width="3 * px"
      :stroke-dasharray="`${6 * px} ${4 * px}`"
    />
    <polyline
      :points="way"
      fill="none"
      stroke="var(--ink)"
      :stroke-width="4 * px"
      :stroke-dasharray="`${0.1 * px} ${9 * px}`"
      stroke-linecap="round"
      marker-end="url(#run-way)"
    />
    <g v-if="web" stroke="var(--near)" fill="none" :stroke-width="3 * px">
      <path :d="`M${web.from.join(' ')}L${web.to.join(' ')}`" />
    </g>
    <text v-if="web" class="web" :x="(web.from[0] + web.to[0]) / 2" :y="(web.from[1] + web.to[1]) / 2 - 10 * px" :font-size="17 * px">
      {{ roundWords(web.width, say) }}
    </text>
    <template v-if="ring.hole">
      <circle :cx="ring.hole.hole.x" :cy="ring.hole.hole.y" :r="holeRadius" fill="var(--ink)" />
      <text
        class="start"
        :x="ring.hole.hole.x"
        :y="ring.hole.hole.y + (ring.hole.hole.y < middle[1] ? -holeRadius - 7 * px : holeRadius + 19 * px)"
        :font-size="16 * px"
      >
        start, {{ lengthWords(found.drill, say) }}
      </text>
    </template>
    <text
      v-if="ring.ring.role === 'opening'"
      class="number"
      :class="{ on: inHole }"
      :x="middle[0]"
      :y="middle[1] + 6 * px"
      :font-size="30 * px"
    >
      {{ number.get(ring.ring.id) }}
    </text>
    <circle v-if="beatAt" :cx="beatAt[0]" :cy="beatAt[1]" :r="7 * px" fill="var(--sheet)" stroke="var(--ink)" :stroke-width="3 * px" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--sheet);
}
text {
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 0.18em;
  font-family: var(--text);
}
.other {
  fill: var(--soft);
  stroke: none;
}
.number {
  font-weight: 700;
}
.number.on {
  fill: var(--sheet);
  stroke: none;
}
.web {
  font-weight: 700;
  fill: var(--near);
}
</style>
