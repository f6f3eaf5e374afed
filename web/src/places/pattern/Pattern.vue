<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useSessionStorage } from '@vueuse/core'
import { bladeWords, lengthWords } from '@green-pitch/core'
import { openFile } from '../../data/files'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { usePicture } from '../../store/picture'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import { onKey } from '../../ui/keys'
import { useSizeKeys } from '../../ui/sizeKeys'
import { alongTabs } from '../../ui/tabs'
import Mark from '../../ui/Mark.vue'
import Saved from '../../ui/Saved.vue'
import AsDrawn from './AsDrawn.vue'
import Empty from './Empty.vue'
import OpeningCard from './OpeningCard.vue'
import Pages from './Pages.vue'
import Readings from './Readings.vue'
import Twofold from './Twofold.vue'
import Reckoned from './Reckoned.vue'
import Sheet from './Sheet.vue'

const OrderList = defineAsyncComponent(() => import('./OrderList.vue'))
const DrawingPart = defineAsyncComponent(() => import('./DrawingPart.vue'))
const FitPart = defineAsyncComponent(() => import('./FitPart.vue'))
const Letters = defineAsyncComponent(() => import('./Letters.vue'))
const PictureIn = defineAsyncComponent(() => import('./PictureIn.vue'))
const PrintPattern = defineAsyncComponent(() => import('./PrintPattern.vue'))

const pattern = usePattern()
const picture = usePicture()
const trouble = useTrouble()
const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const say = computed(() => settings.say)

const parts = ['Answer', 'Order', 'Drawing', 'Fit'] as const
/** Stays where it was while this tab lives. */
const part = useSessionStorage<(typeof parts)[number]>('pattern-part', 'Answer')
// another drawing is answered first
watch(
  () => pattern.record?.lines,
  (now, before) => {
    if (now && before && now !== before) part.value = 'Answer'
  },
)
const selected = ref<number>()
const sheet = ref<InstanceType<typeof Sheet>>()
const printing = ref(false)
const measuring = ref(false)
watch(
  () => pattern.found?.rings.length,
  () => (selected.value = undefined),
)
useSizeKeys()

/** The kerf of the chosen ring, to scale; the worker keeps the lines themselves. */
const kerf = shallowRef<Float64Array[]>([])
watch([selected, () => pattern.found], async ([id]) => {
  kerf.value = id === undefined || !pattern.found ? [] : await pattern.worker().kerf(id)
})
onKey('p', () => {
  if (pattern.found) printing.value = true
})
onKey('Escape', () => {
  selected.value = undefined
  measuring.value = false
  pattern.pages = undefined
})

/** A word is being lettered; that, and a picture that is looked at, take the whole place. */
const lettering = ref(false)
const aside = computed(() => lettering.value || picture.opened !== undefined)
async function bring() {
  const f = await openFile(['.svg', '.svgz', '.dxf', '.pdf', 'image/png', 'image/jpeg'])
  if (f) await receive(f)
}
/** A drawing is read; a picture is looked at first. */
async function receive(f: File) {
  lettering.value = false
  picture.close()
  if ((await pattern.bring(f)) !== 'picture') return
  const why = await picture.open(f)
  if (why) trouble.say(`${f.name}: ${why} Nothing was changed.`)
}
onBeforeUnmount(() => picture.close())
function drop(e: DragEvent) {
  const f = e.dataTransfer?.files[0]
  if (f) void receive(f)
}
function jump(ids: readonly number[], x: number, y: number) {
  selected.value = ids[0]
  const r = ids.length === 1 && pattern.found?.rings[ids[0]!]
  if (r) {
    let b = { minX: x, minY: y, maxX: x, maxY: y }
    const p = r.ring.points
    for (let i = 0; i < p.length; i += 2)
      b = {
        minX: Math.min(b.minX, p[i]!),
        maxX: Math.max(b.maxX, p[i]!),
        minY: Math.min(b.minY, p[i + 1]!),
        maxY: Math.max(b.maxY, p[i + 1]!),
      }
    sheet.value?.show(b)
  } else sheet.value?.show({ minX: x - 3, minY: y - 3, maxX: x + 3, maxY: y + 3 })
}
function hole(id: number, x: number, y: number) {
  const r = pattern.record
  if (r) pattern.choose({ holes: { ...r.choices.holes, [id]: { x, y } } })
}
const size = computed(() => {
  const b = pattern.reckoned?.box
  return b
    ? `${lengthWords(Math.round((b.maxX - b.minX) * 10) / 10, say.value).replace(/ mm$/, '')} × ${lengthWords(Math.round((b.maxY - b.minY) * 10) / 10, say.value)}`
    : ''
})
const side = computed(() => ({ leave: 'line left, cut on the waste side', split: 'line split', take: 'line taken' })[jobs.job.cut.line])
/** Where more than lines is drawn, it can mean more than one piece. */
const painted = computed(() => pattern.record?.lines.some((l) => l.look?.fill !== undefined) || pattern.record?.reading === 'stays')
/** The drawing gives no size: two marks of known distance, or a width, settle it. */
const known = ref<number>()
function measured(mm: number) {
  measuring.value = false
  if (known.value && pattern.record && mm > 0) pattern.edit({ stretch: (pattern.record.stretch * known.value) / mm, sized: true })
}
</script>

<template>
  <div class="pattern" @dragover.prevent @drop.prevent="drop">
    <h1 class="sr">Pattern</h1>
    <div class="bar">
      <p>
        <b>{{ jobs.name }}</b>
        <span v-if="pattern.reckoned" class="soft about">{{ size }}, {{ side }}, kerf {{ lengthWords(answer.blade.kerf, say) }}</span>
        <Saved v-if="pattern.record" class="soft about" :state="pattern.saving" />
      </p>
      <button class="act plain" :disabled="!jobs.past.length" @click="jobs.undo()">Undo</button>
      <button class="act plain" :disabled="!jobs.future.length" @click="jobs.redo()">Redo</button>
      <button class="act plain" @click="lettering = true">Letters</button>
      <button class="act plain" @click="bring">Bring in a drawing</button>
      <button v-if="pattern.found" class="act" @click="printing = true">Print and save</button>
      <RouterLink v-if="pattern.found" class="act main" to="/run">Run it</RouterLink>
    </div>
    <div class="drawing" :class="{ wide: aside }">
      <PictureIn v-if="picture.opened" />
      <Letters v-else-if="lettering" @close="lettering = false" />
      <Sheet
        v-else-if="pattern.reckoned"
        ref="sheet"
        :reckoned="pattern.reckoned"
        :selected="selected"
        :say="say"
        :measuring="measuring"
        :kerf="{ paths: kerf, width: answer.blade.kerf }"
        :changes="pattern.fewest?.changes ?? []"
        @select="selected = $event"
        @hole="hole"
        @measured="measured"
      />
      <AsDrawn v-else-if="pattern.tooLarge" :drawn="pattern.tooLarge" :say="say" />
      <Empty v-else-if="pattern.loaded && !pattern.record" @bring="bring" />
      <p v-else-if="pattern.loaded && !pattern.busy" class="nothing">
        <Mark state="beyond" />Nothing to saw was found in {{ pattern.record?.name }} so. Read it another way, or join ends that lie further
        apart, under <button class="act" @click="part = 'Drawing'">Drawing</button>
      </p>
      <Pages />
      <p v-if="pattern.busy" class="busy" role="status">
        {{ pattern.busy.what }} <progress :value="pattern.busy.share" max="1" :aria-label="pattern.busy.what" />
        <button class="act" @click="pattern.cancel()">Stop</button>
      </p>
      <p v-if="!aside && size && !pattern.busy && pattern.record && !pattern.record.sized" class="ask">
        <Mark state="near" />
        <span><b>This file does not say its size</b> ({{ pattern.record.unit }}): {{ size }} as read.</span>
        <button class="act" @click="pattern.edit({ sized: true })">That is right</button>
        <button class="act" @click="part = 'Drawing'">Say its size</button>
      </p>
      <p v-if="measuring" class="ask" role="status">Click two points that are {{ known ? lengthWords(known, say) : '' }} apart.</p>
      <p v-else-if="pattern.reckoned && !aside" class="hint soft">
        Wheel zooms, drag moves, click an opening to ask about it.
        <button class="act plain" @click="sheet?.fit()">Show all</button>
      </p>
    </div>
    <aside v-if="pattern.record && !aside" class="side">
      <div class="tabs" role="tablist" aria-label="About the pattern" @keydown="alongTabs">
        <button
          v-for="p in parts"
          :key="p"
          role="tab"
          aria-controls="about"
          :aria-selected="part === p"
          :tabindex="part === p ? 0 : -1"
          @click="part = p"
        >
          {{ p }}
        </button>
      </div>
      <div id="about" role="tabpanel" :aria-label="part" class="panel">
        <template v-if="part === 'Answer'">
          <OpeningCard v-if="selected !== undefined && pattern.found?.rings[selected]" :id="selected" @close="selected = undefined" />
          <Readings v-if="painted" class="readings" />
          <Twofold />
          <Reckoned v-if="pattern.found" :found="pattern.found" @jump="jump" />
          <p v-else-if="pattern.tooLarge" class="apart">
            Nothing is calculated until it is smaller. Its size, copies and lines stand under
            <button class="act" @click="part = 'Drawing'">Drawing</button>
          </p>
        </template>
        <OrderList v-else-if="part === 'Order' && pattern.found" :found="pattern.found" :selected="selected" @select="selected = $event" />
        <DrawingPart v-else-if="part === 'Drawing'" :known="known" @measure="(mm) => ((known = mm), (measuring = true))" />
        <FitPart v-else-if="part === 'Fit'" />
        <p v-if="part === 'Answer' && pattern.found && pattern.apart" class="apart">
          <Mark state="near" />The ticket says something else than this pattern.
          <button class="act" @click="pattern.takeFigures()">Give it the pattern’s figures</button>
        </p>
      </div>
    </aside>
    <PrintPattern v-if="printing && pattern.found" @close="printing = false" />
    <span class="sr" role="status">{{ pattern.found ? `Calculated for ${bladeWords(answer.blade, say)}.` : '' }}</span>
  </div>
</template>

<style scoped>
.panel {
  display: contents;
}
.pattern {
  display: grid;
  grid: auto minmax(420px, 1fr) / minmax(0, 1fr) 356px;
  height: 100%;
}
.bar {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--faint);
}
.bar p {
  flex: 1 1 0;
  min-width: 240px;
}
.about {
  margin-left: 8px;
}
.drawing {
  position: relative;
  background: var(--sheet);
  min-width: 0;
  min-height: 0;
}
.drawing.wide {
  grid-column: 1 / -1;
}
.side {
  border-left: 1px solid var(--rule);
  padding: 0 18px 16px;
  overflow: auto;
  min-height: 0;
}
.tabs {
  display: flex;
  gap: 18px;
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
  margin: 0 -18px;
  padding: 0 18px;
}
.tabs button {
  padding: 9px 0 7px;
  color: var(--soft);
  border-bottom: 3px solid transparent;
}
.tabs button[aria-selected='true'] {
  color: var(--ink);
  font-weight: 700;
  border-bottom-color: var(--ink);
}
.hint,
.busy,
.ask,
.nothing {
  position: absolute;
  left: 16px;
  bottom: 8px;
}
.hint {
  display: flex;
  align-items: center;
  gap: 8px;
  pointer-events: none;
}
.hint button {
  pointer-events: auto;
  text-decoration: underline;
}
.busy,
.ask {
  bottom: auto;
  top: 10px;
  right: 16px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 8px 12px;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-radius: 3px;
}
.nothing {
  top: 40%;
  bottom: auto;
}
.readings {
  padding: 12px 0 6px;
}
.apart {
  margin-top: 16px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
@media (max-width: 900px) {
  .pattern:has(> .wide) {
    grid: auto auto / minmax(0, 1fr) !important;
  }
  .pattern {
    grid: auto 62vh auto / minmax(0, 1fr);
    height: auto;
  }
  .side {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
