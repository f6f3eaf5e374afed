export {
  readBlades,
  seenAs,
  seenPatterns,
  type BladeRead,
  type BladeTrouble,
  type PictureRead,
  type PictureTrouble,
  type ReadOptions,
  type SeenEnd,
  type SeenPattern,
} from './readBlades.js'
export type { Px } from '../picture/index.js'
export type { Doubted, Picture } from './picture.js'
export { scannedAt } from './density.js'
export { DOT, DOTS, MARK, MARKS } from './sheet.js'
export { heldFigures } from './hold/figures.js'
export { holdAgainst, type EdgeHeld, type Held, type HoldOptions, type PieceTrouble, type SawnPattern } from './hold/holdAgainst.js'
