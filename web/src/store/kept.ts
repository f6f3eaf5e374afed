import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { breathe } from '../data/breathe'
import { db } from '../data/db'
import type { RecordOf } from '../data/tables'
import { useKeeper, type Saving } from './keeper'
import { useTrouble } from './trouble'

type Lists = 'saws' | 'drawer' | 'materials' | 'log' | 'trials' | 'weighings' | 'remedies' | 'practice'
type InHand = 'jobs' | 'patterns' | 'runs'

const PORTION = 200 // records read in one go: what a hand does not feel

/** A whole table, read a portion at a time: a long log comes out of storage as one long task otherwise. */
async function portions<R extends { id: string }>(table: Lists): Promise<R[]> {
  const all: R[] = []
  for (let last = ''; ;) {
    const next = (await db.table(table).where('id').above(last).limit(PORTION).toArray()) as R[]
    all.push(...next)
    if (next.length < PORTION) return all
    last = next.at(-1)!.id
    await breathe()
  }
}

/** A whole table as this tab shows it: edits at once, changes from elsewhere as they come. */
export function useList<T extends Lists>(table: T, order?: (a: RecordOf[T], b: RecordOf[T]) => number) {
  const keeper = useKeeper()
  const trouble = useTrouble()
  const rows: ShallowRef<RecordOf[T][]> = shallowRef([])
  const sorted = (all: RecordOf[T][]) => (order ? all.sort(order) : all)

  let under: string | undefined
  async function load() {
    under = keeper.reading()
    rows.value = sorted(await portions<RecordOf[T]>(table))
  }
  /** Reads again only what changed, so that a long log is not read whole for one entry. */
  async function refresh(ids: readonly string[]) {
    const read = (await db.table(table).bulkGet([...ids])) as (RecordOf[T] | undefined)[]
    const next = new Map(rows.value.map((r) => [r.id, r]))
    ids.forEach((id, i) => {
      if (!keeper.quiet(table, id)) return
      const stored = read[i]
      if (stored) next.set(id, stored)
      else next.delete(id)
    })
    rows.value = sorted([...next.values()])
  }
  keeper.onChange((news) => {
    if (news.what === 'replaced') load().catch(trouble.report)
    else if (news.table === table) refresh(news.ids).catch(trouble.report)
  })

  function show(r: RecordOf[T]) {
    const at = rows.value.findIndex((x) => x.id === r.id)
    rows.value = at < 0 ? [r, ...rows.value] : rows.value.with(at, r)
  }
  /** Shows an edit at once and stores it; false where it could not be stored as it is. */
  async function keep(r: RecordOf[T]): Promise<boolean> {
    show(r)
    const state = await keeper.keep(table, r, under)
    if (state === 'saved' || state === 'failed') await refresh([r.id]).catch(trouble.report)
    return state === 'saved'
  }
  /** Stores many at once, shown when all are: a long table read in would be drawn anew for each. How many were stored. */
  async function keepAll(many: readonly RecordOf[T][]): Promise<number> {
    const states = await Promise.all(many.map((r) => keeper.keep(table, r, under)))
    await refresh(many.map((r) => r.id)).catch(trouble.report)
    return states.filter((s) => s === 'saved').length
  }
  /** Changes what is stored by what is stored; see keeper. */
  async function change(id: string, how: (stored: RecordOf[T] | undefined) => RecordOf[T] | undefined): Promise<boolean> {
    const shown = how(rows.value.find((r) => r.id === id))
    if (shown) show(shown)
    const made = await keeper.add(table, id, how)
    await refresh([id]).catch(trouble.report)
    return made !== undefined
  }
  async function drop(id: string): Promise<boolean> {
    const done = await keeper.drop(table, id)
    if (done) rows.value = rows.value.filter((r) => r.id !== id)
    return done
  }
  return { rows, load, keep, keepAll, change, drop }
}

export interface InHandRow<T extends InHand> {
  record: ShallowRef<RecordOf[T] | undefined>
  state: ComputedRef<Saving>
  /** storage was read for the id in hand */
  loaded: ShallowRef<boolean>
  put(r: RecordOf[T]): Promise<Saving>
  /** changes what is stored by what is stored; see keeper */
  change(how: (stored: RecordOf[T] | undefined) => RecordOf[T] | undefined): Promise<void>
  drop(): Promise<void>
  reload(): Promise<void>
}

/**
 * The one record of a table that belongs to the id in hand. Edits show at once; a change from elsewhere is taken over
 * while nothing here is unwritten; when everything was replaced it is read anew.
 * @param onLoad called when another record, or another version from elsewhere, was taken in
 */
export function useInHand<T extends InHand>(table: T, id: () => string, onLoad?: () => void): InHandRow<T> {
  const keeper = useKeeper()
  const trouble = useTrouble()
  const record: ShallowRef<RecordOf[T] | undefined> = shallowRef()
  const loaded = shallowRef(false)
  let asked = 0
  let under = keeper.reading()

  async function read() {
    const mine = ++asked
    const wanted = id()
    await keeper.written(table, wanted)
    const reading = keeper.reading()
    const stored = (await db
      .table(table)
      .get(wanted)
      .catch((error: unknown) => {
        trouble.report(error)
        return undefined
      })) as RecordOf[T] | undefined
    if (mine !== asked || id() !== wanted) return
    keeper.fresh(table, wanted)
    under = reading
    record.value = stored
    loaded.value = true
    onLoad?.()
  }
  async function reload() {
    loaded.value = false
    await read()
  }
  keeper.onChange((news) => {
    if (news.what === 'replaced') void reload()
    else if (news.table === table && news.ids.includes(id()) && keeper.quiet(table, id())) void read()
  })
  watch(
    id,
    () => {
      record.value = undefined
      void reload()
    },
    { immediate: true, flush: 'sync' },
  )
  /** What is done here is newer than what an earlier look at storage will tell. */
  function overtake() {
    asked++
    loaded.value = true
  }
  function put(r: RecordOf[T]) {
    overtake()
    record.value = r
    return keeper.keep(table, r, under)
  }
  let changing = 0
  async function change(how: (stored: RecordOf[T] | undefined) => RecordOf[T] | undefined) {
    const wanted = id()
    overtake()
    record.value = how(record.value) ?? record.value
    changing++
    const made = await keeper.add(table, wanted, how)
    changing--
    // what others added is seen here too, once nothing of this tab's is on its way
    if (!changing && id() === wanted) {
      if (made) record.value = made
      else await read()
    }
  }
  async function drop() {
    const wanted = id()
    asked++
    record.value = undefined
    await keeper.drop(table, wanted)
  }
  return { record, loaded, put, change, drop, reload, state: computed(() => keeper.stateOf(table, id())) }
}
