import { startingHole, turnRadius, type Blade } from '../../blade/index.js'
import { centreRadius, drawnWeb, type Job } from '../../job/index.js'
import { leastWeb, usable } from '../../choose/index.js'
import { kerfFit, HOLE_MARGIN } from '../measure/index.js'
import type { Reckoning, Trouble, TroubleKind } from './reckoning.js'

/** Troubles of one kind and state together, worst first. */
export interface TroubleGroup {
  kind: TroubleKind
  state: Trouble['state']
  items: Trouble[]
}
export function groupTroubles(troubles: readonly Trouble[]): TroubleGroup[] {
  const groups = new Map<string, TroubleGroup>()
  for (const t of troubles) {
    const key = `${t.kind} ${t.state}`
    const g = groups.get(key)
    if (g) g.items.push(t)
    else groups.set(key, { kind: t.kind, state: t.state, items: [t] })
  }
  return [...groups.values()]
}

/** A change that cures a trouble, ready to apply. */
export type Remedy =
  | { kind: 'pivot' }
  | { kind: 'blade'; blade: Blade }
  | { kind: 'join'; tolerance: number }
  | { kind: 'keep-island'; rings: number[] }
  | { kind: 'bridge'; rings: number[]; width: number }
  | { kind: 'own-order' }
  | { kind: 'own-hole'; rings: number[] }

const TRIED = 60 // rings a kerf is tried in, and points of them: more would take seconds; what is left is told again
const POINTS = 20_000
const WIDEST_JOIN = 2 // mm; ends further apart than this are not one line

/** How wide a bridge is drawn, mm: a web that stands safely when it is sawn. */
export const bridgeWidth = (job: Job, blade: Blade): number => Math.ceil(10 * drawnWeb(job.cut, blade, leastWeb(job, blade).value)) / 10

/** What cures a group of troubles; each is tried before it is offered. `blades` are those to choose from. */
export function remediesFor(group: TroubleGroup, found: Reckoning, job: Job, blade: Blade, blades: readonly Blade[]): Remedy[] {
  const rings = group.items.flatMap((t) => t.rings).map((id) => found.rings[id]!)
  const twisted = blades.filter((b) => b.pattern === 'twisted')
  const smaller = blades.filter((b) => b.group === blade.group && b.order < blade.order).sort((a, b) => b.order - a.order)
  const first = (cures: (b: Blade) => boolean, among = [...smaller, ...twisted]): Remedy[] => {
    // few blades cure it, and whether a blade is of use at all takes longer to say
    const b = among.find((b) => cures(b) && usable(job, b))
    return b ? [{ kind: 'blade', blade: b }] : []
  }
  switch (group.kind) {
    case 'bend': {
      const manner = job.cut.turn === 'flowing' ? 'flowing' : 'worked'
      // of the bends to either side the tightest stands for the rest
      const tightest = (['waste', 'kept'] as const).map((centre) => ({
        ...job.cut,
        centre,
        radius: rings.reduce((least, x) => Math.min(least, x.measure.tightest[centre]?.radius ?? Infinity), Infinity),
      }))
      const turns = (b: Blade) => {
        const r = turnRadius(b, manner)
        return r !== undefined && tightest.every((cut) => cut.radius === Infinity || centreRadius(cut, b)! >= r)
      }
      return [...(job.cut.turn === 'pivot' ? [] : [{ kind: 'pivot' } as const]), ...first(turns)]
    }
    case 'kerf': {
      let points = 0
      const tried = rings.slice(0, TRIED).filter((x) => (points += x.ring.points.length / 2) <= POINTS)
      return first((b) => tried.every((x) => kerfFit(x.ring, job.cut.line, b.kerf).fit === 'whole'))
    }
    case 'hole': {
      const moved = group.items.filter((t) => t.state === 'near').flatMap((t) => t.rings)
      const room = rings.reduce((least, x) => Math.min(least, x.hole ? x.hole.largest + HOLE_MARGIN : Infinity), Infinity)
      return [
        ...(moved.length ? [{ kind: 'own-hole', rings: moved } as const] : []),
        ...(group.state === 'beyond' ? first((b) => startingHole(b) <= room) : []),
      ]
    }
    case 'swing':
      // close by the arm is still by it
      return blade.pattern === 'twisted' || group.items.every((t) => t.need < t.have) ? [] : first(() => true, twisted)
    case 'web':
      return found.cost.chosen > found.cost.best * 1.001 ? [{ kind: 'own-order' }] : []
    case 'loose': {
      const widest = group.items.reduce((w, t) => Math.max(w, t.have), 0)
      return widest <= WIDEST_JOIN ? [{ kind: 'join', tolerance: Math.ceil(widest * 105) / 100 }] : []
    }
    case 'island':
      return [
        { kind: 'bridge', rings: group.items.flatMap((t) => t.rings), width: bridgeWidth(job, blade) },
        { kind: 'keep-island', rings: group.items.flatMap((t) => t.rings) },
      ]
    default:
      return []
  }
}
