import type { Section } from '../blade/index.js'

/** A blade heard at a mark of the lever or screw (or flexed by so many mm, on a hand frame). */
export interface HeardMark {
  mark: number
  /** at the net section, MPa */
  stress: number
  section: Section
  /** ms since 1970 */
  at: number
}
/** Strokes heard at a mark of the speed dial. */
export interface HeardSpeed {
  dial: number
  strokes: number
  at: number
}
/** A rate of teeth at which the saw or its table was heard to chatter. */
export interface HeardChatter {
  /** teeth a second at mid stroke, Hz: the saw's own, whatever the blade */
  rate: number
  at: number
}
export interface Calibration {
  lever: HeardMark[]
  dial: HeardSpeed[]
  chatter?: HeardChatter[]
  /** when clamps or spring were last changed, ms: what was heard before counts less */
  changed?: number
}
export const noCalibration: Calibration = { lever: [], dial: [] }

/** What was heard before the clamps were changed weighs this share of what was heard since. */
export const FADED = 0.15
/** Whether something was heard before the clamps were changed. */
export const isOld = (cal: Calibration, at: number): boolean => cal.changed !== undefined && at < cal.changed
/** Weight of what was heard at `at`. */
export const weightOf = (cal: Calibration, at: number) => (isOld(cal, at) ? FADED : 1)
