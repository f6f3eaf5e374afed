import { HALF_LIFE } from '@green-pitch/core'
import type {
  Blade,
  Change,
  ChartColumn,
  DrillSeries,
  Family,
  HeardValue,
  Job,
  LengthUnit,
  LogEntry,
  Material,
  PatternSchool,
  Saw,
  SizeSchool,
  TeethSchool,
  TwistedSchool,
  CauseId,
  Outcome,
  RunEvent,
  Sign,
  Skill,
  Trial,
  Weighed,
} from '@green-pitch/core'
import type { JointSpec, OpeningPlan } from '@green-pitch/core/joint'
import type { Aspect, Scored, ShapeName } from '@green-pitch/core/practice'
import type { Choices, DrawnLine, Layout, ReadNote, Reading, Redraw, SliceTask, Take, Transfer } from '@green-pitch/core/pattern'

/** What the user decides about one job; the job itself holds copies of its material and saw. */
export interface Ticket {
  job: Job
  /** chosen blade, a copy as measured; absent: the first suggested */
  blade?: Blade
  /** model the copies belong to */
  model: number
  /** when and how surely the job's stress and strokes were heard; absent where they were written in */
  heard?: { stress?: HeardValue; spm?: HeardValue }
  /** a joint laid out for it */
  joint?: JointSpec
  /** what a new job took as usual and nobody has said yet */
  assumed?: Assumed[]
}
export const assumable = ['stock', 'thickness', 'radius', 'grain', 'length', 'openings', 'finish', 'skill', 'shows'] as const
export type Assumed = (typeof assumable)[number]

/** Everything stored carries a revision: a write against a stale one is refused, never merged by luck. */
interface Kept {
  id: string
  rev: number
}
export interface JobRecord extends Kept {
  name: string
  created: number
  changed: number
  ticket: Ticket
  /** what was promised of it; absent: it is in no week */
  order?: Order
}
/** What was promised of a job: how many, by which day, and the handwork before and after sawing. */
export interface Order {
  copies: number
  /** blanks there are; absent: enough */
  sheets?: number
  /** local day it must be ready, YYYY-MM-DD; absent: no day */
  due?: string
  /** worth beside others, 1 to 3 */
  value?: number
  /** sheets stacked, where that was chosen */
  stack?: number
  steps: { when: 'before' | 'after'; name: string; minutes: number; wait: number }[]
  /** all copies are sawn; what is left is the handwork after */
  sawn?: boolean
}
/** A usual evening at the saw, by its day of the week (0 Sunday): minutes of the day, how long, and until when ears bear a loud saw. */
export interface UsualEvening {
  day: number
  at: number
  minutes: number
  loud?: number
}
/** A stretch of a local day that is taken, minutes of that day, and by what. */
export interface Busy {
  day: string
  from: number
  to: number
  what: string
}
/** When one is at the saw, and the plan as it was kept. */
export interface WeekSettings {
  usual: UsualEvening[]
  /** local days on which it does not take place */
  off: string[]
  /** what a calendar has taken of the days to come */
  busy?: Busy[]
  keep?: { order: { piece: string; step: string }[]; stacks: Record<string, number> }
}
/** The pattern of a job; its id is the job's. Lines are kept as drawn, so that joining and size can be thought over. */
export interface PatternRecord extends Kept {
  /** the file it came from */
  name: string
  lines: DrawnLine[]
  notes: ReadNote[]
  /** what the file says of its unit, and mm of one unit as read */
  unit: string
  declared: boolean
  scale: number
  /** mm now of one mm as read, and whether the file or the user has said so */
  stretch: number
  sized: boolean
  take: Take
  /** what it means as a piece; absent in records of format 5 and before: its lines */
  reading?: Reading
  /** changes made to it so that it can be sawn */
  redraws?: Redraw[]
  /** ends nearer than this are one, mm */
  tolerance: number
  layout: Layout
  choices: Choices
  transfer: Transfer
  /** of this piece, in the user's money */
  costs: { stock: number; finish: number }
}
/** Parts of a pattern that decide its geometry; a change of these is a new pattern to the ticket. */
export const GEOMETRY = ['lines', 'stretch', 'take', 'reading', 'redraws', 'tolerance', 'layout'] as const
export const runsOf = ['joint', 'panel', 'slices'] as const
/** A run at the saw; its id is the job's. */
export interface RunRecord extends Kept {
  order: number[]
  /** what is sawn step by step: a joint, an opening in a panel, thin slices; absent: the rings of the job's pattern */
  of?: (typeof runsOf)[number]
  /** how the panel's opening is sawn */
  plan?: OpeningPlan
  /** what the slices were planned from */
  slices?: SliceTask
  /** predicted for each ring of the order, s, and for the whole at the saw */
  predicted: number[]
  total: number
  events: RunEvent[]
  logged: boolean
}
export interface SawRecord extends Kept {
  saw: Saw
  mine: boolean
}
export interface DrawerRecord extends Kept {
  blade: Blade
  count: number
  minutes: number
  /** degrees this packet leads to the right, where it was measured */
  lead?: number
  note: string
}
export interface MaterialRecord extends Kept {
  material: Material
}
export type LogRecord = LogEntry & Kept
/** What went wrong with a job, what was tried, and what it was. */
export interface RemedyRecord extends Kept {
  jobId: string
  at: number
  sawId: string
  bladeId: string
  signs: Sign[]
  outcomes: Outcome[]
  failed: CauseId[]
  /** what it was; absent while it is looked for */
  cause?: CauseId | 'nothing'
}
export type WeighingRecord = Weighed & Kept
export type TrialRecord = Trial & Kept & { created: number; changed: number }

export interface Settings {
  unit: LengthUnit
  theme: (typeof themes)[number]
  naming: (typeof namings)[number]
  singleKeys: boolean
  drills: DrillSeries[]
  paper: (typeof papers)[number]
  ownedFirst: boolean
  view: { size: SizeSchool; pattern: PatternSchool; twisted: TwistedSchool }
  teethSchool: TeethSchool
  /** an hour of work and a blade, in the user's money; 0: not said */
  rates: { hour: number; blade: number }
  /** whether logged cuts are learned from, days after which they count half (0: they never fade), and what was changed when */
  learning: { on: boolean; halfLife: number; changes: Change[] }
  supply: Supply
  week: WeekSettings
  /** the wall chart as it was put together; absent: as the work of the year suggests */
  chart?: Chart
}
/** What one makes and how blades come: for kits, orders and what is worth buying. */
export interface Supply {
  /** kinds of work somebody says they do, while no log tells it */
  makes: string[]
  /** times a year a job is made, by its id */
  yearly: Record<string, number>
  /** ids of the kinds one has settled on keeping, bought or not */
  kit?: string[]
  /** days from order to delivery, and months an order should last */
  days: number
  months: number
  /** finest drill there is, mm */
  finest?: number
  /** prices of what could be bought, by what it is, in the user’s money */
  prices: Record<string, number>
  /** another price list than the stand-in’s */
  list?: Price[]
}
/** A line of a price list: blades of a group, or one kind, by the packet. */
export interface Price {
  /** a blade’s id, or a group’s */
  blade: string
  pack: number
  price: number
}
export const chartPapers = ['a4', 'a3', 'letter', 'tabloid'] as const
export interface Chart {
  rows: { title: string; job: Job }[]
  columns: ChartColumn[]
  paper: (typeof chartPapers)[number]
  /** when it was printed, and the blade of each row then */
  printed?: { at: number; blades: (string | null)[] }
}
/** `device`: as the device is set */
export const themes = ['device', 'paper', 'lamp'] as const
export const namings = ['size', 'tpi'] as const
export const papers = ['a5', 'half-letter'] as const
export const plainSettings: Settings = {
  unit: 'mm',
  theme: 'device',
  naming: 'size',
  singleKeys: true,
  drills: ['metric'],
  paper: 'a5',
  ownedFirst: false,
  view: { size: 'balance', pattern: 'any', twisted: 'now-and-then' },
  teethSchool: 'habit',
  rates: { hour: 0, blade: 0 },
  learning: { on: true, halfLife: HALF_LIFE, changes: [] },
  supply: { makes: [], yearly: {}, days: 7, months: 6, prices: {} },
  week: {
    usual: [2, 3, 4, 5]
      .map((day) => ({ day, at: 18 * 60 + 30, minutes: 150, loud: 150 }))
      .concat([{ day: 6, at: 9 * 60, minutes: 180, loud: 180 }]),
    off: [],
  },
}

/** A practiced cut: what it was, how it came out, and what simulated hands of each skill make of the same. */
export interface PracticeRecord extends Kept, Pick<Scored, 'score' | 'stray' | 'worst' | 'seconds'> {
  at: number
  family: Family
  /** an exercise of the ladder, or what of one’s own */
  shape?: ShapeName
  own?: string
  /** who sawed it, where several share this device; absent: its owner */
  who?: string
  /** the blade as it is called by its maker’s number, and the stock */
  blade: string
  stock: string
  aspects: Partial<Record<Aspect, number>>
  against: Record<Skill, number>
}

/** A record that another tab or a restore overtook before it was stored: kept whole until the user has chosen. */
export interface AsideRecord extends Kept {
  table: 'jobs' | 'patterns' | 'saws' | 'drawer' | 'materials' | 'log' | 'runs' | 'trials' | 'weighings' | 'remedies' | 'practice'
  at: number
  record:
    | JobRecord
    | PatternRecord
    | SawRecord
    | DrawerRecord
    | MaterialRecord
    | LogRecord
    | RunRecord
    | TrialRecord
    | WeighingRecord
    | RemedyRecord
    | PracticeRecord
}

/** `epoch` changes whenever everything stored was replaced, so that no tab writes over what it has not read. */
export const metaKeys = ['settings', 'started', 'current', 'epoch'] as const
export interface MetaRecord {
  key: (typeof metaKeys)[number]
  value: unknown
}

/** A job with another promise, or with none: then it is in no week. */
export function promising(r: JobRecord, order: Order | undefined): JobRecord {
  const next = { ...r }
  if (order) next.order = order
  else delete next.order
  return next
}
