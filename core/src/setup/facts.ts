import { pilotDrill, startingHole, type Blade } from '../blade/index.js'
import type { DrillSeries } from '../quantity/index.js'
import { dialMark, profileOf, strokeOf, isJigsaw } from '../saw/index.js'
import { easedBy } from '../stock/index.js'
import { heights, kerfShift, type Job } from '../job/index.js'
import { needsBacking, quietSpeed, speedBand, teethCarrying, type SteadyFeed } from '../cut/index.js'
import { boardPassed } from '../choose/index.js'
import type { SetUpItem } from './item.js'

const THIN = 1.6 // mm; thinner sheet flexes into the table's slot without backing; estimate

/** What the set-up of every kind is told from, and what all of them say alike. */
export interface Facts {
  job: Job
  blade: Blade
  feed: SteadyFeed
  push: number
  slope: number
  drills: readonly DrillSeries[]
}

export function entering({ job, blade, drills }: Facts): SetUpItem[] {
  if (job.cut.kind !== 'pierced') return [{ do: 'enter-edge' }]
  const drill = pilotDrill(blade, drills)
  return drill ? [{ do: 'drill', drill, needs: startingHole(blade) }] : []
}
const TABLE = 250 // mm from the blade to a table's rim, about
const TIPS = 200 // mm of board beyond the rim that a hold-down and two hands still keep flat; estimates
/** How the board passes the arm or frame, where its size was told. */
export function passing({ job, blade }: Facts): SetUpItem[] {
  const { board } = job.cut
  const passes = boardPassed(job, blade)
  if (!board || !passes) return []
  const hangs = Math.max(board.to, board.length - board.from) - TABLE
  return [{ do: 'board', passes, ...(profileOf(job.saw).table && hangs > TIPS && { hangs }) }]
}
const SMALLEST = { trammel: 60, pin: 40 } // mm across below which a swing has no room beside the saw; estimates
/** How a circle, an oval or an arc is led: swung about its middle where one may be pinned there, else by hand along the line. */
export function swinging({ job: { cut, saw }, blade }: Facts): SetUpItem[] {
  const { round } = cut
  const { table, like } = profileOf(saw)
  if (!round || like === 'hand') return []
  const arm = isJigsaw(saw) ? 'trammel' : 'pin'
  const swung = round.shape !== 'oval' && (isJigsaw(saw) || table) && round.across >= SMALLEST[arm]
  const shift = kerfShift(cut, blade)
  return [
    {
      do: 'swing',
      round,
      by: swung ? arm : 'hand',
      reach: round.across / 2 + shift,
      from: cut.kind === 'pierced' ? 'hole' : 'edge',
    },
  ]
}
export function speeding({ job, blade }: Facts): SetUpItem {
  const band = speedBand(job, blade)
  const marks = [band.low, band.high].map((n) => dialMark(job.saw, n))
  return {
    do: 'speed',
    band,
    marks: marks[0] === undefined ? undefined : (marks as [number, number]),
    quiet: quietSpeed(job, blade, job.spm ?? band.value),
  }
}
export function cooling({ job: { stock, cut } }: Facts): SetUpItem[] {
  const what = cut.bare ? undefined : easedBy(stock.material)
  if (!what) return []
  return what === 'wax' || what === 'wet' ? [{ do: 'lubricate', what }] : [{ do: 'tape', film: what === 'film' }]
}
/** Scrap under sheet that flexes, or that carries too few teeth alone. */
export function backing({ job, blade }: Facts): SetUpItem[] {
  const few = needsBacking(job, blade)
  if (heights(job).total >= THIN && !few && !job.cut.backing) return []
  return [{ do: 'backing', teeth: few ? teethCarrying(job, blade) : undefined, sawn: job.cut.backing ?? 0 }]
}
export const tall = ({ job, blade }: Facts): SetUpItem[] =>
  heights(job).total > strokeOf(job.saw, blade) ? [{ do: 'tall', stroke: strokeOf(job.saw, blade), height: heights(job).total }] : []

export function tilting({ job }: Facts): SetUpItem[] {
  const { bevel } = job.cut
  if (!bevel) return []
  const marks = isJigsaw(job.saw) ? job.saw.tiltMarks : []
  return [{ do: 'tilt', degrees: bevel, height: heights(job).total, mark: marks.find((m) => Math.abs(m - bevel) < 0.5) }]
}
