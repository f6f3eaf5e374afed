import { limitById, leastWeb } from '../../choose/index.js'
import { drawnRadius, drawnWeb, type Job } from '../../job/index.js'
import { startingHole, type Blade } from '../../blade/index.js'
import { bisect, unbounded } from '../../number/index.js'
import {
  boxOf,
  common,
  distanceTo,
  filled,
  fromPath,
  grown,
  inside,
  layOut,
  partsOf,
  redrawn,
  single,
  toPath,
  together,
  without,
  type Loop,
  type Pattern,
  type Redraw,
  type Region,
  type Ring,
} from '../outline/index.js'
import { HOLE_MARGIN, SEAM } from '../measure/index.js'
import { measureAll, reckon, type Measured } from './reckon.js'
import { noChoices, type ReckonGiven, type Reckoning, type Trouble } from './reckoning.js'

/** A change offered: what is redrawn, and where, mm on the drawing. */
export interface Change {
  redraw: Redraw
  x: number
  y: number
}
export interface Fewest {
  changes: Change[]
  /** how many places the blade still does not cut with them, each of which would need more than is allowed */
  left: number
}

const ALLOWED = 1 // mm a line may be moved: more is another drawing; estimate
const SURE = 1.03 // times what is needed, so that rounding leaves it on the good side
const ROUNDER = 1.1 // and for a bend, which is read together with where it begins
const SEEN = 0.015 // mm: a change that moves a line less is none
const ROUNDS = 6
const MENDED: readonly Trouble['kind'][] = ['bend', 'kerf', 'hole', 'web']

/**
 * The least change that lets a blade cut a drawing: curves it cannot turn are rounded where they are too tight, openings
 * its kerf or its hole does not pass are widened there, and webs too thin to stand are drawn wider into the waste.
 * Corners it pivots at stay sharp. Every change is tried: what is returned is cut by this blade, but for what is `left`.
 * @param loops the drawing's edges, mm
 */
export function fewestRedraws(loops: readonly Loop[], given: Omit<ReckonGiven, 'choices'>): Fewest {
  const changes: Change[] = []
  const tried = new Set<string>()
  let now = [...loops]
  let [stuck, before] = [0, 0]
  for (let round = 0; round < ROUNDS; round++) {
    const pattern = layOut(now, single)
    const measured = measureAll(pattern)
    const found = reckon(pattern, { ...given, choices: noChoices }, undefined, measured)
    const wrong = beyond(found)
    stuck = wrong.length
    if (round === 0) before = stuck
    if (!wrong.length) break
    const more = wrong
      .flatMap((t) => mends(t, pattern, measured, found, given))
      // one place is mended once a round, and a change that did not help is not made again
      .filter(({ redraw, x, y }) => {
        const key = `${redraw.kind} ${redraw.stays} ${x.toFixed(1)} ${y.toFixed(1)} ${redraw.to?.toFixed(2)}`
        if (tried.has(key) || (redraw.by ?? 0) > ALLOWED || (redraw.by ?? 0) < SEEN) return false
        tried.add(key)
        return true
      })
    const made = more.filter((c) => {
      const next = redrawn(now, [c.redraw], unbounded)
      // openings drawn wider may grow into each other: another drawing
      if (next.length !== now.length) return false
      now = next
      return true
    })
    if (!made.length) break
    changes.push(...made)
  }
  if (!stuck) return { changes: needed(loops, changes, given), left: 0 }
  // where not all can be had, only what helps is offered
  return stuck < before ? { changes, left: stuck } : { changes: [], left: stuck }
}

const reckonOf = (loops: readonly Loop[], given: Omit<ReckonGiven, 'choices'>): Reckoning =>
  reckon(layOut(loops, single), { ...given, choices: noChoices })
const beyond = (found: Reckoning): Trouble[] => found.troubles.filter((t) => t.state === 'beyond' && MENDED.includes(t.kind))

const WEIGHED = 24 // changes up to which each is left out once, to see whether it is needed

/** Changes without which something fails; those of an earlier round may have become needless by later ones. */
function needed(loops: readonly Loop[], changes: readonly Change[], given: Omit<ReckonGiven, 'choices'>): Change[] {
  if (changes.length < 2 || changes.length > WEIGHED) return [...changes]
  return changes.reduce<Change[]>(
    (kept, c) => {
      const rest = kept.filter((k) => k !== c)
      const tried = redrawn(
        loops,
        rest.map((k) => k.redraw),
        unbounded,
      )
      return beyond(reckonOf(tried, given)).length ? kept : rest
    },
    [...changes],
  )
}

/** What would mend one trouble. */
function mends(t: Trouble, pattern: Pattern, measured: Measured, found: Reckoning, { job, blade }: Omit<ReckonGiven, 'choices'>): Change[] {
  const ring = pattern.rings[t.rings[0]!]!
  switch (t.kind) {
    case 'bend':
      return rounded(ring, pattern, measured, job, blade)
    case 'kerf':
      return widened(ring, pattern, blade.kerf / 2)
    case 'hole': {
      const at = found.rings[ring.id]!.hole!.middle
      return drilled(ring, pattern, at, startingHole(blade) / 2 + HOLE_MARGIN / 2)
    }
    case 'web':
      return thickened(
        { ...t, have: drawnWeb(job.cut, blade, t.have) },
        pattern,
        drawnWeb(job.cut, blade, leastWeb(job, blade).least) * SURE,
        (['waste', 'kept'] as const).map((c) => turning(job, blade, c) ?? 0),
      )
    default:
      return []
  }
}

/** What of the sheet a ring is sawn out of: its opening, or all round its outline. */
function wasteOf(ring: Ring, pattern: Pattern): Region {
  if (ring.role === 'opening')
    return filled([ring.points, ...pattern.rings.filter((r) => r.parent === ring.id).map((r) => r.points)], 'evenodd', unbounded)
  const b = boxOf(ring.points)
  const m = 20
  const sheet = [b.minX - m, b.minY - m, b.maxX + m, b.minY - m, b.maxX + m, b.maxY + m, b.minX - m, b.maxY + m]
  return filled([sheet, ring.points], 'evenodd', unbounded)
}

/** Too tight bends of one ring, to either side: what a disc that the blade could follow does not reach. */
function rounded(ring: Ring, pattern: Pattern, { measures }: Measured, job: Job, blade: Blade): Change[] {
  const waste = wasteOf(ring, pattern)
  const corners = measures[ring.id]!.corners
  return (['waste', 'kept'] as const).flatMap((centre) => {
    const radius = turning(job, blade, centre)
    const from = measures[ring.id]!.tightest[centre]?.radius
    if (radius === undefined || from === undefined || from >= radius) return []
    const region = centre === 'waste' ? waste : without(boxed(waste), waste, unbounded)
    const smooth = grown(grown(region, -radius, unbounded), radius, unbounded)
    const free = (part: Region) => !corners.some((c) => near(part, c.x, c.y, SEEN))
    return sound(without(region, smooth, unbounded))
      .filter(free)
      .map((part) => {
        const by = reachOf(part, smooth)
        if (by <= ALLOWED) return change('round', centre === 'waste', part, region, by, pattern, radius)
        // a slot or a tongue narrower than its own end may be: drawn wider, not filled
        const missing = radius - halfWidth(part) + SEAM / 2
        const more = without(grown(part, missing, unbounded), region, unbounded)
        return change('round', centre !== 'waste', more, without(boxed(region), region, unbounded), missing, pattern, radius)
      })
  })
}
/** The tightest drawn bend a blade can be steered round, mm; undefined where it needs none. */
function turning(job: Job, blade: Blade, centre: 'waste' | 'kept'): number | undefined {
  const cut = { ...job.cut, centre, radius: 10 }
  const asked = cut.turn === 'pivot' ? undefined : limitById('turn').test({ ...job, cut }, blade)
  return asked && ROUNDER * drawnRadius(cut, blade, asked.least)
}
/** Half the width of a part where it is widest, mm. */
const halfWidth = (part: Region): number => bisect((x) => !grown(part, -x, unbounded).length, 0, 2 * ALLOWED, 9)[0]
const boxed = (region: Region): Region => {
  const b = boxOf(region.flatMap((p) => fromPath(p)))
  return [toPath([b.minX, b.minY, b.maxX, b.minY, b.maxX, b.maxY, b.minX, b.maxY])]
}

/** Places of an opening too narrow for the kerf's half width: drawn as much wider there as is missing. */
function widened(ring: Ring, pattern: Pattern, half: number): Change[] {
  const waste = wasteOf(ring, pattern)
  const wide = grown(grown(waste, -half * SURE, unbounded), half * SURE, unbounded)
  // how much is missing: the most it can be shrunk and stay whole
  const [whole] = bisect((x) => grown(waste, -x, unbounded).length !== 1, 0, half * SURE, 8)
  const missing = half * SURE - whole + SEAM / 2
  return sound(without(waste, wide, unbounded)).flatMap((part) => {
    // tips that lead nowhere are rounded by the kerf, and need nothing; a neck joins two places where it passes
    if (wide.length && joins(part, wide) < 2) return []
    const more = without(grown(part, missing, unbounded), waste, unbounded)
    return [change('widen', false, more, without(boxed(waste), waste, unbounded), missing, pattern, 2 * half)]
  })
}
const joins = (part: Region, wide: Region): number =>
  wide.filter((p) => common(grown(part, 2 * SEAM, unbounded), [p], unbounded).length).length

/** Room for the starting hole at the widest place of an opening. */
function drilled(ring: Ring, pattern: Pattern, [x, y]: readonly [number, number], radius: number): Change[] {
  const disc: number[] = []
  for (let i = 0; i < 72; i++) disc.push(x + radius * Math.cos((i * Math.PI) / 36), y + radius * Math.sin((i * Math.PI) / 36))
  const waste = wasteOf(ring, pattern)
  const more = without([toPath(disc)], waste, unbounded)
  return more.length
    ? [change('widen', false, more, without(boxed(waste), waste, unbounded), reachOf(more, waste), pattern, 2 * radius)]
    : []
}

/**
 * A web drawn wider into the openings beside it, as far along as it is too thin, and running out smoothly.
 * @param turns the tightest bends the blade is steered round, centred in the waste and in what is kept, mm
 */
function thickened(t: Trouble, pattern: Pattern, need: number, [inWaste, inKept]: readonly number[]): Change[] {
  const beside = t.rings.map((id) => pattern.rings[id]!).filter((r) => r.role === 'opening')
  const outline =
    pattern.rings.find((r) => r.role === 'outline' && inside(r.points, t.x, t.y)) ?? pattern.rings.find((r) => r.role === 'outline')
  if (!beside.length || !outline) return []
  const waste = together(
    beside.map((r) => wasteOf(r, pattern)),
    unbounded,
  )
  const stock = without([toPath(outline.points)], waste, unbounded)
  const sturdy = grown(grown(stock, -need / 2, unbounded), need / 2, unbounded)
  const missing = (need - t.have) / (beside.length > 1 ? 2 : 1)
  return sound(without(stock, sturdy, unbounded))
    .filter((part) => near(part, t.x, t.y, need))
    .flatMap((part) => {
      const strip = common(grown(part, missing + SEAM, unbounded), waste, unbounded)
      const around = grown(strip, 2 * Math.max(inWaste!, inKept!, need), unbounded)
      // each opening by itself: together they would close over the web between them
      const smooth = beside.flatMap((r) => {
        const rest = without(wasteOf(r, pattern), strip, unbounded)
        const open = inWaste ? grown(grown(rest, -inWaste, unbounded), inWaste, unbounded) : rest
        return inKept ? grown(grown(open, inKept, unbounded), -inKept, unbounded) : open
      })
      const more = without(common(waste, around, unbounded), smooth, unbounded)
      return more.length ? [change('web', true, more, waste, reachOf(more, smooth), pattern, need)] : []
    })
}

/** The parts of a region that are more than slivers of rounding. */
const sound = (region: Region): Region[] => partsOf(region).filter((part) => grown([part[0]!], -SEEN / 2, unbounded).length)
/** How far a part goes from the edges of a region, mm. */
function reachOf(part: Region, edges: Region): number {
  const lines = edges.map(fromPath)
  let most = 0
  for (const path of part) {
    const p = fromPath(path)
    for (let i = 0; i < p.length; i += 2) most = Math.max(most, Math.min(...lines.map((l) => distanceTo(l, p[i]!, p[i + 1]!))))
  }
  return most
}
function near(part: Region, x: number, y: number, within: number): boolean {
  return part.some((path) => {
    const p = fromPath(path)
    return inside(p, x, y) || distanceTo(p, x, y) <= within
  })
}

/** A part as a change of the drawing: it lies a hair over what it joins, and tells how far it moves the line. */
function change(kind: Redraw['kind'], stays: boolean, part: Region, from: Region, by: number, pattern: Pattern, to: number): Change {
  const over = together([part, without(grown(part, SEAM, unbounded), from, unbounded)], unbounded)
  const [dx, dy] = pattern.origin
  const b = boxOf(part.flatMap((p) => fromPath(p)))
  return {
    redraw: {
      kind,
      stays,
      to,
      by,
      patches: over.map((p) => fromPath(p).map((v, i) => v - (i % 2 ? dy : dx))),
    },
    x: (b.minX + b.maxX) / 2 - dx,
    y: (b.minY + b.maxY) / 2 - dy,
  }
}
