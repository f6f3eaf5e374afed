import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { proxy } from 'comlink'
import { sharedOut, threadingSeconds, type Blade } from '@green-pitch/core'
import { noChoices, type Choices, type Drawing, type Reading, type ReckonGiven } from '@green-pitch/core/pattern'
import { patternFrom } from '../data/patternFile'
import { GEOMETRY, type PatternRecord, type Ticket } from '../data/records'
import type { Found, ReadingLook, TooLarge } from '../work/patternWork'
import { useAnswer } from './answer'
import { useBringing } from './bringing'
import { useJob } from './job'
import { useInHand } from './kept'
import { useOffers } from './offers'
import { usePatternThread } from './patternThread'
import { useSettings } from './settings'
import type { Step } from './steps'
import { useTrouble } from './trouble'

const PATTERN = 'pattern' // what an edit by the pattern is called
const SLOW = 250 // ms of calculating before it is said

/** Parts of the record that decide what every way of reading it would give. */
const LOOKED = ['lines', 'stretch', 'take', 'tolerance'] as const
/** Parts of it that a change to the drawing is drawn upon. */
const GROUND = ['lines', 'stretch', 'take', 'reading', 'tolerance'] as const

/** The pattern of the job in hand: its record, and what the worker reckons of it with the ticket. */
export const usePattern = defineStore('pattern', () => {
  const jobs = useJob()
  const answer = useAnswer()
  const settings = useSettings()
  const trouble = useTrouble()

  const reckoned = shallowRef<Found>()
  /** the drawing in hand is too much to calculate, and is only shown */
  const tooLarge = shallowRef<TooLarge>()
  const reckoning = ref<{ what: string; share: number }>()
  /** what the worker has laid out */
  let laid: PatternRecord | undefined
  /** the ticket is to take the figures of the next reckoning: with the step that changed the pattern, or as a step of its own */
  let telling: 'follows' | 'alone' | undefined
  let running = false
  let again = false
  const thread = usePatternThread(() => {
    laid = undefined
    running = false
    reckoning.value = bringing.bringing.value = undefined
  })
  const { worker, cancel } = thread
  const bringing = useBringing(thread, take)
  /** a file being read, or a pattern being reckoned: the end of one is not the end of the other */
  const busy = computed(() => bringing.bringing.value ?? reckoning.value)

  const found = computed(() => reckoned.value?.found)
  const numbers = computed(() => new Map(found.value?.order.map((id, i) => [id, i + 1])))

  const row = useInHand(
    'patterns',
    () => jobs.record.id,
    () => {
      forget()
      void reckon()
    },
  )
  const { record, loaded } = row
  /** Nothing of another pattern, or of an earlier version, is known of this one. */
  function forget() {
    cancel()
    reckoned.value = tooLarge.value = undefined
    jobs.forget(PATTERN)
  }
  function put(r: PatternRecord) {
    // another drawing: what was found of the one before is not shown as if it were this one's
    if (record.value?.lines !== r.lines) reckoned.value = tooLarge.value = undefined
    void row.put(r)
    void reckon()
  }
  /** A changed pattern, as one step with the figures it will give the ticket. */
  function change(r: PatternRecord) {
    const before = record.value
    if (before) jobs.push(backTo(before, jobs.ticket))
    if (!before || GEOMETRY.some((k) => before[k] !== r[k])) telling = before ? 'follows' : 'alone'
    offers.fewest.value = undefined
    put(r)
  }
  /** The pattern as it was, and the ticket with the figures it gave. */
  const backTo = (r: PatternRecord, ticket: Ticket): Step => ({
    field: PATTERN,
    restore() {
      const again = backTo(record.value!, jobs.ticket)
      telling = undefined
      jobs.restore(ticket)
      put({ ...r, rev: record.value!.rev })
      return again
    },
  })
  function edit(patch: Partial<PatternRecord>) {
    if (!record.value) return
    // ids of holes, order and ways round belong to one geometry
    const fresh = {
      ...(GEOMETRY.some((k) => k in patch) && { choices: noChoices }),
      ...(GROUND.some((k) => k in patch) && { redraws: [] }),
    }
    change({ ...record.value, ...fresh, ...patch })
  }
  const choose = (patch: Partial<Choices>) => record.value && edit({ choices: { ...record.value.choices, ...patch } })

  /** A drawing becomes the job's pattern; what was there can be had back by undo. */
  function take(name: string, d: Drawing, reading: Reading, more: { tolerance?: number } = {}) {
    change({ ...patternFrom(jobs.record.id, name, d, reading, record.value), ...more })
  }
  /** A drawing found elsewhere becomes the job's. */
  async function takeDrawing(name: string, drawing: Drawing, tolerance?: number) {
    const found = await worker().guess(drawing)
    if (!found.ok) return
    take(name, found.drawing, found.reading, tolerance === undefined ? {} : { tolerance })
  }
  async function removePattern() {
    if (!record.value) return
    forget()
    await row.drop()
  }

  /** What the job comes to in the user's money. */
  const price = computed(() => answer.priced(record.value?.costs))
  /** What the worker calculates with: plain. */
  const givenFor = (blade: Blade, r: PatternRecord): ReckonGiven =>
    JSON.parse(JSON.stringify({ job: answer.job, blade, choices: r.choices, drills: settings.value.drills })) as ReckonGiven
  const offers = useOffers({ record, thread, patiently: bringing.patiently, edit, given: (r) => givenFor(answer.blade, r) })
  /** Every way the drawing can be read, with a picture of the piece each leaves; asked when it is to be shown. */
  const looks = shallowRef<ReadingLook[]>()
  async function lookAround() {
    const asked = laid
    if (!asked || looks.value) return
    const found = await worker().readings()
    if (laid === asked) looks.value = found
  }
  /** When each place of a ring should be reached. */
  const beats = async (id: number) => (record.value ? await worker().beats(id, givenFor(answer.blade, record.value)) : [])

  /** What cures each group of troubles found, of blades to choose from. */
  const remedies = async (blades: readonly Blade[]) =>
    record.value ? await worker().remedies(givenFor(answer.blade, record.value), JSON.parse(JSON.stringify(blades)) as Blade[]) : []

  // ---- reckoning: one at a time, always with the newest of everything
  async function reckon(): Promise<void> {
    if (running) {
      again = true
      return
    }
    const r = record.value
    if (!r) {
      reckoned.value = tooLarge.value = undefined
      return
    }
    running = true
    const slow = setTimeout(() => {
      reckoning.value = { what: 'Calculating the pattern', share: 0 }
    }, SLOW)
    const mine = worker()
    try {
      if (!laid || GEOMETRY.some((k) => laid![k] !== r[k])) {
        const { lines, take, reading, redraws, tolerance, layout, stretch } = r
        await mine.lay({ lines, take, reading, redraws, tolerance, layout, stretch })
        if (!laid || LOOKED.some((k) => laid![k] !== r[k])) looks.value = undefined
        laid = r
      }
      const result = await mine.reckon(
        givenFor(answer.blade, r),
        proxy((share: number) => {
          if (reckoning.value) reckoning.value = { ...reckoning.value, share }
        }),
      )
      if (result && 'tooMuch' in result) {
        if (thread.current(mine) && record.value?.id === r.id) [reckoned.value, tooLarge.value] = [undefined, result]
        return
      }
      while (result && result.found.rings.length < result.count) {
        const { rings, looks } = await mine.more(result.found.rings.length)
        if (!rings.length) break
        result.found.rings.push(...rings)
        result.looks.push(...looks)
      }
      const current = () => thread.current(mine) && record.value?.id === r.id
      // what was changed meanwhile is told when it is reckoned itself
      const ofThis = () => current() && GEOMETRY.every((k) => record.value![k] === r[k])
      if (current()) [reckoned.value, tooLarge.value] = [result, undefined]
      if (telling && result && ofThis()) {
        // the sheet is drawn before the ticket takes its figures: both at once would hold up the hand
        await new Promise((drawn) => setTimeout(drawn))
        if (ofThis()) {
          takeFigures(telling)
          telling = undefined
        }
      } else if (result && ofThis() && !apart.value) {
        // corners are got over as the blade is: no edit of anybody's
        jobs.note({ course: cutOf.value?.course })
      }
    } catch (error) {
      trouble.say(`The pattern could not be reckoned: ${error instanceof Error ? error.message : String(error)}`)
    } finally {
      clearTimeout(slow)
      if (thread.current(mine)) {
        reckoning.value = undefined
        running = false
      }
    }
    if (again) {
      again = false
      void reckon()
    }
  }
  watch(
    () => [answer.job, answer.blade, settings.value.drills],
    () => record.value && void reckon(),
  )

  // ---- the ticket
  /** What the pattern says of the cut, in the ticket's own terms. */
  const cutOf = computed(() => {
    const f = found.value
    if (!f) return undefined
    const holes = f.rings.flatMap((r) => (r.hole ? [r.hole.largest] : []))
    const round = (x: number, step: number) => Math.round(x / step) * step
    return {
      kind: (holes.length ? 'pierced' : 'outline') as 'pierced' | 'outline',
      radius: f.tightest ? Math.max(0.05, Math.round(f.tightest.radius * 100) / 100) : undefined,
      centre: f.tightest?.centre ?? ('waste' as const),
      web: f.narrowest && f.narrowest.width > 0.05 ? Math.round(f.narrowest.width * 20) / 20 : undefined,
      hole: holes.length ? Math.max(0.3, Math.floor(Math.min(...holes) * 20) / 20) : undefined,
      length: Math.max(1, round(f.length, 1)),
      openings: holes.length,
      course: f.course,
    }
  })
  /** The ticket takes the pattern's figures, as one step that can be undone. */
  function takeFigures(how: 'follows' | 'alone' = 'alone') {
    if (cutOf.value) jobs.editCut(cutOf.value, PATTERN, how === 'follows' ? how : undefined)
  }
  const apart = computed(() => {
    const c = cutOf.value
    if (!c) return false
    const t = jobs.job.cut
    // a hole no larger than the pattern has room for is drilled all the same
    const tooLarge = t.hole !== undefined && (c.hole === undefined || t.hole > c.hole)
    return tooLarge || (['radius', 'web', 'length', 'openings'] as const).some((k) => Math.abs((c[k] ?? -1) - (t[k] ?? -1)) > 0.011)
  })

  /** s of sawing and threading of each ring by its own lines, before one's own cuts spoke. */
  const parts = computed(
    () =>
      found.value?.rings.map((r) => ({
        sawing: r.cutting + r.plan.seconds,
        threading: r.ring.role === 'opening' ? threadingSeconds(answer.job.saw) : 0,
      })) ?? [],
  )
  /** The same as the bill has them in all: what every place tells of one opening. */
  const spent = computed(() => sharedOut(answer.bill, parts.value))

  return {
    parts,
    spent,
    record,
    reckoned,
    tooLarge,
    found,
    numbers,
    busy,
    loaded,
    saving: row.state,
    cutOf,
    apart,
    edit,
    choose,
    bring: bringing.bring,
    pages: bringing.pages,
    takePage: bringing.takePage,
    takeDrawing,
    removePattern,
    reload: row.reload,
    cancel,
    takeFigures,
    worker,
    price,
    beats,
    remedies,
    looks,
    lookAround,
    ...offers,
  }
})
