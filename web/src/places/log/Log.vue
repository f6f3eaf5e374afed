<script setup lang="ts">
import { computed, defineAsyncComponent, reactive, ref, shallowRef } from 'vue'
import {
  bladeWords,
  type Blade,
  countWords,
  isStrung,
  lives,
  minutesWords,
  MODEL,
  stockWords,
  forecast,
  fateNames,
  handOf,
  heldWords,
  sawnHandWords,
  type Fate,
  type State,
  noteWords,
  pitchFromStress,
} from '@green-pitch/core'
import { openFile, saveFile } from '../../data/files'
import type { LogRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useLearned } from '../../store/learned'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { dayWords } from '../../ui/clock'
import Mark from '../../ui/Mark.vue'
import Correct from './Correct.vue'
import LifeChart from './LifeChart.vue'
import TruthChart from './TruthChart.vue'
import { useStages } from '../../ui/stages'
import Confirm from '../../ui/Confirm.vue'
import DataTable, { type Column } from '../../ui/DataTable.vue'

const OwnTable = defineAsyncComponent(() => import('./OwnTable.vue'))
const shop = useShop()
const learned = useLearned()
const settings = useSettings()
const trouble = useTrouble()
const search = ref('')
const stands = useStages(2)
/** Names of blades, each once: a long log has few, and is searched with every letter. */
const hand = computed(() => handOf(rows.value))
const names = computed(() => {
  const { say } = settings
  const known = new Map<string, string>()
  return (b: Blade) => {
    let name = known.get(b.id)
    if (name === undefined) known.set(b.id, (name = bladeWords(b, say)))
    return name
  }
})
const stockOf = (e: LogRecord) => e.job.stock.material.name
const bladeOf = (e: LogRecord) => names.value(e.blade)
const textOf = (e: LogRecord) => `${e.title} ${stockOf(e)} ${bladeOf(e)} ${e.note} ${e.fate}`.toLowerCase()
/** What the log is narrowed to. */
const filters = reactive({ only: { stock: '', blade: '', fate: '' } })
const rows = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  const { only } = filters
  return shop.log.filter((e) => {
    if ((only.stock && stockOf(e) !== only.stock) || (only.blade && bladeOf(e) !== only.blade) || (only.fate && e.fate !== only.fate))
      return false
    if (!words.length) return true
    const text = textOf(e)
    return words.every((w) => text.includes(w))
  })
})
const life = computed(() => lives(rows.value))
const hours = computed(() => minutesWords(rows.value.reduce((t, e) => t + e.minutes, 0) * 60))
const spent = computed(() => life.value.reduce((t, l) => t + l.spent, 0))
const fates: Record<Fate, State> = { fine: 'within', dull: 'near', slipped: 'near', broke: 'beyond' }
const unique = (f: (e: LogRecord) => string) => [...new Set(shop.log.map(f))].sort()
const stocks = computed(() => unique(stockOf))
const blades = computed(() => unique(bladeOf))
const correcting = shallowRef<LogRecord>()
const gradesWords = (e: LogRecord) => (['face', 'underside', 'edge'] as const).map((f) => (e.unsaid?.includes(f) ? '–' : e[f])).join(' ')
const columns: Column<LogRecord>[] = [
  { key: 'title', title: 'Job', sort: (e) => e.title },
  { key: 'day', title: 'Day', sort: (e) => e.at },
  { key: 'stock', title: 'Stock', sort: stockOf },
  { key: 'blade', title: 'Blade', sort: bladeOf },
  { key: 'minutes', title: 'Took, of', sort: (e) => e.minutes, number: true },
  { key: 'grades', title: 'Grades', sort: (e) => e.face + e.underside + e.edge, number: true },
  { key: 'fate', title: 'Blade after', sort: (e) => e.fate },
  { key: 'note', title: 'Note' },
]
/** What would be expected of an old cut today: never written over what it was told with. */
function again(e: LogRecord): string {
  const now = forecast(e.job, e.blade, learned.beliefs).atSaw
  return `Estimated then (model ${e.model}): ${minutesWords(e.predicted.seconds)}; today (model ${MODEL}), with what your cuts have taught: ${minutesWords(now.median)}. It took ${e.minutes} min.`
}
async function out() {
  const { logCsv } = await import('../../data/csv')
  await saveFile(new Blob([logCsv(rows.value)], { type: 'text/csv' }), 'cutting-log.csv')
}
async function bring() {
  const f = await openFile(['.csv'])
  if (!f) return
  if (f.size > 50e6) return trouble.say('This table is over 50 MB; read it in parts.')
  const { hasRecords, readLogCsv, tableOf } = await import('../../data/csv')
  const text = await f.text()
  if (!hasRecords(text)) {
    const table = tableOf(text)
    if (table.rows.length) own.value = { file: f.name, ...table }
    else trouble.say(`${f.name} holds no table: a first line of headings, and a line for each cut.`)
    return
  }
  const { rows: read, refused } = await readLogCsv(text)
  const known = new Set(shop.log.map((e) => e.id))
  const kept = await shop.keepLogs(read.filter((r) => !known.has(r.id)))
  const had = read.filter((r) => known.has(r.id)).length
  trouble.say(
    [`${countWords(kept, 'cut')} taken from ${f.name}${had ? `, ${had} were here already` : ''}.`, ...refused.slice(0, 6)].join('\n'),
    refused.length ? 'trouble' : 'done',
  )
}
/** A table in its owner's own columns, to be understood. */
const own = shallowRef<{ file: string; headings: string[]; rows: string[][] }>()
async function example() {
  const [{ tableCsv }, { exampleTable }] = await Promise.all([import('../../data/csv'), import('../../data/logTable')])
  await saveFile(new Blob([tableCsv(exampleTable)], { type: 'text/csv' }), 'log-to-fill-in.csv')
}
/** What the ear said before this cut. */
function heardBefore({ heard, blade, job }: LogRecord): string {
  const { stress, spm, cut } = heard ?? {}
  const said = [
    stress &&
      isStrung(job.saw) &&
      `${noteWords(pitchFromStress(blade, stress.value, job.saw.span))}, ${Math.round(stress.value)} ± ${Math.max(1, Math.round(stress.doubt))} MPa`,
    spm && `${Math.round(spm.value)} strokes a minute`,
  ].filter(Boolean)
  const ear = cut
    ? `Heard along: ${countWords(cut.openings, 'opening')}, ${minutesWords(cut.sawing)} of sawing, ${cut.strokes} strokes. `
    : ''
  return `${ear}${said.length ? `Heard before it: ${said.join(', ')}.` : ''}`
}
</script>

<template>
  <div class="place">
    <header>
      <h1>
        {{
          rows.length
            ? `${rows.length} cut${rows.length === 1 ? '' : 's'}, ${hours} at the saw, ${spent} blade${spent === 1 ? '' : 's'} spent`
            : 'Nothing logged yet'
        }}
      </h1>
      <div class="acts">
        <input v-model="search" type="search" class="search" placeholder="Search" aria-label="Search the log" /><button
          class="act"
          @click="bring"
        >
          Read CSV</button
        ><button class="act" @click="example">Example table</button
        ><button class="act" :disabled="!rows.length" @click="out">Save CSV</button>
      </div>
    </header>
    <p v-if="!shop.log.length">Press <b>Log the cut</b> on the Bench after a cut: what was estimated stands there already.</p>
    <template v-else>
      <div class="charts">
        <TruthChart :entries="rows" />
        <LifeChart :lives="life" />
      </div>
      <p v-if="hand">{{ sawnHandWords(hand, settings.say) }}</p>
      <p class="narrow">
        <label
          >Stock
          <select v-model="filters.only.stock" class="plain-input">
            <option value="">all</option>
            <option v-for="v in stocks" :key="v">{{ v }}</option>
          </select></label
        >
        <label
          >Blade
          <select v-model="filters.only.blade" class="plain-input">
            <option value="">all</option>
            <option v-for="v in blades" :key="v">{{ v }}</option>
          </select></label
        >
        <label
          >Blade after
          <select v-model="filters.only.fate" class="plain-input">
            <option value="">all</option>
            <option v-for="(_, key) in fates" :key="key" :value="key">{{ fateNames[key].toLowerCase() }}</option>
          </select></label
        >
        <span class="soft">Grades: face, underneath, edge. Minutes: taken, of those estimated.</span>
      </p>
      <DataTable
        v-if="stands > 1"
        caption="Cuts logged"
        :columns="columns"
        :rows="rows"
        :row-key="(e) => e.id"
        :first="{ key: 'day', down: true }"
        :memo="() => [settings.say, names]"
      >
        <template #cell="{ row, column }">
          <template v-if="column === 'title'">{{ row.title }} <span v-if="row.ignored" class="soft">not learned from</span></template>
          <span v-else-if="column === 'day'" class="nowrap">{{ dayWords(row.at) }}</span>
          <template v-else-if="column === 'stock'">{{ stockOf(row) }}, {{ stockWords(row.job.stock, settings.say) }}</template>
          <template v-else-if="column === 'blade'">{{ bladeOf(row) }}</template>
          <template v-else-if="column === 'minutes'"
            ><b>{{ Math.round(row.minutes) }}</b>
            <span class="soft">/ {{ row.unsaid?.includes('length') ? 'not said' : Math.round(row.predicted.seconds / 60) }}</span></template
          >
          <template v-else-if="column === 'grades'">{{ gradesWords(row) }}</template>
          <span v-else-if="column === 'fate'" class="nowrap"
            ><Mark :state="fates[row.fate]" quiet />{{ fateNames[row.fate].toLowerCase()
            }}{{ row.blades > 1 ? `, ${row.blades} used` : '' }}</span
          >
          <template v-else>{{ row.note }}</template>
        </template>
        <template #more="{ row }">
          <p>
            {{ heardBefore(row) }} {{ again(row) }} Clean-up {{ Math.round(row.cleanUpMinutes) }} min.
            <button class="act plain" :aria-pressed="!!row.ignored" @click="shop.keepLog({ ...row, ignored: !row.ignored })">
              {{ row.ignored ? 'Learn from it' : 'Leave it out of learning' }}
            </button>
            <button class="act plain" :aria-label="`Correct ${row.title}`" @click="correcting = row">Correct</button>
            <Confirm label="Remove" :of="row.title" ask="Remove this cut from the log?" ok="Remove" @ok="shop.dropLog(row.id)" />
          </p>
          <p v-if="row.held">Held against its line: {{ heldWords(row.held, settings.say).join(' ') }}</p>
        </template>
      </DataTable>
    </template>
    <OwnTable v-if="own" v-bind="own" @close="own = undefined" />
    <Correct v-if="correcting" :entry="correcting" @close="correcting = undefined" />
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
  gap: 12px 28px;
  align-items: start;
}
.charts :deep(section) {
  margin: 0;
  padding: 0;
  border: 0;
}
.narrow {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  margin: 14px 0 8px;
}
.narrow label {
  color: var(--soft);
}
.search {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 4px 8px;
  width: 160px;
}
</style>
