import { toRadians } from '../number/index.js'
import type { Cope } from './spec.js'
import { line, ring, type View } from './view.js'

const RELIEF = 5 // degrees cut back beyond what the corner asks, so that only the front touches; habit

/** Profile of a moulding: how far it stands out at each height, both mm, from its top (height 0) down. */
export function copeProfile({ profile, height, out, own }: Cope): [out: number, height: number][] {
  if (profile === 'own' && own && own.length > 1) return own.map((share, i) => [share * out, (height * i) / (own.length - 1)])
  const N = 40
  const fillet = 0.12
  // flats at top and bottom, the curve between them
  const shape = (u: number) => {
    if (profile === 'ovolo') return Math.sqrt(Math.max(0, 1 - (1 - u) ** 2))
    if (profile === 'cove') return 1 - Math.sqrt(Math.max(0, 1 - u * u))
    // an ogee: hollow above, round below, joined half way
    return u < 0.5 ? 0.5 - Math.sqrt(Math.max(0, 0.25 - u * u)) : 0.5 + Math.sqrt(Math.max(0, 0.25 - (1 - u) ** 2))
  }
  const least = 0.2 * out
  const points: [number, number][] = [[least, 0]]
  for (let i = 0; i <= N; i++) points.push([least + (out - least) * shape(i / N), height * (fillet + (1 - 2 * fillet) * (i / N))])
  points.push([out, height])
  return points
}

/**
 * Tightest radius along a profile, mm: of the circles through neighbouring points of its curve, the square steps where
 * fillets meet it left out, for those are cut as corners.
 */
export function profileRadius(points: readonly [number, number][]): number {
  let least = Infinity
  // the curve's ends stand steep, where its points lie far apart
  for (let i = 3; i < points.length - 3; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!]
    const [ab, bc, ca] = [Math.hypot(a[0] - b[0], a[1] - b[1]), Math.hypot(b[0] - c[0], b[1] - c[1]), Math.hypot(c[0] - a[0], c[1] - a[1])]
    const area = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2
    if (area > 1e-9) least = Math.min(least, (ab * bc * ca) / (4 * area))
  }
  return least
}

const STEPS = 120 // heights a drawn profile is taken at: a third of a millimetre on a common moulding

/**
 * A moulding's profile from a drawn line, open or the outline of its section, the wall at its left: at every height the
 * farthest it stands out. Undercuts behind that cannot be coped from the face and are left out.
 * @param points x, y, …, mm, y downward
 * @returns shares of `out` at even steps from the top, with the size drawn; undefined where the line has no height or depth
 */
export function profileFrom(points: ArrayLike<number>, closed: boolean): { own: number[]; height: number; out: number } | undefined {
  let [left, right, top, foot] = [Infinity, -Infinity, Infinity, -Infinity]
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]!)
    right = Math.max(right, points[i]!)
    top = Math.min(top, points[i + 1]!)
    foot = Math.max(foot, points[i + 1]!)
  }
  const [height, out] = [foot - top, right - left]
  if (!(height > 0.5 && out > 0.5)) return undefined
  const own = Array.from({ length: STEPS + 1 }, (_, i) => {
    // just inside the ends, where a level edge would hide what stands on it
    const y = top + Math.min(Math.max((height * i) / STEPS, height * 1e-4), height * (1 - 1e-4))
    let far = left
    const n = points.length / 2
    for (let k = 0; k < (closed ? n : n - 1); k++) {
      const [x1, y1, x2, y2] = [
        points[2 * k]!,
        points[2 * k + 1]!,
        points[(2 * k + 2) % points.length]!,
        points[(2 * k + 3) % points.length]!,
      ]
      if (y1 === y2 || y < Math.min(y1, y2) || y > Math.max(y1, y2)) continue
      far = Math.max(far, x1 + ((x2 - x1) * (y - y1)) / (y2 - y1))
    }
    return (far - left) / out
  })
  return { own, height, out }
}

export interface CopeFigures {
  /** length of the line sawn, and its tightest radius, mm */
  length: number
  radius: number
  /** back-cut from square, degrees: what the corner asks, and with its relief */
  least: number
  back: number
  /** the line's set-back from the square end at each height, as the profile's own out × cot(θ/2) */
  line: [set: number, height: number][]
  /** first cut that brings the line out, degrees */
  mitre: number
}

/**
 * Line and back-cut of a coped inside corner of θ: both pieces of one profile meet where each stands out p, at p·cot(θ/2)
 * from the corner; the other's face runs on behind at θ to the wall, so that the end must be cut back by θ − 90° and a
 * little more.
 */
export function copeFigures(c: Cope): CopeFigures {
  const half = toRadians(c.corner / 2)
  const cot = 1 / Math.tan(half)
  const profile = copeProfile(c)
  const drawn = profile.map(([o, h]): [number, number] => [o * cot, h])
  const length = drawn.reduce((l, p, i) => (i ? l + Math.hypot(p[0] - drawn[i - 1]![0], p[1] - drawn[i - 1]![1]) : 0), 0)
  const least = Math.max(0, c.corner - 90)
  return { length, radius: profileRadius(drawn), least, back: least + RELIEF, line: drawn, mitre: c.corner / 2 }
}

export function copeViews(c: Cope): View[] {
  const f = copeFigures(c)
  const deepest = Math.max(...f.line.map(([s]) => s))
  const long = deepest + 50
  // set-backs stand from the square end, at the left
  const cut = f.line.flatMap(([s, h]) => [s, h])
  const profile = copeProfile(c)
  return [
    {
      name: 'face',
      width: long,
      height: c.height,
      marks: [0, deepest],
      dims: [{ from: [long, 0], to: [long, c.height], value: c.height }],
      shapes: [
        ring('board', [0, 0, long, 0, long, c.height, 0, c.height]),
        ring('waste', [0, 0, ...cut, 0, c.height]),
        line('cut', ...cut),
      ],
    },
    {
      name: 'profile',
      width: c.out,
      height: c.height,
      marks: [],
      dims: [],
      shapes: [ring('board', [0, 0, ...profile.flatMap(([o, h]) => [o, h]), 0, c.height])],
    },
  ]
}
