<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { minutesWords, orderRule, pieceRule, ringName, roundWords } from '@green-pitch/core'
import { orderCost, orderTask, shareLeft, type Reckoning } from '@green-pitch/core/pattern'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import Why from '../../ui/Why.vue'

/** The order by hand: pick one, move it, and see at once what that costs. */
const props = defineProps<{ found: Reckoning; selected?: number }>()
const emit = defineEmits<{ select: [id: number] }>()
const pattern = usePattern()
const settings = useSettings()
const list = ref<HTMLElement>()
const WINDOW = 40 // rows shown round the chosen one; a thousand would only slow the page

const openings = computed(() => props.found.order.filter((id) => props.found.rings[id]!.ring.role === 'opening'))
/** Pieces that share lines come off as they can; nothing of that is a choice. */
const pieces = computed(() => (openings.value.length ? [] : props.found.order.filter((id) => props.found.rings[id]!.ring.part)))
const listed = computed(() => (pieces.value.length ? pieces.value : openings.value))
const at = computed(() => Math.max(0, props.selected === undefined ? 0 : listed.value.indexOf(props.selected)))
const from = computed(() => Math.max(0, Math.min(at.value - WINDOW / 2, listed.value.length - WINDOW)))
const rows = computed(() =>
  listed.value.slice(from.value, from.value + WINDOW).map((id, i) => ({ id, n: from.value + i + 1, r: props.found.rings[id]! })),
)
const cost = computed(() => {
  const { chosen, best, reading, nearest } = props.found.cost
  const ratio = (x: number) => (best > 0 ? x / best : 1)
  return { byHand: ratio(chosen), reading: ratio(reading), nearest: ratio(nearest) }
})
const percent = (x: number) => `${x >= 1 ? '+' : '−'}${Math.abs((x - 1) * 100).toFixed(x < 1.1 ? 1 : 0)} %`

/** Cost of an order of ring ids, against the best. */
function against(order: readonly number[]): number {
  const rings = props.found.rings.filter((r) => r.ring.role === 'opening')
  const index = new Map(rings.map((r, i) => [r.ring.id, i]))
  const c = orderCost(
    orderTask(rings, props.found.webs),
    order.map((id) => index.get(id)!),
  )
  return props.found.cost.best > 0 ? c / props.found.cost.best : 1
}
function shifted(by: number): number[] | undefined {
  const to = at.value + by
  if (props.selected === undefined || to < 0 || to >= openings.value.length) return undefined
  const next = [...openings.value]
  next.splice(at.value, 1)
  next.splice(to, 0, props.selected)
  return next
}
const predicted = computed(() =>
  [-1, 1].map((by) => {
    const o = shifted(by)
    return o && percent(against(o))
  }),
)
function shift(by: number) {
  const o = shifted(by)
  if (o) pattern.choose({ order: o })
}
function key(e: KeyboardEvent) {
  const by = e.key === 'ArrowUp' ? -1 : e.key === 'ArrowDown' ? 1 : 0
  if (!by) return
  e.preventDefault()
  if (e.altKey && !pieces.value.length) shift(by)
  else {
    const id = listed.value[Math.min(listed.value.length - 1, Math.max(0, at.value + by))]
    if (id !== undefined) emit('select', id)
  }
  void nextTick(() => list.value?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' }))
}
</script>

<template>
  <section aria-labelledby="order-head">
    <h2 id="order-head">
      {{
        pieces.length
          ? 'One piece after another'
          : pattern.record?.choices.order
            ? `Your order costs ${percent(cost.byHand)} against the suggested one`
            : 'Suggested order'
      }}
    </h2>
    <p v-if="pieces.length" class="soft">{{ pieceRule }}</p>
    <p v-else class="soft">
      Reading order would cost {{ percent(cost.reading) }}, always-the-nearest {{ percent(cost.nearest) }}.
      <Why :why="() => ({ rule: 'order', text: orderRule, inputs: [] })" label="Order">why?</Why>
    </p>
    <p v-if="!pieces.length" class="acts">
      <button class="act" :disabled="!predicted[0]" @click="shift(-1)">Earlier {{ predicted[0] }}</button>
      <button class="act" :disabled="!predicted[1]" @click="shift(1)">Later {{ predicted[1] }}</button>
      <button v-if="pattern.record?.choices.order" class="act" @click="pattern.choose({ order: undefined })">Suggested order</button>
    </p>
    <ol
      ref="list"
      role="listbox"
      tabindex="0"
      :aria-label="
        pieces.length ? 'Pieces in the order they come off' : 'Openings in the order they are sawn; Alt with arrows moves the chosen one'
      "
      @keydown="key"
    >
      <li v-for="o in rows" :key="o.id" role="option" :aria-selected="o.id === selected" @click="emit('select', o.id)">
        <b class="mono">{{ o.n }}</b>
        <span>{{ minutesWords(pattern.spent[o.id]!.sawing) }}</span>
        <span class="soft">{{
          o.r.left
            ? `${Math.round(100 * (1 - shareLeft(o.r.measure, o.r.left)))} % sawn before`
            : o.r.web
              ? `web ${roundWords(o.r.web.width, settings.say)} to ${ringName(found, o.r.web.a === o.id ? o.r.web.b : o.r.web.a).toLowerCase()}`
              : ''
        }}</span>
      </li>
    </ol>
    <p v-if="listed.length > rows.length" class="soft">{{ from + 1 }} to {{ from + rows.length }} of {{ listed.length }}; arrows go on.</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  padding-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 44px 70px 1fr;
  padding: 5px 8px;
  border-bottom: 1px solid var(--faint);
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--ink);
}
</style>
