import { runsOf } from '../number/index.js'
import { profileOf, type LimitId } from '../saw/index.js'
import { decimal } from '../quantity/index.js'
import type { Stock } from '../stock/index.js'
import { LEAST_TEETH, teethWished } from '../cut/index.js'
import {
  stops,
  type BoardPassed,
  type Margin,
  type SizeWindow,
  type WindowSize,
  type Collision,
  type WayOut,
  type WayStep,
} from '../choose/index.js'
import { heights, type Job } from '../job/index.js'
import { anA, biteWords, teethWords, capital, lengthWords, listWords, lowered, roundWords, sawWords, sizeWords, type Say } from './say.js'

export const limitNames: Record<LimitId, string> = {
  end: 'Clamps',
  material: 'Made for this stock',
  capacity: 'Capacity',
  chipLoad: 'Clean cut',
  teeth: 'Teeth in stock',
  packing: 'Room for chips',
  turn: 'Turn',
  hole: 'Pilot hole',
  web: 'Web',
  reach: 'Blade length',
  depth: 'Depth',
  access: 'Access',
  frame: 'Frame',
  swing: 'Board past the arm',
}

/** What keeps every blade of a saw from a cut. */
export const stopWords: Record<LimitId, string> = {
  end: 'its clamps hold no blade for it',
  material: 'none of its blades is made for this stock',
  capacity: 'the stock is too thick for it',
  chipLoad: 'its blades bend or clog before they cut',
  teeth: 'too few teeth would stand in the stock',
  packing: 'its gullets pack',
  turn: 'it cannot follow that curve',
  hole: 'its blades do not pass that hole',
  web: 'the web would break',
  reach: 'its blades are too short',
  depth: 'its back stops it short',
  access: 'there is no room for it',
  frame: 'its frame strikes the work',
  swing: 'the board strikes what stands behind its blade',
}

/** Thickness (or form) of the stock in a few words. */
export function stockWords(stock: Stock, say: Say): string {
  switch (stock.form) {
    case 'stack':
      return `${stock.sheets} × ${lengthWords(stock.thickness, say)}, stacked`
    case 'tube':
      return `tube ${lengthWords(stock.diameter, say)}, wall ${lengthWords(stock.wall, say)}`
    case 'rod':
      return `rod ${lengthWords(stock.diameter, say)}`
    default:
      return `${lengthWords(stock.thickness, say)} ${stock.form}`
  }
}

const ceilingWords = {
  gullet: 'its gullets clog',
  bow: 'it bends past what the finish allows',
  drift: 'its free end drifts past what the finish allows',
  motor: 'the motor stalls',
  hand: 'it wants more push than a hand gives',
  lift: 'its teeth lift the saw off the work',
  buckle: 'the pushed plate buckles',
} as const

/** The same beside the window, where a line is short. */
const ceilingShort: Record<keyof typeof ceilingWords, string> = {
  gullet: 'gullets clog',
  bow: 'bends',
  drift: 'drifts',
  motor: 'stalls',
  hand: 'too heavy',
  lift: 'lifts the saw',
  buckle: 'buckles',
}

/** What a limit asks of this job, as the line under its name in the window. */
export function limitAsks(id: LimitId, job: Job, window: SizeWindow, say: Say): string {
  const fails = window.limits.find((l) => l.id === id)?.fails.length ?? 0
  const none = fails === 0
  const priced = window.inputs.sizes.some((s) => s.margins.some((m) => m.limit === id && m.state === 'near'))
  const some = priced ? ', some at a price' : ''
  const all = fails > 0 && fails === window.inputs.sizes.length
  const failing = window.inputs.sizes.find((s) => s.margins.some((m) => m.limit === id && stops(m)))?.margins.find((m) => m.limit === id)
  switch (id) {
    case 'end':
      return none ? 'these clamps hold all' : 'these clamps do not hold'
    case 'material':
      return none ? 'all suit it' : 'not made for it'
    case 'capacity': {
      const total = heights(job).total
      if (failing?.by === 'tilt') return `tilts to ${failing.have}°`
      return all
        ? `${lengthWords(total, say)}; the saw takes ${lengthWords(job.saw.capacity, say)}`
        : `${lengthWords(total, say)} of ${lengthWords(job.saw.stroke, say)} stroke`
    }
    case 'chipLoad':
      return none ? `all clean${some}` : `${ceilingShort[(failing?.by as keyof typeof ceilingShort) ?? 'gullet']} before it cuts`
    case 'teeth':
      return `${decimal(teethWished(job), 1)} wanted, ${decimal(LEAST_TEETH, 1)} at least`
    case 'packing':
      return priced ? 'fine teeth pack' : 'all clear'
    case 'turn':
      return job.cut.radius === undefined
        ? 'straight cut'
        : none
          ? `R ${lengthWords(job.cut.radius, say)}${some || ': all turn it'}`
          : all
            ? `cannot round R ${lengthWords(job.cut.radius, say)}`
            : `R ${lengthWords(job.cut.radius, say)}: not all round it`
    case 'hole':
      return job.cut.kind !== 'pierced'
        ? 'entered from an edge'
        : job.cut.hole === undefined
          ? 'any drill'
          : `room for ${lengthWords(job.cut.hole, say)}${none ? ': all pass' : ''}`
    case 'reach':
      return none ? 'long enough' : `must come out below`
    case 'depth':
      return job.cut.depth === undefined ? 'none asked' : `${lengthWords(job.cut.depth, say)} down${none ? ': all reach' : ''}`
    case 'access':
      return job.cut.flush
        ? 'flush on a face'
        : job.cut.room !== undefined
          ? `${lengthWords(job.cut.room, say)} for saw and stroke`
          : none
            ? 'open'
            : 'unset plates bind'
    case 'frame':
      return none ? 'passes the board' : 'frame meets the board'
    case 'swing':
      return none ? 'the board turns clear' : 'the board strikes'
    case 'web':
      return job.cut.web === undefined ? 'none asked' : `${lengthWords(job.cut.web, say)} left${none ? ': all leave it' : ''}`
  }
}

const percent = (share: number) => `${Math.max(1, Math.round(share * 100))} %`

/** One failed or narrow margin in a sentence: what is wrong, or what it costs. */
export function marginWords(m: Margin, job: Job, say: Say): string {
  const backed = m.limit === 'teeth' && m.have < profileOf(job.saw).teeth.backed
  const lacks = stops(m)
  const near = m.state === 'near'
  const stands = roundWords(m.have, say)
  switch (m.limit) {
    case 'end':
      if (!lacks) return 'These clamps hold it.'
      if (m.by === 'end') return 'Its ends do not fit this saw’s clamps.'
      if (m.by === 'short') return `Too short: this saw needs ${lengthWords(m.inputs.limit!, say)} of blade.`
      if (m.by === 'long') return `Too long: this frame takes up ${lengthWords(m.inputs.limit!, say)}.`
      return m.by === 'thin'
        ? `Too thin for these clamps, which hold ${lengthWords(m.inputs.limit!, say)} and up.`
        : `Too thick for these clamps, which hold up to ${lengthWords(m.inputs.limit!, say)}.`
    case 'material':
      return lacks
        ? `Its teeth are not made for ${job.stock.material.name.toLowerCase()}.`
        : `Its teeth suit ${job.stock.material.name.toLowerCase()}.`
    case 'capacity':
      if (m.by === 'tilt') return `The bevel is ${decimal(m.need, 1)}°; this saw tilts to ${decimal(m.have, 1)}°.`
      return `The stock stands ${lengthWords(m.need, say)} high; this saw takes ${lengthWords(m.have, say)}.`
    case 'chipLoad': {
      const why = ceilingWords[(m.by as keyof typeof ceilingWords) ?? 'gullet']
      if (lacks)
        return m.by === 'bow' && m.have >= m.least
          ? 'Too weak: at no stress it bears does it stay straight in a clean cut.'
          : `Too weak: each tooth must take ${biteWords(m.least, say)} or it rubs, and ${why} at ${biteWords(m.have, say)}.`
      if (near)
        return m.have < m.need
          ? `Each tooth takes only ${biteWords(m.have, say)} before ${why}, where ${biteWords(m.need, say)} cuts clean: it rubs now and then, so feed evenly.`
          : 'The stresses that keep it straight lie close under what it bears: hard to hold by ear.'
      return `Each tooth may take ${biteWords(m.have, say)} before ${why}; ${biteWords(m.need, say)} cuts clean.`
    }
    case 'teeth': {
      const stand = `${teethWords(m.have)} in the stock`
      if (lacks) return `${stand}; under ${decimal(m.least, 1)} nothing carries the cut, even on a backer.`
      if (!near) return `${stand}; ${decimal(m.need, 1)} are enough.`
      return `${stand} where ${decimal(m.need, 1)} cut smoothly: it hops, and tears about ${percent(m.need / m.have - 1)} more${backed ? '; only with a backer sawn under it, or held hard at the blade' : ''}.`
    }
    case 'packing':
      return near
        ? `So many teeth stand in it that its long chips pack, by ${percent(1 / m.ratio - 1)}: wax, slow strokes, clear them.`
        : 'Its long chips find room.'
    case 'turn': {
      if (m.by === 'none') return 'Its kerf gives its back no room: it cannot turn at all.'
      const tightest = `your tightest curve is ${lengthWords(m.inputs.line!, say)}`
      if (job.cut.turn === 'pivot') {
        const pocket = `Pivots in a pocket of ${roundWords(m.need, say)}`
        return near ? `${pocket}, wider than the corner: leave the pocket in the waste.` : `${pocket}; ${tightest}.`
      }
      if (lacks) return `Turns down to ${roundWords(m.least + turnShift(m), say)} at the most; ${tightest}.`
      const free = `Turns freely down to ${roundWords(m.need + turnShift(m), say)}; ${tightest}`
      if (!near) return `${free}.`
      if (job.cut.turn === 'flowing') return `${free}: it wants a little side pressure.`
      const { slower, wider } = m.inputs as { slower: number; wider: number }
      return `${free}: the kerf is filed ${percent(wider)} wider there, ${percent(slower - 1)} longer, with a rougher edge.`
    }
    case 'hole':
      return near
        ? `A tight fit: ${lengthWords(m.need, say)} threads freely, yours is ${lengthWords(m.have, say)}.`
        : `Needs ${anA(lengthWords(m.need, say))} hole; yours is ${lengthWords(m.have, say)}.`
    case 'reach':
      return lacks
        ? `Too short: ${lengthWords(m.have, say)} of blade where ${lengthWords(Math.ceil(m.need), say)} comes out below at every stroke.`
        : `Its ${lengthWords(m.have, say)} come out below at every stroke; ${lengthWords(Math.ceil(m.need), say)} are enough.`
    case 'depth':
      return job.cut.depth === undefined && lacks
        ? `Its back stops it ${lengthWords(m.have, say)} into a cut that goes through for ${lengthWords(m.need, say)}.`
        : `Reaches ${lengthWords(m.have, say)} under its back; you need ${lengthWords(m.need, say)}.`
    case 'access':
      if (m.by === 'box') return 'It works in its box only.'
      if (m.by === 'room')
        return m.need <= 1
          ? 'Work is taken to this saw; it cannot be brought there.'
          : `${lacks ? 'Too long for its place' : 'Short strokes only'}: with handle and stroke it wants ${lengthWords(Math.ceil(m.need), say)}, there are ${lengthWords(m.have, say)}.`
      if (m.by === 'set')
        return lacks
          ? `Without set it binds with more than ${lengthWords(m.have, say)} of wood on its sides.`
          : 'Shallow enough for a plate without set.'
      return lacks ? 'Its set would score the face, or its handle is in the way.' : 'Lies flat on the face.'
    case 'frame': {
      const place = `the edge stands ${lengthWords(m.inputs.behind!, say)} behind the blade`
      const turned = m.inputs.turned ? `, the blade turned ${m.inputs.turned}°` : ''
      return lacks
        ? `The frame, ${lengthWords(m.inputs.depth!, say)} deep, meets the board: ${place}${turned}.`
        : `The frame passes the board: ${place}${turned}.`
    }
    case 'swing':
      return lacks
        ? `The board strikes: it reaches ${lengthWords(Math.ceil(m.need), say)} behind the blade, and ${lengthWords(m.have, say)} are there.`
        : 'The board passes what stands behind the blade.'
    case 'web':
      return lacks
        ? `Wants ${roundWords(m.least, say)} left standing at the least; of your web ${stands} does.`
        : near
          ? `Of your web ${stands} stands, barely; ${roundWords(m.need, say)} is safe. Support it, feed gently.`
          : `Of your web ${stands} stands; ${roundWords(m.need, say)} is safe.`
  }
}
/** The turn is reckoned on the kerf's centre; people speak of the drawn line. */
const turnShift = (m: Margin) => m.inputs.line! - m.have

/** The window's heading: the answer in one sentence, those that go freely apart from those at a price. */
export function windowHeading(window: SizeWindow): string {
  const { sizes } = window.inputs
  const places = (ok: (s: WindowSize) => boolean) => sizes.flatMap((s, i) => (ok(s) ? [i] : []))
  const name = (i: number) => sizeWords(sizes[i]!.blade)
  const span = ([first, last]: [number, number], whole = true) =>
    first === last ? name(first) : `${name(first)} to ${name(last)}${whole ? '' : ', with gaps'}`
  const ends = (of: number[]) => span([of[0]!, of.at(-1)!], runsOf(of).length === 1)
  const all = places((s) => s.passes)
  const free = places((s) => s.passes && !s.near)
  if (!all.length) return 'No size of this kind will do this cut'
  if (!free.length) return `${all.length === 1 ? 'One size' : 'Sizes'} will do at a price: ${ends(all)}`
  const priced = runsOf(all.filter((i) => !free.includes(i))).map((run) => span(run))
  const rest = priced.length ? `; ${listWords(priced)} at a price` : ''
  return `${free.length === 1 ? 'One size will do this cut' : 'Sizes that will do this cut'}: ${ends(free)}${rest}`
}

/** Which limits collide in an empty window, and by how much. */
export function collisionWords(c: Collision, job: Job, say: Say): string {
  if (c.whole) return `${limitNames[c.whole.limit]}: ${marginWords(c.whole, job, say)}`
  const low =
    c.below &&
    (c.below.from
      ? `${limitNames[c.below.limit].toLowerCase()} wants ${sizeWords(c.below.from)} or bigger`
      : `no size of this kind passes ${limitNames[c.below.limit].toLowerCase()}`)
  const high =
    c.above &&
    (c.above.to
      ? `${limitNames[c.above.limit].toLowerCase()} wants ${sizeWords(c.above.to)} or smaller`
      : `no size of this kind passes ${limitNames[c.above.limit].toLowerCase()}`)
  const both = capital([low, high].filter(Boolean).join('; '))
  const n = c.nearest
  const short = n?.fails
    .map((m) => `${limitNames[m.limit].toLowerCase()} by ${Math.round((m.least / Math.max(m.have, 0.01 * m.least) - 1) * 100)} %`)
    .join(', ')
  return `${both}. ${n ? `${sizeWords(n.blade)} comes closest and misses ${short}.` : ''}`
}

/** A way out as a button's words, and what it costs. */
export function wayWords(way: WayOut, say: Say): { act: string; cost: string } {
  const first = stepWords(way, say)
  const second = way.and && stepWords(way.and, say)
  const opens = `${way.opens} blade${way.opens === 1 ? '' : 's'} will do.`
  return {
    act: second ? `${first.act}, and ${lowered(second.act)}` : first.act,
    cost: [first.cost, second?.cost, opens].filter(Boolean).join(' '),
  }
}
function stepWords(step: WayStep, say: Say): { act: string; cost: string } {
  const to = step.to === undefined ? '' : lengthWords(step.to, say)
  const words: Record<WayStep['kind'], [string, string]> = {
    'shorter-board': [`Saw the board to ${to} first`, 'What is left over comes off before the fretwork.'],
    'turn-blade': [`Turn the blade ${step.to ?? 0}° in its frame`, 'Both ends alike; the frame then passes beside the board.'],
    backing: [`Clamp ${anA(to)} backer under it`, 'Sawn through with it: it carries the teeth and saves the lower edge.'],
    pivot: ['Pivot the corners', 'Turn on the spot in the waste, about 5 s a corner.'],
    worked: ['Ease the curve round', 'Ease the blade round with a little side pressure.'],
    rougher: ['Accept a rougher edge', 'The blade may bow and bevel more; more sanding.'],
    'fresh-blade': ['Fit a fresh blade', 'A sharp edge cuts finer.'],
    'gentler-curve': [`Redraw the curve to R ${to}`, 'The drawing changes.'],
    thinner: [`Use stock of ${to}`, 'The piece gets thinner.'],
    'fewer-sheets': [`Stack ${step.to} instead of ${step.from}`, 'More passes for the same count.'],
    hole: [`Drill ${to} pilot holes`, 'Only where the opening has room.'],
    'edge-entry': ['Enter from an edge', 'Only where a cut in from the edge may show.'],
    'wider-web': [`Leave ${to} standing`, 'The drawing changes.'],
    saw: [`Take the ${step.saw ? lowered(sawWords(step.saw, say).replace(/^The /, '')) : ''}`, ''],
  }
  const [act, cost] = words[step.kind]
  return { act, cost }
}

/** Whether and how the board passes what stands behind the blade. */
export function boardWords({ way, round, least, throat }: BoardPassed, { saw }: Pick<Job, 'saw'>, say: Say): string {
  const what = profileOf(saw).nouns.behind
  const [has, reach] = [lengthWords(throat, say), lengthWords(Math.ceil(round), say)]
  const most = `Turned right round the board would reach ${reach} behind the blade; the ${what} stands at ${has}.`
  switch (way) {
    case 'round':
      return `The board turns clear of the ${what}: it reaches ${reach} behind the blade at most, and ${has} are there.`
    case 'both-ways':
      return `${most} **Begin each line at the end that keeps the board before the blade**: from a hole, both ways to the farthest point.`
    case 'sideways':
      return `${most} Lines along the board are sawn with **the blade turned sideways** (pins in holders made for it, plain ends twisted a quarter with pliers, both alike), those across it from the end that keeps the board before the blade.`
    default:
      return `${most} From either end of a line it still strikes, at ${lengthWords(Math.ceil(least), say)}.`
  }
}
/** The same in a few words, for its drawing. */
export function boardSaid({ way, round, throat }: BoardPassed, say: Say): string {
  const how = { round: 'It turns clear', 'both-ways': 'Lines from both ends', sideways: 'The blade sideways along it' }
  return `${way ? how[way] : 'It strikes'}: ${lengthWords(Math.ceil(round), say)} behind the blade right round, ${lengthWords(throat, say)} there.`
}
