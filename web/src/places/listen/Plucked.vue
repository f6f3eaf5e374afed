<script setup lang="ts">
import { computed } from 'vue'
import {
  emptyBandWords,
  heardWords,
  lengthWords,
  noteOf,
  pitchFromStress,
  pullWords,
  sizeWords,
  stockWords,
  tensionFromStress,
  type GreenBand,
  type StrungJob,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import { useSettings } from '../../store/settings'
import { clock } from '../../ui/clock'
import NoteRule from '../../draw/NoteRule.vue'
import Mark from '../../ui/Mark.vue'

/** What the plucked blade says of its tension, against the green band. */
const props = defineProps<{ job: StrungJob; band: GreenBand }>()
const answer = useAnswer()
const listen = useListen()
const settings = useSettings()
const say = computed(() => settings.say)
const stress = computed(() => props.job.stress)
const pitch = computed(() => (stress.value === undefined ? undefined : pitchFromStress(answer.blade, stress.value, props.job.saw.span)))
const note = computed(() => (pitch.value === undefined ? undefined : noteOf(pitch.value)))
const doubt = computed(() => answer.heard.stress?.doubt)
const words = computed(() =>
  stress.value === undefined ? undefined : heardWords(props.job, answer.blade, props.band, stress.value, say.value),
)
const from = { microphone: 'by the microphone', recording: 'from a recording', 'stand-in': 'from the stand-in' } as const
</script>

<template>
  <div class="answer">
    <div>
      <h1 v-if="note">
        <span class="sr">Blade sounds </span>{{ note.name }}
        <span class="cents">{{ note.cents < 0 ? '−' : '+' }} {{ Math.abs(note.cents) }} cents</span>
      </h1>
      <h1 v-else class="none">Not heard yet</h1>
      <p v-if="words" class="verdict">
        <Mark :state="words.state" /><b>{{ words.head }}.</b> {{ words.text }}
        <RouterLink v-if="words.state !== 'within'" to="/remedy">Something is wrong with the cut</RouterLink>
      </p>
      <p v-else-if="band.empty" class="verdict"><Mark state="beyond" />{{ emptyBandWords(band) }}</p>
      <p v-else class="verdict">
        {{ sizeWords(answer.blade) }} in {{ job.stock.material.name.toLowerCase() }}, {{ stockWords(job.stock, say) }}: pluck it at its
        middle and let it ring.
      </p>
    </div>
    <p v-if="stress !== undefined" class="stress">
      <b class="mono">{{ Math.round(stress) }} MPa</b>
      <span class="soft"
        >{{ doubt === undefined ? '' : `give or take ${Math.max(1, Math.round(doubt))}, `
        }}{{ pullWords(tensionFromStress(answer.blade, stress), say) }} on {{ sizeWords(answer.blade) }}, span
        {{ lengthWords(job.saw.span, say) }}</span
      >
      <span v-if="answer.heard.stress" class="soft"
        >heard {{ clock(answer.heard.stress.at) }}{{ listen.last?.read.heard ? ` ${from[listen.last.source]}` : '' }}
        <button class="act plain" @click="listen.forget('stress')">Forget</button></span
      >
    </p>
  </div>
  <NoteRule :band="band" :section="answer.blade" :span="job.saw.span" :pitch="pitch" :ok="words?.state === 'within'" />
</template>

<style scoped src="./answer.css"></style>
