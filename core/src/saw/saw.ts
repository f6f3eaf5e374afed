import type { Blade, BladeEnd } from '../blade/index.js'
import type { Calibration } from './calibration.js'
import { profileOf, type KindLike } from './kinds.js'
import data from './data/saws.json' with { type: 'json' }

export const stepNames = [
  'release-tension',
  'open-top',
  'thread',
  'close-top',
  'set-tension',
  'unhook-top',
  'hook-top',
  'lift-arm',
  'flex-frame',
  'slack-screw',
  'turn-screw',
  'enter-hole',
  'full-speed',
  'open-bottom',
  'close-bottom',
  'register-pin',
  'jig',
  'own',
] as const
export type StepName = (typeof stepNames)[number]
/** One step of threading a blade through a hole and making it ready again. */
export interface ChangeStep {
  do: StepName
  seconds: number
  tool?: string
  /** its owner's own words for it; a step `own` has no others */
  name?: string
}

export interface ChangeProcedure {
  steps: ChangeStep[]
  /** how deep the blade's lower end goes into its clamp, mm: it sets the free span and what is left for the upper */
  insertion: number
  /** how deep the upper end goes, mm; absent: as deep as the lower */
  insertionTop?: number
  /** the saw returns to the tension it had, without setting it again */
  tensionReturns: boolean
}

interface Common {
  id: string
  name: string
  short: string
  /** ends it takes */
  ends: BladeEnd[]
  /** mm; a hand saw's own length may be shorter, see strokeOf */
  stroke: number
  /** depth behind the blade, and half-width of the arm or frame there, mm */
  throat: number
  armHalfWidth: number
  /** thickest stock, mm */
  capacity: number
  change: ChangeProcedure
  source?: string
  /** its marks as they were heard */
  calibration?: Calibration
}
/** A saw that holds its blade at both ends and pulls it taut. */
interface Strung extends Common {
  /** the thinnest and thickest blade its clamps hold, mm */
  clamp: [number, number]
  /** free length of the blade between the clamps, mm */
  span: number
  /** force at which a blade pulls from the clamp, and the most the saw can pull, N */
  grip: number
  tensionLimit: number
}

export type Speed =
  /** dial: the marks at min and max, read as evenly spaced until the saw is calibrated */
  { kind: 'variable'; min: number; max: number; dial?: [number, number] } | { kind: 'steps'; steps: number[] }

export interface ScrollSaw extends Strung {
  kind: KindLike<'scroll'>
  speed: Speed
  tableHeight: number
  tiltMax: number
  /** its holders take a pinned blade turned a quarter, so that the board feeds from the side */
  quarterTurn?: boolean
}
export interface HandFrame extends Strung {
  kind: KindLike<'frame'>
  strokesPerMinute: [number, number]
  /** both ends of the blade turn in the frame, so that it may head another way */
  turns?: boolean
}
export interface Jigsaw extends Common {
  kind: KindLike<'jigsaw'>
  speed: Speed
  /** orbital steps it has, 0 straight */
  orbits: number[]
  /** the plunger's clamp above the base at mid stroke, mm */
  clampHeight: number
  /** the base tilts to, and has marks at, degrees */
  tiltMax: number
  tiltMarks: number[]
  /** a roller carries the blade's back */
  roller: boolean
  triggerLock: boolean
  /** most the motor pulls at the blade, N */
  pull: number
  /** from the blade to the front of the base, mm */
  baseFront: number
}
/** Hand saws: blade and saw are one, so the saw is chosen among the blades; this is the hand that moves it. */
export interface HandSaws extends Common {
  kind: KindLike<'hand'>
  strokesPerMinute: [number, number]
}
export type StrungSaw = ScrollSaw | HandFrame
export type Saw = StrungSaw | Jigsaw | HandSaws
export const isStrung = (saw: Saw): saw is StrungSaw => profileOf(saw).holds === 'taut'
/** A machine that takes the work on a table, an arm's frame, a jigsaw, a plate in a hand: what their records hold. */
export const isScrollSaw = (saw: Saw): saw is ScrollSaw => profileOf(saw).like === 'scroll'
export const isHandFrame = (saw: Saw): saw is HandFrame => profileOf(saw).like === 'frame'
export const isJigsaw = (saw: Saw): saw is Jigsaw => profileOf(saw).like === 'jigsaw'
export const isHandSaw = (saw: Saw): saw is HandSaws => profileOf(saw).like === 'hand'
/** Its strokes are set at the saw. */
export const hasSpeed = (saw: Saw): saw is ScrollSaw | Jigsaw => profileOf(saw).strokes === 'set'
/** A motor moves it: it is switched off before a hand comes near. */
export const hasMotor = (saw: Pick<Saw, 'kind'>): boolean => profileOf(saw).motor

/** Saws of one way of working, which a user chooses between before choosing a blade. */
export const sawFamilies = ['scroll', 'jeweler', 'coping', 'bow', 'jigsaw', 'hand'] as const
export type Family = (typeof sawFamilies)[number]
export function familyOf(saw: Pick<Saw, 'kind' | 'ends'>): Family {
  const { like } = profileOf(saw)
  if (like !== 'frame') return like
  return saw.ends.includes('coping-pin') ? 'coping' : saw.ends.includes('bow-pin') ? 'bow' : 'jeweler'
}

/** Saw profiles that ship with the program: kinds, not makes. Source: data/saws.json. */
export const saws: readonly Saw[] = data.saws as Saw[]

export function sawById(id: string): Saw | undefined {
  return saws.find((s) => s.id === id)
}

/** Slowest and fastest strokes a minute. */
export function speedRange(saw: Saw): [number, number] {
  if (!hasSpeed(saw)) return saw.strokesPerMinute
  return saw.speed.kind === 'variable' ? [saw.speed.min, saw.speed.max] : [Math.min(...saw.speed.steps), Math.max(...saw.speed.steps)]
}

/** The saw's own speed nearest to `spm`: a step, or the value held within its range. */
export function settableSpeed(saw: Saw, spm: number): number {
  if (hasSpeed(saw) && saw.speed.kind === 'steps') {
    return saw.speed.steps.reduce((best, s) => (Math.abs(s - spm) < Math.abs(best - spm) ? s : best))
  }
  const [min, max] = speedRange(saw)
  return Math.min(max, Math.max(min, spm))
}

/** The saw's own speed nearest to `spm` that stays under `most`; its slowest where none does. A dial's settings are its whole range. */
export function settableBelow(saw: Saw, spm: number, most: number): number {
  if (!hasSpeed(saw) || saw.speed.kind === 'variable') return settableSpeed(saw, spm)
  const under = saw.speed.steps.filter((s) => s <= most)
  const among = under.length ? under : [Math.min(...saw.speed.steps)]
  return among.reduce((best, s) => (Math.abs(s - spm) < Math.abs(best - spm) ? s : best))
}

/** Seconds to thread one hole by the saw's own procedure; a saw whose tension must be set again needs its check too. */
export function threadingSeconds(saw: Saw): number {
  return saw.change.steps.reduce((t, step) => t + step.seconds, 0) + (saw.change.tensionReturns ? 0 : RECHECK)
}
const RECHECK = 4 // s to pluck and listen after setting tension; estimate

export type ClampTrouble = { why: 'end' } | { why: 'thin' | 'thick' | 'short' | 'long'; limit: number }

/** What keeps a blade from being clamped in this saw; undefined when it fits. */
export function clampTrouble(saw: Saw, blade: Blade): ClampTrouble | undefined {
  if (!saw.ends.includes(blade.end)) return { why: 'end' }
  if (!isStrung(saw)) return undefined
  // pins hang in hooks, so only plain ends are gripped by their thickness
  if (blade.end === 'plain') {
    if (blade.thickness < saw.clamp[0]) return { why: 'thin', limit: saw.clamp[0] }
    if (blade.thickness > saw.clamp[1]) return { why: 'thick', limit: saw.clamp[1] }
  }
  if (blade.length < saw.span + saw.change.insertion) return { why: 'short', limit: saw.span + saw.change.insertion }
  // a frame's screw takes up so much and no more
  const { takeUp } = profileOf(saw)
  if (takeUp !== undefined && blade.end !== 'plain' && blade.length > saw.span + saw.change.insertion + takeUp)
    return { why: 'long', limit: saw.span + saw.change.insertion + takeUp }
  return undefined
}
/** Made for this kind of saw, not merely to be held by its clamps: jeweler's blades for frames, scroll blades for machines. */
export function madeFor(saw: Saw, blade: Pick<Blade, 'end' | 'strip'>): boolean {
  return blade.end !== 'plain' || blade.strip === profileOf(saw).strip
}

/** Whether this blade may be turned a quarter in this saw: by its pins in holders made for it, its plain ends twisted with pliers, or in a frame that turns. */
export function turnsQuarter(saw: Saw, blade: Pick<Blade, 'end'>): boolean {
  return isScrollSaw(saw) ? blade.end === 'plain' || saw.quarterTurn === true : isHandFrame(saw) && saw.turns === true
}

/** Length of one stroke, mm: the saw's own, or so much of a hand saw as the arm can use. */
export function strokeOf(saw: Saw, blade: Pick<Blade, 'length'>): number {
  const share = profileOf(saw).strokeShare
  return share === undefined ? saw.stroke : Math.min(saw.stroke, share * blade.length)
}

/** Height of the stock's lower face above the lower clamp at mid stroke, mm; a bench pin stands mid-span. */
export function tableHeight(saw: StrungSaw): number {
  return isScrollSaw(saw) ? saw.tableHeight : saw.span / 2
}

/** What this saw's tension is set by, for words. */
export type Setter = 'lever' | 'screw' | 'flex'
export function setterOf(saw: Saw): Setter {
  if (saw.change.steps.some((s) => s.do === 'flex-frame')) return 'flex'
  return saw.change.steps.some((s) => s.do === 'turn-screw') ? 'screw' : 'lever'
}
