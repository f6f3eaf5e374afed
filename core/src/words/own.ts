import type { Response } from '../belief/index.js'
import { decimal } from '../quantity/index.js'
import type { Forecast, Interval } from '../learn/index.js'
import { capital, listWords, minutesWords } from './say.js'
import type { Why } from './why.js'

/** “14 min”, “11–18”: what is expected, and between what eight in ten such cuts lie; minutes where nothing else is said. */
export function spanWords(i: Interval): { mid: string; span: string } {
  const [low, high] = [i.low / 60, i.high / 60]
  const whole = low >= 1.5 && high < 120
  return {
    mid: minutesWords(i.median),
    span: whole ? `${Math.round(low)}–${Math.round(high)}` : `${minutesWords(i.low)} to ${minutesWords(i.high)}`,
  }
}
/** A grade to halves, and between what whole grades it will lie. */
export function gradeSpan(i: Interval): { mid: string; span: string } {
  const [low, high] = [Math.round(i.low), Math.round(i.high)]
  return { mid: decimal(Math.round(2 * i.median) / 2, 1), span: low === high ? String(low) : `${low}–${high}` }
}

export const responseNames: Record<Response, string> = {
  sawing: 'sawing',
  threading: 'threading',
  cleanUp: 'clean-up',
  life: 'blade life',
  edge: 'edge',
  face: 'show face',
  underside: 'underside',
}
const timesWords = (x: number) => (x >= 1 ? `${decimal(x, 2)} times as long` : `${decimal(x, 2)} of the time`)

/** Why a forecast says what it says: what the constants have, what one’s own cuts say, and how many spoke. */
export function whyOwn(response: Response, f: Forecast): Why {
  const { cuts, spoke, against } = f.evidence
  const by = against[response]
  const graded = response === 'edge' || response === 'face' || response === 'underside'
  const shown: Interval = graded ? f[response] : response === 'life' ? scaled(f.life, 60) : f[response]
  const { mid, span } = graded ? gradeSpan(shown) : spanWords(shown)
  const constant = graded ? decimal(Math.min(5, Math.max(1, shown.median - by)), 1) : minutesWords(shown.median / by)
  const of = spoke[response] ?? {}
  const inputs = [
    { name: 'the constants say', value: constant },
    ...(cuts
      ? [
          { name: 'your cuts say', value: graded ? `${by >= 0 ? '+' : '−'}${decimal(Math.abs(by), 1)} grade` : timesWords(by) },
          { name: 'cuts with these teeth', value: String(of.pattern ?? 0) },
          { name: 'cuts in this stock', value: String(of.material ?? 0) },
          { name: 'these teeth in such stock', value: String(of.match ?? 0) },
          { name: 'cuts on this saw', value: String(of.saw ?? 0) },
        ]
      : []),
  ]
  return {
    rule: cuts ? 'own' : 'unlearned',
    text: `${capital(responseNames[response])}: ${mid}; eight in ten come to ${span}${/^\d+–\d+$/.test(span) && !graded ? ' min' : ''}.`,
    inputs,
    also: cuts ? undefined : 'Cuts you log narrow this.',
  }
}
const scaled = ({ median, low, high }: Interval, by: number): Interval => ({ median: median * by, low: low * by, high: high * by })

/** In one line, that one’s own cuts put another blade first. */
export function firstByOwn(now: string, otherwise: string, f: Forecast): string {
  const { against, spoke } = f.evidence
  const n = Math.max(spoke.sawing?.pattern ?? 0, spoke.sawing?.material ?? 0)
  const why = [
    Math.abs(Math.log(against.sawing)) > 0.1 && `sawing ${timesWords(against.sawing)}`,
    Math.abs(against.edge) > 0.25 && `its edge ${decimal(Math.abs(against.edge), 1)} grade ${against.edge > 0 ? 'better' : 'worse'}`,
    Math.abs(Math.log(against.life)) > 0.2 && `blades lasting ${timesWords(against.life)}`,
  ].filter((x): x is string => !!x)
  return `Your own cuts put ${now} first; the constants alone would say ${otherwise}.${why.length && n ? ` It is known by ${listWords(why)}.` : ''}`
}

/** What a weighed feed says of the stock. */
export function weighedWords(name: string, { times, doubt }: { times: number; doubt: number }): string {
  const share = `give or take ${Math.round(100 * doubt)} %`
  if (Math.abs(Math.log(times)) < doubt) return `${name} cuts as its figure says, ${share}.`
  return times > 1
    ? `${name} is ${decimal(times, 2)} times as hard to cut as its figure says, ${share}.`
    : `${name} takes ${decimal(times, 2)} of the force its figure says, ${share}.`
}
/** And of the blade, in stock that is known: 0 new, 1 dull. */
export function wearWords(wear: number): string {
  if (wear < 0.15) return 'In stock that cuts as its figure says, this blade is as good as new.'
  if (wear > 0.95) return 'In stock that cuts as its figure says, this blade is dull: change it.'
  return `In stock that cuts as its figure says, this blade is worn by about ${Math.round(wear * 10) * 10} % of the way to dull.`
}
