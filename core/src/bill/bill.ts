import type { Beliefs } from '../belief/index.js'
import { pilotDrill, startingHole, type Blade } from '../blade/index.js'
import { oneCut, steadyFeed } from '../cut/index.js'
import { holesToDrill, type Job } from '../job/index.js'
import { forecast, type Forecast, type Interval } from '../learn/index.js'
import type { Range } from '../number/index.js'
import type { Drill, DrillSeries } from '../quantity/index.js'

/** What an hour, a blade and the stock cost the user, in their own money; nothing is assumed. */
export interface Rates {
  hour: number
  blade: number
  stock: number
  finish: number
}

/**
 * What a job comes to with a blade: the one reckoning every place reads. Times, life and grades are a forecast's; the rest
 * follows from them, from the ticket and from what the user has.
 */
export interface Bill extends Forecast {
  /** whether the line was measured on a drawing, or stands for itself by its length and tightest curve */
  from: 'drawing' | 'figures'
  /** starting holes, the least each blade goes through, mm, and the user's drill that makes it */
  holes: number
  hole: number
  drill?: Drill
  /** mm */
  kerf: number
  /** whole blades used up; a hand saw's plate is none */
  blades?: Range
  /** strokes one cut takes, by hand */
  strokes?: number
}

export interface BillGiven {
  beliefs?: Beliefs
  drills?: readonly DrillSeries[]
}

/** @throws RangeError where a figure of the job is none */
export function billOf(job: Job, blade: Blade, { beliefs, drills = ['metric'] }: BillGiven = {}): Bill {
  const f = forecast(job, blade, beliefs)
  const hole = startingHole(blade)
  const blades = blade.plate ? undefined : bladesFor(f.sawing.median / 60, f.life)
  return {
    ...f,
    from: job.cut.course ? 'drawing' : 'figures',
    holes: holesToDrill(job.cut),
    hole,
    drill: pilotDrill(blade, drills),
    kerf: blade.kerf,
    blades,
    strokes: blade.plate ? oneCut(job, steadyFeed(job, blade)).strokes : undefined,
  }
}

/** Blades a cut of so many sawing minutes uses up, whole blades, from what one lasts, minutes. */
export function bladesFor(minutes: number, life: Interval): Range {
  const of = (one: number) => Math.max(1, Math.ceil(minutes / one))
  return { low: of(life.high), mid: of(life.median), high: of(life.low) }
}

/** What a job comes to in the user's money; undefined where no rate is known. */
export function priceOf({ total, blades }: Pick<Bill, 'total' | 'blades'>, r: Rates): Range | undefined {
  if (!(r.hour > 0 || r.blade > 0 || r.stock > 0 || r.finish > 0)) return undefined
  const at = (seconds: number, used = 0) => (seconds / 3600) * r.hour + used * r.blade + r.stock + r.finish
  return { low: at(total.low, blades?.low), mid: at(total.median, blades?.mid), high: at(total.high, blades?.high) }
}

/** s of one ring of a drawing. */
export interface RingTime {
  sawing: number
  threading: number
}
/**
 * A bill's sawing and threading shared out among the rings of its drawing, as what each takes by its own lines: they add up to the bill.
 * @param parts of each ring, before one's own cuts spoke
 */
export function sharedOut(bill: Pick<Bill, 'sawing' | 'threading'>, parts: readonly RingTime[]): RingTime[] {
  const times = (key: keyof RingTime) => {
    const all = parts.reduce((sum, p) => sum + p[key], 0)
    return all > 0 ? bill[key].median / all : 1
  }
  const [sawing, threading] = [times('sawing'), times('threading')]
  return parts.map((p) => ({ sawing: p.sawing * sawing, threading: p.threading * threading }))
}
