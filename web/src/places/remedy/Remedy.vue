<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { atOnceWords, causeNames, signNames, signsOf, sizeWords, type CauseId, type Sign } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRemedy } from '../../store/remedy'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import SignPicture from '../../draw/SignPicture.vue'
import NextStep from './NextStep.vue'
import WhySo from './WhySo.vue'
import { dayWords } from '../../ui/clock'

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
onMounted(async () => {
  // what is looked for already goes on
  await remedy.ready
  const asked = route.query.sign
  for (const s of (typeof asked === 'string' ? asked.split(',') : []) as Sign[]) if (possible.value.includes(s)) void remedy.toggle(s, true)
  if (asked) void router.replace({ query: { ...route.query, sign: undefined } })
})
const found = computed(() => remedy.diagnosis)
const atOnce = computed(() => atOnceWords(told.value, answer.job, settings.say))
const first = computed(() => found.value?.causes[0])
const heading = computed(() => {
  if (!told.value.length) return 'What do you see?'
  if (found.value?.nothing) return 'Nothing is wrong: it vanishes when the pattern is off'
  if (!first.value) return 'Everything on the list was tried'
  return first.value.p > 0.6
    ? `Most likely ${causeNames[first.value.id]}`
    : `Perhaps ${causeNames[first.value.id]}${found.value!.causes[1] ? `, or ${causeNames[found.value!.causes[1].id]}` : ''}`
})
/** It is mended: kept with the job and with this saw. */
async function settle(cause: CauseId | 'nothing') {
  await remedy.settle(cause)
  trouble.say(
    cause === 'nothing' ? 'Good: it stays as it is.' : `Saved: ${causeNames[cause]}. This saw is known by it from now on.`,
    'done',
  )
  if (route.query.from === 'run') await router.push('/run')
}
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
        <NextStep :found="found" @settle="settle" />
        <p v-for="t in atOnce" :key="t" class="at-once">{{ t }}</p>
        <WhySo v-if="first && !found.nothing" :found="found" @settle="settle" />
      </section>
    </div>
    <section v-if="remedy.past.length" class="past" aria-labelledby="past-head">
      <h2 id="past-head">Found on this job before</h2>
      <ul>
        <li v-for="r in remedy.past.slice(0, 6)" :key="r.id">
          {{ dayWords(r.at) }}: {{ r.signs.map((s) => signNames[s]).join(', ') }};
          <b>{{ r.cause === 'nothing' ? 'nothing to see once peeled' : causeNames[r.cause!] }}</b>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.job {
  font-size: 0.9375rem;
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
.at-once {
  margin-top: 10px;
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
    font-size: 0.875rem;
    min-height: 48px;
  }
  .grid {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
