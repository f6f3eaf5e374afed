/** Places in the order people work; groups as the navigation shows them. */
export const places = [
  { group: 'Plan', name: 'Bench', path: '/' },
  { group: 'Plan', name: 'Pattern', path: '/pattern' },
  { group: 'Plan', name: 'Joints', path: '/joints' },
  { group: 'Plan', name: 'Week', path: '/week' },
  { group: 'Plan', name: 'Jobs', path: '/jobs' },
  { group: 'Cut', name: 'Listen', path: '/listen' },
  { group: 'Cut', name: 'Run', path: '/run' },
  { group: 'Learn', name: 'Remedy', path: '/remedy' },
  { group: 'Learn', name: 'Trials', path: '/trials' },
  { group: 'Learn', name: 'Practice', path: '/practice' },
  { group: 'Learn', name: 'Log', path: '/log' },
  { group: 'Shop', name: 'Drawer', path: '/drawer' },
  { group: 'Shop', name: 'Saws', path: '/saws' },
  { group: 'Shop', name: 'Wall chart', path: '/chart' },
  { group: 'Shop', name: 'Settings', path: '/settings' },
] as const
