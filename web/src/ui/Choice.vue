<script setup lang="ts" generic="T extends string">
import { useId } from 'vue'
import { RadioButton, RadioGroup } from 'ant-design-vue'

/** One of a few, all in sight. */
defineProps<{ label: string; modelValue: T; options: readonly { value: T; label: string }[]; note?: string }>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const id = useId()
</script>

<template>
  <div class="field" role="group" :aria-labelledby="id">
    <span :id="id" class="label">{{ label }}</span>
    <RadioGroup :value="modelValue" button-style="solid" :name="id" @update:value="(v: T) => emit('update:modelValue', v)">
      <RadioButton v-for="o in options" :key="o.value" :value="o.value">{{ o.label }}</RadioButton>
    </RadioGroup>
    <span v-if="note" class="soft note">{{ note }}</span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
}
.note {
  font-size: 0.875rem;
}
</style>
