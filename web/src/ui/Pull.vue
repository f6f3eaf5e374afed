<script setup lang="ts">
import { computed } from 'vue'
import { POUND } from '@green-pitch/core'
import { useSettings } from '../store/settings'
import Count from './Count.vue'

/** A pull, kept in newtons: asked in newtons, or in pounds by whoever measures in inches. */
defineProps<{ label: string; modelValue: number; min: number; max: number }>()
const emit = defineEmits<{ 'update:modelValue': [newtons: number] }>()
const settings = useSettings()
const one = computed(() => (settings.value.unit === 'in' ? POUND : 1))
const said = (newtons: number) => Math.round((newtons / one.value) * 10) / 10
</script>

<template>
  <Count
    :key="one"
    :label="label"
    :model-value="said(modelValue)"
    :min="Math.ceil(said(min))"
    :max="Math.floor(said(max))"
    :unit="one === 1 ? 'N' : 'lb'"
    @update:model-value="(v) => v && emit('update:modelValue', v * one)"
  />
</template>
