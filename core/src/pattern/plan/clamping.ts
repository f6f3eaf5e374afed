import { setUp } from '../../setup/index.js'
import type { Blade } from '../../blade/index.js'
import type { Job } from '../../job/index.js'
import type { Box, Ring } from '../outline/index.js'

import { lengthsOf, pointAt } from '../outline/index.js'
import type { Direction } from '../measure/index.js'

export type Side = 'left' | 'right' | 'top' | 'bottom'
/** From here on along the ring the board is held anew, by the side named or, too small for that, on a larger scrap. */
export interface Clamping {
  along: number
  x: number
  y: number
  by: Side | 'scrap'
}

const SIDES: readonly Side[] = ['left', 'right', 'top', 'bottom']
const GRIP = 50 // mm of board that bench and clamps, or the vice, need beside the cut; estimate
const STEP = 3 // mm between places asked, further apart on a line of more than PLACES of them
const PLACES = 50_000

/** How far from its support a board may be sawn, mm, as the set-up says it; undefined for saws whose work is moved by hand. */
export function heldWithin(job: Job, blade: Blade): number | undefined {
  for (const item of setUp(job, blade).value) {
    if (item.do === 'clamp') return item.overhang
    if (item.do === 'vice') return item.within
  }
  return undefined
}

/**
 * How often a board must be held anew to be sawn round a ring, and where. The support's edge lies along one side of a
 * stretch that is no wider than `within`, with room for the clamps behind it; each holding is kept as long as the way
 * allows, which needs the fewest (every other plan must have moved by then too).
 * @param start place along the ring where the blade comes in, mm; @param length of the ring, mm
 */
export function clampings(ring: Ring, board: Box, within: number, start: number, length: number, direction: Direction): Clamping[] {
  const able = (b: Box): Side[] => {
    const [across, down] = [b.maxX - b.minX <= within, b.maxY - b.minY <= within]
    const fits = {
      left: across && b.minX - board.minX >= GRIP,
      right: across && board.maxX - b.maxX >= GRIP,
      top: down && b.minY - board.minY >= GRIP,
      bottom: down && board.maxY - b.maxY >= GRIP,
    }
    return SIDES.filter((s) => fits[s])
  }
  const lengths = lengthsOf(ring)
  const sign = direction === 'clockwise' ? 1 : -1
  const steps = Math.min(PLACES, Math.max(8, Math.ceil(length / STEP)))
  const found: Clamping[] = []
  let box: Box | undefined
  for (let i = 0; i < steps; i++) {
    const along = (start + (sign * length * i) / steps + length) % length
    const [x, y] = pointAt(ring, along, lengths)
    const here: Box = { minX: x, minY: y, maxX: x, maxY: y }
    const held = found.at(-1)
    const wider: Box = box
      ? { minX: Math.min(box.minX, x), minY: Math.min(box.minY, y), maxX: Math.max(box.maxX, x), maxY: Math.max(box.maxY, y) }
      : here
    const [side] = able(wider)
    if (held && (held.by === 'scrap' ? !able(here).length : side)) {
      box = wider
      if (held.by !== 'scrap') held.by = side!
    } else {
      box = here
      found.push({ along, x, y, by: able(here)[0] ?? 'scrap' })
    }
  }
  return found
}
