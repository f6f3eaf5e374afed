<script setup lang="ts">
import { computed } from 'vue'
import { roundCut, roundShapes, type Cut, type Round } from '@green-pitch/core'
import { useJob } from '../store/job'
import Choice from './Choice.vue'
import Count from './Count.vue'
import LengthInput from './LengthInput.vue'

/** A line that is told by more than its tightest curve: a circle, an oval or an arc by its diameter; and its corners. */
const jobs = useJob()
const cut = computed(() => jobs.job.cut)
const names: Record<Round['shape'], string> = { circle: 'Circle', oval: 'Oval', arc: 'Arc' }
const CORNERS = [90, 60, 45]
function round(patch: Partial<Round> | undefined) {
  if (!patch) return jobs.editCut({ round: undefined }, 'cut round')
  const was: Round = cut.value.round ?? { shape: 'circle', across: Math.max(1, Math.round(2 * (cut.value.radius ?? 50))) }
  const { shape, across, high, turn } = { ...was, ...patch }
  jobs.editCut(
    roundCut(cut.value, {
      shape,
      across,
      ...(shape === 'oval' && { high: high ?? Math.round(across * 0.7) }),
      ...(shape === 'arc' && { turn: turn ?? 180 }),
    }),
    `cut round ${Object.keys(patch)[0]}`,
  )
}
const four = computed(() => Math.max(4, cut.value.kind === 'pierced' ? 4 * cut.value.openings : 4))
const corner = (patch: Cut['corners']) => jobs.editCut({ corners: patch }, 'cut corners')
</script>

<template>
  <Choice
    label="By its diameter"
    :model-value="cut.round?.shape ?? 'no'"
    :options="[{ value: 'no', label: 'No' }, ...roundShapes.map((value) => ({ value, label: names[value] }))]"
    @update:model-value="(v) => round(v === 'no' ? undefined : { shape: v as Round['shape'] })"
  />
  <template v-if="cut.round">
    <LengthInput
      :label="cut.round.shape === 'oval' ? 'Longer diameter' : 'Diameter'"
      :model-value="cut.round.across"
      @update:model-value="(v) => v && round({ across: v })"
    />
    <LengthInput
      v-if="cut.round.shape === 'oval'"
      label="Shorter diameter"
      :model-value="cut.round.high"
      @update:model-value="(v) => v && round({ high: v })"
    />
    <Count
      v-if="cut.round.shape === 'arc'"
      label="Of the circle, degrees"
      :model-value="cut.round.turn"
      :min="1"
      :max="360"
      @update:model-value="(v) => v && round({ turn: v })"
    />
  </template>
  <template v-if="!cut.course && !cut.round && cut.kind !== 'straight'">
    <Choice
      label="Corners without a radius"
      :model-value="String(cut.corners?.angle ?? 'none')"
      :options="[{ value: 'none', label: 'None' }, ...CORNERS.map((a) => ({ value: String(a), label: `${a}°` }))]"
      @update:model-value="(v) => corner(v === 'none' ? undefined : { angle: Number(v), count: cut.corners?.count ?? four })"
    />
    <Count
      v-if="cut.corners"
      label="How many in all"
      :model-value="cut.corners.count"
      :min="1"
      :max="5000"
      whole
      @update:model-value="(v) => v && cut.corners && corner({ ...cut.corners, count: v })"
    />
  </template>
</template>
