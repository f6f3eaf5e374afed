import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { clampTrouble, materialById, sawById, bladeById } from '@green-pitch/core'
import { db } from '../src/data/db'
import { withBlade, withForm, withMaterial, withSaw } from '../src/data/ticket'
import { assumable } from '../src/data/records'
import { newTicket, useJob } from '../src/store/job'

beforeEach(async () => {
  setActivePinia(createPinia())
  await db.delete()
  await db.open()
})
afterEach(() => vi.useRealTimers())

const thickness = (jobs: ReturnType<typeof useJob>) => (jobs.job.stock as { thickness: number }).thickness
const cutWeb = (jobs: ReturnType<typeof useJob>, web: number, field = `f${web}`) => jobs.editCut({ web }, field)

it('undoes and redoes whole steps; typing into one field is one step; an edit forgets what was undone', () => {
  const jobs = useJob()
  for (const web of [4, 4.2, 4.25]) cutWeb(jobs, web, 'web')
  cutWeb(jobs, 5, 'other')
  cutWeb(jobs, 5, 'other')
  expect(jobs.past.length).toBe(2)
  jobs.undo()
  expect(jobs.job.cut.web).toBe(4.25)
  jobs.undo()
  expect(jobs.job.cut.web).toBe(3)
  jobs.undo()
  expect(jobs.job.cut.web).toBe(3)
  jobs.redo()
  jobs.redo()
  expect(jobs.job.cut.web).toBe(5)
  jobs.undo()
  cutWeb(jobs, 9)
  jobs.redo()
  expect(jobs.job.cut.web).toBe(9)
})

it('assumes a thing once, however often it is set for another saw, so that the ticket can be stored', async () => {
  const jobs = useJob()
  await jobs.add('New job', { ...newTicket(), assumed: [...assumable] })
  jobs.unsay('radius')
  await jobs.settle()
  expect(jobs.ticket.assumed).toEqual(assumable)
  jobs.say('radius')
  jobs.unsay('radius')
  jobs.unsay('radius')
  await jobs.settle()
  expect([jobs.state, (await db.jobs.get(jobs.record.id))?.ticket.assumed?.filter((k) => k === 'radius')]).toEqual(['saved', ['radius']])
})

it('stores what is edited, and takes it in hand again', async () => {
  const jobs = useJob()
  await jobs.load()
  cutWeb(jobs, 6)
  expect(jobs.state).toBe('saving')
  await jobs.settle()
  expect(jobs.state).toBe('saved')
  setActivePinia(createPinia())
  const again = useJob()
  await again.load()
  expect([again.record.id, again.job.cut.web]).toEqual([jobs.record.id, 6])
})

it('keeps jobs side by side: add, duplicate, rename, open, remove', async () => {
  const jobs = useJob()
  await jobs.load()
  const first = jobs.record.id
  await jobs.add('Second', newTicket())
  cutWeb(jobs, 7)
  await jobs.duplicate()
  expect([jobs.name, jobs.job.cut.web]).toEqual(['Second, copy', 7])
  jobs.rename('  Third  ')
  await jobs.settle()
  expect((await db.jobs.toArray()).map((j) => j.name).sort()).toEqual(['First job', 'Second', 'Third'])
  await jobs.open(first)
  expect(jobs.job.cut.web).toBe(3)
  await jobs.drop(first)
  expect(jobs.name).toBe('Third')
  for (const j of await db.jobs.toArray()) await jobs.drop(j.id)
  expect(jobs.name).toBe('First job')
})

it('edits that touch several parts keep the ticket whole', () => {
  const t = { ...newTicket(), blade: bladeById('scroll-reverse-skip-4')! }
  const frame = sawById('frame-70')!
  const set = { ...t, job: { ...t.job, stress: 400, spm: 900 } }
  expect(withSaw(set, frame)).toMatchObject({ blade: undefined, job: { saw: frame, stress: undefined, spm: undefined } })
  expect(withSaw(set, sawById('scroll-large')!).blade).toBe(t.blade)
  expect(clampTrouble(sawById('scroll-pinned')!, t.blade)).toEqual({ why: 'end' })
  expect(withSaw(set, sawById('scroll-pinned')!).blade).toBeUndefined()
  expect(withBlade(set, undefined).job.stress).toBeUndefined()
  expect(withMaterial(t, materialById('silver')!).job.stock).toMatchObject({ thickness: 9, form: 'board' })
  for (const form of ['sheet', 'stack', 'tube', 'rod', 'board'] as const) {
    const s = withForm(t.job.stock, form)
    expect(s.form).toBe(form)
    expect(withForm(s, 'board')).toMatchObject({ form: 'board' })
  }
  expect(thickness(useJob())).toBe(9)
})
