import type { CutOutcome, Fate, Forecast, Grade, HeldPiece } from '@green-pitch/core'

/** How a cut came out, as it is typed. */
export interface Outcome {
  minutes: number | undefined
  blades: number | undefined
  fate: Fate
  face: string
  underside: string
  edge: string
  cleanUp: number | undefined
  note: string
  /** the piece as a picture measured it */
  held?: HeldPiece
}
/** The same as the log keeps it. */
export const logged = (o: Outcome): CutOutcome => ({
  minutes: o.minutes ?? 0,
  blades: o.blades ?? 1,
  fate: o.fate,
  face: Number(o.face) as Grade,
  underside: Number(o.underside) as Grade,
  edge: Number(o.edge) as Grade,
  cleanUpMinutes: o.cleanUp ?? 0,
  note: o.note.trim(),
  ...(o.held && { held: o.held }),
})
/** What stands in the log, as it is typed. */
export const typed = (e: CutOutcome): Outcome => ({
  minutes: e.minutes,
  blades: e.blades,
  fate: e.fate,
  face: String(e.face),
  underside: String(e.underside),
  edge: String(e.edge),
  cleanUp: e.cleanUpMinutes,
  note: e.note,
  ...(e.held && { held: e.held }),
})
/** min: nobody logs more at one go */
export const LONGEST = 10_000
/** The grades to expect, as they would be typed: one press accepts them. */
export const gradesExpected = (f: Forecast): Pick<Outcome, 'face' | 'underside' | 'edge'> => ({
  face: String(Math.round(f.face.median)),
  underside: String(Math.round(f.underside.median)),
  edge: String(Math.round(f.edge.median)),
})

/** Where a remedy begins after such an outcome, as its address; undefined where nothing went wrong. */
export function remedyFor(o: Outcome): string | undefined {
  const low = [o.face, o.underside, o.edge].some((g) => Number(g) <= 2)
  const sign = { broke: 'snaps', slipped: 'slips', dull: undefined, fine: undefined }[o.fate]
  return sign ? `/remedy?sign=${sign}` : low ? '/remedy' : undefined
}
