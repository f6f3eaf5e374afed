import { isJigsaw } from '../saw/index.js'
import type { Blade } from '../blade/index.js'
import { heights, isStrungJob, stockInSpan, type Job, type StrungJob } from '../job/index.js'
import { bentShape } from '../tension/index.js'
import type { SetUp } from './item.js'

/** Stretch of the blade the stock covers at mid stroke, mm above the blade's lower end; a hand saw is taken at its middle. */
export function stockOnBlade(job: Job, blade: Blade): { from: number; to: number } {
  const H = heights(job).total
  if (isStrungJob(job)) {
    const { from, to } = stockInSpan(job)
    return { from: from + job.saw.change.insertion, to: to + job.saw.change.insertion }
  }
  const top = isJigsaw(job.saw) ? blade.length - job.saw.clampHeight : (blade.length + H) / 2
  return { from: top - H, to: top }
}
/** Shape of a strung blade under the push of its steady feed, mm, over the height above its lower end. */
export function bowShape(job: StrungJob, blade: Blade, setup: SetUp): (z: number) => number {
  const shape = bentShape({
    section: blade,
    span: job.saw.span,
    tension: Math.max(setup.inputs.tension ?? 0, 1),
    force: setup.inputs.push,
    ...stockInSpan(job),
    direction: 'feed',
  })
  return (z) => shape(z - job.saw.change.insertion)
}
