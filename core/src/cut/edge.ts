import { isMetal } from '../stock/index.js'
import { meanSpacing, type Blade } from '../blade/index.js'
import { isStrung, profileOf, tableHeight } from '../saw/index.js'
import { heights, type Job, type Skill } from '../job/index.js'
import { filingFit } from './filing.js'
import { orbitStrikes } from './orbit.js'
import { characterOf } from './pattern.js'
import { hops } from './teeth.js'

export const CLEANED = 0.25 // of the tear-out stays where upward teeth reach the underside; estimate
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
  if (blade.reverseZone === 0 || !isStrung(job.saw)) return undefined
  const p = meanSpacing(blade)
  const above = blade.reverseZone - job.saw.change.insertion + job.saw.stroke / 2 - tableHeight(job.saw)
  const shift = 2 * p - above
  return { teethAbove: Math.max(0, Math.floor(above / p)), shift, reaches: Math.abs(shift) <= RAISE || (above >= p && above <= 6 * p) }
}

export interface EdgeForecast {
  /** ridges on the sawn edge, mm, and what one would call it on this kind of saw */
  ridge: number
  grade: 'finest' | 'fine' | 'fair' | 'rough'
  /** tear-out on each face, mm */
  underside: number
  face: number
  /** the side the teeth leave the stock on, which frays most */
  frays: 'underside' | 'face'
  /** tear-out that counts: on a face that shows, laid as the job says, mm */
  tear: number
  /** chips deeper than the face veneer, which do not sand out: how many on 100 mm of cut, as a share of all, and whether they tell */
  deep: { count: number; share: number }
  chips: boolean
  /** of ridges and tear-out, times what they would be without orbital strokes */
  struck: number
  /** hand work afterwards, s per 100 mm of cut */
  cleanUp: number
}

/** Which face the teeth leave by: upward teeth by the upper one, all others by the lower or far one. */
export function fraysOn(blade: Pick<Blade, 'cutsOn'>): 'underside' | 'face' {
  return blade.cutsOn === 'up' ? 'face' : 'underside'
}
/** Which face lies up: as the job says, else the show face, or the better of two, where the teeth enter; either, where both stay clean. */
export function faceUp({ cut }: Pick<Job, 'cut'>, blade: Pick<Blade, 'cutsOn'>): 'show' | 'back' | 'either' {
  if (cut.up) return cut.up
  if (blade.cutsOn === 'both') return 'either'
  return fraysOn(blade) === 'face' ? 'back' : 'show'
}
/** A face that must show up or down lies on a known side; free to choose, the show face lies where the teeth enter. */
function showTear({ cut, saw }: Job, tear: { underside: number; face: number }): number {
  if (cut.shows === 'both') return Math.max(tear.underside, tear.face)
  if (cut.up) return cut.up === 'show' ? tear.face : tear.underside
  // where the work lies on a table, show face up is the habit and the underside is cleaned up all the same
  return profileOf(saw).onTable ? tear.underside : Math.min(tear.underside, tear.face)
}
const STIFF = 0.45 // of the ridges a stiff plate leaves, guided by its own kerf; estimate
const SCRATCH = 0.012 // mm that a tooth of the stillest plate scratches, set or not; estimate (reference)
/** Times rougher than a practised hand's a sawn edge is; estimates. */
const UNSTEADY: Record<Skill, number> = { learning: 1.3, practised: 1, sure: 0.9 }
const BACKED = 0.4 // of the tear-out is left under stock that lies hard on scrap; estimate
const ENTERS = 0.25 // of the tear-out shows where teeth enter; estimate
const TAPED = 0.4 // of it is left where the line was scored and taped; estimate

/** What the edge and faces will look like at a bite (mm), and the work they leave. Estimates. */
export function edgeForecast(job: Job, blade: Blade, chipLoad: number): EdgeForecast {
  const { ridge: ridgeOf, tear: tearOf } = characterOf(job, blade)
  const rough = (1 + job.wear) * hops(job, blade) * UNSTEADY[job.cut.skill]
  const { tear } = job.stock.material
  const strikes = orbitStrikes(job, blade)
  const ridge =
    ((blade.kerf - blade.thickness) / 2) * (chipLoad / (chipLoad + 0.01)) * ridgeOf * rough * strikes * (blade.plate ? STIFF : 1)
  const roundRidge = blade.kerf - blade.thickness > 0 ? Math.max(ridge, blade.plate ? SCRATCH : 0) : 0.03
  const depth = tear * Math.sqrt(chipLoad / 0.01) * tearOf * rough * strikes * filingFit(job, blade).tear
  const frays = fraysOn(blade)
  const leaves = depth * (reverseSetting(job, blade)?.reaches ? CLEANED : 1) * (job.cut.taped && frays === 'face' ? TAPED : 1)
  const enters = blade.pattern === 'both-way' ? leaves : depth * ENTERS
  const backed = job.cut.backing ? BACKED : 1
  const [underside, face] = frays === 'underside' ? [backed * leaves, enters] : [backed * enters, leaves]
  const seen = asSeen(job, { ridge: roundRidge, underside, face })
  return {
    ridge: roundRidge,
    underside,
    face,
    ...seen,
    frays,
    struck: strikes,
    cleanUp: handWork(job, { ridge, underside, face, ...seen }),
  }
}

/** Hand work an edge and its faces leave, s per 100 mm of cut: a pass goes by length, over taller edges somewhat longer. */
function handWork(
  { stock, cut }: Job,
  { ridge, underside, face, tear, deep }: Pick<EdgeForecast, 'ridge' | 'underside' | 'face' | 'tear' | 'deep'>,
): number {
  const { material } = stock
  const metal = isMetal(material)
  // a stack has as many edges as sheets
  const { sheets, height } =
    stock.form === 'stack' ? { sheets: stock.sheets, height: stock.thickness } : { sheets: 1, height: heights({ stock, cut }).longest }
  const edge = sheets * (metal ? ridge * FILED * (height / 10) : Math.min(ridge * SANDED, PLANED) * Math.sqrt(height / 10))
  // only what shows is mended, and never deeper than its veneer; in a stack the sheets back each other
  const shows = cut.shows === 'both' ? underside + face : tear
  const mended = Math.min(shows, material.veneer ?? Infinity)
  const faces = metal ? BURR : WIPED + MENDED * mended + FILLED * deep.share
  return edge + faces
}
const FILED = 3000 // s per 100 mm of a metal edge 10 mm high, for each mm of ridge; estimate
const SANDED = 130 // the same of other stock; estimate
const BURR = 12 // s per 100 mm to take the burrs off sawn metal; estimate
const WIPED = 2 // s per 100 mm to wipe fuzz off; estimate
const MENDED = 20 // s per 100 mm for each mm of tear-out that shows (reference)

/** What ridges and tear-out come to in the eye: a name, the tear-out that shows, chips that do not sand out. */
function asSeen(job: Job, { ridge, underside, face }: Pick<EdgeForecast, 'ridge' | 'underside' | 'face'>) {
  const { veneer } = job.stock.material
  // each kind of saw has its own rough: what a jigsaw leaves is not held against a fret saw
  const against = ridge / profileOf(job.saw).poor.ridge
  const grade: EdgeForecast['grade'] =
    against < GRADES.finest ? 'finest' : against < GRADES.fine ? 'fine' : against < GRADES.fair ? 'fair' : 'rough'
  const tear = showTear(job, { underside, face })
  const share = veneer === undefined ? 0 : deeperThan(veneer, tear)
  const deep = { share, count: share * SITES }
  return { grade, tear, deep, chips: deep.count >= CHIPPED }
}

const PLANED = 20 // s per 100 mm of an edge 10 mm high: deeper ridges are planed, not sanded; estimate
const SPOILT = 1.2 // of what counts as poor, from which a face is spoilt; estimate
/** Ridges or tear-out that a grade is worth, of what counts as poor. */
const PER_GRADE = SPOILT / 4

/** Grades of the edge, the show face and the other, as a user looks at the piece. */
export interface Grades {
  edge: number
  face: number
  underside: number
}
/** The show face and the other, of what lies up and under while it is sawn. */
const looked = <T>(job: Job, blade: Blade, up: T, under: T): [T, T] => (faceUp(job, blade) === 'back' ? [under, up] : [up, under])

/** The grades a user is expected to give, 5 clean … 1 spoilt, unrounded. */
export function gradesOf(job: Job, blade: Blade, edge: Pick<EdgeForecast, 'ridge' | 'face' | 'underside'>): Grades {
  const { poor } = profileOf(job.saw)
  const grade = (amount: number, worst: number) => 5 - Math.min(4, amount / worst / PER_GRADE)
  const [face, underside] = looked(job, blade, edge.face, edge.underside)
  return { edge: grade(edge.ridge, poor.ridge), face: grade(face, poor.tear), underside: grade(underside, poor.tear) }
}
/** The forecast with its faces so many grades better or worse. */
export function regraded(job: Job, blade: Blade, edge: EdgeForecast, by: Grades): EdgeForecast {
  if (!by.edge && !by.face && !by.underside) return edge
  const { poor } = profileOf(job.saw)
  const less = (amount: number, worst: number, grades: number) => Math.max(0, amount - grades * PER_GRADE * worst)
  const [up, under] = looked(job, blade, by.face, by.underside)
  const now = {
    ridge: less(edge.ridge, poor.ridge, by.edge),
    face: less(edge.face, poor.tear, up),
    underside: less(edge.underside, poor.tear, under),
  }
  return { ...edge, ...now, ...asSeen(job, now) }
}

const GRADES = { finest: 0.23, fine: 0.4, fair: 0.7 } // of what counts as poor on this kind of saw; estimates
const FILLED = 20 // s per 100 mm more where every chip is filled; estimate
const SITES = 12 // places on 100 mm of cut where a chip may start; estimate
const SPREAD = 0.6 // of the logarithm of a chip's depth (reference)
/** Share of chips deeper than a veneer where their depth spreads about a middle one, both mm: log-normal, the normal curve by its logistic likeness. */
const deeperThan = (veneer: number, middle: number) => 1 / (1 + Math.exp((-1.702 * Math.log(middle / veneer)) / SPREAD))
/** So many chips on 100 mm are told of; estimate. */
const CHIPPED = 1.5
