<script setup lang="ts">
import { computed } from 'vue'
import { setUpWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import Rich from '../../ui/Rich.vue'

const answer = useAnswer()
const settings = useSettings()
const items = computed(() =>
  answer.setup.value
    .filter((i) => ['teeth', 'both-ends-free', 'reverse', 'face', 'insert', 'clean-ends'].includes(i.do))
    .map((i) => setUpWords(i, answer.job, settings.say)),
)
</script>

<template>
  <ul>
    <li v-for="t in items" :key="t"><Rich :text="t" /></li>
  </ul>
  <p class="soft">Teeth too fine to see? Stroke the blade with a fingertip: it drags against the points and slides with them.</p>
</template>

<style scoped>
li {
  padding: 4px 0;
}
p {
  margin-top: 8px;
}
</style>
