<script setup lang="ts">
import { computed, useId } from 'vue'
import {
  frameClearance,
  headings,
  lengthWords,
  type HandFrame,
  type CutPosition,
  type Material,
  type Say,
  toRadians,
} from '@green-pitch/core'
import Hatch from './Hatch.vue'

/** Plan of the board about the blade: the frame's spine behind it, and the headings at which it stands clear. */
const props = defineProps<{ saw: HandFrame; lie: CutPosition; turned: number; say: Say; hatch: Material['hatch'] }>()
const id = useId()
const W = 190
const H = 178
const STEP = 5
/** The board beyond the two edges asked for is drawn torn off. */
const MORE = 60
const k = computed(() =>
  Math.min(
    (W - 12) / (Math.max(props.lie.beside, props.saw.throat + 14) + MORE),
    (H - 12) / (Math.max(props.lie.behind, props.saw.throat + 14) + MORE),
  ),
)
const at = computed((): [number, number] => [W - 6 - MORE * k.value, 6 + MORE * k.value])
const [cx, cy] = [computed(() => at.value[0]), computed(() => at.value[1])]
const crossing = computed(() => frameClearance(props.saw, props.lie, props.turned))
const free = computed(() =>
  headings(
    props.saw,
    { width: props.lie.beside + 2000, height: props.lie.behind + 2000, x: props.lie.beside, y: props.lie.behind },
    props.turned,
    STEP,
  ),
)
const R = 30
const wedge = (i: number) => {
  const p = (a: number) => `${(cx.value + R * Math.cos(a)).toFixed(1)} ${(cy.value - R * Math.sin(a)).toFixed(1)}`
  const [a, b] = [toRadians((i - 0.5) * STEP), toRadians((i + 0.5) * STEP)]
  return `M${cx.value} ${cy.value}L${p(a)}A${R} ${R} 0 0 0 ${p(b)}Z`
}
const wedges = (clear: boolean) => free.value.flatMap((f, i) => (f === clear ? [wedge(i)] : [])).join('')
</script>

<template>
  <figure>
    <h2>Frame past the board</h2>
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      role="img"
      :aria-label="crossing.ratio >= 1 ? 'The frame passes the board' : 'The frame meets the board'"
    >
      <defs><Hatch :id="`${id}h`" :hatch="hatch" /></defs>
      <path :d="`M${cx - lie.beside * k} 2V${cy + lie.behind * k}H${W - 2}`" fill="none" stroke="var(--stock-line)" stroke-width="2" />
      <rect
        :x="cx - lie.beside * k"
        y="2"
        :width="W - 2 - cx + lie.beside * k"
        :height="cy + lie.behind * k - 2"
        fill="var(--stock)"
        opacity="0.6"
      />
      <path :d="wedges(false)" fill="var(--beyond-bg)" />
      <path :d="wedges(true)" fill="var(--within-bg)" />
      <g :transform="`rotate(${turned} ${cx} ${cy})`">
        <path :d="`M${cx} ${cy}V${cy + saw.throat * k}`" stroke="var(--steel-dark)" stroke-width="3" stroke-dasharray="7 4" />
        <rect
          :x="cx - saw.armHalfWidth * k"
          :y="cy + (saw.throat - saw.armHalfWidth) * k"
          :width="2 * saw.armHalfWidth * k"
          :height="2 * saw.armHalfWidth * k"
          :fill="crossing.ratio >= 1 ? 'var(--within)' : 'var(--beyond)'"
        />
      </g>
      <path :d="`M${cx} ${cy}V${cy - 26}m-5 7 5-7 5 7`" fill="none" stroke="var(--ink)" stroke-width="1.6" />
      <circle :cx="cx" :cy="cy" r="3" fill="var(--ink)" />
    </svg>
    <figcaption>
      {{ crossing.ratio >= 1 ? 'Clear' : 'Meets the board' }}: {{ lengthWords(saw.throat, say) }} deep, edges
      {{ lengthWords(lie.behind, say) }} behind and {{ lengthWords(lie.beside, say) }} beside. Green: headings that pass.
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 190px;
  margin: 6px auto;
}
figcaption {
  max-width: 190px;
}
</style>
