import type { DrawnLine, Points } from '@green-pitch/core/pattern'

/** Lines as views of one block: it crosses between threads, and goes to storage, as one thing and not as a thousand. */
export function inOneBlock(lines: readonly Points[]): Float64Array[] {
  const block = new Float64Array(lines.reduce((n, p) => n + p.length, 0))
  let end = 0
  return lines.map((p) => {
    block.set(p, end)
    return block.subarray(end, (end += p.length))
  })
}

/** As JSON; storage keeps a line’s points packed, a file holds them as a list. */
export const jsonOf = (value: unknown, indent?: number): string =>
  JSON.stringify(value, (_key, v: unknown) => (v instanceof Float64Array ? Array.from(v) : v), indent)

/** Drawn lines as they are kept. */
export function keptLines(lines: readonly DrawnLine[]): DrawnLine[] {
  const points = inOneBlock(lines.map((l) => l.points))
  return lines.map((l, i) => ({ ...l, points: points[i]! }))
}
