import { overcut, overcutSlows, tightestRadius } from '../blade/index.js'
import { SIDE } from '../cut/index.js'
import { seeded } from '../number/index.js'
import { moveNear, placeAt, type Line, type Nearest } from './line.js'
import type { SimulatedSaw } from './saw.js'
import { traceOf, type Trace } from './trace.js'

/** What the hand does at a moment. */
export interface Hand {
  /** N the work is fed with */
  push: number
  /** N sideways, to the left of the cut */
  side: number
  /** rad/s the work is asked to turn, so that the cut bends to the left */
  turn: number
}
/** What shows that a rule is broken. */
export const breaches = ['bows', 'packs', 'rubs', 'browns', 'binds', 'leans'] as const
export type Breach = (typeof breaches)[number]
export const breachBit = (b: Breach): number => 1 << breaches.indexOf(b)

/** s between states; fixed, so that the same hand gives the same cut. */
export const TICK = 1 / 120
const GRAIN_LENGTH = 4 // mm over which the grain keeps its way; estimate
const ANSWERS = 0.1 // s in which work and blade follow the hand; estimate
const RESTING = 0.06 // of the push allowed: below, the work is not fed and may be turned on the spot; estimate
const SPIN = 3 // rad/s, the fastest a piece is turned on the spot; estimate
const DWELL = 1.5 // s at one place that heat it as much again as moving on does; estimate
const SNAPS = 3 // times the push allowed, for so many s, and a blade breaks; estimates
const SNAP_TIME = 0.5
const ASTRAY = 12 // kerfs off: the line is lost for good
const EARLY = 0.3 // mm of a blade's width that steer from the very first

/** A cut under way. Lengths mm, angles rad, times s; everything a picture or gauge of it needs. */
export interface Cutting {
  saw: SimulatedSaw
  line: Line
  /** where the middle of the kerf should lie, mm to the left of the line */
  offset: number
  time: number
  /** where the blade would stand unbent, and the way its teeth look */
  x: number
  y: number
  heading: number
  /** mm/s and mm, along its own way */
  feed: number
  travelled: number
  /** mm the blade is bent sideways in mid stock, to the left; its lean, mm per mm */
  bend: number
  lean: number
  /** mm of bow, N of push as the blade feels it, bite mm */
  bow: number
  push: number
  bite: number
  /** mm wide the kerf comes out here */
  width: number
  /** share of what the stock bears here; 1 and it browns */
  heat: number
  dwell: number
  /** breaches of this moment, as bits */
  breach: number
  near: Nearest
  /** mm the middle of the kerf lies to the left of where it should, at the upper face */
  stray: number
  ended?: 'through' | 'snapped' | 'astray'
  trace: Trace
  /** inner: what the grain does, how long it is overdone, where the trace was written last */
  grain: number
  overdone: number
  wrote: number
  random: () => number
  /** the blade as wide as it is in the cut yet */
  entered: { width: number; thickness: number; kerf: number }
}

/**
 * A cut about to begin at the start of a line.
 * @param offset mm the middle of the kerf keeps to the left of the line
 * @param off how far beside, mm, and askew, rad, it is set down
 */
export function beginCut(saw: SimulatedSaw, line: Line, offset: number, seed: number, off = { x: 0, heading: 0 }): Cutting {
  const { x, y, heading } = placeAt(line, 0, offset + off.x)
  const near: Nearest = { index: 0, along: 0, off: offset + off.x, heading }
  return {
    saw,
    line,
    offset,
    time: 0,
    x,
    y,
    heading: heading + off.heading,
    feed: 0,
    travelled: 0,
    bend: 0,
    lean: 0,
    bow: 0,
    push: 0,
    bite: 0,
    width: saw.kerf,
    heat: 0,
    dwell: 0,
    breach: 0,
    near,
    stray: off.x,
    trace: traceOf(),
    grain: 0,
    overdone: 0,
    wrote: -1,
    random: seeded(seed),
    entered: { width: EARLY, thickness: saw.thickness, kerf: saw.kerf },
  }
}

/** As near as a hand sets a blade down at a line's start: a little beside it and askew, mm and rad; by the seed. */
export function setDown(kerf: number, seed: number): { x: number; heading: number } {
  const random = seeded(seed ^ 0x5eed)
  return { x: BESIDE * kerf * (2 * random() - 1), heading: ASKEW * (2 * random() - 1) }
}
const BESIDE = 0.3 // of a kerf at most; estimate
const ASKEW = 0.03 // rad at most; estimate

/** One tick of the cut under the hand; changes `c` and makes nothing new. */
export function cutTick(c: Cutting, hand: Hand): void {
  if (c.ended) return
  const { saw, entered } = c
  c.time += TICK
  const follow = TICK / ANSWERS
  c.push += (Math.max(0, hand.push) - c.push) * follow
  const load = c.push / saw.push
  const resting = load < RESTING

  // the bite a push makes, no deeper than full gaps let it; below its floor a tooth mostly rubs
  const asked = saw.bite * c.push ** saw.power
  c.bite = Math.min(asked, saw.gullet)
  const rubs = c.bite < saw.floor
  const cuts = rubs ? (c.bite / saw.floor) ** 2 : 1

  // a blade turns as tightly as its kerf, filed wider at a price, leaves it room
  entered.width = Math.min(saw.width, EARLY + c.travelled)
  let turn = hand.turn
  let widened = 0
  let binds = false
  const onTheSpot = resting && saw.pivots && c.feed < 0.3
  if (saw.anywhere || onTheSpot) turn = Math.max(-SPIN, Math.min(SPIN, turn))
  else {
    const most = c.feed / tightestRadius(entered)
    binds = Math.abs(turn) > 1.5 * most + 0.02 && !resting
    turn = Math.max(-most, Math.min(most, turn))
    if (turn !== 0 && c.feed > 0) widened = overcut(entered, c.feed / Math.abs(turn))
  }
  const spun = onTheSpot && Math.abs(turn) > 0.3 && !saw.anywhere
  c.width = spun ? saw.pocket : saw.kerf * (1 + widened)

  const wanted = resting ? 0 : Math.min(saw.most, (saw.feedPerBite * c.bite * cuts) / overcutSlows(widened))
  c.feed += (wanted - c.feed) * follow
  const step = c.feed * TICK
  c.travelled += step

  // sideways: the hand, a curve's outward share, and the grain bend the blade by its own stiffness
  const force = saw.force * c.bite ** (1 / saw.power)
  const gust = c.random() + c.random() + c.random() - 1.5 // variance a quarter
  c.grain += -c.grain * (step / GRAIN_LENGTH) + 2 * gust * Math.sqrt((2 * step) / GRAIN_LENGTH)
  const round =
    c.feed > 0 ? Math.min(1, (Math.abs(turn) * entered.width ** 2) / (4 * c.feed * Math.max(1e-3, saw.kerf - saw.thickness))) : 0
  const across = (resting ? 0 : hand.side) - Math.sign(turn) * SIDE * c.push * round + saw.grain * force * c.grain
  c.bend += (across * saw.sideways.middle - c.bend) * follow
  const pushed = saw.sideways.middle ? c.bend / saw.sideways.middle : 0
  c.lean = (pushed * (saw.sideways.low - saw.sideways.top)) / saw.height
  c.bow = saw.bow * load

  c.heading += turn * TICK
  c.x += step * Math.cos(c.heading)
  c.y += step * Math.sin(c.heading)

  // heat of the blade, and of a place it dwells at
  c.dwell += TICK * (1 - (c.feed * c.dwell) / saw.kerf)
  c.heat = (saw.idle + saw.heat * Math.max(c.bite, saw.floor) ** (1 / saw.power)) * (1 + Math.max(0, c.dwell - saw.kerf / saw.pace) / DWELL)
  const browns = saw.chars && c.heat > 1

  c.breach =
    (load > 1.15 && saw.bow > 0 ? breachBit('bows') : 0) |
    (asked > 1.3 * saw.gullet ? breachBit('packs') : 0) |
    (rubs && !resting ? breachBit('rubs') : 0) |
    (browns ? breachBit('browns') : 0) |
    (binds ? breachBit('binds') : 0) |
    (Math.abs(c.lean) > saw.leanAllowed ? breachBit('leans') : 0)

  const top = pushed * saw.sideways.top
  const [x, y] = [c.x - top * Math.sin(c.heading), c.y + top * Math.cos(c.heading)]
  moveNear(c.line, x, y, c.near)
  c.stray = c.near.off - c.offset
  if (c.time - c.wrote >= c.trace.every) {
    c.wrote = c.time
    c.trace.write(c, x, y)
  }

  c.overdone = load > SNAPS ? c.overdone + TICK : Math.max(0, c.overdone - TICK)
  if (saw.snaps && c.overdone > SNAP_TIME) c.ended = 'snapped'
  else if (Math.abs(c.stray) > ASTRAY * saw.kerf) c.ended = 'astray'
  else if (c.near.along >= c.line.length - 1e-3 || (c.line.closed && c.near.along > c.line.length - 2 * saw.kerf)) c.ended = 'through'
}
