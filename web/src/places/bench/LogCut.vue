<script setup lang="ts">
import { computed, onMounted, reactive, ref, useId } from 'vue'
import { useRouter } from 'vue-router'
import { bladeWords, lengthWords, oneCut } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import { gradesExpected, logged, LONGEST, remedyFor, type Outcome } from '../../ui/outcome'
import OutcomeFields from '../../ui/OutcomeFields.vue'
import Themed from '../../ui/Themed.vue'

/** Writes one cut to the log: what is estimated stands there already, so that one press is enough. */
const emit = defineEmits<{ close: [] }>()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const shop = useShop()
const id = useId()
const dialog = ref<HTMLDialogElement>()
const f = answer.bill
/** by hand strokes are counted: they hang on no clock */
const predicted = answer.blade.plate ? oneCut(answer.job, answer.evaluation.feed).strokes : undefined
const form = reactive({
  length: answer.job.cut.length as number | undefined,
  strokes: undefined as number | undefined,
})
const outcome = ref<Outcome>({
  // a job that would take days is not logged at one go
  minutes: Math.min(LONGEST, Math.max(1, Math.round(f.atSaw.median / 60))),
  blades: 1,
  fate: 'fine',
  ...gradesExpected(f),
  cleanUp: Math.min(LONGEST, Math.round(f.cleanUp.median / 60)),
  note: '',
})
onMounted(() => dialog.value?.showModal())

const remedy = useRemedy()
const router = useRouter()
const wrong = computed(() => remedyFor(outcome.value))
async function write(then?: string) {
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
    ...shop.carried(answer.blade.id),
    length: form.length ?? 0,
    ...(form.strokes && predicted && { strokes: { taken: form.strokes, predicted } }),
    ...(faults.length && { faults }),
    ...logged(outcome.value),
  })
  if (!kept) return
  const { blades, fate, minutes } = logged(outcome.value)
  await shop.useUp(answer.blade.id, blades, fate, minutes)
  useTrouble().say('Logged.', 'done')
  dialog.value?.close()
  if (then) await router.push(then)
}
</script>

<template>
  <dialog ref="dialog" :aria-labelledby="`${id}h`" @close="emit('close')">
    <Themed>
      <form method="dialog" @submit.prevent="write()">
        <h2 :id="`${id}h`">Log the cut: {{ jobs.name }}</h2>
        <p class="soft">
          {{ bladeWords(answer.blade, settings.say) }} in {{ answer.job.stock.material.name.toLowerCase() }} on the
          {{ answer.job.saw.short.toLowerCase() }}. What was estimated stands below; change what came out otherwise.
        </p>
        <OutcomeFields v-model="outcome" blade="The blade" :plate="!!predicted">
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
        </OutcomeFields>
        <p class="acts">
          <button type="button" class="act plain" @click="dialog?.close()">Cancel</button
          ><button v-if="wrong" type="button" class="act" @click="write(wrong)">Write it, and find out why</button
          ><button class="act main">Write to the log</button>
        </p>
      </form>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(640px, 94vw);
}
form {
  display: grid;
  gap: 12px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
