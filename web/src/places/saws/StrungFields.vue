<script setup lang="ts">
import { isScrollSaw, type Saw, type StrungSaw } from '@green-pitch/core'
import Choice from '../../ui/Choice.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Pull from '../../ui/Pull.vue'

/** What a saw has that pulls its blade taut. */
defineProps<{ saw: StrungSaw }>()
const emit = defineEmits<{ change: [Partial<Saw>] }>()
const put = (patch: Partial<Saw>) => emit('change', patch)
</script>

<template>
  <LengthInput label="Free span of the blade" :model-value="saw.span" @update:model-value="(v) => v && put({ span: v })" />
  <LengthInput
    v-if="isScrollSaw(saw)"
    label="Table above lower clamp"
    :model-value="saw.tableHeight"
    @update:model-value="(v) => v && v < saw.span && put({ tableHeight: v })"
  />
  <Choice
    v-if="isScrollSaw(saw) && saw.ends.includes('pin')"
    label="Pinned blade a quarter turned"
    :model-value="saw.quarterTurn ? 'yes' : 'no'"
    :options="[
      { value: 'yes', label: 'Its holders take it' },
      { value: 'no', label: 'Not here' },
    ]"
    @update:model-value="(v) => put({ quarterTurn: v === 'yes' })"
  />
  <Pull label="Clamps hold" :model-value="saw.grip" :min="20" :max="2000" @update:model-value="(grip) => put({ grip })" />
</template>
