import { meanSpacing, startingHole, turnRadius, type Blade } from '../blade/index.js'
import { clampTrouble, type ClampTrouble } from '../saw/index.js'
import { reach } from '../stock/index.js'
import { centreRadius, type Job } from '../job/index.js'
import { biteCeiling, biteFloor, cuttingForce, feedShare, teethInWork } from '../cut/index.js'

export type LimitId = 'end' | 'material' | 'capacity' | 'bite' | 'teeth' | 'turn' | 'hole' | 'web'
export type State = 'within' | 'near' | 'beyond'

/** What one rule finds for one blade. `have` meets `need` when ratio ≥ 1; units follow the limit. */
export interface Margin {
  limit: LimitId
  state: State
  have: number
  need: number
  ratio: number
  /** which part of the rule holds, and its inputs, for the words */
  by?: 'gap' | 'bow' | ClampTrouble['why'] | 'none'
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

const NEAR = 1.08 // a margin under 8 % is worth a mark

/** have/need, finite always: a need of nothing is met amply. */
function margin(limit: LimitId, have: number, need: number, inputs: Margin['inputs'] = {}, by?: Margin['by']): Margin {
  const ratio = need > 0 ? Math.min(have / need, 99) : 99
  return { limit, have, need, ratio, state: ratio < 1 ? 'beyond' : ratio < NEAR ? 'near' : 'within', inputs, by }
}
const yesNo = (limit: LimitId, ok: boolean, inputs?: Margin['inputs'], by?: Margin['by']): Margin =>
  margin(limit, ok ? 99 : 0, 1, inputs, by)

const end: Limit = {
  id: 'end',
  closes: 'whole',
  unit: 'none',
  test(job, blade) {
    const trouble = clampTrouble(job.saw, blade)
    return yesNo('end', !trouble, trouble && 'limit' in trouble ? { limit: trouble.limit } : {}, trouble?.why)
  },
}

const material: Limit = {
  id: 'material',
  closes: 'whole',
  unit: 'none',
  test: (job, blade) => yesNo('material', blade.cuts.includes(job.stock.material.cuts)),
}

const capacity: Limit = {
  id: 'capacity',
  closes: 'whole',
  unit: 'mm',
  test: (job) => margin('capacity', job.saw.capacity, reach(job.stock).total, { stroke: job.saw.stroke }),
}

/** The finest bite that cuts must lie under what gaps and bow leave. */
const bite: Limit = {
  id: 'bite',
  closes: 'below',
  unit: 'mm',
  test(job, blade) {
    const ceiling = biteCeiling(job, blade)
    return margin('bite', ceiling.value, biteFloor(job, blade), { gap: ceiling.gap, bow: ceiling.bow }, ceiling.limit)
  },
}

/** Least teeth in the work: 2 powered; on a hand frame by school. */
export function leastTeeth(job: Job): number {
  return job.saw.kind === 'scroll' ? 2 : { habit: 1.3, two: 2, three: 3 }[job.teethSchool]
}
const teeth: Limit = {
  id: 'teeth',
  closes: 'above',
  unit: 'teeth',
  test(job, blade) {
    const height = reach(job.stock).thinnest
    return margin('teeth', teethInWork(height, blade), leastTeeth(job), { height, spacing: meanSpacing(blade) })
  },
}

/** Radius of the cut's centre line against what the blade turns; a pivoted corner only needs room for its pocket. */
const turn: Limit = {
  id: 'turn',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    const { cut } = job
    const centre = centreRadius(cut, blade)
    if (cut.radius === undefined || centre === undefined) return undefined
    const have = cut.turn === 'pivot' ? cut.radius : centre
    const need = turnRadius(blade, cut.turn)
    if (need === undefined) return yesNo('turn', false, { line: cut.radius }, 'none')
    return margin('turn', have, need, { line: cut.radius, kerf: blade.kerf })
  },
}

const hole: Limit = {
  id: 'hole',
  closes: 'above',
  unit: 'mm',
  test: (job, blade) =>
    job.cut.kind === 'pierced' && job.cut.hole !== undefined ? margin('hole', job.cut.hole, startingHole(blade)) : undefined,
}

const SAFE = 3 // against breaking a web
const SLENDER = 4 // a web is taken as this many times longer than wide; estimate

/**
 * Narrowest web that stands beside the cut: a beam held at both ends, σ = ¾·F·ℓ/(H·b²), under the push of a
 * sure bite, three times safe, and half a kerf's wander from either side.
 */
export function leastWeb(job: Job, blade: Blade): { value: number; push: number } {
  const push = feedShare(job.wear) * cuttingForce(job, blade, 2 * biteFloor(job, blade))
  const stands = (0.75 * SLENDER * SAFE * push) / (reach(job.stock).longest * job.stock.material.strength)
  return { value: stands + blade.kerf, push }
}
const web: Limit = {
  id: 'web',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    if (job.cut.web === undefined) return undefined
    const least = leastWeb(job, blade)
    return margin('web', job.cut.web, least.value, { push: least.push, kerf: blade.kerf })
  },
}

/** The limits of scroll saws and hand frames: those of the saw and stock first, then the cheapest to reckon. */
export const limits: readonly Limit[] = [end, material, capacity, teeth, turn, hole, bite, web]
/** Whether the blade can be clamped at all and is made for the stock: what no change of the cut will alter. */
export const usable = (job: Job, blade: Blade): boolean => end.test(job, blade)!.ratio >= 1 && material.test(job, blade)!.ratio >= 1

const byId = new Map(limits.map((l) => [l.id, l]))
export const limitById = (id: LimitId): Limit => byId.get(id)!

/** Every limit the job asks, for one blade. */
export function marginsOf(job: Job, blade: Blade): Margin[] {
  return limits.flatMap((l) => l.test(job, blade) ?? [])
}

/** The margins of a blade that meets every limit; undefined, at the first it fails, for one that does not. */
export function passingMargins(job: Job, blade: Blade): Margin[] | undefined {
  const met: Margin[] = []
  for (const l of limits) {
    const m = l.test(job, blade)
    if (!m) continue
    if (m.ratio < 1) return undefined
    met.push(m)
  }
  return met
}

/** All limits met. */
export const passes = (job: Job, blade: Blade): boolean => passingMargins(job, blade) !== undefined
