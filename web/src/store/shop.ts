import { defineStore } from 'pinia'
import { computed } from 'vue'
import {
  blades,
  groupName,
  materials as known,
  saws as knownSaws,
  withCaliper,
  type Blade,
  type Fate,
  type Material,
  type Saw,
} from '@green-pitch/core'
import type { DrawerRecord } from '../data/records'
import { useList } from './kept'

/** What the workshop holds: saws, drawer, own materials and the log, kept in step with storage and other tabs. */
export const useShop = defineStore('shop', () => {
  const sawList = useList('saws')
  const drawerList = useList('drawer')
  const materialList = useList('materials')
  const logList = useList('log', (a, b) => b.at - a.at)
  const weighingList = useList('weighings', (a, b) => b.at - a.at)
  const [sawRows, drawer, materialRows, log] = [sawList.rows, drawerList.rows, materialList.rows, logList.rows]

  /** Profiles as the user has them; a shipped profile never opened stays as it ships. */
  const saws = computed((): Saw[] => {
    const own = new Map(sawRows.value.map((r) => [r.id, r.saw]))
    return [
      ...knownSaws.map((s) => own.get(s.id) ?? s),
      ...sawRows.value.filter((r) => !knownSaws.some((k) => k.id === r.id)).map((r) => r.saw),
    ]
  })
  const mine = computed(() => new Set(sawRows.value.filter((r) => r.mine).map((r) => r.id)))
  /** Saws to offer: the user's own where any are marked, else all. */
  const offered = computed(() => (mine.value.size ? saws.value.filter((s) => mine.value.has(s.id)) : saws.value))
  const materials = computed((): Material[] => [...known, ...materialRows.value.map((r) => r.material)])

  /** Catalogue with owned blades as measured. */
  const catalogue = computed(() => {
    const measured = new Map(drawer.value.map((r) => [r.blade.id, r.blade]))
    return blades.map((b) => {
      const own = measured.get(b.id)
      return own ? withCaliper(b, { width: own.width, thickness: own.thickness, kerf: own.kerf }) : b
    })
  })
  /** Its patterns by name, each with its sizes. */
  const groups = computed(() =>
    [...new Set(catalogue.value.map((b) => b.group))].map((id) => ({
      id,
      name: groupName(id),
      blades: catalogue.value.filter((b) => b.group === id),
    })),
  )
  const owned = computed(() => new Set(drawer.value.filter((r) => r.count > 0).map((r) => r.blade.id)))
  const countOf = (bladeId: string) => drawer.value.find((r) => r.blade.id === bladeId)?.count ?? 0

  /** Minutes the blade in use of a kind has sawn before, for the log. */
  const carried = (bladeId: string) => {
    const minutes = drawer.value.find((r) => r.blade.id === bladeId)?.minutes
    return minutes ? { bladeMinutes: minutes } : {}
  }
  const load = () => Promise.all([sawList.load(), drawerList.load(), materialList.load(), logList.load(), weighingList.load()])
  /** Takes blades that a cut used up out of the drawer, and counts the minutes of the one still good. */
  async function useUp(bladeId: string, blades: number, fate: Fate, minutes: number): Promise<void> {
    const own = drawer.value.find((r) => r.blade.id === bladeId)
    if (!own) return
    const spent = blades - (fate === 'fine' || fate === 'slipped' ? 1 : 0)
    await drawerList.change(own.id, (stored) => {
      if (!stored) return undefined
      // a hand saw is refiled, not used up
      if (stored.blade.plate) return { ...stored, minutes: fate === 'dull' ? 0 : stored.minutes + minutes }
      return { ...stored, count: Math.max(0, stored.count - spent), minutes: spent ? 0 : stored.minutes + minutes }
    })
  }
  const newKind = (blade: Blade, count: number): DrawerRecord => ({ id: blade.id, rev: 0, blade, count, minutes: 0, note: '' })
  /** So many more of a kind than lie there; a hand saw is one. */
  const addBlades = (blade: Blade, count: number) =>
    drawerList.change(blade.id, (own) => {
      const more = blade.plate ? 1 : count
      return own ? { ...own, count: own.count + more } : newKind(blade, more)
    })
  /** How far the packet leads to one side; kept with it. One that is in the saw is owned. */
  const leadOf = (bladeId: string) => drawer.value.find((r) => r.blade.id === bladeId)?.lead
  const keepLead = (blade: Blade, lead: number | undefined) =>
    drawerList.change(blade.id, (own) => ({ ...(own ?? newKind(blade, 1)), lead }))
  return {
    addBlades,
    leadOf,
    keepLead,
    sawRows,
    drawer,
    materialRows,
    log,
    saws,
    mine,
    offered,
    materials,
    catalogue,
    groups,
    owned,
    countOf,
    carried,
    weighings: weighingList.rows,
    load,
    keepWeighing: weighingList.keep,
    dropWeighing: weighingList.drop,
    keepSaw: sawList.keep,
    keepDrawer: drawerList.keep,
    keepMaterial: materialList.keep,
    keepLog: logList.keep,
    keepLogs: logList.keepAll,
    changeDrawer: drawerList.change,
    useUp,
    dropSaw: sawList.drop,
    dropBlade: drawerList.drop,
    dropLog: logList.drop,
  }
})
