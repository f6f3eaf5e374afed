import { decimal, noteOf } from '../quantity/index.js'
import type { Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'
import type { ChartColumn, ChartRow, Cover, Demand, KitSchool, Purchase, Widened, WidenWork } from '../kit/index.js'
import { worthBuying } from '../kit/index.js'
import { setterOf } from '../saw/index.js'
import { greenMarksWords } from './heard.js'
import {
  bladeWords,
  capital,
  countWords,
  lengthWords,
  listWords,
  lowered,
  numberWords,
  roundWords,
  sizeWords,
  strokesWords,
  type Say,
  sawWords,
} from './say.js'

/** Minutes a year as people feel them: a year’s hours, or minutes a month. */
export function perYearWords(minutes: number): string {
  if (minutes < 1) return 'nothing'
  const month = minutes / 12
  return minutes >= 240
    ? `${Math.round(minutes / 60)} h a year`
    : month >= 1.5
      ? `${Math.round(month)} min a month`
      : `${Math.round(minutes)} min a year`
}

/** “Three sizes do 9 of your 10 jobs well; a fourth saves 6 min a month.” */
export function kitHeading(size: number, did: number, jobs: number, now: Cover, next: Cover | undefined): string {
  const blades = `${capital(numberWords(size))} ${size === 1 ? 'size does' : 'sizes do'}`
  const of = jobs === 1 ? 'your job' : did === jobs ? `all your ${numberWords(jobs)} jobs` : `${did} of your ${jobs} jobs`
  const covers = next && next.covered - now.covered > 1 ? next.covered - now.covered : 0
  const saves = next ? Math.max(0, now.loss - next.loss) : 0
  const more = !next
    ? ''
    : covers
      ? `; one more opens ${perYearWords(covers)} of work`
      : saves >= 1
        ? `; one more saves ${perYearWords(saves)}`
        : '; one more saves nothing'
  return `${blades} ${of} well${more}`
}
export const kitSchoolNames: Record<KitSchool, string> = {
  best: 'What serves best',
  owned: 'The best of what you have',
  'few-sizes': 'Sizes most people keep',
  'one-pattern': 'All of one pattern',
  variety: 'Each of another pattern, to learn from',
}

/** How surely a kind runs out before a delivery, in words. */
export function runsOutWords({ left, runsOut, yearly }: Demand): string {
  if (left === 0) return 'none left'
  if (yearly.high === 0) return 'nothing planned needs it'
  const share = Math.round(100 * runsOut)
  return share < 1 ? 'lasts until a delivery' : `${share} % that the last is gone before a delivery`
}
/**
 * What to order in one sentence.
 * @param lines packets asked for of each kind, and blades in one
 */
export function orderHeading(lines: readonly { packets: number; pack: number }[], known: boolean): string {
  const wanted = lines.filter((l) => l.packets > 0)
  if (!wanted.length)
    return known ? 'Nothing to order: what is left outlasts a delivery' : 'Nothing to order: no work is known that uses any'
  const blades = wanted.reduce((t, l) => t + l.packets * l.pack, 0)
  return `${countWords(wanted.length, 'kind')} to order, ${countWords(blades, 'blade')}`
}

/** What could be bought or changed. */
export function purchaseWords(p: Purchase, say: Say, sawName: (id: string) => string): string {
  const saw = p.of === undefined ? '' : sawName(p.of)
  switch (p.kind) {
    case 'blade':
      return capital(bladeWords(p.blades![0]!, say))
    case 'kit':
      return `${capital(listWords(p.blades!.map((b) => bladeWords(b, say))))} together`
    case 'holder':
      return `Holders for plain ends in ${saw}`
    case 'throat':
      return `A throat of ${lengthWords(p.saw!.throat, say)} instead of ${saw}’s`
    case 'capacity':
      return `A saw like ${saw} that takes ${lengthWords(p.saw!.capacity, say)}`
    case 'speed':
      return `Speed control for ${saw}`
    case 'tension':
      return `Quick clamps and tension that returns on ${saw}`
    case 'saw':
      return sawWords(p.saw!, say)
    case 'drill':
      return `A drill of ${roundWords(p.drill!, say)}`
  }
}
/** What it would open and save. */
export function widenedWords({ opens, opened, saves }: Widened<WidenWork>): string {
  const parts = [
    opens.length ? `opens ${countWords(opens.length, 'job')}, ${perYearWords(opened)}` : '',
    saves >= 1 ? `saves ${perYearWords(saves)}` : '',
  ].filter(Boolean)
  return parts.length ? parts.join(' and ') : 'changes nothing'
}
/** What is worth buying, in one sentence; nothing is an answer. */
export function worthHeading(rows: readonly Widened<WidenWork>[], say: Say, sawName: (id: string) => string): string {
  const first = rows.find(worthBuying)
  return first
    ? `${purchaseWords(first.change, say, sawName)}: ${widenedWords(first)}`
    : 'Nothing is worth buying: what you have does your work'
}
/** A good blade in the saw one has against a better saw with the blades one has; undefined where there are not both to compare. */
export function bladeOrSawWords(rows: readonly Widened<WidenWork>[], say: Say): string | undefined {
  const blade = rows.find((r) => r.change.kind === 'blade' || r.change.kind === 'kit')
  const saw = rows.find((r) => r.change.kind === 'saw' && !r.change.blades)
  if (!blade || !saw || !(worthBuying(blade) || worthBuying(saw))) return undefined
  const name = (r: Widened<WidenWork>) => purchaseWords(r.change, say, () => '')
  return `${name(blade)} in the saws you have ${widenedWords(blade)}; ${lowered(name(saw))}, with the blades you have, ${widenedWords(saw)}.`
}

export const chartColumnNames: Record<ChartColumn, string> = {
  teeth: 'Teeth, full size',
  drill: 'Drill',
  strokes: 'Strokes',
  note: 'Note',
  way: 'Teeth and face',
}
/** The curve a row of the chart assumes. */
export function curveWords({ cut }: Pick<Job, 'cut'>, say: Say): string {
  if (cut.radius === undefined) return cut.grain ? `${cut.grain} the grain` : 'straight'
  return `curves to R ${roundWords(cut.radius, say)}`
}
const TEETH = { down: 'down', pull: 'to the handle', away: 'from the handle', up: 'cut up', both: 'cut both ways' } as const
const FACE = { show: 'show face up', back: 'show face down', either: '' } as const
/** A row of the wall chart: what stands in each column, short enough to be read across a room. */
export function chartCells(row: ChartRow, say: Say): Record<ChartColumn | 'blade', string> {
  const { blade, buy, job } = row
  if (!blade) return { blade: buy ? `buy ${bladeWords(buy, say)}` : 'none does it', teeth: '', drill: '', strokes: '', note: '', way: '' }
  const strokes = row.strokes ? strokesWords(row.strokes) : ''
  const dial = row.dial ? row.dial.map((d) => decimal(d, 1)) : []
  const marks = row.marks ? greenMarksWords(row.marks, setterOf(job.saw), say) : ''
  return {
    blade: bladeWords(blade, say),
    teeth: '',
    drill: row.drill?.name ?? '',
    strokes: dial.length ? `${strokes}, dial ${dial[0] === dial[1] ? dial[0]! : dial.join('–')}` : strokes,
    note: [row.note === undefined ? '' : noteOf(row.note).name, marks].filter(Boolean).join(', '),
    way: [row.teeth ? TEETH[row.teeth] : '', row.face ? FACE[row.face] : ''].filter(Boolean).join(', '),
  }
}
/** Why a chart should be printed anew: what it names that changed. */
export function reprintWords(changed: readonly { title: string; now?: Blade }[]): string {
  const [first] = changed
  if (!first) return ''
  const now = first.now
    ? `${first.title} is now ${sizeWords(first.now)} ${first.now.name.toLowerCase()}`
    : `nothing you own does ${first.title.toLowerCase()} now`
  return `Print it anew: ${now}${changed.length > 1 ? `, and ${countWords(changed.length - 1, 'row')} more` : ''}.`
}
