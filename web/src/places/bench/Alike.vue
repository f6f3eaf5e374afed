<script setup lang="ts">
import { computed, shallowRef, toRaw } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { countWords, minutesWords, sheetsOf, stacked } from '@green-pitch/core'
import { advisedStack } from '@green-pitch/core/week'
import { useAnswer } from '../../store/answer'
import { useAsked } from '../../store/asked'
import { useJob } from '../../store/job'
import { useLearned } from '../../store/learned'
import { useShop } from '../../store/shop'
import { plainOrder } from '../../store/week'
import { bare } from '../../store/year'
import type { StackLook, WeekWork } from '../../work/weekWork'
import Count from '../../ui/Count.vue'
import FitsWeek from '../../ui/FitsWeek.vue'
import StackTable from '../../ui/StackTable.vue'

/** Several alike: how high to stack them and what that saves; and what was promised of them. */
const answer = useAnswer()
const jobs = useJob()
const shop = useShop()
const learned = useLearned()
const { ask } = useAsked<WeekWork>(() => new Worker(new URL('../../work/week.worker.ts', import.meta.url), { type: 'module' }))
const order = computed(() => jobs.record.order)
const copies = computed(() => order.value?.copies ?? 1)
const one = computed(() => ({ ...answer.job, stock: stacked(answer.job.stock, 1) }))
const stacks = shallowRef<StackLook[]>([])
watchDebounced(
  [one, copies, () => answer.blade.id, () => learned.beliefs],
  async () => {
    if (copies.value < 2) return (stacks.value = [])
    const given = { beliefs: toRaw(learned.beliefs), ...bare({ blades: shop.catalogue, blade: answer.blade, sheets: order.value?.sheets }) }
    const told = await ask((w) => w.stacks(bare(one.value), copies.value, given))
    if (told) stacks.value = told
  },
  { debounce: 250, immediate: true },
)
const advised = computed(() => advisedStack(stacks.value))
const heading = computed(() => {
  const [single] = stacks.value
  const best = advised.value
  if (!single || !best) return copies.value > 1 ? `${copies.value} alike` : 'One of it'
  const saves = single.minutes - best.minutes
  return best === single || saves < 1
    ? `${copies.value} alike: one by one, ${minutesWords(60 * single.minutes)}`
    : `${copies.value} alike: ${best.sheets} to a stack, ${countWords(best.runs.length, 'run')}, ${minutesWords(60 * best.minutes)}; saves ${minutesWords(60 * saves)} over one by one`
})
/** The height the ticket has, where it is one of them. */
const taken = computed(() => sheetsOf(answer.job.stock))
const alike = (n: number | undefined) => {
  if (!n || (n === copies.value && order.value)) return
  void jobs.promise(
    n === 1 && order.value && !order.value.due ? undefined : { ...(order.value ?? plainOrder), copies: n, stack: undefined },
  )
}
function take(sheets: number) {
  jobs.editJob({ stock: stacked(answer.job.stock, sheets) }, 'stack')
  if (order.value) void jobs.promise({ ...order.value, stack: sheets })
}
</script>

<template>
  <section aria-labelledby="alike-head">
    <div class="top">
      <span class="count"
        ><Count label="How many alike" :model-value="copies" :min="1" :max="500" whole @update:model-value="alike"
      /></span>
      <h2 id="alike-head">{{ heading }}</h2>
      <FitsWeek />
    </div>
    <StackTable v-if="stacks.length > 1" :stacks="stacks" :best="advised?.sheets" :taken="taken" @take="take" />
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: end;
  margin-bottom: 6px;
}
.count {
  width: 110px;
}
</style>
