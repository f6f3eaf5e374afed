import { blades as catalogue, homes, type Blade } from '../blade/index.js'
import { madeFor, type LimitId } from '../saw/index.js'
import { soundJob, type Job } from '../job/index.js'
import { offHabit } from './habit.js'
import { limitsOf, marginsOf } from './limit.js'
import { stops, type Margin } from './margin.js'

export interface WindowSize {
  blade: Blade
  margins: Margin[]
  passes: boolean
  /** passes, at a price: some margin lies short of its good threshold */
  near: boolean
}

export interface WindowLimit {
  id: LimitId
  closes: 'below' | 'above' | 'whole'
  /** the job asks this limit at all */
  asked: boolean
  /** sizes this limit takes away, and those it lets through at a price, as places along the axis */
  fails: number[]
  near: number[]
}

export interface SizeWindow {
  /** sizes that pass every limit, smallest first; may have holes */
  value: Blade[]
  /** what closes it from below and from above, where something does */
  limit: { below?: LimitId; above?: LimitId }
  /** the whole axis, smallest first */
  inputs: { group: string; sizes: WindowSize[] }
  limits: WindowLimit[]
}

const CURVED = 60 // mm; a curve tighter than this asks for a narrow blade; estimate

/** The pattern a saw's user would look at first for this stock: plain teeth made for it, with ends the clamps take. */
export function homeGroup({ saw, cut, stock }: Pick<Job, 'saw' | 'stock' | 'cut'>): string {
  const end = saw.ends.includes('plain') ? 'plain' : saw.ends[0]!
  const curved = cut.radius !== undefined && cut.radius < CURVED
  const fits = homes.filter(
    ({ blade, home }) =>
      blade.end === end &&
      madeFor(saw, blade) &&
      (!home.cuts || home.cuts.includes(stock.material.cuts)) &&
      (!home.curved || curved) &&
      (!home.flush || cut.flush),
  )
  // the group named for most of what this work is; stock tells more than shape
  const named = ({ home }: (typeof homes)[number]) => (home.cuts ? 2 : 0) + (home.curved || home.flush ? 1 : 0)
  return fits.reduce((a, b) => (named(b) > named(a) ? b : a)).blade.group
}

/**
 * The sizes of one pattern that will do the job, and which limit takes away the others.
 * @param group the pattern's group, such as `scroll-standard`; left out: the job's home group
 */
export function sizeWindow(job: Job, group = homeGroup(job), blades: readonly Blade[] = catalogue): SizeWindow {
  soundJob(job)
  const sizes = blades
    .filter((b) => b.group === group)
    .sort((a, b) => a.order - b.order)
    .map((blade): WindowSize => {
      const margins = marginsOf(job, blade)
      const passes = !margins.some(stops)
      return { blade, margins, passes, near: passes && margins.some((m) => m.state === 'near') }
    })
  const rows = limitsOf(job.saw).map(({ id, closes }): WindowLimit => ({
    id,
    closes,
    asked: sizes.some((s) => s.margins.some((m) => m.limit === id)),
    fails: placesOf(sizes, id, 'beyond'),
    near: placesOf(sizes, id, 'near'),
  }))
  const first = sizes.findIndex((s) => s.passes)
  const last = sizes.findLastIndex((s) => s.passes)
  const closing = (size: WindowSize | undefined) =>
    size?.margins.reduce<Margin | undefined>((worst, m) => (stops(m) && (!worst || m.ratio < worst.ratio) ? m : worst), undefined)?.limit
  return {
    value: sizes.filter((s) => s.passes).map((s) => s.blade),
    limit: first < 0 ? {} : { below: closing(sizes[first - 1]), above: closing(sizes[last + 1]) },
    inputs: { group, sizes },
    limits: rows,
  }
}

const placesOf = (sizes: readonly WindowSize[], id: LimitId, state: Margin['state']) =>
  sizes.flatMap((s, i) => (s.margins.some((m) => m.limit === id && m.state === state) ? [i] : []))

export interface Collision {
  group: string
  /** takes away the small end, and the smallest size it leaves; undefined where it leaves none */
  below?: { limit: LimitId; from?: Blade }
  /** takes away the big end, and the largest size it leaves */
  above?: { limit: LimitId; to?: Blade }
  /** takes away every size */
  whole?: Margin
  /** size that comes closest, and what it still fails */
  nearest?: { blade: Blade; fails: Margin[] }
}

/** Why a window is empty: which limits collide and by how much. Undefined where it is not empty. */
export function collision(window: SizeWindow, job?: Job): Collision | undefined {
  const { sizes, group } = window.inputs
  if (window.value.length || !sizes.length) return undefined
  // e-folds short of what is possible, over all limits; what stops every size alike leaves the one most would clamp
  const miss = ({ margins, blade }: WindowSize) =>
    margins.reduce((t, m) => t + (stops(m) ? Math.log(m.least / Math.max(m.have, m.least / 99)) : 0), 0) +
    (job ? 1e-3 * Math.abs(offHabit(job, blade)) : 0)
  const nearestSize = sizes.reduce((a, b) => (miss(b) < miss(a) ? b : a))
  const byEnd = (closes: WindowLimit['closes']) => window.limits.filter((l) => l.closes === closes && l.fails.length)
  // the binding one is the one that takes most sizes
  const most = (ls: WindowLimit[]) =>
    ls.reduce<WindowLimit | undefined>((a, l) => (!a || l.fails.length > a.fails.length ? l : a), undefined)
  const low = most(byEnd('below'))
  const high = most(byEnd('above'))
  const wholeLimit = byEnd('whole').find((l) => l.fails.length === sizes.length)
  const left = (l: WindowLimit) => sizes.filter((_, i) => !l.fails.includes(i)).map((s) => s.blade)
  return {
    group,
    below: low && { limit: low.id, from: left(low)[0] },
    above: high && { limit: high.id, to: left(high).at(-1) },
    whole: wholeLimit && sizes[0]!.margins.find((m) => m.limit === wholeLimit.id),
    nearest: { blade: nearestSize.blade, fails: nearestSize.margins.filter(stops) },
  }
}
