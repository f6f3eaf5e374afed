import type { Profile } from './profile.js'

export const jigsaw = {
  like: 'jigsaw',
  motor: true,
  strokes: 'set',
  holds: 'hanging',
  onTable: false,
  table: false,
  holdDown: false,
  cutsOn: 'blade',
  strip: 'machine',
  limits: ['end', 'material', 'capacity', 'access', 'reach', 'teeth', 'packing', 'turn', 'hole', 'chipLoad', 'web'],
  teeth: { good: 2, backed: 1.2 },
  // its longer, faster strokes work more dust out, and its own blower cools it
  tall: 14,
  leans: 2,
  air: 2.5,
  poor: { ridge: 0.5, tear: 0.35, feed: 10 },
  placeWeight: 2,
  teethWanted: 4,
  room: { body: 260, moves: 'nothing' }, // cord and hand with it; estimate
  setting: { pattern: 180, line: 90 },
  mounting: ['teeth', 'clamps', 'tug', 'square', 'orbit', 'trial'],
  cautions: ['ears', 'hair', 'base-flat', 'kicks'],
  nouns: { behind: 'arm', tilts: 'the base', holds: 'drift, motor and push allow' },
} as const satisfies Profile
