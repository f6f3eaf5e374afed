<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import { parseLength, printForInput } from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import type { Field, FieldValue } from './fields'

/** One figure of a joint, shown large and set in place. */
const props = defineProps<{ field: Field; value: FieldValue }>()
const emit = defineEmits<{ change: [value: FieldValue] }>()
const settings = useSettings()
const id = useId()
const trouble = ref('')
const shown = () => {
  if (props.value === undefined) return ''
  return props.field.as === 'length' ? printForInput(props.value as number, settings.value.unit) : String(props.value)
}
const text = ref(shown())
watch(
  () => [props.value, settings.value.unit],
  () => {
    text.value = shown()
    trouble.value = ''
  },
)
function set(value: string) {
  const f = props.field
  trouble.value = ''
  if (f.as === 'choice') return emit('change', value)
  if (f.as === 'either') return emit('change', value === f.yes)
  if (f.as === 'length') {
    if (!value.trim() && f.none) return emit('change', undefined)
    const read = parseLength(value, settings.value.unit)
    if (!read.ok) return (trouble.value = read.message)
    if (!(read.mm > 0) && !f.orNothing) return (trouble.value = 'Must be above nothing.')
    return emit('change', read.mm)
  }
  const n = Number(value.replace(',', '.'))
  if (!(n >= f.min && n <= f.max)) return (trouble.value = `${f.min} to ${f.max}`)
  return emit('change', f.step === 1 ? Math.round(n) : n)
}
</script>

<template>
  <div class="figure" :class="{ bad: trouble }">
    <label :for="id" class="soft">{{ field.label }}</label>
    <select v-if="field.as === 'choice'" :id="id" :value="value" @change="set(($event.target as HTMLSelectElement).value)">
      <option v-for="o in field.options" :key="o.value" :value="o.value">{{ o.label }}</option>
    </select>
    <select
      v-else-if="field.as === 'either'"
      :id="id"
      :value="value ? field.yes : field.no"
      @change="set(($event.target as HTMLSelectElement).value)"
    >
      <option>{{ field.yes }}</option>
      <option>{{ field.no }}</option>
    </select>
    <input
      v-else
      :id="id"
      v-model="text"
      autocomplete="off"
      :placeholder="field.as === 'length' ? field.none : undefined"
      :aria-invalid="!!trouble"
      :aria-describedby="trouble ? `${id}-say` : undefined"
      @change="set(text)"
    />
    <span v-if="trouble" :id="`${id}-say`" class="beyond">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.figure {
  display: grid;
  align-content: start;
  padding: 7px 8px 8px 10px;
  min-width: 0;
}
label {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
input,
select {
  width: 100%;
  min-width: 0;
  font: 700 1.0625rem var(--mono);
  color: var(--ink);
  background: transparent;
  border: 0;
  border-bottom: 1px dotted var(--soft);
  padding: 1px 0;
}
input:hover,
select:hover,
input:focus,
select:focus {
  background: var(--paper);
}
.bad input {
  border-bottom: 2px solid var(--beyond);
}
.beyond {
  font-size: 0.875rem;
}
</style>
