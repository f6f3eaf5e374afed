<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import {
  bowAllowed,
  decimal,
  emptyBandWords,
  heardWords,
  lengthWords,
  noteOf,
  noteWords,
  pitchFromStress,
  sizeWords,
  spanFromModes,
  speedRange,
  stockWords,
  tensionFromStress,
  THUMB,
  thumbMove,
} from '@green-pitch/core'
import { openFile } from '../../data/files'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useListen } from '../../store/listen'
import { useSettings } from '../../store/settings'
import { clock } from '../../ui/clock'
import { onKey } from '../../ui/keys'
import { useSizeKeys } from '../../ui/sizeKeys'
import HeardSpectrum from '../../draw/HeardSpectrum.vue'
import LastPluck from '../../draw/LastPluck.vue'
import NoteRule from '../../draw/NoteRule.vue'
import SpeedRule from '../../draw/SpeedRule.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'
import DialPart from './DialPart.vue'
import LeverPart from './LeverPart.vue'
import StandIn from './StandIn.vue'

const answer = useAnswer()
const listen = useListen()
const jobs = useJob()
const settings = useSettings()
const say = computed(() => settings.say)
const mark = ref(3)
const dial = ref(3)
const standIn = ref(false)
useSizeKeys()
for (const key of ['undo', 'redo'] as const) onKey(key, () => jobs[key]())
onBeforeUnmount(() => {
  listen.stop()
  if (listen.tone) listen.sound(listen.tone)
})

/** A hand frame is stroked slower than an ear can count. */
const powered = computed(() => answer.job.saw.kind === 'scroll')
watch(powered, (on) => on || listen.listenFor('pluck'), { immediate: true })
const stress = computed(() => answer.job.stress)
const pitch = computed(() => (stress.value === undefined ? undefined : pitchFromStress(answer.blade, stress.value, answer.job.saw.span)))
const note = computed(() => (pitch.value === undefined ? undefined : noteOf(pitch.value)))
const doubt = computed(() => answer.heard.stress?.doubt)
const words = computed(() =>
  stress.value === undefined ? undefined : heardWords(answer.job, answer.blade, answer.band, stress.value, say.value),
)
/** Where to tune to by ear: the whole note nearest a third of the way up the band. */
const aim = computed(() => {
  const { low, high } = answer.band.value
  const third = answer.band.empty ? high.stress : low.stress + 0.35 * (high.stress - low.stress)
  const exact = pitchFromStress(answer.blade, third, answer.job.saw.span)
  const whole = exact * 2 ** (-noteOf(exact).cents / 1200)
  return whole > low.pitch && whole < high.pitch ? whole : exact
})
const spm = computed(() => answer.job.spm)
const spmState = computed(() => {
  const { low, high, trouble } = answer.verdict.speed
  if (spm.value === undefined) return undefined
  if (trouble || spm.value > high * 1.02) return 'beyond'
  return spm.value < low * 0.98 ? 'near' : 'within'
})
const spmWords = computed(() => {
  const { low, high } = answer.verdict.speed
  if (spmState.value === 'beyond') return `Faster than this stock bears: it rubs and heats. Turn it down to ${low} to ${high}.`
  if (spmState.value === 'near') return `Slower than need be: the feed must follow it down. ${low} to ${high} would carry the cut.`
  return 'Leave it as it is.'
})
const picture = computed(() => listen.last?.picture)
const read = computed(() => listen.last?.read)
const convinced = computed(() => {
  const r = read.value
  if (!r?.heard) return ''
  const over = r.partials.length - 1
  const sure = r.confidence > 0.9 ? 'sure' : r.confidence > 0.7 ? 'fairly sure' : 'not quite sure'
  return over > 1 ? `Overtones run as a stiff blade’s do: ${sure}.` : `Hardly an overtone to bear it out: ${sure}.`
})
const solved = computed(() => {
  const r = read.value
  // another blade is another section: what was heard of the last one tells nothing
  if (!r?.heard || !answer.heard.stress) return undefined
  const found = spanFromModes(answer.blade, r.partials)
  return found && found.doubt < 0.04 * found.span && Math.abs(found.span - answer.job.saw.span) > Math.max(1.5, found.doubt)
    ? found
    : undefined
})
const feel = computed(() => {
  const at = stress.value ?? answer.verdict.stress
  return lengthWords(Math.round(thumbMove(answer.job, answer.blade, at, THUMB) * 20) / 20, say.value)
})
const feelAim = computed(() =>
  [answer.band.value.low.stress, answer.band.value.high.stress]
    .map((s) => lengthWords(Math.round(thumbMove(answer.job, answer.blade, s, THUMB) * 20) / 20, say.value))
    .join(' down to '),
)
async function open() {
  const f = await openFile(['.wav', '.flac', '.mp3', '.ogg', '.m4a', '.webm'])
  if (f) await listen.open(f)
}
const from = { microphone: 'by the microphone', recording: 'from a recording', 'stand-in': 'from the stand-in' } as const
</script>

<template>
  <Themed>
    <div class="listen">
      <div class="main">
        <div class="tabs" role="tablist" aria-label="What to listen to">
          <button role="tab" :aria-selected="listen.what === 'pluck'" @click="listen.listenFor('pluck')">The blade, plucked</button>
          <button v-if="powered" role="tab" :aria-selected="listen.what === 'strokes'" @click="listen.listenFor('strokes')">
            The saw, running
          </button>
        </div>

        <template v-if="listen.what === 'pluck'">
          <div class="answer">
            <div>
              <h1 v-if="note">
                <span class="sr">Blade sounds </span>{{ note.name }}
                <span class="cents">{{ note.cents < 0 ? '−' : '+' }} {{ Math.abs(note.cents) }} cents</span>
              </h1>
              <h1 v-else class="none">Not heard yet</h1>
              <p v-if="words" class="verdict">
                <Mark :state="words.state" /><b>{{ words.head }}.</b> {{ words.text }}
              </p>
              <p v-else-if="answer.band.empty" class="verdict"><Mark state="beyond" />{{ emptyBandWords(answer.band) }}</p>
              <p v-else class="verdict">
                {{ sizeWords(answer.blade) }} in {{ answer.job.stock.material.name.toLowerCase() }},
                {{ stockWords(answer.job.stock, say) }}: pluck it at its middle and let it ring.
              </p>
            </div>
            <p v-if="stress !== undefined" class="stress">
              <b class="mono">{{ Math.round(stress) }} MPa</b>
              <span class="soft"
                >{{ doubt === undefined ? '' : `give or take ${Math.max(1, Math.round(doubt))}, `
                }}{{ decimal(tensionFromStress(answer.blade, stress), 0) }} N on {{ sizeWords(answer.blade) }}, span
                {{ lengthWords(answer.job.saw.span, say) }}</span
              >
              <span v-if="answer.heard.stress" class="soft"
                >heard {{ clock(answer.heard.stress.at) }}{{ listen.last?.read.heard ? ` ${from[listen.last.source]}` : '' }}
                <button class="act plain" @click="listen.forget('stress')">Forget</button></span
              >
            </p>
          </div>
          <NoteRule
            :band="answer.band"
            :section="answer.blade"
            :span="answer.job.saw.span"
            :pitch="pitch"
            :ok="words?.state === 'within'"
          />
        </template>

        <template v-else>
          <div class="answer">
            <div>
              <h1 v-if="spm !== undefined">{{ Math.round(spm) }} <span class="cents">strokes a minute</span></h1>
              <h1 v-else class="none">Not heard yet</h1>
              <p v-if="spmState" class="verdict"><Mark :state="spmState" />{{ spmWords }}</p>
              <p v-else class="verdict">Let the saw run, without wood at first, and hold the microphone near.</p>
            </div>
            <p class="stress">
              <b class="mono">{{ answer.verdict.speed.low }}–{{ answer.verdict.speed.high }}</b>
              <span class="soft">is green for this cut</span>
              <span v-if="answer.heard.spm" class="soft"
                >heard {{ clock(answer.heard.spm.at) }}, give or take {{ Math.max(1, Math.round(answer.heard.spm.doubt)) }}
                <button class="act plain" @click="listen.forget('spm')">Forget</button></span
              >
            </p>
          </div>
          <SpeedRule :range="speedRange(answer.job.saw)" :band="answer.verdict.speed" :spm="spm" :state="spmState" />
        </template>

        <p v-if="listen.trouble" class="trouble" role="alert"><Mark state="near" />{{ listen.trouble }}</p>
        <p v-if="listen.ear === 'denied'" class="trouble" role="alert">
          <Mark state="beyond" />The browser was told not to listen here. Allow the microphone beside the address, then press Listen again;
          a recording works too.
        </p>
        <p v-else-if="listen.ear === 'insecure'" class="trouble" role="alert">
          <Mark state="beyond" />Browsers lend the microphone to secure pages only. Open this page by https or on the machine that serves it
          (npm run demo -- --lan), or open a recording.
        </p>
        <p v-else-if="listen.ear === 'none' || listen.ear === 'failed'" class="trouble" role="alert">
          <Mark state="beyond" />{{
            listen.ear === 'none' ? 'No microphone was found.' : 'The microphone could not be opened; does another program hold it?'
          }}
          Open a recording instead.
        </p>

        <div class="sources">
          <button v-if="listen.ear !== 'listening'" class="act main" :disabled="listen.ear === 'asking'" @click="listen.start()">
            {{
              listen.ear === 'asking' ? 'Asking the browser…' : listen.what === 'pluck' ? 'Listen: pluck the blade' : 'Listen: run the saw'
            }}
          </button>
          <button v-else class="act main live" @click="listen.stop()">
            <span class="level" aria-hidden="true"><span :style="{ width: `${Math.round(100 * Math.sqrt(listen.level))}%` }" /></span>
            Listening: stop
          </button>
          <button class="act" :disabled="listen.busy" @click="open">Open a recording</button>
          <button class="act" :aria-expanded="standIn" @click="standIn = !standIn">
            Stand-in {{ listen.what === 'pluck' ? 'blade' : 'saw' }}
          </button>
          <button v-if="listen.what === 'pluck'" class="act" :aria-pressed="listen.tone > 0" @click="listen.sound(listen.tone || aim)">
            {{ listen.tone ? 'Stop the tone' : `Sound ${noteWords(aim)}` }}
          </button>
        </div>
        <StandIn v-if="standIn" v-model:mark="mark" v-model:dial="dial" />

        <div v-if="listen.what === 'pluck' && picture && read" class="heard">
          <section aria-labelledby="heard-head">
            <h2 id="heard-head">What was heard</h2>
            <HeardSpectrum :columns="picture.spectrum" :top="picture.top" :read="read" />
            <p>{{ convinced }}</p>
          </section>
          <section aria-labelledby="pluck-head">
            <h2 id="pluck-head">The last pluck</h2>
            <LastPluck :wave="picture.wave" label="The last pluck, a third of a second" />
            <p v-if="read.heard">
              Rings for {{ decimal(read.decay, 2) }} s; pitch good to {{ decimal(read.doubt, 1) }} cents.
              <template v-if="solved">
                <br />By its overtones the span is {{ lengthWords(Math.round(solved.span * 2) / 2, say) }}, give or take
                {{ lengthWords(Math.max(0.5, Math.round(solved.doubt * 2) / 2), say) }}.
                <button class="act plain" @click="listen.keepSpan(Math.round(solved.span * 2) / 2)">Use it</button>
              </template>
            </p>
          </section>
        </div>
        <p v-if="listen.what === 'pluck' && !answer.band.empty" class="feel soft">
          By feel: a {{ THUMB }} N push at mid-span moves it {{ feel }} sideways{{
            stress === undefined ? ' at this saw’s usual stress' : ''
          }}; green is {{ feelAim }}. Bow allowed while cutting: {{ lengthWords(Math.round(bowAllowed(answer.job) * 100) / 100, say) }}.
        </p>
        <p class="soft cautions">
          {{
            listen.what === 'pluck'
              ? 'Unplug before you touch the blade; keep fingers off the teeth. How far its tension goes, the saw’s own manual says.'
              : 'Beside a running saw: eyes and ears covered, cuffs and hair away, the device on the bench and not in the hand.'
          }}
        </p>
      </div>
      <aside>
        <LeverPart v-if="listen.what === 'pluck'" v-model:mark="mark" />
        <DialPart v-else v-model:dial="dial" />
      </aside>
    </div>
  </Themed>
</template>

<style scoped>
.listen {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  min-height: 100%;
}
.main {
  padding: 8px 20px 20px 16px;
  min-width: 0;
}
aside {
  border-left: 1px solid var(--rule);
  padding: 14px 16px 20px 18px;
}
.tabs {
  display: flex;
  gap: 4px;
  margin-bottom: 8px;
}
.tabs button {
  padding: 6px 10px;
  border-bottom: 3px solid transparent;
  min-height: 36px;
}
.tabs button[aria-selected='true'] {
  font-weight: 600;
  border-bottom-color: var(--ink);
}
.answer {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  margin-bottom: 10px;
}
h1 {
  font-size: 64px;
  line-height: 1.05;
  font-weight: 700;
  letter-spacing: -0.01em;
}
h1.none {
  font-size: 30px;
  line-height: 1.4;
}
.cents {
  font-size: 24px;
  font-weight: 400;
  letter-spacing: 0;
}
.verdict {
  max-width: 460px;
  margin-top: 4px;
}
.stress {
  display: grid;
  align-content: start;
  text-align: right;
  max-width: 300px;
}
.stress b {
  font-size: 38px;
  line-height: 1.2;
}
.trouble {
  margin: 10px 0 0;
  max-width: 640px;
}
.sources {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 14px;
}
.sources .act {
  min-height: 46px;
  padding: 6px 18px;
  font-weight: 600;
}
.level {
  display: inline-block;
  width: 60px;
  height: 8px;
  border: 1px solid currentColor;
}
.level span {
  display: block;
  height: 100%;
  background: currentColor;
}
.heard {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  border-top: 1px solid var(--rule);
  margin-top: 16px;
  padding-top: 10px;
}
.heard h2 {
  font-weight: 700;
}
.feel {
  margin-top: 12px;
}
.cautions {
  margin-top: 6px;
}
@media (max-width: 760px) {
  .listen {
    grid-template-columns: minmax(0, 1fr);
    font-size: 16px;
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
  .answer {
    display: block;
  }
  .stress {
    text-align: left;
    margin-top: 8px;
    max-width: none;
  }
  .stress b {
    font-size: 30px;
  }
  .tabs button {
    min-height: 44px;
  }
  .sources .act {
    flex: 1 1 45%;
    justify-content: center;
  }
  .heard {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
