import { meanSpacing, startingHole, turnRadius, type Blade } from '../blade/index.js'
import { clampTrouble, frameClearance, type ClampTrouble, type Saw, profileOf, profiles, type LimitId, type Profile } from '../saw/index.js'
import { centreRadius, heights, type Job } from '../job/index.js'
import { maxChipLoad, minChipLoad, cuttingForce, feedShare, depthBelowClamp, teethInWork, type HoldLimit } from '../cut/index.js'

export type State = 'within' | 'near' | 'beyond'

/** What one rule finds for one blade. `have` meets `need` when ratio ≥ 1; units follow the limit. */
export interface Margin {
  limit: LimitId
  state: State
  have: number
  need: number
  ratio: number
  /** which part of the rule holds, and its inputs, for the words */
  by?: 'gullet' | HoldLimit | ClampTrouble['why'] | 'none' | 'tilt' | 'set' | 'handle' | 'box'
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
  test(job) {
    const { saw, cut } = job
    const tilt = 'tiltMax' in saw ? saw.tiltMax : 90
    if ((cut.bevel ?? 0) > tilt) return margin('capacity', tilt, cut.bevel!, {}, 'tilt')
    return margin('capacity', saw.capacity, heights(job).total, { stroke: saw.stroke })
  },
}

/** The finest bite that cuts must lie under what gaps and bow leave. */
const chipLoad: Limit = {
  id: 'chipLoad',
  closes: 'below',
  unit: 'mm',
  test(job, blade) {
    const ceiling = maxChipLoad(job, blade)
    return margin(
      'chipLoad',
      ceiling.cleanCut,
      minChipLoad(job, blade),
      { gullet: ceiling.gullet, held: ceiling.held },
      ceiling.cleanCut > ceiling.value ? ceiling.by : ceiling.limit,
    )
  },
}

/** Least teeth in the work: 2 powered or pushed by hand; on a hand frame by school. */
export function leastTeeth(job: Job): number {
  const { leastTeeth: least } = profileOf(job.saw)
  return least === 'school' ? { habit: 1.3, two: 2, three: 3 }[job.teethSchool] : least
}
const teeth: Limit = {
  id: 'teeth',
  closes: 'above',
  unit: 'teeth',
  test(job, blade) {
    const height = heights(job).thinnest
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

export const SAFE = 3 // against breaking a web
const SLENDER = 4 // a web is taken as this many times longer than wide; estimate

/**
 * Narrowest web that stands beside the cut: a beam held at both ends, σ = ¾·F·ℓ/(H·b²), under the push of a
 * sure bite, three times safe, and half a kerf's wander from either side.
 */
export function leastWeb(job: Job, blade: Blade): { value: number; push: number } {
  const push = feedShare(job.wear) * cuttingForce(job, blade, 2 * minChipLoad(job, blade))
  const stands = (0.75 * SLENDER * SAFE * push) / (heights(job).longest * job.stock.material.strength)
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

const TIP = 3 // mm a blade must still stand below the stock at the top of its stroke; estimate
/** A shank blade must come out below the stock even at the top of its stroke. */
const reach: Limit = {
  id: 'reach',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    if (job.saw.kind !== 'jigsaw') return undefined
    return margin('reach', blade.length, depthBelowClamp(job, job.saw) + job.saw.stroke / 2 + TIP, { stroke: job.saw.stroke })
  },
}

/** A back stops the cut at the depth under it; a plate without one goes as deep as it is wide. */
const depth: Limit = {
  id: 'depth',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    const { depth: need } = job.cut
    if (need === undefined) return undefined
    // a plate without a back passes through; a short stroke cannot clear a cut longer than itself
    return margin('depth', blade.plate?.depth ?? THROUGH, need)
  },
}
const THROUGH = 1000 // mm; deeper than any cut by hand

const UNSET = 5 // mm; a plate without set binds in a deeper cut; estimate
/** Flush on a face wants a plate without set and a handle out of the way; such a plate binds in a deep cut. */
const access: Limit = {
  id: 'access',
  closes: 'whole',
  unit: 'none',
  test(job, blade) {
    const { flush, depth: deep, boxed } = job.cut
    if (blade.plate?.needsBox && !boxed) return yesNo('access', false, {}, 'box')
    if (flush) return yesNo('access', blade.plate?.flush === true, {}, 'handle')
    if (blade.plate?.flush && deep !== undefined) return margin('access', UNSET, deep, {}, 'set')
    return undefined
  },
}

/** A frame must pass the board where the cut runs, the blade turned in it or not. */
const frame: Limit = {
  id: 'frame',
  closes: 'whole',
  unit: 'mm',
  test({ saw, cut, turned }) {
    if (saw.kind !== 'frame' || !cut.lie) return undefined
    const { ratio } = frameClearance(saw, cut.lie, saw.turns ? turned : 0)
    return margin('frame', ratio, 1, { depth: saw.throat, behind: cut.lie.behind, beside: cut.lie.beside, turned: turned ?? 0 })
  },
}

const all: Record<LimitId, Limit> = { end, material, capacity, chipLoad, teeth, turn, hole, web, reach, depth, access, frame }
const ofProfile = new Map<Profile, readonly Limit[]>(Object.values(profiles).map((p) => [p, p.limits.map((id) => all[id])]))
/** The limits a saw's blades are held to: each kind names its own, the search is one. */
export const limitsOf = (saw: Pick<Saw, 'kind'>): readonly Limit[] => ofProfile.get(profileOf(saw))!
export const limitById = (id: LimitId): Limit => all[id]
/** Whether the blade can be clamped at all and is made for the stock: what no change of the cut will alter. */
export const usable = (job: Job, blade: Blade): boolean => end.test(job, blade)!.ratio >= 1 && material.test(job, blade)!.ratio >= 1

/** Every limit the job asks, for one blade. */
export function marginsOf(job: Job, blade: Blade): Margin[] {
  return limitsOf(job.saw).flatMap((l) => l.test(job, blade) ?? [])
}

/** The margins of a blade that meets every limit; undefined, at the first it fails, for one that does not. */
export function passingMargins(job: Job, blade: Blade): Margin[] | undefined {
  const met: Margin[] = []
  for (const l of limitsOf(job.saw)) {
    const m = l.test(job, blade)
    if (!m) continue
    if (m.ratio < 1) return undefined
    met.push(m)
  }
  return met
}

/** All limits met. */
export const passes = (job: Job, blade: Blade): boolean => passingMargins(job, blade) !== undefined
