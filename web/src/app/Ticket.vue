<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, watch, type Component } from 'vue'
import Mark from '../ui/Mark.vue'
import { onKey } from '../ui/keys'
import { useNarrow } from '../ui/narrow'
import { partAsked } from '../ui/partAsked'
import { useParts, type PartId } from './parts/words'

const parts = useParts()
const editors: Record<PartId, Component> = {
  stock: defineAsyncComponent(() => import('./parts/StockPart.vue')),
  cut: defineAsyncComponent(() => import('./parts/CutPart.vue')),
  saw: defineAsyncComponent(() => import('./parts/SawPart.vue')),
  blade: defineAsyncComponent(() => import('./parts/BladePart.vue')),
  tension: defineAsyncComponent(() => import('./parts/TensionPart.vue')),
  orbit: defineAsyncComponent(() => import('./parts/OrbitPart.vue')),
  stroke: defineAsyncComponent(() => import('./parts/StrokePart.vue')),
  speed: defineAsyncComponent(() => import('./parts/SpeedPart.vue')),
  way: defineAsyncComponent(() => import('./parts/WayPart.vue')),
}
/** The first three say what is to be done, the others are the answer. A phone shows the answer, and what was asked in one line. */
const ASKED = 3
const narrow = useNarrow()
const whole = ref(false)
const asked = computed(() =>
  parts.value
    .slice(0, ASKED)
    .map((p, i) => (i === 0 ? `${p.value}, ${p.note}` : p.value))
    .join(' · '),
)
const open = ref<number>()
const buttons = ref<HTMLButtonElement[]>([])
const panel = ref<HTMLElement>()

async function toggle(i: number) {
  if (i < ASKED) whole.value = true
  open.value = open.value === i ? undefined : i
  await nextTick()
  panel.value?.focus()
}
function close() {
  const i = open.value
  open.value = undefined
  if (i !== undefined) buttons.value[i]?.focus()
}
/** A search leads here; a part this saw has not, such as an orbit, is passed over. */
watch(
  partAsked,
  (id) => {
    const i = parts.value.findIndex((p) => p.id === id)
    partAsked.value = undefined
    if (i >= 0 && open.value !== i) void toggle(i)
  },
  { immediate: true },
)
for (let i = 0; i < 7; i++) onKey(String(i + 1), () => void toggle(i))
onKey('Escape', close)
</script>

<template>
  <section class="strip" aria-label="Ticket" @keydown.esc="close">
    <button v-if="narrow" class="asked" :aria-expanded="whole" aria-controls="parts" @click="whole = !whole">
      <span>{{ asked }}</span><span class="soft">{{ whole ? 'Fold' : 'Change' }}</span>
    </button>
    <div id="parts" class="parts">
      <button
        v-for="(p, i) in parts"
        :key="p.name"
        ref="buttons"
        v-show="!narrow || whole || i >= ASKED"
        class="part"
        :class="{ open: open === i, broken: p.trouble }"
        :aria-expanded="open === i"
        aria-controls="part"
        v-bind="p.figure"
        @click="toggle(i)"
      >
        <span class="name">{{ p.name }}</span><kbd aria-hidden="true">{{ i + 1 }}</kbd>
        <span class="value"><Mark v-if="p.state" :state="p.state" />{{ p.value }}</span>
        <span class="note" :class="p.state === 'beyond' ? 'beyond' : 'soft'">{{ p.trouble ? `${p.note}; ${p.trouble}` : p.note }}</span>
      </button>
    </div>
    <div
      v-if="open !== undefined"
      id="part"
      ref="panel"
      class="panel"
      tabindex="-1"
      role="group"
      :aria-label="`${parts[open]!.name}, open`"
    >
      <component :is="editors[parts[open]!.id]" />
      <button class="act plain close" @click="close">Close <kbd>Esc</kbd></button>
    </div>
  </section>
</template>

<style scoped>
.strip {
  position: relative;
  z-index: 5;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.parts {
  display: grid;
  grid-template-columns: 1.18fr 1.18fr 1.08fr 1.12fr 1.16fr 1.02fr 1.05fr;
}
.part {
  position: relative;
  display: grid;
  align-content: start;
  padding: 7px 10px 7px 12px;
  min-height: 74px;
  border-right: 1px dashed var(--rule);
  min-width: 0;
}
.part:last-child {
  border-right: 0;
}
.part:hover,
.part.open {
  background: var(--paper);
}
.part.open {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.part kbd {
  position: absolute;
  right: 8px;
  top: 8px;
  font-size: 0.75rem;
}
.name {
  color: var(--soft);
}
.value {
  font-weight: 700;
  font-size: 1.07rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.note {
  display: -webkit-box;
  overflow: hidden;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-height: 1.2;
}
.panel {
  position: absolute;
  left: 0;
  right: 0;
  top: 100%;
  padding: 16px 16px 44px;
  background: var(--sheet);
  border-bottom: 1px solid var(--ink);
  border-top: 1px solid var(--rule);
  box-shadow: 0 8px 16px rgb(0 0 0 / 0.12);
  max-height: calc(100vh - 120px);
  overflow: auto;
}
.part.broken .note {
  -webkit-line-clamp: 3;
}
.panel:focus {
  outline: none;
}
.close {
  position: absolute;
  right: 8px;
  bottom: 8px;
}
.asked {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 4px 12px;
  border-bottom: 1px dashed var(--rule);
}
.asked span:last-child {
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 1100px) {
  .part {
    padding: 7px 6px 7px 8px;
  }
  .part kbd {
    display: none;
  }
  .value {
    font-size: 1rem;
  }
}
@media (max-width: 760px) {
  .parts {
    grid-template-columns: 1fr 1fr;
  }
  .value {
    font-size: 1.2rem;
  }
  .part {
    border-bottom: 1px dashed var(--rule);
    min-height: 64px;
  }
  .part kbd {
    display: none;
  }
  .panel {
    max-height: none;
  }
}
</style>
