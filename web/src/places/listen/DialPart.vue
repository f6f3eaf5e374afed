<script setup lang="ts">
import { computed } from 'vue'
import { decimal, dialMark, isOld } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import MarksChart from '../../draw/MarksChart.vue'
import Count from '../../ui/Count.vue'
import Mark from '../../ui/Mark.vue'

/** This saw's speed dial against the strokes heard at its marks. */
const dial = defineModel<number>('dial', { required: true })
const answer = useAnswer()
const listen = useListen()
const saw = computed(() => answer.job.saw)
const speed = computed(() => answer.evaluation.speed)
const points = computed(() => [...listen.calibration.dial].sort((a, b) => a.dial - b.dial))
const heard = computed(() => answer.heard.spm)
const marks = computed(() => [speed.value.low, speed.value.high].map((n) => dialMark(saw.value, n)))
const forget = (d: number) =>
  listen.keepSaw(saw.value.id, { calibration: { ...listen.calibration, dial: listen.calibration.dial.filter((p) => p.dial !== d) } })
</script>

<template>
  <section aria-labelledby="dial-head">
    <h2 id="dial-head">This saw’s dial</h2>
    <p class="soft">Strokes a minute as heard at its marks.</p>
    <MarksChart
      v-if="points.length"
      :points="
        points.map((p) => ({
          x: p.dial,
          y: p.strokes,
          now: p.at === heard?.at,
          old: isOld(listen.calibration, p.at),
        }))
      "
      :line="points.map((p) => ({ x: p.dial, y: p.strokes }))"
      :green="speed.trouble ? undefined : { low: speed.low, high: speed.high }"
      unit="strokes/min"
      label="Strokes a minute over the marks of the dial"
    />
    <table v-if="points.length">
      <thead>
        <tr>
          <th scope="col">Dial</th>
          <th scope="col">Strokes/min</th>
          <th scope="col"><span class="sr">Forget</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in points" :key="p.dial">
          <td>{{ decimal(p.dial, 1) }}</td>
          <td>{{ Math.round(p.strokes) }}</td>
          <td><button class="x" :aria-label="`Forget dial ${decimal(p.dial, 1)}`" @click="forget(p.dial)">×</button></td>
        </tr>
      </tbody>
    </table>
    <p class="say">
      <template v-if="marks[0] !== undefined && marks[1] !== undefined">
        <b>Dial {{ [...new Set(marks.map((m) => decimal(m!, 1)))].join(' to ') }} is green for this cut.</b>
        {{ points.length ? 'As heard on this saw.' : 'Read evenly off its end marks until it is heard.' }}
      </template>
      <template v-else>Nothing heard on this saw yet. Set the dial, run it without wood, and note its mark.</template>
    </p>
    <form class="note" @submit.prevent="listen.noteDial(dial)">
      <Count
        label="Dial it stands at"
        :model-value="dial"
        :min="0"
        :max="1000"
        :step="0.5"
        @update:model-value="(v) => v !== undefined && (dial = v)"
      />
      <button class="act" :disabled="!heard || listen.busy">
        {{ listen.ofStandIn.spm ? 'Note it all the same' : 'Note what was heard' }}
      </button>
      <p v-if="listen.ofStandIn.spm" class="near"><Mark state="near" />That was the stand-in, not your saw.</p>
    </form>
  </section>
</template>

<style scoped src="./marks.css"></style>
