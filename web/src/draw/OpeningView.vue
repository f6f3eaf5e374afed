<script setup lang="ts">
import { computed } from 'vue'
import type { Opening, OpeningWay } from '@green-pitch/core/joint'

/** An opening in a panel to scale: its lines, holes and cuts; the one in hand strong, those before it done. */
const props = defineProps<{ opening: Opening; way: OpeningWay; at?: number | 'holes' }>()
const k = computed(() => Math.min(250 / props.opening.width, 150 / props.opening.height))
const R = 2.5 // px at least, so that a hole is seen
</script>

<template>
  <svg :viewBox="`-14 -14 ${opening.width * k + 28} ${opening.height * k + 28}`" role="img" aria-label="Holes and cuts">
    <rect
      :width="opening.width * k"
      :height="opening.height * k"
      :rx="opening.corner * k"
      fill="var(--stock)"
      stroke="var(--stock-line)"
      stroke-dasharray="4 3"
    />
    <path
      v-for="(c, i) in way.cuts"
      :key="i"
      :d="`M${c.from[0] * k} ${c.from[1] * k}L${c.to[0] * k} ${c.to[1] * k}`"
      :stroke="i === at ? 'var(--within)' : 'var(--ink)'"
      :stroke-width="i === at ? 5 : 2"
      :opacity="at === 'holes' || (at !== undefined && i > at) ? 0.25 : 1"
    />
    <circle
      v-for="(h, i) in way.holes"
      :key="i"
      :cx="h.x * k"
      :cy="h.y * k"
      :r="Math.max(R, (h.d / 2) * k)"
      fill="var(--paper)"
      stroke="var(--ink)"
      :stroke-width="at === 'holes' ? 3 : 1.5"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 100%;
}
svg > * {
  vector-effect: non-scaling-stroke;
}
</style>
