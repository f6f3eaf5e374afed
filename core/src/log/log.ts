import type { Blade, Steel } from '../blade/index.js'
import type { Material, MaterialClass } from '../stock/index.js'
import { grouped } from '../number/index.js'
import type { Job } from '../job/index.js'

export const fates = ['fine', 'dull', 'broke', 'slipped'] as const
export type Fate = (typeof fates)[number]
/** 5 clean … 1 spoilt. */
export const grades = [1, 2, 3, 4, 5] as const
export type Grade = (typeof grades)[number]

/** A value that was heard: with its standard deviation, and ms since 1970. */
export interface HeardValue {
  value: number
  doubt: number
  at: number
  /** calculated for practice, not this saw */
  standIn?: boolean
}

/** One cut as it was done, with a copy of what it was reckoned with. */
export interface LogEntry {
  id: string
  /** ms since 1970, UTC */
  at: number
  jobId: string
  title: string
  /** the whole job and blade as they were then */
  job: Job
  blade: Blade
  model: number
  /** what was predicted: feed mm/s, strokes a minute, stress MPa, time at the saw s; and its parts, where they come from more than the job alone */
  predicted: {
    feed: number
    spm: number
    stress?: number
    seconds: number
    low?: number
    high?: number
    sawing?: number
    threading?: number
    cleanUp?: number
  }
  /** what was heard at the saw before the cut: MPa, strokes a minute, their doubt, and when */
  heard?: {
    stress?: HeardValue
    spm?: HeardValue
    /** the cut itself: openings heard, s of sawing and strokes in them */
    cut?: { openings: number; sawing: number; strokes: number }
  }
  /** what came of it */
  minutes: number
  /** length sawn, mm */
  length: number
  blades: number
  fate: Fate
  /** 5 clean … 1 spoilt */
  face: Grade
  underside: Grade
  edge: Grade
  cleanUpMinutes: number
  note: string
  /** a run’s rings one by one, s: what each took, and the sawing and threading predicted for it */
  rings?: { took: number; sawing: number; threading: number }[]
  /** minutes the first blade had sawn before */
  bladeMinutes?: number
  /** strokes counted for one cut, and predicted, by hand */
  strokes?: { taken: number; predicted: number }
  /** what went wrong on the way, and what it was found to be */
  faults?: { signs: string[]; cause: string; at: number }[]
  /** its owner would not have it learned from */
  ignored?: boolean
  /** what it stands for as usual because nobody said it: it came from a table that lacks it, and is not learned from */
  unsaid?: (typeof leftUnsaid)[number][]
  /** the piece held against its line by a picture */
  held?: HeldPiece
}
/** How far a sawn piece strayed from its line, as a picture measured it; mm, + into the waste. */
export interface HeldPiece {
  /** what is kept all round; absent where the picture cannot part it from the print's size */
  bias?: { mm: number; doubt: number }
  /** mean distance from the line's own course, the picture's noise taken out; and the farthest, with its sign */
  stray: number
  most: number
  corners: { met: number; rounded: number; overcut: number }
  /** the worst first, three at most */
  slips: { size: number; into: 'kept' | 'waste' }[]
  /** how many openings were still full */
  closed: number
  seen?: 'face' | 'back'
}
/** What a row of somebody's own table may leave out. */
export const leftUnsaid = ['length', 'face', 'underside', 'edge', 'blades'] as const

/** How a cut came out, as whoever sawed it tells: what a log's form asks. */
export type CutOutcome = Pick<LogEntry, 'minutes' | 'blades' | 'fate' | 'face' | 'underside' | 'edge' | 'cleanUpMinutes' | 'note' | 'held'>

/** A mean with one standard deviation either side. */
export interface Expected {
  mean: number
  low: number
  high: number
}

export interface Life {
  blade: string
  stock: string
  entries: number
  minutes: number
  /** m of cut */
  metres: number
  /** blades that ended dull or broken */
  spent: number
  /** minutes per spent blade, with one standard deviation either side; see bladeLife */
  life: Expected
}

export const PRIOR_SPENT = 1 // a prior worth one blade, so that a single lucky one does not promise hours

/** How much longer a blade's teeth last than those of carbon steel; estimates of trade habit. */
const LASTS: Record<Steel, number> = { carbon: 1, 'high-speed': 1.5, bimetal: 3, carbide: 12 }

/** Minutes a blade lasts before anything is heard from the log: shorter in dense, hard stock, longer in better steel. Estimates. */
export function priorLife(material: Pick<Material, 'cuts' | 'density' | 'hardness'>, blade?: Pick<Blade, 'steel'>): number {
  const lasts = LASTS[blade?.steel ?? 'carbon']
  return lasts * CARBON_LIFE[material.cuts](material)
}
const inMetal = ({ hardness }: Pick<Material, 'hardness'>) => 12 * Math.sqrt(650 / hardness)
const CARBON_LIFE: Record<MaterialClass, (material: Pick<Material, 'density' | 'hardness'>) => number> = {
  wood: ({ density }) => 20 * (600 / density),
  plastic: () => 15,
  organic: () => 12,
  shell: () => 4,
  ceramic: () => 10,
  metal: inMetal,
  steel: inMetal,
}

/**
 * Life of a blade, minutes: a gamma prior worth one blade, updated by the minutes used and blades spent
 * (conjugate to exponential life), mean and one standard deviation of the rate either side.
 */
export function bladeLife(prior: number, minutes: number, spent: number): Expected {
  const shape = PRIOR_SPENT + spent
  const time = PRIOR_SPENT * prior + minutes
  const spread = 1 / Math.sqrt(shape)
  return { mean: time / shape, low: time / (shape * (1 + spread)), high: time / (shape * Math.max(1 - spread, 0.5)) }
}

const spentIn = (e: LogEntry) => e.blades - (e.fate === 'fine' || e.fate === 'slipped' ? 1 : 0)

/** Use and life by blade and stock, most used first. */
export function lives(entries: readonly LogEntry[]): Life[] {
  return grouped(entries, (e) => `${e.blade.id}|${e.job.stock.material.id}`)
    .map((es): Life => {
      const sum = (f: (e: LogEntry) => number) => es.reduce((t, e) => t + f(e), 0)
      const minutes = sum((e) => e.minutes)
      const spent = sum(spentIn)
      const { blade, job } = es[0]!
      return {
        blade: blade.id,
        stock: job.stock.material.id,
        entries: es.length,
        minutes,
        metres: sum((e) => e.length) / 1000,
        spent,
        life: bladeLife(priorLife(job.stock.material, blade), minutes, spent),
      }
    })
    .sort((a, b) => b.minutes - a.minutes)
}
