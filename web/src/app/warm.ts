import { rankBlades } from '@green-pitch/core'
import { breathe } from '../data/breathe'
import { useAnswer } from '../store/answer'
import { useLearned } from '../store/learned'
import { useShop } from '../store/shop'

const SLICE = 30 // blades

/**
 * Calculates the answer before it is drawn, a step at a time. A first calculation runs cold, several times as long as any
 * later one: as one task it would stand between a first visitor and their first press. Every step stays with its store, so
 * that drawing finds it there; what cannot be calculated is left to the place that says so.
 */
export async function warm(): Promise<void> {
  const [answer, learned, shop] = [useAnswer(), useLearned(), useShop()]
  const { catalogue } = shop
  const slices = Array.from({ length: Math.ceil(catalogue.length / SLICE) }, (_, i) => catalogue.slice(i * SLICE, (i + 1) * SLICE))
  const steps: (() => unknown)[] = [
    () => learned.beliefs,
    ...slices.map((blades) => () => rankBlades(answer.job, { blades })),
    () => answer.ranked,
    () => answer.window,
    () => answer.evaluation,
    () => answer.forecast,
    () => answer.setup,
    () => answer.schools,
    () => answer.doable,
    () => answer.ways,
  ]
  for (const step of steps) {
    try {
      step()
    } catch {
      return
    }
    await breathe()
  }
}
