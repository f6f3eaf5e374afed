<script setup lang="ts">
import { useId } from 'vue'
import { fateNames, fates, grades } from '@green-pitch/core'
import Choice from './Choice.vue'
import Count from './Count.vue'
import { LONGEST, type Outcome } from './outcome'

/** How a cut came out: the blade, both faces, the edge, clean-up and a note. */
const outcome = defineModel<Outcome>({ required: true })
defineProps<{ blade: string; plate: boolean }>()
const id = useId()
const given = grades.map((g) => ({ value: String(g), label: String(g) }))
const left = fates.map((value) => ({ value, label: fateNames[value] }))
const put = (patch: Partial<Outcome>) => (outcome.value = { ...outcome.value, ...patch })
</script>

<template>
  <div class="outcome">
    <div class="grid">
      <Count
        label="At the saw"
        :model-value="outcome.minutes"
        :min="0"
        :max="LONGEST"
        unit="min"
        @update:model-value="(minutes) => put({ minutes })"
      />
      <slot />
      <Count
        v-if="!plate"
        label="Blades used"
        :model-value="outcome.blades"
        :min="1"
        :max="1000"
        whole
        @update:model-value="(blades) => put({ blades })"
      />
    </div>
    <Choice :label="blade" :model-value="outcome.fate" :options="left" @update:model-value="(fate) => put({ fate })" />
    <div class="grid">
      <Choice label="Show face" :model-value="outcome.face" :options="given" @update:model-value="(face) => put({ face })" />
      <Choice label="Underside" :model-value="outcome.underside" :options="given" @update:model-value="(underside) => put({ underside })" />
      <Choice
        label="Edge"
        :model-value="outcome.edge"
        :options="given"
        note="1 spoilt, 5 clean"
        @update:model-value="(edge) => put({ edge })"
      />
      <Count
        label="Clean-up"
        :model-value="outcome.cleanUp"
        :min="0"
        :max="LONGEST"
        unit="min"
        @update:model-value="(cleanUp) => put({ cleanUp })"
      />
    </div>
    <label :for="`${id}n`">Note</label>
    <textarea
      :id="`${id}n`"
      :value="outcome.note"
      rows="2"
      maxlength="400"
      @input="put({ note: ($event.target as HTMLTextAreaElement).value })"
    />
  </div>
</template>

<style scoped>
.outcome {
  display: grid;
  gap: 12px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(208px, 1fr));
  gap: 12px;
}
textarea {
  font: inherit;
  color: inherit;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 6px 8px;
  resize: vertical;
}
</style>
