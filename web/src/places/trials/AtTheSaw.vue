<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useLocalStorage, useTimestamp } from '@vueuse/core'
import {
  feltChanges,
  feltChangeWords,
  feltCriteria,
  feltMarks,
  isSawn,
  nextPiece,
  recordOf,
  type Felt,
  type feltWords,
} from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useTrials } from '../../store/trials'
import { onKey } from '../../ui/keys'
import Choice from '../../ui/Choice.vue'
import FeltRow from './FeltRow.vue'
import { armName, boardName, sawn } from './words'

/** One piece after another: the watch by space or pedal, and a word about feel at once. */
const props = defineProps<{ trial: TrialRecord }>()
const emit = defineEmits<{ go: [] }>()
const trials = useTrials()
const settings = useSettings()
type FeltKey = keyof typeof feltWords
const felt = feltCriteria as readonly FeltKey[]

const label = ref(nextPiece(props.trial)?.label)
watch(
  () => props.trial.id,
  () => (label.value = nextPiece(props.trial)?.label),
)
const piece = computed(() => props.trial.design.pieces.find((p) => p.label === label.value))
const record = computed(() => (label.value === undefined ? undefined : recordOf(props.trial, label.value)))
/** The running watch outlives a reload: it is the moment it was started that is kept. */
const watchKept = useLocalStorage<{ trial: string; label: string; since: number } | null>('trial-watch', null, {
  serializer: { read: (s) => JSON.parse(s) as { trial: string; label: string; since: number } | null, write: (v) => JSON.stringify(v) },
})
const running = computed(() => {
  const w = watchKept.value
  return w && w.trial === props.trial.id && w.label === label.value ? w : undefined
})
const now = useTimestamp({ interval: 200 })
const seconds = computed(() => (running.value ? Math.max(0, (now.value - running.value.since) / 1000) : (record.value?.seconds ?? 0)))
const asClock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`
const clock = computed(() => asClock(seconds.value))
const taken = (of: string) => recordOf(props.trial, of)?.seconds

const start = (from = 0) => (watchKept.value = { trial: props.trial.id, label: label.value!, since: Date.now() - 1000 * from })
function stop() {
  const w = running.value
  watchKept.value = null
  if (w) void trials.tell(props.trial.id, w.label, { seconds: Math.max(1, Math.round((Date.now() - w.since) / 100) / 10) })
}
const done = computed(() => isSawn(record.value) && !running.value)
const missing = computed(() => felt.filter((c) => record.value?.[c] === undefined))
function next() {
  label.value = nextPiece(props.trial)?.label
}
function forward() {
  if (!piece.value) return emit('go')
  if (running.value) return stop()
  if (record.value?.seconds === undefined) return void start()
  if (done.value) next()
}
const mark = (c: FeltKey, m: Felt) => trials.tell(props.trial.id, label.value!, { [c]: m })
for (const key of [' ', 'PageDown']) onKey(key, forward)
// a figure is the word for the first question not answered yet
for (const m of feltMarks)
  onKey(String(m), () => {
    const c = missing.value[0]
    if (c && record.value?.seconds !== undefined && !running.value) void mark(c, m)
  })
const arm = computed(() => (piece.value ? armName(props.trial, piece.value.blade, settings.say) : ''))
const showing = ref(false)
watch(label, () => (showing.value = false))
const count = computed(() => props.trial.design.pieces.length)
</script>

<template>
  <div class="saw">
    <template v-if="piece">
      <p class="where">
        <b class="label" aria-label="Piece">{{ piece.label }}</b>
        <span
          >{{ boardName(trial, piece.stock, piece.repeat, settings.say) }}<br /><span class="soft"
            >piece {{ sawn(trial) + (done ? 0 : 1) }} of {{ count }}</span
          ></span
        >
        <span class="blade">
          <template v-if="!trial.helper || showing"
            >{{ trial.arms[0]!.up || trial.arms[0]!.grain ? 'Lay it' : 'Clamp a fresh' }} <b>{{ arm }}</b></template
          >
          <button v-else class="act" @click="showing = true">Show the blade to whoever clamps it</button>
        </span>
      </p>
      <p class="clock mono" role="timer" :aria-label="`Watch, ${running ? 'running' : 'stopped'}`">{{ clock }}</p>
      <div v-if="record?.seconds !== undefined && !running" class="felt">
        <FeltRow v-for="c in felt" :key="c" :what="c" :model-value="record[c]" @update:model-value="(m) => mark(c, m)" />
        <Choice
          label="Does it change with strokes or feed?"
          :model-value="record.changes ?? 'no'"
          :options="feltChanges.map((value) => ({ value, label: feltChangeWords[value] }))"
          @update:model-value="(changes) => trials.tell(trial.id, piece!.label, { changes })"
        />
      </div>
      <div class="acts">
        <button class="big main" :disabled="record?.seconds !== undefined && !running && !done" @click="forward">
          {{
            running
              ? 'Stop the watch'
              : record?.seconds === undefined
                ? 'Start the watch, then saw'
                : done
                  ? 'Next piece'
                  : `A word about ${missing.join(', ')}`
          }}
        </button>
        <button v-if="record?.seconds !== undefined && !running" class="big" @click="start(record.seconds)">Go on sawing</button>
      </div>
      <p class="soft">
        Space, Page Down or a pedal: start, stop, next. 1 to 5: the word for the first question open, worst to best. Leave strokes and push
        as they are from piece to piece.
      </p>
    </template>
    <template v-else>
      <h2>All {{ count }} pieces are sawn</h2>
      <p>Lay the pieces of one board side by side, labels up, and put them in order.</p>
      <div class="acts"><button class="big main" @click="emit('go')">Put them in order</button></div>
    </template>
    <ol class="pieces" aria-label="Pieces">
      <li v-for="p in trial.design.pieces" :key="p.label">
        <button :class="{ on: p.label === label }" :disabled="!!running" @click="label = p.label">
          {{ p.label }}
          <span class="soft">{{ taken(p.label) ? asClock(taken(p.label)!) : '' }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.saw {
  max-width: 820px;
  display: grid;
  gap: 12px;
}
.where {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  font-size: 1.0625rem;
}
.label {
  font-size: 3.4rem;
  line-height: 1;
}
.blade {
  margin-left: auto;
}
.clock {
  font-size: 4.2rem;
  line-height: 1;
}
.felt {
  display: grid;
  gap: 14px;
}
.acts {
  display: flex;
  gap: 10px;
}
.big {
  display: grid;
  place-items: center;
  min-height: 64px;
  padding: 0 18px;
  border: 1px solid var(--ink);
  border-radius: 5px;
  background: var(--sheet);
  font-weight: 600;
  font-size: 1.15rem;
}
.big.main {
  flex: 1;
  background: var(--ink);
  color: var(--paper);
}
.big.main:disabled {
  background: none;
  color: var(--soft);
  border-style: dashed;
  cursor: default;
}
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.pieces button {
  min-width: 64px;
  min-height: 44px;
  padding: 2px 10px;
  border: 1px solid var(--faint);
  border-radius: 3px;
}
.pieces button.on {
  border-color: var(--ink);
  font-weight: 600;
}
@media (max-width: 760px) {
  .blade {
    margin-left: 0;
    width: 100%;
  }
  .clock {
    font-size: 3.4rem;
  }
}
</style>
