<script setup lang="ts">
import { mixes } from '@green-pitch/core'
import { useYear } from '../store/year'

/** What somebody says they make, while no log tells it. */
const year = useYear()
const toggle = (id: string) => {
  const { makes } = year.supply
  year.put({ makes: makes.includes(id) ? makes.filter((m) => m !== id) : [...makes, id] })
}
</script>

<template>
  <div class="makes">
    <p>
      {{ year.supply.makes.length ? 'You mostly make' : 'What do you mostly make? A typical year of it stands in until your log tells.' }}
    </p>
    <div role="group" aria-label="What you make">
      <button
        v-for="m in mixes"
        :key="m.id"
        class="act"
        :class="{ main: year.supply.makes.includes(m.id) }"
        :aria-pressed="year.supply.makes.includes(m.id)"
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
