<script setup lang="ts">
import { hasSpeed, speedRange, type Saw } from '@green-pitch/core'
import Count from '../../ui/Count.vue'

/** Strokes a minute a saw makes, or a hand. */
const props = defineProps<{ saw: Saw }>()
const emit = defineEmits<{ change: [Partial<Saw>] }>()
function put(end: 'min' | 'max', v: number | undefined) {
  const { saw } = props
  if (!v) return
  if (hasSpeed(saw) && saw.speed.kind === 'variable') emit('change', { speed: { ...saw.speed, [end]: v } })
  else if (!hasSpeed(saw)) {
    const [low, high] = saw.strokesPerMinute
    emit('change', { strokesPerMinute: end === 'min' ? [v, high] : [low, v] })
  }
}
/** One of the saw's own speeds, the slowest first. */
function fixed(k: number, spm: number) {
  const { saw } = props
  if (!hasSpeed(saw) || saw.speed.kind !== 'steps') return
  emit('change', { speed: { kind: 'steps', steps: saw.speed.steps.map((s, i) => (i === k ? spm : s)).sort((a, b) => a - b) } })
}
</script>

<template>
  <template v-if="!hasSpeed(saw) || saw.speed.kind === 'variable'">
    <Count
      label="Slowest"
      :model-value="speedRange(saw)[0]"
      :min="10"
      :max="speedRange(saw)[1]"
      unit="spm"
      whole
      @update:model-value="(v) => put('min', v)"
    />
    <Count
      label="Fastest"
      :model-value="speedRange(saw)[1]"
      :min="speedRange(saw)[0]"
      :max="5000"
      unit="spm"
      whole
      @update:model-value="(v) => put('max', v)"
    />
  </template>
  <Count
    v-for="(speed, k) in saw.speed.steps"
    v-else
    :key="k"
    :label="saw.speed.steps.length === 1 ? 'Its speed' : `Speed ${k + 1}`"
    :model-value="speed"
    :min="10"
    :max="5000"
    unit="spm"
    whole
    @update:model-value="(v) => v && fixed(k, v)"
  />
</template>
