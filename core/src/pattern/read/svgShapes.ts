import type { Pen } from './flatten.js'
import { drawPath, type Reading } from './path.js'
import type { Page } from './svgPage.js'
import type { Node } from './svgTree.js'
import { lengthOf, numbers } from './svgUnits.js'

interface At {
  pen: Pen
  page: Page
  paths: Reading
}
type Draw = (node: Node, at: At) => number | undefined

const across = (node: Node, key: string, { box, width }: Page) => lengthOf(node.attributes[key], box?.[2] ?? width) ?? 0
const down = (node: Node, key: string, { box, height }: Page) => lengthOf(node.attributes[key], box?.[3] ?? height) ?? 0

const rect: Draw = (node, { pen, page }) => {
  const a = node.attributes
  const [x, y] = [across(node, 'x', page), down(node, 'y', page)]
  const [w, h] = [across(node, 'width', page), down(node, 'height', page)]
  if (!(w > 0 && h > 0)) return
  const given = [lengthOf(a.rx, w), lengthOf(a.ry, h)]
  const rx = Math.min(Math.max(given[0] ?? given[1] ?? 0, 0), w / 2)
  const ry = Math.min(Math.max(given[1] ?? given[0] ?? 0, 0), h / 2)
  const q = Math.PI / 2
  const round = rx > 0 && ry > 0
  pen.move(x + rx, y)
  pen.line(x + w - rx, y)
  if (round) pen.arc(x + w - rx, y + ry, rx, ry, 0, -q, q)
  pen.line(x + w, y + h - ry)
  if (round) pen.arc(x + w - rx, y + h - ry, rx, ry, 0, 0, q)
  pen.line(x + rx, y + h)
  if (round) pen.arc(x + rx, y + h - ry, rx, ry, 0, q, q)
  pen.line(x, y + ry)
  if (round) pen.arc(x + rx, y + ry, rx, ry, 0, 2 * q, q)
  pen.close()
}
const oval = (node: Node, { pen, page }: At, rx: number | undefined, ry: number | undefined): undefined => {
  if (rx! > 0 && ry! > 0) pen.arc(across(node, 'cx', page), down(node, 'cy', page), rx!, ry!, 0, 0, 2 * Math.PI)
}
const polyline: Draw = (node, { pen }) => {
  const v = numbers(node.attributes.points)
  if (v.length > 3) pen.move(v[0]!, v[1]!)
  for (let i = 2; i + 1 < v.length; i += 2) pen.line(v[i]!, v[i + 1]!)
  if (node.name === 'polygon') pen.close()
}

/** The shapes that can be sawn, each drawn by its pen; the answer is where a path's data breaks off, if it does. */
export const shapes: ReadonlyMap<string, Draw> = new Map<string, Draw>([
  ['path', (node, { pen, paths }) => (node.attributes.d ? drawPath(node.attributes.d, pen, paths) : undefined)],
  ['rect', rect],
  [
    'circle',
    (node, at) => {
      const r = lengthOf(node.attributes.r, Math.hypot(at.page.width, at.page.height) / Math.SQRT2)
      return oval(node, at, r, r)
    },
  ],
  ['ellipse', (node, at) => oval(node, at, lengthOf(node.attributes.rx, at.page.width), lengthOf(node.attributes.ry, at.page.height))],
  [
    'line',
    (node, { pen, page }) => {
      pen.move(across(node, 'x1', page), down(node, 'y1', page))
      pen.line(across(node, 'x2', page), down(node, 'y2', page))
    },
  ],
  ['polyline', polyline],
  ['polygon', polyline],
])
