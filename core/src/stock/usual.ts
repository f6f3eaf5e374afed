import { parseLength, type LengthUnit } from '../quantity/index.js'
import { familyOfStock, type MaterialFamily } from './family.js'
import type { Material } from './material.js'

/** Thicknesses stock is commonly sold or planed to, as people write them. Estimates of what is met most. */
const sold: Record<LengthUnit, Record<MaterialFamily['sold'], readonly string[]>> = {
  mm: {
    board: ['3 mm', '6 mm', '9 mm', '12 mm', '18 mm', '25 mm'],
    organic: ['1 mm', '1.5 mm', '2 mm', '3 mm', '5 mm'],
    plastic: ['2 mm', '3 mm', '5 mm', '6 mm', '10 mm'],
    metal: ['0.5 mm', '0.8 mm', '1 mm', '1.2 mm', '1.5 mm', '2 mm'],
  },
  in: {
    board: ['1/8″', '1/4″', '3/8″', '1/2″', '3/4″', '1″'],
    organic: ['3/64″', '1/16″', '5/64″', '1/8″', '3/16″'],
    plastic: ['1/16″', '1/8″', '3/16″', '1/4″', '3/8″'],
    metal: ['24 ga', '22 ga', '20 ga', '18 ga', '16 ga', '14 ga'],
  },
}
/** Thicknesses a material usually comes in, thinnest first, as written in the user's unit and in mm. */
export function usualThicknesses(material: Pick<Material, 'cuts'>, unit: LengthUnit): { text: string; mm: number }[] {
  const family = familyOfStock(material)
  return sold[unit][family.sold].map((text) => {
    const read = parseLength(text, unit, family.gauge)
    if (!read.ok) throw new RangeError(read.message)
    return { text, mm: read.mm }
  })
}
