/** What a blade must be made for to cut this. */
export const materialClasses = ['wood', 'plastic', 'organic', 'shell', 'ceramic', 'metal', 'steel'] as const
export type MaterialClass = (typeof materialClasses)[number]

/**
 * What a whole family of stock has in common beside each material's own constants. A new family is one row here; where it
 * needs a figure or a word of its own, the compiler names the place.
 */
export interface MaterialFamily {
  /** its chips and filings are metal: hot, sharp, waxed rather than wetted */
  metal: boolean
  /** has a grain of fibers, which chars, pulls the blade and lifts out of the faces */
  fibrous: boolean
  /** what cools the cut while it is sawn */
  cooled: 'wax' | 'wet' | 'dry'
  /** turned on the spot as a matter of course, sawing up and down in one place */
  spun: boolean
  /** comes with a film, which stays on while it is sawn */
  film: boolean
  /** sold as sheet, and by which gauge where figures are gauge numbers */
  sheet: boolean
  gauge: 'steel' | 'nonferrous'
  /** which of the thicknesses stock is sold in are its own */
  sold: 'board' | 'organic' | 'plastic' | 'metal'
  /** narrowest piece that is left standing as a matter of course: so many mm, and so much of the height; estimates */
  web: WebRule
}
export interface WebRule {
  floor: number
  share: number
}

const plain: MaterialFamily = {
  metal: false,
  fibrous: false,
  cooled: 'dry',
  spun: false,
  film: false,
  sheet: false,
  gauge: 'nonferrous',
  sold: 'organic',
  web: { floor: 1.5, share: 1 / 4 },
}
export const materialFamilies: Record<MaterialClass, MaterialFamily> = {
  wood: { ...plain, fibrous: true, sold: 'board', web: { floor: 2, share: 1 / 4 } },
  plastic: { ...plain, film: true, sheet: true, sold: 'plastic' },
  organic: plain,
  shell: { ...plain, cooled: 'wet', spun: true, web: { floor: 0.8, share: 1 / 4 } },
  ceramic: { ...plain, cooled: 'wet', sold: 'plastic', web: { floor: 3, share: 1 / 3 } },
  metal: { ...plain, metal: true, cooled: 'wax', spun: true, sheet: true, sold: 'metal', web: { floor: 0.5, share: 1 / 4 } },
  steel: {
    ...plain,
    metal: true,
    cooled: 'wax',
    spun: true,
    sheet: true,
    gauge: 'steel',
    sold: 'metal',
    web: { floor: 0.5, share: 1 / 4 },
  },
}
/** What the family of this stock has in common. */
export const familyOfStock = ({ cuts }: { cuts: MaterialClass }): MaterialFamily => materialFamilies[cuts]

/** Cut as metal is, steel included. */
export const isMetal = (material: { cuts: MaterialClass }): boolean => familyOfStock(material).metal
