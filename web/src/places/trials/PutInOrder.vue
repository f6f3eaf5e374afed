<script setup lang="ts">
import { computed, ref } from 'vue'
import { wrap } from 'comlink'
import {
  boardsOf,
  criterionNames,
  ordersOf,
  recordOf,
  seenCriteria,
  undersides,
  undersideWords,
  type PieceRecord,
  type Trial,
  type TrialCriterion,
} from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import { useTrials } from '../../store/trials'
import { useTrouble } from '../../store/trouble'
import type { TrialWork } from '../../work/trialWork'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import OrderRow from './OrderRow.vue'
import { boardKey, boardName } from './words'

/** The pieces of one board side by side, put in order for each thing that is looked at, before the names are told. */
const props = defineProps<{ trial: TrialRecord }>()
const emit = defineEmits<{ go: [] }>()
const trials = useTrials()
const settings = useSettings()
const trouble = useTrouble()

const boards = computed(() => boardsOf(props.trial.design))
const criteria = computed(() => seenCriteria(props.trial))
const judged = (b: { stock: string; repeat: number }) =>
  props.trial.orders.filter((o) => o.stock === b.stock && o.repeat === b.repeat && criteria.value.includes(o.criterion)).length
const at = ref(boardKey(boards.value.find((b) => judged(b) < criteria.value.length) ?? boards.value[0]!))
const board = computed(() => boards.value.find((b) => boardKey(b) === at.value) ?? boards.value[0]!)
const labels = computed(() => Object.fromEntries(board.value.pieces.map((p) => [p.blade, p.label])))
const orderOf = (criterion: TrialCriterion) =>
  props.trial.orders.find((o) => o.criterion === criterion && o.stock === board.value.stock && o.repeat === board.value.repeat)?.order
const put = (criterion: TrialCriterion, order: string[][] | undefined) =>
  trials.judge(props.trial.id, { criterion, stock: board.value.stock, repeat: board.value.repeat }, order)
const record = (label: string): Partial<PieceRecord> => recordOf(props.trial, label) ?? {}
const tell = (label: string, patch: Parameters<typeof trials.tell>[2]) => trials.tell(props.trial.id, label, patch)

const told = computed(() => props.trial.revealed !== undefined)
const open = computed(() => boards.value.length * criteria.value.length - boards.value.reduce((n, b) => n + judged(b), 0))
const enough = computed(() => ordersOf(props.trial).some((o) => o.order.flat().length > 1))
const busy = ref(false)
/** Names are told once; what the trial found is kept with it. */
async function reveal() {
  busy.value = true
  const thread = new Worker(new URL('../../work/trial.worker.ts', import.meta.url), { type: 'module' })
  try {
    const found = await wrap<TrialWork>(thread).found(JSON.parse(JSON.stringify(props.trial)) as Trial)
    await trials.edit(props.trial.id, (t) => ({ ...t, revealed: t.revealed ?? Date.now(), found }))
    emit('go')
  } catch (error) {
    trouble.report(error)
  } finally {
    thread.terminate()
    busy.value = false
  }
}
</script>

<template>
  <div>
    <div class="boards" role="group" aria-label="Boards">
      <button v-for="b in boards" :key="boardKey(b)" class="act" :aria-pressed="boardKey(b) === boardKey(board)" @click="at = boardKey(b)">
        {{ boardName(trial, b.stock, b.repeat, settings.say) }} <span class="count">{{ judged(b) }} of {{ criteria.length }}</span>
      </button>
    </div>
    <p class="soft hint">
      {{
        told
          ? 'The names are told, so the orders stand.'
          : 'Best at the left. Drag a piece, or press ← and → on it: into a tie with its neighbor, then past it.'
      }}
    </p>
    <OrderRow
      v-for="c in criteria"
      :key="`${c} ${at}`"
      :criterion="c"
      :labels="labels"
      :order="orderOf(c)"
      :fixed="told"
      @put="(o) => put(c, o)"
    />
    <section aria-labelledby="clean-head">
      <h2 id="clean-head">What each piece needs</h2>
      <div class="pieces">
        <div v-for="p in board.pieces" :key="p.label" class="piece" role="group" :aria-label="p.label">
          <b class="mono">{{ p.label }}</b>
          <Count
            label="Clean-up"
            unit="min"
            :min="0"
            :max="600"
            :step="0.5"
            none="–"
            :model-value="record(p.label).cleanUp"
            @update:model-value="(cleanUp) => tell(p.label, { cleanUp })"
          />
          <LengthInput
            label="Farthest off the line"
            none=""
            :model-value="record(p.label).stray"
            @update:model-value="(stray) => tell(p.label, { stray })"
          />
          <label
            >Underside
            <select
              class="plain-input"
              :value="record(p.label).under ?? ''"
              @change="tell(p.label, { under: (($event.target as HTMLSelectElement).value || undefined) as PieceRecord['under'] })"
            >
              <option value="">–</option>
              <option v-for="u in undersides" :key="u" :value="u">{{ undersideWords[u] }}</option>
            </select></label
          >
        </div>
      </div>
    </section>
    <p class="acts reveal">
      <button v-if="!told" class="act main" :disabled="!enough || busy" @click="reveal">{{ busy ? 'Ranking…' : 'Tell the names' }}</button>
      <button v-else class="act main" @click="emit('go')">See the result</button>
      <span v-if="!told" class="soft">{{
        !enough
          ? `Put at least one order first: ${criterionNames[criteria[0]!]}, say.`
          : open
            ? `${open} order${open === 1 ? ' is' : 's are'} still open; they will not count.`
            : 'All is judged.'
      }}</span>
    </p>
  </div>
</template>

<style scoped>
.boards {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.boards [aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
.count {
  opacity: 0.75;
  font-weight: 400;
}
.hint {
  margin: 8px 0 6px;
}
section {
  margin-top: 20px;
}
.pieces {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 14px 24px;
  margin-top: 8px;
}
.piece {
  display: grid;
  gap: 6px;
  align-content: start;
}
.piece label {
  display: grid;
  gap: 2px;
}
.reveal {
  margin-top: 18px;
  align-items: center;
}
</style>
