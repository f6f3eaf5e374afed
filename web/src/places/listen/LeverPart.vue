<script setup lang="ts">
import { computed } from 'vue'
import {
  calibrationWords,
  isOld,
  leverFit,
  markAbout,
  markAsk,
  markFigure,
  markName,
  markScale,
  markWords,
  noteWords,
  pitchFromStress,
  setterName,
  setterOf,
  sizeWords,
  stressAtMark,
  type GreenBand,
  type StrungJob,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import MarksChart from '../../draw/MarksChart.vue'
import Count from '../../ui/Count.vue'
import Rich from '../../ui/Rich.vue'

/** This saw's lever, screw or flex against the stress heard at its marks. */
const props = defineProps<{ job: StrungJob; band: GreenBand }>()
const mark = defineModel<number>('mark', { required: true })
const answer = useAnswer()
const listen = useListen()
const shop = useShop()
const settings = useSettings()
const saw = computed(() => props.job.saw)
const setter = computed(() => setterOf(saw.value))
const fit = computed(() => leverFit(saw.value))
const heard = computed(() => answer.heard.stress)
const points = computed(() => listen.calibration.lever)
/** What this blade would have at the marks heard: points of other sizes are brought over by the fit. */
const shown = computed(() =>
  points.value.map((p) => ({
    x: p.mark,
    y: fit.value
      ? (p.stress * stressAtMark(fit.value, answer.blade, p.mark).value) / Math.max(1, stressAtMark(fit.value, p.section, p.mark).value)
      : p.stress,
    now: heard.value !== undefined && p.at === heard.value.at,
    old: isOld(listen.calibration, p.at),
  })),
)
const line = computed(() => {
  const f = fit.value
  if (!f) return []
  const [a, b] = f.range[0] === f.range[1] ? [Math.max(0, f.range[0] - 1), f.range[1] + 1] : f.range
  const room = 0.15 * (b - a)
  return Array.from({ length: 25 }, (_, i) => Math.max(0, a - room) + ((b + room - Math.max(0, a - room)) * i) / 24).map((x) => ({
    x,
    y: stressAtMark(f, answer.blade, x).value,
  }))
})
const green = computed(() => (props.band.empty ? undefined : { low: props.band.value.low.stress, high: props.band.value.high.stress }))
const rows = computed(() => {
  const f = fit.value
  if (!f) return []
  return [...new Set(points.value.map((p) => p.mark))]
    .sort((a, b) => a - b)
    .map((m) => {
      const s = stressAtMark(f, answer.blade, m)
      return {
        mark: m,
        stress: s,
        note: noteWords(pitchFromStress(answer.blade, s.value, saw.value.span)),
        now: heard.value && points.value.some((p) => p.mark === m && p.at === heard.value!.at),
      }
    })
})
const others = computed(() => {
  const heardSizes = new Set(points.value.map((p) => p.section.width))
  return shop.catalogue.filter((b) => b.group === answer.blade.group && b.id !== answer.blade.id && !heardSizes.has(b.width))
})
const words = computed(() => calibrationWords(saw.value, answer.blade, props.band, others.value, settings.say))
const forget = (m: number) =>
  listen.keepSaw(saw.value.id, { calibration: { ...listen.calibration, lever: points.value.filter((p) => p.mark !== m) } })
</script>

<template>
  <section aria-labelledby="lever-head">
    <h2 id="lever-head">This saw’s {{ setterName[setter] }}</h2>
    <p class="soft">{{ markAbout[setter] }}</p>
    <MarksChart
      v-if="points.length"
      :points="shown"
      :line="line"
      :green="green"
      unit="MPa"
      :label="`Stress of ${sizeWords(answer.blade)} over the marks of the ${setterName[setter]}`"
    />
    <table v-if="rows.length">
      <thead>
        <tr>
          <th scope="col">{{ markName(setter, settings.say) }}</th>
          <th scope="col">Note</th>
          <th scope="col">MPa</th>
          <th scope="col"><span class="sr">Forget</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.mark" :class="{ now: r.now }">
          <td>{{ markFigure(r.mark, setter, settings.say) }}</td>
          <td>{{ r.note }}</td>
          <td>
            {{ Math.round(r.stress.value) }} <span class="soft">±{{ Math.round(r.stress.doubt) }}</span>
          </td>
          <td><button class="x" :aria-label="`Forget ${markWords(r.mark, setter, settings.say)}`" @click="forget(r.mark)">×</button></td>
        </tr>
      </tbody>
    </table>
    <p class="say"><Rich :text="words" /></p>
    <form class="note" @submit.prevent="listen.note(mark * markScale(setter, settings.say))">
      <Count
        :label="markAsk(setter, settings.say)"
        :model-value="mark"
        :min="0"
        :max="1000"
        :step="0.5"
        @update:model-value="(v) => v !== undefined && (mark = v)"
      />
      <button class="act" :disabled="!heard || listen.busy">
        {{ listen.ofStandIn.stress ? 'Note it all the same' : 'Note what was heard' }}
      </button>
      <p v-if="listen.ofStandIn.stress" class="near"><Mark state="near" />That was the stand-in, not your {{ saw.short.toLowerCase() }}.</p>
    </form>
    <p v-if="points.length" class="more">
      <button class="act plain" @click="listen.keepSaw(saw.id, { calibration: { ...listen.calibration, changed: Date.now() } })">
        Clamps or spring were changed
      </button>
      <span v-if="listen.calibration.changed" class="soft">What was heard before counts little.</span>
    </p>
  </section>
</template>

<style scoped src="./marks.css"></style>
