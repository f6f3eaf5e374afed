import { describe, expect, it } from 'vitest'
import type { Week } from '@green-pitch/core/week'
import { busyIn, planCalendar } from '../src/data/calendar'
import { eveningsFrom } from '../src/data/days'

const today = new Date(2026, 11, 1, 9) // a Tuesday
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:x', ...lines, 'END:VEVENT']
const file = (...events: string[][]) => ['BEGIN:VCALENDAR', 'VERSION:2.0', ...events.flat(), 'END:VCALENDAR'].join('\r\n')
const busy = (text: string) => {
  const read = busyIn(text, 'mine.ics', today, 14)
  return read.ok ? read.busy.map((b) => `${b.day} ${b.from}-${b.to} ${b.what}`) : read.message
}
const usual = [2, 4].map((day) => ({ day, at: 18 * 60, minutes: 180, loud: 120 }))

describe('a calendar of the days to come', () => {
  it('takes what takes time: repeats but their exceptions, whole days, over midnight, in another zone; not what is free, cancelled or past', () => {
    expect(
      busy(
        file(
          event('SUMMARY:Choir', 'DTSTART:20261103T190000', 'DTEND:20261103T203000', 'RRULE:FREQ=WEEKLY', 'EXDATE:20261208T190000'),
          event('SUMMARY:Fair', 'DTSTART;VALUE=DATE:20261205', 'DTEND;VALUE=DATE:20261207'),
          event('SUMMARY:Night shift', 'DTSTART:20261203T220000', 'DTEND:20261204T060000'),
          event('SUMMARY:Birthday', 'DTSTART;VALUE=DATE:20261203', 'TRANSP:TRANSPARENT'),
          event('SUMMARY:Off', 'DTSTART:20261203T190000', 'DTEND:20261203T200000', 'STATUS:CANCELLED'),
          event('SUMMARY:Past', 'DTSTART:20261101T190000', 'DTEND:20261101T200000'),
          event('SUMMARY:Far', 'DTSTART:20270601T190000', 'DTEND:20270601T200000'),
        ),
      ),
    ).toEqual([
      '2026-12-01 1140-1230 Choir',
      '2026-12-03 1320-1440 Night shift',
      '2026-12-04 0-360 Night shift',
      '2026-12-05 0-1440 Fair',
      '2026-12-06 0-1440 Fair',
    ])
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Far',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:+0500',
      'TZOFFSETTO:+0500',
      'END:STANDARD',
      'END:VTIMEZONE',
    ]
    const utc = (h: number) => new Date(Date.UTC(2026, 11, 3, h))
    expect(busy(file(zone, event('SUMMARY:Call', 'DTSTART;TZID=Far:20261203T170000', 'DTEND;TZID=Far:20261203T180000')))).toEqual([
      `2026-12-03 ${utc(12).getHours() * 60}-${utc(13).getHours() * 60} Call`,
    ])
  })
  it('leaves of an evening its longest stretch, the ears’ end where it was, and nothing too short', () => {
    const left = (...taken: [number, number][]) =>
      eveningsFrom({ usual, off: [], busy: taken.map(([from, to]) => ({ day: '2026-12-01', from, to, what: '' })) }, today, 2).map((e) => [
        e.at,
        e.minutes,
        e.loud,
      ])
    expect(left([1140, 1170])).toEqual([[1170, 90, 30]])
    expect(left([1080, 1100], [1150, 1160])).toEqual([[1160, 100, 40]])
    expect(left([1095, 1250])).toEqual([])
    expect(left()).toEqual([[1080, 180, 120]])
  })
  it('takes the plan it saved for its own, and refuses what is no calendar with what to do', () => {
    const evenings = eveningsFrom({ usual, off: [] }, today, 14)
    const block = { evening: 0, piece: 'a', step: 'saw', copies: 1, stack: 1, from: 1080, to: 1180, setUp: 5 }
    const week = {
      sequence: [block, { ...block, evening: 1, piece: 'b' }],
      ends: [{ evening: 0, low: 1150, high: 1190 }],
    } as unknown as Week
    const saved = planCalendar(week, evenings, today, { a: 'Gull, mobile', b: 'Dial' })
    expect(saved).toMatch(/DTSTART:20261201T180000\r\n/)
    expect(saved).toMatch(/DTEND:20261201T195000\r\n/)
    expect(saved).toContain('SUMMARY:Gull\\, mobile')
    expect(saved.match(/BEGIN:VEVENT/g)).toHaveLength(2)
    expect(busy(saved)).toEqual([])
    expect(busy('a,b\n1,2')).toMatch(/mine.ics is no calendar file. Save/)
    expect(busy('BEGIN:VCARD\r\nEND:VCARD')).toMatch(/holds no calendar/)
  })
})
