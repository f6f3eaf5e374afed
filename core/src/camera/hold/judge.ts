import { quantile } from '../../number/index.js'
import type { Edge } from './edge.js'
import type { Corner, Place } from './ring.js'

/** A stray from the line that a hand made in one go. */
export interface Slip {
  x: number
  y: number
  size: number
  into: 'kept' | 'waste'
}
const SLIPPED = 0.34 // mm beside the line's own course from which it is a slip: half a kerf of a fine blade
const BY_WALL = 0.65 // of the wall seen there: its foot and the face are taken for one another by about as much; tuned on pictures of bench/camera
const COURSE = 9 // mm either side that make the course a slip stands out of

/** Slips of one ring: where the saw leaves its own course, clearly and for a little way. */
export function slipsOf(
  places: readonly Place[],
  deviation: Float64Array,
  { sure, wall }: Pick<Edge, 'sure' | 'wall'>,
  step: number,
): Slip[] {
  const n = places.length
  const wide = Math.min(Math.floor(n / 2), Math.round(COURSE / step))
  const beside = new Float64Array(n).fill(NaN)
  const fit = (i: number) => !Number.isNaN(deviation[i]!) && sure[i]! > 0.3 && places[i]!.corner > 1.2
  for (let i = 0; i < n; i++) {
    if (!fit(i)) continue
    const near: number[] = []
    for (let k = -wide; k <= wide; k++) {
      const j = (i + k + n) % n
      if (fit(j)) near.push(deviation[j]!)
    }
    if (near.length > 8) beside[i] = deviation[i]! - quantile(near, 0.5)
  }
  const all = beside.filter((v) => !Number.isNaN(v))
  if (all.length < 12) return []
  const usual = 3.2 * 1.48 * quantile(all.map(Math.abs), 0.5)
  // where a wall begins to be seen, its foot and the face are easily taken for one another
  const leastAt = (i: number) => Math.max(usual, SLIPPED + BY_WALL * wall[i]!)
  const out: Slip[] = []
  const used = new Uint8Array(n)
  const order = Array.from({ length: n }, (_, i) => i)
    .filter((i) => Math.abs(beside[i]!) >= leastAt(i))
    .sort((a, b) => Math.abs(beside[b]!) - Math.abs(beside[a]!))
  const clear = Math.round(6 / step)
  for (const i of order) {
    if (used[i]) continue
    // one place alone is a splinter or a speck
    const with2 = [-2, -1, 1, 2].filter((k) => beside[(i + k + n) % n]! * Math.sign(beside[i]!) > 0.55 * leastAt(i)).length
    if (with2 < 2) continue
    for (let k = -clear; k <= clear; k++) used[(i + k + n) % n] = 1
    const p = places[i]!
    out.push({ x: p.x, y: p.y, size: Math.abs(beside[i]!), into: beside[i]! > 0 ? 'waste' : 'kept' })
  }
  return out
}

export interface CornerHeld {
  x: number
  y: number
  kind: 'met' | 'rounded' | 'overcut'
  miss: number
}
/**
 * How a corner came out.
 * @param piece how much of the piece is seen at a place of the pattern, 0 to 1
 * @param bias mm kept there
 * @param pixel mm
 */
export function cornerHeld(corner: Corner, piece: (x: number, y: number) => number, bias: number, pixel: number): CornerHeld | undefined {
  const { into, out, x, y, wasteInside } = corner
  // out of the angle: both arms lead away from the corner
  const arm = [
    [-into[0], -into[1]],
    [out[0], out[1]],
  ] as const
  let [bx, by] = [arm[0][0] + arm[1][0], arm[0][1] + arm[1][1]]
  const l = Math.hypot(bx, by)
  if (l < 0.15) return undefined
  bx /= l
  by /= l
  const half = Math.acos(Math.min(1, Math.max(-1, bx * arm[1][0] + by * arm[1][1])))
  // along the bisector: where it changes from one to the other, against where a sharp one would, kept so far
  const expected = (wasteInside ? 1 : -1) * (bias / Math.sin(half))
  const step = Math.max(0.03, pixel / 2)
  let change = NaN
  // in the angle lies waste (or the piece, outside corners); behind it the other
  for (let d = -1.2; d <= 2.6; d += step) {
    const [a, b] = [piece(x + bx * (d - step), y + by * (d - step)), piece(x + bx * d, y + by * d)]
    const [from, to] = wasteInside ? [1 - a, 1 - b] : [a, b]
    if (from < 0.5 && to >= 0.5) {
      change = d - (step * (to - 0.5)) / (to - from || 1)
      break
    }
  }
  let slot = 0
  if (wasteInside)
    // a cut past the corner goes on along an arm, into the piece
    for (const [ax, ay] of [
      [into[0], into[1]],
      [-out[0], -out[1]],
    ] as const)
      for (const side of [-1, 1]) {
        for (let off = -0.1; off <= 0.7; off += 0.1) {
          const [ox, oy] = [-ay * side * off, ax * side * off]
          let d = 0.35 + Math.abs(bias)
          while (d < 3 && piece(x + ax * d + ox, y + ay * d + oy) < 0.6) d += step
          slot = Math.max(slot, d - 0.35 - Math.abs(bias))
        }
      }
  if (slot > 0.3) return { x, y, kind: 'overcut', miss: slot }
  if (Number.isNaN(change)) return undefined
  const miss = change - expected
  return { x, y, kind: Math.abs(miss) > ROUNDED + pixel ? 'rounded' : 'met', miss: Math.abs(miss) }
}
const ROUNDED = 0.22 // mm along the bisector: sharper than that a saw with a kerf does not turn
