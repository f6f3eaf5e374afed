import { toDegrees } from '../number/index.js'
import type { CutWanted } from './cut.js'
import type { Dovetail } from './spec.js'
import { line, rect, ring, type View } from './view.js'

export interface DovetailFigures {
  /** wide end of a tail, and its narrow end at the shoulder, mm */
  tail: number
  root: number
  /** wide end of a pin, at the shoulder */
  pinRoot: number
  /** depth of the shoulder line on the tail board and on the pin board, mm */
  shoulder: number
  pinShoulder: number
  /** the slope as an angle, degrees */
  angle: number
  /** where the tails begin and end along the end grain, from the left edge */
  marks: number[]
}

/**
 * Tails and pins by plain division: n tails share what n − 1 narrow pins and two half pins leave of the width,
 * (W − 2h − (n − 1)p)/n each at the end grain; towards the shoulder they narrow by the slope on both sides.
 */
export function dovetailFigures(d: Dovetail): DovetailFigures {
  const tail = (d.width - 2 * d.halfPin - (d.tails - 1) * d.pin) / d.tails
  // half-blind tails go in as far as the lap leaves
  const shoulder = d.pinBoard - (d.lap ?? 0) + (d.lap === undefined ? d.proud : 0)
  const run = shoulder / d.slope
  const marks = [0]
  for (let i = 0; i < d.tails; i++) {
    const from = d.halfPin + i * (tail + d.pin)
    marks.push(from, from + tail)
  }
  return {
    tail,
    root: tail - 2 * run,
    pinRoot: d.pin + 2 * run,
    shoulder,
    pinShoulder: d.tailBoard + d.proud,
    angle: toDegrees(Math.atan(1 / d.slope)),
    marks: [...marks, d.width],
  }
}

/** Cuts in the order they are sawn, for all corners. */
export function dovetailCuts(d: Dovetail): CutWanted[] {
  const f = dovetailFigures(d)
  const n = 2 * d.tails * d.corners
  return [
    { name: 'tails', count: n, crossing: d.tailBoard, depth: f.shoulder, grain: 'along', hold: 'tilted', tilt: f.angle },
    { name: 'half-pin-shoulders', count: 2 * d.corners, crossing: d.tailBoard, depth: d.halfPin, grain: 'across', hold: 'hook' },
    d.lap === undefined
      ? { name: 'pins', count: n, crossing: d.pinBoard, depth: f.pinShoulder, grain: 'along', hold: 'upright', tilt: f.angle }
      : // the saw runs out at the lap: it cuts the corner away at half a right angle and no more
        {
          name: 'sockets',
          count: n,
          crossing: d.pinBoard - d.lap,
          depth: f.pinShoulder * Math.SQRT1_2,
          grain: 'along',
          hold: 'upright',
          tilt: f.angle,
        },
  ]
}

/** Face of the tail board, its end grain, and the end grain of the pin board. */
export function dovetailViews(d: Dovetail, kerf: number): View[] {
  const f = dovetailFigures(d)
  const run = f.shoulder / d.slope
  const long = f.shoulder + Math.max(20, d.width * 0.2)
  const edges = f.marks
  const face: View = {
    name: 'tails',
    width: d.width,
    height: long,
    shapes: [rect('board', 0, 0, d.width, long)],
    marks: edges,
    dims: [{ from: [d.width, 0], to: [d.width, f.shoulder], value: f.shoulder }],
  }
  // waste between the tails: narrow at the end, wide at the shoulder
  for (let i = 0; i <= d.tails; i++) {
    const [a, b] = [edges[2 * i]!, edges[2 * i + 1]!]
    face.shapes.push(ring('waste', [a, 0, b, 0, i === d.tails ? b : b + run, f.shoulder, i === 0 ? a : a - run, f.shoulder], 'waste'))
  }
  for (let i = 0; i < d.tails; i++) {
    const [a, b] = [edges[2 * i + 1]!, edges[2 * i + 2]!]
    // a label alone: the tail's number
    face.shapes.push({ ...ring('grain', [a, 0, b, 0, b - run, f.shoulder, a + run, f.shoulder], String(i + 1)) })
    for (const [x, way] of [
      [a, 1],
      [b, -1],
    ] as const)
      face.shapes.push(line('cut', x, 0, x + way * run, f.shoulder))
  }
  face.shapes.push(line('knife', 0, f.shoulder, d.width, f.shoulder))
  const end: View = {
    name: 'end',
    width: d.width,
    height: d.tailBoard,
    shapes: [rect('board', 0, 0, d.width, d.tailBoard)],
    marks: [],
    dims: [],
  }
  for (let i = 0; i < d.tails; i++)
    // the kerf lies in the waste beside each line
    for (const [x, way] of [
      [edges[2 * i + 1]!, -1],
      [edges[2 * i + 2]!, 1],
    ] as const)
      end.shapes.push(line('cut', x + (way * kerf) / 2, 0, x + (way * kerf) / 2, d.tailBoard))
  const depth = d.pinBoard
  const inside = d.lap ?? 0
  const pins: View = {
    name: 'pins',
    width: d.width,
    height: depth,
    shapes: [rect('board', 0, 0, d.width, depth)],
    marks: [],
    dims: d.lap === undefined ? [] : [{ from: [d.width, 0], to: [d.width, inside], value: inside }],
  }
  for (let i = 0; i < d.tails; i++) {
    // on the pin board's end grain a tail's socket shows its taper from the inner face (below) to the outer
    const [a, b] = [edges[2 * i + 1]!, edges[2 * i + 2]!]
    pins.shapes.push(ring('waste', [a, inside, b, inside, b - run, depth, a + run, depth], 'waste'))
    pins.shapes.push(line('cut', a, inside, a + run, depth), line('cut', b, inside, b - run, depth))
  }
  return [face, end, pins]
}
