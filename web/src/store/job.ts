import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { liveQuery } from 'dexie'
import { makeJob, MODEL, type Cut, type Job } from '@green-pitch/core'
import { Conflict, db, remove, save } from '../data/db'
import type { JobRecord, Ticket } from '../data/records'
import { useTrouble } from './trouble'

const TOGETHER = 900 // ms; edits of one field this close undo as one
const DEPTH = 200

export const newTicket = (): Ticket => ({ job: makeJob(), model: MODEL })
const freshId = () => crypto.getRandomValues(new Uint32Array(3)).reduce((s, n) => s + n.toString(36), 'j')

/** The job in hand: its one owner. Edits replace the ticket whole, so undo is a list of tickets. */
export const useJob = defineStore('job', () => {
  const record = shallowRef<JobRecord>(newRecord('First job', newTicket()))
  const past = shallowRef<Ticket[]>([])
  const future = shallowRef<Ticket[]>([])
  const state = ref<'saved' | 'saving' | 'conflict' | 'failed'>('saved')
  const ticket = computed(() => record.value.ticket)
  const job = computed(() => ticket.value.job)
  const name = computed(() => record.value.name)
  let lastField = ''
  let lastAt = 0
  let writing: Promise<void> | undefined
  let dirty = false

  function newRecord(name: string, t: Ticket): JobRecord {
    return { id: freshId(), rev: 0, name, created: Date.now(), changed: Date.now(), ticket: t }
  }
  function put(t: Ticket) {
    record.value = { ...record.value, ticket: t, changed: Date.now() }
    touch()
  }
  /** Replaces the ticket; `field` names what was edited, so that typing into one field undoes as one step. */
  function edit(change: (t: Ticket) => Ticket, field: string) {
    const before = ticket.value
    const after = change(before)
    if (JSON.stringify(after) === JSON.stringify(before)) return
    const together = field === lastField && Date.now() - lastAt < TOGETHER
    if (!together) past.value = [...past.value.slice(-DEPTH), before]
    future.value = []
    lastField = field
    lastAt = Date.now()
    put(after)
  }
  const editJob = (patch: Partial<Job>, field: string) => edit((t) => ({ ...t, job: { ...t.job, ...patch } }), field)
  const editCut = (patch: Partial<Cut>, field: string) => editJob({ cut: { ...job.value.cut, ...patch } }, field)

  function step(from: typeof past, to: typeof past) {
    const t = from.value.at(-1)
    if (!t) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, ticket.value]
    lastField = ''
    put(t)
  }
  const undo = () => step(past, future)
  const redo = () => step(future, past)

  function touch() {
    dirty = true
    if (state.value === 'conflict') return
    state.value = 'saving'
    writing ??= store().finally(() => {
      writing = undefined
    })
  }
  /** Writes until nothing is unwritten: the first edit at once, those made meanwhile together. */
  async function store() {
    try {
      while (dirty) {
        const r = record.value
        dirty = false
        const rev = await save('jobs', r)
        if (record.value.id === r.id) record.value = { ...record.value, rev }
      }
      state.value = 'saved'
    } catch (error) {
      dirty = true
      state.value = error instanceof Conflict ? 'conflict' : 'failed'
      if (state.value === 'failed') useTrouble().report(error)
    }
  }
  /** Everything written, before another job is taken in hand or the page goes. */
  async function settle() {
    if (dirty && state.value !== 'conflict') touch()
    await writing
  }

  function takeInHand(r: JobRecord) {
    record.value = r
    past.value = []
    future.value = []
    lastField = ''
    dirty = false
    state.value = 'saved'
    db.meta.put({ key: 'current', value: r.id }).catch(useTrouble().report)
  }
  async function open(id: string) {
    if (id === record.value.id) return
    await settle()
    const found = await db.jobs.get(id)
    if (found) takeInHand(found)
  }
  async function add(name: string, t: Ticket, patternOf?: string) {
    await settle()
    const made = newRecord(name, t)
    const pattern = patternOf === undefined ? undefined : await db.patterns.get(patternOf)
    if (pattern) await db.patterns.put({ ...pattern, id: made.id, rev: 1 })
    takeInHand(made)
    touch()
    await settle()
  }
  /** A copy beside it, its pattern too; a run belongs to the one that was sawn. */
  async function duplicate() {
    const from = record.value.id
    await add(`${record.value.name}, copy`, ticket.value, from)
  }
  function rename(name: string) {
    const trimmed = name.trim().slice(0, 120)
    if (!trimmed || trimmed === record.value.name) return
    record.value = { ...record.value, name: trimmed, changed: Date.now() }
    touch()
  }
  async function drop(id: string) {
    await settle()
    await remove('jobs', id)
    await Promise.all([remove('patterns', id), remove('runs', id)])
    if (id !== record.value.id) return
    const next = await db.jobs.orderBy('changed').last()
    if (next) takeInHand(next)
    else await add('First job', newTicket())
  }
  /** Two tabs changed the same job: take theirs, or keep mine beside it. Neither is lost. */
  async function takeTheirs() {
    const theirs = await db.jobs.get(record.value.id)
    if (theirs) takeInHand(theirs)
  }
  async function keepMine() {
    const mine = record.value
    dirty = false
    await add(`${mine.name}, this tab`, mine.ticket)
  }

  async function load() {
    const current = (await db.meta.get('current'))?.value
    const found = (typeof current === 'string' && (await db.jobs.get(current))) || (await db.jobs.orderBy('changed').last())
    if (found) takeInHand(found)
    else await add('First job', newTicket())
  }
  /** Another tab's change of the job in hand is adopted while nothing here is unwritten. */
  function follow() {
    watch(
      () => record.value.id,
      (id, _before, onCleanup) => {
        const following = liveQuery(() => db.jobs.get(id)).subscribe({
          next: (stored) => {
            const current = record.value
            if (stored && stored.id === current.id && stored.rev > current.rev && !dirty && state.value === 'saved') record.value = stored
          },
          error: useTrouble().report,
        })
        onCleanup(() => following.unsubscribe())
      },
      { immediate: true },
    )
  }
  return {
    record,
    ticket,
    job,
    name,
    past,
    future,
    state,
    edit,
    editJob,
    editCut,
    undo,
    redo,
    open,
    add,
    duplicate,
    rename,
    drop,
    takeTheirs,
    keepMine,
    load,
    follow,
    settle,
  }
})
