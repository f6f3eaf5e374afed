import type { Blade, BladeEnd, Filing } from './blade.js'
import { countedTpi } from './layout.js'

/** What can be told of a loose blade with a caliper, a rule and a lens; anything left out is not known. mm. */
export interface Loose {
  width?: number
  thickness?: number
  /** cutting teeth counted, and the length they were counted over */
  teeth?: { count: number; over: number }
  end?: BladeEnd
  /** hand saws, under a lens: chisel edges are rip, knife points crosscut */
  filing?: Filing
  /** length of the zone whose teeth point upward; 0: none */
  reverseZone?: number
}
export type Trait = 'width' | 'thickness' | 'teeth' | 'reverse'

export interface TraitCheck {
  trait: Trait
  found: number
  nominal: number
  /** how far off, in standard deviations of measuring and making together */
  off: number
  state: 'within' | 'near' | 'beyond'
}
export interface Match {
  blade: Blade
  /** 0 to 1, among all blades tried, each as likely beforehand */
  share: number
  checks: TraitCheck[]
}

// blades of one packet differ by about this share; a caliper and a count add their own. Estimates.
const MADE = 0.03
const CALIPER = { width: 0.02, thickness: 0.01 } // mm
const COUNT = 0.5 // teeth
const ZONE = 1.5 // mm

/** Each thing measured against what this blade should have, nearest first in the order of the traits. */
export function checkBlade(blade: Blade, loose: Loose): TraitCheck[] {
  const out: TraitCheck[] = []
  const add = (trait: Trait, found: number, nominal: number, sd: number) => {
    const off = (found - nominal) / sd
    out.push({ trait, found, nominal, off, state: Math.abs(off) < 2 ? 'within' : Math.abs(off) < 3 ? 'near' : 'beyond' })
  }
  if (loose.width !== undefined) add('width', loose.width, blade.width, Math.hypot(CALIPER.width, MADE * blade.width))
  if (loose.thickness !== undefined)
    add('thickness', loose.thickness, blade.thickness, Math.hypot(CALIPER.thickness, MADE * blade.thickness))
  if (loose.teeth) {
    const tpi = (25.4 * loose.teeth.count) / loose.teeth.over
    const nominal = countedTpi(blade)
    add('teeth', tpi, nominal, nominal * Math.hypot(MADE, COUNT / Math.max(1, loose.teeth.count)))
  }
  if (loose.reverseZone !== undefined) add('reverse', loose.reverseZone, blade.reverseZone, Math.hypot(ZONE, 0.1 * blade.reverseZone))
  return out
}

/**
 * Which blades of the catalogue a loose one may be, most likely first, with how sure that is: every trait weighs by how
 * exactly it can be measured.
 * @throws RangeError where a dimension is not above zero, or nothing was measured
 */
export function identify(loose: Loose, catalogue: readonly Blade[]): Match[] {
  const given = [loose.width, loose.thickness, loose.teeth?.count, loose.teeth?.over].filter((v) => v !== undefined)
  if (given.some((v) => !(v > 0))) throw new RangeError('A measured dimension must be above zero.')
  if (!given.length) throw new RangeError('Measure at least the width, the thickness or the teeth.')
  const tried = catalogue
    .filter((b) => (loose.end === undefined || b.end === loose.end) && (loose.filing === undefined || b.plate?.filing === loose.filing))
    .map((blade) => {
      const checks = checkBlade(blade, loose)
      return { blade, checks, miss: checks.reduce((t, c) => t + c.off * c.off, 0) }
    })
    .sort((a, b) => a.miss - b.miss)
  const least = tried[0]?.miss ?? 0
  const total = tried.reduce((t, m) => t + Math.exp((least - m.miss) / 2), 0)
  return tried.map(({ blade, checks, miss }) => ({ blade, checks, share: Math.exp((least - miss) / 2) / total }))
}
