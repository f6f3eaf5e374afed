import type { Blade } from '../blade/index.js'
import type { Material } from '../stock/index.js'
import type { Saw, LimitId } from '../saw/index.js'
import { makeJob, type Finish, type Job } from '../job/index.js'
import { rankBlades, stoppers, type Ranked } from '../choose/index.js'
import { filingFit, oneCut, type FilingFit } from '../cut/index.js'

/** One kind of saw cut a joint asks for. Which face is sawn to and what is left is said by its name. */
export type CutName =
  | 'tails'
  | 'half-pin-shoulders'
  | 'pins'
  | 'sockets'
  | 'cheeks'
  | 'shoulders'
  | 'edge-cheeks'
  | 'edge-shoulders'
  | 'housing-walls'
  | 'lap-shoulders'
  | 'lap-cheeks'
  | 'mitres'
  | 'trim'
  | 'veneer'
  | 'crosscut'
  | 'rip'
  | 'notch-sides'
export type Holding = 'upright' | 'tilted' | 'hook' | 'clamped' | 'box' | 'flat'

export interface CutWanted {
  name: CutName
  count: number
  /** wood the teeth cross in one stroke, and how far one cut goes down, mm */
  crossing: number
  depth: number
  grain: 'along' | 'across'
  hold: Holding
  /** board tilted in the vice, or blade against the face, degrees */
  tilt?: number
  flush?: boolean
  boxed?: boolean
  /** wants a curved edge, to start within a sheet */
  curved?: boolean
}

/** What one cut comes to with the saw it gets. */
export interface CutFound extends CutWanted {
  job: Job
  /** the saw, or what stops every one */
  saw?: Ranked
  stops: LimitId[]
  filing?: FilingFit
  /** strokes one cut takes, and seconds of sawing and of setting up and starting each */
  strokes: number
  seconds: number
}

const START = 25 // s to set the board, place the saw and start it; estimate

const PACE: Record<Finish, number> = { careful: 0.35, ordinary: 0.5, rough: 0.75 }

/** Hand-saw job of one cut: what the teeth cross is the stock's thickness, what the saw goes down its depth. */
export function cutJob(material: Material, hands: Saw, wanted: CutWanted, finish: Finish): Job {
  const { crossing, depth, grain, flush, boxed, count } = wanted
  return makeJob({
    stock: { material, form: 'board', thickness: crossing },
    saw: hands,
    pace: PACE[finish],
    cut: {
      kind: 'straight',
      radius: undefined,
      web: undefined,
      hole: undefined,
      openings: 0,
      shows: 'face',
      finish,
      grain,
      depth,
      length: depth * count,
      flush: flush || undefined,
      boxed: boxed || undefined,
    },
  })
}

export interface SawChoice {
  /** hand saws that may be taken; the catalogue's where left out */
  blades: readonly Blade[]
  owned?: ReadonlySet<string>
  ownedFirst?: boolean
  /** a saw chosen by hand: used wherever it can make the cut */
  chosen?: Blade
}

/** The saw for a cut, the strokes it takes and the time. */
export function findCut(material: Material, hands: Saw, wanted: CutWanted, finish: Finish, choice: SawChoice): CutFound {
  const job = cutJob(material, hands, wanted, finish)
  const blades = wanted.curved ? choice.blades.filter((b) => b.plate?.curved) : choice.blades
  const ranked = rankBlades(job, { blades, owned: choice.owned, ownedFirst: choice.ownedFirst }).value
  const saw = ranked.find((r) => r.blade.id === choice.chosen?.id) ?? ranked[0]
  if (!saw) return { ...wanted, job, stops: stoppers(job, blades), strokes: 0, seconds: 0 }
  const { strokes, seconds } = oneCut(job, saw.feed)
  return {
    ...wanted,
    job,
    saw,
    stops: [],
    filing: filingFit(job, saw.blade),
    strokes,
    seconds: wanted.count * (seconds + START),
  }
}
