<script setup lang="ts">
import { computed } from 'vue'
import { bladeWords, fewestWords, redrawWords } from '@green-pitch/core'
import type { Reckoning } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'

/** The least that would have to be redrawn for the blade in hand: shown on the sheet, taken one by one or together. */
const props = defineProps<{ found: Reckoning }>()
const emit = defineEmits<{ show: [x: number, y: number] }>()
const pattern = usePattern()
const answer = useAnswer()
const settings = useSettings()
const stopped = computed(() => props.found.troubles.some((t) => t.state === 'beyond' && ['bend', 'kerf', 'hole', 'web'].includes(t.kind)))
const name = computed(() => bladeWords(answer.blade, settings.say))
const at = (c: { x: number; y: number }) => {
  const [dx, dy] = pattern.reckoned!.origin
  emit('show', c.x + dx, c.y + dy)
}
</script>

<template>
  <div v-if="stopped || pattern.fewest" class="redraws" role="group" aria-label="Fewest redraws">
    <p v-if="pattern.fewest === undefined">
      <button class="act" @click="pattern.seekFewest()">What redrawing would let {{ name }} cut it?</button>
    </p>
    <p v-else-if="pattern.fewest === null" role="status">This drawing has too many lines to look for that.</p>
    <template v-else>
      <p role="status">
        <b>{{ fewestWords(pattern.fewest, answer.blade, settings.say) }}</b>
      </p>
      <ul v-if="pattern.fewest.changes.length">
        <li v-for="(c, i) in pattern.fewest.changes" :key="i">
          <button class="act plain" @click="at(c)">{{ redrawWords(c.redraw, settings.say) }}</button>
          <button class="act" :aria-label="`Redraw place ${i + 1}`" @click="pattern.redraw([c])">Redraw</button>
        </li>
      </ul>
      <p class="acts">
        <button v-if="pattern.fewest.changes.length > 1" class="act main" @click="pattern.redraw(pattern.fewest.changes)">
          Redraw all {{ pattern.fewest.changes.length }}
        </button>
        <button class="act" @click="pattern.fewest = undefined">Leave it as drawn</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.redraws {
  padding: 9px 0;
  border-bottom: 1px solid var(--faint);
}
ul {
  max-height: 210px;
  overflow: auto;
}
li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 2px 0;
}
li .plain {
  text-align: left;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
}
</style>
