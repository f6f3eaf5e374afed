<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import {
  becauseWords,
  bladeWords,
  causeNames,
  cureWords,
  capital,
  mendedBy,
  minutesWords,
  outcomeWords,
  signNames,
  signsOf,
  sizeWords,
  testOutcomes,
  testWords,
  type CauseId,
  type OutcomeId,
  type Sign,
  type TestId,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import { onKey } from '../../ui/keys'
import SignPicture from '../../draw/SignPicture.vue'
import Mark from '../../ui/Mark.vue'

/** From what is seen to what it is, and the one thing to do next. */
const remedy = useRemedy()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const trouble = useTrouble()
const route = useRoute()
const router = useRouter()

const possible = computed(() => signsOf(answer.job))
const told = computed(() => remedy.open?.signs ?? [])
const choosing = ref(false)
/** Once signs are told the rest fold away, so that the next step stands first. */
const shown = computed(() => (told.value.length && !choosing.value ? told.value : possible.value))
onMounted(() => {
  const asked = route.query.sign
  for (const s of (typeof asked === 'string' ? asked.split(',') : []) as Sign[]) if (possible.value.includes(s)) void remedy.toggle(s, true)
  if (asked) void router.replace({ query: { ...route.query, sign: undefined } })
})
const found = computed(() => remedy.diagnosis)
const first = computed(() => found.value?.causes[0])
const next = computed(() => found.value?.next)
const test = computed(() => (next.value?.kind === 'test' ? (next.value.id as TestId) : undefined))
const cure = computed(() => (next.value?.kind === 'cure' ? (next.value.id as CauseId) : undefined))
const made = computed(() => (cure.value ? remedy.cure(cure.value) : undefined))
/** Which cure was put on the ticket and not judged yet. */
const applied = ref<CauseId>()
watch(cure, () => (applied.value = undefined))

/** The last test may have mended it: then it is asked, not gone on from. */
const doubted = ref('')
const mended = computed(() => {
  const last = remedy.open?.outcomes.at(-1)
  return last && found.value && doubted.value !== last.test ? mendedBy(found.value.causes, last) : undefined
})
const share = (p: number) => (p < 0.01 ? 'under 1 %' : `${Math.round(100 * p)} %`)
const heading = computed(() => {
  if (!told.value.length) return 'What do you see?'
  if (found.value?.nothing) return 'Nothing is wrong: it vanishes when the pattern is off'
  if (!first.value) return 'Everything on the list was tried'
  return first.value.p > 0.6
    ? `Most likely ${causeNames[first.value.id]}`
    : `Perhaps ${causeNames[first.value.id]}${found.value!.causes[1] ? `, or ${causeNames[found.value!.causes[1].id]}` : ''}`
})
const reasons = (id: CauseId) => {
  const c = found.value!.causes.find((x) => x.id === id)!
  const said = c.because.map((b) => becauseWords(b, settings.say))
  const tests = c.borneOut.map((o) => `${testWords[o.test].name.toLowerCase()}: ${outcomeWords(o.test, o.outcome)}`)
  return [...said, ...tests]
}
const shares = computed(() => found.value?.causes.slice(0, 5) ?? [])
const leaves = (outcome: OutcomeId) => {
  const so = found.value?.ifSo.find((x) => x.outcome === outcome)
  return so?.leaves.length
    ? `then ${so.leaves
        .slice(0, 2)
        .map((c) => causeNames[c])
        .join(', or ')}`
    : ''
}
async function say(outcome: OutcomeId) {
  const t = test.value!
  await remedy.told({ test: t, outcome })
}
/** It is mended: kept with the job and with this saw. */
async function settle(cause: CauseId | 'nothing') {
  await remedy.settle(cause)
  trouble.say(cause === 'nothing' ? 'Good: it stays as it is.' : `Kept: ${causeNames[cause]}. This saw is known by it from now on.`, 'done')
  if (route.query.from === 'run') await router.push('/run')
}
function apply() {
  remedy.apply(cure.value!)
  applied.value = cure.value
}
const inWords = computed(() => {
  const m = made.value
  if (!m) return ''
  if (m.blade) return `Take ${bladeWords(m.blade, settings.say)}`
  return 'Put it on the ticket'
})
const keys = computed(() => (test.value && !mended.value ? testOutcomes[test.value] : []))
for (const n of [1, 2, 3]) onKey(String(n), () => void (keys.value[n - 1] && say(keys.value[n - 1]!)))
const powered = computed(() => answer.job.saw.kind !== 'hand' && answer.job.saw.kind !== 'frame')
const hurts: readonly string[] = [
  'new-blade',
  'raise-blade',
  'wipe-ends',
  'tug',
  'sight-blade',
  'lens',
  'roller',
  'hold-down',
  'thumb',
  'pluck',
]
const cuts: readonly CauseId[] = ['dull', 'kinked', 'seated-wrong', 'ends-twisted', 'clamp-worn', 'oil-on-ends', 'blade-small', 'blade-big', 'wrong-way-up', 'reverse-not-reaching', 'teeth-few', 'teeth-many', 'wrong-pattern', 'roller-off'] // prettier-ignore
const caution = computed(() => {
  if (!powered.value)
    return cure.value && cuts.includes(cure.value) ? 'Bench or vice first: loosen a taut blade with its free end turned away from you.' : ''
  return (test.value && hurts.includes(test.value)) || (cure.value && cuts.includes(cure.value))
    ? 'Unplug, or take the battery out, before you touch the blade; a blade just used is hot.'
    : 'Try it in the waste or on scrap, hands off the line of the blade.'
})
</script>

<template>
  <div class="place remedy">
    <header>
      <h1>{{ heading }}</h1>
      <p class="soft job">
        {{ jobs.name }}: {{ sizeWords(answer.blade) }} {{ answer.blade.name.toLowerCase() }}, {{ answer.job.saw.short.toLowerCase() }}
      </p>
    </header>
    <div class="two" :class="{ asked: told.length }">
      <section aria-label="Signs" class="signs">
        <div class="grid" role="group" aria-label="What you see">
          <button v-for="s in shown" :key="s" :aria-pressed="told.includes(s)" @click="remedy.toggle(s)">
            <SignPicture :sign="s" :job="answer.job" :blade="answer.blade" />
            <span>{{ signNames[s] }}</span>
          </button>
        </div>
        <p v-if="told.length" class="acts">
          <button class="act" @click="choosing = !choosing">{{ choosing ? 'Only those told' : 'Something else too' }}</button>
          <button class="act plain" @click="remedy.drop()">Begin anew</button>
        </p>
        <p v-else class="soft press">Press what you see; several, where there are several.</p>
      </section>

      <section v-if="found" class="answer">
        <div v-if="found.nothing" class="step">
          <h2>Leave it</h2>
          <p>The bare edge shows nothing. Where no part mates with it, nobody will see it.</p>
          <p class="acts"><button class="act main big" @click="settle('nothing')">Leave it as it is</button></p>
        </div>
        <div v-else-if="mended" class="step" aria-live="polite">
          <p class="soft">It helped</p>
          <h2>So it was this: {{ causeNames[mended] }}</h2>
          <p>{{ cureWords[mended].after }}</p>
          <div class="outcomes">
            <button class="big main" @click="settle(mended)"><b>It is mended</b></button>
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
            <button v-if="applied === cure" class="act plain" @click="(jobs.undo(), (applied = undefined))">Take it back</button>
          </p>
          <div class="outcomes">
            <button class="big main" @click="settle(cure)"><b>That was it</b></button>
            <button class="big" @click="remedy.noHelp(cure)"><b>It did not help</b></button>
          </div>
        </div>
        <div v-else class="step">
          <h2>Nothing here is left to try</h2>
          <p>Look at the saw with somebody who knows it, or follow its manual: a bearing, an arm or a clamp may be worn.</p>
        </div>
        <p v-if="caution && next && !mended && !found.nothing" class="caution"><Mark state="near" quiet />{{ caution }}</p>
        <template v-if="first && !found.nothing">
          <h2 class="why">Why</h2>
          <ol class="causes">
            <li v-for="c in shares" :key="c.id">
              <span class="bar" aria-hidden="true"><span :style="{ width: `${100 * c.p}%` }" /></span>
              <span class="mono p">{{ share(c.p) }}</span>
              <span
                ><b>{{ capital(causeNames[c.id]) }}</b
                ><template v-if="reasons(c.id).length">: {{ reasons(c.id).join('; ') }}</template></span
              >
              <button v-if="(remedy.open?.outcomes.length ?? 0) && c === first" class="act plain" @click="settle(c.id)">It was that</button>
            </li>
          </ol>
          <p v-if="found.unexplained.length && told.length > 1" class="soft">
            {{ capital(found.unexplained.map((s) => signNames[s]).join(', ')) }}: that does not come of it alone. There may be a second
            cause; mend the first, then look again.
          </p>
          <p v-if="remedy.open?.outcomes.length || remedy.open?.failed.length" class="acts">
            <button class="act plain" @click="remedy.untold()">Take back the last answer</button>
          </p>
        </template>
      </section>
    </div>
    <section v-if="remedy.past.length" class="past" aria-labelledby="past-head">
      <h2 id="past-head">Found on this job before</h2>
      <ul>
        <li v-for="r in remedy.past.slice(0, 6)" :key="r.id">
          {{ new Date(r.at).toLocaleDateString('sv') }}: {{ r.signs.map((s) => signNames[s]).join(', ') }};
          <b>{{ r.cause === 'nothing' ? 'nothing to see once peeled' : causeNames[r.cause!] }}</b>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.job {
  font-size: 15px;
}
.two {
  display: grid;
  gap: 20px 36px;
}
.two.asked {
  grid-template-columns: minmax(220px, 0.8fr) minmax(0, 1.6fr);
}
.remedy section + section {
  margin: 0;
  padding: 0;
  border: 0;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
  gap: 8px;
}
.grid button {
  display: grid;
  gap: 4px;
  align-content: start;
  padding: 6px 8px 8px;
  min-height: 96px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  text-align: center;
  line-height: 1.15;
}
.grid button:hover {
  border-color: var(--ink);
}
.grid button[aria-pressed='true'] {
  border: 2px solid var(--ink);
  padding: 5px 7px 7px;
  font-weight: 600;
}
.press {
  margin-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0;
}
.step h2 {
  font-size: 1.5rem;
  font-weight: 700;
  line-height: 1.2;
  max-width: 30ch;
}
.step > p {
  font-size: 17px;
  max-width: 60ch;
  margin: 4px 0;
}
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
  font-size: 17px;
}
.big .soft {
  grid-column: 1 / 3;
  font-size: 14px;
}
.big.main {
  background: var(--ink);
  color: var(--paper);
}
.caution {
  margin-bottom: 14px;
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
.past {
  margin-top: 24px !important;
  padding-top: 12px !important;
  border-top: 1px solid var(--rule) !important;
}
@media (max-width: 760px) {
  .two.asked {
    grid-template-columns: minmax(0, 1fr);
  }
  .asked .grid {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
  .asked .grid button {
    font-size: 14px;
    min-height: 48px;
  }
  .grid {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .causes li {
    grid-template-columns: 44px 56px minmax(0, 1fr);
  }
  .outcomes {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    padding: 6px 0;
  }
}
</style>
