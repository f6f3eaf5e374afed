import type { Profile } from './profile.js'

/** Jeweler's, fret, coping and bow frames: moved by hand, the blade pulled taut. */
export const frame = {
  like: 'frame',
  motor: false,
  strokes: 'arm',
  holds: 'taut',
  onTable: true,
  table: false,
  holdDown: false,
  cutsOn: 'handle',
  strip: 'frame',
  takeUp: 15, // estimate
  limits: ['end', 'material', 'capacity', 'access', 'frame', 'swing', 'teeth', 'packing', 'turn', 'hole', 'chipLoad', 'web'],
  teeth: { good: 'school', backed: 0.8 },
  tall: 2,
  leans: 0.3,
  air: 1,
  poor: { ridge: 0.06, tear: 0.25, feed: 2 },
  placeWeight: 4,
  teethWanted: 2.5,
  room: { body: 110, moves: 'span' }, // estimate
  setting: { pattern: 240, line: 90 },
  mounting: ['teeth', 'clamps', 'tug', 'tension', 'trial'],
  cautions: [],
  nouns: { behind: 'frame', tilts: 'the table', holds: 'bow allows' },
} as const satisfies Profile
