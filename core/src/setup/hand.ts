import { strokeOf } from '../saw/index.js'
import { heights, type Job } from '../job/index.js'
import { filingFit, oneCut } from '../cut/index.js'
import type { SetUpItem } from './item.js'
import type { Facts } from './facts.js'

/** Hand saws: hold, start, strokes. */
export function handItems(f: Facts, job: Job): SetUpItem[] {
  const { blade, feed } = f
  const { cut } = job
  const strokes = blade.plate?.strokes ?? 'push'
  const length = strokeOf(job.saw, blade)
  const items: SetUpItem[] = [
    { do: 'hold-hand', how: cut.grain === 'along' ? 'upright' : heights(job).total > 60 ? 'clamped' : 'hook', strokes },
    { do: 'start-hand', strokes },
    { do: 'strokes', length, ...oneCut(job, feed) },
  ]
  if (cut.depth !== undefined) items.push({ do: 'under-back', depth: cut.depth, of: blade.plate?.depth, stop: blade.plate?.stop === true })
  if (cut.grain && blade.plate) items.push({ do: 'filing', fit: filingFit(job, blade), filing: blade.plate.filing, grain: cut.grain })
  if (cut.flush) items.push({ do: 'flush' })
  items.push({ do: 'face', up: cut.shows === 'both' ? 'either' : 'show' })
  return items
}
