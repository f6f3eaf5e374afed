<script setup lang="ts">
import { shippedPatterns } from '../../data/shipped'
import { usePattern } from '../../store/pattern'

const emit = defineEmits<{ bring: [] }>()
const pattern = usePattern()
const begin = (s: (typeof shippedPatterns)[number]) => pattern.bring(new File([s.text], s.name))
</script>

<template>
  <div class="empty">
    <h2>This job has no drawing yet</h2>
    <p>
      Bring in an SVG, DXF or PDF, or a photograph or scan of a paper pattern; or drop one here. You get what can be cut with this saw and
      blade, where to drill, the order, the time and what to look at first. Nothing leaves this device.
    </p>
    <p><button class="act main" @click="emit('bring')">Bring in a drawing</button></p>
    <h3>Or begin with one of Saltmarsh Bench’s</h3>
    <ul>
      <li v-for="s in shippedPatterns" :key="s.name">
        <button class="act" @click="begin(s)">{{ s.title }}</button> <span class="soft">{{ s.about }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 12px;
  padding: 8vh 40px 40px;
  max-width: 640px;
}
li {
  padding: 4px 0;
}
</style>
