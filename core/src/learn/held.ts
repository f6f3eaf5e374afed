import type { LogEntry } from '../log/index.js'

/** One logged cut against the interval it was given before it was made, min. */
export interface Held {
  id: string
  at: number
  expected: number
  low: number
  high: number
  took: number
  held: boolean
}
/** Logged cuts whose time had been told with an interval, oldest first: eight in ten should have held. */
export function heldIntervals(entries: readonly LogEntry[]): Held[] {
  return entries
    .flatMap((e): Held[] => {
      const { seconds, low, high } = e.predicted
      if (low === undefined || high === undefined || !(e.minutes > 0)) return []
      const held = 60 * e.minutes >= low && 60 * e.minutes <= high
      return [{ id: e.id, at: e.at, expected: seconds / 60, low: low / 60, high: high / 60, took: e.minutes, held }]
    })
    .sort((a, b) => a.at - b.at)
}
