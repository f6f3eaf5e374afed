<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import {
  bladeWords,
  capital,
  causeNames,
  cureWords,
  mendedBy,
  minutesWords,
  outcomeWords,
  stepCaution,
  testOutcomes,
  testWords,
  type CauseId,
  type Diagnosis,
  type OutcomeId,
  type TestId,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'
import { onKey } from '../../ui/keys'
import Mark from '../../ui/Mark.vue'
import Lead from './Lead.vue'

/** The one thing to do next, large: how, what each answer means, and the cure on the ticket. */
const props = defineProps<{ found: Diagnosis }>()
const emit = defineEmits<{ settle: [cause: CauseId | 'nothing'] }>()
const remedy = useRemedy()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()

const next = computed(() => props.found.next)
const test = computed(() => (next.value?.kind === 'test' ? (next.value.id as TestId) : undefined))
const cure = computed(() => (next.value?.kind === 'cure' ? (next.value.id as CauseId) : undefined))
const made = computed(() => (cure.value ? remedy.cure(cure.value) : undefined))
const inWords = computed(() => (made.value?.blade ? `Take ${bladeWords(made.value.blade, settings.say)}` : 'Put it on the ticket'))
/** Which cure was put on the ticket and not judged yet. */
const applied = ref<CauseId>()
watch(cure, () => (applied.value = undefined))
function apply() {
  remedy.apply(cure.value!)
  applied.value = cure.value
}
function takeBack() {
  jobs.undo()
  applied.value = undefined
}
/** The last test may have mended it: then it is asked, not gone on from. */
const doubted = ref('')
const mended = computed(() => {
  const last = remedy.open?.outcomes.at(-1)
  return last && doubted.value !== last.test ? mendedBy(props.found.causes, last) : undefined
})
/** What is held likelier all the same: a hand that helps does not say that it was at fault. */
const likelier = computed(() => {
  const first = props.found.causes[0]?.id
  return mended.value && first !== mended.value ? first : undefined
})
const leaves = (outcome: OutcomeId) => {
  const left = props.found.ifSo.find((x) => x.outcome === outcome)?.leaves.slice(0, 2) ?? []
  return left.length ? `then ${left.map((c) => causeNames[c]).join(', or ')}` : ''
}
const say = (outcome: OutcomeId) => remedy.told({ test: test.value!, outcome })
const keys = computed(() => (test.value && !mended.value ? testOutcomes[test.value] : []))
for (const n of [1, 2, 3]) onKey(String(n), () => void (keys.value[n - 1] && say(keys.value[n - 1]!)))
const caution = computed(() => (next.value && !mended.value && !props.found.nothing ? stepCaution(next.value, answer.job.saw) : ''))
</script>

<template>
  <div v-if="found.nothing" class="step">
    <h2>Leave it</h2>
    <p>The bare edge shows nothing. Where no part mates with it, nobody will see it.</p>
    <p class="acts"><button class="act main big" @click="emit('settle', 'nothing')">Leave it as it is</button></p>
  </div>
  <div v-else-if="mended" class="step" aria-live="polite">
    <p class="soft">It helped</p>
    <template v-if="likelier">
      <h2>Is it mended with that?</h2>
      <p>Then it was this: {{ causeNames[mended] }}. Likelier is still that {{ causeNames[likelier] }}: if it comes back, go on.</p>
    </template>
    <template v-else>
      <h2>So it was this: {{ causeNames[mended] }}</h2>
      <p>{{ cureWords[mended].after }}</p>
    </template>
    <Lead v-if="mended === 'lead'" />
    <div class="outcomes">
      <button class="big main" @click="emit('settle', mended)"><b>It is mended</b></button>
      <button class="big" @click="doubted = remedy.open!.outcomes.at(-1)!.test"><b>Not altogether</b></button>
    </div>
  </div>
  <div v-else-if="test" class="step" aria-live="polite">
    <p class="soft">Next, {{ minutesWords(next!.cost) }}</p>
    <h2>{{ testWords[test].name }}</h2>
    <p>{{ testWords[test].how }}</p>
    <div class="outcomes">
      <template v-for="(o, i) in testOutcomes[test]" :key="o">
        <button class="big" @click="say(o)">
          <b>{{ capital(outcomeWords(test, o)) }}</b> <kbd>{{ i + 1 }}</kbd>
          <span class="soft">{{ leaves(o) }}</span>
        </button>
      </template>
    </div>
  </div>
  <div v-else-if="cure" class="step" aria-live="polite">
    <p class="soft">Next, {{ minutesWords(next!.cost) }}; it costs less to do than to find out more</p>
    <h2>{{ cureWords[cure].how }}</h2>
    <p>{{ cureWords[cure].after }}</p>
    <p v-if="made" class="acts">
      <button class="act" :disabled="applied === cure" @click="apply">
        {{ applied === cure ? 'It is on the ticket' : inWords }}
      </button>
      <button v-if="applied === cure" class="act plain" @click="takeBack">Take it back</button>
    </p>
    <Lead v-if="cure === 'lead'" />
    <div class="outcomes">
      <button class="big main" @click="emit('settle', cure)"><b>That was it</b></button>
      <button class="big" @click="remedy.noHelp(cure)"><b>It did not help</b></button>
    </div>
  </div>
  <div v-else class="step">
    <h2>Nothing here is left to try</h2>
    <p>Look at the saw with somebody who knows it, or follow its manual: a bearing, an arm or a clamp may be worn.</p>
  </div>
  <p v-if="caution" class="caution"><Mark state="near" quiet />{{ caution }}</p>
</template>

<style scoped>
.step h2 {
  font-size: 1.5rem;
  font-weight: 700;
  line-height: 1.2;
  max-width: 30ch;
}
.step > p {
  font-size: 1.0625rem;
  max-width: 60ch;
  margin: 4px 0;
}
.acts,
.outcomes {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 14px 0;
}
.big {
  flex: 1 1 170px;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  align-content: center;
  min-height: 68px;
  padding: 8px 14px;
  border: 1px solid var(--ink);
  border-radius: 5px;
  background: var(--sheet);
  font-size: 1.0625rem;
}
.big .soft {
  grid-column: 1 / 3;
  font-size: 0.875rem;
}
.big.main {
  background: var(--ink);
  color: var(--paper);
}
.caution {
  margin-bottom: 14px;
}
@media (max-width: 760px) {
  .outcomes {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    padding: 6px 0;
  }
}
</style>
