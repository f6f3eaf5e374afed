import { backing, tilting, tall, cooling, entering, type Facts, passing, speeding, swinging } from './facts.js'
import { isHandFrame, type StrungSaw, profileOf } from '../saw/index.js'
import { heights, type StrungJob } from '../job/index.js'
import { isRound } from '../stock/index.js'
import { greenBand, greenMarks, liftOnUpStroke, reverseSetting, ripple, stressInUse, thumbMove } from '../cut/index.js'
import type { SetUpItem } from './item.js'

const VICE = 60 // mm from a vice's jaws beyond which a board chatters under a hand saw; estimate
export const THUMB = 1 // N: a light push of the thumb, for those who set tension by feel

/** A blade held at both ends: scroll saws and hand frames. */
export function strungItems(f: Facts, job: StrungJob, saw: StrungSaw): SetUpItem[] {
  const { blade, slope } = f
  const { motor, table, holdDown, cutsOn } = profileOf(saw)
  const away = job.teethTo === 'away'
  const stress = stressInUse(job, blade)
  const reverse = reverseSetting(job, blade)
  const free = blade.pattern === 'twisted' || blade.pattern === 'grit'
  const items: SetUpItem[] = [{ do: 'isolate', powered: motor }]
  if (blade.end === 'plain')
    items.push(
      { do: 'clean-ends' },
      { do: 'insert', depth: saw.change.insertion, top: saw.change.insertionTop, tool: saw.change.steps.find((s) => s.tool)?.tool },
    )
  if (isHandFrame(saw) && blade.end !== 'plain') items.push({ do: 'pins', turns: saw.turns === true })
  if (free && !reverse) items.push({ do: 'both-ends-free' })
  else items.push({ do: 'teeth', stroke: cutsOn === 'down' ? 'down' : away ? 'away' : 'pull' })
  if (reverse && cutsOn === 'down') items.push({ do: 'reverse', setting: reverse })
  if (isHandFrame(saw) && saw.turns && job.turned) items.push({ do: 'turn-blade', degrees: job.turned })
  const band = greenBand(job, blade)
  items.push({ do: 'tension', band, marks: greenMarks(saw, blade, band), stress, push: THUMB, move: thumbMove(job, blade, stress, THUMB) })
  if (job.cut.kind === 'pierced') items.push({ do: 'retension', steps: saw.change.steps, returns: saw.change.tensionReturns })
  items.push(speeding(f), ...entering(f))
  items.push(...swinging(f), ...passing(f))
  if (holdDown) items.push({ do: 'hold-down', lifts: liftOnUpStroke(job, blade, f.feed.chipLoad), ripple: ripple(job, blade) })
  if (!table)
    items.push(
      blade.end === 'plain' ? { do: 'pin', thickness: heights(job).total } : { do: 'vice', within: VICE, strokes: away ? 'push' : 'pull' },
    )
  items.push(...backing(f))
  if (cutsOn === 'handle') items.push({ do: 'start-frame', strokes: away ? 'push' : 'pull' })
  if (!isRound(job.stock)) items.push({ do: 'face', up: job.cut.shows === 'both' || blade.pattern === 'both-way' ? 'either' : 'show' })
  items.push(...cooling(f), ...tall(f), ...tilting(f))
  if (table) items.push({ do: 'square', slope })
  return items
}
