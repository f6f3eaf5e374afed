<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import {
  bladeWords,
  drawnTurn,
  explain,
  feedWords,
  firstReasons,
  lengthWords,
  sizedByTeeth,
  roundWords,
  makeDoWords,
  schoolWords,
  shortWords,
  sizeWords,
  tpiWords,
  tradesWords,
  tradeWord,
  type Blade,
  type JobRule,
  type Ranked,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { withBlade } from '../../data/ticket'
import ToothStrip from '../../draw/ToothStrip.vue'
import Mark from '../../ui/Mark.vue'
import Why from '../../ui/Why.vue'

const emit = defineEmits<{ choose: [blade: Blade] }>()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const shop = useShop()
const SHOWN = 7
const more = ref(false)
/** The best few; a chosen one that is not among them stands above them. */
const rows = computed(() => {
  const top = answer.ranked.slice(0, more.value ? 20 : SHOWN)
  const chosen = answer.ranked.find((r) => r.blade.id === answer.blade.id)
  return chosen && !top.includes(chosen) ? [chosen, ...top] : top
})
/** The one in hand lies open, the others say one thing each until they are opened too. */
const open = ref(new Map<string, boolean>())
const opened = (r: Ranked) => open.value.get(r.blade.id) ?? r.blade.id === answer.blade.id
const toggle = (r: Ranked) => {
  open.value = new Map(open.value).set(r.blade.id, !opened(r))
}
const turns = (r: Ranked) => {
  const t = drawnTurn(answer.job, r)
  return t === undefined ? 'no turn' : t === 0 ? 'any way' : roundWords(t, settings.say)
}
const why = (r: Ranked, rule: JobRule) => () => explain(rule, answer.job, r, settings.say)
const words = (r: Ranked) =>
  r === answer.ranked[0]
    ? firstReasons(r, answer.job, settings.say, answer.ranked)
    : tradesWords(r, answer.ranked[0]!, settings.say, answer.job)
const drawer = (b: Blade) => {
  const n = shop.countOf(b.id)
  return n ? `${n} in drawer` : 'none in drawer'
}
const name = (b: Blade) =>
  b.plate
    ? [b.name, sizeWords(b)]
    : settings.value.naming === 'tpi' && !sizedByTeeth(b)
      ? [tpiWords(b), `${b.name.toLowerCase()}, ${sizeWords(b)}`]
      : [sizeWords(b), b.name]
/** What is not in its name: the teeth, or where those are the name the width, or a saw's plate. */
const aside = (b: Blade) => (b.plate ? b.plate.filing : sizedByTeeth(b) ? lengthWords(b.width, settings.say) : tpiWords(b))
const times = computed(() => (answer.ranked[0] && sizedByTeeth(answer.ranked[0].blade) ? 3 : 6))
/** The schools are asked when somebody wants to hear them. */
const asked = ref(false)
const schools = computed(() =>
  (asked.value ? answer.schools : []).map((p) => ({ p, ...schoolWords(p, answer.schools[0]!.pick, settings.say) })),
)
const first = computed(() => answer.ranked[0])
/** How one's own nearest would do: found once the answer stands, for it tries every own blade in several ways. */
const doable = shallowRef<typeof answer.doable>()
watch(first, () => {
  doable.value = undefined
})
watchDebounced(
  [first, () => shop.owned, () => jobs.ticket.blade],
  () => {
    // nobody looks further who has the blade in hand
    const mine = (r?: Ranked) => !!r && shop.owned.has(r.blade.id)
    const inHand = jobs.ticket.blade && answer.ranked.find((r) => r.blade.id === answer.blade.id)
    doable.value = first.value && shop.owned.size && !mine(first.value) && !mine(inHand) ? answer.doable : undefined
  },
  { debounce: 250, immediate: true },
)
function makeItDo() {
  const d = doable.value!
  jobs.edit((t) => withBlade({ ...t, job: { ...t.job, cut: d.job.cut } }, d.evaluation.blade), 'make do')
  if (d.job.stress !== undefined) jobs.editJob({ stress: d.job.stress }, 'make do')
}
</script>

<template>
  <div class="head">
    <h2>Suggested {{ answer.blade.plate ? 'saws' : 'blades' }}</h2>
    <label class="soft"
      ><input
        type="checkbox"
        :checked="settings.value.ownedFirst"
        @change="settings.change({ ownedFirst: ($event.target as HTMLInputElement).checked })"
      />
      mine first</label
    >
  </div>
  <p v-if="answer.short" class="short" role="status">
    <Mark state="near" />{{ shortWords(answer.short, settings.say) }}
    <button v-if="answer.short.instead && jobs.ticket.blade" class="act plain" @click="emit('choose', answer.short.instead.blade)">
      Take that
    </button>
    <RouterLink to="/drawer/order">Re-order</RouterLink>
  </p>
  <ul>
    <li v-for="r in rows" :key="r.blade.id" :class="{ on: r.blade.id === answer.blade.id }">
      <h3>
        <button class="pick" :aria-pressed="r.blade.id === answer.blade.id" @click="emit('choose', r.blade)">
          <b>{{ name(r.blade)[0] }}</b> {{ name(r.blade)[1] }}</button
        ><span class="soft mono">{{ aside(r.blade) }}</span>
        <button
          class="more"
          :aria-expanded="opened(r)"
          :aria-label="`${opened(r) ? 'Less' : 'More'} about ${bladeWords(r.blade, settings.say)}`"
          @click="toggle(r)"
        >
          {{ opened(r) ? '−' : '+' }}
        </button>
      </h3>
      <p v-if="!opened(r)" class="word">
        <span
          ><b v-if="r.tied && r !== first">Ties. </b
          >{{ r === first ? 'suggested first' : tradeWord(r, first!, settings.say, answer.job) }}</span
        ><span v-if="shop.countOf(r.blade.id)" class="soft">{{ drawer(r.blade) }}</span>
      </p>
      <template v-else>
        <ToothStrip :blade="r.blade" :times="times" />
        <p class="figures">
          <span v-if="answer.job.cut.radius !== undefined"
            >turns
            <Why :why="why(r, 'turn')" :label="`turns ${turns(r)}`"
              ><b class="mono">{{ turns(r) }}</b></Why
            ></span
          >
          <span
            >feed
            <Why :why="why(r, 'feed')" :label="`feed ${feedWords(r.feed.value, settings.say)}`"
              ><b class="mono">{{ feedWords(r.feed.value, settings.say) }}</b></Why
            ></span
          >
          <span
            >edge
            <Why :why="why(r, 'edge')" :label="`edge ${r.edge.grade}`"
              ><b class="mono">{{ r.edge.grade }}</b></Why
            ></span
          >
        </p>
        <p>
          <b v-if="r === answer.ranked[0]">Suggested first.</b><b v-else-if="r.tied">Ties with the first.</b> {{ words(r) }}
          <span class="soft">{{ drawer(r.blade) }}</span>
        </p>
      </template>
    </li>
  </ul>
  <p class="foot">
    <button class="act plain" @click="more = !more">
      {{ more ? 'Fewer' : `All ${Math.min(20, answer.ranked.length)} best of ${answer.ranked.length}` }}
    </button>
    <span class="soft">teeth enlarged {{ times }} times</span>
  </p>
  <section v-if="doable" class="do">
    <h3>{{ doable.changes.length ? 'Make the nearest in my drawer do' : 'The best in my drawer' }}</h3>
    <p>
      <b>{{ bladeWords(doable.evaluation.blade, settings.say) }}.</b>
      {{ makeDoWords(doable, first, settings.say) }}
    </p>
    <button class="act" @click="makeItDo">{{ doable.changes.length ? 'Make it do' : 'Take it' }}</button>
  </section>
  <details class="schools" @toggle="asked = ($event.target as HTMLDetailsElement).open">
    <summary>What each school would pick</summary>
    <dl>
      <template v-for="s in schools" :key="s.p.school">
        <dt>
          <button class="pick" @click="emit('choose', s.p.pick.blade)">
            <b>{{ s.name }}</b>: {{ bladeWords(s.p.pick.blade, settings.say) }}
          </button>
        </dt>
        <dd class="soft">{{ s.because }}. {{ s.p.school === 'balance' ? '' : s.parts }}</dd>
      </template>
    </dl>
    <p class="soft">Settings can make one of them yours.</p>
  </details>
</template>

<style scoped>
.short {
  padding: 2px 0 8px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 8px;
}
li {
  padding: 9px 0 9px 10px;
  margin-left: -10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}
li.on {
  border-left-color: var(--ink);
}
li.on h3 .pick b {
  font-size: 1.35rem;
}
h3 {
  display: flex;
  align-items: baseline;
  font-weight: 400;
  gap: 8px;
}
h3 .pick {
  flex: 1;
}
.more {
  width: 24px;
  height: 24px;
  text-align: center;
  align-self: center;
  color: var(--soft);
}
.word {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  padding-right: 8px;
}
.word .soft {
  white-space: nowrap;
}
.pick:hover {
  text-decoration: underline;
}
h3 .pick {
  font-weight: 600;
}
h3 .pick b {
  font-size: 1.12rem;
  font-weight: 700;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px;
  margin: 5px 0 2px;
}
.figures span {
  white-space: nowrap;
}
.figures .mono {
  font-size: 0.875rem;
}
.foot {
  margin-top: 6px;
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.do,
.schools {
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.do p {
  margin: 4px 0 8px;
}
summary {
  cursor: pointer;
  font-weight: 600;
}
.schools dt {
  margin-top: 8px;
}
.schools dl {
  margin-bottom: 8px;
}
</style>
