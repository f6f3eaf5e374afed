import { computed, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import { wrap, type Remote } from 'comlink'
import { learn, type Beliefs, type Change } from '@green-pitch/core'
import type { LearnWork } from '../work/learnWork'
import { useKeeper } from './keeper'
import { useSettings } from './settings'
import { useShop } from './shop'
import { useTrials } from './trials'
import { useTrouble } from './trouble'

const SHORT = 120 // entries learned from here, in some ten milliseconds; a longer log goes to a worker

/** What the user’s own cuts have taught; nothing while learning is off, or the log is empty. */
export const useLearned = defineStore('learned', () => {
  const settings = useSettings()
  const shop = useShop()
  const trials = useTrials()
  const keeper = useKeeper()
  const trouble = useTrouble()
  const changes = computed((): Change[] => [
    ...settings.value.learning.changes,
    // clamps or spring changed: what the saw’s marks were heard as counts less, and so does what was learned of it
    ...shop.saws.flatMap((s): Change[] => (s.calibration?.changed ? [{ what: 'saw', id: s.id, at: s.calibration.changed }] : [])),
  ])
  const given = computed(() => ({ changes: changes.value, halfLife: settings.value.learning.halfLife || Infinity, now: Date.now() }))
  const asked = computed(
    () => settings.value.learning.on && (shop.log.some((e) => !e.ignored) || trials.evidence.length + shop.weighings.length > 0),
  )

  const fromWorker = shallowRef<Beliefs>()
  const long = computed(() => asked.value && shop.log.length > SHORT)
  const fromHere = computed(() =>
    asked.value && !long.value ? learn({ entries: shop.log, trials: trials.evidence, forces: shop.weighings, ...given.value }) : undefined,
  )
  const beliefs = computed(() => (long.value ? fromWorker.value : fromHere.value))

  let thread: Remote<LearnWork> | undefined
  let newest = 0
  watch(
    [long, () => shop.log, () => trials.evidence, () => shop.weighings, given],
    async () => {
      if (!long.value) return (fromWorker.value = undefined)
      const mine = ++newest
      try {
        // what was just written is read there from storage
        await keeper.settle()
        thread ??= wrap<LearnWork>(new Worker(new URL('../work/learn.worker.ts', import.meta.url), { type: 'module' }))
        const found = await thread.learn({ ...given.value, changes: given.value.changes.map((c) => ({ ...c })) })
        if (mine === newest) fromWorker.value = found
      } catch (error) {
        trouble.report(error)
      }
    },
    { immediate: true },
  )
  return { beliefs }
})
