import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf'
import type { Points } from '../read/index.js'
import type { Sheet } from './sheet.js'

/** An ASCII DXF in millimetres with layers board, line, cut, holes and order; y counts upwards there. */
export function writeDxf(sheet: Sheet): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  const { board: b } = sheet
  const y = (v: number) => b.maxY - v
  const layer = (name: string, colour: number) => {
    dxf.addLayer(name, colour, 'CONTINUOUS')
    dxf.setCurrentLayerName(name)
  }
  const ring = (p: Points) => {
    const vertices = []
    for (let i = 0; i < p.length; i += 2) vertices.push({ point: point2d(p[i]!, y(p[i + 1]!)) })
    dxf.addLWPolyline(vertices, { flags: LWPolylineFlags.Closed })
  }
  layer('board', 8)
  ring([b.minX, b.minY, b.maxX, b.minY, b.maxX, b.maxY, b.minX, b.maxY])
  layer('line', 9)
  sheet.line.forEach(ring)
  layer('cut', 7)
  sheet.cut.forEach(ring)
  layer('holes', 5)
  for (const o of sheet.holes) dxf.addCircle(point3d(o.x, y(o.y)), o.drill / 2)
  layer('order', 3)
  for (const o of sheet.order) dxf.addText(point3d(o.x, y(o.y)), 2.5, String(o.number))
  return dxf.stringify()
}
