<script setup lang="ts">
import { computed, onMounted, ref, useId } from 'vue'
import { useRouter } from 'vue-router'
import { minutesWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRun } from '../../store/run'
import { useTrouble } from '../../store/trouble'
import { gradesExpected, logged, remedyFor, type Outcome } from '../../ui/outcome'
import OutcomeFields from '../../ui/OutcomeFields.vue'
import Themed from '../../ui/Themed.vue'

/** The run's end: how it came out; times and blades are known already. */
const emit = defineEmits<{ close: [] }>()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const id = useId()
const dialog = ref<HTMLDialogElement>()
const outcome = ref<Outcome>({
  minutes: run.minutes,
  blades: run.state.blades,
  fate: run.state.broke ? 'broke' : run.state.slipped ? 'slipped' : 'fine',
  ...gradesExpected(answer.bill),
  cleanUp: Math.round(answer.bill.cleanUp.median / 60),
  note: '',
})
const plate = run.inHand.saw.blade.plate !== undefined
onMounted(() => dialog.value?.showModal())
const router = useRouter()
const wrong = computed(() => remedyFor(outcome.value))
async function write(then?: string) {
  const kept = await run.log(logged(outcome.value))
  if (!kept) return
  useTrouble().say('Logged. The next estimate learns from it.', 'done')
  dialog.value?.close()
  if (then) await router.push(then)
}
</script>

<template>
  <dialog ref="dialog" :aria-labelledby="`${id}h`" @close="emit('close')">
    <Themed>
      <form method="dialog" @submit.prevent="write()">
        <h2 :id="`${id}h`">{{ jobs.name }}: sawn in {{ minutesWords(run.state.seconds) }}</h2>
        <p class="soft">Estimated {{ minutesWords(run.record?.total ?? 0) }}. Correct what the clock or the presses have wrong.</p>
        <OutcomeFields v-model="outcome" :blade="plate ? 'The saw' : 'The last blade'" :plate="plate" />
        <p class="acts">
          <button type="button" class="act plain" @click="dialog?.close()">Not yet</button
          ><button v-if="wrong" type="button" class="act" @click="write(wrong)">Write it, and find out why</button
          ><button class="act main">Write to the log</button>
        </p>
      </form>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(520px, 94vw);
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
