import type { Cut } from './job.js'

export const roundShapes = ['circle', 'oval', 'arc'] as const
/** A cut that is a circle, an oval or a part of a circle, by its diameters; mm, degrees. */
export interface Round {
  shape: (typeof roundShapes)[number]
  /** diameter; of an oval its longer one */
  across: number
  /** an oval's shorter diameter */
  high?: number
  /** of an arc, degrees; up to 360 */
  turn?: number
}
/** Line and tightest curve of it, mm: an ellipse by Ramanujan's second formula, tightest at its ends, b²/a. */
export function roundLine({ shape, across, high = across, turn = 180 }: Round): { length: number; radius: number } {
  const a = Math.max(across, high) / 2
  const b = Math.min(across, high) / 2
  if (shape === 'arc') return { length: (Math.PI * across * turn) / 360, radius: across / 2 }
  if (shape === 'circle') return { length: Math.PI * across, radius: across / 2 }
  const h = ((a - b) / (a + b)) ** 2
  return { length: Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))), radius: (b * b) / a }
}
/** What a cut becomes by it: one line of that length, its centre where the kind has it. */
export function roundCut(cut: Pick<Cut, 'kind'>, round: Round): Partial<Cut> {
  const { length, radius } = roundLine(round)
  const kind = cut.kind === 'straight' ? 'outline' : cut.kind
  return {
    round,
    kind,
    radius: Math.round(radius * 100) / 100,
    length: Math.round(length * 10) / 10,
    centre: kind === 'pierced' ? 'waste' : 'kept',
    openings: 1,
    corners: undefined,
  }
}
