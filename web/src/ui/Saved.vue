<script setup lang="ts">
import type { Saving } from '../store/keeper'

/** The one word for saving, from the keeper’s own state, wherever something is said to be saved. */
defineProps<{ state: Saving }>()
const words: Record<Saving, string> = { saved: 'saved', saving: 'saving…', conflict: 'saved beside', failed: 'not saved' }
</script>

<template>
  <span role="status" :class="{ failed: state === 'failed' }">{{ words[state] }}</span>
</template>

<style scoped>
.failed {
  color: var(--beyond);
  font-weight: 700;
}
</style>
