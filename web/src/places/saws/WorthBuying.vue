<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import {
  bladeOrSawWords,
  costPerHour,
  countWords,
  familyOf,
  listWords,
  perYearWords,
  purchaseWords,
  saws as known,
  worthBuying,
  worthHeading,
  type Widened,
} from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useAsked } from '../../store/asked'
import { bare, kitWorker, useYear } from '../../store/year'
import type { KitWork, WorkRow } from '../../work/kitWork'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Makes from '../../ui/Makes.vue'

/** Everything one could buy or change, by the work it opens and the minutes it saves. */
const year = useYear()
const shop = useShop()
const settings = useSettings()
year.attend()
const say = computed(() => settings.say)
const found = shallowRef<Widened<WorkRow>[]>()
const all = ref(false)
const { ask, busy, end } = useAsked<KitWork>(kitWorker)
watch(
  [() => year.year, () => shop.offered, () => year.owned, () => year.supply.finest, () => year.beliefs],
  async () => {
    const work = year.year?.work
    if (!work) return
    const given = {
      saws: bare(shop.offered),
      known: bare(known),
      owned: bare(year.owned),
      catalogue: bare(shop.catalogue),
      finest: year.supply.finest,
    }
    const rows = await ask((w) => w.worth(work, given, year.beliefs))
    if (rows) found.value = rows
  },
  { immediate: true },
)
const sawName = (id: string) => shop.saws.find((s) => s.id === id)?.short.toLowerCase() ?? 'this saw'
/** Of saws alike the one that does most; the others of its family would do about the same. */
const firstOfFamily = (f: Widened<WorkRow>, i: number, of: Widened<WorkRow>[]) =>
  f.change.kind !== 'saw' || of.findIndex((g) => g.change.kind === 'saw' && familyOf(g.change.saw!) === familyOf(f.change.saw!)) === i
const worth = computed(() => found.value?.filter(worthBuying).filter(firstOfFamily) ?? [])
const rest = computed(() => found.value?.filter((f) => !worthBuying(f)) ?? [])
const SHOWN = 8
const shown = computed(() => (all.value ? worth.value : worth.value.slice(0, SHOWN)))
const price = (f: Widened<WorkRow>) => year.supply.prices[f.change.id]
const perHour = (f: Widened<WorkRow>) => costPerHour(f.saves, price(f))
function pay(f: Widened<WorkRow>, to: number | undefined) {
  const prices = { ...year.supply.prices }
  if (to === undefined) Reflect.deleteProperty(prices, f.change.id)
  else prices[f.change.id] = to
  year.put({ prices })
}
/** What an hour of one’s own is said to be worth, against what an hour saved costs in the first year. */
const pays = (f: Widened<WorkRow>) => {
  const [cost, { hour }] = [perHour(f), settings.value.rates]
  if (cost === undefined) return ''
  if (!hour) return ''
  return cost <= hour ? 'pays within a year' : `pays in ${Math.ceil((cost / hour) * 12)} months`
}
const opened = (f: Widened<WorkRow>) =>
  f.opens.length ? listWords(f.opens.slice(0, 3).map((w) => w.title)) + (f.opens.length > 3 ? ' …' : '') : ''
const heading = computed(() => {
  if (!found.value) return 'Weighing what could be bought against your work …'
  if (!year.year?.work.length) return 'Log cuts, plan jobs, or say what you make: then this tells what is worth buying'
  return worthHeading(found.value, say.value, sawName)
})
const between = computed(() => found.value && bladeOrSawWords(found.value, say.value))
</script>

<template>
  <div>
    <header>
      <h1 aria-live="polite">{{ heading }}</h1>
      <div v-if="busy" class="acts"><button class="act plain" @click="end">Stop</button></div>
    </header>
    <Makes v-if="year.year && !year.year.years" />
    <p v-if="between" class="between">{{ between }}</p>
    <div v-if="shown.length" class="scroll">
      <table class="plain cards">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Opens</th>
            <th scope="col">Saves</th>
            <th scope="col">Price</th>
            <th scope="col">An hour saved costs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in shown" :key="f.change.id">
            <th scope="row">
              <b>{{ purchaseWords(f.change, say, sawName) }}</b><span v-if="f.change.kind === 'saw' && f.change.blades?.length" class="soft"
                >, with {{ countWords(f.change.blades.length, 'kind') }} of blade for it</span
              >
            </th>
            <td data-title="Opens">
              <template v-if="f.opens.length"
                >{{ countWords(f.opens.length, 'job') }}, {{ perYearWords(f.opened) }}<br /><span class="soft">{{
                  opened(f)
                }}</span></template
              >
            </td>
            <td data-title="Saves" class="nowrap">{{ f.saves >= 1 ? perYearWords(f.saves) : '' }}</td>
            <td data-title="Price">
              <Count
                class="price"
                quiet
                :label="`Price of ${purchaseWords(f.change, say, sawName)}`"
                :model-value="price(f)"
                :min="0"
                :max="100000"
                none="not said"
                @update:model-value="(v) => pay(f, v)"
              />
            </td>
            <td data-title="An hour saved costs" class="mono nowrap">
              {{ perHour(f)?.toFixed(2) ?? '' }} <span class="soft words">{{ pays(f) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="more">
      <button v-if="worth.length > SHOWN" class="act plain" @click="all = !all">
        {{ all ? 'Fewer' : `All ${worth.length}` }}
      </button>
      <span v-if="found && rest.length" class="soft"
        >{{ countWords(rest.length, 'other thing') }} looked at would open nothing and save less than an hour a year.</span
      >
    </p>
    <div class="fields">
      <LengthInput
        label="My finest drill"
        none="any"
        :model-value="year.supply.finest"
        @update:model-value="(finest) => year.put({ finest: finest || undefined })"
      />
    </div>
    <p class="soft note">
      From the work of your year, with what is in the drawer and the saws that stand here. A saving counts only where the edge is about as
      good. A throat is held against half the diagonal of the board.
    </p>
  </div>
</template>

<style scoped>
.between {
  margin-bottom: 12px;
}
.price {
  width: 160px;
}
.words {
  font-family: var(--text);
}
.more {
  margin: 8px 0 12px;
}
.fields {
  width: 150px;
}
.note {
  margin-top: 14px;
  max-width: 90ch;
}
</style>
