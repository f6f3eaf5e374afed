import {
  boardReach,
  type BoardWay,
  clampTrouble,
  frameClearance,
  isStrung,
  profileOf,
  isJigsaw,
  isHandFrame,
  turnsQuarter,
} from '../saw/index.js'
import { turnsAnywhere, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { lengthNeeded } from '../cut/index.js'
import { margin, stops, yesNo, type Limit, type Margin } from './margin.js'

// Limits that saw, stock and access set: they take whole patterns away, or single saws.

export const end: Limit = {
  id: 'end',
  closes: 'whole',
  unit: 'none',
  test(job, blade) {
    const trouble = clampTrouble(job.saw, blade)
    return yesNo('end', !trouble, trouble && 'limit' in trouble ? { limit: trouble.limit } : {}, trouble?.why)
  },
}

export const material: Limit = {
  id: 'material',
  closes: 'whole',
  unit: 'none',
  test: (job, blade) => yesNo('material', blade.cuts.includes(job.stock.material.cuts)),
}

export const capacity: Limit = {
  id: 'capacity',
  closes: 'whole',
  unit: 'mm',
  test(job) {
    const { saw, cut } = job
    const tilt = 'tiltMax' in saw ? saw.tiltMax : 90
    if ((cut.bevel ?? 0) > tilt) return margin('capacity', tilt, cut.bevel!, {}, 'tilt')
    return margin('capacity', saw.capacity, heights(job).total, { stroke: saw.stroke })
  },
}

/** A shank blade must come out below the stock even at the top of its stroke. */
export const reach: Limit = {
  id: 'reach',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    if (!isJigsaw(job.saw)) return undefined
    return margin('reach', blade.length, lengthNeeded(job, job.saw), { stroke: job.saw.stroke })
  },
}

/** A back stops the cut at the depth under it. A cut of no stated depth goes through: the plate follows it for its whole length. */
export const depth: Limit = {
  id: 'depth',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    const { plate } = blade
    if (!plate?.depth) return undefined
    return margin('depth', plate.depth, job.cut.depth ?? job.cut.length, {}, 'back')
  },
}

const UNSET = 5 // mm of wood on its sides from which a plate without set binds; estimate
const STROKE = { good: 1 / 3, least: 0.15 } // of its length a saw must have to move; estimates
/** Length along its way a saw takes with a share of its teeth to move, mm; undefined where the work is taken to the saw. */
function roomFor({ saw }: Job, blade: Blade, share: number): number | undefined {
  const { room } = profileOf(saw)
  if (!room) return undefined
  const moves = { span: isStrung(saw) ? saw.span : 0, blade: blade.length, nothing: 0 }[room.moves]
  return room.body + moves * (1 + share)
}
/** Whether a saw fits where the work stands, with a stroke to go. */
function inPlace(job: Job, blade: Blade, room: number): Margin | undefined {
  const wants = roomFor(job, blade, STROKE.good)
  if (wants === undefined) return yesNo('access', false, {}, 'room')
  return room < wants ? margin('access', room, wants, {}, 'room', roomFor(job, blade, STROKE.least)) : undefined
}
/** Flush on a face wants a plate without set and a handle out of the way; such a plate binds where much wood lies on its sides. A saw must fit where it works, with a stroke to go. */
export const access: Limit = {
  id: 'access',
  closes: 'whole',
  unit: 'none',
  test(job, blade) {
    const { flush, depth: deep, boxed, length, room } = job.cut
    if (blade.plate?.needsBox && !boxed) return yesNo('access', false, {}, 'box')
    const tight = room === undefined ? undefined : inPlace(job, blade, room)
    if (!blade.plate || (tight && stops(tight))) return tight
    if (flush) return yesNo('access', blade.plate.flush === true, {}, 'handle')
    if (blade.plate.flush) return margin('access', UNSET, Math.min(heights(job).longest, deep ?? length), {}, 'set')
    return tight
  },
}

/** A frame must pass the board where the cut runs, the blade turned in it or not. */
export const frame: Limit = {
  id: 'frame',
  closes: 'whole',
  unit: 'mm',
  test({ saw, cut, turned }) {
    if (!isHandFrame(saw) || !cut.lie) return undefined
    const { ratio } = frameClearance(saw, cut.lie, saw.turns ? turned : 0)
    return margin('frame', ratio, 1, { depth: saw.throat, behind: cut.lie.behind, beside: cut.lie.beside, turned: turned ?? 0 })
  },
}

/** How a board passes what stands behind the blade: the gentlest way that goes, and how far it reaches, mm. */
export interface BoardPassed {
  /** undefined: it strikes, whichever way */
  way?: BoardWay
  /** turned right round, and brought past by the way that goes or comes nearest */
  round: number
  least: number
  throat: number
}
/** undefined where no board was told, or the blade need not be turned. */
export function boardPassed({ saw, cut }: Job, blade: Blade): BoardPassed | undefined {
  if (!cut.board || turnsAnywhere(blade)) return undefined
  const asked = boardReach(cut.board, saw)
  const sideways = turnsQuarter(saw, blade)
  const way = asked.way === 'sideways' && !sideways ? undefined : asked.way
  return { way, round: asked.round, least: asked[way ?? (sideways ? 'sideways' : 'both-ways')], throat: saw.throat }
}
/** The board must pass what stands behind the blade. That lines are then sawn from both ends is said in the set-up: it is no blade's price. */
export const swing: Limit = {
  id: 'swing',
  closes: 'whole',
  unit: 'mm',
  test(job, blade) {
    const passed = boardPassed(job, blade)
    return passed && margin('swing', passed.throat, passed.least)
  },
}
