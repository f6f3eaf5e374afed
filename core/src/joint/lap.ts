import type { CutWanted } from './cut.js'
import type { HalfLap, Housing, Tenon } from './spec.js'
import { line, rect, type View } from './view.js'

/** Cheek from the face of the rail, mm: what is sawn off either side of the tenon, and the depth stop for its shoulder. */
export const tenonCheek = (t: Tenon): number => (t.thickness - t.tenon) / 2

export function tenonCuts(t: Tenon): CutWanted[] {
  const cheek = tenonCheek(t)
  const cuts: CutWanted[] = [
    { name: 'cheeks', count: 2 * t.joints, crossing: t.width, depth: t.length, grain: 'along', hold: 'upright' },
    { name: 'shoulders', count: 2 * t.joints, crossing: t.width, depth: cheek, grain: 'across', hold: 'hook' },
  ]
  if (t.edge > 0)
    cuts.push(
      { name: 'edge-cheeks', count: 2 * t.joints, crossing: t.tenon, depth: t.length, grain: 'along', hold: 'upright' },
      { name: 'edge-shoulders', count: 2 * t.joints, crossing: t.thickness, depth: t.edge, grain: 'across', hold: 'hook' },
    )
  return cuts
}

export function tenonViews(t: Tenon): View[] {
  const cheek = tenonCheek(t)
  const long = t.length + Math.max(30, t.width * 0.7)
  const shoulder = line('knife', t.length, 0, t.length, t.width)
  const face: View = {
    name: 'face',
    width: long,
    height: t.width,
    marks: [0, t.length, long],
    dims: [
      { from: [0, 0], to: [0, t.edge], value: t.edge },
      { from: [0, t.edge], to: [0, t.width - t.edge], value: t.width - 2 * t.edge },
    ],
    shapes: [rect('board', 0, 0, long, t.width), shoulder],
  }
  if (t.edge > 0)
    face.shapes.push(
      rect('waste', 0, 0, t.length, t.edge),
      rect('waste', 0, t.width - t.edge, t.length, t.edge),
      line('cut', 0, t.edge, t.length, t.edge),
      line('cut', 0, t.width - t.edge, t.length, t.width - t.edge),
    )
  const edge: View = {
    name: 'edge',
    width: long,
    height: t.thickness,
    marks: [],
    dims: [
      { from: [0, 0], to: [0, cheek], value: cheek },
      { from: [0, cheek], to: [0, cheek + t.tenon], value: t.tenon },
    ],
    shapes: [
      rect('board', 0, 0, long, t.thickness),
      rect('waste', 0, 0, t.length, cheek, 'waste'),
      rect('waste', 0, t.thickness - cheek, t.length, cheek, 'waste'),
      line('cut', 0, cheek, t.length, cheek),
      line('cut', 0, t.thickness - cheek, t.length, t.thickness - cheek),
      line('knife', t.length, 0, t.length, t.thickness),
    ],
  }
  return [face, edge]
}

export function housingCuts(h: Housing): CutWanted[] {
  return [
    { name: 'housing-walls', count: 2 * h.joints, crossing: h.width - (h.stop ?? 0), depth: h.depth, grain: 'across', hold: 'clamped' },
  ]
}

export function housingViews(h: Housing): View[] {
  const side = Math.max(30, h.shelf * 2)
  const wide = h.shelf + 2 * side
  const long = h.width - (h.stop ?? 0)
  return [
    {
      name: 'face',
      width: wide,
      height: h.width,
      marks: [0, side, side + h.shelf, wide],
      dims: h.stop ? [{ from: [wide, long], to: [wide, h.width], value: h.stop }] : [],
      shapes: [
        rect('board', 0, 0, wide, h.width),
        rect('waste', side, 0, h.shelf, long, 'waste'),
        line('cut', side, 0, side, long),
        line('cut', side + h.shelf, 0, side + h.shelf, long),
      ],
    },
    {
      name: 'edge',
      width: wide,
      height: h.thickness,
      marks: [],
      dims: [{ from: [wide, 0], to: [wide, h.depth], value: h.depth }],
      shapes: [
        rect('board', 0, 0, wide, h.thickness),
        rect('waste', side, 0, h.shelf, h.depth),
        line('cut', side, 0, side, h.depth),
        line('cut', side + h.shelf, 0, side + h.shelf, h.depth),
      ],
    },
  ]
}

export function halfLapCuts(h: HalfLap): CutWanted[] {
  const depth = h.thickness / 2
  const shoulders = (h.at === 'end' ? 1 : 2) * 2 * h.joints
  const cuts: CutWanted[] = [{ name: 'lap-shoulders', count: shoulders, crossing: h.width, depth, grain: 'across', hold: 'hook' }]
  if (h.at === 'end')
    cuts.push({ name: 'lap-cheeks', count: 2 * h.joints, crossing: h.width, depth: h.other, grain: 'along', hold: 'upright' })
  return cuts
}

export function halfLapViews(h: HalfLap): View[] {
  const side = Math.max(30, h.other * 0.6)
  const from = h.at === 'end' ? 0 : side
  const wide = from + h.other + side
  const half = h.thickness / 2
  const shoulders = h.at === 'end' ? [from + h.other] : [from, from + h.other]
  return [
    {
      name: 'face',
      width: wide,
      height: h.width,
      marks: [0, ...(from ? [from] : []), from + h.other, wide],
      dims: [],
      shapes: [
        rect('board', 0, 0, wide, h.width),
        rect('waste', from, 0, h.other, h.width, 'waste'),
        ...shoulders.map((x) => line('knife', x, 0, x, h.width)),
      ],
    },
    {
      name: 'edge',
      width: wide,
      height: h.thickness,
      marks: [],
      dims: [{ from: [wide, 0], to: [wide, half], value: half }],
      shapes: [
        rect('board', 0, 0, wide, h.thickness),
        rect('waste', from, 0, h.other, half),
        line('cut', from, half, from + h.other, half),
        ...shoulders.map((x) => line('cut', x, 0, x, half)),
      ],
    },
  ]
}
