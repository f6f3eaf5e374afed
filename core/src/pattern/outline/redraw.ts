import type { Effort } from '../../number/index.js'
import type { Points } from '../read/index.js'
import type { Loop } from './form.js'
import { added, filled, fromPath, without, type Region } from './region.js'
import { boxOf } from './ring.js'

export const redrawKinds = ['bridge', 'round', 'web', 'widen'] as const

/** A change of the drawing so that it can be sawn: stock that stays though it was to fall, or falls though it was to stay. */
export interface Redraw {
  kind: (typeof redrawKinds)[number]
  stays: boolean
  /** the radius, web or width it comes to, and how far a line moves at most, mm */
  to?: number
  by?: number
  /** closed loops, mm, where the drawing stands before it is laid on the board */
  patches: Points[]
}

/**
 * A drawing's edges with changes made to it, one after another; edges they do not come near stay as they are.
 * @throws Spent
 */
export function redrawn(loops: readonly Loop[], redraws: readonly Redraw[], effort: Effort): Loop[] {
  let now = [...loops]
  for (const { stays, patches } of redraws) {
    const patch = filled(patches, 'nonzero', effort)
    const b = boxOf(patches.flatMap((p) => Array.from(p)))
    const near = now.filter((l) => {
      const a = boxOf(l.points)
      return a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY
    })
    if (!near.length) continue
    const stock: Region = filled(
      near.map((l) => l.points),
      'evenodd',
      effort,
    )
    const changed = (stays ? added : without)(stock, patch, effort)
    const { layer, at } = near[0]!
    now = [...now.filter((l) => !near.includes(l)), ...changed.map((path) => ({ points: fromPath(path), layer, at }))]
  }
  return now
}
