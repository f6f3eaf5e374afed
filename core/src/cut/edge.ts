import { meanSpacing, type Blade, type Pattern } from '../blade/index.js'
import { tableHeight, threadingSeconds } from '../saw/index.js'
import { centreRadius, type Job } from '../job/index.js'
import { reach } from '../stock/index.js'
import { feedAt, type SteadyFeed } from './feed.js'

/** How a pattern's edge and tear-out compare with plain teeth; estimates from the order users agree on. */
const CHARACTER: Record<Pattern, { ridge: number; tear: number }> = {
  standard: { ridge: 1, tear: 1 },
  skip: { ridge: 1.05, tear: 1.1 },
  double: { ridge: 0.85, tear: 0.9 },
  reverse: { ridge: 1, tear: 1 },
  'reverse-skip': { ridge: 1.05, tear: 1.1 },
  mixed: { ridge: 0.85, tear: 1 },
  'both-way': { ridge: 0.5, tear: 0.25 },
  ground: { ridge: 0.75, tear: 0.8 },
  twisted: { ridge: 2, tear: 1.8 },
  grit: { ridge: 1, tear: 0.5 },
}
const CLEANED = 0.25 // of the tear-out stays where upward teeth reach the underside; estimate
const RAISE = 6 // mm a blade can be shifted in its clamps; estimate

export interface ReverseSetting {
  /** upward teeth that rise above the table at the top of the stroke, as the blade sits now */
  teethAbove: number
  /** shift up (negative: down) that brings two above, mm */
  shift: number
  /** two can be brought above */
  reaches: boolean
}

/** Where the upward teeth come at the top of the stroke; undefined for a blade that has none. */
export function reverseSetting(job: Job, blade: Blade): ReverseSetting | undefined {
  if (blade.reverseZone === 0) return undefined
  const p = meanSpacing(blade)
  const above = blade.reverseZone - job.saw.change.insertion + job.saw.stroke / 2 - tableHeight(job.saw)
  const shift = 2 * p - above
  return { teethAbove: Math.max(0, Math.floor(above / p)), shift, reaches: Math.abs(shift) <= RAISE || (above >= p && above <= 6 * p) }
}

export interface EdgeForecast {
  /** ridges on the sawn edge, mm, and what one would call it */
  ridge: number
  grade: 'finest' | 'fine' | 'fair' | 'rough'
  /** tear-out on each face, mm */
  underside: number
  face: number
  /** tear-out deeper than the face veneer does not sand out */
  chips: boolean
  /** hand work afterwards, s per 100 mm of cut */
  cleanUp: number
}

/** What the edge and faces will look like at a bite (mm), and the work they leave. Estimates; the user's log outweighs them. */
export function edgeForecast(job: Job, blade: Blade, bite: number): EdgeForecast {
  const { ridge: ridgeOf, tear: tearOf } = CHARACTER[blade.pattern]
  const { tear, veneer, cuts } = job.stock.material
  const H = reach(job.stock).longest
  const ridge = ((blade.kerf - blade.thickness) / 2) * (bite / (bite + 0.01)) * ridgeOf * (1 + job.wear)
  const roundRidge = blade.kerf - blade.thickness > 0 ? ridge : 0.03
  const depth = tear * Math.sqrt(bite / 0.01) * tearOf * (1 + job.wear)
  const underside = depth * (reverseSetting(job, blade)?.reaches ? CLEANED : 1)
  const face = depth * 0.25
  const chips = veneer !== undefined && underside > veneer
  const metal = cuts === 'metal' || cuts === 'steel'
  // s per 100 mm: fuzz wipes off, a chip wants filling; ridges are filed or sanded over the height of the edge
  const faces = metal ? 12 : chips ? 60 : 2 + 80 * (underside + face)
  const edge = ridge * (metal ? 3000 : 260) * (H / 10)
  const grade = roundRidge < 0.014 ? 'finest' : roundRidge < 0.024 ? 'fine' : roundRidge < 0.042 ? 'fair' : 'rough'
  return { ridge: roundRidge, grade, underside, face, chips, cleanUp: faces + edge }
}

export interface CutTime {
  cutting: number
  threading: number
  cleanUp: number
  total: number
}

const OPEN = 3 // most of a path is this many times milder than its tightest curve; estimate

/** Time for the job's length of cut and openings with this feed, s: sawing, threading by the saw's own procedure, clean-up. */
export function cutTime(job: Job, blade: Blade, feed: SteadyFeed): CutTime {
  const R = centreRadius(job.cut, blade)
  const typical = R === undefined ? feed.value : feedAt(job, blade, feed.inputs.spm, R * OPEN).value
  const cutting = job.cut.length / typical
  const threading = job.cut.kind === 'pierced' ? job.cut.openings * threadingSeconds(job.saw) : 0
  const cleanUp = (edgeForecast(job, blade, feed.bite).cleanUp * job.cut.length) / 100
  return { cutting, threading, cleanUp, total: cutting + threading + cleanUp }
}
