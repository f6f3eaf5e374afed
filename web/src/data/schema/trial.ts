import Joi from 'joi'
import {
  criteria,
  feltChanges,
  feltMarks,
  grains,
  judgedFaces,
  undersides,
  upFaces,
  type Design,
  type FaceWorth,
  type Judging,
  type PieceRecord,
  type Trial,
  type TrialArm,
  type TrialPiece,
} from '@green-pitch/core'
import type { TrialRecord } from '../records'
import { above0, from0, id, name, one, rev, text, whole, yes } from './common'
import { blade, job } from './job'

const place = Joi.number().integer().min(0).max(20).required()
const label = Joi.string().max(8).required()
const felt = Joi.number().valid(...feltMarks)

const arm = Joi.object<TrialArm, true>({ id, blade: blade.required(), up: one(upFaces), grain: one(grains) })
const design = Joi.object<Design, true>({
  pieces: Joi.array()
    .items(Joi.object<TrialPiece, true>({ label, blade: id, stock: id, repeat: place, position: place }))
    .min(2)
    .max(120)
    .unique('label')
    .required(),
  blades: Joi.array().items(id).min(2).max(10).unique().required(),
  stocks: Joi.array().items(id).min(1).max(4).unique().required(),
  repeats: whole.min(1).max(3).required(),
  seed: Joi.number().integer().required(),
  balanced: yes.required(),
})
const piece = Joi.object<PieceRecord, true>({
  label,
  at: from0.required(),
  seconds: above0.max(1e6),
  pace: felt,
  effort: felt,
  steadiness: felt,
  changes: one(feltChanges),
  under: one(undersides),
  cleanUp: from0.max(100_000),
  stray: from0.max(1000),
  note: text,
})
const judging = Joi.object<Judging, true>({
  criterion: one(criteria).required(),
  stock: id,
  repeat: place,
  order: Joi.array()
    .items(Joi.array().items(Joi.string().max(80)).min(1).max(10))
    .max(10)
    .required(),
  at: from0.required(),
})
const figure = Joi.number().min(-100).max(100).required()
const worth = Joi.object<FaceWorth, true>({
  face: one(judgedFaces).required(),
  stock: id,
  arms: Joi.array()
    .items(Joi.object<FaceWorth['arms'][number], true>({ id, mean: figure, low: figure, high: figure }))
    .max(10)
    .required(),
})
const trial = {
  name: name(120),
  arms: Joi.array().items(arm).min(2).max(10).required(),
  jobs: Joi.array().items(job).min(1).max(4).required(),
  design: design.required(),
  helper: yes.required(),
  oneBoard: yes.required(),
  misread: Joi.array().items(Joi.string().max(80)).max(10).required(),
  pieces: Joi.array().items(piece).max(120).unique('label').required(),
  orders: Joi.array().items(judging).max(400).required(),
  revealed: from0,
  found: Joi.object<NonNullable<Trial['found']>, true>({
    worths: Joi.array().items(worth).max(12).required(),
    first: Joi.array().items(Joi.string().max(80)).max(10).required(),
    best: from0.max(1).required(),
  }),
  model: whole.min(1).required(),
}

/** Says which part of a trial speaks of what another part has not: each alone may be sound. */
const coherent = <T extends Trial>(t: T, helpers: Joi.CustomHelpers<T>) => {
  const [arms, labels] = [new Set(t.arms.map((a) => a.id)), new Set(t.design.pieces.map((p) => p.label))]
  const stocks = new Set(t.design.stocks)
  const wrong =
    (t.design.blades.find((b) => !arms.has(b)) !== undefined || arms.size !== t.design.blades.length
      ? '“design.blades” are not the arms'
      : '') ||
    (t.jobs.length !== stocks.size ? '“jobs” are not one for each stock' : '') ||
    (t.design.pieces.some((p) => !arms.has(p.blade) || !stocks.has(p.stock))
      ? '“design.pieces” name a blade or stock that is not there'
      : '') ||
    (t.pieces.some((p) => !labels.has(p.label)) ? '“pieces” name a label that was not drawn' : '') ||
    (t.orders.some(
      (o) => !stocks.has(o.stock) || o.order.flat().some((b) => !arms.has(b)) || new Set(o.order.flat()).size < o.order.flat().length,
    )
      ? '“orders” name a blade or stock that is not there, or one twice'
      : '')
  return wrong ? helpers.message({ custom: wrong }) : t
}
export const trialRecord = Joi.object<TrialRecord, true>({
  ...trial,
  id,
  rev,
  created: from0.required(),
  changed: from0.required(),
}).custom(coherent)
