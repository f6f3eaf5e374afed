import { E_STEEL, type Blade } from '../blade/index.js'

/**
 * Sideways drift of a blade held at its upper end only, mm: δ = Fℓ³/3EI, I = w·t³/12, the force at depth ℓ; nearer the
 * clamp, at depth z, Fz²(3ℓ − z)/6EI.
 * @param section mm; force N; reach ℓ mm; at: depth z looked at, mm
 * @returns mm. Source: cantilever, Roark
 */
export function drift(section: Pick<Blade, 'width' | 'thickness'>, force: number, crossing: number, at = crossing): number {
  const { width: w, thickness: t } = section
  return (force * at ** 2 * (3 * crossing - at)) / (6 * E_STEEL * ((w * t ** 3) / 12))
}

/** Thrust at which an unbacked plate pushed from its heel buckles, N: Euler, one end held, over the free half of a stroke. */
export function bucklingThrust(blade: Pick<Blade, 'width' | 'thickness' | 'length'>): number {
  const { width: w, thickness: t, length: L } = blade
  return (Math.PI ** 2 * E_STEEL * ((w * t ** 3) / 12)) / L ** 2
}
