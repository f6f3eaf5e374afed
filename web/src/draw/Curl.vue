<script setup lang="ts">
import { computed } from 'vue'

/** A bend of a kerf, cut off by its frame; the tightest of those it stands among sets their one scale. Without a radius a straight one. */
const props = defineProps<{ radius: number | undefined; tightest: number }>()
const TIGHT = 7 // px the tightest is drawn with
const W = 44
const H = 28
const path = computed(() => {
  if (props.radius === undefined) return `M2 ${H / 2}H${W - 2}`
  const r = (props.radius / props.tightest) * TIGHT
  // in on a straight, round the bend, out where the frame ends it
  const y = H - 4
  if (2 * r < H - 8) return `M2 ${y}H${W / 2}a${r} ${r} 0 0 0 0 ${-2 * r}H2`
  const turned = Math.min(Math.asin(Math.min(1, (W - 10) / r)), Math.acos(Math.max(-1, 1 - (H - 6) / r)))
  return `M2 ${y}h6A${r} ${r} 0 0 0 ${8 + r * Math.sin(turned)} ${y - r * (1 - Math.cos(turned))}`
})
</script>

<template>
  <svg :width="W" :height="H" :viewBox="`0 0 ${W} ${H}`" aria-hidden="true">
    <path :d="path" fill="none" stroke="currentColor" stroke-width="2.5" stroke-linejoin="round" />
  </svg>
</template>
