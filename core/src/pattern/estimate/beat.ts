import { alongAt, lengthsOf, sideAt } from '../outline/index.js'
import { isLeft } from '../plan/index.js'
import type { RingReckoning } from './reckoning.js'
import { secondsAlong, type Pace } from './time.js'

/** When a place along the cut should be reached: s from its beginning, mm along the ring. */
export interface Beat {
  s: number
  along: number
}
const THIN = 8 // mm to either side of a thin web that is sawn slowly; estimate
const SLOWLY = 0.6 // of the feed there; estimate

/**
 * Where the blade should be, every so many mm of the way round: slower in curves, and slower yet at a thin web; what is sawn
 * already is left out.
 * @param every mm between two beats
 */
export function feedBeats(r: Pick<RingReckoning, 'measure' | 'plan' | 'left' | 'web' | 'ring'>, pace: Pace, every = 5): Beat[] {
  const line = { points: r.measure.calm }
  const lengths = lengthsOf(line)
  const seconds = secondsAlong(line.points, pace)
  const whole = lengths.at(-1)!
  const start = alongAt(line, r.plan.entry.x, r.plan.entry.y)
  const thin = r.web && alongAt(line, ...(r.web.a === r.ring.id ? r.web.from : r.web.to))
  const sign = r.plan.direction === 'clockwise' ? 1 : -1
  const round = (x: number) => ((x % whole) + whole) % whole
  const timeAt = (along: number) => {
    const i = sideAt(lengths, along)
    const l = lengths[i + 1]! - lengths[i]!
    return seconds[i]! + (l > 0 ? ((along - lengths[i]!) / l) * (seconds[i + 1]! - seconds[i]!) : 0)
  }
  const beats: Beat[] = []
  let s = 0
  let before = timeAt(start)
  const total = seconds.at(-1)!
  for (let way = every; way <= whole; way += every) {
    const along = round(start + sign * way)
    const at = timeAt(along)
    if (!isLeft(r.left, along, whole)) {
      before = at
      continue
    }
    const took = (((sign * (at - before)) % total) + total) % total
    const off = thin === undefined ? Infinity : Math.min(Math.abs(along - thin), whole - Math.abs(along - thin))
    s += off < THIN ? took / SLOWLY : took
    beats.push({ s, along })
    before = at
  }
  return beats
}
