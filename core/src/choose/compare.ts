import type { Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { familyOf, type Family, type Saw, type LimitId } from '../saw/index.js'
import type { Job } from '../job/index.js'
import { stoppers, waysOut, type WayOut } from './wayout.js'
import { onSaw } from './onSaw.js'
import { rankBlades, type Ranked } from './rank.js'

export interface Contender {
  family: Family
  saw: Saw
  /** the same job on this saw: what was set on the other one is left out */
  job: Job
  /** its first blade, where any will do */
  best?: Ranked
  /** what stops every blade of it, most stubborn first, and the first single change that would help */
  stops: LimitId[]
  way?: WayOut
}

/**
 * One cut by every family of saw: of each family the saw that does it soonest, clean-up included, or what stops it.
 * Those that will do come first, soonest first.
 * @param saws the saws to choose among
 * @param beliefs what one’s own cuts have taught, of each saw apart
 */
export function compareFamilies(job: Job, saws: readonly Saw[], blades?: readonly Blade[], beliefs?: Beliefs): Contender[] {
  const byFamily = new Map<Family, Contender>()
  const time = (c: Contender | undefined) => c?.best?.time.total ?? Infinity
  for (const saw of saws) {
    const family = familyOf(saw)
    const own = saw.id === job.saw.id ? job : onSaw(job, saw)
    const best = rankBlades(own, { blades, beliefs }).value[0]
    const c: Contender = { family, saw, job: own, best, stops: best ? [] : stoppers(own, blades) }
    if (!byFamily.has(family) || time(c) < time(byFamily.get(family))) byFamily.set(family, c)
  }
  return [...byFamily.values()]
    .map((c) => (c.best ? c : { ...c, way: waysOut(c.job, [], blades)[0] }))
    .sort((a, b) => (time(a) === time(b) ? 0 : time(a) - time(b)))
}
