import { computed } from 'vue'
import { defineStore } from 'pinia'
import { cureOf, diagnose, type CauseId, type Outcome, type Sign } from '@green-pitch/core'
import { freshId } from '../data/id'
import type { RemedyRecord } from '../data/records'
import { useAnswer } from './answer'
import { useJob } from './job'
import { useLearned } from './learned'
import { useList } from './kept'
import { useShop } from './shop'
import { useTrouble } from './trouble'

const MONTH = 30 * 86_400_000 // ms

/** What goes wrong with the job in hand: signs, tests and cures as they are told, kept with the job. */
export const useRemedy = defineStore('remedy', () => {
  const jobs = useJob()
  const answer = useAnswer()
  const learned = useLearned()
  const shop = useShop()
  const list = useList('remedies', (a, b) => b.at - a.at)
  /** read when something first asks: the Bench answers without */
  const ready = list.load().catch(useTrouble().report)

  /** Looked for now; the newest of this job that is not settled. */
  const open = computed(() => list.rows.value.find((r) => r.jobId === jobs.record.id && r.cause === undefined))
  const past = computed(() => list.rows.value.filter((r) => r.jobId === jobs.record.id && r.cause !== undefined))
  const found = computed(() =>
    list.rows.value.flatMap((r) => (r.cause && r.cause !== 'nothing' ? { saw: r.sawId, cause: r.cause, at: r.at } : [])),
  )
  /** Looked at on this saw within a month, while something else was wrong. */
  const checked = computed(() =>
    list.rows.value
      .filter((r) => r.cause !== undefined && r.sawId === answer.job.saw.id && Date.now() - r.at < MONTH)
      .flatMap((r) => r.outcomes),
  )
  const situation = computed(() => ({
    job: answer.job,
    blade: answer.blade,
    entries: shop.log,
    found: found.value,
    checked: checked.value,
    heard: { ...(answer.heard.stress && { stress: answer.heard.stress }), ...(answer.heard.spm && { spm: answer.heard.spm }) },
    minutes: shop.drawer.find((r) => r.blade.id === answer.blade.id)?.minutes,
    beliefs: learned.beliefs,
  }))
  const diagnosis = computed(() => {
    const { signs = [], outcomes = [], failed = [] } = open.value ?? {}
    return signs.length ? diagnose({ ...situation.value, signs, outcomes, failed }) : undefined
  })

  function begin(): RemedyRecord {
    return {
      id: freshId('r'),
      rev: 0,
      jobId: jobs.record.id,
      at: Date.now(),
      sawId: answer.job.saw.id,
      bladeId: answer.blade.id,
      ...{ signs: [], outcomes: [], failed: [] },
    }
  }
  const put = (how: (r: RemedyRecord) => RemedyRecord) => {
    const now = open.value ?? begin()
    return list.change(now.id, (stored) => how(stored ?? now))
  }
  const toggle = (sign: Sign, on?: boolean) =>
    put((r) => {
      const has = r.signs.includes(sign)
      if (on === has) return r
      return { ...r, signs: has ? r.signs.filter((s) => s !== sign) : [...r.signs, sign] }
    })
  const told = (o: Outcome) => put((r) => ({ ...r, outcomes: [...r.outcomes.filter((x) => x.test !== o.test), o] }))
  const untold = () =>
    put((r) =>
      r.failed.length && !r.outcomes.length ? { ...r, failed: r.failed.slice(0, -1) } : { ...r, outcomes: r.outcomes.slice(0, -1) },
    )
  const noHelp = (cause: CauseId) => put((r) => ({ ...r, failed: [...r.failed.filter((x) => x !== cause), cause] }))
  const settle = (cause: CauseId | 'nothing') => put((r) => ({ ...r, cause }))
  const drop = () => (open.value ? list.drop(open.value.id) : Promise.resolve(true))

  /** The cure as a change of the ticket; undo takes it back like any edit. */
  const cure = (cause: CauseId) => cureOf(cause, answer.job, answer.blade, shop.catalogue)
  function apply(cause: CauseId) {
    const made = cure(cause)
    if (!made) return
    // what was heard belongs to the blade and setting it was heard at
    jobs.edit((t) => {
      const job = {
        ...t.job,
        cut: made.job.cut,
        pace: made.job.pace,
        wear: made.job.wear,
        stress: made.job.stress,
        spm: made.job.spm,
        orbit: made.job.orbit,
      }
      return { ...t, job, ...(made.blade && { blade: made.blade }), heard: undefined }
    }, `cure ${cause}`)
  }
  /** What was found for this job since it was last logged, for its entry. */
  async function unlogged(jobId: string) {
    await ready
    const since = Math.max(0, ...shop.log.filter((e) => e.jobId === jobId).map((e) => e.at))
    return list.rows.value
      .filter((r) => r.jobId === jobId && r.cause && r.cause !== 'nothing' && r.at > since)
      .map((r) => ({ signs: r.signs, cause: r.cause as string, at: r.at }))
  }
  return {
    rows: list.rows,
    ready,
    open,
    past,
    diagnosis,
    situation,
    toggle,
    told,
    untold,
    noHelp,
    settle,
    drop,
    cure,
    apply,
    unlogged,
  }
})
