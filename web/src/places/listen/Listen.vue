<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { aimPitch, noteWords, profileOf, quietSpeed, quietWords, speedRange, strokesWords, hasSpeed } from '@green-pitch/core'
import { openFile } from '../../data/files'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useListen } from '../../store/listen'
import { clock } from '../../ui/clock'
import { onKey } from '../../ui/keys'
import { useSizeKeys } from '../../ui/sizeKeys'
import SpeedRule from '../../draw/SpeedRule.vue'
import { alongTabs } from '../../ui/tabs'
import Mark from '../../ui/Mark.vue'
import NoMicrophone from '../../ui/NoMicrophone.vue'
import Themed from '../../ui/Themed.vue'
import CarriedNote from './CarriedNote.vue'
import ChatterPart from './ChatterPart.vue'
import DialPart from './DialPart.vue'
import HeardPluck from './HeardPluck.vue'
import LeverPart from './LeverPart.vue'
import Plucked from './Plucked.vue'
import StandIn from './StandIn.vue'
import TwoPlucks from './TwoPlucks.vue'
import WeighPart from './WeighPart.vue'

const answer = useAnswer()
const listen = useListen()
const jobs = useJob()
const mark = ref(3)
const dial = ref(3)
const standIn = ref(false)
useSizeKeys()
for (const key of ['undo', 'redo'] as const) onKey(key, () => jobs[key]())
onBeforeUnmount(() => {
  listen.stop()
  listen.silence()
})

/** Only a motor's strokes are fast enough to count, and only a blade held at both ends has a note. */
const powered = computed(() => hasSpeed(answer.job.saw))
const taut = computed(() => answer.taut)
/** A weight draws the stock over a table into a blade that runs. */
const weighable = computed(() => powered.value && profileOf(answer.job.saw).onTable)
watch([powered, taut], () => listen.listenFor(taut.value && (listen.what === 'pluck' || !powered.value) ? 'pluck' : 'strokes'), {
  immediate: true,
})
const aim = computed(() => (taut.value ? aimPitch(taut.value.band, answer.blade) : 0))
const spm = computed(() => answer.job.spm)
const quiet = computed(() => spm.value && quietSpeed(answer.job, answer.blade, spm.value))
const spmState = computed(() => {
  const { low, high, trouble } = answer.evaluation.speed
  if (spm.value === undefined) return undefined
  if (trouble || spm.value > high * 1.02) return 'beyond'
  return spm.value < low * 0.98 || quiet.value ? 'near' : 'within'
})
const spmWords = computed(() => {
  const { low, high } = answer.evaluation.speed
  if (spmState.value === 'beyond') return `Faster than this stock bears: it rubs and heats. Turn it down to ${low} to ${high}.`
  if (quiet.value) return quietWords(quiet.value)
  if (spmState.value === 'near') return `Slower than need be: the feed must follow it down. ${low} to ${high} would carry the cut.`
  return 'Leave it as it is.'
})
async function open() {
  const f = await openFile(['.wav', '.flac', '.mp3', '.ogg', '.m4a', '.webm'])
  if (f) await listen.open(f)
}
const noMicrophone = computed(() =>
  listen.ear === 'off' || listen.ear === 'asking' || listen.ear === 'listening' ? undefined : listen.ear,
)
</script>

<template>
  <div v-if="!taut && !powered" class="quiet">
    <h1>Nothing to listen to</h1>
    <p>
      A hand saw’s plate is not pulled taut, and a hand’s strokes are too slow to count. The Bench and Joints say how many strokes a cut
      takes.
    </p>
  </div>
  <Themed v-else>
    <div class="listen gloves">
      <div class="main">
        <div class="tabs" role="tablist" aria-label="What to listen to" @keydown="alongTabs">
          <button
            v-if="taut"
            role="tab"
            aria-controls="heard"
            :aria-selected="listen.what === 'pluck'"
            :tabindex="listen.what === 'pluck' ? 0 : -1"
            @click="listen.listenFor('pluck')"
          >
            The blade, plucked
          </button>
          <button
            v-if="powered"
            role="tab"
            aria-controls="heard"
            :aria-selected="listen.what === 'strokes'"
            :tabindex="listen.what === 'strokes' ? 0 : -1"
            @click="listen.listenFor('strokes')"
          >
            The saw, running
          </button>
        </div>

        <div id="heard" role="tabpanel" :aria-label="listen.what === 'pluck' ? 'The blade, plucked' : 'The saw, running'" class="panel">
          <template v-if="listen.what === 'pluck'">
            <Plucked v-if="taut" :job="taut.job" :band="taut.band" />
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
                <b class="mono">{{ strokesWords(answer.evaluation.speed) }}</b>
                <span class="soft">is green for this cut</span>
                <span v-if="answer.heard.spm" class="soft"
                  >heard {{ clock(answer.heard.spm.at) }}, give or take {{ Math.max(1, Math.round(answer.heard.spm.doubt)) }}
                  <button class="act plain" @click="listen.forget('spm')">Forget</button></span
                >
              </p>
            </div>
            <SpeedRule :range="speedRange(answer.job.saw)" :band="answer.evaluation.speed" :spm="spm" :state="spmState" />
          </template>
        </div>

        <p v-if="listen.trouble" class="trouble" role="alert"><Mark state="near" />{{ listen.trouble }}</p>
        <NoMicrophone v-if="noMicrophone" :why="noMicrophone" again="Listen" />

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

        <HeardPluck v-if="listen.what === 'pluck' && taut" :job="taut.job" :band="taut.band" />
        <p class="soft cautions">
          {{
            listen.what === 'pluck'
              ? 'Unplug before you touch the blade; keep fingers off the teeth. How far its tension goes, the saw’s own manual says.'
              : 'Beside a running saw: eyes and ears covered, cuffs and hair away, the device on the bench and not in the hand.'
          }}
        </p>
      </div>
      <aside>
        <template v-if="listen.what === 'pluck' && taut">
          <LeverPart v-model:mark="mark" :job="taut.job" :band="taut.band" />
          <TwoPlucks :job="taut.job" />
          <CarriedNote :job="taut.job" />
        </template>
        <template v-else>
          <DialPart v-model:dial="dial" />
          <ChatterPart />
          <WeighPart v-if="weighable" />
        </template>
      </aside>
    </div>
  </Themed>
</template>

<style scoped src="./answer.css"></style>
<style scoped>
.panel {
  display: contents;
}
.quiet {
  padding: 24px 16px;
  max-width: 70ch;
}
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
.cautions {
  margin-top: 6px;
}
@media (max-width: 760px) {
  .listen {
    grid-template-columns: minmax(0, 1fr);
    font-size: 1rem;
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
  .tabs button {
    min-height: 44px;
  }
  .sources .act {
    flex: 1 1 45%;
    justify-content: center;
  }
}
</style>
