<script setup lang="ts">
import { ref } from 'vue'

/** A line of text: what is being typed is not put back by a save that ends meanwhile, and goes out when the field is left. */
defineProps<{ modelValue: string | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const typed = ref<string>()
/** Enter takes it too, and leaves the hand where it is. */
function take(value: string) {
  typed.value = undefined
  emit('update:modelValue', value)
}
</script>

<template>
  <input
    :value="typed ?? modelValue"
    @input="typed = ($event.target as HTMLInputElement).value"
    @change="take(($event.target as HTMLInputElement).value)"
    @blur="typed = undefined"
  />
</template>
