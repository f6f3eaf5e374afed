<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import {
  bladeWords,
  curvesOn,
  familyOf,
  lengthWords,
  roundCut,
  usualMaterials,
  usualRadius,
  usualThicknesses,
  type Curve,
  type Cut,
  type Grain,
  type Saw,
  type Stock,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import type { Assumed } from '../../data/records'
import { withForm, withMaterial, withSaw } from '../../data/ticket'
import { useAssumed } from '../../ui/assumed'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'
import Ask from './Ask.vue'
import Curl from '../../draw/Curl.vue'

/** A new job is asked what it is: each press goes straight into the answer below, and what was not said yet is named as assumed. */
const jobs = useJob()
const shop = useShop()
const settings = useSettings()
const answer = useAnswer()
const SHOWN = 7
const FIRST = ['stock', 'thickness', 'radius', 'grain'] as const satisfies readonly Assumed[]

const left = useAssumed()
/** What of those was said. */
const told = computed(() => {
  const open = new Set(jobs.ticket.assumed)
  return new Set(FIRST.filter((k) => !open.has(k)))
})
const job = computed(() => jobs.job)
const saws = computed(() => shop.offered.slice(0, SHOWN))
/** What one has had in hand on such a saw, then what is usual on it. */
const family = computed(() => familyOf(job.value.saw))
const had = computed(() => shop.log.filter((e) => familyOf(e.job.saw) === family.value).map((e) => e.job.stock.material))
const stocks = computed(() => {
  const ids = new Set([...had.value, ...usualMaterials(job.value.saw, settings.value.supply.makes)].map((m) => m.id))
  const few = [...ids].slice(0, SHOWN)
  if (!few.includes(job.value.stock.material.id)) few.push(job.value.stock.material.id)
  return few.flatMap((id) => shop.materials.find((m) => m.id === id) ?? [])
})
const others = computed(() => shop.materials.filter((m) => !stocks.value.includes(m)))
const thickness = computed(() => ('thickness' in job.value.stock ? job.value.stock.thickness : undefined))
const usual = computed(() => usualThicknesses(job.value.stock.material, settings.value.unit))
const curves = computed(() => {
  const on = curvesOn(job.value.saw)
  return on.length > 1 ? on : []
})
const radiusOf = (c: Curve) => usualRadius(job.value.saw, c, settings.value.unit)
const grains: { value: Grain; label: string }[] = [
  { value: 'along', label: 'With the grain' },
  { value: 'across', label: 'Across the grain' },
]

/** Until somebody names it, a job is called by its stock. */
let called = jobs.name
function tell(what: Assumed, change: () => void) {
  change()
  jobs.say(what)
  const mm = thickness.value
  if (jobs.name !== called || !told.value.has('stock') || mm === undefined) return
  called = `${job.value.stock.material.name}, ${lengthWords(mm, settings.say)}`
  jobs.rename(called)
}
function saw(s: Saw) {
  jobs.edit((t) => withSaw(t, s), 'saw')
  // words mean other radii on another saw
  const curve = curves.value.includes('medium') ? ('medium' as const) : ('straight' as const)
  if (!told.value.has('radius')) {
    turn(curve)
    jobs.unsay('radius')
  }
}
function pick(id: string) {
  const m = shop.materials.find((x) => x.id === id)
  if (!m) return
  tell('stock', () => jobs.edit((t) => withMaterial(t, m), 'material'))
}
const thick = (mm: number) =>
  tell('thickness', () => jobs.editJob({ stock: { ...withForm(job.value.stock, 'board'), thickness: mm } as Stock }, 'stock thickness'))
const turn = (c: Curve) =>
  jobs.editCut(
    {
      radius: radiusOf(c),
      corners: undefined,
      kind: c === 'straight' ? 'straight' : job.value.cut.kind === 'straight' ? 'outline' : job.value.cut.kind,
    },
    'cut radius',
  )
const bent = (kind: Cut['kind']) => (kind === 'straight' ? 'outline' : kind)
function square() {
  const { kind, openings } = job.value.cut
  jobs.editCut(
    { radius: undefined, kind: bent(kind), corners: { angle: 90, count: kind === 'pierced' ? 4 * Math.max(1, openings) : 4 } },
    'cut corners',
  )
}
function circle(across: number) {
  jobs.editCut(roundCut(job.value.cut, { shape: 'circle', across }), 'cut round')
  jobs.say('length', 'openings')
}
/** One of the first questions is open still. */
const asking = computed(() => left.value.some((a) => FIRST.some((k) => k === a.what)))
const assumed = computed(() => (left.value.length ? `Assumed until you say: ${left.value.map((a) => a.text).join(', ')}.` : ''))
const heading = computed(() =>
  told.value.size ? (answer.ranked[0] ? bladeWords(answer.blade, settings.say) : 'No blade for this saw will do it') : 'What is it?',
)
const box = ref<HTMLElement>()
onMounted(() => box.value?.focus())
</script>

<template>
  <section ref="box" class="asks" tabindex="-1" aria-labelledby="asks-head">
    <div class="top">
      <h2 id="asks-head">{{ heading }}</h2>
      <p class="soft" role="status">{{ assumed }}</p>
    </div>
    <Ask v-if="saws.length > 1" label="Saw">
      <button v-for="s in saws" :key="s.id" class="chip" :aria-pressed="s.id === job.saw.id" @click="saw(s)">{{ s.short }}</button>
    </Ask>
    <Ask label="Stock">
      <button
        v-for="m in stocks"
        :key="m.id"
        class="chip"
        :aria-pressed="told.has('stock') && m.id === job.stock.material.id"
        @click="pick(m.id)"
      >
        {{ m.name }}
      </button>
      <select class="chip" aria-label="Another stock" :value="''" @change="pick(($event.target as HTMLSelectElement).value)">
        <option value="" disabled>Another …</option>
        <option v-for="m in others" :key="m.id" :value="m.id">{{ m.name }}</option>
      </select>
    </Ask>
    <Ask label="Thickness">
      <button
        v-for="t in usual"
        :key="t.text"
        class="chip mono"
        :aria-pressed="told.has('thickness') && t.mm === thickness"
        @click="thick(t.mm)"
      >
        {{ t.text }}
      </button>
      <Themed
        ><LengthInput class="own" label="Other thickness" quiet :model-value="thickness" @update:model-value="(v) => v && thick(v)"
      /></Themed>
    </Ask>
    <Ask label="Length of cut">
      <Themed
        ><LengthInput
          class="own"
          label="Length of cut"
          quiet
          :model-value="job.cut.length"
          @update:model-value="(v) => v && tell('length', () => jobs.editCut({ length: v }, 'cut length'))"
      /></Themed>
    </Ask>
    <Ask v-if="curves.length" label="Tightest curve">
      <button
        v-for="c in curves"
        :key="c"
        class="chip curve"
        :aria-pressed="told.has('radius') && !job.cut.corners && !job.cut.round && job.cut.radius === radiusOf(c)"
        @click="tell('radius', () => turn(c))"
      >
        <Curl :radius="radiusOf(c)" :tightest="radiusOf('tight')!" /><span
          >{{ c
          }}<small class="soft">{{ radiusOf(c) === undefined ? 'no curve' : `R ${lengthWords(radiusOf(c)!, settings.say)}` }}</small></span
        >
      </button>
      <button class="chip" :aria-pressed="told.has('radius') && !!job.cut.corners" @click="tell('radius', square)">square corners</button>
      <Themed
        ><label class="circle"
          >circle of
          <LengthInput
            class="own"
            label="Circle of"
            quiet
            :model-value="job.cut.round?.across"
            none="…"
            @update:model-value="(v) => v && tell('radius', () => circle(v))" /></label
      ></Themed>
    </Ask>
    <Ask v-else label="Grain direction" short="Grain">
      <button
        v-for="g in grains"
        :key="g.value"
        class="chip"
        :aria-pressed="told.has('grain') && job.cut.grain === g.value"
        @click="tell('grain', () => jobs.editCut({ grain: g.value }, 'cut grain'))"
      >
        {{ g.label }}
      </button>
      <RouterLink class="chip" to="/joints">A joint</RouterLink>
    </Ask>
    <button class="act done" @click="jobs.asking = false">{{ asking ? 'Leave it so' : 'Done' }}</button>
  </section>
</template>

<style scoped>
.asks {
  position: relative;
  grid-column: 1 / -1;
  padding: 10px 16px 12px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 8px;
}
.asks:focus {
  outline: none;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}
.top h2 {
  font-size: 1.15rem;
  font-weight: 700;
}
.top {
  padding-right: 130px;
}
.done {
  position: absolute;
  top: 10px;
  right: 16px;
}
.chip {
  min-height: 34px;
  padding: 4px 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  text-decoration: none;
}
.chip.mono {
  font-family: var(--mono);
}
.chip:hover {
  border-color: var(--ink);
}
.chip[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
select.chip {
  width: 130px;
}
.own {
  width: 120px;
}
.circle {
  display: flex;
  align-items: center;
  gap: 6px;
}
.curve {
  display: flex;
  gap: 10px;
  align-items: center;
}
.curve span {
  display: grid;
  line-height: 1.15;
}
.curve small {
  font-size: 0.875rem;
}
.curve[aria-pressed='true'] small {
  color: inherit;
}
@media (max-width: 760px) {
  .top p {
    flex-basis: 100%;
  }
  .top p {
    order: 1;
  }
  .top h2 {
    flex: 1;
  }
  .chip {
    min-height: 44px;
  }
}
</style>
