import { HOLE_CLEARANCE } from '../blade/index.js'
import { ADVISED, CLEANED, COOL, feedShare, LEAST_TEETH, PIVOT, SURE, TRADE_MINIMUM } from '../cut/index.js'
import { BEND, EXACT, ROUGH_BEND, TRAVEL } from '../pattern/index.js'
import { PRIOR_SPENT } from '../log/index.js'
import { toDegrees } from '../number/index.js'
import { decimal } from '../quantity/index.js'
import { biteWords, lengthWords, type Say } from './say.js'

const round = (angle: number) => Math.round(toDegrees(angle))

/** A rule a figure can be traced to: its name, formula, and where it comes from. */
export interface Rule {
  name: string
  formula: string | ((say: Say) => string)
  source: string
}

/** A rule's formula in words and signs, its constants in the user's unit. */
export const formulaWords = ({ formula }: Rule, say: Say): string => (typeof formula === 'string' ? formula : formula(say))

/** Rules whose figures belong to a job and blade. */
export const jobRules = {
  turn: {
    name: 'Tightest drawn curve',
    formula: 'the turn of the kerf’s center line (no side push, eased round or spun on the spot) and half a kerf to the drawn line',
    source: 'Geometry of a flat blade in its kerf.',
  },
  worked: {
    name: 'Eased round',
    formula: 'R = w² ÷ 4(k − t), for the kerf’s center line, the body eased along the path',
    source: 'Geometry, first order.',
  },
  flowing: {
    name: 'No side push',
    formula: 'R = (w² − (k² − t²)/4) ÷ (k − t)',
    source: 'Geometry of a flat blade in its kerf.',
  },
  pivot: { name: 'Spun on the spot', formula: 'pocket radius = ½√(w² + k²)', source: 'Geometry.' },
  feed: {
    name: 'Steady feed',
    formula: 'least of gullets (h ≤ A ÷ rH), push (within the bow, drift or hand allowed) and control (v = √(2eR) ÷ τ)',
    source: 'Gullet and force: Koch, Kienzle. Control: estimate.',
  },
  chipLoad: {
    name: 'Chip load, what each tooth takes',
    formula: 'h = (v ÷ n)·p ÷ s; below about the edge’s radius a tooth rubs',
    source: 'Koch, wood machining.',
  },
  force: {
    name: 'Cutting force',
    formula: `F = K·h^(1−m)·k·max(N, 1); the hand pushes ${feedShare({ wear: 0 }, {})} of it when sharp`,
    source: 'Kienzle’s cutting-force law; constants with each material.',
  },
  teeth: {
    name: 'Teeth in the stock',
    formula: `N = H ÷ p, with the spacing really cut; 2 cut smoothly (1.3 by habit in a hand frame), under ${LEAST_TEETH} nothing carries the cut`,
    source: 'Definition; thresholds are trade practice.',
  },
  band: {
    name: 'Green band',
    formula: `low: the greatest of what keeps bow and bevel of a clean cut (${SURE} floors) within the finish, and ${TRADE_MINIMUM} of the top; high: least of safe stress, clamp grip and the saw’s pull; advised ${ADVISED} of the top`,
    source: 'Tensioned beam (Roark); 0.3–0.4 of the yield of hardened strip.',
  },
  pitch: {
    name: 'Pitch of a plucked blade',
    formula: 'first root of the clamped stiff string, for this section, stress and span',
    source: 'Fletcher & Rossing, The Physics of Musical Instruments.',
  },
  feel: { name: 'Sideways movement', formula: 'δ = (F·L ÷ 4T)(1 − tanh u ÷ u), u = (L ÷ 4)√(T ÷ EI)', source: 'Tensioned beam, Roark.' },
  speed: {
    name: 'Strokes a minute',
    formula: `fast enough to feed as the hand steers; slow enough that each tooth takes ${SURE} times its floor and heat stays under ${COOL} of what the stock bears`,
    source: 'Chip load: Koch. Heat index: estimate.',
  },
  heat: {
    name: 'Heat index',
    formula: '(½·F + rubbing of the sides)·s·n ÷ (cooling × working stretch of blade, all round) over the rise the stock bears',
    source: 'Estimate with stated constants.',
  },
  hole: {
    name: 'Pilot hole',
    formula: (say) =>
      `diagonal of body and kerf, or the pin’s length, plus ${lengthWords(HOLE_CLEARANCE.threaded, say)}; ${lengthWords(HOLE_CLEARANCE.shank, say)} for a jigsaw’s blade`,
    source: 'Geometry; clearance is an estimate.',
  },
  web: {
    name: 'Narrowest web',
    formula:
      'the most of: a floor of the craft for such stock, a share of its height, and what bears the push three times over as a beam held at both ends; times 1.3 for a learning and 0.8 for a sure hand, plus a kerf for wander; half of it at the least. Held against what stands when the kerfs are out',
    source: 'Beam bending (Roark); strength with each material; floors, shares and slenderness are estimates.',
  },
  edge: {
    name: 'Edge',
    formula: (say) =>
      `ridge = ½(k − t)·h ÷ (h + ${biteWords(0.01, say)}) × the pattern’s factor in this stock, more where few teeth carry it`,
    source: 'Estimate.',
  },
  underside: {
    name: 'Tear-out underneath',
    formula: (say) =>
      `the material’s tear-out × √(h ÷ ${biteWords(0.01, say)}) × the pattern’s factor in this stock; ${CLEANED} of it where upward teeth reach; chips spread about it`,
    source: 'Estimate; spread log-normal.',
  },
  time: {
    name: 'Time',
    formula: 'length ÷ feed in ordinary curves + openings × this saw’s change steps + clean-up',
    source: 'Feed as above; seconds from the saw’s own procedure; clean-up is an estimate.',
  },
} satisfies Record<string, Rule>

/** Rules whose figures belong to a pattern. */
export const patternRules = {
  order: {
    name: 'Order of the openings',
    formula: (say) =>
      `least of: for every web, (cutting time left after both its neighbors are out) ÷ its width; plus ${decimal(TRAVEL * 60 * 10, 0)} s for each ${lengthWords(10, say)} between holes`,
    source: `Stated objective. Exact up to ${EXACT} openings, annealed beyond.`,
  },
  bend: {
    name: 'Tightest bend of a drawing',
    formula: `R = length ÷ turn of the shortest stretch that turns ${round(BEND)}° to one side (${round(ROUGH_BEND)}° where the line shakes); corners apart`,
    source: 'Geometry of the drawn line.',
  },
  gap: {
    name: 'Narrowest web of a drawing',
    formula: 'least distance between two openings, an opening and the edge, or across a neck',
    source: 'Geometry of the drawn line.',
  },
  work: {
    name: 'Time at the saw',
    formula: `each stretch of line ÷ the feed its own curve allows + this saw’s change steps and drilling for each hole + ${PIVOT} s a corner + setting up; the range is what your log leaves open`,
    source: 'Feed as on the Bench; drilling, corners and setting up are estimates.',
  },
  spent: {
    name: 'Blades used up',
    formula: 'sawing minutes ÷ minutes a blade lasts, rounded up',
    source: 'Life from your log, or a prior by material.',
  },
  price: {
    name: 'Price',
    formula: 'hours × your rate + blades × their price + stock + finish',
    source: 'Your own rates.',
  },
  swing: {
    name: 'Swing',
    formula: 'at every place of the cut: the board straight behind the blade, within the arm’s width, against the throat',
    source: 'Geometry; the board is turned so that the cut heads toward you.',
  },
} satisfies Record<string, Rule>

export const rules = {
  ...jobRules,
  ...patternRules,
  life: {
    name: 'Blade life',
    formula: `(prior + minutes used) ÷ (${PRIOR_SPENT} + blades spent)`,
    source: 'Gamma prior worth one blade, updated by your log.',
  },
  unlearned: {
    name: 'From the constants',
    formula: 'time, edge and life as calculated, with the spread such cuts have',
    source: 'Spreads are estimates; your own cuts narrow them.',
  },
  own: {
    name: 'From your own cuts',
    formula: 'prediction × e^(you + class of stock + this stock + teeth + teeth in such stock + saw)',
    source: 'Linear mixed model (Henderson 1975): each part moves as far as your cuts bear it out. Its spreads are estimates.',
  },
} satisfies Record<string, Rule>
export type RuleId = keyof typeof rules
export type JobRule = keyof typeof jobRules
export type PatternRule = keyof typeof patternRules
