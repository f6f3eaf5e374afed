<script setup lang="ts">
import { computed } from 'vue'
import { lengthWords, moneyRange, readNoteWords, transferWords } from '@green-pitch/core'
import { transferCost, transfers, type Layout, type Transfer } from '@green-pitch/core/pattern'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import RateFields from '../../ui/RateFields.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'
import Readings from './Readings.vue'

/** How the drawing is read, how large it is, how often it stands on the board, and how it gets there. */
defineProps<{ known?: number }>()
const emit = defineEmits<{ measure: [mm: number] }>()
const pattern = usePattern()
const settings = useSettings()
const r = computed(() => pattern.record!)
const one = computed(() => {
  const b = pattern.reckoned?.box
  const l = r.value.layout
  const round = (x: number) => Math.round(x * 100) / 100
  return (
    b && { w: round((b.maxX - b.minX - (l.across - 1) * l.gap) / l.across), h: round((b.maxY - b.minY - (l.down - 1) * l.gap) / l.down) }
  )
})
const lay = (patch: Partial<Layout>) => pattern.edit({ layout: { ...r.value.layout, ...patch } })
const mended = computed(() => {
  const m = pattern.reckoned?.mended
  if (!m) return ''
  const parts = [
    m.joined
      ? `${m.joined} ends joined${m.widest > 0.001 ? `, the widest gap ${lengthWords(Math.round(m.widest * 1000) / 1000, settings.say)}` : ''}`
      : '',
    m.repeated ? `${m.repeated} lines drawn twice left out` : '',
  ].filter(Boolean)
  return parts.join('; ')
})
const lines = computed(() => (r.value.reading ?? 'lines') === 'lines')
const kinds = computed(() => new Set(r.value.lines.map((l) => l.paint)))
</script>

<template>
  <Themed>
    <section v-if="one" class="fields">
      <h2>{{ r.name }}: {{ r.sized ? 'at its size' : 'size not said' }}</h2>
      <LengthInput
        label="Width of one"
        :model-value="one.w"
        @update:model-value="(mm) => mm && one && pattern.edit({ stretch: (r.stretch * mm) / one.w, sized: true })"
      />
      <LengthInput
        label="Height of one"
        :model-value="one.h"
        @update:model-value="(mm) => mm && one && pattern.edit({ stretch: (r.stretch * mm) / one.h, sized: true })"
      />
      <div class="wide">
        <LengthInput label="Or a distance you know" :model-value="known" none="" @update:model-value="(mm) => mm && emit('measure', mm)" />
        <p class="soft">Then click its two ends on the sheet.</p>
      </div>
    </section>
    <section class="fields">
      <h2>What stays of it</h2>
      <Readings class="wide" />
      <Choice
        v-if="kinds.size > 1 && lines"
        label="Taken from the drawing"
        :model-value="r.take"
        :options="[
          { value: 'both', label: 'All' },
          { value: 'stroke', label: 'Strokes' },
          { value: 'fill', label: 'Fills' },
        ]"
        @update:model-value="(take) => pattern.edit({ take })"
      />
      <LengthInput
        v-if="lines"
        label="Ends are one within"
        :model-value="r.tolerance"
        :least="0"
        @update:model-value="(mm) => mm !== undefined && pattern.edit({ tolerance: mm })"
      />
      <p v-if="mended" class="wide soft">{{ mended }}.</p>
      <p v-if="r.redraws?.length" class="wide">
        {{ r.redraws.length === 1 ? 'One change' : `${r.redraws.length} changes` }} to the drawing.
        <button class="act" @click="pattern.edit({ redraws: [] })">As drawn</button>
      </p>
      <ul v-if="r.notes.length" class="wide">
        <li v-for="n in r.notes" :key="n.what">{{ readNoteWords(n) }}</li>
      </ul>
    </section>
    <section class="fields">
      <h2>On the board</h2>
      <Count label="Across" :model-value="r.layout.across" :min="1" :max="50" whole @update:model-value="(n) => n && lay({ across: n })" />
      <Count label="Down" :model-value="r.layout.down" :min="1" :max="50" whole @update:model-value="(n) => n && lay({ down: n })" />
      <LengthInput label="Between copies" :model-value="r.layout.gap" @update:model-value="(mm) => mm !== undefined && lay({ gap: mm })" />
      <LengthInput
        label="To the edge"
        :model-value="r.layout.margin"
        @update:model-value="(mm) => mm !== undefined && lay({ margin: mm })"
      />
      <p v-if="pattern.reckoned" class="wide soft">
        Board {{ lengthWords(Math.ceil(pattern.reckoned.board.maxX), settings.say) }} ×
        {{ lengthWords(Math.ceil(pattern.reckoned.board.maxY), settings.say) }}. Stacked copies are the stock’s: see the ticket.
      </p>
    </section>
    <section class="fields">
      <h2>Onto the stock and off again</h2>
      <label v-for="t in transfers" :key="t" class="wide">
        <input type="radio" name="transfer" :checked="r.transfer === t" @change="pattern.edit({ transfer: t as Transfer })" />
        <b>{{ transferWords[t].name }}</b> {{ transferWords[t].how }}
        <span class="soft">
          {{ transferCost[t].on }} min on, {{ transferCost[t].off }} off; within {{ lengthWords(transferCost[t].error, settings.say)
          }}{{ transferCost[t].cooler ? '; runs cooler' : '' }}.</span
        >
      </label>
    </section>
    <section class="fields">
      <h2>Your rates</h2>
      <RateFields />
      <Count
        label="Stock"
        :model-value="r.costs.stock"
        :min="0"
        :max="100000"
        @update:model-value="(n) => pattern.edit({ costs: { ...r.costs, stock: n ?? 0 } })"
      />
      <Count
        label="Finish"
        :model-value="r.costs.finish"
        :min="0"
        :max="100000"
        @update:model-value="(n) => pattern.edit({ costs: { ...r.costs, finish: n ?? 0 } })"
      />
      <p v-if="pattern.price" class="wide">
        Comes to <b>{{ moneyRange(pattern.price) }}</b> in your money.
      </p>
    </section>
    <p><button class="act plain" @click="pattern.removePattern()">Take the drawing away from this job</button></p>
  </Themed>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
  padding: 12px 0;
  border-bottom: 1px solid var(--faint);
  align-items: start;
}
h2,
.wide {
  grid-column: 1 / -1;
}
</style>
