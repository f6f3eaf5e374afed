<script setup lang="ts">
import { computed, reactive } from 'vue'
import { gapPlaceNames, gapWords, lengthWords } from '@green-pitch/core'
import { gapPlaces, jointGap, PAPER, type GapPlace } from '@green-pitch/core/joint'
import { useSettings } from '../../store/settings'
import Figure from './Figure.vue'
import type { FieldValue } from './fields'

/** A joint that stands open, measured with a feeler or strips of paper: does it matter, and what to do. */
const settings = useSettings()
const made = reactive({ gap: 0.2, spare: 0, where: 'shoulder' as GapPlace })
const verdict = computed(() => jointGap(made.gap, made.where, made.spare))
const sheets = computed(() => Math.max(1, Math.round(made.gap / PAPER)))
const put = (key: 'gap' | 'spare') => (v: FieldValue) => {
  if (typeof v === 'number' && v >= 0) made[key] = v
}
</script>

<template>
  <details class="gap">
    <summary>It gapes somewhere</summary>
    <p role="status">
      <b>{{ gapWords[verdict] }}</b>
    </p>
    <div class="figures">
      <label
        >Where
        <select v-model="made.where" class="plain-input">
          <option v-for="w in gapPlaces" :key="w" :value="w">{{ gapPlaceNames[w] }}</option>
        </select></label
      >
      <Figure :field="{ key: 'gap', label: 'Gap', as: 'length' }" :value="made.gap" @change="put('gap')($event)" />
      <Figure
        v-if="made.where === 'shoulder'"
        :field="{ key: 'spare', label: 'Length it may lose', as: 'length' }"
        :value="made.spare"
        @change="put('spare')($event)"
      />
    </div>
    <p class="soft">
      By feeler, or by strips of paper: one sheet is about {{ lengthWords(PAPER, settings.say) }}, so {{ sheets }} sheet{{
        sheets === 1 ? '' : 's'
      }}.
    </p>
  </details>
</template>

<style scoped>
.gap {
  margin-top: 16px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
summary {
  cursor: pointer;
  min-height: 32px;
  font-weight: 600;
}
.figures {
  margin: 8px 0;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: end;
}
label {
  display: grid;
  gap: 2px;
}
</style>
