import { identity, times, type Matrix } from './flatten.js'
import type { Node } from './svgTree.js'
import { boxOf, LENGTH, lengthOf, PX, UNIT, viewMatrix } from './svgUnits.js'

/** The page a drawing stands on: how large it is, how many mm one of its units is, and whether the file means it. */
export interface Page {
  /** user units */
  width: number
  height: number
  /** the viewBox, where there is a sound one */
  box: number[] | undefined
  /** it has edges of its own, which lines can cover or lie beyond */
  bounded: boolean
  /** mm of a pixel as this file means it */
  px: number
  /** user units to mm */
  base: Matrix
  /** mm of one unit of the file */
  scale: number
  /** the file says how large it is, and means it */
  sure: boolean
  /** what it says, for words */
  unit: string
}

const SINCE_96 = 0.92
/** Release of the editor that wrote a file, as the old ones say it; NaN where it says none. */
function editorOf(root: Node): number {
  const release = root.attributes['inkscape:version']
  return release !== undefined ? parseFloat(release) : root.attributes['sodipodi:version'] !== undefined ? 0 : NaN
}

interface Length {
  value: number
  unit: string
}
function declared(text: string | undefined): Length | undefined {
  const m = LENGTH.exec(text ?? '')
  const unit = (m?.[2] ?? '').toLowerCase()
  return m && unit !== '%' && Number(m[1]) > 0 ? { value: Number(m[1]), unit } : undefined
}
const physical = (l: Length | undefined) => l !== undefined && !['', 'px', 'em', 'ex'].includes(l.unit)
const pixels = (l: Length | undefined) => l && l.value * (UNIT[l.unit]! / PX)

/** @param asked mm of a pixel as the user said it */
export function pageOf(root: Node, asked: number | undefined): Page {
  const box = boxOf(root)
  const [w, h] = [declared(root.attributes.width), declared(root.attributes.height)]
  const named = [w, h].find(physical)
  const [wide, high] = [pixels(w), pixels(h)]
  const [width, height] = box
    ? [
        wide ?? (high !== undefined ? (high * box[2]!) / box[3]! : box[2]!),
        high ?? (wide !== undefined ? (wide * box[3]!) / box[2]! : box[3]!),
      ]
    : [wide ?? 100, high ?? 100]
  // without a viewBox a page in mm does not say what its numbers are: before 2017 editors meant 1/90 inch by them
  const editor = box ? NaN : editorOf(root)
  const px = asked ?? (editor < SINCE_96 ? 25.4 / 90 : PX)
  const sure = named !== undefined && (box !== undefined || !Number.isNaN(editor))
  const toPage = box ? viewMatrix(box, width, height, root.attributes.preserveAspectRatio) : identity
  return {
    width,
    height,
    box,
    bounded: box !== undefined || (w !== undefined && h !== undefined),
    px,
    base: times([px, 0, 0, px, 0, 0], toPage),
    scale: px * (toPage[0] || 1),
    sure,
    unit: named
      ? `${named.value} ${named.unit}${sure ? '' : ', but not what its numbers are'}`
      : w?.unit === 'px'
        ? 'pixels only'
        : 'no unit',
  }
}

/** The inside of a nested svg or a symbol that `sized` lays out; `placed`: the matrix stands where it is used already. */
export function viewport({ box, width, height }: Page, node: Node, sized: Node, m: Matrix, placed = false): Matrix {
  const [wide, high] = [box?.[2] ?? width, box?.[3] ?? height]
  const a = sized.attributes
  const at = placed ? m : times(m, [1, 0, 0, 1, lengthOf(a.x, width) ?? 0, lengthOf(a.y, height) ?? 0])
  const inner = boxOf(node)
  if (!inner) return at
  const [w, h] = [lengthOf(a.width, wide) ?? wide, lengthOf(a.height, high) ?? high]
  return w > 0 && h > 0 ? times(at, viewMatrix(inner, w, h, node.attributes.preserveAspectRatio)) : at
}
