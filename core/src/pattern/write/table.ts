import type { Reckoning } from '../estimate/index.js'

/**
 * One row an opening, in the order sawn; mm, mm² and s. Plain values, ready for a CSV writer.
 * @param sawing s of each ring
 */
export function openingRows(found: Reckoning, sawing: readonly number[]): Record<string, string | number>[] {
  const byId = new Map(found.rings.map((r) => [r.ring.id, r]))
  const round = (x: number | undefined): string | number => (x === undefined ? '' : Math.round(x * 100) / 100)
  return found.order.map((id, i) => {
    const r = byId.get(id)!
    return {
      number: i + 1,
      kind: r.ring.role,
      length_mm: round(r.measure.length),
      area_mm2: round(r.measure.area),
      tightest_inside_mm: round(r.measure.tightest.waste?.radius),
      tightest_outside_mm: round(r.measure.tightest.kept?.radius),
      corners: r.measure.corners.length,
      narrowest_web_mm: round(r.web?.width),
      hole_x_mm: round(r.hole?.hole.x),
      hole_y_mm: round(r.hole?.hole.y),
      drill_mm: r.hole ? round(found.drill) : '',
      way_round: r.plan.direction,
      sawing_s: Math.round(sawing[id]!),
      blocked_mm: round(r.swing.blocked[r.swing.facing][r.plan.direction]),
      state: r.state,
    }
  })
}
