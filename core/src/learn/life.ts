import type { Blade } from '../blade/index.js'
import type { SteadyFeed } from '../cut/index.js'
import { heights, type Job, type Skill } from '../job/index.js'
import { priorLife } from '../log/index.js'
import type { MaterialClass } from '../stock/index.js'

/** Cut area in which teeth wear as the minutes of priorLife mean it, mm²/s of steady sawing; estimates of ordinary jobs. */
const ORDINARY: Record<MaterialClass, number> = { wood: 22, plastic: 14, organic: 8, shell: 1, ceramic: 1, metal: 1, steel: 0.7 }
/** Times a practised hand's life a blade lasts: twisted and forced it dulls and breaks sooner; estimates. */
const SPARES: Record<Skill, number> = { learning: 0.7, practised: 1, sure: 1.1 }
const FARTHEST = 2 // times: beyond that the rule is not trusted; estimate

/**
 * Minutes of sawing a blade should last in this job. Teeth wear by the area they cut and by the minutes they rub; half way
 * between the two, thick stock sawn fast wears a blade sooner than thin.
 */
export function lifeOf(job: Job, blade: Blade, feed: SteadyFeed): number {
  const area = feed.value * heights(job).longest
  const faster = Math.sqrt(area / ORDINARY[job.stock.material.cuts])
  return (SPARES[job.cut.skill] * priorLife(job.stock.material, blade)) / Math.min(FARTHEST, Math.max(1 / FARTHEST, faster))
}
