<script setup lang="ts">
import { viewNames, type AtBench } from '@green-pitch/core'
import { planSlices } from '@green-pitch/core/pattern'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import OpeningView from '../../draw/OpeningView.vue'
import SliceView from '../../draw/SliceView.vue'
import JointView from '../../draw/JointView.vue'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

/** The cut or the bench work in hand: how it is held and begun, how far it goes, what to look at then. */
const props = defineProps<{ step: AtBench }>()
const joint = useJoint()
const run = useRun()
const jobs = useJob()
const settings = useSettings()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const panel = computed(() => run.record?.plan && run.panelOf(run.record.plan))
const slices = computed(() => run.record?.slices && { task: run.record.slices, plan: planSlices(run.record.slices) })
const drawn = computed(() => joint.found.views.find((v) => v.name === props.step.view) ?? joint.found.views[0])
/** Which of the lines drawn is in hand. */
const at = computed(() => (typeof props.step.drawn === 'number' ? props.step.drawn : undefined))
const scale = computed(() =>
  drawn.value ? Math.max(0.05, Math.min((width.value - 150) / drawn.value.width, (height.value - 60) / drawn.value.height)) : 1,
)
</script>

<template>
  <div ref="box" class="view drawn">
    <OpeningView v-if="panel" :opening="panel.opening" :way="panel.way" :at="step.drawn" />
    <SliceView v-else-if="slices" :task="slices.task" :plan="slices.plan" :at="step.drawn === 'holes' ? undefined : step.drawn" />
    <JointView
      v-else-if="drawn && width"
      :view="drawn"
      :scale="scale"
      :hatch="jobs.job.stock.material.hatch"
      :say="settings.say"
      :at="at"
      :label="`${viewNames[drawn.name]}${at === undefined ? '' : ', the line in hand drawn thick'}`"
    />
  </div>
  <div class="watch" aria-live="polite">
    <p>{{ step.text }}</p>
    <p v-if="step.go">
      <b>{{ step.go }}</b>
    </p>
    <p v-if="step.check"><b>Then look:</b> {{ step.check }}</p>
  </div>
</template>

<style scoped>
.drawn {
  display: grid;
  place-items: center;
  overflow: hidden;
  background: var(--sheet);
}
</style>
