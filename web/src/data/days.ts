import type { Busy, UsualEvening, WeekSettings } from './records'

const DAY = 1440

/** A local day as it is written: YYYY-MM-DD. */
export function dayKey(d: Date): string {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`
}
/** A local day so many days after another; noon, so that no clock change moves it to its neighbor. */
export const dayAfter = (from: Date, days: number): Date => new Date(from.getFullYear(), from.getMonth(), from.getDate() + days, 12)

/** Minutes from local midnight of `today` to that of a day; every day has as many, whatever its clocks do. */
export function minutesTo(day: string, today: Date): number {
  const [y, m, d] = day.split('-').map(Number)
  const noon = (date: Date) => Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / 86_400_000
  return Math.round(noon(new Date(y!, m! - 1, d!, 12)) - noon(today)) * DAY
}
/** A day as it is written, in words: at its noon, so that no zone makes it another. */
export const dayIn = (key: string, how: Intl.DateTimeFormatOptions): string => new Date(`${key}T12:00`).toLocaleDateString('en-US', how)
/** Minutes of the local day. */
export const minuteOf = (d: Date): number => d.getHours() * 60 + d.getMinutes()

export interface PlannedEvening {
  at: number
  minutes: number
  loud?: number
  day: string
  usual: UsualEvening
}
const SHORT = 20 // minutes; nobody begins to saw for less
/** The longest stretch that is left of an evening beside what is taken of its day; undefined where it is too short for any work. */
function leftOf(usual: UsualEvening, taken: readonly Busy[]): UsualEvening | undefined {
  const end = usual.at + usual.minutes
  let best: [from: number, to: number] = [0, 0]
  let from = usual.at
  const look = (to: number) => {
    if (to - from > best[1] - best[0]) best = [from, to]
  }
  for (const b of [...taken].sort((a, b) => a.from - b.from)) {
    look(Math.min(b.from, end))
    from = Math.max(from, b.to)
  }
  look(end)
  const [at, to] = best
  if (to - at < SHORT) return undefined
  return {
    ...usual,
    at,
    minutes: to - at,
    ...(usual.loud !== undefined && { loud: Math.max(0, Math.min(to, usual.at + usual.loud) - at) }),
  }
}
/** The evenings of the days to come, as the usual week has them less those that were called off and what a calendar takes. */
export function eveningsFrom({ usual, off, busy = [] }: WeekSettings, now: Date, days: number): PlannedEvening[] {
  return Array.from({ length: days }, (_, k) => dayAfter(now, k)).flatMap((date, k) => {
    const day = dayKey(date)
    if (off.includes(day)) return []
    const taken = busy.filter((b) => b.day === day)
    return usual
      .filter((u) => u.day === date.getDay())
      .flatMap((u) => leftOf(u, taken) ?? [])
      .map((u) => ({ at: k * DAY + u.at, minutes: u.minutes, ...(u.loud !== undefined && { loud: u.loud }), day, usual: u }))
      .filter((e) => e.at + e.minutes > minuteOf(now))
  })
}

/** "Thu 3 Dec": the local day of a moment told in minutes from today's midnight. */
export const dayName = (at: number, today: Date): string =>
  dayAfter(today, Math.floor(at / DAY)).toLocaleDateString('en-US', { weekday: 'short', day: 'numeric', month: 'short' })
/** "18:30" of a minute of a day. */
export const clockOf = (at: number): string => {
  const m = Math.round(at) % DAY
  return `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`
}
/** Minutes of a day as a field of time gives them; undefined where it is none. */
export function minuteFrom(text: string): number | undefined {
  const [, h, m] = /^(\d{1,2}):(\d\d)/.exec(text) ?? []
  return h === undefined ? undefined : Number(h) * 60 + Number(m)
}
