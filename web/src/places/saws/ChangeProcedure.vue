<script setup lang="ts">
import { ref } from 'vue'
import {
  isStrung,
  minutesWords,
  stepName,
  stepNames,
  stepWords,
  threadingSeconds,
  type ChangeProcedure,
  type ChangeStep,
  type Saw,
  type StepName,
} from '@green-pitch/core'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Typed from '../../ui/Typed.vue'

/** The saw's own way of threading a hole: its steps in order, their names, tools and seconds. */
const props = defineProps<{ saw: Saw }>()
const emit = defineEmits<{ change: [procedure: ChangeProcedure] }>()
const MOST = 20
const editing = ref(false)
const change = (patch: Partial<ChangeProcedure>) => emit('change', { ...props.saw.change, ...patch })
const steps = () => [...props.saw.change.steps]
const put = (i: number, patch: Partial<ChangeStep>) => change({ steps: steps().with(i, { ...props.saw.change.steps[i]!, ...patch }) })
function move(i: number, by: number) {
  const list = steps()
  const [step] = list.splice(i, 1)
  list.splice(i + by, 0, step!)
  change({ steps: list })
}
const remove = (i: number) => change({ steps: steps().toSpliced(i, 1) })
function add(name: StepName) {
  change({ steps: [...steps(), { do: name, seconds: 5, ...(name === 'own' ? { name: 'my own step' } : {}) }] })
}
</script>

<template>
  <section>
    <div class="head">
      <h2>{{ isStrung(saw) ? 'Changing the blade, hole after hole' : 'Entering each hole' }}: {{ minutesWords(threadingSeconds(saw)) }}</h2>
      <button class="act" :aria-expanded="editing" @click="editing = !editing">{{ editing ? 'Done' : 'Change the steps' }}</button>
    </div>
    <ol class="steps">
      <li v-for="(s, i) in saw.change.steps" :key="i" :class="{ editing }">
        <span v-if="!editing" class="said">{{ stepWords(s) }}</span>
        <template v-else>
          <Typed
            class="text"
            :model-value="s.name ?? stepName(s.do)"
            maxlength="80"
            :aria-label="`Step ${i + 1}, in your words`"
            @update:model-value="(name) => put(i, { name: name.trim() === stepName(s.do) ? undefined : name.trim() || undefined })"
          />
          <Typed
            class="text"
            :model-value="s.tool"
            maxlength="40"
            placeholder="tool"
            :aria-label="`Tool for step ${i + 1}`"
            @update:model-value="(tool) => put(i, { tool: tool.trim() || undefined })"
          />
        </template>
        <Count
          class="sec"
          :label="`Seconds to ${stepWords(s)}`"
          :model-value="s.seconds"
          :min="0"
          :max="600"
          unit="s"
          @update:model-value="(v) => v !== undefined && put(i, { seconds: v })"
        />
        <span v-if="editing" class="moves">
          <button class="act plain" :disabled="i === 0" :aria-label="`Step ${i + 1} earlier`" @click="move(i, -1)">↑</button>
          <button class="act plain" :disabled="i === saw.change.steps.length - 1" :aria-label="`Step ${i + 1} later`" @click="move(i, 1)">
            ↓
          </button>
          <button class="act plain" :aria-label="`Leave out step ${i + 1}`" @click="remove(i)">×</button>
        </span>
      </li>
    </ol>
    <label v-if="editing && saw.change.steps.length < MOST" class="add"
      >Add
      <select
        class="plain-input"
        @change="
          (e) => {
            add((e.target as HTMLSelectElement).value as StepName)
            ;(e.target as HTMLSelectElement).value = ''
          }
        "
      >
        <option value="">a step…</option>
        <option v-for="n in stepNames" :key="n" :value="n">{{ n === 'own' ? 'one in your own words' : stepName(n) }}</option>
      </select></label
    >
    <div class="fields">
      <LengthInput
        :label="isStrung(saw) ? 'Depth in the lower clamp' : 'Shank in the clamp'"
        :model-value="saw.change.insertion"
        @update:model-value="(v) => v && change({ insertion: v })"
      />
      <LengthInput
        v-if="isStrung(saw)"
        label="In the upper, if other"
        :model-value="saw.change.insertionTop"
        none="the same"
        @update:model-value="(v) => change({ insertionTop: v })"
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
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  justify-content: space-between;
  max-width: 640px;
}
.steps {
  margin: 6px 0 12px;
  max-width: 640px;
}
.steps li {
  display: grid;
  grid-template-columns: 1fr 120px;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
  border-bottom: 1px solid var(--faint);
}
.steps li.editing {
  grid-template-columns: 1fr 90px 110px 96px;
}
.said::first-letter {
  text-transform: uppercase;
}
.text {
  min-width: 0;
  font: inherit;
  color: inherit;
  padding: 4px 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.moves {
  display: flex;
  justify-content: flex-end;
}
.moves button {
  min-width: 28px;
  padding: 4px;
}
.add {
  display: flex;
  gap: 8px;
  align-items: center;
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
@media (max-width: 640px) {
  .steps li.editing {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
