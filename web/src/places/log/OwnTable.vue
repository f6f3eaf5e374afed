<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { bladeWords, clampTrouble, countWords, stockWords, type Blade } from '@green-pitch/core'
import { logFields, readLogTable, senseOf, type Known, type LogField, type TableSense } from '../../data/logTable'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { dayWords } from '../../ui/clock'

/** A table of cuts in its owner's own columns: what is plain is taken so, what is not is asked, and every row is accounted for. */
const props = defineProps<{ file: string; headings: string[]; rows: string[][] }>()
const emit = defineEmits<{ close: [] }>()
const shop = useShop()
const settings = useSettings()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())

const sawId = ref(useJob().job.saw.id)
const known = computed((): Known => ({
  saws: shop.saws,
  materials: shop.materials,
  catalogue: shop.catalogue,
  owned: shop.owned,
  saw: shop.saws.find((s) => s.id === sawId.value) ?? shop.saws[0]!,
}))
const fields = ref<TableSense['fields']>()
const found = computed(() => senseOf(props.headings, props.rows, known.value, settings.value.unit, fields.value))
/** What was answered here, over what the table says of itself. */
const said = ref<Partial<Pick<TableSense, 'dayFirst' | 'unit'>>>({})
const names = ref<Record<'saws' | 'stocks' | 'blades', Record<string, string>>>({ saws: {}, stocks: {}, blades: {} })
const sense = computed((): TableSense => {
  const s = found.value.sense
  return {
    ...s,
    ...said.value,
    saws: { ...s.saws, ...names.value.saws },
    stocks: { ...s.stocks, ...names.value.stocks },
    blades: { ...s.blades, ...names.value.blades },
  }
})
const read = computed(() => readLogTable(props.rows, sense.value, known.value))
const fresh = computed(() => {
  const here = new Set(shop.log.map((e) => e.id))
  return read.value.rows.filter((r) => !here.has(r.id))
})
const hasSaw = computed(() => sense.value.fields.includes('saw'))
function setField(i: number, field: string) {
  fields.value = sense.value.fields.map((f, k) => (k === i ? (field as LogField | '') : f === field ? '' : f))
}
const sample = (i: number) => [...new Set(props.rows.map((r) => r[i] ?? ''))].filter(Boolean).slice(0, 2).join(', ')
/** Blades a person may have meant: those of the drawer first, then all that some saw of theirs takes. */
const choices = computed(() => {
  const name = (b: Blade) => ({ id: b.id, name: bladeWords(b, settings.say) })
  const mine = shop.catalogue.filter((b) => shop.owned.has(b.id))
  const other = shop.catalogue.filter((b) => !shop.owned.has(b.id) && shop.offered.some((s) => !clampTrouble(s, b)))
  return {
    saws: shop.saws.map((s) => ({ id: s.id, name: s.short })),
    stocks: shop.materials.map(({ id, name: n }) => ({ id, name: n })),
    blades: [...mine, ...other].map(name),
  }
})
const asked = computed(() =>
  (['stocks', 'blades', 'saws'] as const)
    .map((of) => ({ of, word: { stocks: 'Stock', blades: 'Blade', saws: 'Saw' }[of], all: found.value.unclear[of] }))
    .filter((a) => a.all.length),
)
const heading = computed(() => {
  const n = fresh.value.length
  const twice = read.value.rows.length - n
  const parts = [`${countWords(n, 'cut')} of ${countWords(props.rows.length, 'line')} can be taken`]
  if (twice) parts.push(`${twice} ${twice === 1 ? 'is' : 'are'} in the log already`)
  if (read.value.stays.length) parts.push(`${read.value.stays.length} ${read.value.stays.length === 1 ? 'stays' : 'stay'}`)
  return parts.join(', ')
})
async function take() {
  const kept = await shop.keepLogs(fresh.value)
  if (!kept) return
  useTrouble().say([`${countWords(kept, 'cut')} taken from ${props.file}.`, ...read.value.stays.slice(0, 6)].join('\n'), 'done')
  dialog.value?.close()
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="own-head" @close="emit('close')">
    <h2 id="own-head">{{ heading }}</h2>
    <p class="soft">
      {{ file }}. A cut needs its date, stock, thickness, blade and minutes; what else a line leaves out is not learned from.
    </p>
    <div class="cols">
      <label v-for="(h, i) in headings" :key="i">
        <span
          ><b>{{ h || `Column ${i + 1}` }}</b> <span class="soft">{{ sample(i) }}</span></span
        >
        <select class="plain-input" :value="sense.fields[i]" @change="setField(i, ($event.target as HTMLSelectElement).value)">
          <option value="">left out</option>
          <option v-for="(f, key) in logFields" :key="key" :value="key">{{ f.name }}</option>
        </select>
      </label>
    </div>
    <p v-if="found.unclear.dates || found.unclear.unit || !hasSaw" class="asks">
      <label v-if="found.unclear.dates"
        >Dates are
        <select
          class="plain-input"
          :value="sense.dayFirst ? 'day' : 'month'"
          @change="said.dayFirst = ($event.target as HTMLSelectElement).value === 'day'"
        >
          <option value="day">day, month, year</option>
          <option value="month">month, day, year</option>
        </select></label
      >
      <label v-if="found.unclear.unit"
        >Lengths without a unit are
        <select class="plain-input" :value="sense.unit" @change="said.unit = ($event.target as HTMLSelectElement).value as 'mm' | 'in'">
          <option value="mm">millimeters</option>
          <option value="in">inches</option>
        </select></label
      >
      <label v-if="!hasSaw"
        >All sawn on
        <select v-model="sawId" class="plain-input">
          <option v-for="s in choices.saws" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select></label
      >
    </p>
    <div v-for="a in asked" :key="a.of">
      <h3>{{ a.word }} to be told</h3>
      <label v-for="n in a.all" :key="n" class="name">
        <span>“{{ n }}” is</span>
        <select class="plain-input" :value="names[a.of][n] ?? ''" @change="names[a.of][n] = ($event.target as HTMLSelectElement).value">
          <option value="">not here: its lines stay</option>
          <option v-for="c in choices[a.of]" :key="c.id" :value="c.id">{{ c.name }}</option>
        </select>
      </label>
    </div>
    <table v-if="fresh.length">
      <caption class="soft">
        The first of them, as they will stand in the log
      </caption>
      <tbody>
        <tr v-for="e in fresh.slice(0, 3)" :key="e.id">
          <td class="nowrap">{{ dayWords(e.at) }}</td>
          <td>{{ e.title }}</td>
          <td>{{ e.job.stock.material.name }}, {{ stockWords(e.job.stock, settings.say) }}</td>
          <td>{{ bladeWords(e.blade, settings.say) }}</td>
          <td class="mono">{{ Math.round(e.minutes) }} min</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="read.stays.length" class="stays">
      <li v-for="s in read.stays.slice(0, 8)" :key="s">{{ s }}</li>
      <li v-if="read.stays.length > 8" class="soft">and {{ read.stays.length - 8 }} more</li>
    </ul>
    <p class="acts">
      <button class="act plain" @click="dialog?.close()">Cancel</button
      ><button class="act main" :disabled="!fresh.length" @click="take">Take {{ countWords(fresh.length, 'cut') }}</button>
    </p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(720px, calc(100vw - 32px));
}
.cols {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
  gap: 6px 20px;
  margin: 12px 0;
}
.cols label,
.name {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 190px;
  align-items: center;
  gap: 8px;
  border-bottom: 1px solid var(--faint);
  padding: 3px 0;
}
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
}
.name {
  grid-template-columns: minmax(0, 1fr) minmax(0, 340px);
}
h3 {
  margin: 12px 0 2px;
}
table {
  margin-top: 12px;
  border-collapse: collapse;
  width: 100%;
}
caption {
  text-align: left;
}
td {
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--faint);
}
.stays {
  margin-top: 12px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 14px;
}
</style>
