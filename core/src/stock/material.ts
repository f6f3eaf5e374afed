import data from './data/materials.json' with { type: 'json' }

/** What a blade must be made for to cut this. */
export const materialClasses = ['wood', 'plastic', 'organic', 'shell', 'ceramic', 'metal', 'steel'] as const
export type MaterialClass = (typeof materialClasses)[number]
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
  /** where the constants come from, or "estimate" */
  source: string
}

/** Every material that ships with the program, in the order of its groups. Source: data/materials.json. */
export const materials: readonly Material[] = data.groups.flatMap(({ rows, ...defaults }) =>
  (rows as Partial<Material>[]).map((row) => ({ build: 'solid', ...defaults, ...row }) as Material),
)

export function materialById(id: string): Material | undefined {
  return materials.find((m) => m.id === id)
}

/** The known material closest in density and hardness (as ratios) among those cut alike. Density kg/m³, hardness MPa. */
export function nearestMaterial(like: { cuts: MaterialClass; density: number; hardness?: number }, among = materials): Material {
  const off = (a: number, b: number) => Math.log(a / b) ** 2
  const candidates = among.filter((m) => m.cuts === like.cuts)
  return candidates.reduce((best, m) => {
    const d = (x: Material) => off(x.density, like.density) + (like.hardness ? off(x.hardness, like.hardness) : 0)
    return d(m) < d(best) ? m : best
  })
}

/**
 * A user's own material, reckoned from the nearest known one: cutting force and strength scale with
 * density in wood (Koch: force grows about linearly with density) and with hardness elsewhere.
 * @throws RangeError where density or hardness is not above zero
 */
export function deriveMaterial(own: { id: string; name: string; cuts: MaterialClass; density: number; hardness?: number }): Material {
  if (!(own.density > 0) || (own.hardness !== undefined && !(own.hardness > 0)))
    throw new RangeError('Density and hardness must be above zero.')
  const base = nearestMaterial(own)
  const scale = own.cuts === 'wood' ? own.density / base.density : (own.hardness ?? base.hardness) / base.hardness
  return {
    ...base,
    id: own.id,
    name: own.name,
    density: own.density,
    hardness: own.hardness ?? base.hardness * (own.cuts === 'wood' ? scale : 1),
    K: base.K * scale,
    strength: base.strength * scale,
    source: `estimate from ${base.name}`,
  }
}
