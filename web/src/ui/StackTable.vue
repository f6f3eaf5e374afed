<script setup lang="ts">
import { bladeWords, minutesWords } from '@green-pitch/core'
import { useSettings } from '../store/settings'
import { useShop } from '../store/shop'
import type { StackLook } from '../work/weekWork'

/** How high copies may be stacked: time, edge, risk and blanks of every height; a press takes one. */
defineProps<{ stacks: readonly StackLook[]; best?: number; taken?: number }>()
const emit = defineEmits<{ take: [sheets: number] }>()
const shop = useShop()
const settings = useSettings()
const named = (id: string) => {
  const blade = shop.catalogue.find((b) => b.id === id)
  return blade ? bladeWords(blade, settings.say) : ''
}
/** “6 × 2” where all runs are alike, else “5 + 4”. */
const runsOf = (runs: readonly number[]) => (runs.every((n) => n === runs[0]) ? `${runs.length} × ${runs[0]}` : runs.join(' + '))
</script>

<template>
  <div class="scroll">
    <table>
      <caption>
        How high to stack
      </caption>
      <thead>
        <tr>
          <th>Sheets</th>
          <th>Runs</th>
          <th>All copies</th>
          <th>Edge</th>
          <th>Any spoilt</th>
          <th>Gone at once</th>
          <th>Blade</th>
          <th><span class="sr">Take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in stacks" :key="s.sheets" :class="{ is: s.sheets === best }">
          <td>{{ s.sheets }}</td>
          <td>{{ runsOf(s.runs) }}</td>
          <td>{{ minutesWords(60 * s.minutes) }}</td>
          <td>{{ s.edge.toFixed(1) }} of 5</td>
          <td>{{ Math.round(100 * s.spoilt) }} in 100</td>
          <td>{{ s.atOnce }}{{ s.enough ? '' : ', blanks may not do' }}</td>
          <td>{{ named(s.blade) }}</td>
          <td>
            <button class="act plain" :aria-pressed="taken === s.sheets" @click="emit('take', s.sheets)">
              {{ taken === s.sheets ? 'Taken' : 'Take' }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
}
caption {
  text-align: left;
  font-weight: 700;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--soft);
}
td,
th {
  padding: 2px 12px 2px 0;
  white-space: nowrap;
}
.is td {
  font-weight: 700;
}
</style>
