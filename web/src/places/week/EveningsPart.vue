<script setup lang="ts">
import { computed } from 'vue'
import { clockOf, minuteFrom } from '../../data/days'
import type { UsualEvening } from '../../data/records'
import { useWeek } from '../../store/week'

/** The usual week: which evenings, from when, how long, and until when ears bear a loud saw. */
const store = useWeek()
const days = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const order = [1, 2, 3, 4, 5, 6, 0]
const of = (day: number) => store.said.usual.find((u) => u.day === day)
const rows = computed(() => order.map((day) => ({ day, u: of(day) })))
function set(day: number, patch: Partial<UsualEvening> | undefined) {
  const rest = store.said.usual.filter((u) => u.day !== day)
  const before = of(day) ?? { day, at: 18 * 60 + 30, minutes: 120, loud: 120 }
  store.put({ usual: patch ? [...rest, { ...before, ...patch }].sort((a, b) => a.day - b.day) : rest })
}
const value = (e: Event) => (e.target as HTMLInputElement).value
/** The end of an evening, as its length; what would end before it begins is not taken. */
function until(day: number, e: Event, what: 'minutes' | 'loud') {
  const u = of(day)
  const end = minuteFrom(value(e))
  if (!u || end === undefined || end <= u.at) return
  const minutes = end - u.at
  set(
    day,
    what === 'minutes'
      ? { minutes, loud: u.loud === undefined ? undefined : Math.min(u.loud, minutes) }
      : { loud: Math.min(minutes, u.minutes) },
  )
}
/** The three times of an evening. */
const cells = (day: number, u: UsualEvening) => [
  { word: 'from', at: u.at, take: (e: Event) => set(day, { at: minuteFrom(value(e)) ?? u.at }) },
  { word: 'until', at: u.at + u.minutes, take: (e: Event) => until(day, e, 'minutes') },
  { word: 'loud until', at: u.at + (u.loud ?? u.minutes), take: (e: Event) => until(day, e, 'loud') },
]
</script>

<template>
  <table class="evenings">
    <caption class="sr">
      The usual week
    </caption>
    <thead>
      <tr>
        <th>Evening</th>
        <th>From</th>
        <th>Until</th>
        <th>Loud saws until</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="{ day, u } in rows" :key="day">
        <td>
          <label><input type="checkbox" :checked="!!u" @change="set(day, u ? undefined : {})" /> {{ days[day] }}</label>
        </td>
        <template v-if="u">
          <td v-for="c in cells(day, u)" :key="c.word">
            <input
              class="plain-input"
              type="time"
              :value="clockOf(c.at).padStart(5, '0')"
              :aria-label="`${days[day]} ${c.word}`"
              @change="c.take"
            />
          </td>
        </template>
        <td v-else colspan="3" class="soft">no sawing</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.evenings {
  border-collapse: collapse;
  justify-self: start;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--soft);
}
td,
th {
  padding: 3px 18px 3px 0;
}
label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
</style>
