import type { Blade } from '../blade/index.js'
import { seeded } from '../number/index.js'
import type { Material } from '../stock/index.js'

/** What pieces are put in order by: looked at side by side, and felt at the saw. */
export const criteria = ['edge', 'face', 'underside', 'line', 'zigzag', 'corners', 'middle', 'pace', 'effort', 'steadiness'] as const
export type TrialCriterion = (typeof criteria)[number]
/** Told at the saw, right after each piece. */
export const feltCriteria: readonly TrialCriterion[] = ['pace', 'effort', 'steadiness']

/** One sheet to be sawn. */
export interface TrialPiece {
  /** drawn by lot, unique in the trial: a letter, and the number of its board */
  label: string
  /** id of the blade, or of the arm that is compared */
  blade: string
  stock: string
  /** from 0 */
  repeat: number
  /** from 0, in the order of its board */
  position: number
}
export interface Design {
  pieces: TrialPiece[]
  blades: string[]
  stocks: string[]
  repeats: number
  seed: number
  /** every blade follows every other equally often, as far as there are boards enough */
  balanced: boolean
}
export interface DesignAsked {
  /** 2 to 10 blades, or other arms: the same blade face up and face down, rip and crosscut */
  blades: readonly { id: string }[]
  /** 1 to 4 stocks */
  stocks: readonly { id: string }[]
  /** 1 to 3 boards of each stock */
  repeats: number
  seed: number
}

const shuffled = <T>(of: readonly T[], random: () => number): T[] => {
  const out = [...of]
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[out[i], out[j]] = [out[j]!, out[i]!]
  }
  return out
}

/**
 * Rows of a Williams square: each of n comes once at every position, and follows every other equally often; for an odd n the
 * square and its mirror together (Williams 1949).
 */
export function williams(n: number): number[][] {
  const first = Array.from({ length: n }, (_, i) => (i % 2 ? (i + 1) / 2 : (n - i / 2) % n))
  const rows = first.map((_, by) => first.map((x) => (x + by) % n))
  return n % 2 ? [...rows, ...rows.map((r) => [...r].reverse())] : rows
}

const within = (n: number, low: number, high: number, what: string) => {
  if (!Number.isInteger(n) || n < low || n > high) throw new RangeError(`A trial takes ${low} to ${high} ${what}; it has ${n}.`)
}

/**
 * A fair order for a comparison: on every board each blade saws one piece; who comes first and who follows whom is balanced over
 * the boards, and the labels tell nothing.
 * @throws RangeError where there are too few or too many of anything, or one comes twice
 */
export function designTrial({ blades, stocks, repeats, seed }: DesignAsked): Design {
  within(blades.length, 2, 10, 'blades')
  within(stocks.length, 1, 4, 'stocks')
  within(repeats, 1, 3, 'boards of each stock')
  const [ids, boards] = [blades.map((b) => b.id), stocks.map((s) => s.id)]
  if (new Set(ids).size < ids.length || new Set(boards).size < boards.length)
    throw new RangeError('Each blade and each stock of a trial stands in it once; a repeat is another board.')
  const random = seeded(seed)
  const named = shuffled(ids, random)
  const square = williams(ids.length)
  const blocks = boards.flatMap((stock) => Array.from({ length: repeats }, (_, repeat) => ({ stock, repeat })))
  const rows = shuffled(square, random)
  const pieces = blocks.flatMap(({ stock, repeat }, k) => {
    const letters = shuffled([...'ABCDEFGHIJ'].slice(0, ids.length), random)
    return rows[k % rows.length]!.map((b, position): TrialPiece => ({
      label: `${letters[position]}${k + 1}`,
      blade: named[b]!,
      stock,
      repeat,
      position,
    }))
  })
  return { pieces, blades: ids, stocks: boards, repeats, seed, balanced: blocks.length % rows.length === 0 }
}

/** What makes a comparison unfair, and for which blades. */
export interface Unfair {
  why: 'sizes' | 'unfit' | 'first-time' | 'label' | 'boards'
  blades: string[]
}
const ALIKE = 1.15 // times in width or thickness: beyond it two blades are no fair pair; estimate

/**
 * What is unfair about it, before it is begun.
 * @param known tooth patterns sawn with before; a first time is judged as the hand's, not the blade's
 * @param misread ids of blades whose teeth under the lens are not those of the label
 * @param oneBoard all pieces of a stock are cut from one piece
 */
export function unfairness(
  blades: readonly Blade[],
  stocks: readonly Material[],
  { known, misread = [], oneBoard = true }: { known: ReadonlySet<string>; misread?: readonly string[]; oneBoard?: boolean },
): Unfair[] {
  const out: Unfair[] = []
  const apart = (of: (b: Blade) => number) => Math.max(...blades.map(of)) / Math.min(...blades.map(of)) > ALIKE
  if (apart((b) => b.width) || apart((b) => b.thickness)) out.push({ why: 'sizes', blades: blades.map((b) => b.id) })
  const unfit = blades.filter((b) => stocks.some((s) => !b.cuts.includes(s.cuts)))
  if (unfit.length) out.push({ why: 'unfit', blades: unfit.map((b) => b.id) })
  const fresh = blades.filter((b) => !known.has(b.pattern))
  if (fresh.length && fresh.length < blades.length) out.push({ why: 'first-time', blades: fresh.map((b) => b.id) })
  if (misread.length) out.push({ why: 'label', blades: [...misread] })
  if (!oneBoard) out.push({ why: 'boards', blades: [] })
  return out
}
