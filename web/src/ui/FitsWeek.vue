<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementVisibility, watchDebounced } from '@vueuse/core'
import { chanceState, chanceWords } from '@green-pitch/core'
import { dayIn, dayName } from '../data/days'
import { useJob } from '../store/job'
import { useWeek } from '../store/week'
import { figure } from './figure'
import Mark from './Mark.vue'

/** What the job in hand does to the week, in a line: its chance where a day was promised, else when it could be ready behind what was. */
const jobs = useJob()
const week = useWeek()
const line = ref<HTMLElement>()
const seen = useElementVisibility(line)
const id = computed(() => jobs.record.id)
const order = computed(() => jobs.record.order)
// planning takes a worker, so it begins when somebody has it before them
watchDebounced([seen, id], () => seen.value && week.wonder(order.value ? undefined : id.value), { debounce: 800, immediate: true })
const fits = computed(() => {
  const w = week.week
  const chance = w?.chance[id.value]
  if (order.value?.due && chance !== undefined)
    return { chance, text: `Ready by ${dayIn(order.value.due, { weekday: 'long' })}: ${chanceWords(chance)}` }
  if (!w || week.asking?.id !== id.value) return undefined
  const { p80, p95 } = w.promise
  const day = (at: number) => dayName(at, week.today)
  const behind = week.promised.length ? ', behind what is promised' : ''
  if (p80 === undefined) return { chance: 0, text: `Not within the evenings of the week${behind}` }
  return {
    chance: 1,
    text: `Ready ${day(p80)}, 8 in 10${p95 === undefined || day(p95) === day(p80) ? '' : `; ${day(p95)}, 19 in 20`}${behind}`,
  }
})
</script>

<template>
  <span ref="line" class="fits">
    <RouterLink v-if="fits" to="/week" v-bind="order?.due ? figure('chance', fits.chance) : {}"
      ><Mark :state="chanceState(fits.chance)" />{{ fits.text }}</RouterLink
    >
    <RouterLink v-else-if="order" to="/week">Say by which day</RouterLink>
  </span>
</template>

<style scoped>
.fits {
  min-height: 1.4em;
}
</style>
