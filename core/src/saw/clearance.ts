import { toRadians } from '../number/index.js'
import type { HandFrame } from './saw.js'

/** Where a cut lies in its board, mm: how far the edge stands behind the blade as it saws on, and to its nearer side. */
export interface CutPosition {
  behind: number
  beside: number
}

export interface FrameClearance {
  /** how far clear the frame's spine stands of the board; 1 just touches */
  ratio: number
  /** which edge it passes: the one behind the blade, or with the blade turned the one beside it */
  past: 'behind' | 'beside'
}

/**
 * Whether the frame passes the board at this place. The arms run above and below the board, the spine crosses its plane
 * a frame's depth from the blade: straight behind it, or to the side by as much as the blade is turned in the frame.
 * @param turned how far the blade is turned in its frame, degrees, 0 to 90, toward the nearer edge
 */
export function frameClearance(saw: Pick<HandFrame, 'throat' | 'armHalfWidth'>, lie: CutPosition, turned = 0): FrameClearance {
  const D = saw.throat - saw.armHalfWidth
  const a = toRadians(turned)
  const behind = lie.behind > 0 ? (D * Math.cos(a)) / lie.behind : 99
  const beside = lie.beside > 0 ? (D * Math.sin(a)) / lie.beside : turned > 0 ? 99 : 0
  return behind >= beside ? { ratio: behind, past: 'behind' } : { ratio: beside, past: 'beside' }
}

/** Least turn of the blade, in whole steps of 15°, at which the frame passes; 0 where it passes unturned, undefined where none does. */
export function turnForClearance(saw: HandFrame, lie: CutPosition): number | undefined {
  if (frameClearance(saw, lie).ratio >= 1) return 0
  if (!saw.turns) return undefined
  for (let turned = 15; turned <= 90; turned += 15) if (frameClearance(saw, lie, turned).ratio >= 1) return turned
  return undefined
}

/**
 * Headings a frame allows at a place of a rectangular board: for each, whether the spine stands clear.
 * @param board width and height mm, the place within it, how far the blade is turned (degrees, either way round)
 * @returns one answer each `step` degrees from heading 0 (to the right), counter-clockwise
 */
export function headings(
  saw: Pick<HandFrame, 'throat' | 'armHalfWidth'>,
  board: { width: number; height: number; x: number; y: number },
  turned = 0,
  step = 5,
): boolean[] {
  const D = saw.throat - saw.armHalfWidth
  return Array.from({ length: Math.round(360 / step) }, (_, i) => {
    const clear = (turn: number) => {
      const a = toRadians(i * step + 180 + turn)
      const [x, y] = [board.x + D * Math.cos(a), board.y + D * Math.sin(a)]
      return x <= 0 || y <= 0 || x >= board.width || y >= board.height
    }
    return clear(turned) || clear(-turned)
  })
}
