<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { capital, heldWords, pieceTroubleWords, type HeldPiece } from '@green-pitch/core'
import type { Held, HoldOptions } from '@green-pitch/core/camera'
import { boxOf } from '@green-pitch/core/pattern'
import { openFile } from '../data/files'
import { useAsked } from '../store/asked'
import { papersIn } from '../store/picture'
import { usePattern } from '../store/pattern'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'
import type { CameraWork } from '../work/cameraWork'
import Choice from './Choice.vue'

/** The piece that was sawn, scanned or photographed, held against the lines of its pattern: leads, measures, shows, and gives the figures on. */
const emit = defineEmits<{ held: [figures: HeldPiece] }>()
const pattern = usePattern()
const jobs = useJob()
const settings = useSettings()
const { busy, ask } = useAsked<CameraWork>(() => new Worker(new URL('../work/camera.worker.ts', import.meta.url), { type: 'module' }))
const by = ref<'scan' | 'a4' | 'letter'>('scan')
const why = ref('')
const from = ref('')
const told = ref<string[]>([])
const result = shallowRef<Held>()

/** The largest piece of the pattern: its outline and what is open in it. */
const rings = computed((): Float64Array[] => {
  const all = pattern.found?.rings ?? []
  const outlines = all.filter((r) => r.ring.role === 'outline').sort((a, b) => b.measure.length - a.measure.length)
  const [outline] = outlines
  if (!outline) return []
  const openings = all.filter((r) => r.ring.role === 'opening' && r.ring.parent === outline.ring.id)
  return [outline, ...openings].map((r) => Float64Array.from(r.ring.points))
})
async function measure(file?: File) {
  why.value = ''
  told.value = []
  result.value = undefined
  from.value = file ? file.name : 'the stand-in, a scan nobody made'
  const options: HoldOptions =
    by.value === 'scan' || !file
      ? {}
      : {
          sheet: papersIn[by.value],
          ...('thickness' in jobs.job.stock && { thickness: jobs.job.stock.thickness }),
        }
  const lines = rings.value
  const found = await ask((w) => w.piece(file, lines, options) as Promise<Awaited<ReturnType<CameraWork['piece']>>>)
  if (!found) return
  if (typeof found === 'string') return void (why.value = found)
  if (found.trouble) return void (why.value = pieceTroubleWords[found.trouble])
  const { heldFigures } = await import('@green-pitch/core/camera')
  const figures = heldFigures(found, by.value === 'scan' ? 'scan' : 'photo')
  result.value = found
  told.value = heldWords(figures, settings.say)
  // a stand-in is no cut of one's own
  if (file) emit('held', figures)
}
async function choose() {
  const file = await openFile(['.png', '.jpg', '.jpeg', '.webp'])
  if (file) await measure(file)
}
const FULL = 0.6 // mm of deviation at which the band has its full color
const canvas = ref<HTMLCanvasElement>()
const WIDE = 900
const HIGH = 640
/** The deviation as a colored band along the pattern: to the waste one color, into the piece another, both by width too. */
function paint() {
  const c = canvas.value?.getContext('2d')
  if (!c || !result.value) return
  const { minX, minY, maxX, maxY } = boxOf(rings.value[0]!)
  const [wide, high] = [maxX - minX, maxY - minY]
  const k = Math.min((WIDE - 40) / wide, (HIGH - 40) / high)
  const [ox, oy] = [(WIDE - k * wide) / 2 - k * minX, (HIGH - k * high) / 2 - k * minY]
  c.clearRect(0, 0, WIDE, HIGH)
  for (const e of result.value.edges)
    for (const s of e.samples) {
      const share = Math.min(1, Math.abs(s.deviation) / FULL)
      c.fillStyle = s.sure < 0.3 ? '#9a9a92' : s.deviation > 0 ? '#2c62a6' : '#b4541a'
      c.globalAlpha = s.sure < 0.3 ? 0.5 : 0.35 + 0.65 * share
      const r = 1.6 + 4 * share
      c.beginPath()
      c.arc(ox + k * s.x, oy + k * s.y, r, 0, 2 * Math.PI)
      c.fill()
    }
  c.globalAlpha = 1
  c.strokeStyle = '#8a1f1f'
  c.lineWidth = 2
  for (const e of result.value.edges)
    for (const s of e.slips) {
      c.beginPath()
      c.arc(ox + k * s.x, oy + k * s.y, 14, 0, 2 * Math.PI)
      c.stroke()
    }
}
onMounted(paint)
watch(result, paint, { flush: 'post' })
const heading = computed(() =>
  busy.value
    ? `Measuring ${from.value} …`
    : why.value || (told.value.length ? `${capital(from.value)}: ${told.value[0]}` : 'Hold the piece against its line'),
)
</script>

<template>
  <section v-if="rings.length" class="hold" aria-labelledby="hold-head">
    <div role="status">
      <h3 id="hold-head">{{ heading }}</h3>
    </div>
    <p v-if="!told.length" class="soft">
      {{
        by === 'scan'
          ? 'Peel the paper, brush off the dust, lay it face down on the scanner at 300 dots an inch; a dark or blue sheet behind pale wood.'
          : 'Peel and brush, lay it on a sheet of another color, all four edges in the picture; from arm’s length, at twice the zoom.'
      }}
    </p>
    <Choice
      v-model="by"
      label="Measured by"
      :options="[
        { value: 'scan', label: 'A scan' },
        { value: 'a4', label: 'A photograph on A4' },
        { value: 'letter', label: 'On letter' },
      ]"
    />
    <p class="acts">
      <button type="button" class="act" :disabled="busy" @click="choose">Open the picture</button>
      <button type="button" class="act plain" :disabled="busy" @click="measure()">Try it with a stand-in</button>
    </p>
    <template v-if="result">
      <canvas
        ref="canvas"
        :width="WIDE"
        :height="HIGH"
        role="img"
        aria-label="How far the saw strayed, as a band along the pattern: blue into the waste, rust into the piece, wider where farther; slips ringed"
      ></canvas>
      <p class="soft">Blue is into the waste, rust into the piece, wider where farther; slips are ringed.</p>
      <ul>
        <li v-for="t in told.slice(1)" :key="t">{{ t }}</li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.hold {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
  margin-top: 10px;
}
canvas {
  width: 100%;
  height: auto;
  border: 1px solid var(--rule);
  background: #fbfaf5;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  margin: 8px 0;
}
li {
  padding: 2px 0;
}
</style>
