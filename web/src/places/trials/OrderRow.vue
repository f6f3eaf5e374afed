<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'
import { criterionHints, criterionNames, laid, stepped, type TrialCriterion } from '@green-pitch/core'

/** The pieces of one board in order by one criterion, best at the left; dragged, or moved by the arrow keys. */
const props = defineProps<{
  criterion: TrialCriterion
  /** labels by blade */
  labels: Record<string, string>
  /** as put so far; an empty one: it cannot be told; undefined: nobody looked yet */
  order: string[][] | undefined
  fixed: boolean
}>()
const emit = defineEmits<{ put: [order: string[][] | undefined] }>()
const row = useTemplateRef<HTMLElement>('row')
const said = ref('')

const all = () => Object.keys(props.labels).sort((a, b) => (props.labels[a]! < props.labels[b]! ? -1 : 1))
const shown = () => (props.order?.length ? props.order : [all()])

function put(order: string[][], id: string) {
  emit('put', order)
  const at = order.findIndex((tied) => tied.includes(id))
  const mates = order[at]!.filter((x) => x !== id).map((x) => props.labels[x])
  said.value = `${props.labels[id]}: place ${at + 1} of ${order.length}${mates.length ? `, with ${mates.join(', ')}` : ''}`
  // moved to another group it is another element
  void nextTick(() => row.value?.querySelector<HTMLElement>(`[data-with="${CSS.escape(id)}"]`)?.focus())
}
function key(e: KeyboardEvent, id: string) {
  if (props.fixed || e.ctrlKey || e.metaKey || e.altKey) return
  const by = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0
  if (by) put(stepped(shown(), id, by), id)
  else if (e.key === 'Home') put(laid(shown(), id, { at: 0 }), id)
  else if (e.key === 'End') put(laid(shown(), id, { at: shown().length }), id)
  else return
  e.preventDefault()
}

const dragged = ref<{ id: string; x: number; y: number; dx: number; dy: number }>()
const over = ref<{ with: string } | { at: number }>()
function down(e: PointerEvent, id: string) {
  if (props.fixed || e.button) return
  dragged.value = { id, x: e.clientX, y: e.clientY, dx: 0, dy: 0 }
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
/** What lies under the pointer in this row, besides the piece that is carried. */
function under(e: PointerEvent): typeof over.value {
  for (const el of document.elementsFromPoint(e.clientX, e.clientY)) {
    if (!(el instanceof HTMLElement) || !row.value?.contains(el)) continue
    if (el.dataset.with !== undefined && el.dataset.with !== dragged.value?.id) return { with: el.dataset.with }
    if (el.dataset.at !== undefined) return { at: Number(el.dataset.at) }
  }
  return undefined
}
function move(e: PointerEvent) {
  const d = dragged.value
  if (!d) return
  dragged.value = { ...d, dx: e.clientX - d.x, dy: e.clientY - d.y }
  over.value = under(e)
}
function up() {
  const [d, to] = [dragged.value, over.value]
  dragged.value = over.value = undefined
  if (d && to) put(laid(shown(), d.id, to), d.id)
}
const isOver = (to: { with: string } | { at: number }) => JSON.stringify(over.value) === JSON.stringify(to)
</script>

<template>
  <div class="row" :class="{ open: order === undefined }">
    <div class="what">
      <b>{{ criterionNames[criterion] }}</b> <span class="soft">{{ criterionHints[criterion] }}</span>
    </div>
    <div ref="row" class="order" role="group" :aria-label="`${criterionNames[criterion]}, best first`">
      <template v-if="!(order && !order.length)">
        <template v-for="(tied, i) in shown()" :key="tied.join()">
          <span class="gap" :class="{ over: isOver({ at: i }) }" :data-at="i" aria-hidden="true">{{ i ? '›' : '' }}</span>
          <span class="tied" :class="{ many: tied.length > 1 }">
            <button
              v-for="id in tied"
              :key="id"
              class="chip"
              :class="{ over: isOver({ with: id }), carried: dragged?.id === id }"
              :style="dragged?.id === id ? { transform: `translate(${dragged.dx}px, ${dragged.dy}px)` } : undefined"
              :data-with="id"
              :aria-label="`${labels[id]}, ${order ? `place ${i + 1} of ${shown().length}` : 'not put yet'}`"
              :disabled="fixed"
              @keydown="key($event, id)"
              @pointerdown="down($event, id)"
              @pointermove="move"
              @pointerup="up"
              @pointercancel="dragged = over = undefined"
            >
              {{ labels[id] }}
            </button>
          </span>
        </template>
        <span class="gap last" :class="{ over: isOver({ at: shown().length }) }" :data-at="shown().length" aria-hidden="true"></span>
      </template>
      <span v-else class="soft">cannot be told</span>
      <span class="sr" role="status">{{ said }}</span>
    </div>
    <div v-if="!fixed" class="acts">
      <button v-if="order === undefined" class="act plain" @click="emit('put', [all()])">All alike</button>
      <button v-if="order === undefined" class="act plain" @click="emit('put', [])">Cannot tell</button>
      <button v-else class="act plain" @click="emit('put', undefined)">Look again</button>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 310px minmax(0, 1fr) 190px;
  gap: 4px 16px;
  align-items: center;
  min-height: 58px;
  border-bottom: 1px solid var(--faint);
}
.what b {
  display: block;
}
.what b::first-letter {
  text-transform: uppercase;
}
.what span {
  font-size: 0.875rem;
}
.order {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}
.gap {
  min-width: 22px;
  height: 44px;
  display: grid;
  place-items: center;
  color: var(--soft);
}
.gap.last {
  flex: 1;
  min-width: 40px;
}
.gap.over {
  background: var(--faint);
  box-shadow: inset 2px 0 var(--ink);
}
.tied {
  display: inline-flex;
  gap: 4px;
}
.tied.many {
  border-bottom: 2px solid var(--ink);
  padding-bottom: 2px;
}
.chip {
  min-width: 46px;
  height: 44px;
  padding: 0 8px;
  text-align: center;
  font: 600 1rem var(--mono);
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: 3px;
  cursor: grab;
  touch-action: none;
  user-select: none;
}
.open .chip {
  border-style: dashed;
  font-weight: 400;
}
.open .tied.many {
  border-bottom-color: transparent;
}
.chip.over {
  background: var(--faint);
  outline: 2px solid var(--ink);
}
.chip.carried {
  position: relative;
  z-index: 2;
  cursor: grabbing;
  pointer-events: none;
  background: var(--faint);
}
.chip:disabled {
  cursor: default;
}
.acts {
  display: flex;
  justify-content: end;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
  .acts {
    justify-content: start;
  }
}
</style>
