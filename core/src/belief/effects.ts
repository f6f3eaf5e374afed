import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import { familyOfStock, type Material } from '../stock/index.js'

/** What one's own cuts teach: times and life as logarithms of true over predicted, faces in grades against the grade predicted. */
export const responses = ['sawing', 'threading', 'cleanUp', 'life', 'edge', 'face', 'underside'] as const
export type Response = (typeof responses)[number]
/** Responses told by one figure are learned together: minutes at the saw are sawing and threading. */
export const systems = ['time', 'cleanUp', 'life', 'edge', 'face', 'underside'] as const
export type System = (typeof systems)[number]
export const systemOf = (r: Response): System => (r === 'sawing' || r === 'threading' ? 'time' : r)

/** Whose doing a difference is. `match` is a tooth pattern in one class of stock. */
export const effects = ['user', 'class', 'kin', 'material', 'pattern', 'match', 'saw'] as const
export type Effect = (typeof effects)[number]

/**
 * Spreads of the effects before any evidence: a few tenths in logarithms, about half a grade. One scale common to them all is
 * estimated from the log. Estimates.
 */
const times = { user: 0.3, class: 0.2, kin: 0.1, material: 0.15, pattern: 0.15, match: 0.15, saw: 0.2 }
const graded = { user: 0.35, class: 0.3, kin: 0.15, material: 0.3, pattern: 0.3, match: 0.25, saw: 0.3 }
export const spreads: Record<Response, Record<Effect, number>> = {
  sawing: times,
  threading: { ...times, pattern: 0.1, match: 0.1, saw: 0.3 },
  cleanUp: { ...times, material: 0.2, pattern: 0.2 },
  life: { ...times, material: 0.25, pattern: 0.2 },
  edge: graded,
  face: graded,
  underside: graded,
}
/** Scatter of one outcome about what it should be: a fifth in time, half in a blade's single life, seven tenths of a grade (reference). */
export const scatter: Record<System, number> = { time: 0.2, cleanUp: 0.25, life: 0.5, edge: 0.7, face: 0.7, underside: 0.7 }
/** How many cuts that scatter is worth before one's own say otherwise: where outcomes are cut off or rounded they hardly can; estimates. */
export const surety: Record<System, number> = { time: 10, cleanUp: 10, life: 200, edge: 100, face: 100, underside: 100 }

/** Stock that saws alike within its class: hard woods, soft woods, layered and pressed boards. */
const kinOf = (material: Material) =>
  familyOfStock(material).fibrous && material.build === 'solid' ? (material.hard ? 'hard' : 'soft') : material.build
/** Hand saws part by their filing as blades do by their teeth. */
export const toothKind = (blade: Pick<Blade, 'pattern' | 'plate'>): string => blade.plate?.filing ?? blade.pattern

export const changeKinds = ['saw', 'hand', 'workshop'] as const
/** When the saw, the hand or the workshop changed: what was learned of it before speaks no more. */
export interface Change {
  what: (typeof changeKinds)[number]
  /** which saw */
  id?: string
  /** ms since 1970 */
  at: number
}
const touches = (c: Change, effect: Effect, level: string) =>
  effect === 'user' ? c.what !== 'saw' : effect === 'saw' && (c.what === 'workshop' || (c.what === 'saw' && c.id === level))

/**
 * The level of every effect a cut stands at, as the name of one unknown: what is the saw’s stays with the saw.
 * @param at ms since 1970, of the cut; a level that was changed since has another name
 */
export function levelsOf(job: Pick<Job, 'stock' | 'saw'>, blade: Pick<Blade, 'pattern' | 'plate'>, changes: readonly Change[], at: number) {
  const { material } = job.stock
  const teeth = toothKind(blade)
  const level: Record<Effect, string> = {
    user: '',
    class: material.cuts,
    kin: `${material.cuts} ${kinOf(material)}`,
    material: material.id,
    pattern: teeth,
    match: `${teeth} in ${material.cuts}`,
    saw: job.saw.id,
  }
  return effects.map((effect): [Effect, string] => {
    const since = changes.filter((c) => c.at <= at && touches(c, effect, level[effect])).length
    return [effect, `${effect}:${level[effect]}${since ? `#${since}` : ''}`]
  })
}
