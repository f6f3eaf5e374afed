<script setup lang="ts">
import { computed, useId } from 'vue'
import {
  forceWords,
  bowShape,
  decimal,
  heights,
  isStrungJob,
  lengthWords,
  meanSpacing,
  stockOnBlade,
  strokeOf,
  type Job,
  type Say,
  type SetUp,
  type Evaluation,
  isJigsaw,
  profileOf,
} from '@green-pitch/core'
import { magnification, path, PX_PER_MM, scaleWords, toothOutlines, type Point } from './teeth'
import Hatch from './Hatch.vue'

/** Side section at mid stroke: the cut runs to the left, teeth in the work filled, table below. */
const props = defineProps<{ job: Job; evaluation: Evaluation; setup: SetUp; say: Say }>()
const id = useId()
const W = 300
const Hpx = 250
const EXAGGERATE = 5

const H = computed(() => heights(props.job).total)
const times = computed(() => magnification(Hpx / (H.value + Math.max(6, 0.5 * H.value))))
const k = computed(() => times.value * PX_PER_MM)
const blade = computed(() => props.evaluation.blade)
const on = computed(() => stockOnBlade(props.job, blade.value))
const view = computed(() => {
  const spare = Hpx / k.value - H.value
  return { low: on.value.from - spare * 0.5, high: on.value.from + H.value + spare * 0.5 }
})
const y = (z: number) => (view.value.high - z) * k.value
const front = 152 // px: where the body's front edge stands

const teeth = computed(() =>
  toothOutlines(blade.value, view.value.low, view.value.high).map((t) => ({
    d: path(t.outline.map(([x, z]): Point => [front - x * k.value, y(z)])),
    up: t.points < 0,
    inside: t.tip >= on.value.from && t.tip <= on.value.from + H.value,
  })),
)
const back = computed(() => front + (blade.value.width - blade.value.toothDepth) * k.value)
const top = computed(() => y(on.value.from + H.value))
const table = computed(() => y(on.value.from))
const count = computed(() => decimal(H.value / meanSpacing(blade.value), 1))
const reverseTop = computed(() => blade.value.reverseZone || undefined)
const bowLine = computed(() => {
  if (!isStrungJob(props.job)) return undefined
  const shape = bowShape(props.job, blade.value, props.setup)
  const points = Array.from({ length: 25 }, (_, i): Point => {
    const z = view.value.low + ((view.value.high - view.value.low) * i) / 24
    return [back.value + shape(z) * EXAGGERATE * k.value, y(z)]
  })
  return points.map(([a, b], i) => `${i ? 'L' : 'M'}${a.toFixed(1)} ${b.toFixed(1)}`).join('')
})
/** The face that frays, and where it lies on the picture. */
const tears = computed(() => {
  const { frays, underside, face } = props.evaluation.edge
  return (frays === 'face' ? face : underside) > 0.05 ? frays : undefined
})
const profile = computed(() => profileOf(props.job.saw))
const stroke = computed(() => strokeOf(props.job.saw, blade.value))
/** What the stock lies on or under, and which way the teeth cut. */
const stands = computed((): { table?: string; base?: string } => {
  const { saw } = props.job
  if (isJigsaw(saw)) return { base: 'base' }
  if (profile.value.table) return { table: 'table' }
  return { table: saw.ends.includes('plain') ? 'bench pin' : 'far side' }
})
const cutting = computed(() => {
  const { plate, cutsOn } = blade.value
  if (plate) return `cuts on the ${plate.strokes}`
  if (profile.value.cutsOn === 'handle') return props.job.teethTo === 'away' ? 'cuts on the push' : 'cuts on the pull'
  return cutsOn === 'both' ? 'cuts both ways' : cutsOn === 'up' ? 'cuts up' : 'cuts down'
})
</script>

<template>
  <figure>
    <h2>
      Blade in the stock <span class="soft">{{ scaleWords(times) }}</span>
    </h2>
    <svg :viewBox="`0 0 ${W} ${Hpx}`" role="img" :aria-label="`${count} teeth in ${lengthWords(H, say)} of stock`">
      <defs><Hatch :id="`${id}h`" :hatch="job.stock.material.hatch" /></defs>
      <rect x="34" :y="top" :width="front - 34" :height="H * k" :fill="`url(#${id}h)`" stroke="var(--stock-line)" />
      <rect :x="back + 3" :y="top" :width="Math.max(0, W - 40 - back)" :height="H * k" :fill="`url(#${id}h)`" opacity="0.45" />
      <rect :x="back" :y="top" :width="Math.max(0, W - 37 - back)" :height="H * k" fill="none" stroke="var(--stock-line)" />
      <rect :x="front - blade.toothDepth * k" :y="top" :width="back - front + blade.toothDepth * k" :height="H * k" fill="var(--sheet)" />
      <g v-if="stands.base || profile.table || stands.table === 'bench pin'" fill="var(--rule)" stroke="var(--soft)" stroke-width="0.8">
        <rect x="0" :y="stands.base ? top - 7 : table" :width="front - 10" height="7" />
        <rect :x="back + 8" :y="stands.base ? top - 7 : table" :width="Math.max(0, W - back - 8)" height="7" />
      </g>
      <rect
        v-if="profile.holdDown"
        :x="back + 14"
        :y="top - 9"
        width="62"
        height="8"
        fill="var(--sheet)"
        stroke="var(--ink)"
        stroke-width="0.8"
      />
      <rect :x="front" y="0" :width="back - front" :height="Hpx" fill="var(--steel)" stroke="var(--steel-dark)" stroke-width="0.6" />
      <path
        v-for="(t, i) in teeth"
        :key="i"
        :d="t.d"
        :fill="t.inside ? 'var(--ink)' : 'var(--steel)'"
        stroke="var(--steel-dark)"
        stroke-width="0.5"
      />
      <path v-if="bowLine" :d="bowLine" fill="none" stroke="var(--ink)" stroke-dasharray="4 3" />
      <path
        v-if="tears"
        :d="`M${front - 60} ${tears === 'face' ? top + 1.5 : table - 1.5}h52`"
        stroke="var(--near)"
        stroke-width="3"
        stroke-dasharray="3 2"
      />
      <g class="t">
        <rect x="38" :y="(top + table) / 2 - 17" width="84" height="34" fill="var(--stock)" opacity="0.9" />
        <text x="42" :y="(top + table) / 2 - 3" class="b">{{ count }} teeth</text>
        <text x="42" :y="(top + table) / 2 + 13">in the stock</text>
        <path :d="`M128 ${top}V${table}M124 ${top}h8M124 ${table}h8`" stroke="var(--ink)" />
        <text v-if="profile.holdDown" :x="back + 16" :y="top - 14">hold-down</text>
        <text v-if="stands.table" x="2" :y="table + 22">{{ stands.table }}</text>
        <text v-if="stands.base" x="2" :y="top - 12">{{ stands.base }}</text>
        <text v-if="tears" x="2" :y="tears === 'face' ? top - 28 : table + 39" class="near">frays here</text>
        <text x="2" :y="stands.base ? Hpx - 8 : 16">{{ cutting }}</text>
        <path v-if="blade.cutsOn === 'up'" :d="`M86 ${Hpx - 3}v-22m-5 7 5-7 5 7`" fill="none" stroke="var(--ink)" />
        <path v-else-if="!blade.plate && profile.cutsOn === 'down'" d="M86 4v22m-5-7 5 7 5-7" fill="none" stroke="var(--ink)" />
        <text
          v-if="reverseTop !== undefined && y(reverseTop) < Hpx"
          :x="back + 12"
          :y="Math.min(Hpx - 26, Math.max(table + 24, y(reverseTop) + 12))"
        >
          upward teeth
        </text>
      </g>
    </svg>
    <figcaption v-if="bowLine">
      Bows <slot name="bow">{{ lengthWords(setup.bow, say) }}</slot> at {{ forceWords(setup.inputs.push, say) }} (dashed,
      {{ EXAGGERATE }} times); stroke {{ lengthWords(stroke, say) }}.
    </figcaption>
    <figcaption v-else>Fed with {{ forceWords(setup.inputs.push, say) }}; stroke {{ lengthWords(stroke, say) }}.</figcaption>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 300px;
  height: auto;
  margin-top: 6px;
}
.t text {
  font: 400 14.5px var(--text);
  fill: var(--ink);
}
.t .b {
  font-weight: 700;
  font-size: 16px;
}
.t .near {
  fill: var(--near);
}
figcaption {
  margin-top: 4px;
}
</style>
