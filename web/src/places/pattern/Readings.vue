<script setup lang="ts">
import { watch } from 'vue'
import { comesTo, readingWords } from '@green-pitch/core'
import type { ReadingLook } from '../../work/patternWork'
import { usePattern } from '../../store/pattern'
import { alongChoices } from '../../ui/tabs'

/** The ways the drawing can be read, each with a picture of the piece it leaves standing; another by one press. */
const pattern = usePattern()
watch(
  () => [pattern.looks, pattern.reckoned, pattern.tooLarge],
  () => {
    if (!pattern.looks) void pattern.lookAround()
  },
  { immediate: true },
)
function viewOf({ box: { minX, minY, maxX, maxY } }: ReadingLook) {
  const margin = 0.03 * Math.max(maxX - minX, maxY - minY)
  return `${minX - margin} ${minY - margin} ${maxX - minX + 2 * margin} ${maxY - minY + 2 * margin}`
}
const chosen = (look: ReadingLook) => (pattern.record?.reading ?? 'lines') === look.reading
</script>

<template>
  <div
    v-if="pattern.looks && pattern.looks.length > 1"
    class="readings"
    role="radiogroup"
    aria-label="What stays of the drawing"
    @keydown="alongChoices"
  >
    <button
      v-for="look in pattern.looks"
      :key="look.reading"
      role="radio"
      :aria-checked="chosen(look)"
      :tabindex="chosen(look) ? 0 : -1"
      @click="chosen(look) || pattern.edit({ reading: look.reading })"
    >
      <svg :viewBox="viewOf(look)" aria-hidden="true"><path :d="look.path" fill-rule="evenodd" vector-effect="non-scaling-stroke" /></svg>
      <b>{{ readingWords[look.reading] }}</b>
      <span v-for="words in comesTo(look)" :key="words" class="soft">{{ words }}</span>
    </button>
  </div>
</template>

<style scoped>
.readings {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(74px, 1fr));
  gap: 6px;
}
button {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  padding: 6px 3px;
  border: 1px solid var(--faint);
  border-radius: 3px;
  font-size: 0.8125rem;
  line-height: 1.25;
  text-align: center;
}
button[aria-checked='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 0 0 1px var(--ink);
}
svg {
  width: 62px;
  height: 48px;
}
path {
  fill: var(--rule);
  stroke: var(--ink);
  stroke-width: 0.75;
}
</style>
