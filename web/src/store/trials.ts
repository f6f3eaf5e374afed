import { computed, shallowRef } from 'vue'
import { defineStore } from 'pinia'
import { drawTrial, evidenceOf, planOf, type Judging, type PieceRecord, type TrialPlan } from '@green-pitch/core'
import { freshId } from '../data/id'
import type { TrialRecord } from '../data/records'
import { useList } from './kept'

const freshSeed = () => crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1
const DEPTH = 100

/** Fair comparisons, planned, half sawn and done: kept in step with storage and other tabs. */
export const useTrials = defineStore('trials', () => {
  const list = useList('trials', (a, b) => b.created - a.created)
  const rows = list.rows
  /** what the finished ones teach */
  const evidence = computed(() => rows.value.flatMap((t) => evidenceOf(t) ?? []))
  const past = shallowRef<TrialRecord[]>([])

  function edit(id: string, how: (t: TrialRecord) => TrialRecord): Promise<boolean> {
    const before = rows.value.find((t) => t.id === id)
    if (before) past.value = [...past.value.slice(-DEPTH), before]
    return list.change(id, (stored) => stored && { ...how(stored), changed: Date.now() })
  }
  /** One step back; what the names told stays told. */
  async function undo(id: string) {
    const before = past.value.findLast((t) => t.id === id)
    if (!before) return
    past.value = past.value.filter((t) => t !== before)
    await list.change(id, (stored) => stored && { ...before, rev: stored.rev, ...(stored.revealed && { revealed: stored.revealed }) })
  }
  /**
   * @returns its id; undefined where it could not be stored, which was said
   * @throws RangeError where it is no trial
   */
  async function begin(plan: Omit<TrialPlan, 'seed'>): Promise<string | undefined> {
    const id = freshId('t')
    const now = Date.now()
    const kept = await list.keep({ id, rev: 0, created: now, changed: now, ...drawTrial({ ...plan, seed: freshSeed() }) })
    return kept ? id : undefined
  }
  /** The plan changed before anything was sawn: lots are drawn anew. */
  const plan = (id: string, patch: Partial<TrialPlan>) => edit(id, (t) => ({ ...t, ...drawTrial({ ...planOf(t), ...patch }) }))
  /** The same comparison from the beginning, with lots of its own. */
  const again = (t: TrialRecord) => begin({ ...planOf(t), name: `${t.name}, again`.slice(0, 120) })
  const tell = (id: string, label: string, patch: Omit<Partial<PieceRecord>, 'label' | 'at'>) =>
    edit(id, (t) => {
      const known = t.pieces.find((p) => p.label === label)
      return { ...t, pieces: [...t.pieces.filter((p) => p !== known), { ...known, ...patch, label, at: Date.now() }] }
    })
  /** Puts an order in place of the one before; none takes it away. */
  const judge = (id: string, key: Omit<Judging, 'order' | 'at'>, order: string[][] | undefined) =>
    edit(id, (t) => {
      const rest = t.orders.filter((o) => o.criterion !== key.criterion || o.stock !== key.stock || o.repeat !== key.repeat)
      return { ...t, orders: order ? [...rest, { ...key, order, at: Date.now() }] : rest }
    })
  return {
    rows,
    evidence,
    load: list.load,
    drop: list.drop,
    edit,
    undo,
    begin,
    plan,
    again,
    tell,
    judge,
  }
})
