import { meanWidth, type Blade } from '../blade/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { heights, type Job } from '../job/index.js'
import { SIDE } from './band.js'
import { cuttingForce, feedShare } from './chip.js'

const SHARE = 0.5 // of the cutting power goes into the blade's working stretch; estimate
const COOLING = 7e-5 // W/mm²·K from a moving blade to air and dust (70 W/m²K); estimate
const ROOM = 20 // °C
export const FRICTION = 0.3 // of steel on the sides of the cut (reference)
const CLEARS = 0.25 // a kerf a quarter wider than the blade rubs as reckoned
const TIGHT = 0.05 // and one hardly wider no more than this tells

/**
 * Heat as a share of what the stock bears: (temperature of the working stretch − room)/(limit − room).
 * Power F·s·n is made on the cutting stroke, and by the rubbing of sides and back teeth, μ · side push · tooth speed; the stretch of blade that passes the stock, s + H long, sheds
 * it all round. Rises with speed, dullness, thickness and teeth. 1 = the edge suffers.
 */
export function heatIndex(job: Job, blade: Blade, spm: number, chipLoad: number): number {
  const H = heights(job).longest
  const s = strokeOf(job.saw, blade)
  const { leans, air } = profileOf(job.saw)
  const force = cuttingForce(job, blade, chipLoad)
  const speed = (s * spm) / 60 / 1000
  // sides and back teeth rub both ways, more where the kerf clears little
  const rubbed =
    FRICTION * (SIDE * feedShare(job, blade) * force + leans) * 2 * speed * (CLEARS / Math.max(blade.kerf / blade.thickness - 1, TIGHT))
  const rise = (SHARE * force * speed + rubbed) / (COOLING * air * 2 * (meanWidth(blade) + blade.thickness) * (s + H))
  return rise / (job.stock.material.heatLimit - ROOM)
}
