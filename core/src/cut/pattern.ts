import type { Blade, ToothPattern } from '../blade/index.js'
import type { Job } from '../job/index.js'
import { familyOfStock } from '../stock/index.js'

/** How a pattern does in one kind of stock, against plain teeth there: ridges, tear-out, pace. */
export interface Character {
  ridge: number
  tear: number
  pace: number
}
/** Kinds of stock that tooth patterns tell apart: even solid stuff, layered or pressed sheet, plastics. */
type Stuff = 'solid' | 'sheet' | 'plastic'

const c = (ridge: number, tear: number, pace = 1): Character => ({ ridge, tear, pace })
const everywhere = (ridge: number, tear: number, pace = 1): Record<Stuff, Character> => {
  const one = c(ridge, tear, pace)
  return { solid: one, sheet: one, plastic: one }
}
/**
 * Pattern and stock together (reference, section 5; figures are estimates from the order users agree on). Teeth cutting both
 * ways leave the finest edge in even wood, dull and slow in hard sheet, and drag chips back through a plastic edge. Double
 * teeth leave a glossy slow edge in wood and the best one in acrylic, and chip the far veneer of sheet, which nothing cleans.
 * Skipped teeth are at their best in sheet and chatter in acrylic. Mixed spacing is second or third everywhere.
 */
const CHARACTERS: Record<ToothPattern, Record<Stuff, Character>> = {
  standard: everywhere(1, 1),
  skip: { solid: c(1.05, 1.1), sheet: c(1, 1.05), plastic: c(1.2, 1.1) },
  double: { solid: c(0.8, 0.9, 0.78), sheet: c(0.95, 1.9, 0.78), plastic: c(0.5, 0.8, 0.95) },
  reverse: everywhere(1, 1),
  'reverse-skip': { solid: c(1.05, 1.1), sheet: c(0.95, 0.9), plastic: c(1.35, 1.2) },
  mixed: everywhere(0.85, 0.97),
  'both-way': { solid: c(0.5, 0.25), sheet: c(0.95, 0.5, 0.75), plastic: c(1.5, 1.5, 0.8) },
  ground: everywhere(0.75, 0.8),
  twisted: everywhere(2, 1.8),
  grit: everywhere(1, 0.5),
  abrasive: everywhere(1.2, 0.4),
}

/** How this blade's pattern does in this stock. */
export function characterOf({ stock }: Pick<Job, 'stock'>, { pattern }: Pick<Blade, 'pattern'>): Character {
  const { build } = stock.material
  return CHARACTERS[pattern][familyOfStock(stock.material).film && build === 'solid' ? 'plastic' : build === 'solid' ? 'solid' : 'sheet']
}
/** Times the pace of plain teeth. */
export const patternPace = (job: Pick<Job, 'stock'>, blade: Pick<Blade, 'pattern'>): number => characterOf(job, blade).pace
