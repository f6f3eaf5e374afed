import { workedRadius, type Blade } from '../blade/index.js'
import type { LineSide } from '../job/index.js'
import type { Family } from '../saw/index.js'
import { pen, type Line } from './line.js'
import type { ShapeName } from './names.js'

/** Exercises by kind of saw, easier ones first. */
export const ladder: Record<Family, readonly ShapeName[]> = {
  scroll: [
    'straight',
    'beside',
    'meeting',
    'wide',
    'ess',
    'semicircle',
    'sharp',
    'circle',
    'square',
    'tightening',
    'leaf',
    'zigzag',
    'letter',
    'knob',
    'spiral',
  ],
  jeweler: ['straight', 'beside', 'wide', 'sharp', 'circle', 'leaf', 'spiral'],
  coping: ['straight', 'beside', 'wide', 'ess', 'semicircle', 'sharp'],
  bow: ['straight', 'beside', 'wide', 'ess'],
  jigsaw: ['straight', 'beside', 'meeting', 'wide', 'ess', 'semicircle', 'square'],
  hand: ['straight', 'beside', 'slope', 'cheek'],
}

/** How large things are sawn by a kind of saw, mm: a straight line, and the least a radius is drawn. */
const sizes: Record<Family, { long: number; radius: number }> = {
  scroll: { long: 36, radius: 3 },
  jeweler: { long: 18, radius: 1.5 },
  coping: { long: 40, radius: 6 },
  bow: { long: 80, radius: 18 },
  jigsaw: { long: 90, radius: 14 },
  hand: { long: 12, radius: 0 },
}

export interface Exercise {
  shape: ShapeName
  /** sawn one after the other */
  lines: Line[]
  side: LineSide
  /** the waste lies to the left of each line */
  waste: 'left' | 'none'
}
const quarter = Math.PI / 2

/** An exercise drawn for a blade: no curve is asked of it that it cannot turn. */
export function exercise(shape: ShapeName, family: Family, blade: Blade): Exercise {
  const { long } = sizes[family]
  const worked = workedRadius(blade)
  const u = Math.max(sizes[family].radius, Number.isFinite(worked) ? 1.15 * worked : 4 * blade.width)
  const p = pen()
  const one = (line: Line, side: LineSide = 'split', waste: Exercise['waste'] = 'none'): Exercise => ({ shape, lines: [line], side, waste })
  switch (shape) {
    case 'straight':
      return one(p.forward(long).line())
    case 'beside':
      return one(p.forward(long).line(), 'leave', 'left')
    case 'meeting':
      return {
        shape,
        side: 'split',
        waste: 'none',
        lines: [
          p.forward(long / 2).line(),
          pen(long, 0, Math.PI)
            .forward(long / 2)
            .line(),
        ],
      }
    case 'wide':
      return one(
        p
          .forward(long / 6)
          .arc(8 * u, Math.min(1.2, long / (8 * u)))
          .forward(long / 6)
          .line(),
      )
    case 'ess':
      return one(
        p
          .arc(4 * u, Math.min(1.2, long / (14 * u)))
          .arc(4 * u, -Math.min(2.4, long / (7 * u)))
          .arc(4 * u, Math.min(1.2, long / (14 * u)))
          .line(),
      )
    case 'semicircle':
      return one(
        p
          .forward(long / 6)
          .arc(2.5 * u, Math.PI)
          .forward(long / 6)
          .line(),
      )
    case 'sharp':
      return one(
        p
          .forward(long / 3)
          .corner(1.9)
          .forward(long / 3)
          .line(),
      )
    case 'tightening':
      return one(
        p
          .forward(long / 8)
          .arc(4 * u, 1)
          .arc(2.4 * u, 1.2)
          .arc(1.5 * u, 1.4)
          .arc(u, 1.6)
          .line(),
        'leave',
        'left',
      )
    case 'square': {
      const side = long / 2.5
      for (let k = 0; k < 4; k++) p.forward(k ? side : side / 2).corner(quarter)
      return one(p.forward(side / 2).line(true), 'leave', 'left')
    }
    case 'circle':
      return one(p.arc(2.2 * u, 2 * Math.PI).line(true), 'leave', 'left')
    case 'leaf': {
      const r = 3 * u
      return one(
        p
          .arc(r, 1.8)
          .corner(Math.PI - 1.8)
          .arc(r, 1.8)
          .line(true),
        'leave',
        'left',
      )
    }
    case 'zigzag':
      for (let k = 0; k < 5; k++) p.forward(long / 5).corner(k % 2 ? -2.1 : 2.1)
      return one(p.forward(long / 5).line())
    case 'spiral':
      for (let k = 0; k < 8; k++) p.arc(u * (3.6 - 0.34 * k), quarter)
      return one(p.line())
    case 'letter':
      return one(
        p
          .arc(1.8 * u, 4)
          .arc(1.8 * u, -4)
          .corner(-2)
          .forward(1.5 * u)
          .line(),
      )
    case 'knob':
      return one(
        p
          .forward(long / 5)
          .arc(1.4 * u, -1)
          .arc(1.6 * u, Math.PI + 2)
          .arc(1.4 * u, -1)
          .forward(long / 5)
          .line(),
      )
    case 'slope':
      return one(pen(0, 0, 0.14).forward(long).line(), 'leave', 'left')
    case 'cheek':
      return one(p.forward(2.5 * long).line(), 'leave', 'left')
  }
}
/** Which way the middle of the kerf keeps of a line, mm to its left. */
export const offsetOf = ({ side, waste }: Pick<Exercise, 'side' | 'waste'>, kerf: number): number =>
  waste === 'none' || side === 'split' ? 0 : ((side === 'leave' ? 1 : -1) * kerf) / 2
