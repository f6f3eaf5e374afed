<script setup lang="ts">
import { computed, nextTick, reactive, ref } from 'vue'
import {
  bladeWords,
  capital,
  checkBlade,
  decimal,
  endWords,
  identify,
  identifyWords,
  sizedByTeeth,
  tpiWords,
  traitWords,
  type Blade,
  type BladeEnd,
  type Loose,
} from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import ToothStrip from '../../draw/ToothStrip.vue'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import PacketSays from './PacketSays.vue'

/** A loose blade told by caliper, count and lens; or a packet held against its label. */
const emit = defineEmits<{ take: [blade: Blade] }>()
const shop = useShop()
const settings = useSettings()
const say = computed(() => settings.say)
const form = reactive({
  width: 0.89 as number | undefined,
  thickness: 0.38 as number | undefined,
  count: undefined as number | undefined,
  over: 25.4 as number | undefined,
  end: 'any' as 'any' | BladeEnd,
  filing: 'any' as 'any' | 'rip' | 'crosscut',
  up: 'any' as 'any' | 'none' | 'some',
  zone: 38 as number | undefined,
})
const ends: BladeEnd[] = ['plain', 'pin', 'coping-pin', 'bow-pin', 'tang', 'screw-shank', 'handle']
const tpi = computed(() => (form.count && form.over ? (25.4 * form.count) / form.over : undefined))
const label = ref('')
const loose = computed((): Loose => ({
  width: form.width,
  thickness: form.thickness,
  ...(form.count && form.over ? { teeth: { count: form.count, over: form.over } } : {}),
  ...(form.end === 'any' ? {} : { end: form.end }),
  ...(form.end === 'handle' && form.filing !== 'any' ? { filing: form.filing } : {}),
  reverseZone: { any: undefined, none: 0, some: form.zone }[form.up],
}))
const measured = computed(
  () => form.width !== undefined || form.thickness !== undefined || (form.count !== undefined && form.over !== undefined),
)
const matches = computed(() => (measured.value ? identify(loose.value, shop.catalogue) : []))
const shown = computed(() => matches.value.filter((m, i) => i < 5 && (i < 2 || m.share > 0.03)))
const said = computed(() => shop.catalogue.find((b) => b.id === label.value))
const packet = computed(() => (said.value ? checkBlade(said.value, loose.value) : []))
const worst = computed(() => packet.value.find((c) => c.state === 'beyond') ?? packet.value.find((c) => c.state === 'near'))
/** The one just put in; the next lies ready. */
const last = ref<Blade>()
const fields = ref<HTMLElement>()
async function take(blade: Blade) {
  emit('take', blade)
  last.value = blade
  Object.assign(form, { width: undefined, thickness: undefined, count: undefined })
  await nextTick()
  fields.value?.querySelector('input')?.focus()
}
const ask = computed(() =>
  last.value
    ? `${capital(bladeWords(last.value, say.value))} is in. Measure the next, or count its teeth`
    : 'Measure it, or count its teeth',
)
</script>

<template>
  <section class="what" aria-labelledby="what-head">
    <h2 id="what-head">{{ measured ? identifyWords(matches, say) : ask }}</h2>
    <div ref="fields" class="fields">
      <LengthInput v-model="form.width" label="Width with the teeth" none="not measured" />
      <LengthInput v-model="form.thickness" label="Thickness of the body" none="not measured" />
      <Count v-model="form.count" label="Teeth counted" :min="1" :max="400" none="not counted" whole />
      <LengthInput v-model="form.over" label="Over a length of" />
      <div v-if="tpi !== undefined" class="said">
        <span>That is</span><b class="mono">{{ decimal(tpi, 1) }} TPI, {{ decimal(tpi + 1, 1) }} PPI</b>
      </div>
      <label class="said"
        ><span>Its ends</span>
        <select v-model="form.end" class="plain-input">
          <option value="any">not looked</option>
          <option v-for="e in ends" :key="e" :value="e">{{ endWords([e]) }}</option>
        </select></label
      >
      <Choice
        v-if="form.end === 'handle'"
        v-model="form.filing"
        class="wide"
        label="Its teeth, under a lens"
        :options="[
          { value: 'any', label: 'Not looked' },
          { value: 'rip', label: 'Chisels: rip' },
          { value: 'crosscut', label: 'Knives: crosscut' },
        ]"
      />
      <Choice
        v-if="form.end === 'any' || form.end === 'plain' || form.end === 'pin'"
        v-model="form.up"
        class="wide"
        label="Teeth that point up"
        :options="[
          { value: 'any', label: 'Not looked' },
          { value: 'none', label: 'None' },
          { value: 'some', label: 'Some' },
        ]"
      />
      <LengthInput v-if="form.up === 'some'" v-model="form.zone" label="Over, from one end" />
    </div>
    <ul v-if="measured">
      <li v-for="m in shown" :key="m.blade.id">
        <span
          ><b>{{ bladeWords(m.blade, say) }}</b
          ><span v-if="!sizedByTeeth(m.blade)" class="soft">, {{ tpiWords(m.blade) }}</span></span
        >
        <ToothStrip :blade="m.blade" :times="4" :width="110" />
        <span class="mono">{{ m.share < 0.005 ? '< 1' : Math.round(100 * m.share) }} %</span>
        <span class="checks"
          ><span v-for="c in m.checks" :key="c.trait"><Mark :state="c.state" />{{ traitWords(c, say) }}</span></span
        >
        <button class="act plain" @click="take(m.blade)">{{ shop.countOf(m.blade.id) ? 'One more' : 'Put in the drawer' }}</button>
      </li>
    </ul>
    <p class="label">
      <PacketSays v-model="label" />
      <span v-if="said && packet.length"
        ><Mark :state="worst?.state ?? 'within'" />{{
          worst ? `Not as the label says: ${traitWords(worst, say)}.` : 'What was measured is what the label says.'
        }}</span
      >
    </p>
  </section>
</template>

<style scoped>
.what {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 12px 16px;
  margin-bottom: 16px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  margin: 8px 0;
}
/* what stands among the inputs is laid out as they are */
.said {
  display: grid;
  gap: 2px;
  align-content: start;
}
.said b {
  padding-top: 5px;
}
/* three buttons in a row need more than a figure does */
.wide {
  min-width: 250px;
}
li {
  display: grid;
  grid-template-columns: 210px 120px 48px minmax(0, 1fr) auto;
  gap: 4px 14px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--faint);
}
.checks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.label {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-top: 10px;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
