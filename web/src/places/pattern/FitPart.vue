<script setup lang="ts">
import { computed, reactive } from 'vue'
import { useRouter } from 'vue-router'
import { leastWeb, heights, lengthWords, slipWords, standingWeb, type LineSide, toDegrees, toRadians } from '@green-pitch/core'
import { fitBudget, inlayAngle, planSlices, sliceJob, slipMatters, type SliceTask } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'

/** Where parts mate: the gap budget, a slip weighed; and thin stock from thick. */
const answer = useAnswer()
const pattern = usePattern()
const settings = useSettings()
const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, settings.say)
const lines: { value: LineSide; label: string }[] = [
  { value: 'leave', label: 'Leave' },
  { value: 'split', label: 'Split' },
  { value: 'take', label: 'Take' },
]
const form = reactive({
  opening: 'split' as LineSide,
  insert: 'leave' as LineSide,
  lineWidth: 0.2 as number | undefined,
  bevel: 0.3 as number | undefined, // degrees off square
  slip: 0.3 as number | undefined,
  into: 'kept' as 'kept' | 'waste',
  mates: 'yes' as 'yes' | 'no',
})
const budget = computed(() => {
  const slope = Math.tan(toRadians(form.bevel ?? 0))
  const { kerf } = answer.blade
  return fitBudget(
    { line: form.opening, kerf, bevel: slope },
    { line: form.insert, kerf, bevel: slope },
    form.lineWidth ?? 0,
    heights(answer.job).longest,
  )
})
/** Of each sheet: of a stack one of its own, else the stock's. */
const sheet = computed(() => ('thickness' in answer.job.stock ? answer.job.stock.thickness : heights(answer.job).longest))
const inlay = computed(() => inlayAngle(answer.blade.kerf, sheet.value))
const from = { opening: 'the opening’s edge', insert: 'the insert’s edge', bevel: 'bevel of both edges', lines: 'lines' }
const slip = computed(() =>
  slipMatters(form.slip ?? 0, form.into, {
    edge: form.mates === 'yes' ? 'mates' : 'shows',
    gap: budget.value.gap,
    allowance: answer.evaluation.edge.ridge,
    fairs: true,
    web: pattern.found?.narrowest && standingWeb(answer.job.cut, answer.blade, pattern.found.narrowest.width),
    leastWeb: leastWeb(answer.job, answer.blade).value,
  }),
)
const slices = reactive({ width: 40, length: 200, height: 45, slice: 3, sanding: 0.6, drift: 1, over: 100, fence: 'yes' as 'yes' | 'no' })
const task = computed((): SliceTask => {
  const { fence, ...sizes } = slices
  return { ...sizes, kerf: answer.blade.kerf, fenceSet: fence === 'yes', capacity: answer.job.saw.capacity }
})
const plan = computed(() => planSlices(task.value))
const jobs = useJob()
const toTicket = () => jobs.edit((t) => ({ ...t, job: sliceJob(t.job, task.value, plan.value) }), 'slices')
const run = useRun()
const router = useRouter()
const saw = async () => (await run.beginSteps({ of: 'slices', slices: { ...task.value } })) && router.push('/run')
</script>

<template>
  <Themed>
    <section class="fields">
      <h2>
        {{
          budget.gap < -0.005
            ? `The parts bind by ${mm(-budget.gap)}`
            : `A gap of ${mm(Math.max(0, budget.gap))} all round between the parts`
        }}
      </h2>
      <Choice v-model="form.opening" class="wide" label="Line of the opening" :options="lines" />
      <Choice v-model="form.insert" class="wide" label="Line of the insert" :options="lines" />
      <LengthInput v-model="form.lineWidth" label="Width of the line" />
      <Count v-model="form.bevel" label="Off square, degrees" :min="0" :max="10" :step="0.1" />
      <p class="wide soft">
        <template v-for="(p, i) in budget.parts" :key="p.from"
          >{{ i ? '; ' : '' }}{{ p.mm < 0 ? '−' : '' }}{{ mm(Math.abs(p.mm)) }} from {{ from[p.from] }}</template
        >. Kerf {{ mm(answer.blade.kerf) }}, stock {{ mm(heights(answer.job).longest) }}.
      </p>
      <p v-if="inlay !== undefined" class="wide">
        Inlay of two sheets {{ mm(sheet) }} thick, sawn together: tilt the table <b class="mono">{{ inlay.toFixed(2) }}°</b> and the kerf
        closes.
        <b
          >The ground on top, the inlay’s wood under it; the table’s left side down, and the inlay kept to the right of the blade all the
          way round.</b
        >
        So the inside piece is wider below, and the lower sheet’s goes up into the upper one from underneath. Tilted to the right, keep it
        to the left. First a square of 20 mm in scrap of both: falls it through, tilt less; stands it proud, tilt more.
      </p>
    </section>
    <section class="fields">
      <h2>Does this slip matter? {{ slipWords[slip.evaluation] }}</h2>
      <LengthInput v-model="form.slip" label="Off the line by" />
      <Choice
        v-model="form.into"
        label="Into the"
        :options="[
          { value: 'kept', label: 'Piece' },
          { value: 'waste', label: 'Waste' },
        ]"
      />
      <Choice
        v-model="form.mates"
        label="A part must fit there"
        :options="[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
        ]"
      />
      <p v-if="slip.gap !== undefined" class="wide soft">
        The gap there would be {{ slip.gap < 0 ? '−' : '' }}{{ mm(Math.abs(slip.gap)) }}; glue and finish close {{ mm(0.15) }}.
      </p>
    </section>
    <section class="fields">
      <h2>
        {{
          plan.fits
            ? `${plan.slices} slices of ${mm(slices.slice)} from a piece ${mm(slices.width)} thick`
            : `Too high on edge: this saw takes ${mm(answer.job.saw.capacity)}`
        }}
      </h2>
      <LengthInput v-model="slices.width" label="Piece, thickness" />
      <LengthInput v-model="slices.height" label="Height on edge" />
      <LengthInput v-model="slices.length" label="Length" />
      <LengthInput v-model="slices.slice" label="Slice wanted" />
      <LengthInput v-model="slices.sanding" label="Sanded off each" :least="0" />
      <LengthInput v-model="slices.drift" label="Blade leads off by" :least="0" />
      <LengthInput v-model="slices.over" label="over a length of" />
      <Choice
        v-model="slices.fence"
        label="Fence set to that lead"
        :options="[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
        ]"
      />
      <p class="wide">
        Sawn {{ mm(plan.sawn) }} each, {{ mm(plan.left) }} left over, {{ Math.round(plan.yield * 100) }} % of the piece.
        {{
          slices.fence === 'yes'
            ? `Set the tall fence ${toDegrees(plan.fence).toFixed(2)}° to the blade’s own lead.`
            : `Uncorrected, the lead costs ${mm(plan.lost)} a slice.`
        }}
      </p>
      <p class="wide soft">
        First a line sawn freehand in scrap, {{ mm(slices.over) }} long: where the saw then points is the blade’s own lead. Slow strokes, a
        coarse straight-running blade; pull the tail out if it drifts; fingers stay clear of the narrow gap.
      </p>
      <p v-if="plan.fits && plan.slices" class="wide">
        <button class="act" @click="toTicket">Put these cuts on the ticket</button>
        <button class="act" @click="saw">Saw them one by one</button>
      </p>
    </section>
  </Themed>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
  padding: 12px 0;
  border-bottom: 1px solid var(--faint);
  align-items: start;
}
h2,
.wide {
  grid-column: 1 / -1;
}
</style>
