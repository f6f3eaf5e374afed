import type { HeldPiece, LogEntry } from '../log/index.js'

/** What pieces held against their lines say of the hand that sawed them, mm. */
export interface SawnHand {
  pieces: number
  /** what is kept beside the line, + to the waste side, with one standard deviation; absent: no picture could tell it */
  side?: { mm: number; doubt: number; pieces: number }
  /** mean distance from the hand's own course, the middle piece's */
  stray: number
}

/**
 * The hand in the pieces of a log: sides weighed by one over their doubt squared, and by how much the hand itself differs
 * from piece to piece (the scatter left over after the pictures' own; DerSimonian and Laird), so that one sharp scan does
 * not speak for all. What is left out of learning is left out here. Undefined where nothing was held.
 */
export function handOf(entries: readonly Pick<LogEntry, 'held' | 'ignored'>[]): SawnHand | undefined {
  const held = entries.flatMap((e): HeldPiece[] => (e.held && !e.ignored ? [e.held] : []))
  if (!held.length) return undefined
  const strays = held.map((h) => h.stray).sort((a, b) => a - b)
  const sides = held.flatMap((h) => h.bias ?? [])
  return { pieces: held.length, stray: strays[Math.floor((strays.length - 1) / 2)]!, ...(sides.length && { side: pooled(sides) }) }
}

const LEAST = 0.005 // mm; no picture is surer than that
function pooled(sides: readonly { mm: number; doubt: number }[]): NonNullable<SawnHand['side']> {
  const weighed = (extra: number) => {
    let [sum, squares, all] = [0, 0, 0]
    for (const { mm, doubt } of sides) {
      const w = 1 / (Math.max(LEAST, doubt) ** 2 + extra)
      sum += w
      squares += w * w
      all += w * mm
    }
    return { sum, squares, mean: all / sum }
  }
  const fixed = weighed(0)
  const spread = sides.reduce((q, { mm, doubt }) => q + ((mm - fixed.mean) / Math.max(LEAST, doubt)) ** 2, 0)
  const room = fixed.sum - fixed.squares / fixed.sum
  const between = room > 0 ? Math.max(0, (spread - (sides.length - 1)) / room) : 0
  const { sum, mean } = weighed(between)
  return { mm: mean, doubt: 1 / Math.sqrt(sum), pieces: sides.length }
}
