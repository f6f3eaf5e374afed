<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { jointDxf, jointSvg } from '@green-pitch/core/joint'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import { fileStem, saveFile } from '../../data/files'

/** The lay-out on paper at full size where it fits, or as a drawing file. */
const emit = defineEmits<{ close: [] }>()
const jobs = useJob()
const joint = useJoint()
const settings = useSettings()
const dialog = ref<HTMLDialogElement>()
const paper = ref<'a4' | 'letter'>(settings.value.unit === 'in' ? 'letter' : 'a4')
onMounted(() => dialog.value?.showModal())
const name = (ending: string) => `${fileStem(jobs.name)}-${joint.spec.kind}.${ending}`

async function save(ending: 'pdf' | 'svg' | 'dxf') {
  try {
    const { views } = joint.found
    const blob =
      ending === 'pdf'
        ? await (
            await import('../../draw/jointPdf')
          ).jointPdf({
            name: jobs.name,
            found: joint.found,
            material: jobs.job.stock.material,
            say: settings.say,
            paper: paper.value,
            schools: joint.schools,
          })
        : new Blob([ending === 'svg' ? jointSvg(views, jobs.name) : jointDxf(views)], {
            type: ending === 'svg' ? 'image/svg+xml' : 'application/dxf',
          })
    await saveFile(blob, name(ending))
    dialog.value?.close()
  } catch (error) {
    useTrouble().say(`The sheet could not be made: ${error instanceof Error ? error.message : String(error)}`)
  }
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="sheet-head" @close="emit('close')">
    <h2 id="sheet-head">Lay-out sheet for {{ jobs.name }}</h2>
    <p class="soft">
      Drawings at full size where they fit the page, with a rule to check the print by; marks, order of work and saws beside them.
    </p>
    <p class="row">
      <label
        >Paper
        <select v-model="paper">
          <option value="a4">A4</option>
          <option value="letter">US Letter</option>
        </select></label
      >
    </p>
    <p class="row">
      <button class="act main" @click="save('pdf')">Save the sheet as PDF</button>
      <button class="act" @click="save('svg')">SVG, full size</button>
      <button class="act" @click="save('dxf')">DXF, full size</button>
      <button class="act plain" @click="dialog?.close()">Cancel</button>
    </p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(600px, 94vw);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 14px;
}
select {
  font: inherit;
}
</style>
