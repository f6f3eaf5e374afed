import { meanSpacing, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'

/** Teeth in the work over a height, N = H/p. */
export function teethInWork(height: number, blade: Blade): number {
  return height / meanSpacing(blade)
}

/** Teeth that carry the cut where the stock is thinnest. */
export const teethCarrying = (job: Pick<Job, 'stock' | 'cut'>, blade: Blade): number => teethInWork(heights(job).thinnest, blade)

/** Under this many teeth nothing carries the cut, however the sheet is held (reference). */
export const LEAST_TEETH = 0.7

/** Teeth in the work that cost nothing: two, or on a hand frame what its school wishes (three is a wish, never a refusal). */
export function teethWished(job: Pick<Job, 'saw' | 'teethSchool'>): number {
  const { teeth } = profileOf(job.saw)
  return teeth.good === 'school' ? { habit: 1.3, two: 2, three: 3 }[job.teethSchool] : teeth.good
}

/** Whether so few teeth carry the cut that it goes only with scrap sawn with the sheet, or the sheet held hard at the blade. */
export const needsBacking = (job: Job, blade: Blade): boolean => teethCarrying(job, blade) < profileOf(job.saw).teeth.backed

/**
 * Times that edge and tear-out grow where too few teeth carry the cut: it hops, catches and tears by about 2/N (reference);
 * on a hand frame, which feels it coming, by habit's 1.3/N.
 */
export function hops(job: Job, blade: Blade): number {
  // a curved edge is rocked along the sheet: its length carries the teeth
  if (blade.plate?.curved) return 1
  const { teeth } = profileOf(job.saw)
  return Math.max(1, (teeth.good === 'school' ? 1.3 : teeth.good) / teethCarrying(job, blade))
}

const PACKS = 10 // teeth in the work from which chips of ductile stock pack their gaps (reference)
const DUCTILE = 5 // loosening from which stock is ductile: long, soft chips; estimate
/** Teeth in the work over what ductile metal and plastic bear before their chips pack; at most 1 where all is well. */
export function packing(job: Pick<Job, 'stock' | 'cut'>, blade: Blade): number {
  return job.stock.material.bulking < DUCTILE ? 0 : teethInWork(heights(job).longest, blade) / PACKS
}
