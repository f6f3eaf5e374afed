<script setup lang="ts">
import { computed } from 'vue'
import { blades, isStrung, tableHeight, type BladeEnd, type Saw, isJigsaw, isHandSaw, profileOf } from '@green-pitch/core'

/** A saw in small from its profile: its frame or body to scale, and beside it the end of a blade it takes, enlarged. */
const props = defineProps<{ saw: Saw }>()
const W = 168
const H = 84

const strung = computed(() => {
  const { saw } = props
  if (!isStrung(saw)) return undefined
  const { table } = profileOf(saw)
  // a frame's handle hangs under it
  const s = Math.min(104 / (saw.throat + 20), (table ? 60 : 50) / saw.span)
  const span = Math.max(18, saw.span * s)
  const top = !table ? 6 : H / 2 - span / 2
  const deep = saw.throat * s
  return {
    frame: `M10 ${top}H${10 + deep}V${top + span}H10`,
    heavy: table ? 7 : 3,
    blade: `M10 ${top}V${top + span}`,
    table: table ? `M2 ${top + span - tableHeight(saw) * s}h46` : undefined,
    handle: !table ? { x: 4, y: top + span, height: H - top - span - 2 } : undefined,
  }
})
const jigsaw = computed(() => {
  const { saw } = props
  if (!isJigsaw(saw)) return undefined
  const s = 0.42
  const base = 52
  const at = 8 + saw.baseFront * s
  return {
    base: `M8 ${base}h96`,
    body: `M${at - 8} ${base - 3}v${-saw.clampHeight * s - 8}q2 -22 26 -22h38q16 0 16 14v6h-34v6h20v14z`,
    blade: `M${at} ${base}v${(saw.stroke + 40) * s}`,
  }
})
/** Hand saws by their plates: tallest to shortest of one each. */
const plates = computed(() => {
  if (!isHandSaw(props.saw)) return []
  const seen = new Map(blades.flatMap((b) => (b.plate ? [[b.plate.kind, b] as const] : [])))
  return [...seen.values()]
    .sort((a, b) => b.length - a.length)
    .filter((_, i, all) => i % Math.ceil(all.length / 3) === 0)
    .slice(0, 3)
    .map((b, i) => ({ y: 12 + i * 25, long: b.length * 0.17, high: b.plate!.depth ? 10 : 14, back: !!b.plate!.depth }))
})

/** An end at four times its size: as wide as the first blade that has it. */
const ends = computed(() =>
  props.saw.ends
    .filter((e) => e !== 'handle')
    .map((end, i, all) => {
      const wide = Math.min(16, Math.max(6, blades.find((b) => b.end === end)!.width * 4))
      return { end, wide, x: 140 - (all.length - 1) * 13 + i * 26 }
    }),
)
const pinned: BladeEnd[] = ['pin', 'coping-pin', 'bow-pin']
</script>

<template>
  <svg :width="W" :height="H" :viewBox="`0 0 ${W} ${H}`" aria-hidden="true" fill="none">
    <template v-if="strung">
      <path :d="strung.frame" stroke="var(--steel-dark)" :stroke-width="strung.heavy" stroke-linejoin="round" />
      <path v-if="strung.table" :d="strung.table" stroke="var(--soft)" stroke-width="3" />
      <rect v-if="strung.handle" :x="strung.handle.x" :y="strung.handle.y" width="12" :height="strung.handle.height" rx="4" class="wood" />
      <path :d="strung.blade" stroke="var(--ink)" stroke-width="1.6" />
    </template>
    <template v-else-if="jigsaw">
      <path :d="jigsaw.body" class="body" />
      <path :d="jigsaw.base" stroke="var(--steel-dark)" stroke-width="4" />
      <path :d="jigsaw.blade" stroke="var(--ink)" stroke-width="4" />
    </template>
    <template v-else>
      <g v-for="p in plates" :key="p.y">
        <rect x="34" :y="p.y" :width="p.long" :height="p.high" class="body" />
        <path v-if="p.back" :d="`M34 ${p.y}h${p.long}`" stroke="var(--steel-dark)" stroke-width="4" />
        <rect x="14" :y="p.y - 2" width="22" height="18" rx="6" class="wood" />
      </g>
    </template>
    <g v-for="e in ends" :key="e.end">
      <path :d="`M${e.x - e.wide / 2} 14h${e.wide}v54h${-e.wide}z`" class="body" />
      <path v-if="pinned.includes(e.end)" :d="`M${e.x - 11} 24h22`" stroke="var(--ink)" stroke-width="4" />
      <path v-else-if="e.end === 'tang'" :d="`M${e.x - e.wide / 2 - 4} 24h${e.wide + 8}v6h${-e.wide - 8}z`" fill="var(--ink)" />
      <circle v-else-if="e.end === 'screw-shank'" :cx="e.x" cy="24" r="4" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.5" />
    </g>
  </svg>
</template>

<style scoped>
.body {
  fill: var(--faint);
  stroke: var(--steel-dark);
  stroke-width: 1.5;
}
.wood {
  fill: var(--stock);
  stroke: var(--stock-line);
}
</style>
