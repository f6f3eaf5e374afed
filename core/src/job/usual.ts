import type { LengthUnit } from '../quantity/index.js'
import type { Stock } from '../stock/index.js'
import { familyOf, type Family, type Saw } from '../saw/index.js'

/** How tight a cut turns, before its drawing is measured. */
export const curves = ['tight', 'medium', 'gentle', 'straight'] as const
export type Curve = (typeof curves)[number]

/** Radii meant by tight, medium and gentle, mm; what each family is used for, estimates. Hand saws follow no curve. */
const radii: Partial<Record<Family, Record<Exclude<Curve, 'straight'>, number>>> = {
  scroll: { tight: 2, medium: 5, gentle: 20 },
  jeweler: { tight: 1, medium: 3, gentle: 10 },
  coping: { tight: 4, medium: 10, gentle: 40 },
  bow: { tight: 15, medium: 40, gentle: 100 },
  jigsaw: { tight: 12, medium: 30, gentle: 100 },
}

/** Curves a saw follows. */
export const curvesOn = (saw: Saw): readonly Curve[] => (radii[familyOf(saw)] ? curves : ['straight'])

/** Radius a word means on this saw, mm, as a round figure of the user's unit; undefined for a straight cut. */
export function usualRadius(saw: Saw, curve: Curve, unit: LengthUnit): number | undefined {
  const mm = curve === 'straight' ? undefined : radii[familyOf(saw)]?.[curve]
  if (mm === undefined || unit === 'mm') return mm
  // parts of an inch people speak of at such a size
  const parts = mm < 3 ? 64 : mm < 5 ? 32 : mm < 25 ? 16 : mm < 75 ? 4 : 1
  return (Math.round((mm / 25.4) * parts) / parts) * 25.4
}

/** mm of cut that one small piece asks of a saw, before anybody has measured it; estimates. */
const LENGTHS: Record<Family, number> = { scroll: 600, jeweler: 160, coping: 120, bow: 400, jigsaw: 600, hand: 150 }
const OPENINGS: Partial<Record<Family, number>> = { scroll: 6, jeweler: 4 }
const WIDE = 6 // times its thickness a board sawn by hand is wide; estimate

/** Length of cut of what it is, mm: round a tube, across a rod, across a board by hand, else that of one small piece. */
export function usualLength(saw: Saw, stock: Stock, unit: LengthUnit): number {
  const family = familyOf(saw)
  const step = unit === 'mm' ? 10 : 25.4 / 2
  const round = (mm: number) => Math.max(1, Math.round(mm / step)) * step
  if (stock.form === 'tube') return Math.round(Math.PI * stock.diameter * 10) / 10
  if (stock.form === 'rod') return stock.diameter
  return round(family === 'hand' ? Math.min(300, Math.max(20, WIDE * stock.thickness)) : LENGTHS[family])
}
/** Openings of one small pierced piece. */
export const usualOpenings = (saw: Saw): number => OPENINGS[familyOf(saw)] ?? 1
