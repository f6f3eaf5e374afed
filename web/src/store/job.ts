import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { makeJob, MODEL, recut, stockSize, usualLength, type Cut, type Job } from '@green-pitch/core'
import { db, save, setMeta } from '../data/db'
import { freshId } from '../data/id'
import { oneLine } from '../data/typed'
import { promising, type AsideRecord, type Assumed, type JobRecord, type Order, type PatternRecord, type Ticket } from '../data/records'
import { useKeeper } from './keeper'
import { useSettings } from './settings'
import { useSteps, type Step } from './steps'
import { useTrouble } from './trouble'

const TOGETHER = 900 // ms; edits of one field this close undo as one
export const newTicket = (): Ticket => ({ job: makeJob(), model: MODEL })

/** The job in hand: its one owner. Edits replace the ticket whole, so a step back is the ticket before. */
export const useJob = defineStore('job', () => {
  const record = shallowRef<JobRecord>(newRecord('First job', newTicket()))
  const steps = useSteps()
  const keeper = useKeeper()
  const state = computed(() => keeper.stateOf('jobs', record.value.id))
  const ticket = computed(() => record.value.ticket)
  const job = computed(() => ticket.value.job)
  const name = computed(() => record.value.name)
  /** The job in hand is new, and its stock, thickness and curve are being asked for. */
  const asking = ref(false)
  let lastField = ''
  let lastAt = 0

  /** What was told is assumed no longer; a length nobody told goes with what it is cut from. */
  function said(before: Ticket, after: Ticket): Ticket {
    const { assumed } = after
    if (!assumed?.length || after.assumed !== before.assumed) return after
    const told: Record<Assumed, unknown[]> = {
      stock: [before.job.stock.material.id, after.job.stock.material.id],
      thickness: [stockSize(before.job.stock), stockSize(after.job.stock)],
      radius: [before.job.cut.radius, after.job.cut.radius],
      grain: [before.job.cut.grain, after.job.cut.grain],
      length: [before.job.cut.length, after.job.cut.length],
      openings: [before.job.cut.openings, after.job.cut.openings],
      finish: [before.job.cut.finish, after.job.cut.finish],
      skill: [before.job.cut.skill, after.job.cut.skill],
      shows: [before.job.cut.shows, after.job.cut.shows],
    }
    const left = assumed.filter((k) => told[k][0] === told[k][1])
    const { saw, stock, cut } = after.job
    const length = left.includes('length') ? usualLength(saw, stock, useSettings().value.unit) : cut.length
    return { ...after, assumed: left, job: { ...after.job, cut: recut(cut, { length }) } }
  }
  /** The same said again is said too. */
  const say = (...what: Assumed[]) => edit((t) => ({ ...t, assumed: t.assumed?.filter((k) => !what.includes(k)) }), `say ${what.join(' ')}`)
  /** What was set for another saw is assumed all the same, once. */
  const unsay = (what: Assumed) => edit((t) => ({ ...t, assumed: [...new Set([...(t.assumed ?? []), what])] }), 'saw')

  function newRecord(given: string, t: Ticket): JobRecord {
    const name = oneLine(given).slice(0, 120) || 'Job'
    return { id: freshId('j'), rev: 0, name, created: Date.now(), changed: Date.now(), ticket: t }
  }
  function put(t: Ticket) {
    record.value = { ...record.value, ticket: t, changed: Date.now() }
    touch()
  }
  /**
   * Replaces the ticket.
   * @param field what is edited, so that typing into one field undoes as one step
   * @param how `follows`: it belongs to the step before, and goes with that
   */
  function edit(change: (t: Ticket) => Ticket, field: string, how?: 'follows') {
    const before = ticket.value
    const after = said(before, change(before))
    if (JSON.stringify(after) === JSON.stringify(before)) return
    const together = field === lastField && Date.now() - lastAt < TOGETHER
    if (how === 'follows' || together) steps.passed()
    else steps.push(backTo(before, field))
    lastField = field
    lastAt = Date.now()
    put(after)
  }
  function push(step: Step) {
    lastField = ''
    steps.push(step)
  }
  const backTo = (t: Ticket, field: string): Step => ({
    field,
    restore() {
      const again = backTo(ticket.value, field)
      restore(t)
      return again
    },
  })
  /** The ticket as it was; what is typed next is a step of its own. */
  function restore(t: Ticket) {
    lastField = ''
    put(t)
  }
  const editJob = (patch: Partial<Job>, field: string) => edit((t) => ({ ...t, job: { ...t.job, ...patch } }), field)
  const editCut = (patch: Partial<Cut>, field: string, how?: 'follows') =>
    edit((t) => ({ ...t, job: { ...t.job, cut: recut(t.job.cut, patch) } }), field, how)
  /** What was measured anew of what is on the ticket already: no step anybody would take back. */
  function note(patch: Partial<Cut>) {
    const t = { ...ticket.value, job: { ...job.value, cut: { ...job.value.cut, ...patch } } }
    if (JSON.stringify(t) !== JSON.stringify(ticket.value)) put(t)
  }

  let under: string | undefined
  const touch = () => void keeper.keep('jobs', record.value, under)
  /** Everything written, before another job is taken in hand or the page goes. */
  const settle = () => keeper.written('jobs', record.value.id)

  function takeInHand(r: JobRecord, reading = keeper.reading()) {
    record.value = r
    asking.value = false
    steps.forget()
    lastField = ''
    keeper.fresh('jobs', r.id)
    under = reading
    setMeta('current', () => r.id).catch(useTrouble().report)
  }
  async function open(id: string) {
    if (id === record.value.id) return
    if (!(await leave())) return
    const reading = keeper.reading()
    const found = await db.jobs.get(id)
    if (found) takeInHand(found, reading)
  }
  /** Whether the job in hand may be put down: what was refused by storage stays in hand, so that it is not lost. */
  async function leave(): Promise<boolean> {
    if (state.value === 'failed') touch()
    await settle()
    if (state.value !== 'failed') return true
    useTrouble().say(`“${record.value.name}” is not saved yet, so it stays open. Mend what was refused, or save it as a file under Jobs.`)
    return false
  }
  /** A new job in hand. @returns whether it is stored; why it is not was said */
  async function add(name: string, t: Ticket, pattern?: PatternRecord, order?: Order): Promise<boolean> {
    if (!(await leave())) return false
    const made = { ...newRecord(name, t), ...(order && { order }) }
    try {
      if (pattern) await save('patterns', { ...pattern, id: made.id, rev: 0 })
    } catch (error) {
      useTrouble().report(error)
      return false
    }
    takeInHand(made)
    touch()
    await settle()
    return state.value === 'saved'
  }
  /** A copy beside it, its pattern too; a run belongs to the one that was sawn. */
  async function duplicate(r: JobRecord = record.value) {
    try {
      await add(`${r.name}, copy`, r.ticket, await db.patterns.get(r.id))
    } catch (error) {
      useTrouble().report(error)
    }
  }
  function rename(name: string) {
    const trimmed = oneLine(name).slice(0, 120)
    if (!trimmed || trimmed === record.value.name) return
    record.value = { ...record.value, name: trimmed, changed: Date.now() }
    touch()
  }
  /** What is promised of it: how many, by when; undefined takes it out of the week. */
  async function promise(order: Order | undefined) {
    record.value = promising(record.value, order)
    touch()
    await settle()
  }
  /** A cut of it was logged: where one copy was promised it is sawn, and the week goes on with what is left. */
  async function logged() {
    const { order } = record.value
    if (order?.copies === 1 && !order.sawn) await promise({ ...order, sawn: true })
  }
  async function drop(id: string) {
    await settle()
    const remedies = await db.remedies.where('jobId').equals(id).primaryKeys()
    await Promise.all(remedies.map((r) => keeper.drop('remedies', r)))
    await Promise.all([keeper.drop('jobs', id), keeper.drop('patterns', id), keeper.drop('runs', id)])
    if (id === record.value.id) await next()
  }
  /** The job changed last, in place of one that is gone. */
  async function next() {
    const last = await db.jobs.orderBy('changed').last()
    if (last) takeInHand(last)
    else await first()
  }
  /** With no other job there is one all the same, and it is asked what it is. */
  async function first() {
    await add('First job', newTicket())
    asking.value = true
  }
  /** A version that was overtaken becomes a job beside the stored one. */
  async function keepBeside(aside: AsideRecord) {
    const mine = aside.record as JobRecord
    await add(`${mine.name}, this tab`.slice(0, 120), mine.ticket)
    await keeper.resolve(aside, 'theirs')
  }

  async function load() {
    const reading = keeper.reading()
    const current = (await db.meta.get('current'))?.value
    const found = (typeof current === 'string' && (await db.jobs.get(current))) || (await db.jobs.orderBy('changed').last())
    if (found) takeInHand(found, reading)
    else await first()
  }
  // another tab's change of the job in hand is taken over while nothing here is unwritten
  keeper.onChange(async (news) => {
    const { id } = record.value
    if (news.what === 'replaced') await load().catch(useTrouble().report)
    else if (news.table === 'jobs' && news.ids.includes(id) && keeper.quiet('jobs', id)) {
      const stored = await db.jobs.get(id)
      if (record.value.id !== id || !keeper.quiet('jobs', id)) return
      if (stored) record.value = stored
      else {
        // removed elsewhere: what is gone does not stay in hand, where the next edit would bring it back
        useTrouble().say(`“${name.value}” was removed in another tab.`)
        await next()
      }
    }
  })
  return {
    record,
    ticket,
    job,
    name,
    past: steps.past,
    future: steps.future,
    undo: steps.undo,
    redo: steps.redo,
    /** a step of what lies beside the ticket, and such steps forgotten */
    push,
    forget: steps.forget,
    restore,
    state,
    asking,
    edit,
    editJob,
    editCut,
    note,
    say,
    unsay,
    open,
    add,
    duplicate,
    rename,
    promise,
    logged,
    drop,
    keepBeside,
    load,
    settle,
  }
})
