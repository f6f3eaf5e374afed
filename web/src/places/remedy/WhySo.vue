<script setup lang="ts">
import { computed } from 'vue'
import {
  becauseWords,
  capital,
  causeNames,
  outcomeWords,
  signNames,
  testWords,
  type CauseId,
  type Diagnosis,
  type Suspect,
} from '@green-pitch/core'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'

/** The likeliest causes with their shares, and why on this ticket. */
const props = defineProps<{ found: Diagnosis }>()
const emit = defineEmits<{ settle: [cause: CauseId] }>()
const remedy = useRemedy()
const settings = useSettings()
const first = computed(() => props.found.causes[0])
/** The first few, and whatever this saw has had before. */
const shares = computed(() => props.found.causes.filter((c, i) => i < FEW || c.because.some((b) => b.why === 'seen')))
const FEW = 5
const share = (p: number) => (p < 0.01 ? 'under 1 %' : `${Math.round(100 * p)} %`)
const reasons = (c: Suspect) => [
  ...c.because.map((b) => becauseWords(b, settings.say)),
  ...c.borneOut.map((o) => `${testWords[o.test].name.toLowerCase()}: ${outcomeWords(o.test, o.outcome)}`),
]
</script>

<template>
  <div class="whole">
    <h2 class="why">Why</h2>
    <ol class="causes">
      <li v-for="c in shares" :key="c.id">
        <span class="bar" aria-hidden="true"><span :style="{ width: `${100 * c.p}%` }" /></span>
        <span class="mono p">{{ share(c.p) }}</span>
        <span
          ><b>{{ capital(causeNames[c.id]) }}</b
          ><template v-if="reasons(c).length">: {{ reasons(c).join('; ') }}</template></span
        >
        <button v-if="(remedy.open?.outcomes.length ?? 0) && c === first" class="act plain" @click="emit('settle', c.id)">
          It was that
        </button>
      </li>
    </ol>
    <p v-if="found.unexplained.length && (remedy.open?.signs.length ?? 0) > 1" class="soft">
      {{ capital(found.unexplained.map((s) => signNames[s]).join(', ')) }}: that does not come of it alone.
      {{ found.second ? `Perhaps ${causeNames[found.second]} too` : 'There may be a second cause' }}: mend the first, then look again.
    </p>
    <p v-if="remedy.open?.outcomes.length || remedy.open?.failed.length" class="acts">
      <button class="act plain" @click="remedy.untold()">Take back the last answer</button>
    </p>
  </div>
</template>

<style scoped>
.whole > p {
  margin-top: 8px;
}
.why {
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.causes li {
  display: grid;
  grid-template-columns: 90px 66px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px solid var(--faint);
}
.bar {
  height: 10px;
  background: var(--faint);
  border-radius: 2px;
  overflow: hidden;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--ink);
}
@media (max-width: 760px) {
  .causes li {
    grid-template-columns: 44px 56px minmax(0, 1fr);
  }
}
</style>
