<script setup lang="ts">
import { computed } from 'vue'
import type { SlicePlan, SliceTask } from '@green-pitch/core/pattern'

/** The piece seen on its end: slices sawn, in hand and to come, the fence they are measured from. */
const props = defineProps<{ task: SliceTask; plan: SlicePlan; at?: number }>()
const FENCE = 14
const k = computed(() => Math.min(220 / props.task.width, 150 / props.task.height))
const slices = computed(() =>
  Array.from({ length: props.plan.slices }, (_, i) => ({
    x: FENCE + i * (props.plan.sawn + props.task.kerf) * k.value,
    width: Math.max(1, props.plan.sawn * k.value),
  })),
)
</script>

<template>
  <svg
    :viewBox="`0 -20 ${FENCE + task.width * k + 10} ${task.height * k + 26}`"
    role="img"
    :aria-label="`The piece on its end: ${plan.slices} slices, the fence on the left`"
  >
    <rect :y="-20" :width="FENCE - 4" :height="task.height * k + 20" fill="var(--faint)" stroke="var(--rule)" />
    <rect :x="FENCE" :width="task.width * k" :height="task.height * k" fill="var(--stock)" stroke="var(--stock-line)" />
    <template v-for="(s, i) in slices" :key="i">
      <rect :x="s.x" :width="s.width" :height="task.height * k" :fill="i === at ? 'var(--within)' : 'none'" :fill-opacity="0.25" />
      <rect
        :x="s.x + s.width"
        :width="Math.max(0.8, task.kerf * k)"
        :height="task.height * k"
        :fill="at !== undefined && i <= at ? 'var(--ink)' : 'var(--stock-line)'"
      />
    </template>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 100%;
}
svg > * {
  vector-effect: non-scaling-stroke;
}
</style>
