import { nextDrill, type Drill, type DrillSeries } from '../quantity/index.js'
import type { Blade, Section } from './blade.js'

/** How a curve is taken: without side pressure, with the body eased along the path, or turned on the spot. */
export const turnManners = ['flowing', 'worked', 'pivot'] as const
export type TurnManner = (typeof turnManners)[number]
type Turning = Pick<Section, 'width' | 'thickness' | 'kerf'>

/**
 * Smallest radius a blade follows without side pressure: R = (w² − (k² − t²)/4)/(k − t).
 * @returns radius of the kerf's centre line, mm; Infinity where the kerf gives no room (callers turn it into words)
 */
export function flowingRadius({ width: w, thickness: t, kerf: k }: Turning): number {
  return k > t ? (w * w - (k * k - t * t) / 4) / (k - t) : Infinity
}

/** Smallest radius with the body eased so that its middle lies along the path, first order: R = w²/4(k − t). mm; Infinity where k ≤ t. */
export function workedRadius({ width: w, thickness: t, kerf: k }: Turning): number {
  return k > t ? (w * w) / (4 * (k - t)) : Infinity
}

/** Radius of the pocket a blade clears when turned on the spot: ½√(w² + k²), mm. */
export function pivotRadius({ width: w, kerf: k }: Pick<Section, 'width' | 'kerf'>): number {
  return 0.5 * Math.hypot(w, k)
}

const PIVOTS = 2 // mm from the blade's middle to its teeth: a wider one chews a hole where it is turned on the spot; estimate
/** Whether a blade is narrow enough to be turned on the spot. */
export const canPivot = (blade: Pick<Section, 'width' | 'kerf'>): boolean => pivotRadius(blade) <= PIVOTS

/** Most a kerf may be widened to come round, as a share of it: a coping blade is worked round by short strokes (reference). */
const OVERCUT = { flat: 0.3, coping: 0.8 }
const HOPELESS = 99 // beyond, it is the same to say
const SLOWER = 3 // times its share of the kerf that filing a kerf wider slows the cut; estimate (reference)

/** What the kerf must be widened by to come round a radius of its centre line, as a share of it: x = t + w²/4R − k; 0 where it comes round. */
export function overcut({ width: w, thickness: t, kerf: k }: Turning, radius: number): number {
  return Math.min(HOPELESS, Math.max(0, t + (w * w) / (4 * radius) - k) / k)
}
/** Times longer a stretch takes on which the teeth's sides must file the kerf wider. */
export const overcutSlows = (share: number): number => 1 + SLOWER * Math.min(share, OVERCUT.coping)

/** Radius of the kerf's centre line below which a worked turn is refused: the pocket, or a kerf widened by more than it may be, mm. */
export function tightestRadius(blade: Turning & Partial<Pick<Blade, 'end'>>): number {
  const { width: w, thickness: t, kerf: k } = blade
  const room = (1 + OVERCUT[blade.end === 'coping-pin' ? 'coping' : 'flat']) * k - t
  return room > 0 ? Math.max(pivotRadius(blade), (w * w) / (4 * room)) : Infinity
}

const ROUND = new Set(['twisted', 'grit'])
/** Cuts in every direction without turning the work. */
export const turnsAnywhere = (blade: Pick<Blade, 'pattern'>): boolean => ROUND.has(blade.pattern)

/** Smallest radius of the kerf's centre line in the manner asked for, mm; 0 for blades that cut in every direction, undefined where there is no turn. */
export function turnRadius(blade: Blade, manner: TurnManner): number | undefined {
  if (turnsAnywhere(blade)) return 0
  // a hand saw goes straight down and cannot be turned on the spot
  const r = blade.plate
    ? workedRadius(blade)
    : manner === 'flowing'
      ? flowingRadius(blade)
      : manner === 'worked'
        ? workedRadius(blade)
        : pivotRadius(blade)
  return Number.isFinite(r) ? r : undefined
}

/** Kept between a blade and its pilot hole, mm: so that it threads without scraping; a jigsaw's blade moves while it goes in. Estimates. */
export const HOLE_CLEARANCE = { threaded: 0.1, shank: 1 } as const

/** Diameter of the starting hole the blade needs, mm: body diagonal, or the pin's length, plus clearance. */
export function startingHole(blade: Blade): number {
  const body = turnsAnywhere(blade) ? blade.kerf : Math.hypot(blade.width, blade.kerf)
  return Math.max(body, blade.pin ?? 0) + HOLE_CLEARANCE[blade.cutsOn ? 'shank' : 'threaded']
}
/** The user's drill its starting hole is made with; undefined above their largest. */
export const pilotDrill = (blade: Blade, drills: readonly DrillSeries[]): Drill | undefined => nextDrill(startingHole(blade), drills)
