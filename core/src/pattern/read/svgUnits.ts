import { toRadians } from '../../number/index.js'
import { identity, matrixOf, times, type Matrix } from './flatten.js'
import type { Node } from './svgTree.js'

/** mm of the units a length may carry. A pixel is 1/96 inch by the standard, but files say it without meaning it. */
export const UNIT: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  q: 0.25,
  px: 25.4 / 96,
  '': 25.4 / 96,
  em: (16 * 25.4) / 96,
  ex: (8 * 25.4) / 96,
}
export const PX = UNIT.px!
export const LENGTH = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc|q|px|em|ex|%)?\s*$/i

/** A length in user units (pixels), a percentage of `whole`; undefined where it is none. */
export function lengthOf(text: string | undefined, whole: number): number | undefined {
  const m = text === undefined ? null : LENGTH.exec(text)
  if (!m) return undefined
  const unit = (m[2] ?? '').toLowerCase()
  return unit === '%' ? (Number(m[1]) * whole) / 100 : Number(m[1]) * (unit === '' ? 1 : UNIT[unit]! / PX)
}

/** Numbers as SVG writes them in lists. */
const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi
export const numbers = (text: string | undefined): number[] => (text?.match(NUMBER) ?? []).map(Number)

/** A list of transforms as one matrix; undefined where it cannot be read. */
export function transformOf(text: string): Matrix | undefined {
  let m: Matrix = identity
  let rest = text
  for (const t of text.matchAll(/(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)\s*,?\s*/g)) {
    rest = rest.replace(t[0], '')
    const v = numbers(t[2])
    if (!v.length) return undefined
    const a = v[0]!
    const rad = toRadians(a)
    switch (t[1]) {
      case 'matrix':
        {
          const all = matrixOf(v)
          if (!all) return undefined
          m = times(m, all)
        }
        break
      case 'translate':
        m = times(m, [1, 0, 0, 1, a, v[1] ?? 0])
        break
      case 'scale':
        m = times(m, [a, 0, 0, v[1] ?? a, 0, 0])
        break
      case 'rotate': {
        const [c, s] = [Math.cos(rad), Math.sin(rad)]
        const [x, y] = [v[1] ?? 0, v[2] ?? 0]
        m = times(m, [c, s, -s, c, x - c * x + s * y, y - s * x - c * y])
        break
      }
      case 'skewX':
        m = times(m, [1, 0, Math.tan(rad), 1, 0, 0])
        break
      default:
        m = times(m, [1, Math.tan(rad), 0, 1, 0, 0])
    }
  }
  return rest.trim() === '' || rest.trim() === 'none' ? m : undefined
}

/** How a viewBox is laid into width × height. */
export function viewMatrix(box: number[], width: number, height: number, aspect: string | undefined): Matrix {
  const [x, y, w, h] = box as [number, number, number, number]
  const [sx, sy] = [width / w, height / h]
  const how = aspect?.trim() ?? 'xMidYMid meet'
  if (how.startsWith('none')) return [sx, 0, 0, sy, -x * sx, -y * sy]
  const s = how.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (axis: 'x' | 'Y') => (how.includes(`${axis}Min`) ? 0 : how.includes(`${axis}Max`) ? 1 : 0.5)
  return [s, 0, 0, s, -x * s + (width - w * s) * share('x'), -y * s + (height - h * s) * share('Y')]
}
/** The viewBox of an element that has a sound one. */
export const boxOf = (node: Node): number[] | undefined => {
  const box = numbers(node.attributes.viewBox)
  return box.length === 4 && box[2]! > 0 && box[3]! > 0 ? box : undefined
}
