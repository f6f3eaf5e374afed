import type { Ring } from '../outline/index.js'

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

/** The point a given way along a ring, mm. */
export function pointAt(ring: Pick<Ring, 'points'>, along: number): [number, number] {
  const p = ring.points
  let left = along
  for (let i = 0; i < p.length; i += 2) {
    const k = (i + 2) % p.length
    const l = Math.hypot(p[k]! - p[i]!, p[k + 1]! - p[i + 1]!)
    if (left <= l && l > 0) return [p[i]! + ((p[k]! - p[i]!) * left) / l, p[i + 1]! + ((p[k + 1]! - p[i + 1]!) * left) / l]
    left -= l
  }
  return [p[0]!, p[1]!]
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
