<script setup lang="ts">
import { computed } from 'vue'
import { tooMuchWords, type Say } from '@green-pitch/core'
import type { TooLarge } from '../../work/patternWork'
import Mark from '../../ui/Mark.vue'

/** A drawing that is too much to calculate: shown, with the reason and what helps. */
const props = defineProps<{ drawn: TooLarge; say: Say }>()
const view = computed(() => {
  const { minX, minY, maxX, maxY } = props.drawn.box
  const margin = 0.02 * Math.max(maxX - minX, maxY - minY)
  return `${minX - margin} ${minY - margin} ${maxX - minX + 2 * margin} ${maxY - minY + 2 * margin}`
})
</script>

<template>
  <figure>
    <figcaption role="status"><Mark state="beyond" />{{ tooMuchWords(drawn.tooMuch, say) }}</figcaption>
    <svg :viewBox="view" role="img" aria-label="The drawing as it stands">
      <path :d="drawn.path" fill="none" stroke="currentColor" vector-effect="non-scaling-stroke" />
    </svg>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
  margin: 0;
  padding: 14px 18px;
  gap: 10px;
}
svg {
  width: 100%;
  height: 100%;
}
</style>
