import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, watch } from 'vue'
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
  watch(
    () => value.value.theme,
    (theme) => {
      document.documentElement.dataset.theme = theme
    },
    { immediate: true },
  )
  return { value, say, load, change }
})
