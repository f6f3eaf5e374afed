import { defineStore } from 'pinia'
import { usePreferredDark } from '@vueuse/core'
import { computed, onScopeDispose, ref } from 'vue'
import type { Say } from '@green-pitch/core'
import { db, onNews, setMeta } from '../data/db'
import { plainSettings, type Settings } from '../data/records'
import { useTrouble } from './trouble'

/**
 * What was changed and is on its way to storage. A page that goes before its transaction is done loses it,
 * and settings show no "saving…" one could wait for: so the change stands beside, written at once, until it is stored.
 */
const UNWRITTEN = 'settings-unwritten'
function unwritten(): Partial<Settings> {
  try {
    return JSON.parse(localStorage.getItem(UNWRITTEN) ?? '{}') as Partial<Settings>
  } catch {
    return {}
  }
}
function setAside(patch: Partial<Settings> | undefined) {
  try {
    if (patch) localStorage.setItem(UNWRITTEN, JSON.stringify(patch))
    else localStorage.removeItem(UNWRITTEN)
  } catch {
    // no such storage: as safe as the transaction itself
  }
}

/** What the user prefers; kept at once whenever it changes. */
export const useSettings = defineStore('settings', () => {
  const value = ref<Settings>({ ...plainSettings })
  const say = computed((): Say => ({ unit: value.value.unit, naming: value.value.naming }))
  let loaded = false

  async function load() {
    const kept = await db.meta.get('settings')
    const left = unwritten()
    value.value = { ...plainSettings, ...(kept?.value as Partial<Settings> | undefined), ...left }
    // the page before this one went too soon
    if (!loaded && Object.keys(left).length) await write(left)
    loaded = true
  }
  async function write(patch: Partial<Settings>) {
    const all = { ...unwritten(), ...patch }
    setAside(all)
    // only what was changed here: another tab may have set something else
    await setMeta('settings', (stored) => ({ ...plainSettings, ...(stored as Partial<Settings> | undefined), ...patch }))
    // else a later change, or another tab's, is still under way
    if (JSON.stringify(unwritten()) === JSON.stringify(all)) setAside(undefined)
  }
  function change(patch: Partial<Settings>) {
    value.value = { ...value.value, ...patch }
    if (loaded) write(patch).catch(useTrouble().report)
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
