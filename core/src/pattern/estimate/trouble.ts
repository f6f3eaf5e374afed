import type { Blade } from '../../blade/index.js'
import { standingWeb, type Job } from '../../job/index.js'
import { leastWeb, limitById } from '../../choose/index.js'
import type { Pattern } from '../outline/index.js'
import { between, chunksOf, HOLE_MARGIN, swingState, type Web } from '../measure/index.js'
import type { RingReckoning, Trouble, TroubleKind } from './reckoning.js'

/** What wants a look before sawing, worst first. */
export function findTroubles(
  pattern: Pattern,
  rings: readonly RingReckoning[],
  webs: readonly Web[],
  { job, blade, drill, within }: { job: Job; blade: Blade; drill: number; within?: number },
): Trouble[] {
  const found: Trouble[] = []
  const put = (kind: TroubleKind, state: Trouble['state'], on: number[], x: number, y: number, have: number, need: number) =>
    found.push({ kind, state, rings: on, x, y, have, need })
  for (const l of pattern.loose) put('loose', 'beyond', [], l.points[0]!, l.points[1]!, l.gap, 0)
  const { value: safe, least } = leastWeb(job, blade)
  for (const w of webs) {
    const stands = standingWeb(job.cut, blade, w.width)
    if (w.width === 0) put('crossing', 'beyond', [w.a, w.b], ...w.from, 0, 0)
    else if (stands < safe)
      put(
        'web',
        stands < least ? 'beyond' : 'near',
        w.a === w.b ? [w.a] : [w.a, w.b],
        (w.from[0] + w.to[0]) / 2,
        (w.from[1] + w.to[1]) / 2,
        stands,
        stands < least ? least : safe,
      )
  }
  const turns = limitById('turn')
  const handled = new Map<string, { count: number; seconds: number }>()
  for (const r of rings) {
    const { ring, measure: m } = r
    const [x, y] = [m.calm[0]!, m.calm[1]!]
    if (ring.role === 'island' && !r.sawn) {
      put('island', 'near', [ring.id], x, y, 0, 0)
      continue
    }
    // a piece kept in an opening needs the kerf between them
    const round = ring.role === 'island' && r.sawn && ring.parent !== undefined ? rings[ring.parent] : undefined
    const gap = round && between(chunksOf(m.simple), chunksOf(round.measure.simple), blade.kerf)
    if (gap) put('kerf', 'beyond', [ring.id, round.ring.id], ...gap.from, gap.width, blade.kerf)
    if (r.kerf.fit !== 'whole') put('kerf', 'beyond', [ring.id], x, y, r.kerf.paths.length, blade.kerf)
    if (r.hole && !r.hole.fits) put('hole', 'beyond', [ring.id], r.hole.hole.x, r.hole.hole.y, Math.max(0, r.hole.largest), drill)
    else if (r.hole && r.hole.hole.clear < HOLE_MARGIN - 1e-6)
      put('hole', 'near', [ring.id], r.hole.hole.x, r.hole.hole.y, r.hole.hole.clear, HOLE_MARGIN)
    for (const b of [m.tightest.waste, m.tightest.kept]) {
      if (!b) continue
      const pivots = job.cut.turn === 'pivot'
      const cut = { ...job.cut, radius: b.radius, centre: b.centre, turn: pivots ? ('worked' as const) : job.cut.turn }
      const asked = turns.test({ ...job, cut }, blade)!
      if (asked.state === 'within') continue
      // corners that are pivoted are part of the plan; steering is not possible there all the same
      const onLine = b.radius - asked.have
      put(
        'bend',
        pivots ? 'near' : asked.state,
        [ring.id],
        b.x,
        b.y,
        b.radius,
        (asked.state === 'near' ? asked.need : asked.least) + onLine,
      )
    }
    const swings = swingState(r.swing, r.plan.direction)
    if (swings !== 'within') put('swing', swings, [ring.id], r.plan.entry.x, r.plan.entry.y, r.swing.throat, r.swing.reach)
    if (m.rough) put('rough', 'near', [ring.id], x, y, 0, 0)
    for (const e of r.plan.events) {
      const sum = handled.get(e.what) ?? { count: 0, seconds: 0 }
      handled.set(e.what, { count: sum.count + 1, seconds: sum.seconds + e.seconds })
    }
  }
  for (const [kind, what] of [
    ['corners', 'pivot'],
    ['met', 'meet'],
  ] as const) {
    const sum = handled.get(what)
    if (sum) put(kind, 'within', [], 0, 0, sum.count, sum.seconds)
  }
  const holds = handled.get('clamp')
  if (holds && within !== undefined) put('holds', 'within', [], 0, 0, holds.count, within)
  const rank = { beyond: 0, near: 1, within: 2 }
  const weight: Record<TroubleKind, number> = {
    crossing: 0,
    loose: 1,
    kerf: 2,
    hole: 3,
    bend: 4,
    swing: 5,
    web: 6,
    island: 7,
    rough: 8,
    corners: 9,
    met: 10,
    holds: 11,
  }
  return found.sort((a, b) => rank[a.state] - rank[b.state] || weight[a.kind] - weight[b.kind] || a.have - b.have)
}
