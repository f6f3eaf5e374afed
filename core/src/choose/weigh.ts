import { netWidth, sizedByTeeth, type Blade } from '../blade/index.js'
import { madeFor, profileOf } from '../saw/index.js'
import { familyOfStock, type MaterialClass } from '../stock/index.js'
import { heights, isStrungJob, type Job } from '../job/index.js'
import { bladesShare, COOL, filingFit, isNarrow, stressBand, teethInWork } from '../cut/index.js'
import type { Evaluation } from './evaluate.js'
import { limitById } from './limit.js'
import { type Margin } from './margin.js'
import { commonness } from './staple.js'

/** What a blade is weighed by. Every utility is about 0 (poor) … 1 (best). */
export const merits = ['edge', 'underside', 'pace', 'time', 'strength', 'waste', 'cost', 'place', 'habit'] as const
export type Merit = (typeof merits)[number]

const clamp = (x: number) => Math.min(1, Math.max(0, x))

/** Weights by finish–pace position x (0 finish, 1 pace). Estimates, tuned on the table of everyday jobs. */
export function weights({ cut, saw }: Pick<Job, 'cut' | 'saw'>, x: number): Record<Merit, number> {
  // on a table the underside of a piece that shows one face matters half; elsewhere what is weighed is the face that shows
  const rough = cut.finish === 'rough' ? 0.4 : 1
  const both = profileOf(saw).onTable ? (cut.shows === 'both' ? 1 : 0.5) : cut.finish === 'rough' ? 1 : FACE
  return {
    edge: rough * (0.5 + 2.5 * (1 - x)),
    underside: rough * both * (0.6 + 2 * (1 - x)),
    pace: 0.4 + 2.6 * x,
    time: 0.6 + 2.4 * x,
    strength: 0.6 + 1.8 * x,
    waste: 0.2 + 0.5 * (1 - x),
    cost: 0.7,
    place: profileOf(saw).placeWeight,
    habit: 2.5,
  }
}

const FACE = 1.6 // times as much does a splintered face count where the work shows it and nothing cleans it

/** mm² of steel that holds. */
const strength = (blade: Blade) => blade.thickness * netWidth(blade)

/** Measured value behind each merit, for words: mm of ridge, mm of tear-out, mm/s, s, mm² of steel, mm of kerf, price ratio, place in the window, e-folds from trade habit. */
export function measure(v: Evaluation, c: Merit): number {
  switch (c) {
    case 'edge':
      return v.edge.ridge
    case 'underside':
      return v.edge.tear
    case 'pace':
      return v.feed.value / v.own.slower
    case 'time':
      return v.time.total
    case 'strength':
      return strength(v.blade)
    case 'waste':
      return v.blade.kerf
    case 'cost':
      return v.blade.cost
    case 'place':
      return placeInWindow(v.margins)
    case 'habit':
      return v.habit
  }
}

const AMPLE = 6 // a margin beyond this says nothing more about place
const SOFT = 0.1 // e-folds of room given to both sides, or the place of a blade hemmed in from both would hang on a hair; estimate
/**
 * Place inside the window: 0 where the limits from below close it, 1 where those from above do. Each side's
 * closeness is the logarithm of its margin, so the place moves evenly with size.
 */
export function placeInWindow(margins: readonly Margin[]): number {
  let [below, above] = [Math.log(AMPLE), Math.log(AMPLE)]
  for (const m of margins) {
    // what the stock wants left standing says nothing of a blade's size
    if (m.by === 'craft') continue
    const { closes } = limitById(m.limit)
    const room = Math.max(0, Math.log(m.ratio))
    if (closes === 'below') below = Math.min(below, room)
    if (closes === 'above') above = Math.min(above, room)
  }
  return (below + SOFT) / (below + above + 2 * SOFT)
}

// e-folds over which what is out of bounds speaks against a blade in full; estimates
const AILING = 0.3
/** How badly it heats or rubs at the strokes suggested: 0 not … 1 in full. */
const ailing = ({ speed, feed }: Evaluation) => clamp(Math.max(Math.log(speed.heat / COOL), Math.log(feed.floor / feed.chipLoad)) / AILING)

const TIME = 0.7 // of utility lost for each e-fold of time over the best, and so on; estimates
const STRENGTH = 0.4
const WASTE = 0.6
const WIDE = 0.9 // of the window's whole width from the place wanted at which place speaks against a blade in full
const FAR = 0.5 // e-folds from habit at which it speaks against a blade in full
const FAR_TEETH = 0.58 // the same where sizes are teeth: habits there are wider
const AILS = 0.4 // of what edge and pace are worth is lost to a blade that heats or rubs
const WRONG_FILING = 0.6 // of what coarse teeth filed for the other way of the grain are worth is lost

/** The best any candidate reaches, for those merits that are weighed against each other. */
export interface Best {
  time: number
  strength: number
  kerf: number
}
export const bestOf = (all: readonly Evaluation[]): Best => ({
  time: Math.min(...all.map((v) => bladesShare(v.time))),
  strength: Math.max(...all.map((v) => strength(v.blade))),
  kerf: Math.min(...all.map((v) => v.blade.kerf)),
})

/** What each merit is worth with this blade, at the job’s finish–pace position. */
export function utilities(v: Evaluation, job: Job, best: Best): Record<Merit, number> {
  const { poor } = profileOf(job.saw)
  const filing = filingFit(job, v.blade)
  const filed = 1 - WRONG_FILING * filing.wrongness
  const sound = (1 - AILS * ailing(v)) * filed
  const pace = measure(v, 'pace')
  return {
    // orbital strokes are chosen with the blade for the pace asked, and never count against it
    edge: clamp(1 - v.edge.ridge / v.edge.struck / poor.ridge) * sound,
    underside: (1 - v.edge.deep.share) * clamp(1 - v.edge.tear / v.edge.struck / poor.tear),
    pace: (pace / (pace + poor.feed)) * sound,
    time: (1 + TIME * Math.log(best.time / bladesShare(v.time))) * filed,
    // a hand saw's plate does not break
    strength: v.blade.plate ? 1 : 1 + STRENGTH * Math.log(strength(v.blade) / best.strength),
    waste: 1 + WASTE * Math.log(best.kerf / v.blade.kerf),
    cost: v.own.lasts / v.blade.cost,
    ...ridden(v)(job.pace),
  }
}
/** Place and habit ride with the finish–pace slider x, clear of the window's very ends. */
export function ridden(v: Evaluation): (x: number) => { place: number; habit: number } {
  const place = placeInWindow(v.margins)
  const far = sizedByTeeth(v.blade) ? FAR_TEETH : FAR
  return (x) => ({
    place: clamp(1 - ((place - (0.1 + 0.8 * x)) / WIDE) ** 2),
    habit: clamp(1 - ((v.habit - FINER * (x - 0.5)) / far) ** 2),
  })
}
const FINER = 0.3 // e-folds of size between what one would clamp for finish and for pace; estimate

const MADE = 0.05 // of score for a blade made for this saw and this stock, not merely to be held and to get through
const STAPLE = 0.02 // of score for a blade most drawers hold, so that small differences move nothing
const PRICE = 0.2 // of score for each e-fold a margin stays short of its good threshold
const SPUN = 0.65 // of that for turning what is turned on the spot anyway
const TROUBLED = 0.06 // of score for a blade that heats or rubs at every stroke this saw has
const TWISTED = 0.03 // of score against a twisted blade where openings are few: now and then, most say
const ORDINARY = 0.08 // of score against a jigsaw's blade that does not cut up, where the face is free to lie down: people take an ordinary one; estimate
const NARROW = 0.1 // of score against a blade whose tension no hand keeps within its band; estimate
const MELTS = 0.06 // of score against each e-fold of teeth over so many in the work, where plastic softens at every stroke; estimates
const FEW = 2.5
const THROWN = 0.3 // of score: nobody plunges with such teeth who has others
const MISPLACED = 0.15 // of score against a flush or veneer saw, or a jigsaw's flush blade, for other work; estimate
const VENEER = 1 // mm: thicker is no veneer
const PRESSED = 0.08 // of score for one that must be pressed down with all a hand likes to give

export const MANY = 20 // openings from which silhouette work is meant; estimate

/** What a blade is made for by what stands first among what it gets through: metal teeth get through plastic too, and weld it shut. */
const KIN: Record<MaterialClass, readonly MaterialClass[]> = {
  wood: ['wood', 'plastic', 'organic'],
  plastic: ['plastic', 'organic', 'wood'],
  organic: ['organic'],
  shell: ['shell', 'ceramic'],
  ceramic: ['ceramic'],
  metal: ['metal', 'steel', 'shell', 'organic'],
  steel: ['steel', 'metal'],
}
const madeForJob = (blade: Blade, { stock, cut, saw }: Job): boolean =>
  madeFor(saw, blade) && KIN[blade.cuts[0]!].includes(stock.material.cuts) && (!cut.boxed || blade.plate?.needsBox === true)

/** Teeth that leave the upper face clean where nobody asked it: one face shows, it may lie down, and the work is ordinary. */
const outOfWay = ({ cutsOn }: Blade, { cut }: Job): boolean =>
  cutsOn !== undefined && cutsOn !== 'up' && cut.up === undefined && cut.shows === 'face' && cut.finish !== 'careful'
/** Tipped in without a hole, teeth that cut down throw the saw back. */
const throwsBack = ({ cutsOn }: Blade, { cut }: Job): boolean => cut.plunge === true && cutsOn !== undefined && cutsOn !== 'up'

/** Many teeth in plastic that heats smear and weld it; few carry their chips out. */
const melting = ({ speed, blade }: Evaluation, { stock, cut }: Job): number =>
  speed.trouble === 'heat' && stock.material.cuts === 'plastic'
    ? MELTS * Math.max(0, Math.log(teethInWork(heights({ stock, cut }).longest, blade) / FEW))
    : 0
/** What is made to reach a wall, to lie flat on a face or to score veneer, where none of that is wanted. */
const misplaced = ({ plate, flush }: Blade, { stock, cut }: Job): boolean => {
  if (plate?.flush ?? flush) return !cut.flush
  return plate?.curved === true && heights({ stock, cut }).longest > VENEER
}

/**
 * What speaks for a blade, or against one that goes at a price, whatever the finish and pace: made for saw and stock, a size
 * people keep; near margins, heat or rubbing, pressing the saw down. In parts of the score; estimates.
 */
export function standing(v: Evaluation, job: Job): number {
  const spun = familyOfStock(job.stock.material).spun ? SPUN : 1
  const near = v.margins.reduce((t, m) => t - (m.state === 'near' ? (m.limit === 'turn' ? spun : 1) * Math.log(m.ratio) : 0), 0)
  return (
    (madeForJob(v.blade, job) ? MADE : 0) +
    STAPLE * commonness(v.blade) -
    PRICE * near -
    (v.speed.trouble ? TROUBLED * ailing(v) : 0) -
    melting(v, job) -
    (isStrungJob(job) && isNarrow(stressBand(job, v.blade)) ? NARROW : 0) -
    (outOfWay(v.blade, job) ? ORDINARY : 0) -
    (misplaced(v.blade, job) ? MISPLACED : 0) -
    (throwsBack(v.blade, job) ? THROWN : 0) -
    PRESSED * v.pressed -
    (v.blade.pattern === 'twisted' && job.cut.openings < MANY ? TWISTED : 0)
  )
}

const POORER = 4 // times its share of score that a poorer blade's time counts as longer, so that no panel saw is taken to a joint's cheeks; estimate
/** Times longer the minutes of a blade count that scores so much less than the job's first: a poorer edge is time lost too. */
export const poorer = (gap: number): number => 1 + POORER * Math.max(0, gap)
