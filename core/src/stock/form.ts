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

const TAPE = 0.05 // mm of tape or glue between the sheets of a stack; estimate

export interface Crossing {
  /** what the saw must clear, mm */
  total: number
  /** longest stretch of one tooth through the stock: fills gaps, needs force, mm */
  longest: number
  /** shortest stretch that still has to carry the teeth, mm */
  thinnest: number
}

/**
 * The heights that matter for the cut. A tube is sawn through its wall: the longest stretch is the chord
 * that grazes the bore, the thinnest the wall itself. A rod starts on a short chord; half its diameter is
 * taken as the stretch that must carry the teeth.
 */
export function crossing(stock: Stock): Crossing {
  switch (stock.form) {
    case 'sheet':
    case 'board':
      return { total: stock.thickness, longest: stock.thickness, thinnest: stock.thickness }
    case 'stack': {
      const height = stock.sheets * stock.thickness + (stock.sheets - 1) * TAPE
      return { total: height, longest: height, thinnest: height }
    }
    case 'tube': {
      const wall = Math.min(stock.wall, stock.diameter / 2)
      return { total: stock.diameter, longest: 2 * Math.sqrt(wall * (stock.diameter - wall)), thinnest: wall }
    }
    case 'rod':
      return { total: stock.diameter, longest: stock.diameter, thinnest: stock.diameter / 2 }
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
