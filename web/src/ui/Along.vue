<script setup lang="ts">
import { computed } from 'vue'
import { minutesWords, type Saw, type SpeedBand, type State } from '@green-pitch/core'
import { SURE, type HeardState } from '@green-pitch/core/sound'
import { openFile } from '../data/files'
import { useAlong, type Opening } from '../store/along'
import { figure } from './figure'
import Mark from './Mark.vue'
import NoMicrophone from './NoMicrophone.vue'

/** Listens along: what the saw does, live in words and shape, and each opening as it is over. */
const props = defineProps<{ saw: Saw; advised?: SpeedBand }>()
const emit = defineEmits<{ opening: [opening: Opening, standIn: boolean]; broke: [] }>()
const ear = useAlong(
  () => props.saw,
  (opening, from) => emit('opening', opening, from === 'stand-in'),
)
const { along, from, state, strokes, sawn, counted, asksBreak, note, last, byHand, teaching, seconds } = ear
const words: Record<HeardState, string> = { off: 'still', idle: 'running, no wood', sawing: 'sawing', unsure: 'I cannot hear the cut' }
const shapes: Record<HeardState, State> = { off: 'near', idle: 'near', sawing: 'within', unsure: 'beyond' }
const shown = computed(() => (byHand.value && state.value === 'off' ? 'resting' : words[state.value]))
/** Strokes heard beside those advised, and what to do where they differ. */
const speed = computed(() => {
  if (strokes.value === undefined) return undefined
  const at = Math.round(strokes.value / 10) * 10
  if (byHand.value || !props.advised) return { text: `${Math.round(strokes.value)} strokes a minute`, at: strokes.value }
  const [low, high] = [Math.round(props.advised.low / 10) * 10, Math.round(props.advised.high / 10) * 10]
  const turn = at > high * 1.02 ? ': turn it down' : at < low * 0.98 ? ': turn it up' : ''
  return { text: `${at} strokes a minute, advised ${low} to ${high}${turn}`, at: strokes.value }
})
const unsure = computed(() => last.value && last.value.sure < SURE)
async function open() {
  const file = await openFile(['.wav', '.mp3', '.ogg', '.m4a', '.flac'])
  if (file) await ear.recording(file)
}
</script>

<template>
  <section class="along" aria-label="Listen along">
    <div v-if="along !== 'listening'" class="acts">
      <button type="button" class="act" :disabled="along === 'asking'" @click="ear.listen()">
        {{ along === 'asking' ? 'Asking the browser…' : 'Listen along' }}
      </button>
      <button type="button" class="act plain" @click="ear.standIn()">Try a stand-in, not your saw</button>
      <button type="button" class="act plain" @click="open">Open a recording</button>
      <span class="soft"
        >It hears when the saw is in the wood and writes each opening down. Nothing is recorded, nothing leaves this device.</span
      >
    </div>
    <div v-else class="live">
      <p class="light" :class="state" role="status">
        <Mark :state="shapes[state]" /><b>{{ shown }}</b>
        <span v-if="state === 'sawing' || sawn > 0" class="mono">
          {{ minutesWords(sawn) }}{{ byHand && counted ? `, ${counted} strokes` : '' }}</span
        >
      </p>
      <p v-if="speed" v-bind="figure('strokes heard', speed.at)">{{ speed.text }}</p>
      <p v-if="from === 'stand-in'" class="soft">A stand-in, six times as fast: not your saw, and not learned from.</p>
      <p v-if="teaching" class="teaching" role="status">
        <b>{{ teaching === 'idle' ? (byHand ? 'Rest the saw' : 'Let it run, out of the wood') : 'Now saw on scrap' }}</b>
        <span class="mono"> {{ seconds }} s</span>
      </p>
      <button v-else-if="state === 'unsure' || unsure" type="button" class="act" @click="ear.learnFrom()">
        Teach it this room, ten seconds
      </button>
      <button type="button" class="act" @click="ear.stop()">Stop listening</button>
    </div>
    <NoMicrophone
      v-if="along === 'denied' || along === 'insecure' || along === 'none' || along === 'failed'"
      :why="along"
      again="Listen along"
    />
    <p v-if="asksBreak" class="asks" role="alert">
      <b>Did the blade break?</b>
      <button
        type="button"
        class="act"
        @click="
          () => {
            asksBreak = false
            emit('broke')
          }
        "
      >
        It broke
      </button>
      <button type="button" class="act" @click="asksBreak = false">No</button>
    </p>
    <p v-if="unsure" class="near" role="status">
      <Mark state="near" />I heard something, but not surely a cut: press Done yourself, or teach it this room.
    </p>
    <p v-else-if="last" class="soft" role="status">
      Heard: {{ minutesWords(last.sawing) }} of sawing{{
        byHand ? `, ${Math.round(last.strokes)} strokes` : ` at ${Math.round(last.rate / 10) * 10} strokes a minute`
      }}.
    </p>
    <p v-if="note" class="near" role="status"><Mark state="near" />{{ note }}</p>
  </section>
</template>

<style scoped>
.along {
  display: grid;
  gap: 6px;
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
.acts,
.live,
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.light .mono {
  margin-left: 8px;
}
.light {
  padding: 6px 12px;
  border: 2px solid var(--rule);
  border-radius: 4px;
  min-width: 190px;
}
.light.sawing {
  border-color: var(--within);
  background: var(--within-bg, var(--sheet));
}
.light.idle {
  border-style: dashed;
}
.light.unsure {
  border-color: var(--beyond);
}
@media (max-width: 760px) {
  .act {
    min-height: 44px;
  }
}
</style>
