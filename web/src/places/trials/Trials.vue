<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import Confirm from '../../ui/Confirm.vue'
import type { Job } from '@green-pitch/core'
import { fileStem, openFile, saveFile } from '../../data/files'
import { pack } from '../../data/backup'
import { readTrial, takeTrial, trialJson } from '../../data/trialFile'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrials } from '../../store/trials'
import { useTrouble } from '../../store/trouble'
import { onKey } from '../../ui/keys'
import Themed from '../../ui/Themed.vue'
import { sizeSaid, stageOf, stateSaid, type Stage } from './words'
import Plan from './Plan.vue'
import AtTheSaw from './AtTheSaw.vue'
import PutInOrder from './PutInOrder.vue'
import { dayWords } from '../../ui/clock'

/** Fair comparisons: planned, sawn under blind labels, put in order, and told. */
const Result = defineAsyncComponent(() => import('./Result.vue'))
const HandOver = defineAsyncComponent(() => import('../../ui/HandOver.vue'))
const props = defineProps<{ id?: string }>()
const trials = useTrials()
const answer = useAnswer()
const settings = useSettings()
const shop = useShop()
const trouble = useTrouble()
const router = useRouter()

const trial = computed(() => trials.rows.find((t) => t.id === props.id))
const stage = ref<Stage>('plan')
watch(
  () => trial.value?.id,
  () => (stage.value = trial.value ? stageOf(trial.value) : 'plan'),
  { immediate: true },
)
const stages: readonly [Stage, string][] = [
  ['plan', 'Plan'],
  ['saw', 'Saw'],
  ['judge', 'Put in order'],
  ['result', 'Result'],
]
const open = computed(() => trials.rows.filter((t) => t.revealed === undefined).length)
const heading = computed(() => {
  const all = trials.rows.length
  if (!all) return 'Two blades and one board are a trial'
  return `${all} trial${all === 1 ? '' : 's'}, ${open.value ? `${open.value} under way` : 'all decided'}`
})

/** Ready to saw as it stands: the two blades of different teeth that lead for the job in hand, in its stock. */
async function begin() {
  const { job, ranked } = answer
  const rest = ranked.filter((r) => r.blade.pattern !== ranked[0]?.blade.pattern)
  const pair = [ranked[0], rest.find((r) => shop.owned.has(r.blade.id)) ?? rest[0] ?? ranked[1]].flatMap((r) => r?.blade ?? [])
  const blades = pair.length === 2 ? pair : shop.catalogue.filter((b) => job.saw.ends.includes(b.end)).slice(0, 2)
  const id = await trials.begin({
    name: `${job.stock.material.name}, ${dayWords(Date.now())}`,
    arms: blades.map((blade) => ({ id: blade.id, blade })),
    jobs: [JSON.parse(JSON.stringify(job)) as Job],
    ...{ repeats: 1, helper: false, oneBoard: true, misread: [] },
  })
  if (id) await router.push(`/trials/${id}`)
}
async function bring() {
  const f = await openFile(['.json'])
  if (!f) return
  if (f.size > 5e6) return trouble.say('This file is over 5 MB; a trial is a few hundred kilobytes at most.')
  const read = await readTrial(await f.text())
  if (!read.ok) return trouble.say(`${f.name}: ${read.message} Nothing was changed.`)
  const taken = await takeTrial(read.trial).catch((error: unknown) => void trouble.report(error))
  if (!taken) return
  trouble.say(taken.fresh ? `${read.trial.name} is in.` : `${read.trial.name} was here; ${taken.news} new words are in.`, 'done')
  await router.push(`/trials/${taken.id}`)
}
const fileName = (name: string) => `${fileStem(name)}.trial.json`
const out = () => trial.value && saveFile(new Blob([trialJson(trial.value)], { type: 'application/json' }), fileName(trial.value.name))
const packed = (id: string) => pack(JSON.parse(trialJson(trials.rows.find((t) => t.id === id)!)))
async function again() {
  const id = trial.value && (await trials.again(trial.value))
  if (id) await router.push(`/trials/${id}`)
}
async function drop() {
  if (!trial.value) return
  await trials.drop(trial.value.id)
  await router.push('/trials')
}
function rename(event: Event) {
  const name = (event.target as HTMLInputElement).value.trim().slice(0, 120)
  if (trial.value && name) void trials.edit(trial.value.id, (t) => ({ ...t, name }))
}
const handing = ref(false)
function handed(to?: string) {
  handing.value = false
  if (to) void router.push(to)
}
onKey('undo', () => void (trial.value && trials.undo(trial.value.id)))
</script>

<template>
  <Themed>
    <div class="place trials">
      <template v-if="!trial">
        <header>
          <h1>{{ heading }}</h1>
          <div class="acts">
            <button class="act" @click="bring">Open a trial file</button><button class="act main" @click="begin">New trial</button>
          </div>
        </header>
        <p class="lead">
          The same piece sawn with each blade, under labels drawn by lot; put in order side by side before the names are told. What it finds
          counts like your own cuts on the Bench.
        </p>
        <ul class="list">
          <li v-for="t in trials.rows" :key="t.id">
            <RouterLink :to="`/trials/${t.id}`">
              <b>{{ t.name }}</b>
              <span>{{ sizeSaid(t) }}</span>
              <span class="soft">{{ stateSaid(t, settings.say) }}</span>
            </RouterLink>
          </li>
        </ul>
      </template>
      <template v-else>
        <header>
          <h1 class="sr">{{ trial.name }}</h1>
          <input class="name" :value="trial.name" aria-label="Name of the trial" maxlength="120" @change="rename" />
          <div class="acts">
            <RouterLink class="act plain" to="/trials">All trials</RouterLink>
            <button class="act plain" @click="handing = true">Another device</button>
            <button class="act plain" @click="out">Save as a file</button>
            <button class="act plain" @click="again">Repeat it</button>
            <Confirm label="Delete" ask="Delete this trial and all that was found?" ok="Delete" keep="Keep it" @ok="drop" />
          </div>
        </header>
        <nav class="stages" aria-label="Steps of the trial">
          <button v-for="[key, word] in stages" :key="key" :aria-current="stage === key ? 'step' : undefined" @click="stage = key">
            {{ word }}
          </button>
        </nav>
        <Plan v-if="stage === 'plan'" :trial="trial" @go="stage = 'saw'" />
        <AtTheSaw v-else-if="stage === 'saw'" :trial="trial" @go="stage = 'judge'" />
        <PutInOrder v-else-if="stage === 'judge'" :trial="trial" @go="stage = 'result'" />
        <Result v-else :trial="trial" @go="stage = 'judge'" />
        <HandOver
          v-if="handing"
          :id="trial.id"
          :name="trial.name"
          comes-back="the trial"
          ending="trial.json.gz"
          :pack="packed"
          @close="handed"
        />
      </template>
    </div>
  </Themed>
</template>

<style scoped>
.lead {
  max-width: 62ch;
  margin-bottom: 14px;
}
.list a {
  display: grid;
  grid-template-columns: minmax(180px, 1fr) minmax(180px, 1fr) minmax(220px, 1.6fr);
  gap: 2px 20px;
  padding: 12px 0;
  border-top: 1px solid var(--rule);
  text-decoration: none;
}
.list a:hover b {
  text-decoration: underline;
}
.name {
  flex: 1 1 260px;
  font: 700 1.3rem var(--text);
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid transparent;
  padding: 0;
}
.name:hover,
.name:focus {
  border-bottom-color: var(--rule);
}
.stages {
  display: flex;
  gap: 2px 22px;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--rule);
  margin-bottom: 16px;
}
.stages button {
  min-height: 40px;
  border-bottom: 3px solid transparent;
  color: var(--soft);
}
.stages button[aria-current] {
  border-bottom-color: var(--ink);
  color: var(--ink);
  font-weight: 600;
}
@media (max-width: 760px) {
  .list a {
    grid-template-columns: 1fr;
  }
  .stages button {
    min-height: 48px;
  }
}
</style>
