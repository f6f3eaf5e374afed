<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { proxy } from 'comlink'
import {
  bladeWords,
  capital,
  clampTrouble,
  countWords,
  familyNames,
  groupName,
  kitHeading,
  kitSchoolNames,
  listWords,
  numberWords,
  perYearWords,
  sizedByTeeth,
  stockWords,
  tpiWords,
  type Blade,
  type Family,
  type SchoolKit,
} from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { bare, kitWorker, useYear } from '../../store/year'
import { useAsked } from '../../store/asked'
import type { KitAnswer, KitWork } from '../../work/kitWork'
import ToothStrip from '../../draw/ToothStrip.vue'
import { figure } from '../../ui/figure'
import Count from '../../ui/Count.vue'
import KitCurve from './KitCurve.vue'
import Makes from '../../ui/Makes.vue'

/** Which few kinds of blade do the most of a year’s work, and what one more would be worth. */
const year = useYear()
const shop = useShop()
const settings = useSettings()
year.attend()
const say = computed(() => settings.say)
const family = ref<Family>()
const group = ref('')
const size = ref(3)
const keep = ref<string[]>([])
const kits = shallowRef<KitAnswer>()
const schools = shallowRef<SchoolKit[]>()
const { ask, busy, share, end } = useAsked<KitWork>(kitWorker)
const beside = useAsked<KitWork>(kitWorker)

const on = computed(() => (family.value && year.families.includes(family.value) ? family.value : year.families[0]))
const work = computed(() => (on.value ? year.workOn(on.value) : []))
/** Blades the saws of this work hold; a hand saw is no blade to keep a few of, but its work is sawn with some. */
const blades = computed(() => shop.catalogue.filter((b) => work.value.some((w) => !clampTrouble(w.job.saw, b))))
const groups = computed(() => [...new Set(blades.value.map((b) => b.group))])
const MINE = 'mine'
const among = computed(() =>
  blades.value.filter(
    (b) => !group.value || keep.value.includes(b.id) || (group.value === MINE ? shop.owned.has(b.id) : b.group === group.value),
  ),
)
watch(on, () => {
  group.value = ''
  keep.value = []
})
watch(
  [work, among, keep, () => year.beliefs],
  async () => {
    if (!work.value.length) return (kits.value = undefined)
    const kept = keep.value.filter((id) => among.value.some((b) => b.id === id))
    const found = await ask((w) =>
      w.kit(
        work.value,
        bare(among.value),
        [...kept],
        year.beliefs,
        proxy((done: number) => void (share.value = done)),
      ),
    )
    if (found) kits.value = found
  },
  { immediate: true },
)
/** Sizes of kit in which every blade does something: one more that only fills up is no kit of its own. */
const useful = computed(() =>
  kits.value?.filter((k, i, all) => i === 0 || k.covered - all[i - 1]!.covered > 1 || all[i - 1]!.loss - k.loss >= 1),
)
const now = computed(() => useful.value?.findLast((k) => k.size <= size.value) ?? useful.value?.[0])
const next = computed(() => kits.value?.find((k) => k.size === (now.value?.size ?? 0) + 1))
watch([now, among], async () => {
  schools.value = undefined
  if (!now.value || group.value) return
  const found = await beside.ask((w) => w.schools(work.value, bare(blades.value), now.value!.size, [...shop.owned], year.beliefs))
  if (found) schools.value = found
})
const did = computed(() => now.value?.served.filter((s) => s.blade).length ?? 0)
const total = computed(() => work.value.reduce((t, w) => t + w.minutes, 0))
const rows = computed(() => work.value.map((w, i) => ({ w, served: now.value?.served[i] })))
const jobsOf = (b: Blade) => rows.value.filter((r) => r.served?.blade?.id === b.id).length
const pin = (b: Blade) => (keep.value = keep.value.includes(b.id) ? keep.value.filter((id) => id !== b.id) : [...keep.value, b.id])
const missing = computed(() => now.value?.kit.filter((b) => shop.countOf(b.id) === 0) ?? [])
/** The kit is settled on: what is not there of it is ordered. */
const settled = computed(() => {
  const kept = year.supply.kit ?? []
  return kept.length === now.value?.kit.length && now.value.kit.every((b) => kept.includes(b.id))
})
const settle = () => year.put({ kit: now.value!.kit.map((b) => b.id) })
const often = (id: string, v: number | undefined) => year.put({ yearly: { ...year.supply.yearly, [id]: v ?? 0 } })
const name = (b: Blade) => bladeWords(b, say.value)
</script>

<template>
  <div>
    <header>
      <h1 v-if="now && work.length" aria-live="polite">{{ kitHeading(now.size, did, work.length, now, next) }}</h1>
      <h1 v-else-if="busy || !year.year">Weighing blades against your work …</h1>
      <h1 v-else>Say what you make, and a few kinds of blade are chosen</h1>
      <div v-if="busy" class="acts">
        <progress :value="share" max="1" aria-label="Kits weighed"></progress><button class="act plain" @click="end">Stop</button>
      </div>
    </header>
    <Makes v-if="year.year && !year.year.years" />
    <template v-if="work.length">
      <div class="choose">
        <div class="chips" role="group" aria-label="Work on">
          <button v-for="f in year.families" :key="f" class="act" :class="{ main: f === on }" :aria-pressed="f === on" @click="family = f">
            {{ familyNames[f] }}
          </button>
        </div>
        <label
          >Of
          <select v-model="group" class="plain-input" aria-label="Of which pattern">
            <option value="">any pattern</option>
            <option v-if="blades.some((b) => shop.owned.has(b.id))" :value="MINE">what I have</option>
            <option v-for="g in groups" :key="g" :value="g">{{ groupName(g).toLowerCase() }}</option>
          </select></label
        >
      </div>
      <div v-if="now" class="two">
        <section aria-labelledby="kit-head">
          <h2 id="kit-head" class="sr">The kit</h2>
          <ul class="kit">
            <li v-for="b in now.kit" :key="b.id">
              <span
                ><b>{{ name(b) }}</b
                ><span v-if="!sizedByTeeth(b)" class="soft">, {{ tpiWords(b) }}</span
                ><br /><span class="soft" v-bind="figure('left', shop.countOf(b.id), b.id)"
                  >{{ countWords(jobsOf(b), 'job') }};
                  {{ shop.countOf(b.id) ? `${shop.countOf(b.id)} in the drawer` : 'not in the drawer' }}</span
                ></span
              >
              <ToothStrip :blade="b" :times="4" :width="110" />
              <button class="act plain" :aria-pressed="keep.includes(b.id)" :aria-label="`Keep ${name(b)}`" @click="pin(b)">
                {{ keep.includes(b.id) ? 'Kept' : 'Keep' }}
              </button>
            </li>
          </ul>
          <KitCurve v-if="kits" :kits="kits" :total="total" :size="now.size" @pick="(n) => (size = n)" />
          <p v-if="missing.length" class="soft buy">
            To buy for it: {{ listWords(missing.map(name)) }}.
            <RouterLink v-if="settled" to="/drawer/order">See the order</RouterLink>
            <button v-else class="act plain" @click="settle">
              Keep these {{ now.size > 1 ? numberWords(now.size) : '' }}, and order them
            </button>
          </p>
        </section>
        <section aria-labelledby="work-head">
          <h2 id="work-head">
            {{ capital(perYearWords(total)) }} of work{{
              year.year?.typical
                ? ', as is typical'
                : year.year?.years
                  ? `, as your log of ${Math.max(3, Math.round(12 * year.year.years))} months tells it`
                  : ''
            }}
          </h2>
          <div class="scroll">
            <table class="plain cards">
              <thead>
                <tr>
                  <th scope="col">Work</th>
                  <th scope="col">Takes</th>
                  <th scope="col">Sawn with</th>
                  <th scope="col">Loses</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="{ w, served } in rows" :key="w.title + w.jobId">
                  <th scope="row">
                    <b>{{ w.title }}</b><br /><span class="soft">{{ w.job.stock.material.name }}, {{ stockWords(w.job.stock, say) }}</span>
                  </th>
                  <td data-title="Takes" class="nowrap">
                    <Count
                      v-if="w.from === 'plan' && w.jobId"
                      class="often"
                      quiet
                      :label="`${w.title}, times a year`"
                      :model-value="year.supply.yearly[w.jobId] ?? 1"
                      :min="0"
                      :max="10000"
                      @update:model-value="(v) => often(w.jobId, v)"
                    />
                    <span v-if="w.from === 'plan' && w.jobId" class="soft">&nbsp;times, </span>{{ perYearWords(w.minutes) }}
                  </td>
                  <td data-title="Sawn with">{{ served?.blade ? name(served.blade) : 'none of these does it well' }}</td>
                  <td data-title="Loses" class="nowrap">{{ !served?.blade || served.loses < 1 ? '' : perYearWords(served.loses) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </div>
      <section v-if="schools && now" class="schools">
        <h2>Other ways to keep {{ now.size }}</h2>
        <div class="scroll">
          <table class="plain">
            <thead>
              <tr>
                <th scope="col">Way</th>
                <th scope="col">Blades</th>
                <th scope="col">Work done well</th>
                <th scope="col">Loses</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="s in schools" :key="s.school">
                <td>{{ kitSchoolNames[s.school] }}</td>
                <td>{{ s.kit.length ? listWords(s.kit.map(name)) : 'none is made for this' }}</td>
                <td class="nowrap">{{ Math.round((100 * s.covered) / total) }} %</td>
                <td class="nowrap">{{ perYearWords(s.loss) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <p class="soft note">
        Done well: with no blade more than about two sizes off the one you would take. Lost: minutes a year against each job’s best of all,
        sawing to clean-up.
      </p>
    </template>
  </div>
</template>

<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  margin-bottom: 14px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 430px) minmax(0, 1fr);
  gap: 36px;
}
.two > section {
  margin: 0;
  padding: 0;
  border: 0;
}
.kit li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 118px 62px;
  gap: 8px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--faint);
}
.kit button[aria-pressed='true'] {
  font-weight: 700;
}
.often {
  display: inline-grid;
  width: 128px;
  vertical-align: middle;
}
.schools {
  margin-top: 22px;
}
.note {
  margin-top: 12px;
  max-width: 90ch;
}
progress {
  width: 140px;
  accent-color: var(--ink);
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
