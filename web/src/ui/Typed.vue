<script setup lang="ts">
import { ref } from 'vue'

/** A line of text: what is being typed is not put back by a save that ends meanwhile, and goes out when the field is left. */
defineProps<{ modelValue: string | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const box = ref<HTMLInputElement>()
const typed = ref<string>()
</script>

<template>
  <input
    ref="box"
    :value="typed ?? modelValue"
    @input="typed = ($event.target as HTMLInputElement).value"
    @change="emit('update:modelValue', ($event.target as HTMLInputElement).value)"
    @blur="typed = undefined"
    @keydown.enter="box?.blur()"
  />
</template>
