<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { Input } from 'ant-design-vue'
import { nearestFraction, parseLength, printForInput, printLength, type GaugeKind } from '@green-pitch/core'
import { useSettings } from '../store/settings'

/** A length as people write it; recomputes while typing, says what is wrong beside it, and keeps the last good one. */
const props = defineProps<{
  label: string
  modelValue: number | undefined
  none?: string
  gauge?: GaugeKind
  least?: number
  /** its label is for readers only: what stands beside it says it to the eye */
  quiet?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [mm: number | undefined] }>()
const settings = useSettings()
const id = useId()
const shown = () => (props.modelValue === undefined ? '' : printForInput(props.modelValue, settings.value.unit))
const text = ref(shown())
const trouble = ref('')
let mine: number | undefined = props.modelValue

watch([() => props.modelValue, () => settings.value.unit], ([value], [, unit]) => {
  // what was typed stays as typed; only a change from elsewhere rewrites it
  if (value !== mine || unit !== settings.value.unit) text.value = shown()
  mine = value
  trouble.value = ''
})
watch(
  () => settings.value.unit,
  () => {
    text.value = shown()
  },
)

function typed(value: string) {
  text.value = value
  if (!value.trim() && props.none !== undefined) {
    trouble.value = ''
    mine = undefined
    return emit('update:modelValue', undefined)
  }
  const read = parseLength(value, settings.value.unit, props.gauge)
  if (!read.ok) {
    trouble.value = read.message
    return
  }
  if (read.mm < (props.least ?? 0.01)) {
    trouble.value = 'Too small to saw; check the unit.'
    return
  }
  trouble.value = ''
  mine = read.mm
  emit('update:modelValue', read.mm)
}
/** Other unit, so that a mixed entry shows what it came to. */
const also = computed(() => {
  if (props.modelValue === undefined) return '' // the empty field says itself what that means
  if (settings.value.unit === 'in') return printLength(props.modelValue, 'mm')
  const near = nearestFraction(props.modelValue)
  return `${Math.abs(near.error) > 0.005 ? '≈ ' : ''}${near.text}″`
})
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ sr: quiet }">{{ label }}</label>
    <Input
      :id="id"
      :value="text"
      :status="trouble ? 'error' : ''"
      :placeholder="none"
      autocomplete="off"
      :aria-invalid="!!trouble"
      :aria-describedby="`${id}-say`"
      @update:value="typed"
    />
    <span :id="`${id}-say`" :class="trouble ? 'beyond' : quiet ? 'sr' : 'soft'">{{ trouble || also }}</span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
}
.field span {
  min-height: 1lh;
  font-size: 0.875rem;
}
</style>
