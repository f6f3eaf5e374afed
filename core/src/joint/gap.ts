/** Where a joint stands open. */
export const gapPlaces = ['shoulder', 'cheek', 'baseline'] as const
export type GapPlace = (typeof gapPlaces)[number]
export type GapVerdict = 'glue' | 'match' | 'shift' | 'shaving' | 'anew'
/** mm of gap that glue closes, and that a shaving glued in hides; beyond it the part is made anew. Estimates */
const [GLUED, SHAVING] = [0.15, 0.8]
export const PAPER = 0.1 // mm: one sheet of ordinary writing paper, for those without a feeler

/**
 * A gap measured with a feeler or strips of paper: what to do about it.
 * @param gap mm
 * @param spare mm the part may still lose in length; a shoulder sawn past its line then goes back all round
 */
export function jointGap(gap: number, where: GapPlace, spare = 0): GapVerdict {
  if (!(gap >= 0)) throw new RangeError(`A gap is a length of none or more; it is ${gap}.`)
  if (gap <= GLUED) return 'glue'
  // a shoulder is seen: its line is brought back all round where the length allows, else a little is pared to match
  if (where === 'shoulder') return gap <= spare ? 'shift' : gap <= 2 * GLUED ? 'match' : gap <= SHAVING ? 'shaving' : 'anew'
  return gap <= SHAVING ? 'shaving' : 'anew'
}
