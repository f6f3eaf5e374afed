<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { bladeWords, capital, chanceState, chanceWords, countWords, minutesWords } from '@green-pitch/core'
import { dayIn, dayName } from '../../data/days'
import { plainOrder, useWeek } from '../../store/week'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import WeekStrips from '../../draw/WeekStrips.vue'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'

const PiecePart = defineAsyncComponent(() => import('./PiecePart.vue'))
const EveningsPart = defineAsyncComponent(() => import('./EveningsPart.vue'))
const Quote = defineAsyncComponent(() => import('./Quote.vue'))

/** What is sawn when: evenings, days, chances, stacks, quotes. */
const store = useWeek()
const settings = useSettings()
const shop = useShop()
store.wonder(undefined)
const selected = ref<string>()
const quoting = ref<string[]>()
const arranging = ref(false)

const week = computed(() => store.week)
const names = computed(() => Object.fromEntries(store.rows.map((r) => [r.id, r.name])))
const blades = computed(() =>
  Object.fromEntries(
    Object.entries(store.found?.stacks ?? {}).map(([id, looks]) => {
      const stack = week.value?.stacks[id]
      const look = looks.find((l) => l.sheets === stack) ?? looks[0]
      const blade = look && shop.catalogue.find((b) => b.id === look.blade)
      return [id, blade ? `${bladeWords(blade, settings.say)}${look.sheets > 1 ? `, ${look.runs.join(' + ')} high` : ''}` : '']
    }),
  ),
)
const day = (at: number) => dayName(at, store.today)
const lateOf = (id: string) => week.value?.late.find((l) => l.piece === id)
const pieces = computed(() => {
  const order = [...new Set(week.value?.order.map((t) => t.piece) ?? [])]
  return store.promised
    .map((r) => ({ r, chance: week.value?.chance[r.id], late: lateOf(r.id), before: store.tried && store.found?.week.chance[r.id] }))
    .sort((a, b) => order.indexOf(a.r.id) - order.indexOf(b.r.id))
})
const dated = computed(() => pieces.value.filter((p) => p.chance !== undefined))
const heading = computed(() => {
  if (!store.promised.length) return 'Nothing is promised yet'
  if (!week.value) return 'Planning the week'
  const late = dated.value.filter((p) => p.chance! < 0.8)
  if (!dated.value.length) return `${capital(countWords(store.promised.length, 'piece'))}, none with a day`
  const [first] = late
  if (!first)
    return dated.value.length === 1
      ? `${dated.value[0]!.r.name} will be ready in time`
      : `All ${countWords(dated.value.length, 'piece')} will be ready in time`
  const when = first.late?.p80 === undefined ? 'not within these evenings' : `rather ${day(first.late.p80)}`
  return `${dated.value.length - late.length} of ${countWords(dated.value.length, 'piece')} will be ready in time; ${first.r.name} ${when}`
})
const work = computed(() => Object.values(store.found?.minutes ?? {}).reduce((a, b) => a + b, 0))
const about = computed(() => {
  const w = week.value
  if (!w || !store.promised.length) return ''
  const used = new Set(w.sequence.map((b) => b.evening)).size
  const all = dated.value.length > 1 ? ` All of them in time: ${chanceWords(w.all)}.` : ''
  return `${capital(countWords(used, 'evening'))}, ${minutesWords(60 * work.value)} of work, ${countWords(w.setUps, 'change')} of set-up.${all}`
})
/** Chances that move by three points or more, while an order is tried. */
const moved = computed(() =>
  pieces.value.filter((p) => p.before !== undefined && p.chance !== undefined && Math.abs(p.chance - p.before) >= 0.03),
)
const dropped = computed(() => week.value?.drop.map((id) => names.value[id] ?? '') ?? [])
const promise = computed(() => {
  const { p80, p95 } = week.value?.promise ?? {}
  if (p80 === undefined) return 'not within the evenings you gave'
  return `${day(p80)} (8 in 10)${p95 === undefined ? '' : `, ${day(p95)} (19 in 20)`}`
})
const others = computed(() => store.rows.filter((r) => !r.order))
function keep() {
  store.keep()
  void store.plan()
}
</script>

<template>
  <div class="place week">
    <header>
      <div>
        <h1>{{ heading }}</h1>
        <p class="soft">{{ about }}</p>
      </div>
      <div class="acts">
        <button class="act" :aria-expanded="arranging" @click="arranging = !arranging">Evenings</button>
        <button class="act" :disabled="!store.promised.length" @click="quoting = selected ? [selected] : store.promised.map((r) => r.id)">
          Quote
        </button>
        <RouterLink class="act" to="/jobs">List of jobs</RouterLink>
      </div>
    </header>
    <p v-if="store.tried" class="tried" role="status">
      <Mark state="near" /><b>Your order.</b>
      {{
        moved.length
          ? moved.map((p) => `${p.r.name}: ${chanceWords(p.chance!)}, was ${chanceWords(p.before!)}`).join('; ')
          : 'No chance moves by more than a little.'
      }}
      <button class="act main" @click="keep">Keep it</button>
      <button class="act" @click="((store.tried = undefined), void 0)">Put it back</button>
    </p>
    <EveningsPart v-if="arranging" />
    <WeekStrips
      v-if="week && store.promised.length"
      :week="week"
      :evenings="store.evenings"
      :today="store.today"
      :names="names"
      :blades="blades"
      :selected="selected"
      @select="selected = selected === $event ? undefined : $event"
      @move="(piece, before) => store.move(piece, before)"
      @step="(piece, way) => store.step(piece, way)"
      @off="store.put({ off: [...store.said.off, $event] })"
    />
    <div class="columns">
      <section aria-labelledby="intime">
        <h2 id="intime">In time</h2>
        <ul class="rows">
          <li v-for="p in pieces" :key="p.r.id">
            <button class="name" :aria-expanded="selected === p.r.id" @click="selected = selected === p.r.id ? undefined : p.r.id">
              <Mark :state="p.chance === undefined ? 'within' : chanceState(p.chance)" />{{ p.r.name }}
              <span class="soft"
                >{{ p.r.order!.copies > 1 ? `${p.r.order!.copies} of it, ` : ''
                }}{{ p.r.order!.due ? `by ${dayIn(p.r.order!.due!, { weekday: 'short', day: 'numeric', month: 'short' })}` : 'no day'
                }}{{ p.late ? (p.late.p80 === undefined ? '; not within these evenings' : `; ${day(p.late.p80)} is 8 in 10`) : '' }}</span
              >
            </button>
            <b v-bind="figure('chance', p.chance, p.r.id)">{{ p.chance === undefined ? '' : chanceWords(p.chance) }}</b>
          </li>
        </ul>
        <PiecePart v-if="selected" :key="selected" :id="selected" @quote="quoting = [selected]" />
        <p v-if="store.found?.cannot.length" class="soft">
          <Mark state="beyond" />No blade does {{ store.found.cannot.map((id) => names[id]).join(', ') }}; the Bench says why.
        </p>
        <details v-if="others.length" class="others" :open="!store.promised.length">
          <summary>Put a job in the week</summary>
          <button v-for="r in others" :key="r.id" class="act" @click="store.promise(r.id, plainOrder)">{{ r.name }}</button>
        </details>
      </section>
      <section aria-labelledby="promise">
        <h2 id="promise">What may I promise</h2>
        <ul class="rows">
          <li>
            <span>Next order, an hour’s sawing</span><b>{{ promise }}</b>
          </li>
          <li v-if="dropped.length">
            <span>Left out: {{ dropped.join(', ') }}</span
            ><b>the others 8 in 10 or better</b>
          </li>
          <li v-for="d in store.said.off" :key="d">
            <span>{{ dayIn(d, { weekday: 'long', day: 'numeric', month: 'short' }) }} is called off</span>
            <button class="act plain" @click="store.put({ off: store.said.off.filter((x) => x !== d) })">Takes place</button>
          </li>
        </ul>
        <p class="acts">
          <button class="act" :disabled="!week" @click="keep">
            {{ store.said.keep ? 'Keep this order' : 'Keep this order from now on' }}
          </button>
          <button v-if="store.said.keep" class="act" @click="(store.put({ keep: undefined }), void store.plan())">
            Put all in order anew
          </button>
        </p>
        <p class="soft">
          Drag a piece, or press Alt and an arrow on it, to try an order. Times are estimates with their doubt: a chance of 8 in 10 comes
          eight times in ten.
        </p>
      </section>
    </div>
    <Quote v-if="quoting" :ids="quoting" :names="names" @close="quoting = undefined" />
  </div>
</template>

<style scoped>
.week {
  display: grid;
  gap: 14px;
  align-content: start;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 26px;
}
.columns section {
  margin: 0;
  border-top: 2px solid var(--ink);
  padding-top: 8px;
  min-width: 0;
}
.rows {
  list-style: none;
}
.rows li {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  border-bottom: 1px solid var(--faint);
  padding: 5px 0;
}
.rows b {
  text-align: right;
}
.name {
  text-align: left;
}
.tried {
  background: var(--near-bg);
  padding: 6px 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.others {
  margin-top: 10px;
}
.others .act {
  margin: 6px 6px 0 0;
}
.acts {
  margin: 10px 0;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
