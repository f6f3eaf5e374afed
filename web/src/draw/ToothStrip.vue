<script setup lang="ts">
import { computed } from 'vue'
import type { Blade } from '@green-pitch/core'
import { path, PX_PER_MM, toothOutlines } from './teeth'

/** A stretch of blade lying on its back, teeth up, true spacing, `times` enlarged; lower end at the left. */
const props = defineProps<{ blade: Blade; times: number; width?: number }>()
const px = computed(() => props.times * PX_PER_MM)
const span = computed(() => (props.width ?? 310) / px.value)
const from = computed(() => (props.blade.reverseZone ? Math.max(0, props.blade.reverseZone - span.value / 3) : 20))
const d = computed(() =>
  toothOutlines(props.blade, from.value, from.value + span.value)
    .map((t) => path(t.outline.map(([x, y]) => [y - from.value, -x])))
    .join(''),
)
const body = computed(() => Math.min(0.22, props.blade.width - props.blade.toothDepth))
const height = computed(() => (props.blade.toothDepth + body.value) * px.value)
</script>

<template>
  <svg
    :width="width ?? 310"
    :height="height"
    :viewBox="`0 ${-blade.toothDepth} ${span} ${blade.toothDepth + body}`"
    aria-hidden="true"
    preserveAspectRatio="none"
  >
    <path :d="d" fill="var(--steel)" />
    <rect :width="span" :height="body" fill="var(--steel)" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
  overflow: hidden;
}
</style>
