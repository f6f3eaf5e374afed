import type { MaterialClass } from '../stock/index.js'

/** How a family of stock speaks of what teeth leave on its faces: what the teeth do to a face, what is left, and a little of it. */
interface Torn {
  does: string
  left: string
  little: string
}
const fibers: Torn = { does: 'splinters', left: 'tear-out', little: 'fuzz' }
const brittle: Torn = { does: 'chips', left: 'chipping', little: 'chips' }
const burred: Torn = { does: 'burrs', left: 'burr', little: 'burr' }
const torn: Record<MaterialClass, Torn> = {
  wood: fibers,
  plastic: brittle,
  organic: brittle,
  shell: brittle,
  ceramic: brittle,
  metal: burred,
  steel: burred,
}
/** Of a job’s stock; of wood where no stock is known. */
export const tornWords = (job?: { stock: { material: { cuts: MaterialClass } } }): Torn => torn[job?.stock.material.cuts ?? 'wood']
