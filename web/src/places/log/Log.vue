<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { Popconfirm, Table } from 'ant-design-vue'
import {
  bladeWords,
  isStrung,
  lives,
  minutesWords,
  MODEL,
  stockWords,
  forecast,
  type Fate,
  noteWords,
  pitchFromStress,
} from '@green-pitch/core'
import { openFile, saveFile } from '../../data/files'
import type { LogRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useLearned } from '../../store/learned'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'
import { useQuietIcons } from '../../ui/quietIcons'

const LifeChart = defineAsyncComponent(() => import('./LifeChart.vue'))
const TruthChart = defineAsyncComponent(() => import('./TruthChart.vue'))
const shop = useShop()
const learned = useLearned()
const settings = useSettings()
const root = ref<HTMLElement>()
useQuietIcons(root)
const trouble = useTrouble()
const search = ref('')
/** What each entry is found and sorted by: made once, since a long log is searched with every letter. */
const said = computed(
  () =>
    new Map(
      shop.log.map((e) => {
        const [stock, blade] = [e.job.stock.material.name, bladeWords(e.blade, settings.say)]
        return [e.id, { stock, blade, text: `${e.title} ${stock} ${blade} ${e.note} ${e.fate}`.toLowerCase() }]
      }),
    ),
)
const rows = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return shop.log.filter((e) => words.every((w) => said.value.get(e.id)!.text.includes(w)))
})
const life = computed(() => lives(rows.value))
const hours = computed(() => minutesWords(rows.value.reduce((t, e) => t + e.minutes, 0) * 60))
const spent = computed(() => life.value.reduce((t, l) => t + l.spent, 0))
/** The day where the user is: an evening cut far west is not tomorrow’s. */
const day = (at: number) => new Date(at).toLocaleDateString('sv')
const fates: Record<Fate, { word: string; state: 'within' | 'near' | 'beyond' }> = {
  fine: { word: 'still good', state: 'within' },
  dull: { word: 'dull', state: 'near' },
  slipped: { word: 'slipped', state: 'near' },
  broke: { word: 'broke', state: 'beyond' },
}
const unique = (f: (e: LogRecord) => string) => [...new Set(shop.log.map(f))].sort().map((v) => ({ text: v, value: v }))
const by = (f: (e: LogRecord) => number | string) => (a: LogRecord, b: LogRecord) => {
  const [x, y] = [f(a), f(b)]
  return typeof x === 'string' ? order.compare(x, String(y)) : x - Number(y)
}
const stockOf = (e: LogRecord) => said.value.get(e.id)!.stock
const bladeOf = (e: LogRecord) => said.value.get(e.id)!.blade
const order = new Intl.Collator()
const columns = computed(() => [
  { title: 'Day', key: 'day', sorter: by((e) => e.at), defaultSortOrder: 'descend' as const, width: 125 },
  { title: 'Job', key: 'title', sorter: by((e) => e.title) },
  {
    title: 'Stock',
    key: 'stock',
    sorter: by(stockOf),
    filters: unique(stockOf),
    onFilter: (v: string | number | boolean, e: LogRecord) => stockOf(e) === v,
  },
  {
    title: 'Blade',
    key: 'blade',
    sorter: by(bladeOf),
    filters: unique(bladeOf),
    onFilter: (v: string | number | boolean, e: LogRecord) => bladeOf(e) === v,
  },
  { title: 'Took (estimated)', key: 'minutes', sorter: by((e) => e.minutes), width: 130 },
  { title: 'Face, under, edge', key: 'grades', sorter: by((e) => e.face + e.underside + e.edge) },
  {
    title: 'Blade after',
    key: 'fate',
    filters: Object.entries(fates).map(([value, { word }]) => ({ text: word, value })),
    onFilter: (v: string | number | boolean, e: LogRecord) => e.fate === v,
  },
  { title: 'Note', key: 'note' },
])
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
  const { readLogCsv } = await import('../../data/csv')
  const { rows: read, refused } = await readLogCsv(await f.text())
  const known = new Set(shop.log.map((e) => e.id))
  const kept = await shop.keepLogs(read.filter((r) => !known.has(r.id)))
  const had = read.filter((r) => known.has(r.id)).length
  trouble.say(
    [`${kept} cuts taken from ${f.name}${had ? `, ${had} were here already` : ''}.`, ...refused.slice(0, 6)].join('\n'),
    refused.length ? 'trouble' : 'done',
  )
}
/** What the ear said before this cut. */
function heardBefore({ heard, blade, job }: LogRecord): string {
  const { stress, spm } = heard ?? {}
  const said = [
    stress &&
      isStrung(job.saw) &&
      `${noteWords(pitchFromStress(blade, stress.value, job.saw.span))}, ${Math.round(stress.value)} ± ${Math.max(1, Math.round(stress.doubt))} MPa`,
    spm && `${Math.round(spm.value)} strokes a minute`,
  ].filter(Boolean)
  return said.length ? `Heard before it: ${said.join(', ')}.` : ''
}
</script>

<template>
  <Themed>
    <div ref="root" class="place">
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
          ><button class="act" :disabled="!rows.length" @click="out">Save CSV</button>
        </div>
      </header>
      <p v-if="!shop.log.length">Press <b>Log the cut</b> on the Bench after a cut: what was estimated stands there already.</p>
      <template v-else>
        <div class="charts">
          <TruthChart :entries="rows" />
          <LifeChart :lives="life" />
        </div>
        <Table :columns="columns" :data-source="rows" row-key="id" size="small" :pagination="rows.length > 50 ? { pageSize: 50 } : false">
          <template #bodyCell="{ column, record }">
            <template v-if="column.key === 'day'"
              ><span class="mono nowrap">{{ day(record.at) }}</span></template
            >
            <template v-else-if="column.key === 'title'"
              ><b>{{ record.title }}</b> <span v-if="record.ignored" class="soft">not learned from</span></template
            >
            <template v-else-if="column.key === 'stock'"
              >{{ stockOf(record as LogRecord) }}, {{ stockWords(record.job.stock, settings.say) }}</template
            >
            <template v-else-if="column.key === 'blade'">{{ bladeOf(record as LogRecord) }}</template>
            <template v-else-if="column.key === 'minutes'"
              ><span class="nowrap"
                ><b>{{ record.minutes }}</b> <span class="soft">({{ Math.round(record.predicted.seconds / 60) }})</span> min</span
              ></template
            >
            <template v-else-if="column.key === 'grades'"
              ><span class="mono">{{ record.face }} {{ record.underside }} {{ record.edge }}</span></template
            >
            <template v-else-if="column.key === 'fate'"
              ><Mark :state="fates[record.fate as Fate].state" quiet />{{ fates[record.fate as Fate].word
              }}{{ record.blades > 1 ? `, ${record.blades} used` : '' }}</template
            >
            <template v-else>{{ record.note }}</template>
          </template>
          <template #expandedRowRender="{ record }">
            <p>
              {{ heardBefore(record as LogRecord) }} {{ again(record as LogRecord) }} Clean-up {{ record.cleanUpMinutes }} min.
              <button
                class="act plain"
                :aria-pressed="!!record.ignored"
                @click="shop.keepLog({ ...(record as LogRecord), ignored: !record.ignored })"
              >
                {{ record.ignored ? 'Learn from it' : 'Leave it out of learning' }}
              </button>
              <Popconfirm title="Remove this cut from the log?" ok-text="Remove" cancel-text="Keep" @confirm="shop.dropLog(record.id)"
                ><button class="act plain">Remove</button></Popconfirm
              >
            </p>
          </template>
        </Table>
      </template>
    </div>
  </Themed>
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
