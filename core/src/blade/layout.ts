import type { Blade, Section } from './blade.js'

/** Mean distance between cutting teeth, mm. */
export function meanSpacing({ spacing }: Pick<Blade, 'spacing'>): number {
  let total = 0
  for (const s of spacing) total += s
  return total / spacing.length
}

/** Teeth one counts along 25.4 mm. */
export function countedTpi(blade: Pick<Blade, 'spacing'>): number {
  return 25.4 / meanSpacing(blade)
}

/** Free room in front of a tooth at spacing `s`, mm² in side view: an even tooth leaves ½·p·d, every extra length of spacing its whole depth. */
function gulletArea({ pitch: p, toothDepth: d, gulletShare }: Blade, s: number): number {
  return gulletShare * (0.5 * Math.min(p, s) + Math.max(s - p, 0)) * d
}

/** Mean room per tooth, mm²: dust spills along within the repeat. */
export function meanGullet(blade: Blade): number {
  let total = 0
  for (const s of blade.spacing) total += gulletArea(blade, s)
  return total / blade.spacing.length
}

/** Width that carries mass and stiffness: w̄ = w − d/2, mm. */
export function meanWidth({ width: w, toothDepth: d }: Pick<Section, 'width' | 'toothDepth'>): number {
  return w - d / 2
}

/** Width that carries tension: wₙ = w − d, mm. */
export function netWidth({ width: w, toothDepth: d }: Pick<Section, 'width' | 'toothDepth'>): number {
  return w - d
}

/** Tension of a stress at the net section, T = σ·t·wₙ, N. Stress MPa. */
export function tensionFromStress(section: Section, stress: number): number {
  return stress * section.thickness * netWidth(section)
}

export interface Tooth {
  /** height of the tip above the blade's lower end, mm */
  tip: number
  /** +1 cuts on the down stroke (tip points down), −1 on the up stroke */
  points: 1 | -1
}

/**
 * Every tooth of the blade from its lower end up, as drawn and as counted: pattern spacing throughout,
 * upward teeth in the reverse zone or throughout, alternating on both-way blades.
 */
export function toothLayout(blade: Blade): Tooth[] {
  const teeth: Tooth[] = []
  let z = blade.spacing[0]!
  for (let i = 0; z < blade.length; i++) {
    const up = blade.pattern === 'both-way' ? i % 2 === 1 : blade.cutsOn === 'up' || z <= blade.reverseZone
    teeth.push({ tip: z, points: up ? -1 : 1 })
    z += blade.spacing[(i + 1) % blade.spacing.length]!
  }
  return teeth
}
