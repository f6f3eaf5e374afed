import { familyOfStock, type MaterialClass, type WebRule } from './family.js'
import data from './data/materials.json' with { type: 'json' }

export const hatches = ['rings', 'layers', 'chips', 'dots', 'grain', 'lines'] as const
export type Hatch = (typeof hatches)[number]
/** How a board is built up; a solid one is sawn from one piece. */
export const builds = ['solid', 'layers', 'chips'] as const
export type Build = (typeof builds)[number]
/** A cut's way to the grain. */
export const grains = ['along', 'across'] as const
export type Grain = (typeof grains)[number]

export interface Material {
  id: string
  name: string
  group: string
  cuts: MaterialClass
  /** kg/m³ */
  density: number
  /** indentation pressure, MPa */
  hardness: number
  /** cutting force per kerf area at 1 mm bite, N/mm², and its exponent: F = K·h^(1−m)·k (Kienzle) */
  K: number
  m: number
  /** room the chips take over the room they came from */
  bulking: number
  /** bite below which a sharp tooth rubs, mm */
  floor: number
  /** °C at which the edge suffers, and how */
  heatLimit: number
  heatEffect: string
  /** metals: thermal conductivity, W/mK, and the speed of waxed carbon steel teeth it bears, m/min; absent: the blade's own warmth is what counts */
  conducts?: number
  rubbing?: number
  /** depth of the face veneer, mm; absent in solid stock */
  veneer?: number
  /** tear-out at a bite of 0.01 mm, sharp, plain teeth, no backing, mm */
  tear: number
  /** bending strength in the weakest direction, MPa */
  strength: number
  /** its stiffness goes by this and by density */
  build: Build
  /** hardwoods: an orbital stroke tears them in ordinary work */
  hard?: boolean
  hatch: Hatch
  cautions: string[]
  /** K as its user weighed it, against the constant */
  weighed?: number
  /** where the constants come from, or "estimate" */
  source: string
}

const VENEERS = 3 // a web of layered board is at least so many of its veneers wide; estimate
/** What is left standing of this stock as a matter of course: across the grain of a solid one, or where its grain is unknown. */
export function webRule(material: Pick<Material, 'cuts' | 'build' | 'veneer'>): WebRule {
  const { web, fibrous } = familyOfStock(material)
  if (!fibrous || material.build === 'solid') return web
  return material.build === 'chips' ? { floor: 2, share: 1 / 3 } : { floor: Math.max(1.5, VENEERS * (material.veneer ?? 0)), share: 1 / 4 }
}

const TENDER = 140 // °C under which a line is taped against burning; estimate
export const eases = ['wax', 'wet', 'film', 'tape'] as const
export type Ease = (typeof eases)[number]
/** What a cut in this stock is eased by, as a matter of course. */
export function easedBy(material: Pick<Material, 'cuts' | 'heatEffect' | 'heatLimit'>): Ease | undefined {
  const { cooled, film } = familyOfStock(material)
  if (cooled !== 'dry') return cooled
  return material.heatEffect === 'softens' || material.heatLimit < TENDER ? (film ? 'film' : 'tape') : undefined
}

/** Every material that ships with the program, in the order of its groups. Source: data/materials.json. */
export const materials: readonly Material[] = data.groups.flatMap(({ rows, ...defaults }) =>
  (rows as Partial<Material>[]).map((row) => ({ build: 'solid', ...defaults, ...row }) as Material),
)

export function materialById(id: string): Material | undefined {
  return materials.find((m) => m.id === id)
}

/** The known material closest in density and hardness (as ratios) among those cut alike. Density kg/m³, hardness MPa. */
export function nearestMaterial(
  like: { cuts: MaterialClass; density: number; hardness?: number; build?: Build },
  among = materials,
): Material {
  const off = (a: number, b: number) => Math.log(a / b) ** 2
  // a wood is solid unless a panel is said; a panel is told from its name or not at all
  const { build = 'solid' } = like
  const alike = among.filter((m) => m.cuts === like.cuts && (!familyOfStock(like).fibrous || m.build === build))
  return alike.reduce((best, m) => {
    const d = (x: Material) => off(x.density, like.density) + (like.hardness ? off(x.hardness, like.hardness) : 0)
    return d(m) < d(best) ? m : best
  })
}

/** Solid woods by density, each density once with the mean cutting force of those that share it. */
const solid = materials.filter((m) => familyOfStock(m).fibrous && m.build === 'solid')
const woods = [...new Set(solid.map((m) => m.density))]
  .sort((a, b) => a - b)
  .map((density) => {
    const rows = solid.filter((m) => m.density === density)
    return { density, K: rows.reduce((t, m) => t + m.K, 0) / rows.length }
  })

/** Cutting force of a solid wood by its density, N/mm² at 1 mm bite: between the two woods next to it, and with density beyond them all (Koch: about linear). */
function woodForce(density: number): number {
  const above = woods.findIndex((w) => w.density >= density)
  const end = above < 0 ? woods.at(-1)! : woods[above]!
  const below = woods[above - 1]
  if (above < 0 || !below) return (end.K * density) / end.density
  const share = (density - below.density) / (end.density - below.density)
  return below.K + share * (end.K - below.K)
}

/**
 * A user's own material, reckoned from the nearest known one. A solid wood's cutting force lies between those of the woods next
 * to it in density, so that it is never easier than both; strength scales with density. Elsewhere both scale with hardness.
 * @throws RangeError where density or hardness is not finite and above zero
 */
export function deriveMaterial(own: {
  id: string
  name: string
  cuts: MaterialClass
  density: number
  hardness?: number
  build?: Build
}): Material {
  const sound = (x: number | undefined) => x === undefined || (x > 0 && x < Infinity)
  if (!sound(own.density) || !sound(own.hardness)) throw new RangeError('Density and hardness must be finite and above zero.')
  const base = nearestMaterial(own)
  const wood = familyOfStock(own).fibrous
  const scale = wood ? own.density / base.density : (own.hardness ?? base.hardness) / base.hardness
  return {
    ...base,
    id: own.id,
    name: own.name,
    density: own.density,
    hardness: own.hardness ?? base.hardness * (wood ? scale : 1),
    K: wood && base.build === 'solid' ? woodForce(own.density) : base.K * scale,
    strength: base.strength * scale,
    source: `estimate from ${base.name}`,
  }
}
