<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { bladeWords, countWords, orderHeading, runsOutWords, toOrder, type Demand } from '@green-pitch/core'
import { openFile, saveFile } from '../../data/files'
import type { Price } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { useYear } from '../../store/year'
import { figure } from '../../ui/figure'
import Count from '../../ui/Count.vue'
import Makes from '../../ui/Makes.vue'
import Mark from '../../ui/Mark.vue'
import { useDemand } from './demand'

/** What to order: how likely each kind runs out before a delivery, and how many make it last. */
const year = useYear()
const shop = useShop()
const settings = useSettings()
const trouble = useTrouble()
const { demand, busy } = useDemand()
const name = (d: Demand) => bladeWords(d.blade, settings.say)
const wanted = computed(() => demand.value?.filter(toOrder) ?? [])
const rest = computed(() => demand.value?.filter((d) => !toOrder(d)) ?? [])

/** Packets asked for by hand, by blade. */
const asked = ref<Record<string, number>>({})
const standIn = shallowRef<Price[]>([])
const csv = import('../../data/csv')
const prices = shallowRef<Awaited<typeof csv>>()
csv
  .then(async (m) => {
    const text = await (await fetch('/supplier.csv')).text()
    standIn.value = m.readPrices(text).rows
    prices.value = m
  })
  .catch(trouble.report)
const list = computed(() => year.supply.list ?? standIn.value)
const lines = computed(() =>
  wanted.value.map((d) => {
    const price = prices.value?.priceOf(list.value, d.blade)
    const pack = price?.pack ?? 1
    const packets = asked.value[d.blade.id] ?? Math.ceil(d.order / pack)
    return { d, pack, packets, cost: price && packets * price.price }
  }),
)
const sum = computed(() => lines.value.reduce((t, l) => t + (l.cost ?? 0), 0))
const money = (x: number) => x.toFixed(2)
const range = ({ yearly: { median, low, high } }: Demand) => {
  const n = (x: number) => (x < 10 ? Math.round(x * 2) / 2 : Math.round(x))
  return n(low) === n(high) ? `${n(median)}` : `${n(median)} (${n(low)}–${n(high)})`
}
async function out() {
  const text = prices.value!.orderCsv(
    lines.value
      .filter((l) => l.packets > 0)
      .map(({ d, pack, packets, cost }) => ({
        blade: d.blade.id,
        name: name(d),
        left: d.left,
        a_year: Math.round(d.yearly.median * 10) / 10,
        runs_out: `${Math.round(100 * d.runsOut)} %`,
        wanted: d.order,
        packets,
        in_packet: pack,
        price: cost === undefined ? '' : Math.round(cost * 100) / 100,
      })),
  )
  await saveFile(new Blob([text], { type: 'text/csv' }), 'order.csv')
}
async function another() {
  const f = await openFile(['.csv'])
  if (!f) return
  if (f.size > 1e6) return trouble.say('This price list is over 1 MB; one line a kind is a few kilobytes.')
  const { rows, refused } = prices.value!.readPrices(await f.text())
  if (rows.length) year.put({ list: rows })
  trouble.say(
    [
      `${countWords(rows.length, 'line')} taken from ${f.name}.`,
      ...refused.slice(0, 5),
      refused.length > 5 ? `and ${refused.length - 5} more.` : '',
    ]
      .filter(Boolean)
      .join('\n'),
    refused.length ? 'trouble' : 'done',
  )
}
/** What came goes into the drawer. */
async function arrived() {
  for (const { d, pack, packets } of lines.value) if (packets > 0) await shop.addBlades(d.blade, pack * packets)
  asked.value = {}
}
</script>

<template>
  <div>
    <header>
      <h1 aria-live="polite">{{ demand ? orderHeading(lines, demand.length > 0) : 'Counting what your work will use …' }}</h1>
      <div class="acts">
        <button class="act" :disabled="!prices || !lines.length" @click="out">Save the order as CSV</button>
      </div>
    </header>
    <Makes v-if="year.year && !year.year.years" />
    <p v-if="lines.length && !year.owned.length && !year.supply.kit">
      Each job’s own best is asked for here. <RouterLink to="/drawer/kit">A few kinds do most of it: choose them first</RouterLink>.
    </p>
    <div class="fields">
      <Count
        label="Days to delivery"
        :model-value="year.supply.days"
        :min="0"
        :max="365"
        whole
        @update:model-value="(days) => days !== undefined && year.put({ days })"
      />
      <Count
        label="Months to last"
        :model-value="year.supply.months"
        :min="1"
        :max="60"
        whole
        @update:model-value="(months) => months && year.put({ months })"
      />
      <p class="supplier">
        <span class="soft">Prices</span><br />
        <template v-if="year.supply.list"
          >your list, {{ countWords(year.supply.list.length, 'line') }}
          <button class="act plain" @click="year.put({ list: undefined })">Back to the stand-in</button></template
        >
        <template v-else>Estuary Supplies, a made-up stand-in</template>
        <button class="act plain" :disabled="!prices" @click="another">Open a price list</button>
      </p>
    </div>
    <div v-if="lines.length" class="scroll">
      <table class="plain cards">
        <thead>
          <tr>
            <th scope="col">Blade</th>
            <th scope="col">Left</th>
            <th scope="col">Used a year</th>
            <th scope="col">Before a delivery</th>
            <th scope="col">Packets</th>
            <th scope="col" class="figure">Price</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ d, pack, packets, cost } in lines" :key="d.blade.id">
            <th scope="row">
              <b>{{ name(d) }}</b>
            </th>
            <td data-title="Left" class="mono" v-bind="figure('left', d.left, d.blade.id)">{{ d.left }}</td>
            <td data-title="Used a year" class="mono nowrap">{{ range(d) }}</td>
            <td data-title="Before a delivery"><Mark :state="d.left === 0 ? 'beyond' : 'near'" />{{ runsOutWords(d) }}</td>
            <td data-title="Packets" class="nowrap">
              <Count
                class="packets"
                quiet
                :label="`Packets of ${name(d)}`"
                :model-value="packets"
                :min="0"
                :max="999"
                whole
                @update:model-value="(v) => (asked = { ...asked, [d.blade.id]: v ?? 0 })"
              /><span class="soft"> of {{ pack }}</span>
            </td>
            <td data-title="Price" class="mono figure">{{ cost === undefined ? 'not listed' : money(cost) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td colspan="5"><button class="act" @click="arrived">It came: put it in the drawer</button></td>
            <td class="mono figure">
              <b>{{ money(sum) }}</b>
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
    <p v-else-if="demand && !busy && !rest.length" class="soft">
      Put in what you own, and log a cut or two: an order follows from what they use.
    </p>
    <section v-if="rest.length" class="enough">
      <h2>Enough left</h2>
      <ul class="rest">
        <li v-for="d in rest" :key="d.blade.id">
          <span>{{ name(d) }}</span>
          <span class="soft" v-bind="figure('left', d.left, d.blade.id)"
            >{{ d.left || 'none' }} left, {{ d.yearly.high ? `${range(d)} a year` : 'nothing planned needs it' }}</span
          >
        </li>
      </ul>
    </section>
    <p class="soft note">
      From the work of your year{{ year.year?.typical ? ', as is typical' : '' }}, blade life in each stock, and what chance makes of both.
      Ordered so that nine times in ten it lasts.
    </p>
  </div>
</template>

<style scoped>
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: end;
  margin-bottom: 16px;
}
.fields > :deep(.field) {
  width: 130px;
}
.packets {
  display: inline-grid;
  width: 128px;
  vertical-align: middle;
}
.figure {
  text-align: right !important;
  padding-right: 0 !important;
}
.enough {
  margin-top: 22px;
}
.rest {
  columns: 2 340px;
  column-gap: 36px;
}
.rest li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 12px;
  padding: 4px 0;
  border-bottom: 1px solid var(--faint);
  break-inside: avoid;
}
.note {
  margin-top: 14px;
  max-width: 90ch;
}
</style>
