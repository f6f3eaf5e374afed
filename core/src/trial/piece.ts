import { startingHole, turnRadius, type Blade } from '../blade/index.js'
import type { TrialCriterion } from './design.js'

/** What a line of the test piece asks of a blade. */
export const testKinds = ['straight', 'corners', 'curves', 'zigzag', 'spiral', 'opening', 'mitre'] as const
export type TestKind = (typeof testKinds)[number]
export interface TestLine {
  kind: TestKind
  /** x, y, x, y … mm from the piece's upper left corner; arcs flattened to within FLAT */
  points: number[]
  /** mm to saw */
  length: number
  /** tightest curve asked for, mm; absent where there is none */
  radius?: number
  /** where a blade is threaded, with the drill it needs, mm */
  hole?: { x: number; y: number; drill: number }
}
/** One sheet to saw: every blade of a trial saws the same. */
export interface TestPiece {
  width: number
  height: number
  lines: TestLine[]
  /** of all cuts together, mm */
  length: number
  /** tightest curve, mm; absent: all straight */
  radius?: number
}

const FLAT = 0.01 // mm between an arc and its chords
const [LEAST, MOST] = [40, 180] // mm of width: what a frame reaches over, and what a page holds
const PER_RADIUS = 30 // of width for one of the tightest radius, so that the tightest curves are near what the blades turn
const STRAIGHT_ONLY = 100 // mm, where no blade can turn
const CORNER_ROOM = 8

const distance = (p: readonly number[], i: number) => Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!)
const lengthOf = (p: readonly number[]) => {
  let sum = 0
  for (let i = 2; i < p.length; i += 2) sum += distance(p, i)
  return sum
}
const line = (kind: TestKind, points: number[], more: Omit<TestLine, 'kind' | 'points' | 'length'> = {}): TestLine => ({
  kind,
  points,
  length: lengthOf(points),
  ...more,
})

/** Points after the first of an arc about (x, y) of radius r(angle), from one angle to another. */
function swept(x: number, y: number, from: number, to: number, r: (angle: number) => number): number[] {
  const largest = Math.max(r(from), r(to))
  const n = Math.ceil(Math.abs(to - from) / (2 * Math.acos(1 - Math.min(0.5, FLAT / largest))))
  return Array.from({ length: n }, (_, i) => from + ((to - from) * (i + 1)) / n).flatMap((a) => [
    x + r(a) * Math.cos(a),
    y + r(a) * Math.sin(a),
  ])
}

/**
 * The test piece of a comparison, at true size: straights, square corners both ways, inside and outside curves, a zigzag of ever
 * sharper angles, a tightening spiral and a small opening, none tighter than the widest of the blades turns when worked round.
 * Where blades cannot turn: straight lines square to the edge, and a mitre.
 * @param threaded blades are threaded through a hole; else there is no opening
 */
export function testPiece(blades: readonly Blade[], threaded: boolean): TestPiece {
  const turns = blades.map((b) => turnRadius(b, 'worked'))
  if (turns.some((r) => r === undefined || r > MOST / 5)) return straightPiece()
  // to a tenth, so that a figure can be said
  const r = Math.max(0.5, Math.ceil(Math.max(...(turns as number[])) * 10) / 10)
  const w = Math.min(MOST, Math.max(LEAST, Math.ceil((PER_RADIUS * r) / 10) * 10))
  const gap = Math.max(5, w / 25)
  const lines: TestLine[] = []
  let y = gap
  lines.push(line('straight', [0, y, w, y]))

  const tooth = w / CORNER_ROOM
  y += gap + 0.8 * tooth
  const corners = [0, y]
  for (let i = 0.5; i < CORNER_ROOM - 1; i += 2)
    corners.push(i * tooth, y, i * tooth, y - 0.8 * tooth, (i + 1) * tooth, y - 0.8 * tooth, (i + 1) * tooth, y)
  lines.push(line('corners', [...corners, w, y]))

  // half circles to either side, each smaller than the one before
  const radii = [w / 5, w / 8.5, w / 11, w / 15].filter((x) => x >= r)
  y += gap + (radii[0] ?? 0)
  const curves = [0, y]
  let x = (w - 2 * radii.reduce((a, b) => a + b, 0)) / 2
  curves.push(x, y)
  radii.forEach((radius, i) => {
    curves.push(...swept(x + radius, y, Math.PI, i % 2 ? 0 : 2 * Math.PI, () => radius))
    x += 2 * radius
  })
  if (radii.length) {
    lines.push(line('curves', [...curves, w, y], { radius: radii.at(-1)! }))
    y += radii[1] ?? 0
  }

  const angles = [90, 75, 60, 45, 30]
  const halves = angles.map((a) => Math.tan((a / 360) * Math.PI))
  const high = (0.46 * w) / halves.reduce((a, b) => a + b)
  y += gap + high
  const zigzag = [0, y]
  let at = 0.04 * w
  zigzag.push(at, y)
  for (const half of halves) {
    zigzag.push(at + half * high, y - high, at + 2 * half * high, y)
    at += 2 * half * high
  }
  lines.push(line('zigzag', [...zigzag, w, y]))

  // winds inwards from the left edge, evenly tighter, for a turn and a half
  const [outer, inner] = [w / 5, Math.max(r, w / 30)]
  const spiral = outer > 1.5 * inner
  // round on one side, a square corner on the other
  const small = Math.max(r, w / 16)
  const reach = spiral ? outer : threaded ? small : 0
  y += gap + reach
  if (spiral) {
    const [from, turn, middle] = [-Math.PI / 2, 3 * Math.PI, 1.15 * outer]
    const wound = swept(middle, y, from, from + turn, (a) => outer - ((outer - inner) * (a - from)) / turn)
    lines.push(line('spiral', [0, y - outer, middle, y - outer, ...wound], { radius: inner }))
  }
  if (threaded) {
    const [cx, s] = [Math.min(0.75 * w, w - gap - 1.5 * small), Math.SQRT1_2 * small]
    const round = swept(cx, y, Math.PI / 4, 1.75 * Math.PI, () => small)
    const drill = Math.max(...blades.map(startingHole))
    lines.push(line('opening', [cx + s, y - s, cx + 2 * s, y, cx + s, y + s, ...round], { radius: small, hole: { x: cx, y, drill } }))
  }
  return whole(w, reach ? y + reach + gap : y, lines)
}

function straightPiece(): TestPiece {
  const [w, h] = [STRAIGHT_ONLY, 0.7 * STRAIGHT_ONLY]
  const at = [15, 25, 45].map((x) => line('straight', [x, 0, x, h]))
  return whole(w, h, [...at, line('mitre', [w - 10 - h / 2, 0, w - 10, h / 2, w, h / 2 + 10])])
}

function whole(width: number, height: number, lines: TestLine[]): TestPiece {
  const radii = lines.flatMap((l) => l.radius ?? [])
  return { width, height, lines, length: lines.reduce((s, l) => s + l.length, 0), radius: radii.length ? Math.min(...radii) : undefined }
}

/** What pieces sawn so can be put in order by: nobody is asked of corners where there are none. */
export function criteriaOf({ lines }: TestPiece): TrialCriterion[] {
  const has = (kind: TestKind) => lines.some((l) => l.kind === kind)
  const seen: TrialCriterion[] = ['edge', 'face', 'underside', 'line']
  if (has('zigzag')) seen.push('zigzag')
  if (has('corners')) seen.push('corners')
  return [...seen, 'middle', 'pace', 'effort', 'steadiness']
}
