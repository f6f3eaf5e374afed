import { faceWorths, ordersOf, rankTrial, type Trial, type TrialCriterion, type TrialRanking } from '@green-pitch/core'

/** What a trial comes to: in all, and in each stock alone. */
export interface TrialResult {
  all: TrialRanking
  byStock: Record<string, TrialRanking>
}
/** Ranks trials; with many blades and boards that takes a second or two. */
export const trialWork = {
  rank(trial: Trial, weights: Partial<Record<TrialCriterion, number>>): TrialResult {
    const { design } = trial
    const orders = ordersOf(trial)
    const all = rankTrial({ design, orders, weights })
    const byStock = Object.fromEntries(
      design.stocks.map((s) => [
        s,
        design.stocks.length === 1 ? all : rankTrial({ design, orders: orders.filter((o) => o.stock === s), weights }),
      ]),
    )
    return { all, byStock }
  },
  /** what is kept of it when the names are told */
  found(trial: Trial): NonNullable<Trial['found']> {
    const judged = { design: trial.design, orders: ordersOf(trial) }
    const { blades } = rankTrial(judged)
    return { worths: faceWorths(judged), first: blades.filter((b) => b.group === 0).map((b) => b.id), best: blades[0]!.best }
  },
}
export type TrialWork = typeof trialWork
