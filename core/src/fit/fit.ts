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

/** What an edge is: seen, hidden in use, or another part fits to it. */
export const edgeKinds = ['shows', 'hidden', 'mates'] as const
export type EdgeKind = (typeof edgeKinds)[number]
export type SlipVerdict = 'vanishes' | 'saw-again' | 'fairs' | 'shows' | 'weakens' | 'gapes'

const SEEN = 0.15 // mm of a sudden step that the eye finds on a flowing line; estimate
const GLUED = 0.15 // mm of gap that glue and finish close; estimate

export interface SlipPlace {
  edge: EdgeKind
  /** gap that the parts have there anyway, mm */
  gap?: number
  /** web beside the place, and what must stand, mm */
  web?: number
  leastWeb?: number
  /** what comes off the edge or lies in it anyway: ridges sanded off, lean over the thickness, half the line, mm */
  allowance?: number
  /** there is room to either side for a line that hides it */
  fairs?: boolean
}

/**
 * Does a slip of `slip` mm matter? Stock left standing is sawn again. Sawn into the piece, it weakens a web, adds to a gap, is
 * hidden, goes with what is sanded off, can be faired away over some length, or shows.
 * @param into whether the slip went into the kept stock or left some of it standing
 */
export function slipMatters(
  slip: number,
  into: 'kept' | 'waste',
  where: SlipPlace,
): { evaluation: SlipVerdict; gap?: number; web?: number } {
  if (into === 'waste') return { evaluation: 'saw-again' }
  const web = where.web === undefined ? undefined : where.web - slip
  if (web !== undefined && where.leastWeb !== undefined && web < where.leastWeb) return { evaluation: 'weakens', web }
  if (where.edge === 'hidden') return { evaluation: 'vanishes' }
  if (where.edge === 'mates') {
    const gap = (where.gap ?? 0) + slip
    return { evaluation: gap > GLUED ? 'gapes' : 'vanishes', gap }
  }
  if (slip <= Math.max(SEEN, where.allowance ?? 0)) return { evaluation: 'vanishes' }
  return { evaluation: where.fairs ? 'fairs' : 'shows' }
}
