import { tall, backing, cooling, entering, tilting, type Facts, speeding, swinging } from './facts.js'
import { hasMotor, type Jigsaw } from '../saw/index.js'
import { heights, type Job } from '../job/index.js'
import { isRound } from '../stock/index.js'
import { edgeForecast, faceUp, lengthNeeded, motorLoad, orbitChoice, orbitInUse, overhangFor, youngs } from '../cut/index.js'
import type { SetUpItem } from './item.js'

const INCH = 25.4 // mm; a school keeps jigsaws to stock no thicker
const SPRINGS = 0.5 // mm a board may spring at the cut without chatter; estimate
const LEANS = 40 // N of saw and hands on the board's free end; estimate
const STRIP = 100 // mm of board that carries it; estimate

export function jigsawItems(f: Facts, job: Job, saw: Jigsaw): SetUpItem[] {
  const { blade, feed, slope } = f
  const { cut, stock } = job
  const cutsOn = blade.cutsOn ?? 'up'
  const H = heights(job).total
  const items: SetUpItem[] = [
    { do: 'isolate', powered: hasMotor(saw) },
    { do: 'shank', end: blade.end as 'tang' | 'screw-shank', roller: saw.roller, needs: lengthNeeded(job, saw) },
    { do: 'jig-teeth', cutsOn },
  ]
  if (!isRound(stock)) items.push({ do: 'splinter', up: faceUp(job, blade), cutsOn, shown: steadyTear(f), taped: cut.taped === true })
  if (saw.orbits.length > 1) items.push({ do: 'orbit', choice: orbitChoice(job, blade), value: orbitInUse(job, blade) })
  items.push(speeding(f), ...tilting(f), { do: 'square-base', slope, zero: !cut.bevel }, ...(cut.plunge ? [] : entering(f)))
  items.push(...swinging(f))
  if (isRound(stock)) items.push({ do: 'round', across: stock.diameter })
  else
    items.push({
      do: 'clamp',
      overhang: overhangFor(SPRINGS, LEANS + f.push, STRIP, heights(job).thinnest, youngs(stock.material)),
      clear: saw.baseFront,
    })
  items.push(...backing(f))
  items.push(cut.plunge ? { do: 'plunge', cutsOn } : { do: 'start-base' }, { do: 'offcut' }, ...cooling(f), ...tall(f))
  if (H > INCH) items.push({ do: 'thick', thickness: H, load: motorLoad(job, blade, feed.chipLoad) })
  return items
}
const steadyTear = ({ job, blade, feed }: Facts) => edgeForecast(job, blade, feed.chipLoad).tear
