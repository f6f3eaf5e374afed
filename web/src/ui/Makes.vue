<script setup lang="ts">
import { computed } from 'vue'
import { mixes, type Mix } from '@green-pitch/core'
import { useSettings } from '../store/settings'

/** What somebody says they make, while no log tells it; said in the place of the words where it is asked otherwise. */
const props = defineProps<{ among?: readonly Mix[] }>()
const settings = useSettings()
const makes = computed(() => settings.value.supply.makes)
function toggle(id: string) {
  const { supply } = settings.value
  settings.change({ supply: { ...supply, makes: makes.value.includes(id) ? makes.value.filter((m) => m !== id) : [...makes.value, id] } })
}
</script>

<template>
  <div class="makes">
    <slot
      ><p>
        {{ makes.length ? 'You mostly make' : 'What do you mostly make? A typical year of it stands in until your log tells.' }}
      </p></slot
    >
    <div role="group" aria-label="What you make">
      <button
        v-for="m in props.among ?? mixes"
        :key="m.id"
        class="act"
        :class="{ main: makes.includes(m.id) }"
        :aria-pressed="makes.includes(m.id)"
        @click="toggle(m.id)"
      >
        {{ m.name }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.makes {
  margin-bottom: 16px;
}
.makes > div {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
}
</style>
