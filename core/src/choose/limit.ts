import {
  HOLE_CLEARANCE,
  meanSpacing,
  overcut,
  overcutSlows,
  startingHole,
  tightestRadius,
  turnRadius,
  turnsAnywhere,
  workedRadius,
  type Blade,
} from '../blade/index.js'
import { clampTrouble, frameClearance, type ClampTrouble, type Saw, profileOf, profiles, type LimitId, type Profile } from '../saw/index.js'
import { centreRadius, heights, isStrungJob, type Job } from '../job/index.js'
import {
  ADVISED,
  cuttingForce,
  depthBelowClamp,
  feedShare,
  gulletChipLoad,
  LEAST_TEETH,
  maxChipLoad,
  minChipLoad,
  packing,
  stressBand,
  SURE,
  sureChipLoad,
  teethCarrying,
  teethWished,
  type HoldLimit,
} from '../cut/index.js'

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
  by?: 'gullet' | HoldLimit | ClampTrouble['why'] | 'none' | 'tilt' | 'set' | 'handle' | 'box' | 'back' | 'packs'
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
function margin(limit: LimitId, have: number, need: number, inputs: Margin['inputs'] = {}, by?: Margin['by'], least = need): Margin {
  const ratio = need > 0 ? Math.min(have / need, 99) : 99
  return { limit, have, need, least, ratio, state: have < least ? 'beyond' : ratio < 1 ? 'near' : 'within', inputs, by }
}
/** Refused. */
export const stops = (m: Pick<Margin, 'state'>): boolean => m.state === 'beyond'
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

/**
 * A sure bite must lie under what gaps and the push allowed leave; from there down to the floor it rubs now and then. What a
 * blade held at both ends bears is asked of its whole band, not of the stress it happens to have: tension is free to give.
 */
const chipLoad: Limit = {
  id: 'chipLoad',
  closes: 'below',
  unit: 'mm',
  test(job, blade) {
    const floor = minChipLoad(job, blade)
    const strung = isStrungJob(job)
    if (strung) {
      // the quick answer of a search: full gaps refuse it whatever its tension
      const gullet = gulletChipLoad(job, blade)
      if (gullet < floor) return margin('chipLoad', gullet, SURE * floor, { gullet }, 'gullet', floor)
    }
    const ceiling = maxChipLoad(job, blade)
    const m = margin(
      'chipLoad',
      ceiling.cleanCut,
      SURE * floor,
      { gullet: ceiling.gullet, held: ceiling.held },
      ceiling.cleanCut > ceiling.value ? ceiling.by : ceiling.limit,
      floor,
    )
    if (!strung) return m
    const band = stressBand(job, blade)
    const lost = band.empty
    // a band that leaves no room about the stress advised cannot be kept by ear or hand
    const ratio = band.lowBy === 'habit' ? m.ratio : Math.min(m.ratio, (ADVISED * band.high) / band.low)
    return {
      ...m,
      ratio,
      by: lost || ratio < m.ratio ? 'bow' : m.by,
      state: lost ? 'beyond' : ratio < 1 ? 'near' : 'within',
    }
  },
}

/** Teeth that carry the cut: what is wished, and what goes with scrap under it. Too many teeth pack in ductile stock. */
const teeth: Limit = {
  id: 'teeth',
  closes: 'above',
  unit: 'teeth',
  test(job, blade) {
    // a curved edge is rocked along the sheet at a low angle, so that its length and not the sheet carries the teeth
    if (blade.plate?.curved) return undefined
    return margin(
      'teeth',
      teethCarrying(job, blade),
      teethWished(job),
      { height: heights(job).thinnest, spacing: meanSpacing(blade) },
      undefined,
      LEAST_TEETH,
    )
  },
}

/** Chips of ductile metal and plastic pack where too many teeth stand in the work: slower, hotter, never refused. */
const packs: Limit = {
  id: 'packing',
  closes: 'below',
  unit: 'none',
  test(job, blade) {
    const share = packing(job, blade)
    return share > 0 ? margin('packing', 1, share, {}, 'packs', 0) : undefined
  },
}

/** Radius of the cut's centre line against what the blade turns; a pivoted corner only asks room for its pocket, in the waste. */
const turn: Limit = {
  id: 'turn',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    const { cut } = job
    const centre = centreRadius(cut, blade)
    if (cut.radius === undefined || centre === undefined) return undefined
    const need = turnRadius(blade, cut.turn)
    const inputs = { line: cut.radius, kerf: blade.kerf }
    if (need === undefined) return yesNo('turn', false, inputs, 'none')
    if (turnsAnywhere(blade)) return margin('turn', centre, need, inputs)
    if (blade.plate) return margin('turn', centre, need, inputs)
    // the corner comes out at half a kerf whatever the pocket; one larger than the drawn curve shows in the waste only
    if (cut.turn === 'pivot') return margin('turn', cut.radius, need, inputs, undefined, 0)
    const m = margin('turn', centre, need, inputs, undefined, cut.turn === 'flowing' ? workedRadius(blade) : tightestRadius(blade))
    if (m.state !== 'near') return m
    const wider = overcut(blade, centre)
    return { ...m, inputs: { ...inputs, wider, slower: overcutSlows(wider) } }
  },
}

const hole: Limit = {
  id: 'hole',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    if (job.cut.kind !== 'pierced' || job.cut.hole === undefined) return undefined
    const need = startingHole(blade)
    // a tight hole scrapes the blade, and still lets it through
    return margin('hole', job.cut.hole, need, {}, undefined, need - SCRAPES * HOLE_CLEARANCE[blade.cutsOn ? 'shank' : 'threaded'])
  },
}
const SCRAPES = 0.4 // of the clearance can be done without; estimate

export const SAFE = 3 // against breaking a web
const BARELY = 1.5 // a web so far from breaking stands, in a careful hand; estimate
const SLENDER = 4 // a web is taken as this many times longer than wide; estimate

/**
 * Narrowest web that stands beside the cut: a beam held at both ends, σ = ¾·F·ℓ/(H·b²), under the push of a sure bite,
 * three times safe, and half a kerf's wander from either side; the least that stands at all is half as safe, with half the
 * wander.
 */
export function leastWeb(job: Job, blade: Blade): { value: number; least: number; push: number } {
  const push = feedShare(job, blade) * cuttingForce(job, blade, sureChipLoad(job, blade))
  const stands = (safe: number) => (0.75 * SLENDER * safe * push) / (heights(job).longest * job.stock.material.strength)
  return { value: stands(SAFE) + blade.kerf, least: stands(BARELY) + blade.kerf / 2, push }
}
const web: Limit = {
  id: 'web',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    if (job.cut.web === undefined) return undefined
    const { value, least, push } = leastWeb(job, blade)
    return margin('web', job.cut.web, value, { push, kerf: blade.kerf }, undefined, least)
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

/** A back stops the cut at the depth under it. A cut of no stated depth goes through: the plate follows it for its whole length. */
const depth: Limit = {
  id: 'depth',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    const { plate } = blade
    if (!plate?.depth) return undefined
    return margin('depth', plate.depth, job.cut.depth ?? job.cut.length, {}, 'back')
  },
}

const UNSET = 5 // mm of wood on its sides from which a plate without set binds; estimate
/** Flush on a face wants a plate without set and a handle out of the way; such a plate binds where much wood lies on its sides. */
const access: Limit = {
  id: 'access',
  closes: 'whole',
  unit: 'none',
  test(job, blade) {
    const { flush, depth: deep, boxed, length } = job.cut
    if (blade.plate?.needsBox && !boxed) return yesNo('access', false, {}, 'box')
    if (flush) return yesNo('access', blade.plate?.flush === true, {}, 'handle')
    if (blade.plate?.flush) return margin('access', UNSET, Math.min(heights(job).longest, deep ?? length), {}, 'set')
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

const all: Record<LimitId, Limit> = {
  end,
  material,
  capacity,
  chipLoad,
  teeth,
  packing: packs,
  turn,
  hole,
  web,
  reach,
  depth,
  access,
  frame,
}
const ofProfile = new Map<Profile, readonly Limit[]>(Object.values(profiles).map((p) => [p, p.limits.map((id) => all[id])]))
/** The limits a saw's blades are held to: each kind names its own, the search is one. */
export const limitsOf = (saw: Pick<Saw, 'kind'>): readonly Limit[] => ofProfile.get(profileOf(saw))!
export const limitById = (id: LimitId): Limit => all[id]
/** Whether the blade can be clamped at all and is made for the stock: what no change of the cut will alter. */
export const usable = (job: Job, blade: Blade): boolean => !stops(end.test(job, blade)!) && !stops(material.test(job, blade)!)

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
    if (stops(m)) return undefined
    met.push(m)
  }
  return met
}

const asked = new Map<Profile, readonly Limit[]>(
  [...ofProfile].map(([p, all]) => [p, all.filter(({ id }) => id !== 'end' && id !== 'material')]),
)
/** All limits met by a blade that is known to be usable: for searches, which ask it of every blade again and again. */
export function passesUsable(job: Job, blade: Blade): boolean {
  return asked.get(profileOf(job.saw))!.every((l) => {
    const m = l.test(job, blade)
    return !m || !stops(m)
  })
}

/** All limits met. */
export const passes = (job: Job, blade: Blade): boolean => passingMargins(job, blade) !== undefined
