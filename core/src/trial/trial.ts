import type { Blade } from '../blade/index.js'
import type { Grain } from '../stock/index.js'
import { isStrungJob, MODEL, type Job, type UpFace } from '../job/index.js'
import { designTrial, feltCriteria, type Design, type TrialCriterion, type TrialPiece } from './design.js'
import { criteriaOf, testPiece, type TestPiece } from './piece.js'
import type { FaceWorth, Judged } from './rank.js'

/** Two ways of laying the same piece, compared as two blades are. */
export const trialWays = ['face', 'grain'] as const
export type TrialWays = (typeof trialWays)[number]

/** What is compared: a blade, or one blade with the piece laid one way. */
export interface TrialArm {
  id: string
  blade: Blade
  /** which face lies up, or how the cuts lie to the grain, where that is what is compared */
  up?: UpFace
  grain?: Grain
}

/** How a piece felt, 1 (worst) to 5, told right after it. */
export const feltMarks = [1, 2, 3, 4, 5] as const
export type Felt = (typeof feltMarks)[number]
/** Whether what was felt goes when strokes or feed are changed. */
export const feltChanges = ['no', 'strokes', 'feed', 'both'] as const
export type FeltChange = (typeof feltChanges)[number]
/** What the underside shows. */
export const undersides = ['clean', 'fuzz', 'chips', 'spoilt'] as const
export type UndersideSeen = (typeof undersides)[number]

/** What happened to one piece. */
export interface PieceRecord {
  label: string
  /** ms since 1970 of the last word on it */
  at: number
  /** s at the saw, by the watch */
  seconds?: number
  pace?: Felt
  effort?: Felt
  steadiness?: Felt
  changes?: FeltChange
  under?: UndersideSeen
  /** min of clean-up */
  cleanUp?: number
  /** mm: farthest from the line */
  stray?: number
  note?: string
}
/** A board’s pieces put in order; an empty order says that it cannot be told. */
export interface Judging extends Judged {
  at: number
}

/** A fair comparison from its plan to its end. */
export interface Trial {
  name: string
  arms: TrialArm[]
  /** what each stock of the design is sawn as, in the design’s order */
  jobs: Job[]
  design: Design
  /** another hand clamps the blades: the names stay hidden at the saw too */
  helper: boolean
  /** all pieces of a stock come from one board */
  oneBoard: boolean
  /** arms whose teeth under the lens are not those of the label */
  misread: string[]
  pieces: PieceRecord[]
  orders: Judging[]
  /** ms since 1970: when the names were told; orders stand from then on */
  revealed?: number
  /** what it found, kept when the names were told since finding it takes a while: of faces, who leads, and how surely */
  found?: { worths: FaceWorth[]; first: string[]; best: number }
  model: number
}

/** What is decided before anything is sawn. */
export interface TrialPlan extends Pick<Trial, 'name' | 'arms' | 'jobs' | 'helper' | 'oneBoard' | 'misread'> {
  repeats: number
  seed: number
}
export const planOf = ({ name, arms, jobs, helper, oneBoard, misread, design: { repeats, seed } }: Trial): TrialPlan => ({
  ...{ name, arms, jobs, helper, oneBoard, misread, repeats, seed },
})
/**
 * A trial as planned, its lots drawn and nothing sawn.
 * @throws RangeError as designTrial
 */
export function drawTrial({ repeats, seed, ...plan }: TrialPlan): Trial {
  const stocks = plan.jobs.map((j, i) => ({ id: `${j.stock.material.id}-${i + 1}` }))
  const misread = plan.misread.filter((id) => plan.arms.some((a) => a.id === id))
  return { ...plan, misread, design: designTrial({ blades: plan.arms, stocks, repeats, seed }), pieces: [], orders: [], model: MODEL }
}

/** The piece every blade of a trial saws. */
export const pieceOf = ({ arms, jobs }: Pick<Trial, 'arms' | 'jobs'>): TestPiece =>
  testPiece(
    arms.map((a) => a.blade),
    jobs.every(isStrungJob),
  )

/** The job of sawing a test piece in a trial’s stock. */
export function pieceJob(job: Job, { radius, length, lines }: TestPiece, arm?: TrialArm): Job {
  const opening = lines.some((l) => l.kind === 'opening')
  const { centre, turn, line, finish, skill, shows, grain, up } = job.cut
  return {
    ...job,
    cut: {
      kind: opening ? 'pierced' : radius === undefined ? 'straight' : 'outline',
      ...(radius !== undefined && { radius }),
      ...{ centre, turn: turn === 'pivot' ? 'pivot' : 'worked', line, finish, skill, shows, length },
      openings: opening ? 1 : 0,
      ...((arm?.grain ?? grain) && { grain: arm?.grain ?? grain }),
      ...((arm?.up ?? up) && { up: arm?.up ?? up }),
    },
  }
}

/** One board: the pieces of one stock and repeat, that are looked at side by side. */
export interface Board {
  stock: string
  repeat: number
  pieces: TrialPiece[]
}
/** The boards of a trial, in the order they are sawn. */
export function boardsOf({ pieces }: Design): Board[] {
  const boards = new Map<string, Board>()
  for (const p of pieces) {
    const key = `${p.stock} ${p.repeat}`
    const board = boards.get(key) ?? { stock: p.stock, repeat: p.repeat, pieces: [] }
    boards.set(key, board)
    board.pieces.push(p)
  }
  return [...boards.values()]
}

export const recordOf = (trial: Pick<Trial, 'pieces'>, label: string): PieceRecord | undefined =>
  trial.pieces.find((p) => p.label === label)
/** Sawn, and told how it felt. */
export const isSawn = (r: PieceRecord | undefined): boolean =>
  r?.seconds !== undefined && feltCriteria.every((c) => r[c as 'pace'] !== undefined)
/** The piece to saw next; undefined where all are sawn. */
export const nextPiece = (trial: Pick<Trial, 'design' | 'pieces'>): TrialPiece | undefined =>
  trial.design.pieces.find((p) => !isSawn(recordOf(trial, p.label)))

/** Orders by what was felt: told piece by piece in words, so that equal words tie. */
export function feltOrders(trial: Pick<Trial, 'design' | 'pieces'>): Judged[] {
  return boardsOf(trial.design).flatMap(({ stock, repeat, pieces }) =>
    feltCriteria.flatMap((criterion) => {
      const told = pieces.flatMap((p) => {
        const mark = recordOf(trial, p.label)?.[criterion as 'pace']
        return mark === undefined ? [] : [{ blade: p.blade, mark }]
      })
      if (told.length < 2) return []
      const order = [...feltMarks]
        .reverse()
        .map((mark) => told.filter((t) => t.mark === mark).map((t) => t.blade))
        .filter((tied) => tied.length)
      return [{ criterion, stock, repeat, order }]
    }),
  )
}

/** All orders of a trial: those looked at, and those felt. */
export const ordersOf = (trial: Trial): Judged[] => [...trial.orders, ...feltOrders(trial)]

/** Criteria that are judged by eye in this trial. */
export const seenCriteria = (trial: Trial): TrialCriterion[] => criteriaOf(pieceOf(trial)).filter((c) => !feltCriteria.includes(c))

const later = <T extends { at: number }>(of: readonly T[], key: (x: T) => string): T[] => {
  const found = new Map<string, T>()
  for (const x of of) {
    const known = found.get(key(x))
    if (!known || x.at > known.at || (x.at === known.at && JSON.stringify(x) > JSON.stringify(known))) found.set(key(x), x)
  }
  return [...found.values()].sort((a, b) => (key(a) < key(b) ? -1 : 1))
}

/**
 * What two devices made of one trial, as one: of every piece and order the later word stands. Whichever comes first, the result
 * is the same.
 */
export function mergeTrials<T extends Trial>(mine: T, theirs: Trial): T {
  const revealed = [mine.revealed, theirs.revealed].filter((x) => x !== undefined)
  return {
    ...mine,
    pieces: later([...mine.pieces, ...theirs.pieces], (p) => p.label),
    orders: later([...mine.orders, ...theirs.orders], (o) => `${o.stock} ${o.repeat} ${o.criterion}`),
    ...(revealed.length && { revealed: Math.min(...revealed) }),
  }
}
/** Drawn from the same lot: only such can be merged. */
export const sameTrial = (a: Trial, b: Trial): boolean =>
  a.design.seed === b.design.seed &&
  a.design.pieces.map((p) => p.label + p.blade).join() === b.design.pieces.map((p) => p.label + p.blade).join()

/** Mean of each arm’s figures over its pieces: s, min and mm; absent where none was taken. */
export interface ArmFigures {
  id: string
  seconds?: number
  cleanUp?: number
  stray?: number
  under: Partial<Record<UndersideSeen, number>>
}
export function figuresOf(trial: Trial): ArmFigures[] {
  return trial.arms.map(({ id }) => {
    const records = trial.design.pieces.flatMap((p) => (p.blade === id ? (recordOf(trial, p.label) ?? []) : []))
    const mean = (of: (r: PieceRecord) => number | undefined) => {
      const told = records.flatMap((r) => of(r) ?? [])
      return told.length ? told.reduce((a, b) => a + b) / told.length : undefined
    }
    const under: ArmFigures['under'] = {}
    for (const r of records) if (r.under) under[r.under] = (under[r.under] ?? 0) + 1
    return { id, seconds: mean((r) => r.seconds), cleanUp: mean((r) => r.cleanUp), stray: mean((r) => r.stray), under }
  })
}
