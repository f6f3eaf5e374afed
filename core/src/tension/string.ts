import { bisect } from '../number/index.js'
import { E_STEEL, meanWidth, netWidth, RHO_STEEL, tensionFromStress, type Section } from '../blade/index.js'
import { secondMoment, type BendAxis } from './bow.js'

/**
 * Root y = βL of mode n of a clamped stiff string of stiffness ratio x = L·√(T/EI):
 * 2αβ(1 − cosh αL cos βL) + (α² − β²) sinh αL sin βL = 0, αL = √(y² + x²), divided through by cosh αL.
 * It lies between nπ (ideal string) and (n + ½)π (clamped bar: 4.7300 for n = 1).
 * @param n 1 for the lowest mode
 * @param x 0 or more; 0 is a bar without tension
 */
export function modeRoot(n: number, x: number): number {
  const side = n % 2 ? 1 : -1
  const condition = (y: number) => {
    const a = Math.sqrt(y * y + x * x)
    // 1/cosh a, safe for a long taut blade where cosh overflows
    const sech = (2 * Math.exp(-a)) / (1 + Math.exp(-2 * a))
    return side * (2 * a * y * (sech - Math.cos(y)) + x * x * Math.tanh(a) * Math.sin(y))
  }
  const [low, high] = bisect((y) => !(condition(y) > 0), n * Math.PI * (1 - 1e-12), (n + 0.51) * Math.PI, 80)
  return (low + high) / 2
}

/** Frequency of mode n over that of the lowest, for a stiffness ratio x: n for an ideal string, more for a stiff one. */
export function modeRatio(n: number, x: number): number {
  const speed = (y: number) => y * Math.sqrt(y * y + x * x)
  return speed(modeRoot(n, x)) / speed(modeRoot(1, x))
}

/**
 * Resting pitches of the first modes of a plucked blade, Hz, lowest first.
 * @param section mm; `toothDepth` 0 takes the blade as a plain strip
 * @param stress at the net section, MPa, 0 or more
 * @param span free length, mm
 * @throws RangeError on a stress below zero or a span not above it
 * @source stiff strings: Fletcher & Rossing, The Physics of Musical Instruments
 */
export function modePitches(section: Section, stress: number, span: number, count: number, swing: BendAxis = 'side'): number[] {
  if (!(stress >= 0) || !Number.isFinite(stress)) throw new RangeError('Stress must be 0 MPa or more.')
  if (!(span > 0) || !Number.isFinite(span)) throw new RangeError('Span must be above 0 mm.')
  // N, mm, tonne and second agree with each other: density in t/mm³
  const mu = RHO_STEEL * 1e-12 * section.thickness * meanWidth(section)
  const EI = E_STEEL * secondMoment(section, swing)
  const x = span * Math.sqrt(tensionFromStress(section, stress) / EI)
  return Array.from({ length: count }, (_, i) => {
    const y = modeRoot(i + 1, x)
    return (y * Math.sqrt((y * y + x * x) * (EI / mu))) / (2 * Math.PI * span * span)
  })
}

/** Lowest resting pitch of a plucked blade, Hz; arguments and errors as for modePitches. */
export function pitchFromStress(section: Section, stress: number, span: number): number {
  return modePitches(section, stress, span, 1)[0]!
}

/**
 * Doubt of a stress read from a pitch, MPa (one standard deviation): from the pitch, the span and the section.
 * @param cents doubt of the pitch
 * @param spanDoubt mm
 * @param sectionDoubt share of width and thickness, as a caliper leaves it
 */
export function stressDoubt(section: Section, pitch: number, span: number, cents: number, spanDoubt = 0.5, sectionDoubt = 0.01): number {
  const at = (s: Section, f: number, L: number) => {
    try {
      return stressFromPitch(s, f, L)
    } catch {
      return 0 // slacker than slack: the doubt reaches down to no tension at all
    }
  }
  const base = at(section, pitch, span)
  return Math.hypot(
    at(section, pitch * 2 ** (cents / 1200), span) - base,
    at(section, pitch, span + spanDoubt) - base,
    at({ ...section, width: section.width * (1 + sectionDoubt) }, pitch, span) - base,
    at({ ...section, thickness: section.thickness * (1 + sectionDoubt) }, pitch, span) - base,
  )
}

/**
 * Stress at the net section that gives a plucked pitch, MPa: the inverse of pitchFromStress.
 * @throws RangeError where even the slack blade would sound higher than `pitch`
 */
export function stressFromPitch(section: Section, pitch: number, span: number): number {
  const slack = pitchFromStress(section, 0, span)
  if (!(pitch >= slack))
    throw new RangeError(`This blade sounds ${slack.toFixed(0)} Hz with no tension at all; ${pitch} Hz cannot be its note.`)
  // the ideal string overstates stress, so it is an upper bound
  const ideal = ((2 * span * pitch) ** 2 * RHO_STEEL * 1e-12 * meanWidth(section)) / netWidth(section)
  const [low, high] = bisect((stress) => !(pitchFromStress(section, stress, span) < pitch), 0, ideal, 70)
  return (low + high) / 2
}
