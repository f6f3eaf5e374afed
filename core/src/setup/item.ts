import type { Blade } from '../blade/index.js'
import type { FilingFit, OrbitChoice, ReverseSetting, SpeedBand, QuietSpeed, GreenBand, GreenMarks, SteadyFeed } from '../cut/index.js'
import type { BoardPassed } from '../choose/index.js'
import type { Drill } from '../quantity/index.js'
import type { Round } from '../job/index.js'
import type { ChangeStep } from '../saw/index.js'

/** One thing to do, as data; words are made from it elsewhere. Forces N, lengths mm, angles degrees. */
export type SetUpItem =
  | { do: 'isolate'; powered: boolean }
  /** s a fresh blade saves of the whole job */
  | { do: 'renew'; saves: number }
  | { do: 'clean-ends' }
  | { do: 'insert'; depth: number; top?: number; tool?: string }
  | { do: 'pins'; turns: boolean }
  /** mm a blade must stand out so that it clears the stock at the top of its stroke */
  | { do: 'shank'; end: 'tang' | 'screw-shank'; roller: boolean; needs: number }
  | { do: 'teeth'; stroke: 'down' | 'pull' | 'away' }
  | { do: 'jig-teeth'; cutsOn: 'up' | 'down' | 'both' }
  | { do: 'reverse'; setting: ReverseSetting }
  | { do: 'both-ends-free' }
  | { do: 'turn-blade'; degrees: number }
  | { do: 'tension'; band: GreenBand; stress: number; push: number; move: number; marks?: GreenMarks }
  | { do: 'retension'; steps: ChangeStep[]; returns: boolean }
  | { do: 'orbit'; choice: OrbitChoice; value: number }
  | { do: 'speed'; band: SpeedBand; marks?: [number, number]; quiet?: QuietSpeed }
  | { do: 'drill'; drill: Drill; needs: number }
  | { do: 'enter-edge' }
  | { do: 'plunge'; cutsOn: Blade['cutsOn'] }
  /** N that lift the work on the up stroke, and how the force ripples as teeth enter, as a share of it */
  | { do: 'hold-down'; lifts: number; ripple: number }
  | { do: 'pin'; thickness: number }
  /** `within`: mm from its jaws that a board is stiff enough to be sawn */
  | { do: 'vice'; within: number; strokes: 'push' | 'pull' }
  /** teeth in the sheet, where so few must be carried by scrap */
  | { do: 'backing'; teeth?: number; sawn: number }
  | { do: 'face'; up: 'show' | 'either' | 'back' }
  | { do: 'splinter'; up: 'show' | 'back' | 'either'; cutsOn: Blade['cutsOn']; shown: number; taped: boolean }
  | { do: 'lubricate'; what: 'wax' | 'wet' }
  | { do: 'tape'; film: boolean }
  | { do: 'tall'; stroke: number; height: number }
  | { do: 'thick'; thickness: number; load: number }
  | { do: 'square'; slope: number }
  | { do: 'square-base'; slope: number; zero: boolean }
  | { do: 'tilt'; degrees: number; height: number; mark?: number }
  | { do: 'clamp'; overhang: number; clear: number }
  | { do: 'offcut' }
  /** mm across what is round */
  | { do: 'round'; across: number }
  /** a circle or arc: mm from its pin to the middle of the blade; absent: too small for one, or an oval */
  | { do: 'swing'; round: Round; by: 'trammel' | 'pin' | 'hand'; reach: number; from: 'hole' | 'edge' }
  /** how the board passes what stands behind the blade, and how much of it lies beyond the table and wants a stand, mm */
  | { do: 'board'; passes: BoardPassed; hangs?: number }
  | { do: 'start-base' }
  | { do: 'strokes'; length: number; strokes: number; seconds: number }
  | { do: 'filing'; fit: FilingFit; filing: 'rip' | 'crosscut' | 'hybrid'; grain: 'along' | 'across' }
  | { do: 'under-back'; depth: number; of?: number; stop: boolean }
  | { do: 'start-hand'; strokes: 'push' | 'pull' }
  | { do: 'start-frame'; strokes: 'push' | 'pull' }
  | { do: 'hold-hand'; how: 'hook' | 'upright' | 'clamped' | 'trestles'; strokes: 'push' | 'pull' }
  | { do: 'flush' }
  | { do: 'trial' }

export const cautionNames = [
  'eyes',
  'ears',
  'fingers',
  'hot',
  'manual',
  'hair',
  'dust',
  'dust-irritant',
  'dust-toxic',
  'dust-composite',
  'silica',
  'metal',
  'sharp',
  'fumes-pvc',
  'hot-edge',
  'zinc',
  'titanium-fire',
  'wet',
  'base-flat',
  'kicks',
  'hidden',
  'alike',
  'thumb',
] as const
export type Caution = (typeof cautionNames)[number]

/** The whole set-up. */
export interface SetUp {
  /** in the order they are done at the saw */
  value: SetUpItem[]
  cautions: Caution[]
  /**
   * slope of the edge from the side push a hand gives, mm per mm; and what the blade gives at the steady feed, mm: bow in
   * the feed direction where both ends are held, sideways drift at the far face where only one is
   */
  bevel: number
  bow: number
  inputs: { feed: SteadyFeed; push: number; sidePush: number; stress?: number; tension?: number }
}
