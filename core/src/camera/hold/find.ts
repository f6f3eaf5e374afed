import { settle } from '../../number/index.js'
import { distances, type Found, type Plan } from './ground.js'
import { lay, leaning, type Lens, type Pose } from './lens.js'
import type { Ring } from './ring.js'

/** How the pattern lies in the picture. */
export interface Laid {
  pose: Pose
  lens: Lens
  /** how the ground leans, where the picture itself had to tell it */
  lean?: readonly [number, number]
  /** mean distance of its lines from the piece's edges, px of the plan, far ones cut off */
  miss: number
}
/** What is known before of size and lens. */
export interface Setting {
  lens: Lens
  /** units of the ground to a mm of the pattern; absent: the picture has no mark of size */
  size?: number
  /** how far that may be off before the print is asked, a logarithm */
  sizeSpread?: number
  /** px; only where the ground's lean has to be found by the piece itself */
  focal?: number
  /** of the face above the ground, in the ground's units to a unit of `size` */
  thickness: number
  width: number
  height: number
}

const TURNS = 240
/** The pattern laid on the piece, face and back: every turn is tried, the best are settled by the nearest edges. The better first. */
export function findPose(plan: Plan, found: Found, rings: readonly Ring[], setting: Setting, faces: readonly boolean[]): Laid[] {
  const { width: w, height: h, by } = plan
  const edge = new Uint8Array(w * h)
  const { mask } = found
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x
      if (mask[i] && !(mask[i - 1] && mask[i + 1] && mask[i - w] && mask[i + w])) edge[i] = 1
    }
  const off = distances(edge, w)
  const far = 0.06 * Math.sqrt(found.area)
  const missAt = (px: number, py: number) => {
    const x = Math.min(w - 2, Math.max(0, px / by - 0.5))
    const y = Math.min(h - 2, Math.max(0, py / by - 0.5))
    const [i, j] = [Math.floor(x), Math.floor(y)]
    const [s, t] = [x - i, y - j]
    const k = j * w + i
    return Math.min(far, (off[k]! * (1 - s) + off[k + 1]! * s) * (1 - t) + (off[k + w]! * (1 - s) + off[k + w + 1]! * s) * t)
  }
  const some = (ring: Ring, n: number) => {
    const every = Math.max(1, Math.floor(ring.places.length / n))
    return ring.places.filter((_, i) => i % every === 0)
  }
  const openings = rings.slice(1).reduce((s, r) => s + r.length, 0)
  const points = [...some(rings[0]!, 260), ...rings.slice(1).flatMap((r) => some(r, Math.max(6, (200 * r.length) / openings)))]
  // middle and area of the pattern's outline
  let [area, mx, my] = [0, 0, 0]
  const line = rings[0]!.places
  line.forEach((p, i) => {
    const q = line[(i + 1) % line.length]!
    const cross = p.x * q.y - q.x * p.y
    area += cross / 2
    mx += ((p.x + q.x) * cross) / 6
    my += ((p.y + q.y) * cross) / 6
  })
  const middle = [mx / area, my / area] as const
  const seen = [found.middle[0] * by, found.middle[1] * by] as const
  const bare = setting.focal !== undefined
  const lensOf = (lean: readonly number[]): Lens =>
    bare ? leaning(setting.width, setting.height, setting.focal!, lean[0]!, lean[1]!) : setting.lens
  // without a mark the ground's unit is a pixel
  const size = setting.size ?? Math.sqrt(found.area / Math.abs(area)) * by
  const ground = groundAt(lensOf([0, 0]), seen, setting.thickness * size)
  const poseOf = (p: readonly number[], over: boolean): Pose => {
    const s = size * Math.exp(p[3]!)
    const c = lay({ turn: p[0]!, x: 0, y: 0, size: s, over }, middle[0], middle[1])
    return { turn: p[0]!, x: ground[0] + p[1]! - c[0], y: ground[1] + p[2]! - c[1], size: s, over }
  }
  const missesOf = (p: readonly number[], over: boolean, of = points) => {
    const pose = poseOf(p, over)
    const lens = lensOf(p.slice(4))
    return of.map(({ x, y }) => missAt(...lens.place(...lay(pose, x, y), setting.thickness * pose.size)))
  }
  const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length
  const few = points.filter((_, i) => i % 3 === 0)
  return faces
    .map((over) => {
      const tries = Array.from({ length: TURNS }, (_, k) => {
        const turn = (2 * Math.PI * k) / TURNS
        return { turn, miss: mean(missesOf([turn, 0, 0, 0, 0, 0], over, few)) }
      })
      const best = tries
        .filter((t, k) => t.miss <= tries[(k + 1) % TURNS]!.miss && t.miss <= tries[(k + TURNS - 1) % TURNS]!.miss)
        .sort((a, b) => a.miss - b.miss)
        .slice(0, 8)
      const step = [0.002, 0.1 * size, 0.1 * size, 0.001, ...(bare ? [0.005, 0.005] : [])]
      const from = (start: readonly number[]) => {
        const p = settle((x) => [...missesOf(x, over), 4 * (x[3]! / 0.05), ...(bare ? [x[4]! / 0.1, x[5]! / 0.1] : [])], start, step, 40)
        return { p, miss: mean(missesOf(p, over)) }
      }
      const least = <T extends { miss: number }>(all: readonly T[]) => all.reduce((a, b) => (b.miss < a.miss ? b : a))
      let one = least(best.map(({ turn }) => from([turn, 0, 0, 0, ...(bare ? [0.01, 0.01] : [])])))
      // a lean and another may look alike to the nearest edges: a few are begun with
      if (bare)
        one = least([
          one,
          ...[
            [0.2, 0],
            [-0.2, 0],
            [0, 0.2],
            [0, -0.2],
          ].map((lean) => from([...one.p.slice(0, 4), ...lean])),
        ])
      const lean = bare ? ([one.p[4]!, one.p[5]!] as const) : undefined
      return { pose: poseOf(one.p, over), lens: lensOf(one.p.slice(4)), ...(lean && { lean }), miss: one.miss }
    })
    .sort((a, b) => a.miss - b.miss)
}

/** The place of the ground that is seen there. */
function groundAt(lens: Lens, [x, y]: readonly [number, number], above: number): readonly [number, number] {
  const p = settle(
    (g) => {
      const q = lens.place(g[0]!, g[1]!, above)
      return [q[0] - x, q[1] - y]
    },
    [0, 0],
    [0.1, 0.1],
    40,
  )
  return [p[0]!, p[1]!]
}
