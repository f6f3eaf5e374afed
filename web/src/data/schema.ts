import Joi from 'joi'
import type { Blade, Cut, Job, LogEntry, Material, Saw, Stock } from '@green-pitch/core'
import type { JointKind, JointSpec } from '@green-pitch/core/joint'
import type { DrawerRecord, JobRecord, MaterialRecord, PatternRecord, RunRecord, SawRecord, Settings, Ticket } from './records'

/** The one schema of everything that crosses an edge: storage, files, links. */

const id = Joi.string().max(80).required()
const text = Joi.string().allow('').max(400)
const above0 = Joi.number().greater(0).max(1e7)
const from0 = Joi.number().min(0).max(1e13)
const length = Joi.number().greater(0).max(10_000)

export const material = Joi.object<Material, true>({
  id,
  name: Joi.string().max(80).required(),
  group: Joi.string().max(40).required(),
  cuts: Joi.string().valid('wood', 'plastic', 'organic', 'shell', 'ceramic', 'metal', 'steel').required(),
  density: above0.required(),
  hardness: above0.required(),
  K: above0.required(),
  m: Joi.number().greater(0).less(1).required(),
  bulking: above0.required(),
  floor: above0.required(),
  heatLimit: above0.min(40).required(),
  heatEffect: Joi.string().max(40).required(),
  veneer: length.optional(),
  tear: from0.required(),
  strength: above0.required(),
  hatch: Joi.string().valid('rings', 'layers', 'chips', 'dots', 'grain', 'lines').required(),
  cautions: Joi.array().items(Joi.string().max(40)).max(12).required(),
  source: text.required(),
})

export const stock = Joi.alternatives<Stock>().conditional('.form', {
  switch: [
    {
      is: Joi.valid('sheet', 'board'),
      then: Joi.object({ form: Joi.string(), material: material.required(), thickness: length.required() }),
    },
    {
      is: 'stack',
      then: Joi.object({
        form: Joi.string(),
        material: material.required(),
        thickness: length.required(),
        sheets: Joi.number().integer().min(1).max(50).required(),
      }),
    },
    {
      is: 'tube',
      then: Joi.object({ form: Joi.string(), material: material.required(), diameter: length.required(), wall: length.required() }),
    },
    {
      is: 'rod',
      then: Joi.object({ form: Joi.string(), material: material.required(), diameter: length.required() }),
      otherwise: Joi.forbidden().messages({ 'any.unknown': '"form" must be sheet, board, stack, tube or rod' }),
    },
  ],
})

export const cut = Joi.object<Cut, true>({
  kind: Joi.string().valid('pierced', 'outline', 'straight').required(),
  radius: Joi.number().min(0).max(10_000).optional(),
  centre: Joi.string().valid('waste', 'kept').required(),
  turn: Joi.string().valid('flowing', 'worked', 'pivot').required(),
  line: Joi.string().valid('leave', 'split', 'take').required(),
  web: length.optional(),
  hole: length.optional(),
  finish: Joi.string().valid('careful', 'ordinary', 'rough').required(),
  skill: Joi.string().valid('learning', 'practised', 'sure').required(),
  shows: Joi.string().valid('face', 'both').required(),
  length: above0.required(),
  openings: Joi.number().integer().min(0).max(100_000).required(),
  bevel: Joi.number().min(0).max(80),
  up: Joi.string().valid('show', 'back'),
  backing: length,
  taped: Joi.boolean(),
  grain: Joi.string().valid('along', 'across'),
  depth: length,
  flush: Joi.boolean(),
  boxed: Joi.boolean(),
  opening: Joi.object({ width: length.required(), height: length.required() }),
  lie: Joi.object({ behind: from0.max(10_000).required(), beside: from0.max(10_000).required() }),
})

const change = Joi.object({
  insertion: from0.required(),
  tensionReturns: Joi.boolean().required(),
  steps: Joi.array()
    .max(20)
    .items(
      Joi.object({
        do: Joi.string()
          .valid(
            'release-tension',
            'open-top',
            'thread',
            'close-top',
            'set-tension',
            'unhook-top',
            'hook-top',
            'lift-arm',
            'flex-frame',
            'slack-screw',
            'turn-screw',
            'enter-hole',
            'full-speed',
          )
          .required(),
        seconds: Joi.number().min(0).max(3600).required(),
        tool: Joi.string().max(40),
      }),
    )
    .required(),
}).required()
const bladeEnd = Joi.string().valid('plain', 'pin', 'coping-pin', 'bow-pin', 'tang', 'screw-shank', 'handle')
const sawCommon = {
  id,
  name: Joi.string().max(80).required(),
  short: Joi.string().max(40).required(),
  ends: Joi.array().items(bladeEnd).min(1).required(),
  stroke: length.required(),
  throat: length.required(),
  armHalfWidth: from0.required(),
  capacity: length.required(),
  change,
  source: text,
  calibration: Joi.object({
    lever: Joi.array()
      .items(
        Joi.object({
          mark: Joi.number().min(-1000).max(1000).required(),
          stress: above0.max(5000).required(),
          section: Joi.object({
            width: length.required(),
            thickness: length.required(),
            kerf: length.required(),
            toothDepth: from0.required(),
          }).required(),
          at: from0.required(),
        }),
      )
      .max(500)
      .required(),
    dial: Joi.array()
      .items(
        Joi.object({ dial: Joi.number().min(-1000).max(1000).required(), strokes: above0.max(10_000).required(), at: from0.required() }),
      )
      .max(500)
      .required(),
    changed: from0.optional(),
  }).optional(),
}
/** What a saw has that pulls its blade taut. */
const taut = {
  clamp: Joi.array().ordered(from0.required(), length.required()).required(),
  span: length.required(),
  workingStress: above0.required(),
  grip: above0.required(),
  tensionLimit: above0.required(),
}
const strokesPerMinute = Joi.array().ordered(above0.required(), above0.required()).required()
const speed = Joi.alternatives()
  .try(
    Joi.object({
      kind: Joi.valid('variable').required(),
      min: above0.required(),
      max: above0.min(Joi.ref('min')).required(),
      dial: Joi.array().ordered(Joi.number().required(), Joi.number().required()),
    }),
    Joi.object({ kind: Joi.valid('steps').required(), steps: Joi.array().items(above0).min(1).max(10).required() }),
  )
  .required()
export const saw = Joi.alternatives<Saw>().conditional('.kind', {
  switch: [
    {
      is: 'scroll',
      then: Joi.object({
        ...sawCommon,
        ...taut,
        kind: Joi.string(),
        tableHeight: length.less(Joi.ref('span')).required(),
        tiltMax: from0.required(),
        speed,
      }),
    },
    {
      is: 'frame',
      then: Joi.object({
        ...sawCommon,
        ...taut,
        kind: Joi.string(),
        strokesPerMinute,
        turns: Joi.boolean(),
      }),
    },
    {
      is: 'jigsaw',
      then: Joi.object({
        ...sawCommon,
        kind: Joi.string(),
        speed,
        orbits: Joi.array().items(Joi.number().integer().min(0).max(9)).min(1).max(10).required(),
        clampHeight: length.required(),
        tiltMax: from0.max(80).required(),
        tiltMarks: Joi.array().items(from0.max(80)).max(20).required(),
        roller: Joi.boolean().required(),
        triggerLock: Joi.boolean().required(),
        pull: above0.required(),
        baseFront: length.required(),
      }),
    },
    {
      is: 'hand',
      then: Joi.object({ ...sawCommon, kind: Joi.string(), strokesPerMinute }),
      otherwise: Joi.forbidden().messages({ 'any.unknown': '"kind" must be scroll, frame, jigsaw or hand' }),
    },
  ],
})

export const blade = Joi.object<Blade, true>({
  id,
  series: id,
  group: id,
  name: Joi.string().max(60).required(),
  pattern: Joi.string()
    .valid('standard', 'skip', 'double', 'reverse', 'reverse-skip', 'mixed', 'both-way', 'ground', 'twisted', 'grit', 'abrasive')
    .required(),
  end: bladeEnd.required(),
  pin: length,
  size: Joi.string().max(20).required(),
  order: from0.required(),
  length: length.required(),
  width: length.required(),
  thickness: length.required(),
  kerf: length.required(),
  toothDepth: Joi.number().min(0).less(Joi.ref('width')).required(),
  pitch: length.required(),
  spacing: Joi.array().items(length).min(1).max(40).required(),
  gulletShare: above0.max(1).required(),
  edgeRadiusFactor: above0.max(10).required(),
  reverseZone: from0.required(),
  cuts: Joi.array().items(Joi.string()).required(),
  cutsOn: Joi.string().valid('up', 'down', 'both'),
  flush: Joi.boolean(),
  steel: Joi.string().valid('carbon', 'high-speed', 'bimetal', 'carbide'),
  plate: Joi.object({
    kind: Joi.string().max(40).required(),
    filing: Joi.string().valid('rip', 'crosscut', 'hybrid').required(),
    rake: Joi.number().min(-60).max(60).required(),
    strokes: Joi.string().valid('push', 'pull').required(),
    handle: Joi.string().max(40).required(),
    depth: length,
    flush: Joi.boolean(),
    stop: Joi.boolean(),
    curved: Joi.boolean(),
  }),
  cost: above0.required(),
  source: text.required(),
})

export const job = Joi.object<Job, true>({
  stock: stock.required(),
  cut: cut.required(),
  saw: saw.required(),
  pace: Joi.number().min(0).max(1).required(),
  stress: above0.max(5000),
  spm: above0.max(10_000),
  orbit: Joi.number().integer().min(0).max(9),
  teethTo: Joi.string().valid('handle', 'away'),
  turned: Joi.number().min(0).max(90),
  wear: Joi.number().min(0).max(1).required(),
  teethSchool: Joi.string().valid('habit', 'two', 'three').required(),
})
const heardValue = Joi.object({ value: from0.required(), doubt: from0.required(), at: from0.required() })
const heard = Joi.object({ stress: heardValue, spm: heardValue })
const whole = Joi.number().integer().min(1).max(1000).required()
const jointOf = (kind: JointKind, keys: Joi.SchemaMap) => ({ is: kind, then: Joi.object({ kind: Joi.string(), ...keys }) })
export const joint = Joi.alternatives<JointSpec>().conditional('.kind', {
  switch: [
    jointOf('dovetail', {
      width: length.required(),
      tailBoard: length.required(),
      pinBoard: length.required(),
      tails: whole.max(24),
      slope: above0.min(3).max(14).required(),
      pin: length.required(),
      halfPin: length.required(),
      lap: length,
      proud: from0.max(20).required(),
      corners: whole.max(40),
    }),
    jointOf('tenon', {
      width: length.required(),
      thickness: length.required(),
      tenon: length.required(),
      length: length.required(),
      edge: from0.max(1000).required(),
      through: Joi.boolean().required(),
      joints: whole,
    }),
    jointOf('housing', {
      width: length.required(),
      thickness: length.required(),
      depth: length.required(),
      shelf: length.required(),
      stop: length,
      joints: whole,
    }),
    jointOf('half-lap', {
      width: length.required(),
      thickness: length.required(),
      other: length.required(),
      at: Joi.string().valid('end', 'middle').required(),
      joints: whole,
    }),
    jointOf('mitre', {
      sides: whole.min(3).max(24),
      lean: Joi.number().min(0).max(90).required(),
      width: length.required(),
      thickness: length.required(),
      length: length.required(),
    }),
    jointOf('flush', { what: Joi.string().valid('dowel', 'tenon-end').required(), size: length.required(), count: whole }),
    jointOf('veneer', {
      thickness: length.required(),
      length: length.required(),
      grain: Joi.string().valid('along', 'across').required(),
      count: whole,
    }),
    jointOf('cope', {
      profile: Joi.string().valid('ovolo', 'ogee', 'cove', 'own').required(),
      own: Joi.array().items(Joi.number().min(0).max(1)).min(2).max(1000),
      height: length.required(),
      out: length.required(),
      corner: Joi.number().min(30).max(170).required(),
      joints: whole,
    }),
    {
      ...jointOf('board', {
        cut: Joi.string().valid('crosscut', 'rip', 'notch').required(),
        width: length.required(),
        thickness: length.required(),
        length: length.required(),
        notch: length,
        count: whole,
      }),
      otherwise: Joi.forbidden().messages({ 'any.unknown': '"kind" is no joint known here' }),
    },
  ],
})
export const ticket = Joi.object<Ticket, true>({
  job: job.required(),
  blade: blade.optional(),
  model: Joi.number().integer().min(1).required(),
  heard: heard.optional(),
  joint: joint.optional(),
})

const rev = Joi.number().integer().min(0).required()
const grade = Joi.number().integer().min(1).max(5).required()
export const jobRecord = Joi.object<JobRecord, true>({
  id,
  rev,
  name: Joi.string().max(120).required(),
  created: from0.required(),
  changed: from0.required(),
  ticket: ticket.required(),
})
/** Points by the hundred thousand: looked at by hand, since a schema an item takes seconds. */
const points = Joi.any()
  .custom((value: unknown, helpers) =>
    (Array.isArray(value) || value instanceof Float64Array) &&
    value.length % 2 === 0 &&
    value.every((x) => typeof x === 'number' && Math.abs(x) < 1e7)
      ? value
      : helpers.error('any.invalid'),
  )
  .required()
const ringId = Joi.number().integer().min(0).max(1e6)
const spot = Joi.object({ x: Joi.number().required(), y: Joi.number().required() })
export const patternRecord = Joi.object<PatternRecord, true>({
  id,
  rev,
  name: Joi.string().max(200).required(),
  lines: Joi.array()
    .items(
      Joi.object({
        points,
        closed: Joi.boolean().required(),
        paint: Joi.string().valid('stroke', 'fill', 'both').required(),
        layer: Joi.string().allow('').max(60).required(),
        at: Joi.string().allow('').max(200).required(),
      }),
    )
    .max(300_000)
    .required(),
  notes: Joi.array()
    .items(
      Joi.object({
        what: Joi.string().max(200).required(),
        count: Joi.number().integer().required(),
        at: Joi.array().items(Joi.string().allow('').max(300)).max(5).required(),
      }),
    )
    .max(100)
    .required(),
  unit: Joi.string().max(60).required(),
  declared: Joi.boolean().required(),
  scale: above0.required(),
  stretch: above0.required(),
  sized: Joi.boolean().required(),
  take: Joi.string().valid('both', 'stroke', 'fill').required(),
  tolerance: Joi.number().min(0).max(50).required(),
  layout: Joi.object({
    across: Joi.number().integer().min(1).max(50).required(),
    down: Joi.number().integer().min(1).max(50).required(),
    gap: from0.required(),
    margin: from0.required(),
  }).required(),
  choices: Joi.object({
    holes: Joi.object().pattern(/^\d+$/, spot).required(),
    order: Joi.array().items(ringId),
    directions: Joi.object().pattern(/^\d+$/, Joi.string().valid('clockwise', 'counter')).required(),
    keptIslands: Joi.array().items(ringId).required(),
  }).required(),
  transfer: Joi.string().valid('print-glue', 'tape-under', 'tape-over', 'trace').required(),
  costs: Joi.object({ stock: from0.required(), finish: from0.required() }).required(),
})
export const runRecord = Joi.object<RunRecord, true>({
  id,
  rev,
  order: Joi.array().items(ringId).max(100_000).required(),
  predicted: Joi.array().items(from0).max(100_000).required(),
  total: from0.required(),
  events: Joi.array()
    .items(
      Joi.object({
        at: from0.required(),
        event: Joi.string()
          .valid('start', 'done', 'back', 'goto', 'broke', 'changed', 'slipped', 'pause', 'resume', 'checked', 'end')
          .required(),
        ring: ringId,
      }),
    )
    .max(500_000)
    .required(),
  logged: Joi.boolean().required(),
})
export const sawRecord = Joi.object<SawRecord, true>({ id, rev, saw: saw.required(), mine: Joi.boolean().required() })
export const drawerRecord = Joi.object<DrawerRecord, true>({
  id,
  rev,
  blade: blade.required(),
  count: Joi.number().integer().min(0).max(100_000).required(),
  minutes: from0.required(),
  note: text.required(),
})
export const materialRecord = Joi.object<MaterialRecord, true>({ id, rev, material: material.required() })
export const logEntry = Joi.object<LogEntry & { rev: number }, true>({
  id,
  rev,
  at: from0.required(),
  jobId: id,
  title: Joi.string().max(120).required(),
  job: job.required(),
  blade: blade.required(),
  model: Joi.number().integer().min(1).required(),
  predicted: Joi.object({ feed: from0.required(), spm: from0.required(), stress: from0, seconds: from0.required() }).required(),
  heard: heard.optional(),
  minutes: from0.max(100_000).required(),
  length: from0.required(),
  blades: Joi.number().integer().min(1).max(1000).required(),
  fate: Joi.string().valid('fine', 'dull', 'broke', 'slipped').required(),
  face: grade,
  underside: grade,
  edge: grade,
  cleanUpMinutes: from0.required(),
  note: text.required(),
})
export const settings = Joi.object<Settings, true>({
  unit: Joi.string().valid('mm', 'in').required(),
  theme: Joi.string().valid('paper', 'lamp').required(),
  naming: Joi.string().valid('size', 'tpi').required(),
  singleKeys: Joi.boolean().required(),
  drills: Joi.array()
    .items(Joi.string().valid('metric', 'fractional', 'number'))
    .min(1)
    .required(),
  paper: Joi.string().valid('a5', 'half-letter').required(),
  ownedFirst: Joi.boolean().required(),
  view: Joi.object({
    size: Joi.string().valid('balance', 'ladder', 'teeth', 'biggest', 'smallest', 'few-sizes').required(),
    pattern: Joi.string().valid('any', 'reverse-skip', 'mixed', 'double').required(),
    twisted: Joi.string().valid('standard', 'now-and-then', 'never').required(),
  }).required(),
  teethSchool: Joi.string().valid('habit', 'two', 'three').required(),
  rates: Joi.object({ hour: from0.required(), blade: from0.required() }).optional(),
})
const meta = Joi.object({
  key: Joi.string().valid('settings', 'started', 'current').required(),
  value: Joi.when('key', { is: 'settings', then: settings, otherwise: Joi.alternatives(Joi.boolean(), Joi.string().max(80)) }),
})

export const tables = {
  jobs: Joi.array().items(jobRecord).max(20_000).unique('id').required(),
  saws: Joi.array().items(sawRecord).max(2000).unique('id').required(),
  drawer: Joi.array().items(drawerRecord).max(20_000).unique('id').required(),
  materials: Joi.array().items(materialRecord).max(5000).unique('id').required(),
  log: Joi.array().items(logEntry).max(200_000).unique('id').required(),
  patterns: Joi.array().items(patternRecord).max(20_000).unique('id').required(),
  runs: Joi.array().items(runRecord).max(20_000).unique('id').required(),
  meta: Joi.array().items(meta).max(10).unique('key').required(),
}

/** Checks without changing: what a file says is kept exactly or refused. The message names the place. */
export function check<T>(schema: Joi.Schema<T>, value: unknown): { ok: true; value: T } | { ok: false; message: string } {
  const { error } = schema.validate(value, { convert: false, abortEarly: true })
  return error ? { ok: false, message: error.message.replaceAll('"', '“').replace(/“([^“]*)“/g, '“$1”') } : { ok: true, value: value as T }
}
