import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Say } from '@green-pitch/core'
import { db } from '../data/db'
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
    if (loaded) db.meta.put({ key: 'settings', value: JSON.parse(JSON.stringify(value.value)) }).catch(useTrouble().report)
  }
  watch(
    () => value.value.theme,
    (theme) => {
      document.documentElement.dataset.theme = theme
    },
    { immediate: true },
  )
  return { value, say, load, change }
})
