import { toothLayout, type Blade } from '@green-pitch/core'

export type Point = [x: number, y: number]

/**
 * Outlines of the teeth of a stretch of blade, in mm: x to the front (tips at +d), y up the blade.
 * A tooth's face is square to the edge, its back slopes off over the even pitch; a twisted blade's teeth
 * come round on both sides.
 */
export function toothOutlines(blade: Blade, from: number, to: number): { tip: number; points: 1 | -1; outline: Point[] }[] {
  const { toothDepth: d, pitch } = blade
  return toothLayout(blade)
    .filter((t) => t.tip >= from && t.tip <= to)
    .map(({ tip, points }) => {
      const back = points * Math.min(pitch, ...blade.spacing) * 0.92
      return {
        tip,
        points,
        outline: [
          [0, tip],
          [d, tip],
          [d * 0.5, tip + back * 0.3],
          [d * 0.15, tip + back * 0.62],
          [0, tip + back],
        ] as Point[],
      }
    })
}

export const path = (points: readonly Point[]): string => `M${points.map(([x, y]) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}Z`

/** Screen pixels in a millimetre at 96 dpi: the only screen on which “enlarged n times” is true. */
export const PX_PER_MM = 96 / 25.4
/** The largest honest magnification that fits: whole from 2 up, else halves and quarters. */
export function magnification(pxPerMm: number): number {
  const times = pxPerMm / PX_PER_MM
  return times >= 2 ? Math.floor(times) : times >= 1 ? Math.floor(times * 4) / 4 : Math.floor(times * 20) / 20
}
export const scaleWords = (times: number): string =>
  times === 1 ? 'full size' : times > 1 ? `enlarged ${times} times` : `reduced to ${Math.round(times * 100)} %`
