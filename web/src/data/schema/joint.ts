import Joi from 'joi'
import { grains } from '@green-pitch/core'
import { boardCutKinds, copeProfiles, flushEnds, lapPlaces, type JointSpec } from '@green-pitch/core/joint'
import { above0, from0, length, one, variants, whole, yes } from './common'

const count = whole.min(1).max(1000).required()

export const joint = variants<JointSpec, 'kind'>('kind', {
  dovetail: {
    width: length.required(),
    tailBoard: length.required(),
    pinBoard: length.required(),
    tails: count.max(24),
    slope: above0.min(3).max(14).required(),
    pin: length.required(),
    halfPin: length.required(),
    lap: length,
    proud: from0.max(20).required(),
    corners: count.max(40),
  },
  tenon: {
    width: length.required(),
    thickness: length.required(),
    tenon: length.required(),
    length: length.required(),
    edge: from0.max(1000).required(),
    through: yes.required(),
    joints: count,
  },
  housing: {
    width: length.required(),
    thickness: length.required(),
    depth: length.required(),
    shelf: length.required(),
    stop: length,
    joints: count,
  },
  'half-lap': {
    width: length.required(),
    thickness: length.required(),
    other: length.required(),
    at: one(lapPlaces).required(),
    joints: count,
  },
  mitre: {
    sides: count.min(3).max(24),
    lean: Joi.number().min(0).max(90).required(),
    width: length.required(),
    thickness: length.required(),
    length: length.required(),
  },
  flush: { what: one(flushEnds).required(), size: length.required(), count },
  veneer: { thickness: length.required(), length: length.required(), grain: one(grains).required(), count },
  cope: {
    profile: one(copeProfiles).required(),
    own: Joi.array().items(Joi.number().min(0).max(1)).min(2).max(1000),
    height: length.required(),
    out: length.required(),
    corner: Joi.number().min(30).max(170).required(),
    joints: count,
  },
  board: {
    cut: one(boardCutKinds).required(),
    width: length.required(),
    thickness: length.required(),
    length: length.required(),
    notch: length,
    count,
  },
})
