<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import {
  bladeWords,
  capital,
  isStranger,
  packetWords,
  pictureTroubleWords,
  seenMeasures,
  seenWords,
  withCaliper,
  type Blade,
} from '@green-pitch/core'
import type { BladeRead } from '@green-pitch/core/camera'
import { openFile, saveFile } from '../../data/files'
import { useAsked } from '../../store/asked'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import PacketSays from './PacketSays.vue'
import type { CameraWork, Shown } from '../../work/cameraWork'

/** Blades on the printed sheet, told from a scan or photograph, several at once. */
const emit = defineEmits<{ take: [blade: Blade, count: number] }>()
const shop = useShop()
const settings = useSettings()
const say = computed(() => settings.say)
const { busy, ask } = useAsked<CameraWork>(() => new Worker(new URL('../../work/camera.worker.ts', import.meta.url), { type: 'module' }))
const printed = ref<number | undefined>(180)
const why = ref('')
const from = ref('')
const reads = shallowRef<BladeRead[]>([])
const picture = shallowRef<Shown>()
const counts = ref<number[]>([])
const taken = ref<Record<number, string>>({})
const label = ref('')
const said = computed(() => shop.catalogue.find((b) => b.id === label.value))
const known = (id: string) => shop.catalogue.find((b) => b.id === id)

async function sheet() {
  const { makeBladeSheet } = await import('../../draw/bladeSheetPdf')
  await saveFile(await makeBladeSheet(settings.value.unit), 'blade-sheet.pdf')
}
async function read(file?: File) {
  why.value = ''
  reads.value = []
  picture.value = undefined
  taken.value = {}
  from.value = file ? file.name : 'the stand-in, a scan nobody made'
  const catalogue = shop.catalogue.map((b) => JSON.parse(JSON.stringify(b)) as Blade)
  const found = await ask((w) => w.blades(file, catalogue, printed.value ?? 180) as Promise<Awaited<ReturnType<CameraWork['blades']>>>)
  if (!found) return
  if (typeof found === 'string') return void (why.value = found)
  picture.value = found.shown
  // numbered as they lie, from the top
  reads.value = [...found.read.blades].sort((a, b) => a.ends[0][1] + a.ends[1][1] - b.ends[0][1] - b.ends[1][1])
  counts.value = found.read.blades.map(() => 1)
  if (found.read.trouble) why.value = pictureTroubleWords[found.read.trouble]
}
async function choose() {
  const file = await openFile(['.png', '.jpg', '.jpeg', '.webp'])
  if (file) await read(file)
}
const nearest = (r: BladeRead) => r.candidates[0] && known(r.candidates[0].id)
/** The likeliest of the catalogue; a stranger is none of it. */
const likely = (r: BladeRead) => (isStranger(r) ? undefined : nearest(r))
/** The nearest kind with the width the picture measured in place of the catalogue's. */
const measured = (r: BladeRead) => {
  const near = nearest(r)
  return near && withCaliper(near, { width: r.width.value })
}
function put(i: number, blade: Blade) {
  emit('take', blade, counts.value[i] ?? 1)
  taken.value = { ...taken.value, [i]: `${capital(bladeWords(blade, say.value))}: ${counts.value[i] ?? 1} put in.` }
}
const heading = computed(() => {
  if (busy.value) return `Reading ${from.value} …`
  if (why.value) return why.value
  if (!picture.value) return 'Or let a scan tell: print the sheet, lay the blades on it'
  const told = reads.value.filter((r) => likely(r)).length
  return `${told} of ${reads.value.length} told from ${from.value}`
})

const canvas = ref<HTMLCanvasElement>()
function paint() {
  const [el, see] = [canvas.value, picture.value]
  const c = el?.getContext('2d')
  if (!c || !see) return
  const k = see.image.width / see.width
  c.drawImage(see.image, 0, 0)
  c.lineWidth = 2
  reads.value.forEach((r, i) => {
    c.strokeStyle = likely(r) ? '#2f7d4f' : '#b4541a'
    c.beginPath()
    r.outline.forEach(([x, y], p) => (p ? c.lineTo(x * k, y * k) : c.moveTo(x * k, y * k)))
    c.closePath()
    c.stroke()
    const [x, y] = r.ends[0]
    c.font = '600 26px Next, sans-serif'
    c.fillStyle = c.strokeStyle
    c.fillText(String(i + 1), Math.max(6, x * k - 34), y * k + 9)
    const up = r.up === 0 || r.up === 1 ? r.ends[r.up] : undefined
    if (up) {
      c.beginPath()
      c.arc(up[0] * k, up[1] * k, 12, 0, 2 * Math.PI)
      c.stroke()
    }
  })
}
onMounted(paint)
watch([picture, reads], paint, { flush: 'post' })
</script>

<template>
  <section class="by" aria-labelledby="by-head">
    <div role="status">
      <h2 id="by-head">{{ heading }}</h2>
    </div>
    <div class="acts">
      <button class="act" @click="sheet">Print the sheet</button>
      <button class="act" :disabled="busy" @click="choose">Open a scan or photograph</button>
      <button class="act plain" :disabled="busy" @click="read()">Try it with the stand-in</button>
      <LengthInput v-model="printed" class="rule" label="The sheet’s 180 mm rule measures" :least="100" />
    </div>
    <template v-if="picture">
      <canvas
        ref="canvas"
        :width="picture.image.width"
        :height="picture.image.height"
        role="img"
        :aria-label="`The picture, with ${reads.length} blades numbered as they lie`"
      ></canvas>
      <ol v-if="reads.length">
        <li v-for="(r, i) in reads" :key="i">
          <b class="mono">{{ i + 1 }}</b>
          <span
            ><b><Mark :state="r.trouble ? 'beyond' : likely(r) ? 'within' : 'near'" />{{ seenWords(r, known, say) }}</b
            ><span v-if="r.candidates[0] && likely(r)" class="soft chance">{{ Math.round(100 * r.candidates[0].chance) }} %</span><br />{{
              seenMeasures(r, say)
            }}
            <em v-if="said && packetWords(r, said, say)"><Mark state="beyond" />{{ packetWords(r, said, say) }}</em></span
          >
          <span v-if="taken[i]" role="status">{{ taken[i] }}</span>
          <span v-else-if="nearest(r)" class="put">
            <Count v-model="counts[i]" :label="`How many of ${i + 1}`" :min="1" :max="999" whole />
            <button v-if="likely(r)" class="act" @click="put(i, likely(r)!)">Put in the drawer</button>
            <button v-else class="act" @click="put(i, measured(r)!)">Keep as the nearest, as measured</button>
          </span>
        </li>
      </ol>
      <p v-if="reads.length" class="label">
        <PacketSays v-model="label" />
      </p>
    </template>
  </section>
</template>

<style scoped>
.by {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 12px 16px;
  margin-bottom: 16px;
}
.acts,
.put,
.label {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 8px 0;
}
.rule {
  width: 270px;
}
.chance {
  margin-left: 8px;
}
canvas {
  width: 100%;
  height: auto;
  border: 1px solid var(--rule);
}
li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--faint);
}
em {
  display: block;
  font-style: normal;
  font-weight: 600;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: 22px minmax(0, 1fr);
  }
  .put {
    grid-column: 2;
  }
}
</style>
