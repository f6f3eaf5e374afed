import type { Blade } from '../../blade/index.js'
import type { Direction, HolePlace, KerfFit, Measure, Swing, Web } from '../measure/index.js'
import type { DrillSeries } from '../../quantity/index.js'
import type { Course, Job } from '../../job/index.js'
import type { Plan, Stretch } from '../plan/index.js'
import type { EdgeKind } from '../../fit/index.js'
import type { Ring, Slip } from '../outline/index.js'

/** What the user has decided about a pattern; ids are those of its rings. */
export interface Choices {
  /** starting holes moved by hand, the order set by hand, ways round set by hand */
  holes: Record<string, { x: number; y: number }>
  order?: number[]
  directions: Record<string, Direction>
  /** islands that are kept as pieces of their own; the others fall with the waste */
  keptIslands: number[]
  /** what each edge is, where it is not simply seen; and where the saw left the line, eased so that it does not show */
  edges?: Record<string, EdgeKind>
  slips?: Slip[]
}
export const noChoices: Choices = { holes: {}, directions: {}, keptIslands: [] }

export interface ReckonGiven {
  job: Job
  blade: Blade
  drills: readonly DrillSeries[]
  choices: Choices
}

export interface RingReckoning {
  ring: Ring
  measure: Measure
  kerf: KerfFit
  hole?: HolePlace
  swing: Swing
  plan: Plan
  /** what is left of it to saw, longest first, where a piece beside it comes off before */
  left?: Stretch[]
  /** narrowest web beside it */
  web?: Web
  /** sawing without pivots, s; loops and relief cuts are among it */
  cutting: number
  /** it is sawn: not an island that falls, nor too small for the blade */
  sawn: boolean
  state: 'within' | 'near' | 'beyond'
}

export interface Reckoning {
  rings: RingReckoning[]
  webs: Web[]
  /** openings in the order they are sawn, then kept islands, then outlines */
  order: number[]
  cost: { chosen: number; best: number; reading: number; nearest: number }
  /** for the ticket: how its lines run, whose time follows */
  course: Course
  troubles: Trouble[]
  length: number
  drill: number
  /** for the ticket: tightest bend to be steered and the narrowest web */
  tightest?: { radius: number; centre: 'waste' | 'kept'; ring: number }
  narrowest?: Web
  /** what could not be found out within bounds; nothing is said of it */
  unknown: Unknown[]
}

/** Parts of a calculation that were given up because the drawing is too rough or its lines cross too often. */
export type Unknown = 'webs' | 'kerf' | 'corners'

export type TroubleKind =
  'crossing' | 'kerf' | 'bend' | 'hole' | 'web' | 'swing' | 'corners' | 'met' | 'holds' | 'island' | 'loose' | 'rough'
/** Something to look at before sawing: how bad, where, with its figures. Words are made in words. */
export interface Trouble {
  kind: TroubleKind
  state: 'beyond' | 'near' | 'within'
  rings: number[]
  x: number
  y: number
  have: number
  need: number
}
