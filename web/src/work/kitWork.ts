import {
  bestKit,
  LARGEST,
  demandOf,
  kitsBySchool,
  plainWork,
  purchasesFor,
  serves,
  typicalMix,
  WELL,
  widen,
  workOf,
  yearsOf,
  type Beliefs,
  type Blade,
  type Demand,
  type InDrawer,
  type Mix,
  type Planned,
  type Saw,
  type SchoolKit,
  type ShopAsked,
  type Served,
  type Kit,
  type Widened,
  type YearsWork,
} from '@green-pitch/core'
import { db } from '../data/db'
import type { PatternRecord } from '../data/records'

/** A kind of work of the year; `reach` is how far its board goes behind the blade, where a pattern tells it, mm. */
export type WorkRow = YearsWork & { reach?: number; jobId?: string }
export interface Year {
  work: WorkRow[]
  /** years the log speaks for; 0 where it is empty */
  years: number
  /** it is a typical mix: nothing is logged or planned */
  typical: boolean
}
export interface YearAsked {
  yearly: Record<string, number>
  makes: Mix['id'][]
  saws: Saw[]
  /** ids of the kinds in the drawer, those that are out among them, and of those that are to come into it */
  owned: string[]
  beliefs?: Beliefs
  now: number
}
/** The kit of every size, and how each job fares with it. */
export type KitAnswer = (Kit['curve'][number] & { served: Served[] })[]

/** Half the diagonal of a pattern’s board: so far it reaches at least, turned about its middle. */
function reachOf({ lines, stretch, layout }: PatternRecord): number | undefined {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { points } of lines)
    for (let i = 0; i < points.length; i += 2) {
      minX = Math.min(minX, points[i]!)
      maxX = Math.max(maxX, points[i]!)
      minY = Math.min(minY, points[i + 1]!)
      maxY = Math.max(maxY, points[i + 1]!)
    }
  if (!(maxX > minX || maxY > minY)) return undefined
  const side = (span: number, n: number) => n * span * stretch + (n - 1) * layout.gap + 2 * layout.margin
  return Math.hypot(side(maxX - minX, layout.across), side(maxY - minY, layout.down)) / 2
}

/** What is reckoned from a whole year of work, off the interface’s thread. */
export const kitWork = {
  /** The year as log and plans tell it, read from storage; a typical mix where there is neither. */
  async year({ yearly, makes, saws, owned, beliefs, now }: YearAsked): Promise<Year> {
    const [entries, jobs, patterns] = await Promise.all([db.log.toArray(), db.jobs.toArray(), db.patterns.toArray()])
    const planned = jobs.map((r): Planned => ({
      jobId: r.id,
      title: r.name,
      job: r.ticket.job,
      blade: r.ticket.blade,
      yearly: yearly[r.id] ?? 1,
    }))
    const reach = new Map(patterns.map((p) => [p.id, reachOf(p)]))
    const kinds = new Set(owned)
    const told = workOf(entries, planned, now, beliefs, kinds).map((w): WorkRow => ({ ...w, reach: reach.get(w.jobId) }))
    if (entries.length) return { work: told, years: yearsOf(entries, now), typical: false }
    if (!makes.length) return { work: told, years: 0, typical: false }
    return { work: plainWork(typicalMix(makes, saws), beliefs, kinds), years: 0, typical: true }
  },
  /** The kit of every size. */
  kit(work: WorkRow[], blades: Blade[], keep: string[], beliefs: Beliefs | undefined, progress: (share: number) => void): KitAnswer {
    const asked = { jobs: work, blades, beliefs, within: WELL }
    const { curve } = bestKit({ ...asked, size: LARGEST, keep, progress })
    const kits = curve.map((c) => c.kit)
    return serves(asked, kits).map((served, i) => ({ ...curve[i]!, served }))
  },
  schools: (work: WorkRow[], blades: Blade[], size: number, owned: string[], beliefs?: Beliefs): SchoolKit[] =>
    kitsBySchool(work, blades, size, beliefs, WELL, new Set(owned)),
  demand: (work: WorkRow[], drawer: InDrawer[], days: number, months: number, beliefs?: Beliefs): Demand[] =>
    demandOf({ uses: work.flatMap((w) => w.uses), drawer, days, months, beliefs }),
  worth(work: WorkRow[], shop: Omit<ShopAsked<WorkRow>, 'jobs' | 'beliefs'>, beliefs?: Beliefs): Widened<WorkRow>[] {
    const changes = purchasesFor({ jobs: work, ...shop, beliefs })
    return widen({ jobs: work, changes, blades: shop.owned, saws: shop.saws, finest: shop.finest, beliefs })
  },
}
export type KitWork = typeof kitWork
