import type { Grain } from '../stock/index.js'

export const lapPlaces = ['end', 'middle'] as const
export const flushEnds = ['dowel', 'tenon-end'] as const
export const copeProfiles = ['ovolo', 'ogee', 'cove', 'own'] as const
export const boardCutKinds = ['crosscut', 'rip', 'notch', 'edge-notch', 'corner', 'slices'] as const

/** A joint or plain cut as its maker wants it; all lengths mm, angles degrees. */
export interface Dovetail {
  kind: 'dovetail'
  /** of the boards, along the joint */
  width: number
  /** of the board with the tails, and of the one with the pins */
  tailBoard: number
  pinBoard: number
  tails: number
  /** 1 : slope */
  slope: number
  /** narrow end of a pin, and of the half pins at the edges */
  pin: number
  halfPin: number
  /** left standing in front of half-blind tails; absent: through */
  lap?: number
  /** how far ends are left proud, to be planed off */
  proud: number
  corners: number
}
export interface Tenon {
  kind: 'tenon'
  /** rail: width and thickness */
  width: number
  thickness: number
  tenon: number
  length: number
  /** shoulder at each edge */
  edge: number
  through: boolean
  joints: number
}
export interface Housing {
  kind: 'housing'
  /** of the board, along the housing */
  width: number
  thickness: number
  depth: number
  /** of what it houses */
  shelf: number
  /** left uncut at the front; absent: through */
  stop?: number
  joints: number
}
export interface HalfLap {
  kind: 'half-lap'
  width: number
  thickness: number
  /** of the piece it crosses */
  other: number
  /** at an end, or across the middle */
  at: (typeof lapPlaces)[number]
  joints: number
}
export interface Mitre {
  kind: 'mitre'
  sides: number
  /** of the sides from vertical, degrees: 0 a standing box, 90 a flat frame */
  lean: number
  width: number
  thickness: number
  /** outer length of a side at its longer edge */
  length: number
}
export interface Flush {
  kind: 'flush'
  what: (typeof flushEnds)[number]
  /** of the dowel, or the end's width */
  size: number
  count: number
}
export interface Veneer {
  kind: 'veneer'
  thickness: number
  length: number
  grain: Grain
  count: number
}
export interface Cope {
  kind: 'cope'
  profile: (typeof copeProfiles)[number]
  /** one drawn by the maker: how far it stands out at even steps from its top down, as shares of `out` */
  own?: number[]
  /** of the moulding: height up the wall, and how far it stands out */
  height: number
  out: number
  /** of the inside corner */
  corner: number
  joints: number
}
export interface BoardCut {
  kind: 'board'
  cut: (typeof boardCutKinds)[number]
  width: number
  thickness: number
  /** length sawn by a rip; depth of a notch from its end or edge; length of the blank that slices come off */
  length: number
  /** width of a notch: across the grain within the end or at its corner, along the grain in an edge */
  notch?: number
  /** a notch in an edge: its nearer side from the board's left end, and the board's length */
  at?: number
  long?: number
  /** thickness of a slice as sawn */
  slice?: number
  count: number
}
/** Width of a board's notch: a third of the board where none is asked. */
export const notchWidth = (b: BoardCut): number => b.notch ?? b.width * 0.3
/** Where a notch in an edge lies along its board: in the middle where it was not said. */
export function notchPlace(b: BoardCut): { at: number; long: number } {
  const wide = notchWidth(b)
  const long = Math.max(b.long ?? 4 * wide, (b.at ?? 0) + wide)
  return { at: b.at ?? (long - wide) / 2, long }
}
const SLICE = 2 // mm where none is asked
export const sliceOf = (b: BoardCut): number => b.slice ?? SLICE
/** The board sawn otherwise, with what such a cut starts from. */
export function recutBoard(b: BoardCut, cut: BoardCut['cut']): BoardCut {
  const third = Math.round(b.width / 3)
  const length = { crosscut: b.length, rip: 600, notch: third, 'edge-notch': third, corner: third, slices: 120 }[cut]
  return { ...b, cut, length, ...(cut === 'slices' && { slice: sliceOf(b) }) }
}
export type JointSpec = Dovetail | Tenon | Housing | HalfLap | Mitre | Flush | Veneer | Cope | BoardCut
export type JointKind = JointSpec['kind']
export const jointKinds: readonly JointKind[] = ['dovetail', 'tenon', 'housing', 'half-lap', 'mitre', 'cope', 'flush', 'veneer', 'board']
/** Each kind by its name. */
export type JointSpecs = { [S in JointSpec as S['kind']]: S }
/** Keys of a kind of joint that hold what is asked for. */
export type JointKey<K extends JointKind, T> = Extract<
  { [P in keyof JointSpecs[K]]-?: NonNullable<JointSpecs[K][P]> extends T ? P : never }[keyof JointSpecs[K]],
  string
>

/** Least and most of what is counted or leans; slopes as 1 : x, angles in degrees. Lengths are bounded as lengths are everywhere. */
export const jointBounds = {
  dovetail: { tails: [1, 24], slope: [3, 14], corners: [1, 40] },
  tenon: { joints: [1, 100] },
  housing: { joints: [1, 100] },
  'half-lap': { joints: [1, 100] },
  mitre: { sides: [3, 24], lean: [0, 90] },
  cope: { corner: [45, 150], joints: [1, 100] },
  flush: { count: [1, 500] },
  veneer: { count: [1, 200] },
  board: { count: [1, 200] },
} as const satisfies { [K in JointKind]: { [P in JointKey<K, number>]?: readonly [least: number, most: number] } }

const THIN = 1.5 // mm; thicker is no veneer
const STOUT = 12 // mm; thinner stock has no tenons, laps or housings: those start in a rail of the usual thickness
/** What a new joint of each kind starts from, in boards of this thickness, mm. */
export function plainJoint(kind: JointKind, thickness = 10): JointSpec {
  const stout = (usual: number) => (thickness >= STOUT ? thickness : usual)
  const [rail, shelf] = [stout(20), stout(18)]
  const third = (of: number) => Math.round(of / 3)
  switch (kind) {
    case 'dovetail':
      return {
        kind,
        width: 92,
        tailBoard: thickness,
        pinBoard: thickness,
        tails: 4,
        slope: 7,
        pin: 4,
        halfPin: 6.2,
        proud: 0.3,
        corners: 4,
      }
    case 'tenon':
      return { kind, width: 45, thickness: rail, tenon: third(rail), length: 40, edge: 6, through: false, joints: 4 }
    case 'housing':
      return { kind, width: 180, thickness: shelf, depth: third(shelf), shelf, joints: 2 }
    case 'half-lap':
      return { kind, width: 45, thickness: rail, other: 45, at: 'end', joints: 4 }
    case 'mitre':
      return { kind, sides: 6, lean: 10, width: 80, thickness, length: 150 }
    case 'cope':
      return { kind, profile: 'ogee', height: 44, out: 18, corner: 90, joints: 2 }
    case 'flush':
      return { kind, what: 'dowel', size: 6, count: 8 }
    case 'veneer':
      return { kind, thickness: thickness <= THIN ? thickness : 0.6, length: 300, grain: 'across', count: 4 }
    case 'board':
      return { kind, cut: 'crosscut', width: 150, thickness, length: 600, count: 4 }
  }
}
