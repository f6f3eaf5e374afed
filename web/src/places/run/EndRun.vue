<script setup lang="ts">
import { computed, ref } from 'vue'
import { minutesWords, type CutOutcome } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRun } from '../../store/run'
import { useTrouble } from '../../store/trouble'
import { gradesExpected, type Outcome } from '../../ui/outcome'
import HoldOffer from '../../ui/HoldOffer.vue'
import OutcomeDialog from '../../ui/OutcomeDialog.vue'

/** The run's end: how it came out; times and blades are known already. */
defineEmits<{ close: [] }>()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const known: Outcome = {
  minutes: run.minutes,
  blades: run.state.blades,
  fate: run.state.broke ? 'broke' : run.state.slipped ? 'slipped' : 'fine',
  ...gradesExpected(answer.bill),
  cleanUp: Math.round(answer.bill.cleanUp.median / 60),
  note: '',
}
/** A silence of an hour may be one long opening or a supper. */
const about = computed(() => {
  const { gaps } = run.state
  const silent = gaps ? `Nothing was pressed for over 20 min ${gaps === 1 ? 'once' : `${gaps} times`}, counted as 20 min. ` : ''
  return `Estimated ${minutesWords(run.record?.total ?? 0)}. ${silent}Correct what the clock or the presses have wrong.`
})
const dialog = ref<InstanceType<typeof OutcomeDialog>>()
const plate = run.inHand.saw.blade.plate !== undefined
async function keep(how: CutOutcome) {
  const kept = await run.log(how)
  if (kept) useTrouble().say('Logged. The next estimate learns from it.', 'done')
  return kept
}
</script>

<template>
  <OutcomeDialog
    ref="dialog"
    class="narrow"
    :heading="`${jobs.name}: sawn in ${minutesWords(run.state.seconds)}`"
    :about="about"
    :from="known"
    :blade="plate ? 'The saw' : 'The last blade'"
    :plate="plate"
    remedies
    cancel="Not yet"
    ok="Write to the log"
    :keep="keep"
    @close="$emit('close')"
    ><template v-if="!run.record?.of" #more><HoldOffer @held="(held) => dialog?.put({ held })" /></template
  ></OutcomeDialog>
</template>

<style scoped>
dialog.narrow {
  width: min(520px, 94vw);
}
</style>
