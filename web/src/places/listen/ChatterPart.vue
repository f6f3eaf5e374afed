<script setup lang="ts">
import { computed } from 'vue'
import { quietSpeed, quietWords, strokesWords, toothRate } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'

/** Strokes at which this saw was heard to chatter: kept as a rate of teeth, so that it speaks for every blade. */
const answer = useAnswer()
const listen = useListen()
const heard = computed(() => answer.heard.spm)
const each = computed(() => toothRate(answer.job, answer.blade, 1))
const known = computed(() => (listen.calibration.chatter ?? []).map((c) => ({ ...c, spm: c.rate / each.value })))
const quiet = computed(() => quietSpeed(answer.job, answer.blade, answer.job.spm ?? answer.evaluation.speed.value))
const noted = computed(() => known.value.some((c) => c.at === heard.value?.at))
const forget = (at: number) =>
  listen.keepSaw(answer.job.saw.id, {
    calibration: { ...listen.calibration, chatter: known.value.filter((c) => c.at !== at).map(({ rate, at }) => ({ rate, at })) },
  })
</script>

<template>
  <section aria-labelledby="chatter-head">
    <h2 id="chatter-head">Where it chatters</h2>
    <p v-if="quiet" class="say">
      <b>{{ quietWords(quiet) }}</b>
    </p>
    <p v-else-if="known.length" class="say">With this blade in this stock it runs quietly here.</p>
    <p v-else class="soft">Few teeth in the work shake a saw at a rate of its own. Heard once, it is known for every blade.</p>
    <ul v-if="known.length">
      <li v-for="c in known" :key="c.at">
        this blade: near {{ strokesWords({ low: c.spm, high: c.spm }) }}
        <button class="x" :aria-label="`Forget chatter near ${Math.round(c.spm)}`" @click="forget(c.at)">×</button>
      </li>
    </ul>
    <button class="act" :disabled="!heard || noted || listen.busy" @click="listen.noteChatter()">
      {{ listen.ofStandIn.spm ? 'It chatters at the stand-in’s strokes' : 'It chatters at the strokes heard' }}
    </button>
  </section>
</template>

<style scoped src="./marks.css"></style>
<style scoped>
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
</style>
