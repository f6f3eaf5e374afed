import type { Profile } from './profile.js'

export const scroll = {
  like: 'scroll',
  motor: true,
  strokes: 'set',
  holds: 'taut',
  onTable: true,
  table: true,
  holdDown: true,
  cutsOn: 'down',
  strip: 'machine',
  limits: ['end', 'material', 'capacity', 'access', 'teeth', 'packing', 'turn', 'hole', 'chipLoad', 'web'],
  teeth: { good: 2, backed: 1.2 },
  tall: 2,
  leans: 0.3,
  air: 1,
  poor: { ridge: 0.06, tear: 0.25, feed: 2 },
  placeWeight: 4,
  teethWanted: 4,
  mounting: ['teeth', 'clamps', 'tug', 'tension', 'square', 'hold-down', 'trial'],
  cautions: ['ears', 'hair'],
  nouns: { behind: 'arm', tilts: 'the table', holds: 'bow allows' },
} as const satisfies Profile
