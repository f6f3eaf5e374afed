import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { proxy, transfer, wrap, type Remote } from 'comlink'
import { priceOf, type Blade } from '@green-pitch/core'
import {
  fileKind,
  noChoices,
  type Change,
  type Choices,
  type Doubled,
  type Drawing,
  type Fewest,
  type Reading,
  type ReckonGiven,
} from '@green-pitch/core/pattern'
import { keptLines } from '../data/lines'
import { patternFrom } from '../data/patternFile'
import type { PatternRecord } from '../data/records'
import type { Found, PatternWork, ReadAs, ReadingLook, TooLarge } from '../work/patternWork'
import type { PageLook } from '../work/pdfPages'
import { useAnswer } from './answer'
import { useJob } from './job'
import { useInHand } from './kept'
import { useSettings } from './settings'
import { useTrouble } from './trouble'

const FIGURES = 'pattern' // what an edit of the ticket by the pattern itself is called
const PATIENCE = 30_000 // ms a file may take to read before it is given up

/** Parts of the record that decide the geometry; a change of these is a new pattern to the ticket. */
const GEOMETRY = ['lines', 'stretch', 'take', 'reading', 'redraws', 'tolerance', 'layout'] as const
/** Parts that decide what every way of reading it would give. */
const LOOKED = ['lines', 'stretch', 'take', 'tolerance'] as const
/** Parts of it that a change to the drawing is drawn upon. */
const GROUND = ['lines', 'stretch', 'take', 'reading', 'tolerance'] as const

type Doing = { what: string; share: number }

/** The pattern of the job in hand: its record, and what the worker reckons of it with the ticket. */
export const usePattern = defineStore('pattern', () => {
  const jobs = useJob()
  const answer = useAnswer()
  const settings = useSettings()
  const trouble = useTrouble()

  const reckoned = shallowRef<Found>()
  /** the drawing in hand is too much to calculate, and is only shown */
  const tooLarge = shallowRef<TooLarge>()
  /** a file being read, and a pattern being reckoned: the end of one is not the end of the other */
  const bringing = ref<Doing>()
  const reckoning = ref<Doing>()
  const busy = computed(() => bringing.value ?? reckoning.value)
  const past = shallowRef<PatternRecord[]>([])
  const future = shallowRef<PatternRecord[]>([])
  let thread: Worker | undefined
  let work: Remote<PatternWork> | undefined
  let laid: PatternRecord | undefined
  let speak = false
  const worker = () => {
    if (!thread) {
      thread = new Worker(new URL('../work/pattern.worker.ts', import.meta.url), { type: 'module' })
      work = wrap<PatternWork>(thread)
    }
    return work!
  }
  /** Stops what the worker does at once; it begins afresh with the next question. */
  function cancel() {
    thread?.terminate()
    thread = work = laid = undefined
    bringing.value = reckoning.value = undefined
    running = false
  }

  const found = computed(() => reckoned.value?.found)
  const numbers = computed(() => new Map(found.value?.order.map((id, i) => [id, i + 1])))

  const row = useInHand(
    'patterns',
    () => jobs.record.id,
    () => {
      cancel()
      reckoned.value = tooLarge.value = undefined
      past.value = future.value = []
      void reckon()
    },
  )
  const { record, loaded } = row
  /** an edit is on its way to storage */
  const keeping = computed(() => row.state.value === 'saving')
  function put(r: PatternRecord) {
    const before = record.value
    if (!before || GEOMETRY.some((k) => before[k] !== r[k])) speak = true
    void row.put(r)
    void reckon()
  }
  /** after how many edits each step was made that can be taken back */
  const orderOf = new WeakMap<PatternRecord, number>()
  function remember(before: PatternRecord) {
    orderOf.set(before, jobs.ordered())
    past.value = [...past.value.slice(-100), before]
    future.value = []
  }
  function edit(patch: Partial<PatternRecord>) {
    if (!record.value) return
    remember(record.value)
    fewest.value = undefined
    // ids of holes, order and ways round belong to one geometry
    const fresh = {
      ...(GEOMETRY.some((k) => k in patch) && { choices: noChoices }),
      ...(GROUND.some((k) => k in patch) && { redraws: [] }),
    }
    put({ ...record.value, ...fresh, ...patch })
  }
  const choose = (patch: Partial<Choices>) => record.value && edit({ choices: { ...record.value.choices, ...patch } })
  function step(from: typeof past, to: typeof past) {
    const r = from.value.at(-1)
    if (!r || !record.value) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, record.value]
    orderOf.set(record.value, orderOf.get(r) ?? 0)
    put({ ...r, rev: record.value.rev })
  }
  /** The last thing done is taken back, whether to the pattern or to the ticket; figures the pattern gave go with it. */
  function undo() {
    const mine = past.value.at(-1)
    const theirs = jobs.past.findLast((s) => s.field !== FIGURES)
    if (mine && (orderOf.get(mine) ?? 0) > (theirs?.order ?? 0)) return step(past, future)
    while (theirs && jobs.past.at(-1) !== theirs) jobs.undo()
    jobs.undo()
  }
  const redo = () => (future.value.length ? step(future, past) : jobs.redo())

  // ---- bringing in
  const LATE = Symbol('late')
  /** What the worker makes of a file; undefined where the user stopped it. */
  async function patiently<T>(what: string, ask: (tell: (share: number) => void) => Promise<T>): Promise<T | typeof LATE | undefined> {
    bringing.value = { what, share: 0 }
    const late = new Promise<typeof LATE>((resolve) => setTimeout(() => resolve(LATE), PATIENCE))
    const stopped = new Promise<undefined>((resolve) => {
      const stop = watch(bringing, (b) => {
        if (b) return
        stop()
        resolve(undefined)
      })
    })
    try {
      const tell = (share: number) => {
        if (bringing.value) bringing.value = { ...bringing.value, share }
      }
      const result = await Promise.race([ask(tell), late, stopped])
      if (result === LATE) cancel()
      return result
    } finally {
      bringing.value = undefined
    }
  }
  /** A drawing becomes the job's pattern; what was there can be had back by undo. */
  function take(name: string, d: Drawing, reading: Reading, more: { tolerance?: number } = {}) {
    const before = record.value
    if (before) remember(before)
    put({ ...patternFrom(jobs.record.id, name, d, reading, before), ...more })
  }
  let refusal: number | undefined
  /** @returns that it is a picture, which is looked at before anything is taken from it */
  async function bring(file: File): Promise<'picture' | undefined> {
    // what was said of the file before this one no longer matters
    if (refusal !== undefined) trouble.dismiss(refusal)
    refusal = undefined
    const refuse = (why: string): undefined => {
      refusal = trouble.say(`${file.name}: ${why} Nothing was changed.`)
    }
    if (file.size > 60e6) return refuse('over 60 MB. Simplify the drawing or bring it in parts.')
    pages.value = undefined
    const tooLong = 'Reading took over 30 s and was stopped. Simplify the drawing, or bring it in parts.'
    const settle = (result: ReadAs | typeof LATE | undefined): undefined => {
      if (!result) return refuse('stopped.')
      if (result === LATE) return refuse(tooLong)
      if (!result.ok) return refuse(result.message)
      take(file.name, result.drawing, result.reading)
    }
    try {
      const found = fileKind(new Uint8Array(await file.slice(0, 1024).arrayBuffer()), file.name)
      if ('why' in found) return refuse(found.why)
      switch (found.kind) {
        case 'svg':
        case 'dxf': {
          const { kind } = found
          const text = await file.text()
          return settle(await patiently('Reading the drawing', async (tell) => await worker().read(text, kind, undefined, proxy(tell))))
        }
        case 'gzip': {
          const text = await new Response(file.stream().pipeThrough(new DecompressionStream('gzip'))).text()
          return settle(await patiently('Reading the drawing', async (tell) => await worker().read(text, 'svg', undefined, proxy(tell))))
        }
        case 'pdf': {
          const data = new Uint8Array(await file.arrayBuffer())
          const looks = await patiently('Reading the pages', async () => await worker().openPages(transfer(data, [data.buffer])))
          if (!looks) return refuse('stopped.')
          if (looks === LATE) return refuse(tooLong)
          if (typeof looks === 'string') return refuse(looks)
          const drawn = looks.filter((l) => !l.why)
          if (!drawn.length) return refuse(looks[0]?.why ?? 'there is no page in it.')
          // a page to choose, where there is a choice
          if (looks.length > 1) pages.value = { name: file.name, looks }
          else settle(await patiently('Reading the page', async () => await worker().readPage(drawn[0]!.page)))
          return
        }
        default:
          return 'picture'
      }
    } catch (error) {
      cancel()
      refuse(`could not be read (${error instanceof Error ? error.message : String(error)}).`)
    }
  }
  /** A drawing found elsewhere becomes the job's. */
  async function takeDrawing(name: string, drawing: Drawing, tolerance?: number) {
    const found = await worker().guess(drawing)
    if (!found.ok) return
    take(name, found.drawing, found.reading, tolerance === undefined ? {} : { tolerance })
  }
  /** Pages of a file of which one is to be chosen. */
  const pages = shallowRef<{ name: string; looks: PageLook[] }>()
  async function takePage(look: PageLook) {
    const { name } = pages.value!
    const result = await patiently('Reading the page', async () => await worker().readPage(look.page))
    if (!result || result === LATE || !result.ok) return
    pages.value = undefined
    take(`${name}, page ${look.page}`, result.drawing, result.reading)
  }
  async function removePattern() {
    if (!record.value) return
    past.value = future.value = []
    cancel()
    reckoned.value = tooLarge.value = undefined
    await row.drop()
  }

  /** What the job comes to in the user's money. */
  const price = computed(() => priceOf(answer.bill, { stock: 0, finish: 0, ...settings.value.rates, ...record.value?.costs }))
  /** What the worker calculates with: plain. */
  const givenFor = (blade: Blade, r: PatternRecord): ReckonGiven =>
    JSON.parse(
      JSON.stringify({
        job: answer.job,
        blade,
        choices: r.choices,
        drills: settings.value.drills,
      }),
    ) as ReckonGiven
  /** Every way the drawing can be read, with a picture of the piece each leaves; asked when it is to be shown. */
  const looks = shallowRef<ReadingLook[]>()
  async function lookAround() {
    const asked = laid
    if (!asked || looks.value) return
    const found = await worker().readings()
    if (laid === asked) looks.value = found
  }
  /** Strokes drawn by both their edges, and the drawing with them by their middle. */
  const twofold = shallowRef<{ of: PatternRecord['lines']; found: Doubled | undefined }>()
  async function seekTwofold() {
    const r = record.value
    // letters of the program's own are drawn by one edge
    if (!r || r.unit === 'letters' || twofold.value?.of === r.lines) return
    const asked = { of: r.lines, found: undefined }
    twofold.value = asked
    const found = await worker().doubled(r.lines, r.tolerance / r.stretch)
    if (twofold.value === asked) twofold.value = { of: r.lines, found }
  }
  /** They are sawn along their middle, as one step that can be undone. */
  function takeMiddles() {
    const { of, found } = twofold.value ?? {}
    if (found && of === record.value?.lines) edit({ lines: keptLines(found.lines), take: 'both', reading: 'lines' })
  }
  /** Islands are held by bridges, as one step that can be undone. */
  async function bridge(rings: number[], width: number) {
    const before = record.value
    const more = await worker().bridges(rings, width)
    const now = record.value
    if (!before || !now || !more.length || GEOMETRY.some((k) => now[k] !== before[k])) return
    edit({ redraws: [...(now.redraws ?? []), ...more] })
  }
  /** The least that would have to be redrawn for the blade in hand; null where the drawing is too large to try. */
  const fewest = shallowRef<Fewest | null>()
  async function seekFewest() {
    const r = record.value
    if (!r) return
    const found = await patiently('Looking for the fewest redraws', async () => (await worker().fewest(givenFor(answer.blade, r))) ?? null)
    if (found === LATE) return void trouble.say('Looking took over 30 s and was stopped. Simplify the drawing, or bring it in parts.')
    if (record.value?.id === r.id) fewest.value = found
  }
  /** Some of the changes offered are made, as one step that can be undone; the others stay offered. */
  function redraw(changes: readonly Change[]) {
    const r = record.value
    if (!r || !fewest.value) return
    const rest = fewest.value.changes.filter((c) => !changes.includes(c))
    const left = fewest.value.left
    edit({ redraws: [...(r.redraws ?? []), ...changes.map((c) => c.redraw)] })
    fewest.value = rest.length ? { changes: rest, left } : undefined
  }
  /** When each place of a ring should be reached. */
  const beats = async (id: number) => (record.value ? await worker().beats(id, givenFor(answer.blade, record.value)) : [])

  // ---- reckoning: one at a time, always with the newest of everything
  let running = false
  let again = false
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
    }, 250)
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
        if (work === mine && record.value?.id === r.id) [reckoned.value, tooLarge.value] = [undefined, result]
        return
      }
      while (result && result.found.rings.length < result.count) {
        const { rings, looks } = await mine.more(result.found.rings.length)
        if (!rings.length) break
        result.found.rings.push(...rings)
        result.looks.push(...looks)
      }
      const current = () => work === mine && record.value?.id === r.id
      // what was changed meanwhile is told when it is reckoned itself
      const ofThis = () => current() && GEOMETRY.every((k) => record.value![k] === r[k])
      if (current()) [reckoned.value, tooLarge.value] = [result, undefined]
      if (speak && result && ofThis()) {
        // the sheet is drawn before the ticket takes its figures: both at once would hold up the hand
        await new Promise((drawn) => setTimeout(drawn))
        if (ofThis()) {
          speak = false
          takeFigures()
        }
      } else if (result && ofThis() && !apart.value) {
        // corners are got over as the blade is: no edit of anybody's
        jobs.note({ course: cutOf.value?.course })
      }
    } catch (error) {
      trouble.say(`The pattern could not be reckoned: ${error instanceof Error ? error.message : String(error)}`)
    } finally {
      clearTimeout(slow)
      if (work === mine) {
        reckoning.value = undefined
        running = false
      }
    }
    if (again) {
      again = false
      void reckon()
    }
  }
  onScopeDispose(cancel)
  watch([() => answer.job, () => answer.blade], () => (fewest.value = undefined))
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
  function takeFigures() {
    if (cutOf.value) jobs.editCut(cutOf.value, FIGURES)
  }
  const apart = computed(() => {
    const c = cutOf.value
    if (!c) return false
    const t = jobs.job.cut
    // a hole no larger than the pattern has room for is drilled all the same
    const tooLarge = t.hole !== undefined && (c.hole === undefined || t.hole > c.hole)
    return tooLarge || (['radius', 'web', 'length', 'openings'] as const).some((k) => Math.abs((c[k] ?? -1) - (t[k] ?? -1)) > 0.011)
  })

  return {
    record,
    reckoned,
    tooLarge,
    found,
    numbers,
    busy,
    past,
    future,
    loaded,
    keeping,
    cutOf,
    apart,
    edit,
    choose,
    undo,
    redo,
    bring,
    pages,
    takePage,
    takeDrawing,
    removePattern,
    reload: row.reload,
    cancel,
    takeFigures,
    worker,
    price,
    beats,
    looks,
    lookAround,
    bridge,
    twofold: computed(() => (twofold.value?.of === record.value?.lines ? twofold.value?.found : undefined)),
    seekTwofold,
    takeMiddles,
    fewest,
    seekFewest,
    redraw,
  }
})
