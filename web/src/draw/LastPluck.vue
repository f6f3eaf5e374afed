<script setup lang="ts">
import { computed } from 'vue'

/** The last pluck as it swung: lowest and highest sample of each column. */
const props = defineProps<{ wave: Float32Array; label: string }>()
const [W, H] = [360, 220]
const path = computed(() => {
  const n = props.wave.length / 2
  const most = Math.max(1e-6, ...props.wave.map(Math.abs))
  const at = (i: number, k: number) => `${((i / n) * W).toFixed(1)} ${(98 - (88 * props.wave[2 * i + k]!) / most).toFixed(1)}`
  const up = Array.from({ length: n }, (_, i) => at(i, 1))
  const down = Array.from({ length: n }, (_, i) => at(n - 1 - i, 0))
  return `M${up.join('L')}L${down.join('L')}Z`
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="label">
    <path :d="path" fill="var(--ink)" stroke="var(--ink)" stroke-width="0.8" stroke-linejoin="round" />
    <path :d="`M0 190H${W}`" stroke="var(--rule)" />
    <text x="0" y="210">0</text>
    <text :x="W" y="210" text-anchor="end">0.3 s</text>
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
</style>
