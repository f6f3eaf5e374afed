<script setup lang="ts">
import { computed } from 'vue'
import { perYearWords, type Cover } from '@green-pitch/core'

/** What is still missing with a kit of each size: work no blade of it does well, and minutes lost, a poorer edge counted as time. Each column picks its size. */
const props = defineProps<{ kits: readonly (Cover & { size: number })[]; total: number; size: number }>()
const emit = defineEmits<{ pick: [size: number] }>()
const TALL = 84
const columns = computed(() => {
  const parts = props.kits.map((k) => ({ size: k.size, open: Math.max(0, props.total - k.covered), lost: k.loss }))
  const most = Math.max(1, ...parts.map((p) => p.open + p.lost))
  return parts.map((p) => ({ ...p, openTall: (TALL * p.open) / most, lostTall: (TALL * p.lost) / most }))
})
const told = (c: { open: number; lost: number }) =>
  [c.open >= 1 ? `${perYearWords(c.open)} not done well` : '', c.lost >= 1 ? `${perYearWords(c.lost)} lost` : '']
    .filter(Boolean)
    .join(', ') || 'nothing missing'
</script>

<template>
  <figure>
    <figcaption class="soft">
      <span
        ><svg width="12" height="12" aria-hidden="true"><rect width="12" height="12" fill="var(--steel-dark)" /></svg> work none does
        well</span
      >
      <span
        ><svg width="12" height="12" aria-hidden="true"><rect width="12" height="12" fill="var(--void)" /></svg> minutes lost, a poorer edge
        counted</span
      >
    </figcaption>
    <div class="curve" role="group" aria-label="Sizes in the kit">
      <button
        v-for="c in columns"
        :key="c.size"
        :aria-pressed="c.size === size"
        :aria-label="`${c.size}: ${told(c)}`"
        @click="emit('pick', c.size)"
      >
        <svg :height="TALL" width="100%" aria-hidden="true">
          <rect x="22%" width="56%" :y="TALL - c.openTall - c.lostTall" :height="c.lostTall" fill="var(--void)" />
          <rect x="22%" width="56%" :y="TALL - c.openTall" :height="c.openTall" fill="var(--steel-dark)" />
          <line x1="0" x2="100%" :y1="TALL - 0.5" :y2="TALL - 0.5" stroke="var(--ink)" />
        </svg>
        <span class="mono">{{ c.size }}</span>
      </button>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 16px 0 8px;
}
figcaption {
  display: flex;
  gap: 4px 16px;
  flex-wrap: wrap;
  margin-bottom: 6px;
}
.curve {
  display: flex;
}
.curve button {
  flex: 1;
  display: grid;
  justify-items: center;
  min-height: 44px;
  padding-bottom: 4px;
  border-bottom: 3px solid transparent;
}
.curve button[aria-pressed='true'] {
  border-bottom-color: var(--ink);
  font-weight: 700;
}
.curve button:hover {
  background: var(--faint);
}
</style>
