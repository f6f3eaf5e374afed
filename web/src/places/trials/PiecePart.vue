<script setup lang="ts">
import { computed } from 'vue'
import { isStrung, pieceOf, pieceSvg } from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { fileStem, saveFile } from '../../data/files'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import TestSheet from '../../draw/TestSheet.vue'
import { boardName } from './words'

/** The piece every blade saws, and its sheets to print. */
const props = defineProps<{ trial: TrialRecord }>()
const settings = useSettings()
const trouble = useTrouble()
const piece = computed(() => pieceOf(props.trial))
const job = computed(() => props.trial.jobs[0]!)
const slug = computed(() => fileStem(props.trial.name))
async function print() {
  try {
    const { trialPdf } = await import('../../draw/trialPdf')
    const paper = settings.value.unit === 'mm' ? 'a4' : 'letter'
    const said = (s: string, r: number) => boardName(props.trial, s, r, settings.say)
    await saveFile(await trialPdf({ trial: props.trial, boardName: said, say: settings.say, paper }), `${slug.value}-pieces.pdf`)
  } catch (error) {
    trouble.report(error)
  }
}
const drawing = () =>
  saveFile(
    new Blob(
      [
        pieceSvg(
          piece.value,
          props.trial.design.pieces.map((p) => p.label),
        ),
      ],
      { type: 'image/svg+xml' },
    ),
    `${slug.value}-pieces.svg`,
  )
</script>

<template>
  <section class="sheet" aria-label="Test piece">
    <h2>Every blade saws this</h2>
    <TestSheet :piece="piece" :hatch="job.stock.material.hatch" :say="settings.say" />
    <p class="acts">
      <button class="act" @click="print">Print the pieces (PDF)</button><button class="act" @click="drawing">Drawing (SVG)</button>
    </p>
    <p v-if="isStrung(job.saw)" class="soft">Wear eye protection, and let the saw stop before you clear or change anything.</p>
    <p v-else class="soft">Clamp each piece; keep both hands behind the teeth.</p>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 8px;
  align-content: start;
}
</style>
