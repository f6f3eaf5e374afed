<script setup lang="ts">
import { computed } from 'vue'
import { isStrung, watchWords, wayRoundWords, type Progress } from '@green-pitch/core'
import type { Reckoning, RingReckoning } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import Mark from '../../ui/Mark.vue'
import Rich from '../../ui/Rich.vue'
import RingView from './RingView.vue'

/** The ring in hand: large, with what to watch and how the blade stands. */
const props = defineProps<{ found: Reckoning; here: RingReckoning; progress: Progress; beat?: number }>()
const pattern = usePattern()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const say = computed(() => settings.say)
const watching = computed(() => watchWords(props.here, props.found, answer.job, say.value))
</script>

<template>
  <RingView class="view" :reckoned="pattern.reckoned!" :ring="here" :done="run.state.done" :say="say" :beat="beat" />
  <div class="watch" aria-live="polite">
    <p v-if="run.due" class="check">
      <Mark state="near" /><b>{{ isStrung(jobs.job.saw) ? 'Look at clamps and tension.' : 'Look at the clamps and the blade.' }}</b>
      {{
        !isStrung(jobs.job.saw)
          ? 'Does the blade still sit fast, and does nothing stand in the way below?'
          : jobs.job.saw.change.tensionReturns
            ? 'Tug, pluck, then go on.'
            : 'This saw does not return to its tension: set it again.'
      }}
    </p>
    <p v-for="(w, i) in watching" :key="i"><Mark v-if="w.state" :state="w.state" /><Rich :text="w.text" /></p>
    <p><Rich :text="wayRoundWords(here)" /></p>
    <p class="wear">
      <span class="soft">blade worn</span>
      <span
        class="bar"
        role="meter"
        aria-label="Blade worn"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuenow="Math.round(progress.worn * 100)"
        ><span :style="{ width: `${progress.worn * 100}%` }"
      /></span>
      {{ progress.ringsLeft > 0 ? `about ${progress.ringsLeft} cut${progress.ringsLeft === 1 ? '' : 's'} left` : 'change it soon' }}
    </p>
  </div>
</template>
