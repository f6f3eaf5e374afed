import { solve } from '../number/index.js'
import { E_STEEL, meanWidth, type Section } from '../blade/index.js'

/** Which way a blade bends or swings: against the feed, stiffly, or sideways, on its thin axis (the note that is heard). */
export type BendAxis = 'feed' | 'side'

/** Second moment of area for bending in the feed direction (I = t·w̄³/12) or sideways (I = w̄·t³/12), mm⁴. */
export function secondMoment(section: Section, direction: BendAxis): number {
  const w = meanWidth(section)
  const { thickness: t } = section
  return direction === 'feed' ? (t * w ** 3) / 12 : (w * t ** 3) / 12
}

/** 1 − tanh u/u, by its series where the difference would drown in rounding. */
const slackness = (u: number) => (u < 1e-2 ? (u * u) / 3 - (2 * u ** 4) / 15 : 1 - Math.tanh(u) / u)

/** Bow per newton at mid-span of a clamped, tensioned blade, mm/N. */
function compliance(section: Section, span: number, tension: number, direction: BendAxis): number {
  const EI = E_STEEL * secondMoment(section, direction)
  const L = span
  const T = Math.max(tension, (1e-9 * EI) / (L * L)) // a slack blade is the limit T → 0, L³/192EI
  const u = (L / 4) * Math.sqrt(T / EI)
  return (L / (4 * T)) * slackness(u)
}

/**
 * Bow of a tensioned, clamped blade under a force at mid-span: δ = (F·L/4T)(1 − tanh u/u), u = (L/4)√(T/EI).
 * @param o section mm, span mm, tension N (0 or more), force N, direction of the push
 * @returns mm. Source: tensioned beam, Roark
 */
export function bow(o: { section: Section; span: number; tension: number; force: number; direction: BendAxis }): number {
  return o.force * compliance(o.section, o.span, o.tension, o.direction)
}

/** Force at mid-span that bows the blade by `deflection`, N; the inverse of `bow`. */
export function forceForBow(o: { section: Section; span: number; tension: number; deflection: number; direction: BendAxis }): number {
  return o.deflection / compliance(o.section, o.span, o.tension, o.direction)
}

/** A push of `force` N spread evenly over the heights `from` … `to` (mm above the lower clamp) of a blade under `tension` N. */
export interface SpreadPush {
  section: Section
  span: number
  tension: number
  force: number
  from: number
  to: number
  direction: BendAxis
}

/**
 * Deflection at height z of a clamped, tensioned blade pushed evenly over its stretch [a, b], mm.
 * Built from the free-space answer to a point load, −F/2T·(|x| + e^(−k|x|)/k), and the four end conditions;
 * decaying exponentials from each end keep it well conditioned for long, slender blades.
 * Source: tensioned Euler–Bernoulli beam, EI·y⁗ − T·y″ = q.
 */
export function bentShape(o: SpreadPush): (z: number) => number {
  const { span: L, tension: T } = o
  const k = Math.sqrt(T / (E_STEEL * secondMoment(o.section, o.direction)))
  // the load as point loads at Gauss–Legendre stations; six are exact far beyond need
  const loads = GAUSS.map(([x, w]) => ({ c: o.from + ((x + 1) / 2) * (o.to - o.from), f: (o.force * w) / 2 }))
  const particular = (z: number) =>
    loads.reduce((y, { c, f }) => y - (f / (2 * T)) * (Math.abs(z - c) + Math.exp(-k * Math.abs(z - c)) / k), 0)
  const slope = (z: number) => loads.reduce((y, { c, f }) => y - (f / (2 * T)) * Math.sign(z - c) * (1 - Math.exp(-k * Math.abs(z - c))), 0)
  const e = Math.exp(-k * L)
  const [A, B, C, D] = solve(
    [
      [1, 0, 1, e],
      [0, 1, -k, k * e],
      [1, L, e, 1],
      [0, 1, -k * e, k],
    ],
    [-particular(0), -slope(0), -particular(L), -slope(L)],
  ) as [number, number, number, number]
  return (z) => particular(z) + A + B * z + C * Math.exp(-k * z) + D * Math.exp(-k * (L - z))
}

const GAUSS: [number, number][] = [
  [-0.932469514203152, 0.17132449237917],
  [-0.661209386466265, 0.360761573048139],
  [-0.238619186083197, 0.467913934572691],
  [0.238619186083197, 0.467913934572691],
  [0.661209386466265, 0.360761573048139],
  [0.932469514203152, 0.17132449237917],
]

/** Slope of the edge between the stock's faces, mm per mm, under a side push spread over the thickness. */
export function bevelSlope(o: Omit<SpreadPush, 'direction'>): number {
  const y = bentShape({ ...o, direction: 'side' })
  return (y(o.to) - y(o.from)) / (o.to - o.from)
}
