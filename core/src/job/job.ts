import { toRadians } from '../number/index.js'
import { materials, crossing, type Crossing, type Grain, type Stock } from '../stock/index.js'
import { isStrung, saws, tableHeight, type SawnBoard, type CutPosition, type Saw, type StrungSaw } from '../saw/index.js'
import type { Blade, TurnManner } from '../blade/index.js'
import { recut, type Course } from './course.js'
import type { Round } from './round.js'

/** Bow allowed in the feed direction is what each finish means: see bowAllowed in cut. */
export const finishes = ['careful', 'ordinary', 'rough'] as const
export type Finish = (typeof finishes)[number]
export const skills = ['learning', 'practised', 'sure'] as const
export type Skill = (typeof skills)[number]
/** Which side of the drawn line the kerf lies on. */
export const lineSides = ['leave', 'split', 'take'] as const
export type LineSide = (typeof lineSides)[number]
export const cutKinds = ['pierced', 'outline', 'straight'] as const
export type CutKind = (typeof cutKinds)[number]
/** Side of the line on which a curve's centre lies: the waste (an inside curve of an opening) or the kept piece. */
export const centres = ['waste', 'kept'] as const
export type Centre = (typeof centres)[number]
/** Which faces show. */
export const shown = ['face', 'both'] as const
export type Shown = (typeof shown)[number]
/** Which face lies up, where that is fixed. */
export const upFaces = ['show', 'back'] as const
export type UpFace = (typeof upFaces)[number]
/** Teeth of coping and fret frames: to the handle (pull, the usual) or away from it. */
export const teethWays = ['handle', 'away'] as const
export type TeethWay = (typeof teethWays)[number]

export interface Cut {
  kind: CutKind
  /** tightest drawn curve, mm; Infinity is not used: a straight cut has none */
  radius?: number
  /** side of the line on which the curve's centre lies: the waste (an inside curve of an opening) or the kept piece */
  centre: Centre
  turn: TurnManner
  line: LineSide
  /** narrowest piece left standing, mm */
  web?: number
  /** drill for starting holes, mm; absent: enter from an edge, or any drill will do */
  hole?: number
  finish: Finish
  skill: Skill
  /** which faces show */
  shows: Shown
  /** length of cut, mm, and inside openings: for times, clean-up and blades */
  length: number
  openings: number
  /** corners without a radius, the degrees they hold and how many there are in all; absent: none, or a drawing's own */
  corners?: { angle: number; count: number }
  /** the circle, oval or arc that its length and curve were taken from */
  round?: Round
  /** how its drawing's lines run, where it has one that these figures were read from */
  course?: Course
  /** how far the blade leans from square to the stock, degrees; absent: square */
  bevel?: number
  /** which face lies up, where that is fixed; absent: whichever suits the blade */
  up?: UpFace
  /** scrap clamped under thin stock, sawn with it, mm */
  backing?: number
  /** sawn without the wax, water, film or tape that such stock is eased by as a matter of course */
  bare?: boolean
  /** the line is scored and taped against splinters */
  taped?: boolean
  /** hand saws: how the cut lies to the grain */
  grain?: Grain
  /** hand saws: how far one cut goes down from the surface, mm */
  depth?: number
  /** hand saws: the plate must lie flat on a face */
  flush?: boolean
  /** hand saws: guided by a mitre box */
  boxed?: boolean
  /** free length along the saw's way where the work stands, handle and stroke within it, mm; absent: nothing stands there */
  room?: number
  /** jigsaws: the blade is tipped in without a hole */
  plunge?: boolean
  /** jigsaws: an opening with straight sides in a panel, mm */
  opening?: { width: number; height: number }
  /** hand frames: where the deepest place of the cut lies in the board */
  lie?: CutPosition
  /** where an arm or frame stands behind the blade: the board, and the stretch of it that is sawn */
  board?: SawnBoard
}

/** Schools of least teeth in the work on a hand frame. A powered saw needs 2. */
export const teethSchools = ['habit', 'two', 'three'] as const
export type TeethSchool = (typeof teethSchools)[number]
/** One job as the core reckons it: everything a blade is chosen by, and nothing of how it is shown. */
export interface Job {
  stock: Stock
  cut: Cut
  saw: Saw
  /** 0 finish … 1 pace */
  pace: number
  /** stress heard or set by the user, MPa; absent: the saw's usual one, held within the blade's band */
  stress?: number
  /** strokes a minute set by the user; absent: chosen for each blade */
  spm?: number
  /** a jigsaw's orbital step set by the user; absent: the suggested one */
  orbit?: number
  /** school of coping and fret frames: teeth to the handle (pull, the usual) or away from it */
  teethTo?: TeethWay
  /** how far a blade is turned in its frame, degrees; absent: not */
  turned?: number
  /** 0 new … 1 dull */
  wear: number
  teethSchool: TeethSchool
}

const fresh = new WeakMap<Job, Job>()
/** The same job with a fresh blade. */
export function unworn<J extends Job>(job: J): J {
  if (!job.wear) return job
  let found = fresh.get(job)
  if (!found) fresh.set(job, (found = { ...job, wear: 0 }))
  return found as J
}

export type StrungJob = Job & { saw: StrungSaw }
/** The blade is held at both ends and has a tension. */
export const isStrungJob = (job: Job): job is StrungJob => isStrung(job.saw)

/** The heights the teeth cross, mm: those of the stock, longer where the blade leans. */
export function heights({ stock, cut }: Pick<Job, 'stock' | 'cut'>): Crossing {
  const r = crossing(stock)
  if (!cut.bevel && !cut.backing) return r
  const slant = 1 / Math.cos(toRadians(cut.bevel ?? 0))
  const scrap = cut.backing ?? 0
  // scrap carries the teeth; it is softer than what is sawn, so the stock alone fills the gaps
  return {
    total: (r.total + scrap) * slant,
    longest: r.longest * slant,
    thinnest: (r.thinnest + scrap) * slant,
    deep: (r.deep + scrap) * slant,
  }
}

/** Stretch of the blade the stock covers at mid stroke, from the lower clamp, mm. A bench pin stands at mid-span. */
export function stockInSpan(job: StrungJob): { from: number; to: number } {
  const from = tableHeight(job.saw)
  return { from, to: Math.min(from + heights(job).total, job.saw.span - 1) }
}
/** The cut a new job starts from: an ordinary pierced panel. */
export const plainCut: Cut = {
  kind: 'pierced',
  radius: 2.6,
  centre: 'waste',
  turn: 'worked',
  line: 'leave',
  web: 3,
  hole: 1.5,
  finish: 'careful',
  skill: 'practised',
  shows: 'both',
  length: 1000,
  openings: 8,
}

/** Starting holes to drill and to thread: one an opening, none where the blade is plunged. */
export const holesToDrill = ({ kind, plunge, openings }: Cut): number => (kind === 'pierced' && !plunge ? openings : 0)

/** A whole job from the parts that matter to the caller; the rest is 9 mm pear on a plain-end scroll saw. */
export function makeJob(parts: Partial<Omit<Job, 'cut'>> & { cut?: Partial<Cut> } = {}): Job {
  return {
    stock: { material: materials.find((m) => m.id === 'pear')!, form: 'board', thickness: 9 },
    saw: saws[0]!,
    pace: 0.5,
    wear: 0,
    teethSchool: 'habit',
    ...parts,
    cut: recut(plainCut, parts.cut ?? {}),
  }
}

/**
 * Radius the kerf's centre line must follow for the drawn curve, mm; undefined for a straight cut.
 * Leaving the line puts the kerf on the waste side: half a kerf inside a curve whose centre lies in the
 * waste, half outside one whose centre lies in the kept piece. Splitting puts it on the line.
 */
export function centreRadius(cut: Cut, blade: Pick<Blade, 'kerf'>): number | undefined {
  return cut.radius === undefined ? undefined : Math.max(0, cut.radius + kerfShift(cut, blade))
}

/** Drawn radius whose kerf's centre line has the radius `centre`, mm; the inverse of centreRadius. */
export function drawnRadius(cut: Cut, blade: Pick<Blade, 'kerf'>, centre: number): number {
  return Math.max(0, centre - kerfShift(cut, blade))
}

/** How much wider than the drawn curve the kerf's centre line runs, mm; narrower where negative. */
export function kerfShift({ line, centre }: Pick<Cut, 'line' | 'centre'>, blade: Pick<Blade, 'kerf'>): number {
  const outward = { leave: -1, split: 0, take: 1 }[line] * (centre === 'waste' ? 1 : -1)
  return (outward * blade.kerf) / 2
}

/** Kerfs a web loses of its drawn width, its two sides together, by the side of the line that is kept. */
const TAKEN: Record<LineSide, number> = { leave: 0, split: 1, take: 2 }
/** What stands of a web drawn so wide, mm. */
export const standingWeb = ({ line }: Pick<Cut, 'line'>, { kerf }: Pick<Blade, 'kerf'>, drawn: number): number =>
  Math.max(0, drawn - TAKEN[line] * kerf)
/** How wide a web is drawn of which so much is to stand, mm. */
export const drawnWeb = ({ line }: Pick<Cut, 'line'>, { kerf }: Pick<Blade, 'kerf'>, stands: number): number => stands + TAKEN[line] * kerf
