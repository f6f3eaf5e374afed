import { seeded } from '../../core/src/number/index.js'
import type { Piece, WeekAsked } from '../../core/src/week/index.js'

const DAY = 24 * 60
/** A random workshop with so many pieces and evenings: stacks to choose, glue and varnish, a loud saw, days that press. */
export function randomWeek(pieces: number, evenings: number, seed: number, load = 1): WeekAsked {
  const r = seeded(seed)
  const between = (a: number, b: number) => a + (b - a) * r()
  const pick = <T>(xs: readonly T[]): T => xs[Math.floor(r() * xs.length)]!
  const saws = ['scroll', 'jigsaw', 'frame']
  const blades = ['5', '3', '2/0', 'T', 'J']
  const spread = () => ({
    own: between(0.15, 0.4),
    shared: { hand: between(0.1, 0.35), [pick(['pear', 'ply', 'brass'])]: between(0, 0.3) },
  })
  const evening = Array.from({ length: evenings }, (_, k) => {
    const minutes = Math.round(between(60, 180))
    return {
      at: k * DAY + 18 * 60,
      minutes,
      ...(r() < 0.6 && { loud: Math.round(minutes * between(0.4, 0.9)) }),
      saws: r() < 0.8 ? saws : saws.slice(0, 2),
      sure: pick([1, 1, 0.9, 0.8]),
      own: pick([0, 0.1, 0.2]),
    }
  })
  const room = evening.reduce((t, e) => t + e.minutes, 0)
  const each = (load * room) / pieces
  const list: Piece[] = Array.from({ length: pieces }, (_, k) => {
    const copies = pick([1, 1, 1, 2, 4, 6])
    const total = each * between(0.3, 1.7)
    const saw = pick(saws)
    const blade = pick(blades)
    const hand = r() < 0.5 ? total * between(0.1, 0.4) : 0
    const sawing = total - hand
    const way = (sheets: number) => {
      const runs = Math.ceil(copies / sheets)
      const slower = 1 + 0.25 * (sheets - 1)
      return {
        sheets,
        setUp: { saw, blade: sheets > 1 ? pick(blades) : blade, height: sheets > 2 ? 2 : 1 },
        runs: Array.from({ length: runs }, (_, j) => {
          const n = Math.min(sheets, copies - j * sheets)
          return { sheets: n, minutes: (sawing / copies) * slower, spoil: pick([0, 0, 0.05, 0.1]) }
        }),
      }
    }
    const { own, shared } = spread()
    return {
      id: `p${k}`,
      copies,
      ...(r() < 0.3 && { sheets: copies + pick([0, 1, 2]) }),
      ...(r() < 0.9 && { due: Math.floor(between(0.2, 1) * evenings) * DAY + pick([0, 12 * 60, 23 * 60]) + DAY }),
      ...(r() < 0.15 && { from: Math.floor(between(0, 0.5) * evenings) * DAY }),
      value: pick([1, 1, 2, 3]),
      ...(r() < 0.4 && { before: [{ minutes: { median: between(5, 20), ...spread() }, wait: pick([0, 0, 30, 720]) }] }),
      ways: copies > 1 ? [way(1), way(Math.min(copies, pick([2, 3, 4])))] : [way(1)],
      own,
      shared,
      ...(hand > 0 && { after: [{ name: 'finish', minutes: { median: hand, ...spread() }, wait: pick([0, 720, 1440]) }] }),
    }
  })
  return {
    pieces: list,
    evenings: evening,
    changes: {
      to: { scroll: between(1, 6), jigsaw: between(1, 5), frame: between(0, 3) },
      blade: { scroll: between(1, 4), jigsaw: between(0.5, 2), frame: between(1, 3) },
      speed: 0.5,
      height: 1,
      loud: ['jigsaw', 'scroll'],
    },
    stock: r() < 0.5 ? { '5': { count: pick([2, 6, 12]), life: between(20, 60), own: 0.3, more: 3 * DAY } } : undefined,
    now: 0,
    seed,
  }
}
