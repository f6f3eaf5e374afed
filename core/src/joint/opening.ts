import { nextDrill, type Drill, type DrillSeries } from '../quantity/index.js'
import { startingHole, turnRadius, type Blade } from '../blade/index.js'

/** An opening with square sides in a panel, mm. */
export interface Opening {
  width: number
  height: number
  /** of its corners; 0 square */
  corner: number
}
/** mm, until its size is said. */
export const plainOpening = { width: 300, height: 200 }
export const openingPlans = ['corners', 'one-hole', 'cross', 'tip-in'] as const
export type OpeningPlan = (typeof openingPlans)[number]
export interface OpeningCut {
  from: [number, number]
  to: [number, number]
}
export interface OpeningWay {
  plan: OpeningPlan
  holes: { x: number; y: number; d: number }[]
  /** the user's own drill, or where none is large enough the bit or hole saw it takes */
  drill?: Drill
  size: number
  cuts: OpeningCut[]
  /** sawn, mm */
  length: number
  /** corners left rounded or with a bit to nibble out, to be filed or sawn square */
  leftInCorners: number
  /** why it cannot be done */
  stop?: 'no-room'
}

/**
 * Ways to saw an opening with a blade that must start somewhere: a hole in every corner, one hole and nibbled corners,
 * an X from one hole in the middle to the corners, then the sides; or the blade tipped in without a hole. Holes are as
 * small as the blade needs and as large as the corner allows, and touch both sides.
 */
export function openingWay(o: Opening, blade: Blade, plan: OpeningPlan, drills: readonly DrillSeries[]): OpeningWay {
  const needs = Math.max(startingHole(blade), plan === 'corners' ? 2 * o.corner : 0)
  const drill = nextDrill(needs, drills)
  const size = drill?.mm ?? Math.ceil(needs)
  const way = (holes: [number, number][], cuts: OpeningCut[], leftInCorners: number): OpeningWay => {
    const d = size
    const room = plan === 'tip-in' || (d * (plan === 'corners' ? 2 : 1) <= o.width && d * (plan === 'corners' ? 2 : 1) <= o.height)
    return {
      plan,
      holes: holes.map(([x, y]) => ({ x, y, d })),
      drill: plan === 'tip-in' ? undefined : drill,
      size,
      cuts,
      length: cuts.reduce((l, c) => l + Math.hypot(c.to[0] - c.from[0], c.to[1] - c.from[1]), 0),
      leftInCorners,
      stop: room ? undefined : 'no-room',
    }
  }
  const [w, h] = [o.width, o.height]
  const d = size / 2
  const side = (a: [number, number], b: [number, number]): OpeningCut => ({ from: a, to: b })
  const round = (inset: number) => [
    side([inset, 0], [w - inset, 0]),
    side([w, inset], [w, h - inset]),
    side([w - inset, h], [inset, h]),
    side([0, h - inset], [0, inset]),
  ]
  // a square corner is met from both sides; what the blade's own turn leaves is filed
  const turn = turnRadius(blade, 'worked') ?? blade.width
  switch (plan) {
    case 'corners':
      return way(
        [
          [d, d],
          [w - d, d],
          [w - d, h - d],
          [d, h - d],
        ],
        round(d),
        o.corner > 0 ? 0 : d,
      )
    case 'one-hole':
      return way([[d, d]], round(0), o.corner > 0 ? 0 : Math.max(0, turn - o.corner))
    case 'cross':
      return way(
        [[w / 2, h / 2]],
        [
          ...(
            [
              [0, 0],
              [w, 0],
              [w, h],
              [0, h],
            ] as [number, number][]
          ).map((c) => side([w / 2, h / 2], c)),
          ...round(0),
        ],
        0,
      )
    case 'tip-in':
      return way([], round(0), Math.max(0, turn - o.corner))
  }
}
