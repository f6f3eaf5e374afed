import { feedAlong, speedInUse } from '../../cut/index.js'
import { bendStep, Bends, stepRadius, STRAIGHT, type Job } from '../../job/index.js'
import type { Blade } from '../../blade/index.js'
import type { Points } from '../read/index.js'

/** Feed of one job and blade along a drawing, mm/s: by the radius steered, and where it runs straight. */
export interface Pace {
  feed(radius: number): number
  straight: number
}

/** A drawing's own pace; curves are steered, whatever its corners are. */
export function paceOf(job: Job, blade: Blade): Pace {
  const drawn: Job = { ...job, cut: { ...job.cut, course: job.cut.course ?? { bends: [], corners: 0, stops: 0 } } }
  const along = feedAlong(drawn, blade, speedInUse(job, blade))
  const table = Array.from({ length: bendStep(STRAIGHT) + 1 }, (_, step) => along(stepRadius(step)))
  return { straight: along(STRAIGHT), feed: (radius) => table[bendStep(radius)]! }
}

const NEAR_CORNER = 0.6 // mm of a long side that a bend at its end slows; estimate

/** How much of a ring's line is steered at which radius, mm. */
export function bendsOf(p: Points): Bends {
  const bends = new Bends()
  eachPoint(p, (_, before, after, bent, turn) => {
    const half = (before + after) / 2
    if (turn > 1e-6) bends.add(bent / turn, bent)
    bends.add(STRAIGHT, turn > 1e-6 ? half - bent : half)
  })
  return bends
}
/** Seconds of sawing along a line: each stretch at the feed its own curve allows. */
export const sawingSeconds = (bends: Bends, pace: Pace): number => bends.value.reduce((t, [radius, mm]) => t + mm / pace.feed(radius), 0)

/** The same until each point of a ring; the whole round comes last. */
export function secondsAlong(p: Points, pace: Pace): Float64Array {
  const out = new Float64Array(p.length / 2 + 1)
  let t = 0
  let first = 0
  eachPoint(p, (i, ul, vl, bent, turn) => {
    const half = (ul + vl) / 2
    const here = turn > 1e-6 ? bent / pace.feed(bent / turn) + (half - bent) / pace.straight : half / pace.straight
    // what a bend costs more than a straight way lies half before its point; the first point's lies before the seam
    const before = ul / 2 / pace.straight + (here - half / pace.straight) / 2
    if (i === 0) first = before
    out[i] = t + before - first
    t += here
  })
  out[p.length / 2] = t
  return out
}

/** Every point of a ring with the sides before and after it, how much of them it bends, mm, and by what angle. */
function eachPoint(p: Points, see: (i: number, before: number, after: number, bent: number, turn: number) => void): void {
  const n = p.length
  let [ux, uy] = [p[0]! - p[n - 2]!, p[1]! - p[n - 1]!]
  let ul = Math.sqrt(ux * ux + uy * uy)
  for (let i = 0; i < n; i += 2) {
    const k = i + 2 === n ? 0 : i + 2
    const [vx, vy] = [p[k]! - p[i]!, p[k + 1]! - p[i + 1]!]
    const vl = Math.sqrt(vx * vx + vy * vy)
    see(i / 2, ul, vl, Math.min((ul + vl) / 2, NEAR_CORNER), Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)))
    ;[ux, uy, ul] = [vx, vy, vl]
  }
}
