import { settle } from '../../number/index.js'
import type { Px } from '../../picture/index.js'

/** How a flat ground is seen: px of a place on it, or so far above it; both in the ground's own unit. */
export interface Lens {
  place(x: number, y: number, above: number): Px
  /** where the eye stands, and how high; absent where everything is seen from straight above */
  eye?: readonly [x: number, y: number, height: number]
}
/** A scanner, or a picture taken as one: so many px to a unit, from the picture's upper left corner. */
export const flat = (perUnit: number): Lens => ({ place: (x, y) => [x * perUnit, y * perUnit] })

/**
 * A real lens over a ground that leans by two turns, rad. The unit is a pixel where its axis meets the ground, and places are told
 * from the picture's middle, so that the eye is as far away as the focal length.
 */
export function leaning(width: number, height: number, focal: number, a: number, b: number): Lens {
  const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)]
  return {
    place(x, y, above) {
      const q = sa * y - ca * above
      const far = focal / (focal - sb * x + cb * q)
      return [width / 2 + (cb * x + sb * q) * far, height / 2 + (ca * y + sa * above) * far]
    },
    eye: [focal * sb, -focal * cb * sa, focal * cb * ca],
  }
}

/** Where something flat lies: turned, turned over, moved, so large; from its own mm to the ground. */
export interface Pose {
  turn: number
  x: number
  y: number
  size: number
  over: boolean
}
export function lay({ turn, x, y, size, over }: Pose, u: number, v: number): Px {
  const [c, s] = [Math.cos(turn) * size, Math.sin(turn) * size]
  const w = over ? -u : u
  return [x + c * w - s * v, y + s * w + c * v]
}

/** A phone's focal length against its picture's longer side, where nothing says it; and how far that may be off, as a logarithm. */
const USUAL_FOCAL = 0.85
const FOCAL_SPREAD = 0.35

/** The ground in mm, by a rectangle of known sides that lies on it with its corners seen there. */
export interface Grounded {
  lens: Lens
  /** px to a mm where the axis meets the ground, and what the corners miss, px */
  perMm: number
  miss: number
  lean: readonly [number, number]
  focal: number
}
/**
 * @param corners px, in order around
 * @param focal px, where it is known
 */
export function groundBy(
  corners: readonly Px[],
  [w, h]: readonly [number, number],
  width: number,
  height: number,
  focal?: number,
): Grounded {
  const usual = focal ?? USUAL_FOCAL * Math.max(width, height)
  const own: Px[] = [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ]
  const middle: Px = [corners.reduce((s, c) => s + c[0] / 4, 0), corners.reduce((s, c) => s + c[1] / 4, 0)]
  const side = (i: number, j: number) => Math.hypot(corners[i]![0] - corners[j]![0], corners[i]![1] - corners[j]![1])
  const size = Math.sqrt(((side(0, 1) + side(2, 3)) * (side(1, 2) + side(3, 0))) / (4 * w * h))
  const turn = Math.atan2(corners[1]![1] - corners[0]![1], corners[1]![0] - corners[0]![0])
  const poseOf = (p: readonly number[]): Pose => ({ turn: p[0]!, x: p[1]!, y: p[2]!, size: Math.exp(p[3]!), over: false })
  const lensOf = (p: readonly number[]) => leaning(width, height, usual * Math.exp(p[6] ?? 0), p[4]!, p[5]!)
  const missed = (p: readonly number[]) => {
    const [pose, lens] = [poseOf(p), lensOf(p)]
    const out = own.flatMap(([u, v], i) => {
      const [x, y] = lens.place(...lay(pose, u, v), 0)
      return [x - corners[i]![0], y - corners[i]![1]]
    })
    return focal ? out : [...out, (p[6]! / FOCAL_SPREAD) * 0.3]
  }
  const start = [turn, middle[0] - width / 2, middle[1] - height / 2, Math.log(size)]
  const steps = [1e-5, 0.01, 0.01, 1e-5, 1e-5, 1e-5, ...(focal ? [] : [1e-4])]
  // a lean and its opposite look alike from far away: both are begun with
  const tries = [
    [0.05, 0.05],
    [-0.3, 0],
    [0.3, 0],
    [0, 0.3],
    [0, -0.3],
  ].map((lean) => settle(missed, [...start, ...lean, ...(focal ? [] : [0])], steps, 60))
  const rms = (p: readonly number[]) => Math.sqrt(missed(p).reduce((s, v) => s + v * v, 0) / 8)
  const p = tries.reduce((best, t) => (rms(t) < rms(best) ? t : best))
  const [pose, lens] = [poseOf(p), lensOf(p)]
  const { place, eye } = lens
  // the eye, from the lens's unit to mm of the rectangle
  const [c, s] = [Math.cos(pose.turn), Math.sin(pose.turn)]
  const [ex, ey] = [(eye![0] - pose.x) / pose.size, (eye![1] - pose.y) / pose.size]
  return {
    lens: {
      place: (x, y, above) => place(...lay(pose, x, y), above * pose.size),
      eye: [c * ex + s * ey, -s * ex + c * ey, eye![2] / pose.size],
    },
    perMm: pose.size,
    miss: rms(p),
    lean: [p[4]!, p[5]!],
    focal: usual * Math.exp(p[6] ?? 0),
  }
}

/** The lens's units to a mm by a card of known sides on the leaning ground, its corners seen there: back through the lens to the ground. */
export function sizeBy(
  corners: readonly Px[],
  card: readonly [number, number],
  width: number,
  height: number,
  focal: number,
  [a, b]: readonly [number, number],
): number {
  const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)]
  const onGround = corners.map(([px, py]) => {
    const [x, y] = [(px - width / 2) / focal, (py - height / 2) / focal]
    // cb·X + sb·sa·Y = x·(f − sb·X + cb·sa·Y); ca·Y = y·(…)
    const [p, q, r, s] = [cb + x * sb, sb * sa - x * cb * sa, y * sb, ca - y * cb * sa]
    const det = p * s - q * r
    return [(x * focal * s - q * y * focal) / det, (p * y * focal - r * x * focal) / det] as const
  })
  const side = (i: number) => Math.hypot(onGround[i]![0] - onGround[(i + 1) % 4]![0], onGround[i]![1] - onGround[(i + 1) % 4]![1])
  return Math.sqrt(((side(0) + side(2)) * (side(1) + side(3))) / (4 * card[0] * card[1]))
}
