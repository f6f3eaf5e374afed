import type { Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { rankBlades } from '../choose/index.js'
import { grouped } from '../number/index.js'
import { heights, type Job } from '../job/index.js'
import { billOf } from '../bill/index.js'
import type { LogEntry } from '../log/index.js'
import { well } from './kit.js'
import type { NamedWork } from './mix.js'

/** A job that is planned, made so often a year; its minutes are foretold where its log does not tell them. */
export interface Planned {
  jobId: string
  title: string
  job: Job
  /** chosen blade; absent: the first suggested */
  blade?: Blade
  /** pieces a year */
  yearly: number
}
/** A blade at work: how often a year, and the minutes of sawing one cut takes it. */
export interface Use {
  job: Job
  blade: Blade
  /** cuts a year; and on how many occasions how many were logged, where that tells it */
  yearly: number
  logged?: { cuts: number; occasions: number }
  /** min on the blade, one cut */
  minutes: number
}
/** One kind of work of a year, and the blades it is done with. */
export interface YearsWork extends NamedWork {
  /** cuts a year */
  yearly: number
  uses: Use[]
  /** the job it was last done for, or is planned as */
  jobId: string
  from: 'log' | 'plan'
}

const DAY = 86_400_000
const YEAR = 365.25 * DAY
const SHORTEST = 0.25 // years a log counts for at least: three cuts in a week are no three hundred a year; estimate
const LONGEST = 2 // years back a log is looked at; estimate
const ALIKE = 0.35 // e-folds of height or radius within which cuts are one kind of work; estimate

/** Years the log speaks for. */
export function yearsOf(entries: readonly LogEntry[], now: number): number {
  const first = entries.reduce((t, e) => Math.min(t, e.at), now)
  return Math.min(LONGEST, Math.max(SHORTEST, (now - first) / YEAR))
}

/** Work to come, done with this blade: `yearly` times a year where that is said, else as often as its minutes come to. */
function coming(w: NamedWork & { jobId: string; yearly?: number }, blade: Blade | undefined, beliefs: Beliefs | undefined): YearsWork {
  const { title, job, jobId } = w
  if (!blade) return { title, jobId, job, minutes: w.minutes, yearly: w.yearly ?? 1, uses: [], from: 'plan' }
  const { sawing, total } = billOf(job, blade, { beliefs })
  const yearly = w.yearly ?? (60 * w.minutes) / total.median
  const minutes = w.yearly === undefined ? w.minutes : (yearly * total.median) / 60
  return { title, jobId, job, minutes, yearly, uses: [{ job, blade, yearly, minutes: sawing.median / 60 }], from: 'plan' }
}
/**
 * Work that is only named by its minutes a year, and the blades it would be done with.
 * @param owned ids of blades one has or means to have: one of them is taken where it does the work well
 */
export const plainWork = (named: readonly NamedWork[], beliefs?: Beliefs, owned?: ReadonlySet<string>): YearsWork[] =>
  named.map((w) => coming({ ...w, jobId: '' }, bladeFor(w.job, beliefs, owned), beliefs))

const step = (x: number | undefined) => (x === undefined || !(x > 0) ? '' : Math.round(Math.log(x) / ALIKE))
/** What makes two cuts one kind of work: saw, stock, about the same height and curve, the same finish. */
function kindOf({ stock, cut, saw }: Job): string {
  return [
    saw.id,
    stock.material.id,
    stock.form,
    step(heights({ stock, cut }).total),
    step(cut.radius),
    cut.kind,
    cut.grain ?? '',
    cut.finish,
  ].join()
}
const APART = 3 // days between cuts of one occasion at most; estimate
/** Work comes in bursts: how many there were. */
function occasionsOf(entries: readonly LogEntry[]): number {
  const at = entries.map((e) => e.at).sort((a, b) => a - b)
  return at.filter((t, i) => i === 0 || t - at[i - 1]! > APART * DAY).length
}
/** min of sawing and threading, and clean-up */
const told = (e: LogEntry) => e.minutes + e.cleanUpMinutes

/** The first suggested of what one has that does it well, else the first of all. */
function bladeFor(job: Job, beliefs: Beliefs | undefined, owned: ReadonlySet<string> | undefined): Blade | undefined {
  const { value } = rankBlades(job, { beliefs })
  return (well(value).find((r) => owned?.has(r.blade.id)) ?? value[0])?.blade
}

/**
 * A year of work as the log tells it, and what is planned beside it. Cuts of one kind are put together; their minutes add up with
 * the log's, for the time it speaks for. A planned job that was never logged counts with its foretold time; one that was takes its
 * place in the log. Most minutes first.
 * @param now ms since 1970
 * @param owned ids of blades one has: a planned job is done with one of them where that does it well
 */
export function workOf(
  entries: readonly LogEntry[],
  planned: readonly Planned[],
  now: number,
  beliefs?: Beliefs,
  owned?: ReadonlySet<string>,
): YearsWork[] {
  const years = yearsOf(entries, now)
  const lately = entries.filter((e) => e.at >= now - LONGEST * YEAR)
  const logged = grouped(lately, (e) => kindOf(e.job)).map((same): YearsWork => {
    const newest = same.reduce((a, b) => (b.at > a.at ? b : a))
    const minutes = same.reduce((t, e) => t + told(e), 0) / years
    const uses = grouped(same, (e) => e.blade.id).map((by): Use => ({
      job: by[0]!.job,
      blade: by[0]!.blade,
      yearly: by.length / years,
      logged: { cuts: by.length, occasions: occasionsOf(by) },
      minutes: by.reduce((t, e) => t + e.minutes, 0) / by.length,
    }))
    return { title: newest.title, jobId: newest.jobId, job: newest.job, minutes, yearly: same.length / years, uses, from: 'log' }
  })
  const done = new Set(lately.map((e) => e.jobId))
  const kinds = new Set(lately.map((e) => kindOf(e.job)))
  const ahead = planned
    .filter((p) => p.yearly > 0 && !done.has(p.jobId) && !kinds.has(kindOf(p.job)))
    .map((p) => coming({ ...p, minutes: 0 }, p.blade ?? bladeFor(p.job, beliefs, owned), beliefs))
  return [...logged, ...ahead].sort((a, b) => b.minutes - a.minutes)
}
