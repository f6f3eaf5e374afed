import { decimal } from '../quantity/index.js'
import { meanSpacing, startingHole } from '../blade/index.js'
import { profileOf, strokeOf } from '../saw/index.js'
import { heights, isStrungJob, type Job } from '../job/index.js'
import { toDegrees } from '../number/index.js'
import { aimStress, greenBand, readySeconds } from '../cut/index.js'
import { leastWeb, type Evaluation } from '../choose/index.js'
import { biteWords, countWords, feedWords, lengthWords, minutesWords, roundWords, strokesWords, type Say } from './say.js'
import { drawnTurn, feedLimitWords, frayedAt, speedWords } from './rank.js'
import { bandWords, emptyBandWords, highWords, lowWords } from './setup.js'
import type { JobRule, RuleId } from './rule.js'

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
    { name: 'K', value: `${decimal(material.K, 1)} MPa` },
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
            : `Down to ${roundWords(r, say)} on the drawn line, ${{ flowing: 'without side push', worked: 'eased round', pivot: 'spun on the spot' }[job.cut.turn]}.`,
        blade3,
        'Measure your blade to sharpen this: sizes are nominal.',
      )
    }
    case 'feed':
      return why(`${feedWords(feed.value, say)}: any faster and ${feedLimitWords[feed.limit]}.`, [
        { name: 'gullets allow', value: feedWords(feed.inputs.gullet, say) },
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
        [{ name: 'chip load h', value: biteWords(feed.chipLoad, say) }, ...blade3.slice(1)],
        'An estimate of order, not of thousandths.',
      )
    case 'underside':
      return why(
        `About ${mm(v.edge.tear)} ${frayedAt(v)}${material.veneer === undefined ? '' : `; ${v.edge.deep.count < 0.5 ? 'hardly any chip goes' : `some ${countWords(Math.round(v.edge.deep.count), 'chip')} on ${lengthWords(100, say)} of cut ${Math.round(v.edge.deep.count) === 1 ? 'goes' : 'go'}`} deeper than the face veneer${v.edge.chips ? ', and will not sand out' : ''}`}.`,
        [
          { name: 'chip load h', value: biteWords(feed.chipLoad, say) },
          ...(material.veneer === undefined ? [] : [{ name: 'veneer', value: mm(material.veneer) }]),
        ],
      )
    case 'time':
      return why(
        `${minutesWords(v.time.total)} in all.`,
        [
          { name: 'sawing', value: minutesWords(v.time.cutting) },
          { name: 'threading', value: minutesWords(v.time.threading) },
          { name: 'getting ready', value: minutesWords(readySeconds(v.time.ready)) },
          { name: 'clean-up', value: minutesWords(v.time.cleanUp) },
          { name: 'length of cut', value: mm(job.cut.length) },
          { name: 'openings', value: String(job.cut.kind === 'pierced' ? job.cut.openings : 0) },
        ],
        'Seconds a hole come from this saw’s own change steps.',
      )
    case 'speed':
    case 'heat':
      return why(speedWords(v.speed), [
        { name: 'band', value: strokesWords(v.speed) },
        { name: 'heat index there', value: decimal(v.speed.heat, 2) },
        ...(v.speed.teeth
          ? [
              { name: 'the teeth go', value: `${decimal(v.speed.teeth.speed, 0)} m/min` },
              { name: 'they bear here', value: `${decimal(v.speed.teeth.bears, 0)} m/min` },
              { name: 'the sheet’s edge warms by', value: `${Math.round(v.speed.teeth.warms)} K` },
            ]
          : []),
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
          : `${Math.round(band.value.low.stress)} to ${Math.round(band.value.high.stress)} MPa, ${Math.round(aimStress(band))} advised: ${bandWords(band)} on this saw. Below, ${lowWords[band.lowBy]}; above, ${highWords[band.limit]}.`,
        [
          { name: 'push in a clean cut', value: `${decimal(band.inputs.push, 2)} N` },
          { name: 'bow allowed', value: mm(band.inputs.bowAllowed) },
          { name: 'bevel allowed', value: `${decimal(toDegrees(Math.atan(band.inputs.leanAllowed)), 1)}°` },
          { name: 'span', value: mm(band.inputs.span) },
          ...blade3.slice(0, 2),
        ],
      )
    }
  }
}
