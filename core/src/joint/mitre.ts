import { toDegrees, toRadians } from '../number/index.js'
import type { CutWanted } from './cut.js'
import type { Mitre } from './spec.js'
import { line, rect, ring, type View } from './view.js'

/**
 * Angles of a frame of n sides leaning σ from vertical: mitre M across the face, tan M = tan(180°/n)·sin σ, and tilt B of
 * the blade from square, sin B = sin(180°/n)·cos σ.
 * @returns degrees. Source: geometry of two planes meeting
 */
export function splayedMitre(sides: number, lean: number): { mitre: number; tilt: number } {
  const half = Math.PI / sides
  return {
    mitre: toDegrees(Math.atan(Math.tan(half) * Math.sin(toRadians(lean)))),
    tilt: toDegrees(Math.asin(Math.sin(half) * Math.cos(toRadians(lean)))),
  }
}

/** How far the last corner stands open when every cut is off by `error`, degrees: two cuts a corner. */
export const mitreGap = (sides: number, error: number): number => 2 * sides * error

export interface MitreFigures {
  mitre: number
  tilt: number
  /** longer and shorter edge of a side, mm */
  long: number
  short: number
  /** wood the blade crosses, leaning and at the mitre, mm */
  crossing: number
}
export function mitreFigures(m: Mitre): MitreFigures {
  const { mitre, tilt } = splayedMitre(m.sides, m.lean)
  return {
    mitre,
    tilt,
    long: m.length,
    short: m.length - 2 * m.width * Math.tan(toRadians(mitre)),
    crossing: m.thickness / Math.cos(toRadians(tilt)),
  }
}

export function mitreCuts(m: Mitre): CutWanted[] {
  const f = mitreFigures(m)
  // sawn down from the face across the width: the teeth cross the width, the saw goes down the thickness
  return [
    {
      name: 'mitres',
      count: 2 * m.sides,
      crossing: m.width / Math.cos(toRadians(f.mitre)),
      depth: f.crossing,
      grain: 'across',
      hold: 'box',
      tilt: f.tilt,
      boxed: true,
    },
  ]
}

export function mitreViews(m: Mitre): View[] {
  const f = mitreFigures(m)
  const set = (f.long - f.short) / 2
  const under = m.thickness * Math.tan(toRadians(f.tilt))
  const show = Math.min(m.length / 2, 70)
  const far = show + under
  return [
    {
      name: 'face',
      width: m.length,
      height: m.width,
      marks: [0, set, m.length - set, m.length],
      dims: [],
      shapes: [
        rect('grain', 0, 0, m.length, m.width),
        ring('board', [set, 0, m.length - set, 0, m.length, m.width, 0, m.width]),
        ring('waste', [0, 0, set, 0, 0, m.width]),
        ring('waste', [m.length, 0, m.length - set, 0, m.length, m.width]),
        line('cut', set, 0, 0, m.width),
        line('cut', m.length - set, 0, m.length, m.width),
      ],
    },
    {
      name: 'section',
      width: far,
      height: m.thickness,
      marks: [],
      dims: [],
      shapes: [
        ring('board', [under, 0, far, 0, far, m.thickness, 0, m.thickness]),
        ring('waste', [0, 0, under, 0, 0, m.thickness]),
        line('cut', under, 0, 0, m.thickness),
      ],
    },
  ]
}
