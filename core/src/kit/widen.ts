import type { Beliefs } from '../belief/index.js'
import { blades as catalogue, type Blade } from '../blade/index.js'
import { bladesShare } from '../cut/index.js'
import { onSaw, rankBlades, type Evaluation, type Ranked } from '../choose/index.js'
import { heights, type Job } from '../job/index.js'
import { clampTrouble, isStrung, type Saw, hasSpeed, isScrollSaw, isHandSaw } from '../saw/index.js'
import { bestKit, well, WELL } from './kit.js'

/** What one could buy or change. */
export const purchaseKinds = ['blade', 'kit', 'holder', 'throat', 'capacity', 'speed', 'tension', 'saw', 'drill'] as const
export type PurchaseKind = (typeof purchaseKinds)[number]
export interface Purchase {
  id: string
  kind: PurchaseKind
  /** the saw that is changed or replaced, by id; absent: a saw beside the others, or no saw at all */
  of?: string
  /** that saw as it would be, or the new one */
  saw?: Saw
  /** kinds of blade that come with it */
  blades?: readonly Blade[]
  /** a drill that fine, mm */
  drill?: number
  /** in the user's money; absent: not said */
  price?: number
}
/** A kind of work as it may be widened. */
export interface WidenWork {
  job: Job
  /** a year, as it is done today; 0 where nobody can tell */
  minutes: number
  /** pieces a year: what an opened job whose minutes nobody can tell is counted by; absent: one */
  yearly?: number
  /** how far the piece reaches behind the blade at worst, mm */
  reach?: number
}
export interface Widened<W extends WidenWork> {
  change: Purchase
  /** work nothing in the shop does today, and this would */
  opens: W[]
  /** minutes a year of that work */
  opened: number
  /** minutes a year saved of work that is done today */
  saves: number
  /** price for an hour saved in its first year; undefined where no price is said or nothing is saved */
  perHour?: number
}
export interface WidenAsked<W extends WidenWork> {
  jobs: readonly W[]
  changes: readonly Purchase[]
  /** kinds of blade in the drawer; absent: all there are */
  blades?: readonly Blade[]
  /** saws that stand in the shop beside the jobs’ own */
  saws?: readonly Saw[]
  /** finest drill there is, mm */
  finest?: number
  beliefs?: Beliefs
}

const ROUGHER = 1.25 // times the ridges or tear-out at which another way’s edge is no longer as good; estimate
const SURELY = 0.9 // of today’s time, above which the doubt of the constants decides; estimate

const soonest = (of: readonly Evaluation[]): Evaluation | undefined =>
  of.reduce<Evaluation | undefined>((a, b) => (!a || bladesShare(b.time) < bladesShare(a.time) ? b : a), undefined)
/** The soonest of what does a job well: how it is done today. */
const usual = (all: readonly Ranked[]) => soonest(well(all))
/** Edge and faces about as good, and no hotter than it was. */
const asGood = (now: Evaluation, was: Evaluation) =>
  now.edge.ridge <= ROUGHER * was.edge.ridge &&
  now.edge.tear <= ROUGHER * was.edge.tear &&
  (!now.speed.trouble || was.speed.trouble !== undefined)
/** Drill and throat, which no limit of a blade asks. */
const roomFor = ({ job, reach }: WidenWork, saw: Saw, finest = 0): boolean =>
  !(job.cut.kind === 'pierced' && job.cut.hole !== undefined && job.cut.hole < finest) &&
  !(reach !== undefined && isStrung(saw) && reach > saw.throat)

/** The work on a saw as it would be: another saw takes another’s job over, a changed one its own. */
export function changedJob(job: Job, change: Purchase): Job | undefined {
  if (!change.saw) return job
  if (change.of !== undefined && change.of !== job.saw.id) return undefined
  return change.of === undefined ? onSaw(job, change.saw) : { ...job, saw: change.saw }
}

/**
 * What each change would open and save, from the user’s own work: the greatest first. Work is done on its own saw, or
 * another of the shop that does it as well and sooner; a change saves only where the edge is about as good and the time surely less.
 * @returns a row for each change, also for those that are worth nothing
 */
export function widen<W extends WidenWork>({ jobs, changes, blades = catalogue, saws = [], finest, beliefs }: WidenAsked<W>): Widened<W>[] {
  // what a saw was found to be like may be the hand that guides it: another of its kind is taken to be no better
  const asKnown = (job: Job, was: Job): Job => {
    const mine = [was.saw, ...saws].find((s) => s.kind === job.saw.kind)
    return mine ? { ...job, saw: { ...job.saw, id: mine.id } } : job
  }
  /** every way to do it there, refused blades aside */
  const on = (w: W, job: Job, using: readonly Blade[], drill = finest): Ranked[] =>
    roomFor(w, job.saw, drill) ? rankBlades(job, { blades: using, beliefs }).value : []
  const today = jobs.map((w) => {
    const own = on(w, w.job, blades)
    const others = saws.filter((s) => s.id !== w.job.saw.id).flatMap((s) => on(w, asKnown(onSaw(w.job, s), w.job), blades))
    const way = usual(own) ?? usual(others)
    // what the shop can do as well and sooner is no gain of anything bought
    return way && { way, best: soonest([...own, ...others].filter((o) => asGood(o, way)))! }
  })
  return changes
    .map((change): Widened<W> => {
      const opens: W[] = []
      let [opened, saves] = [0, 0]
      jobs.forEach((w, i) => {
        const job = changedJob(w.job, change)
        const more = change.blades && [...new Map([...blades, ...change.blades].map((b) => [b.id, b])).values()]
        const then = job ? on(w, asKnown(job, w.job), more ?? blades, change.drill) : []
        const was = today[i]
        if (!was) {
          const first = usual(then)
          if (!first) return
          opens.push(w)
          opened += w.minutes || ((w.yearly ?? 1) * first.time.total) / 60
          return
        }
        const now = soonest(then.filter((t) => asGood(t, was.way)))
        const shorter = now && bladesShare(was.best.time) - bladesShare(now.time)
        if (shorter && bladesShare(now.time) < SURELY * bladesShare(was.best.time)) saves += (w.minutes * shorter) / was.way.time.total
      })
      return { change, opens, opened, saves, perHour: costPerHour(saves, change.price) }
    })
    .sort((a, b) => b.saves + b.opened - (a.saves + a.opened))
}
/** Price for an hour saved in the first year; undefined where no price is said, or nothing saved. */
export const costPerHour = (saves: number, price: number | undefined): number | undefined =>
  price !== undefined && saves > 0 ? price / (saves / 60) : undefined
/** Minutes a year under which a change that opens nothing is not worth its price; estimate. */
export const WORTH = 60
export const worthBuying = <W extends WidenWork>({ opens, saves }: Widened<W>): boolean => opens.length > 0 || saves >= WORTH

export interface ShopAsked<W extends WidenWork> {
  jobs: readonly W[]
  /** what stands in the shop, and what there is */
  saws: readonly Saw[]
  known: readonly Saw[]
  owned: readonly Blade[]
  catalogue: readonly Blade[]
  finest?: number
  beliefs?: Beliefs
}
const QUICK = 3 // s for each step of a quick clamp; estimate
const FAST: [number, number] = [400, 1800] // strokes a minute of a speed control; estimate

/** Everything worth a look that this shop could buy or change, for `widen` to weigh. */
export function purchasesFor<W extends WidenWork>({ jobs, saws, known, owned, catalogue: all, finest, beliefs }: ShopAsked<W>): Purchase[] {
  const has = new Set(owned.map((b) => b.id))
  const firstOn = (job: Job) => rankBlades(job, { blades: all, beliefs }).value[0]?.blade
  const distinct = (of: readonly (Blade | undefined)[]) => [
    ...new Map(of.flatMap((b) => (b && !has.has(b.id) ? [[b.id, b] as const] : []))).values(),
  ]
  const firsts = distinct(jobs.map((w) => firstOn(w.job)))
  const single = firsts.map((b): Purchase => ({ id: `blade ${b.id}`, kind: 'blade', blades: [b] }))
  const three = jobs.length ? distinct(bestKit({ jobs, blades: all, size: 3, beliefs, within: WELL }).kit) : []
  const kit: Purchase[] = three.length > 1 ? [{ id: 'kit', kind: 'kit', blades: three }] : []
  const changed = (saw: Saw, kind: PurchaseKind, patch: Partial<Saw>, blades?: readonly Blade[]): Purchase => ({
    id: `${kind} ${saw.id}`,
    kind,
    of: saw.id,
    saw: { ...saw, ...patch } as Saw,
    blades,
  })
  const changes = saws.flatMap((saw): Purchase[] => {
    const on = jobs.filter((w) => w.job.saw.id === saw.id)
    const made: Purchase[] = []
    if (isScrollSaw(saw) && !saw.ends.includes('plain')) {
      const ends = { ends: [...saw.ends, 'plain'] } as Partial<Saw>
      made.push(changed(saw, 'holder', ends, distinct(on.map((w) => firstOn({ ...w.job, saw: { ...saw, ...ends } as Saw })))))
    }
    const far = on.reduce((m, w) => Math.max(m, w.reach ?? 0), 0)
    if (isStrung(saw) && far > saw.throat) made.push(changed(saw, 'throat', { throat: Math.ceil(far / 10) * 10 }))
    const tall = on.reduce((m, w) => Math.max(m, heights(w.job).total), 0)
    if (tall > saw.capacity) made.push(changed(saw, 'capacity', { capacity: Math.ceil(tall) }))
    if (hasSpeed(saw) && saw.speed.kind === 'steps')
      made.push(
        changed(saw, 'speed', {
          speed: { kind: 'variable', min: Math.min(FAST[0], ...saw.speed.steps), max: Math.max(FAST[1], ...saw.speed.steps) },
        } as Partial<Saw>),
      )
    if (isStrung(saw) && !saw.change.tensionReturns)
      made.push(
        changed(saw, 'tension', {
          change: {
            ...saw.change,
            tensionReturns: true,
            steps: saw.change.steps.map((s) => (s.do === 'thread' ? s : { ...s, seconds: Math.min(s.seconds, QUICK), tool: undefined })),
          },
        }),
      )
    return made
  })
  const others = known
    .filter((s) => !saws.some((mine) => mine.id === s.id) && !isHandSaw(s))
    .map((saw): Purchase => {
      // a saw none of one’s blades fits comes with the blades one would buy for it
      const fits = owned.some((b) => !clampTrouble(saw, b))
      return { id: `saw ${saw.id}`, kind: 'saw', saw, blades: fits ? undefined : distinct(jobs.map((w) => firstOn(onSaw(w.job, saw)))) }
    })
  const fine = jobs.reduce((m, { job }) => (job.cut.kind === 'pierced' && job.cut.hole ? Math.min(m, job.cut.hole) : m), Infinity)
  const drill: Purchase[] = finest !== undefined && fine < finest ? [{ id: 'drill', kind: 'drill', drill: fine }] : []
  return [...single, ...kit, ...changes, ...others, ...drill]
}
