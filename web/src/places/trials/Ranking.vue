<script setup lang="ts">
import { computed } from 'vue'
import { criteria, criterionNames, decimal, listWords, ordersOf, type RankedArm, type TrialCriterion } from '@green-pitch/core'
import type { TrialRecord } from '../../data/records'
import { useSettings } from '../../store/settings'
import type { TrialResult } from '../../work/trialWork'
import { armName, stockName } from './words'

/** Every blade with where its worth lies, how surely it is the best, and what it stands out by. */
const props = defineProps<{ trial: TrialRecord; result: TrialResult }>()
const settings = useSettings()
const name = (id: string) => armName(props.trial, id, settings.say)
const ways = computed(() => props.trial.arms.some((a) => a.up ?? a.grain))
const judged = computed(() => criteria.filter((c) => ordersOf(props.trial).some((o) => o.criterion === c && o.order.flat().length > 1)))
const share = (p: number) => `${Math.round(100 * p)} %`
/** From the least to the greatest worth of any, for the bars. */
const span = computed(() => {
  const list = props.result.all.blades
  const [low, high] = [Math.min(...list.map((b) => b.low)), Math.max(...list.map((b) => b.high))]
  return { low, high, x: (v: number) => (high > low ? (100 * (v - low)) / (high - low) : 50) }
})
const points = (b: RankedArm) => {
  const said = (of: TrialCriterion[]) => (of.length === judged.value.length ? 'in everything' : listWords(of.map((c) => criterionNames[c])))
  return [b.bestAt.length && `best: ${said(b.bestAt)}`, b.worstAt.length && `last: ${said(b.worstAt)}`].filter(Boolean).join('; ')
}
const labels = (id: string) => props.trial.design.pieces.flatMap((p) => (p.blade === id ? p.label : [])).join(' ')
const placeIn = (stock: string, id: string) => {
  const found = props.result.byStock[stock]?.blades ?? []
  const at = found.findIndex((b) => b.id === id)
  return at < 0 ? undefined : { at: at + 1, leads: found[at]!.group === 0 }
}
/** Stocks in which alone something can be told. */
const telling = computed(() =>
  props.trial.jobs.length > 1 ? props.trial.design.stocks.filter((s) => props.result.byStock[s]?.blades.some((b) => b.group)) : [],
)
</script>

<template>
  <div>
    <div class="scroll" tabindex="0" role="region" aria-label="Ranking, table">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">{{ ways ? 'Way' : 'Blade' }}</th>
            <th scope="col">How far apart<span class="sr">, eight in ten</span></th>
            <th scope="col">Best of all</th>
            <th v-for="s in telling" :key="s">{{ stockName(trial, s, settings.say) }}</th>
            <th scope="col">Mean place</th>
            <th scope="col">Stands out</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(b, i) in result.all.blades"
            :key="b.id"
            :class="{ parted: i && b.group !== result.all.blades[i - 1]!.group, front: !b.group }"
          >
            <td class="who">
              <b>{{ name(b.id) }}</b> <span class="soft mono labels">{{ labels(b.id) }}</span>
            </td>
            <td class="bar">
              <svg
                viewBox="0 0 100 12"
                preserveAspectRatio="none"
                role="img"
                :aria-label="`${decimal(b.mean, 1)}, from ${decimal(b.low, 1)} to ${decimal(b.high, 1)}`"
              >
                <line x1="0" x2="100" y1="6" y2="6" stroke="var(--faint)" stroke-width="1" />
                <rect :x="span.x(b.low)" :width="span.x(b.high) - span.x(b.low)" y="4" height="4" fill="var(--void)" />
                <rect :x="span.x(b.mean) - 0.8" width="1.6" y="0" height="12" fill="var(--ink)" />
              </svg>
            </td>
            <td class="nowrap">{{ share(b.best) }}</td>
            <td v-for="s in telling" :key="s">
              <template v-if="placeIn(s, b.id)">{{ placeIn(s, b.id)!.at }}{{ placeIn(s, b.id)!.leads ? ', leads' : '' }}</template>
            </td>
            <td class="nowrap">{{ decimal(b.meanPlace, 1) }}{{ b.neverWorst ? ', never last' : '' }}</td>
            <td>{{ points(b) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft note">
      A line parts what can be told apart{{ trial.jobs.length > 1 && !telling.length ? '; in any one stock alone nothing can' : '' }}. The
      bar shows where a blade’s worth lies, eight in ten; all that was judged of one piece shares that piece’s luck.
    </p>
  </div>
</template>

<style scoped>
.scroll {
  margin-top: 12px;
}
tr.parted td {
  border-top: 2px solid var(--ink);
}
tr:not(.front) b {
  font-weight: 400;
}
.who {
  min-width: 170px;
}
.labels {
  font-size: 0.8125rem;
  display: block;
}
.bar {
  min-width: 190px;
}
.bar svg {
  width: 100%;
  height: 14px;
  display: block;
}
.note {
  margin-top: 8px;
  max-width: 80ch;
}
</style>
