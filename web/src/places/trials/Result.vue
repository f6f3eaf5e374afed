<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { wrap } from 'comlink'
import {
  bladeWords,
  criteria,
  criterionNames,
  decimal,
  figuresOf,
  lengthWords,
  listWords,
  ordersOf,
  pieceOf,
  roundWords,
  sizedByTeeth,
  toothKind,
  undersides,
  undersideWords,
  unfairness,
  unfairWords,
  type Blade,
  type Trial,
  type TrialCriterion,
} from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import type { TrialResult, TrialWork } from '../../work/trialWork'
import Mark from '../../ui/Mark.vue'
import Ranking from './Ranking.vue'
import { armName } from './words'

/** What the trial found once the names are told: who leads, how surely, by what, and what would change it. */
const props = defineProps<{ trial: TrialRecord }>()
const emit = defineEmits<{ go: [] }>()
const settings = useSettings()
const shop = useShop()
const jobs = useJob()
const trouble = useTrouble()
const router = useRouter()

const name = (id: string) => armName(props.trial, id, settings.say)
const weights = ref<Partial<Record<TrialCriterion, number>>>({})
const judged = computed(() => criteria.filter((c) => ordersOf(props.trial).some((o) => o.criterion === c && o.order.flat().length > 1)))
const result = shallowRef<TrialResult>()
const thread = new Worker(new URL('../../work/trial.worker.ts', import.meta.url), { type: 'module' })
onBeforeUnmount(() => thread.terminate())
const work = wrap<TrialWork>(thread)
let newest = 0
watch(
  [() => props.trial, weights],
  async () => {
    if (props.trial.revealed === undefined) return
    const mine = ++newest
    try {
      const found = await work.rank(JSON.parse(JSON.stringify(props.trial)) as Trial, { ...weights.value })
      if (mine === newest) result.value = found
    } catch (error) {
      trouble.report(error)
    }
  },
  { immediate: true, deep: true },
)
const all = computed(() => result.value?.all)
const front = computed(() => all.value?.blades.filter((b) => b.group === 0) ?? [])
const share = (p: number) => `${Math.round(100 * p)} %`
const AHEAD = 0.6 // chance of being best from which it is worth saying
const heading = computed(() => {
  const [first, ...rest] = front.value
  if (!first) return 'Ranking…'
  if (!rest.length) return `${name(first.id)} is first, best of all with ${share(first.best)}`
  if (rest.length + 1 === all.value!.blades.length)
    return `They cannot be told apart${first.best > AHEAD ? `; ${name(first.id)} is ahead, ${share(first.best)} sure to be the best` : ''}`
  return `${listWords(front.value.map((b) => name(b.id)))} lead, and cannot be told apart`
})
const decides = computed(() => {
  const r = all.value
  if (!r?.undecided) return ''
  return r.repeatsMore
    ? `At this pace about ${r.repeatsMore} boards of each stock would decide it.`
    : 'No number of boards one would saw is likely to part them: choose by price, or by what lies in the drawer.'
})
const lasting = computed(() =>
  (all.value?.flips ?? [])
    .filter((f) => f.weight <= FAR)
    .map(
      (f) =>
        `${name(f.id)} would come first if ${criterionNames[f.criterion]} counted ${decimal(Math.ceil(10 * f.weight) / 10, 1)} times as much.`,
    ),
)
const FAR = 6 // times as much: beyond it nobody weighs so
const length = computed(() => pieceOf(props.trial).length)
const figures = computed(() => new Map(figuresOf(props.trial).map((f) => [f.id, f])))
const pace = (seconds: number) => lengthWords(Math.round((60 * length.value) / seconds), settings.say)
const under = (id: string) =>
  undersides
    .flatMap((u) => {
      const n = figures.value.get(id)?.under[u]
      return n ? `${n} ${undersideWords[u].split(',')[0]}` : []
    })
    .join(', ')
const unfair = computed(() => {
  const { arms, jobs: stocks, misread, oneBoard } = props.trial
  const own = arms.map((a) => ({ ...a.blade, id: a.id }))
  const known = new Set(arms.map((a) => toothKind(a.blade)))
  return unfairness(
    own,
    stocks.map((j) => j.stock.material),
    { known, misread, oneBoard },
  ).map((u) => unfairWords(u, name))
})
const ways = computed(() => props.trial.arms.some((a) => a.up ?? a.grain))
/** Owned, of the saw and about this size, and not in the trial. */
const untried = computed(() => {
  if (ways.value) return []
  const { arms, jobs: stocks } = props.trial
  const size = arms.map((a) => a.blade.width)
  const alike = (b: Blade) => sizedByTeeth(b) || (b.width <= 1.15 * Math.max(...size) && b.width >= Math.min(...size) / 1.15)
  return shop.catalogue.filter(
    (b) =>
      shop.owned.has(b.id) &&
      stocks[0]!.saw.ends.includes(b.end) &&
      stocks.every((j) => b.cuts.includes(j.stock.material.cuts)) &&
      alike(b) &&
      !arms.some((a) => a.id === b.id),
  )
})
async function take() {
  const arm = props.trial.arms.find((a) => a.id === front.value[0]?.id)
  if (!arm) return
  jobs.edit((t) => ({ ...t, blade: shop.catalogue.find((b) => b.id === arm.blade.id) ?? arm.blade }), 'blade')
  await router.push('/')
}
</script>

<template>
  <div v-if="trial.revealed === undefined">
    <h2>The names are not told yet</h2>
    <p>Put the pieces in order first: what is known of a blade sways the eye.</p>
    <p class="acts"><button class="act main" @click="emit('go')">Put them in order</button></p>
  </div>
  <div v-else>
    <h2 class="answer">{{ heading }}</h2>
    <p v-if="decides" class="lead">{{ decides }}</p>
    <Ranking v-if="result" :trial="trial" :result="result" />
    <section v-if="all" class="two">
      <div>
        <h2>At the saw and at the bench</h2>
        <table class="plain">
          <thead>
            <tr>
              <th scope="col">{{ ways ? 'Way' : 'Blade' }}</th>
              <th scope="col">Pace</th>
              <th scope="col">Clean-up</th>
              <th scope="col">Off the line</th>
              <th scope="col">Underside</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in all.blades" :key="b.id">
              <td>{{ name(b.id) }}</td>
              <td class="nowrap">{{ figures.get(b.id)!.seconds ? `${pace(figures.get(b.id)!.seconds!)} a minute` : '–' }}</td>
              <td class="nowrap">
                {{ figures.get(b.id)!.cleanUp === undefined ? '–' : `${decimal(figures.get(b.id)!.cleanUp!, 1)} min` }}
              </td>
              <td class="nowrap">
                {{ figures.get(b.id)!.stray === undefined ? '–' : roundWords(figures.get(b.id)!.stray!, settings.say) }}
              </td>
              <td>{{ under(b.id) || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h2>What would change it</h2>
        <ul class="lines">
          <li v-for="l in lasting" :key="l">{{ l }}</li>
          <li v-if="!lasting.length">No single thing, however much it counted, would bring another to the front.</li>
        </ul>
        <details>
          <summary>What counts how much</summary>
          <div class="weights">
            <label v-for="c in judged" :key="c"
              >{{ criterionNames[c] }}
              <select
                class="plain-input"
                :value="String(weights[c] ?? 1)"
                @change="weights = { ...weights, [c]: Number(($event.target as HTMLSelectElement).value) }"
              >
                <option value="0">not</option>
                <option value="1">once</option>
                <option value="2">twice</option>
                <option value="4">four times</option>
              </select></label
            >
          </div>
        </details>
      </div>
    </section>
    <section>
      <ul v-if="unfair.length" class="lines" aria-label="Was it fair">
        <li v-for="u in unfair" :key="u"><Mark state="near" />{{ u }}</li>
      </ul>
      <p v-if="ways">Two ways with one blade: it says nothing of other blades, so the Bench does not count it.</p>
      <p v-else>
        The Bench counts it from now on, among your own cuts. Saw your next jobs with the leaders and log them: one trial is one day.
      </p>
      <p v-if="untried.length">
        Not tried yet, and in your drawer: {{ listWords(untried.slice(0, 4).map((b) => bladeWords(b, settings.say))) }}.
      </p>
      <p v-if="!ways && front.length" class="acts">
        <button class="act main" @click="take">Take {{ name(front[0]!.id) }} to the Bench</button>
      </p>
    </section>
  </div>
</template>

<style scoped>
.answer {
  font-size: 1.25rem;
  font-weight: 700;
}
.lead {
  margin-top: 4px;
}
.two {
  margin-top: 20px;
  padding-top: 14px;
  border-top: 1px solid var(--rule);
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(260px, 1fr);
  gap: 16px 40px;
}
.lines {
  display: grid;
  gap: 4px;
  margin: 6px 0 8px;
}
.weights {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 8px 16px;
  margin-top: 8px;
}
.weights label {
  display: grid;
  gap: 2px;
}
summary {
  cursor: pointer;
  min-height: 32px;
}
section p + p {
  margin-top: 6px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
