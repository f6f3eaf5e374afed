import { lineLength, type Points } from '../read/index.js'
import { boxOfAll } from './ring.js'
import type { Layout } from './pattern.js'

/** Sized for the largest pattern worth sawing; beyond these a drawing is shown, not calculated. Points, rings, mm. */
export const MOST = { openings: 1500, points: 250_000, side: 10_000, length: 500_000, overlaps: 0 } as const
/** What of a drawing is beyond them, and by how much; `overlaps`: its lines lie in one another too often to be sorted. */
export interface TooMuch {
  what: keyof typeof MOST
  have: number
  most: number
}

/** Whether a drawing laid out so is too much to calculate; undefined where it is not. */
export function tooMuch(loops: readonly { points: Points }[], { across, down, margin }: Layout): TooMuch | undefined {
  const copies = across * down
  const box = boxOfAll(loops)
  const found: Record<Exclude<TooMuch['what'], 'overlaps'>, number> = {
    openings: loops.length * copies,
    points: (loops.reduce((n, l) => n + l.points.length, 0) / 2) * copies,
    side: Math.max((box.maxX - box.minX) * across, (box.maxY - box.minY) * down) + 2 * margin,
    length: loops.reduce((n, l) => n + lineLength(l.points, true), 0) * copies,
  }
  for (const what of ['openings', 'points', 'side', 'length'] as const)
    if (found[what] > MOST[what]) return { what, have: found[what], most: MOST[what] }
  return undefined
}
