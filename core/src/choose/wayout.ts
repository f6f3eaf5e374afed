import { bisect } from '../number/index.js'
import { blades as catalogue, startingHole, turnRadius, type Blade } from '../blade/index.js'
import { type LimitId, isPowered, turnForClearance, type Saw } from '../saw/index.js'
import { scaled } from '../stock/index.js'
import { drawnRadius, heights, type Job } from '../job/index.js'
import { leastWeb, limitById, limitsOf, passes, stops, usable } from './limit.js'
import { onSaw } from './onSaw.js'
import { evaluate, type Evaluation } from './evaluate.js'

export type WayKind =
  | 'turn-blade'
  | 'backing'
  | 'pivot'
  | 'worked'
  | 'rougher'
  | 'fresh-blade'
  | 'gentler-curve'
  | 'thinner'
  | 'fewer-sheets'
  | 'hole'
  | 'edge-entry'
  | 'wider-web'
  | 'saw'
/** One change that makes the job possible, checked by reckoning it: `job` is ready to be put in place. */
export interface WayOut {
  kind: WayKind
  from?: number
  to?: number
  saw?: Saw
  job: Job
  opens: number
}

/** Limits that stop every blade this saw can clamp and that suits the stock, most stubborn first. */
export function stoppers(job: Job, blades: readonly Blade[] = catalogue): LimitId[] {
  const fit = blades.filter((b) => usable(job, b))
  if (!fit.length) return blades.some((b) => !stops(limitById('end').test(job, b)!)) ? ['material'] : ['end']
  const count = limitsOf(job.saw).map((l) => ({
    id: l.id,
    fails: fit.filter((b) => {
      const m = l.test(job, b)
      return m && stops(m)
    }).length,
  }))
  return count
    .filter((c) => c.fails)
    .sort((a, b) => b.fails - a.fails)
    .map((c) => c.id)
}

/** Nearest value to `from` at which the job passes, found by halving; undefined where even `far` does not. */
function threshold(opens: (x: number) => boolean, from: number, far: number): number | undefined {
  if (!opens(far)) return undefined
  // to about 1 %, then rounded down to what one can buy
  return bisect(opens, from, far, 6)[1]
}

/**
 * Ways to make an impossible job possible, each verified. Changes of manner come first, then of the piece,
 * then of the saw.
 * @param saws the user's saws
 */
export function waysOut(job: Job, saws: readonly Saw[], blades: readonly Blade[] = catalogue): WayOut[] {
  // only another saw changes which blades can be clamped
  const fit = blades.filter((b) => usable(job, b))
  const count = (j: Job) => (j.saw === job.saw ? fit : blades).filter((b) => passes(j, b)).length
  const can = (j: Job) => fit.some((b) => passes(j, b))
  const stopped = stoppers(job, blades)
  const { cut, stock } = job
  const ways: WayOut[] = []
  const offer = (kind: WayKind, j: Job, rest: Partial<WayOut> = {}) => {
    const opens = count(j)
    if (opens) ways.push({ kind, job: j, opens, ...rest })
  }
  const withCut = (patch: Partial<Job['cut']>): Job => ({ ...job, cut: { ...cut, ...patch } })

  if (job.saw.kind === 'frame' && cut.lie && stopped.includes('frame')) {
    const turned = turnForClearance(job.saw, cut.lie)
    if (turned) offer('turn-blade', { ...job, turned }, { to: turned })
  }
  if (cut.radius !== undefined) {
    if (cut.turn === 'flowing') offer('worked', withCut({ turn: 'worked' }))
    if (cut.turn !== 'pivot') offer('pivot', withCut({ turn: 'pivot' }))
  }
  if (stopped.includes('teeth') && isPowered(job.saw) && heights(job).total < THIN)
    offer('backing', withCut({ backing: SCRAP }), { to: SCRAP })
  if (cut.finish !== 'rough') offer('rougher', withCut({ finish: 'rough' }))
  if (job.wear > 0) offer('fresh-blade', { ...job, wear: 0 })
  if (stopped.includes('hole') && cut.hole !== undefined) {
    offer('edge-entry', withCut({ hole: undefined, kind: 'outline' }))
    const free = withCut({ hole: undefined })
    const needs = fit.filter((b) => passes(free, b)).map(startingHole)
    const to = up(Math.min(...needs))
    if (needs.length) offer('hole', withCut({ hole: to }), { from: cut.hole, to })
  }
  if (cut.web !== undefined && stopped.includes('web')) {
    const free = withCut({ web: undefined })
    const to = up(Math.min(...fit.filter((b) => passes(free, b)).map((b) => leastWeb(free, b).least)))
    if (to <= cut.web * FAR) offer('wider-web', withCut({ web: to }), { from: cut.web, to })
  }
  if (cut.radius !== undefined) {
    const free = withCut({ radius: undefined })
    const drawn = (b: Blade) => drawnRadius(cut, b, turnRadius(b, cut.turn) ?? Infinity)
    const to = up(Math.min(...fit.filter((b) => passes(free, b)).map(drawn)))
    if (to > cut.radius && to <= Math.max(cut.radius, 0.5) * FAR) offer('gentler-curve', withCut({ radius: to }), { from: cut.radius, to })
  }
  if (stock.form === 'stack') {
    for (let sheets = stock.sheets - 1; sheets >= 1; sheets--) {
      const fewer: Job = { ...job, stock: { ...stock, sheets } }
      if (can(fewer)) {
        offer('fewer-sheets', fewer, { from: stock.sheets, to: sheets })
        break
      }
    }
  } else if (stock.form !== 'tube' && stock.form !== 'rod') {
    const to = threshold((f) => can({ ...job, stock: scaled(stock, f) }), 1, 0.25)
    const thickness = to && Math.floor(stock.thickness * to * 10) / 10
    if (thickness) offer('thinner', { ...job, stock: { ...stock, thickness } }, { from: stock.thickness, to: thickness })
  }
  // stress and strokes a minute belong to the saw they were set on
  for (const saw of saws) if (saw.id !== job.saw.id) offer('saw', onSaw(job, saw), { saw })
  return ways
}
const up = (x: number) => Math.ceil(x * 10) / 10
const THIN = 6 // mm; thicker stock carries its own teeth
const SCRAP = 6 // mm of ply or hardboard under it
const FAR = 12 // times what was asked; beyond, it is another piece

export interface MakeDo {
  evaluation: Evaluation
  /** what was changed to make it do, and the job with that */
  changes: ('stress' | 'pivot' | 'ordinary' | 'rough')[]
  job: Job
}

/**
 * The owned blade that can be made to do, with the least change of manner: more tension, pivoted corners, a
 * rougher finish; strokes and feed follow. Undefined where no owned blade can.
 */
export function makeDo(job: Job, owned: readonly Blade[], top: (blade: Blade) => number): MakeDo | undefined {
  const pivot = (j: Job): Job => ({ ...j, cut: { ...j.cut, turn: 'pivot' } })
  const finish =
    (f: Job['cut']['finish']) =>
    (j: Job): Job => ({ ...j, cut: { ...j.cut, finish: f } })
  const tries: { changes: MakeDo['changes']; change(j: Job, b: Blade): Job }[] = [
    { changes: [], change: (j) => j },
    { changes: ['stress'], change: (j, b) => ({ ...j, stress: top(b) }) },
    { changes: ['ordinary'], change: finish('ordinary') },
    { changes: ['pivot'], change: pivot },
    { changes: ['rough'], change: finish('rough') },
    { changes: ['pivot', 'stress'], change: (j, b) => ({ ...pivot(j), stress: top(b) }) },
    { changes: ['pivot', 'rough'], change: (j) => finish('rough')(pivot(j)) },
  ]
  for (const { changes, change } of tries) {
    const done = owned
      .map((b) => ({ b, j: { ...change(job, b), spm: undefined } }))
      .filter(({ b, j }) => passes(j, b))
      .map(({ b, j }) => ({ evaluation: evaluate(j, b), job: j, changes }))
    if (done.length) return done.reduce((a, d) => (d.evaluation.time.total < a.evaluation.time.total ? d : a))
  }
  return undefined
}
