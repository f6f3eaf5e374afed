<script setup lang="ts">
import { computed } from 'vue'
import { evaluate, lengthWords, setUpWords, turnsAnywhere, isJigsaw, isHandFrame, profileOf } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import Choice from '../../ui/Choice.vue'
import Rich from '../../ui/Rich.vue'
import Themed from '../../ui/Themed.vue'

const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const items = computed(() =>
  answer.setup.value
    .filter((i) =>
      [
        'teeth',
        'jig-teeth',
        'splinter',
        'pins',
        'shank',
        'turn-blade',
        'both-ends-free',
        'reverse',
        'face',
        'insert',
        'clean-ends',
      ].includes(i.do),
    )
    .map((i) => setUpWords(i, answer.job, settings.say)),
)
const saw = computed(() => answer.job.saw)
/** What each school against splinters would leave on the show face with this blade. */
const schools = computed(() =>
  (
    [
      { key: 'free', label: 'As the teeth want it', cut: { up: undefined, taped: undefined } },
      { key: 'back', label: 'Show face down', cut: { up: 'back', taped: undefined } },
      { key: 'show', label: 'Show face up', cut: { up: 'show', taped: undefined } },
      { key: 'taped', label: 'Up, scored and taped', cut: { up: 'show', taped: true } },
    ] as const
  ).map((s) => {
    const { edge } = evaluate({ ...answer.job, cut: { ...answer.job.cut, ...s.cut } }, answer.blade)
    return { ...s, label: `${s.label}: ${lengthWords(Math.round(edge.tear * 100) / 100, settings.say)}` }
  }),
)
const school = computed(() => (answer.job.cut.taped ? 'taped' : (answer.job.cut.up ?? 'free')))
function face(key: string) {
  const s = schools.value.find((x) => x.key === key)
  if (s) jobs.editCut(s.cut, 'face')
}
</script>

<template>
  <Themed>
    <div v-if="isJigsaw(saw)" class="fields">
      <Choice
        label="Tear-out that shows, by school"
        :model-value="school"
        :options="schools.map((s) => ({ value: s.key, label: s.label }))"
        @update:model-value="face"
      />
    </div>
    <div v-if="profileOf(saw).cutsOn === 'handle' && !turnsAnywhere(answer.blade)" class="fields">
      <Choice
        label="Teeth point"
        :model-value="answer.job.teethTo ?? 'handle'"
        :options="[
          { value: 'handle', label: 'To the handle: pull, the frame keeps it taut' },
          { value: 'away', label: 'Away: push, for work in a vise' },
        ]"
        @update:model-value="(v) => jobs.editJob({ teethTo: v === 'away' ? 'away' : undefined }, 'teeth to')"
      />
      <Choice
        v-if="isHandFrame(saw) && saw.turns"
        label="Blade turned in its frame"
        :model-value="String(answer.job.turned ?? 0)"
        :options="['0', '45', '90'].map((v) => ({ value: v, label: v === '0' ? 'Not' : `${v}°` }))"
        @update:model-value="(v) => jobs.editJob({ turned: Number(v) || undefined }, 'turned')"
      />
    </div>
    <ul>
      <li v-for="t in items" :key="t"><Rich :text="t" /></li>
    </ul>
    <p class="soft">Teeth too fine to see? Stroke the blade with a fingertip: it drags against the points and slides with them.</p>
  </Themed>
</template>

<style scoped src="./part.css"></style>
<style scoped>
li {
  padding: 4px 0;
}
p {
  margin-top: 8px;
}
</style>
