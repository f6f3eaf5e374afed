import { meanSpacing, pivotRadius, tensionFromStress, turnsAnywhere, type Blade } from '../blade/index.js'
import { heights, isStrungJob, stockInSpan, type Job } from '../job/index.js'
import { strokeOf, isJigsaw } from '../saw/index.js'
import { familyOfStock } from '../stock/index.js'
import { bentShape, drift } from '../tension/index.js'
import {
  bowAllowed,
  chipLoadForForce,
  contact,
  cuttingForce,
  depthBelowClamp,
  feedForChipLoad,
  heatIndex,
  hold,
  leanAllowed,
  maxChipLoad,
  minChipLoad,
  steadyFeed,
  stressInUse,
} from '../cut/index.js'

/** What the simulated cut needs of a job and its blade, worked out once by the functions every answer comes from. */
export interface SimulatedSaw {
  /** mm */
  width: number
  thickness: number
  kerf: number
  height: number
  /** strokes a minute */
  spm: number
  /** bite under a push of 1 N, mm; it grows with the push to this power */
  bite: number
  power: number
  /** mm/s of feed for a bite of 1 mm */
  feedPerBite: number
  /** bites at which gaps are full, and below which teeth rub, mm */
  gullet: number
  floor: number
  /** mm/s that no push gets beyond */
  most: number
  /** most the work may be fed with, N */
  push: number
  /** push at which teeth or gaps have all they take, and at which teeth begin to bite, N */
  full: number
  bites: number
  /** mm of bow in the feed direction under that push; 0 where the back is held */
  bow: number
  /** sideways bend under 1 N where the kerf shows above, in mid stock and below, mm */
  sideways: { top: number; middle: number; low: number }
  leanAllowed: number
  /** cutting force at a bite of 1 mm, N */
  force: number
  /** heat, as a share of what the stock bears: at no bite, and what a bite of 1 mm adds */
  idle: number
  heat: number
  chars: boolean
  pocket: number
  /** can be turned on the spot */
  pivots: boolean
  /** cuts every way without turning */
  anywhere: boolean
  /** sideways force of the grain, as a share of the cutting force */
  grain: number
  /** breaks where it is overdone; a plate or shank bends first */
  snaps: boolean
  /** feed the core allows on a straight line, mm/s */
  pace: number
}
const GRAIN = { wood: 0.15, even: 0.02 } // of the cutting force goes sideways as the grain has it, and in even stock; estimates
const TILT = 0.004 // mm per mm of lean under 1 N of side push on a saw in the hand; estimate

/** @throws RangeError where a figure of the job is none */
export function simulatedSaw(job: Job, blade: Blade): SimulatedSaw {
  const H = heights(job).longest
  const feed = steadyFeed(job, blade)
  const { spm } = feed.inputs
  const { push } = hold(job, blade)
  const { m } = job.stock.material
  const { fibrous } = familyOfStock(job.stock.material)
  const ceiling = maxChipLoad(job, blade)
  const bite = chipLoadForForce(job, blade, 1)
  const pushFor = (b: number) => (b / bite) ** (1 - m)
  const floor = minChipLoad(job, blade)
  const idle = heatIndex(job, blade, spm, 0)
  return {
    width: blade.width,
    thickness: blade.thickness,
    kerf: blade.kerf,
    height: H,
    spm,
    bite,
    power: 1 / (1 - m),
    feedPerBite: (contact(job, blade) / H) * feedForChipLoad(1, spm, meanSpacing(blade), strokeOf(job.saw, blade)),
    gullet: ceiling.gullet,
    floor,
    most: feed.inputs.stroke ?? Infinity,
    push,
    full: Math.min(push, pushFor(ceiling.gullet)),
    bites: pushFor(floor),
    bow: isStrungJob(job) ? bowAllowed(job) : 0,
    sideways: sideways(job, blade),
    leanAllowed: leanAllowed(job),
    force: cuttingForce(job, blade, 1),
    idle,
    heat: heatIndex(job, blade, spm, 1) - idle,
    chars: fibrous,
    pocket: 2 * pivotRadius(blade),
    pivots: !blade.plate,
    anywhere: turnsAnywhere(blade),
    grain: fibrous ? GRAIN.wood : GRAIN.even,
    snaps: isStrungJob(job),
    pace: Math.min(feed.inputs.gullet, feed.inputs.held, feed.inputs.stroke ?? Infinity),
  }
}

/** Sideways bend of what holds the blade under 1 N spread over the stock, at the upper face, its middle and the lower one, mm. */
function sideways(job: Job, blade: Blade): SimulatedSaw['sideways'] {
  if (isStrungJob(job)) {
    const { from: low, to: top } = stockInSpan(job)
    const tension = Math.max(1, tensionFromStress(blade, stressInUse(job, blade)))
    const y = bentShape({ section: blade, span: job.saw.span, tension, force: 1, from: low, to: top, direction: 'side' })
    return { top: y(top), middle: y((low + top) / 2), low: y(low) }
  }
  if (isJigsaw(job.saw)) {
    const reach = depthBelowClamp(job, job.saw)
    const H = heights(job).deep
    const at = (depth: number) => drift(blade, 1, reach, depth)
    return { top: at(reach - H), middle: at(reach - H / 2), low: at(reach) }
  }
  // a plate is guided by its own kerf and leans with the hand about the upper edge
  const lean = TILT * heights(job).longest
  return { top: 0, middle: lean / 2, low: lean }
}
