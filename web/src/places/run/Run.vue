<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useWakeLock } from '@vueuse/core'
import {
  atBench,
  jointHeading,
  minutesWords,
  pitchFromStress,
  progressOf,
  isStrung,
  plainNote,
  ringName,
  sizeWords,
  transferWords,
  leadWords,
} from '@green-pitch/core'
import { packJob } from '../../data/handover'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { usePattern } from '../../store/pattern'
import { useRun } from '../../store/run'
import { useShop } from '../../store/shop'
import { useSettings } from '../../store/settings'
import { onKey } from '../../ui/keys'
import { PAUSE, SURE } from '@green-pitch/core/sound'
import type { Opening } from '../../store/along'
import Along from '../../ui/Along.vue'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'
import Saved from '../../ui/Saved.vue'
import FeedBeat from './FeedBeat.vue'
import BeforeRun from './BeforeRun.vue'
import AtTheBench from './AtTheBench.vue'
import AtTheSaw from './AtTheSaw.vue'
import './run.css'

const HandOver = defineAsyncComponent(() => import('../../ui/HandOver.vue'))
const SlipPart = defineAsyncComponent(() => import('../../ui/SlipPart.vue'))
const slipping = ref(false)
const EndRun = defineAsyncComponent(() => import('./EndRun.vue'))
const props = defineProps<{ code?: string }>()
const handing = ref(props.code !== undefined)
function handed(to?: string) {
  handing.value = false
  if (props.code !== undefined || (to && to !== '/run')) void router.replace(to ?? '/run')
}
const pattern = usePattern()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const joint = useJoint()
const settings = useSettings()
const router = useRouter()
const found = computed(() => pattern.found)

const state = computed(() => run.state)
const here = computed(() => {
  const id = run.order[state.value.at]
  return id === undefined || run.record?.of ? undefined : found.value?.rings[id]
})
/** What a joint, a panel’s opening or slices take. */
const steps = computed(() => run.steps)
const step = computed(() => steps.value?.[state.value.at])
/** How the place in the order is called; undefined beyond its end. */
function nameAt(at: number): string | undefined {
  const id = run.order[at]
  if (id === undefined) return undefined
  return steps.value ? (steps.value[id]?.head ?? '') : found.value ? ringName(found.value, id) : ''
}
const nextName = computed(() => nameAt(state.value.at + 1))
/** A job without a drawing may have a joint to saw. */
const jointOnly = computed(() => !run.record && !pattern.record && jobs.ticket.joint && joint.found.ok && joint.found.cuts.length > 0)
const finished = computed(() => state.value.started && state.value.at >= run.order.length)
const ending = ref(false)
/** where the blade should be, mm along the ring, while the beat is on */
const beat = ref<number>()

/** The saw in hand, and whether it is the ticket’s. */
const inHand = computed(() => (jointOnly.value ? (atBench(joint.found, settings.say).find((s) => s.with)?.with ?? run.inHand) : run.inHand))
const own = computed(() => inHand.value.job === answer.job)
const life = computed(() => answer.bill.life.median * 60)
const progress = computed(() => progressOf({ order: run.order, predicted: run.record?.predicted ?? [] }, state.value, life.value))
const heard = computed(() => {
  const { stress, saw } = jobs.job
  return stress === undefined || !isStrung(saw) ? undefined : plainNote(pitchFromStress(answer.blade, stress, saw.span))
})

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
/** An opening heard to its end is done, where it was surely heard and no press said so before. */
function opened(o: Opening, standIn: boolean) {
  const id = run.order[state.value.at]
  if (o.sure < SURE || id === undefined || state.value.paused || state.value.ended) return
  const last = run.record?.events.at(-1)
  // the ear speaks when a pause has gone by: who pressed meanwhile has said it
  if (last?.event === 'done' && !last.heard && run.now - last.at < 1000 * (PAUSE + 3)) return
  void run.report('done', id, { sawing: o.sawing, strokes: o.strokes, ...(standIn && { standIn }) })
}
/** Whatever was reported, the next press of a pedal means “done” again. */
const mainButton = ref<HTMLButtonElement>()
function report(what: 'broke' | 'changed' | 'slipped' | 'pause' | 'resume') {
  void run.report(what)
  mainButton.value?.focus()
}
/** What was just reported says the sign itself. */
const lately = computed(() => {
  const last = run.record?.events.at(-1)?.event
  return last === 'broke' ? 'snaps' : last === 'slipped' ? 'slips' : ''
})
const back = () => state.value.started && run.report('back')
for (const key of [' ', 'PageDown', 'ArrowRight']) onKey(key, forward)
for (const key of ['PageUp', 'ArrowLeft']) onKey(key, back)
const shop = useShop()
const lead = computed(() => leadWords(shop.leadOf(inHand.value.saw.blade.id)))
const spoken = computed(() => nameAt(state.value.at) ?? '')
const changed = computed(() => run.stale || (run.underWay && steps.value && steps.value.length !== run.order.length))
</script>

<template>
  <div class="run gloves">
    <p class="strip">
      <b
        >{{ sizeWords(inHand.saw.blade) }} <span class="plain">{{ inHand.saw.blade.name.toLowerCase() }}</span></b
      >
      <span class="mono" v-bind="own ? figure('strokes', inHand.saw.feed.inputs.spm) : {}"
        >{{ inHand.saw.feed.inputs.spm.toFixed(0) }} spm</span
      >
      <span v-if="own && heard"><Mark state="within" />{{ heard }} heard</span>
      <span v-else-if="isStrung(inHand.job.saw)" class="near"><Mark state="near" />not heard</span>
    </p>
    <p v-if="lead" class="lead">{{ lead }}</p>
    <template v-if="jointOnly">
      <div class="body">
        <h1>{{ jointHeading(joint.found, settings.say) }}</h1>
        <p>Every cut by itself: how it is held and begun, how far it goes, what to look at then.</p>
      </div>
      <div class="acts">
        <button class="big main" @click="run.beginSteps({ of: 'joint' })">
          Start: {{ atBench(joint.found, settings.say)[0]!.head.toLowerCase() }}
        </button>
      </div>
    </template>
    <template v-else-if="!found && !steps">
      <div class="body">
        <h1>{{ pattern.record ? 'Calculating the pattern…' : 'This job has no drawing to run' }}</h1>
        <p v-if="!pattern.record && pattern.loaded">A run leads you through a pattern, one opening at a time.</p>
        <RouterLink v-if="!pattern.record && pattern.loaded" class="act big" to="/pattern">Bring one in</RouterLink>
      </div>
    </template>
    <template v-else-if="!state.started">
      <BeforeRun v-if="found" :found="found" />
      <div class="acts">
        <button class="big main" @click="run.begin()">Start: {{ nameAt(0)?.toLowerCase() }}</button>
      </div>
    </template>
    <template v-else>
      <header>
        <h1>{{ finished ? 'All sawn' : spoken }}</h1>
        <span class="soft" v-bind="run.record!.of === 'joint' ? figure('joint-sawing', run.record!.total) : {}"
          >{{ Math.min(state.at + 1, run.order.length) }} of {{ run.order.length }},
          {{ finished ? minutesWords(state.seconds) : `${minutesWords(progress.left)} of sawing left` }}</span
        >
      </header>
      <p v-if="changed" class="stale beyond" role="alert">
        <Mark state="beyond" />The {{ steps ? 'work' : 'pattern' }} has changed since this run began.
        <button class="act" @click="run.clear()">Begin a new run</button>
      </p>
      <AtTheBench v-if="!finished && step" :step="step" />
      <AtTheSaw v-else-if="!finished && here && found" :found="found" :here="here" :progress="progress" :beat="beat" />
      <div v-else-if="finished" class="body">
        <p>
          Sawn in <b>{{ minutesWords(state.seconds) }}</b>; estimated {{ minutesWords(run.record!.total) }}. {{ state.blades }} blade{{
            state.blades === 1 ? '' : 's'
          }}
          used.
        </p>
        <p v-if="pattern.record && !steps">{{ transferWords[pattern.record.transfer].off }}</p>
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
                  : nextName === undefined
                    ? 'Done, that was the last'
                    : `Done, next: ${nextName.replace(/^Opening /, '').toLowerCase()}`
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
      <Along v-if="!run.record!.logged" :saw="inHand.job.saw" :advised="inHand.saw.speed" @opening="opened" @broke="report('broke')" />
      <p v-if="!finished" class="wrong">
        <FeedBeat v-if="here && !steps" :ring="here.ring.id" :paused="state.paused || run.due" @place="beat = $event" />
        <button v-if="here && !steps" @click="slipping = true">Left the line here</button>
        <RouterLink :to="`/remedy?from=run${lately ? `&sign=${lately}` : ''}`">Something is wrong</RouterLink>
      </p>
      <p v-if="!finished" class="keys soft">Space, Page Down or a pedal: done. Page Up: back. <Saved :state="run.saving" /></p>
    </template>
    <p class="other"><button class="act plain" @click="handing = true">To or from another device</button></p>
    <HandOver
      v-if="handing"
      :id="jobs.record.id"
      :code="code"
      :name="jobs.name"
      comes-back="run and log"
      ending="job.gz"
      :pack="packJob"
      @close="handed"
    />
    <SlipPart v-if="slipping && here" :id="here.ring.id" @close="slipping = false" />
    <EndRun v-if="ending && (found || steps)" @close="ending = false" />
  </div>
</template>
