<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { liveQuery } from 'dexie'
import { bladeWords, spanWords, stockWords, lengthWords } from '@green-pitch/core'
import { breathe } from '../../data/breathe'
import { db } from '../../data/db'
import { fileStem, openFile, saveFile } from '../../data/files'
import type { JobRecord } from '../../data/records'
import { notYours } from '../../data/notYours'
import { readTicket, ticketJson } from '../../data/ticketFile'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useLearned } from '../../store/learned'
import { useNewJob } from '../../store/newJob'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'
import Confirm from '../../ui/Confirm.vue'
import DataTable, { type Column } from '../../ui/DataTable.vue'

/** All jobs side by side, each with its answer. */
const jobs = useJob()
const begin = useNewJob()
const answer = useAnswer()
const learned = useLearned()
const shop = useShop()
const settings = useSettings()
const trouble = useTrouble()
const router = useRouter()
const rows = ref<JobRecord[]>([])
const sub = liveQuery(() => db.jobs.orderBy('changed').reverse().toArray()).subscribe({
  next: (v) => {
    rows.value = v
  },
  error: trouble.report,
})
onBeforeUnmount(() => sub.unsubscribe())

function lineOf(r: JobRecord) {
  const { job } = r.ticket
  // what is in hand is answered already, and of two that tie keeps the one that led
  const inHand = r.id === jobs.record.id
  const told = inHand ? { blade: answer.blade, passes: answer.evaluation.passes, bill: answer.bill } : answer.answerTo(r.ticket)
  const radius = job.cut.radius === undefined ? 'no curves' : `R ${lengthWords(job.cut.radius, settings.say)}`
  return {
    r,
    stock: `${job.stock.material.name}, ${stockWords(job.stock, settings.say)}`,
    cut: job.cut.grain ? `${job.cut.grain} the grain` : `${job.cut.kind}, ${radius}`,
    saw: job.saw.short,
    blade: told?.passes ? bladeWords(told.blade, settings.say) : 'none will do',
    ok: !!told?.passes,
    bill: told?.passes ? told.bill : undefined,
  }
}
type Line = ReturnType<typeof lineOf>
/** Calculated one job after the other, since fifty of them are a long while; shown when all are. */
const table = shallowRef<Line[]>([])
let asked = 0
watch(
  () => [rows.value, shop.catalogue, shop.owned, settings.value, settings.say, learned.beliefs],
  async () => {
    const mine = ++asked
    const lines: Line[] = []
    for (const r of rows.value) {
      lines.push(lineOf(r))
      await breathe()
      if (mine !== asked) return
    }
    table.value = lines
  },
  { immediate: true },
)
const columns: Column<Line>[] = [
  { key: 'name', title: 'Job', sort: (t) => t.r.name },
  { key: 'stock', title: 'Stock', sort: (t) => t.stock },
  { key: 'cut', title: 'Cut', sort: (t) => t.cut },
  { key: 'saw', title: 'Saw', sort: (t) => t.saw },
  { key: 'blade', title: 'Blade', sort: (t) => t.blade },
  { key: 'time', title: 'In all', sort: (t) => t.bill?.total.median ?? 0, number: true },
]
async function go(id: string) {
  await jobs.open(id)
  await router.push('/')
}
async function fresh() {
  await begin()
  await router.push('/')
}
const file = async (r: JobRecord) =>
  saveFile(
    new Blob([ticketJson(r.name, r.ticket, await db.patterns.get(r.id), r.order)], { type: 'application/json' }),
    `${fileStem(r.name)}.ticket.json`,
  )
async function bring() {
  const f = await openFile(['.json'])
  if (!f) return
  if (f.size > 60e6) return trouble.say('This file is over 60 MB; a ticket with its drawing is far smaller.')
  const read = await readTicket(await f.text())
  if (!read.ok) return trouble.say(`${f.name}: ${read.message}`)
  if (await jobs.add(read.name, read.ticket, read.pattern, read.order))
    trouble.say([`${read.name} is in.`, ...notYours(read.ticket, shop)].join('\n'), 'done')
}
</script>

<template>
  <div class="place">
    <header>
      <h1>{{ rows.length === 1 ? 'One job' : `${rows.length} jobs, side by side` }}</h1>
      <div class="acts">
        <button class="act" @click="bring">Open a ticket file</button><button class="act main" @click="fresh">New job</button>
      </div>
    </header>
    <DataTable caption="Jobs, each with its answer" :columns="columns" :rows="table" :row-key="(t) => t.r.id" :current="jobs.record.id">
      <template #cell="{ row: t, column }">
        <button v-if="column === 'name'" class="name" @click="go(t.r.id)">{{ t.r.name }}</button>
        <template v-else-if="column === 'stock'">{{ t.stock }}</template>
        <template v-else-if="column === 'cut'">{{ t.cut }}</template>
        <template v-else-if="column === 'saw'">{{ t.saw }}</template>
        <template v-else-if="column === 'blade'"><Mark :state="t.ok ? 'within' : 'beyond'" />{{ t.blade }}</template>
        <span v-else-if="t.bill" v-bind="figure('total', t.bill.total.median, t.r.id)">{{ spanWords(t.bill.total).mid }}</span>
      </template>
      <template #acts="{ row: t }"
        ><button class="act plain" :aria-label="`Duplicate ${t.r.name}`" @click="jobs.duplicate(t.r)">Duplicate</button
        ><button class="act plain" :aria-label="`File of ${t.r.name}`" @click="file(t.r)">File</button
        ><Confirm
          label="Remove"
          :of="t.r.name"
          :ask="`Remove ${t.r.name}? The log still has its cuts.`"
          ok="Remove"
          @ok="jobs.drop(t.r.id)"
      /></template>
    </DataTable>
    <p class="soft">In all: laying out, drilling, sawing, threading and clean-up with the blade named; the Bench says how sure it is.</p>
  </div>
</template>

<style scoped>
.name {
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-align: left;
}
p {
  margin-top: 10px;
}
</style>
