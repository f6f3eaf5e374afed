import type { PartId } from './parts/words'

/** Where a word of the trade leads: a place, a part of the ticket, or the blades of a pattern. */
export type Target = { place: string } | { part: PartId } | { group: string }
export interface Term {
  text: string
  /** other words people have for it */
  words: string
  to: Target
}

/** Words people search by that are no names of places, stocks, saws or blades here. */
export const terms: readonly Term[] = [
  // parts of the ticket
  {
    text: 'Stock and thickness',
    words:
      'tube pipe rod bar dowel worktop countertop laminate plywood wood timber lumber board sheet metal material gauge plank veneer stack thick',
    to: { part: 'stock' },
  },
  {
    text: 'Curves, circles, corners, webs and pilot hole',
    words:
      'corner corners square circle round oval ellipse arc disc trammel pin radius curve tight bend pilot starting hole drill entry web bridge island pierced piercing cutout',
    to: { part: 'cut' },
  },
  {
    text: 'Bevel, plunge, backer, grain',
    words: 'tilt angle bevel plunge cut-out backer backing scrap zero clearance grain rip crosscut finish skill pace kerf line side',
    to: { part: 'cut' },
  },
  { text: 'The saw in hand', words: 'machine frame throat arm clamp chuck shank capacity bench-top treadle', to: { part: 'saw' } },
  { text: 'The blade in hand', words: 'size number tpi ppi teeth tooth kerf caliper measure dull sharp wear', to: { part: 'blade' } },
  { text: 'Tension', words: 'tight slack taut lever tensioner spring pitch thumb psi newtons stress', to: { part: 'tension' } },
  { text: 'Orbit', words: 'pendulum orbital oscillation', to: { part: 'orbit' } },
  { text: 'Strokes a minute', words: 'speed spm rpm dial slow fast strokes feed rate', to: { part: 'speed' } },
  { text: 'Teeth and face', words: 'way round upside down up direction good side face underside reverse mount', to: { part: 'way' } },
  // places
  {
    text: 'Openings of a pattern',
    words: 'fret fretwork fretting drawing design svg dxf template stencil clipart scroll interior cuts paper',
    to: { place: '/pattern' },
  },
  {
    text: 'Joints from dimensions',
    words: 'dovetail tenon mortise mortice housing dado rabbet half-lap lap mitre miter cope coped scribe shoulder pins tails',
    to: { place: '/joints' },
  },
  {
    text: 'Pluck the blade',
    words: 'ping note tune tuning sound microphone listen hear chatter vibration frequency hertz musical',
    to: { place: '/listen' },
  },
  { text: 'At the saw, hole by hole', words: 'stopwatch timer pedal foot switch next opening order run session', to: { place: '/run' } },
  {
    text: 'Something went wrong',
    words:
      'broke broken snapped breaks burn burnt scorch wander drift fuzz tearout tear-out splinter chip-out blowout wavy bowed slipped welded problem trouble fix why',
    to: { place: '/remedy' },
  },
  { text: 'A fair comparison of blades', words: 'test compare versus blind trial review best blade', to: { place: '/trials' } },
  { text: 'What was cut', words: 'record history diary journal notes minutes life accuracy learned', to: { place: '/log' } },
  { text: 'Blades you own', words: 'inventory stocktake packet dozen gross count loose identify unknown', to: { place: '/drawer' } },
  { text: 'A kit of few sizes', words: 'starter set beginner which blades essential assortment', to: { place: '/drawer/kit' } },
  { text: 'What to order', words: 'reorder re-order shopping list supplier price cost buy run out', to: { place: '/drawer/order' } },
  { text: 'What is worth buying', words: 'upgrade new saw holder adapter accessory invest spend', to: { place: '/saws/worth' } },
  { text: 'Your saws, measured', words: 'profile calibrate calibration marks change procedure threading seconds', to: { place: '/saws' } },
  { text: 'A chart for the wall', words: 'poster print size chart cheat sheet reference table', to: { place: '/chart' } },
  {
    text: 'Units, backup, schools',
    words:
      'inch inches metric millimeters millimetres imperial backup restore export import dark night theme lamp keys shortcut preferences options',
    to: { place: '/settings' },
  },
  { text: 'Set-up card', words: 'card pdf bench card', to: { place: '/' } },
  { text: 'Several alike, stacked', words: 'copies dozen twelve stack batch alike multiple pieces', to: { place: '/' } },
  {
    text: 'When it will be ready',
    words: 'week evening due saturday deadline plan schedule calendar promise hours',
    to: { place: '/week' },
  },
  { text: 'A price for a job', words: 'price quote offer rate charge cost hour money sell', to: { place: '/week' } },
  { text: 'For a class', words: 'class teach pupils students lesson course school workshop sheet', to: { place: '/practice' } },
  {
    text: 'Frames, boxes, splayed sides',
    words: 'picture frame box miter mitre octagon eight sides compound splay',
    to: { place: '/joints' },
  },
  { text: 'A notch, slices, a bench hook', words: 'notch slice slices veneer inlay bench hook saw case board', to: { place: '/joints' } },
  { text: 'Exercises at the saw', words: 'practice exercise beginner train lesson score skill', to: { place: '/practice' } },
  // blades by other names
  { text: 'Spiral blades', words: 'spiral twisted round all-way', to: { group: 'scroll-twisted' } },
  { text: 'Crown-tooth blades', words: 'crown two-way both-way bidirectional', to: { group: 'scroll-both-way' } },
  { text: 'Skip-tooth blades', words: 'skip', to: { group: 'scroll-skip' } },
  { text: 'Reverse-tooth blades', words: 'reverse upward', to: { group: 'scroll-reverse-skip' } },
  { text: 'Double-tooth blades', words: 'double', to: { group: 'scroll-double' } },
  { text: 'Ground-tooth blades', words: 'ground milled precision', to: { group: 'scroll-ground' } },
  { text: 'Piercing blades', words: 'piercing jeweller jeweler jewelry silver goldsmith', to: { group: 'jeweler' } },
  { text: 'Pinned blades', words: 'pin pinned cross-pin', to: { group: 'pinned-skip' } },
  { text: 'Metal-cutting scroll blades', words: 'metal brass copper aluminum aluminium', to: { group: 'scroll-metal' } },
  { text: 'Wire and grit blades', words: 'diamond grit wire glass tile ceramic', to: { group: 'grit-wire' } },
  { text: 'Fine wavy-set jigsaw blades', words: 'wavy metal sheet t-shank tang', to: { group: 'jig-metal' } },
  { text: 'Down-cutting jigsaw blades', words: 'down laminate worktop countertop splinter-free', to: { group: 'jig-down' } },
  { text: 'Screw-shank jigsaw blades', words: 'u-shank screw universal old', to: { group: 'jig-screw-set' } },
]

export interface Named {
  kind: string
  text: string
  words?: string
}
const fold = (s: string) => s.toLowerCase().replaceAll('’', "'")

/**
 * What a search finds, best first: names that begin with what was typed, then names that hold it, then other words for a thing.
 * Every word typed must be found.
 */
export function found<T extends Named>(asked: string, among: readonly T[], most = 9): T[] {
  const words = fold(asked).split(/\s+/).filter(Boolean)
  const score = (h: T): number => {
    const text = fold(h.text)
    const other = ` ${fold(`${h.kind} ${h.words ?? ''}`)}`
    let sum = 0
    for (const w of words) {
      const s = text.startsWith(w)
        ? 4
        : text.includes(` ${w}`)
          ? 3
          : other.includes(` ${w}`)
            ? 2.5
            : text.includes(w)
              ? 1
              : other.includes(w)
                ? 0.5
                : 0
      if (!s) return 0
      sum += s
    }
    return sum
  }
  return among
    .map((h, i) => ({ h, i, s: words.length ? score(h) : 1 }))
    .filter((x) => x.s > 0)
    .sort((a, b) => b.s - a.s || a.i - b.i)
    .slice(0, most)
    .map((x) => x.h)
}
