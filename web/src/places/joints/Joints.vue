<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import {
  bladeWords,
  handSawWords,
  jointHeading,
  jointNames,
  jointSteps,
  jointTroubleWords,
  lengthWords,
  sawFacts,
  sizeWords,
  tenonSchoolNames,
  tenonSchoolWords,
  viewNames,
} from '@green-pitch/core'
import { jointKinds, profileFrom, type JointKind, type JointSpec } from '@green-pitch/core/joint'
import { openFile } from '../../data/files'
import { useTrouble } from '../../store/trouble'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { onKey } from '../../ui/keys'
import { PX_PER_MM } from '../../draw/teeth'
import { useElementSize } from '@vueuse/core'
import JointView from '../../draw/JointView.vue'
import Mark from '../../ui/Mark.vue'
import Figure from './Figure.vue'
import { fields } from './fields'

const Aids = defineAsyncComponent(() => import('./Aids.vue'))
const Sheet = defineAsyncComponent(() => import('./JointSheet.vue'))
const jobs = useJob()
const joint = useJoint()
const settings = useSettings()
const shop = useShop()
const say = computed(() => settings.say)
const found = computed(() => joint.found)
const spec = computed(() => joint.spec)
const printing = ref(false)
const aiding = ref(false)
onKey('p', () => (printing.value = true))
for (const key of ['undo', 'redo'] as const) onKey(key, () => jobs[key]())

const steps = computed(() => jointSteps(found.value, say.value))
const facts = computed(() => sawFacts(found.value, say.value))
/** Saws that make the first cut, best first; the strip offers these. */
const saws = computed(() => {
  const first = found.value.cuts[0]
  if (!first) return []
  return shop.catalogue
    .filter((b) => b.plate)
    .map((b) => ({ b, label: `${b.name}, ${sizeWords(b)}${shop.owned.has(b.id) ? ' (yours)' : ''}` }))
})
const chosenHolds = computed(() => !joint.chosen || found.value.cuts.some((c) => c.saw?.blade.id === joint.chosen!.id))
/** Where nothing is sawn by a hand saw, the coping saw is the saw. */
const coping = computed(() => found.value.coped?.blade?.blade)
const stockNote = computed(() => {
  const s = spec.value
  const mm = (x: number) => lengthWords(x, say.value)
  if (s.kind === 'dovetail') return `sides ${mm(s.tailBoard)}, ends ${mm(s.pinBoard)}`
  return 'thickness' in s
    ? `${mm(s.thickness)} thick`
    : s.kind === 'flush'
      ? `${mm(s.size)} across`
      : s.kind === 'cope'
        ? `${mm(s.out)} moulding`
        : ''
})
const fitNote = computed(() => ({ leave: 'saw in the waste', split: 'the line goes', take: 'the line is sawn away' })[jobs.job.cut.line])

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
/** One scale for all views: they fill the width, and the height of a screen. */
const scale = computed(() => {
  const views = found.value.views
  const wide = Math.max(...views.map((v) => v.width))
  const tall = views.reduce((t, v) => t + v.height, 0)
  return Math.max(0.5, Math.min(((width.value || 740) - 164) / wide, 380 / tall))
})
const scaleNote = computed(() => {
  const r = scale.value / PX_PER_MM
  return r >= 1 ? `${(Math.round(r * 10) / 10).toFixed(1)} : 1` : `1 : ${(Math.round(10 / r) / 10).toFixed(1)}`
})
/** Even rows, no more than seven to one. */
const columns = computed(() => {
  const n = fields[spec.value.kind].length
  return Math.ceil(n / Math.ceil(n / ((width.value || 740) > 600 ? 7 : 3)))
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
  joint.put({ profile: 'own', ...profile } as Partial<JointSpec>)
  if (!read.drawing.declared) trouble.say('The drawing does not say its size: set height and how far it stands out.')
}
const set = (key: string, value: number | string | undefined) => joint.put({ [key]: value } as Partial<JointSpec>)
const valueOf = (key: string) => (spec.value as unknown as Record<string, number | string | undefined>)[key]
</script>

<template>
  <div class="joints">
    <section class="strip" aria-label="Joint ticket">
      <label class="part"
        ><span class="soft">Joint</span>
        <select :value="spec.kind" @change="joint.take(($event.target as HTMLSelectElement).value as JointKind)">
          <option v-for="k in jointKinds" :key="k" :value="k">{{ jointNames[k] }}</option>
        </select>
        <span class="soft note">{{ jobs.name }}</span></label
      >
      <label class="part"
        ><span class="soft">Stock</span>
        <select :value="jobs.job.stock.material.id" @change="joint.material(($event.target as HTMLSelectElement).value)">
          <option v-for="m in shop.materials.filter((x) => x.cuts === 'wood')" :key="m.id" :value="m.id">{{ m.name }}</option>
          <option v-if="jobs.job.stock.material.cuts !== 'wood'" :value="jobs.job.stock.material.id">
            {{ jobs.job.stock.material.name }}
          </option>
        </select>
        <span class="soft note">{{ stockNote }}</span></label
      >
      <label class="part"
        ><span class="soft">Saw</span>
        <select
          :value="joint.chosen?.id ?? ''"
          @change="joint.saw(saws.find((s) => s.b.id === ($event.target as HTMLSelectElement).value)?.b)"
        >
          <option value="">{{ found.saw ? handSawWords(found.saw) : coping ? 'Coping saw' : 'none' }}</option>
          <option v-for="s in saws" :key="s.b.id" :value="s.b.id">{{ s.label }}</option>
        </select>
        <span class="note" :class="chosenHolds ? 'soft' : 'beyond'">{{
          !chosenHolds
            ? `${joint.chosen!.name} cannot make these cuts`
            : found.saw
              ? `${sizeWords(found.saw)}, plate ${lengthWords(found.saw.thickness, say)}${joint.chosen ? '' : ', suggested'}`
              : coping
                ? bladeWords(coping, say)
                : ''
        }}</span></label
      >
      <div class="part">
        <Figure
          v-if="found.saw"
          class="kerf"
          :field="{ key: 'kerf', label: 'Kerf', as: 'length' }"
          :value="Math.round(found.kerf * 1000) / 1000"
          @change="(v) => typeof v === 'number' && joint.kerf(v)"
        />
        <template v-else-if="coping"
          ><span class="soft">Kerf</span
          ><b class="kerf-figure mono">{{ lengthWords(Math.round(coping.kerf * 100) / 100, say) }}</b></template
        >
        <span class="soft note">{{
          joint.chosen ? `in ${jobs.job.stock.material.name.toLowerCase()}, as set` : 'nominal; measure a cut in scrap'
        }}</span>
      </div>
      <label class="part"
        ><span class="soft">Fit</span>
        <select
          :value="jobs.job.cut.line"
          @change="jobs.editCut({ line: ($event.target as HTMLSelectElement).value as 'leave' | 'split' | 'take' }, 'line')"
        >
          <option value="leave">Leave the line</option>
          <option value="split">Split the line</option>
          <option value="take">Take the line</option>
        </select>
        <span class="soft note">{{ fitNote }}</span></label
      >
    </section>
    <div class="below">
      <div ref="box" class="drawn">
        <div class="head">
          <h1>{{ jointHeading(found, say) }}</h1>
          <span class="acts">
            <button v-if="spec.kind === 'cope'" class="act" @click="profileIn">Profile from a drawing</button>
            <button class="act" :aria-expanded="aiding" @click="aiding = !aiding">Bench aids</button>
            <button class="act main" @click="printing = true">Print or export</button>
          </span>
        </div>
        <div class="figures" :style="{ gridTemplateColumns: `repeat(${columns}, 1fr)` }">
          <Figure
            v-for="f in fields[spec.kind]"
            :key="`${spec.kind} ${f.key}`"
            :field="f"
            :value="valueOf(f.key)"
            @change="(v) => set(f.key, v)"
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
      </div>
      <aside>
        <h2>Saw it in this order</h2>
        <ol>
          <li v-for="(s, i) in steps" :key="s.head">
            <b class="n">{{ i + 1 }}</b>
            <p>
              <b>{{ s.head }}</b> {{ s.text }}
            </p>
          </li>
        </ol>
        <template v-if="facts.length">
          <h2>This saw, this cut</h2>
          <ul>
            <li v-for="f in facts" :key="f">{{ f }}</li>
          </ul>
        </template>
        <template v-if="joint.schools.length">
          <h2>Which saws for a tenon: the schools</h2>
          <ul>
            <li v-for="s in joint.schools" :key="s.school">
              <p>
                <Mark :state="s.works ? 'within' : 'beyond'" /><b>{{ tenonSchoolNames[s.school] }}.</b> {{ tenonSchoolWords(s) }}
              </p>
            </li>
          </ul>
        </template>
        <p class="more">
          <button v-for="c in found.cuts.slice(0, 1)" :key="c.name" class="act" @click="joint.toTicket(c.job)">
            Put this cut on the ticket
          </button>
          <button v-if="found.coped" class="act" @click="joint.toTicket(found.coped.job)">Put the coping cut on it</button>
          <RouterLink class="act plain" to="/">To the Bench</RouterLink>
        </p>
        <p class="soft">
          <Mark state="near" quiet />Eye protection. Thumb beside the line only until the cut has started; chisels cut away from you. A
          sharp saw wants no force.
        </p>
      </aside>
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
.strip {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.part {
  display: grid;
  align-content: start;
  padding: 8px 12px;
  min-height: 75px;
  border-right: 1px dashed var(--rule);
  min-width: 0;
}
.part:last-child {
  border-right: 0;
}
.part select {
  font: 700 16px var(--text);
  color: var(--ink);
  background: transparent;
  border: 0;
  padding: 1px 0;
  margin-left: -3px;
  width: 100%;
  text-overflow: ellipsis;
}
.part select:hover {
  background: var(--paper);
}
.note {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.kerf-figure {
  font-size: 17px;
}
.kerf {
  padding: 0;
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
aside {
  border-left: 1px solid var(--rule);
  margin: 14px 0;
  padding: 0 16px;
}
aside h2 {
  padding-bottom: 5px;
  border-bottom: 1px solid var(--rule);
}
aside h2 ~ h2 {
  margin-top: 16px;
}
aside li {
  display: flex;
  gap: 14px;
  padding: 8px 0;
  border-bottom: 1px solid var(--faint);
}
.n {
  min-width: 12px;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 14px 0 10px;
}
@media (max-width: 1080px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--rule);
    padding-top: 12px;
  }
}
@media (max-width: 760px) {
  .strip {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
