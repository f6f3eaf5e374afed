<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { heights, leastWeb, lengthWords, ringName, slipWords, standingWeb } from '@green-pitch/core'
import {
  alongAt,
  boxOf,
  distanceTo,
  easedStretch,
  fairing,
  fitBudget,
  linePath,
  partOf,
  pointAt,
  ringPath,
  slipMatters,
  type EdgeKind,
  type Slip,
} from '@green-pitch/core/pattern'
import { useAnswer } from '../store/answer'
import { usePattern } from '../store/pattern'
import { useSettings } from '../store/settings'
import Choice from './Choice.vue'
import LengthInput from './LengthInput.vue'
import Mark from './Mark.vue'
import Themed from './Themed.vue'

/** The saw left the line: where, how far, which way; whether it matters, and the line that hides it. */
const props = defineProps<{ id: number }>()
const emit = defineEmits<{ close: [] }>()
const pattern = usePattern()
const answer = useAnswer()
const settings = useSettings()
const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, settings.say)
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())

const found = computed(() => pattern.found!)
const here = computed(() => found.value.rings[props.id]!)
const ring = computed(() => here.value.ring)
const round = computed(() => here.value.measure.length)
const at = ref(alongAt(here.value.ring, here.value.plan.entry.x, here.value.plan.entry.y))
const depth = ref<number | undefined>(0.5)
const length = ref<number | undefined>(4)
const into = ref<'kept' | 'waste'>('kept')
const edge = computed((): EdgeKind => pattern.record?.choices.edges?.[props.id] ?? 'shows')
const setEdge = (e: EdgeKind) => pattern.choose({ edges: { ...pattern.record!.choices.edges, [props.id]: e } })

const place = computed(() => pointAt(ring.value, at.value))
const corners = computed(() => here.value.measure.corners.map((c) => alongAt(ring.value, c.x, c.y)))
const dent = computed(() => ({ at: at.value, depth: depth.value ?? 0, length: length.value ?? 1 }))
const eased = computed(() => fairing(dent.value, { length: round.value, corners: corners.value }))
const slip = computed((): Slip | undefined => eased.value && { ring: props.id, ...dent.value, ...eased.value })
/** The place as deep as it was sawn, and what stands between it and the next line. */
const deepest = computed(() => {
  const [x, y] = place.value
  const [u, v] = pointAt(ring.value, (at.value + 0.05) % round.value)
  const l = Math.hypot(u - x, v - y) || 1
  const side = (ring.value.role === 'opening' ? 1 : -1) * (into.value === 'kept' ? 1 : -1) * dent.value.depth
  return [x + ((v - y) / l) * side, y - ((u - x) / l) * side] as const
})
const web = computed(() => {
  const others = found.value.rings.filter((r) => r.ring.id !== props.id && r.sawn).map((r) => distanceTo(r.ring.points, ...place.value))
  return others.length ? standingWeb(answer.job.cut, answer.blade, Math.min(...others)) : undefined
})
const slope = computed(() => Math.abs(answer.setup.bevel))
const allowance = computed(() => {
  const line = answer.job.cut.line === 'leave' ? LINE / 2 : 0
  return answer.evaluation.edge.ridge + slope.value * heights(answer.job).longest + line
})
const LINE = 0.2 // mm of a printed line
const verdict = computed(() => {
  const { kerf } = answer.blade
  const part = { line: answer.job.cut.line, kerf, bevel: slope.value }
  return slipMatters(dent.value.depth, into.value, {
    edge: edge.value,
    gap: Math.max(0, fitBudget(part, part, LINE, heights(answer.job).longest).gap),
    web: web.value,
    leastWeb: leastWeb(answer.job, answer.blade).value,
    allowance: allowance.value,
    fairs: eased.value !== undefined,
  })
})
const state = computed(
  () =>
    ({ vanishes: 'within', 'saw-again': 'within', fairs: 'near', shows: 'near', gapes: 'beyond', weakens: 'beyond' })[
      verdict.value.evaluation
    ] as 'within' | 'near' | 'beyond',
)
const offered = computed(() => into.value === 'kept' && slip.value && ['fairs', 'vanishes', 'gapes'].includes(verdict.value.evaluation))

const box = computed(() => boxOf(ring.value.points))
const pad = computed(() => 0.08 * Math.max(box.value.maxX - box.value.minX, box.value.maxY - box.value.minY) + 1)
const whole = computed(() => {
  const b = box.value
  return `${b.minX - pad.value} ${b.minY - pad.value} ${b.maxX - b.minX + 2 * pad.value} ${b.maxY - b.minY + 2 * pad.value}`
})
const unit = computed(() => Math.max(box.value.maxX - box.value.minX, box.value.maxY - box.value.minY) / 240)
/** Around the place, nearer. */
const reach = computed(() => Math.max(8, 0.75 * ((eased.value?.before ?? 6) + (eased.value?.after ?? 6))))
const close = computed(
  () => `${place.value[0] - reach.value} ${place.value[1] - 0.6 * reach.value} ${2 * reach.value} ${1.2 * reach.value}`,
)
const fine = computed(() => reach.value / 150)
const line = computed(() => ringPath(ring.value.points))
const hidden = computed(() => (offered.value && slip.value ? linePath(easedStretch(ring.value, slip.value)) : ''))
const mark = computed(() => {
  const half = dent.value.length / 2
  const a = (at.value - half + round.value) % round.value
  return a + dent.value.length <= round.value ? linePath(partOf(ring.value, a, a + dent.value.length)) : ''
})
function tapped(e: MouseEvent) {
  const svg = e.currentTarget as SVGSVGElement
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  at.value = alongAt(ring.value, p.x, p.y)
}
function follow() {
  const { slips = [], order } = pattern.record!.choices
  // another web may make another order better; what hangs half sawn keeps its numbers
  const asNow = order ?? found.value.order.filter((id) => found.value.rings[id]!.ring.role === 'opening')
  if (slip.value) pattern.choose({ slips: [...slips, slip.value], order: asNow })
  dialog.value?.close()
}
const taken = computed(() => (pattern.record?.choices.slips ?? []).filter((s) => s.ring === props.id))
function undone() {
  pattern.choose({ slips: pattern.record!.choices.slips!.filter((s) => s !== taken.value.at(-1)) })
}
</script>

<template>
  <dialog ref="dialog" class="gloves" aria-labelledby="slip-head" @close="emit('close')">
    <Themed>
      <h2 id="slip-head">{{ ringName(found, id) }}: left the line here</h2>
      <div class="views">
        <svg :viewBox="whole" role="img" aria-label="The line; press where it was left" @click="tapped">
          <path :d="line" fill="var(--faint)" stroke="var(--ink)" :stroke-width="1.6 * unit" />
          <circle :cx="place[0]" :cy="place[1]" :r="7 * unit" fill="none" stroke="var(--ink)" :stroke-width="2.4 * unit" />
        </svg>
        <svg :viewBox="close" role="img" :aria-label="offered ? 'Nearer: the line that hides it' : 'Nearer'">
          <path
            :d="line"
            fill="var(--faint)"
            stroke="var(--soft)"
            :stroke-width="1.2 * fine"
            :stroke-dasharray="`${5 * fine} ${4 * fine}`"
          />
          <path v-if="hidden" :d="hidden" fill="none" stroke="var(--ink)" :stroke-width="2.6 * fine" />
          <path :d="mark" fill="none" stroke="var(--near)" :stroke-width="5 * fine" opacity="0.7" />
          <circle :cx="deepest[0]" :cy="deepest[1]" :r="3 * fine" fill="var(--beyond)" />
        </svg>
      </div>
      <label class="where"
        >Where along it <input v-model.number="at" type="range" min="0" :max="round" :step="round / 400" aria-label="Where along the line"
      /></label>
      <div class="fields">
        <LengthInput v-model="depth" label="Off the line by" />
        <LengthInput v-model="length" label="Over a length of" :least="0.2" />
        <Choice
          v-model="into"
          label="Into the"
          :options="[
            { value: 'kept', label: 'piece' },
            { value: 'waste', label: 'waste' },
          ]"
        />
        <Choice
          label="This edge"
          :model-value="edge"
          :options="[
            { value: 'shows', label: 'shows' },
            { value: 'hidden', label: 'is hidden' },
            { value: 'mates', label: 'a part fits it' },
          ]"
          @update:model-value="setEdge"
        />
      </div>
      <p class="verdict" role="status">
        <Mark :state="state" /><b>{{ slipWords[verdict.evaluation] }}</b>
      </p>
      <p class="soft">
        <template v-if="verdict.gap !== undefined">The gap there would be {{ mm(verdict.gap) }}. </template>
        <template v-if="verdict.web !== undefined"
          >{{ mm(Math.max(0, verdict.web)) }} would stand; {{ mm(leastWeb(answer.job, answer.blade).value) }} is wanted.
        </template>
        <template v-if="into === 'kept' && edge === 'shows'"
          >{{ mm(Math.max(0.15, allowance)) }} goes with the line and the sanding.
        </template>
        <template v-if="hidden && slip">Eased over {{ mm(Math.round(slip.before + slip.after)) }}, never deeper than the slip.</template>
      </p>
      <p class="acts">
        <button v-if="taken.length" class="act plain" @click="undone">Take the last easing off</button>
        <button class="act plain" @click="dialog?.close()">Close</button>
        <button class="act main" :disabled="!hidden" @click="follow">Follow the eased line</button>
      </p>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(760px, 96vw);
}
.views {
  display: grid;
  grid-template-columns: 1fr 1.4fr;
  gap: 14px;
  margin: 10px 0;
}
svg {
  width: 100%;
  height: min(34vh, 260px);
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.views svg:first-child {
  cursor: crosshair;
}
.where {
  display: grid;
  gap: 2px;
}
/* three words want the whole width */
.fields > :last-child {
  grid-column: 1 / -1;
}
.where input {
  accent-color: var(--ink);
  width: 100%;
  min-height: 32px;
}
.fields {
  display: grid;
  grid-template-columns: 150px 150px 1fr;
  gap: 10px 16px;
  margin: 10px 0;
}
.verdict {
  font-size: 1.1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 12px;
}
@media (max-width: 700px) {
  .views {
    grid-template-columns: 1fr 1fr;
    gap: 6px;
  }
  svg {
    height: 170px;
  }
  .fields {
    grid-template-columns: 1fr 1fr;
  }
  .acts .act {
    min-height: 48px;
  }
}
</style>
