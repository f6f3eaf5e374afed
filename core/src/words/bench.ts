import type { Evaluation } from '../choose/index.js'
import type { Job } from '../job/index.js'
import { toDegrees } from '../number/index.js'
import type { Opening, OpeningCut, OpeningWay, ViewName } from '../joint/index.js'
import type { SlicePlan, SliceTask } from '../fit/index.js'
import { openingWords, planNames } from './opening.js'
import { lengthWords, type Say } from './say.js'

/** One thing to do at the saw or bench, with how it is done, what to look at then, and the s it should take. */
export interface AtBench {
  head: string
  text: string
  /** where it is a saw cut: how it is begun and how far it goes */
  go?: string
  check?: string
  seconds: number
  /** sawn, mm */
  length?: number
  /** the saw it is sawn with, where it is not the one on the ticket */
  with?: { job: Job; saw: Evaluation }
  /** the drawing it is seen on */
  view?: ViewName
  /** which of the cuts drawn, or all of the holes */
  drawn?: number | 'holes'
}

/**
 * Thin slices one after another: the lead test, the fence, each slice with what it is measured against.
 * @param each s of sawing for one
 */
export function sliceSteps(t: SliceTask, plan: SlicePlan, each: number, say: Say): AtBench[] {
  const mm = (x: number) => lengthWords(Math.round(x * 100) / 100, say)
  const angle = `${toDegrees(plan.fence).toFixed(2)}°`
  const lead: AtBench[] = [
    {
      head: 'Lead test',
      text: `A line marked in scrap as high as the piece, sawn freehand over ${mm(t.over)}: keep to the line, and let the work turn as the blade wants it.`,
      check: `Off by ${mm(t.drift)} as planned? If not, go back to the plan: the slices come out otherwise.`,
      seconds: 0,
    },
    {
      head: t.fenceSet ? `Fence at ${angle}` : 'Fence square to the table',
      text: `${t.fenceSet ? 'A tall fence along the line the saw itself took.' : `A tall fence, square; the blade’s lead costs ${mm(plan.lost)} a slice.`} ${mm(plan.sawn)} from the blade’s near side.`,
      check: 'A short test cut: does the piece stay on the fence by itself?',
      seconds: 0,
    },
  ]
  const slices = Array.from({ length: plan.slices }, (_, i): AtBench => {
    const last = i === plan.slices - 1
    return {
      head: `Slice ${i + 1} of ${plan.slices}`,
      text: `${i ? 'The sawn face planed flat, then against the fence again.' : 'The planed face against the fence.'} Slow strokes, ${mm(t.height)} high; push only as the blade clears, with a stick at the end.`,
      go: `${mm(t.length)} long, ${mm(plan.sawn)} thick${last ? `; ${mm(plan.left)} is left over` : ''}.`,
      check: `${mm(plan.sawn)} at both ends, top and bottom? Thinner below means the blade bows: slower, or a fresh one.`,
      seconds: each,
      length: t.length,
      drawn: i,
    }
  })
  return [...lead, ...slices]
}

const lengthOf = (c: OpeningCut) => Math.hypot(c.to[0] - c.from[0], c.to[1] - c.from[1])

/**
 * An opening in a panel by jigsaw: its holes, each cut from where to where, its corners.
 * @param pace s for each mm sawn
 */
export function panelSteps(o: Opening, w: OpeningWay, pace: number, say: Say): AtBench[] {
  const mm = (x: number) => lengthWords(Math.round(x * 10) / 10, say)
  const arms = w.cuts.length - 4
  const nameOf = (i: number) =>
    i < arms ? `Arm ${i + 1} of ${arms}` : (['Far side', 'Right side', 'Near side', 'Left side'][i - arms] ?? `Cut ${i + 1}`)
  const start = (i: number) =>
    w.plan === 'tip-in'
      ? 'Base tipped onto its front on the waste side, both hands, full speed, lowered until the blade is through; then along the line.'
      : i < arms
        ? 'From the hole in the middle to the corner.'
        : w.plan === 'corners'
          ? 'From one hole into the next.'
          : w.plan === 'cross'
            ? 'From the arm’s end along the side; the triangle comes away.'
            : i === arms
              ? 'From the hole along the line.'
              : 'Round the corner in small bites from the waste, then along the line.'
  const cuts = w.cuts.map((c, i): AtBench => {
    const last = i === w.cuts.length - 1
    return {
      head: nameOf(i),
      text: `${start(i)} Let the blade come up to speed before it touches; base flat, panel clamped, room for the blade below.${
        last ? ' Screw or tape a batten over the waste first: it must neither drop nor pinch.' : ''
      }`,
      go: `${mm(lengthOf(c))}, on the waste side.`,
      check: 'Against a square through the cut: upright at both ends? A blade that leans was pushed or is dull.',
      seconds: pace * lengthOf(c),
      length: lengthOf(c),
      drawn: i,
    }
  })
  const holes: AtBench = {
    head: 'Mark and drill',
    text: `${mm(o.width)} × ${mm(o.height)}, the waste crossed out. ${openingWords(w, say)}`,
    check: 'Does the blade drop into every hole without rubbing, and touch no line?',
    seconds: 0,
    drawn: 'holes',
  }
  const corners: AtBench = {
    head: 'Corners',
    text: `File or saw ${mm(w.leftInCorners)} out of each corner, a little from both faces.`,
    check: 'Does what goes in pass every corner?',
    seconds: 0,
    drawn: 'holes',
  }
  return [
    w.plan === 'tip-in' ? { ...holes, head: 'Mark', check: `${planNames['tip-in']}: tried in scrap of this stock first?` } : holes,
    ...cuts,
    ...(w.leftInCorners > 0.05 ? [corners] : []),
  ]
}
