import { computed, shallowRef } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import {
  bladeById,
  byPointOfView,
  collision,
  greenBand,
  homeGroup,
  isStrung,
  isStrungJob,
  lifeOf,
  makeDo,
  MODEL,
  rankBlades,
  schoolPicks,
  setUp,
  shortOf,
  sizeWindow,
  topStress,
  evaluate,
  billOf,
  outlook,
  priceOf,
  weighed,
  waysOut,
  type Beliefs,
  type Blade,
  type Job,
  type RankOptions,
  type Ranked,
  type Evaluation,
  type MakeDo,
  type Interval,
} from '@green-pitch/core'
import { useJob } from './job'
import { useLearned } from './learned'
import { useSettings } from './settings'
import { useShop } from './shop'
import type { Ticket } from '../data/records'

const AGES = 1e9 // s; what would take longer than a life is no prediction

/** Everything the core answers for the job in hand, reckoned when it is asked for and once per change. */
export const useAnswer = defineStore('answer', () => {
  const jobs = useJob()
  const shop = useShop()
  const settings = useSettings()
  const learned = useLearned()

  /** A job with what belongs to the person and the saw as it stands now: the school of teeth, and the marks as heard. */
  function here(asked: Job): Job {
    const calibration = shop.saws.find((s) => s.id === asked.saw.id)?.calibration
    return weighed({ ...asked, saw: { ...asked.saw, calibration }, teethSchool: settings.value.teethSchool }, learned.beliefs)
  }
  const job = computed(() => here(jobs.job))
  /** What was suggested last for this job: of two that do equally well it stays. */
  const before: { job?: string; blade?: string; beliefs?: Beliefs } = {}
  const rankFor = (asked: Job, more: Pick<RankOptions, 'before' | 'beliefs'>) =>
    rankBlades(asked, { blades: shop.catalogue, owned: shop.owned, ownedFirst: settings.value.ownedFirst, ...more }).value
  const ranking = computed(() => {
    // what was learned meanwhile is no small step of the job
    const stays = before.job === jobs.record.id && before.beliefs === learned.beliefs ? before.blade : undefined
    const value = rankFor(job.value, { before: stays, beliefs: learned.beliefs })
    // no state of the answer: only what settles the next tie
    Object.assign(before, { job: jobs.record.id, blade: value[0]?.blade.id, beliefs: learned.beliefs })
    return value
  })
  const seen = (asked: Job, all: readonly Ranked[]): Ranked[] => byPointOfView(asked, all, settings.value.view, shop.owned)
  /** As it would be with a full drawer. */
  const suggested = computed(() => seen(job.value, ranking.value))
  const left = (id: string) => shop.drawer.find((r) => r.blade.id === id)?.count
  const shortFor = (asked: Job, all: readonly Ranked[]) =>
    shortOf(all, left, (r) => r.time.cutting / 60 / (lifeOf(asked, r.blade, r.feed) * r.own.lasts))
  /** The first suggestion is out, or too few of it are left for this job. */
  const out = computed(() => shortFor(job.value, suggested.value))
  /** Today’s: what does instead of a kind that is out leads. */
  const ranked = computed((): Ranked[] => {
    const { instead } = out.value ?? {}
    return instead ? [instead, ...suggested.value.filter((r) => r !== instead)] : suggested.value
  })
  /** The same of the blade chosen, where one was. */
  const short = computed(() => {
    const chosen = jobs.ticket.blade && ranked.value.find((r) => r.blade.id === jobs.ticket.blade!.id)
    return chosen ? shortFor(job.value, [chosen, ...ranked.value.filter((r) => r !== chosen)]) : out.value
  })
  const schools = computed(() => schoolPicks(job.value, ranking.value, settings.value.view.pattern, shop.owned))

  /** The blade the ticket speaks of: the chosen one, else the first suggested, else the nearest that still fails. */
  const blade = computed(() => {
    const chosen = jobs.ticket.blade
    if (chosen) return chosen
    return ranked.value[0]?.blade ?? nearest.value
  })
  const nearest = computed(() => {
    const w = sizeWindow(job.value, homeGroup(job.value), shop.catalogue)
    return collision(w, job.value)?.nearest?.blade ?? w.inputs.sizes[0]?.blade ?? bladeById('scroll-standard-5')!
  })
  const evaluation = computed(
    (): Evaluation =>
      ranked.value.find((r) => r.blade.id === blade.value.id) ??
      evaluate(job.value, blade.value, undefined, learned.beliefs && outlook(learned.beliefs, job.value)(blade.value)),
  )
  const billed = (j: Job, b: Blade) => billOf(j, b, { beliefs: learned.beliefs, drills: settings.value.drills })
  /** What the job comes to, with what one’s own cuts have taught and the doubt that is left: every place reads this one. */
  const bill = computed(() => billed(job.value, blade.value))
  const window = computed(() => sizeWindow(job.value, blade.value.group, shop.catalogue))
  const clash = computed(() => (ranked.value.length ? undefined : collision(window.value, job.value)))
  const ways = computed(() => (ranked.value.length ? [] : waysOut(job.value, shop.offered, shop.catalogue)))
  /** The job and its green band where the blade is held at both ends; other saws have no tension. */
  const taut = computed(() => {
    const j: Job = job.value
    return isStrungJob(j) ? { job: j, band: greenBand(j, blade.value) } : undefined
  })
  /** What the constants alone would suggest: asked only where one's own cuts may have changed it, and after the answer stands. */
  const without = shallowRef<Blade>()
  watchDebounced(
    [job, () => learned.beliefs, () => shop.catalogue, () => settings.value.view],
    () => {
      without.value = learned.beliefs && seen(job.value, rankFor(job.value, {}))[0]?.blade
    },
    { debounce: 250, immediate: true },
  )
  /** What leads a job that is not in hand, with what it comes to; undefined where nothing does. */
  function answerTo({ job: asked, blade: chosen }: Ticket) {
    const j = here(asked)
    const all = seen(j, rankFor(j, { beliefs: learned.beliefs }))
    const first = shortFor(j, all)?.instead ?? all[0]
    const blade = chosen ?? first?.blade
    return blade && { job: j, blade, passes: all.some((r) => r.blade.id === blade.id), bill: billed(j, blade) }
  }
  const setup = computed(() => setUp(job.value, blade.value, settings.value.drills))
  const doable = computed((): MakeDo | undefined => {
    // the best ranked of one's own, and only where none does the cut as it is asked, one that is made to do
    const does = ranked.value.find((r) => shop.owned.has(r.blade.id))
    if (does) return { evaluation: does, changes: [], job: job.value }
    const own = shop.catalogue.filter((b) => shop.owned.has(b.id))
    const { saw } = job.value
    return own.length ? makeDo(job.value, own, (b) => (isStrung(saw) ? topStress(saw, b).value : 0)) : undefined
  })
  /** when and how surely the job's stress and strokes were heard, while they still are what the job says */
  const heard = computed(() => {
    const h = jobs.ticket.heard
    return {
      stress: h?.stress?.value === job.value.stress ? h?.stress : undefined,
      spm: h?.spm?.value === job.value.spm ? h?.spm : undefined,
    }
  })
  /**
   * What a log entry remembers of what was reckoned and heard; the time at the saw as it was to be expected. Storage copies it.
   * @param what the job and what it comes to, where it is not the one in hand
   */
  const remembered = ({ median, low, high }: Interval, what = { job: job.value, saw: evaluation.value }) => ({
    job: what.job,
    blade: what.saw.blade,
    model: MODEL,
    predicted: {
      feed: what.saw.feed.value,
      spm: what.saw.feed.inputs.spm,
      stress: what.saw.stress,
      seconds: Math.min(median, AGES),
      low: Math.min(low, AGES),
      high: Math.min(high, AGES),
    },
    ...(what.job === job.value && { heard: jobs.ticket.heard }),
  })
  /** What the job in hand comes to in the user's money, with what its stock and finish cost; undefined where nothing has a price. */
  const priced = (costs?: { stock: number; finish: number }) =>
    priceOf(bill.value, { stock: 0, finish: 0, ...settings.value.rates, ...costs })
  return {
    bill,
    priced,
    answerTo,
    billed,
    without,
    job,
    heard,
    remembered,
    ranked,
    suggested,
    short,
    schools,
    blade,
    evaluation,
    window,
    clash,
    ways,
    taut,
    setup,
    doable,
  }
})
