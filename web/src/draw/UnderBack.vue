<script setup lang="ts">
import { computed } from 'vue'
import { lengthWords, type Blade, type Say } from '@green-pitch/core'

/** A hand saw end on, in its cut: plate, back, and how far it may go down. */
const props = defineProps<{ blade: Blade; depth: number; say: Say }>()
const W = 190
const H = 150
const TOP = 14
const under = computed(() => props.blade.plate?.depth)
const k = computed(() => (H - TOP - 8) / Math.max(1.15 * Math.max(under.value ?? props.blade.width, props.depth), 20))
/** height of the stock's upper face once the cut is down */
const face = computed(() => H - 8 - props.depth * k.value)
const plate = computed(() => Math.max(1.6, props.blade.thickness * k.value))
const kerf = computed(() => Math.max(plate.value + 1, props.blade.kerf * k.value))
const back = computed(() => H - 8 - (under.value ?? props.blade.width) * k.value)
const X = 62
</script>

<template>
  <figure>
    <h2>Under the back</h2>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`The cut goes down ${lengthWords(depth, say)}`">
      <rect x="6" :y="face" width="112" :height="H - face" fill="var(--stock)" stroke="var(--stock-line)" />
      <rect :x="X - kerf / 2" :y="face - 1" :width="kerf" :height="H - 7 - face" fill="var(--sheet)" />
      <rect :x="X - plate / 2" :y="back" :width="plate" :height="H - 8 - back" fill="var(--steel-dark)" />
      <rect v-if="under" :x="X - 5" :y="back - 12" width="10" height="14" fill="var(--ink)" />
      <path :d="`M126 ${face}V${H - 8}M122 ${face}h8M122 ${H - 8}h8`" stroke="var(--ink)" />
      <text x="133" :y="(face + H) / 2">{{ lengthWords(depth, say) }}</text>
      <template v-if="under">
        <path :d="`M84 ${back + 2}V${face}`" stroke="var(--soft)" stroke-dasharray="3 2" />
        <text x="88" :y="Math.max(24, (back + face) / 2 + 4)" class="soft">{{ lengthWords(Math.max(0, under - depth), say) }} spare</text>
      </template>
    </svg>
    <figcaption>{{ under ? `Clear plate under the back: ${lengthWords(under, say)}.` : 'No back: nothing stops it.' }}</figcaption>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 190px;
  margin: 6px 0;
}
text {
  font: 400 14px var(--text);
  fill: var(--ink);
}
</style>
