import Joi from 'joi'
import {
  directions,
  edgeKinds,
  lineEnds,
  lineJoins,
  paints,
  readings,
  redrawKinds,
  takes,
  transfers,
  type Choices,
  type DrawnLine,
  type Layout,
  type Look,
  type ReadNote,
  type Redraw,
  type Slip,
} from '@green-pitch/core/pattern'
import type { PatternRecord } from '../records'
import { above0, from0, id, name, one, rev, whole, yes } from './common'

/** Points by the hundred thousand: looked at by hand, since a schema an item takes seconds. */
const soundPoints = (value: unknown) =>
  (Array.isArray(value) || value instanceof Float64Array) &&
  value.length % 2 === 0 &&
  value.every((x) => typeof x === 'number' && Math.abs(x) < 1e7)
const points = Joi.any().custom((value: unknown, helpers) => (soundPoints(value) ? value : helpers.error('any.invalid')))
const share = Joi.number().min(0).max(1)
const look = Joi.object<Look, true>({
  order: whole.min(0).required(),
  fill: share,
  rule: Joi.string().valid('evenodd'),
  stroke: share,
  width: from0.max(1e6),
  ends: one(lineEnds),
  joins: one(lineJoins),
  colored: yes.valid(true),
  faint: yes.valid(true),
  frame: yes.valid(true),
  off: yes.valid(true),
})
const line = Joi.object({
  points: points.required(),
  closed: yes.required(),
  paint: one(paints).required(),
  layer: Joi.string().allow('').max(60).required(),
  at: Joi.string().allow('').max(200).required(),
  look,
} satisfies { [K in keyof Required<DrawnLine>]: Joi.Schema })
const lines = Joi.array().items(line).max(300_000).required()
/** Lines found sound: they never change, and every edit of a pattern is checked with all of them. */
const known = new WeakSet<object>()
const soundLines = Joi.array<DrawnLine[]>().custom((value: unknown, helpers) => {
  if (typeof value === 'object' && value !== null && known.has(value)) return value
  const { error } = lines.validate(value, { convert: false })
  if (error) return helpers.message({ custom: `lines: ${error.message}` })
  known.add(value as object)
  return value
})
export const ringId = whole.min(0).max(1e6)
const spot = Joi.object({ x: Joi.number().required(), y: Joi.number().required() })

export const patternRecord = Joi.object<PatternRecord, true>({
  id,
  rev,
  name: name(200),
  lines: soundLines.required(),
  notes: Joi.array()
    .items(
      Joi.object<ReadNote, true>({
        what: name(200),
        count: whole.required(),
        at: Joi.array().items(Joi.string().allow('').max(300)).max(5).required(),
      }),
    )
    .max(100)
    .required(),
  unit: name(60),
  declared: yes.required(),
  scale: above0.required(),
  stretch: above0.required(),
  sized: yes.required(),
  take: one(takes).required(),
  reading: one(readings),
  redraws: Joi.array()
    .items(
      Joi.object<Redraw, true>({
        kind: one(redrawKinds).required(),
        stays: yes.required(),
        to: from0,
        by: from0,
        patches: Joi.array().items(points.required()).max(500).required(),
      }),
    )
    .max(2000),
  tolerance: Joi.number().min(0).max(50).required(),
  layout: Joi.object<Layout, true>({
    across: whole.min(1).max(50).required(),
    down: whole.min(1).max(50).required(),
    gap: from0.required(),
    margin: from0.required(),
  }).required(),
  choices: Joi.object<Choices, true>({
    holes: Joi.object().pattern(/^\d+$/, spot).required(),
    order: Joi.array().items(ringId),
    directions: Joi.object().pattern(/^\d+$/, one(directions)).required(),
    keptIslands: Joi.array().items(ringId).required(),
    edges: Joi.object().pattern(/^\d+$/, one(edgeKinds)),
    slips: Joi.array()
      .items(
        Joi.object<Slip, true>({
          ring: ringId.required(),
          at: from0.required(),
          depth: above0.max(100).required(),
          length: above0.max(10_000).required(),
          before: above0.max(10_000).required(),
          after: above0.max(10_000).required(),
        }),
      )
      .max(200),
  }).required(),
  transfer: one(transfers).required(),
  costs: Joi.object({ stock: from0.required(), finish: from0.required() }).required(),
})
