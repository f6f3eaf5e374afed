import { ordersOf, pieceJob, pieceOf, recordOf, type Trial } from '../trial/index.js'
import type { TrialEvidence } from './evidence.js'

/** A trial as evidence once its names are told; two ways of laying a piece with one blade say nothing of blades. */
export function evidenceOf(trial: Trial): TrialEvidence | undefined {
  const { arms, jobs, design, revealed } = trial
  if (revealed === undefined || arms.some((a) => a.up ?? a.grain)) return undefined
  const piece = pieceOf(trial)
  return {
    at: revealed,
    design,
    orders: ordersOf(trial),
    worths: trial.found?.worths,
    // a blade’s id is its arm’s here
    blades: arms.map((a) => ({ ...a.blade, id: a.id })),
    jobs: jobs.map((j) => pieceJob(j, piece)),
    pieces: design.pieces.flatMap(({ label, blade, stock }) => {
      const told = recordOf(trial, label)
      return told ? [{ blade, stock, seconds: told.seconds, cleanUp: told.cleanUp }] : []
    }),
  }
}
