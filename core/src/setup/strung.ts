import { backing, tilting, tall, cooling, entering, type Facts, speeding } from './facts.js'
import type { StrungSaw } from '../saw/index.js'
import { heights, type StrungJob } from '../job/index.js'
import { greenBand, greenMarks, liftOnUpStroke, reverseSetting, ripple, stressInUse, thumbMove } from '../cut/index.js'
import type { SetUpItem } from './item.js'

const VICE = 60 // mm from a vice's jaws beyond which a board chatters under a hand saw; estimate
export const THUMB = 1 // N: a light push of the thumb, for those who set tension by feel

/** A blade held at both ends: scroll saws and hand frames. */
export function strungItems(f: Facts, job: StrungJob, saw: StrungSaw): SetUpItem[] {
  const { blade, slope } = f
  const powered = saw.kind === 'scroll'
  const stress = stressInUse(job, blade)
  const reverse = reverseSetting(job, blade)
  const free = blade.pattern === 'twisted' || blade.pattern === 'grit'
  const items: SetUpItem[] = [{ do: 'isolate', powered }]
  if (blade.end === 'plain')
    items.push(
      { do: 'clean-ends' },
      { do: 'insert', depth: saw.change.insertion, top: saw.change.insertionTop, tool: saw.change.steps.find((s) => s.tool)?.tool },
    )
  if (saw.kind === 'frame' && blade.end !== 'plain') items.push({ do: 'pins', turns: saw.turns === true })
  if (free && !reverse) items.push({ do: 'both-ends-free' })
  else items.push({ do: 'teeth', stroke: powered ? 'down' : job.teethTo === 'away' ? 'away' : 'pull' })
  if (reverse && powered) items.push({ do: 'reverse', setting: reverse })
  if (saw.kind === 'frame' && saw.turns && job.turned) items.push({ do: 'turn-blade', degrees: job.turned })
  const band = greenBand(job, blade)
  items.push({ do: 'tension', band, marks: greenMarks(saw, blade, band), stress, push: THUMB, move: thumbMove(job, blade, stress, THUMB) })
  if (job.cut.kind === 'pierced') items.push({ do: 'retension', steps: saw.change.steps, returns: saw.change.tensionReturns })
  items.push(speeding(f), ...entering(f))
  if (powered) {
    items.push({ do: 'hold-down', lifts: liftOnUpStroke(job, blade, f.feed.chipLoad), ripple: ripple(job, blade) })
  } else if (blade.end === 'plain') items.push({ do: 'pin', thickness: heights(job).total })
  else items.push({ do: 'vice', within: VICE, strokes: job.teethTo === 'away' ? 'push' : 'pull' })
  items.push(...backing(f))
  if (!powered) items.push({ do: 'start-frame', strokes: job.teethTo === 'away' ? 'push' : 'pull' })
  items.push({ do: 'face', up: job.cut.shows === 'both' || blade.pattern === 'both-way' ? 'either' : 'show' })
  items.push(...cooling(f), ...tall(f), ...tilting(f))
  if (powered) items.push({ do: 'square', slope })
  return items
}
