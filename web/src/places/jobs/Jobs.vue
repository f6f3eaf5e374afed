<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import { useRouter } from 'vue-router'
import { liveQuery } from 'dexie'
import { Popconfirm } from 'ant-design-vue'
import { bladeWords, minutesWords, rankBlades, stockWords, evaluate, lengthWords, strokesWords } from '@green-pitch/core'
import { db } from '../../data/db'
import { fileStem, openFile, saveFile } from '../../data/files'
import type { JobRecord } from '../../data/records'
import { readTicket, ticketJson } from '../../data/ticketFile'
import { useJob } from '../../store/job'
import { useNewJob } from '../../store/newJob'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

/** All jobs side by side, each with its answer. */
const jobs = useJob()
const begin = useNewJob()
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

const table = computed(() =>
  rows.value.map((r) => {
    const { job, blade } = r.ticket
    const chosen = blade
      ? evaluate(job, blade)
      : rankBlades(job, { blades: shop.catalogue, owned: shop.owned, ownedFirst: settings.value.ownedFirst }).value[0]
    const radius = job.cut.radius === undefined ? 'no curves' : `R ${lengthWords(job.cut.radius, settings.say)}`
    return {
      r,
      stock: `${job.stock.material.name}, ${stockWords(job.stock, settings.say)}`,
      cut: `${job.cut.kind}, ${radius}`,
      saw: job.saw.short,
      blade: chosen ? bladeWords(chosen.blade, settings.say) : 'none will do',
      ok: !!chosen?.passes,
      speed: chosen ? strokesWords(chosen.speed) : '',
      time: chosen?.passes ? minutesWords(chosen.time.total) : '',
    }
  }),
)
async function go(id: string) {
  await jobs.open(id)
  await router.push('/')
}
async function fresh() {
  await begin()
  await router.push('/')
}
async function copy(r: JobRecord) {
  await jobs.add(`${r.name}, copy`, r.ticket)
}
const file = (r: JobRecord) =>
  saveFile(new Blob([ticketJson(r.name, r.ticket)], { type: 'application/json' }), `${fileStem(r.name)}.ticket.json`)
async function bring() {
  const f = await openFile(['.json'])
  if (!f) return
  if (f.size > 1e6) return trouble.say('This file is over 1 MB; a ticket is a few kilobytes.')
  const read = await readTicket(await f.text())
  if (!read.ok) return trouble.say(`${f.name}: ${read.message}`)
  await jobs.add(read.name, read.ticket)
  trouble.say(`${read.name} is in.`, 'done')
}
</script>

<template>
  <Themed>
    <div class="place">
      <header>
        <h1>{{ rows.length === 1 ? 'One job' : `${rows.length} jobs, side by side` }}</h1>
        <div class="acts">
          <button class="act" @click="bring">Open a ticket file</button><button class="act main" @click="fresh">New job</button>
        </div>
      </header>
      <div class="scroll">
        <table class="plain">
          <thead>
            <tr>
              <th>Job</th>
              <th>Stock</th>
              <th>Cut</th>
              <th>Saw</th>
              <th>Blade</th>
              <th>Strokes/min</th>
              <th>Time</th>
              <th><span class="sr">Acts</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="t in table" :key="t.r.id" :class="{ on: t.r.id === jobs.record.id }">
              <td>
                <button class="name" @click="go(t.r.id)">{{ t.r.name }}</button>
              </td>
              <td>{{ t.stock }}</td>
              <td>{{ t.cut }}</td>
              <td>{{ t.saw }}</td>
              <td><Mark :state="t.ok ? 'within' : 'beyond'" />{{ t.blade }}</td>
              <td class="mono">{{ t.speed }}</td>
              <td>{{ t.time }}</td>
              <td class="row-acts">
                <button class="act plain" :aria-label="`Duplicate ${t.r.name}`" @click="copy(t.r)">Duplicate</button
                ><button class="act plain" :aria-label="`Save ${t.r.name} as a file`" @click="file(t.r)">File</button>
                <Popconfirm
                  :title="`Remove ${t.r.name}? The log keeps its cuts.`"
                  ok-text="Remove"
                  cancel-text="Keep"
                  @confirm="jobs.drop(t.r.id)"
                  ><button class="act plain" :aria-label="`Remove ${t.r.name}`">Remove</button></Popconfirm
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="soft">Times are for sawing, threading and clean-up at the suggested or chosen blade.</p>
    </div>
  </Themed>
</template>

<style scoped>
.name {
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-align: left;
}
tr.on td:first-child {
  border-left: 3px solid var(--ink);
  padding-left: 8px;
}
.row-acts {
  white-space: nowrap;
  text-align: right;
}
p {
  margin-top: 10px;
}
</style>
