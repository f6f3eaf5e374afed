import { quantile, solve } from '../../number/index.js'
import type { Edge } from './edge.js'
import { lay, leaning, type Lens, type Pose } from './lens.js'
import type { Setting } from './find.js'
import type { Ring } from './ring.js'

/** Pose, size and what is kept all round, told apart as far as the openings let them. */
export interface Fitted {
  pose: Pose
  lens: Lens
  lean?: readonly [number, number]
  bias: number
  biasDoubt: number
  /** logarithm of the size against what is known of it, and its doubt */
  size: number
  sizeDoubt: number
  /** deviation of every place, mm, the pose's own share taken out; NaN where nothing is seen */
  deviation: Float64Array[]
  /** what is left of robust spread about the bias, mm */
  spread: number
  /** share of places whose edge is seen */
  seen: number
}
/** What a print may be out of size: a good printer, and one that fits to the page; logarithms. */
const PRINTED = 0.004
const MISPRINTED = 0.04
const KEPT = 0.25 // mm, what people keep to one side or the other
const LEANS = 0.25 // rad, how a phone is held

/**
 * One robust fit of pose, size and bias to the edges.
 * @param known print against drawing as measured; with it the size is all but fixed
 */
export function fit(
  rings: readonly Ring[],
  edges: readonly Edge[],
  lens: Lens,
  pose: Pose,
  setting: Setting,
  lean?: readonly [number, number],
  known?: number,
): Fitted {
  const bare = lean !== undefined
  const above = (p: Pose) => setting.thickness * p.size
  const unknowns = bare ? 7 : 5 // turn, x, y, size, (lean, lean,) bias
  const rows: number[][] = []
  const off: number[] = []
  const weights: number[] = []
  const at: [ring: number, place: number][] = []
  const lensOf = (a: number, b: number) => (bare ? leaning(setting.width, setting.height, setting.focal!, a, b) : lens)
  const moves: { pose: Pose; lens: Lens; by: number }[] = []
  const by = { turn: 1e-4, x: 0.02 * pose.size, size: 1e-4, lean: 1e-4 }
  // the size grows about the middle of the pattern, so that it moves nothing else
  const [mx, my] = [0, 1].map((m) => {
    const p = rings[0]!.places
    return p.reduce((s, q) => s + (m ? q.y : q.x), 0) / p.length
  }) as [number, number]
  const about = (next: Pose): Pose => {
    const [a, b] = [lay(pose, mx, my), lay(next, mx, my)]
    return { ...next, x: next.x + a[0] - b[0], y: next.y + a[1] - b[1] }
  }
  const moved = (turn: number, size: number) => about({ ...pose, turn: pose.turn + turn, size: pose.size * Math.exp(size) })
  moves.push(
    { pose: moved(by.turn, 0), lens, by: by.turn },
    { pose: { ...pose, x: pose.x + by.x }, lens, by: by.x },
    { pose: { ...pose, y: pose.y + by.x }, lens, by: by.x },
    { pose: moved(0, by.size), lens, by: by.size },
  )
  if (bare)
    moves.push(
      { pose, lens: lensOf(lean[0] + by.lean, lean[1]), by: by.lean },
      { pose, lens: lensOf(lean[0], lean[1] + by.lean), by: by.lean },
    )
  let total = 0
  rings.forEach((ring, r) => {
    const e = edges[r]!
    if (e.closed) return
    ring.places.forEach((p, i) => {
      total++
      const o = e.off[i]!
      if (Number.isNaN(o) || e.sure[i]! < 0.25) return
      const [nx, ny, tx, ty] = e.ways.subarray(4 * i, 4 * i + 4) as unknown as [number, number, number, number]
      const det = nx * ty - ny * tx
      const here = lens.place(...lay(pose, p.x, p.y), above(pose))
      const row = moves.map((m) => {
        const there = m.lens.place(...lay(m.pose, p.x, p.y), above(m.pose))
        const [dx, dy] = [there[0] - here[0], there[1] - here[1]]
        return (dx * ty - dy * tx) / det / m.by
      })
      rows.push([...row, 1])
      off.push(o)
      at.push([r, i])
      // near a corner the normal tells two edges
      weights.push(p.corner < 1.5 ? 0 : e.sure[i]!)
    })
  })
  const n = rows.length
  const logSize = setting.size ? Math.log(pose.size / setting.size) : 0
  let x = new Array<number>(unknowns).fill(0)
  let cov: number[][] = []
  let spread = 1
  const own = setting.sizeSpread ?? 0
  const priorOf = (size: number) => Math.hypot(own, known ? 0.0015 : Math.abs(size) < 0.012 + own ? PRINTED : MISPRINTED)
  let prior = priorOf(logSize)
  for (let round = 0; round < 12; round++) {
    const left = rows.map((row, i) => off[i]! - row.reduce((s, v, k) => s + v * x[k]!, 0))
    const used = left.filter((_, i) => weights[i]! > 0)
    spread = Math.max(0.012, 1.48 * quantile(used.map(Math.abs), 0.5))
    const cut = 3 * spread
    const A = Array.from({ length: unknowns }, () => new Array<number>(unknowns).fill(0))
    const b = new Array<number>(unknowns).fill(0)
    // places side by side stray together: so many are worth one
    const worth = Math.max(1, likeness(left, at, weights) / (rings[0]!.step || 0.4))
    for (let i = 0; i < n; i++) {
      const t = left[i]! / cut
      const robust = Math.abs(t) < 1 ? (1 - t * t) ** 2 : 0
      const w = (weights[i]! * robust) / (spread * spread * worth)
      if (!w) continue
      const row = rows[i]!
      for (let p = 0; p < unknowns; p++) {
        b[p]! += w * row[p]! * off[i]!
        for (let q = 0; q < unknowns; q++) A[p]![q]! += w * row[p]! * row[q]!
      }
    }
    const hold = (k: number, mean: number, sd: number) => {
      A[k]![k]! += 1 / (sd * sd)
      b[k]! += mean / (sd * sd)
    }
    if (setting.size) hold(3, -logSize, prior)
    hold(unknowns - 1, 0, KEPT)
    if (bare) {
      hold(4, -lean[0], LEANS)
      hold(5, -lean[1], LEANS)
    }
    x = solve(A, b)
    cov = A
    prior = priorOf(logSize + x[3]!)
  }
  const doubt = (k: number) =>
    Math.sqrt(
      Math.max(
        0,
        solve(
          cov,
          cov.map((_, i) => (i === k ? 1 : 0)),
        )[k]!,
      ),
    )
  const NINE = 1.65 // spreads within which nine of ten lie
  const next = moved(x[0]!, x[3]!)
  const settled: Pose = { ...next, x: next.x + x[1]!, y: next.y + x[2]! }
  const deviation = rings.map((ring) => new Float64Array(ring.places.length).fill(NaN))
  at.forEach(([r, i], k) => {
    const row = rows[k]!
    let o = off[k]!
    for (let m = 0; m < unknowns - 1; m++) o -= row[m]! * x[m]!
    deviation[r]![i] = o
  })
  const newLean = bare ? ([lean[0] + x[4]!, lean[1] + x[5]!] as const) : undefined
  return {
    pose: settled,
    lens: newLean ? lensOf(...newLean) : lens,
    ...(newLean && { lean: newLean }),
    bias: x[unknowns - 1]!,
    biasDoubt: NINE * Math.hypot(doubt(unknowns - 1), 0.012),
    size: logSize + x[3]!,
    sizeDoubt: NINE * Math.hypot(doubt(3), own),
    deviation,
    spread,
    seen: total ? n / total : 0,
  }
}

/** Over how many mm along its ring what is left stays alike: the sum of its likeness to itself. */
function likeness(left: readonly number[], at: readonly (readonly [number, number])[], weights: readonly number[]): number {
  const STEP = 0.4
  let [zero, sum] = [0, 0]
  const most = quantile(left.map(Math.abs), 0.97)
  const v = left.map((l) => Math.max(-most, Math.min(most, l)))
  for (let i = 0; i < v.length; i++) if (weights[i]) zero += v[i]! ** 2
  if (!(zero > 0)) return STEP
  for (let lag = 1; lag < 40; lag++) {
    let s = 0
    for (let i = lag; i < v.length; i++) if (weights[i] && weights[i - lag] && at[i]![0] === at[i - lag]![0]) s += v[i]! * v[i - lag]!
    const r = s / zero
    if (r < 0.08) break
    sum += r
  }
  return STEP * (1 + 2 * sum)
}
