import { levelsOf, scatter, spreads, systemOf, type Change, type Effect, type Response, type System } from '../belief/index.js'
import { cutTime, edgeForecast, gradesOf, maxChipLoad, speedBand, steadyFeed, type EdgeForecast } from '../cut/index.js'
import type { Blade } from '../blade/index.js'
import { MODEL, soundJob, type Job } from '../job/index.js'
import { faceWorths, type FaceWorth, type TrialJudged } from '../trial/index.js'
import type { LogEntry } from '../log/index.js'
import { lifeOf } from './life.js'
import type { Observation, Unknowns } from './mixed.js'

/** What is predicted of a logged cut by the model as it stands, s and min. */
export interface Predicted {
  edge: EdgeForecast
  sawing: number
  threading: number
  cleanUp: number
  life: number
}
/**
 * A logged cut as it would be predicted today, for the length that was sawn; a pattern’s own reckoning, where it was made with
 * this model, goes before the job’s.
 * @throws RangeError where a figure of its job is none
 */
export function predictedOf(e: LogEntry): Predicted {
  const { job, blade } = e
  const { time, edge, feed } = predictedFor(job, blade)
  const share = e.length > 0 ? e.length / job.cut.length : 1
  const own = e.model === MODEL ? e.predicted : undefined
  return {
    edge,
    sawing: own?.sawing ?? time.cutting * share,
    threading: own?.threading ?? time.threading,
    cleanUp: own?.cleanUp ?? time.cleanUp * share,
    life: lifeOf(job, blade, feed),
  }
}

/**
 * What a job comes to with a blade. What stands against the blade is no matter here.
 * @throws RangeError where a figure of the job is none
 */
function predictedFor(job: Job, blade: Blade) {
  soundJob(job)
  const found = maxChipLoad(job, blade)
  const feed = steadyFeed(job, blade, found, speedBand(job, blade, found))
  const edge = edgeForecast(job, blade, feed.chipLoad)
  return { feed, edge, time: cutTime(job, blade, feed, edge, found), grades: gradesOf(job, blade, edge) }
}

/** A finished trial as evidence: its design and orders, the blades it compared, and the job each stock was sawn as. */
export interface TrialEvidence extends TrialJudged {
  /** ms since 1970 */
  at: number
  blades: readonly Blade[]
  /** one for each stock of the design, in its order: the test piece as it was sawn */
  jobs: readonly Job[]
  /** how far the blades lie apart by each face, where that was found before */
  worths?: readonly FaceWorth[]
  /** of single pieces, s at the saw by the watch and min of clean-up */
  pieces?: readonly { blade: string; stock: string; seconds?: number; cleanUp?: number }[]
}
const PER_WORTH = 0.7 / 1.28 // of a grade for one unit of worth: a look scatters by 1.28 of the one and 0.7 of the other

const SLIP = 3 // e-folds off: a slip of the pen, not a cut
const COUNTED = 4 // cuts that one count of strokes is worth: it hangs on no clock; estimate
const APART = 1.5 // cuts that one run is worth, timed ring by ring; estimate

/** All that the systems are solved from. */
export type Evidence = Record<System, { observations: Observation[]; unknowns: Unknowns }>
export const noEvidence = (): Evidence => {
  const none = () => ({ observations: [], unknowns: { names: [], spread: [] } })
  return { time: none(), cleanUp: none(), life: none(), edge: none(), face: none(), underside: none() }
}

type Parts = (...of: Response[]) => Observation['parts']
const WHOLE = [1]

/** Takes logged cuts up as evidence, each weighed by how long ago it was. */
export class Gathering {
  readonly evidence = noEvidence()
  private names = new Map<string, number>()
  private places = new Map<string, Map<string, number[][]>>()
  /** how many were taken up */
  private cut = 0
  constructor(
    private changes: readonly Change[],
    private fading: (at: number) => number,
  ) {}

  /** Unknowns that responses of such a cut are sums of, one part a response; cuts alike share them. */
  private placed(levels: ReturnType<typeof levelsOf>): Parts {
    const key = levels.map(([, level]) => level).join('|')
    let found = this.places.get(key)
    if (!found) this.places.set(key, (found = new Map()))
    const known = found
    return (...of) => {
      const name = of.join('+')
      let parts = known.get(name)
      if (!parts) known.set(name, (parts = of.map((r) => levels.map(([effect, level]) => this.place(r, effect, level)))))
      return parts
    }
  }
  private place(response: Response, effect: Effect, level: string): number {
    const { unknowns } = this.evidence[systemOf(response)]
    const name = `${response} ${level}`
    let i = this.names.get(name)
    if (i === undefined) {
      i = unknowns.names.push(name) - 1
      unknowns.spread.push(spreads[response][effect])
      this.names.set(name, i)
    }
    return i
  }

  /**
   * Takes up what a trial found: the time of each piece, and of faces how far each blade lies from the others, in grades,
   * against how far it was to be.
   */
  addTrial(t: TrialEvidence): void {
    const { design, blades, jobs, pieces = [] } = t
    const bladeOf = (id: string) => {
      const blade = blades.find((b) => b.id === id)
      if (!blade) throw new RangeError(`The trial’s blade “${id}” is not among its blades.`)
      return blade
    }
    for (const { blade: id, stock, seconds, cleanUp } of pieces) {
      const [job, blade] = [jobs[design.stocks.indexOf(stock)], bladeOf(id)]
      if (!job) throw new RangeError(`The trial’s stock “${stock}” is not among its stocks.`)
      const { cutting: sawing, threading, cleanUp: cleaning } = predictedFor(job, blade).time
      const placed = this.placed(levelsOf(job, blade, this.changes, t.at))
      if (seconds) this.addTook([{ took: seconds, sawing, threading }], placed, this.fading(t.at))
      if (cleanUp && cleaning) this.single(placed, this.fading(t.at))('cleanUp', ...twice(Math.log((60 * cleanUp) / cleaning)))
    }
    for (const { face, stock, arms: found } of t.worths ?? faceWorths(t)) {
      const job = jobs[design.stocks.indexOf(stock)]
      if (!job) throw new RangeError(`The trial’s stock “${stock}” is not among its stocks.`)
      const arms = found.map((f) => {
        const blade = bladeOf(f.id)
        const terms = this.placed(levelsOf(job, blade, this.changes, t.at))(face)[0]!
        const grade = predictedFor(job, blade).grades[face]
        return { grade, terms, worth: f.mean * PER_WORTH, doubt: ((f.high - f.low) / 2 / 1.28) * PER_WORTH }
      })
      const mean = (of: number[]) => of.reduce((a, b) => a + b) / of.length
      const parts = arms.map((a) => a.terms)
      const [worth, grade] = [mean(arms.map((a) => a.worth)), mean(arms.map((a) => a.grade))]
      arms.forEach((a, i) => {
        const y = a.worth - worth - (a.grade - grade)
        this.evidence[face].observations.push({
          low: y,
          high: y,
          parts,
          weights: arms.map((_, k) => (k === i ? 1 : 0) - 1 / arms.length),
          // n gaps to one mean are worth n − 1
          weight: this.fading(t.at) * (1 - 1 / arms.length) * (scatter[face] / Math.max(0.1, a.doubt)) ** 2,
        })
      })
    }
  }
  /** @throws RangeError where the entry cannot be reckoned */
  add(e: LogEntry): void {
    const p = predictedOf(e)
    const placed = this.placed(levelsOf(e.job, e.blade, this.changes, e.at))
    const weight = this.fading(e.at)
    this.cut++
    const single = this.single(placed, weight, this.cut)
    const said = (what: NonNullable<LogEntry['unsaid']>[number]) => !e.unsaid?.includes(what)
    if (said('length')) this.addTime(e, p, placed, weight, single)
    if (e.cleanUpMinutes > 0 && p.cleanUp > 0) {
      single('cleanUp', ...twice(Math.log((60 * e.cleanUpMinutes) / p.cleanUp)))
    }
    if (said('blades')) addLife(e, p, single)
    const grades = gradesOf(e.job, e.blade, p.edge)
    for (const face of ['edge', 'face', 'underside'] as const) {
      if (!said(face)) continue
      const given = e[face]
      // rounded to whole grades, of which the outer ones hold all that lies beyond
      single(face, given > 1 ? given - 0.5 - grades[face] : -Infinity, given < 5 ? given + 0.5 - grades[face] : Infinity)
    }
  }

  /** Takes up one outcome of one response; a slip of the pen is let go. */
  private single(placed: Parts, weight: number, cut?: number): Single {
    return (response, low, high, times = 1) => {
      if ((low !== -Infinity && !(Math.abs(low) < SLIP)) || (high !== Infinity && !(Math.abs(high) < SLIP))) return
      this.evidence[systemOf(response)].observations.push({
        low,
        high,
        parts: placed(response),
        weights: WHOLE,
        weight: weight * times,
        cut,
      })
    }
  }
  private addTime(e: LogEntry, p: Predicted, placed: Parts, weight: number, single: Single): void {
    const seconds = 60 * e.minutes
    const told = e.rings?.length ? e.rings : e.minutes > 0 ? [{ took: seconds, sawing: p.sawing, threading: p.threading }] : []
    this.addTook(told, placed, weight * (e.rings?.length ? APART : 1), this.cut)
    if (e.strokes) {
      single('sawing', ...twice(Math.log(e.strokes.taken / e.strokes.predicted)), COUNTED)
    }
  }
  /** Times as taken, sawing and threading told as one, against those predicted; together they are worth `weight`. */
  private addTook(told: readonly { took: number; sawing: number; threading: number }[], placed: Parts, weight: number, cut?: number): void {
    const each = weight / told.length
    for (const t of told) {
      const whole = t.sawing + t.threading
      const y = Math.log(t.took / whole)
      if (!(whole > 0) || !(Math.abs(y) < SLIP)) continue
      const of = (['sawing', 'threading'] as const).filter((r) => t[r] > 0)
      // told as one, minutes are the logarithm of a sum: bent, and made straight about what is believed so far
      const bend = (means: readonly number[]) => {
        const parts = of.map((r, k) => t[r] * Math.exp(means[k]!))
        const sum = parts.reduce((a, b) => a + b)
        return { weights: parts.map((x) => x / sum), value: Math.log(sum / whole) }
      }
      const weights = of.map((r) => t[r] / whole)
      this.evidence.time.observations.push({
        low: y,
        high: y,
        parts: placed(...of),
        weights,
        weight: each,
        cut,
        bend: of.length > 1 ? bend : undefined,
      })
    }
  }
}
/** An outcome told by one figure. */
const twice = (y: number): [number, number] => [y, y]
type Single = (response: Response, low: number, high: number, times?: number) => void

/**
 * Blades spent are lives; one still good says only that its life is longer. Where blades were spent on the way and the last is
 * good, those spent lasted less than all the minutes, and with the last they last more.
 */
function addLife(e: LogEntry, p: Predicted, single: Single): void {
  if (!(e.minutes > 0) || !(p.life > 0)) return
  const sawn = (e.minutes * p.sawing) / Math.max(1e-9, p.sawing + p.threading)
  const minutes = sawn + (e.bladeMinutes ?? 0)
  const good = e.fate === 'fine' || e.fate === 'slipped'
  const spent = e.blades - (good ? 1 : 0)
  // the mean of several lives lies above their median
  const each = (lives: number) => Math.log(minutes / lives / p.life) - 0.5 * scatter.life ** 2 * (1 - 1 / lives)
  if (!good) return single('life', each(spent), each(spent), spent)
  if (spent) single('life', -Infinity, each(spent), spent)
  single('life', each(spent + 1), Infinity, spent + 1)
}
