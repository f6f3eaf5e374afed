import { meanWidth, type Blade } from '../blade/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { heights, type Job } from '../job/index.js'
import { cuttingForce } from './chip.js'

const SHARE = 0.5 // of the cutting power goes into the blade's working stretch; estimate
const COOLING = 1e-4 // W/mm²·K from a moving blade to air and dust (100 W/m²K); estimate
const ROOM = 20 // °C

/**
 * Heat as a share of what the stock bears: (temperature of the working stretch − room)/(limit − room).
 * Power F·s·n is made on the cutting stroke; the stretch of blade that passes the stock, s + H long, both
 * sides, sheds it. Rises with speed, dullness, thickness and teeth. 1 = the edge suffers.
 */
export function heatIndex(job: Job, blade: Blade, spm: number, chipLoad: number): number {
  const H = heights(job).longest
  const s = strokeOf(job.saw, blade)
  const power = (cuttingForce(job, blade, chipLoad) * s * (spm / 60)) / 1000
  const rise = (SHARE * power) / (COOLING * profileOf(job.saw).air * 2 * meanWidth(blade) * (s + H))
  return rise / (job.stock.material.heatLimit - ROOM)
}
