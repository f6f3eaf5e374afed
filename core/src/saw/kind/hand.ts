import type { Profile } from './profile.js'

/** Hand saws: blade and saw are one. */
export const hand = {
  like: 'hand',
  motor: false,
  strokes: 'arm',
  holds: 'plate',
  onTable: false,
  table: false,
  holdDown: false,
  cutsOn: 'blade',
  strip: 'frame',
  limits: ['end', 'material', 'depth', 'access', 'teeth', 'turn', 'hole', 'chipLoad'],
  teeth: { good: 2, backed: 1.2 },
  tall: 2,
  leans: 1,
  air: 1,
  poor: { ridge: 0.07, tear: 0.25, feed: 2 },
  placeWeight: 2,
  teethWanted: 5,
  rocked: 3, // estimate
  strokeShare: 0.7, // of the plate's length in a comfortable stroke; estimate
  room: { body: 110, moves: 'blade' }, // estimate
  setting: { pattern: 60, line: 60 },
  mounting: ['teeth', 'trial'],
  cautions: ['thumb'],
  nouns: { behind: 'arm', tilts: 'the table', holds: 'hand and plate allow' },
} as const satisfies Profile
