<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { jointHeading, jointTroubleWords, lengthWords, viewNames } from '@green-pitch/core'
import { profileFrom, type BoardCut } from '@green-pitch/core/joint'
import { openFile } from '../../data/files'
import { useTrouble } from '../../store/trouble'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { useSettings } from '../../store/settings'
import { onKey } from '../../ui/keys'
import { PX_PER_MM } from '../../draw/teeth'
import { useElementSize } from '@vueuse/core'
import JointView from '../../draw/JointView.vue'
import Mark from '../../ui/Mark.vue'
import Saved from '../../ui/Saved.vue'
import Figure from './Figure.vue'
import JointOrder from './JointOrder.vue'
import JointStrip from './JointStrip.vue'
import { fieldsOf, type FieldValue } from './fields'

const GapPart = defineAsyncComponent(() => import('./GapPart.vue'))
const Aids = defineAsyncComponent(() => import('./Aids.vue'))
const Sheet = defineAsyncComponent(() => import('./JointSheet.vue'))
const jobs = useJob()
const joint = useJoint()
const settings = useSettings()
const say = computed(() => settings.say)
const found = computed(() => joint.found)
const spec = computed(() => joint.spec)
const printing = ref(false)
const aiding = ref(false)
onKey('p', () => (printing.value = true))
for (const key of ['undo', 'redo'] as const) onKey(key, () => jobs[key]())

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
/** One scale for all views: they fill the width, and the height of a screen. */
const scale = computed(() => {
  const views = found.value.views
  const wide = Math.max(...views.map((v) => v.width))
  const tall = views.reduce((t, v) => t + v.height, 0)
  return Math.max(0.05, Math.min(((width.value || 740) - 164) / wide, 380 / tall))
})
const scaleNote = computed(() => {
  const r = scale.value / PX_PER_MM
  return r >= 1 ? `${(Math.round(r * 10) / 10).toFixed(1)} : 1` : `1 : ${(Math.round(10 / r) / 10).toFixed(1)}`
})
/** Even rows, no more than six to one: a figure in 64ths is wide. */
const columns = computed(() => {
  const n = fieldsOf(spec.value).length
  return Math.ceil(n / Math.ceil(n / ((width.value || 740) > 600 ? 6 : 3)))
})
/** A moulding's profile from a drawing: its longest line, the wall at the left. */
async function profileIn() {
  const f = await openFile(['.svg', '.dxf'])
  if (!f) return
  const trouble = useTrouble()
  if (f.size > 5e6) return trouble.say(`${f.name} is over 5 MB; a profile is a few kilobytes. Save it alone.`)
  const { readDrawing } = await import('../../data/patternFile')
  const read = readDrawing(await f.text(), f.name)
  if (!read.ok) return trouble.say(read.message)
  const line = [...read.drawing.lines].sort((a, b) => b.points.length - a.points.length)[0]
  const profile = line && profileFrom(line.points, line.closed)
  if (!profile) return trouble.say(`${f.name} has no line with both height and depth. Draw the profile as one line, the wall at its left.`)
  joint.put({ profile: 'own', ...profile })
  if (!read.drawing.declared) trouble.say('The drawing does not say its size: set height and how far it stands out.')
}
const values = computed(() => new Map<string, unknown>(Object.entries(spec.value)))
function valueOf(key: string): FieldValue {
  const v = values.value.get(key)
  return typeof v === 'number' || typeof v === 'string' || typeof v === 'boolean' ? v : undefined
}
</script>

<template>
  <div class="joints">
    <JointStrip />
    <div class="below">
      <div ref="box" class="drawn">
        <div class="head">
          <h1>{{ jointHeading(found, say) }}</h1>
          <span class="acts">
            <Saved class="soft kept" :state="jobs.state" />
            <button v-if="spec.kind === 'cope'" class="act" @click="profileIn">Profile from a drawing</button>
            <button class="act" :aria-expanded="aiding" @click="aiding = !aiding">Bench aids</button>
            <button class="act main" @click="printing = true">Print or export</button>
          </span>
        </div>
        <div class="figures" :style="{ gridTemplateColumns: `repeat(${columns}, 1fr)` }">
          <Figure
            v-for="f in fieldsOf(spec)"
            :key="`${spec.kind} ${f.label}`"
            :field="f"
            :value="valueOf(f.key)"
            @change="(v) => (f.key === 'cut' ? joint.recut(v as BoardCut['cut']) : joint.put({ [f.key]: v }))"
          />
        </div>
        <p v-for="t in found.troubles" :key="t.why" class="trouble" role="status">
          <Mark :state="found.ok ? 'near' : 'beyond'" />{{ jointTroubleWords(t, say) }}
        </p>
        <Aids v-if="aiding" :saw="found.saw" />
        <figure v-for="(v, i) in found.views" v-else :key="`${spec.kind} ${v.name}`">
          <figcaption v-if="found.views.length > 1 && i > 0">{{ viewNames[v.name] }}:</figcaption>
          <JointView :view="v" :scale="scale" :hatch="jobs.job.stock.material.hatch" :say="say" :label="viewNames[v.name]" />
          <p v-if="i === 0" class="scale">
            <b v-if="v.marks.length">Marks from the left edge, to step off with one rule. Drawn {{ scaleNote }}.</b
            ><b v-else>Drawn {{ scaleNote }}.</b>
          </p>
          <p v-if="v.name === 'end'" class="soft">
            Cut a at one tilt, turn the board, cut b. Saw in the waste, kerf {{ lengthWords(found.kerf, say) }}.
          </p>
        </figure>
        <GapPart v-if="!aiding" />
      </div>
      <JointOrder />
    </div>
    <Sheet v-if="printing" @close="printing = false" />
  </div>
</template>

<style scoped>
.joints {
  display: grid;
  grid-template-rows: auto 1fr;
  min-height: 100%;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 354px;
}
.drawn {
  padding: 12px 16px 20px;
  min-width: 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  justify-content: space-between;
  align-items: center;
}
h1 {
  font-size: 1.12rem;
  font-weight: 700;
}
.acts {
  display: flex;
  gap: 8px;
}
.kept {
  align-self: center;
}
.figures {
  display: grid;
  background: var(--sheet);
  border: 1px solid var(--rule);
  margin: 8px 0 10px;
}
.figures > * {
  border-right: 1px dashed var(--rule);
}
.trouble {
  padding: 4px 0;
}
figure {
  margin-bottom: 6px;
}
figcaption {
  padding: 6px 0 0 72px;
}
.scale,
figure p.soft {
  padding-left: 72px;
}
@media (max-width: 1080px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
