import type { Cutting } from './cutting.js'

const COLUMNS = ['x', 'y', 'along', 'stray', 'lean', 'width', 'feed', 'breach', 'time'] as const
export type TraceColumn = (typeof COLUMNS)[number]

/** A cut as it went: a row every so many seconds, kept in one block that doubles when it is full. */
export interface Trace {
  rows: number
  /** s */
  every: number
  at: (row: number, column: TraceColumn) => number
  write: (c: Cutting, x: number, y: number) => void
}
const place = Object.fromEntries(COLUMNS.map((c, i) => [c, i])) as Record<TraceColumn, number>
const FIRST = 2048 // rows, over half a minute
const W = COLUMNS.length

export function traceOf(every = 1 / 60): Trace {
  let block = new Float32Array(FIRST * W)
  const trace: Trace = {
    rows: 0,
    every,
    at: (row, column) => block[row * W + place[column]]!,
    write(c, x, y) {
      if ((trace.rows + 1) * W > block.length) {
        const larger = new Float32Array(2 * block.length)
        larger.set(block)
        block = larger
      }
      const i = trace.rows++ * W
      block[i] = x
      block[i + 1] = y
      block[i + 2] = c.near.along
      block[i + 3] = c.stray
      block[i + 4] = c.lean
      block[i + 5] = c.width
      block[i + 6] = c.feed
      block[i + 7] = c.breach
      block[i + 8] = c.time
    },
  }
  return trace
}
