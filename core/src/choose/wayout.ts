import { bisect } from '../number/index.js'
import { blades as catalogue, startingHole, turnRadius, type Blade } from '../blade/index.js'
import { isHandFrame, type LimitId, shortenedTo, turnForClearance, type Saw } from '../saw/index.js'
import { crossing, scaled } from '../stock/index.js'
import { drawnRadius, drawnWeb, finishes, heights, recut, type Cut, type Job } from '../job/index.js'
import { limitById, limitsOf, passesUsable, usable } from './limit.js'
import { stops } from './margin.js'
import { leastWeb } from './ofCut.js'
import { onSaw } from './onSaw.js'

/** What a way out changes: the manner of cutting, the piece, or the saw. */
export type WayGroup = 'manner' | 'piece' | 'saw'
export const wayKinds = [
  'turn-blade',
  'backing',
  'pivot',
  'worked',
  'rougher',
  'fresh-blade',
  'edge-entry',
  'hole',
  'wider-web',
  'gentler-curve',
  'fewer-sheets',
  'thinner',
  'shorter-board',
  'saw',
] as const
export type WayKind = (typeof wayKinds)[number]

/** A change of the job, from what to what; lengths mm, angles degrees. */
export interface WayStep {
  kind: WayKind
  group: WayGroup
  from?: number
  to?: number
  saw?: Saw
}
/** One change that makes the job possible, or two where no single one does, checked by reckoning: `job` is ready to be put in place. */
export interface WayOut extends WayStep {
  and?: WayStep
  job: Job
  opens: number
}

/** Whether one limit stops a blade in a job; one that has nothing to say there does not. */
const stopped = (job: Job, blade: Blade, id: LimitId): boolean => {
  const margin = limitById(id).test(job, blade)
  return margin !== undefined && stops(margin)
}

/** Limits that stop every blade this saw can clamp and that suits the stock, most stubborn first. */
export function stoppers(job: Job, blades: readonly Blade[] = catalogue): LimitId[] {
  const fit = blades.filter((b) => usable(job, b))
  if (!fit.length) return blades.some((b) => !stops(limitById('end').test(job, b)!)) ? ['material'] : ['end']
  return limitsOf(job.saw)
    .map(({ id }) => ({ id, fails: fit.filter((b) => stopped(job, b, id)).length }))
    .filter((c) => c.fails)
    .sort((a, b) => b.fails - a.fails)
    .map((c) => c.id)
}

interface Change {
  kind: WayKind
  group: WayGroup
  /** the one limit it can cure; not tried where no blade fails that; absent: it may cure several */
  cures?: LimitId
  /** the job changed so, with what it was changed from and to; undefined where there is nothing to change, or no change of this kind opens a way */
  apply(job: Job, blades: readonly Blade[]): (Pick<WayStep, 'from' | 'to'> & { job: Job }) | undefined
}
const withCut = (job: Job, patch: Partial<Cut>): Job => ({ ...job, cut: recut(job.cut, patch) })
/** Of blades the saw can clamp and that suit the stock, those that do it; and whether any does. */
const fitting = (job: Job, blades: readonly Blade[]) => blades.filter(passesUsable(job))
const anyFits = (job: Job, blades: readonly Blade[]) => blades.some(passesUsable(job))
const up = (x: number) => Math.ceil(x * 10) / 10
const THIN = 6 // mm; thicker stock carries its own teeth
const SCRAP = 6 // mm of ply or hardboard under it
const FAR = 12 // times what was asked; beyond, it is another piece
/** Of its thickness, tried from the thick end; where neither the thinnest nor half of it goes, none does. */
const HALF = 0.5
const SHARES = [0.95, 0.88, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 1 / FAR]

/** Changes of manner first, then of the piece; the saw is another matter. */
const changes: readonly Change[] = [
  {
    kind: 'turn-blade',
    group: 'manner',
    cures: 'frame',
    apply(job) {
      if (!isHandFrame(job.saw) || !job.cut.lie) return undefined
      const turned = turnForClearance(job.saw, job.cut.lie)
      return turned ? { job: { ...job, turned }, to: turned } : undefined
    },
  },
  {
    kind: 'worked',
    group: 'manner',
    cures: 'turn',
    apply: (job) => (job.cut.radius !== undefined && job.cut.turn === 'flowing' ? { job: withCut(job, { turn: 'worked' }) } : undefined),
  },
  {
    kind: 'pivot',
    group: 'manner',
    cures: 'turn',
    apply: (job) => (job.cut.radius !== undefined && job.cut.turn !== 'pivot' ? { job: withCut(job, { turn: 'pivot' }) } : undefined),
  },
  {
    kind: 'backing',
    group: 'manner',
    cures: 'teeth',
    apply: (job) => (heights(job).total < THIN && !job.cut.backing ? { job: withCut(job, { backing: SCRAP }), to: SCRAP } : undefined),
  },
  {
    kind: 'rougher',
    group: 'manner',
    apply(job, blades) {
      const rougher = finishes.slice(finishes.indexOf(job.cut.finish) + 1).map((finish) => withCut(job, { finish }))
      // the last of them is tried by whoever takes it up
      const made = rougher.slice(0, -1).find((j) => anyFits(j, blades)) ?? rougher.at(-1)
      return made && { job: made }
    },
  },
  { kind: 'fresh-blade', group: 'manner', apply: (job) => (job.wear > 0 ? { job: { ...job, wear: 0 } } : undefined) },
  {
    kind: 'edge-entry',
    group: 'manner',
    cures: 'hole',
    apply: (job) =>
      job.cut.kind === 'pierced' && job.cut.hole !== undefined ? { job: withCut(job, { hole: undefined, kind: 'outline' }) } : undefined,
  },
  {
    kind: 'hole',
    group: 'manner',
    cures: 'hole',
    apply(job, blades) {
      const { hole } = job.cut
      if (hole === undefined) return undefined
      const to = up(Math.min(...fitting(withCut(job, { hole: undefined }), blades).map(startingHole)))
      return to > hole && to <= hole * FAR ? { job: withCut(job, { hole: to }), from: hole, to } : undefined
    },
  },
  {
    kind: 'wider-web',
    group: 'piece',
    cures: 'web',
    apply(job, blades) {
      const { web } = job.cut
      if (web === undefined) return undefined
      const free = withCut(job, { web: undefined })
      const to = up(Math.min(...fitting(free, blades).map((b) => drawnWeb(free.cut, b, leastWeb(free, b).least))))
      return to > web && to <= web * FAR ? { job: withCut(job, { web: to }), from: web, to } : undefined
    },
  },
  {
    kind: 'gentler-curve',
    group: 'piece',
    cures: 'turn',
    apply(job, blades) {
      const { radius, turn } = job.cut
      if (radius === undefined) return undefined
      const free = withCut(job, { radius: undefined })
      const drawn = (b: Blade) => drawnRadius(job.cut, b, turnRadius(b, turn) ?? Infinity)
      const to = up(Math.min(...fitting(free, blades).map(drawn)))
      return to > radius && to <= Math.max(radius, 0.5) * FAR ? { job: withCut(job, { radius: to }), from: radius, to } : undefined
    },
  },
  {
    kind: 'fewer-sheets',
    group: 'piece',
    apply(job, blades) {
      const { stock } = job
      if (stock.form !== 'stack') return undefined
      for (let sheets = stock.sheets - 1; sheets >= 1; sheets--) {
        const fewer: Job = { ...job, stock: { ...stock, sheets } }
        if (anyFits(fewer, blades)) return { job: fewer, from: stock.sheets, to: sheets }
      }
      return undefined
    },
  },
  {
    kind: 'thinner',
    group: 'piece',
    apply(job, blades) {
      const { stock } = job
      if (stock.form === 'stack' || stock.form === 'tube') return undefined
      const size = stock.form === 'rod' ? 'diameter' : 'thickness'
      const was = crossing(stock).total
      const can = (f: number) => anyFits({ ...job, stock: scaled(stock, f) }, blades)
      // from the thick end, since what is thin can be too thin again: no more is asked than is missing
      if (!can(SHARES.at(-1)!) && !can(HALF)) return undefined
      const at = SHARES.findIndex(can)
      // to about 1 %, then rounded down to what one can buy
      const to = Math.floor(was * bisect(can, SHARES[at - 1] ?? 1, SHARES[at]!, 5)[1] * 10) / 10
      return to > 0 ? { job: { ...job, stock: { ...stock, [size]: to } }, from: was, to } : undefined
    },
  },
  {
    kind: 'shorter-board',
    group: 'piece',
    cures: 'swing',
    apply(job) {
      const { board } = job.cut
      const to = board && shortenedTo(board, job.saw, 'both-ways')
      return to === undefined ? undefined : { job: withCut(job, { board: { ...board!, length: to } }), from: board!.length, to }
    },
  },
]

/**
 * Ways to make an impossible job possible, each verified. Changes of manner come first, then of the piece, then of the saw;
 * where no single change helps, two together. Empty where no saw among these does it in any way known here.
 * @param saws the user's saws
 */
export function waysOut(job: Job, saws: readonly Saw[], blades: readonly Blade[] = catalogue): WayOut[] {
  const held = new Map<Saw, readonly Blade[]>()
  const heldBy = (j: Job) => {
    const known = held.get(j.saw) ?? blades.filter((b) => usable(j, b))
    held.set(j.saw, known)
    return known
  }
  const opened = (step: WayStep, changed: Job, and?: WayStep): WayOut[] => {
    const opens = fitting(changed, heldBy(changed)).length
    return opens ? [{ ...step, and, job: changed, opens }] : []
  }
  const walls = new Map<Job, LimitId[]>()
  /** limits that stop every blade by themselves: who cures another one opens nothing alone */
  const wallsOf = (j: Job) => {
    const known = walls.get(j) ?? limitsOf(j.saw).flatMap(({ id }) => (heldBy(j).every((b) => stopped(j, b, id)) ? [id] : []))
    walls.set(j, known)
    return known
  }
  const leavesWall = ({ cures }: Change, j: Job) => cures !== undefined && wallsOf(j).some((id) => id !== cures)
  /** a change of a job, as a step and what it makes of the job; undefined where it has nothing to cure */
  const stepOf = ({ kind, group, cures, apply }: Change, j: Job): { step: WayStep; job: Job } | undefined => {
    const made = cures && !heldBy(j).some((b) => stopped(j, b, cures)) ? undefined : apply(j, heldBy(j))
    return made && { step: { kind, group, from: made.from, to: made.to }, job: made.job }
  }
  // stress and strokes a minute belong to the saw they were set on
  const others = saws
    .filter((s) => s.id !== job.saw.id)
    .map((saw) => ({ step: { kind: 'saw', group: 'saw', saw } as WayStep, job: onSaw(job, saw), alone: true }))

  const firsts = [
    ...changes.flatMap((change) => {
      const made = stepOf(change, job)
      return made ? [{ ...made, alone: !leavesWall(change, job) }] : []
    }),
    ...others,
  ]
  const single = firsts.flatMap(({ step, job: changed, alone }) => (alone ? opened(step, changed) : []))
  if (single.length) return single
  // of each pair of kinds, and of each saw, one is enough to go on with
  const seen = new Set<string>()
  const pairs: WayOut[] = []
  for (const { step, job: changed } of firsts)
    for (const change of changes) {
      const key = step.saw?.id ?? [step.kind, change.kind].sort().join()
      if (pairs.length === MANY || change.kind === step.kind || seen.has(key) || leavesWall(change, changed)) continue
      const second = stepOf(change, changed)
      const found = second && opened(step, second.job, second.step)
      if (!found?.length) continue
      seen.add(key)
      pairs.push(...found)
    }
  return pairs
}
const MANY = 6 // pairs of changes a reader can choose among
