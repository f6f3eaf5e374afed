<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useWakeLock } from '@vueuse/core'
import {
  lifeIn,
  bladeWords,
  lengthWords,
  minutesWords,
  mountingWords,
  pitchFromStress,
  isPowered,
  isStrung,
  plainNote,
  ringName,
  sizeWords,
  transferWords,
  watchWords,
  wayRoundWords,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { onKey } from '../../ui/keys'
import Mark from '../../ui/Mark.vue'
import Rich from '../../ui/Rich.vue'
import RingView from './RingView.vue'

const HandOver = defineAsyncComponent(() => import('./HandOver.vue'))
const EndRun = defineAsyncComponent(() => import('./EndRun.vue'))
const props = defineProps<{ code?: string }>()
const handing = ref(props.code !== undefined)
function handed() {
  handing.value = false
  if (props.code !== undefined) void router.replace('/run')
}
const pattern = usePattern()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const shop = useShop()
const settings = useSettings()
const router = useRouter()
const say = computed(() => settings.say)
const found = computed(() => pattern.found)
const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say.value)

const state = computed(() => run.state)
const here = computed(() => {
  const id = run.order[state.value.at]
  return id === undefined ? undefined : found.value?.rings[id]
})
const next = computed(() => {
  const id = run.order[state.value.at + 1]
  return id === undefined ? undefined : id
})
const finished = computed(() => state.value.started && state.value.at >= run.order.length)
const ending = ref(false)

/** Time left: foretold for what is not done, at this run's own pace once a few are done. */
const left = computed(() => {
  const r = run.record
  if (!r) return 0
  let [predicted, took, open] = [0, 0, 0]
  r.order.forEach((id, i) => {
    if (state.value.done.has(id)) {
      predicted += r.predicted[i]!
      took += state.value.perRing.get(id) ?? 0
    } else open += r.predicted[i]!
  })
  return state.value.done.size > 2 && predicted > 0 ? (open * took) / predicted : open
})
const life = computed(() => {
  const { material } = jobs.job.stock
  const b = answer.blade
  const known = lifeIn(shop.log, material, b)
  return known.mean * 60
})
const worn = computed(() => Math.min(1, state.value.bladeSeconds / life.value))
const openingsLeft = computed(() => {
  const r = run.record
  if (!r) return 0
  let [seconds, n] = [life.value - state.value.bladeSeconds, 0]
  for (let i = state.value.at; i < r.order.length && seconds > 0; i++) {
    seconds -= r.predicted[i]!
    if (seconds > 0) n++
  }
  return n
})
const heard = computed(() => {
  const { stress, saw } = jobs.job
  return stress === undefined || !isStrung(saw) ? undefined : plainNote(pitchFromStress(answer.blade, stress, saw.span))
})
const watching = computed(() => (here.value && found.value ? watchWords(here.value, found.value, answer.job, say.value) : []))

// the screen stays awake while the saw runs; browsers give that to secure pages only
const lock = useWakeLock()
watch(
  () => run.underWay && !state.value.paused,
  (on) => {
    if (!lock.isSupported.value) return
    if (on) lock.request('screen').catch(() => undefined)
    else lock.release().catch(() => undefined)
  },
  { immediate: true },
)

function forward() {
  if (!state.value.started) return void run.begin()
  if (state.value.ended) return
  if (finished.value) {
    ending.value = true
    return
  }
  if (state.value.paused) return void run.report('resume')
  if (run.due) return void run.report('checked')
  const id = run.order[state.value.at]
  if (id !== undefined) void run.report('done', id)
}
/** Whatever was reported, the next press of a pedal means “done” again. */
const mainButton = ref<HTMLButtonElement>()
function report(what: 'broke' | 'changed' | 'slipped' | 'pause' | 'resume') {
  void run.report(what)
  mainButton.value?.focus()
}
const back = () => state.value.started && run.report('back')
for (const key of [' ', 'PageDown', 'ArrowRight']) onKey(key, forward)
for (const key of ['PageUp', 'ArrowLeft']) onKey(key, back)
const spoken = computed(() => (here.value && found.value ? ringName(found.value, here.value.ring.id) : ''))
</script>

<template>
  <div class="run">
    <p class="strip">
      <b
        >{{ sizeWords(answer.blade) }} <span class="plain">{{ answer.blade.name.toLowerCase() }}</span></b
      >
      <span class="mono">{{ answer.evaluation.feed.inputs.spm.toFixed(0) }} spm</span>
      <span v-if="heard"><Mark state="within" />{{ heard }} heard</span>
      <span v-else-if="isStrung(jobs.job.saw)" class="near"><Mark state="near" />not heard</span>
    </p>
    <template v-if="!found">
      <div class="body">
        <h1>{{ pattern.record ? 'Reckoning the pattern…' : 'This job has no drawing to run' }}</h1>
        <p v-if="!pattern.record && pattern.loaded">A run leads you through a pattern, one opening at a time.</p>
        <RouterLink v-if="!pattern.record && pattern.loaded" class="act big" to="/pattern">Bring one in</RouterLink>
      </div>
    </template>
    <template v-else-if="!state.started">
      <div class="body">
        <h1>{{ jobs.name }}: {{ run.order.length }} cuts, about {{ minutesWords(found.bill.atSaw.mid) }} at the saw</h1>
        <ol class="before">
          <li v-if="pattern.record"><b>Pattern on the stock.</b> {{ transferWords[pattern.record.transfer].how }}</li>
          <li v-if="found.rings.some((r) => r.hole)">
            <b>Drill {{ found.rings.filter((r) => r.hole).length }} holes of {{ mm(found.drill) }}</b
            >, backed by scrap.
          </li>
          <li>
            <b>{{ isPowered(jobs.job.saw) ? 'Unplug, mount' : 'Mount' }} {{ bladeWords(answer.blade, say) }}.</b>
            {{ mountingWords(jobs.job.saw).join('. ') }}.
          </li>
          <li>Eyes, lungs and ears covered; the machine’s manual and local rules hold.</li>
        </ol>
        <p v-if="found.troubles.some((t) => t.state === 'beyond')" class="beyond">
          <Mark state="beyond" />Something stands beyond a limit. <RouterLink to="/pattern">Look at it first</RouterLink>.
        </p>
      </div>
      <div class="acts">
        <button class="big main" @click="run.begin()">Start: {{ ringName(found, run.order[0]!).toLowerCase() }}</button>
      </div>
    </template>
    <template v-else>
      <header>
        <h1>{{ finished ? 'All sawn' : spoken }}</h1>
        <span class="soft"
          >{{ Math.min(state.at + 1, run.order.length) }} of {{ run.order.length }},
          {{ finished ? minutesWords(state.seconds) : `${minutesWords(left)} left` }}</span
        >
      </header>
      <p v-if="run.stale" class="stale beyond" role="alert">
        <Mark state="beyond" />The pattern has changed since this run began.
        <button class="act" @click="run.clear()">Begin a new run</button>
      </p>
      <template v-if="!finished && here">
        <RingView class="view" :reckoned="pattern.reckoned!" :ring="here" :done="state.done" :say="say" />
        <div class="watch" aria-live="polite">
          <p v-if="run.due" class="check">
            <Mark state="near" /><b>{{ isStrung(jobs.job.saw) ? 'Look at clamps and tension.' : 'Look at the clamps and the blade.' }}</b>
            {{
              !isStrung(jobs.job.saw)
                ? 'Does the blade still sit fast, and does nothing stand in the way below?'
                : jobs.job.saw.change.tensionReturns
                  ? 'Tug, pluck, then go on.'
                  : 'This saw does not return to its tension: set it again.'
            }}
          </p>
          <p v-for="(w, i) in watching" :key="i"><Mark v-if="w.state" :state="w.state" /><Rich :text="w.text" /></p>
          <p><Rich :text="wayRoundWords(here)" /></p>
          <p class="wear">
            <span class="soft">blade worn</span>
            <span
              class="bar"
              role="meter"
              aria-label="Blade worn"
              aria-valuemin="0"
              aria-valuemax="100"
              :aria-valuenow="Math.round(worn * 100)"
              ><span :style="{ width: `${worn * 100}%` }"
            /></span>
            {{ openingsLeft > 0 ? `about ${openingsLeft} opening${openingsLeft === 1 ? '' : 's'} left` : 'change it soon' }}
          </p>
        </div>
      </template>
      <div v-else-if="finished" class="body">
        <p>
          Sawn in <b>{{ minutesWords(state.seconds) }}</b>; foretold {{ minutesWords(run.record!.total) }}. {{ state.blades }} blade{{
            state.blades === 1 ? '' : 's'
          }}
          used.
        </p>
        <p v-if="pattern.record">{{ transferWords[pattern.record.transfer].off }}</p>
        <p v-if="run.record!.logged">
          <Mark state="within" />Written to the log. <button class="act" @click="run.clear()">Begin a new run</button>
          <button class="act" @click="router.push('/log')">See the log</button>
        </p>
      </div>
      <div class="acts">
        <button class="big" :disabled="state.at === 0" @click="back()">Back</button>
        <button v-if="!run.record!.logged" ref="mainButton" class="big main" @click="forward">
          {{
            finished
              ? 'Write it to the log'
              : state.paused
                ? 'Go on'
                : run.due
                  ? 'Looked at: go on'
                  : next === undefined
                    ? 'Done, that was the last'
                    : `Done, next: ${ringName(found, next)
                        .replace(/^Opening /, '')
                        .toLowerCase()}`
          }}
        </button>
      </div>
      <div v-if="!finished" class="small">
        <button @click="report('broke')">Broke</button>
        <button @click="report('changed')">Changed</button>
        <button @click="report('slipped')">Slipped</button>
        <button :aria-pressed="state.paused" @click="report(state.paused ? 'resume' : 'pause')">
          {{ state.paused ? 'Paused' : 'Pause' }}
        </button>
      </div>
      <p v-if="!finished" class="keys soft">
        Space, Page Down or a pedal: done. Page Up: back. <span role="status">{{ run.keeping ? 'keeping…' : 'kept' }}</span>
      </p>
    </template>
    <p class="other"><button class="act plain" @click="handing = true">To or from another device</button></p>
    <HandOver v-if="handing" :code="code" @close="handed" />
    <EndRun v-if="ending && found" @close="ending = false" />
  </div>
</template>

<style scoped>
.run {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-auto-rows: auto;
  align-content: start;
  min-height: 100%;
  max-width: 900px;
  margin: 0 auto;
  font-size: 17px;
}
.strip {
  display: flex;
  white-space: nowrap;
  font-size: 16px;
  justify-content: space-between;
  gap: 12px;
  padding: 10px 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.plain {
  font-weight: 400;
}
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 12px;
  padding: 12px 16px;
}
h1 {
  font-size: 1.4rem;
  font-weight: 700;
}
.view {
  height: min(46vh, 420px);
}
.body,
.watch {
  padding: 12px 16px;
  display: grid;
  gap: 8px;
}
.watch {
  border-top: 1px solid var(--rule);
  gap: 5px;
}
.check {
  padding: 8px 10px;
  background: var(--near-bg);
  border-radius: 3px;
}
.before li {
  padding: 8px 0;
  border-bottom: 1px solid var(--faint);
}
.stale {
  padding: 0 16px 8px;
}
.wear {
  display: flex;
  align-items: center;
  gap: 10px;
}
.bar {
  flex: 1;
  max-width: 160px;
  height: 12px;
  background: var(--faint);
  border-radius: 3px;
  overflow: hidden;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--ink);
}
.acts {
  display: flex;
  gap: 10px;
  padding: 6px 16px;
}
.big,
.small button {
  display: grid;
  place-items: center;
  min-height: 64px;
  padding: 0 18px;
  border: 1px solid var(--ink);
  border-radius: 5px;
  background: var(--sheet);
  font-weight: 600;
  font-size: 1.1em;
  text-decoration: none;
}
.big.main {
  flex: 1;
  background: var(--ink);
  color: var(--paper);
  font-size: 1.2em;
}
.big:disabled {
  opacity: 0.45;
}
.small {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  padding: 4px 16px 12px;
}
.small button {
  min-height: 48px;
  padding: 0 4px;
  font-size: 0.95em;
}
.small [aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
.other {
  padding: 4px 8px 16px;
}
.other button {
  min-height: 44px;
  text-decoration: underline;
}
.keys {
  padding: 0 16px 12px;
  font-size: 15px;
}
@media (max-width: 760px) {
  .keys {
    display: none;
  }
  .acts {
    position: sticky;
    bottom: 0;
    background: var(--paper);
  }
  .view {
    height: 46vh;
  }
}
</style>
