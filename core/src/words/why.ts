import { decimal } from '../quantity/index.js'
import { HOLE_CLEARANCE, meanSpacing, startingHole } from '../blade/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { heights, isStrungJob, type Job } from '../job/index.js'
import { CLEAN_CUT, CLEANED, COOL, feedShare, greenBand } from '../cut/index.js'
import { BEND, EXACT, PIVOT, ROUGH_BEND, TRAVEL } from '../pattern/index.js'
import { PRIOR_SPENT } from '../log/index.js'
import { toDegrees } from '../number/index.js'
import { leastWeb, SAFE, type Evaluation } from '../choose/index.js'
import { biteWords, feedWords, lengthWords, minutesWords, roundWords, type Say } from './say.js'
import { drawnTurn, feedLimitWords, frayedAt, speedWords } from './rank.js'
import { bandWords, emptyBandWords } from './setup.js'

const round = (angle: number) => Math.round(toDegrees(angle))

/** A rule a figure can be traced to: its name, formula, and where it comes from. */
export interface Rule {
  name: string
  formula: string
  source: string
}

/** Rules whose figures belong to a job and blade. */
export const jobRules = {
  turn: {
    name: 'Tightest drawn curve',
    formula: 'the turn of the kerf’s centre line (flowing, worked or pivot) and half a kerf to the drawn line',
    source: 'Geometry of a flat blade in its kerf.',
  },
  worked: {
    name: 'Worked turn',
    formula: 'R = w² ÷ 4(k − t), for the kerf’s centre line, the body eased along the path',
    source: 'Geometry, first order.',
  },
  flowing: {
    name: 'Flowing turn, no side pressure',
    formula: 'R = (w² − (k² − t²)/4) ÷ (k − t)',
    source: 'Geometry of a flat blade in its kerf.',
  },
  pivot: { name: 'Turning on the spot', formula: 'pocket radius = ½√(w² + k²)', source: 'Geometry.' },
  feed: {
    name: 'Steady feed',
    formula: 'least of gaps (h ≤ A ÷ rH), push (within the bow, drift or hand allowed) and control (v = √(2eR) ÷ τ)',
    source: 'Gap and force: Koch, Kienzle. Control: estimate.',
  },
  chipLoad: {
    name: 'Bite per tooth',
    formula: 'h = (v ÷ n)·p ÷ s; below about the edge’s radius a tooth rubs',
    source: 'Koch, wood machining.',
  },
  force: {
    name: 'Cutting force',
    formula: `F = K·h^(1−m)·k·max(N, 1); the hand pushes ${feedShare(0)} of it when sharp`,
    source: 'Kienzle’s cutting-force law; constants with each material.',
  },
  teeth: {
    name: 'Teeth in the stock',
    formula: 'N = H ÷ p, with the spacing really cut',
    source: 'Definition. At least 2 powered; on a hand frame by school.',
  },
  band: {
    name: 'Green band',
    formula:
      'low: stress at which the push for twice the edge radius bows the blade by what the finish allows; high: least of safe stress, clamp grip and the saw’s pull',
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
    formula: `fast enough to feed as the hand steers; slow enough that each tooth bites ${CLEAN_CUT} times its edge radius and heat stays under ${COOL} of what the stock bears`,
    source: 'Bite: Koch. Heat index: estimate.',
  },
  heat: {
    name: 'Heat index',
    formula: '½·F·s·n ÷ (cooling × working stretch of blade) over the rise the stock bears',
    source: 'Estimate with stated constants.',
  },
  hole: {
    name: 'Starting hole',
    formula: `diagonal of body and kerf, or the pin’s length, plus ${HOLE_CLEARANCE.threaded} mm; ${HOLE_CLEARANCE.shank} mm for a jigsaw’s blade`,
    source: 'Geometry; clearance is an estimate.',
  },
  web: {
    name: 'Narrowest web',
    formula: `stands the push ${SAFE} times over as a beam held at both ends, plus a kerf for wander`,
    source: 'Beam bending (Roark); strength with each material; slenderness is an estimate.',
  },
  edge: { name: 'Edge', formula: 'ridge = ½(k − t)·h ÷ (h + 10 µm) × the pattern’s factor', source: 'Estimate; your log outweighs it.' },
  underside: {
    name: 'Tear-out underneath',
    formula: `the material’s tear-out × √(h ÷ 10 µm) × the pattern’s factor; ${CLEANED} of it where upward teeth reach`,
    source: 'Estimate; your log outweighs it.',
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
    formula: `least of: for every web, (cutting time left after both its neighbours are out) ÷ its width; plus ${TRAVEL} min for each mm between holes`,
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
} satisfies Record<string, Rule>
export type RuleId = keyof typeof rules
export type JobRule = keyof typeof jobRules
export type PatternRule = keyof typeof patternRules

/** A figure with all that is needed to answer “why?”. */
export interface Why {
  rule: RuleId
  text: string
  inputs: { name: string; value: string }[]
  also?: string
}

/** The answer to “why?” for one figure of a verdict: rule, this job's figure and the inputs it came from. */
export function explain(rule: JobRule, job: Job, v: Evaluation, say: Say, also?: string): Why {
  const mm = (x: number) => lengthWords(x, say)
  const { blade, feed } = v
  const { material } = job.stock
  const height = heights(job)
  const blade3 = [
    { name: 'width w', value: mm(blade.width) },
    { name: 'thickness t', value: mm(blade.thickness) },
    { name: 'kerf k', value: mm(blade.kerf) },
  ]
  const constants = [
    { name: 'K', value: `${decimal(material.K, 1)} N/mm²` },
    { name: 'm', value: String(material.m) },
  ]
  const strokes = { name: 'strokes a minute', value: String(Math.round(feed.inputs.spm)) }
  const spacing = { name: 'spacing p', value: mm(meanSpacing(blade)) }
  const tall = { name: 'height H', value: mm(height.longest) }
  const sources =
    also ?? (material.source === 'estimate' ? 'This material’s constants are estimates.' : `This material’s constants: ${material.source}.`)
  const why = (text: string, inputs: Why['inputs'], note: string | null = sources): Why => ({
    rule,
    text,
    inputs,
    also: note ?? undefined,
  })
  switch (rule) {
    case 'turn':
    case 'flowing':
    case 'worked':
    case 'pivot': {
      const r = drawnTurn(job, v)
      return why(
        r === undefined
          ? 'Its kerf gives its back no room to turn.'
          : r === 0
            ? 'It cuts in every direction: the work need not turn.'
            : `Down to ${roundWords(r, say)} on the drawn line, ${{ flowing: 'without side pressure', worked: 'worked round', pivot: 'pivoted' }[job.cut.turn]}.`,
        blade3,
        'Measure your blade to sharpen this: sizes are nominal.',
      )
    }
    case 'feed':
      return why(`${feedWords(feed.value, say)}: any faster and ${feedLimitWords[feed.limit]}.`, [
        { name: 'gaps allow', value: feedWords(feed.inputs.gullet, say) },
        { name: profileOf(job.saw).nouns.holds, value: feedWords(feed.inputs.held, say) },
        { name: 'hand allows', value: feedWords(feed.inputs.control, say) },
        ...(feed.inputs.stroke === undefined ? [] : [{ name: 'tall stock allows', value: feedWords(feed.inputs.stroke, say) }]),
        strokes,
        ...constants,
      ])
    case 'chipLoad':
    case 'force':
      return why(`${biteWords(feed.chipLoad, say)} a tooth; under ${biteWords(feed.floor, say)} it rubs.`, [
        { name: 'feed', value: feedWords(feed.value, say) },
        strokes,
        spacing,
        { name: 'stroke s', value: mm(strokeOf(job.saw, blade)) },
        tall,
      ])
    case 'teeth':
      return why(
        `${decimal(height.thinnest / meanSpacing(blade), 1)} teeth stand in the stock.`,
        [{ name: 'height H', value: mm(height.thinnest) }, spacing],
        null,
      )
    case 'edge':
      return why(
        `Ridges of about ${biteWords(v.edge.ridge, say)}: ${v.edge.grade}.`,
        [{ name: 'bite h', value: biteWords(feed.chipLoad, say) }, ...blade3.slice(1)],
        'An estimate of order, not of thousandths.',
      )
    case 'underside':
      return why(`About ${mm(v.edge.tear)} ${frayedAt(v)}${v.edge.chips ? ', deeper than the face veneer: it will not sand out' : ''}.`, [
        { name: 'bite h', value: biteWords(feed.chipLoad, say) },
        ...(material.veneer === undefined ? [] : [{ name: 'veneer', value: mm(material.veneer) }]),
      ])
    case 'time':
      return why(
        `${minutesWords(v.time.total)} in all.`,
        [
          { name: 'sawing', value: minutesWords(v.time.cutting) },
          { name: 'threading', value: minutesWords(v.time.threading) },
          { name: 'clean-up', value: minutesWords(v.time.cleanUp) },
          { name: 'length of cut', value: mm(job.cut.length) },
          { name: 'openings', value: String(job.cut.kind === 'pierced' ? job.cut.openings : 0) },
        ],
        'Seconds a hole come from this saw’s own change steps.',
      )
    case 'speed':
    case 'heat':
      return why(speedWords(v.speed), [
        { name: 'band', value: `${v.speed.low}–${v.speed.high}` },
        { name: 'heat index there', value: decimal(v.speed.heat, 2) },
        { name: 'the stock bears', value: `${material.heatLimit} °C, then it ${material.heatEffect}` },
      ])
    case 'hole':
      return why(
        `Needs ${mm(startingHole(blade))}.`,
        [...blade3.slice(0, 1), ...blade3.slice(2), ...(blade.pin === undefined ? [] : [{ name: 'pin', value: mm(blade.pin) }])],
        null,
      )
    case 'web':
      return why(`At least ${mm(leastWeb(job, blade).value)} should stand.`, [
        { name: 'push', value: `${decimal(leastWeb(job, blade).push, 2)} N` },
        { name: 'strength', value: `${material.strength} MPa` },
        tall,
        { name: 'kerf k', value: mm(blade.kerf) },
      ])
    case 'band':
    case 'pitch':
    case 'feel': {
      if (!isStrungJob(job)) return why('This saw does not pull its blade taut.', [], null)
      const band = greenBand(job, blade)
      return why(
        band.empty
          ? emptyBandWords(band)
          : `${Math.round(band.value.low.stress)} to ${Math.round(band.value.high.stress)} MPa: ${bandWords(band)} on this saw.`,
        [
          { name: 'push at a sure bite', value: `${decimal(band.inputs.push, 2)} N` },
          { name: 'bow allowed', value: mm(band.inputs.bowAllowed) },
          { name: 'span', value: mm(band.inputs.span) },
          ...blade3.slice(0, 2),
        ],
      )
    }
  }
}
