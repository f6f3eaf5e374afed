<script setup lang="ts">
import { computed, ref } from 'vue'
import { Popconfirm, Table } from 'ant-design-vue'
import {
  bladeWords,
  countWords,
  lengthWords,
  ownTimes,
  roundWords,
  sizedByTeeth,
  toOrder,
  tpiWords,
  workedRadius,
  type Blade,
} from '@green-pitch/core'
import { openFile, saveFile } from '../../data/files'
import type { DrawerRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { useAnswer } from '../../store/answer'
import { useLearned } from '../../store/learned'
import ToothStrip from '../../draw/ToothStrip.vue'
import Fill from './Fill.vue'
import WhatBlade from './WhatBlade.vue'
import { useDemand } from './demand'
import Count from '../../ui/Count.vue'
import Mark from '../../ui/Mark.vue'
import Typed from '../../ui/Typed.vue'
import { useQuietIcons } from '../../ui/quietIcons'

const shop = useShop()
const answer = useAnswer()
const learned = useLearned()
const settings = useSettings()
const root = ref<HTMLElement>()
useQuietIcons(root)
const trouble = useTrouble()
const { demand } = useDemand()

/** What a blade of each kind lasts in the job in hand, by the constants and one’s own cuts. */
const lastsBy = computed(() => new Map(shop.drawer.map((r) => [r.id, ownTimes(answer.job, r.blade, learned.beliefs).life] as const)))
const lasts = (id: string) => {
  const { median, low, high } = lastsBy.value.get(id)!
  return `${Math.round(median)} (${Math.round(low)}–${Math.round(high)})`
}
const rows = computed(() =>
  [...shop.drawer].sort(
    (a, b) => a.blade.series.localeCompare(b.blade.series) || a.blade.order - b.blade.order || a.blade.name.localeCompare(b.blade.name),
  ),
)
/** Kinds that may run out before a delivery. */
const low = computed(() => new Set(demand.value?.filter(toOrder).map((d) => d.blade.id)))
const filling = ref(!shop.drawer.length)
const total = computed(() => rows.value.reduce((t, r) => t + (r.blade.plate ? 0 : r.count), 0))
const handSaws = computed(() => rows.value.filter((r) => r.blade.plate).length)
const put = (r: DrawerRecord, patch: Partial<DrawerRecord>) => shop.changeDrawer(r.id, (stored) => stored && { ...stored, ...patch })
/** By so many more or fewer than stood there: what another tab took out meanwhile stays out. */
const count = (r: DrawerRecord, to: number) =>
  shop.changeDrawer(r.id, (stored) => stored && { ...stored, count: Math.max(0, stored.count + to - r.count) })

const asking = ref(false)
async function out() {
  const { drawerCsv } = await import('../../data/csv')
  await saveFile(new Blob([drawerCsv(rows.value)], { type: 'text/csv' }), 'drawer.csv')
}
async function bring() {
  const f = await openFile(['.csv'])
  if (!f) return
  if (f.size > 5e6) return trouble.say('This table is over 5 MB; a drawer is a few kilobytes.')
  const { readDrawerCsv } = await import('../../data/csv')
  const { rows: read, refused } = readDrawerCsv(await f.text())
  let kept = 0
  for (const r of read) {
    if (await shop.changeDrawer(r.blade.id, () => ({ id: r.blade.id, rev: 0, ...r }))) kept++
  }
  trouble.say(
    [
      `${kept} of ${read.length + refused.length} lines taken from ${f.name}.`,
      ...refused.slice(0, 6),
      refused.length > 6 ? `and ${refused.length - 6} more.` : '',
    ]
      .filter(Boolean)
      .join('\n'),
    refused.length ? 'trouble' : 'done',
  )
}
const turns = (b: Blade) => {
  if (b.plate) return 'straight'
  const r = workedRadius(b)
  return Number.isFinite(r) ? roundWords(r, settings.say) : 'any way'
}
const columns = [
  { title: 'Blade', key: 'blade', sorter: (a: DrawerRecord, b: DrawerRecord) => a.blade.id.localeCompare(b.blade.id) },
  { title: 'Teeth, 4 times', key: 'teeth' },
  { title: 'Section', key: 'section', sorter: (a: DrawerRecord, b: DrawerRecord) => a.blade.width - b.blade.width },
  { title: 'Turns', key: 'turns' },
  { title: 'Count', key: 'count', sorter: (a: DrawerRecord, b: DrawerRecord) => a.count - b.count },
  { title: 'The one in use', key: 'use' },
  { title: 'Note', key: 'note' },
  { title: '', key: 'acts' },
]
</script>

<template>
  <div ref="root">
    <header>
      <h1>
        {{ total }} blades of {{ rows.length - handSaws }} kinds{{ handSaws ? ` and ${countWords(handSaws, 'hand saw')}` : ''
        }}<template v-if="low.size"
          >, <RouterLink to="/drawer/order">{{ low.size }} to order</RouterLink></template
        >
      </h1>
      <div class="acts">
        <button class="act" :aria-expanded="filling" @click="filling = !filling">Put blades in</button>
        <button class="act" :aria-expanded="asking" @click="asking = !asking">What blade is this?</button>
        <button class="act" @click="bring">Read CSV</button><button class="act" :disabled="!rows.length" @click="out">Save CSV</button>
      </div>
    </header>
    <WhatBlade v-if="asking" @take="(b) => shop.addBlades(b, 1)" />
    <Fill v-if="filling" />
    <Table v-if="rows.length" :columns="columns" :data-source="rows" :pagination="false" row-key="id" size="small">
      <template #bodyCell="{ column, record }">
        <template v-if="column.key === 'blade'"
          ><Mark v-if="low.has(record.blade.id)" state="near" /><b>{{ bladeWords(record.blade, settings.say) }}</b
          ><span v-if="!sizedByTeeth(record.blade)" class="soft nowrap">, {{ tpiWords(record.blade) }}</span></template
        >
        <template v-else-if="column.key === 'teeth'"><ToothStrip :blade="record.blade" :times="4" :width="110" /></template>
        <template v-else-if="column.key === 'section'"
          ><span class="mono nowrap"
            >{{ lengthWords(record.blade.width, settings.say).replace(' mm', '') }} ×
            {{ lengthWords(record.blade.thickness, settings.say) }}</span
          ></template
        >
        <template v-else-if="column.key === 'turns'"
          ><span class="mono">{{ turns(record.blade) }}</span></template
        >
        <template v-else-if="column.key === 'count'"
          ><Count
            class="count"
            quiet
            :label="`Count of ${bladeWords(record.blade, settings.say)}`"
            :model-value="record.count"
            :min="0"
            :max="99999"
            whole
            @update:model-value="(v) => v !== undefined && count(record as DrawerRecord, v)"
        /></template>
        <template v-else-if="column.key === 'use'"
          >{{ record.minutes ? `${Math.round(record.minutes)}${record.blade.plate ? '' : ` of about ${lasts(record.id)}`} min` : 'new' }}
          <button
            v-if="record.minutes"
            class="act plain nowrap"
            @click="put(record as DrawerRecord, { minutes: 0, count: record.blade.plate ? record.count : Math.max(0, record.count - 1) })"
          >
            {{ record.blade.plate ? 'Refiled' : 'Changed' }}
          </button></template
        >
        <template v-else-if="column.key === 'note'"
          ><Typed
            class="note"
            :model-value="record.note"
            maxlength="400"
            :aria-label="`Note on ${bladeWords(record.blade, settings.say)}`"
            @update:model-value="(note) => put(record as DrawerRecord, { note })"
        /></template>
        <Popconfirm
          v-else
          title="Take this kind out of the drawer? The log keeps its cuts."
          ok-text="Take out"
          cancel-text="Keep"
          @confirm="shop.dropBlade(record.id)"
          ><button class="act plain nowrap" :aria-label="`Take out ${bladeWords(record.blade, settings.say)}`">Take out</button></Popconfirm
        >
      </template>
    </Table>
    <p v-else>Put in what you own: the Bench then says which of them will do, and how to make the nearest one do.</p>
  </div>
</template>

<style scoped>
.count {
  width: 84px;
  min-width: 0;
}
.note {
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 4px 6px;
  width: 100%;
  min-width: 140px;
}
.note:hover,
.note:focus {
  border-color: var(--rule);
  background: var(--sheet);
}
</style>
