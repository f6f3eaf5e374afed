<script setup lang="ts">
import { computed } from 'vue'
import {
  bladeWords,
  chartColumnNames,
  chartColumns,
  chartRow,
  countWords,
  curveWords,
  reprintWords,
  stockWords,
  type ChartColumn,
  type ChartRow,
  type Job,
} from '@green-pitch/core'
import { saveFile } from '../../data/files'
import { chartPapers, type Chart } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { useYear } from '../../store/year'
import ChartSheet from '../../draw/ChartSheet.vue'
import { fits, paperNames, type ChartIn } from '../../draw/chartSheet'
import Choice from '../../ui/Choice.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'
import Makes from '../../ui/Makes.vue'
import AddRow from './AddRow.vue'
import { dayWords } from '../../ui/clock'

/** One printed page for the wall: which blade for each stock on each saw, and how to set it. */
const year = useYear()
const shop = useShop()
const settings = useSettings()
const trouble = useTrouble()
year.attend()
const say = computed(() => settings.say)

/** What a row is kept as: the cut, without what belongs to one day at the saw. */
const plain = (job: Job): Job => ({ ...job, stress: undefined, spm: undefined, orbit: undefined, turned: undefined, wear: 0 })
const titleOf = (job: Job) => `${job.stock.material.name}, ${stockWords(job.stock, say.value)}`
const rowOf = (job: Job) => ({ title: titleOf(job).slice(0, 120), job: plain(job) })
/** Kinds the shop keeps, those that are out today among them: a chart hangs for longer. */
const kept = computed(() => {
  const ids = new Set(shop.drawer.map((r) => r.blade.id))
  return shop.catalogue.filter((b) => ids.has(b.id))
})
const asRow = (job: Job) => {
  const saw = shop.saws.find((s) => s.id === job.saw.id) ?? job.saw
  const own = { ...job, saw, teethSchool: settings.value.teethSchool }
  return chartRow(own, kept.value, shop.catalogue, settings.value.drills, year.beliefs)
}
/** The most of one’s work that is read across a room on one sheet; what no blade does is left out. */
const suggested = computed((): Chart => {
  const chart: Chart = { rows: [], columns: [...chartColumns], paper: 'a3' }
  const made: ChartRow[] = []
  for (const w of year.year?.work ?? []) {
    const row = rowOf(w.job)
    const next = asRow(row.job)
    if (!(next.blade ?? next.buy)) continue
    if (!fits([...made, next], chart.paper)) break
    made.push(next)
    chart.rows.push(row)
  }
  return chart
})
const chart = computed(() => settings.value.chart ?? suggested.value)
const put = (patch: Partial<Chart>) => settings.change({ chart: { ...chart.value, ...patch } })

const rows = computed(() => chart.value.rows.map((r) => asRow(r.job)))
const sheet = computed((): ChartIn => ({
  title: 'Which blade, and how',
  rows: rows.value,
  columns: chartColumns.filter((c) => chart.value.columns.includes(c)),
  paper: chart.value.paper,
  date: dayWords(Date.now()),
  say: say.value,
}))
const room = computed(() => fits(rows.value, chart.value.paper))
const none = computed(() => rows.value.filter((r) => !r.blade).length)
/** Rows that say something else than the print on the wall. */
const stale = computed(() => {
  const { printed } = chart.value
  if (!printed) return ''
  const changed = rows.value.flatMap((r, i) =>
    (r.blade?.id ?? null) === (printed.blades[i] ?? null) ? [] : [{ title: chart.value.rows[i]!.title, now: r.blade }],
  )
  return reprintWords(changed)
})
const when = computed(() => chart.value.printed && dayWords(chart.value.printed.at))
const heading = computed(() => {
  if (!rows.value.length) return year.year ? 'Add what you saw, and a chart for the wall is made of it' : 'Reading what you saw …'
  return `${countWords(rows.value.length, 'row')} on ${chart.value.paper === 'a4' || chart.value.paper === 'a3' ? 'an' : 'a'} ${paperNames[chart.value.paper]} sheet for your wall`
})
const column = (c: ChartColumn) =>
  put({ columns: chart.value.columns.includes(c) ? chart.value.columns.filter((x) => x !== c) : [...chart.value.columns, c] })
const move = (i: number, by: number) => {
  const next = [...chart.value.rows]
  const [row] = next.splice(i, 1)
  next.splice(i + by, 0, row!)
  put({ rows: next })
}
const drop = (i: number) => put({ rows: chart.value.rows.filter((_, k) => k !== i) })
async function print() {
  try {
    const { chartPdf } = await import('../../draw/chartPdf')
    await saveFile(await chartPdf(sheet.value), `wall-chart-${chart.value.paper}.pdf`)
    put({ printed: { at: Date.now(), blades: rows.value.map((r) => r.blade?.id ?? null) } })
  } catch (error) {
    trouble.report(error)
  }
}
const blade = (i: number) => {
  const r = rows.value[i]!
  return r.blade ? bladeWords(r.blade, say.value) : r.buy ? `none yours does it: ${bladeWords(r.buy, say.value)} would` : 'no blade does it'
}
</script>

<template>
  <Themed>
    <div class="place">
      <header>
        <h1>{{ heading }}</h1>
        <div class="acts">
          <button class="act main" :disabled="!rows.length || !room" @click="print">Save as PDF</button>
        </div>
      </header>
      <Makes v-if="year.year && !year.year.years && !settings.value.chart" />
      <p v-if="stale" role="status">
        <Mark state="near" />{{ stale }} <span class="soft">Printed {{ when }}.</span>
      </p>
      <p v-else-if="when" class="soft">Printed {{ when }}; it still holds.</p>
      <p v-if="!room"><Mark state="beyond" />More rows than can be read across a room. Take some off, or choose a larger sheet.</p>
      <p v-else-if="none"><Mark state="near" />{{ countWords(none, 'row') }} no blade in the drawer does; the chart says what to buy.</p>
      <div class="two">
        <div class="hand">
          <Choice
            label="Sheet"
            :model-value="chart.paper"
            :options="chartPapers.map((value) => ({ value, label: paperNames[value] }))"
            @update:model-value="(paper) => put({ paper })"
          />
          <fieldset>
            <legend>Columns</legend>
            <label v-for="c in chartColumns" :key="c"
              ><input type="checkbox" :checked="chart.columns.includes(c)" @change="column(c)" /> {{ chartColumnNames[c] }}</label
            >
          </fieldset>
          <h2>Rows</h2>
          <ol>
            <li v-for="(r, i) in chart.rows" :key="i">
              <span
                ><b>{{ r.job.stock.material.name }}</b> {{ stockWords(r.job.stock, say).replace(/ (board|sheet)$/, '') }},
                {{ curveWords(r.job, say) }}<br /><span class="soft">{{ r.job.saw.short }}: {{ blade(i) }}</span></span
              >
              <span class="acts-row">
                <button class="act plain" :disabled="i === 0" :aria-label="`${r.title} up`" @click="move(i, -1)">↑</button>
                <button class="act plain" :disabled="i === chart.rows.length - 1" :aria-label="`${r.title} down`" @click="move(i, 1)">
                  ↓
                </button>
                <button class="act plain" :aria-label="`Take ${r.title} off`" @click="drop(i)">×</button>
              </span>
            </li>
          </ol>
          <AddRow @add="(job) => put({ rows: [...chart.rows, rowOf(job)] })" />
          <button v-if="settings.value.chart" class="act plain" @click="settings.change({ chart: undefined })">
            Start again from my work
          </button>
        </div>
        <ChartSheet v-if="rows.length" :chart="sheet" />
      </div>
    </div>
  </Themed>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr);
  gap: 26px;
  margin-top: 10px;
  align-items: start;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 12px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
legend {
  padding: 0 0 2px;
}
fieldset label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  min-height: 26px;
}
input[type='checkbox'] {
  accent-color: var(--ink);
}
ol li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--faint);
}
.acts-row {
  display: flex;
  flex: none;
}
.acts-row .act {
  padding: 2px 6px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
