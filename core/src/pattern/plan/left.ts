import { lengthsOf, type Ring } from '../outline/index.js'

/** A stretch of a ring, clockwise from a place along it; it may run over the ring's beginning. mm */
export interface Stretch {
  from: number
  length: number
}
const LEAST = 0.01 // mm; what is shorter is a rounding

/**
 * What is left to saw of pieces that share lines, when they come off in turn: a line two of them share is sawn with the first.
 * @param rings those that are sawn one after another
 * @returns by a ring's id; rings that share nothing are not named, and nor is a piece before which nothing of its line is sawn
 */
export function leftToSaw(rings: readonly Ring[]): Map<number, Stretch[]> {
  const left = new Map<number, Stretch[]>()
  const sawn = new Set<string>()
  const pieces = rings.filter((r) => r.part).sort((a, b) => a.part!.turn - b.part!.turn)
  for (const ring of pieces) {
    const p = ring.points
    const at = (i: number) => `${Math.round(1e4 * p[i]!)},${Math.round(1e4 * p[i + 1]!)}`
    const n = p.length / 2
    const sides = Array.from({ length: n }, (_, i) => {
      const [a, b] = [at(2 * i), at((2 * i + 2) % p.length)]
      return `${ring.part!.of} ${a < b ? `${a} ${b}` : `${b} ${a}`}`
    })
    const had = sides.map((s) => sawn.has(s))
    if (had.includes(true)) left.set(ring.id, stretches(had, lengthsOf(ring)))
    for (const s of sides) sawn.add(s)
  }
  return left
}

/** Runs of sides that are not sawn yet, longest first; begun behind a sawn one, so that none is cut in two. */
function stretches(sawn: readonly boolean[], lengths: Float64Array): Stretch[] {
  const n = sawn.length
  const behind = sawn.indexOf(true) + 1
  const out: Stretch[] = []
  let open: Stretch | undefined
  for (let k = 0; k < n; k++) {
    const i = (behind + k) % n
    if (sawn[i]) open = undefined
    else {
      if (!open) out.push((open = { from: lengths[i]!, length: 0 }))
      open.length += lengths[i + 1]! - lengths[i]!
    }
  }
  return out.filter(({ length }) => length > LEAST).sort((a, b) => b.length - a.length)
}

type Left = readonly Stretch[] | undefined
/** Whether a place along a ring of this length is left to saw, the ends of a stretch taken in; all of it where nothing is sawn before. */
export const isLeft = (left: Left, along: number, whole: number): boolean =>
  !left || left.some(({ from, length }) => (((along - from + LEAST) % whole) + whole) % whole <= length + 2 * LEAST)

/** Share of a ring that is sawn with it, not with a piece beside it that came off before. */
export const shareLeft = ({ length }: { length: number }, left: Left): number =>
  left ? left.reduce((t, s) => t + s.length, 0) / length : 1
