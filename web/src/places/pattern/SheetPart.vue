<script setup lang="ts">
import { middleOf } from '@green-pitch/core/pattern'
import type { Drawn } from '../../draw/ringPaths'

/** Some of the rings, by state; drawn by itself, so that a thousand can come a part at a time. */
const props = defineProps<{
  part: Drawn[]
  selected?: number
  number: ReadonlyMap<number, number>
  /** mm of a pixel */
  px: number
  /** mm of the starting holes' drill */
  drill: number
}>()
/** Numbers and holes are drawn only where they can be told apart. */
const legible = ({ r, box: b }: Drawn) =>
  (r.ring.role === 'opening' || r.ring.part !== undefined) && Math.min(b.maxX - b.minX, b.maxY - b.minY) / props.px > 13
/** A number stands where the opening is widest, unless its hole is there; in the middle of a piece. */
const label = ({ r, box: b }: Drawn) => {
  const h = r.hole
  const [x, y] = h?.middle ?? middleOf(b)
  if (!h) return { x, y }
  return Math.hypot(x - h.hole.x, y - h.hole.y) < 14 * props.px ? { x: h.hole.x + 16 * props.px, y: h.hole.y } : { x, y }
}
</script>

<template>
  <g>
    <path
      v-for="d in part"
      :key="d.r.ring.id"
      v-memo="[d.d, d.r.state, d.r.sawn, d.r.ring.id === selected]"
      :d="d.d"
      :data-ring="d.r.ring.id"
      :class="[d.r.ring.role, d.r.state, { chosen: d.r.ring.id === selected, falls: !d.r.sawn }]"
    />
    <template v-for="d in part" :key="d.r.ring.id">
      <path v-if="d.blocked" :d="d.blocked" class="blocked" />
      <template v-if="legible(d)">
        <circle
          v-if="d.r.hole"
          class="quiet"
          :cx="d.r.hole.hole.x"
          :cy="d.r.hole.hole.y"
          :r="Math.max(drill / 2, 2.2 * px)"
          :fill="d.r.hole.fits ? 'var(--ink)' : 'var(--beyond)'"
        />
        <text :x="label(d).x" :y="label(d).y + 5 * px" :font-size="14 * px">{{ number.get(d.r.ring.id) }}</text>
      </template>
    </template>
  </g>
</template>

<style scoped>
path {
  stroke: var(--ink);
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}
[data-ring] {
  cursor: pointer;
}
.outline {
  fill: var(--stock);
  stroke-width: 1.8px;
}
.opening {
  fill: var(--sheet);
}
.opening.near {
  fill: url(#hatch-near);
}
.opening.beyond {
  fill: url(#hatch-beyond);
  stroke: var(--beyond);
  stroke-width: 2px;
}
.island {
  fill: var(--stock);
}
.island.falls {
  fill: url(#hatch-near);
}
.chosen {
  stroke-width: 3px;
}
.blocked {
  fill: none;
  stroke: var(--beyond);
  stroke-width: 4.5px;
  stroke-linecap: round;
}
.blocked,
.quiet {
  pointer-events: none;
}
</style>
