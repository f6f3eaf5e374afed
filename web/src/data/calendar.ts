import ICAL from 'ical.js'
import type { Week } from '@green-pitch/core/week'
import { dayAfter, dayKey, type PlannedEvening } from './days'
import type { Busy } from './records'

/** Ours by their ids, so that a plan that comes back is not taken for something else. */
const OURS = 'green-pitch-'
const MOST = 400 // stretches kept; more is no evening's calendar
const TURNS = 20_000 // repeats of one event looked at, from its first day on

/** A local moment without a zone: an evening at home is at the clock on the wall. */
function local(today: Date, minute: number): ICAL.Time {
  const day = dayAfter(today, Math.floor(minute / 1440))
  const m = Math.round(((minute % 1440) + 1440) % 1440)
  const two = (n: number) => String(n).padStart(2, '0')
  return ICAL.Time.fromDateTimeString(`${dayKey(day)}T${two(Math.floor(m / 60))}:${two(m % 60)}:00`)
}

/** The plan as a calendar: each evening with work, what is done in it, and when it ends at the latest in nine of ten. */
export function planCalendar(week: Week, evenings: readonly PlannedEvening[], today: Date, names: Record<string, string>): string {
  const calendar = new ICAL.Component(['vcalendar', [], []])
  calendar.updatePropertyWithValue('prodid', '-//Green Pitch//Week//EN')
  calendar.updatePropertyWithValue('version', '2.0')
  evenings.forEach((evening, e) => {
    const blocks = week.sequence.filter((b) => b.evening === e)
    if (!blocks.length) return
    const end = week.ends.find((x) => x.evening === e)?.high ?? Math.max(...blocks.map((b) => b.to))
    const event = new ICAL.Event(new ICAL.Component('vevent'))
    event.uid = `${OURS}${evening.day}-${evening.at % 1440}`
    event.summary = [...new Set(blocks.map((b) => names[b.piece] ?? b.piece))].join(', ')
    event.startDate = local(today, evening.at)
    event.endDate = local(today, Math.min(end, evening.at + evening.minutes))
    event.component.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(today, true))
    calendar.addSubcomponent(event.component)
  })
  return calendar.toString()
}

/** What is taken of the days to come, as a calendar file has it; or why the file is none. */
export type Taken = { ok: true; busy: Busy[] } | { ok: false; message: string }

/**
 * Reads a calendar file: every event within so many days, repeats and zones reckoned with, cut at midnights. Free and
 * cancelled ones, and those of a plan saved here, take no time.
 */
export function busyIn(text: string, name: string, today: Date, days: number): Taken {
  let root: ICAL.Component
  try {
    root = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0])
  } catch {
    return { ok: false, message: `${name} is no calendar file. Save the calendar as .ics, then open that.` }
  }
  const calendar = root.name === 'vcalendar' ? root : root.getFirstSubcomponent('vcalendar')
  if (!calendar) return { ok: false, message: `${name} holds no calendar. Save the calendar as .ics, then open that.` }
  const midnight = new Date(today.getFullYear(), today.getMonth(), today.getDate())
  const end = dayAfter(midnight, days)
  const busy: Busy[] = []
  for (const component of calendar.getAllSubcomponents('vevent')) {
    if (component.hasProperty('recurrence-id') || !component.hasProperty('dtstart')) continue
    const event = new ICAL.Event(component)
    if (event.uid?.startsWith(OURS)) continue
    if (/transparent/i.test(said(component, 'transp')) || /cancelled/i.test(said(component, 'status'))) continue
    for (const [from, to, what] of turnsOf(event, end)) {
      if (to > midnight) busy.push(...byDay(from < midnight ? midnight : from, to > end ? end : to, what))
      if (busy.length > MOST)
        return { ok: false, message: `${name} takes more than ${MOST} stretches of ${days} days. Save a calendar of your evenings alone.` }
    }
  }
  return { ok: true, busy: busy.sort((a, b) => (a.day === b.day ? a.from - b.from : a.day < b.day ? -1 : 1)) }
}
const said = (component: ICAL.Component, key: string): string => String(component.getFirstPropertyValue(key) ?? '')

/** When an event takes place, until a day: once, or at each of its repeats. */
function* turnsOf(event: ICAL.Event, end: Date): Generator<[from: Date, to: Date, what: string]> {
  if (!event.isRecurring()) return yield [event.startDate.toJSDate(), event.endDate.toJSDate(), event.summary ?? '']
  const turns = event.iterator()
  for (let n = 0; n < TURNS; n++) {
    const at = turns.next() as ICAL.Time | null | undefined
    if (!at || at.toJSDate() > end) return
    const one = event.getOccurrenceDetails(at)
    yield [one.startDate.toJSDate(), one.endDate.toJSDate(), one.item.summary ?? '']
  }
}

/** A stretch of time as minutes of each local day it touches. */
function byDay(from: Date, to: Date, what: string): Busy[] {
  const out: Busy[] = []
  for (
    let day = new Date(from.getFullYear(), from.getMonth(), from.getDate());
    day < to;
    day = new Date(day.getFullYear(), day.getMonth(), day.getDate() + 1)
  ) {
    const same = (d: Date) => dayKey(d) === dayKey(day)
    const minute = (d: Date) => d.getHours() * 60 + d.getMinutes()
    const [start, stop] = [same(from) ? minute(from) : 0, same(to) ? minute(to) : 1440]
    if (stop > start) out.push({ day: dayKey(day), from: start, to: stop, what: what.slice(0, 80) })
  }
  return out
}
