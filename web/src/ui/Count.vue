<script setup lang="ts">
import { useId } from 'vue'
import { InputNumber } from 'ant-design-vue'

const props = defineProps<{
  label: string
  modelValue: number | undefined
  min: number
  max: number
  step?: number
  unit?: string
  none?: string
  whole?: boolean
  /** its label is for readers only: a table's head says it to the eye */
  quiet?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>()
const id = useId()
function put(v: string | number | null) {
  if (v === null || v === '') return props.none === undefined ? undefined : emit('update:modelValue', undefined)
  const n = Number(v)
  if (Number.isFinite(n) && n >= props.min && n <= props.max) emit('update:modelValue', props.whole ? Math.round(n) : n)
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ sr: quiet }">{{ label }}</label>
    <InputNumber
      :id="id"
      :value="modelValue ?? undefined"
      :min="min"
      :max="max"
      :step="step ?? 1"
      :placeholder="none"
      :addon-after="unit"
      @update:value="put"
    />
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
}
.field :deep(.ant-input-number-group-wrapper),
.field :deep(.ant-input-number) {
  width: 100%;
}
.field :deep(input) {
  font-family: inherit;
}
</style>
