import type { Blade } from '../blade/index.js'

/**
 * Sizes people keep who keep few, of one pattern: they go together by steps that turn and feed differently. Where two sizes do
 * equally well, the one most drawers hold leads. Estimates of trade habit.
 */
const KEPT: Record<string, readonly string[]> = {
  scroll: ['3', '5', '7', '9', '12', '1', '2/0'],
  'scroll-metal': ['1', '3', '5', '7'],
  twisted: ['2', '4', '0'],
  jeweler: ['4/0', '2/0', '1', '3', '5'],
  pinned: ['fine', 'medium', 'coarse'],
  coping: ['15', '20', '10'],
  bow: ['12', '15'],
  jigsaw: ['10', '8', '20', '24'],
  hand: [],
}

export const isStaple = (blade: Pick<Blade, 'series' | 'size'>): boolean => KEPT[blade.series]?.includes(blade.size) ?? false
/** 1 for a size most people keep, 0 for another. */
export const staple = (blade: Pick<Blade, 'series' | 'size'>): number => (isStaple(blade) ? 1 : 0)
