<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { Checkbox, CheckboxGroup, Modal } from 'ant-design-vue'
import { countWords, schoolNames, sizeSchools, type DrillSeries } from '@green-pitch/core'
import { clearAll, makeBackup, readBackup, restore, type Backup } from '../../data/backup'
import { openFile, saveFile } from '../../data/files'
import type { Settings } from '../../data/records'
import { useKeeper } from '../../store/keeper'
import { usePersistence } from '../../store/persistence'
import { useLearned } from '../../store/learned'
import { useStages } from '../../ui/stages'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import Choice from '../../ui/Choice.vue'
import Themed from '../../ui/Themed.vue'
import { dayWords } from '../../ui/clock'

const router = useRouter()
const stands = useStages(4)
const settings = useSettings()
const keeper = useKeeper()
const learned = useLearned()
const trouble = useTrouble()
const persistence = usePersistence()
const promised = computed(() =>
  persistence.promised === undefined
    ? ''
    : persistence.promised
      ? 'The browser has promised not to clear it when space is short.'
      : 'The browser may clear it when space is short: save a backup now and then.',
)
const waiting = shallowRef<Backup>() // a plain object: storage takes no reactive ones
const clearing = ref(false)

async function backup() {
  await keeper.settle()
  try {
    await saveFile(await makeBackup(), `green-pitch-backup-${new Date().toISOString().slice(0, 10)}.json.gz`)
  } catch (error) {
    trouble.report(error)
  }
}
async function choose() {
  const f = await openFile(['.gz', '.json'])
  if (!f) return
  const read = await readBackup(f)
  if (read.ok) waiting.value = read.backup
  else trouble.say(`${f.name}: ${read.message}`)
}
async function afresh(work: () => Promise<void>, said: string) {
  try {
    await keeper.settle()
    await work()
    trouble.say(said, 'done')
  } catch (error) {
    trouble.report(error)
  }
}
async function putBack() {
  const b = waiting.value!
  waiting.value = undefined
  await afresh(() => restore(b), `Restored: ${countWords(b.tables.jobs.length, 'job')}, ${countWords(b.tables.log.length, 'cut')}.`)
}
async function clear() {
  clearing.value = false
  await afresh(clearAll, 'Cleared. Your settings stayed.')
  await router.push('/welcome')
}
async function demo() {
  const { loadDemo } = await import('../../data/demo')
  await afresh(loadDemo, 'Saltmarsh Bench is in.')
}
const drillOptions: { value: DrillSeries; label: string }[] = [
  { value: 'metric', label: 'Metric' },
  { value: 'fractional', label: 'Fractions of an inch' },
  { value: 'number', label: 'Number drills' },
]
const learning = computed(() => settings.value.learning)
const put = (patch: Partial<Settings['learning']>) => settings.change({ learning: { ...learning.value, ...patch } })
const changed = (what: 'hand' | 'workshop') => put({ changes: [...learning.value.changes, { what, at: Date.now() }] })
const learnedWords = computed(() => {
  const { cuts, leftOut } = learned.beliefs!
  return `${cuts} cut${cuts === 1 ? '' : 's'} spoke${leftOut ? `; ${leftOut} could not be calculated` : ''}.`
})
/** How things stand, before anything is asked. */
const heading = computed(() => {
  const { unit, naming } = settings.value
  const cuts = learning.value.on ? (learned.beliefs?.cuts ?? 0) : 0
  return `${unit === 'mm' ? 'Millimeters' : 'Inches'}, blades by ${naming === 'size' ? 'size' : 'TPI'}, ${cuts ? `learning from ${countWords(cuts, 'cut')}` : 'nothing learned from cuts'}`
})
const count = (b: Backup) =>
  `${countWords(b.tables.jobs.length, 'job')}, ${countWords(b.tables.drawer.length, 'kind')} of blade, ${countWords(b.tables.log.length, 'cut')}`
</script>

<template>
  <Themed>
    <div class="place">
      <header>
        <h1>{{ heading }}</h1>
      </header>
      <section class="grid" aria-label="How it speaks">
        <Choice
          label="Lengths"
          note="Everywhere, and how a figure without a unit is read."
          :model-value="settings.value.unit"
          :options="[
            { value: 'mm', label: 'Millimeters' },
            { value: 'in', label: 'Inches' },
          ]"
          @update:model-value="(v) => settings.change({ unit: v })"
        />
        <Choice
          label="Blades called by"
          note="In lists, on cards and in the log."
          :model-value="settings.value.naming"
          :options="[
            { value: 'size', label: 'Size and pattern' },
            { value: 'tpi', label: 'TPI first' },
          ]"
          @update:model-value="(v) => settings.change({ naming: v })"
        />
        <Choice
          label="Light"
          note="The screen alone; prints stay black on white."
          :model-value="settings.value.theme"
          :options="[
            { value: 'device', label: 'As the device' },
            { value: 'paper', label: 'Paper' },
            { value: 'lamp', label: 'Lamp' },
          ]"
          @update:model-value="(v) => settings.change({ theme: v })"
        />
        <Choice
          label="Card"
          note="Size of the sheet the set-up card is printed on."
          :model-value="settings.value.paper"
          :options="[
            { value: 'a5', label: 'A5' },
            { value: 'half-letter', label: 'Half letter' },
          ]"
          @update:model-value="(v) => settings.change({ paper: v })"
        />
        <div class="field">
          <span>Drills you own</span
          ><CheckboxGroup
            :value="settings.value.drills"
            :options="drillOptions"
            @change="(v) => v.length && settings.change({ drills: v as DrillSeries[] })"
          /><span class="soft note">Pilot holes are told in these.</span>
        </div>
        <div class="field">
          <span>Keys</span
          ><Checkbox :checked="settings.value.singleKeys" @change="(e) => settings.change({ singleKeys: e.target.checked })"
            >Single keys act (press ? for the list)</Checkbox
          >
        </div>
      </section>
      <section v-if="stands > 1" class="grid" aria-labelledby="schools-head">
        <h2 id="schools-head" class="all">Your school</h2>
        <Choice
          label="Size"
          :model-value="settings.value.view.size"
          :options="sizeSchools.map((s) => ({ value: s, label: schoolNames[s] }))"
          note="Its pick stands first on the Bench; limits hold for all."
          @update:model-value="(v) => settings.change({ view: { ...settings.value.view, size: v } })"
        />
        <Choice
          label="Favorite pattern"
          note="Led where it passes the limits."
          :model-value="settings.value.view.pattern"
          :options="[
            { value: 'any', label: 'None' },
            { value: 'reverse-skip', label: 'Reverse-skip' },
            { value: 'mixed', label: 'Mixed spacing' },
            { value: 'double', label: 'Double-tooth' },
          ]"
          @update:model-value="(v) => settings.change({ view: { ...settings.value.view, pattern: v } })"
        />
        <Choice
          label="Spiral blades"
          note="When they are suggested at all."
          :model-value="settings.value.view.twisted"
          :options="[
            { value: 'standard', label: 'First for silhouettes' },
            { value: 'now-and-then', label: 'Now and then' },
            { value: 'never', label: 'Never' },
          ]"
          @update:model-value="(v) => settings.change({ view: { ...settings.value.view, twisted: v } })"
        />
        <Choice
          label="Teeth in sheet on a hand frame"
          note="Under it, finer teeth or a backer are asked for."
          :model-value="settings.value.teethSchool"
          :options="[
            { value: 'habit', label: '1.3, by habit' },
            { value: 'two', label: '2' },
            { value: 'three', label: '3' },
          ]"
          @update:model-value="(v) => settings.change({ teethSchool: v })"
        />
      </section>
      <section v-if="stands > 2" class="grid" aria-labelledby="learn-head">
        <h2 id="learn-head" class="all">Learning from your cuts</h2>
        <div class="field">
          <Checkbox :checked="learning.on" @change="(e) => put({ on: e.target.checked })"
            >Times, faces and suggestions follow my log</Checkbox
          >
          <span class="soft">{{
            learned.beliefs ? learnedWords : learning.on ? 'Nothing logged yet: the constants speak.' : 'Off: the constants speak alone.'
          }}</span>
        </div>
        <Choice
          label="Old cuts count half after"
          note="How soon what was learned fades."
          :model-value="String(learning.halfLife)"
          :options="[
            { value: '180', label: 'Half a year' },
            { value: '730', label: 'Two years' },
            { value: '0', label: 'Never' },
          ]"
          @update:model-value="(v) => put({ halfLife: Number(v) })"
        />
        <div class="field all">
          <span>Changed since? What was learned of it begins anew; other cuts still speak.</span>
          <div class="acts">
            <button class="act" @click="changed('hand')">Another hand saws</button
            ><button class="act" @click="changed('workshop')">Another workshop</button
            ><button v-if="learning.changes.length" class="act plain" @click="put({ changes: learning.changes.slice(0, -1) })">
              Take back the last: {{ dayWords(learning.changes.at(-1)!.at) }}
            </button>
          </div>
          <span class="soft">Clamps or spring of one saw: under Saws, with its marks.</span>
        </div>
      </section>
      <section v-if="stands > 3" aria-labelledby="keep-head">
        <h2 id="keep-head">Backup</h2>
        <p class="soft">
          Everything lives in this browser, on this machine. A backup is one file and restores exactly.
          {{ promised }} Every format has a <a href="/formats/backup.schema.json" target="_blank" rel="noopener">schema</a> anybody can
          read.
        </p>
        <div class="acts">
          <button class="act main" @click="backup">Save a backup</button><button class="act" @click="choose">Restore from a backup</button
          ><button class="act" @click="demo">Put in the demo bench</button
          ><button class="act" @click="clearing = true">Clear everything</button>
        </div>
      </section>
      <Modal
        :open="!!waiting"
        title="Restore this backup?"
        ok-text="Replace and restore"
        cancel-text="Keep what is here"
        @ok="putBack"
        @cancel="waiting = undefined"
        ><p v-if="waiting">
          It holds {{ count(waiting) }}, saved {{ waiting.made.slice(0, 10) }}. It takes the place of all that is here now.
        </p></Modal
      >
      <Modal v-model:open="clearing" title="Clear everything?" ok-text="Clear" cancel-text="Keep" @ok="clear"
        ><p>Jobs, saws, drawer, own materials and log go from this browser. Settings stay. Save a backup first if in doubt.</p></Modal
      >
    </div>
  </Themed>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(330px, 100%), 1fr));
  gap: 16px 24px;
}
.all {
  grid-column: 1 / -1;
}
.field {
  display: grid;
  gap: 4px;
  align-content: start;
}
.acts {
  margin-top: 10px;
}
.note {
  font-size: 0.875rem;
}
.grid > :nth-child(2):where(.field) {
  grid-column: auto;
}
</style>
