<script setup lang="ts">
import { computed, ref } from 'vue'
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
import ByPicture from './ByPicture.vue'
import WhatBlade from './WhatBlade.vue'
import { useDemand } from './demand'
import Count from '../../ui/Count.vue'
import Mark from '../../ui/Mark.vue'
import Typed from '../../ui/Typed.vue'
import { figure as named } from '../../ui/figure'
import Confirm from '../../ui/Confirm.vue'
import DataTable, { type Column } from '../../ui/DataTable.vue'

const shop = useShop()
const answer = useAnswer()
const learned = useLearned()
const settings = useSettings()
const trouble = useTrouble()
const { demand } = useDemand()

/** Minutes the blade in use lasts in the job in hand, by the constants and one’s own cuts. */
function lasts({ blade }: DrawerRecord): string {
  const { median, low, high } = ownTimes(answer.job, blade, learned.beliefs).life
  return `${Math.round(median)} (${Math.round(low)}–${Math.round(high)})`
}
const rows = computed(() =>
  [...shop.drawer].sort(
    (a, b) => a.blade.series.localeCompare(b.blade.series) || a.blade.order - b.blade.order || a.blade.name.localeCompare(b.blade.name),
  ),
)
/** Its place among the blades as they are laid out by series and size. */
const place = computed(() => new Map(rows.value.map((r, i) => [r.id, i])))
const inch = computed(() => settings.value.unit === 'in')
const figure = (mm: number) => lengthWords(mm, settings.say).replace(' mm', '')
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
const columns = computed((): Column<DrawerRecord>[] => [
  { key: 'blade', title: 'Blade', sort: (r) => place.value.get(r.id)! },
  { key: 'teeth', title: 'Teeth, 4 times' },
  { key: 'section', title: `Section${inch.value ? '' : ', mm'}`, sort: (r) => r.blade.width, number: true },
  { key: 'turns', title: 'Turns', number: true },
  { key: 'count', title: 'Count', sort: (r) => r.count },
  { key: 'use', title: 'The one in use' },
  { key: 'note', title: 'Note' },
])
</script>

<template>
  <div>
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
    <template v-if="asking">
      <WhatBlade @take="(b) => shop.addBlades(b, 1)" />
      <ByPicture @take="(b, n) => shop.addBlades(b, n)" />
    </template>
    <Fill v-if="filling" />
    <DataTable
      v-if="rows.length"
      caption="Blades in the drawer"
      :columns="columns"
      :rows="rows"
      :row-key="(r) => r.id"
      :memo="(r) => [low.has(r.blade.id), answer.job, learned.beliefs, settings.say]"
    >
      <template #cell="{ row, column }">
        <template v-if="column === 'blade'"
          ><Mark v-if="low.has(row.blade.id)" state="near" />{{ bladeWords(row.blade, settings.say)
          }}<span v-if="!sizedByTeeth(row.blade)" class="soft nowrap">, {{ tpiWords(row.blade) }}</span></template
        >
        <ToothStrip v-else-if="column === 'teeth'" :blade="row.blade" :times="4" :width="110" />
        <template v-else-if="column === 'section'">{{ figure(row.blade.width) }} × {{ figure(row.blade.thickness) }}</template>
        <template v-else-if="column === 'turns'">{{ turns(row.blade) }}</template>
        <Count
          v-else-if="column === 'count'"
          v-bind="named('left', row.count, row.blade.id)"
          class="count"
          quiet
          :label="`Count of ${bladeWords(row.blade, settings.say)}`"
          :model-value="row.count"
          :min="0"
          :max="99999"
          whole
          @update:model-value="(v) => v !== undefined && count(row, v)"
        />
        <span v-else-if="column === 'use'" class="nowrap"
          >{{ row.minutes ? `${Math.round(row.minutes)}${row.blade.plate ? '' : ` of about ${lasts(row)}`} min` : 'new' }}
          <button
            v-if="row.minutes"
            class="act plain"
            :aria-label="`${row.blade.plate ? 'Refiled' : 'Changed'}: ${bladeWords(row.blade, settings.say)}`"
            @click="put(row, { minutes: 0, count: row.blade.plate ? row.count : Math.max(0, row.count - 1) })"
          >
            {{ row.blade.plate ? 'Refiled' : 'Changed' }}
          </button></span
        >
        <Typed
          v-else
          class="note"
          :model-value="row.note"
          maxlength="400"
          :aria-label="`Note on ${bladeWords(row.blade, settings.say)}`"
          @update:model-value="(note) => put(row, { note })"
        />
      </template>
      <template #acts="{ row }">
        <Confirm
          label="Take out"
          :of="bladeWords(row.blade, settings.say)"
          ask="Take this kind out of the drawer? The log still has its cuts."
          ok="Take out"
          @ok="shop.dropBlade(row.id)"
        />
      </template>
    </DataTable>
    <p v-else>Put in what you own: the Bench then says which of them will do, and how to make the nearest one do.</p>
  </div>
</template>

<style scoped>
.count {
  min-width: 0;
}
.count :deep(input) {
  max-width: 64px;
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
