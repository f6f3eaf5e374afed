import type { Cut } from './job.js'

/**
 * How a drawing's lines run, as they were measured: what the time of a cut follows. A cut without one is estimated from its
 * tightest curve and its length.
 */
export interface Course {
  /** radius steered, mm, and how much of the line is sawn at it, mm; every radius one of `stepRadius` */
  bends: readonly (readonly [radius: number, length: number])[]
  /** what is done besides steering, s: corners, which a blade that cuts every way has none of; and dust and clamps */
  corners: number
  stops: number
}

/** Milder than this a line is steered like a straight one, mm; estimate. */
export const STRAIGHT = 60
const FINEST = 0.1 // mm
const STEPS = 32 // of radius, each a fifth wider than the last: the feed steps by a tenth at most
const SPAN = Math.log(STRAIGHT / FINEST)

/** The step a radius of a drawn line is counted with, 0 the tightest … STEPS straight; mm. */
export const bendStep = (radius: number): number =>
  !(radius < STRAIGHT) ? STEPS : radius <= FINEST ? 0 : Math.round((Math.log(radius / FINEST) / SPAN) * STEPS)
/** Radius of a step, mm. */
export const stepRadius = (step: number): number => (step === STEPS ? STRAIGHT : FINEST * Math.exp((SPAN * step) / STEPS))

/** Lengths of line, mm, gathered by the radius they are steered at. */
export class Bends {
  private lengths = new Float64Array(STEPS + 1)
  add(radius: number, length: number): void {
    this.lengths[bendStep(radius)]! += length
  }
  /** All of another's, or a share of it. */
  put(other: Bends, share = 1): void {
    other.lengths.forEach((l, i) => (this.lengths[i]! += share * l))
  }
  get value(): Course['bends'] {
    // a hundredth of a millimeter, as it is stored
    const round = (x: number, parts: number) => Math.round(x * parts) / parts
    return [...this.lengths].flatMap((l, i) => (l >= 0.005 ? [[round(stepRadius(i), 1e4), round(l, 100)] as const] : []))
  }
}

const SHAPE: readonly (keyof Cut)[] = ['kind', 'radius', 'length', 'openings', 'corners']
/** A cut with parts of it changed; what was measured of its drawing, or follows from its diameter, goes where it becomes another line by it. */
export function recut(cut: Cut, patch: Partial<Cut>): Cut {
  const other = SHAPE.some((k) => k in patch && patch[k] !== cut[k])
  return {
    ...cut,
    ...(other && !('course' in patch) && { course: undefined }),
    ...(other && !('round' in patch) && { round: undefined }),
    ...patch,
  }
}
