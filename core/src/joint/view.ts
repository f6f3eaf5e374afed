/** What a drawing is made of: closed or open lines on named layers, mm, y counting downward. */
export type Layer = 'board' | 'waste' | 'cut' | 'knife' | 'grain'
export interface Shape {
  layer: Layer
  /** x, y, x, y … */
  points: number[]
  closed: boolean
  /** written at its middle */
  label?: string
}
/** A dimension between two places along x or y. */
export interface Dim {
  from: [number, number]
  to: [number, number]
  value: number
}
export type ViewName = 'tails' | 'pins' | 'end' | 'face' | 'edge' | 'plan' | 'section' | 'profile'
export interface View {
  name: ViewName
  width: number
  height: number
  shapes: Shape[]
  /** places along the upper edge, from the left one, to step off with one rule */
  marks: number[]
  dims: Dim[]
}

export const rect = (layer: Layer, x: number, y: number, w: number, h: number, label?: string): Shape => ({
  layer,
  points: [x, y, x + w, y, x + w, y + h, x, y + h],
  closed: true,
  label,
})
export const line = (layer: Layer, ...points: number[]): Shape => ({ layer, points, closed: false })
export const ring = (layer: Layer, points: number[], label?: string): Shape => ({ layer, points, closed: true, label })
