<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import { decimal } from '@green-pitch/core'

/** A figure that is not a length: read as people write it, with a comma or a point; what cannot be is said beside it and not taken. */
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
const shown = () => (props.modelValue === undefined ? '' : decimal(props.modelValue, 3))
const text = ref(shown())
const trouble = ref('')
let mine = props.modelValue
// what was typed stays as typed; only a change from elsewhere rewrites it
watch(
  () => props.modelValue,
  (value) => {
    if (value !== mine) text.value = shown()
    mine = value
    trouble.value = ''
  },
)
function take(value: number | undefined) {
  trouble.value = ''
  mine = value
  emit('update:modelValue', value)
}
function typed(said: string) {
  text.value = said
  const plain = said.trim().replace(',', '.')
  if (!plain) return props.none === undefined ? undefined : take(undefined)
  const n = Number(plain)
  if (!Number.isFinite(n)) trouble.value = 'Give a number.'
  else if (n < props.min || n > props.max) trouble.value = `From ${props.min} to ${props.max}.`
  else if (props.whole && !Number.isInteger(n)) trouble.value = 'Give a whole number.'
  else take(n)
}
/** One step up or down, to a multiple of the step. */
function by(steps: number) {
  const step = props.step ?? 1
  const from = props.modelValue ?? props.min
  const next = Math.round((from + steps * step) / step) * step
  const value = Math.min(props.max, Math.max(props.min, Number(next.toFixed(6))))
  if (value === props.modelValue) return
  take(value)
  text.value = decimal(value, 3)
}
/** Left alone, the field shows what holds. */
function leave() {
  if (!trouble.value) text.value = shown()
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ sr: quiet }">{{ label }}</label>
    <span class="row"
      ><input
        :id="id"
        class="plain-input"
        role="spinbutton"
        inputmode="decimal"
        autocomplete="off"
        :value="text"
        :placeholder="none"
        :aria-valuenow="modelValue"
        :aria-valuemin="min"
        :aria-valuemax="max"
        :aria-invalid="!!trouble"
        :aria-describedby="trouble ? `${id}-say` : undefined"
        @input="typed(($event.target as HTMLInputElement).value)"
        @blur="leave"
        @keydown.up.prevent="by(1)"
        @keydown.down.prevent="by(-1)"
      /><span v-if="unit" class="soft">{{ unit }}</span
      ><span v-if="quiet" class="steps" aria-hidden="true"
        ><button type="button" tabindex="-1" :disabled="modelValue !== undefined && modelValue <= min" @click="by(-1)">−</button
        ><button type="button" tabindex="-1" :disabled="modelValue !== undefined && modelValue >= max" @click="by(1)">+</button></span
      ></span
    >
    <span v-if="trouble" :id="`${id}-say`" class="beyond" role="status">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
}
.row {
  display: flex;
  align-items: center;
  gap: 6px;
}
input {
  flex: 1;
  min-width: 40px;
  width: 60px;
}
input[aria-invalid='true'] {
  border-color: var(--beyond);
}
.steps {
  display: flex;
}
.steps button {
  width: 28px;
  height: 32px;
  text-align: center;
  color: var(--soft);
}
.steps button:hover {
  background: var(--faint);
  color: var(--ink);
}
.steps button:disabled {
  opacity: 0.4;
}
@media (max-width: 760px) {
  input,
  .steps button {
    height: 44px;
  }
  .steps button {
    width: 44px;
  }
}
</style>
