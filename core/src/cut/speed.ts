import { meanSpacing, type Blade } from '../blade/index.js'
import { settableBelow, settableSpeed, speedRange, strokeOf, hasSpeed } from '../saw/index.js'
import { isMetal } from '../stock/index.js'
import { heights, type Job, unworn } from '../job/index.js'
import { contact, feedForChipLoad, sureChipLoad } from './chip.js'
import { feedAt, maxChipLoad, steeredFeed, type SteadyFeed } from './feed.js'
import { heatIndex } from './heat.js'

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
}

export const COOL = 0.7 // of the heat index; leaves room for a moment's dwelling
const WORTH = 0.7 // of the best feed: slower strokes than this only cost time

/**
 * Strokes a minute for this blade: fast enough to feed as the hand can steer, slow enough that each
 * tooth still bites and nothing burns. Held within what the saw can do.
 */
export function speedBand(job: Job, blade: Blade, found = maxChipLoad(job, blade)): SpeedBand {
  const [slowest, most] = speedRange(job.saw)
  const fastest = Math.max(slowest, Math.min(most, handPace(job)))
  const feedOf = (chipLoad: number) => (contact(job, blade) / heights(job).longest) * feedForChipLoad(chipLoad, 1, meanSpacing(blade), strokeOf(job.saw, blade)) // prettier-ignore
  const ceiling = found.value
  // set for the ordinary stretch: in its tightest curve any blade rubs for a moment
  const steer = steeredFeed(job, blade)
  // feed grows with strokes up to what the hand can steer; beyond, each stroke only bites finer
  const reached = steer / feedOf(ceiling)
  const rub = steer / feedOf(Math.min(sureChipLoad(job, blade), ceiling))
  const biteAt = (n: number) => ceiling * Math.min(1, reached / n)
  // heat rises evenly with strokes while the bite is full, then with their power m: see cuttingForce
  const full = COOL / heatIndex(job, blade, 1, ceiling)
  const hot = full <= reached ? full : reached * (full / reached) ** (1 / job.stock.material.m)
  const top = Math.min(fastest, rub, hot)
  const limit = top === fastest ? (fastest < most ? 'wear' : 'saw') : rub <= hot ? 'rub' : 'heat'
  // a machine strokes on for a finer edge once the hand steers all it can; an arm does not
  const wished = reached < top && hasSpeed(job.saw) ? Math.sqrt(reached * top) : Math.min(reached, top)
  const value = settableBelow(job.saw, Math.min(wished, top), Math.min(rub, hot))
  const heat = heatIndex(job, blade, value, biteAt(value))
  const trouble = hot < slowest ? 'heat' : rub < slowest ? 'rub' : undefined
  if (trouble) return { low: slowest, high: slowest, value: settableSpeed(job.saw, slowest), limit, trouble, heat }
  const high = settableBelow(job.saw, Math.max(top, value), Math.max(value, top))
  const low = settableSpeed(job.saw, Math.min(WORTH * Math.min(reached, top), value))
  return { low, high, value, limit, heat }
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
  const spm = job.spm === undefined ? band.value : settableSpeed(job.saw, job.spm)
  const sharp = unworn(job)
  const most = job.wear ? maxChipLoad(sharp, blade) : found
  const sure = Math.max(sureChipLoad(sharp, blade), (most.value * COOL) / band.heat)
  if (band.trouble !== 'heat' || most.value <= sure) return feedAt(job, blade, spm, undefined, most)
  const light = feedAt(job, blade, spm, undefined, { ...most, value: sure, gullet: sure, limit: 'gullet' })
  return light.limit === 'gullet' ? { ...light, limit: 'heat' } : light
}
