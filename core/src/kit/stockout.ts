import type { Blade } from '../blade/index.js'
import type { Ranked } from '../choose/index.js'
import { well } from './kit.js'

/** A kind that is out, or too few for the job, and what does instead. */
export interface Short {
  blade: Blade
  left: number
  /** blades the job should use up with it, in the middle */
  needs: number
  /** what does it of the others of which there are enough, the same pattern before another; undefined where there is none */
  instead?: Ranked
  /** where none is enough alone: the best of the others there are, which does some of it */
  few?: Ranked
  /** s longer than with the one that is out; below 0: sooner */
  costs: number
}

/**
 * What there is in the drawer against what the first suggestion needs.
 * @param ranked best first
 * @param left blades of a kind that are left; undefined where the drawer does not hold that kind
 * @param needs blades of it the job should use up
 * @returns undefined where there are enough, or the drawer says nothing of it
 */
export function shortOf(
  ranked: readonly Ranked[],
  left: (id: string) => number | undefined,
  needs: (r: Ranked) => number,
): Short | undefined {
  const first = ranked[0]
  const has = first && left(first.blade.id)
  if (!first || has === undefined || first.blade.plate) return undefined
  const wanted = needs(first)
  if (has >= Math.max(1, wanted)) return undefined
  const enough = ranked.filter((r) => r !== first && (left(r.blade.id) ?? 0) >= Math.max(1, needs(r)))
  // the next size of what is out is nearest to hand, where it does about as well
  const few = enough.length ? undefined : ranked.find((r) => r !== first && (left(r.blade.id) ?? 0) > 0)
  const instead = well(enough).find((r) => r.blade.group === first.blade.group) ?? enough[0]
  return { blade: first.blade, left: has, needs: wanted, instead, few, costs: instead ? instead.time.total - first.time.total : 0 }
}
