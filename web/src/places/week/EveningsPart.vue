<script setup lang="ts">
import { computed } from 'vue'
import { clockOf, dayIn, minuteFrom } from '../../data/days'
import { openFile, saveFile } from '../../data/files'
import type { UsualEvening } from '../../data/records'
import { useTrouble } from '../../store/trouble'
import { AHEAD, useWeek } from '../../store/week'

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
const trouble = useTrouble()
const names = computed(() => Object.fromEntries(store.rows.map((r) => [r.id, r.name])))
/** What the calendar takes of usual evenings; the rest of its days is nobody's concern here. */
const touched = computed(() =>
  (store.said.busy ?? []).flatMap((b, k) => {
    const weekday = new Date(`${b.day}T12:00`).getDay()
    return store.said.usual.some((u) => u.day === weekday && b.from < u.at + u.minutes && b.to > u.at) ? [{ b, k }] : []
  }),
)
const free = (k: number) => store.put({ busy: store.said.busy!.filter((_, i) => i !== k) })
async function calendarIn() {
  const file = await openFile(['.ics', '.ical', 'text/calendar'])
  if (!file) return
  if (file.size > 20e6) return trouble.say(`${file.name} is over 20 MB. Save a calendar of the next weeks alone.`)
  const { busyIn } = await import('../../data/calendar')
  const read = busyIn(await file.text(), file.name, new Date(), AHEAD)
  if (!read.ok) return trouble.say(read.message)
  store.put({ busy: read.busy })
  const n = touched.value.length
  trouble.say(
    n
      ? `${file.name} takes time on ${n} of your evenings in the next ${AHEAD} days.`
      : `${file.name} takes none of your evenings in the next ${AHEAD} days.`,
    'done',
  )
}
async function calendarOut() {
  const { planCalendar } = await import('../../data/calendar')
  if (store.week)
    await saveFile(
      new Blob([planCalendar(store.week, store.evenings, store.today, names.value)], { type: 'text/calendar' }),
      'week-at-the-saw.ics',
    )
}
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
  <div class="calendar">
    <button class="act" @click="calendarIn">Open a calendar file</button>
    <button class="act" :disabled="!store.week" @click="calendarOut">Save the plan as one</button>
    <span class="soft">.ics, both ways: what is taken comes off the evenings, the plan goes into it. Nothing is sent.</span>
  </div>
  <ul v-if="touched.length" class="taken" aria-label="Taken by the calendar">
    <li v-for="{ b, k } in touched" :key="k">
      {{ dayIn(b.day, { weekday: 'long', day: 'numeric', month: 'short' }) }}, {{ clockOf(b.from) }} to {{ clockOf(b.to) }}
      <span class="soft">{{ b.what }}</span>
      <button class="act plain" @click="free(k)">Free after all</button>
    </li>
  </ul>
</template>

<style scoped>
.calendar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.taken {
  list-style: none;
  columns: 320px;
}
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
