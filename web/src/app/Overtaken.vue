<script setup lang="ts">
import { computed } from 'vue'
import { bladeWords } from '@green-pitch/core'
import type { AsideRecord } from '../data/records'
import { registry } from '../data/tables'
import { useJob } from '../store/job'
import { useKeeper } from '../store/keeper'
import { useSettings } from '../store/settings'
import Mark from '../ui/Mark.vue'

/** Versions that another tab or a restore overtook: both are kept until one is chosen, wherever one is in the app. */
const keeper = useKeeper()
const jobs = useJob()
const settings = useSettings()

function nameOf({ table, record }: AsideRecord): string {
  if (table === 'patterns') return `the pattern of ${record.id === jobs.record.id ? jobs.name : 'a job'}`
  if ('ticket' in record || 'arms' in record) return record.name
  if ('aspects' in record) return `a practiced cut with the ${record.blade}`
  if ('saw' in record) return record.saw.name
  if ('fate' in record) return record.title
  if ('blade' in record) return bladeWords(record.blade, settings.say)
  return 'material' in record ? record.material.name : `this ${registry[table].noun}`
}
const shown = computed(() => keeper.asides.map((row) => ({ row, name: nameOf(row) })))
</script>

<template>
  <aside v-if="shown.length" class="overtaken" aria-label="Changed in two places">
    <p v-for="{ row, name } in shown" :key="row.id">
      <span
        ><Mark state="near" /><b>{{ name }}</b> was changed elsewhere too. Both versions are saved until you choose.</span
      >
      <button class="act" @click="keeper.resolve(row, 'theirs')">Take the other one</button>
      <button v-if="row.table === 'jobs'" class="act" @click="jobs.keepBeside(row)">Keep mine as a job beside it</button>
      <button v-else class="act" @click="keeper.resolve(row, 'mine')">Keep mine</button>
    </p>
  </aside>
</template>

<style scoped>
.overtaken {
  background: var(--near-bg);
  border-bottom: 1px solid var(--rule);
  padding: 6px 14px;
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
</style>
