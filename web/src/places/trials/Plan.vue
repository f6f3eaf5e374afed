<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  sawWords,
  bladeWords,
  forecast,
  groupName,
  minutesWords,
  pieceJob,
  pieceOf,
  toothKind,
  unfairness,
  unfairWords,
  type Blade,
  type Job,
  type TrialArm,
} from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { useLearned } from '../../store/learned'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrials } from '../../store/trials'
import Choice from '../../ui/Choice.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import PiecePart from './PiecePart.vue'
import { armName, stockName } from './words'

/** What is compared, in what, how often; the test piece; what would be unfair about it. */
const props = defineProps<{ trial: TrialRecord }>()
const emit = defineEmits<{ go: [] }>()
const trials = useTrials()
const shop = useShop()
const settings = useSettings()
const learned = useLearned()

const locked = computed(() => props.trial.pieces.length > 0 || props.trial.orders.length > 0)
const piece = computed(() => pieceOf(props.trial))
const ways = computed(() => props.trial.arms.find((a) => a.up ?? a.grain))
const way = computed(() => (!ways.value ? 'blades' : ways.value.up ? 'face' : 'grain'))
const job = computed(() => props.trial.jobs[0]!)
/** s at the saw for all pieces, and blades used up on the way. */
const atSaw = computed(() =>
  props.trial.design.pieces.reduce((s, p) => {
    const arm = props.trial.arms.find((a) => a.id === p.blade)!
    const stock = props.trial.jobs[props.trial.design.stocks.indexOf(p.stock)]!
    return s + forecast(pieceJob(stock, piece.value, arm), arm.blade, learned.beliefs).atSaw.median
  }, 0),
)
const unfair = computed(() => {
  const { arms, jobs, misread, oneBoard } = props.trial
  const known = new Set(shop.log.map((e) => toothKind(e.blade)))
  const found = unfairness(
    arms.map((a) => ({ ...a.blade, id: a.id, pattern: toothKind(a.blade) as Blade['pattern'] })),
    jobs.map((j) => j.stock.material),
    { known: ways.value ? new Set(arms.map((a) => toothKind(a.blade))) : known, misread, oneBoard },
  )
  return found.map((u) => unfairWords(u, (id) => armName(props.trial, id, settings.say)))
})

const put = (patch: Parameters<typeof trials.plan>[1]) => trials.plan(props.trial.id, patch)
const fits = computed(() => shop.catalogue.filter((b) => job.value.saw.ends.includes(b.end)))
const groups = computed(() => {
  const rest = fits.value.filter((b) => ways.value || !props.trial.arms.some((a) => a.id === b.id))
  const owned = rest.filter((b) => shop.owned.has(b.id))
  return [
    ...(owned.length ? [{ name: 'In your drawer', blades: owned }] : []),
    ...[...new Set(rest.map((b) => b.group))].map((g) => ({ name: groupName(g), blades: rest.filter((b) => b.group === g) })),
  ]
})
const adding = ref('')
function add() {
  const blade = fits.value.find((b) => b.id === adding.value)
  adding.value = ''
  if (!blade) return
  if (ways.value) void put({ arms: armsOf(way.value as 'face' | 'grain', blade) })
  else void put({ arms: [...props.trial.arms, { id: blade.id, blade }] })
}
const armsOf = (kind: 'face' | 'grain', blade: Blade): TrialArm[] =>
  kind === 'face'
    ? (['show', 'back'] as const).map((up) => ({ id: up, blade, up }))
    : (['along', 'across'] as const).map((grain) => ({ id: grain, blade, grain }))
function compare(kind: 'blades' | 'face' | 'grain') {
  const { blade } = props.trial.arms[0]!
  if (kind !== 'blades') return put({ arms: armsOf(kind, blade), misread: [] })
  const other = fits.value.find((b) => b.group !== blade.group && shop.owned.has(b.id)) ?? fits.value.find((b) => b.id !== blade.id)!
  return put({ arms: [blade, other].map((b) => ({ id: b.id, blade: b })) })
}
function misread(id: string) {
  const now = props.trial.misread
  void put({ misread: now.includes(id) ? now.filter((x) => x !== id) : [...now, id] })
}
function stock(i: number, patch: { material?: string; thickness?: number }) {
  const jobs = props.trial.jobs.map((j, k): Job => {
    if (k !== i) return j
    const material = shop.materials.find((m) => m.id === patch.material) ?? j.stock.material
    const was = 'thickness' in j.stock ? j.stock.thickness : 6
    return { ...j, stock: { form: j.stock.form === 'sheet' ? 'sheet' : 'board', material, thickness: patch.thickness ?? was } }
  })
  void put({ jobs })
}
const more = () => put({ jobs: [...props.trial.jobs, JSON.parse(JSON.stringify(props.trial.jobs.at(-1))) as Job] })
const less = (i: number) => put({ jobs: props.trial.jobs.filter((_, k) => k !== i) })
const thickness = (j: Job) => ('thickness' in j.stock ? j.stock.thickness : undefined)
</script>

<template>
  <div class="plan">
    <div>
      <h2 class="answer">
        {{ trial.design.pieces.length }} pieces, about {{ minutesWords(atSaw) }} at the saw and {{ trial.design.pieces.length }} fresh
        blades
      </h2>
      <p class="soft">
        {{ sawWords(job.saw, settings.say) }}.
        {{
          trial.design.balanced
            ? 'Each blade follows each other equally often.'
            : 'The order is drawn by lot; more boards would balance who follows whom.'
        }}
      </p>
      <p v-if="locked" class="soft lock">Sawing has begun, so the plan and its lots stand. “Repeat it” begins anew.</p>
      <fieldset :disabled="locked">
        <Choice
          label="Compare"
          :model-value="way"
          :options="[
            { value: 'blades', label: 'blades' },
            { value: 'face', label: 'face up or down' },
            { value: 'grain', label: 'along or across' },
          ]"
          @update:model-value="compare"
        />
        <ul class="arms" aria-label="What is compared">
          <li v-for="a in trial.arms" :key="a.id">
            <b>{{ armName(trial, a.id, settings.say) }}</b>
            <template v-if="!ways">
              <label
                ><input type="checkbox" :checked="trial.misread.includes(a.id)" @change="misread(a.id)" /> the lens shows other teeth</label
              >
              <button
                v-if="trial.arms.length > 2"
                class="act plain"
                :aria-label="`Leave out ${armName(trial, a.id, settings.say)}`"
                @click="put({ arms: trial.arms.filter((x) => x.id !== a.id) })"
              >
                Leave out
              </button>
            </template>
            <span v-else class="soft">with {{ bladeWords(a.blade, settings.say) }}</span>
          </li>
        </ul>
        <select
          v-if="trial.arms.length < 10"
          v-model="adding"
          class="plain-input"
          :aria-label="ways ? 'Another blade' : 'Blade to add'"
          @change="add"
        >
          <option value="">{{ ways ? 'With another blade' : 'Add a blade' }}</option>
          <optgroup v-for="g in groups" :key="g.name" :label="g.name">
            <option v-for="b in g.blades" :key="b.id" :value="b.id">{{ bladeWords(b, settings.say) }}</option>
          </optgroup>
        </select>
        <div v-for="(j, i) in trial.jobs" :key="i" class="stock">
          <label
            >Stock {{ trial.jobs.length > 1 ? i + 1 : '' }}
            <select
              class="plain-input"
              :value="j.stock.material.id"
              @change="stock(i, { material: ($event.target as HTMLSelectElement).value })"
            >
              <option v-for="m in shop.materials" :key="m.id" :value="m.id">{{ m.name }}</option>
            </select></label
          >
          <LengthInput label="Thickness" :model-value="thickness(j)" @update:model-value="(mm) => mm && stock(i, { thickness: mm })" />
          <button
            v-if="trial.jobs.length > 1"
            class="act plain"
            :aria-label="`Leave out ${stockName(trial, trial.design.stocks[i]!, settings.say)}`"
            @click="less(i)"
          >
            Leave out
          </button>
        </div>
        <button v-if="trial.jobs.length < 4" class="act" @click="more">Add a stock</button>
        <Choice
          label="Boards of each stock"
          :model-value="String(trial.design.repeats)"
          :options="['1', '2', '3'].map((value) => ({ value, label: value }))"
          @update:model-value="(v) => put({ repeats: Number(v) })"
        />
        <label class="tick"
          ><input type="checkbox" :checked="trial.oneBoard" @change="put({ oneBoard: ($event.target as HTMLInputElement).checked })" /> all
          pieces of a stock come from one piece of wood or metal</label
        >
        <label class="tick"
          ><input type="checkbox" :checked="trial.helper" @change="put({ helper: ($event.target as HTMLInputElement).checked })" /> somebody
          else clamps the blades: hide their names at the saw too</label
        >
      </fieldset>
      <ul v-if="unfair.length" class="unfair" aria-label="What would be unfair">
        <li v-for="u in unfair" :key="u"><Mark state="near" />{{ u }}</li>
      </ul>
      <p class="acts">
        <button class="act main" @click="emit('go')">{{ locked ? 'Go on sawing' : 'To the saw' }}</button>
      </p>
    </div>
    <PiecePart :trial="trial" />
  </div>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(280px, 1fr);
  gap: 16px 40px;
}
.plan section {
  margin: 0;
  padding: 0;
  border: 0;
}
.answer {
  font-size: 1.1rem;
}
fieldset {
  border: 0;
  margin: 12px 0 0;
  padding: 0;
  display: grid;
  gap: 12px;
  justify-items: start;
}
.arms {
  width: 100%;
}
.arms li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--faint);
}
.arms b {
  flex: 1 1 200px;
  font-weight: 600;
}
.stock {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
}
.stock > :deep(.field) {
  width: 130px;
}
.stock > button {
  align-self: start;
  margin-top: 22px;
}
.stock label {
  display: grid;
  gap: 2px;
  align-self: start;
}
.unfair {
  margin-top: 14px;
  display: grid;
  gap: 4px;
  max-width: 66ch;
}
.acts {
  margin-top: 14px;
}
.lock {
  margin-top: 6px;
}
@media (max-width: 900px) {
  .plan {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
