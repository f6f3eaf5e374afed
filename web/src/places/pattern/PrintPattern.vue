<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { transferWords } from '@green-pitch/core'
import { fileStem, saveFile } from '../../data/files'
import type { papers } from '../../draw/patternPdf'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'

/** Out of the program: true-scale pages, drawings with layers, a table of openings. */
const emit = defineEmits<{ close: [] }>()
const jobs = useJob()
const pattern = usePattern()
const settings = useSettings()
const trouble = useTrouble()
const dialog = ref<HTMLDialogElement>()
const busy = ref(false)
const form = reactive({
  paper: (settings.value.unit === 'mm' ? 'a4' : 'letter') as keyof typeof papers,
  lines: 'line' as 'line' | 'cut' | 'both',
  weight: 0.2,
  numbers: true,
  holes: true,
})
onMounted(() => dialog.value?.showModal())
const stem = () => fileStem(jobs.name)

async function guarded(work: () => Promise<void>) {
  busy.value = true
  try {
    await work()
    dialog.value?.close()
  } catch (error) {
    trouble.say(`That could not be made: ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    busy.value = false
  }
}
const print = (open: boolean) =>
  guarded(async () => {
    const sheet = await pattern.worker().sheet()
    if (!sheet) return
    const { patternPdf } = await import('../../draw/patternPdf')
    const { pdf, pages } = await patternPdf({ name: jobs.name, sheet, unit: settings.value.unit, ...form })
    const url = URL.createObjectURL(pdf)
    setTimeout(() => URL.revokeObjectURL(url), 60_000)
    if (!open || !window.open(url)) await saveFile(pdf, `${stem()}-pattern.pdf`)
    trouble.say(`${pages} page${pages === 1 ? '' : 's'}. Measure the check rule before you glue.`, 'done')
  })
const save = (kind: 'svg' | 'dxf') =>
  guarded(async () => {
    const text = await pattern.worker().write(kind, jobs.name)
    await saveFile(new Blob([text], { type: kind === 'svg' ? 'image/svg+xml' : 'application/dxf' }), `${stem()}.${kind}`)
  })
const table = () =>
  guarded(async () => {
    const Papa = (await import('papaparse')).default
    await saveFile(
      new Blob([Papa.unparse(await pattern.worker().rows(pattern.spent.map((t) => t.sawing)))], { type: 'text/csv' }),
      `${stem()}-openings.csv`,
    )
  })
</script>

<template>
  <dialog ref="dialog" aria-labelledby="print-head" @close="emit('close')">
    <h2 id="print-head">Print and save: {{ jobs.name }}</h2>
    <div class="grid">
      <label>
        Paper
        <select v-model="form.paper" class="plain-input">
          <option value="a4">A4</option>
          <option value="letter">Letter</option>
          <option value="a3">A3</option>
        </select>
      </label>
      <label>
        Line
        <select v-model="form.lines" class="plain-input">
          <option value="line">as drawn</option>
          <option value="cut">middle of the kerf</option>
          <option value="both">both</option>
        </select>
      </label>
      <label>
        Weight
        <select v-model.number="form.weight" class="plain-input">
          <option :value="0.1">fine, 0.1 mm</option>
          <option :value="0.2">0.2 mm</option>
          <option :value="0.5">bold, 0.5 mm</option>
        </select>
      </label>
      <label><input v-model="form.numbers" type="checkbox" /> numbers in order</label>
      <label><input v-model="form.holes" type="checkbox" /> pilot holes</label>
    </div>
    <p v-if="pattern.record">
      <b>{{ transferWords[pattern.record.transfer].name }}.</b> {{ transferWords[pattern.record.transfer].how }}
    </p>
    <p class="soft">Pages overlap by 10 mm; each has its place in the key and a rule to check the scale by.</p>
    <p class="acts">
      <button class="act" :disabled="busy" @click="print(true)">Open to print</button>
      <button class="act main" :disabled="busy" @click="print(false)">Save pages (PDF)</button>
    </p>
    <p class="acts out">
      <span>Drawing with layers:</span>
      <button class="act" :disabled="busy" @click="save('svg')">SVG</button>
      <button class="act" :disabled="busy" @click="save('dxf')">DXF</button>
      <span>Openings:</span>
      <button class="act" :disabled="busy" @click="table">CSV</button>
      <button class="act plain" @click="dialog?.close()">Close</button>
    </p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(560px, 94vw);
}
p {
  margin: 10px 0;
}
.grid {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  margin-top: 12px;
}
.grid label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  justify-content: flex-end;
}
.out {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
</style>
