<script setup lang="ts">
import { isStrung, minutesWords, stepWords, threadingSeconds, type ChangeProcedure, type Saw } from '@green-pitch/core'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'

/** The saw's own way of threading a hole, with its seconds. */
const props = defineProps<{ saw: Saw }>()
const emit = defineEmits<{ change: [procedure: ChangeProcedure] }>()
const change = (patch: Partial<ChangeProcedure>) => emit('change', { ...props.saw.change, ...patch })
const seconds = (i: number, value: number) =>
  change({ steps: props.saw.change.steps.map((s, j) => (j === i ? { ...s, seconds: value } : s)) })
</script>

<template>
  <section>
    <h2>{{ isStrung(saw) ? 'Changing the blade, hole after hole' : 'Entering each hole' }}: {{ minutesWords(threadingSeconds(saw)) }}</h2>
    <ol class="steps">
      <li v-for="(s, i) in saw.change.steps" :key="i">
        <span>{{ stepWords(s) }}</span><Count
          class="sec"
          :label="`Seconds to ${stepWords(s)}`"
          :model-value="s.seconds"
          :min="0"
          :max="600"
          unit="s"
          @update:model-value="(v) => v !== undefined && seconds(i, v)"
        />
      </li>
    </ol>
    <div class="fields">
      <LengthInput
        :label="isStrung(saw) ? 'Depth in each clamp' : 'Shank in the clamp'"
        :model-value="saw.change.insertion"
        @update:model-value="(v) => v && change({ insertion: v })"
      />
      <Choice
        v-if="isStrung(saw)"
        label="Tension afterwards"
        :model-value="saw.change.tensionReturns ? 'yes' : 'no'"
        :options="[
          { value: 'yes', label: 'Comes back by itself' },
          { value: 'no', label: 'Must be set again' },
        ]"
        @update:model-value="(v) => change({ tensionReturns: v === 'yes' })"
      />
    </div>
  </section>
</template>

<style scoped>
.steps {
  counter-reset: s;
  margin: 6px 0 12px;
  max-width: 560px;
}
.steps li {
  display: grid;
  grid-template-columns: 1fr 120px;
  align-items: center;
  padding: 3px 0;
  border-bottom: 1px solid var(--faint);
}
.steps li > span::first-letter {
  text-transform: uppercase;
}
.sec :deep(label) {
  position: absolute;
  clip-path: inset(50%);
  width: 1px;
  height: 1px;
  overflow: hidden;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  gap: 12px 16px;
  margin: 8px 0;
}
</style>
