<script setup lang="ts">
import { onMounted, reactive, ref, watch } from 'vue'
import { countWords, decimal, moneyWords } from '@green-pitch/core'
import type { QuoteAnswer } from '../../work/weekWork'
import { useSettings } from '../../store/settings'
import { useWeek } from '../../store/week'
import Count from '../../ui/Count.vue'

/** Hours, blades, sheets and a price for a risk; what goes to a customer is printed without the maker's own figures. */
const props = defineProps<{ ids: string[]; names: Record<string, string> }>()
const emit = defineEmits<{ close: [] }>()
const store = useWeek()
const settings = useSettings()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())
const rates = reactive({
  hour: settings.value.rates.hour,
  blade: settings.value.rates.blade,
  sheet: 0,
  other: 0,
  price: undefined as number | undefined,
})
const found = ref<QuoteAnswer>()
watch(
  rates,
  async ({ price, ...r }) => {
    if (r.hour !== settings.value.rates.hour || r.blade !== settings.value.rates.blade)
      settings.change({ rates: { hour: r.hour, blade: r.blade } })
    found.value = await store.quote(props.ids, { ...r }, price)
  },
  { immediate: true },
)
const span = ({ low, median, high }: { low: number; median: number; high: number }, say = (x: number) => decimal(x, 1)) =>
  say(low) === say(high) ? say(median) : `${say(median)} (${say(low)} to ${say(high)})`
const print = () => window.print()
</script>

<template>
  <dialog ref="dialog" class="quote" aria-labelledby="quote-head" @close="emit('close')">
    <h2 id="quote-head">{{ found ? `${moneyWords(found.price)} for ${ids.map((id) => names[id]).join(', ')}` : 'Reckoning the price' }}</h2>
    <p v-if="found && rates.hour > 0" class="own">
      It comes dearer than that {{ Math.round(100 * found.lose) }} times in 100. An hour then earns {{ span(found.anHour, moneyWords) }}.
    </p>
    <p v-else-if="found" class="own">Say what an hour of yours costs: without it only blades and sheets are counted.</p>
    <div class="fields own">
      <Count v-model="rates.hour" label="An hour" :min="0" :max="10000" />
      <Count v-model="rates.blade" label="A blade" :min="0" :max="1000" />
      <Count v-model="rates.sheet" label="A sheet" :min="0" :max="10000" />
      <Count v-model="rates.other" label="Finish and the rest" :min="0" :max="100000" />
      <Count v-model="rates.price" label="Price asked" :min="0" :max="1000000" none="1 in 5" />
    </div>
    <dl v-if="found" class="own">
      <dt>Hours</dt>
      <dd>{{ span(found.hours) }}</dd>
      <dt>Blades</dt>
      <dd>{{ span(found.blades, (x) => String(Math.round(x))) }}</dd>
      <dt>Sheets</dt>
      <dd>{{ countWords(Math.round(found.sheets.median), 'sheet') }}, at most {{ Math.round(found.sheets.high) }} in nine of ten</dd>
      <template v-for="p in found.prices" :key="p.risk">
        <dt>Loses {{ Math.round(100 * p.risk) }} in 100 at</dt>
        <dd>{{ moneyWords(p.price) }} <button class="act plain" @click="rates.price = Math.round(p.price)">Ask it</button></dd>
      </template>
    </dl>
    <div v-if="found" class="paper">
      <h3>Offer</h3>
      <p v-for="id in ids" :key="id">{{ store.rows.find((r) => r.id === id)?.order?.copies ?? 1 }} × {{ names[id] }}</p>
      <p>
        <b>{{ moneyWords(found.price) }}</b>
      </p>
    </div>
    <p class="acts own">
      <button class="act main" @click="print">Print the offer</button>
      <button class="act" @click="dialog?.close()">Close</button>
    </p>
  </dialog>
</template>

<style scoped>
.quote {
  width: min(620px, 94vw);
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin: 8px 0;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 16px;
}
dt {
  color: var(--soft);
}
.paper {
  border-top: 1px solid var(--rule);
  margin-top: 10px;
  padding-top: 6px;
}
@media print {
  .own {
    display: none;
  }
  /* the page behind is the maker's own */
  :global(body:has(.quote[open]) *) {
    visibility: hidden;
  }
  :global(body:has(.quote[open]) #app) {
    height: 0;
    overflow: hidden;
  }
  .quote,
  .quote h2,
  .paper,
  .paper :deep(*) {
    visibility: visible !important;
    border: 0;
  }
}
</style>
