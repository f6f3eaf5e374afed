<script setup lang="ts">
import { computed } from 'vue'
import {
  lengthWords,
  bladeById,
  blades,
  frameWords,
  leverFit,
  madeFor,
  markName,
  markWords,
  setterName,
  setterOf,
  sizeWords,
  stressAtMark,
  type StrungSaw,
  type Section,
} from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import MarksChart from '../../draw/MarksChart.vue'
import { dayWords } from '../../ui/clock'

/** What was heard of a saw's marks: one rising line a size, and the dial. Noting is done at the ear, in Listen. */
const props = defineProps<{ saw: StrungSaw }>()
const settings = useSettings()
const fit = computed(() => leverFit(props.saw))
const setter = computed(() => setterOf(props.saw))
const lever = computed(() => props.saw.calibration?.lever ?? [])
const dial = computed(() => [...(props.saw.calibration?.dial ?? [])].sort((a, b) => a.dial - b.dial))
const nameOf = (s: Section) => {
  const b = blades.find((b) => b.width === s.width && b.thickness === s.thickness)
  return b ? sizeWords(b) : `${lengthWords(s.width, settings.say)} × ${lengthWords(s.thickness, settings.say)}`
}
const sizes = computed(() => {
  const f = fit.value
  if (!f) return []
  return [...new Map(lever.value.map((p) => [`${p.section.width} ${p.section.thickness}`, p.section])).values()].map((section) => ({
    name: nameOf(section),
    points: lever.value.filter((p) => p.section.width === section.width && p.section.thickness === section.thickness),
    line: [0, 1, 2, 3, 4, 5, 6, 7, 8].map((i) => {
      const x = f.range[0] + ((f.range[1] - f.range[0]) * i) / 8
      return { x, y: stressAtMark(f, section, x).value }
    }),
  }))
})
/** What the fit foretells for sizes nobody has heard yet. */
const predicted = computed(() => {
  const f = fit.value
  if (!f) return []
  const heard = new Set(lever.value.map((p) => p.section.width))
  const mid = (f.range[0] + f.range[1]) / 2
  return [
    'scroll-reverse-skip-1',
    'scroll-reverse-skip-3',
    'scroll-reverse-skip-5',
    'scroll-reverse-skip-7',
    'jeweler-4o0',
    'jeweler-2o0',
    'jeweler-1',
    'jeweler-3',
  ]
    .map((id) => bladeById(id))
    .filter((b) => b !== undefined)
    .filter((b) => !heard.has(b.width) && props.saw.ends.includes(b.end) && madeFor(props.saw, b))
    .map((b) => ({ name: sizeWords(b), mark: mid, ...stressAtMark(f, b, mid) }))
})
</script>

<template>
  <section>
    <h2>
      {{
        fit
          ? fit.guess
            ? `Its ${setterName[setter]}, heard on one size: other sizes are a guess`
            : `Its ${setterName[setter]}, heard on ${sizes.length} sizes: every other size follows`
          : `Its ${setterName[setter]} was not heard yet`
      }}
    </h2>
    <p v-if="!fit">
      A mark means nothing until a blade was plucked at it. <RouterLink to="/listen">Listen</RouterLink> to two or three marks with one
      blade, then with a clearly thicker one.
    </p>
    <div v-else class="charts">
      <div v-for="s in sizes" :key="s.name">
        <p>
          <b>{{ s.name }}</b> <span class="soft">heard {{ dayWords(Math.max(...s.points.map((p) => p.at))) }}</span>
        </p>
        <MarksChart
          :points="s.points.map((p) => ({ x: p.mark, y: p.stress }))"
          :line="s.line"
          unit="MPa"
          :label="`${s.name}: stress over ${markName(setter, settings.say).toLowerCase()}`"
        />
      </div>
      <div v-if="dial.length">
        <p>
          <b>Speed dial</b> <span class="soft">heard {{ dayWords(Math.max(...dial.map((p) => p.at))) }}</span>
        </p>
        <MarksChart
          :points="dial.map((p) => ({ x: p.dial, y: p.strokes }))"
          :line="dial.map((p) => ({ x: p.dial, y: p.strokes }))"
          unit="strokes/min"
          label="Strokes a minute over the dial"
        />
      </div>
    </div>
    <p v-if="fit">
      {{ fit.guess ? '' : frameWords(fit, settings.say) }}
      <template v-if="predicted.length">
        At {{ markWords(predicted[0]!.mark, setter, settings.say) }}:
        <span v-for="(f, i) in predicted" :key="f.name"
          >{{ i ? ', ' : '' }}{{ f.name }} about {{ Math.round(f.value / 5) * 5 }} ± {{ Math.round(f.doubt / 5) * 5 }} MPa</span
        >.
      </template>
    </p>
  </section>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 8px 24px;
  margin: 8px 0;
}
</style>
