import { startingHole, tensionFromStress, type Blade } from '../blade/index.js'
import { nextDrill, type Drill, type DrillSeries } from '../quantity/index.js'
import { dialMark, tableHeight, type ChangeStep } from '../saw/index.js'
import { reach } from '../stock/index.js'
import type { Job } from '../job/index.js'
import {
  bevelSlope,
  bow,
  reverseSetting,
  speedBand,
  steadyFeed,
  stressInUse,
  type ReverseSetting,
  type SpeedBand,
  type SteadyFeed,
} from '../cut/index.js'
import { greenBand, greenMarks, thumbMove, type GreenBand, type GreenMarks } from '../tension/index.js'

/** One thing to do, as data; words are made from it elsewhere. Forces N, lengths mm. */
export type SetUpItem =
  | { do: 'isolate'; powered: boolean }
  | { do: 'clean-ends' }
  | { do: 'insert'; depth: number; tool?: string }
  | { do: 'teeth'; stroke: 'down' | 'pull' }
  | { do: 'reverse'; setting: ReverseSetting }
  | { do: 'both-ends-free' }
  | { do: 'tension'; band: GreenBand; stress: number; push: number; move: number; marks?: GreenMarks }
  | { do: 'retension'; steps: ChangeStep[]; returns: boolean }
  | { do: 'speed'; band: SpeedBand; marks?: [number, number] }
  | { do: 'drill'; drill: Drill; needs: number }
  | { do: 'enter-edge' }
  | { do: 'hold-down' }
  | { do: 'pin'; thickness: number }
  | { do: 'backing' }
  | { do: 'face'; up: 'show' | 'either' | 'back' }
  | { do: 'lubricate'; what: 'wax' | 'wet' }
  | { do: 'tape' }
  | { do: 'tall'; stroke: number; height: number }
  | { do: 'square'; slope: number }
  | { do: 'trial' }

export type Caution =
  | 'eyes'
  | 'ears'
  | 'fingers'
  | 'hot'
  | 'manual'
  | 'hair'
  | 'dust'
  | 'dust-irritant'
  | 'dust-toxic'
  | 'dust-composite'
  | 'silica'
  | 'metal'
  | 'sharp'
  | 'fumes-pvc'
  | 'hot-edge'
  | 'zinc'
  | 'titanium-fire'
  | 'wet'

export interface SetUp {
  /** in the order they are done at the saw */
  value: SetUpItem[]
  cautions: Caution[]
  /** slope of the edge from the side push a hand gives, mm per mm, and bow in the feed direction at the steady feed, mm */
  bevel: number
  bow: number
  inputs: { feed: SteadyFeed; stress: number; tension: number; push: number; sidePush: number }
}

export const THUMB = 1 // N: a light push of the thumb, for those who set tension by feel
const SIDE = 0.25 // of the feed force goes sideways in a curve; estimate
const THIN = 1.6 // mm; thinner sheet flexes into the table's slot without backing; estimate

/** Stretch of the blade the stock covers at mid stroke, from the lower clamp, mm. A bench pin stands at mid-span. */
export function stockOnBlade(job: Job): { from: number; to: number } {
  const from = tableHeight(job.saw)
  return { from, to: Math.min(from + reach(job.stock).total, job.saw.span - 1) }
}

/** Tick-list for mounting, in order: each is one look or touch. */
export const mounting = ['teeth', 'clamps', 'tug', 'tension', 'square', 'hold-down', 'trial'] as const
export type Mounting = (typeof mounting)[number]

/**
 * How to set up this blade for this job: mounting, tension, speed, support and cautions, as data.
 * @param drills the user's drill series, for the starting hole
 */
export function setUp(job: Job, blade: Blade, drills: readonly DrillSeries[] = ['metric']): SetUp {
  const { saw, cut, stock } = job
  const powered = saw.kind === 'scroll'
  const stress = stressInUse(job, blade)
  const tension = tensionFromStress(blade, stress)
  const feed = steadyFeed(job, blade)
  const speed = speedBand(job, blade)
  const push = Math.min(feed.inputs.push, (feed.value / feed.inputs.bow) * feed.inputs.push)
  const sidePush = SIDE * push
  const H = reach(stock)
  const metal = stock.material.cuts === 'metal' || stock.material.cuts === 'steel'
  const shell = stock.material.cuts === 'shell' || stock.material.cuts === 'ceramic'
  const reverse = reverseSetting(job, blade)
  const free = blade.pattern === 'twisted' || blade.pattern === 'grit'

  const items: SetUpItem[] = [{ do: 'isolate', powered }]
  if (blade.end === 'plain')
    items.push({ do: 'clean-ends' }, { do: 'insert', depth: saw.change.insertion, tool: saw.change.steps.find((s) => s.tool)?.tool })
  if (free && !reverse) items.push({ do: 'both-ends-free' })
  else items.push({ do: 'teeth', stroke: powered ? 'down' : 'pull' })
  if (reverse && powered) items.push({ do: 'reverse', setting: reverse })
  const band = greenBand(job, blade)
  items.push({ do: 'tension', band, marks: greenMarks(saw, blade, band), stress, push: THUMB, move: thumbMove(job, blade, stress, THUMB) })
  if (cut.kind === 'pierced') items.push({ do: 'retension', steps: saw.change.steps, returns: saw.change.tensionReturns })
  const marks = [speed.low, speed.high].map((n) => dialMark(saw, n))
  items.push({ do: 'speed', band: speed, marks: marks[0] === undefined ? undefined : (marks as [number, number]) })
  if (cut.kind === 'pierced') {
    const needs = startingHole(blade)
    const drill = nextDrill(cut.hole ?? needs, drills)
    if (drill) items.push({ do: 'drill', drill, needs })
  } else items.push({ do: 'enter-edge' })
  if (powered) {
    items.push({ do: 'hold-down' })
    if (H.total < THIN) items.push({ do: 'backing' })
  } else items.push({ do: 'pin', thickness: H.total })
  items.push({ do: 'face', up: cut.shows === 'both' || blade.pattern === 'both-way' ? 'either' : 'show' })
  if (shell) items.push({ do: 'lubricate', what: 'wet' })
  else if (metal) items.push({ do: 'lubricate', what: 'wax' })
  else if (stock.material.heatEffect === 'softens' || stock.material.heatLimit < 140) items.push({ do: 'tape' })
  if (H.total > saw.stroke) items.push({ do: 'tall', stroke: saw.stroke, height: H.total })
  const bevel = bevelSlope({ section: blade, span: saw.span, tension: Math.max(tension, 1), force: sidePush, ...stockOnBlade(job) })
  if (powered) items.push({ do: 'square', slope: bevel })
  items.push({ do: 'trial' })

  const cautions: Caution[] = ['eyes', ...(stock.material.cautions as Caution[]), 'fingers']
  if (powered) cautions.push('ears', 'hair')
  if (metal) cautions.push('hot')
  cautions.push('manual')

  return {
    value: items,
    cautions,
    bevel,
    bow: bow({ section: blade, span: saw.span, tension, force: push, direction: 'feed' }),
    inputs: { feed, stress, tension, push, sidePush },
  }
}
