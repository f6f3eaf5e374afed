import { computed, shallowRef, toRaw } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { liveQuery } from 'dexie'
import { defineStore } from 'pinia'
import type { Turn, Week } from '@green-pitch/core/week'
import { eveningsFrom, minuteOf, minutesTo } from '../data/days'
import { db } from '../data/db'
import { promising, type JobRecord, type Order, type WeekSettings } from '../data/records'
import type { QuoteAnswer, WeekAnswer, WeekGiven, WeekJob, WeekWork } from '../work/weekWork'
import { useAnswer } from './answer'
import { useAsked } from './asked'
import { useJob } from './job'
import { useKeeper } from './keeper'
import { useLearned } from './learned'
import { useSettings } from './settings'
import { useShop } from './shop'
import { bare } from './year'
import { useTrouble } from './trouble'

export const AHEAD = 42 // days the usual week is thought to go on
const SEED = 1

export const plainOrder: Order = { copies: 1, steps: [] }

/** The week at the saw: which jobs are promised, when one is at the saw, and the plan that follows. */
export const useWeek = defineStore('week', () => {
  const jobs = useJob()
  const shop = useShop()
  const answer = useAnswer()
  const learned = useLearned()
  const settings = useSettings()
  const keeper = useKeeper()
  const { ask, busy } = useAsked<WeekWork>(() => new Worker(new URL('../work/week.worker.ts', import.meta.url), { type: 'module' }))

  const rows = shallowRef<JobRecord[]>([])
  const found = shallowRef<WeekAnswer>()
  /** an order tried by hand, told beside the plan until it is kept or put back */
  const tried = shallowRef<Week>()
  const said = computed((): WeekSettings => settings.value.week)
  /** taken anew with every plan: all its minutes count from this day's midnight */
  const today = shallowRef(new Date())
  const evenings = computed(() => eveningsFrom(said.value, today.value, AHEAD))
  /** a job that is in no week, of which is asked when it could be ready */
  const next = shallowRef<string>()
  const asking = computed(() => rows.value.find((r) => r.id === next.value && !r.order))
  const promised = computed(() => rows.value.filter((r) => r.order))
  const week = computed(() => tried.value ?? found.value?.week)

  function jobFor(r: JobRecord): WeekJob {
    const told = answer.answerTo(r.ticket)
    const { copies, sheets, due, value, stack, steps, sawn } = r.order ?? plainOrder
    const side = (when: 'before' | 'after') =>
      steps.filter((s) => s.when === when).map((s) => ({ name: s.name, minutes: { median: s.minutes, own: 0.3 }, wait: s.wait }))
    return {
      id: r.id,
      copies,
      ...(sheets !== undefined && { sheets }),
      // ready by a day is ready when it is over
      ...(due && { due: minutesTo(due, today.value) + 1440 }),
      ...(value !== undefined && { value }),
      ...(stack && { stack }),
      ...(sawn && { sawn }),
      before: side('before'),
      after: side('after'),
      job: told?.job ?? r.ticket.job,
      ...(r.ticket.blade && { blade: r.ticket.blade }),
    }
  }
  /** What the plan is made of, as it goes to the worker. */
  const given = (): WeekGiven => ({
    // what was learned holds lists of figures, which text would not keep
    beliefs: toRaw(learned.beliefs),
    ...bare({
      jobs: promised.value.map(jobFor),
      ...(asking.value && { next: jobFor(asking.value) }),
      saws: shop.saws,
      blades: shop.catalogue,
      drawer: Object.fromEntries(shop.drawer.map((d) => [d.blade.id, d.count])),
      more: minuteOf(today.value) + settings.value.supply.days * 1440,
      evenings: evenings.value.map(({ at, minutes, loud }) => ({
        at,
        minutes,
        ...(loud !== undefined && { loud }),
        saws: shop.saws.map((s) => s.id),
        own: 0.1,
      })),
      now: minuteOf(today.value),
      seed: SEED,
      ...(said.value.keep && { keep: said.value.keep }),
    }),
  })
  /** Plans anew; what was kept stays unless another is clearly better. */
  async function plan() {
    today.value = new Date()
    tried.value = undefined
    const answered = await ask((w) => w.plan(given()))
    if (answered) found.value = answered
  }
  const put = (patch: Partial<WeekSettings>) => settings.change({ week: { ...bare(said.value), ...patch } })
  /** The plan that stands is the one kept: later ones leave it only for what is clearly better. */
  function keep(w = week.value) {
    if (w) put({ keep: { order: bare(w.order), stacks: bare(w.stacks) } })
  }
  /** What an order of one's own comes to, at once. */
  async function attempt(order: Turn[]) {
    const stacks = bare(week.value?.stacks ?? {})
    const told = await ask((w) => w.tell(bare(order), stacks))
    if (told) tried.value = told
  }
  /** All turns of a piece go before those of another, or last. */
  function move(piece: string, before: string | undefined) {
    const order = week.value?.order ?? []
    const own = order.filter((t) => t.piece === piece)
    const rest = order.filter((t) => t.piece !== piece)
    const at = before === undefined ? rest.length : rest.findIndex((t) => t.piece === before)
    rest.splice(at < 0 ? rest.length : at, 0, ...own)
    return attempt(rest)
  }
  /** A piece goes before the one done before it, or after the next. */
  function step(piece: string, way: -1 | 1) {
    const pieces = [...new Set(week.value?.order.map((t) => t.piece))]
    const k = pieces.indexOf(piece)
    if (way < 0 && k > 0) void move(piece, pieces[k - 1])
    if (way > 0 && k >= 0 && k < pieces.length - 1) void move(piece, pieces[k + 2])
  }
  /** What is promised of a job; undefined takes it out of the week. */
  const promise = (id: string, order: Order | undefined) =>
    id === jobs.record.id ? jobs.promise(order) : keeper.add('jobs', id, (stored) => stored && promising(stored, order))
  const quote = (
    ids: string[],
    rates: { hour: number; blade: number; sheet: number; other: number },
    price?: number,
  ): Promise<QuoteAnswer | undefined> => ask((w) => w.quote(bare(ids), bare(rates), price))

  let awake = false
  /** From now on the plan is kept in step with what is stored. */
  function attend() {
    if (awake) return
    awake = true
    liveQuery(() => db.jobs.orderBy('changed').reverse().toArray()).subscribe({
      next: (v) => (rows.value = v),
      error: useTrouble().report,
    })
    const asked = computed(() =>
      JSON.stringify([
        next.value,
        rows.value.map((r) => [r.id, r.rev]),
        said.value.usual,
        said.value.off,
        said.value.busy,
        learned.beliefs?.cuts,
      ]),
    )
    watchDebounced([asked, () => shop.drawer], () => (promised.value.length || asking.value) && plan(), { debounce: 150, immediate: true })
  }
  /** Asks when a job could be ready behind what is promised; undefined: an hour's sawing of any. */
  function wonder(id: string | undefined) {
    next.value = id
    attend()
  }
  return {
    rows,
    promised,
    found,
    week,
    tried,
    asking,
    wonder,
    evenings,
    today,
    said,
    busy,
    attend,
    plan,
    put,
    keep,
    attempt,
    move,
    step,
    promise,
    quote,
  }
})
