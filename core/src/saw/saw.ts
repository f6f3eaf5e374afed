import type { Blade, BladeEnd } from '../blade/index.js'
import type { Calibration } from './calibration.js'
import data from './data/saws.json' with { type: 'json' }

export type StepName =
  | 'release-tension'
  | 'open-top'
  | 'thread'
  | 'close-top'
  | 'set-tension'
  | 'unhook-top'
  | 'hook-top'
  | 'lift-arm'
  | 'flex-frame'
  | 'slack-screw'
  | 'turn-screw'
/** One step of threading a blade through a hole and making it ready again. */
export interface ChangeStep {
  do: StepName
  seconds: number
  tool?: string
}

export interface ChangeProcedure {
  steps: ChangeStep[]
  /** how deep the blade's end goes into a clamp, mm; sets the free span */
  insertion: number
  /** the saw returns to the tension it had, without setting it again */
  tensionReturns: boolean
}

interface Common {
  id: string
  name: string
  short: string
  /** ends the clamps take, and the thinnest and thickest blade they hold, mm */
  ends: BladeEnd[]
  clamp: [number, number]
  /** free length of the blade between the clamps, mm */
  span: number
  stroke: number
  /** depth behind the blade, and half-width of the arm or frame there, mm */
  throat: number
  guard: number
  /** thickest stock, mm */
  capacity: number
  /** stress its owner usually works at, MPa */
  workingStress: number
  /** force at which a blade pulls from the clamp, and the most the saw can pull, N */
  grip: number
  tensionLimit: number
  change: ChangeProcedure
  source?: string
  /** its marks as they were heard */
  calibration?: Calibration
}

export type Speed =
  /** dial: the marks at min and max, read as evenly spaced until the saw is calibrated */
  { kind: 'variable'; min: number; max: number; dial?: [number, number] } | { kind: 'steps'; steps: number[] }

export interface ScrollSaw extends Common {
  kind: 'scroll'
  speed: Speed
  tableHeight: number
  tiltMax: number
}
export interface HandFrame extends Common {
  kind: 'frame'
  strokesPerMinute: [number, number]
}
export type Saw = ScrollSaw | HandFrame

/** Saw profiles that ship with the program: kinds, not makes. Source: data/saws.json. */
export const saws: readonly Saw[] = data.saws as Saw[]

export function sawById(id: string): Saw | undefined {
  return saws.find((s) => s.id === id)
}

/** Slowest and fastest strokes a minute. */
export function speedRange(saw: Saw): [number, number] {
  if (saw.kind === 'frame') return saw.strokesPerMinute
  return saw.speed.kind === 'variable' ? [saw.speed.min, saw.speed.max] : [Math.min(...saw.speed.steps), Math.max(...saw.speed.steps)]
}

/** The saw's own speed nearest to `spm`: a step, or the value held within its range. */
export function settableSpeed(saw: Saw, spm: number): number {
  if (saw.kind === 'scroll' && saw.speed.kind === 'steps') {
    return saw.speed.steps.reduce((best, s) => (Math.abs(s - spm) < Math.abs(best - spm) ? s : best))
  }
  const [min, max] = speedRange(saw)
  return Math.min(max, Math.max(min, spm))
}

/** Seconds to thread one hole by the saw's own procedure; a saw whose tension must be set again needs its check too. */
export function threadingSeconds(saw: Saw): number {
  return saw.change.steps.reduce((t, step) => t + step.seconds, 0) + (saw.change.tensionReturns ? 0 : RECHECK)
}
const RECHECK = 4 // s to pluck and listen after setting tension; estimate

export type ClampTrouble = { why: 'end' } | { why: 'thin' | 'thick'; limit: number } | { why: 'short'; limit: number }

/** What keeps a blade from being clamped in this saw; undefined when it fits. */
export function clampTrouble(saw: Saw, blade: Blade): ClampTrouble | undefined {
  if (!saw.ends.includes(blade.end)) return { why: 'end' }
  // pins hang in hooks, so only plain ends are gripped by their thickness
  if (blade.end === 'plain') {
    if (blade.thickness < saw.clamp[0]) return { why: 'thin', limit: saw.clamp[0] }
    if (blade.thickness > saw.clamp[1]) return { why: 'thick', limit: saw.clamp[1] }
  }
  if (blade.length < saw.span + saw.change.insertion) return { why: 'short', limit: saw.span + saw.change.insertion }
  return undefined
}

/** Height of the stock's lower face above the lower clamp at mid stroke, mm; a bench pin stands mid-span. */
export function tableHeight(saw: Saw): number {
  return saw.kind === 'scroll' ? saw.tableHeight : saw.span / 2
}
