<script setup lang="ts">
import { useSettings } from '../store/settings'
import Count from './Count.vue'

/** What an hour of work and a blade cost, in the user's own money. */
const settings = useSettings()
const put = (patch: Partial<typeof settings.value.rates>) => settings.change({ rates: { ...settings.value.rates, ...patch } })
</script>

<template>
  <Count
    label="An hour"
    :model-value="settings.value.rates.hour"
    :min="0"
    :max="100000"
    @update:model-value="(n) => put({ hour: n ?? 0 })"
  />
  <Count
    label="A blade"
    :model-value="settings.value.rates.blade"
    :min="0"
    :max="100000"
    :step="0.1"
    @update:model-value="(n) => put({ blade: n ?? 0 })"
  />
</template>
