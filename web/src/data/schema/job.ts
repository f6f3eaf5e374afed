import Joi from 'joi'
import {
  bladeEnds,
  builds,
  centres,
  roundShapes,
  cutKinds,
  cutStrokes,
  filings,
  finishes,
  grains,
  handKinds,
  handles,
  hatches,
  lineSides,
  materialClasses,
  shown,
  skills,
  steels,
  stepNames,
  strips,
  strokeWays,
  teethSchools,
  teethWays,
  toothPatterns,
  turnManners,
  upFaces,
  type Blade,
  type Calibration,
  type ChangeProcedure,
  type Cut,
  type HeardValue,
  type Job,
  type Material,
  type Plate,
  type Saw,
  type Section,
  type Speed,
  type Stock,
  profileOf,
  sawKinds,
  type Profile,
  type KindLike,
} from '@green-pitch/core'
import { above0, from0, id, length, name, one, text, variants, whole, yes } from './common'

export const material = Joi.object<Material, true>({
  id,
  name: name(80),
  group: name(40),
  cuts: one(materialClasses).required(),
  density: above0.required(),
  hardness: above0.required(),
  K: above0.required(),
  m: Joi.number().greater(0).less(1).required(),
  bulking: above0.required(),
  floor: above0.required(),
  heatLimit: above0.min(40).required(),
  conducts: above0.max(3000),
  rubbing: above0.max(3000),
  heatEffect: name(40),
  veneer: length.optional(),
  tear: from0.required(),
  strength: above0.required(),
  build: one(builds).required(),
  hard: yes,
  weighed: above0,
  hatch: one(hatches).required(),
  cautions: Joi.array().items(Joi.string().max(40)).max(12).required(),
  source: text.required(),
})

/** Thinner stock than a hundredth of a millimeter is a slip of the pen. */
const sawn = length.min(0.01).required()

export const stock = variants<Stock, 'form'>('form', {
  sheet: { material: material.required(), thickness: sawn },
  board: { material: material.required(), thickness: sawn },
  stack: { material: material.required(), thickness: sawn, sheets: whole.min(1).max(50).required() },
  tube: { material: material.required(), diameter: sawn, wall: sawn },
  rod: { material: material.required(), diameter: sawn },
})

export const cut = Joi.object<Cut, true>({
  kind: one(cutKinds).required(),
  radius: Joi.number().min(0).max(10_000).optional(),
  centre: one(centres).required(),
  turn: one(turnManners).required(),
  line: one(lineSides).required(),
  web: length.optional(),
  hole: length.optional(),
  finish: one(finishes).required(),
  skill: one(skills).required(),
  shows: one(shown).required(),
  length: above0.required(),
  openings: whole.min(0).max(100_000).required(),
  bevel: Joi.number().min(0).max(80),
  up: one(upFaces),
  backing: length,
  taped: yes,
  bare: yes,
  grain: one(grains),
  depth: length,
  flush: yes,
  boxed: yes,
  room: length,
  plunge: yes,
  corners: Joi.object({ angle: Joi.number().min(1).max(179).required(), count: whole.min(1).max(100_000).required() }),
  round: Joi.object({
    shape: one(roundShapes).required(),
    across: length.required(),
    high: length,
    turn: Joi.number().min(1).max(360),
  }),
  opening: Joi.object({ width: length.required(), height: length.required() }),
  course: Joi.object({
    bends: Joi.array().items(Joi.array().ordered(above0.required(), from0.required()).length(2)).max(40).required(),
    corners: from0.required(),
    stops: from0.required(),
  }),
  board: Joi.object({
    length: length.required(),
    width: length.required(),
    from: from0.max(Joi.ref('to')).required(),
    to: above0.max(Joi.ref('length')).required(),
  }),
  lie: Joi.object({ behind: from0.max(10_000).required(), beside: from0.max(10_000).required() }),
})

const change = Joi.object<ChangeProcedure, true>({
  insertion: from0.required(),
  insertionTop: from0,
  tensionReturns: yes.required(),
  steps: Joi.array()
    .max(20)
    .items(
      Joi.object<ChangeProcedure['steps'][number], true>({
        do: one(stepNames).required(),
        seconds: Joi.number().min(0).max(3600).required(),
        tool: Joi.string().max(40),
        name: Joi.string().max(80),
      }),
    )
    .required(),
})
const section = Joi.object<Section, true>({
  width: length.required(),
  thickness: length.required(),
  kerf: length.required(),
  toothDepth: from0.required(),
})
const mark = Joi.number().min(-1000).max(1000).required()
const calibration = Joi.object<Calibration, true>({
  chatter: Joi.array()
    .items(Joi.object<NonNullable<Calibration['chatter']>[number], true>({ rate: above0.max(1e5).required(), at: from0.required() }))
    .max(100)
    .optional(),
  lever: Joi.array()
    .items(
      Joi.object<Calibration['lever'][number], true>({
        mark,
        stress: above0.max(5000).required(),
        section: section.required(),
        at: from0.required(),
      }),
    )
    .max(500)
    .required(),
  dial: Joi.array()
    .items(Joi.object<Calibration['dial'][number], true>({ dial: mark, strokes: above0.max(10_000).required(), at: from0.required() }))
    .max(500)
    .required(),
  changed: from0.optional(),
})
const common = {
  id,
  name: name(80),
  short: name(40),
  ends: Joi.array().items(one(bladeEnds)).min(1).required(),
  stroke: length.min(1).required(),
  throat: length.required(),
  armHalfWidth: from0.required(),
  capacity: length.required(),
  change: change.required(),
  source: text,
  calibration: calibration.optional(),
}
/** What a saw has that pulls its blade taut. */
const taut = {
  clamp: Joi.array().ordered(from0.required(), length.required()).required(),
  span: length.min(5).required(),
  grip: above0.required(),
  tensionLimit: above0.required(),
}
const strokesPerMinute = Joi.array().ordered(above0.required(), above0.required()).required()
const speed = variants<Speed, 'kind'>('kind', {
  variable: {
    min: above0.required(),
    max: above0.min(Joi.ref('min')).required(),
    dial: Joi.array().ordered(Joi.number().required(), Joi.number().required()),
  },
  steps: { steps: Joi.array().items(above0).min(1).max(10).required() },
}).required()
/** What a saw's record holds by the kind it is like; a kind that is like another has its fields. */
const records = {
  scroll: { ...common, ...taut, tableHeight: length.less(Joi.ref('span')).required(), tiltMax: from0.required(), quarterTurn: yes, speed },
  frame: { ...common, ...taut, strokesPerMinute, turns: yes },
  jigsaw: {
    ...common,
    speed,
    orbits: Joi.array().items(whole.min(0).max(9)).min(1).max(10).required(),
    clampHeight: length.required(),
    tiltMax: from0.max(80).required(),
    tiltMarks: Joi.array().items(from0.max(80)).max(20).required(),
    roller: yes.required(),
    triggerLock: yes.required(),
    pull: above0.required(),
    baseFront: length.required(),
  },
  hand: { ...common, strokesPerMinute },
} satisfies { [K in Profile['like']]: Joi.StrictSchemaMap<Omit<Extract<Saw, { kind: KindLike<K> }>, 'kind'>> }
export const saw = variants<Saw, 'kind'>(
  'kind',
  Object.fromEntries(sawKinds.map((kind) => [kind, records[profileOf({ kind }).like]])) as Parameters<typeof variants<Saw, 'kind'>>[1],
)

const plate = Joi.object<Plate, true>({
  kind: one(handKinds).required(),
  filing: one(filings).required(),
  rake: Joi.number().min(-60).max(60).required(),
  strokes: one(strokeWays).required(),
  handle: one(handles).required(),
  depth: length,
  flush: yes,
  stop: yes,
  curved: yes,
  needsBox: yes,
})
export const blade = Joi.object<Blade, true>({
  id,
  series: id,
  group: id,
  name: name(60),
  pattern: one(toothPatterns).required(),
  end: one(bladeEnds).required(),
  pin: length,
  size: name(20),
  order: from0.required(),
  length: length.min(5).required(),
  width: length.min(0.05).required(),
  thickness: length.min(0.02).required(),
  kerf: length.min(0.02).required(),
  toothDepth: Joi.number().min(0.005).less(Joi.ref('width')).required(),
  pitch: length.min(0.02).required(),
  spacing: Joi.array().items(length.min(0.02)).min(1).max(40).required(),
  gulletShare: Joi.number().min(0.01).max(1).required(),
  edgeRadiusFactor: Joi.number().min(0.05).max(10).required(),
  reverseZone: from0.required(),
  cuts: Joi.array().items(one(materialClasses)).required(),
  strip: one(strips).required(),
  safeStress: Joi.number().min(20).max(5000).required(),
  cutsOn: one(cutStrokes),
  flush: yes,
  steel: one(steels),
  plate,
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
  orbit: whole.min(0).max(9),
  teethTo: one(teethWays),
  turned: Joi.number().min(0).max(90),
  wear: Joi.number().min(0).max(1).required(),
  teethSchool: one(teethSchools).required(),
})
const heardValue = Joi.object<HeardValue, true>({ value: from0.required(), doubt: from0.required(), at: from0.required(), standIn: yes })
export const heard = Joi.object({
  stress: heardValue,
  spm: heardValue,
  cut: Joi.object({ openings: whole.min(1).required(), sawing: from0.required(), strokes: from0.required() }),
})
