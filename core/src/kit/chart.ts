import type { Beliefs } from '../belief/index.js'
import { pilotDrill, type Blade } from '../blade/index.js'
import { rankBlades } from '../choose/index.js'
import { faceUp, fraysOn, greenBand, aimPitch, greenMarks, speedBand, type GreenMarks } from '../cut/index.js'
import { isStrungJob, type Job } from '../job/index.js'
import type { Drill, DrillSeries } from '../quantity/index.js'
import { dialMark, hasSpeed, profileOf } from '../saw/index.js'

/** What a chart may show of each row beside stock and blade. */
export const chartColumns = ['teeth', 'drill', 'strokes', 'note', 'way'] as const
export type ChartColumn = (typeof chartColumns)[number]

/** One row of a wall chart: a stock on a saw with its curve, and how to saw it. */
export interface ChartRow {
  job: Job
  /** the owned blade to clamp; undefined where none does it */
  blade?: Blade
  /** what to buy, where none owned does it */
  buy?: Blade
  /** of the blade to clamp: starting hole, strokes a minute and dial marks, note and marks in the green, teeth and face */
  drill?: Drill
  strokes?: { low: number; high: number }
  dial?: [number, number]
  note?: number
  marks?: GreenMarks
  teeth?: 'down' | 'pull' | 'away' | 'up' | 'both'
  face?: 'show' | 'back' | 'either'
}

/** A row as it should be printed for what is owned now. */
export function chartRow(
  job: Job,
  owned: readonly Blade[],
  catalogue: readonly Blade[],
  drills: readonly DrillSeries[],
  beliefs?: Beliefs,
): ChartRow {
  const blade = rankBlades(job, { blades: owned, beliefs }).value[0]?.blade
  if (!blade) return { job, buy: rankBlades(job, { blades: catalogue, beliefs }).value[0]?.blade }
  const speed = speedBand(job, blade)
  const dial = hasSpeed(job.saw) && job.saw.speed.kind === 'variable' ? [speed.low, speed.high].map((n) => dialMark(job.saw, n)) : []
  const band = isStrungJob(job) ? greenBand(job, blade) : undefined
  const teeth = { blade: blade.cutsOn, handle: job.teethTo === 'away' ? ('away' as const) : ('pull' as const), down: 'down' as const }
  return {
    job,
    blade,
    drill: job.cut.kind === 'pierced' ? pilotDrill(blade, drills) : undefined,
    strokes: { low: speed.low, high: speed.high },
    dial: dial[0] === undefined || dial[1] === undefined ? undefined : [dial[0], dial[1]],
    note: band && !band.empty ? aimPitch(band, blade) : undefined,
    marks: band && isStrungJob(job) ? greenMarks(job.saw, blade, band) : undefined,
    teeth: teeth[profileOf(job.saw).cutsOn],
    face: blade.plate ? undefined : fraysOn(blade) === 'face' || job.cut.shows === 'face' ? faceUp(job, blade) : 'either',
  }
}
