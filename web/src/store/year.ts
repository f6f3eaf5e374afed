import { computed, effectScope, shallowRef, toRaw, watch } from 'vue'
import { liveQuery } from 'dexie'
import { defineStore } from 'pinia'
import { familyOf, type Beliefs, type Blade, type Family } from '@green-pitch/core'
import { db } from '../data/db'
import type { Supply } from '../data/records'
import type { KitWork, Year } from '../work/kitWork'
import { useAsked } from './asked'
import { useKeeper } from './keeper'
import { useLearned } from './learned'
import { useSettings } from './settings'
import { useShop } from './shop'
import { useTrouble } from './trouble'

export const kitWorker = () => new Worker(new URL('../work/kit.worker.ts', import.meta.url), { type: 'module' })

/** Beliefs and blades as they go to a worker: without what watches them here. */
export const bare = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

/** A year of this shop’s work, as log, plans or a typical mix tell it; read when a place that needs it first asks. */
export const useYear = defineStore('year', () => {
  const shop = useShop()
  const settings = useSettings()
  const learned = useLearned()
  const keeper = useKeeper()
  const year = shallowRef<Year>()
  const supply = computed(() => settings.value.supply)
  const put = (patch: Partial<Supply>) => settings.change({ supply: { ...supply.value, ...patch } })
  const beliefs = computed((): Beliefs | undefined => toRaw(learned.beliefs))

  /** Kinds the drawer holds, whether there are any left or not, and is to hold; told anew when a kind comes or goes. */
  const kindsText = computed(() =>
    shop.drawer
      .map((r) => r.blade.id)
      .concat(supply.value.kit ?? [])
      .sort()
      .join(' '),
  )
  const kinds = computed(() => kindsText.value.split(' ').filter(Boolean))
  /** As text: settings read back from storage are other objects that say the same. */
  const said = computed(() => JSON.stringify([supply.value.makes, supply.value.yearly]))
  const stored = shallowRef(0)
  let awake = false
  /** From now on the year is kept in step with what is stored. */
  function attend() {
    if (awake) return
    awake = true
    effectScope(true).run(() => {
      liveQuery(() =>
        Promise.all([db.jobs.toCollection().primaryKeys(), db.log.count(), db.patterns.toCollection().primaryKeys()]),
      ).subscribe({
        next: () => stored.value++,
        error: useTrouble().report,
      })
      const { ask } = useAsked<KitWork>(kitWorker)
      watch(
        [stored, said, () => shop.offered, kinds, beliefs],
        async () => {
          if (!stored.value) return
          await keeper.settle()
          const { makes, yearly } = bare(supply.value)
          const found = await ask((w) =>
            w.year({ makes, yearly, saws: bare(shop.offered), owned: [...kinds.value], beliefs: beliefs.value, now: Date.now() }),
          )
          if (found) year.value = found
        },
        { immediate: true },
      )
    })
  }
  /** Families there is work for, most minutes first. */
  const families = computed(() => {
    const minutes = new Map<Family, number>()
    for (const w of year.value?.work ?? []) {
      const f = familyOf(w.job.saw)
      minutes.set(f, (minutes.get(f) ?? 0) + w.minutes)
    }
    return [...minutes].sort((a, b) => b[1] - a[1]).map(([family]) => family)
  })
  const workOn = (family: Family | 'all') =>
    (year.value?.work ?? []).filter((w) => w.minutes > 0 && (family === 'all' || familyOf(w.job.saw) === family))
  /** Blades of the drawer there are any of. */
  const owned = computed((): Blade[] => shop.catalogue.filter((b) => shop.owned.has(b.id)))
  return { year, supply, put, beliefs, families, workOn, owned, attend }
})
