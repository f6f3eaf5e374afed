import type { Blade, ToothPattern } from '../blade/index.js'

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

/** Patterns people reach for first where two do equally well, as a share of what a kept size counts; estimates of trade habit. */
const FIRST: Partial<Record<ToothPattern, number>> = { mixed: 0.6, 'reverse-skip': 0.45, reverse: 0.3, standard: 0.15 }

/** How common a blade is in drawers: 1 for a size most people keep, and some more for a pattern they reach for first. */
export const commonness = (blade: Pick<Blade, 'series' | 'size' | 'pattern'>): number =>
  (isStaple(blade) ? 1 : 0) + (FIRST[blade.pattern] ?? 0)
