import type { Blade } from '../blade/index.js'
import type { ClampTrouble, LimitId } from '../saw/index.js'
import type { Job } from '../job/index.js'
import type { HoldLimit } from '../cut/index.js'

export type State = 'within' | 'near' | 'beyond'

/**
 * What one rule finds for one blade; units follow the limit. It has two thresholds: from `need` down a price grows, under
 * `least` it is refused. The place in the window goes by the first, so that softening a refusal moves no suggestion.
 */
export interface Margin {
  limit: LimitId
  /** near: it goes, at a price or barely; beyond: refused */
  state: State
  have: number
  need: number
  least: number
  /** have over need */
  ratio: number
  /** which part of the rule holds, and its inputs, for the words */
  by?: 'gullet' | HoldLimit | ClampTrouble['why'] | 'none' | 'tilt' | 'set' | 'handle' | 'room' | 'box' | 'back' | 'packs' | 'craft'
  inputs: Record<string, number>
}

/** One rule. `closes` says which end of a series it takes away; `unit` what have and need are measured in. */
export interface Limit {
  id: LimitId
  closes: 'below' | 'above' | 'whole'
  unit: 'mm' | 'teeth' | 'none'
  /** undefined where the job does not ask it */
  test(job: Job, blade: Blade): Margin | undefined
}

/** have/need, finite always: a need of nothing is met amply. A hard rule has one threshold. */
export function margin(limit: LimitId, have: number, need: number, inputs: Margin['inputs'] = {}, by?: Margin['by'], least = need): Margin {
  const ratio = need > 0 ? Math.min(have / need, 99) : 99
  return { limit, have, need, least, ratio, state: have < least ? 'beyond' : ratio < 1 ? 'near' : 'within', inputs, by }
}
/** Refused. */
export const stops = (m: Pick<Margin, 'state'>): boolean => m.state === 'beyond'
export const yesNo = (limit: LimitId, ok: boolean, inputs?: Margin['inputs'], by?: Margin['by']): Margin =>
  margin(limit, ok ? 99 : 0, 1, inputs, by)
