import Joi from 'joi'
import { grains } from '@green-pitch/core'
import { boardCutKinds, copeProfiles, flushEnds, jointBounds as bounds, lapPlaces, type JointSpec } from '@green-pitch/core/joint'
import { from0, length, one, variants, yes } from './common'

const between = ([least, most]: readonly [number, number]) => Joi.number().min(least).max(most).required()
const count = (ends: readonly [number, number]) => between(ends).integer()

export const joint = variants<JointSpec, 'kind'>('kind', {
  dovetail: {
    width: length.required(),
    tailBoard: length.required(),
    pinBoard: length.required(),
    tails: count(bounds.dovetail.tails),
    slope: between(bounds.dovetail.slope),
    pin: length.required(),
    halfPin: length.required(),
    lap: length,
    proud: from0.max(20).required(),
    corners: count(bounds.dovetail.corners),
  },
  tenon: {
    width: length.required(),
    thickness: length.required(),
    tenon: length.required(),
    length: length.required(),
    edge: from0.max(1000).required(),
    through: yes.required(),
    joints: count(bounds.tenon.joints),
  },
  housing: {
    width: length.required(),
    thickness: length.required(),
    depth: length.required(),
    shelf: length.required(),
    stop: length,
    joints: count(bounds.housing.joints),
  },
  'half-lap': {
    width: length.required(),
    thickness: length.required(),
    other: length.required(),
    at: one(lapPlaces).required(),
    joints: count(bounds['half-lap'].joints),
  },
  mitre: {
    sides: count(bounds.mitre.sides),
    lean: between(bounds.mitre.lean),
    width: length.required(),
    thickness: length.required(),
    length: length.required(),
  },
  flush: { what: one(flushEnds).required(), size: length.required(), count: count(bounds.flush.count) },
  veneer: { thickness: length.required(), length: length.required(), grain: one(grains).required(), count: count(bounds.veneer.count) },
  cope: {
    profile: one(copeProfiles).required(),
    own: Joi.array().items(Joi.number().min(0).max(1)).min(2).max(1000),
    height: length.required(),
    out: length.required(),
    corner: between(bounds.cope.corner),
    joints: count(bounds.cope.joints),
  },
  board: {
    cut: one(boardCutKinds).required(),
    width: length.required(),
    thickness: length.required(),
    length: length.required(),
    notch: length,
    at: from0.max(100_000),
    long: length,
    slice: length,
    count: count(bounds.board.count),
  },
})
