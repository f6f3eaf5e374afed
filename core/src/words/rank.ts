import { decimal } from '../quantity/index.js'
import { drawnRadius, type Job } from '../job/index.js'
import {
  tradesAgainst,
  type Merit,
  type MakeDo,
  type Ranked,
  type SchoolPick,
  type SizeSchool,
  type Trade,
  type Evaluation,
} from '../choose/index.js'
import type { FeedLimit, SpeedBand } from '../cut/index.js'
import { turnRadius } from '../blade/index.js'
import {
  bladeWords,
  capital,
  countWords,
  feedWords,
  lengthWords,
  listWords,
  minutesWords,
  sizeWords,
  strokesWords,
  type Say,
} from './say.js'
import { marginWords } from './limit.js'
import { isRound } from '../stock/index.js'
import { tornWords } from './stuff.js'

/** Smallest drawn curve the blade rounds in the job's manner, on the job's side of the line; 0 for blades that need no turning. */
export function drawnTurn(job: Job, v: Pick<Evaluation, 'blade'>): number | undefined {
  const r = turnRadius(v.blade, job.cut.turn)
  if (r === undefined || r === 0 || job.cut.turn === 'pivot') return r
  return drawnRadius(job.cut, v.blade, r)
}

export const feedLimitWords: Record<FeedLimit, string> = {
  gullet: 'its gullets clog',
  bow: 'it bends',
  control: 'your hand cannot steer',
  heat: 'it heats',
  stroke: 'dust cannot leave the middle of the cut',
  drift: 'its free end drifts',
  motor: 'the motor stalls',
  hand: 'it wants a heavier hand',
  lift: 'its teeth lift the saw',
  buckle: 'the plate buckles',
}

const STANDS_BY = 0.1 // of score within which another is named that asks no price; estimate
/** What is against a blade that asks no price, where the first does and leads all the same. */
function leadsAllTheSame(r: Ranked, ranked: readonly Ranked[], job: Job, say: Say): string {
  const priced = (x: Ranked) => x.margins.some((m) => m.state === 'near')
  const free = priced(r) && ranked.find((x) => x.score > r.score - STANDS_BY && !priced(x))
  if (!free) return ''
  const { losses } = apart(free, r, say, job)
  const name = capital(bladeWords(free.blade, say))
  return losses.length ? ` ${name} asks no such price, but has against it: ${losses[0]}.` : ` ${name} does as well and asks no such price.`
}

/**
 * Why the first stands first.
 * @param ranked all that do it, so that one is named which asks no price where the first does
 */
export function firstReasons(r: Ranked, job: Job, say: Say, ranked: readonly Ranked[] = []): string {
  const good: string[] = []
  const asked = r.margins.find((m) => m.limit === 'turn')
  if (asked)
    good.push(
      r.blade.pattern === 'twisted'
        ? 'needs no turning'
        : asked.state === 'near'
          ? 'turns your curve at a price'
          : asked.ratio > 1.15
            ? 'turns your curve with room'
            : 'just turns your curve',
    )
  const but = r.edge.chips
    ? ` But it leaves some ${countWords(Math.round(r.edge.deep.count), 'chip')} on ${lengthWords(100, say)} of ${frayWords(r)} deeper than the veneer.`
    : ''
  if (!but && r.blade.reverseZone && r.edge.underside < 0.06) good.push('cleans the underside')
  else if (!but && r.blade.cutsOn && r.edge.tear < 0.04)
    good.push(isRound(job.stock) ? 'leaves a clean edge' : 'leaves the show face clean')
  if (r.edge.cleanUp < 10) good.push('leaves little to clean up')
  const worst = r.margins.filter((m) => m.state === 'near')
  const narrow = worst.length ? ` ${marginWords(worst[0]!, job, say)}` : ''
  return `Cuts up to ${feedWords(r.feed.value, say)}; faster, ${feedLimitWords[r.feed.limit]}.${good.length ? ` ${capital(listWords(good))}.` : ''}${but}${narrow}${leadsAllTheSame(r, ranked, job, say)}`
}

/** The side that frays most, named, and where that is. */
export const frayWords = (v: Evaluation): string => (v.edge.frays === 'face' ? 'the upper face' : 'the underside')
export const frayedAt = (v: Evaluation): string => (v.edge.frays === 'face' ? 'on top' : 'underneath')

/** A comparison of two figures as they are worded; where they read alike there is none. */
const differently = (mine: string, first: string, say: (mine: string, first: string) => string) =>
  mine === first ? undefined : say(mine, first)
/** Which differences mean something to a reader, as [better, worse] words; undefined where it reads as none. */
function tradeWords(t: Trade, r: Evaluation, say: Say, job?: Job): string | undefined {
  const better = t.by > 0
  const words: Record<Merit, string | undefined> = {
    edge: better ? 'smoother edge' : 'rougher edge',
    underside: better
      ? `cleaner ${r.edge.frays === 'face' ? 'face' : 'underside'}`
      : t.mine > 0.05
        ? `${differently(lengthWords(t.mine, say), lengthWords(t.first, say), (mine) => `${mine} of ${tornWords(job).left} ${frayedAt(r)}`) ?? `more ${tornWords(job).left} ${frayedAt(r)}`}`
        : `more ${tornWords(job).little} ${frayedAt(r)}`,
    pace: better ? 'cuts faster' : 'cuts slower',
    time: differently(
      minutesWords(t.mine),
      minutesWords(t.first),
      (mine, first) => `${better ? 'faster' : 'slower'}: ${mine}, not ${first}`,
    ),
    strength: better ? 'stronger' : 'breaks sooner',
    waste: better ? 'thinner line' : 'wider line',
    cost: better ? 'costs less' : t.mine < 1.05 ? 'costs more' : `costs about ${decimal(t.mine, 1)} times a plain blade`,
    habit: better ? 'a more usual size' : t.mine < 0 ? 'finer than usual' : 'coarser than usual',
    place: t.mine < t.first ? 'nearer the small end' : 'nearer the big end',
  }
  return words[t.merit]
}

/** What speaks for and against another blade beside the first, in words; its place in the window is said only where little else is. */
function apart(r: Ranked, first: Ranked, say: Say, job?: Job) {
  const all = tradesAgainst(r, first)
  const words = (trades: Trade[]) => {
    // the time says what the pace comes to
    const timed = trades.some((t) => t.merit === 'time' && tradeWords(t, r, say, job))
    return trades.filter((t) => t.merit !== 'place' && !(timed && t.merit === 'pace')).flatMap((t) => tradeWords(t, r, say, job) ?? [])
  }
  const place = [...all.gains, ...all.losses].find((t) => t.merit === 'place')
  return { gains: words(all.gains), losses: words(all.losses), place: place && tradeWords(place, r, say, job) }
}
const AS_GOOD = 'as good as the first for this job'

/** The one thing that matters most against the first, and what it is paid with or for: “slower: 7 min, not 6, finer edge”. */
export function tradeWord(r: Ranked, first: Ranked, say: Say, job?: Job): string {
  const { gains, losses, place } = apart(r, first, say, job)
  return [losses[0], gains[0]].filter(Boolean).join('; ') || place || AS_GOOD
}

/** What another blade gains and loses against the first, two of each. */
export function tradesWords(r: Ranked, first: Ranked, say: Say, job?: Job): string {
  const { gains, losses, place } = apart(r, first, say, job)
  const [good, bad] = [gains.slice(0, 2), losses.slice(0, 2)]
  const parts = [good.length ? `For it: ${listWords(good)}.` : '', bad.length ? `Against it: ${listWords(bad)}.` : '']
  if (place && good.length + bad.length < 3) parts.push(`Sits ${place} of its window.`)
  return parts.filter(Boolean).join(' ') || `${capital(AS_GOOD)}.`
}

export const schoolNames: Record<SizeSchool, string> = {
  balance: 'Balanced',
  ladder: 'By thickness',
  teeth: 'By teeth in the work',
  biggest: 'Biggest that turns',
  smallest: 'Smallest that cuts',
  'few-sizes': 'A few sizes, adjust speed',
}
const schoolBecause: Record<SizeSchool, string> = {
  balance: 'weighs finish against pace as the slider stands',
  ladder: 'thicker or denser stock, bigger blade',
  teeth: 'aims at a fixed number of teeth in the stock',
  biggest: 'strength and straightness first',
  smallest: 'finish and detail first',
  'few-sizes': 'uses what is in the drawer, or sizes that go together such as 3, 5, 7, 9 and 12, and changes the strokes',
}

/** What a school picks and where it parts from the balanced pick. */
export function schoolWords(p: SchoolPick, balanced: Ranked, say: Say): { name: string; because: string; parts: string } {
  const v = p.pick
  const same = v.blade.id === balanced.blade.id
  const size = v.blade.width > balanced.blade.width ? 'bigger' : v.blade.width < balanced.blade.width ? 'smaller' : 'of the same width'
  const pace = v.feed.value / balanced.feed.value - 1
  const time = v.time.total / balanced.time.total - 1
  const percent = (x: number) => `${Math.abs(Math.round(x * 100))} %`
  return {
    name: schoolNames[p.school],
    because: schoolBecause[p.school],
    parts: same
      ? 'same blade'
      : `${sizeWords(v.blade)}, ${size}; feeds ${percent(pace)} ${pace >= 0 ? 'faster' : 'slower'}, ${v.edge.grade} edge, ${percent(time)} ${time >= 0 ? 'more' : 'less'} time with clean-up (${feedWords(v.feed.value, say)})`,
  }
}

/** Why the speed band ends where it does. */
export function speedWords(band: SpeedBand): string {
  if (band.trouble === 'heat')
    return band.teeth
      ? 'Even the slowest stroke is faster than these teeth bear: wax, a light hand, a few seconds at a time, thin sheet between two of ply; or a slower saw.'
      : 'Even the slowest stroke of this saw heats the edge; stop often, or use a slower saw.'
  if (band.trouble === 'rub') return 'Even at its slowest this saw strokes faster than you can feed; the blade will rub and brown the edge.'
  return {
    heat: band.teeth ? 'Faster heats the teeth and dulls them.' : 'Faster heats the edge.',
    rub: 'Faster only rubs: you cannot feed it.',
    wear: 'Faster only tires the arm and dulls the teeth.',
    saw: 'As fast as this saw goes.',
  }[band.limit]
}

/** What to do when the blade bogs down: which of the two schools is right here, by the limit that holds. */
export function bogWords(v: Evaluation): string {
  if (v.speed.trouble === 'heat') return 'Bogs down? Stop and let it cool, with less push: it heats at every stroke this saw has.'
  if (v.speed.limit === 'heat' && v.feed.inputs.spm >= v.speed.value)
    return 'Bogs down? Fewer strokes and less push: heat is near, and the gullets need time.'
  switch (v.feed.limit) {
    case 'gullet':
      return v.speed.limit === 'saw' || v.speed.trouble
        ? 'Bogs down? Push less: its gullets are full at this saw’s strokes.'
        : 'Bogs down? More strokes a minute, same push: each tooth then takes less and its gullet stays open.'
    case 'bow':
      return `Bogs down? Push less${v.speed.limit === 'saw' || v.speed.trouble ? '' : ', or stroke faster'}: at this push the blade bows. If that does not help it is dull.`
    case 'stroke':
      return 'Bogs down? Back out and clear the dust; the stock is taller than the stroke.'
    case 'drift':
      return 'Bogs down? Push less: the free end drifts before the motor tires. A wider, thicker blade goes faster.'
    case 'motor':
      return 'Bogs down? The motor is at its end: push less, fewer teeth, or more orbit.'
    case 'heat':
      return 'Bogs down? Stop and let it cool: even the slowest stroke of this saw heats the edge.'
    case 'lift':
      return 'Bogs down? Press the base down and feed slower: teeth that cut downward lift the saw.'
    case 'hand':
      return 'Goes heavy? Let the teeth do it, or take a coarser saw.'
    case 'buckle':
      return 'Jams? A thin plate pushed hard buckles: lighter strokes, or a saw that is pulled.'
    case 'control':
      return 'Bogs down? It should not at the pace you can steer: look for a dull blade.'
  }
}

/** How the nearest owned blade is made to do, and what that costs against the suggested one. */
export function makeDoWords(m: MakeDo, first: Evaluation | undefined, say: Say): string {
  const v = m.evaluation
  const how = {
    stress: 'tension it to the top of its band',
    pivot: 'pivot the corners',
    ordinary: 'let it bow a little more',
    rough: 'accept a rougher edge',
  }
  const changes = m.changes.map((c) => how[c])
  const steps = `${strokesWords(v.speed)} strokes a minute, ${feedWords(v.feed.value, say)}`
  const cost =
    first && first.blade.id !== v.blade.id
      ? ` Against ${sizeWords(first.blade)} ${first.blade.name.toLowerCase()}: ${v.edge.grade} edge for ${first.edge.grade}, ${minutesWords(v.time.total)} for ${minutesWords(first.time.total)}.`
      : ''
  return `${changes.length ? `${listWords(changes)[0]!.toUpperCase()}${listWords(changes).slice(1)}; ` : ''}${steps}.${cost}`
}
