<script setup lang="ts">
import { computed } from 'vue'
import { centreRadius, lengthWords, stops, type Job, type Say, type Evaluation } from '@green-pitch/core'
import { magnification, PX_PER_MM } from './teeth'

/** Plan of the tightest turn: the drawn line, the kerf beside it, and the blade's section in the kerf. */
const props = defineProps<{ job: Job; evaluation: Evaluation; say: Say }>()
const S = 150
const cut = computed(() => props.job.cut)
const blade = computed(() => props.evaluation.blade)
const R = computed(() => cut.value.radius)
const times = computed(() => magnification((S - 26) / (2 * Math.max((R.value ?? 3) + blade.value.kerf, 1.2))))
const k = computed(() => times.value * PX_PER_MM)
/** Kerf's centre line, mm. */
const centre = computed(() => centreRadius(cut.value, blade.value) ?? 0)
const turn = computed(() => props.evaluation.margins.find((m) => m.limit === 'turn'))
</script>

<template>
  <figure>
    <h2>
      Tightest turn <span class="soft">{{ R === undefined ? 'none' : `${times} times` }}</span>
    </h2>
    <svg
      v-if="R !== undefined"
      :viewBox="`0 0 ${S} ${S}`"
      role="img"
      :aria-label="`Drawn curve ${lengthWords(R, say)}, kerf ${lengthWords(blade.kerf, say)}`"
    >
      <g :transform="`translate(${S / 2} ${S / 2})`">
        <circle :r="S / 2 - 2" :fill="cut.centre === 'waste' ? 'var(--stock)' : 'none'" />
        <circle :r="R * k" :fill="cut.centre === 'waste' ? 'var(--sheet)' : 'var(--stock)'" />
        <circle :r="centre * k" fill="none" stroke="var(--sheet)" :stroke-width="blade.kerf * k" />
        <circle :r="Math.max(0, centre - blade.kerf / 2) * k" fill="none" stroke="var(--rule)" />
        <circle :r="(centre + blade.kerf / 2) * k" fill="none" stroke="var(--rule)" />
        <circle :r="R * k" fill="none" stroke="var(--ink)" stroke-width="1.4" stroke-dasharray="5 3" />
        <g transform="rotate(-42)">
          <rect
            :x="centre * k - (blade.thickness * k) / 2"
            :y="(-blade.width * k) / 2"
            :width="blade.thickness * k"
            :height="blade.width * k"
            :fill="turn && stops(turn) ? 'var(--beyond)' : 'var(--ink)'"
          />
        </g>
        <text y="-2" text-anchor="middle" class="b">R {{ lengthWords(R, say) }}</text>
        <text y="15" text-anchor="middle">{{ cut.centre === 'waste' ? 'waste inside' : 'piece inside' }}</text>
      </g>
    </svg>
    <p v-else class="straight soft">
      {{ cut.corners ? `Straight lines, ${cut.corners.count} corners of ${cut.corners.angle}°.` : 'A straight cut: nothing to turn.' }}
    </p>
    <slot />
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 150px;
  margin: 6px auto;
}
text {
  /* read over the line of a small circle too */
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  font: 400 14.5px var(--text);
  fill: var(--ink);
}
.b {
  font-weight: 700;
  font-size: 16px;
}
.straight {
  padding: 24px 0;
}
</style>
