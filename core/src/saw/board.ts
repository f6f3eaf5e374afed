import { toRadians } from '../number/index.js'

/** A board and the stretch of it that is sawn, from one of its ends, mm. */
export interface SawnBoard {
  length: number
  width: number
  from: number
  to: number
}
/** How a board is brought past what stands behind the blade; each also allows what stands before it. */
export const boardWays = ['round', 'both-ways', 'sideways'] as const
export type BoardWay = (typeof boardWays)[number]

/** Clear depth behind the blade and half-width of the arm or frame there, mm. */
export interface Arm {
  throat: number
  armHalfWidth: number
}

/** How far a board reaches behind the blade at worst, mm, by the way it is brought past. */
export interface BoardReach extends Record<BoardWay, number> {
  /** the gentlest way that goes; undefined where none does */
  way?: BoardWay
}

/**
 * How far the board reaches straight behind the blade, within the arm's width, when the blade stands at (x, y) and
 * heads along (dx, dy): the board is turned so that the cut heads toward the operator, so “behind” is against the
 * heading on the board. `hull` is the board's convex outline, x and y in turn.
 */
export function reachBehind(hull: ArrayLike<number>, x: number, y: number, dx: number, dy: number, armHalfWidth: number): number {
  let reach = 0
  const n = hull.length
  for (let i = 0; i < n; i += 2) {
    const k = i + 2 === n ? 0 : i + 2
    // along = distance behind the blade, side = offset from the arm's middle
    const [ax, ay, bx, by] = [hull[i]! - x, hull[i + 1]! - y, hull[k]! - x, hull[k + 1]! - y]
    const [a, b] = [-(ax * dx + ay * dy), -(bx * dx + by * dy)]
    const [p, q] = [ax * dy - ay * dx, bx * dy - by * dx]
    if (Math.abs(p) <= armHalfWidth && a > reach) reach = a
    for (const edge of [-armHalfWidth, armHalfWidth]) {
      if (p < edge !== q < edge) {
        const t = (edge - p) / (q - p)
        const at = a + t * (b - a)
        if (at > reach) reach = at
      }
    }
  }
  return reach
}

const STEP = 5 // degrees between the headings looked at
const QUARTER = 90 / STEP
const TURN = 4 * QUARTER

/**
 * Reach of a board whose sawn stretch is cut in every direction, anywhere across its width: turned right round; each line
 * from whichever end keeps the board before the blade; or the blade turned a quarter besides, so that the board feeds from
 * the side. The extreme places of the stretch decide, since a reach grows toward them.
 */
function reaches(board: SawnBoard, armHalfWidth: number): Record<BoardWay, number> {
  const hull = [0, 0, board.length, 0, board.length, board.width, 0, board.width]
  const worst = { round: 0, 'both-ways': 0, sideways: 0 }
  for (const x of [board.from, (board.from + board.to) / 2, board.to])
    for (const y of [0, board.width / 2, board.width]) {
      const at = Array.from({ length: TURN }, (_, i) => {
        const a = toRadians(i * STEP)
        return reachBehind(hull, x, y, Math.cos(a), Math.sin(a), armHalfWidth)
      })
      for (let i = 0; i < QUARTER; i++) {
        const [ahead, left, back, right] = [0, 1, 2, 3].map((q) => at[i + q * QUARTER]!) as [number, number, number, number]
        const pairs = [Math.min(ahead, back), Math.min(left, right)] as const
        worst.round = Math.max(worst.round, ahead, left, back, right)
        worst['both-ways'] = Math.max(worst['both-ways'], ...pairs)
        worst.sideways = Math.max(worst.sideways, Math.min(...pairs))
      }
    }
  return worst
}

/**
 * The longest, to a millimeter, that a board may be for a way to go; the stretch that is sawn stays. Undefined where it
 * goes as it is, or its width or its place alone is too much.
 */
export function shortenedTo(board: SawnBoard, arm: Arm, way: BoardWay): number | undefined {
  const goes = (length: number) => reaches({ ...board, length }, arm.armHalfWidth)[way] < arm.throat
  let [fits, fails] = [Math.ceil(board.to), board.length]
  if (fits >= fails || goes(fails) || !goes(fits)) return undefined
  while (fails - fits > 1) {
    const middle = (fits + fails) / 2
    if (goes(middle)) fits = middle
    else fails = middle
  }
  return Math.floor(fits)
}

const known = new WeakMap<SawnBoard, Map<string, BoardReach>>()
/**
 * Whether and how a board passes what stands behind the blade: asked once for each board and arm.
 * @param board mm; `from` and `to` within its length
 */
export function boardReach(board: SawnBoard, arm: Arm): BoardReach {
  const key = `${arm.throat} ${arm.armHalfWidth}`
  const found = known.get(board) ?? new Map<string, BoardReach>()
  known.set(board, found)
  const before = found.get(key)
  if (before) return before
  const worst = reaches(board, arm.armHalfWidth)
  const made: BoardReach = { ...worst, way: boardWays.find((w) => worst[w] < arm.throat) }
  found.set(key, made)
  return made
}
