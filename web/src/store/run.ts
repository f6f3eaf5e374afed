import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { liveQuery } from 'dexie'
import { useTimestamp } from '@vueuse/core'
import { checkDue, mergeEvents, runState, type LogEntry, type RunEventKind } from '@green-pitch/core'
import { db, save } from '../data/db'
import type { RunRecord } from '../data/records'
import { useAnswer } from './answer'
import { useJob } from './job'
import { usePattern } from './pattern'
import { useShop } from './shop'
import { useTrouble } from './trouble'

/** The run at the saw of the job in hand. Every deed is stored at once, so a reload or crash loses nothing. */
export const useRun = defineStore('run', () => {
  const jobs = useJob()
  const pattern = usePattern()
  const answer = useAnswer()
  const shop = useShop()
  const trouble = useTrouble()
  const record = shallowRef<RunRecord>()
  const now = useTimestamp({ interval: 1000 })

  watch(
    () => jobs.record.id,
    (id, _before, onCleanup) => {
      record.value = undefined
      let seen = false
      const following = liveQuery(() => db.runs.get(id)).subscribe({
        next: (stored) => {
          // “none” may be told of the moment before a run was begun here; once one was seen, it is gone
          if (stored ? stored.rev > (record.value?.rev ?? -1) : seen) record.value = stored
          seen ||= stored !== undefined
        },
        error: trouble.report,
      })
      onCleanup(() => following.unsubscribe())
    },
    { immediate: true },
  )

  const order = computed(() => record.value?.order ?? pattern.found?.order ?? [])
  const state = computed(() => runState(record.value?.events ?? [], order.value, now.value))
  const underWay = computed(() => state.value.started && !state.value.ended)
  const due = computed(() => underWay.value && checkDue(state.value, jobs.job.saw.change.tensionReturns))
  /** The pattern was changed since the run began: its ids may be others. */
  const stale = computed(() => {
    const f = pattern.found
    return !!record.value && !!f && underWay.value && f.order.length !== record.value.order.length
  })

  /** What two records of the same run tell together; runs that began at different moments are different runs. */
  const told = (r: RunRecord, other?: RunRecord) =>
    other?.events[0]?.at === r.events[0]?.at ? mergeEvents(r.events, other?.events ?? []) : r.events
  let writing = Promise.resolve()
  const unwritten = ref(0)
  async function put(r: RunRecord) {
    record.value = r
    unwritten.value++
    writing = writing.then(async () => {
      try {
        // another tab or a hand-over may have added to the same run: nothing of either is lost
        const stored = await db.runs.get(r.id)
        const kept = { ...r, events: told(r, stored), rev: stored?.rev ?? 0 }
        const rev = await save('runs', kept)
        const mine = record.value
        // what the others reported is seen here too, and what was reported here meanwhile stays
        if (mine?.id === r.id) record.value = { ...mine, events: told(mine, kept), rev }
      } catch (error) {
        trouble.report(error)
      }
      unwritten.value--
    })
    return writing
  }
  async function begin() {
    const f = pattern.found
    if (!f) return
    const threading = f.bill.threading / Math.max(1, f.rings.filter((r) => r.ring.role === 'opening').length)
    const predicted = f.order.map((id) => {
      const r = f.rings[id]!
      return r.cutting + r.plan.seconds + (r.ring.role === 'opening' ? threading : 0)
    })
    await put({
      id: jobs.record.id,
      rev: record.value?.rev ?? 0,
      order: [...f.order],
      predicted,
      total: predicted.reduce((a, b) => a + b, 0),
      events: [{ at: Date.now(), event: 'start' }],
      logged: false,
    })
  }
  async function event(what: RunEventKind, ring?: number) {
    const r = record.value
    if (!r) return
    // two deeds in one millisecond must not be one
    const at = Math.max(Date.now(), (r.events.at(-1)?.at ?? 0) + 1)
    await put({ ...r, events: [...r.events, ring === undefined ? { at, event: what } : { at, event: what, ring }] })
  }

  type How = Pick<LogEntry, 'fate' | 'face' | 'underside' | 'edge' | 'cleanUpMinutes' | 'note'>
  let logging: Promise<boolean> | undefined
  /** Writes the finished run to the log with its real times, once: a second press uses up no second blade. */
  const log = (how: How) => (logging ??= enter(how).finally(() => (logging = undefined)))
  async function enter(how: How) {
    const r = record.value
    const f = pattern.found
    if (!r || !f || r.logged) return false
    if (!state.value.ended) await event('end')
    const s = runState(record.value!.events, r.order, Date.now())
    const first = r.events[0]!.at
    const kept = await shop.keepLog({
      id: `run-${first.toString(36)}-${r.id.slice(-4)}`,
      rev: 0,
      at: Date.now(),
      jobId: r.id,
      title: jobs.name,
      ...answer.remembered(r.total),
      minutes: Math.max(0.1, Math.round(s.seconds / 6) / 10),
      length: f.length,
      blades: s.blades,
      ...how,
    })
    if (kept) {
      await shop.useUp(answer.blade.id, s.blades, how.fate, s.seconds / 60)
      await put({ ...record.value!, logged: true })
    }
    return kept
  }
  async function clear() {
    const id = jobs.record.id
    record.value = undefined
    await writing
    await db.runs.delete(id).catch(trouble.report)
  }
  const keeping = computed(() => unwritten.value > 0)
  return { record, order, state, underWay, due, stale, keeping, now, begin, event, log, clear }
})
