import { startingHole, tensionFromStress, type Blade } from '../blade/index.js'
import { nextDrill, type DrillSeries } from '../quantity/index.js'
import { dialMark, profileOf, strokeOf, tableHeight, type Jigsaw, type StrungSaw } from '../saw/index.js'
import { heights, isStrungJob, type Job, type StrungJob } from '../job/index.js'
import { bentShape, bevelSlope, bow, drift, stressInUse } from '../tension/index.js'
import {
  cuttingForce,
  driftAt,
  edgeForecast,
  faceUp,
  feedShare,
  filingFit,
  motorLoad,
  oneCut,
  orbitChoice,
  orbitInUse,
  overhangFor,
  depthBelowClamp,
  reverseSetting,
  SIDE,
  speedBand,
  steadyFeed,
  youngs,
  type SteadyFeed,
  greenBand,
  greenMarks,
  thumbMove,
} from '../cut/index.js'
import type { Caution, SetUpItem } from './item.js'

export interface SetUp {
  /** in the order they are done at the saw */
  value: SetUpItem[]
  cautions: Caution[]
  /**
   * slope of the edge from the side push a hand gives, mm per mm; and what the blade gives at the steady feed, mm: bow in
   * the feed direction where both ends are held, sideways drift at the far face where only one is
   */
  bevel: number
  bow: number
  inputs: { feed: SteadyFeed; push: number; sidePush: number; stress?: number; tension?: number }
}

export const THUMB = 1 // N: a light push of the thumb, for those who set tension by feel
const THIN = 1.6 // mm; thinner sheet flexes into the table's slot without backing; estimate
const INCH = 25.4 // mm; a school keeps jigsaws to stock no thicker
const SPRINGS = 0.5 // mm a board may spring at the cut without chatter; estimate
const LEANS = 40 // N of saw and hands on the board's free end; estimate
const VICE = 60 // mm from a vice's jaws beyond which a board chatters under a hand saw; estimate
const STRIP = 100 // mm of board that carries it; estimate

/** Stretch of the blade the stock covers at mid stroke, from the lower clamp, mm. A bench pin stands at mid-span. */
function stockInSpan(job: StrungJob): { from: number; to: number } {
  const from = tableHeight(job.saw)
  return { from, to: Math.min(from + heights(job).total, job.saw.span - 1) }
}
/** Stretch of the blade the stock covers at mid stroke, mm above the blade's lower end; a hand saw is taken at its middle. */
export function stockOnBlade(job: Job, blade: Blade): { from: number; to: number } {
  const H = heights(job).total
  if (isStrungJob(job)) {
    const { from, to } = stockInSpan(job)
    return { from: from + job.saw.change.insertion, to: to + job.saw.change.insertion }
  }
  const top = job.saw.kind === 'jigsaw' ? blade.length - job.saw.clampHeight : (blade.length + H) / 2
  return { from: top - H, to: top }
}
/** Shape of a strung blade under the push of its steady feed, mm, over the height above its lower end. */
export function bowShape(job: StrungJob, blade: Blade, setup: SetUp): (z: number) => number {
  const shape = bentShape({
    section: blade,
    span: job.saw.span,
    tension: Math.max(setup.inputs.tension ?? 0, 1),
    force: setup.inputs.push,
    ...stockInSpan(job),
    direction: 'feed',
  })
  return (z) => shape(z - job.saw.change.insertion)
}

/** What every family is told from. */
interface Facts {
  job: Job
  blade: Blade
  feed: SteadyFeed
  push: number
  slope: number
  drills: readonly DrillSeries[]
}

const isMetal = ({ stock }: Job) => stock.material.cuts === 'metal' || stock.material.cuts === 'steel'

function entering({ job, blade, drills }: Facts): SetUpItem[] {
  if (job.cut.kind !== 'pierced') return [{ do: 'enter-edge' }]
  const needs = startingHole(blade)
  const drill = nextDrill(job.cut.hole ?? needs, drills)
  return drill ? [{ do: 'drill', drill, needs }] : []
}
function speeding({ job, blade }: Facts): SetUpItem {
  const band = speedBand(job, blade)
  const marks = [band.low, band.high].map((n) => dialMark(job.saw, n))
  return { do: 'speed', band, marks: marks[0] === undefined ? undefined : (marks as [number, number]) }
}
function cooling({ job }: Facts): SetUpItem[] {
  const { material } = job.stock
  if (material.cuts === 'shell' || material.cuts === 'ceramic') return [{ do: 'lubricate', what: 'wet' }]
  if (isMetal(job)) return [{ do: 'lubricate', what: 'wax' }]
  return material.heatEffect === 'softens' || material.heatLimit < 140 ? [{ do: 'tape' }] : []
}
const tall = ({ job, blade }: Facts): SetUpItem[] =>
  heights(job).total > strokeOf(job.saw, blade) ? [{ do: 'tall', stroke: strokeOf(job.saw, blade), height: heights(job).total }] : []

/** A blade held at both ends: scroll saws and hand frames. */
function strungItems(f: Facts, job: StrungJob, saw: StrungSaw): SetUpItem[] {
  const { blade, slope } = f
  const powered = saw.kind === 'scroll'
  const stress = stressInUse(job, blade)
  const reverse = reverseSetting(job, blade)
  const free = blade.pattern === 'twisted' || blade.pattern === 'grit'
  const items: SetUpItem[] = [{ do: 'isolate', powered }]
  if (blade.end === 'plain')
    items.push({ do: 'clean-ends' }, { do: 'insert', depth: saw.change.insertion, tool: saw.change.steps.find((s) => s.tool)?.tool })
  if (saw.kind === 'frame' && blade.end !== 'plain') items.push({ do: 'pins', turns: saw.turns === true })
  if (free && !reverse) items.push({ do: 'both-ends-free' })
  else items.push({ do: 'teeth', stroke: powered ? 'down' : job.teethTo === 'away' ? 'away' : 'pull' })
  if (reverse && powered) items.push({ do: 'reverse', setting: reverse })
  if (saw.kind === 'frame' && saw.turns && job.turned) items.push({ do: 'turn-blade', degrees: job.turned })
  const band = greenBand(job, blade)
  items.push({ do: 'tension', band, marks: greenMarks(saw, blade, band), stress, push: THUMB, move: thumbMove(job, blade, stress, THUMB) })
  if (job.cut.kind === 'pierced') items.push({ do: 'retension', steps: saw.change.steps, returns: saw.change.tensionReturns })
  items.push(speeding(f), ...entering(f))
  if (powered) {
    items.push({ do: 'hold-down' })
    if (heights(job).total < THIN) items.push({ do: 'backing' })
  } else if (blade.end === 'plain') items.push({ do: 'pin', thickness: heights(job).total })
  else items.push({ do: 'vice', within: VICE, strokes: job.teethTo === 'away' ? 'push' : 'pull' })
  items.push({ do: 'face', up: job.cut.shows === 'both' || blade.pattern === 'both-way' ? 'either' : 'show' })
  items.push(...cooling(f), ...tall(f), ...tilting(f))
  if (powered) items.push({ do: 'square', slope })
  return items
}

function tilting({ job }: Facts): SetUpItem[] {
  const { bevel } = job.cut
  if (!bevel) return []
  const marks = job.saw.kind === 'jigsaw' ? job.saw.tiltMarks : []
  return [{ do: 'tilt', degrees: bevel, height: heights(job).total, mark: marks.find((m) => Math.abs(m - bevel) < 0.5) }]
}

function jigsawItems(f: Facts, job: Job, saw: Jigsaw): SetUpItem[] {
  const { blade, feed, slope } = f
  const { cut, stock } = job
  const cutsOn = blade.cutsOn ?? 'up'
  const H = heights(job).total
  const items: SetUpItem[] = [
    { do: 'isolate', powered: true },
    { do: 'shank', end: blade.end as 'tang' | 'screw-shank', roller: saw.roller },
    { do: 'jig-teeth', cutsOn },
    { do: 'splinter', up: faceUp(job, blade), cutsOn, shown: steadyTear(f), taped: cut.taped === true },
  ]
  if (saw.orbits.length > 1) items.push({ do: 'orbit', choice: orbitChoice(job, blade), value: orbitInUse(job, blade) })
  items.push(speeding(f), ...tilting(f), { do: 'square-base', slope, zero: !cut.bevel }, ...entering(f))
  items.push({
    do: 'clamp',
    overhang: overhangFor(SPRINGS, LEANS + f.push, STRIP, heights(job).thinnest, youngs(stock.material)),
    clear: saw.baseFront,
  })
  if (H < THIN || cut.backing) items.push({ do: 'backing' })
  items.push({ do: 'start-base' }, { do: 'offcut' }, ...cooling(f), ...tall(f))
  if (H > INCH) items.push({ do: 'thick', thickness: H, load: motorLoad(job, blade, feed.chipLoad) })
  return items
}
const steadyTear = ({ job, blade, feed }: Facts) => edgeForecast(job, blade, feed.chipLoad).tear

function handItems(f: Facts, job: Job): SetUpItem[] {
  const { blade, feed } = f
  const { cut } = job
  const strokes = blade.plate?.strokes ?? 'push'
  const length = strokeOf(job.saw, blade)
  const items: SetUpItem[] = [
    { do: 'hold-hand', how: cut.grain === 'along' ? 'upright' : heights(job).total > 60 ? 'clamped' : 'hook', strokes },
    { do: 'start-hand', strokes },
    { do: 'strokes', length, ...oneCut(job, feed) },
  ]
  if (cut.depth !== undefined) items.push({ do: 'under-back', depth: cut.depth, of: blade.plate?.depth, stop: blade.plate?.stop === true })
  if (cut.grain && blade.plate) items.push({ do: 'filing', fit: filingFit(job, blade), filing: blade.plate.filing, grain: cut.grain })
  if (cut.flush) items.push({ do: 'flush' })
  items.push({ do: 'face', up: cut.shows === 'both' ? 'either' : 'show' })
  return items
}

function cautionsOf(job: Job): Caution[] {
  const { saw, cut, stock } = job
  const cautions: Caution[] = ['eyes', ...(stock.material.cautions as Caution[]), 'fingers']
  cautions.push(...profileOf(saw).cautions)
  if (saw.kind === 'jigsaw' && cut.kind === 'pierced') cautions.push('hidden')
  if (saw.kind === 'frame' && saw.turns) cautions.push('alike')
  if (isMetal(job)) cautions.push('hot')
  return [...cautions, 'manual']
}

/** Slope of the edge between the stock's faces under the side push a hand gives, mm per mm. */
function slopeOf(job: Job, blade: Blade, sidePush: number): number {
  if (isStrungJob(job)) {
    const tension = Math.max(1, tensionFromStress(blade, stressInUse(job, blade)))
    return bevelSlope({ section: blade, span: job.saw.span, tension, force: sidePush, ...stockInSpan(job) })
  }
  if (job.saw.kind !== 'jigsaw') return 0
  const far = depthBelowClamp(job, job.saw)
  return (drift(blade, sidePush, far) - drift(blade, sidePush, far, job.saw.clampHeight)) / heights(job).total
}

/**
 * How to set up this blade for this job: mounting, tension or orbit, speed, support and cautions, as data.
 * @param drills the user's drill series, for the starting hole
 */
export function setUp(job: Job, blade: Blade, drills: readonly DrillSeries[] = ['metric']): SetUp {
  const feed = steadyFeed(job, blade)
  const push = Math.min(feed.inputs.push, feedShare(job.wear) * cuttingForce(job, blade, feed.chipLoad))
  const sidePush = SIDE * push
  const slope = slopeOf(job, blade, sidePush)
  const facts: Facts = { job, blade, feed, push, slope, drills }
  const stress = isStrungJob(job) ? stressInUse(job, blade) : undefined
  const tension = stress === undefined ? undefined : tensionFromStress(blade, stress)
  const { saw } = job
  const items = isStrungJob(job)
    ? strungItems(facts, job, job.saw)
    : saw.kind === 'jigsaw'
      ? jigsawItems(facts, job, saw)
      : handItems(facts, job)
  return {
    value: [...items, { do: 'trial' }],
    cautions: cautionsOf(job),
    bevel: slope,
    bow:
      isStrungJob(job) && tension !== undefined
        ? bow({ section: blade, span: job.saw.span, tension, force: push, direction: 'feed' })
        : driftAt(job, blade, push),
    inputs: { feed, push, sidePush, stress, tension },
  }
}
