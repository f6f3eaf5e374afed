/**
 * What a week at the saw consists of. All times are minutes from one common zero (local midnight of the first day, made by
 * the caller in local days, so that no clock change lies inside).
 */

/**
 * Log-normal about a median: `own` is this work's alone; `shared` are signed loadings on named standard normals, one draw a
 * name for the whole plan (hand, saw, stock, teeth): rows of a learned covariance's Cholesky factor are such loadings.
 */
export interface Spread {
  median: number
  own: number
  shared?: Record<string, number>
}
/** Handwork: quiet, not broken off, begun only where it fits; then it waits (glue, varnish) before the next step. */
export interface Step {
  name?: string
  minutes: Spread
  wait: number
}
/** One run of a stack: sheets, median minutes, chance that it is spoilt (found out half way, all its sheets gone). */
export interface Run {
  sheets: number
  minutes: number
  spoil: number
}
export interface SetUp {
  saw: string
  blade: string
  speed?: number
  height?: number
}
/** One way of sawing all copies: stacked up to so many. */
export interface Way {
  sheets: number
  setUp: SetUp
  runs: Run[]
  edge?: number
}
export interface Piece {
  id: string
  copies: number
  /** blanks there are; absent: enough */
  sheets?: number
  /** must be ready (last wait over) by then; absent: no day */
  due?: number
  /** not before: stock not here yet, or put there by hand */
  from?: number
  /** worth of having it in time, 1 where nothing is said */
  value?: number
  before?: Step[]
  /** absent: sawn already; sawing may be left at an evening's end and taken up again */
  ways?: Way[]
  own?: number
  shared?: Record<string, number>
  after?: Step[]
  /** turns of it that are done, and the share of its sawing that is left */
  done?: number
  left?: number
}
export interface Evening {
  at: number
  minutes: number
  /** loud saws only for so many minutes from its start; absent: all evening */
  loud?: number
  saws: string[]
  /** chance that it takes place, 1 where nothing is said; and how its length scatters (log) */
  sure?: number
  own?: number
}
export interface Changes {
  /** minutes: to another saw; another blade on a saw; speed; hold-down height */
  to: Record<string, number>
  blade: Record<string, number>
  speed: number
  height: number
  loud: string[]
  /** what stands set up now */
  now?: { saw?: string; on: Record<string, { blade?: string; speed?: number; height?: number }> }
}
/** By blade: how many are left, what one lasts (min, log spread own), when more come. */
export type Stock = Record<string, { count: number; life: number; own: number; more?: number }>
/** One step of a piece by its lasting name: `b0`, `b1` …, `saw`, `a0` … */
export interface Turn {
  piece: string
  step: string
}
export interface WeekAsked {
  pieces: Piece[]
  evenings: Evening[]
  changes: Changes
  stock?: Stock
  now: number
  seed: number
  /** the order kept so far: left only for what is clearly better */
  keep?: { order: Turn[]; stacks: Record<string, number> }
  /** an order asked for: when can it be promised; absent: one hour's sawing */
  next?: Piece
  /** one change of set-up is as bad as so many minutes; absent: only what it takes */
  dislike?: number
}
export interface Block {
  evening: number
  piece: string
  step: string
  copies: number
  stack: number
  /** begins with its set-up */
  from: number
  to: number
  /** minutes of set-up at its beginning */
  setUp: number
}
export interface Week {
  /** the plan itself: turns in order; at any moment the first that can be done is done */
  order: Turn[]
  /** sheets stacked, by piece */
  stacks: Record<string, number>
  /** its picture at medians */
  sequence: Block[]
  /** of every piece with a day */
  chance: Record<string, number>
  all: number
  late: { piece: string; chance: number; p80?: number; p95?: number }[]
  /** left out, what is left comes in time (chance 0.8 each), least worth first; empty where nothing need be */
  drop: string[]
  promise: { p80?: number; p95?: number }
  setUps: number
  /** when the last work of each evening ends, in one of ten and nine of ten */
  ends: { evening: number; low: number; high: number }[]
  /** of its order against `keep`: turns that changed places */
  moved: number
}
/** min left for which nobody sets a saw up */
export const LEAST = 5
