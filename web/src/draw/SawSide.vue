<script setup lang="ts">
import { computed } from 'vue'
import { lengthWords, tableHeight, type StrungSaw, type Say, profileOf } from '@green-pitch/core'

/** Side view of what a saw clamps: arm or frame, throat, table and blade. */
const props = defineProps<{ saw: StrungSaw; say: Say }>()
const S = computed(() => Math.min(0.8, 300 / (props.saw.throat + 60)))
const len = (mm: number) => lengthWords(mm, props.say)
</script>

<template>
  <svg :width="320" height="130" viewBox="0 0 320 130" role="img" :aria-label="`Throat ${len(saw.throat)}, span ${len(saw.span)}`">
    <path
      v-if="!profileOf(saw).table"
      :d="`M12 ${50 - (saw.span * S) / 2}H${12 + saw.throat * S + 10}V${50 + (saw.span * S) / 2}H12`"
      fill="none"
      stroke="var(--steel-dark)"
      stroke-width="5"
    />
    <path
      v-else
      :d="`M8 ${50 - (saw.span * S) / 2}H${16 + saw.throat * S + 22}V${50 + (saw.span * S) / 2}H8`"
      fill="none"
      stroke="var(--steel-dark)"
      stroke-width="10"
      stroke-linejoin="round"
    />
    <rect
      v-if="profileOf(saw).table"
      x="0"
      :y="50 + (saw.span * S) / 2 - tableHeight(saw) * S"
      width="110"
      height="4"
      fill="var(--rule)"
      stroke="var(--soft)"
      stroke-width="0.7"
    />
    <path :d="`M12 ${50 - (saw.span * S) / 2}V${50 + (saw.span * S) / 2}`" stroke="var(--ink)" stroke-width="2" />
    <path :d="`M14 119H${12 + saw.throat * S}M14 115v8M${12 + saw.throat * S} 115v8`" stroke="var(--soft)" />
    <text :x="12 + (saw.throat * S) / 2" y="112" text-anchor="middle">throat {{ len(saw.throat) }}</text>
    <text x="20" :y="55 - (saw.span * S) / 4">span {{ len(saw.span) }}</text>
  </svg>
</template>

<style scoped>
text {
  font: 400 14px var(--text);
  fill: var(--ink);
}
</style>
