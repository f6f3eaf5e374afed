import type { MaterialClass } from '../stock/index.js'
import scroll from './data/blades.json' with { type: 'json' }
import frames from './data/frames.json' with { type: 'json' }
import hand from './data/hand.json' with { type: 'json' }
import jigsaw from './data/jigsaw.json' with { type: 'json' }

export const toothPatterns = [
  'standard',
  'skip',
  'double',
  'reverse',
  'reverse-skip',
  'mixed',
  'both-way',
  'ground',
  'twisted',
  'grit',
  'abrasive',
] as const
export type ToothPattern = (typeof toothPatterns)[number]
/** What the saw holds it by: clamped plain ends, cross pins, a jigsaw's shank, or a hand saw's own handle. */
export const bladeEnds = ['plain', 'pin', 'coping-pin', 'bow-pin', 'tang', 'screw-shank', 'handle'] as const
export type BladeEnd = (typeof bladeEnds)[number]
export const steels = ['carbon', 'high-speed', 'bimetal', 'carbide'] as const
export type Steel = (typeof steels)[number]
export const handKinds = [
  'dovetail',
  'gents',
  'carcass',
  'tenon',
  'mitre-box',
  'mitre-box-adjustable',
  'adjustable-back',
  'flush',
  'dowel',
  'veneer',
  'hybrid',
  'panel',
  'pull-backed',
  'pull-two-edged',
] as const
export type HandKind = (typeof handKinds)[number]
export const filings = ['rip', 'crosscut', 'hybrid'] as const
export type Filing = (typeof filings)[number]
/** The stroke a saw cuts on. */
export const strokeWays = ['push', 'pull'] as const
export type StrokeWay = (typeof strokeWays)[number]
export const handles = ['closed', 'pistol', 'straight', 'cane', 'offset', 'reversible'] as const
export type Handle = (typeof handles)[number]
/** The stroke a shank blade's teeth cut on, base down. */
export const cutStrokes = ['up', 'down', 'both'] as const
export type CutStroke = (typeof cutStrokes)[number]
/** What plain-ended strip is made for: a hand frame or a machine; other ends say it themselves. */
export const strips = ['frame', 'machine'] as const
export type Strip = (typeof strips)[number]

/** What a hand saw has beside its section. */
export interface Plate {
  kind: HandKind
  filing: Filing
  /** of the tooth's face, degrees; positive leans to the cut */
  rake: number
  strokes: StrokeWay
  handle: Handle
  /** clear plate under the back, mm; absent where there is no back */
  depth?: number
  /** lies flat on the work: no set there, the handle clear of it */
  flush?: boolean
  /** its edge is curved, to start within a sheet */
  curved?: boolean
  /** its back can be set as a depth stop */
  stop?: boolean
  /** saws only in its mitre box */
  needsBox?: boolean
}

/** Young's modulus of blade steel, MPa, and its density, kg/m³ (reference, section 2). */
export const E_STEEL = 207_000
export const RHO_STEEL = 7850

/** Cross section of a toothed blade, all mm. `width` includes the teeth; `kerf` is the width of the cut. */
export interface Section {
  width: number
  thickness: number
  kerf: number
  toothDepth: number
}

/** A blade's section alone, as records keep it. */
export const sectionOf = ({ width, thickness, kerf, toothDepth }: Section): Section => ({ width, thickness, kerf, toothDepth })

export interface Blade extends Section {
  id: string
  /** blades of one axis of sizes */
  series: string
  /** blades of one series and one pattern, from one packet rack */
  group: string
  name: string
  pattern: ToothPattern
  end: BladeEnd
  /** length of the cross pin a starting hole must pass, mm; pinned blades only */
  pin?: number
  size: string
  /** place on the series' axis, smallest 0 */
  order: number
  /** overall, mm */
  length: number
  /** even pitch the teeth are cut from, mm */
  pitch: number
  /** repeating distances between cutting teeth, mm */
  spacing: number[]
  /** share of each gap that is free for dust (both-way teeth block each other's) */
  gulletShare: number
  /** edge radius against an ordinary new blade; below 1 is sharper */
  edgeRadiusFactor: number
  /** length of the zone of upward teeth from the blade's lower end, mm; 0 where there is none */
  reverseZone: number
  cuts: MaterialClass[]
  strip: Strip
  /** most stress it may work at, MPa: 0.3 to 0.4 of the strip's yield */
  safeStress: number
  /** shank blades: the stroke the teeth cut on, base down; others cut as they are mounted */
  cutsOn?: CutStroke
  /** cuts up to a wall: its front stands before the base */
  flush?: boolean
  /** what its teeth are made of, where kinds of one series differ */
  steel?: Steel
  /** hand saws */
  plate?: Plate
  /** price against a plain-toothed blade; estimate */
  cost: number
  source: string
}

interface Row {
  size: string
  w: number
  t: number
  tpi: number
  d?: number
  kerf?: number
  id?: string
  name?: string
  length?: number
  plate?: Plate
}
/** For which work a group of blades is looked at first. */
export interface Home {
  /** stock it is first for; absent: all that no other group is named for */
  cuts?: MaterialClass[]
  /** first for tight curves, or for plates laid flush on a face */
  curved?: boolean
  flush?: boolean
}
/** Safe working stress of hardened blade strip, MPa: 0.35 of a yield of 1500 MPa; finer, harder strip has its own in its row (0.4 of 1900 for jeweler's). Estimates within the reference's 0.3–0.4. */
const SAFE_STRESS = 525

interface Group {
  id: string
  series: string
  name: string
  pattern: string
  end: string
  length: number
  spacing: number[]
  kerfRatio: number
  cuts: string[]
  source: string
  rows: Row[]
  reverseZone?: number
  pin?: number
  gulletShare?: number
  edgeRadiusFactor?: number
  cost?: number
  cutsOn?: Blade['cutsOn']
  flush?: boolean
  steel?: Steel
  strip?: string
  safeStress?: number
  home?: Home
}

const groups = [scroll, frames, jigsaw, hand].flatMap((d) => d.groups as Group[])

/** Series whose sizes are their teeth, finest first; the others go by width. */
const BY_TEETH = new Set(['coping', 'bow', 'jigsaw', 'hand'])
export const sizedByTeeth = (blade: Pick<Blade, 'series'>): boolean => BY_TEETH.has(blade.series)

/** Size numbers of a series in order, over all its groups (a group may skip some). */
function axis(series: string): string[] {
  const sizes = new Map<string, number>()
  for (const g of groups)
    if (g.series === series) for (const r of g.rows) if (!sizes.has(r.size)) sizes.set(r.size, BY_TEETH.has(series) ? 1 / r.tpi : r.w)
  return [...sizes].sort((a, b) => a[1] - b[1]).map(([size]) => size)
}
const axes = new Map([...new Set(groups.map((g) => g.series))].map((s) => [s, axis(s)]))

/** Sizes along a series' axis, smallest first; empty for an unknown series. */
export function seriesSizes(series: string): readonly string[] {
  return axes.get(series) ?? []
}

/** Depth of evenly cut teeth where nothing is measured: min(p/2, 0.3 w). All mm. */
export function evenToothDepth(pitch: number, width: number): number {
  return Math.min(pitch / 2, 0.3 * width)
}

function bladeOf(g: Group, row: Row): Blade {
  const pitch = 25.4 / row.tpi
  return {
    id: row.id ?? `${g.id}-${row.size.replace('/', 'o').replace(' ', '-')}`,
    series: g.series,
    group: g.id,
    name: row.name ?? g.name,
    pattern: g.pattern as ToothPattern,
    end: g.end as BladeEnd,
    pin: g.pin,
    size: row.size,
    order: axes.get(g.series)!.indexOf(row.size),
    length: row.length ?? g.length,
    width: row.w,
    thickness: row.t,
    kerf: row.kerf ?? g.kerfRatio * row.t,
    toothDepth: row.d ?? evenToothDepth(pitch, row.w),
    pitch,
    spacing: g.spacing.map((s) => s * pitch),
    gulletShare: g.gulletShare ?? 1,
    edgeRadiusFactor: g.edgeRadiusFactor ?? 1,
    reverseZone: g.reverseZone ?? 0,
    cuts: g.cuts as MaterialClass[],
    strip: (g.strip ?? 'machine') as Strip,
    safeStress: g.safeStress ?? SAFE_STRESS,
    cutsOn: g.cutsOn,
    flush: g.flush,
    steel: g.steel,
    plate: row.plate,
    cost: g.cost ?? 1,
    source: g.source,
  }
}

/** Every blade and hand saw that ships with the program. Source: data/*.json. */
export const blades: readonly Blade[] = groups.flatMap((g) => g.rows.map((row) => bladeOf(g, row)))

/** Groups that are first for some work, each with one of its blades. */
export const homes: readonly { blade: Blade; home: Home }[] = groups.flatMap((g) =>
  g.home ? [{ blade: blades.find((b) => b.group === g.id)!, home: g.home }] : [],
)

/** What a group of blades is called; its id where it is unknown. */
export const groupName = (group: string): string => groups.find((g) => g.id === group)?.name ?? group

const byId = new Map(blades.map((b) => [b.id, b]))
export function bladeById(id: string): Blade | undefined {
  return byId.get(id)
}

/** What a caliper and a lens found on a real blade; anything left out stays nominal. All mm. */
export interface Measured {
  width?: number
  thickness?: number
  kerf?: number
  pitch?: number
  toothDepth?: number
}

/**
 * The blade as measured: a new pitch stretches the spacing, depth and kerf follow unless measured too.
 * @throws RangeError where a dimension is not above zero or the teeth are deeper than the blade is wide
 */
export function withCaliper(blade: Blade, m: Measured): Blade {
  for (const value of Object.values(m))
    if (value !== undefined && !(value > 0)) throw new RangeError('A measured dimension must be above zero.')
  const width = m.width ?? blade.width
  const pitch = m.pitch ?? blade.pitch
  const thickness = m.thickness ?? blade.thickness
  const toothDepth = m.toothDepth ?? (blade.toothDepth / evenToothDepth(blade.pitch, blade.width)) * evenToothDepth(pitch, width)
  if (toothDepth >= width) throw new RangeError('The teeth cannot be deeper than the blade is wide.')
  return {
    ...blade,
    width,
    thickness,
    pitch,
    toothDepth,
    kerf: m.kerf ?? (blade.kerf / blade.thickness) * thickness,
    spacing: blade.spacing.map((s) => (s * pitch) / blade.pitch),
  }
}
