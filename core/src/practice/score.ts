import { controlFeed, strayAllowed } from '../cut/index.js'
import { slipMatters, type SlipVerdict } from '../fit/index.js'
import type { Job } from '../job/index.js'
import { breachBit, breaches, type Breach, type Cutting } from './cutting.js'
import { cornerBeyond, placeAt, type Line } from './line.js'
import { aspects, type Aspect } from './names.js'
import type { SimulatedSaw } from './saw.js'

/** How much each tells; estimates. */
const WEIGHT: Record<Aspect, number> = { line: 34, worst: 16, side: 10, edge: 10, heat: 10, corners: 10, pace: 10 }

/** The worst places of a cut: where, how far off to which side, and whether anybody will see it. */
export interface Slip {
  along: number
  /** mm to the left of where the kerf should lie */
  stray: number
  into: 'kept' | 'waste'
  verdict: SlipVerdict
}
export interface Scored {
  /** 0 … 100 */
  score: number
  aspects: Partial<Record<Aspect, number>>
  /** mm: mean and worst stray; how far it ran over the line; browned; mean lean, mm per mm */
  stray: number
  worst: number
  over: number
  browned: number
  lean: number
  /** mm sawn of those asked, s taken and s the core would allow */
  sawn: number
  length: number
  seconds: number
  allowed: number
  /** s of each breach */
  breaches: Partial<Record<Breach, number>>
  snapped: boolean
  astray: boolean
  slips: Slip[]
}
const LINE = 0.1 // mm, half a drawn line: nearer, it is not crossed; estimate
const SPIN_TIME = 1.5 // s a corner takes; estimate
const SEEN = 0.12 // mm of stray that is a place worth naming; estimate
const EASED = 1 // mm of stray that a line can be eased over; estimate
const APART = 0.1 // of the line between places named
const half = (x: number) => 1 / (1 + x * x)

/**
 * A cut judged as one looks at it with the pattern peeled off.
 * @param cuts of one exercise, one for each of its lines
 */
export function score(cuts: readonly Cutting[], job: Job): Scored {
  const stray = strayAllowed(job.cut)
  let [sum, worst, over, browned, leaned, sawn, seconds, allowed, length, n] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0]
  const breached: Partial<Record<Breach, number>> = {}
  const corners: number[] = []
  const slips: Slip[] = []
  for (const c of cuts) {
    const { trace, line } = c
    length += line.length
    seconds += c.time
    allowed += allowedTime(c, job)
    let before = 0
    for (let i = 0; i < trace.rows; i++) {
      const along = trace.at(i, 'along')
      const off = trace.at(i, 'stray')
      const step = Math.max(0, along - before)
      before = Math.max(before, along)
      sum += step * Math.abs(off)
      n += step
      worst = Math.max(worst, Math.abs(off))
      if (crosses(c, off)) over += step
      leaned += step * Math.abs(trace.at(i, 'lean'))
      const bits = trace.at(i, 'breach')
      if (bits & breachBit('browns')) browned += Math.max(step, trace.every * 0.1)
      for (const b of breaches) if (bits & breachBit(b)) breached[b] = (breached[b] ?? 0) + trace.every
    }
    sawn += before
    corners.push(...cornerMisses(c, before))
    slips.push(...worstPlaces(c))
  }
  const mean = n ? sum / n : 0
  const lean = n ? leaned / n : 0
  const share = length ? Math.min(1, sawn / (0.97 * length)) : 0
  const { leanAllowed } = cuts[0]!.saw
  const got: Partial<Record<Aspect, number>> = {
    line: half(mean / stray),
    worst: half(worst / (4 * stray)),
    side: Math.max(0, 1 - (3 * over) / Math.max(1, n)),
    edge: half(Math.max(0, lean - leanAllowed / 2) / leanAllowed),
    heat: Math.max(0, 1 - (3 * browned) / Math.max(1, n)),
    ...(corners.length && { corners: corners.reduce((a, miss) => a + half(miss / (3 * stray)), 0) / corners.length }),
    pace: Math.min(1, seconds ? (SLACK * allowed * share) / seconds : 0),
  }
  const told = aspects.filter((m) => got[m] !== undefined)
  const whole = told.reduce((a, m) => a + WEIGHT[m], 0)
  return {
    score: (100 * share * told.reduce((a, m) => a + WEIGHT[m] * got[m]!, 0)) / whole,
    aspects: got,
    stray: mean,
    worst,
    over,
    browned,
    lean,
    sawn,
    length,
    seconds,
    allowed,
    breaches: breached,
    snapped: cuts.some((c) => c.ended === 'snapped'),
    astray: cuts.some((c) => c.ended === 'astray'),
    slips: slips.sort((a, b) => Math.abs(b.stray) - Math.abs(a.stray)).slice(0, 3),
  }
}
const SLACK = 1.6 // times the time the core allows, and the pace still is a good one; estimate

/** The kerf no longer holds the line, or has come over it from its side. */
const crosses = ({ offset, saw }: Cutting, stray: number) =>
  offset === 0 ? Math.abs(stray) > saw.kerf / 2 + LINE : stray * Math.sign(offset) < -LINE

/** s the core would take for a line: as the hand can steer each stretch and the blade can take it, and a moment at each corner. */
function allowedTime({ line, saw }: Pick<Cutting, 'line' | 'saw'>, job: Job): number {
  let s = SPIN_TIME * line.corners.length
  for (let i = 1; i < line.along.length; i++) {
    const bend = Math.abs(line.bend[i]!)
    s += (line.along[i]! - line.along[i - 1]!) / Math.min(saw.pace, controlFeed(job.cut, bend > 0 ? 1 / bend : undefined))
  }
  return s
}

/** How far the kerf's middle missed each corner it came past, mm. */
function cornerMisses({ line, trace, offset, saw }: Cutting, sawn: number): number[] {
  return line.corners
    .filter(({ along }) => along < sawn)
    .map(({ along, turn }) => {
      // where the lines beside it meet: beyond the corner by the tangent of half its turn
      const before = placeAt(line, along - 1e-6, offset)
      const beyond = cornerBeyond(offset, turn)
      const x = before.x + beyond * Math.cos(before.heading)
      const y = before.y + beyond * Math.sin(before.heading)
      let least = Infinity
      for (let r = 0; r < trace.rows; r++) {
        if (Math.abs(trace.at(r, 'along') - along) > 4 + 2 * saw.kerf) continue
        least = Math.min(least, Math.hypot(trace.at(r, 'x') - x, trace.at(r, 'y') - y))
      }
      return Math.max(0, least - 0.05)
    })
}
/** Where it was farthest off, each place once, and whether that shows. */
function worstPlaces({ line, trace, offset }: Cutting): Slip[] {
  const rows = Array.from({ length: trace.rows }, (_, i) => i).sort(
    (a, b) => Math.abs(trace.at(b, 'stray')) - Math.abs(trace.at(a, 'stray')),
  )
  const found: Slip[] = []
  for (const i of rows) {
    const [along, stray] = [trace.at(i, 'along'), trace.at(i, 'stray')]
    if (Math.abs(stray) < SEEN || found.length === 3) break
    if (found.some((f) => Math.abs(f.along - along) < APART * line.length)) continue
    const into = offset === 0 || stray * offset < 0 ? 'kept' : 'waste'
    const verdict = slipMatters(Math.abs(stray), into, { edge: 'shows', allowance: SANDED, fairs: Math.abs(stray) < EASED }).evaluation
    found.push({ along, stray, into, verdict })
  }
  return found
}
const SANDED = 0.15 // mm that sanding takes off an edge anyway; estimate

/**
 * How hard an exercise is, 1/s: its steering index ∫ ds/W (Accot and Zhai 1997), W the way left to stray to both sides,
 * curves and corners counted as longer, over the s the core gives for it. A hand given less time for as much strays more.
 */
export function difficulty(lines: readonly Line[], saw: SimulatedSaw, job: Job): number {
  const W = 2 * strayAllowed(job.cut)
  let [index, seconds] = [0, 0]
  for (const line of lines) {
    for (let i = 1; i < line.along.length; i++) index += ((line.along[i]! - line.along[i - 1]!) * (1 + BEND * Math.abs(line.bend[i]!))) / W
    index += (line.corners.length * CORNER) / W
    seconds += allowedTime({ line, saw }, job)
  }
  return index / seconds
}
const BEND = 8 // mm: a curve of this radius is as hard again as a straight line; estimate
const CORNER = 20 // mm of straight line that a corner is as hard as; estimate
