<script setup lang="ts">
import { computed } from 'vue'
import { setUpWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import Rich from '../../ui/Rich.vue'

/** How a hand saw is held, started and stroked for this cut. */
const answer = useAnswer()
const settings = useSettings()
const items = computed(() =>
  answer.setup.value
    .filter((i) => ['hold-hand', 'start-hand', 'strokes', 'under-back', 'filing', 'flush'].includes(i.do))
    .map((i) => setUpWords(i, answer.job, settings.say)),
)
</script>

<template>
  <ul>
    <li v-for="t in items" :key="t"><Rich :text="t" /></li>
  </ul>
  <p class="soft">Forefinger along the blade; forearm, saw and line in one plane. Wax the plate when it binds.</p>
</template>

<style scoped>
li {
  padding: 4px 0;
}
p {
  margin-top: 8px;
}
</style>
