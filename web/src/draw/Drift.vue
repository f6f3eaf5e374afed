<script setup lang="ts">
import { computed } from 'vue'
import {
  drift,
  heights,
  lengthWords,
  depthBelowClamp,
  type Job,
  type Jigsaw,
  type Say,
  type SetUp,
  type Evaluation,
} from '@green-pitch/core'

/** The jigsaw's blade from the front: held above the base only, its free end pushed aside in a curve. */
const props = defineProps<{ job: Job; saw: Jigsaw; evaluation: Evaluation; setup: SetUp; say: Say }>()
const W = 150
const H = 128
const TIMES = 5
const below = computed(() => depthBelowClamp(props.job, props.saw))
const k = computed(() => (H - 14) / Math.max(below.value, props.evaluation.blade.length))
const at = (z: number) => 6 + z * k.value
const line = computed(() =>
  Array.from({ length: 21 }, (_, i) => (i / 20) * below.value)
    .map((z, i) => {
      const x = 60 + drift(props.evaluation.blade, props.setup.inputs.sidePush, below.value, z) * TIMES * k.value
      return `${i ? 'L' : 'M'}${x.toFixed(1)} ${at(z).toFixed(1)}`
    })
    .join(''),
)
const H2 = computed(() => heights(props.job).total)
</script>

<template>
  <figure>
    <h2>Free end</h2>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Its free end drifts ${lengthWords(setup.bow, say)} sideways`">
      <rect x="48" y="0" width="24" height="8" fill="var(--steel-dark)" />
      <rect x="8" :y="at(saw.clampHeight) - 4" width="134" height="4" fill="var(--rule)" stroke="var(--soft)" stroke-width="0.8" />
      <rect x="14" :y="at(saw.clampHeight)" width="122" :height="H2 * k" fill="var(--stock)" stroke="var(--stock-line)" />
      <path :d="`M60 ${at(0)}V${at(evaluation.blade.length)}`" stroke="var(--steel-dark)" stroke-width="3" />
      <path :d="line" fill="none" stroke="var(--ink)" stroke-width="1.6" stroke-dasharray="4 3" />
      <text x="78" :y="at(saw.clampHeight + H2) - 6">{{ lengthWords(setup.bow, say) }}</text>
    </svg>
    <figcaption>Dashed: {{ TIMES }} times its drift in a curve.</figcaption>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 150px;
  margin: 6px auto;
}
text {
  font: 700 15px var(--text);
  fill: var(--ink);
}
</style>
