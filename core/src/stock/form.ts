import type { Material } from './material.js'

/** How the stock stands under the blade; all lengths mm. */
export type Stock = { material: Material } & (
  | { form: 'sheet' | 'board'; thickness: number }
  | { form: 'stack'; thickness: number; sheets: number }
  | { form: 'tube'; diameter: number; wall: number }
  | { form: 'rod'; diameter: number }
)
export const forms = ['sheet', 'board', 'stack', 'tube', 'rod'] as const satisfies readonly Stock['form'][]
export type Form = Stock['form']
/** A tube or a rod: it has no faces. */
export const isRound = (stock: Stock): stock is Extract<Stock, { diameter: number }> => 'diameter' in stock
/** The size people call a piece of stock by, mm: its thickness, of round stock the diameter. */
export const stockSize = (stock: Stock): number => (isRound(stock) ? stock.diameter : stock.thickness)

const TURNED = 2 // times the wall is crossed by a tube that is turned as it is sawn; estimate
const TAPE = 0.05 // mm of tape or glue between the sheets of a stack; estimate

/** Sheets that are sawn at once. */
export const sheetsOf = (stock: Stock): number => (stock.form === 'stack' ? stock.sheets : 1)
/** Sheets or boards on one another; round stock is sawn one by one. */
export function stacked(stock: Stock, sheets: number): Stock {
  if (isRound(stock)) return stock
  const { material, thickness } = stock
  if (sheets > 1) return { material, form: 'stack', thickness, sheets }
  return stock.form === 'stack' ? { material, form: 'sheet', thickness } : stock
}

export interface Crossing {
  /** what the saw must clear, mm */
  total: number
  /** longest stretch of one tooth through the stock: fills gaps, needs force, mm */
  longest: number
  /** how far below the surface a blade held at one end must reach, mm */
  deep: number
  /** shortest stretch that still has to carry the teeth, mm */
  thinnest: number
}

/**
 * The heights that matter for the cut. A tube is turned as it is sawn, so that only its wall is crossed: from the wall itself,
 * which must carry the teeth, to twice as much as it is turned on, never more than the chord that grazes the bore. A rod starts on a short chord; half its diameter is
 * taken as the stretch that must carry the teeth.
 */
export function crossing(stock: Stock): Crossing {
  let known = crossings.get(stock)
  if (!known) crossings.set(stock, (known = crossed(stock)))
  return known
}
/** Every figure of a job asks for it, and stock does not change under a job. */
const crossings = new WeakMap<Stock, Crossing>()
function crossed(stock: Stock): Crossing {
  switch (stock.form) {
    case 'sheet':
    case 'board':
      return { total: stock.thickness, longest: stock.thickness, thinnest: stock.thickness, deep: stock.thickness }
    case 'stack': {
      const height = stock.sheets * stock.thickness + (stock.sheets - 1) * TAPE
      return { total: height, longest: height, thinnest: height, deep: height }
    }
    case 'tube': {
      const wall = Math.min(stock.wall, stock.diameter / 2)
      const chord = 2 * Math.sqrt(wall * (stock.diameter - wall))
      return { total: stock.diameter, longest: Math.min(chord, TURNED * wall), thinnest: wall, deep: wall }
    }
    case 'rod':
      return { total: stock.diameter, longest: stock.diameter, thinnest: stock.diameter / 2, deep: stock.diameter }
  }
}

/** The same stock with its thickness (wall, diameter) scaled; keeps the form. */
export function scaled(stock: Stock, factor: number): Stock {
  switch (stock.form) {
    case 'sheet':
    case 'board':
    case 'stack':
      return { ...stock, thickness: stock.thickness * factor }
    case 'tube':
      return { ...stock, wall: stock.wall * factor }
    case 'rod':
      return { ...stock, diameter: stock.diameter * factor }
  }
}
