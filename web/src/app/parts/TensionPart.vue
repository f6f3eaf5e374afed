<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import {
  bandWords,
  emptyBandWords,
  forceWords,
  heardWords,
  leverFit,
  lengthWords,
  markForStress,
  markFigure,
  markName,
  noteWords,
  parsePitch,
  pitchFromStress,
  setterOf,
  stressFromPitch,
  tensionFromStress,
  thumbMove,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { clock } from '../../ui/clock'
import Mark from '../../ui/Mark.vue'

const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const id = useId()
const text = ref('')
const trouble = ref('')
// opened only where the ticket has a tension
const job = computed(() => answer.taut!.job)
const band = computed(() => answer.taut!.band)
const stress = computed(() => answer.evaluation.stress!)
const at = (stress: number) => ({
  stress,
  tension: tensionFromStress(answer.blade, stress),
  pitch: pitchFromStress(answer.blade, stress, job.value.saw.span),
})
/** Two schools inside one band: a moderate third of the way up, or high and ringing near its top. */
const within = (share: number) => at(band.value.value.low.stress + share * (band.value.value.high.stress - band.value.value.low.stress))
const edges = computed(() =>
  [
    { name: 'Lowest that stays straight', ...band.value.value.low },
    ...(band.value.empty
      ? []
      : [
          { name: 'Moderate school', ...within(0.35) },
          { name: 'High and ringing school', ...within(0.85) },
        ]),
    {
      name:
        job.value.stress === undefined
          ? 'Calculated at (the saw’s usual)'
          : answer.heard.stress
            ? `Heard ${clock(answer.heard.stress.at)}, ± ${Math.max(1, Math.round(answer.heard.stress.doubt))} MPa`
            : 'Written in',
      ...at(stress.value),
    },
    {
      name: { strength: 'Safe for the blade', grip: 'Held by the clamps', saw: 'Pulled by this saw' }[band.value.limit],
      ...band.value.value.high,
    },
  ].sort((a, b) => a.stress - b.stress),
)
const setter = computed(() => setterOf(job.value.saw))
const fit = computed(() => leverFit(job.value.saw))
const markOf = (s: number) => {
  const m = fit.value && markForStress(fit.value, answer.blade, s)
  return m === undefined ? '' : markFigure(m, setter.value, settings.say)
}
const meaning = computed(() =>
  job.value.stress === undefined ? undefined : heardWords(job.value, answer.blade, band.value, job.value.stress, settings.say),
)
const move = (s: number) => lengthWords(thumbMove(job.value, answer.blade, s, 1), settings.say)
function heard() {
  const read = parsePitch(text.value)
  if (!read.ok) {
    trouble.value = read.message
    return
  }
  try {
    const value = stressFromPitch(answer.blade, read.hz, job.value.saw.span)
    if (value > 2500) {
      trouble.value = 'No blade bears that; is it an overtone, or another blade?'
      return
    }
    trouble.value = ''
    jobs.editJob({ stress: value }, 'stress')
  } catch (error) {
    trouble.value = error instanceof Error ? error.message : String(error)
  }
}
</script>

<template>
  <p v-if="band.empty" class="say"><Mark state="beyond" />{{ emptyBandWords(band) }}</p>
  <p v-else class="say">
    <Mark state="within" />Green on this saw, for this blade in this stock: <strong>{{ bandWords(band) }}</strong>.
  </p>
  <p v-if="meaning" class="say">
    <Mark :state="meaning.state" /><strong>{{ meaning.head }}.</strong> {{ meaning.text }}
  </p>
  <table>
    <thead>
      <tr>
        <td></td>
        <th scope="col">Note</th>
        <th scope="col">Hz</th>
        <th scope="col">MPa</th>
        <th scope="col">N</th>
        <th v-if="fit" scope="col">{{ markName(setter, settings.say) }}</th>
        <th scope="col">Moves under {{ forceWords(1, settings.say) }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="e in edges" :key="e.name">
        <th scope="row">{{ e.name }}</th>
        <td>{{ noteWords(e.pitch) }}</td>
        <td>{{ e.pitch.toFixed(0) }}</td>
        <td>{{ e.stress.toFixed(0) }}</td>
        <td>{{ e.tension.toFixed(1) }}</td>
        <td v-if="fit">{{ markOf(e.stress) }}</td>
        <td>{{ move(e.stress) }}</td>
      </tr>
    </tbody>
  </table>
  <form class="fields" @submit.prevent="heard">
    <div class="field"><span>&nbsp;</span><RouterLink class="act main" to="/listen">Listen to it</RouterLink></div>
    <div class="field wide">
      <label :for="id">Heard by another tuner: note or hertz</label>
      <input
        :id="id"
        v-model="text"
        class="plain-input"
        placeholder="G5 +12, or 790"
        autocomplete="off"
        :aria-invalid="!!trouble"
        :aria-describedby="`${id}-say`"
      />
      <span :id="`${id}-say`" class="beyond">{{ trouble }}</span>
    </div>
    <div class="field"><span>&nbsp;</span><button class="act">Use it</button></div>
    <div v-if="job.stress !== undefined" class="field">
      <span>&nbsp;</span
      ><button type="button" class="act" @click="jobs.editJob({ stress: undefined }, 'stress')">Forget what was heard</button>
    </div>
  </form>
</template>

<style scoped src="./part.css"></style>
<style scoped src="../../ui/figures.css"></style>
<style scoped>
table {
  margin-bottom: 12px;
}
</style>
