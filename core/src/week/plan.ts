import { drawsOf, medians } from './draws.js'
import { best } from './search.js'
import { freshPlayed, play, scratchOf, shopOf, type Plan, type Shop } from './shop.js'
import type { Block, Piece, Turn, Week, WeekAsked } from './asked.js'

const TOLD = 400 // draws a plan is told on: others than it was sought with
const SURE = 0.8 // chance that is called "in time"
const HOUR = 60 // min of sawing of an order nobody has described yet

/** Chance, by piece, that it is in time; of all together; and every piece's moments of being ready, sorted. */
interface Told {
  chance: number[]
  all: number
  ready: Float64Array[]
  /** by evening, where work was done in it: when the last of it ended */
  ends: number[][]
}
function toldOf(shop: Shop, plan: Plan): Told {
  const out = freshPlayed(shop)
  const scratch = scratchOf(shop)
  const ready = shop.pieces.map(() => new Float64Array(shop.draws))
  const ends: number[][] = shop.evenings.map(() => [])
  let last: number[] = []
  const hear = (b: Block) => (last[b.evening] = b.to)
  let all = 0
  for (let d = 0; d < shop.draws; d++) {
    last = []
    play(shop, plan, d, out, scratch, hear)
    last.forEach((at, e) => ends[e]!.push(at))
    let whole = true
    for (let p = 0; p < shop.pieces.length; p++) {
      ready[p]![d] = out.ready[p]!
      whole &&= out.ready[p]! <= shop.pieces[p]!.due + 1e-6
    }
    if (whole) all++
  }
  ready.forEach((r) => r.sort())
  const chance = shop.pieces.map((p, k) => ready[k]!.reduce((t, at) => t + Number(at <= p.due + 1e-6), 0) / shop.draws)
  return { chance, all: all / shop.draws, ready, ends }
}
/** When it is ready with this chance; undefined where that is not within the evenings. */
function by(ready: Float64Array, chance: number): number | undefined {
  const at = ready[Math.min(ready.length - 1, Math.ceil(chance * ready.length) - 1)]!
  return at === Infinity ? undefined : at
}
const honest = (ready: Float64Array) => {
  const [p80, p95] = [by(ready, 0.8), by(ready, 0.95)]
  return { ...(p80 !== undefined && { p80 }), ...(p95 !== undefined && { p95 }) }
}

/** The kept order in this shop: what is done or gone leaves it, what is new comes in by its day. */
function keptPlan(asked: WeekAsked, shop: Shop): Plan | undefined {
  const { keep } = asked
  if (!keep?.order.length) return undefined
  const number = new Map(shop.turns.map((t, k) => [`${shop.pieces[t.piece]!.id} ${t.name}`, k]))
  const order = keep.order.flatMap((t) => number.get(`${t.piece} ${t.step}`) ?? [])
  const known = new Set(order.map((k) => shop.turns[k]!.piece))
  shop.pieces.forEach((piece, p) => {
    const own = [...number.values()].filter((k) => shop.turns[k]!.piece === p && !order.includes(k))
    if (!own.length) return
    const later = known.has(p) ? -1 : order.findIndex((k) => shop.pieces[shop.turns[k]!.piece]!.due > piece.due)
    order.splice(later < 0 ? order.length : later, 0, ...own)
  })
  const way = Int32Array.from(shop.pieces, (p) =>
    Math.max(
      0,
      p.ways.findIndex((w) => w.sheets === keep.stacks[p.id]),
    ),
  )
  return { order: Int32Array.from(order), way }
}

/** Pairs of turns that stand the other way round than in the order kept. */
export function movedPairs(before: readonly Turn[], after: readonly Turn[]): number {
  const place = new Map(after.map((t, k) => [`${t.piece} ${t.step}`, k]))
  const at = before.flatMap((t) => place.get(`${t.piece} ${t.step}`) ?? [])
  let moved = 0
  for (let i = 0; i < at.length; i++) for (let j = i + 1; j < at.length; j++) if (at[i]! > at[j]!) moved++
  return moved
}

const without = (shop: Shop, { order, way }: Plan, gone: ReadonlySet<number>): Plan => ({
  order: order.filter((k) => !gone.has(shop.turns[k]!.piece)),
  way,
})

/** What must be left out for the rest to come in time, least worth first: all that is late, less what does after all. */
function dropped(shop: Shop, plan: Plan, late: readonly number[]): string[] {
  const dated = shop.pieces.flatMap((p, k) => (p.due < Infinity ? [k] : []))
  const gone = new Set(late)
  const short = () => {
    const { chance } = toldOf(shop, without(shop, plan, gone))
    return dated.filter((k) => !gone.has(k) && chance[k]! < SURE)
  }
  for (let more = short(); more.length; more = short()) more.forEach((k) => gone.add(k))
  const value = (k: number) => shop.pieces[k]!.value
  for (const k of [...gone].sort((a, b) => value(b) - value(a) || shop.pieces[a]!.due - shop.pieces[b]!.due)) {
    gone.delete(k)
    if (short().length) gone.add(k)
  }
  return [...gone].sort((a, b) => value(a) - value(b)).map((k) => shop.pieces[k]!.id)
}

const FEW = 120 // draws by which leaving out is tried

/**
 * The plan of a week: what is sawn when, with each piece's chance, what cannot be done and its honest day, and what may be
 * promised. Same input, same plan.
 * @throws RangeError where two pieces have one id, or a way saws nothing
 */
export function planWeek(asked: WeekAsked): Week {
  const { shop, plan } = best(asked, asked.seed, (s) => keptPlan(asked, s))
  return tellWeek(asked, shop, plan)
}
/** An order of the user's own, told without any search: what a piece that was dragged comes to. */
export function tellOrder(asked: WeekAsked, order: readonly Turn[], stacks: Record<string, number>): Week {
  const given = { ...asked, keep: { order: [...order], stacks } }
  const shop = shopOf(given, drawsOf(2, asked.seed))
  return tellWeek({ ...given, ...(asked.keep && { keep: asked.keep }) }, shop, keptPlan(given, shop)!)
}

function tellWeek(asked: WeekAsked, shop: Shop, plan: Plan): Week {
  const tellSeed = asked.seed ^ 0x2545f491
  const told = toldOf(shopOf(asked, drawsOf(TOLD, tellSeed)), plan)
  const name = (k: number): Turn => {
    const t = shop.turns[k]!
    return { piece: shop.pieces[t.piece]!.id, step: t.name }
  }
  const order = [...plan.order].filter((k) => shop.turns[k]!.at >= shop.pieces[shop.turns[k]!.piece]!.done).map(name)
  const mid = shopOf(asked, medians)
  const out = freshPlayed(mid)
  const sequence: Block[] = []
  play(mid, plan, 0, out, scratchOf(mid), (b) => sequence.push(b))
  const dated = shop.pieces.flatMap((p, k) => (p.due < Infinity ? [k] : []))
  const late = dated
    .filter((k) => told.chance[k]! < SURE)
    .map((k) => ({ piece: shop.pieces[k]!.id, chance: told.chance[k]!, ...honest(told.ready[k]!) }))
  const few = late.length ? shopOf(asked, drawsOf(FEW, tellSeed)) : undefined
  return {
    order,
    stacks: Object.fromEntries(shop.pieces.flatMap((p, k) => (p.ways.length ? [[p.id, p.ways[plan.way[k]!]!.sheets]] : []))),
    sequence,
    chance: Object.fromEntries(dated.map((k) => [shop.pieces[k]!.id, told.chance[k]!])),
    all: told.all,
    late,
    drop: few
      ? dropped(
          few,
          plan,
          dated.filter((k) => told.chance[k]! < SURE),
        )
      : [],
    promise: promiseOf(asked, plan, tellSeed),
    setUps: out.setUps,
    ends: told.ends.flatMap((at, evening) => {
      if (at.length < TOLD / 10) return []
      at.sort((a, b) => a - b)
      return [{ evening, low: at[Math.floor(0.1 * at.length)]!, high: at[Math.floor(0.9 * at.length)]! }]
    }),
    moved: asked.keep ? movedPairs(asked.keep.order, order) : 0,
  }
}

/** When an order that comes in now, after all there is, is ready. */
function promiseOf(asked: WeekAsked, plan: Plan, seed: number): Week['promise'] {
  const any = asked.pieces.find((p) => p.ways?.length)?.ways?.[0]?.setUp
  const given: Piece = asked.next ?? {
    id: '',
    copies: 1,
    own: 0.3,
    ...(any
      ? { ways: [{ sheets: 1, setUp: any, runs: [{ sheets: 1, minutes: HOUR, spoil: 0 }] }] }
      : { before: [{ minutes: { median: HOUR, own: 0.3 }, wait: 0 }] }),
  }
  let id = given.id || 'next order'
  while (asked.pieces.some((p) => p.id === id)) id += '’'
  const next: Piece = { ...given, id, due: undefined }
  const shop = shopOf({ ...asked, pieces: [...asked.pieces, next] }, drawsOf(TOLD, seed))
  const p = shop.pieces.length - 1
  const own = shop.turns.flatMap((t, k) => (t.piece === p ? [k] : []))
  const told = toldOf(shop, { order: Int32Array.from([...plan.order, ...own]), way: Int32Array.from([...plan.way, 0]) })
  return honest(told.ready[p]!)
}
