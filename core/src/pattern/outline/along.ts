import type { Ring } from './nest.js'

/** Place along a ring nearest to (x, y), mm. */
export function alongAt(ring: Pick<Ring, 'points'>, x: number, y: number): number {
  const p = ring.points
  let [best, at, along] = [Infinity, 0, 0]
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    const [dx, dy] = [p[k]! - p[i]!, p[k + 1]! - p[i + 1]!]
    const l = Math.hypot(dx, dy)
    const t = l > 0 ? Math.min(1, Math.max(0, ((x - p[i]!) * dx + (y - p[i + 1]!) * dy) / (l * l))) : 0
    const d = (p[i]! + t * dx - x) ** 2 + (p[i + 1]! + t * dy - y) ** 2
    if (d < best) [best, at] = [d, along + t * l]
    along += l
  }
  return at
}

/** How far along a ring each of its points lies, mm, and its whole length after them. */
export function lengthsOf({ points: p }: Pick<Ring, 'points'>): Float64Array {
  const out = new Float64Array(p.length / 2 + 1)
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    out[i / 2 + 1] = out[i / 2]! + Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
  }
  return out
}

/** The first side of a ring that reaches so far along it, by the number of its first point. */
export function sideAt(lengths: Float64Array, along: number): number {
  let [low, high] = [0, lengths.length - 2]
  while (low < high) {
    const mid = (low + high) >> 1
    if (lengths[mid + 1]! >= along) high = mid
    else low = mid + 1
  }
  return low
}

/**
 * The point a given way along a ring, mm.
 * @param lengths of this ring, where many points of it are asked
 */
export function pointAt(ring: Pick<Ring, 'points'>, along: number, lengths = lengthsOf(ring)): [number, number] {
  const p = ring.points
  if (!(along <= lengths.at(-1)!)) return [p[0]!, p[1]!]
  const low = sideAt(lengths, along)
  const l = lengths[low + 1]! - lengths[low]!
  const [i, k] = [2 * low, (2 * low + 2) % p.length]
  const t = l > 0 ? (along - lengths[low]!) / l : 0
  return [p[i]! + (p[k]! - p[i]!) * t, p[i + 1]! + (p[k + 1]! - p[i + 1]!) * t]
}

/** The part of a ring between two places along it, `from` before `to`, in one walk; mm. */
export function partOf(ring: Pick<Ring, 'points'>, from: number, to: number): number[] {
  const p = ring.points
  const out: number[] = []
  let along = 0
  for (let i = 0; i < p.length && along < to; i += 2) {
    const k = (i + 2) % p.length
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    const put = (s: number) => {
      const t = l > 0 ? s / l : 0
      out.push(p[i]! + (p[k]! - p[i]!) * t, p[i + 1]! + (p[k + 1]! - p[i + 1]!) * t)
    }
    if (along + l > from) {
      if (!out.length) put(Math.max(0, from - along))
      put(Math.min(l, to - along))
    }
    along += l
  }
  return out
}
