<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Block, Week } from '@green-pitch/core/week'
import { clockOf, dayName, type PlannedEvening } from '../data/days'

/** Evenings as strips: work at its medians, the end soft, a line where ears stop. Pieces are moved by pointer or keys. */
const props = defineProps<{
  week: Week
  evenings: readonly PlannedEvening[]
  today: Date
  names: Record<string, string>
  blades: Record<string, string>
  selected?: string
}>()
const emit = defineEmits<{
  select: [piece: string]
  move: [piece: string, before: string | undefined]
  step: [piece: string, way: -1 | 1]
  off: [day: string]
}>()

const MORE = 2 // evenings shown beyond the last with work
const shown = computed(() => {
  const last = props.week.sequence.reduce((e, b) => Math.max(e, b.evening), -1)
  return props.evenings.slice(0, Math.max(4, last + MORE))
})
const widest = computed(() => Math.max(60, ...shown.value.map((e) => e.minutes)) * 1.12)
const at = (e: PlannedEvening, minute: number) => `${Math.max(0, Math.min(100, (100 * (minute - e.at)) / widest.value))}%`
const span = (minutes: number) => `${(100 * minutes) / widest.value}%`
/** Blocks of one piece that follow one another read as one. */
interface Strip extends Block {
  steps: string[]
}
const rows = computed(() =>
  shown.value.map((evening, e) => {
    const strips: Strip[] = []
    for (const b of props.week.sequence.filter((s) => s.evening === e)) {
      const last = strips.at(-1)
      if (last?.piece === b.piece && Math.abs(last.to - b.from) < 0.5 && !b.setUp) {
        last.to = b.to
        last.steps.push(b.step)
      } else strips.push({ ...b, steps: [b.step] })
    }
    return { evening, strips, soft: props.week.ends.find((x) => x.evening === e) }
  }),
)
const does = (s: Strip) => (s.steps.includes('saw') ? (props.blades[s.piece] ?? '') : 'by hand')
const dragged = ref<string>()
function drop(before: string | undefined) {
  if (dragged.value && dragged.value !== before) emit('move', dragged.value, before)
  dragged.value = undefined
}
</script>

<template>
  <ol class="strips">
    <li v-for="{ evening, strips, soft } in rows" :key="evening.at" @dragover.prevent @drop="drop(undefined)">
      <div class="day">
        <b>{{ dayName(evening.at, today) }}</b>
        <span class="soft">{{ clockOf(evening.at) }}</span>
        <button class="act plain" :aria-label="`Call off ${dayName(evening.at, today)}`" @click="emit('off', evening.day)">Call off</button>
      </div>
      <div class="line">
        <span class="room" :style="{ width: span(evening.minutes) }" />
        <span v-if="soft" class="end" aria-hidden="true" :style="{ left: at(evening, soft.low), width: span(soft.high - soft.low) }" />
        <template v-for="s in strips" :key="s.from">
          <span v-if="s.setUp > 0.5" class="setup" aria-hidden="true" :style="{ left: at(evening, s.from), width: span(s.setUp) }" />
          <button
            class="block"
            :class="{ hand: !s.steps.includes('saw'), chosen: s.piece === selected }"
            :style="{ left: at(evening, s.from + s.setUp), width: span(s.to - s.from - s.setUp) }"
            draggable="true"
            :aria-pressed="s.piece === selected"
            :aria-label="`${names[s.piece]}, ${clockOf(s.from)} to ${clockOf(s.to)}, ${does(s)}`"
            :title="`${names[s.piece]}: ${does(s)}`"
            @click="emit('select', s.piece)"
            @dragstart="dragged = s.piece"
            @drop.stop="drop(s.piece)"
            @keydown.alt.left.prevent="emit('step', s.piece, -1)"
            @keydown.alt.right.prevent="emit('step', s.piece, 1)"
          >
            <b>{{ names[s.piece] }}</b><span>{{ does(s) }}</span>
          </button>
        </template>
        <span
          v-if="evening.loud !== undefined && evening.loud < evening.minutes"
          class="ears"
          :style="{ left: at(evening, evening.at + evening.loud) }"
          >ears until {{ clockOf(evening.at + evening.loud) }}</span
        >
        <span class="ears" :style="{ left: at(evening, evening.at + evening.minutes) }">{{ clockOf(evening.at + evening.minutes) }}</span>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.strips {
  display: grid;
  gap: 6px;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.day {
  display: grid;
  line-height: 1.25;
}
.day .act {
  justify-self: start;
  padding: 0;
  min-height: 24px;
  opacity: 0;
}
li:hover .act,
li:focus-within .act {
  opacity: 1;
}
.line {
  position: relative;
  height: 62px;
}
.room {
  position: absolute;
  left: 0;
  bottom: 10px;
  border-bottom: 1px solid var(--rule);
}
.block {
  position: absolute;
  top: 2px;
  height: 48px;
  min-width: 6px;
  overflow: hidden;
  text-align: left;
  padding: 3px 8px;
  background: var(--stock, #e7d7b8);
  color: #26302c;
  border: 1px solid var(--ink);
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  white-space: nowrap;
  line-height: 1.3;
}
.block b,
.block span {
  overflow: hidden;
  text-overflow: ellipsis;
}
.block span {
  font-size: 15px;
}
.block.hand {
  background: var(--sheet);
  color: var(--ink);
}
.block.chosen {
  outline: 3px solid var(--ink);
  outline-offset: 1px;
  z-index: 1;
}
.setup {
  position: absolute;
  top: 6px;
  height: 40px;
  background: repeating-linear-gradient(-45deg, transparent 0 4px, var(--rule) 4px 5px);
}
.end {
  position: absolute;
  top: 2px;
  height: 48px;
  background: linear-gradient(to right, color-mix(in srgb, var(--soft) 45%, transparent), transparent);
}
.ears {
  position: absolute;
  top: -2px;
  bottom: 4px;
  border-left: 2px dotted var(--soft);
  padding-left: 5px;
  font-size: 15px;
  color: var(--soft);
  white-space: nowrap;
  pointer-events: none;
  display: flex;
  align-items: start;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .day {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  .day .act {
    opacity: 1;
    min-height: 44px;
    margin-left: auto;
  }
}
</style>
