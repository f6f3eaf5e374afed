import { profileOf, threadingSeconds, type Beliefs, type Blade, type Job, type Saw } from '@green-pitch/core'
import {
  LEAST,
  pieceFor,
  planWeek,
  quote,
  stackFor,
  tellOrder,
  type Evening,
  type Piece,
  type PieceSaid,
  type Quote,
  type QuoteRates,
  type Stack,
  type Stock,
  type Turn,
  type Week,
  type WeekAsked,
} from '@green-pitch/core/week'

/** A job of the week as the ticket has it. */
export interface WeekJob extends PieceSaid {
  job: Job
  blade?: Blade
}
export interface WeekGiven {
  jobs: WeekJob[]
  saws: Saw[]
  blades: Blade[]
  /** what the drawer holds, by blade; and when more would come, min */
  drawer: Record<string, number>
  more: number
  beliefs?: Beliefs
  evenings: Evening[]
  now: number
  seed: number
  keep?: WeekAsked['keep']
  /** a job nobody has promised yet: when could it be; absent: an hour's sawing */
  next?: WeekJob
}
/** A height of stack as the table shows it. */
export type StackLook = Pick<Stack, 'sheets' | 'runs' | 'minutes' | 'edge' | 'spoilt' | 'atOnce' | 'enough'> & {
  /** its id, and min one lasts in this stack */
  blade: string
  life: number
}
export interface WeekAnswer {
  week: Week
  /** ids of jobs no blade saws */
  cannot: string[]
  stacks: Record<string, StackLook[]>
  /** min at the saw and at the bench, by job, at medians */
  minutes: Record<string, number>
}
export type QuoteAnswer = Omit<Quote, 'priceFor'> & { prices: { risk: number; price: number }[] }

const FRESH = 1 // min to fetch a blade and set its lower end; estimate
const MOVE = 4 // min to put one saw away and another up; estimate
const SPEED = 0.3 // min to turn a dial
const HEIGHT = 0.7 // and to set a hold-down
const OWN = 0.5 // scatter of one blade's life
const RISKS = [0.5, 0.3, 0.2, 0.1, 0.05]

const look = ({ blade, bill, sheets, runs, minutes, edge, spoilt, atOnce, enough }: Stack): StackLook => ({
  sheets,
  runs,
  minutes,
  edge,
  spoilt,
  atOnce,
  enough,
  blade: blade.id,
  life: bill.life.median,
})

/** What a week is planned with, kept between one question and the next. */
export function weekWorker() {
  const known = new Map<string, { piece?: Piece; stacks: StackLook[] }>()
  let asked: WeekAsked | undefined

  /** Pieces are made once: ranking blades for every height takes longer than planning. */
  function made({ job, blade, ...said }: WeekJob, { blades, beliefs }: WeekGiven) {
    const key = JSON.stringify([said, job, blade?.id, beliefs?.now, beliefs?.cuts])
    let found = known.get(key)
    if (!found) {
      const given = { blades, beliefs, blade, sheets: said.sheets }
      const all = stackFor(said.copies, job, given)
      known.set(key, (found = { piece: pieceFor(said, job, given, all), stacks: all.map(look) }))
    }
    return found
  }
  function plan(given: WeekGiven): WeekAnswer {
    const each = given.jobs.map((j) => ({ id: j.id, job: j.job, ...made(j, given) }))
    const pieces = each.flatMap((e) => e.piece ?? [])
    const stock: Stock = {}
    for (const { stacks } of each)
      for (const { blade: id, life } of stacks) {
        const count = given.drawer[id]
        const plate = given.blades.find((b) => b.id === id)?.plate
        if (count !== undefined && !plate && !stock[id]) stock[id] = { count, life, own: OWN, more: given.more }
      }
    const by = <T>(f: (s: Saw) => T) => Object.fromEntries(given.saws.map((s) => [s.id, f(s)]))
    asked = {
      pieces,
      evenings: given.evenings,
      changes: {
        to: by(() => MOVE),
        blade: by((s) => FRESH + threadingSeconds(s) / 60),
        speed: SPEED,
        height: HEIGHT,
        loud: given.saws.filter((s) => profileOf(s).motor).map((s) => s.id),
      },
      stock,
      now: given.now,
      seed: given.seed,
      keep: given.keep,
      next: given.next && made(given.next, given).piece,
    }
    return {
      week: planWeek(asked),
      cannot: each.filter((e) => !e.piece).map((e) => e.id),
      stacks: Object.fromEntries(each.map((e) => [e.id, e.stacks])),
      minutes: Object.fromEntries(pieces.map((p) => [p.id, minutesOf(p)])),
    }
  }
  const minutesOf = (p: Piece) =>
    [...(p.before ?? []), ...(p.after ?? [])].reduce((t, s) => t + s.minutes.median, 0) +
    (p.ways?.[0]?.runs.reduce((t, r) => t + r.minutes, 0) ?? 0)
  return {
    plan,
    /** Every height so many copies of a job may be stacked to. */
    stacks: (job: Job, copies: number, given: Pick<WeekGiven, 'blades' | 'beliefs'> & { blade?: Blade; sheets?: number }): StackLook[] =>
      stackFor(copies, job, given).map(look),
    /** What an order of the user's own comes to, without any search; undefined before there is a plan. */
    tell: (order: Turn[], stacks: Record<string, number>): Week | undefined => asked && tellOrder(asked, order, stacks),
    quote(ids: string[], rates: QuoteRates, price: number | undefined): QuoteAnswer | undefined {
      const pieces = asked?.pieces.filter((p) => ids.includes(p.id)) ?? []
      if (!pieces.length) return undefined
      const { priceFor, ...rest } = quote({ pieces, rates, stock: asked?.stock, setUp: LEAST, price, seed: asked!.seed })
      return { ...rest, prices: RISKS.map((risk) => ({ risk, price: priceFor(risk) })) }
    },
  }
}
export type WeekWork = ReturnType<typeof weekWorker>
