import { unbounded } from '../../number/index.js'
import type { Points } from '../read/index.js'
import { boxOfAll, type Box } from './ring.js'
import { nest, type Ring } from './nest.js'

export interface Layout {
  /** repeats across and down, and the clear space between them and to the board's edge, mm */
  across: number
  down: number
  gap: number
  margin: number
}

export interface Pattern {
  rings: Ring[]
  box: Box
  /** the board it is cut from, mm */
  board: Box
  /** where the first copy of the drawing stands on the board, and from one copy to the next, mm */
  origin: [x: number, y: number]
  pitch: [x: number, y: number]
  /** drawn lines that bound nothing */
  loose: { points: Points; gap: number; at: string }[]
}

export const single: Layout = { across: 1, down: 1, gap: 6, margin: 10 }

/**
 * Rings laid out `across` × `down` on a board with margins, all moved so that the board's corner is 0, 0.
 * @throws Spent where they lie in one another too often to be sorted with this effort
 */
export function layOut(
  loops: readonly Pick<Ring, 'points' | 'layer' | 'part'>[],
  layout: Layout,
  loose: Pattern['loose'] = [],
  effort = unbounded,
): Pattern {
  const whole = boxOfAll(loops)
  const [w, h] = [whole.maxX - whole.minX, whole.maxY - whole.minY]
  const at = (i: number, j: number): [number, number] => [
    layout.margin - whole.minX + i * (w + layout.gap),
    layout.margin - whole.minY + j * (h + layout.gap),
  ]
  const placed: Pick<Ring, 'points' | 'layer' | 'part'>[] = []
  // pieces of two copies share nothing
  const tangles = loops.reduce((n, l) => Math.max(n, (l.part?.of ?? -1) + 1), 0)
  for (let j = 0; j < layout.down; j++)
    for (let i = 0; i < layout.across; i++)
      for (const l of loops) {
        const part = l.part && { ...l.part, of: l.part.of + tangles * (j * layout.across + i) }
        placed.push({ ...l, points: shifted(l.points, ...at(i, j)), ...(part && { part }) })
      }
  const { margin, gap, across, down } = layout
  const box = { minX: margin, minY: margin, maxX: margin + across * w + (across - 1) * gap, maxY: margin + down * h + (down - 1) * gap }
  return {
    rings: nest(placed, effort),
    box,
    origin: at(0, 0),
    pitch: [w + gap, h + gap],
    board: { minX: 0, minY: 0, maxX: box.maxX + margin, maxY: box.maxY + margin },
    loose: loose.map((l) => ({ ...l, points: shifted(l.points, ...at(0, 0)) })),
  }
}

/** Coordinates moved, to a nanometre, so that copies are alike to the last digit. */
function shifted(p: Points, dx: number, dy: number): Points {
  const out = new Array<number>(p.length)
  for (let i = 0; i < p.length; i += 2) {
    out[i] = Math.round((p[i]! + dx) * 1e6) / 1e6
    out[i + 1] = Math.round((p[i + 1]! + dy) * 1e6) / 1e6
  }
  return out
}
