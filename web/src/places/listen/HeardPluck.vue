<script setup lang="ts">
import { computed } from 'vue'
import {
  forceWords,
  bowAllowed,
  decimal,
  lengthWords,
  spanFromModes,
  THUMB,
  thumbMove,
  type GreenBand,
  type StrungJob,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import { useSettings } from '../../store/settings'
import HeardSpectrum from '../../draw/HeardSpectrum.vue'
import LastPluck from '../../draw/LastPluck.vue'

/** How the last pluck was read, and the same tension by feel. */
const props = defineProps<{ job: StrungJob; band: GreenBand }>()
const answer = useAnswer()
const listen = useListen()
const settings = useSettings()
const say = computed(() => settings.say)
const picture = computed(() => listen.last?.picture)
const read = computed(() => listen.last?.read)
const convinced = computed(() => {
  const r = read.value
  if (!r?.heard) return ''
  const over = r.partials.length - 1
  const sure = r.confidence > 0.9 ? 'sure' : r.confidence > 0.7 ? 'fairly sure' : 'not quite sure'
  return over > 1 ? `Overtones run as a stiff blade’s do: ${sure}.` : `Hardly an overtone to bear it out: ${sure}.`
})
const solved = computed(() => {
  const r = read.value
  // another blade is another section: what was heard of the last one tells nothing
  if (!r?.heard || !answer.heard.stress) return undefined
  const found = spanFromModes(answer.blade, r.partials)
  return found && found.doubt < 0.04 * found.span && Math.abs(found.span - props.job.saw.span) > Math.max(1.5, found.doubt)
    ? found
    : undefined
})
const feel = computed(() => {
  const at = props.job.stress ?? answer.evaluation.stress ?? 0
  return lengthWords(Math.round(thumbMove(props.job, answer.blade, at, THUMB) * 20) / 20, say.value)
})
const feelAim = computed(() =>
  [props.band.value.low.stress, props.band.value.high.stress]
    .map((s) => lengthWords(Math.round(thumbMove(props.job, answer.blade, s, THUMB) * 20) / 20, say.value))
    .join(' down to '),
)
</script>

<template>
  <div>
    <div v-if="picture && read" class="heard">
      <section aria-labelledby="heard-head">
        <h2 id="heard-head">What was heard</h2>
        <HeardSpectrum :columns="picture.spectrum" :top="picture.top" :read="read" />
        <p>{{ convinced }}</p>
      </section>
      <section aria-labelledby="pluck-head">
        <h2 id="pluck-head">The last pluck</h2>
        <LastPluck :wave="picture.wave" label="The last pluck, a third of a second" />
        <p v-if="read.heard">
          Rings for {{ decimal(read.decay, 2) }} s; pitch good to {{ decimal(read.doubt, 1) }} cents.
          <template v-if="solved">
            <br />By its overtones the span is {{ lengthWords(Math.round(solved.span * 2) / 2, say) }}, give or take
            {{ lengthWords(Math.max(0.5, Math.round(solved.doubt * 2) / 2), say) }}.
            <button class="act plain" @click="listen.keepSpan(Math.round(solved.span * 2) / 2)">
              {{ listen.last?.source === 'stand-in' ? 'Use it, though it is the stand-in’s' : 'Use it' }}
            </button>
          </template>
        </p>
      </section>
    </div>
    <p v-if="!band.empty" class="feel soft">
      By feel: {{ forceWords(THUMB, say) }} of thumb at mid-span moves it {{ feel }} sideways{{
        job.stress === undefined ? ' at the stress advised' : ''
      }}; green is {{ feelAim }}. Bow allowed while cutting: {{ lengthWords(Math.round(bowAllowed(job) * 100) / 100, say) }}.
    </p>
  </div>
</template>

<style scoped>
.heard {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  border-top: 1px solid var(--rule);
  margin-top: 16px;
  padding-top: 10px;
}
.heard h2 {
  font-weight: 700;
}
.feel {
  margin-top: 12px;
}
@media (max-width: 760px) {
  .heard {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
