import { toDegrees } from '../number/index.js'
import type { LineSide } from '../job/index.js'

/** Each part of two that must fit: which side of its line is sawn, with what kerf and bevel. */
export interface Part {
  line: LineSide
  kerf: number
  /** slope of the sawn edge, mm per mm of thickness */
  bevel: number
}
export interface FitBudget {
  /** gap all round between the two, mm; below 0 they will not go together */
  gap: number
  parts: { from: 'lines' | 'opening' | 'insert' | 'bevel'; mm: number }[]
}

/** How far the sawn edge lies beyond the middle of the drawn line, into the kept stock, mm. */
function edge(line: LineSide, kerf: number, width: number): number {
  return { leave: -width / 2, split: kerf / 2, take: kerf }[line]
}

/**
 * Gap between an opening and the insert sawn for it, both from one line of `lineWidth` mm: what each edge leaves
 * or takes, and the bevels over the thickness (the worse face).
 */
export function fitBudget(opening: Part, insert: Part, lineWidth: number, thickness: number): FitBudget {
  const parts: FitBudget['parts'] = [
    { from: 'opening', mm: edge(opening.line, opening.kerf, lineWidth) },
    { from: 'insert', mm: edge(insert.line, insert.kerf, lineWidth) },
    { from: 'bevel', mm: (Math.abs(opening.bevel) + Math.abs(insert.bevel)) * thickness },
  ]
  return { gap: parts.reduce((t, p) => t + p.mm, 0), parts }
}

/**
 * Tilt of the table at which two sheets sawn together close on their own kerf: sin θ = k/H, H the thickness of each sheet.
 * @param kerf mm
 * @param sheet mm
 * @returns degrees; undefined where the kerf is wider than the sheet is thick, and no tilt closes it. Source: geometry
 */
export function inlayAngle(kerf: number, sheet: number): number | undefined {
  return kerf < sheet ? toDegrees(Math.asin(kerf / sheet)) : undefined
}

export type SlipVerdict = 'vanishes' | 'shows' | 'weakens' | 'gapes' | 'binds'

const SEEN = 0.4 // mm off a flowing line that the eye finds once the pattern is gone; estimate
const GLUED = 0.15 // mm of gap that glue and finish close; estimate

/**
 * Does a slip of `slip` mm matter? Where parts mate it adds to (or takes from) the gap; elsewhere it is seen, or
 * weakens a web, or vanishes with the pattern.
 * @param into whether the slip went into the kept stock or left some of it standing
 */
export function slipMatters(
  slip: number,
  into: 'kept' | 'waste',
  where: { mates: boolean; gap?: number; web?: number; leastWeb?: number },
): { evaluation: SlipVerdict; gap?: number; web?: number } {
  if (where.mates) {
    const gap = (where.gap ?? 0) + (into === 'kept' ? slip : -slip)
    return { evaluation: gap < 0 ? 'binds' : gap > GLUED ? 'gapes' : 'vanishes', gap }
  }
  if (into === 'kept' && where.web !== undefined && where.leastWeb !== undefined && where.web - slip < where.leastWeb)
    return { evaluation: 'weakens', web: where.web - slip }
  return { evaluation: slip > SEEN ? 'shows' : 'vanishes' }
}
