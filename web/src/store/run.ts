import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useTimestamp } from '@vueuse/core'
import { atBench, checkDue, mergeEvents, runState, type LogEntry, type RunEventKind } from '@green-pitch/core'
import type { RunRecord } from '../data/records'
import { useAnswer } from './answer'
import { useJob } from './job'
import { useJoint } from './joint'
import { useInHand } from './kept'
import { usePattern } from './pattern'
import { useRemedy } from './remedy'
import { useSettings } from './settings'
import { useShop } from './shop'

/** The run at the saw of the job in hand. Every deed is stored at once, so a reload or crash loses nothing. */
export const useRun = defineStore('run', () => {
  const jobs = useJob()
  const pattern = usePattern()
  const answer = useAnswer()
  const shop = useShop()
  const settings = useSettings()
  const row = useInHand('runs', () => jobs.record.id)
  const { record } = row
  const now = useTimestamp({ interval: 1000 })

  const order = computed(() => record.value?.order ?? pattern.found?.order ?? [])
  const state = computed(() => runState(record.value?.events ?? [], order.value, now.value))
  const underWay = computed(() => state.value.started && !state.value.ended)
  // a hand saw has no clamps that slip
  const due = computed(() => underWay.value && !record.value?.of && checkDue(state.value, jobs.job.saw.change.tensionReturns))
  /** The pattern was changed since the run began: its ids may be others. */
  const stale = computed(() => {
    const f = pattern.found
    return !!record.value && !record.value.of && !!f && underWay.value && f.order.length !== record.value.order.length
  })

  async function begin() {
    const f = pattern.found
    if (!f) return
    const { times } = answer.forecast.evidence.own
    const parts = partsOf(f)
    const predicted = f.order.map((id) => parts[id]!.sawing * times.sawing + parts[id]!.threading * times.threading)
    const begun: RunRecord = {
      id: jobs.record.id,
      rev: 0,
      order: [...f.order],
      predicted,
      total: predicted.reduce((a, b) => a + b, 0),
      events: [{ at: Date.now(), event: 'start' }],
      logged: false,
    }
    await row.change(() => begun)
  }
  /** A joint is run cut by cut: its first cut goes onto the ticket, which the saw and the log then speak of. */
  async function beginJoint() {
    const joint = useJoint()
    const steps = atBench(joint.found, settings.say)
    const [first] = joint.found.cuts
    if (!first || !joint.found.ok) return
    joint.toTicket(first.job)
    const predicted = steps.map((s) => s.seconds)
    const begun: RunRecord = {
      id: jobs.record.id,
      rev: 0,
      of: 'joint',
      order: steps.map((_, i) => i),
      predicted,
      total: predicted.reduce((a, b) => a + b, 0),
      events: [{ at: Date.now(), event: 'start' }],
      logged: false,
    }
    await row.change(() => begun)
  }
  /** s of sawing and threading predicted for each ring, before one's own cuts spoke. */
  const partsOf = (f: NonNullable<typeof pattern.found>) => {
    const holes = f.rings.filter((r) => r.ring.role === 'opening').length
    return f.rings.map((r) => ({
      sawing: r.cutting + r.plan.seconds,
      threading: r.ring.role === 'opening' ? f.bill.predicted.threading / holes : 0,
    }))
  }
  async function report(what: RunEventKind, ring?: number) {
    const r = record.value
    if (!r) return
    // two deeds in one millisecond must not be one
    const at = Math.max(Date.now(), (r.events.at(-1)?.at ?? 0) + 1)
    const happened = ring === undefined ? { at, event: what } : { at, event: what, ring }
    // another tab or a hand-over may have added to the same run: nothing of either is lost
    await row.change((stored) => stored && { ...stored, events: mergeEvents(stored.events, [happened]) })
  }

  type How = Pick<LogEntry, 'fate' | 'face' | 'underside' | 'edge' | 'cleanUpMinutes' | 'note'>
  let logging: Promise<boolean> | undefined
  /** Writes the finished run to the log with its real times, once: a second press uses up no second blade. */
  const log = (how: How) => (logging ??= enter(how).finally(() => (logging = undefined)))
  async function enter(how: How) {
    const r = record.value
    if (r?.of === 'joint' && !r.logged) return enterJoint(r, how)
    const f = pattern.found
    if (!r || !f || r.logged) return false
    if (!state.value.ended) await report('end')
    const s = runState(record.value!.events, r.order, Date.now())
    const first = r.events[0]!.at
    // the run's own total, as doubtful as the whole bill's time at the saw
    const { low, mid, high } = f.bill.atSaw
    const remembered = answer.remembered({ median: r.total, low: (r.total * low) / mid, high: (r.total * high) / mid })
    const parts = partsOf(f)
    const rings = stale.value ? [] : [...s.perRing].map(([id, took]) => ({ took, ...parts[id]! }))
    const faults = await useRemedy().unlogged(r.id)
    const kept = await shop.keepLog({
      id: `run-${first.toString(36)}-${r.id.slice(-4)}`,
      rev: 0,
      at: Date.now(),
      jobId: r.id,
      title: jobs.name,
      ...remembered,
      predicted: { ...remembered.predicted, ...f.bill.predicted },
      ...(rings.length && { rings }),
      ...(faults.length && { faults }),
      ...shop.carried(answer.blade.id),
      minutes: Math.max(0.1, Math.round(s.seconds / 6) / 10),
      length: f.length,
      blades: s.blades,
      ...how,
    })
    if (kept) {
      await shop.useUp(answer.blade.id, s.blades, how.fate, s.seconds / 60)
      await row.change((stored) => stored && { ...stored, logged: true })
    }
    return kept
  }
  /** A joint's cuts as one entry: of several kinds together nothing can be learned of one, so it only stands there. */
  async function enterJoint(r: RunRecord, how: How) {
    if (!state.value.ended) await report('end')
    const s = runState(record.value!.events, r.order, Date.now())
    const { cuts } = useJoint().found
    const remembered = answer.remembered({ median: r.total, low: 0.6 * r.total, high: 1.7 * r.total })
    const faults = await useRemedy().unlogged(r.id)
    const kept = await shop.keepLog({
      id: `run-${r.events[0]!.at.toString(36)}-${r.id.slice(-4)}`,
      rev: 0,
      at: Date.now(),
      jobId: r.id,
      title: jobs.name,
      ...remembered,
      ...(faults.length && { faults }),
      ...(cuts.length > 1 && { ignored: true }),
      minutes: Math.max(0.1, Math.round(s.seconds / 6) / 10),
      length: Math.max(1, Math.round(cuts.reduce((sum, c) => sum + c.count * c.depth, 0))),
      blades: s.blades,
      ...how,
    })
    if (kept) await row.change((stored) => stored && { ...stored, logged: true })
    return kept
  }
  const keeping = computed(() => row.state.value === 'saving')
  return { record, order, state, underWay, due, stale, keeping, now, begin, beginJoint, report, log, clear: row.drop }
})
