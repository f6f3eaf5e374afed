import type { Build, Material, MaterialClass } from '../stock/index.js'

/** Share of solid wood's stiffness; estimates. */
const STIFF: Record<Build, number> = { solid: 1, layers: 0.65, chips: 0.25 }

/**
 * Stiffness along the board, MPa. Wood: 10 GPa at 600 kg/m³ and with density (Wood Handbook's order), two thirds of it
 * in ply, a quarter in boards of chips and fibres; plastics 3 GPa; metals by their kind. Estimates.
 */
export function youngs(material: Pick<Material, 'cuts' | 'density' | 'build'>): number {
  return E[material.cuts](material)
}
const E: Record<MaterialClass, (material: Pick<Material, 'density' | 'build'>) => number> = {
  wood: ({ density, build }) => 10_000 * (density / 600) * STIFF[build],
  plastic: () => 3000,
  organic: () => 3000,
  shell: () => 3000,
  ceramic: () => 50_000,
  metal: ({ density }) => (density < 4000 ? 70_000 : 110_000),
  steel: () => 200_000,
}

/** How far the free end of an overhang springs, mm: F·a³/3EI, I = b·H³/12. Force N, lengths mm, E MPa. */
export function spring(force: number, overhang: number, width: number, thickness: number, E: number): number {
  return (force * overhang ** 3) / (3 * E * ((width * thickness ** 3) / 12))
}

/** Longest overhang that springs no more than `allowed`, mm; the inverse of spring. */
export function overhangFor(allowed: number, force: number, width: number, thickness: number, E: number): number {
  return Math.cbrt((allowed * 3 * E * ((width * thickness ** 3) / 12)) / force)
}
