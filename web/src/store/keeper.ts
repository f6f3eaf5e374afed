import { defineStore } from 'pinia'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { change, Conflict, db, onNews, remove, save, storedEpoch, tell, type News } from '../data/db'
import type { AsideRecord } from '../data/records'
import type { KeptTable, RecordOf } from '../data/tables'
import { useTrouble } from './trouble'

export type Saving = 'saved' | 'saving' | 'conflict' | 'failed'
type Writable = Exclude<KeptTable, 'aside'>
type Row = RecordOf[Writable]

/** One record's way to storage, from the first edit until nothing is unwritten. */
interface Way {
  table: Writable
  /** newest edit not yet on its way, and which everything it was made in */
  next?: { record: Row; epoch: string | undefined }
  /** revision this tab last wrote; an edit begun before that write was done goes on from it */
  wrote: number
  state: Saving
  done?: Promise<void>
  /** changes that add to what is stored, on their way */
  adding: number
  /** where its version is set aside, once it was overtaken */
  aside: string
}

/**
 * The one keeper of every table: edits of a record are written one after another, the newest always last; a record that
 * somebody else overtook is set aside whole until the user has chosen; and who shows records hears when they changed
 * elsewhere, or when everything was replaced.
 */
export const useKeeper = defineStore('keeper', () => {
  const me = crypto.randomUUID()
  const ways = new Map<string, Way>()
  /** told of every change, so that states are read again */
  const ticks = ref(0)
  const asides = shallowRef<AsideRecord[]>([])
  let epoch: string | undefined
  const trouble = () => useTrouble()

  const keyOf = (table: Writable, id: string) => `${table} ${id}`
  const stateOf = (table: Writable, id: string): Saving => {
    void ticks.value
    return ways.get(keyOf(table, id))?.state ?? 'saved'
  }
  /** Nothing of this record waits here: what is stored may be shown. */
  const quiet = (table: Writable, id: string) => stateOf(table, id) === 'saved'

  async function start() {
    epoch = await storedEpoch()
    await readAsides()
  }

  function wayOf(table: Writable, id: string): Way {
    const key = keyOf(table, id)
    let way = ways.get(key)
    if (!way) ways.set(key, (way = { table, wrote: 0, state: 'saved', adding: 0, aside: crypto.randomUUID() }))
    return way
  }
  /** What is stored was just read into hand: edits from here on are edits of that. */
  function fresh(table: Writable, id: string) {
    const way = ways.get(keyOf(table, id))
    if (way && !way.done && !way.adding) {
      ways.delete(keyOf(table, id))
      ticks.value++
    }
  }

  /**
   * Shows nothing itself: writes the record after the ones before it. Resolves when it is stored, set aside or refused.
   * @param under which everything the record was read from, so that an edit of what is gone never lands on what came instead
   */
  function keep<T extends Writable>(table: T, record: RecordOf[T], under = epoch): Promise<Saving> {
    const mine = wayOf(table, record.id)
    mine.next = { record, epoch: under }
    if (mine.state !== 'conflict') mine.state = 'saving'
    ticks.value++
    mine.done ??= write(mine).finally(() => {
      mine.done = undefined
      ticks.value++
    })
    return mine.done.then(() => mine.state)
  }
  async function write(way: Way) {
    const { table } = way
    while (way.next) {
      const { next } = way
      way.next = undefined
      const { record } = next
      try {
        if (way.state === 'conflict') await setAside(way, record)
        else {
          way.wrote = await save(table, { ...record, rev: Math.max(record.rev, way.wrote) }, next.epoch, me)
          if (!way.next && !way.adding) way.state = 'saved'
        }
      } catch (error) {
        if (error instanceof Conflict) {
          way.state = 'conflict'
          way.next ??= next
          continue
        }
        // the edit stays in hand, and the next one tries again
        way.state = 'failed'
        trouble().report(error)
      }
      ticks.value++
    }
  }
  /** Both versions are kept: theirs where it belongs, this one beside it. */
  async function setAside({ table, aside }: Way, record: Row) {
    const row: AsideRecord = { id: aside, rev: 1, table, at: Date.now(), record }
    await db.aside.put(table === 'patterns' ? row : (JSON.parse(JSON.stringify(row)) as AsideRecord))
    await readAsides()
    tell({ what: 'changed', table: 'aside', ids: [aside], by: me })
  }
  const readAsides = async () => (asides.value = await db.aside.toArray())

  /** Changes what is stored by what is stored: counts and events of several tabs add up. */
  async function add<T extends Writable>(table: T, id: string, how: (stored: RecordOf[T] | undefined) => RecordOf[T] | undefined) {
    const way = wayOf(table, id)
    way.adding++
    way.state = 'saving'
    ticks.value++
    const made = epoch
    try {
      await way.done
      const stored = await change(table, id, how, made, me)
      way.wrote = stored?.rev ?? way.wrote
      way.state = way.adding > 1 || way.done ? 'saving' : 'saved'
      return stored
    } catch (error) {
      way.state = 'failed'
      if (error instanceof Conflict) trouble().say('Everything here was replaced in the meantime; the last step was left out. Do it again.')
      else trouble().report(error)
      return undefined
    } finally {
      way.adding--
      ticks.value++
    }
  }
  async function drop(table: Writable, id: string): Promise<boolean> {
    const way = ways.get(keyOf(table, id))
    if (way) way.next = undefined
    await way?.done
    ways.delete(keyOf(table, id))
    ticks.value++
    try {
      await remove(table, id, me)
      return true
    } catch (error) {
      trouble().report(error)
      return false
    }
  }
  /** When this record's edits are on the disk, set aside or refused. */
  const written = async (table: Writable, id: string) => {
    await ways.get(keyOf(table, id))?.done
  }
  /** Everything written that can be, before the page goes or all is replaced. */
  async function settle() {
    for (const way of [...ways.values()]) await way.done
  }

  // ---- both versions
  async function resolve(row: AsideRecord, choice: 'mine' | 'theirs') {
    const { table, record } = row
    ways.delete(keyOf(table, record.id))
    if (choice === 'mine' && !(await add(table, record.id, () => record))) return
    // what is stored is shown again where the other version was in hand
    hear({ what: 'changed', table, ids: [record.id] })
    await remove('aside', row.id, me)
    await readAsides()
    ticks.value++
  }

  // ---- news
  const hearers = new Set<(news: News) => void>()
  /** @returns what stops it */
  function onChange(hear: (news: News) => void) {
    hearers.add(hear)
    return () => hearers.delete(hear)
  }
  const hear = (news: News) => hearers.forEach((h) => h(news))
  const deaf = onNews((news) => {
    if (news.what === 'replaced') {
      // what this tab remembers belongs to what is gone; an edit still on its way is set aside, not lost
      epoch = news.epoch
      for (const [key, way] of ways)
        if (way.done || way.adding) way.wrote = 0
        else ways.delete(key)
      void readAsides().catch(trouble().report)
      hear(news)
    } else if (news.by !== me) {
      if (news.table === 'aside') void readAsides().catch(trouble().report)
      hear(news)
    }
    ticks.value++
  })
  onScopeDispose(deaf)

  return { asides, start, reading: () => epoch, stateOf, quiet, fresh, keep, add, drop, written, settle, resolve, onChange }
})
