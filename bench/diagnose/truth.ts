import type { CauseId, Sign, TestId } from '../../core/src/index.js'

/**
 * Faults as a workshop might have them, written from the printed lists of “usual causes” and shaken anew for every workshop: none
 * of it is the model's. Signs by cause, from what is usually named (first) to what also happens; tests that tell it.
 */
type Kind = 'scroll' | 'frame' | 'jigsaw' | 'hand'
export interface TrueFault {
  id: CauseId
  kinds: Partial<Record<Kind, number>>
  often: Sign[]
  now?: Sign[]
  tells: Partial<Record<TestId, string>>
  /** s */
  cost: number
}
const f = (id: CauseId, kinds: TrueFault['kinds'], often: Sign[], now: Sign[], tells: TrueFault['tells'], cost: number): TrueFault => ({
  id,
  kinds,
  often,
  now,
  tells,
  cost,
})

export const truths: readonly TrueFault[] = [
  f('too-tight', { scroll: 3, frame: 5 }, ['snaps'], ['slips'], { pluck: 'high', thumb: 'hard' }, 15),
  f('too-slack', { scroll: 8, frame: 8 }, ['wanders', 'not-square'], ['line-lost', 'snaps'], { pluck: 'low', thumb: 'soft' }, 15),
  f(
    'fed-hard',
    { scroll: 10, frame: 8, jigsaw: 8, hand: 8 },
    ['snaps', 'wanders', 'bogs'],
    ['burns', 'not-square'],
    { 'ease-feed': 'better' },
    10,
  ),
  f(
    'dull',
    { scroll: 12, frame: 10, jigsaw: 12, hand: 10 },
    ['burns', 'bogs', 'snaps'],
    ['wanders', 'hops', 'fuzz-under'],
    { lens: 'worn', 'new-blade': 'better', 'count-strokes': 'more' },
    80,
  ),
  f('blade-small', { scroll: 4, frame: 3, jigsaw: 2 }, ['snaps', 'bogs'], ['wanders'], {}, 80),
  f('blade-big', { scroll: 4, frame: 2, jigsaw: 4 }, ['corner-rounded', 'corner-overcut'], ['binds', 'line-lost', 'burns'], {}, 80),
  f(
    'teeth-few',
    { scroll: 4, frame: 5, jigsaw: 4, hand: 2 },
    ['fuzz-under', 'hops', 'chips-under'],
    ['ridges', 'chatters', 'snaps'],
    {},
    80,
  ),
  f('teeth-many', { scroll: 4, frame: 2, jigsaw: 3, hand: 3 }, ['burns', 'welds', 'bogs'], [], { 'count-strokes': 'more' }, 80),
  f('gullets-packed', { scroll: 4, frame: 2, jigsaw: 4, hand: 4 }, ['burns', 'bogs'], ['binds', 'welds'], { 'ease-feed': 'better' }, 30),
  f('strokes-fast', { scroll: 8, jigsaw: 6 }, ['burns', 'welds'], ['chatters', 'line-lost'], { slower: 'better', faster: 'worse' }, 10),
  f('strokes-slow', { scroll: 4, jigsaw: 3 }, ['bogs'], ['ridges', 'chatters', 'hops'], { faster: 'better' }, 10),
  f('lead', { scroll: 10, frame: 3, jigsaw: 3, hand: 3 }, ['wanders', 'line-lost'], [], { 'freehand-line': 'steady-lead' }, 20),
  f('table-off', { scroll: 6, jigsaw: 4 }, ['not-square'], ['joint-gap'], { square: 'off' }, 40),
  f(
    'side-push',
    { scroll: 6, frame: 4, jigsaw: 4, hand: 1 },
    ['not-square'],
    ['wanders', 'line-lost', 'snaps'],
    { 'mark-both-faces': 'differs' },
    10,
  ),
  f('reverse-not-reaching', { scroll: 6 }, ['fuzz-under', 'chips-under'], [], { 'raise-blade': 'better' }, 40),
  f('no-backing', { scroll: 5, frame: 4, jigsaw: 4 }, ['fuzz-under', 'chips-under'], ['hops'], { backing: 'better' }, 60),
  f('hold-down-high', { scroll: 7 }, ['hops'], ['chatters', 'snaps'], { 'hold-down': 'high' }, 10),
  f('oil-on-ends', { scroll: 5, frame: 3 }, ['slips'], [], { 'wipe-ends': 'oily', tug: 'slips' }, 45),
  f('clamp-worn', { scroll: 3, frame: 2, jigsaw: 1 }, ['slips'], [], { tug: 'slips' }, 150),
  f(
    'seated-wrong',
    { scroll: 4, frame: 3, jigsaw: 4 },
    ['slips', 'snaps'],
    ['not-square', 'wanders'],
    { tug: 'slips', 'sight-blade': 'bent' },
    40,
  ),
  f('kinked', { scroll: 3, frame: 4, jigsaw: 2 }, ['snaps'], ['wanders', 'ridges'], { 'sight-blade': 'bent', 'new-blade': 'better' }, 80),
  f('ends-twisted', { scroll: 2, frame: 3 }, ['wanders'], ['line-lost', 'not-square', 'snaps'], { 'sight-blade': 'bent' }, 40),
  f('roller-off', { jigsaw: 5 }, ['snaps', 'wanders'], ['not-square', 'chatters'], { roller: 'off' }, 10),
  f('orbit-high', { jigsaw: 6 }, ['chips-top', 'ridges'], ['chatters', 'corner-overcut'], { 'less-orbit': 'better' }, 10),
  f('base-lifted', { jigsaw: 5 }, ['hops', 'not-square'], ['chatters', 'snaps'], {}, 10),
  f('overhang', { jigsaw: 4, hand: 4, frame: 3 }, ['chatters', 'hops'], ['binds'], { 'clamp-closer': 'better' }, 30),
  f('turned-on-spot', { scroll: 5, frame: 4, jigsaw: 3 }, ['snaps', 'corner-overcut'], ['corner-rounded', 'burns'], {}, 10),
  f('wrong-way-up', { scroll: 3, frame: 3 }, ['hops', 'bogs'], ['chips-top', 'fuzz-under'], { lens: 'wrong-teeth' }, 60),
  f('hole-small', { scroll: 4, frame: 3 }, ['wont-thread'], [], {}, 60),
  f('film-off', { scroll: 3, jigsaw: 3, frame: 1 }, ['welds'], ['burns'], {}, 40),
  f('stroke-short', { frame: 4, hand: 5 }, ['bogs'], ['burns'], { 'count-strokes': 'more' }, 10),
  f('set-lost', { hand: 5, jigsaw: 1 }, ['binds'], ['burns', 'wanders'], {}, 150),
  f('plate-dry', { hand: 6 }, ['binds'], ['bogs'], { wax: 'better' }, 20),
  f('steep-angle', { hand: 5 }, ['chatters', 'hops'], ['chips-top', 'runs-away'], {}, 10),
  f(
    'stance',
    { hand: 8 },
    ['not-square', 'wanders'],
    ['line-lost', 'joint-gap'],
    { 'freehand-line': 'wanders', 'mark-both-faces': 'differs' },
    10,
  ),
  f(
    'side-changed',
    { scroll: 3, frame: 3, hand: 4, jigsaw: 2 },
    ['joint-gap', 'uneven-when-peeled'],
    ['line-lost'],
    { 'peel-pattern': 'shows' },
    15,
  ),
  f('filing-wrong', { hand: 5 }, ['fuzz-under', 'bogs'], ['chips-under', 'ridges'], { lens: 'wrong-teeth' }, 100),
  f('wrong-pattern', { scroll: 4, jigsaw: 4, frame: 2 }, ['fuzz-under', 'chips-under'], ['chips-top', 'welds', 'ridges'], {}, 80),
  f('piece-too-big', { scroll: 5, frame: 4 }, ['hits-arm'], [], {}, 120),
]

/** The usual printed list for each sign, in its usual order. */
export const printed: Partial<Record<Sign, CauseId[]>> = {
  snaps: ['too-tight', 'fed-hard', 'blade-small', 'turned-on-spot', 'dull', 'kinked', 'roller-off'],
  wanders: ['lead', 'too-slack', 'dull', 'fed-hard', 'stance', 'roller-off'],
  'not-square': ['table-off', 'side-push', 'too-slack', 'stance', 'base-lifted'],
  burns: ['strokes-fast', 'dull', 'teeth-many', 'turned-on-spot', 'gullets-packed'],
  bogs: ['strokes-slow', 'dull', 'blade-small', 'gullets-packed', 'stroke-short'],
  'fuzz-under': ['wrong-pattern', 'reverse-not-reaching', 'teeth-few', 'no-backing'],
  'chips-under': ['wrong-pattern', 'reverse-not-reaching', 'teeth-few', 'no-backing'],
  'chips-top': ['wrong-pattern', 'orbit-high'],
  hops: ['hold-down-high', 'teeth-few', 'dull', 'wrong-way-up', 'base-lifted', 'overhang'],
  slips: ['oil-on-ends', 'clamp-worn', 'seated-wrong'],
  welds: ['strokes-fast', 'teeth-many', 'film-off'],
  'wont-thread': ['hole-small'],
  'hits-arm': ['piece-too-big'],
  'corner-overcut': ['blade-big', 'turned-on-spot'],
  'corner-rounded': ['blade-big', 'turned-on-spot'],
  binds: ['plate-dry', 'set-lost', 'gullets-packed'],
}
/** What an answer is where the fault has no bearing on it. */
export const usual: Record<TestId, string> = {
  pluck: 'green',
  thumb: 'right',
  tug: 'holds',
  'sight-blade': 'straight',
  lens: 'sharp',
  square: 'true',
  'freehand-line': 'straight',
  'hold-down': 'touching',
  'wipe-ends': 'clean',
  roller: 'touching',
  'count-strokes': 'as-estimated',
  'mark-both-faces': 'same',
  'peel-pattern': 'shows',
  slower: 'same',
  faster: 'same',
  'new-blade': 'same',
  'ease-feed': 'same',
  backing: 'same',
  'raise-blade': 'same',
  'less-orbit': 'same',
  'clamp-closer': 'same',
  wax: 'same',
  'flip-stock': 'same',
  'scrap-same-blade': 'same',
}
