<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import {
  endWords,
  familyNames,
  familyOf,
  sawFamilies,
  sawFrom,
  saws as shipped,
  type BladeEnd,
  type Family,
  type Holder,
} from '@green-pitch/core'
import { useShop } from '../store/shop'
import { oneLine } from '../data/typed'
import Choice from './Choice.vue'
import Count from './Count.vue'
import LengthInput from './LengthInput.vue'
import Themed from './Themed.vue'

/** A saw that is not in the list, told by five answers; the rest is as on the nearest of its kind, to be measured later. */
const emit = defineEmits<{ close: []; made: [id: string] }>()
const shop = useShop()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())

/** A plate in a hand has no holder, stroke or throat to ask about. */
const families = sawFamilies.filter((f) => f !== 'hand')
const of = (family: Family) => shipped.filter((s) => familyOf(s) === family)
/** Every set of ends a saw of the kind takes. */
const ends = computed(() => {
  const each = [...new Set(of(asked.family).map((s) => s.ends.join('+')))]
  const single = [...new Set(of(asked.family).flatMap((s) => s.ends))]
  return [...new Set([...single, ...each])]
})
const asked = reactive({
  name: '',
  family: 'scroll' as Family,
  ends: 'plain',
  throat: 400 as number | undefined,
  stroke: 18 as number | undefined,
  fixed: 'dial' as 'dial' | 'one' | 'two',
  low: 500 as number | undefined,
  high: 1600 as number | undefined,
  holder: 'lever' as Holder,
})
const holders: { value: Holder; label: string }[] = [
  { value: 'lever', label: 'By a lever, no tool' },
  { value: 'thumbscrew', label: 'By a thumbscrew' },
  { value: 'key', label: 'With a key' },
  { value: 'hook', label: 'Hooked in' },
]
const motor = computed(() => asked.family === 'scroll' || asked.family === 'jigsaw')
/** Figures usual for the kind, until they are said. */
function kind(family: Family) {
  const [base] = of(family)
  if (!base) return
  asked.family = family
  asked.ends = base.ends[0]!
  asked.throat = base.throat
  asked.stroke = base.stroke
  const range =
    'speed' in base && base.speed.kind === 'variable'
      ? [base.speed.min, base.speed.max]
      : 'strokesPerMinute' in base
        ? base.strokesPerMinute
        : [500, 1600]
  asked.low = range[0]
  asked.high = range[1]
  asked.fixed = 'dial'
  asked.holder = family === 'coping' || family === 'bow' ? 'hook' : 'lever'
}
const trouble = ref('')
async function make() {
  const name = oneLine(asked.name).slice(0, 40)
  const { low, high, throat, stroke } = asked
  const lacks = !name
    ? 'a name'
    : !throat
      ? 'its throat'
      : !stroke
        ? 'its stroke'
        : !low || (asked.fixed !== 'one' && !high)
          ? 'its strokes a minute'
          : ''
  if (lacks) return (trouble.value = `Give it ${lacks}.`)
  if (shop.saws.some((s) => s.short.toLowerCase() === name.toLowerCase())) return (trouble.value = `There is a saw called ${name} already.`)
  const [a, b] = [Math.min(low!, high ?? low!), Math.max(low!, high ?? low!)]
  const saw = sawFrom(
    {
      name,
      family: asked.family,
      ends: asked.ends.split('+') as BladeEnd[],
      throat: throat!,
      stroke: stroke!,
      speed:
        asked.fixed === 'dial' ? { kind: 'variable', min: a, max: b } : { kind: 'steps', steps: asked.fixed === 'one' ? [low!] : [a, b] },
      holder: asked.holder,
    },
    `own-saw-${Date.now().toString(36)}`,
  )
  if (!(await shop.keepSaw({ id: saw.id, rev: 0, saw, mine: true }))) return
  emit('made', saw.id)
  dialog.value?.close()
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="own-saw" @close="emit('close')">
    <Themed>
      <form method="dialog" @submit.prevent="make">
        <h2 id="own-saw">A saw that is not in the list</h2>
        <p class="soft">Five answers; what is not asked is as on the nearest of its kind, and can be changed afterwards.</p>
        <div class="fields">
          <label class="named">Its name, as you call it<input v-model="asked.name" class="plain-input" maxlength="40" autofocus /></label>
          <Choice
            label="1 What it is"
            :model-value="asked.family"
            :options="families.map((value) => ({ value, label: familyNames[value] }))"
            @update:model-value="kind"
          />
          <Choice
            label="2 Ends of the blades it takes"
            :model-value="asked.ends"
            :options="ends.map((value) => ({ value, label: endWords(value.split('+') as BladeEnd[]) }))"
            @update:model-value="(v) => (asked.ends = v)"
          />
          <div v-if="asked.family !== 'jigsaw'">
            <LengthInput
              v-model="asked.throat"
              :label="asked.family === 'scroll' ? '3 Throat, from the blade to the back' : '3 Depth of the frame behind the blade'"
            />
          </div>
          <div class="row">
            <LengthInput v-model="asked.stroke" label="4 Stroke" />
            <Choice
              v-if="motor"
              label="Strokes a minute"
              :model-value="asked.fixed"
              :options="[
                { value: 'dial', label: 'A dial' },
                { value: 'one', label: 'One speed' },
                { value: 'two', label: 'Two speeds' },
              ]"
              @update:model-value="(v) => (asked.fixed = v)"
            />
            <Count
              :model-value="asked.low"
              :label="motor && asked.fixed !== 'dial' ? (asked.fixed === 'one' ? 'Its speed' : 'Slow') : 'Slowest'"
              :min="10"
              :max="5000"
              whole
              unit="spm"
              @update:model-value="(v) => (asked.low = v)"
            />
            <Count
              v-if="!motor || asked.fixed !== 'one'"
              :model-value="asked.high"
              :label="asked.fixed === 'two' ? 'Fast' : 'Fastest'"
              :min="10"
              :max="5000"
              whole
              unit="spm"
              @update:model-value="(v) => (asked.high = v)"
            />
          </div>
          <Choice
            v-if="asked.family !== 'jigsaw'"
            label="5 The upper end is held"
            :model-value="asked.holder"
            :options="holders"
            @update:model-value="(v) => (asked.holder = v)"
          />
        </div>
        <p v-if="trouble" role="alert" class="beyond">{{ trouble }}</p>
        <p class="acts">
          <button type="button" class="act plain" @click="dialog?.close()">Cancel</button
          ><button class="act main">Add it to my shop</button>
        </p>
      </form>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(760px, calc(100vw - 32px));
}
.fields {
  display: grid;
  gap: 12px;
  margin: 12px 0;
}
.named {
  display: grid;
  gap: 4px;
  max-width: 320px;
}
.row {
  display: grid;
  grid-template-columns: 110px auto 110px 110px;
  gap: 12px;
  align-items: start;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
