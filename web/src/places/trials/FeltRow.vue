<script setup lang="ts">
import { useId } from 'vue'
import { feltMarks, feltWords, criterionNames, criterionHints, type Felt } from '@green-pitch/core'

/** One word for how a piece felt, worst to best. */
defineProps<{ what: keyof typeof feltWords; modelValue: Felt | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [mark: Felt] }>()
const id = useId()
</script>

<template>
  <fieldset>
    <legend>
      <b>{{ criterionNames[what] }}</b> <span class="soft">{{ criterionHints[what] }}</span>
    </legend>
    <div class="words">
      <label v-for="m in feltMarks" :key="m" :class="{ on: modelValue === m }">
        <input type="radio" :name="id" :checked="modelValue === m" @change="emit('update:modelValue', m)" />{{ feltWords[what][m - 1] }}
      </label>
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
legend {
  padding: 0;
}
legend b {
  display: inline-block;
}
legend b::first-letter {
  text-transform: uppercase;
}
.words {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  margin-top: 4px;
}
label {
  display: grid;
  place-items: center;
  text-align: center;
  min-height: 50px;
  padding: 2px 4px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font-size: 0.9375rem;
  line-height: 1.15;
  cursor: pointer;
}
label + label {
  border-left: 0;
}
label.on {
  background: var(--ink);
  color: var(--paper);
}
label:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
input {
  position: absolute;
  opacity: 0;
}
</style>
