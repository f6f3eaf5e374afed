import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useRunClock } from './runClock'
import {
  atBench,
  checkDue,
  mergeEvents,
  panelSteps,
  runState,
  evaluate,
  jointSaid,
  sliceSteps,
  type AtBench,
  type CutOutcome,
  type RunEvent,
  type RunEventKind,
  type RunState,
} from '@green-pitch/core'
import { openingWay, plainOpening, type OpeningPlan } from '@green-pitch/core/joint'
import { planSlices, sliceJob } from '@green-pitch/core/pattern'
import type { RunRecord } from '../data/records'
import { useAnswer } from './answer'
import { useJob } from './job'
import { useJoint } from './joint'
import { useInHand } from './kept'
import { usePattern } from './pattern'
import { useRemedy } from './remedy'
import { useSettings } from './settings'
import { useShop } from './shop'
import { useTrouble } from './trouble'

/** The run at the saw of the job in hand. Every deed is stored at once, so a reload or crash loses nothing. */
export const useRun = defineStore('run', () => {
  const jobs = useJob()
  const pattern = usePattern()
  const answer = useAnswer()
  const shop = useShop()
  const settings = useSettings()
  const row = useInHand('runs', () => jobs.record.id)
  const { record } = row
  const { now, time } = useRunClock(() => record.value?.events.at(-1)?.at)

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
    const predicted = f.order.map((id) => pattern.spent[id]!.sawing + pattern.spent[id]!.threading)
    const begun: RunRecord = {
      id: jobs.record.id,
      rev: 0,
      order: [...f.order],
      predicted,
      total: predicted.reduce((a, b) => a + b, 0),
      events: [{ at: time(), event: 'start' }],
      logged: false,
    }
    await row.change(() => begun)
  }
  /** An opening in a panel as the ticket has it, sawn with the blade in hand. */
  function panelOf(plan: OpeningPlan) {
    const { cut } = jobs.job
    const opening = { ...(cut.opening ?? plainOpening), corner: cut.radius ?? 0 }
    return { opening, way: openingWay(opening, answer.blade, plan, settings.value.drills) }
  }
  /** What is sawn step by step: recomputed from the ticket, so that words and drawings follow it and the units. */
  type Stepped = Pick<RunRecord, 'of' | 'plan' | 'slices'>
  function stepsOf({ of, plan, slices }: Stepped): AtBench[] | undefined {
    const sawing = answer.bill.sawing.median
    switch (of) {
      case 'joint':
        return atBench(useJoint().found, settings.say)
      case 'slices': {
        if (!slices) return undefined
        const planned = planSlices(slices)
        const job = sliceJob(answer.job, slices, planned)
        const saw = evaluate(job, answer.blade)
        const each = answer.billed(job, answer.blade).sawing.median / Math.max(1, planned.slices)
        return sliceSteps(slices, planned, each, settings.say).map((step) => ({ ...step, with: { job, saw } }))
      }
      case 'panel': {
        const panel = plan && panelOf(plan)
        return panel && panelSteps(panel.opening, panel.way, sawing / jobs.job.cut.length, settings.say)
      }
      case undefined:
        return undefined
    }
  }
  const steps = computed(() => record.value && stepsOf(record.value))
  /** What is sawn now, and with what: a step’s own saw, else the ticket’s. */
  const inHand = computed(() => {
    const at = record.value?.order[state.value.at]
    const step = at === undefined ? undefined : steps.value?.[at]
    return step?.with ?? steps.value?.find((s) => s.with)?.with ?? { job: answer.job, saw: answer.evaluation }
  })
  /**
   * Begins what is sawn step by step, or goes on with it; the ticket stays as it is.
   * @returns false where a run of something else is under way: that is not thrown away
   */
  async function beginSteps(what: Stepped) {
    if (underWay.value) {
      const same = record.value?.of === what.of
      if (!same) useTrouble().say('Another run of this job is under way. End it first, in Run.')
      return same
    }
    if (what.of === 'joint') {
      const { found, keep } = useJoint()
      if (!found.cuts.length || !found.ok) return false
      // what is sawn stands on the ticket, that files, backups and a reload carry it
      keep()
    }
    const predicted = stepsOf(what)!.map((s) => s.seconds)
    const begun: RunRecord = {
      id: jobs.record.id,
      rev: 0,
      ...what,
      order: predicted.map((_, i) => i),
      predicted,
      total: predicted.reduce((a, b) => a + b, 0),
      events: [{ at: time(), event: 'start' }],
      logged: false,
    }
    await row.change(() => begun)
    return true
  }
  async function report(what: RunEventKind, ring?: number, heard?: RunEvent['heard']) {
    const r = record.value
    if (!r) return
    // two deeds in one millisecond must not be one
    const at = Math.max(time(), (r.events.at(-1)?.at ?? 0) + 1)
    const happened: RunEvent = { at, event: what, ...(ring !== undefined && { ring }), ...(heard && { heard }) }
    // another tab or a hand-over may have added to the same run: nothing of either is lost
    await row.change((stored) => stored && { ...stored, events: mergeEvents(stored.events, [happened]) })
  }

  let logging: Promise<boolean> | undefined
  /** Writes the finished run to the log with its real times, once: a second press uses up no second blade. */
  const log = (how: CutOutcome) => (logging ??= enter(how).finally(() => (logging = undefined)))
  async function enter(how: CutOutcome) {
    const r = record.value
    if (!r || r.logged || (!r.of && !pattern.found)) return false
    if (!state.value.ended) await report('end')
    const s = runState(record.value!.events, r.order, time())
    const faults = await useRemedy().unlogged(r.id)
    const told = r.of ? ofSteps(r) : ofPattern(r, s)
    const kept = await shop.keepLog({
      id: `run-${r.events[0]!.at.toString(36)}-${r.id.slice(-4)}`,
      rev: 0,
      at: Date.now(),
      jobId: r.id,
      title: jobs.name,
      ...told,
      ...(heardCut(r) && { heard: { ...told.heard, ...heardCut(r) } }),
      ...shop.carried(told.blade.id),
      ...(faults.length && { faults }),
      ...how,
    })
    if (kept) {
      // each saw is worn by its own share of the minutes; what was used up is the one that sawed most
      const whole = Math.max(1e-9, s.seconds)
      for (const [id, seconds] of secondsWith(r, s)) {
        const most = id === told.blade.id
        await shop.useUp(id, most ? how.blades : 1, most ? how.fate : 'fine', (how.minutes * seconds) / whole)
      }
      await row.change((stored) => stored && { ...stored, logged: true })
      if (!r.of) await jobs.logged()
    }
    return kept
  }
  /** What was heard of each ring that counts as done; a stand-in's sawing is nobody's. */
  function heardOf(r: RunRecord) {
    const of = new Map<number, NonNullable<RunEvent['heard']>>()
    for (const e of r.events)
      if (e.ring !== undefined && e.heard && !e.heard.standIn && state.value.done.has(e.ring)) of.set(e.ring, e.heard)
    return of
  }
  /** The whole of it, for the log. */
  function heardCut(r: RunRecord) {
    const all = [...heardOf(r).values()]
    const sum = (f: (h: (typeof all)[number]) => number) => Math.round(all.reduce((t, h) => t + f(h), 0))
    return all.length ? { cut: { openings: all.length, sawing: sum((h) => h.sawing), strokes: sum((h) => h.strokes) } } : undefined
  }
  /** min, a tenth at the least */
  const minutesOf = (s: RunState) => Math.max(0.1, Math.round(s.seconds / 6) / 10)
  /** s each blade sawed. */
  function secondsWith(r: RunRecord, s: RunState): Map<string, number> {
    const all = stepsOf(r)
    const of = new Map<string, number>()
    for (const [id, seconds] of s.perRing) {
      const step = all?.[id]
      // bench work between the cuts of a joint wears no saw
      if (step && !step.with && all.some((s) => s.with)) continue
      const blade = (step?.with?.saw ?? answer.evaluation).blade.id
      of.set(blade, (of.get(blade) ?? 0) + seconds)
    }
    return of
  }
  /** The run’s own total, as doubtful as the whole bill’s time at the saw; each opening’s time beside what was predicted of it. */
  function ofPattern(r: RunRecord, s: RunState) {
    const f = pattern.found!
    const { low, median, high } = answer.bill.atSaw
    const remembered = answer.remembered({ median: r.total, low: (r.total * low) / median, high: (r.total * high) / median })
    const { parts } = pattern
    const sum = (part: 'sawing' | 'threading') => r.order.reduce((t, id) => t + (parts[id]?.[part] ?? 0), 0)
    // what was heard of a ring is its sawing alone, without the hands between; what was pressed is both
    const heard = heardOf(r)
    const rings = stale.value
      ? []
      : [...s.perRing].map(([id, took]) => {
          const ear = heard.get(id)
          return ear ? { took: ear.sawing, sawing: parts[id]!.sawing, threading: 0 } : { took, ...parts[id]! }
        })
    return {
      ...remembered,
      predicted: { ...remembered.predicted, sawing: sum('sawing'), threading: sum('threading') },
      ...(rings.length && { rings }),
      // a made-up session pressed some of it: nobody's saw is learned from that
      ...(r.events.some((e) => e.heard?.standIn) && { ignored: true }),
      length: f.length,
    }
  }
  /** Told of the saw that was to do most of it. Of a joint’s several kinds of cut together nothing can be learned of one: as an entry it only stands there. */
  function ofSteps(r: RunRecord) {
    const all = stepsOf(r)!
    // a saw's cuts count together: what one saw does in one step another may do in thirty
    const saw = (step: AtBench) => step.with?.saw.blade.id
    const ofSaw = new Map<string | undefined, number>()
    for (const step of all) ofSaw.set(saw(step), (ofSaw.get(saw(step)) ?? 0) + step.seconds)
    const more = (a: AtBench, b: AtBench) => (saw(a) === saw(b) ? a.seconds > b.seconds : ofSaw.get(saw(a))! > ofSaw.get(saw(b))!)
    const most = all.reduce((a, b) => (more(b, a) ? b : a))
    const kinds = new Set(all.flatMap((s) => (s.with ? [s.with.job] : [])))
    const total = { median: r.total, low: 0.6 * r.total, high: 1.7 * r.total }
    return {
      ...answer.remembered(total, most.with),
      ...(r.of === 'joint' && { title: `${jobs.name}: ${jointSaid(useJoint().found)}`.slice(0, 120) }),
      ...(kinds.size > 1 && { ignored: true }),
      length: Math.max(1, Math.round(all.reduce((sum, step) => sum + (step.length ?? 0), 0))),
    }
  }
  return {
    record,
    order,
    state,
    underWay,
    due,
    stale,
    saving: row.state,
    now,
    steps,
    inHand,
    minutes: computed(() => minutesOf(state.value)),
    stepsOf,
    panelOf,
    begin,
    beginSteps,
    report,
    log,
    clear: row.drop,
  }
})
