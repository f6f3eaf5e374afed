import { bounded, Spent, type Effort } from '../../number/index.js'
import { pilotDrill, startingHole, turnsAnywhere } from '../../blade/index.js'
import { turnsQuarter, type SawnBoard } from '../../saw/index.js'
import { alongAt, type Box, type Pattern, type Ring } from '../outline/index.js'
import type { Points } from '../read/index.js'
import {
  holeAt,
  placeHole,
  type Hole,
  type HolePlace,
  kerfFit,
  type KerfFit,
  measure,
  scratchFor,
  type Measure,
  swingOf,
  findWebs,
  type Web,
} from '../measure/index.js'
import {
  bestOrder,
  nearestOrder,
  orderCost,
  readingOrder,
  type OrderTask,
  heldWithin,
  leftToSaw,
  linesOf,
  planRing,
  shareLeft,
  type Event,
} from '../plan/index.js'
import { Bends, STRAIGHT, type Course } from '../../job/index.js'
import { bendsOf, paceOf, sawingSeconds } from './time.js'
import { findTroubles } from './trouble.js'
import type { ReckonGiven, Reckoning, RingReckoning, Unknown } from './reckoning.js'

const LOOK = 10 // mm; wider webs are no webs

/** Progress from 0 to 1, now and then; throws to cancel. */
export type Tell = (share: number) => void

/** Steps each of them may cost; together they stay under two seconds. */
const EFFORT: Record<Unknown, number> = { webs: 2e7, kerf: 3e7, corners: 1e7 }

export interface Measured {
  measures: Measure[]
  webs: Web[]
  unknown: Unknown[]
}
/** Measures that depend on the drawing alone; kept over changes of blade. */
export function measureAll(pattern: Pattern, tell?: Tell): Measured {
  const scratch = scratchFor(pattern.rings.reduce((n, r) => Math.max(n, r.points.length / 2), 0))
  const measures = pattern.rings.map((r, i) => {
    if ((i & 63) === 0) tell?.((0.2 * i) / pattern.rings.length)
    return measure(r.points, r.role, scratch)
  })
  const webs = bounded(EFFORT.webs, (effort) => findWebs(pattern.rings, measures, LOOK, effort))
  return { measures, webs: webs ?? [], unknown: webs ? [] : ['webs'] }
}

/** Outline of what turns at the saw: the drawing's own sheet, or the board it lies on, across the middle of its width, from where it is sawn. */
function hullOf({ minX, minY, maxX, maxY }: Box, on?: SawnBoard): Points {
  if (!on) return [minX, minY, maxX, minY, maxX, maxY, minX, maxY]
  const [left, middle] = [minX - on.from, (minY + maxY) / 2]
  const [right, half] = [Math.max(maxX, left + on.length), Math.max(maxY - minY, on.width) / 2]
  return [left, middle - half, right, middle - half, right, middle + half, left, middle + half]
}

/** Everything the pattern comes to with this job and blade. */
export function reckon(pattern: Pattern, given: ReckonGiven, tell?: Tell, measured = measureAll(pattern, tell)): Reckoning {
  const { job, blade, choices } = given
  const { measures, webs } = measured
  const pace = paceOf(job, blade)
  const drill = pilotDrill(blade, given.drills)?.mm ?? Math.ceil(10 * startingHole(blade)) / 10
  // while anything is sawn it still hangs in the whole board
  const board = pattern.board
  const boardHull = hullOf(board, job.cut.board)
  const beside = new Map<number, Web>()
  for (const w of webs) for (const id of [w.a, w.b]) if (!beside.has(id)) beside.set(id, w)
  const kept = new Set(choices.keptIslands)
  const sparedIn = new Map<number, Points[]>()
  for (const r of pattern.rings)
    if (kept.has(r.id) && r.parent !== undefined) sparedIn.set(r.parent, [...(sparedIn.get(r.parent) ?? []), measures[r.id]!.simple])
  const arm = { throat: job.saw.throat, armHalfWidth: job.saw.armHalfWidth }
  const heads = { anywhere: turnsAnywhere(blade), quarter: turnsQuarter(job.saw, blade) }
  const support = heldWithin(job, blade)
  const lines = linesOf(pattern.rings)
  // openings go in an order of their own, and what falls is not sawn
  const remains = leftToSaw(pattern.rings.filter((r) => r.role === 'outline' || kept.has(r.id)))
  const unknown = new Set(measured.unknown)
  /** One effort for all rings: once it is spent, the rest is not known either. */
  const efforts = { kerf: { left: EFFORT.kerf }, corners: { left: EFFORT.corners } }
  const tried = <T>(what: keyof typeof efforts, work: (effort: Effort) => T, otherwise: () => T): T => {
    try {
      if (!unknown.has(what)) return work(efforts[what])
    } catch (error) {
      if (!(error instanceof Spent)) throw error
      unknown.add(what)
    }
    return otherwise()
  }

  const bends: Bends[] = []
  const rings = pattern.rings.map((ring, i): RingReckoning => {
    if ((i & 15) === 0) tell?.(0.25 + (0.55 * i) / pattern.rings.length)
    const m = measures[i]!
    const kerf = tried(
      'kerf',
      (effort) => kerfFit({ ...ring, points: m.simple }, job.cut.line, blade.kerf, effort),
      (): KerfFit => ({ fit: 'whole', paths: [m.simple] }),
    )
    const swing = swingOf(m.simple, boardHull, arm, heads)
    const moved = choices.holes[ring.id]
    const spared = sparedIn.get(ring.id) ?? []
    const hole =
      ring.role !== 'opening' ? undefined : moved ? movedHole(ring, m, moved, drill, spared) : placeHole(m.simple, m.corners, drill, spared)
    const web = beside.get(ring.id)
    const thin = web && alongAt(ring, ...(web.a === ring.id ? web.from : web.to))
    const left = remains.get(ring.id)
    const around = {
      job,
      blade,
      board,
      rings: lines,
      within: support,
      swing,
      hole: hole?.hole,
      left,
      thin,
      direction: choices.directions[ring.id],
    }
    const plan = tried(
      'corners',
      (effort) => planRing(ring, m, { ...around, effort }),
      () => planRing(ring, { ...m, corners: [] }, around),
    )
    const sawn = ring.role !== 'island' || kept.has(ring.id)
    const line = new Bends()
    line.put(bendsOf(m.calm), shareLeft(m, left))
    line.add(STRAIGHT, plan.extra)
    bends[i] = line
    return {
      ring,
      measure: m,
      kerf,
      hole,
      swing,
      plan,
      left,
      web,
      cutting: sawingSeconds(line, pace),
      sawn,
      state: 'within',
    }
  })

  const openings = rings.filter((r) => r.ring.role === 'opening')
  const task = orderTask(openings, webs)
  const best = bestOrder(task)
  tell?.(0.95)
  const index = new Map(openings.map((r, k) => [r.ring.id, k]))
  const byHand = choices.order?.flatMap((id) => index.get(id) ?? [])
  const chosen = byHand && new Set(byHand).size === openings.length ? byHand : best
  const after = rings
    .filter((r) => r.sawn && r.ring.role !== 'opening')
    .sort((a, b) => (a.ring.role === b.ring.role ? inTurn(a.ring, b.ring) : a.ring.role === 'island' ? -1 : 1))
  // a piece lying in an opening goes before the opening lets it fall
  const order = [
    ...after.filter((r) => r.ring.role === 'island'),
    ...chosen.map((k) => openings[k]!),
    ...after.filter((r) => r.ring.role === 'outline'),
  ].map((r) => r.ring.id)

  const sawn = rings.filter((r) => r.sawn)
  const troubles = findTroubles(pattern, rings, webs, { job, blade, drill, within: support })
  for (const t of troubles) for (const id of t.rings) if (t.state !== 'within' && rings[id]!.state !== 'beyond') rings[id]!.state = t.state
  tell?.(1)
  const steered = rings
    .filter((r) => r.sawn)
    .flatMap((r) => [r.measure.tightest.waste, r.measure.tightest.kept].flatMap((b) => (b ? [{ ...b, ring: r.ring.id }] : [])))
  const tightest = steered.reduce<(typeof steered)[number] | undefined>((a, b) => (!a || b.radius < a.radius ? b : a), undefined)
  return {
    rings,
    webs,
    order,
    cost: {
      chosen: orderCost(task, chosen),
      best: orderCost(task, best),
      reading: orderCost(task, readingOrder(task)),
      nearest: orderCost(task, nearestOrder(task)),
    },
    course: courseOf(sawn, bends),
    troubles,
    length: sawn.reduce((t, r) => t + r.measure.length * shareLeft(r.measure, r.left), 0),
    drill,
    tightest: tightest && { radius: tightest.radius, centre: tightest.centre, ring: tightest.ring },
    narrowest: webs[0],
    unknown: [...unknown],
  }
}

/** How the lines of a drawing run that are sawn, and what is done at them besides. */
function courseOf(sawn: readonly RingReckoning[], lines: readonly Bends[]): Course {
  const bends = new Bends()
  for (const r of sawn) bends.put(lines[r.ring.id]!)
  const events = sawn.flatMap((r) => r.plan.events)
  const stop = (e: Event) => e.what === 'clear' || e.what === 'clamp'
  const seconds = (of: Event[]) => of.reduce((t, e) => t + e.seconds, 0)
  return { bends: bends.value, corners: seconds(events.filter((e) => !stop(e))), stops: seconds(events.filter(stop)) }
}

/** Pieces that share lines come off in turn, after those that stand alone. */
const inTurn = ({ part: a }: Ring, { part: b }: Ring): number => (a?.of ?? -1) - (b?.of ?? -1) || (a?.turn ?? 0) - (b?.turn ?? 0)

function movedHole(ring: Ring, m: Measure, at: { x: number; y: number }, drill: number, spared: readonly Points[]): HolePlace {
  const hole: Hole = holeAt(ring.points, at.x, at.y, drill, spared)
  const { largest, middle } = placeHole(m.simple, [], drill, spared)
  return { hole, largest, middle, fits: hole.clear >= 0 }
}

/** The openings' holes, times and webs as the order sees them. */
export function orderTask(openings: readonly RingReckoning[], webs: readonly Web[]): OrderTask {
  const index = new Map(openings.map((r, k) => [r.ring.id, k]))
  return {
    x: Float64Array.from(openings, (r) => r.hole!.hole.x),
    y: Float64Array.from(openings, (r) => r.hole!.hole.y),
    minutes: Float64Array.from(openings, (r) => (r.cutting + r.plan.seconds) / 60),
    webs: webs.flatMap((w) => {
      const [a, b] = [index.get(w.a), index.get(w.b)]
      if (a === undefined && b === undefined) return []
      return [{ a: (a ?? b)!, b: (b ?? a)!, weight: 1 / Math.max(w.width, 0.05) }]
    }),
  }
}
