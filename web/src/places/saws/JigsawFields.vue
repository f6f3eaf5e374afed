<script setup lang="ts">
import type { Jigsaw, Saw } from '@green-pitch/core'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Pull from '../../ui/Pull.vue'
import Typed from '../../ui/Typed.vue'

/** What only a jigsaw has: orbit, base, roller and motor. */
const props = defineProps<{ saw: Jigsaw }>()
const emit = defineEmits<{ change: [Partial<Saw>] }>()
const put = (patch: Partial<Jigsaw>) => emit('change', patch)
const steps = (n: number) => put({ orbits: Array.from({ length: n + 1 }, (_, i) => i) })
function marks(text: string) {
  const read = text
    .split(/[^\d.]+/)
    .filter(Boolean)
    .map(Number)
  if (read.every((m) => m <= props.saw.tiltMax)) put({ tiltMarks: [...new Set(read)].sort((a, b) => a - b) })
}
</script>

<template>
  <Count
    label="Orbital steps"
    :model-value="Math.max(...saw.orbits)"
    :min="0"
    :max="9"
    whole
    @update:model-value="(v) => v !== undefined && steps(v)"
  />
  <LengthInput label="Blade clamp above base" :model-value="saw.clampHeight" @update:model-value="(v) => v && put({ clampHeight: v })" />
  <Count
    label="Base tilts to, degrees"
    :model-value="saw.tiltMax"
    :min="0"
    :max="60"
    @update:model-value="(v) => v !== undefined && put({ tiltMax: v })"
  />
  <label class="field"
    ><span>Marks of the base, degrees</span><Typed class="plain-input" :model-value="saw.tiltMarks.join(', ')" @update:model-value="marks"
  /></label>
  <Pull label="Motor pulls" :model-value="saw.pull" :min="20" :max="1000" @update:model-value="(pull) => put({ pull })" />
  <Choice
    label="Roller behind the blade"
    :model-value="saw.roller ? 'yes' : 'no'"
    :options="[
      { value: 'yes', label: 'Has one' },
      { value: 'no', label: 'None' },
    ]"
    @update:model-value="(v) => put({ roller: v === 'yes' })"
  />
  <Choice
    label="Trigger lock"
    :model-value="saw.triggerLock ? 'yes' : 'no'"
    :options="[
      { value: 'yes', label: 'Has one' },
      { value: 'no', label: 'None' },
    ]"
    @update:model-value="(v) => put({ triggerLock: v === 'yes' })"
  />
</template>
