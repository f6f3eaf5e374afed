/** What of its style decides whether a shape is drawn. */
export interface Style {
  fill: string
  stroke: string
  visible: boolean
}
export const PLAIN: Style = { fill: 'black', stroke: 'none', visible: true }
export function nothing(paint: string): boolean {
  const p = paint.trim()
  return p === 'none' || p === 'transparent'
}
/** Properties that are looked at. */
const STYLED = [
  'fill',
  'stroke',
  'visibility',
  'display',
  'opacity',
  'fill-opacity',
  'stroke-opacity',
  'stroke-width',
  'clip-path',
] as const
export const IS_STYLE: ReadonlySet<string> = new Set(STYLED)
export type Said = Partial<Record<(typeof STYLED)[number], string>>
export const UNSAID: Said = {}
export const zero = (v: string | undefined) => v !== undefined && parseFloat(v) === 0
