import { learn, rankBlades } from '@green-pitch/core'
import { breathe } from '../data/breathe'
import { useAnswer } from '../store/answer'
import { useJob } from '../store/job'
import { useLearned } from '../store/learned'
import { useShop } from '../store/shop'

const SLICE = 30 // blades
const FEW = 3 // cuts
const parts = ['job', 'ranked', 'window', 'evaluation', 'bill', 'setup', 'schools', 'doable', 'ways'] as const

/**
 * Calculates the answer before it is drawn, a step at a time. A first calculation runs cold, several times as long as any
 * later one: as one task it would stand between a first visitor and their first press. Every step stays with its store, so
 * that drawing finds it there; what cannot be calculated is left to the place that says so. It is done once.
 */
export const warm = (): Promise<void> => (warmed ??= once())
let warmed: Promise<void> | undefined
async function once(): Promise<void> {
  const { catalogue, log } = useShop()
  const slices = Array.from({ length: Math.ceil(catalogue.length / SLICE) }, (_, i) => catalogue.slice(i * SLICE, (i + 1) * SLICE))
  const steps: (() => unknown)[] = [
    () => learn({ entries: log.slice(0, FEW) }),
    () => useLearned().beliefs,
    ...slices.map((blades) => () => rankBlades(useJob().job, { blades })),
    ...parts.map((part) => () => useAnswer()[part]),
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
