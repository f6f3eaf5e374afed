import { normalQuantile, seeded } from '../number/index.js'

/**
 * Draws of everything that is doubtful, each a stratified sample (Latin hypercube) keyed by its own name: a new plan, or a
 * new piece, meets the same luck as before, and two plans are compared on the same evenings.
 */
export interface Draws {
  /** how many */
  count: number
  /** standard normals of a name */
  normal(name: string): Float64Array
  /** between 0 and 1 */
  even(name: string): Float64Array
}

/** A name and a seed as one number (FNV-1a). */
function hashed(name: string, seed: number): number {
  let h = 0x811c9dc5 ^ seed
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 0x01000193)
  return h >>> 0
}

export function drawsOf(count: number, seed: number): Draws {
  const made = new Map<string, Float64Array>()
  const even = (name: string): Float64Array => {
    const known = made.get(name)
    if (known) return known
    const r = seeded(hashed(name, seed))
    const out = new Float64Array(count)
    for (let i = 0; i < count; i++) out[i] = (i + r()) / count
    for (let i = count - 1; i > 0; i--) {
      const j = Math.floor(r() * (i + 1))
      const t = out[i]!
      out[i] = out[j]!
      out[j] = t
    }
    made.set(name, out)
    return out
  }
  return { count, even, normal: (name) => even(name).map((p) => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, p)))) }
}

/** One draw in which everything takes its median, every evening takes place and nothing is spoilt. */
export const medians: Draws = { count: 1, normal: () => new Float64Array(1), even: () => new Float64Array(1).fill(0.5) }
