<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Order } from '../../data/records'
import { useJob } from '../../store/job'
import { useWeek } from '../../store/week'
import { useRouter } from 'vue-router'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import StackTable from '../../ui/StackTable.vue'

/** One piece of the week: how many, by when, what comes before and after, and how high it is stacked. */
const props = defineProps<{ id: string }>()
const emit = defineEmits<{ quote: [] }>()
const store = useWeek()
const jobs = useJob()
const router = useRouter()
const row = computed(() => store.rows.find((r) => r.id === props.id))
const order = computed(() => row.value?.order)
const stacks = computed(() => store.found?.stacks[props.id] ?? [])
const chosen = computed(() => order.value?.stack ?? store.week?.stacks[props.id])
const set = (patch: Partial<Order>) => {
  if (!order.value) return
  const next = { ...order.value, ...patch }
  for (const k of Object.keys(patch) as (keyof Order)[]) if (patch[k] === undefined) Reflect.deleteProperty(next, k)
  void store.promise(props.id, next)
}
type Step = Order['steps'][number]
/** The commonest handwork; one's own trade fills in the rest. */
const usual: Step[] = [
  { name: 'drill', when: 'before', minutes: 10, wait: 0 },
  { name: 'glue the blank', when: 'before', minutes: 20, wait: 720 },
  { name: 'glue up', when: 'after', minutes: 20, wait: 720 },
  { name: 'sand and oil', when: 'after', minutes: 25, wait: 720 },
  { name: 'varnish', when: 'after', minutes: 20, wait: 1440 },
]
/** Steps to choose from: the usual ones, and what other pieces were given, as it was said last. */
const steps = computed(() => {
  const known = new Map(usual.map((s) => [`${s.when} ${s.name}`, s]))
  for (const r of [...store.rows].reverse()) for (const s of r.order?.steps ?? []) known.set(`${s.when} ${s.name}`, s)
  return [...known.values()]
})
const change = (k: number, patch: Partial<Step>) => set({ steps: order.value!.steps.map((s, i) => (i === k ? { ...s, ...patch } : s)) })
const own = reactive({ name: '', when: 'after' as Step['when'] })
function add() {
  const name = own.name.trim()
  if (name) set({ steps: [...order.value!.steps, { name, when: own.when, minutes: 15, wait: 0 }] })
  own.name = ''
}
async function open() {
  await jobs.open(props.id)
  await router.push('/')
}
</script>

<template>
  <div v-if="row && order" class="piece">
    <p class="fields">
      <label
        >Ready by
        <input
          class="plain-input"
          type="date"
          :value="order.due ?? ''"
          @change="set({ due: ($event.target as HTMLInputElement).value || undefined })"
      /></label>
      <Count
        :model-value="order.copies"
        label="Copies"
        :min="1"
        :max="500"
        whole
        @update:model-value="(n) => n && set({ copies: n, stack: undefined })"
      />
      <Count
        :model-value="order.sheets"
        label="Blanks there are"
        :min="0"
        :max="5000"
        whole
        none="enough"
        @update:model-value="(n) => set({ sheets: n })"
      />
      <Count
        :model-value="order.value ?? 1"
        label="Worth beside others"
        :min="0.1"
        :max="10"
        @update:model-value="(n) => n && set({ value: n })"
      />
    </p>
    <ul class="steps" aria-label="Handwork">
      <li v-for="(s, k) in order.steps" :key="k">
        <span class="what"
          >{{ s.name }}<br /><span class="soft">{{ s.when }} sawing</span></span
        >
        <Count
          :model-value="s.minutes"
          label="Minutes"
          :min="1"
          :max="1440"
          whole
          @update:model-value="(n) => n && change(k, { minutes: n })"
        />
        <Count
          :model-value="s.wait / 60 || undefined"
          label="Then waits, hours"
          :min="0"
          :max="720"
          none="not"
          @update:model-value="(n) => change(k, { wait: Math.round(60 * (n ?? 0)) })"
        />
        <button class="act plain" :aria-label="`Take off ${s.name}`" @click="set({ steps: order.steps.filter((_, i) => i !== k) })">
          Take off
        </button>
      </li>
    </ul>
    <p class="acts">
      <button v-for="s in steps" :key="s.when + s.name" class="act plain" @click="set({ steps: [...order.steps, { ...s }] })">
        + {{ s.name }}
      </button>
    </p>
    <form class="fields" @submit.prevent="add">
      <label
        >Handwork of your own <input v-model="own.name" class="plain-input" maxlength="60" placeholder="engrave, plate, line the box"
      /></label>
      <Choice
        v-model="own.when"
        label="When"
        :options="[
          { value: 'before', label: 'Before sawing' },
          { value: 'after', label: 'After' },
        ]"
      />
      <button class="act" :disabled="!own.name.trim()">Add</button>
    </form>
    <StackTable
      v-if="stacks.length > 1"
      :stacks="stacks"
      :best="chosen"
      :taken="order.stack"
      @take="(n) => set({ stack: n === order?.stack ? undefined : n })"
    />
    <p class="acts">
      <button class="act" @click="store.step(id, -1)">Earlier</button>
      <button class="act" @click="store.step(id, 1)">Later</button>
      <button class="act" @click="open">Open on the Bench</button>
      <button class="act" @click="emit('quote')">Quote it</button>
      <button class="act" :aria-pressed="!!order.sawn" @click="set({ sawn: order.sawn ? undefined : true })">
        {{ order.sawn ? 'Sawn' : 'It is sawn' }}
      </button>
      <button class="act" @click="store.promise(id, undefined)">Take out of the week</button>
    </p>
  </div>
</template>

<style scoped>
.piece {
  background: var(--sheet);
  border: 1px solid var(--faint);
  padding: 10px;
  margin-top: 8px;
  display: grid;
  gap: 8px;
  overflow-x: auto;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: end;
}
.fields label {
  display: grid;
}
.steps {
  list-style: none;
}
.steps li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
  padding: 4px 0;
}
.what {
  min-width: 130px;
  line-height: 1.25;
}
</style>
