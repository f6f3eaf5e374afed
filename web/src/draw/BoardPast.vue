<script setup lang="ts">
import { computed, useId } from 'vue'
import {
  boardSaid,
  type HandFrame,
  type Job,
  type BoardPassed,
  type Material,
  profileOf,
  type Say,
  type ScrollSaw,
  type SawnBoard,
} from '@green-pitch/core'
import Hatch from './Hatch.vue'

/** Plan of the board about the blade where its long end points back, and what stands there. */
const props = defineProps<{
  job: Job
  saw: ScrollSaw | HandFrame
  board: SawnBoard
  passes: BoardPassed
  hatch: Material['hatch']
  say: Say
}>()
const id = useId()
const W = 190
const H = 108
const PAD = 6
/** The longer end lies behind the blade. */
const behind = computed(() => Math.max(props.board.to, props.board.length - props.board.from))
const before = computed(() => props.board.length - behind.value)
const arm = computed(() => props.saw.throat + 2 * props.saw.armHalfWidth)
const k = computed(() =>
  Math.min(
    (W - 2 * PAD) / (before.value + Math.max(behind.value, arm.value)),
    (H - 2 * PAD) / Math.max(props.board.width, 4 * props.saw.armHalfWidth),
  ),
)
const x = computed(() => PAD + before.value * k.value)
const middle = H / 2
const half = computed(() => (props.board.width / 2) * k.value)
</script>

<template>
  <figure>
    <h2>Board past the {{ profileOf(job.saw).nouns.behind }}</h2>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="passes.way ? 'The board passes' : 'The board strikes'">
      <defs><Hatch :id="`${id}h`" :hatch="hatch" /></defs>
      <rect
        :x="x - before * k"
        :y="middle - half"
        :width="board.length * k"
        :height="2 * half"
        fill="var(--stock)"
        stroke="var(--stock-line)"
      />
      <rect
        :x="x - before * k"
        :y="middle - half"
        :width="(board.to - board.from) * k"
        :height="2 * half"
        :fill="`url(#${id}h)`"
        opacity="0.7"
      />
      <path :d="`M${x} ${middle}H${x + saw.throat * k}`" stroke="var(--steel-dark)" stroke-width="1.6" stroke-dasharray="6 4" />
      <rect
        :x="x + saw.throat * k"
        :y="middle - saw.armHalfWidth * k"
        :width="2 * saw.armHalfWidth * k"
        :height="2 * saw.armHalfWidth * k"
        :fill="`var(--${!passes.way ? 'beyond' : passes.way === 'round' ? 'within' : 'near'})`"
      />
      <circle :cx="x" :cy="middle" r="3" fill="var(--ink)" />
    </svg>
    <figcaption>{{ boardSaid(passes, say) }}</figcaption>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 190px;
  margin: 6px auto;
}
figcaption {
  max-width: 210px;
}
</style>
