import { strokeOf } from '../saw/index.js'
import type { Job } from '../job/index.js'
import { isRound } from '../stock/index.js'
import { filingFit, oneCut } from '../cut/index.js'
import type { SetUpItem } from './item.js'
import type { Facts } from './facts.js'

const BOARD = 300 // mm; a longer cut is a board's, on trestles or over the bench's edge; estimate
/** Down the end grain upright; short work across in a bench hook; boards where the saw passes below them. */
function holdFor({ grain, depth, length }: Job['cut']): 'hook' | 'upright' | 'clamped' | 'trestles' {
  if (grain === 'along' && depth !== undefined) return 'upright'
  if (length > BOARD) return 'trestles'
  return grain === 'along' ? 'clamped' : 'hook'
}

/** Hand saws: hold, start, strokes. */
export function handItems(f: Facts, job: Job): SetUpItem[] {
  const { blade, feed } = f
  const { cut } = job
  const strokes = blade.plate?.strokes ?? 'push'
  const length = strokeOf(job.saw, blade)
  const items: SetUpItem[] = [
    { do: 'hold-hand', how: holdFor(cut), strokes },
    { do: 'start-hand', strokes },
    { do: 'strokes', length, ...oneCut(job, feed) },
  ]
  if (cut.depth !== undefined) items.push({ do: 'under-back', depth: cut.depth, of: blade.plate?.depth, stop: blade.plate?.stop === true })
  if (cut.grain && blade.plate) items.push({ do: 'filing', fit: filingFit(job, blade), filing: blade.plate.filing, grain: cut.grain })
  if (cut.flush) items.push({ do: 'flush' })
  if (!isRound(job.stock)) items.push({ do: 'face', up: cut.shows === 'both' ? 'either' : 'show' })
  return items
}
