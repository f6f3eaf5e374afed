import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import { evaluate, type Evaluation } from './evaluate.js'
import { passes } from './limit.js'

export interface MakeDo {
  evaluation: Evaluation
  /** what was changed to make it do, and the job with that */
  changes: ('stress' | 'pivot' | 'ordinary' | 'rough')[]
  job: Job
}

/**
 * The owned blade that can be made to do, with the least change of manner: more tension, pivoted corners, a
 * rougher finish; strokes and feed follow. Undefined where no owned blade can.
 */
export function makeDo(job: Job, owned: readonly Blade[], top: (blade: Blade) => number): MakeDo | undefined {
  const pivot = (j: Job): Job => ({ ...j, cut: { ...j.cut, turn: 'pivot' } })
  const finish =
    (f: Job['cut']['finish']) =>
    (j: Job): Job => ({ ...j, cut: { ...j.cut, finish: f } })
  const tries: { changes: MakeDo['changes']; change(j: Job, b: Blade): Job }[] = [
    { changes: [], change: (j) => j },
    { changes: ['stress'], change: (j, b) => ({ ...j, stress: top(b) }) },
    { changes: ['ordinary'], change: finish('ordinary') },
    { changes: ['pivot'], change: pivot },
    { changes: ['rough'], change: finish('rough') },
    { changes: ['pivot', 'stress'], change: (j, b) => ({ ...pivot(j), stress: top(b) }) },
    { changes: ['pivot', 'rough'], change: (j) => finish('rough')(pivot(j)) },
  ]
  for (const { changes, change } of tries) {
    const done = owned
      .map((b) => ({ b, j: { ...change(job, b), spm: undefined } }))
      .filter(({ b, j }) => passes(j, b))
      .map(({ b, j }) => ({ evaluation: evaluate(j, b), job: j, changes }))
    if (done.length) return done.reduce((a, d) => (d.evaluation.time.total < a.evaluation.time.total ? d : a))
  }
  return undefined
}
