import { recut, type Job } from '../job/index.js'
import { settableSpeed, speedRange, hasSpeed } from '../saw/index.js'

/** Thin slices sawn on edge from a thicker piece. All mm, lead in mm per mm. */
export interface SliceTask {
  /** width of the piece across the slices, height of the cut, length along it */
  width: number
  height: number
  length: number
  slice: number
  /** taken off each slice afterwards, both faces together */
  sanding: number
  kerf: number
  /** how far the blade drifts over a freehand test cut of `over` mm */
  drift: number
  over: number
  /** the fence stands at the blade's own lead */
  fenceSet: boolean
  capacity: number
}
export interface SlicePlan {
  slices: number
  /** each as sawn, before sanding */
  sawn: number
  left: number
  /** angle to set the fence at, rad, and what leaving it square costs in thickness over the length */
  fence: number
  lost: number
  /** share of the piece that ends as slices */
  yield: number
  fits: boolean
}

/**
 * How many slices come out: ⌊(W + k)/(s + k)⌋, the floor guarded against rounding; the blade's lead as the fence's
 * angle; uncorrected it costs that slope times the length of the cut.
 */
export function planSlices(t: SliceTask): SlicePlan {
  const fence = Math.atan2(t.drift, t.over)
  const lost = t.fenceSet ? 0 : Math.abs(t.drift / t.over) * t.length
  const sawn = t.slice + t.sanding + lost
  const slices = Math.max(0, Math.floor((t.width + t.kerf) / (sawn + t.kerf) + 1e-9))
  const used = slices > 0 ? slices * sawn + (slices - 1) * t.kerf : 0
  return { slices, sawn, left: Math.max(0, t.width - used), fence, lost, yield: (slices * t.slice) / t.width, fits: t.height <= t.capacity }
}

const SLOW = 0.15 // of the saw's range of strokes above its slowest: a tall cut clears slowly and wanders fast; estimate

/** The job of sawing a plan's slices: straight, on edge, along the grain, with slow strokes. */
export function sliceJob(job: Job, t: SliceTask, plan: SlicePlan): Job {
  const [min, max] = speedRange(job.saw)
  return {
    ...job,
    stock: { material: job.stock.material, form: 'board', thickness: t.height },
    ...(hasSpeed(job.saw) && { spm: settableSpeed(job.saw, min + SLOW * (max - min)) }),
    cut: recut(job.cut, {
      kind: 'straight',
      radius: undefined,
      web: undefined,
      hole: undefined,
      openings: 0,
      grain: 'along',
      length: t.length * Math.max(1, plan.slices),
    }),
  }
}
