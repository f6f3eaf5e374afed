import type { CutWanted } from './cut.js'
import { notchPlace, notchWidth, sliceOf, type BoardCut, type Flush, type Veneer } from './spec.js'
import { line, rect, ring, type View } from './view.js'

/** A flush cut goes down through what stands proud; its teeth cross it. */
export function flushCuts(f: Flush): CutWanted[] {
  return [{ name: 'trim', count: f.count, crossing: f.size, depth: f.size, grain: 'across', hold: 'flat', flush: true }]
}
export function flushViews(f: Flush): View[] {
  const wide = Math.max(60, f.size * 5)
  const proud = Math.max(4, f.size * 0.7)
  const x = (wide - f.size) / 2
  return [
    {
      name: 'section',
      width: wide,
      height: proud + 24,
      marks: [],
      dims: [{ from: [x, 0], to: [x + f.size, 0], value: f.size }],
      shapes: [
        rect('board', 0, proud, wide, 24),
        rect('waste', x, 0, f.size, proud),
        rect('grain', x, proud, f.size, 24),
        line('cut', x - 8, proud, x + f.size + 8, proud),
      ],
    },
  ]
}

const ENGAGED = 18 // mm of a veneer saw's curved edge that lie in the veneer at once; estimate

/** A veneer saw is drawn along a straight edge: its curved edge engages a short length, the veneer is its depth. */
export function veneerCuts(v: Veneer): CutWanted[] {
  return [
    { name: 'veneer', count: v.count, crossing: ENGAGED, depth: v.thickness, grain: v.grain, hold: 'flat', flush: true, curved: true },
  ]
}
export function veneerViews(v: Veneer): View[] {
  const wide = Math.min(v.length, 220)
  return [
    {
      name: 'plan',
      width: wide,
      height: wide * 0.4,
      marks: [0, wide],
      dims: [],
      shapes: [
        rect('board', 0, 0, wide, wide * 0.24),
        rect('waste', 0, wide * 0.24, wide, wide * 0.16, 'waste'),
        line('cut', 0, wide * 0.24, wide, wide * 0.24),
      ],
    },
  ]
}

const LEAN = Math.SQRT2 // a panel saw stands at half a right angle in a crosscut
const STEEP = 1.15 // and at sixty degrees in a rip

const HOOKED = 200 // mm; short work of that width is held in a bench hook; estimate
const BENCH = 600 // mm; a longer rip wants trestles; estimate

/**
 * Boards. Short work lies in a bench hook and is sawn down with the plate level, so that the teeth cross its width. Wider and
 * longer, a saw without a back leans into the cut: its teeth cross more than the thickness, and its cut runs on through.
 */
export function boardCuts(b: BoardCut): CutWanted[] {
  if (b.cut === 'crosscut')
    return b.width <= HOOKED
      ? [{ name: 'crosscut', count: b.count, crossing: b.width, depth: b.thickness, grain: 'across', hold: 'hook' }]
      : [
          {
            name: 'crosscut',
            count: b.count,
            crossing: b.thickness * LEAN,
            depth: b.width,
            grain: 'across',
            hold: 'trestles',
            through: true,
          },
        ]
  if (b.cut === 'rip') {
    const hold = b.length > BENCH ? 'trestles' : 'clamped'
    return [{ name: 'rip', count: b.count, crossing: b.thickness * STEEP, depth: b.length, grain: 'along', hold, through: true }]
  }
  // out of the corner: down along the grain, then across to meet it
  if (b.cut === 'corner')
    return [
      { name: 'corner-side', count: b.count, crossing: b.thickness, depth: b.length, grain: 'along', hold: 'upright' },
      { name: 'corner-shoulder', count: b.count, crossing: b.thickness, depth: notchWidth(b), grain: 'across', hold: 'clamped' },
    ]
  if (b.cut === 'slices') return [{ name: 'slices', count: b.count, crossing: b.width, depth: b.thickness, grain: 'across', hold: 'hook' }]
  const hold = b.cut === 'edge-notch' ? 'on-edge' : 'upright'
  const grain = b.cut === 'edge-notch' ? 'across' : 'along'
  return [{ name: 'notch-sides', count: 2 * b.count, crossing: b.thickness, depth: b.length, grain, hold }]
}
const DRAWN = 24 // slices drawn; more would run together
/** A blank with its slices, and a board with a notch in its upper edge. */
function slicedView(b: BoardCut): View {
  const step = Math.max(sliceOf(b), b.width / 60) * 2
  const long = Math.min(b.length, b.width + step * Math.min(b.count, DRAWN))
  const cuts = Array.from({ length: Math.min(b.count, DRAWN) }, (_, i) => long - (i + 1) * step)
  return {
    name: 'face',
    width: long,
    height: b.width,
    marks: [],
    dims: [{ from: [long, 0], to: [long, b.width], value: b.width }],
    shapes: [rect('board', 0, 0, long, b.width), ...cuts.filter((x) => x > 0).map((x) => line('cut', x, 0, x, b.width))],
  }
}
function edgeNotchView(b: BoardCut): View {
  const wide = notchWidth(b)
  const { at, long } = notchPlace(b)
  return {
    name: 'face',
    width: long,
    height: b.width,
    marks: [0, at, at + wide, long],
    dims: [
      { from: [long, 0], to: [long, b.width], value: b.width },
      { from: [at, 0], to: [at, b.length], value: b.length },
    ],
    shapes: [
      rect('board', 0, 0, long, b.width),
      rect('waste', at, 0, wide, b.length, 'waste'),
      line('cut', at, 0, at, b.length),
      line('cut', at + wide, 0, at + wide, b.length),
      line('knife', at, b.length, at + wide, b.length),
    ],
  }
}
export function boardViews(b: BoardCut): View[] {
  if (b.cut === 'slices') return [slicedView(b)]
  if (b.cut === 'edge-notch') return [edgeNotchView(b)]
  const long = b.cut === 'rip' ? Math.min(b.length, b.width * 3) : b.width * 1.6
  const view: View = {
    name: 'face',
    width: long,
    height: b.width,
    marks: [0, long],
    dims: [{ from: [long, 0], to: [long, b.width], value: b.width }],
    shapes: [rect('board', 0, 0, long, b.width)],
  }
  if (b.cut === 'crosscut') {
    const at = long * 0.7
    view.shapes.push(rect('waste', at, 0, long - at, b.width, 'waste'), line('knife', at, 0, at, b.width))
    view.marks = [0, at, long]
  } else if (b.cut === 'rip')
    view.shapes.push(rect('waste', 0, b.width * 0.7, long, b.width * 0.3, 'waste'), line('cut', 0, b.width * 0.7, long, b.width * 0.7))
  else if (b.cut === 'corner') {
    const [deep, y] = [Math.min(b.length, long * 0.8), b.width - notchWidth(b)]
    view.marks = [0, long - deep, long]
    view.shapes.push(
      rect('waste', long - deep, y, deep, b.width - y, 'waste'),
      line('cut', long - deep, y, long, y),
      line('knife', long - deep, y, long - deep, b.width),
    )
    view.dims.push({ from: [long - deep, y], to: [long, y], value: b.length })
  } else {
    const wide = notchWidth(b)
    const from = (long - wide) / 2
    view.marks = [0, from, from + wide, long]
    view.shapes.push(
      ring('waste', [from, 0, from + wide, 0, from + wide, b.length, from, b.length], 'waste'),
      line('cut', from, 0, from, b.length),
      line('cut', from + wide, 0, from + wide, b.length),
      line('knife', from, b.length, from + wide, b.length),
    )
    view.dims.push({ from: [from, 0], to: [from, b.length], value: b.length })
  }
  return [view]
}
