<script setup lang="ts">
import { onMounted, onUpdated, ref } from 'vue'
import { alongRow, oneStop } from '../../ui/tabs'

/** One question of a new job: what it asks, and its answers in a row that is one stop of the tab key. */
defineProps<{ label: string; short?: string }>()
const row = ref<HTMLElement>()
const stop = () => oneStop(row.value)
onMounted(stop)
onUpdated(stop)
</script>

<template>
  <div ref="row" class="ask" role="group" :aria-label="label" @keydown="alongRow" @focusin="stop">
    <h3>{{ short ?? label }}</h3>
    <slot />
  </div>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
h3 {
  flex: 0 0 116px;
  font-weight: 400;
  color: var(--soft);
}
@media (max-width: 760px) {
  h3 {
    flex-basis: 100%;
  }
}
</style>
