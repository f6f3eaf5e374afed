import { meanWidth, netWidth, tensionFromStress, type Section } from '../blade/index.js'
import { E_STEEL, RHO_STEEL, secondMoment } from '../cut/index.js'

/**
 * Lowest resting pitch of a plucked blade, Hz: first root of the clamped stiff string
 * 2αβ(1 − cosh αL cos βL) + (α² − β²) sinh αL sin βL = 0, α,β = √(√(a⁴ + ω²μ/EI) ± a²), a² = T/2EI,
 * divided through by cosh αL.
 * @param section mm; `toothDepth` 0 takes the blade as a plain strip
 * @param stress at the net section, MPa, 0 or more
 * @param span free length, mm
 * @throws RangeError on a stress below zero or a span not above it
 * @source stiff strings: Fletcher & Rossing, The Physics of Musical Instruments
 */
export function pitchFromStress(section: Section, stress: number, span: number): number {
  if (!(stress >= 0) || !Number.isFinite(stress)) throw new RangeError('Stress must be 0 MPa or more.')
  if (!(span > 0) || !Number.isFinite(span)) throw new RangeError('Span must be above 0 mm.')
  const T = tensionFromStress(section, stress)
  // N, mm, tonne and second agree with each other: density in t/mm³
  const mu = RHO_STEEL * 1e-12 * section.thickness * meanWidth(section)
  const EI = E_STEEL * secondMoment(section, 'side')
  const a2 = T / (2 * EI)
  const condition = (beta: number) => {
    const alpha = Math.sqrt(beta * beta + 2 * a2)
    const x = alpha * span
    // 1/cosh x, safe for a long taut blade where cosh overflows
    const sech = (2 * Math.exp(-x)) / (1 + Math.exp(-2 * x))
    return 2 * alpha * beta * (sech - Math.cos(beta * span)) + (alpha * alpha - beta * beta) * Math.tanh(x) * Math.sin(beta * span)
  }
  // βL lies between π (ideal string) and 4.7300 (clamped bar, 3π/2 + 0.0176)
  let low = (Math.PI / span) * (1 - 1e-12)
  let high = 4.7301 / span
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2
    if (condition(mid) > 0) low = mid
    else high = mid
  }
  const beta2 = ((low + high) / 2) ** 2
  const omega = Math.sqrt((beta2 * (beta2 + 2 * a2) * EI) / mu)
  return omega / (2 * Math.PI)
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
  let low = 0
  let high = ((2 * span * pitch) ** 2 * RHO_STEEL * 1e-12 * meanWidth(section)) / netWidth(section)
  for (let i = 0; i < 70; i++) {
    const mid = (low + high) / 2
    if (pitchFromStress(section, mid, span) < pitch) low = mid
    else high = mid
  }
  return (low + high) / 2
}
