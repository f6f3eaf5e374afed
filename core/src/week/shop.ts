import type { Draws } from './draws.js'
import { LEAST, type Block, type SetUp, type Spread, type WeekAsked } from './asked.js'

/** A step of a piece, told by numbers. */
export interface ShopTurn {
  piece: number
  /** place among the piece's steps */
  at: number
  name: string
  saw: boolean
}
interface Hand {
  /** minutes of it in every draw */
  minutes: Float64Array
  wait: number
}
interface ShopWay {
  sheets: number
  setUp: SetUp
  saw: number
  blade: number
  loud: boolean
  runs: { sheets: number; minutes: number; spoil: number }[]
  median: number
}
export interface ShopPiece {
  id: string
  due: number
  from: number
  value: number
  /** place of the first step that is not done */
  done: number
  /** share of its sawing that is left */
  left: number
  blanks: number
  steps: (Hand | undefined)[]
  /** number of its first turn */
  first: number
  ways: ShopWay[]
  /** all its sawing takes so many times its median, in every draw */
  pace: Float64Array
  /** whether its k-th run is spoilt, as draws from 0 to 1 */
  luck: Float64Array[]
}
/** The workshop, its evenings and its pieces in a number of draws: plans are played in it. */
export interface Shop {
  draws: number
  pieces: ShopPiece[]
  turns: ShopTurn[]
  /** in time; `index`: where it stands in what was asked */
  evenings: { index: number; at: number; minutes: Float64Array; loud: number; saws: boolean[] }[]
  saws: string[]
  blades: string[]
  /** minutes another blade takes on each saw */
  change: number[]
  to: number[]
  speed: number
  height: number
  /** what stands set up when it begins */
  now: { saw: number; on: { blade: number; speed?: number; height?: number }[] }
  /** of each blade: lives in order, in every draw; when more come; absent: enough */
  stock: ({ lives: Float64Array[]; more: number } | undefined)[]
  begin: number
}

const TRIES = 12 // runs of a piece whose luck is drawn by itself; later ones meet that of earlier ones
const LIVES = 24 // blades of a kind, likewise

/** A spread in every draw, as a factor of its median. */
function factors(draws: Draws, name: string, { own, shared }: Pick<Spread, 'own' | 'shared'>): Float64Array {
  for (const [key, x] of Object.entries({ own, ...shared }))
    if (!Number.isFinite(x)) throw new RangeError(`The spread of ${name} is no figure (${key}).`)
  const out = new Float64Array(draws.count)
  if (own > 0) draws.normal(name).forEach((z, i) => (out[i]! += own * z))
  for (const [key, load] of Object.entries(shared ?? {})) draws.normal(`shared ${key}`).forEach((z, i) => (out[i]! += load * z))
  return out.map(Math.exp)
}
const times = (f: Float64Array, by: number) => f.map((x) => x * by)

/** @throws RangeError where a piece names the same id twice, or a way saws nothing */
export function shopOf(asked: WeekAsked, draws: Draws): Shop {
  const saws: string[] = []
  const blades: string[] = []
  const numbered = (list: string[], name: string) => (list.includes(name) ? list.indexOf(name) : list.push(name) - 1)
  const { changes } = asked
  if (new Set(asked.pieces.map((p) => p.id)).size < asked.pieces.length) throw new RangeError('Every piece needs an id of its own.')
  const turns: ShopTurn[] = []
  const pieces = asked.pieces.map((p, piece): ShopPiece => {
    const steps: ShopPiece['steps'] = []
    const first = turns.length
    const put = (name: string, hand?: Hand) => {
      turns.push({ piece, at: steps.length, name, saw: !hand })
      steps.push(hand)
    }
    const hand = (s: NonNullable<typeof p.before>[number], name: string): Hand => ({
      minutes: times(factors(draws, `${p.id} ${name}`, s.minutes), s.minutes.median),
      wait: s.wait,
    })
    p.before?.forEach((s, k) => put(`b${k}`, hand(s, `b${k}`)))
    if (p.ways?.length) put('saw')
    p.after?.forEach((s, k) => put(`a${k}`, hand(s, `a${k}`)))
    const ways = (p.ways ?? []).map((w): ShopWay => {
      if (!w.runs.length) throw new RangeError(`A way of sawing ${p.id} has no runs.`)
      return {
        sheets: w.sheets,
        setUp: w.setUp,
        saw: numbered(saws, w.setUp.saw),
        blade: numbered(blades, w.setUp.blade),
        loud: changes.loud.includes(w.setUp.saw),
        runs: w.runs,
        median: w.runs.reduce((t, r) => t + r.minutes, 0),
      }
    })
    return {
      id: p.id,
      due: p.due ?? Infinity,
      from: p.from ?? -Infinity,
      value: p.value ?? 1,
      done: p.done ?? 0,
      left: p.left ?? 1,
      blanks: p.sheets ?? Infinity,
      steps,
      first,
      ways,
      pace: factors(draws, `${p.id} saw`, { own: p.own ?? 0, shared: p.shared }),
      luck: Array.from({ length: TRIES }, (_, k) => draws.even(`${p.id} luck ${k}`)),
    }
  })
  const evenings = asked.evenings
    .map((e, index) => {
      const sure = e.sure ?? 1
      const length = times(factors(draws, `evening ${e.at}`, { own: e.own ?? 0 }), e.minutes)
      // the evening itself has this much of a day; a drawn one does not grow into the night beyond its own spread
      const happens = sure < 1 ? draws.even(`takes place ${e.at}`) : undefined
      return {
        index,
        at: e.at,
        minutes: happens ? length.map((m, i) => (happens[i]! < sure ? m : 0)) : length,
        loud: e.loud ?? Infinity,
        saws: saws.map((s) => e.saws.includes(s)),
      }
    })
    .sort((a, b) => a.at - b.at)
  const stock = blades.map((b) => {
    const s = asked.stock?.[b]
    if (!s) return undefined
    const lives = Array.from({ length: Math.min(LIVES, s.count) }, (_, k) =>
      times(factors(draws, `${b} life ${k}`, { own: s.own }), s.life),
    )
    return { lives: s.count > LIVES ? [...lives, new Float64Array(draws.count).fill(Infinity)] : lives, more: s.more ?? Infinity }
  })
  const on = saws.map((s) => {
    const now = changes.now?.on[s]
    return {
      blade: now?.blade === undefined ? -1 : blades.indexOf(now.blade),
      ...(now?.speed !== undefined && { speed: now.speed }),
      ...(now?.height !== undefined && { height: now.height }),
    }
  })
  return {
    draws: draws.count,
    pieces,
    turns,
    evenings,
    saws,
    blades,
    change: saws.map((s) => changes.blade[s] ?? 0),
    to: saws.map((s) => changes.to[s] ?? 0),
    speed: changes.speed,
    height: changes.height,
    now: { saw: changes.now?.saw === undefined ? -1 : saws.indexOf(changes.now.saw), on },
    stock,
    begin: asked.now,
  }
}

/** A plan by numbers: turns in order, and which way each piece is sawn. */
export interface Plan {
  order: Int32Array
  way: Int32Array
}
/** What one play of a plan came to, used again for the next. */
export interface Played {
  /** when each piece was ready, Infinity: not within the evenings */
  ready: Float64Array
  setUps: number
  /** when the last work was done */
  end: number
}
export const freshPlayed = (shop: Shop): Played => ({ ready: new Float64Array(shop.pieces.length), setUps: 0, end: 0 })

const EPS = 1e-6 // min

/** Scratch of plays, sized for one shop. */
export interface Scratch {
  next: Int32Array
  free: Float64Array
  run: Int32Array
  rest: Float64Array
  tries: Int32Array
  blanks: Float64Array
  /** where each turn stands in the order */
  place: Int32Array
  /** pieces with a turn to do, in the order of these turns */
  wait: Int32Array
  /** evening in which nothing more can be done at it */
  asleep: Int32Array
  worn: Float64Array
  life: Int32Array
  blade: Int32Array
  speed: Float64Array
  height: Float64Array
}
export function scratchOf(shop: Shop): Scratch {
  const [p, s, b] = [shop.pieces.length, shop.saws.length, shop.blades.length]
  return {
    next: new Int32Array(p),
    free: new Float64Array(p),
    run: new Int32Array(p),
    rest: new Float64Array(p),
    tries: new Int32Array(p),
    blanks: new Float64Array(p),
    place: new Int32Array(shop.turns.length),
    wait: new Int32Array(p + 1),
    asleep: new Int32Array(p),
    worn: new Float64Array(b),
    life: new Int32Array(b),
    blade: new Int32Array(s),
    speed: new Float64Array(s),
    height: new Float64Array(s),
  }
}

/**
 * Plays a plan in one draw. At any moment the first turn that can be done is done: sawing breaks off where the evening or
 * the ears end and goes on later, nobody sets up for less than LEAST minutes, handwork begins only where it fits.
 * @param tell hears every stretch of work, where its picture is wanted
 */
export function play(shop: Shop, { order, way }: Plan, d: number, out: Played, s: Scratch, tell?: (b: Block) => void): void {
  const { pieces } = shop
  // a piece's turns stand in the order anyhow: of each only the next one can be done, where it stands among the others'
  const { place, wait } = s
  for (let k = 0; k < order.length; k++) place[order[k]!] = k
  let waiting = 0
  const join = (p: number) => {
    const at = place[pieces[p]!.first + s.next[p]!]!
    let k = waiting++
    while (k > 0 && place[pieces[wait[k - 1]!]!.first + s.next[wait[k - 1]!]!]! > at) {
      wait[k] = wait[k - 1]!
      k--
    }
    wait[k] = p
  }
  for (let p = 0; p < pieces.length; p++) {
    const piece = pieces[p]!
    s.next[p] = piece.done
    s.free[p] = piece.from
    s.run[p] = -1
    s.tries[p] = 0
    s.blanks[p] = piece.blanks
    s.asleep[p] = -1
    const over = piece.done >= piece.steps.length
    out.ready[p] = over ? piece.from : Infinity
  }
  for (let k = 0; k < order.length; k++) {
    // pieces that are left out of the order are not sawn
    const t = shop.turns[order[k]!]!
    if (t.at === pieces[t.piece]!.done) wait[waiting++] = t.piece
  }
  s.life.fill(-1)
  s.worn.fill(0)
  for (let k = 0; k < shop.saws.length; k++) {
    const on = shop.now.on[k]!
    s.blade[k] = on.blade
    s.speed[k] = on.speed ?? NaN
    s.height[k] = on.height ?? NaN
  }
  let saw = shop.now.saw
  out.setUps = 0
  out.end = shop.begin

  for (let e = 0; e < shop.evenings.length && waiting; e++) {
    const evening = shop.evenings[e]!
    const end = evening.at + evening.minutes[d]!
    const ears = evening.at + evening.loud
    let now = Math.max(evening.at, shop.begin)
    while (now < end - EPS && waiting) {
      // the first turn that can be done; else the next moment one may be
      let found = -1
      let later = Infinity
      let setUp = 0
      for (let k = 0; k < waiting; k++) {
        const p = wait[k]!
        if (s.asleep[p] === e) continue
        const free = s.free[p]!
        if (free > now + EPS) {
          if (free < later) later = free
          continue
        }
        const piece = pieces[p]!
        const hand = piece.steps[s.next[p]!]
        if (hand) {
          setUp = 0
          if (now + hand.minutes[d]! > end + EPS) {
            // what does not fit now does not fit later in the same evening
            s.asleep[p] = e
            continue
          }
        } else {
          const w = piece.ways[way[p]!]!
          const stop = w.loud && ears < end ? ears : end
          if (!evening.saws[w.saw] || now + 10 * EPS > stop) {
            s.asleep[p] = e
            continue
          }
          const blades = shop.stock[w.blade]
          if (blades && blades.more > now + EPS && (s.life[w.blade]! >= blades.lives.length || !blades.lives.length)) {
            if (blades.more < later) later = blades.more
            continue
          }
          setUp = cost(shop, s, saw, w)
          if (setUp > 0) {
            const rest = s.run[p]! < 0 ? w.median * piece.left * piece.pace[d]! : s.rest[p]!
            const least = rest < LEAST && s.run[p]! >= w.runs.length - 1 ? rest : LEAST
            if (now + setUp + least > stop + EPS) continue
          }
        }
        found = k
        break
      }
      if (found < 0) {
        if (later >= end) break
        now = later
        continue
      }
      const p = wait[found]!
      const piece = pieces[p]!
      const hand = piece.steps[s.next[p]!]
      const from = now
      const stretch = (copies: number, stack: number) =>
        tell?.({
          evening: evening.index,
          piece: piece.id,
          step: shop.turns[piece.first + s.next[p]!]!.name,
          copies,
          stack,
          from,
          to: now,
          setUp,
        })
      if (hand) {
        now += hand.minutes[d]!
        s.free[p] = now + hand.wait
        stretch(0, 0)
      } else {
        const w = piece.ways[way[p]!]!
        if (setUp > 0 || saw !== w.saw) out.setUps++
        saw = w.saw
        s.blade[w.saw] = w.blade
        if (w.setUp.speed !== undefined) s.speed[w.saw] = w.setUp.speed
        if (w.setUp.height !== undefined) s.height[w.saw] = w.setUp.height
        now += setUp
        const sawn = sawing(shop, s, p, w, d, now, w.loud && ears < end ? ears : end)
        now = sawn.now
        stretch(sawn.copies, w.sheets)
        if (!sawn.finished && !sawn.lost) {
          out.end = now
          continue
        }
        s.free[p] = now
        if (sawn.lost) s.next[p] = piece.steps.length // without blanks the piece ends here, and is never ready
      }
      out.end = now
      for (let k = found + 1; k < waiting; k++) wait[k - 1] = wait[k]!
      waiting--
      if (s.next[p]! >= piece.steps.length) continue
      s.next[p]!++
      if (s.next[p]! >= piece.steps.length) out.ready[p] = s.free[p]!
      else join(p)
    }
  }
}

/** Minutes from what stands set up to what a way wants; every saw keeps its own. */
function cost(shop: Shop, s: Scratch, saw: number, w: ShopWay): number {
  let c = saw === w.saw ? 0 : shop.to[w.saw]!
  if (s.blade[w.saw] !== w.blade) c += shop.change[w.saw]!
  if (w.setUp.speed !== undefined && s.speed[w.saw] !== w.setUp.speed) c += shop.speed
  if (w.setUp.height !== undefined && s.height[w.saw] !== w.setUp.height) c += shop.height
  return c
}

const sawn = { now: 0, copies: 0, finished: false, lost: false }
/** Saws on at a piece until it is done, its blanks or blades are gone, or the time is over. */
function sawing(shop: Shop, s: Scratch, p: number, w: ShopWay, d: number, begin: number, stop: number): typeof sawn {
  const piece = shop.pieces[p]!
  const pace = piece.pace[d]!
  sawn.copies = 0
  sawn.finished = sawn.lost = false
  let now = begin
  if (s.run[p]! < 0) {
    // what is left of it: whole runs are over, the one in hand is begun
    let gone = (1 - piece.left) * w.median
    let run = 0
    while (run < w.runs.length - 1 && gone >= w.runs[run]!.minutes - EPS) gone -= w.runs[run++]!.minutes
    s.run[p] = run
    s.rest[p] = Math.max(0, w.runs[run]!.minutes - gone) * pace
    if (s.blanks[p]! < w.runs[run]!.sheets) sawn.lost = true
  }
  const blades = shop.stock[w.blade]
  while (!sawn.lost) {
    const run = w.runs[s.run[p]!]!
    const whole = run.minutes * pace
    // spoilt: found out half way
    const spoilt = run.spoil > 0 && piece.luck[s.tries[p]! % piece.luck.length]![d]! < run.spoil
    const left = spoilt ? Math.max(0, s.rest[p]! - whole / 2) : s.rest[p]!
    let take = Math.min(left, stop - now)
    if (blades) {
      if (s.life[w.blade]! < 0) {
        s.life[w.blade] = 0
        s.worn[w.blade] = blades.lives[0]?.[d] ?? Infinity
      }
      if (take > s.worn[w.blade]!) {
        // worn out in the work: the next, where there is one
        take = s.worn[w.blade]!
        now += take
        s.rest[p] = s.rest[p]! - take
        const k = ++s.life[w.blade]!
        if (k >= blades.lives.length && blades.more > now) break
        s.worn[w.blade] = k < blades.lives.length ? blades.lives[k]![d]! : Infinity
        now += shop.change[w.saw]!
        if (now >= stop - EPS) {
          now = Math.min(now, stop)
          break
        }
        continue
      }
      s.worn[w.blade] = s.worn[w.blade]! - take
    }
    now += take
    s.rest[p] = s.rest[p]! - take
    if (take < left - EPS) break
    s.tries[p]!++
    s.blanks[p] = s.blanks[p]! - run.sheets
    if (!spoilt) {
      sawn.copies += run.sheets
      s.run[p]!++
    }
    if (s.run[p]! >= w.runs.length) {
      sawn.finished = true
      break
    }
    const next = w.runs[s.run[p]!]!
    if (s.blanks[p]! < next.sheets) sawn.lost = true
    s.rest[p] = next.minutes * pace
    if (stop - now < EPS) break
  }
  sawn.now = now
  return sawn
}
