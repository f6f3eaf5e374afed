import { shallowRef } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Demand } from '@green-pitch/core'
import { useShop } from '../../store/shop'
import { bare, kitWorker, useYear } from '../../store/year'
import { useAsked } from '../../store/asked'
import type { KitWork } from '../../work/kitWork'

/** What the year’s work will ask of the drawer, calculated aside whenever drawer, work or delivery change. */
export function useDemand() {
  const year = useYear()
  const shop = useShop()
  const demand = shallowRef<Demand[]>()
  const { ask, busy } = useAsked<KitWork>(kitWorker)
  year.attend()
  // a count that is still being stepped is not asked about at every step
  watchDebounced(
    [() => year.year, () => shop.drawer, () => year.supply.days, () => year.supply.months],
    async () => {
      const { work } = year.year ?? {}
      if (!work) return
      const drawer = shop.drawer.map(({ blade, count, minutes }) => ({ blade, count, minutes }))
      const found = await ask((w) => w.demand(work, bare(drawer), year.supply.days, year.supply.months, year.beliefs))
      if (found) demand.value = found
    },
    { immediate: true, debounce: 300 },
  )
  return { demand, busy }
}
