import type { Blade } from '../blade/index.js'
import type { Material } from '../stock/index.js'
import type { Saw, LimitId } from '../saw/index.js'
import { makeJob, type Finish, type Job } from '../job/index.js'
import { poorer, rankBlades, stoppers, type Ranked } from '../choose/index.js'
import { told, type Beliefs } from '../belief/index.js'
import { asSeen, ownTimes, type Interval } from '../learn/index.js'
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
  | 'slices'
  | 'corner-side'
  | 'corner-shoulder'
export type Holding = 'upright' | 'on-edge' | 'tilted' | 'hook' | 'clamped' | 'trestles' | 'box' | 'flat'

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
  /** a board's: the whole plate follows through the cut, which is `depth` long */
  through?: boolean
}

/** What one cut comes to with the saw it gets. */
export interface CutFound extends CutWanted {
  job: Job
  /** the saw, or what stops every one */
  saw?: Ranked
  stops: LimitId[]
  filing?: FilingFit
  /** strokes one cut takes, as one's own cuts have them, and between what they lie; seconds of sawing, setting up and starting each */
  strokes: number
  strokesSpan?: Interval
  seconds: number
}

const START = 25 // s to set the board, place the saw and start it; estimate

const PACE: Record<Finish, number> = { careful: 0.35, ordinary: 0.5, rough: 0.75 }

/** Hand-saw job of one cut: what the teeth cross is the stock's thickness, what the saw goes down its depth. */
export function cutJob(material: Material, hands: Saw, wanted: CutWanted, finish: Finish): Job {
  const { crossing, depth, grain, flush, boxed, count, through } = wanted
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
      // a through cut has a length and no depth: nothing but the plate's own back stops it
      depth: through ? undefined : depth,
      length: through ? depth : depth * count,
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
  /** what one's own cuts say; absent: the constants */
  beliefs?: Beliefs
}

interface Tried {
  wanted: CutWanted
  job: Job
  blades: readonly Blade[]
  ranked: readonly Ranked[]
  beliefs?: Beliefs
}
function tryCut(material: Material, hands: Saw, wanted: CutWanted, finish: Finish, choice: SawChoice): Tried {
  const job = cutJob(material, hands, wanted, finish)
  const blades = wanted.curved ? choice.blades.filter((b) => b.plate?.curved) : choice.blades
  const { owned, ownedFirst, beliefs } = choice
  return { wanted, job, blades, beliefs, ranked: rankBlades(job, { blades, owned, ownedFirst, beliefs }).value }
}
function secondsFor({ wanted, job, beliefs }: Tried, saw: Ranked): number {
  const longer = beliefs ? Math.exp(told(beliefs, 'time', job, saw.blade, { sawing: 1 }).mean) : 1
  return wanted.count * (oneCut(job, saw.feed).seconds * longer + START)
}

function found(tried: Tried, blade: Blade | undefined): CutFound {
  const { wanted, job, blades, ranked } = tried
  const saw = ranked.find((r) => r.blade.id === blade?.id) ?? ranked[0]
  if (!saw) return { ...wanted, job, stops: stoppers(job, blades), strokes: 0, seconds: 0 }
  const { strokes } = oneCut(job, saw.feed)
  const seen = tried.beliefs && asSeen(ownTimes(job, saw.blade, tried.beliefs), { sawing: strokes })
  return {
    ...wanted,
    job,
    saw,
    stops: [],
    filing: filingFit(job, saw.blade),
    strokes: Math.round(seen?.median ?? strokes),
    strokesSpan: seen,
    seconds: secondsFor(tried, saw),
  }
}

/** The saw for a cut, the strokes it takes and the time. */
export function findCut(material: Material, hands: Saw, wanted: CutWanted, finish: Finish, choice: SawChoice): CutFound {
  return found(tryCut(material, hands, wanted, finish, choice), choice.chosen)
}

const CHANGE = 45 // s to put one saw down, take another up and find its stroke; estimate
const MISFILED = 0.4 // of its time more for a saw filed for the other way of the grain, so that filing breaks ties; estimate

/**
 * The saws for all cuts of a joint: one for the whole of it, or a rip and a crosscut pair, by least time with the changes between
 * them, where a poorer edge counts as time too. Cuts that want a saw of their own kind (flush, boxed, curved) get it.
 */
export function findCuts(material: Material, hands: Saw, all: readonly CutWanted[], finish: Finish, choice: SawChoice): CutFound[] {
  const tried = all.map((w) => tryCut(material, hands, w, finish, choice))
  const own = (t: Tried) => !t.ranked.length || t.wanted.flush || t.wanted.boxed || t.wanted.curved
  const shared = tried.filter((t) => !own(t))
  const cost = (t: Tried, saw: Ranked) =>
    secondsFor(t, saw) * poorer(t.ranked[0]!.score - saw.score) * (1 + MISFILED * filingFit(t.job, saw.blade).wrongness)
  /** the saw that does all of these at least cost */
  const best = (of: readonly Tried[]): { blade?: Blade; cost: number } => {
    let least: { blade?: Blade; cost: number } = { cost: of.length ? Infinity : 0 }
    for (const { blade } of of[0]?.ranked ?? []) {
      const saws = of.map((t) => t.ranked.find((r) => r.blade.id === blade.id))
      if (saws.some((r) => !r)) continue
      const sum = of.reduce((total, t, i) => total + cost(t, saws[i]!), 0)
      if (sum < least.cost) least = { blade, cost: sum }
    }
    return least
  }
  const [along, across] = (['along', 'across'] as const).map((grain) => shared.filter((t) => t.wanted.grain === grain))
  const changes = shared.filter((t, i) => i > 0 && t.wanted.grain !== shared[i - 1]!.wanted.grain).length
  const one = best(shared)
  const pair = { along: best(along!), across: best(across!) }
  const two = pair.along.cost + pair.across.cost + changes * CHANGE < one.cost
  const sawFor = (t: Tried) => (own(t) ? undefined : two ? pair[t.wanted.grain].blade : one.blade)
  return tried.map((t) => found(t, t.ranked.some((r) => r.blade.id === choice.chosen?.id) ? choice.chosen : sawFor(t)))
}
