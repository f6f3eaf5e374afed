<script setup lang="ts">
import { computed } from 'vue'
import { decimal, type PluckRead } from '@green-pitch/core'

/** What was heard, loudness in decibels over frequency, with the partials that convinced it. */
const props = defineProps<{ columns: Float32Array; top: number; read: PluckRead }>()
const [W, H, BASE] = [360, 220, 190]
const x = (hz: number) => 4 + (hz / props.top) * (W - 8)
const y = (v: number) => BASE - 140 * v
const path = computed(() =>
  [...props.columns]
    .map((v, i) => `${i ? 'L' : 'M'}${(4 + ((i + 0.5) / props.columns.length) * (W - 8)).toFixed(1)} ${y(v).toFixed(1)}`)
    .join(''),
)
const partials = computed(() => {
  if (!props.read.heard) return []
  return props.read.partials
    .filter((p) => p.frequency < props.top)
    .slice(0, 4)
    .map((p) => {
      const c = Math.floor((p.frequency / props.top) * props.columns.length)
      const v = Math.max(...props.columns.subarray(Math.max(0, c - 2), c + 3))
      return {
        x: x(p.frequency),
        y: y(v) - 8,
        text: p.mode === 1 ? `${Math.round(p.frequency)} Hz` : `${decimal(p.ratio, 2)} ×`,
        first: p.mode === 1,
      }
    })
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Spectrum up to ${Math.round(top / 100) / 10} kHz`">
    <path :d="path" class="line" />
    <path :d="`M4 ${BASE}H${W - 4}`" class="axis" />
    <text
      v-for="p in partials"
      :key="p.text"
      :x="Math.max(2, Math.min(W - 2, p.x))"
      :y="p.y"
      :class="{ first: p.first }"
      :text-anchor="p.x < 40 ? 'start' : p.x > W - 40 ? 'end' : 'middle'"
    >
      {{ p.text }}
    </text>
    <text x="4" :y="BASE + 20" class="soft">0</text>
    <text :x="W - 4" :y="BASE + 20" class="soft" text-anchor="end">{{ decimal(top / 1000, 1) }} kHz</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
text {
  font: 14.5px var(--mono);
  fill: var(--soft);
}
.first {
  fill: var(--within);
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-linejoin: round;
}
.axis {
  stroke: var(--ink);
}
</style>
