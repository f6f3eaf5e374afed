<script setup lang="ts">
import { computed } from 'vue'
import { decimal, lengthWords, motorLoad, orbitChoice, orbitInUse, orbitWords, evaluate, feedWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import Mark from '../../ui/Mark.vue'

/** The orbital step, with what each would do to feed, face and edge before it is set. */
const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const choice = computed(() => orbitChoice(answer.job, answer.blade))
const value = computed(() => orbitInUse(answer.job, answer.blade))
const rows = computed(() =>
  choice.value.steps.map((orbit) => {
    const job = { ...answer.job, orbit }
    const v = evaluate(job, answer.blade)
    return { orbit, v, load: motorLoad(job, answer.blade, v.feed.chipLoad) }
  }),
)
const put = (orbit: number | undefined) => jobs.editJob({ orbit }, 'orbit')
const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, settings.say)
</script>

<template>
  <p class="say">
    <Mark :state="value > choice.value ? 'beyond' : 'within'" /><strong>Orbit {{ choice.value }}</strong> suits:
    {{ orbitWords[choice.limit] }}.
    <button v-if="answer.job.orbit !== undefined" class="act" @click="put(undefined)">Back to the suggested</button>
  </p>
  <div class="list">
    <button v-for="r in rows" :key="r.orbit" class="row" :aria-pressed="r.orbit === value" @click="put(r.orbit)">
      <Mark :state="r.orbit > choice.value ? 'beyond' : 'within'" /><span>{{ r.orbit ? `Step ${r.orbit}` : 'Straight' }}</span>
      <span class="soft"
        >feeds {{ feedWords(r.v.feed.value, settings.say) }}, {{ r.v.edge.grade }} edge, {{ mm(r.v.edge.tear) }} torn out</span
      >
      <span class="soft">{{ decimal(100 * r.load, 0) }} % of the motor</span>
    </button>
  </div>
</template>

<style scoped src="./part.css"></style>
