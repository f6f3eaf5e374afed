import { workedRadius } from '../blade/index.js'
import { ANSWER, controlFeed } from '../cut/index.js'
import type { Job, Skill } from '../job/index.js'
import { seeded } from '../number/index.js'
import { beginCut, cutTick, setDown, TICK, type Cutting, type Hand } from './cutting.js'
import { cornerBeyond, indexAt, placeAt, wrapped, type Line } from './line.js'
import type { SimulatedSaw } from './saw.js'

/** A hand that saws as people do: it sees late, looks a way ahead, and trembles. */
export interface Manner {
  /** s until it answers to what it sees */
  delay: number
  /** rad/s of tremor in turning, and what each rad/s of turning adds to it */
  tremor: number
  unsteady: number
  /** of the pace the core allows */
  pace: number
}
/** Hands of each skill: the answering times the feed is reckoned with; tremors are estimates. */
export const manners: Record<Skill, Manner> = {
  learning: { delay: ANSWER.learning, tremor: 0.08, unsteady: 0.6, pace: 0.9 },
  practised: { delay: ANSWER.practised, tremor: 0.05, unsteady: 0.4, pace: 0.9 },
  sure: { delay: ANSWER.sure, tremor: 0.03, unsteady: 0.2, pace: 0.9 },
}
/** A hand to look up to, for showing how it goes. */
export const teacher: Manner = { delay: 0.1, tremor: 0.015, unsteady: 0.1, pace: 0.9 }
const TREMBLES = 0.15 // s over which a tremor lasts; estimate
const LONGEST = 600 // s before it gives up
// What the hand keeps to; estimates, set so that each skill's course looks like one measured on paper.
const AT = 0.04 // mm before a corner at which it is reached
const STILL = { feed: 0.25, push: 0.05 } // mm/s, and share of the hardest push: it stands, and can be turned
const ROUND = { most: 2.5, gain: 6, done: 0.02 } // rad/s, 1/s and rad of turning on the spot
const DOUBTFUL = 2 // rad left to turn from which the way round is the corner's
const REACH = { least: 0.5, late: 1.8, blade: 6 } // mm in which it comes back to the line: at least, by its lateness, by the blade
const ASKED = 1.1 // of the line's own bend, and
const ROOM = 0.9 // of the blade's, is the most it steers
const AHEAD = 0.5 // mm further along that the pace is chosen by
const SLOWING = { least: 0.12, from: 1, pace: 0.6 } // share of the pace at a corner; mm before it, and s of pace, where it begins
const PUSH = { most: 0.95, over: 1.05 } // of the hardest push; of the least that cuts

/**
 * A hand steering a cut: call it once a tick before the cut is moved on.
 * @param job what the pace is taken from
 */
export function steersman(c: Cutting, job: Job, manner: Manner, seed: number): () => Hand {
  const random = seeded(seed)
  const late = Math.max(1, Math.round(manner.delay / TICK))
  const seen = Array.from({ length: late }, () => ({ stray: c.stray, askew: 0, along: 0 }))
  const hand: Hand = { push: 0, side: 0, turn: 0 }
  const { saw, line } = c
  let [tick, shake] = [0, 0]
  /** corners not yet turned */
  const corners = [...line.corners]
  return () => {
    const view = seen[tick++ % late]!
    const { stray, askew, along } = view
    view.stray = c.stray
    view.askew = wrapped(c.heading - c.near.heading)
    view.along = c.near.along
    // noise that grows with what is asked of the muscle (Harris and Wolpert 1998)
    const shaky = manner.tremor + manner.unsteady * Math.abs(hand.turn)
    shake += (-shake * TICK) / TREMBLES + shaky * Math.sqrt((2 * TICK) / TREMBLES) * 3.46 * (random() - 0.5)
    const corner = corners[0]
    const toCorner = corner ? corner.along + cornerBeyond(c.offset, corner.turn) - c.near.along : Infinity
    if (corner && toCorner < AT) {
      // stop, turn on the spot, go on
      hand.push = 0
      if (c.feed > STILL.feed && c.push > STILL.push * saw.push) {
        hand.turn = 0
        return hand
      }
      // a turn of nearly half a circle goes the way the corner has it
      let left = wrapped(placeAt(line, corner.along + 0.5).heading - c.heading)
      if (left * corner.turn < 0 && Math.abs(left) > DOUBTFUL) left += Math.sign(corner.turn) * 2 * Math.PI
      if (Math.abs(left) < ROUND.done) corners.shift()
      hand.turn = Math.sign(left) * Math.min(ROUND.most, ROUND.gain * Math.abs(left))
      return hand
    }
    // it looks as far ahead as it answers late, and comes back to the line gently: a hard turn bends the blade the other way
    const v = Math.max(c.feed, 0.05)
    const ahead = along + v * manner.delay
    const bend = line.bend[indexAt(line, Math.min(line.length, ahead))]!
    const back = REACH.least + REACH.late * v * manner.delay + Math.min(saw.width, REACH.blade)
    // and never more than the blade comes round, unless the line itself asks it
    const most = Math.max(ROOM / workedRadius(c.entered), ASKED * Math.abs(bend))
    const steer = bend - stray / back ** 2 - (1.8 * askew) / back
    hand.turn = v * Math.max(-most, Math.min(most, steer)) + shake
    const round = Math.abs(line.bend[indexAt(line, Math.min(line.length, ahead + AHEAD))]!)
    const near = Math.min(1, Math.max(SLOWING.least, toCorner / (SLOWING.from + SLOWING.pace * saw.pace)))
    const wanted = near * manner.pace * Math.min(saw.pace, controlFeed(job.cut, round > 0 ? 1 / round : undefined))
    const bite = Math.min(saw.gullet, Math.max(PUSH.over * saw.floor, wanted / saw.feedPerBite))
    hand.push = Math.min(PUSH.most * saw.push, (bite / saw.bite) ** (1 / saw.power))
    return hand
  }
}
/** A whole line sawn by such a hand. */
export function sawnBy(manner: Manner, saw: SimulatedSaw, line: Line, offset: number, job: Job, seed: number): Cutting {
  const c = beginCut(saw, line, offset, seed, setDown(saw.kerf, seed))
  const hand = steersman(c, job, manner, seed + 1)
  while (!c.ended && c.time < LONGEST) cutTick(c, hand())
  return c
}
