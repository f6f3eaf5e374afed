import { tensionFromStress, type Blade } from '../blade/index.js'
import { type DrillSeries } from '../quantity/index.js'
import { profileOf, isJigsaw, isHandFrame } from '../saw/index.js'
import { isMetal } from '../stock/index.js'
import { heights, isStrungJob, soundJob, stockInSpan, unworn, type Job } from '../job/index.js'
import { bevelSlope, bow, drift } from '../tension/index.js'
import { cuttingForce, cutTime, driftAt, feedShare, depthBelowClamp, SIDE, steadyFeed, stressInUse } from '../cut/index.js'
import type { Caution, SetUp } from './item.js'
import type { Facts } from './facts.js'
import { handItems } from './hand.js'
import { jigsawItems } from './jigsaw.js'
import { strungItems } from './strung.js'

const WORN = 0.4 // of the way to dull from which a change is advised; estimate
/** s a fresh blade saves of the whole job. */
const saved = (job: Job, blade: Blade): number => {
  const total = (j: Job) => cutTime(j, blade, steadyFeed(j, blade)).total
  return Math.max(0, total(job) - total(unworn(job)))
}
const LONG = 300 // mm of cut from which any blade comes out hot; estimate

function cautionsOf(job: Job): Caution[] {
  const { saw, cut, stock } = job
  const cautions: Caution[] = ['eyes', ...(stock.material.cautions as Caution[]), 'fingers']
  cautions.push(...profileOf(saw).cautions)
  if (isJigsaw(saw) && cut.kind === 'pierced') cautions.push('hidden')
  if (isHandFrame(saw) && saw.turns) cautions.push('alike')
  if (isMetal(stock.material) || cut.length > LONG) cautions.push('hot')
  // no motor, no plug
  return [...cautions, 'manual'].filter((c) => c !== 'wet' || profileOf(saw).motor) as Caution[]
}

/** Slope of the edge between the stock's faces under the side push a hand gives, mm per mm. */
function slopeOf(job: Job, blade: Blade, sidePush: number): number {
  if (isStrungJob(job)) {
    const tension = Math.max(1, tensionFromStress(blade, stressInUse(job, blade)))
    return bevelSlope({ section: blade, span: job.saw.span, tension, force: sidePush, ...stockInSpan(job) })
  }
  if (!isJigsaw(job.saw)) return 0
  const far = depthBelowClamp(job, job.saw)
  return (drift(blade, sidePush, far) - drift(blade, sidePush, far, job.saw.clampHeight)) / heights(job).total
}

/**
 * How to set up this blade for this job: mounting, tension or orbit, speed, support and cautions, as data.
 * @param drills the user's drill series, for the starting hole
 */
export function setUp(job: Job, blade: Blade, drills: readonly DrillSeries[] = ['metric']): SetUp {
  soundJob(job)
  const feed = steadyFeed(job, blade)
  const push = Math.min(feed.inputs.push, feedShare(job, blade) * cuttingForce(job, blade, feed.chipLoad))
  const sidePush = SIDE * push
  const slope = slopeOf(job, blade, sidePush)
  const facts: Facts = { job, blade, feed, push, slope, drills }
  const stress = isStrungJob(job) ? stressInUse(job, blade) : undefined
  const tension = stress === undefined ? undefined : tensionFromStress(blade, stress)
  const { saw } = job
  const items = isStrungJob(job) ? strungItems(facts, job, job.saw) : isJigsaw(saw) ? jigsawItems(facts, job, saw) : handItems(facts, job)
  return {
    value: [...(job.wear >= WORN ? [{ do: 'renew' as const, saves: saved(job, blade) }] : []), ...items, { do: 'trial' }],
    cautions: cautionsOf(job),
    bevel: slope,
    bow:
      isStrungJob(job) && tension !== undefined
        ? bow({ section: blade, span: job.saw.span, tension, force: push, direction: 'feed' })
        : driftAt(job, blade, push),
    inputs: { feed, push, sidePush, stress, tension },
  }
}
