import type { Strip } from '../../blade/index.js'

/** Rules a blade can be held to; each is one object in choose/limit. */
export const limitIds = [
  'end',
  'material',
  'capacity',
  'chipLoad',
  'teeth',
  'packing',
  'turn',
  'hole',
  'web',
  'reach',
  'depth',
  'access',
  'frame',
  'swing',
] as const
export type LimitId = (typeof limitIds)[number]

/** Looks and touches of mounting, in order. */
export const mountings = ['teeth', 'clamps', 'tug', 'tension', 'square', 'hold-down', 'orbit', 'trial'] as const
export type Mounting = (typeof mountings)[number]

/**
 * All that tells one kind of saw from another: constants and facts, and the manner in which it does what others do
 * otherwise. A new kind is one such object; where it brings a new manner, the compiler names what is missing.
 */
export interface Profile {
  /** the kind whose record it has: what can be measured on it (saw.ts), the family it is offered in, how common each fault is */
  like: 'scroll' | 'frame' | 'jigsaw' | 'hand'
  /** a motor moves it: it can start by itself */
  motor: boolean
  /** its strokes are set at the saw, or are an arm's own */
  strokes: 'set' | 'arm'
  /** its blade is pulled taut between two ends, held at its upper end only, or is a plate in a handle */
  holds: 'taut' | 'hanging' | 'plate'
  /** the work lies on it, show face up by habit, and its underside is cleaned all the same */
  onTable: boolean
  /** what it lies on is a table, set square or tilted; absent, a bench pin or a vise holds it */
  table: boolean
  /** a foot holds the work down against the up stroke */
  holdDown: boolean
  /** which stroke its teeth cut on: always down, to the handle or away from it as its user likes, or as the blade is made */
  cutsOn: 'down' | 'handle' | 'blade'
  /** plain-end blades made for it: stiff ones for machines, jeweler's for a hand */
  strip: Strip
  /** how far a frame's screw takes up a blade with pins, mm; absent: whatever its clamps reach */
  takeUp?: number
  /** limits its blades are held to: those of saw and stock first, then the cheapest to calculate */
  limits: readonly LimitId[]
  /** teeth in the work that cost nothing, or as the user's school wishes, and those under which scrap must carry the sheet */
  teeth: { good: number | 'school'; backed: number }
  /** what a cut taller than the stroke is fed at most, mm/s per unit of stroke ÷ height; estimate */
  tall: number
  /** side push of the steering hand on the blade beside its share of the feed, N; estimate */
  leans: number
  /** how much better than still air its blade is cooled; estimate */
  air: number
  /** what counts as poor: ridge and tear-out, mm, and the feed half way to the best, mm/s; estimates */
  poor: { ridge: number; tear: number; feed: number }
  /** weight of the place in the window: where sizes are teeth and not widths, it says less */
  placeWeight: number
  /** teeth in the work that the school of teeth aims at */
  teethWanted: number
  /** teeth in the work at once where a hand rocks its saw over a long crossing; absent: all that stand in it */
  rocked?: number
  /** how strokes are used: all of the saw's, or so much of a plate's length, as a share */
  strokeShare?: number
  /** what it takes along its way where the work stands: body and hand, mm, and what moves beside them; absent: the work is taken to it */
  room?: { body: number; moves: 'span' | 'blade' | 'nothing' }
  /** s to lay out a drawing or a line, and to set the saw; estimates */
  setting: { pattern: number; line: number }
  mounting: readonly Mounting[]
  /** cautions beside those of every saw and of the stock */
  cautions: readonly ('ears' | 'hair' | 'base-flat' | 'kicks' | 'thumb')[]
  /** what stands behind the blade, what the work is tilted by, and what limits the push, in words */
  nouns: { behind: 'arm' | 'frame'; tilts: 'the table' | 'the base'; holds: string }
}
