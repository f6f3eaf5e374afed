<script setup lang="ts">
import { computed } from 'vue'
import { bogWords, decimal, dialMark, feedLimitWords, feedWords, hasSpeed, speedRange, speedWords, strokesWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import Count from '../../ui/Count.vue'
import Choice from '../../ui/Choice.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const band = computed(() => answer.evaluation.speed)
const feed = computed(() => answer.evaluation.feed)
const saw = computed(() => answer.job.saw)
const range = computed(() => speedRange(saw.value))
const steps = computed(() => (hasSpeed(saw.value) && saw.value.speed.kind === 'steps' ? saw.value.speed.steps : undefined))
const dial = computed(() => {
  const m = dialMark(saw.value, feed.value.inputs.spm)
  return m === undefined ? '' : `, about dial ${decimal(m, 1)}`
})
</script>

<template>
  <Themed>
    <p class="say">
      <Mark :state="band.trouble ? 'beyond' : 'within'" /><strong>{{ strokesWords(band, ' to ') }}</strong> strokes a minute.
      {{ speedWords(band) }}
    </p>
    <div class="fields">
      <Choice
        v-if="steps"
        label="This saw’s speeds"
        :model-value="String(answer.job.spm ?? band.value)"
        :options="steps.map((s) => ({ value: String(s), label: String(s) }))"
        @update:model-value="(v) => jobs.editJob({ spm: Number(v) }, 'spm')"
      />
      <Count
        v-else
        label="Set by you"
        :model-value="answer.job.spm"
        :min="range[0]"
        :max="range[1]"
        :step="50"
        none="as suggested"
        whole
        @update:model-value="(v) => jobs.editJob({ spm: v }, 'spm')"
      />
      <div v-if="hasSpeed(saw)" class="field"><span>&nbsp;</span><RouterLink class="act" to="/listen">Hear it run</RouterLink></div>
      <div v-if="answer.job.spm !== undefined" class="field">
        <span>&nbsp;</span><button class="act" @click="jobs.editJob({ spm: undefined }, 'spm')">Back to the suggested</button>
      </div>
    </div>
    <p class="say">
      At {{ Math.round(feed.inputs.spm) }} strokes{{ dial }}: feed {{ feedWords(feed.value, settings.say) }}; faster, and
      {{ feedLimitWords[feed.limit] }}. {{ bogWords(answer.evaluation) }}
    </p>
  </Themed>
</template>

<style scoped src="./part.css"></style>
