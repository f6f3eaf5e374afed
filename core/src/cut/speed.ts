import { meanSpacing, type Blade } from '../blade/index.js'
import { isPowered, settableSpeed, speedRange, strokeOf } from '../saw/index.js'
import { centreRadius, type Job } from '../job/index.js'
import { feedForChipLoad, sureChipLoad } from './chip.js'
import { OPEN } from './edge.js'
import { controlFeed, maxChipLoad, feedAt, type SteadyFeed } from './feed.js'
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
export function speedBand(job: Job, blade: Blade): SpeedBand {
  const [slowest, most] = speedRange(job.saw)
  const fastest = Math.max(slowest, Math.min(most, handPace(job)))
  const p = meanSpacing(blade)
  const s = strokeOf(job.saw, blade)
  const found = maxChipLoad(job, blade)
  const ceiling = found.value
  const biteAt = (n: number) => feedAt(job, blade, n, undefined, found).chipLoad
  const control = feedAt(job, blade, fastest, undefined, found).inputs
  // set for the ordinary stretch: in its tightest curve any blade rubs for a moment
  const R = centreRadius(job.cut, blade)
  const steer = Math.min(
    R === undefined ? control.control : controlFeed(job.cut, job.cut.turn === 'pivot' ? Math.max(R, 10) : R * OPEN),
    control.stroke ?? Infinity,
  )
  // feed grows with strokes up to what the hand can steer; beyond, each stroke only bites finer
  const reached = steer / feedForChipLoad(ceiling, 1, p, s)
  const rub = steer / feedForChipLoad(Math.min(sureChipLoad(job, blade), ceiling), 1, p, s)
  const hot = largest(slowest, fastest, (n) => heatIndex(job, blade, n, biteAt(n)) <= COOL)
  const top = Math.min(fastest, rub, hot ?? 0)
  const limit = top === fastest ? (fastest < most ? 'wear' : 'saw') : rub <= (hot ?? 0) ? 'rub' : 'heat'
  // a machine strokes on for a finer edge once the hand steers all it can; an arm does not
  const wished = reached < top && isPowered(job.saw) ? Math.sqrt(reached * top) : Math.min(reached, top)
  const value = settableSpeed(job.saw, tens(Math.min(wished, top)))
  const heat = heatIndex(job, blade, value, biteAt(value))
  const trouble = hot === undefined ? 'heat' : rub < slowest ? 'rub' : undefined
  if (trouble) return { low: slowest, high: slowest, value: settableSpeed(job.saw, slowest), limit, trouble, heat }
  const high = Math.min(fastest, Math.max(tens(top), value))
  const low = Math.min(Math.max(slowest, tens(WORTH * Math.min(reached, top))), value)
  return { low, high, value, limit, heat }
}

const SILVER = { hardness: 650, strokes: 100 }
/** Strokes a minute an arm keeps up in metal: 60 to 100 in silver, 40 to 60 in steel and titanium (reference); beyond, teeth wear for nothing. */
function handPace({ saw, stock }: Job): number {
  const { cuts, hardness } = stock.material
  if (isPowered(saw) || (cuts !== 'metal' && cuts !== 'steel')) return Infinity
  return SILVER.strokes * (SILVER.hardness / hardness) ** 0.6
}

const tens = (n: number) => Math.round(n / 10) * 10

/** Largest n in [low, high] for which `holds`, which must not come back once lost; undefined where even `low` fails. */
function largest(low: number, high: number, holds: (n: number) => boolean): number | undefined {
  if (!holds(low)) return undefined
  if (holds(high)) return high
  let [a, b] = [low, high]
  while (b - a > 8) {
    const mid = (a + b) / 2
    if (holds(mid)) a = mid
    else b = mid
  }
  return a
}

/** Strokes a minute in use: the user's, else the suggested ones. */
export function speedInUse(job: Job, blade: Blade): number {
  return job.spm === undefined ? speedBand(job, blade).value : settableSpeed(job.saw, job.spm)
}

/**
 * Feed the cut holds steadily with this blade, and which limit holds it; see feedAt. Where even the slowest stroke heats, no more
 * than a sure bite is taken.
 */
export function steadyFeed(job: Job, blade: Blade, band = speedBand(job, blade)): SteadyFeed {
  const spm = job.spm === undefined ? band.value : settableSpeed(job.saw, job.spm)
  const found = maxChipLoad(job, blade)
  const sure = sureChipLoad(job, blade)
  if (band.trouble !== 'heat' || found.value <= sure) return feedAt(job, blade, spm, undefined, found)
  const light = feedAt(job, blade, spm, undefined, { ...found, value: sure, gullet: sure, limit: 'gullet' })
  return light.limit === 'gullet' ? { ...light, limit: 'heat' } : light
}
