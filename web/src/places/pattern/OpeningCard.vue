<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { lengthWords, minutesWords, ringName, roundWords, watchWords, wayRoundWords } from '@green-pitch/core'
import type { Direction } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import Mark from '../../ui/Mark.vue'
import Rich from '../../ui/Rich.vue'

/** One opening, asked about: its measures, hole, way round and what to watch. */
const props = defineProps<{ id: number }>()
const emit = defineEmits<{ close: [] }>()
const SlipPart = defineAsyncComponent(() => import('../../ui/SlipPart.vue'))
const slipping = ref(false)
const pattern = usePattern()
const answer = useAnswer()
const settings = useSettings()
const say = computed(() => settings.say)
const found = computed(() => pattern.found!)
const r = computed(() => found.value.rings[props.id]!)
const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say.value)
const facts = computed(() => {
  const m = r.value.measure
  const area = say.value.unit === 'mm' ? `${Math.round(m.area)} mm²` : `${(m.area / 645.16).toFixed(2)} sq in`
  return [
    `${mm(Math.round(m.length * 10) / 10)} round, ${area}, ${minutesWords(pattern.spent[props.id]!.sawing)} of sawing.`,
    m.tightest.waste ? `Tightest inside ${roundWords(m.tightest.waste.radius, say.value)}` : '',
    m.tightest.kept ? `${m.tightest.waste ? 't' : 'T'}ightest outside ${roundWords(m.tightest.kept.radius, say.value)}` : '',
    m.corners.length ? `${m.corners.length} corner${m.corners.length > 1 ? 's' : ''}` : '',
  ].filter(Boolean)
})
const moved = computed(() => pattern.record?.choices.holes[props.id] !== undefined)
function turnRound() {
  const other: Direction = r.value.plan.direction === 'clockwise' ? 'counter' : 'clockwise'
  pattern.choose({ directions: { ...pattern.record!.choices.directions, [props.id]: other } })
}
function putBack() {
  pattern.choose({ holes: Object.fromEntries(Object.entries(pattern.record!.choices.holes).filter(([k]) => Number(k) !== props.id)) })
}
function island() {
  const kept = pattern.record!.choices.keptIslands
  pattern.choose({ keptIslands: kept.includes(props.id) ? kept.filter((k) => k !== props.id) : [...kept, props.id] })
}
</script>

<template>
  <section class="card" aria-labelledby="opening-head">
    <h2 id="opening-head"><Mark v-if="r.state !== 'within'" :state="r.state" />{{ ringName(found, id) }}</h2>
    <button class="act plain close" @click="emit('close')">Close</button>
    <p>{{ facts[0] }}</p>
    <p class="soft">{{ facts.slice(1).join(', ') }}</p>
    <p><Rich :text="wayRoundWords(r)" /> <button class="act plain link" @click="turnRound">Turn round</button></p>
    <p v-if="r.hole">
      Hole {{ mm(found.drill) }}, {{ r.hole.hole.clear < 0 ? 'over the line' : `${mm(r.hole.hole.clear)} clear of the line` }}; the largest
      that fits is {{ mm(Math.max(0, r.hole.largest)) }}. <span class="soft">Drag it, or Shift and arrows.</span>
      <button v-if="moved" class="act plain link" @click="putBack">Put it back</button>
    </p>
    <p v-for="(w, i) in watchWords(r, found, answer.job, say)" :key="i"><Mark v-if="w.state" :state="w.state" /><Rich :text="w.text" /></p>
    <p><button class="act" @click="slipping = true">Left the line here</button></p>
    <SlipPart v-if="slipping" :id="id" @close="slipping = false" />
    <p v-if="r.ring.role === 'island'">
      <button class="act" @click="island">{{ r.sawn ? 'Let it fall with the waste' : 'Keep it as a piece of its own' }}</button>
    </p>
  </section>
</template>

<style scoped>
.card {
  position: relative;
  display: grid;
  gap: 4px;
  padding: 10px 0 12px;
  border-bottom: 2px solid var(--ink);
}
.close {
  position: absolute;
  right: 0;
  top: 4px;
}
.link {
  text-decoration: underline;
  min-height: 24px;
  padding: 0 4px;
}
</style>
