<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useTimestamp } from '@vueuse/core'
import {
  bladeWords,
  decimal,
  lengthWords,
  pullOf,
  wearWords,
  weighedForce,
  weighedWear,
  weighedWords,
  type Weighed,
} from '@green-pitch/core'
import { freshId } from '../../data/id'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

/** A weighing, step by step: weight, strokes, two marks and the watch; then what it says of the stock, or of the blade. */
const emit = defineEmits<{ close: [] }>()
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const shop = useShop()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())

const grams = ref<number | undefined>(200)
const length = ref<number | undefined>(settings.value.unit === 'mm' ? 20 : 19.05)
const seconds = ref<number>()
const since = ref<number>()
const now = useTimestamp({ interval: 100 })
const shown = computed(() => (since.value === undefined ? (seconds.value ?? 0) : Math.max(0, (now.value - since.value) / 1000)))
function watchPressed() {
  if (since.value === undefined) {
    seconds.value = undefined
    since.value = Date.now()
  } else {
    seconds.value = Math.round((Date.now() - since.value) / 100) / 10
    since.value = undefined
  }
}
const strokes = computed(() => answer.evaluation.feed.inputs.spm)
const weighing = computed((): Weighed | undefined =>
  grams.value && length.value && seconds.value
    ? // as the constants have it: what was weighed before must not count twice
      {
        job: { ...jobs.job, spm: strokes.value },
        blade: answer.blade,
        pull: pullOf(grams.value),
        length: length.value,
        seconds: seconds.value,
        at: Date.now(),
      }
    : undefined,
)
const asked = ref<'stock' | 'blade'>('stock')
const name = computed(() => jobs.job.stock.material.name)
const found = computed(() => weighing.value && { ...weighedForce(weighing.value), wear: weighedWear(weighing.value) })
const ODD = 3 // times: more likely a slip than a stock
const odd = computed(() => found.value && asked.value === 'stock' && Math.abs(Math.log(found.value.times)) > Math.log(ODD))

async function keep() {
  const w = weighing.value
  if (!w || !found.value) return
  if (asked.value === 'blade') jobs.editJob({ wear: Math.round(found.value.wear * 20) / 20 }, 'wear')
  else if (!(await shop.keepWeighing({ id: freshId('w'), rev: 0, ...w }))) return
  useTrouble().say(asked.value === 'stock' ? 'Saved: the Bench calculates with it.' : 'The ticket has it; undo takes it back.', 'done')
  dialog.value?.close()
}
</script>

<template>
  <dialog ref="dialog" class="gloves" aria-labelledby="weighing-head" @close="emit('close')">
    <Themed>
      <h2 id="weighing-head">Weigh {{ name.toLowerCase() }}</h2>
      <ol>
        <li>
          Tie a string to the stock and hang a known weight on it over the table’s far edge, so that it draws the stock straight into the
          blade. A filled bottle will do.
          <Count v-model="grams" label="It weighs" unit="g" :min="20" :max="5000" />
        </li>
        <li>
          Hold-down just touching, guard on, hands beside the stock and off the line of the blade. Run it at
          {{ Math.round(strokes) }} strokes a minute with the {{ bladeWords(answer.blade, settings.say) }}.
          <span v-if="!answer.heard.spm" class="near"
            ><Mark state="near" />Not heard yet: count the strokes first, for they set the chip load.</span
          >
        </li>
        <li>
          Draw two marks along the cut. Start the watch as the blade passes the first, stop it at the second.
          <div class="fields">
            <LengthInput v-model="length" label="Apart" :least="2" />
            <button class="act main watch" :aria-pressed="since !== undefined" @click="watchPressed">
              {{ since === undefined ? (seconds ? 'Take it again' : 'Start the watch') : 'Stop' }}
            </button>
            <span class="mono shown" role="timer">{{ decimal(shown, 1) }} s</span>
          </div>
        </li>
      </ol>
      <template v-if="found">
        <Choice
          v-model="asked"
          label="What was not known"
          :options="[
            { value: 'stock', label: 'how hard the stock is' },
            { value: 'blade', label: 'how worn the blade is' },
          ]"
        />
        <p class="found" role="status">
          <b>{{ asked === 'stock' ? weighedWords(name, found) : wearWords(found.wear) }}</b>
        </p>
        <p v-if="odd" class="near">
          <Mark state="near" />Over {{ ODD }} times off: is the weight in grams, were the marks
          {{ lengthWords(length!, settings.say) }} apart, did the string slip?
        </p>
      </template>
      <p class="acts">
        <button class="act plain" @click="dialog?.close()">Cancel</button>
        <button class="act main" :disabled="!found" @click="keep">{{ asked === 'stock' ? 'Save it' : 'Put it on the ticket' }}</button>
      </p>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(580px, 94vw);
}
ol {
  counter-reset: step;
  display: grid;
  gap: 14px;
  margin: 12px 0;
}
li {
  counter-increment: step;
  display: grid;
  gap: 6px;
  padding-left: 30px;
  position: relative;
}
li::before {
  content: counter(step);
  position: absolute;
  left: 4px;
  font-weight: 700;
}
li :deep(.field) {
  max-width: 150px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: start;
}
.watch {
  min-height: 48px;
  margin-top: 18px;
}
.shown {
  font-size: 1.8rem;
  margin-top: 22px;
}
.found {
  margin: 10px 0 4px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 12px;
}
</style>
