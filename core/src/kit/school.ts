import type { Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { isStaple } from '../choose/index.js'
import { coverOf, exactly, ratiosOf, type Cover, type Work } from './kit.js'

/** Ways people fill a drawer: what serves best; the best of what one has; sizes most keep; all of one pattern; each of another, to learn from. */
export const kitSchools = ['best', 'owned', 'few-sizes', 'one-pattern', 'variety'] as const
export type KitSchool = (typeof kitSchools)[number]
export interface SchoolKit extends Cover {
  school: KitSchool
  kit: Blade[]
}

/**
 * What each school would keep in as many blades, and what that comes to; none of what one has where that is nothing. `variety` is
 * found by exchange, the others are exact.
 */
export function kitsBySchool(
  jobs: readonly Work[],
  blades: readonly Blade[],
  size: number,
  beliefs?: Beliefs,
  within?: number,
  owned: ReadonlySet<string> = new Set(),
): SchoolKit[] {
  const ratios = ratiosOf(jobs, blades, beliefs, within)
  const minutes = jobs.map((j) => j.minutes)
  const all = [...blades.keys()]
  const among = (some: readonly number[]): number[] =>
    exactly(
      ratios.map((row) => Float64Array.from(some, (c) => row[c]!)),
      minutes,
      Math.min(size, some.length),
    ).map((c) => some[c]!)
  const worth = (chosen: readonly number[]) => coverOf(ratios, minutes, chosen)
  const better = (a: Cover, b: Cover) => a.covered - b.covered || b.loss - a.loss
  const groups = [...new Set(blades.map((b) => b.group))].map((g) => all.filter((c) => blades[c]!.group === g))
  // a pattern that cannot do more than another's best is not looked at further
  const onePattern = groups
    .map((g) => ({ g, most: worth(g) }))
    .sort((a, b) => better(b.most, a.most))
    .reduce<number[]>((best, { g, most }) => {
      if (best.length && better(most, worth(best)) <= 0) return best
      const found = among(g)
      return !best.length || better(worth(found), worth(best)) > 0 ? found : best
    }, [])
  const picks: Record<KitSchool, number[]> = {
    best: among(all),
    owned: among(all.filter((c) => owned.has(blades[c]!.id))),
    'few-sizes': among(all.filter((c) => isStaple(blades[c]!))),
    'one-pattern': onePattern,
    variety: varied(all, size, (c) => blades[c]!.group, worth, better),
  }
  return kitSchools
    .filter((school) => school !== 'owned' || owned.size)
    .map((school) => ({ school, kit: picks[school].map((c) => blades[c]!), ...worth(picks[school]) }))
}

/** No two of one group: each the one that adds most, then exchanged as long as that helps. */
function varied(
  all: readonly number[],
  size: number,
  group: (c: number) => string,
  worth: (chosen: readonly number[]) => Cover,
  better: (a: Cover, b: Cover) => number,
): number[] {
  let chosen: number[] = []
  const free = (c: number, but = -1) => !chosen.some((k, i) => i !== but && (k === c || group(k) === group(c)))
  const bestOf = (tried: number[][]) => tried.reduce((a, b) => (better(worth(b), worth(a)) > 0 ? b : a))
  while (chosen.length < size) {
    const next = all.filter((c) => free(c)).map((c) => [...chosen, c])
    if (!next.length) break
    chosen = bestOf(next)
  }
  for (let moved = true; moved;) {
    const next = bestOf([chosen, ...chosen.flatMap((_, i) => all.filter((c) => free(c, i)).map((c) => chosen.with(i, c)))])
    moved = next !== chosen
    chosen = next
  }
  return chosen
}
