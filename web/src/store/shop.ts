import { defineStore } from 'pinia'
import { computed, shallowRef, type ShallowRef } from 'vue'
import { liveQuery } from 'dexie'
import { blades, materials as known, saws as knownSaws, withCaliper, type Fate, type Material, type Saw } from '@green-pitch/core'
import { db, remove, save, type RecordOf } from '../data/db'
import type { DrawerRecord, LogRecord, MaterialRecord, SawRecord } from '../data/records'
import { useTrouble } from './trouble'

/** What the workshop holds: saws, drawer, own materials and the log, kept in step with storage and other tabs. */
export const useShop = defineStore('shop', () => {
  const sawRows = shallowRef<SawRecord[]>([])
  const drawer = shallowRef<DrawerRecord[]>([])
  const materialRows = shallowRef<MaterialRecord[]>([])
  const log = shallowRef<LogRecord[]>([])

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
  const owned = computed(() => new Set(drawer.value.filter((r) => r.count > 0).map((r) => r.blade.id)))
  const countOf = (bladeId: string) => drawer.value.find((r) => r.blade.id === bladeId)?.count ?? 0

  async function load() {
    const read = {
      saws: () => stored('saws'),
      drawer: () => stored('drawer'),
      materials: () => stored('materials'),
      log: () => stored('log'),
    }
    ;[sawRows.value, drawer.value, materialRows.value, log.value] = await Promise.all([
      read.saws(),
      read.drawer(),
      read.materials(),
      read.log(),
    ])
    const { report } = useTrouble()
    const follow = <T>(table: string, read: () => Promise<T[]>, rows: ShallowRef<T[]>) =>
      liveQuery(read).subscribe({
        next: (v) => {
          // while an edit is on its way, what is shown is ahead of what is stored
          if (!writing.get(table)) rows.value = v
        },
        error: report,
      })
    follow('saws', read.saws, sawRows)
    follow('drawer', read.drawer, drawer)
    follow('materials', read.materials, materialRows)
    follow('log', read.log, log)
  }

  async function guarded(work: () => Promise<unknown>): Promise<boolean> {
    try {
      await work()
      return true
    } catch (error) {
      useTrouble().report(error)
      return false
    }
  }
  const writing = new Map<string, number>()
  const wrote = new Map<string, number>()
  let last: Promise<unknown> = Promise.resolve()
  /**
   * Shows an edit at once and stores it after the ones before it. An edit made while this tab's own last one was on
   * its way starts from that one's revision; another tab's change is still a conflict.
   */
  function keep<T extends 'saws' | 'drawer' | 'materials' | 'log'>(
    table: T,
    r: RecordOf[T],
    rows: ShallowRef<RecordOf[T][]>,
  ): Promise<boolean> {
    const at = rows.value.findIndex((x) => x.id === r.id)
    rows.value = at < 0 ? [r, ...rows.value] : rows.value.with(at, r)
    writing.set(table, (writing.get(table) ?? 0) + 1)
    const key = `${table} ${r.id}`
    const done = last.then(async () => {
      const ok = await guarded(async () => wrote.set(key, await save(table, { ...r, rev: Math.max(r.rev, wrote.get(key) ?? 0) })))
      writing.set(table, writing.get(table)! - 1)
      if (!writing.get(table)) rows.value = await stored(table)
      return ok
    })
    last = done
    return done
  }
  const stored = async <T extends 'saws' | 'drawer' | 'materials' | 'log'>(table: T): Promise<RecordOf[T][]> => {
    const all = (await db.table(table).toArray()) as RecordOf[T][]
    return table === 'log' ? all.sort((a, b) => (b as LogRecord).at - (a as LogRecord).at) : all
  }
  const keepSaw = (r: SawRecord) => keep('saws', r, sawRows)
  const keepDrawer = (r: DrawerRecord) => keep('drawer', r, drawer)
  const keepMaterial = (r: MaterialRecord) => keep('materials', r, materialRows)
  const keepLog = (r: LogRecord) => keep('log', r, log)
  /** Takes blades that a cut used up out of the drawer, and counts the minutes of the one still good. */
  async function useUp(bladeId: string, blades: number, fate: Fate, minutes: number): Promise<void> {
    const own = drawer.value.find((r) => r.blade.id === bladeId)
    if (!own) return
    // a hand saw is refiled, not used up
    if (own.blade.plate) {
      await keepDrawer({ ...own, minutes: fate === 'dull' ? 0 : own.minutes + minutes })
      return
    }
    const spent = blades - (fate === 'fine' || fate === 'slipped' ? 1 : 0)
    await keepDrawer({ ...own, count: Math.max(0, own.count - spent), minutes: spent ? 0 : own.minutes + minutes })
  }
  const drop = (table: 'saws' | 'drawer' | 'materials' | 'log', id: string) => {
    wrote.delete(`${table} ${id}`)
    return guarded(() => remove(table, id))
  }

  return {
    sawRows,
    drawer,
    materialRows,
    log,
    saws,
    mine,
    offered,
    materials,
    catalogue,
    owned,
    countOf,
    load,
    keepSaw,
    keepDrawer,
    keepMaterial,
    keepLog,
    useUp,
    drop,
  }
})
