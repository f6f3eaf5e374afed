import { meanSpacing, sizedByTeeth, turnsAnywhere, type Blade } from '../blade/index.js'
import { heights, type Job } from '../job/index.js'
import { profileOf } from '../saw/index.js'
import { familyOfStock, type Material, type MaterialClass } from '../stock/index.js'

/**
 * Width of flat blade a thickness ladder asks for, mm: wider for thicker, dense stock counting as thicker; of a tube the wall
 * counts. Estimates of trade habit: No. 1 for 3 mm, 3 for 6, 6 for 12, 8 for 19; 2/0 for 0.8 mm of silver, 4 for 2.
 */
export function ladderWidth(job: Pick<Job, 'stock' | 'cut'>): number {
  const { material } = job.stock
  return LADDER[material.cuts](heights(job).thinnest, material)
}
const inMetal = (H: number, { hardness }: Material) => 0.34 + 0.22 * H * (hardness / 650) ** 0.3
const inBone = (H: number) => 0.34 + 0.1 * H
// gullets, or it welds behind the blade
const inPlastic = (H: number) => 0.58 + 0.13 * H ** 0.6
const LADDER: Record<MaterialClass, (H: number, material: Material) => number> = {
  wood: (H, { density }) => 0.45 + 0.13 * (H * (density / 600)) ** 0.6,
  plastic: inPlastic,
  organic: inBone,
  shell: inBone,
  ceramic: inPlastic,
  metal: inMetal,
  steel: inMetal,
}

/** Teeth on 25.4 mm that habit takes where blades go by their teeth; estimates (metal and plastic: reference). */
export function habitTpi(job: Pick<Job, 'stock' | 'cut' | 'saw'>): number {
  return TPI[job.stock.material.cuts](heights(job).thinnest, profileOf(job.saw).holds === 'hanging')
}
// two and a half teeth in sheet; in thick metal gullets matter more
const tpiInMetal = (H: number) => Math.min(32, Math.max(9, (2.5 * 25.4) / H))
const tpiInEven = (H: number, shank: boolean) => (shank ? 13 : 10 + 50 / Math.max(H, 3))
const tpiInBrittle = () => 24
const TPI: Record<MaterialClass, (H: number, shank: boolean) => number> = {
  wood: (H, shank) => (shank ? 6 + 70 / Math.max(H, 5) : 10 + 75 / Math.max(H, 4)),
  plastic: tpiInEven,
  organic: tpiInEven,
  shell: tpiInBrittle,
  ceramic: tpiInBrittle,
  metal: tpiInMetal,
  steel: tpiInMetal,
}

/**
 * Spacing of a hand saw's teeth that suits the size of the work, mm: 1.3 for the smallest joints, 1.5 for a dovetail, 2.8 for a
 * tenon, 4 and more for boards; finer in sheet. Estimates.
 */
function jointSpacing({ stock, cut }: Pick<Job, 'stock' | 'cut'>): number {
  const across = Math.sqrt(heights({ stock, cut }).longest * (cut.depth ?? cut.length))
  return Math.min(5, 0.9 + 0.035 * across) * (stock.material.build === 'solid' ? 1 : 0.8)
}

const TURNS = 0.4 // times the radius is as wide as a flat blade rounds it freely; from its worked turn
const SHARP = 5 // how sharply the curve takes over from the thickness; estimate
// of the ladder's width: what can be turned on the spot wants a blade only a little finer for a tight curve; estimates
const LEAST_SPUN = 0.85
const LEAST = 0.75
/** The ladder's width moved by the tightest curve: no wider than rounds it, and narrower before. mm */
function moved(width: number, { stock, cut }: Job): number {
  if (cut.radius === undefined || cut.turn === 'pivot') return width
  const rounded = (width ** -SHARP + (TURNS * Math.max(cut.radius, 0.5)) ** -SHARP) ** (-1 / SHARP)
  return Math.max((familyOfStock(stock.material).spun ? LEAST_SPUN : LEAST) * width, rounded)
}

/**
 * How far a blade lies from what most would clamp for this thickness, in e-folds of size: negative is finer.
 */
export function offHabit(job: Job, blade: Blade): number {
  const size = blade.plate
    ? Math.log(meanSpacing(blade) / jointSpacing(job))
    : sizedByTeeth(blade)
      ? Math.log((meanSpacing(blade) * habitTpi(job)) / 25.4)
      : turnsAnywhere(blade)
        ? Math.log(blade.kerf / ladderWidth(job))
        : Math.log(blade.width / moved(ladderWidth(job), job))
  return profileOf(job.saw).holds === 'hanging' ? Math.sign(size) * Math.hypot(size, tooWide(job, blade)) : size
}

const WIDTH = 2 // times as much as its teeth does the width of a blade tell in a curve; estimate
/** e-folds by which a jigsaw's blade is wider than habit takes round a curve: 4.5 mm for R 15, 6.4 for R 40; estimates. */
function tooWide({ cut }: Job, { width }: Blade): number {
  return cut.radius === undefined ? 0 : WIDTH * Math.max(0, Math.log(width / (3.5 + cut.radius / 14)))
}
