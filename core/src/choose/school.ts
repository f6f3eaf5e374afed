import type { ToothPattern } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { teethInWork } from '../cut/index.js'
import { profileOf } from '../saw/index.js'
import { offHabit } from './habit.js'
import { isStaple } from './staple.js'
import { MANY } from './weigh.js'
import type { Ranked } from './rank.js'

/** Points of view on size. `balance` is the program's own weighing. */
export const sizeSchools = ['balance', 'ladder', 'teeth', 'biggest', 'smallest', 'few-sizes'] as const
export type SizeSchool = (typeof sizeSchools)[number]

export const patternSchools = ['any', 'reverse-skip', 'mixed', 'double'] as const
export type PatternSchool = (typeof patternSchools)[number]
export const twistedSchools = ['standard', 'now-and-then', 'never'] as const
export type TwistedSchool = (typeof twistedSchools)[number]
const nearest = (of: Ranked[], value: (r: Ranked) => number, target: number) =>
  of.reduce((a, b) => (Math.abs(Math.log(value(b) / target)) < Math.abs(Math.log(value(a) / target)) ? b : a))

export interface SchoolPick {
  school: SizeSchool
  pick: Ranked
  figure: number
}

/**
 * What each school of size would pick among blades that pass, and the figure it went by (mm of width, teeth in
 * the work, score). Few sizes are what is owned, where there is a drawer, else sizes that go together. Each chooses within the favourite pattern where that passes, else within the first's.
 */
export function schoolPicks(job: Job, ranked: readonly Ranked[], favourite: PatternSchool, owned?: ReadonlySet<string>): SchoolPick[] {
  const first = ranked[0]
  if (!first) return []
  const liked = ranked.filter((r) => r.blade.pattern === (favourite as ToothPattern))
  const among = liked.length ? liked : ranked.filter((r) => r.blade.group === first.blade.group)
  const width = (r: Ranked) => r.blade.width
  // the ends of the window are those of its good part: what goes at a price only is nobody's school
  const free = among.filter((r) => r.margins.every((m) => m.state === 'within'))
  const bySize = [...(free.length ? free : among)].sort((a, b) => a.blade.order - b.blade.order)
  const teeth = (r: Ranked) => teethInWork(heights(job).thinnest, r.blade)
  const kept = among.filter((r) => owned?.has(r.blade.id))
  const few = kept.length ? kept : among.filter((r) => isStaple(r.blade))
  const picks: Record<SizeSchool, Ranked> = {
    balance: among[0]!,
    ladder: among.reduce((a, b) => (Math.abs(offHabit(job, b.blade)) < Math.abs(offHabit(job, a.blade)) ? b : a)),
    teeth: nearest(among, teeth, profileOf(job.saw).teethWanted),
    biggest: bySize.at(-1)!,
    smallest: bySize[0]!,
    'few-sizes': few[0] ?? among[0]!,
  }
  const figure = (school: SizeSchool, r: Ranked) =>
    school === 'teeth' ? teeth(r) : school === 'balance' ? r.score : school === 'few-sizes' ? Math.round(r.speed.value) : width(r)
  return sizeSchools.map((school) => ({ school, pick: picks[school], figure: figure(school, picks[school]) }))
}

/** The ranking seen from a point of view: the school's pick leads, twisted blades as the user holds them. */
export function byPointOfView(
  job: Job,
  ranked: readonly Ranked[],
  view: { size: SizeSchool; pattern: PatternSchool; twisted: TwistedSchool },
  owned?: ReadonlySet<string>,
): Ranked[] {
  const kept = view.twisted === 'never' ? ranked.filter((r) => r.blade.pattern !== 'twisted') : [...ranked]
  const twistedFirst = view.twisted === 'standard' && job.cut.kind === 'pierced' && job.cut.openings >= MANY
  const pick = schoolPicks(job, kept, view.pattern, owned).find((p) => p.school === view.size)?.pick
  if (view.size === 'balance' && view.pattern === 'any' && !twistedFirst) return kept
  const rank = (r: Ranked) => (twistedFirst && r.blade.pattern === 'twisted' ? 2 : 0) + (r === pick ? 1 : 0)
  return kept.sort((a, b) => rank(b) - rank(a))
}
