import { isJigsaw } from '../saw/index.js'
import { familyOfStock, isMetal } from '../stock/index.js'
import type { Blade } from '../blade/index.js'
import { centreRadius, type Job } from '../job/index.js'

/** Why no more orbit is suggested. */
export type OrbitLimit = 'none' | 'metal' | 'brittle' | 'teeth' | 'curve' | 'finish' | 'veneer' | 'pace' | 'full'
export interface OrbitChoice {
  value: number
  limit: OrbitLimit
  /** steps the saw has */
  steps: number[]
}

// what one step of orbit changes: dust leaves the gaps on the way back, the blade swings into the work by itself,
// and it strikes rather than slides; estimates
const CLEARS = 0.15
const FEEDS = 0.15
const STRIKES = 0.3

/** Widths of blade a curve must be round for one step and for more; estimates. */
const ONE = 8
const MORE = 25

/**
 * The most orbit that suits the pace asked: none where teeth cut downward, in metal, brittle or veneered sheet or tight curves; one
 * in careful work; all of it in rough, straight, solid wood. Rules of the trade with estimated bounds.
 */
export function orbitChoice(job: Job, blade: Blade): OrbitChoice {
  const { saw, cut, stock } = job
  if (!isJigsaw(saw)) return { value: 0, limit: 'none', steps: [0] }
  if (saw.orbits.length < 2) return { value: 0, limit: 'none', steps: saw.orbits }
  const { veneer, hard } = stock.material
  const R = centreRadius(cut, blade)
  const most = Math.max(...saw.orbits)
  const tops: [number, OrbitLimit][] = [
    [most, 'full'],
    [Math.ceil(job.pace * most), 'pace'],
  ]
  if (isMetal(stock.material)) tops.push([0, 'metal'])
  else if (!familyOfStock(stock.material).fibrous) tops.push([0, 'brittle'])
  if (blade.cutsOn !== 'up' || blade.pattern === 'abrasive') tops.push([0, 'teeth'])
  if (R !== undefined && R < ONE * blade.width) tops.push([0, 'curve'])
  else if (R !== undefined && R < MORE * blade.width) tops.push([1, 'curve'])
  if (cut.finish === 'careful') tops.push([veneer !== undefined ? 0 : 1, veneer !== undefined ? 'veneer' : 'finish'])
  else if (cut.finish === 'ordinary') tops.push([hard || veneer !== undefined ? 1 : 2, veneer !== undefined ? 'veneer' : 'finish'])
  const [top, limit] = tops.reduce((a, b) => (b[0] < a[0] ? b : a))
  return { value: Math.max(...saw.orbits.filter((o) => o <= top), Math.min(...saw.orbits)), limit, steps: saw.orbits }
}

/** Orbital step in use: the user's, else the suggested one; 0 for saws that have none. */
export function orbitInUse(job: Job, blade: Blade): number {
  return !isJigsaw(job.saw) ? 0 : (job.orbit ?? orbitChoice(job, blade).value)
}
/** How much more a gap takes, with dust thrown out on the way back. */
export const orbitClears = (job: Job, blade: Blade): number => 1 + CLEARS * orbitInUse(job, blade)
/** Share of the feed force left to the hand. */
export const handShare = (job: Job, blade: Blade): number => 1 / (1 + FEEDS * orbitInUse(job, blade))
/** How much rougher it cuts. */
export const orbitStrikes = (job: Job, blade: Blade): number => 1 + STRIKES * orbitInUse(job, blade)
