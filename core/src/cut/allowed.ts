import { toRadians } from '../number/index.js'
import { heights, type Finish, type Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'

/** Bow allowed in thick stock and at most, mm (reference, section 5). */
const BOW: Record<Finish, number> = { careful: 0.35, ordinary: 0.6, rough: 1 }
const MOST_BOW: Record<Finish, number> = { careful: 1.2, ordinary: 1.6, rough: 2 }
const SHALLOW = 3 // mm: bow harms by the difference between the faces, which thin sheet leaves no room for (reference)

/** Bow the job allows in the feed direction, mm: b·(1 + 3 mm/H) up to a cap; a hand frame takes the cap, since its hand sees the blade. */
export function bowAllowed(job: Pick<Job, 'saw' | 'cut' | 'stock'>): number {
  const { finish } = job.cut
  if (profileOf(job.saw).strokes === 'arm') return MOST_BOW[finish]
  return Math.min(MOST_BOW[finish], BOW[finish] * (1 + SHALLOW / heights(job).longest))
}

/** Lean of the edge out of square that a finish allows, mm per mm (reference: half a degree, one, two). */
const LEAN: Record<Finish, number> = { careful: Math.tan(toRadians(0.5)), ordinary: Math.tan(toRadians(1)), rough: Math.tan(toRadians(2)) }
export const leanAllowed = ({ cut }: Pick<Job, 'cut'>): number => LEAN[cut.finish]
