<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { bladeWords, carriedWords, noteCarried, parsePitch, type StrungJob } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import LengthInput from '../../ui/LengthInput.vue'

/** Somebody's note, on another size and span, as the note here. */
const props = defineProps<{ job: StrungJob }>()
const answer = useAnswer()
const shop = useShop()
const settings = useSettings()
const id = useId()
const note = ref('')
const span = ref<number | undefined>(props.job.saw.span)
const theirs = ref(answer.blade.id)
const likely = computed(() => shop.catalogue.filter((b) => !b.plate && !b.cutsOn && b.group === answer.blade.group))
const said = computed(() => {
  if (!note.value.trim() || !span.value) return undefined
  const read = parsePitch(note.value)
  if (!read.ok) return { trouble: read.message }
  const blade = likely.value.find((b) => b.id === theirs.value) ?? answer.blade
  try {
    const mine = { section: answer.blade, span: props.job.saw.span }
    return { words: carriedWords(noteCarried({ section: blade, span: span.value }, read.hz, mine)) }
  } catch (error) {
    // lower than their blade sounds with no tension at all
    if (!(error instanceof RangeError)) throw error
    return { trouble: 'That blade sounds higher with no tension at all; check note, size and span.' }
  }
})
</script>

<template>
  <section aria-labelledby="carried-head">
    <h2 id="carried-head">A note from another bench</h2>
    <div class="fields">
      <label :for="`${id}n`">Note or Hz<input :id="`${id}n`" v-model="note" placeholder="D6" /></label>
      <label :for="`${id}b`"
        >on their<select :id="`${id}b`" v-model="theirs">
          <option v-for="b in likely" :key="b.id" :value="b.id">{{ bladeWords(b, settings.say) }}</option>
        </select></label
      >
      <LengthInput v-model="span" label="their span" :least="10" />
    </div>
    <p v-if="said" :class="{ trouble: said.trouble }" role="status">{{ said.trouble ?? said.words }}</p>
  </section>
</template>

<style scoped src="./marks.css"></style>
<style scoped>
.fields {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 96px;
  gap: 10px;
  align-items: start;
}
label {
  display: grid;
  gap: 2px;
}
input,
select {
  font: inherit;
  color: inherit;
  min-width: 0;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 4px 6px;
}
</style>
