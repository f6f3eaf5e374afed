import { meanSpacing, meanWidth, type Blade, type Steel } from '../blade/index.js'
import { besselK0 } from '../number/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { heights, type Job } from '../job/index.js'
import { easedBy } from '../stock/index.js'
import { SIDE } from './band.js'
import { cuttingForce, feedForChipLoad, feedShare } from './chip.js'
import { COOL } from './cool.js'

const SHARE = 0.5 // of the cutting power goes into the blade's working stretch; estimate
const COOLING = 7e-5 // W/mm²·K from a moving blade to air and dust (70 W/m²K); estimate
const ROOM = 20 // °C
export const FRICTION = 0.3 // of steel on the sides of the cut (reference)
const CLEARS = 0.25 // a kerf a quarter wider than the blade rubs as reckoned
const TIGHT = 0.05 // and one hardly wider no more than this tells

/** What teeth of other steels bear over carbon steel’s, in speed; estimates. */
const STEEL: Record<Steel, number> = { carbon: 1, 'high-speed': 2.5, bimetal: 2.5, carbide: 5 }
const DRY = 0.6 // of that speed without wax; estimate
const BARE = 1.25 // times the heat without tape or film, which carry wax and resin to the blade; estimate
const SHEET = 0.5 // of the power made goes into the sheet (reference)
const CAPACITY = 3.2e-3 // J/mm³·K of metals, within a quarter for all of them

/** Power made, W: by cutting, and by what rubs beside it. */
function powers(job: Job, blade: Blade, spm: number, chipLoad: number): { cutting: number; rubbing: number } {
  const force = cuttingForce(job, blade, chipLoad)
  const speed = (strokeOf(job.saw, blade) * spm) / 60 / 1000
  // sides and back teeth rub both ways, more where the kerf clears little
  const tight = CLEARS / Math.max(blade.kerf / blade.thickness - 1, TIGHT)
  const rubbing = FRICTION * (SIDE * feedShare(job, blade) * force + profileOf(job.saw).leans) * 2 * speed * tight
  return { cutting: force * speed, rubbing }
}

/** Speed of the teeth, m/min, and the speed at which they keep cool in this stock; undefined where it is no metal. */
function teethSpeed(job: Job, blade: Blade, spm: number): { speed: number; bears: number } | undefined {
  const { rubbing } = job.stock.material
  if (rubbing === undefined) return undefined
  const bears = rubbing * STEEL[blade.steel ?? 'carbon'] * (job.cut.bare ? DRY : 1)
  return { speed: (2 * strokeOf(job.saw, blade) * spm) / 1000, bears }
}

/**
 * K by which the edge of a metal sheet warms: it carries the heat off. A moving line source in a thin plate (Rosenthal 1946),
 * ΔT = Q/(2πκH) · K₀(v·r/2α) beside the kerf, at half its width.
 */
export function sheetRise(job: Job, blade: Blade, spm: number, chipLoad: number): number {
  const conducts = (job.stock.material.conducts ?? 0) / 1000
  if (!conducts) return 0
  const H = heights(job).longest
  const { cutting, rubbing } = powers(job, blade, spm, chipLoad)
  const v = feedForChipLoad(chipLoad, spm, meanSpacing(blade), strokeOf(job.saw, blade))
  if (!(v > 0)) return 0
  const diffusivity = conducts / CAPACITY
  return ((SHEET * (cutting + rubbing)) / (2 * Math.PI * conducts * H)) * besselK0((v * blade.kerf) / 4 / diffusivity)
}

/**
 * Heat as a share of what the stock bears; 1 = the edge suffers. In metal the sheet carries the heat off, and what strokes are
 * limited by is the speed its teeth bear (reference, third edition): the greater of that and of the sheet's own warming. Elsewhere
 * the working stretch of the blade, s + H long, takes its share of the power and sheds it all round:
 * (temperature − room)/(limit − room). Rises with speed, dullness, thickness and teeth.
 */
export const heatIndex = (job: Job, blade: Blade, spm: number, chipLoad: number): number => heatOf(job, blade, spm, chipLoad).index

/** The heat index with what it is made of in metal: the speed of the teeth, what they bear, and K by which the sheet’s edge warms. */
export function heatOf(
  job: Job,
  blade: Blade,
  spm: number,
  chipLoad: number,
): { index: number; teeth?: { speed: number; bears: number; warms: number } } {
  const bears = job.stock.material.heatLimit - ROOM
  const fast = teethSpeed(job, blade, spm)
  if (fast) {
    const teeth = { ...fast, warms: sheetRise(job, blade, spm, chipLoad) }
    return { index: Math.max((COOL * teeth.speed) / teeth.bears, teeth.warms / bears), teeth }
  }
  const { cutting, rubbing } = powers(job, blade, spm, chipLoad)
  const surface = 2 * (meanWidth(blade) + blade.thickness) * (strokeOf(job.saw, blade) + heights(job).longest)
  const eased = job.cut.bare && easedBy(job.stock.material) ? BARE : 1
  return { index: (eased * (SHARE * cutting + rubbing)) / (COOLING * profileOf(job.saw).air * surface) / bears }
}
