<script setup lang="ts">
import { computed, useId } from 'vue'
import { heights, meanSpacing, type Blade, type Hatch as HatchKind, type Job, type Sign } from '@green-pitch/core'
import Hatch from './Hatch.vue'

/** What a sign looks like on this ticket’s stock and blade: thickness, tooth spacing and kerf to one scale. */
const props = defineProps<{ sign: Sign; job: Job; blade: Blade }>()
const id = useId()
const [W, H] = [96, 60]
const hatch = computed((): HatchKind => props.job.stock.material.hatch)
/** px of one mm: thick stock is drawn smaller, so that it stays in the picture */
const scale = computed(() => Math.min(6, 30 / heights(props.job).total))
const thick = computed(() => Math.max(9, heights(props.job).total * scale.value))
const top = computed(() => (H - thick.value) / 2)
const bottom = computed(() => (H + thick.value) / 2)
const pitch = computed(() => Math.max(2.2, meanSpacing(props.blade) * scale.value))
const kerf = computed(() => Math.max(2, props.blade.kerf * scale.value))
const wide = computed(() => Math.min(16, Math.max(4, props.blade.width * scale.value)))

/** Teeth down a blade’s front edge between two heights. */
function teeth(x: number, from: number, to: number): string {
  let d = `M${x} ${from}`
  for (let y = from; y < to - 0.01; y += pitch.value) {
    const next = Math.min(to, y + pitch.value)
    d += `L${x - Math.min(3, pitch.value * 0.6)} ${next}L${x} ${next}`
  }
  return d
}
/** Ridges as far apart as the teeth. */
const ridges = computed(() => Array.from({ length: Math.floor(W / pitch.value) }, (_, i) => (i + 0.5) * pitch.value))
const along = (step: number) => Array.from({ length: Math.floor((W - 12) / step) }, (_, i) => 8 + i * step)
const edge: Sign[] = ['burns', 'ridges', 'fuzz-under', 'chips-under', 'chips-top', 'welds', 'uneven-when-peeled']
const side: Sign[] = ['snaps', 'bogs', 'slips', 'binds', 'wont-thread', 'hops', 'chatters']
const x = 52
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" aria-hidden="true">
    <defs><Hatch :id="id" :hatch="hatch" /></defs>
    <!-- the sawn edge, looked at -->
    <g v-if="edge.includes(sign)">
      <rect x="4" :y="top" :width="W - 8" :height="thick" :fill="`url(#${id})`" stroke="var(--stock-line)" />
      <template v-if="sign === 'burns'">
        <rect x="4" :y="top" :width="W - 8" :height="thick" fill="#5b2f12" opacity="0.62" />
        <path v-for="r in along(9)" :key="r" :d="`M${r} ${top}l5 ${thick}`" stroke="#2c1406" opacity="0.7" stroke-width="2" />
      </template>
      <path
        v-for="r in sign === 'ridges' ? ridges : []"
        :key="r"
        :d="`M${4 + (r % (W - 8))} ${top}v${thick}`"
        stroke="var(--ink)"
        stroke-width="1.1"
      />
      <path
        v-for="(r, i) in sign === 'fuzz-under' ? along(3.4) : []"
        :key="r"
        :d="`M${r} ${bottom}q1 ${3 + (i % 3)} ${(i % 2) * 3 - 1} ${5 + (i % 4)}`"
        fill="none"
        stroke="var(--ink)"
        stroke-width="0.8"
      />
      <path
        v-for="(r, i) in sign === 'chips-under' ? along(13) : []"
        :key="r"
        :d="`M${r} ${bottom + 0.5}l3 -${4 + (i % 3) * 2}l4 1l2 ${3 + (i % 3) * 2}z`"
        fill="var(--paper)"
        stroke="var(--ink)"
      />
      <path
        v-for="(r, i) in sign === 'chips-top' ? along(13) : []"
        :key="r"
        :d="`M${r} ${top - 0.5}l3 ${4 + (i % 3) * 2}l4 -1l2 -${3 + (i % 3) * 2}z`"
        fill="var(--paper)"
        stroke="var(--ink)"
      />
      <template v-if="sign === 'welds'">
        <path :d="`M4 ${H / 2}h${W - 8}`" stroke="var(--paper)" :stroke-width="kerf" />
        <circle
          v-for="(r, i) in along(10)"
          :key="r"
          :cx="r"
          :cy="H / 2"
          :r="2 + (i % 3)"
          fill="var(--stock-line)"
          stroke="var(--ink)"
          stroke-width="0.7"
        />
      </template>
      <template v-if="sign === 'uneven-when-peeled'">
        <path :d="`M4 ${top}q12 6 24 0t24 1t${W - 56} -1`" fill="none" stroke="var(--ink)" stroke-width="1.6" />
        <path :d="`M${W - 34} ${top - 2}h30v-10q-14 2 -30 10z`" fill="var(--sheet)" stroke="var(--ink)" />
      </template>
    </g>
    <!-- blade and stock from the side -->
    <g v-else-if="side.includes(sign)">
      <rect x="6" :y="sign === 'hops' ? top - 6 : top" :width="W - 12" :height="thick" :fill="`url(#${id})`" stroke="var(--stock-line)" />
      <path v-if="sign === 'hops' || sign === 'chatters'" :d="`M2 ${bottom + 1}h${W - 4}`" stroke="var(--ink)" stroke-width="1.6" />
      <path
        v-if="sign === 'hops'"
        :d="`M16 ${bottom - 1}v-5m-2 2l2 -3l2 3M${W - 18} ${bottom - 1}v-5m-2 2l2 -3l2 3`"
        fill="none"
        stroke="var(--ink)"
      />
      <template v-if="sign === 'snaps'">
        <path :d="`M${x} 2h${wide}v${H / 2 - 6}l-${wide / 2} 4l-${wide / 2} -3z`" fill="var(--steel)" stroke="var(--steel-dark)" />
        <path
          :d="`M${x + 4} ${H / 2 + 5}l${wide / 2} -3l${wide / 2} 4v${H / 2 - 7}h-${wide}z`"
          fill="var(--steel)"
          stroke="var(--steel-dark)"
        />
      </template>
      <path
        v-else-if="sign === 'bogs'"
        :d="`M${x} 2q${14} ${H / 2 - 2} 0 ${H - 4}h${wide}q14 -${H / 2 - 2} 0 -${H - 4}z`"
        fill="var(--steel)"
        stroke="var(--steel-dark)"
      />
      <template v-else-if="sign === 'slips'">
        <rect :x="x - 5" y="2" :width="wide + 10" height="10" fill="none" stroke="var(--ink)" stroke-width="1.6" />
        <path :d="`M${x} 16h${wide}v${H - 18}h-${wide}z`" fill="var(--steel)" stroke="var(--steel-dark)" />
        <path :d="`M${x + wide + 8} 10v9m-2.5 -3l2.5 3l2.5 -3`" fill="none" stroke="var(--ink)" />
      </template>
      <template v-else-if="sign === 'binds'">
        <path :d="`M${x} 2h${wide}v${H - 4}h-${wide}z`" fill="var(--steel)" stroke="var(--steel-dark)" />
        <path
          :d="`M${x - 14} ${H / 2}h10m-3 -2.5l3 2.5l-3 2.5M${x + wide + 14} ${H / 2}h-10m3 -2.5l-3 2.5l3 2.5`"
          fill="none"
          stroke="var(--ink)"
          stroke-width="1.4"
        />
      </template>
      <template v-else-if="sign === 'wont-thread'">
        <rect :x="x + wide / 2 - 2" :y="top" width="4" :height="thick" fill="var(--paper)" stroke="var(--ink)" stroke-width="0.7" />
        <path :d="`M${x} ${bottom + 3}h${wide}v${H - bottom - 4}h-${wide}z`" fill="var(--steel)" stroke="var(--steel-dark)" />
        <path :d="`M${x - 3} ${bottom + 2}h${wide + 6}`" stroke="var(--ink)" stroke-width="1.6" />
      </template>
      <template v-else>
        <path :d="`M${x} 2h${wide}v${H - 4}h-${wide}z`" fill="var(--steel)" stroke="var(--steel-dark)" />
        <path :d="teeth(x, 3, H - 3)" fill="var(--steel)" stroke="var(--steel-dark)" stroke-width="0.8" />
        <path
          v-if="sign === 'chatters'"
          :d="`M${x - 7} 8v${H - 16}M${x + wide + 7} 8v${H - 16}`"
          stroke="var(--ink)"
          stroke-dasharray="3 3"
        />
      </template>
    </g>
    <!-- the edge against a square -->
    <g v-else-if="sign === 'not-square' || sign === 'joint-gap'">
      <template v-if="sign === 'not-square'">
        <path :d="`M10 ${top}h56l10 ${thick}h-66z`" :fill="`url(#${id})`" stroke="var(--stock-line)" />
        <path :d="`M${W - 16} ${top - 8}v${thick + 12}h-30`" fill="none" stroke="var(--ink)" stroke-width="2" />
      </template>
      <template v-else>
        <path :d="`M8 ${top}h36l4 ${thick}h-40z`" :fill="`url(#${id})`" stroke="var(--stock-line)" />
        <path :d="`M${W - 8} ${top}h-34l-4 ${thick}h38z`" :fill="`url(#${id})`" stroke="var(--stock-line)" />
        <path :d="`M47 ${top - 8}v6m-2 -2l2 2.5l2 -2.5`" fill="none" stroke="var(--ink)" />
      </template>
    </g>
    <!-- from above: the line, and the kerf as it went -->
    <g v-else>
      <rect x="4" y="6" :width="W - 8" :height="H - 12" :fill="`url(#${id})`" stroke="var(--stock-line)" opacity="0.7" />
      <template v-if="sign === 'wanders' || sign === 'line-lost' || sign === 'runs-away'">
        <path :d="`M4 ${H / 2}h${W - 8}`" stroke="var(--ink)" stroke-dasharray="4 3" />
        <path v-if="sign === 'wanders'" :d="`M4 ${H / 2}q44 -2 ${W - 8} -17`" fill="none" stroke="var(--ink)" :stroke-width="kerf" />
        <path
          v-else-if="sign === 'line-lost'"
          :d="`M4 ${H / 2}q14 -12 28 -2t26 6t${W - 66} -8`"
          fill="none"
          stroke="var(--ink)"
          :stroke-width="kerf"
        />
        <path v-else :d="`M4 ${H / 2}h40q18 0 24 17l2 4`" fill="none" stroke="var(--ink)" :stroke-width="kerf" />
      </template>
      <template v-else-if="sign === 'corner-rounded' || sign === 'corner-overcut'">
        <path :d="`M14 ${H - 6}v-34h${W - 30}`" fill="none" stroke="var(--ink)" stroke-dasharray="4 3" transform="translate(16 4)" />
        <path
          v-if="sign === 'corner-rounded'"
          :d="`M30 ${H - 2}v-16q0 -18 20 -18h${W - 54}`"
          fill="none"
          stroke="var(--ink)"
          :stroke-width="kerf"
        />
        <path v-else :d="`M30 ${H - 2}v-44M18 ${H - 36}h${W - 22}`" fill="none" stroke="var(--ink)" :stroke-width="kerf" />
      </template>
      <template v-else>
        <path :d="`M${W - 22} 2v${H - 4}`" stroke="var(--steel-dark)" stroke-width="9" />
        <path d="M12 44l20 -34h34l4 34z" fill="var(--sheet)" stroke="var(--ink)" stroke-width="1.4" />
        <path :d="`M66 20l8 4l-7 5`" fill="none" stroke="var(--ink)" stroke-width="1.8" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
}
</style>
