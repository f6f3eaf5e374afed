import type { Profile } from './profile.js'

export const scroll: Profile = {
  powered: true,
  holds: 'taut',
  onTable: true,
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
}
