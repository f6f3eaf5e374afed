<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  bladeWords,
  clampTrouble,
  marginWords,
  marginsOf,
  stops,
  tpiWords,
  evaluate,
  feedWords,
  withCaliper,
  type Blade,
  type Measured,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { withBlade } from '../../data/ticket'
import Choice from '../../ui/Choice.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

const jobs = useJob()
const shop = useShop()
const answer = useAnswer()
const settings = useSettings()
const which = ref<'pass' | 'owned' | 'all'>('pass')

const rows = computed(() => {
  const passing = answer.ranked.map((r) => ({ blade: r.blade, evaluation: r, fail: '' }))
  if (which.value === 'pass') return passing.slice(0, 60)
  const rest = shop.catalogue
    .filter((b) => !passing.some((p) => p.blade.id === b.id) && !clampTrouble(jobs.job.saw, b))
    .map((blade) => ({
      blade,
      evaluation: undefined,
      fail: marginWords(marginsOf(answer.job, blade).find(stops)!, answer.job, settings.say),
    }))
  const all = [...passing, ...rest]
  return which.value === 'owned' ? all.filter((r) => shop.owned.has(r.blade.id)) : all
})
const choose = (b: Blade | undefined) => jobs.edit((t) => withBlade(t, b), 'blade')
/** The nearest choice that works: same pattern and next in width where there is one. */
const nearestThatDoes = computed(() => {
  const own = answer.ranked.filter((r) => r.blade.group === answer.blade.group).map((r) => r.blade)
  const among = own.length ? own : answer.ranked.slice(0, 1).map((r) => r.blade)
  return among.reduce((a, b) => (Math.abs(b.width - answer.blade.width) < Math.abs(a.width - answer.blade.width) ? b : a), among[0]!)
})
const measuring = ref(false)
function caliper(m: Measured) {
  try {
    const measured = withCaliper(answer.blade, m)
    evaluate(answer.job, measured)
    jobs.edit((t) => ({ ...t, blade: measured }), `caliper ${Object.keys(m)[0]}`)
  } catch (error) {
    useTrouble().say(error instanceof Error ? error.message : String(error))
  }
}
</script>

<template>
  <Themed>
    <p v-if="!answer.evaluation.passes && answer.ranked[0]" class="say">
      <Mark state="beyond" />{{ marginWords(answer.evaluation.margins.find(stops)!, answer.job, settings.say) }}
      <button class="act" @click="choose(nearestThatDoes)">Take {{ bladeWords(nearestThatDoes, settings.say) }}</button>
    </p>
    <div class="fields">
      <Choice
        v-model="which"
        label="Show"
        :options="[
          { value: 'pass', label: `Will do (${answer.ranked.length})` },
          { value: 'owned', label: 'In my drawer' },
          { value: 'all', label: 'All it holds' },
        ]"
      />
      <div class="field">
        <span>Chosen</span
        ><button class="act" :disabled="!jobs.ticket.blade" @click="choose(undefined)">
          {{ jobs.ticket.blade ? 'Back to the suggested one' : 'The suggested one' }}
        </button>
      </div>
      <Choice
        label="Blade’s edge"
        :model-value="String(jobs.job.wear)"
        :options="[
          { value: '0', label: 'New' },
          { value: '0.4', label: 'Used' },
          { value: '1', label: 'Dull' },
        ]"
        @update:model-value="(v) => jobs.editJob({ wear: Number(v) }, 'wear')"
      />
      <div class="field">
        <span>Measured</span><button class="act" :aria-expanded="measuring" @click="measuring = !measuring">Put a caliper on it</button>
      </div>
    </div>
    <div v-if="measuring" class="fields own">
      <LengthInput label="Width with teeth" :model-value="answer.blade.width" @update:model-value="(v) => v && caliper({ width: v })" />
      <LengthInput label="Thickness" :model-value="answer.blade.thickness" @update:model-value="(v) => v && caliper({ thickness: v })" />
      <LengthInput label="Kerf in scrap" :model-value="answer.blade.kerf" @update:model-value="(v) => v && caliper({ kerf: v })" />
      <p class="soft">Sizes are nominal; what you measure is what counts.</p>
    </div>
    <div class="list">
      <button v-for="r in rows" :key="r.blade.id" class="row" :aria-pressed="r.blade.id === answer.blade.id" @click="choose(r.blade)">
        <Mark :state="r.fail ? 'beyond' : 'within'" /><span>{{ bladeWords(r.blade, settings.say) }}</span>
        <span class="soft">{{
          r.fail || `${r.evaluation!.edge.grade} edge, cuts ${feedWords(r.evaluation!.feed.value, settings.say)}`
        }}</span>
        <span class="soft">{{ tpiWords(r.blade) }}{{ shop.owned.has(r.blade.id) ? `, ${shop.countOf(r.blade.id)} in drawer` : '' }}</span>
      </button>
      <p v-if="!rows.length" class="soft">
        {{ which === 'owned' ? 'Nothing in your drawer fits this saw.' : 'No blade this saw holds will do. The Bench shows the ways out.' }}
      </p>
    </div>
  </Themed>
</template>

<style scoped src="./part.css"></style>
