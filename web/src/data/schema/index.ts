import Joi from 'joi'
import {
  changeKinds,
  chartColumns,
  causeIds,
  drillSeries,
  fates,
  leftUnsaid,
  type HeldPiece,
  grades,
  lengthUnits,
  patternSchools,
  runEventKinds,
  sawFamilies,
  signs,
  sizeSchools,
  teethSchools,
  testIds,
  testOutcomes,
  twistedSchools,
  type Change,
  type LogEntry,
  type Outcome,
  type RunEvent,
  type Skill,
  LARGEST,
} from '@green-pitch/core'
import { openingPlans } from '@green-pitch/core/joint'
import { aspects, shapes } from '@green-pitch/core/practice'
import type { SliceTask } from '@green-pitch/core/pattern'
import {
  assumable,
  chartPapers,
  metaKeys,
  namings,
  papers,
  themes,
  type AsideRecord,
  type Chart,
  type DrawerRecord,
  type JobRecord,
  type LogRecord,
  type PracticeRecord,
  type MaterialRecord,
  type MetaRecord,
  type Price,
  type RemedyRecord,
  runsOf,
  type RunRecord,
  type SawRecord,
  type Settings,
  type Supply,
  type Ticket,
  type WeighingRecord,
  type Order,
  type Busy,
  type UsualEvening,
  type WeekSettings,
} from '../records'
import { registry, tableNames, type RecordOf, type TableName } from '../tables'
import { above0, from0, id, length, name, one, rev, text, whole, yes } from './common'
import { blade, heard, job, material, saw } from './job'
import { joint } from './joint'
import { patternRecord, ringId } from './pattern'
import { trialRecord } from './trial'

/** The one schema of everything that crosses an edge: storage, files, links. */
export { check } from './common'
export * from './job'
export { patternRecord } from './pattern'
export { trialRecord } from './trial'

export const ticket = Joi.object<Ticket, true>({
  job: job.required(),
  blade: blade.optional(),
  model: whole.min(1).required(),
  heard: heard.optional(),
  joint: joint.optional(),
  assumed: Joi.array().items(one(assumable)).max(assumable.length),
})
const localDay = Joi.string().pattern(/^\d{4}-\d\d-\d\d$/)
export const order = Joi.object<Order, true>({
  copies: whole.min(1).max(500).required(),
  sheets: whole.min(0).max(5000),
  due: localDay,
  value: Joi.number().min(0.1).max(10),
  stack: whole.min(1).max(50),
  steps: Joi.array()
    .items(
      Joi.object<Order['steps'][number], true>({
        when: one(['before', 'after']).required(),
        name: name(60),
        minutes: above0.max(10_000).required(),
        wait: from0.max(100_000).required(),
      }),
    )
    .max(12)
    .required(),
  sawn: yes,
})
export const jobRecord = Joi.object<JobRecord, true>({
  id,
  rev,
  name: name(120),
  created: from0.required(),
  changed: from0.required(),
  ticket: ticket.required(),
  order: order.optional(),
})
export const runRecord = Joi.object<RunRecord, true>({
  id,
  rev,
  order: Joi.array().items(ringId).max(100_000).required(),
  of: one(runsOf),
  plan: one(openingPlans),
  slices: Joi.object<SliceTask, true>({
    width: length.required(),
    height: length.required(),
    length: length.required(),
    slice: length.required(),
    sanding: from0.max(100).required(),
    kerf: length.required(),
    drift: from0.max(1000).required(),
    over: length.required(),
    fenceSet: yes.required(),
    capacity: length.required(),
  }),
  predicted: Joi.array().items(from0).max(100_000).required(),
  total: from0.required(),
  events: Joi.array()
    .items(
      Joi.object<RunEvent, true>({
        at: from0.required(),
        event: one(runEventKinds).required(),
        ring: ringId,
        heard: Joi.object({ sawing: from0.required(), strokes: from0.required(), standIn: yes }),
      }),
    )
    .max(500_000)
    .required(),
  logged: yes.required(),
})
const sawRecord = Joi.object<SawRecord, true>({ id, rev, saw: saw.required(), mine: yes.required() })
const drawerRecord = Joi.object<DrawerRecord, true>({
  id,
  rev,
  blade: blade.required(),
  count: whole.min(0).max(100_000).required(),
  minutes: from0.required(),
  lead: Joi.number().min(-20).max(20),
  note: text.required(),
})
const materialRecord = Joi.object<MaterialRecord, true>({ id, rev, material: material.required() })
const weighingRecord = Joi.object<WeighingRecord, true>({
  id,
  rev,
  job: job.required(),
  blade: blade.required(),
  pull: above0.max(1000).required(),
  length: above0.max(10_000).required(),
  seconds: above0.max(100_000).required(),
  at: from0.required(),
})
const outcome = Joi.object<Outcome, true>({
  test: one(testIds).required(),
  outcome: Joi.string<Outcome['outcome']>()
    .required()
    .when('test', { switch: testIds.map((is) => ({ is, then: one(testOutcomes[is]) })) }),
})
const remedyRecord = Joi.object<RemedyRecord, true>({
  id,
  rev,
  jobId: id,
  at: from0.required(),
  sawId: id,
  bladeId: id,
  signs: Joi.array().items(one(signs)).max(signs.length).required(),
  outcomes: Joi.array().items(outcome).max(testIds.length).required(),
  failed: Joi.array().items(one(causeIds)).max(causeIds.length).required(),
  cause: one([...causeIds, 'nothing']),
})
const share = Joi.number().min(0).max(1)
const practiceRecord = Joi.object<PracticeRecord, true>({
  id,
  rev,
  at: from0.required(),
  family: one(sawFamilies).required(),
  shape: one(shapes),
  own: name(120).optional(),
  who: name(40).optional(),
  blade: name(120).required(),
  stock: name(120).required(),
  score: Joi.number().min(0).max(100).required(),
  stray: from0.required(),
  worst: from0.required(),
  seconds: from0.required(),
  aspects: Joi.object(Object.fromEntries(aspects.map((m) => [m, share]))).required(),
  against: Joi.object<Record<Skill, number>, true>({
    learning: above0.required(),
    practised: above0.required(),
    sure: above0.required(),
  }).required(),
})
const grade = Joi.number()
  .valid(...grades)
  .required()
export const logEntry = Joi.object<LogEntry & { rev: number }, true>({
  id,
  rev,
  at: from0.required(),
  jobId: id,
  title: name(120),
  job: job.required(),
  blade: blade.required(),
  model: whole.min(1).required(),
  predicted: Joi.object({
    feed: from0.required(),
    spm: from0.required(),
    stress: from0,
    seconds: from0.required(),
    low: from0,
    high: from0,
    sawing: from0,
    threading: from0,
    cleanUp: from0,
  }).required(),
  heard: heard.optional(),
  minutes: from0.max(100_000).required(),
  length: from0.required(),
  blades: whole.min(1).max(1000).required(),
  fate: one(fates).required(),
  face: grade,
  underside: grade,
  edge: grade,
  cleanUpMinutes: from0.max(100_000).required(),
  note: text.required(),
  rings: Joi.array()
    .items(
      Joi.object<NonNullable<LogEntry['rings']>[number], true>({
        took: from0.required(),
        sawing: from0.required(),
        threading: from0.required(),
      }),
    )
    .max(100_000),
  bladeMinutes: from0,
  strokes: Joi.object<NonNullable<LogEntry['strokes']>, true>({ taken: above0.required(), predicted: above0.required() }),
  faults: Joi.array()
    .items(
      Joi.object<NonNullable<LogEntry['faults']>[number], true>({
        signs: Joi.array().items(Joi.string().max(40)).max(30).required(),
        cause: Joi.string().max(40).required(),
        at: from0.required(),
      }),
    )
    .max(1000),
  ignored: yes,
  unsaid: Joi.array().items(one(leftUnsaid)).unique(),
  held: Joi.object<HeldPiece, true>({
    bias: Joi.object<NonNullable<HeldPiece['bias']>, true>({ mm: Joi.number().min(-100).max(100).required(), doubt: from0.required() }),
    stray: from0.required(),
    most: Joi.number().min(-100).max(100).required(),
    corners: Joi.object<HeldPiece['corners'], true>({
      met: whole.required(),
      rounded: whole.required(),
      overcut: whole.required(),
    }).required(),
    slips: Joi.array()
      .items(Joi.object<HeldPiece['slips'][number], true>({ size: from0.required(), into: one(['kept', 'waste']).required() }))
      .max(3)
      .required(),
    closed: whole.required(),
    seen: one(['face', 'back']),
  }),
})
export const settings = Joi.object<Settings, true>({
  unit: one(lengthUnits).required(),
  theme: one(themes).required(),
  naming: one(namings).required(),
  singleKeys: yes.required(),
  drills: Joi.array().items(one(drillSeries)).min(1).required(),
  paper: one(papers).required(),
  ownedFirst: yes.required(),
  view: Joi.object<Settings['view'], true>({
    size: one(sizeSchools).required(),
    pattern: one(patternSchools).required(),
    twisted: one(twistedSchools).required(),
  }).required(),
  teethSchool: one(teethSchools).required(),
  rates: Joi.object({ hour: from0.required(), blade: from0.required() }).optional(),
  learning: Joi.object<Settings['learning'], true>({
    on: yes.required(),
    halfLife: from0.max(100_000).required(),
    changes: Joi.array()
      .items(Joi.object<Change, true>({ what: one(changeKinds).required(), id: Joi.string().max(80).optional(), at: from0.required() }))
      .max(1000)
      .required(),
  }).optional(),
  supply: Joi.object<Supply, true>({
    makes: Joi.array().items(Joi.string().max(40)).max(40).required(),
    yearly: Joi.object().pattern(Joi.string().max(80), from0.max(10_000)).max(20_000).required(),
    kit: Joi.array().items(id).max(LARGEST),
    days: from0.max(3650).required(),
    months: above0.max(60).required(),
    finest: above0.max(100),
    prices: Joi.object().pattern(Joi.string().max(160), from0.max(1e6)).max(2000).required(),
    list: Joi.array()
      .items(Joi.object<Price, true>({ blade: id, pack: whole.min(1).max(10_000).required(), price: from0.max(1e6).required() }))
      .max(5000),
  }).optional(),
  week: Joi.object<WeekSettings, true>({
    usual: Joi.array()
      .items(
        Joi.object<UsualEvening, true>({
          day: whole.min(0).max(6).required(),
          at: whole.min(0).max(1439).required(),
          minutes: above0.max(1440).required(),
          loud: from0.max(1440),
        }),
      )
      .max(14)
      .required(),
    off: Joi.array().items(localDay).max(400).required(),
    busy: Joi.array()
      .items(
        Joi.object<Busy, true>({
          day: localDay.required(),
          from: whole.min(0).max(1439).required(),
          to: whole.min(1).max(1440).required(),
          what: Joi.string().allow('').max(80).required(),
        }),
      )
      .max(400),
    keep: Joi.object<NonNullable<WeekSettings['keep']>, true>({
      order: Joi.array()
        .items(Joi.object({ piece: id, step: Joi.string().max(10).required() }))
        .max(5000)
        .required(),
      stacks: Joi.object().pattern(Joi.string().max(80), whole.min(1).max(50)).required(),
    }),
  }).optional(),
  chart: Joi.object<Chart, true>({
    rows: Joi.array()
      .items(Joi.object<Chart['rows'][number], true>({ title: name(120), job: job.required() }))
      .max(60)
      .required(),
    columns: Joi.array().items(one(chartColumns)).max(chartColumns.length).required(),
    paper: one(chartPapers).required(),
    printed: Joi.object<NonNullable<Chart['printed']>, true>({
      at: from0.required(),
      blades: Joi.array().items(Joi.string().max(80).allow(null)).max(60).required(),
    }),
  }).optional(),
})
const meta = Joi.object({
  key: one(metaKeys).required(),
  value: Joi.when('key', { is: 'settings', then: settings, otherwise: Joi.alternatives(Joi.boolean(), Joi.string().allow('').max(80)) }),
} satisfies { [K in keyof MetaRecord]: Joi.Schema }) as Joi.ObjectSchema<MetaRecord>
const kept = {
  jobs: jobRecord,
  saws: sawRecord,
  drawer: drawerRecord,
  materials: materialRecord,
  log: logEntry as Joi.ObjectSchema<LogRecord>,
  patterns: patternRecord,
  runs: runRecord,
  trials: trialRecord,
  weighings: weighingRecord,
  remedies: remedyRecord,
  practice: practiceRecord,
}
const aside = Joi.object({
  id,
  rev,
  at: from0.required(),
  table: one(Object.keys(kept) as (keyof typeof kept)[]).required(),
  record: Joi.any().when('table', { switch: Object.entries(kept).map(([is, then]) => ({ is, then: (then as Joi.Schema).required() })) }),
}) as Joi.ObjectSchema<unknown> as Joi.ObjectSchema<AsideRecord>

/** A schema for the records of every table. */
export const rows: { readonly [T in TableName]: Joi.ObjectSchema<RecordOf[T]> } = { ...kept, aside, meta }
/** And for whole tables, as a backup holds them. */
export const tables = Object.fromEntries(
  tableNames.map((t) => [t, Joi.array().items(rows[t]).max(registry[t].most).unique(registry[t].key).required()]),
) as { [T in TableName]: Joi.ArraySchema<RecordOf[T][]> }
