import { escapeXml } from '../file/index.js'
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import type { Layer, View } from './view.js'

const n = (x: number) => String(Math.round(x * 1e4) / 1e4)
const GAP = 15 // mm between the views of one sheet
const STYLE: Record<Layer, string> = {
  board: 'stroke="#26302c" stroke-width="0.3"',
  waste: 'stroke="#9a9384" stroke-width="0.15"',
  cut: 'stroke="#26302c" stroke-width="0.2"',
  knife: 'stroke="#26302c" stroke-width="0.2" stroke-dasharray="2 1.4"',
  grain: 'stroke="none"',
}
const COLOUR: Record<Layer, number> = { board: 7, waste: 9, cut: 1, knife: 5, grain: 8 }
const layers: Layer[] = ['board', 'waste', 'cut', 'knife']

/** The views one under another, each with its offset down the sheet, mm. */
export function stackViews(views: readonly View[]): { view: View; y: number; height: number; width: number }[] {
  let y = 0
  const width = Math.max(1, ...views.map((v) => v.width))
  return views.map((view) => {
    const at = { view, y, height: y + view.height, width }
    y += view.height + GAP
    return at
  })
}

/** Lay-out at full size as an SVG in millimetres, a group for each of board, waste, cut and knife line. */
export function jointSvg(views: readonly View[], title: string): string {
  const stacked = stackViews(views)
  const last = stacked.at(-1)!
  const groups = layers.map((layer) => {
    const paths = stacked.flatMap(({ view, y }) =>
      view.shapes
        .filter((s) => s.layer === layer)
        .map((s) => {
          let d = ''
          for (let i = 0; i < s.points.length; i += 2) d += `${i ? 'L' : 'M'}${n(s.points[i]!)} ${n(s.points[i + 1]! + y)}`
          return `<path d="${d}${s.closed ? 'Z' : ''}"/>`
        }),
    )
    return `<g id="${layer}" fill="none" ${STYLE[layer]}>\n${paths.join('\n')}\n</g>`
  })
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(last.width)}mm" height="${n(last.height)}mm" viewBox="0 0 ${n(last.width)} ${n(last.height)}">`,
    `<title>${escapeXml(title)}</title>`,
    ...groups,
    '</svg>',
    '',
  ].join('\n')
}

/** The same as an ASCII DXF in millimetres, y counting upward. */
export function jointDxf(views: readonly View[]): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  const stacked = stackViews(views)
  const top = stacked.at(-1)!.height
  for (const layer of layers) {
    dxf.addLayer(layer, COLOUR[layer], 'CONTINUOUS')
    dxf.setCurrentLayerName(layer)
    for (const { view, y } of stacked)
      for (const s of view.shapes.filter((x) => x.layer === layer)) {
        const at = (i: number): [number, number] => [s.points[i]!, top - s.points[i + 1]! - y]
        if (!s.closed && s.points.length === 4) {
          dxf.addLine(point3d(...at(0)), point3d(...at(2)))
          continue
        }
        const vertices = []
        for (let i = 0; i < s.points.length; i += 2) vertices.push({ point: point2d(...at(i)) })
        dxf.addLWPolyline(vertices, { flags: s.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None })
      }
  }
  return dxf.stringify()
}
