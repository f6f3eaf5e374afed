<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { bladeWords, mountingWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import { fileStem, saveFile } from '../../data/files'

/** The set-up card: choose the paper, save or open the PDF. */
const emit = defineEmits<{ close: [] }>()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const dialog = ref<HTMLDialogElement>()
const busy = ref(false)
onMounted(() => dialog.value?.showModal())

async function make(open: boolean) {
  busy.value = true
  try {
    const { makeCard } = await import('../../draw/card')
    const { job, evaluation, setup, taut, bill } = answer
    const pdf = await makeCard({
      name: jobs.name,
      job,
      evaluation,
      setup,
      bill,
      band: taut?.band,
      say: settings.say,
      paper: settings.value.paper,
    })
    const name = `${fileStem(jobs.name)}-card.pdf`
    const url = URL.createObjectURL(pdf)
    setTimeout(() => URL.revokeObjectURL(url), 60_000)
    if (!open || !window.open(url)) await saveFile(pdf, name)
    dialog.value?.close()
  } catch (error) {
    useTrouble().say(`The card could not be made: ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="card-head" @close="emit('close')">
    <h2 id="card-head">Set-up card for {{ jobs.name }}</h2>
    <p>
      One page with the ticket, the {{ bladeWords(answer.blade, settings.say) }} in the stock, the settings, and a tick-list:
      {{
        mountingWords(answer.job.saw)
          .map((m) => m.toLowerCase())
          .join('; ')
      }}.
    </p>
    <fieldset>
      <legend class="sr">Paper</legend>
      <label
        v-for="p in [
          ['a5', 'A5'],
          ['half-letter', 'Half letter'],
        ] as const"
        :key="p[0]"
        ><input type="radio" name="paper" :checked="settings.value.paper === p[0]" @change="settings.change({ paper: p[0] })" />
        {{ p[1] }}</label
      >
    </fieldset>
    <p class="soft">Print at 100 %, not “fit to page”: the drawing is to scale.</p>
    <p class="acts">
      <button class="act plain" @click="dialog?.close()">Cancel</button
      ><button class="act" :disabled="busy" @click="make(true)">Open to print</button
      ><button class="act main" :disabled="busy" @click="make(false)">Save the card (PDF)</button>
    </p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(520px, 94vw);
}
p {
  margin: 8px 0;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  gap: 16px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 8px;
}
</style>
