import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useShop } from './shop'

/** Whether the browser has promised not to clear what is stored when space is short: asked once there is something worth keeping. */
export const usePersistence = defineStore('persistence', () => {
  const shop = useShop()
  /** undefined: not asked, or this browser knows no such promise */
  const promised = ref<boolean>()
  const worth = computed(() => shop.log.length > 0 || shop.drawer.length > 0 || shop.sawRows.length > 0)
  watch(
    worth,
    async (is) => {
      const { storage } = navigator
      if (!is || !('persist' in storage)) return
      promised.value = (await storage.persisted().catch(() => false)) || (await storage.persist().catch(() => false))
    },
    { immediate: true },
  )
  return { promised }
})
