<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { lengthWords } from '@green-pitch/core'
import { bridgeWidth, letterings } from '@green-pitch/core/pattern'
import type { LetteredLook } from '../../work/patternWork'
import { openFile } from '../../data/files'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'
import Mark from '../../ui/Mark.vue'

/** A word as a pattern: letters that hold together as one piece, or fall out of a panel with their islands bridged. */
const emit = defineEmits<{ close: [] }>()
const pattern = usePattern()
const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const trouble = useTrouble()
const text = ref('Saltmarsh')
const kind = ref<(typeof letterings)[number]>('joined')
const height = ref(30)
/** sized for this stock and blade, until it is said otherwise */
const web = ref(Math.max(2, bridgeWidth(answer.job, answer.blade)))
const face = ref<string>()
const look = shallowRef<LetteredLook>()
const why = ref('')
const kinds = { joined: 'One piece', pierced: 'Cut out of a panel' } as const
let asked = 0
async function see() {
  const mine = ++asked
  if (!text.value.trim()) return (why.value = 'Write a word.')
  const found = await pattern
    .worker()
    .letter(text.value, face.value !== undefined, { kind: kind.value, height: height.value, web: web.value })
  if (mine !== asked) return
  why.value = typeof found === 'string' ? found : ''
  look.value = typeof found === 'string' ? undefined : found
}
onMounted(see)
watchDebounced([text, kind, height, web, face], see, { debounce: 200 })
async function openFace() {
  const f = await openFile(['.ttf', '.otf', '.woff'])
  if (!f) return
  const name = f.size > 20e6 ? undefined : await pattern.worker().openFace(await f.arrayBuffer())
  if (name) face.value = name
  else trouble.say(`${f.name} is no typeface that can be read. Open one as TTF, OTF or WOFF.`)
}
const view = computed(() => {
  const b = look.value?.box
  const m = b ? 0.04 * Math.max(b.maxX - b.minX, b.maxY - b.minY) : 0
  return b && `${b.minX - m} ${b.minY - m} ${b.maxX - b.minX + 2 * m} ${b.maxY - b.minY + 2 * m}`
})
const size = (mm: number) => lengthWords(Math.round(mm), settings.say)
const heading = computed(() => {
  const b = look.value?.box
  if (!b) return 'A word to saw'
  const n = look.value!.bridges
  return `${size(b.maxX - b.minX).replace(/ mm$/, '')} × ${size(b.maxY - b.minY)}${n ? `, held by ${n === 1 ? 'one bridge' : `${n} bridges`}` : ''}`
})
/** Taken as the job's own drawing, or as a job beside it: nobody's drawing goes for a word that was only tried. */
async function take(beside: boolean) {
  const word = await pattern.worker().word()
  if (!word) return
  const name = text.value.trim()
  // without a place for it the word stays here
  if (beside && !(await jobs.add(name, { ...jobs.ticket, joint: undefined }))) return
  await pattern.takeDrawing(name, word)
  emit('close')
}
</script>

<template>
  <section class="letters" aria-labelledby="letters-head">
    <h2 id="letters-head">{{ heading }}</h2>
    <svg v-if="look && view" :viewBox="view" role="img" :aria-label="`${text}, as it will be sawn`">
      <path :d="look.path" fill-rule="evenodd" vector-effect="non-scaling-stroke" />
    </svg>
    <p v-else class="why">
      <template v-if="why"><Mark state="beyond" />{{ why }}</template>
    </p>
    <Themed
      ><form class="set" @submit.prevent="take(!!pattern.record)">
        <label>Word <input v-model="text" class="plain-input" maxlength="60" /></label>
        <label
          >Letters
          <select v-model="kind" class="plain-input">
            <option v-for="k in letterings" :key="k" :value="k">{{ kinds[k] }}</option>
          </select></label
        >
        <LengthInput label="Height of a capital" :model-value="height" @update:model-value="(mm) => mm && (height = mm)" />
        <LengthInput label="Least web" :model-value="web" @update:model-value="(mm) => mm && (web = mm)" />
        <span class="face"
          ><button type="button" class="act" @click="openFace">{{ face ?? 'Another typeface' }}</button>
          <button v-if="face" type="button" class="act plain" @click="face = undefined">The shipped one</button></span
        >
      </form></Themed
    >
    <p class="acts">
      <template v-if="pattern.record">
        <button class="act main" :disabled="!look" @click="take(true)">Take these letters, as a job of their own</button>
        <button class="act" :disabled="!look" @click="take(false)">In place of {{ pattern.record.name }}</button>
      </template>
      <button v-else class="act main" :disabled="!look" @click="take(false)">Take these letters</button>
      <button class="act" @click="emit('close')">Leave it</button>
    </p>
  </section>
</template>

<style scoped>
.letters {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  gap: 12px;
  height: 100%;
  padding: 14px 18px;
}
svg {
  width: 100%;
  height: 100%;
}
path {
  fill: #efe1c6;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.set {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 16px;
}
.set label {
  display: grid;
  gap: 3px;
}
.acts,
.face {
  display: flex;
  gap: 8px;
}
@media (max-width: 900px) {
  .letters {
    grid-template-rows: auto 40vh auto auto;
    height: auto;
  }
}
</style>
