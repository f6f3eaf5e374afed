<script setup lang="ts">
import { reactive, ref, shallowRef } from 'vue'
import { bladeWords, lengthWords, type CutOutcome } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { SURE } from '@green-pitch/core/sound'
import type { Opening } from '../../store/along'
import Along from '../../ui/Along.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import { gradesExpected, LONGEST, type Outcome } from '../../ui/outcome'
import OutcomeDialog from '../../ui/OutcomeDialog.vue'

/** Writes one cut to the log: what is estimated stands there already, so that one press is enough. */
defineEmits<{ close: [] }>()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const shop = useShop()
const f = answer.bill
/** by hand strokes are counted: they hang on no clock */
const predicted = f.strokes
const form = reactive({
  length: answer.job.cut.length as number | undefined,
  strokes: undefined as number | undefined,
})
const estimated: Outcome = {
  // a job that would take days is not logged at one go
  minutes: Math.min(LONGEST, Math.max(1, Math.round(f.atSaw.median / 60))),
  blades: 1,
  fate: 'fine',
  ...gradesExpected(f),
  cleanUp: Math.min(LONGEST, Math.round(f.cleanUp.median / 60)),
  note: '',
}

/** What was heard of it while this stood open: its minutes, and by hand its strokes, stand there at once and can be changed. */
const heard = shallowRef<{ openings: number; sawing: number; strokes: number }>()
const madeUp = ref(false)
const dialog = ref<InstanceType<typeof OutcomeDialog>>()
function opened(o: Opening, standIn: boolean) {
  if (o.sure < SURE) return
  const was = heard.value ?? { openings: 0, sawing: 0, strokes: 0 }
  const now = { openings: was.openings + 1, sawing: was.sawing + o.sawing, strokes: was.strokes + Math.round(o.strokes) }
  dialog.value?.put({ minutes: Math.max(0.1, Math.round(now.sawing / 6) / 10) })
  if (predicted) form.strokes = now.strokes
  // a stand-in's figures are seen; nothing is learned from an entry that holds them
  madeUp.value ||= standIn
  heard.value = now
}
const remedy = useRemedy()
async function keep(how: CutOutcome) {
  const at = Date.now()
  const faults = await remedy.unlogged(jobs.record.id)
  const kept = await shop.keepLog({
    // two tabs may log in the same millisecond
    id: `log-${at.toString(36)}-${crypto.getRandomValues(new Uint32Array(1))[0]!.toString(36)}`,
    rev: 0,
    at,
    jobId: jobs.record.id,
    title: jobs.name,
    ...answer.remembered(f.atSaw),
    ...(madeUp.value && { ignored: true }),
    ...(heard.value &&
      !madeUp.value && { heard: { ...jobs.ticket.heard, cut: { ...heard.value, sawing: Math.round(heard.value.sawing) } } }),
    ...shop.carried(answer.blade.id),
    length: form.length ?? 0,
    ...(form.strokes && predicted && { strokes: { taken: form.strokes, predicted } }),
    ...(faults.length && { faults }),
    ...how,
  })
  if (!kept) return false
  await shop.useUp(answer.blade.id, how.blades, how.fate, how.minutes)
  // a trial cut on scrap is no piece: only as much line as the job has
  if ((form.length ?? 0) >= 0.9 * answer.job.cut.length) await jobs.logged()
  useTrouble().say('Logged.', 'done')
  return true
}
</script>

<template>
  <OutcomeDialog
    ref="dialog"
    :heading="`Log the cut: ${jobs.name}`"
    :about="`${bladeWords(answer.blade, settings.say)} in ${answer.job.stock.material.name.toLowerCase()} on the ${answer.job.saw.short.toLowerCase()}. What was estimated stands below; change what came out otherwise.`"
    :from="estimated"
    blade="The blade"
    :plate="!!predicted"
    remedies
    ok="Write to the log"
    :keep="keep"
    @close="$emit('close')"
  >
    <Along
      class="along-cut"
      :saw="answer.job.saw"
      :advised="answer.evaluation.speed"
      @opening="opened"
      @broke="dialog?.put({ fate: 'broke' })"
    />
    <LengthInput v-model="form.length" :label="`Length sawn (job: ${lengthWords(answer.job.cut.length, settings.say)})`" />
    <Count
      v-if="predicted"
      v-model="form.strokes"
      :label="`Strokes of one cut (estimated ${predicted})`"
      :min="1"
      :max="10000"
      none="not counted"
      whole
    />
  </OutcomeDialog>
</template>

<style scoped>
.along-cut {
  grid-column: 1 / -1;
  border: 0;
  padding: 0;
}
</style>
