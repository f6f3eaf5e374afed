import { defineStore } from 'pinia'
import { usePreferredDark } from '@vueuse/core'
import { computed, onScopeDispose, ref } from 'vue'
import type { Say } from '@green-pitch/core'
import { db, onNews, setMeta } from '../data/db'
import { plainSettings, type Settings } from '../data/records'
import { useTrouble } from './trouble'

/** What the user prefers; kept at once whenever it changes. */
export const useSettings = defineStore('settings', () => {
  const value = ref<Settings>({ ...plainSettings })
  const say = computed((): Say => ({ unit: value.value.unit, naming: value.value.naming }))
  let loaded = false

  async function load() {
    const kept = await db.meta.get('settings')
    value.value = { ...plainSettings, ...(kept?.value as Partial<Settings> | undefined) }
    loaded = true
  }
  function change(patch: Partial<Settings>) {
    value.value = { ...value.value, ...patch }
    // only what was changed here: another tab may have set something else
    if (loaded)
      setMeta('settings', (stored) => ({ ...plainSettings, ...(stored as Partial<Settings> | undefined), ...patch })).catch(
        useTrouble().report,
      )
  }
  const deaf = onNews((news) => {
    if (news.what === 'replaced' || news.table === 'meta') load().catch(useTrouble().report)
  })
  onScopeDispose(deaf)
  const darkDevice = usePreferredDark()
  /** The lamp is lit: by choice, or as the device is set. */
  const lamp = computed(() => value.value.theme === 'lamp' || (value.value.theme === 'device' && darkDevice.value))
  return { value, say, lamp, load, change }
})
