<script setup lang="ts">
import { computed } from 'vue'
import { noteWords, pitchFromStress, slipBetween, clampWords, type StrungJob } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import { clock } from '../../ui/clock'

/** Two plucks around a cut: whether an end slipped in its clamp. */
const props = defineProps<{ job: StrungJob }>()
const answer = useAnswer()
const listen = useListen()
const heard = computed(() => answer.heard.stress)
/** Another blade or saw is another pair of clamps: what was heard before tells nothing of it. */
const before = computed(() => (listen.before?.of === `${answer.blade.id} ${props.job.saw.id}` ? listen.before.heard : undefined))
const slip = computed(() => {
  const [was, now] = [before.value, heard.value]
  return was && now && now.at > was.at ? slipBetween(was, now, props.job.saw.span) : undefined
})
const note = (stress: number) => noteWords(pitchFromStress(answer.blade, stress, props.job.saw.span))
</script>

<template>
  <section aria-labelledby="two-head">
    <h2 id="two-head">Before and after a cut</h2>
    <p v-if="slip" role="status">{{ clampWords(slip) }}</p>
    <p v-else-if="before" class="soft">Before: {{ note(before.value) }}, {{ clock(before.at) }}. Make the cut, then pluck again.</p>
    <p v-else class="soft">Two plucks around a cut tell whether an end slipped in its clamp.</p>
    <button class="act" :disabled="!heard" @click="heard && listen.keepBefore(heard, `${answer.blade.id} ${job.saw.id}`)">
      {{ before ? 'Begin again from this pluck' : 'This pluck was before the cut' }}
    </button>
  </section>
</template>

<style scoped src="./marks.css"></style>
