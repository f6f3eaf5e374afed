import { meanSpacing, overcutSlows, type Blade } from '../blade/index.js'
import { settableBelow, settableSpeed, speedRange, strokeOf, hasSpeed } from '../saw/index.js'
import { isMetal } from '../stock/index.js'
import { heights, type Job, unworn } from '../job/index.js'
import { contact, feedForChipLoad, sureChipLoad } from './chip.js'
import { controlFeed, feedAt, maxChipLoad, overcutAt, steered, steeredFeed, tired, type MaxChipLoad, type SteadyFeed } from './feed.js'
import { COOL } from './cool.js'
import { heatIndex, heatOf } from './heat.js'
import { patternPace } from './pattern.js'

export interface SpeedBand {
  /** strokes a minute that suit, and the one suggested */
  low: number
  high: number
  value: number
  /** what closes the band from above, and from below */
  limit: 'heat' | 'rub' | 'wear' | 'saw'
  /** even the slowest stroke of this saw heats or rubs */
  trouble?: 'heat' | 'rub'
  heat: number
  /** metals: how fast its teeth go, and may go, m/min; K by which the sheet’s edge warms */
  teeth?: { speed: number; bears: number; warms: number }
}

const WORTH = 0.7 // of the best feed: slower strokes than this only cost time

/**
 * Strokes a minute for this blade: fast enough to feed as the hand can steer, slow enough that each
 * tooth still bites and nothing burns. Held within what the saw can do.
 */
export function speedBand(job: Job, blade: Blade, found = maxChipLoad(job, blade)): SpeedBand {
  const [slowest, most] = speedRange(job.saw)
  const fastest = Math.max(slowest, Math.min(most, handPace(job)))
  const feedOf = (chipLoad: number) =>
    (contact(job, blade) / heights(job).longest) * feedForChipLoad(chipLoad, 1, meanSpacing(blade), strokeOf(job.saw, blade))
  const ceiling = found.value
  // set for the ordinary stretch: in its tightest curve any blade rubs for a moment
  const steer = steeredFeed(job, blade)
  // feed grows with strokes up to what the hand can steer; beyond, each stroke only bites finer
  const reached = steer / feedOf(ceiling)
  const rub = steer / feedOf(Math.min(sureChipLoad(job, blade), ceiling))
  const biteAt = (n: number) => ceiling * Math.min(1, reached / n)
  // heat rises evenly with strokes while the bite is full, then with their power m: see cuttingForce; that of metal's teeth with their speed
  const slow = heatOf(job, blade, 1, ceiling)
  const full = COOL / slow.index
  const even = full <= reached || slow.teeth !== undefined
  const hot = even ? full : reached * (full / reached) ** (1 / job.stock.material.m)
  const top = Math.min(fastest, rub, hot)
  const limit = top === fastest ? (fastest < most ? 'wear' : 'saw') : rub <= hot ? 'rub' : 'heat'
  // a machine strokes on for a finer edge once the hand steers all it can; an arm does not
  const wished = reached < top && hasSpeed(job.saw) ? Math.sqrt(reached * top) : Math.min(reached, top)
  const value = settableBelow(job.saw, Math.min(wished, top), Math.min(rub, hot))
  const { index: heat, teeth } = heatOf(job, blade, value, biteAt(value))
  const trouble = hot < slowest ? 'heat' : rub < slowest ? 'rub' : undefined
  if (trouble) return { low: slowest, high: slowest, value: settableSpeed(job.saw, slowest), limit, trouble, heat, teeth }
  const high = settableBelow(job.saw, Math.max(top, value), Math.max(value, top))
  const low = settableSpeed(job.saw, Math.min(WORTH * Math.min(reached, top), value))
  return { low, high, value, limit, heat, teeth }
}

const SILVER = { hardness: 650, strokes: 100 }
/** Strokes a minute an arm keeps up in metal: 60 to 100 in silver, 40 to 60 in steel and titanium (reference); beyond, teeth wear for nothing. */
function handPace({ saw, stock }: Job): number {
  if (hasSpeed(saw) || !isMetal(stock.material)) return Infinity
  return SILVER.strokes * (SILVER.hardness / stock.material.hardness) ** 0.6
}

/** Strokes a minute in use: the user's, else the suggested ones. */
export function speedInUse(job: Job, blade: Blade): number {
  return job.spm === undefined ? speedBand(job, blade).value : settableSpeed(job.saw, job.spm)
}

/**
 * Feed the cut holds steadily with this blade, and which limit holds it; see feedAt. Where even the slowest stroke heats, the bite
 * is taken back by as much, though not under a sure one.
 */
export function steadyFeed(job: Job, blade: Blade, found = maxChipLoad(job, blade), band = speedBand(job, blade, found)): SteadyFeed {
  const feed = heldFeed(job, blade, found, band)
  if (!job.wear) return feed
  // a worn edge gains nothing, whatever limited the fresh one
  const fresh = steadyFeed(unworn(job), blade)
  const share = Math.min(1, (tired(job) * fresh.value) / feed.value)
  return { ...feed, value: share * feed.value, chipLoad: share * feed.chipLoad, rubs: feed.rubs || share * feed.chipLoad < feed.floor }
}
function heldFeed(job: Job, blade: Blade, found: MaxChipLoad, band: SpeedBand): SteadyFeed {
  const spm = job.spm === undefined ? band.value : settableSpeed(job.saw, job.spm)
  if (band.trouble !== 'heat') return feedAt(job, blade, spm, undefined, found)
  // metal's teeth heat by their speed: what keeps them is a lighter hand, whatever else holds the feed
  if (band.teeth) {
    const held = feedAt(job, blade, spm, undefined, found)
    const share = Math.min(1, COOL / band.heat)
    return { ...held, value: share * held.value, chipLoad: Math.max(share * held.chipLoad, held.floor), limit: 'heat' }
  }
  // by the heat of a full bite: a tighter curve, bitten finer, does not earn more
  const sure = Math.max(sureChipLoad(unworn(job), blade), (found.value * COOL) / heatIndex(job, blade, spm, found.value))
  if (found.value <= sure) return feedAt(job, blade, spm, undefined, found)
  const light = feedAt(job, blade, spm, undefined, { ...found, value: sure, gullet: sure, limit: 'gullet' })
  return light.limit === 'gullet' ? { ...light, limit: 'heat' } : light
}

/**
 * Feed along a line that bends now more and now less, mm/s, by the radius steered there, mm: what gaps and push allow stays, the
 * hand's share goes by the bend. Of a measured drawing bends are steered, whatever its corners are.
 */
export function feedAlong(job: Job, blade: Blade, spm: number, ceiling = maxChipLoad(job, blade)): (radius: number) => number {
  const { inputs } = feedAt(job, blade, spm, undefined, ceiling)
  const cut: Job['cut'] = job.cut.course && job.cut.turn === 'pivot' ? { ...job.cut, turn: 'worked' } : job.cut
  const most = Math.min(inputs.gullet, inputs.held, inputs.stroke ?? Infinity)
  const pace = patternPace(job, blade)
  const along = (radius: number) => {
    const steer = tired(job) * controlFeed(cut, steered({ cut }, radius))
    return (Math.min(most, steer) * pace) / overcutSlows(overcutAt({ cut }, blade, radius))
  }
  if (!job.wear) return along
  const fresh = feedAlong(unworn(job), blade, speedInUse(unworn(job), blade))
  return (radius) => Math.min(along(radius), tired(job) * fresh(radius))
}
