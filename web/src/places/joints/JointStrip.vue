<script setup lang="ts">
import { computed } from 'vue'
import { bladeWords, handSawWords, jointNames, lengthWords, sizeWords } from '@green-pitch/core'
import { jointKinds, type JointKind } from '@green-pitch/core/joint'
import { useJob } from '../../store/job'
import { useJoint } from '../../store/joint'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import Figure from './Figure.vue'

/** The joint's ticket: what, in what, with which saw and kerf, and which side of the line. */
const jobs = useJob()
const joint = useJoint()
const settings = useSettings()
const shop = useShop()
const say = computed(() => settings.say)
const found = computed(() => joint.found)
const spec = computed(() => joint.spec)
/** Every hand saw there is, where one is wanted at all. */
const saws = computed(() => {
  if (!found.value.cuts.length) return []
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
        ? `${mm(s.out)} molding`
        : ''
})
const fitNote = computed(() => ({ leave: 'saw in the waste', split: 'the line goes', take: 'the line is sawn away' })[jobs.job.cut.line])
</script>

<template>
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
        ><span class="soft">Kerf</span><b class="kerf-figure mono">{{ lengthWords(Math.round(coping.kerf * 100) / 100, say) }}</b></template
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
</template>

<style scoped>
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
  font: 700 1rem var(--text);
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
  font-size: 1.0625rem;
}
.kerf {
  padding: 0;
}
@media (max-width: 760px) {
  .strip {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
