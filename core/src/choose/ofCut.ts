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
import { centreRadius, heights, isStrungJob, kerfShift, standingWeb, type Job, type Skill } from '../job/index.js'
import { webRule } from '../stock/index.js'
import {
  ADVISED,
  cuttingForce,
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
} from '../cut/index.js'
import { margin, yesNo, type Limit } from './margin.js'

// Limits that the cut itself sets: they close the sizes of a pattern from below and from above.

/**
 * A sure bite must lie under what gaps and the push allowed leave; from there down to the floor it rubs now and then. What a
 * blade held at both ends bears is asked of its whole band, not of the stress it happens to have: tension is free to give.
 */
export const chipLoad: Limit = {
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
    // a band that leaves no room about the stress advised cannot be kept by ear or hand
    const ratio = band.lowBy === 'habit' ? m.ratio : Math.min(m.ratio, (ADVISED * band.high) / band.low)
    return {
      ...m,
      ratio,
      by: band.empty || ratio < m.ratio ? 'bow' : m.by,
      state: band.empty ? 'beyond' : ratio < 1 ? 'near' : 'within',
    }
  },
}

/** Teeth that carry the cut: what is wished, and what goes with scrap under it. Too many teeth pack in ductile stock. */
export const teeth: Limit = {
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
export const packs: Limit = {
  id: 'packing',
  closes: 'below',
  unit: 'none',
  test(job, blade) {
    const share = packing(job, blade)
    return share > 0 ? margin('packing', 1, share, {}, 'packs', 0) : undefined
  },
}

/** Radius of the cut's centre line against what the blade turns; a pivoted corner only asks room for its pocket, in the waste. */
export const turn: Limit = {
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
    // what cuts every way rounds anything but an inside its kerf does not fit into
    if (turnsAnywhere(blade)) return margin('turn', cut.radius, Math.max(0, -kerfShift(cut, blade)), inputs)
    if (blade.plate) return margin('turn', centre, need, inputs)
    // the corner comes out at half a kerf whatever the pocket; one larger than the drawn curve shows in the waste only
    if (cut.turn === 'pivot') return margin('turn', cut.radius, need, inputs, undefined, 0)
    const m = margin('turn', centre, need, inputs, undefined, cut.turn === 'flowing' ? workedRadius(blade) : tightestRadius(blade))
    if (m.state !== 'near') return m
    const wider = overcut(blade, centre)
    return { ...m, inputs: { ...inputs, wider, slower: overcutSlows(wider) } }
  },
}

export const hole: Limit = {
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

const SAFE = 3 // against breaking a web
const SLENDER = 4 // a web is taken as this many times longer than wide; estimate
const TALL = 20 // mm: a web of taller stock is no wider for it; estimate
/** How much more than a practised hand leaves standing another leaves; estimates. */
const HAND: Record<Skill, number> = { learning: 1.3, practised: 1, sure: 0.8 }

/**
 * Narrowest web that stands beside the cut, mm of stock that is left when both kerfs are out: what the craft leaves of such stock
 * at such a height, or what bears the push of a sure bite three times over as a beam held at both ends, σ = ¾·F·ℓ/(H·b²),
 * whichever is more; and half a kerf's wander from either side. At the least half as much of both.
 */
export function leastWeb(job: Job, blade: Blade): { value: number; least: number; push: number; by?: 'craft' } {
  const { stock, cut } = job
  const H = heights(job).longest
  const push = feedShare(job, blade) * cuttingForce(job, blade, sureChipLoad(job, blade))
  const rule = webRule(stock.material)
  const craft = Math.max(rule.floor, rule.share * Math.min(H, TALL))
  const bears = (0.75 * SLENDER * SAFE * push) / (H * stock.material.strength)
  const value = HAND[cut.skill] * Math.max(craft, bears) + blade.kerf
  return { value, least: value / 2, push, by: craft >= bears ? 'craft' : undefined }
}
export const web: Limit = {
  id: 'web',
  closes: 'above',
  unit: 'mm',
  test(job, blade) {
    if (job.cut.web === undefined) return undefined
    const { value, least, push, by } = leastWeb(job, blade)
    const stands = standingWeb(job.cut, blade, job.cut.web)
    return margin('web', stands, value, { push, kerf: blade.kerf, drawn: job.cut.web }, by, least)
  },
}
