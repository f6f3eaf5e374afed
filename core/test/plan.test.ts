import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bladeById, canPivot, makeJob, sawById } from '../src/index.js'
import {
  feedBeats,
  clampings,
  inside,
  layOut,
  linesOf,
  measure,
  noChoices,
  paceOf,
  pointAt,
  reckon,
  roundCorner,
  single,
} from '../src/pattern/index.js'

const scroll = bladeById('scroll-reverse-skip-4')!
const jigsaw = bladeById('jig-set-8')!
const board = { minX: 0, minY: 0, maxX: 300, maxY: 200 }
const lengths = (p: readonly number[]) => {
  let sum = 0
  for (let i = 2; i < p.length; i += 2) sum += Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!)
  return sum
}
/** A right-angled L, clockwise on a sheet with y down; its inside corner 20 mm from its edges. */
const ell = [60, 50, 240, 50, 240, 130, 220, 130, 220, 150, 60, 150]

describe('corners', () => {
  const ring = layOut([{ points: ell, layer: '' }], { ...single, margin: 15 }).rings[0]!
  const m = measure(ring.points, 'outline')
  const around = (blade: typeof scroll) =>
    m.corners.map((c) => ({
      c,
      way: roundCorner(c, ring, m.length, { blade, board: { minX: 0, minY: 0, maxX: 210, maxY: 130 }, rings: linesOf([ring]) }),
    }))

  it('a square corner is looped round by three quarters of a circle and two radii, in the waste', () => {
    const loops = around(scroll).filter(({ c }) => c.centre === 'kept')
    expect(loops).toHaveLength(5)
    for (const { c, way } of loops) {
      expect(way.what).toBe('loop')
      // R·(2·tan 45° + 3π/2), and what is drawn is that long
      expect(way.extra / (2 + 1.5 * Math.PI)).toBeGreaterThanOrEqual(1.5)
      expect(lengths(way.beside[0]!)).toBeCloseTo(way.extra, 0)
      const path = way.beside[0]!
      for (let i = 2; i < path.length - 2; i += 2) expect(inside(ring.points, path[i]!, path[i + 1]!)).toBe(false)
      expect(Math.hypot(path[0]! - c.x, path[1]! - c.y)).toBe(0)
    }
  })
  it('an inside corner is relieved straight from the edge of the board, through waste', () => {
    const { c, way } = around(scroll).find(({ c }) => c.centre === 'waste')!
    expect(way.what).toBe('relief')
    const [x, y] = way.beside[0] as [number, number]
    expect(Math.min(x, y, 210 - x, 130 - y)).toBeCloseTo(0, 6)
    expect(Math.abs(Math.abs(x - c.x) - Math.abs(y - c.y))).toBeLessThan(0.5) // along the bisector of a right angle
    for (let t = 0.02; t < 0.98; t += 0.02) expect(inside(ring.points, x + (c.x - x) * t, y + (c.y - y) * t)).toBe(false)
  })
  it('with no room to loop, a jigsaw runs out over the edge past a corner and comes in again', () => {
    const out = around(jigsaw).filter(({ c }) => c.centre === 'kept')
    expect(out.map(({ way }) => way.what)).toEqual(Array(5).fill('out'))
    for (const { way } of out) {
      expect(way.beside).toHaveLength(2)
      expect(way.beside.reduce((t, p) => t + lengths(p), 0)).toBeCloseTo(way.extra, 6)
      expect(way.extra).toBeGreaterThanOrEqual(30 - 1e-6) // 15 mm of margin there and back
    }
  })
  it('a jigsaw’s blade turns on no spot: it comes to the corners of an opening from both sides, round through the waste', () => {
    expect([canPivot(scroll), canPivot(jigsaw)]).toEqual([true, false])
    const hole = { ...ring, role: 'opening' as const }
    const inner = measure(hole.points, 'opening')
    const met = inner.corners
      .filter((c) => c.centre === 'waste')
      .map((c) => roundCorner(c, hole, inner.length, { blade: jigsaw, board, rings: linesOf([hole]) }))
    expect(met.map((w) => w.what)).toEqual(Array(met.length).fill('meet'))
    for (const w of met) {
      expect(lengths(w.beside[0]!)).toBeCloseTo(w.extra, 0)
      const path = w.beside[0]!
      for (let i = 2; i < path.length - 2; i += 2) expect(inside(hole.points, path[i]!, path[i + 1]!)).toBe(true)
    }
  })
})

describe('holding the board', () => {
  const ring = (x: number, y: number, w: number, h: number) =>
    layOut([{ points: [x, y, x + w, y, x + w, y + h, x, y + h], layer: '' }], single).rings[0]!
  const free = { ...board, minX: 0 }

  it('what lies within reach of one support is held once; a board too small goes on a scrap', () => {
    const r = { ...ring(0, 0, 80, 40), points: [120, 80, 200, 80, 200, 120, 120, 120] }
    expect(clampings(r, free, 100, 0, 240, 'clockwise').map((c) => c.by)).toEqual(['left'])
    expect(
      clampings({ ...r, points: [10, 10, 45, 10, 45, 45, 10, 45] }, { minX: 0, minY: 0, maxX: 55, maxY: 55 }, 100, 0, 140, 'clockwise'),
    ).toMatchObject([{ by: 'scrap' }])
  })
  it('every stretch keeps to its support, and no plan moves the clamps less often', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 200, noNaN: true }),
        fc.double({ min: 30, max: 120, noNaN: true }),
        fc.double({ min: 40, max: 160, noNaN: true }),
        fc.boolean(),
        (w, h, within, round) => {
          const [x, y] = [(300 - w) / 2, (200 - h) / 2]
          const r = { ...ring(0, 0, w, h), points: [x, y, x + w, y, x + w, y + h, x, y + h] }
          const length = 2 * (w + h)
          const way = round ? 'clockwise' : 'counter'
          const held = clampings(r, board, within, 0, length, way)
          const n = Math.max(8, Math.ceil(length / 3))
          const places = Array.from({ length: n }, (_, i) => pointAt(r, (((round ? 1 : -1) * length * i) / n + length) % length))
          const can = (from: number, to: number): boolean => {
            const xs = places.slice(from, to).map((p) => p[0])
            const ys = places.slice(from, to).map((p) => p[1])
            const [a, b, c, d] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
            return (b - a <= within && (a >= 50 || b <= 250)) || (d - c <= within && (c >= 50 || d <= 150))
          }
          // fewest holdings that cover the way, by trying every last one
          const fewest = [0]
          for (let to = 1; to <= n; to++) {
            fewest[to] = Infinity
            for (let from = 0; from < to; from++)
              if (can(from, to) || to - from === 1) fewest[to] = Math.min(fewest[to]!, fewest[from]! + 1)
          }
          if (held.every((c) => c.by !== 'scrap')) expect(held.length).toBe(fewest[n])
        },
      ),
      { numRuns: 25 },
    )
  })
  it('a jigsaw’s board is held, and told; a scroll saw’s is not', () => {
    const panel = layOut([{ points: [0, 0, 400, 0, 400, 260, 0, 260], layer: '' }], { ...single, margin: 60 })
    const given = { drills: ['metric' as const], choices: noChoices }
    const byJigsaw = reckon(panel, { ...given, job: makeJob({ saw: sawById('jigsaw-orbital')!, cut: { radius: 60 } }), blade: jigsaw })
    const told = byJigsaw.troubles.find((t) => t.kind === 'holds')!
    expect(told.have).toBe(byJigsaw.rings[0]!.plan.events.filter((e) => e.what === 'clamp').length)
    expect(told.have).toBeGreaterThan(1)
    expect(reckon(panel, { ...given, job: makeJob(), blade: scroll }).troubles.some((t) => t.kind === 'holds')).toBe(false)
  })
})

describe('the feed beat', () => {
  const job = makeJob()
  const pace = paceOf(job, scroll)
  // a slot 60 mm long with round ends of 1.2 mm, 1.2 mm beside another
  const slot = (y: number) => {
    const end = (x: number, from: number) =>
      Array.from({ length: 49 }, (_, i) => [
        x + 1.2 * Math.cos(from + (Math.PI * i) / 48),
        y + 1.2 * Math.sin(from + (Math.PI * i) / 48),
      ]).flat()
    return [...end(90, -Math.PI / 2), ...end(30, Math.PI / 2)]
  }
  const frame = [0, 0, 120, 0, 120, 80, 0, 80]
  const beatsOf = (holes: number[][]) => {
    const found = reckon(
      layOut(
        [frame, ...holes].map((points) => ({ points, layer: '' })),
        single,
      ),
      {
        job,
        blade: scroll,
        drills: ['metric'],
        choices: noChoices,
      },
    )
    const ring = found.rings.find((r) => r.ring.role === 'opening')!
    return { beats: feedBeats(ring, pace), ring }
  }
  it('comes every 5 mm at the feed the curve allows, and slower at a thin web', () => {
    const { beats, ring } = beatsOf([slot(40)])
    expect(beats).toHaveLength(Math.floor(ring.measure.length / 5))
    const gaps = beats.slice(1).map((b, i) => b.s - beats[i]!.s)
    expect(Math.min(...gaps)).toBeCloseTo(5 / pace.straight, 2)
    expect(Math.max(...gaps)).toBeGreaterThan(1.1 * Math.min(...gaps))
    expect(Math.max(...gaps)).toBeLessThanOrEqual(5 / pace.feed(1.1) + 0.01)
    const thin = beatsOf([slot(40), slot(43.6)])
    expect(thin.ring.web!.width).toBeCloseTo(1.2, 1)
    expect(thin.beats.at(-1)!.s).toBeGreaterThan(beats.at(-1)!.s + 5)
  })
})
