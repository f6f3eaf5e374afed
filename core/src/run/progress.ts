import type { RunState } from './run.js'

export interface Progress {
  /** s until all is sawn */
  left: number
  /** share of its life this blade has done, 0…1 */
  worn: number
  /** rings it should still do */
  ringsLeft: number
}

const ENOUGH = 3 // rings done from which a run's own pace tells more than what was predicted; estimate

/**
 * How a run stands: what is left, at this run's own pace once a few rings are done, and how long the blade will last.
 * @param plan ring ids in the order sawn, and s predicted for each
 * @param life of a blade in this stock, s
 */
export function progressOf(plan: { order: readonly number[]; predicted: readonly number[] }, state: RunState, life: number): Progress {
  let [predicted, took, open] = [0, 0, 0]
  plan.order.forEach((id, i) => {
    const s = plan.predicted[i] ?? 0
    if (state.done.has(id)) {
      predicted += s
      took += state.perRing.get(id) ?? 0
    } else open += s
  })
  let seconds = life - state.bladeSeconds
  let ringsLeft = 0
  for (let i = state.at; i < plan.order.length && (seconds -= plan.predicted[i] ?? 0) > 0; i++) ringsLeft++
  return {
    left: state.done.size >= ENOUGH && predicted > 0 ? (open * took) / predicted : open,
    worn: life > 0 ? Math.min(1, state.bladeSeconds / life) : 1,
    ringsLeft,
  }
}
