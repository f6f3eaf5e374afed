import { decimal } from '../quantity/index.js'
import { oneCut, type CornerWay, orbitChoice, orbitInUse } from '../cut/index.js'
import { strokeOf, type Saw } from '../saw/index.js'
import type { Fate } from '../log/index.js'
import type { Ease, Form, MaterialClass } from '../stock/index.js'
import type { TurnManner } from '../blade/index.js'
import type { Cut, Finish, Job, LineSide, Round, Shown, Skill } from '../job/index.js'
import type { State, Evaluation } from '../choose/index.js'
import { orbitWords } from './setup.js'
import { countWords, lengthWords, minutesWords, type Say } from './say.js'

/** What a family of stock is called. */
export const materialClassNames: Record<MaterialClass, string> = {
  wood: 'Wood',
  plastic: 'Plastic',
  organic: 'Bone, horn',
  shell: 'Shell',
  ceramic: 'Tile',
  metal: 'Metal',
  steel: 'Steel',
}
/** What a form of stock is called. */
export const formNames: Record<Form, string> = { sheet: 'Sheet', board: 'Board', stack: 'Stack', tube: 'Tube', rod: 'Rod' }
/** How a blade is left by a cut. */
export const fateNames: Record<Fate, string> = { fine: 'Still good', dull: 'Dull', broke: 'Broke', slipped: 'Slipped' }
/** Headings under which materials are offered, by their group. */
export const materialGroupNames: Record<string, string> = {
  softwood: 'Softwoods',
  hardwood: 'Hardwoods',
  tropical: 'Dense tropicals',
  panel: 'Panels',
  plastic: 'Plastics',
  organic: 'Bone, horn, shell',
  ceramic: 'Tile',
  metal: 'Metals',
}

/** One part of the ticket in words. */
export interface Said {
  name: string
  value: string
  note: string
  state: State
}

/** A jigsaw's orbit: the step in use and why no more of it. */
export function orbitSaid(job: Job, { blade }: Pick<Evaluation, 'blade'>): Said {
  const choice = orbitChoice(job, blade)
  const value = orbitInUse(job, blade)
  return {
    name: 'Orbit',
    value: value ? `${value} of ${Math.max(...choice.steps)}` : 'none',
    state: value > choice.value ? 'beyond' : value < choice.value ? 'near' : 'within',
    note: value === choice.value ? orbitWords[choice.limit] : `${choice.value} is suggested: ${orbitWords[choice.limit]}`,
  }
}

/** A hand saw's stroke: how many a cut and how long. */
export function strokeSaid(job: Job, evaluation: Pick<Evaluation, 'blade' | 'feed'>, say: Say): Said {
  const { rubs } = evaluation.feed
  return {
    name: 'Stroke',
    value: `${oneCut(job, evaluation.feed).strokes} a cut`,
    state: rubs ? 'beyond' : 'within',
    note: `${lengthWords(Math.round(strokeOf(job.saw, evaluation.blade) / 5) * 5, say)} long${rubs ? ', only rubbing' : ''}`,
  }
}

/** What a cut asks for, in a few words. */
export function cutSaid(cut: Cut, say: Say): string {
  const len = (mm: number) => lengthWords(mm, say)
  const web = cut.web === undefined ? '' : `webs ${len(cut.web)}`
  // one unit says it for both
  const radius =
    cut.radius === undefined
      ? cut.corners
        ? `corners of ${decimal(cut.corners.angle, 0)}°`
        : 'no curves'
      : `R ${web ? len(cut.radius).replace(' mm', '') : len(cut.radius)}`
  const bevel = cut.bevel ? `${decimal(cut.bevel, 1)}° bevel` : ''
  const grain = cut.grain ? `${cut.grain} the grain` : ''
  const depth = cut.depth === undefined ? '' : `${len(cut.depth)} deep`
  const backer = cut.backing === undefined ? '' : `${len(cut.backing)} backer`
  return [grain || radius, web, depth, bevel, backer, cut.plunge && 'plunged', cut.taped && 'taped', cut.bare && 'bare']
    .filter(Boolean)
    .join(', ')
}

const lineWords: Record<LineSide, string> = { leave: 'line left', split: 'line split', take: 'line taken' }
const turnWords: Record<TurnManner, string> = { flowing: 'no side push', worked: 'eased round', pivot: 'corners spun on the spot' }
/** What eases a cut, and the same cut without it. */
export const easeWords: Record<Ease, { with: string; without: string }> = {
  wax: { with: 'waxed', without: 'dry, no wax' },
  wet: { with: 'wetted', without: 'dry, no water' },
  film: { with: 'film left on', without: 'film off' },
  tape: { with: 'taped over', without: 'no tape' },
}
export const finishWords: Record<Finish, string> = { careful: 'careful work', ordinary: 'ordinary work', rough: 'rough work' }
export const showsWords: Record<Shown, string> = { face: 'one face shows', both: 'both faces show' }
export const skillWords: Record<Skill, string> = { learning: 'a learning hand', practised: 'a practiced hand', sure: 'a sure hand' }

/** What else is set of a cut beside its kind, curve, web and finish, in one line. */
export function cutRestSaid(cut: Cut, saw: Saw, say: Say): string {
  const len = (mm: number) => lengthWords(mm, say)
  const bends = cut.radius !== undefined
  return [
    bends && `center in the ${cut.centre === 'waste' ? 'waste' : 'piece'}`,
    bends && turnWords[cut.turn],
    cut.round && roundShapeWords(cut.round, say),
    cut.corners && `${countWords(cut.corners.count, 'corner')} of ${decimal(cut.corners.angle, 0)}°`,
    lineWords[cut.line],
    showsWords[cut.shows],
    skillWords[cut.skill],
    cut.kind === 'pierced' && (cut.hole === undefined ? 'any drill' : `room for a hole of ${len(cut.hole)}`),
    'tiltMax' in saw && (cut.bevel ? `${decimal(cut.bevel, 1)}° bevel` : 'square'),
    cut.plunge && 'plunged, no hole',
    cut.taped && 'scored and taped',
    cut.backing !== undefined && `${len(cut.backing)} backer`,
    cut.board && `board ${len(cut.board.length)} × ${len(cut.board.width)}`,
    cut.lie && `${len(cut.lie.behind)} of board behind`,
    cut.flush ? 'flush on a face' : cut.boxed && 'in a miter box',
    cut.room !== undefined && `${len(cut.room)} of room for the saw`,
    `${len(cut.length)} of cut${cut.kind === 'pierced' ? ` in ${countWords(cut.openings, 'opening')}` : ''}`,
  ]
    .filter(Boolean)
    .join(', ')
}

/** “circle of 120 mm”, “oval of 120 × 80 mm”, “90° of a circle of 120 mm”. */
export function roundShapeWords({ shape, across, high, turn }: Round, say: Say): string {
  const mm = lengthWords(across, say)
  if (shape === 'circle') return `circle of ${mm}`
  if (shape === 'oval') return `oval of ${mm} × ${lengthWords(high ?? across, say)}`
  return `${decimal(turn ?? 180, 0)}° of a circle of ${mm}`
}
const wayNames: Record<CornerWay['by'], string> = {
  pivot: 'on the spot',
  hole: 'a hole in it first',
  meet: 'two cuts that meet',
  none: 'no turning',
}
/** One way round a corner: what it takes in all, and how sharp it is left. */
export function cornerWords(way: CornerWay, count: number, say: Say): { name: string; takes: string; leaves: string } {
  const all = way.seconds * count
  const takes =
    way.seconds === 0 ? 'no time' : `${Math.round(way.seconds)} s each, ${all < 90 ? `${Math.round(all)} s` : minutesWords(all)} in all`
  return {
    name: wayNames[way.by],
    takes,
    leaves: way.leaves ? `an inside one left R ${lengthWords(Math.round(way.leaves * 100) / 100, say)}` : 'left sharp',
  }
}
