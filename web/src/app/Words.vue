<script setup lang="ts">
import { useTrouble } from '../store/trouble'
import Mark from '../ui/Mark.vue'
const trouble = useTrouble()
</script>

<template>
  <div class="words" role="status" aria-live="polite">
    <p v-for="w in trouble.words" :key="w.id" :class="w.tone">
      <Mark :state="w.tone === 'trouble' ? 'beyond' : 'within'" />
      <span>{{ w.text }}</span>
      <button class="act plain" @click="trouble.dismiss(w.id)">Close</button>
    </p>
  </div>
</template>

<style scoped>
.words {
  position: fixed;
  right: 16px;
  bottom: 16px;
  z-index: 20;
  display: grid;
  gap: 8px;
  max-width: min(520px, calc(100vw - 32px));
}
p {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 8px 8px 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: 3px;
  white-space: pre-line;
}
p > span:nth-child(2) {
  flex: 1;
}
</style>
