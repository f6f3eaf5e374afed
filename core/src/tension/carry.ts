import { E_STEEL, tensionFromStress, type Section } from '../blade/index.js'
import { pitchFromStress, stressFromPitch } from './string.js'

/** A blade’s section between clamps so far apart, mm. */
export interface Strung {
  section: Section
  span: number
}
/**
 * Somebody’s note on another blade and span, as the note here: for the same stress, which is what a blade feels, and for the
 * same tension, which is what a lever pulls.
 * @param pitch Hz, on their blade
 * @throws RangeError below the note their blade has when slack
 */
export function noteCarried(theirs: Strung, pitch: number, mine: Strung) {
  const stress = stressFromPitch(theirs.section, pitch, theirs.span)
  const tension = tensionFromStress(theirs.section, stress)
  // tension is in proportion to stress
  const here = tension / tensionFromStress(mine.section, 1)
  return {
    stress,
    tension,
    sameStress: pitchFromStress(mine.section, stress, mine.span),
    sameTension: pitchFromStress(mine.section, here, mine.span),
  }
}

/**
 * How far the ends slipped in their clamps between two plucks, mm: Δσ·L/E (reference). A warm blade sounds lower too, and comes
 * back as it cools; a frame that springs lets more slip for the same fall.
 * @param before stress, MPa, and its standard deviation
 */
export function slipBetween(before: { value: number; doubt: number }, after: { value: number; doubt: number }, span: number) {
  const per = span / E_STEEL
  return { slip: (before.value - after.value) * per, doubt: Math.hypot(before.doubt, after.doubt) * per }
}
