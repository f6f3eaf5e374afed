import { skills, type Job, type Skill } from '../job/index.js'
import type { Family } from '../saw/index.js'
import { offsetOf, ladder, type Exercise } from './ladder.js'
import type { ShapeName } from './names.js'
import { score } from './score.js'
import type { SimulatedSaw } from './saw.js'
import { manners, sawnBy } from './steersman.js'

/** One cut that was practised, as far as a hand is judged by it. */
export interface Tried {
  at: number
  family: Family
  /** absent: an opening or cut of one’s own */
  shape?: ShapeName
  /** 0 … 100 */
  score: number
  /** mean, mm */
  stray: number
  /** mean stray of simulated hands of each skill on the same cut, mm */
  against: Record<Skill, number>
}

const SEEDS = 3
/** Mean stray, mm, of simulated hands of each skill: what a cut is held against. */
export function strayOfSkills(e: Exercise, saw: SimulatedSaw, job: Job): Record<Skill, number> {
  const of = (skill: Skill) => {
    let sum = 0
    for (let seed = 0; seed < SEEDS; seed++) {
      const cuts = e.lines.map((line, i) => sawnBy(manners[skill], saw, line, offsetOf(e, saw.kerf), job, 1 + 100 * seed + i))
      sum += Math.log(score(cuts, job).stray)
    }
    return Math.exp(sum / SEEDS)
  }
  return { learning: of('learning'), practised: of('practised'), sure: of('sure') }
}

const SPREAD = 0.35 // of the logarithm of one hand’s stray from cut to cut; estimate
const LATELY = 8 // cuts a hand is judged by
const ENOUGH = 4

/** Which skill a hand shows: the chance of each, from the last few cuts; undefined before there are enough. */
export function measuredHand(tried: readonly Tried[]): Record<Skill, number> | undefined {
  const last = [...tried].sort((a, b) => b.at - a.at).slice(0, LATELY)
  if (last.length < ENOUGH) return undefined
  const log = skills.map((s) => last.reduce((sum, t) => sum - Math.log(Math.max(t.stray, 1e-3) / t.against[s]) ** 2 / (2 * SPREAD ** 2), 0))
  const top = Math.max(...log)
  const odds = log.map((l) => Math.exp(l - top))
  const all = odds.reduce((a, b) => a + b)
  return Object.fromEntries(skills.map((s, i) => [s, odds[i]! / all])) as Record<Skill, number>
}

export interface LearningCurve {
  /** of the stray that is left with each doubling of the cuts made; 1: nothing learned */
  doubling: number
  /** stray, as a share of a practised hand’s, after a number of cuts */
  at: (n: number) => number
}
/** The power law of practice through one’s strays, each against a practised hand’s on the same cut; undefined for fewer than four. */
export function learningCurve(tried: readonly Tried[]): LearningCurve | undefined {
  const points = [...tried]
    .sort((a, b) => a.at - b.at)
    .map((t, i) => [Math.log(i + 1), Math.log(Math.max(t.stray, 1e-3) / t.against.practised)] as const)
  if (points.length < ENOUGH) return undefined
  const mean = (k: 0 | 1) => points.reduce((s, p) => s + p[k], 0) / points.length
  const [mx, my] = [mean(0), mean(1)]
  const slope = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / points.reduce((s, [x]) => s + (x - mx) ** 2, 0)
  return { doubling: 2 ** slope, at: (n) => Math.exp(my + slope * (Math.log(n) - mx)) }
}

const MASTERED = 80
const HARD = 45
/** The exercise to take next: the first not yet mastered; after two that went badly, the one before it once more. */
export function nextExercise(family: Family, tried: readonly Tried[]): ShapeName {
  const rungs = ladder[family]
  const of = (shape: ShapeName) => tried.filter((t) => t.family === family && t.shape === shape).sort((a, b) => b.at - a.at)
  const at = rungs.findIndex(
    (shape) =>
      !of(shape)
        .slice(0, 2)
        .some((t) => t.score >= MASTERED),
  )
  if (at < 0) return rungs.at(-1)!
  const here = rungs[at]!
  const before = rungs[at - 1]
  const [a, b] = of(here)
  if (!before || !a || !b || a.score >= HARD || b.score >= HARD) return here
  return (of(before)[0]?.at ?? 0) > a.at ? here : before
}
