import { feedAt, maxChipLoad, edgeForecast, speedBand, speedInUse, type EdgeForecast } from '../../cut/index.js'
import { asSeen, type Interval, type OwnTimes } from '../../learn/index.js'
import type { Range } from '../../number/index.js'
import { threadingSeconds } from '../../saw/index.js'
import type { Blade } from '../../blade/index.js'
import { type Job, heights } from '../../job/index.js'
import type { Points } from '../read/index.js'

/** What an hour, a blade and the stock cost the user, in their own money; nothing is assumed. */
export interface Rates {
  hour: number
  blade: number
  stock: number
  finish: number
}

/** How long each kind of work takes, for one job and blade; the feed as a table over radius, made once. */
export interface Pace {
  /** mm/s at a radius, mm */
  feed(radius: number): number
  straight: number
  /** s a hole: threading by the saw's own procedure, and drilling */
  threading: number
  drilling: number
  /** s per mm of cut afterwards */
  cleanUp: number
  edge: EdgeForecast
  spm: number
}

const SLOTS = 96
const [FINEST, STRAIGHT] = [0.1, 60] // mm; radii the table spans
const DRILL = 9 // s to set and clear a hole, and then per mm of its depth, harder stock slower; estimates
const SETTING = 5 * 60 // s to lay out, fix the pattern and set the saw; estimate

export function paceOf(job: Job, blade: Blade): Pace {
  const spm = job.spm === undefined ? speedBand(job, blade).value : speedInUse(job, blade)
  const ceiling = maxChipLoad(job, blade)
  // curves of a pattern are steered, whatever its corners are
  const steered: Job = job.cut.turn === 'pivot' ? { ...job, cut: { ...job.cut, turn: 'worked' } } : job
  const at = (r: number) => feedAt(steered, blade, spm, r, ceiling)
  const table = new Float64Array(SLOTS + 1)
  const span = Math.log(STRAIGHT / FINEST)
  for (let i = 0; i <= SLOTS; i++) table[i] = at(FINEST * Math.exp((span * i) / SLOTS)).value
  const edge = edgeForecast(job, blade, at(STRAIGHT / 4).chipLoad)
  const depth = heights(job).total
  return {
    spm,
    edge,
    straight: table[SLOTS]!,
    threading: threadingSeconds(job.saw),
    drilling: DRILL + depth * 0.4 * Math.sqrt(job.stock.material.density / 700),
    cleanUp: edge.cleanUp / 100,
    feed(radius) {
      if (!(radius < STRAIGHT)) return table[SLOTS]!
      return table[radius <= FINEST ? 0 : Math.round((Math.log(radius / FINEST) / span) * SLOTS)]!
    },
  }
}

const NEAR_CORNER = 0.6 // mm of a long side that a bend at its end slows; estimate

/** Seconds of sawing along a ring: each stretch at the feed its own curve allows. */
export const sawingSeconds = (p: Points, pace: Pace): number => secondsAlong(p, pace).at(-1)!

/** The same until each of its points; the whole round comes last. */
export function secondsAlong(p: Points, pace: Pace): Float64Array {
  const n = p.length
  const out = new Float64Array(n / 2 + 1)
  let t = 0
  let [ux, uy] = [p[0]! - p[n - 2]!, p[1]! - p[n - 1]!]
  let ul = Math.sqrt(ux * ux + uy * uy)
  let first = 0
  for (let i = 0; i < n; i += 2) {
    const k = i + 2 === n ? 0 : i + 2
    const [vx, vy] = [p[k]! - p[i]!, p[k + 1]! - p[i + 1]!]
    const vl = Math.sqrt(vx * vx + vy * vy)
    const turn = Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy))
    const half = (ul + vl) / 2
    const bent = Math.min(half, NEAR_CORNER)
    const here = turn > 1e-6 ? bent / pace.feed(bent / turn) + (half - bent) / pace.straight : half / pace.straight
    // what a bend costs more than a straight way lies half before its point; the first point's lies before the seam
    const before = ul / 2 / pace.straight + (here - half / pace.straight) / 2
    if (i === 0) first = before
    out[i / 2] = t + before - first
    t += here
    ;[ux, uy, ul] = [vx, vy, vl]
  }
  out[n / 2] = t
  return out
}

/** Blades a cut of so many sawing minutes uses up, whole blades, from what one lasts, minutes. */
export function bladesFor(minutes: number, life: Interval): Range {
  const of = (one: number) => Math.max(1, Math.ceil(minutes / one))
  return { low: of(life.high), mid: of(life.median), high: of(life.low) }
}

export interface Bill {
  cutting: number
  threading: number
  drilling: number
  pivots: number
  cleanUp: number
  setting: number
  /** the same parts before one’s own cuts spoke */
  predicted: { sawing: number; threading: number; cleanUp: number }
  /** at the saw: all but clean-up, and in all, s */
  atSaw: Range
  total: Range
  blades: Range
  price?: Range
}

const rangeOf = ({ low, median, high }: Interval): Range => ({ low, mid: median, high })

/** What the whole pattern comes to. All seconds; `cutting` and `pivots` as summed over its rings, `holes` how many are threaded; `own` what one’s own cuts make of such times. */
export function billOf(
  sum: { cutting: number; pivots: number; length: number; holes: number },
  given: { pace: Pace; own: OwnTimes; rates?: Rates },
): Bill {
  const { pace, own, rates } = given
  const { times } = own
  const drilling = sum.holes * pace.drilling
  const part = { sawing: sum.cutting + sum.pivots, threading: sum.holes * pace.threading, fixed: drilling + SETTING }
  const cleanUp = sum.length * pace.cleanUp
  const total = rangeOf(asSeen(own, { ...part, cleanUp }))
  const blades = bladesFor((part.sawing * times.sawing) / 60, own.life)
  const price = (k: keyof Range) => (rates ? (total[k] / 3600) * rates.hour + blades[k] * rates.blade + rates.stock + rates.finish : 0)
  return {
    cutting: sum.cutting * times.sawing,
    threading: part.threading * times.threading,
    drilling,
    pivots: sum.pivots * times.sawing,
    cleanUp: cleanUp * times.cleanUp,
    setting: SETTING,
    predicted: { sawing: part.sawing, threading: part.threading, cleanUp },
    atSaw: rangeOf(asSeen(own, part)),
    total,
    blades,
    price:
      rates && (rates.hour > 0 || rates.blade > 0 || rates.stock > 0 || rates.finish > 0)
        ? { low: price('low'), mid: price('mid'), high: price('high') }
        : undefined,
  }
}
