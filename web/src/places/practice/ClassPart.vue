<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { lengthWords } from '@green-pitch/core'
import { fileStem, saveFile } from '../../data/files'
import { oneLine } from '../../data/typed'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePractice } from '../../store/practice'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import { ticketLink } from '../../ui/ticketLink'

/** For a class: who is at the saw, everybody side by side, and one page a machine. */
const practice = usePractice()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const router = useRouter()
const busy = ref(false)
const typed = ref('')
function enter() {
  const name = oneLine(typed.value).slice(0, 40)
  if (name) practice.who = name
  typed.value = ''
}
async function sheet() {
  busy.value = true
  try {
    const { firstShapes, makeClassSheet } = await import('../../draw/classPdf')
    const { job, evaluation, setup } = answer
    const link = ticketLink(router, jobs.name, jobs.ticket)
    const pdf = await makeClassSheet({ name: jobs.name, job, evaluation, setup, say: settings.say, shapes: firstShapes(job), link })
    await saveFile(pdf, `${fileStem(jobs.name)}-class.pdf`)
  } catch (error) {
    useTrouble().say(`The class sheet could not be made: ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <details class="class">
    <summary>For a class{{ practice.who ? `: ${practice.who} is sawing` : '' }}</summary>
    <form @submit.prevent="enter">
      <label
        >Who is sawing
        <input v-model="typed" class="plain-input" maxlength="40" list="pupils" :placeholder="practice.who || 'a name'" />
      </label>
      <datalist id="pupils">
        <option v-for="n in practice.names" :key="n" :value="n" />
      </datalist>
      <button class="act">Saws now</button>
      <button v-if="practice.who" type="button" class="act plain" @click="practice.who = ''">Me again</button>
    </form>
    <table v-if="practice.side.length">
      <caption class="soft">
        Side by side on this saw; names stay on this device.
      </caption>
      <thead>
        <tr>
          <th>Name</th>
          <th>Cuts</th>
          <th>Best</th>
          <th>Last</th>
          <th>Strays</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in practice.side" :key="p.name" :aria-current="p.name === practice.who || undefined">
          <th scope="row">{{ p.name || 'me' }}</th>
          <td>{{ p.cuts }}</td>
          <td>{{ Math.round(p.best) }}</td>
          <td>{{ Math.round(p.last) }}</td>
          <td>{{ lengthWords(Math.round(p.stray * 100) / 100, settings.say) }}</td>
        </tr>
      </tbody>
    </table>
    <p>
      <button class="act" :disabled="busy" @click="sheet">Print a page for this machine</button>
      <span class="soft">
        Cautions, change of blade, set-up, two exercises, blanks, and a code that opens {{ jobs.name }} on any device.</span
      >
    </p>
  </details>
</template>

<style scoped>
.class {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
summary {
  font-weight: 600;
  min-height: 28px;
  cursor: pointer;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
  margin: 6px 0;
}
label {
  display: grid;
}
input {
  width: 140px;
}
table {
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  margin-bottom: 8px;
}
caption {
  text-align: left;
}
th {
  text-align: left;
  font-weight: 400;
}
td,
th {
  padding: 2px 12px 2px 0;
}
tr[aria-current] th,
tr[aria-current] td {
  font-weight: 700;
}
</style>
