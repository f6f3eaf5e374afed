// Alone here, so that what checks records need not bring the simulation along.

/** Shapes that are practiced. */
export const shapes = [
  'straight',
  'beside',
  'meeting',
  'wide',
  'ess',
  'semicircle',
  'sharp',
  'tightening',
  'square',
  'circle',
  'leaf',
  'zigzag',
  'spiral',
  'letter',
  'knob',
  'slope',
  'cheek',
] as const
export type ShapeName = (typeof shapes)[number]

/** What a cut is judged by; each 1 at its best and 0 at its worst. */
export const aspects = ['line', 'worst', 'side', 'edge', 'heat', 'corners', 'pace'] as const
export type Aspect = (typeof aspects)[number]
