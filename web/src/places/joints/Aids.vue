<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { aidNames, aidWords, bladeById, lengthWords, partNames, type Blade } from '@green-pitch/core'
import { aidKinds, benchAid, usualBed, type AidKind } from '@green-pitch/core/joint'
import { useJoint } from '../../store/joint'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import JointView from '../../draw/JointView.vue'
import Figure from './Figure.vue'
import type { FieldValue } from './fields'

/** Bench aids made for the work and the saw in hand, with what to cut for them. */
const props = defineProps<{ saw?: Blade }>()
const jobs = useJob()
const settings = useSettings()
const say = computed(() => settings.say)
const kind = ref<AidKind>(props.saw?.plate?.strokes === 'pull' ? 'hook-pull' : 'hook-push')
/** The work in hand, until other figures are said. */
const { spec } = useJoint()
const made = reactive<{ work: number; thickness: number; stop: number; bed?: number }>({
  work: 'width' in spec ? spec.width : 120,
  thickness: 'thickness' in spec ? spec.thickness : 20,
  stop: 10,
})
const holdsWork = computed(() => kind.value.startsWith('hook') || kind.value === 'mitre-block')
const saw = computed(() => props.saw ?? bladeById('dovetail-15')!)
const aid = computed(() =>
  benchAid(kind.value, {
    ...made,
    saw: { length: saw.value.length, depth: saw.value.plate?.depth ?? 40, plate: saw.value.thickness, kerf: saw.value.kerf },
  }),
)
const mm = (x: number) => lengthWords(Math.round(x * 10) / 10, say.value)
const scale = computed(() => Math.min(2, 420 / aid.value.view.width, 220 / aid.value.view.height))
const put = (key: keyof typeof made) => (v: FieldValue) => {
  if (typeof v === 'number') made[key] = v
  else if (key === 'bed') made.bed = undefined
}
</script>

<template>
  <section class="aids" aria-labelledby="aid-head">
    <h2 id="aid-head">
      <select v-model="kind" aria-label="Bench aid">
        <option v-for="k in aidKinds" :key="k" :value="k">{{ aidNames[k] }}</option>
      </select>
    </h2>
    <div class="figures">
      <Figure
        v-if="holdsWork"
        :field="{ key: 'work', label: 'Work it holds, wide', as: 'length' }"
        :value="made.work"
        @change="put('work')($event)"
      />
      <Figure
        v-if="holdsWork"
        :field="{ key: 'thickness', label: 'Work it holds, thick', as: 'length' }"
        :value="made.thickness"
        @change="put('thickness')($event)"
      />
      <Figure
        v-if="kind === 'depth-fence'"
        :field="{ key: 'stop', label: 'Depth of the cut', as: 'length' }"
        :value="made.stop"
        @change="put('stop')($event)"
      />
      <Figure
        v-if="holdsWork || kind === 'saw-case'"
        :field="{ key: 'bed', label: 'Made of board', as: 'length', none: mm(usualBed(kind)) }"
        :value="made.bed"
        @change="put('bed')($event)"
      />
    </div>
    <p>
      {{ aidWords[kind] }} <span class="soft">For the {{ saw.name.toLowerCase() }}, {{ mm(saw.length) }} long.</span>
    </p>
    <JointView :view="aid.view" :scale="scale" :hatch="jobs.job.stock.material.hatch" :say="say" :label="aidNames[kind]" />
    <table>
      <caption>
        Cutting list
      </caption>
      <thead>
        <tr>
          <th scope="col">Part</th>
          <th scope="col">Count</th>
          <th scope="col">Length</th>
          <th scope="col">Width</th>
          <th scope="col">Thickness</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in aid.parts" :key="p.name">
          <th scope="row">{{ partNames[p.name] }}</th>
          <td>{{ p.count }}</td>
          <td>{{ mm(p.length) }}</td>
          <td>{{ mm(p.width) }}</td>
          <td>{{ mm(p.thickness) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      From
      {{ aid.strips.map((s) => `${mm(s.length)} of ${mm(s.width)} × ${mm(s.thickness)}`).join(', ') }}, kerfs between them counted.
    </p>
  </section>
</template>

<style scoped src="../../ui/figures.css"></style>
<style scoped>
.aids {
  padding-top: 6px;
}
select {
  font: 700 1rem var(--text);
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 4px 6px;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 210px));
  margin: 8px 0;
}
table {
  margin: 10px 0 6px;
}
caption {
  text-align: left;
  font-weight: 700;
  padding-bottom: 4px;
}
</style>
