import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../src/number/index.js'
import {
  bladeById,
  blades,
  makeJob,
  materials,
  remedyWords,
  ringName,
  saws,
  troubleWords,
  watchWords,
  wayRoundWords,
  type Job,
  type Say,
} from '../src/index.js'
import {
  alongAt,
  bestOrder,
  distanceTo,
  findWebs,
  groupTroubles,
  holeAt,
  inside,
  kerfOffset,
  layOut,
  measure,
  nearestOrder,
  noChoices,
  offset,
  openingRows,
  orderCost,
  orderTask,
  paceOf,
  partOf,
  placeHole,
  pointAt,
  readDxf,
  readingOrder,
  readSvg,
  reckon,
  remediesFor,
  sawingSeconds,
  sheetOf,
  signedArea,
  single,
  tile,
  writeDxf,
  writeSvg,
  type Pattern,
  type Points,
  type Reckoning,
  inlayAngle,
  bendsOf,
} from '../src/pattern/index.js'

const angle = fc.double({ min: 0, max: 2 * Math.PI, noNaN: true })
const shape = fc.record({
  n: fc.integer({ min: 60, max: 240 }),
  lobes: fc.integer({ min: 2, max: 5 }),
  swell: fc.double({ min: 0, max: 0.3, noNaN: true }),
  phase: angle,
  r: fc.double({ min: 4, max: 12, noNaN: true }),
})
type Shape = { n: number; lobes: number; swell: number; phase: number; r: number }
const blob = ({ n, lobes, swell, phase, r }: Shape, cx = 0, cy = 0): number[] =>
  Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n
    const d = r * (1 + swell * Math.sin(lobes * a + phase))
    return [cx + d * Math.cos(a), cy + d * Math.sin(a)]
  }).flat()
const box = (x: number, y: number, w: number, h: number): number[] => [x, y, x + w, y, x + w, y + h, x, y + h]
const moved = (p: Points, a: number, k: number, dx: number, dy: number): number[] => {
  const [c, s] = [k * Math.cos(a), k * Math.sin(a)]
  return Array.from(p, (_, i) => (i % 2 ? s * p[i - 1]! + c * p[i]! + dy : c * p[i]! - s * p[i + 1]! + dx))
}
const close = (x: number, y: number, share = 1e-6) => expect(Math.abs(x - y)).toBeLessThanOrEqual(share * Math.max(1, Math.abs(y)))
/** A panel with `shapes` in a row. */
const panel = (shapes: readonly Shape[], gap = 3): Pattern => {
  let x = 6
  const loops = shapes.map((s) => {
    const reach = s.r * (1 + s.swell)
    const p = blob(s, x + reach, 20)
    x += 2 * reach + gap
    return { points: p, layer: '' }
  })
  return layOut([{ points: box(0, 0, x + 6, 42), layer: '' }, ...loops], single)
}
const job = makeJob()
const blade = bladeById('scroll-reverse-skip-4')!
const given = { job, blade, drills: ['metric' as const], choices: noChoices }

it('two sheets sawn together close on their kerf at a tilt: worked values', () => {
  expect(inlayAngle(0.51, 6)).toBeCloseTo(4.876, 2)
  expect(inlayAngle(0.45, 3.2)).toBeCloseTo(8.084, 2)
  expect(inlayAngle(3, 2)).toBeUndefined()
})

describe('measures do not care where or how a drawing lies', () => {
  it('turned, moved and scaled: lengths, areas, bends and webs follow', () => {
    fc.assert(
      fc.property(shape, angle, fc.double({ min: 0.5, max: 3, noNaN: true }), (s, a, k) => {
        const p = blob(s)
        const q = moved(p, a, k, 40, -70)
        const [m, n] = [measure(p, 'opening'), measure(q, 'opening')]
        close(n.length, k * m.length)
        close(n.area, k * k * m.area)
        if (!m.rough && !n.rough) {
          expect(n.corners.length).toBe(m.corners.length)
          if (m.tightest.waste) close(n.tightest.waste!.radius, k * m.tightest.waste.radius, 1e-3)
        }
      }),
      { numRuns: 40 },
    )
  })
  it('the web between two circles is the distance of their centres less both radii', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 9, noNaN: true }),
        fc.double({ min: 2, max: 9, noNaN: true }),
        fc.double({ min: 0.4, max: 8, noNaN: true }),
        angle,
        (r, s, gap, a) => {
          const round = (radius: number): Shape => ({ n: 180, lobes: 2, swell: 0, phase: 0, r: radius })
          const d = r + s + gap
          const rings = layOut(
            [
              { points: box(-60, -60, 120, 120), layer: '' },
              { points: blob(round(r)), layer: '' },
              { points: blob(round(s), d * Math.cos(a), d * Math.sin(a)), layer: '' },
            ],
            single,
          ).rings
          const web = findWebs(
            rings,
            rings.map((x) => measure(x.points, x.role)),
            10,
          ).find((w) => w.a !== w.b && rings[w.a]!.role === 'opening' && rings[w.b]!.role === 'opening')!
          expect(Math.abs(web.width - gap)).toBeLessThan(0.02)
          close(Math.hypot(web.from[0] - web.to[0], web.from[1] - web.to[1]), web.width)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('places along a ring and points at them undo each other; a part is as long as it says', () => {
    fc.assert(
      fc.property(shape, fc.double({ min: 0.01, max: 0.99, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (s, t, u) => {
        const ring = { points: blob(s) }
        const { length } = measure(ring.points, 'opening')
        close(alongAt(ring, ...pointAt(ring, t * length)), t * length, 1e-6)
        const [a, b] = [Math.min(t, u) * length, Math.max(t, u) * length]
        const p = partOf(ring, a, b)
        let sum = 0
        for (let i = 2; i < p.length; i += 2) sum += Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!)
        close(sum, b - a, 1e-6)
      }),
    )
  })
})

describe('kerf and holes', () => {
  it('an offset lies everywhere at its distance, inside or outside, by whichever way it was made', () => {
    fc.assert(
      fc.property(shape, fc.double({ min: 0.05, max: 0.6, noNaN: true }), fc.boolean(), (s, d, inward) => {
        const p = blob(s)
        for (const q of offset(p, inward ? -d : d))
          for (let i = 0; i < q.length; i += 2) {
            expect(Math.abs(distanceTo(p, q[i]!, q[i + 1]!) - d)).toBeLessThan(0.012)
            expect(inside(p, q[i]!, q[i + 1]!)).toBe(inward)
          }
      }),
      { numRuns: 40 },
    )
  })
  it('leave, split and take put the kerf on the waste, on the line, on the piece', () => {
    expect([
      kerfOffset('opening', 'leave', 0.5),
      kerfOffset('outline', 'leave', 0.5),
      kerfOffset('island', 'take', 0.5),
      kerfOffset('opening', 'split', 0.5),
    ]).toEqual([-0.25, 0.25, -0.25, -0])
  })
  it('a hole is inside and clear wherever any is, near a corner where there is room', () => {
    fc.assert(
      fc.property(shape, fc.double({ min: 0.3, max: 3, noNaN: true }), (s, drill) => {
        const p = blob(s)
        const { hole, largest, fits, middle } = placeHole(p, measure(p, 'opening').corners, drill)
        expect(fits).toBe(true)
        expect(inside(p, hole.x, hole.y)).toBe(true)
        expect(holeAt(p, ...middle, largest).clear).toBeGreaterThan(0.2)
        close(holeAt(p, hole.x, hole.y, drill).clear, hole.clear)
      }),
      { numRuns: 40 },
    )
    const square = box(0, 0, 20, 20)
    const { hole } = placeHole(square, measure(square, 'opening').corners, 1)
    expect(Math.min(hole.x, 20 - hole.x)).toBeLessThan(2)
    expect(Math.min(hole.y, 20 - hole.y)).toBeLessThan(2)
    expect(placeHole(box(0, 0, 20, 0.8), [], 1).fits).toBe(false)
  })
})

describe('the plan, time and order', () => {
  it('corners: an opening pivots, an outline loops round outside corners and is relieved at inside ones', () => {
    const star: number[] = []
    for (let i = 0; i < 10; i++)
      star.push(50 + (i % 2 ? 12 : 30) * Math.cos((Math.PI * i) / 5), 50 + (i % 2 ? 12 : 30) * Math.sin((Math.PI * i) / 5))
    const outline = reckon(layOut([{ points: star, layer: '' }], single), given).rings[0]!
    expect(outline.plan.events.map((e) => e.what).sort()).toEqual([...Array(5).fill('loop'), ...Array(5).fill('relief')])
    expect(outline.plan.entry.how).toBe('edge')
    expect(outline.plan.extra).toBeGreaterThan(20)
    const opening = reckon(
      layOut(
        [
          { points: box(0, 0, 100, 100), layer: '' },
          { points: star, layer: '' },
        ],
        single,
      ),
      given,
    ).rings.find((r) => r.ring.role === 'opening')!
    expect(new Set(opening.plan.events.map((e) => e.what))).toEqual(new Set(['pivot']))
    expect(opening.plan.entry.how).toBe('hole')
    const tall = reckon(layOut([{ points: star, layer: '' }], single), {
      ...given,
      job: makeJob({ stock: { ...job.stock, form: 'board', thickness: 30 } as Job['stock'] }),
    }).rings[0]!
    expect(tall.plan.events.some((e) => e.what === 'clear')).toBe(true)
  })
  it('no curve is sawn faster for being tighter, and a ring’s time is that of its length and curves', () => {
    const pace = paceOf(job, blade)
    for (let r = 0.1; r < 80; r *= 1.3) expect(pace.feed(r)).toBeLessThanOrEqual(pace.feed(r * 1.3) + 1e-9)
    const circle = blob({ n: 360, lobes: 2, swell: 0, phase: 0, r: 8 })
    close(sawingSeconds(bendsOf(circle), pace), (2 * Math.PI * 8) / pace.feed(8), 0.02)
    expect(sawingSeconds(bendsOf(box(0, 0, 300, 300)), pace)).toBeGreaterThan(1200 / pace.straight - 1e-6)
  })
  it('the order found is never worse than reading, nearest or random ones', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 30 }), fc.integer(), (n, seed) => {
        const r = seeded(seed)
        const task = {
          x: Float64Array.from({ length: n }, () => 100 * r()),
          y: Float64Array.from({ length: n }, () => 100 * r()),
          minutes: Float64Array.from({ length: n }, () => 0.5 + 3 * r()),
          webs: Array.from({ length: 2 * n }, () => ({ a: Math.floor(n * r()), b: Math.floor(n * r()), weight: 1 / (1 + 5 * r()) })),
        }
        const best = bestOrder(task)
        expect([...best].sort((a, b) => a - b)).toEqual([...Array(n).keys()])
        for (const other of [readingOrder(task), nearestOrder(task), [...Array(n).keys()]])
          expect(orderCost(task, best)).toBeLessThanOrEqual(orderCost(task, other) + 1e-9)
        expect(bestOrder(task)).toEqual(best)
      }),
      { numRuns: 8 },
    )
  })
  it('no stretch of the order found is better turned round, nor an opening elsewhere, where the search was long', () => {
    for (const seed of [1, 2, 3]) {
      const [n, r] = [60, seeded(seed)]
      const task = {
        x: Float64Array.from({ length: n }, () => 100 * r()),
        y: Float64Array.from({ length: n }, () => 100 * r()),
        minutes: Float64Array.from({ length: n }, () => 0.5 + 3 * r()),
        webs: Array.from({ length: n }, () => ({ a: Math.floor(n * r()), b: Math.floor(n * r()), weight: 1 / (1 + 5 * r()) })),
      }
      const best = bestOrder(task)
      const cost = orderCost(task, best)
      let least = Infinity
      for (let i = 0; i < n; i++)
        for (let j = 0; j < i; j++) {
          const turned = [...best.slice(0, j), ...best.slice(j, i + 1).reverse(), ...best.slice(i + 1)]
          const moved = best.filter((_, k) => k !== i)
          moved.splice(j, 0, best[i]!)
          least = Math.min(least, orderCost(task, turned), orderCost(task, moved))
        }
      expect(least).toBeGreaterThan(cost - 1e-6)
    }
  })
  it('choices are kept: order and ways round by hand, holes moved, islands kept; a broken order falls back', () => {
    const p = panel([1, 2, 3].map((k) => ({ n: 90, lobes: 3, swell: 0.1, phase: k, r: 7 })))
    const plain = reckon(p, given)
    const ids = plain.order.slice(0, 3)
    const turned = plain.rings[ids[0]!]!.plan.direction === 'clockwise' ? ('counter' as const) : ('clockwise' as const)
    const by = reckon(p, {
      ...given,
      choices: { ...noChoices, order: [...ids].reverse(), directions: { [ids[0]!]: turned }, holes: { [ids[1]!]: { x: -5, y: -5 } } },
    })
    expect(by.order.slice(0, 3)).toEqual([...ids].reverse())
    expect(by.cost.chosen).toBeGreaterThanOrEqual(by.cost.best - 1e-9)
    expect(by.rings[ids[0]!]!.plan.direction).toBe(turned)
    expect(by.troubles.some((t) => t.kind === 'hole' && t.rings[0] === ids[1])).toBe(true)
    expect(reckon(p, { ...given, choices: { ...noChoices, order: [999, ids[0]!] } }).order).toEqual(plain.order)
    expect(
      orderTask(
        plain.rings.filter((r) => r.hole),
        plain.webs,
      ).webs.length,
    ).toBeGreaterThan(0)
  })
})

describe('troubles, remedies and words', () => {
  const jobs = fc.record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    thickness: fc.constantFrom(0.8, 3, 9, 25),
    turn: fc.constantFrom('flowing' as const, 'worked' as const, 'pivot' as const),
  })
  const speak = (found: Reckoning, j: Job, b: typeof blade, say: Say): string[] => [
    ...groupTroubles(found.troubles).flatMap((g) => [
      ...Object.values(troubleWords(g, found, j, b, say)),
      ...remediesFor(g, found, j, b, blades).map((r) => remedyWords(r, say)),
    ]),
    ...found.rings.flatMap((r) => [ringName(found, r.ring.id), wayRoundWords(r), ...watchWords(r, found, j, say).map((w) => w.text)]),
  ]
  it('carry no hole, no infinity and no lost word, on any saw, in any stock', () => {
    fc.assert(
      fc.property(
        jobs,
        fc.constantFrom(...blades),
        fc.array(shape, { minLength: 1, maxLength: 3 }),
        fc.constantFrom('mm' as const, 'in' as const),
        (o, b, shapes, unit) => {
          const j = makeJob({ saw: o.saw, stock: { form: 'board', material: o.material, thickness: o.thickness }, cut: { turn: o.turn } })
          const found = reckon(panel(shapes, 1.2), { ...given, job: j, blade: b })
          for (const s of speak(found, j, b, { unit, naming: 'size' })) expect(s).not.toMatch(/undefined|NaN|Infinity|\bnull\b|\[object/)
          expect(JSON.stringify(found)).not.toContain('null')
          const rows = openingRows(
            found,
            found.rings.map((_, i) => 10 * i),
          )
          expect(rows.map((r) => r.sawing_s)).toEqual(found.order.map((id) => 10 * id))
        },
      ),
      { numRuns: 60 },
    )
  })
  it('a remedy that is offered cures', () => {
    const star: number[] = []
    for (let i = 0; i < 60; i++) {
      const a = (2 * Math.PI * i) / 60
      star.push(20 + (8 + 2.6 * Math.sin(5 * a)) * Math.cos(a), 20 + (8 + 2.6 * Math.sin(5 * a)) * Math.sin(a))
    }
    const slot = [...blob({ n: 60, lobes: 2, swell: 0, phase: 0, r: 0.62 }, 50, 10)]
    const p = layOut(
      [
        { points: box(0, 0, 70, 40), layer: '' },
        { points: star, layer: '' },
        { points: slot, layer: '' },
      ],
      single,
    )
    const big = bladeById('scroll-reverse-skip-9')!
    const found = reckon(p, { ...given, blade: big })
    let tried = 0
    for (const g of groupTroubles(found.troubles))
      for (const r of remediesFor(g, found, job, big, blades)) {
        const after =
          r.kind === 'blade'
            ? reckon(p, { ...given, blade: r.blade })
            : r.kind === 'pivot'
              ? reckon(p, { ...given, blade: big, job: makeJob({ cut: { turn: 'pivot' } }) })
              : undefined
        if (!after) continue
        tried++
        expect(
          after.troubles.filter(
            (t) => t.kind === g.kind && t.state === 'beyond' && t.rings.some((id) => g.items.some((i) => i.rings.includes(id))),
          ),
          `${g.kind}: ${r.kind}`,
        ).toEqual([])
      }
    expect(tried).toBeGreaterThanOrEqual(2)
  })
})

describe('what goes out', () => {
  const p = panel([1, 2].map((k) => ({ n: 120, lobes: 3, swell: 0.15, phase: k, r: 7 })))
  const sheet = sheetOf(p, reckon(p, given))
  it('SVG and DXF come in again with the same lines at the same size', () => {
    for (const read of [readSvg(writeSvg(sheet, 'A & <B> "c"')), readDxf(writeDxf(sheet))]) {
      if (!read.ok) throw new Error(read.message)
      expect(read.drawing.declared).toBe(true)
      // board, lines, kerf, holes
      expect(read.drawing.lines).toHaveLength(1 + 3 + 3 + 2)
      const areas = read.drawing.lines.map((l) => Math.abs(signedArea(l.points)))
      const want = [...sheet.line, ...sheet.cut].map((q) => Math.abs(signedArea(q)))
      for (const w of want) expect(Math.min(...areas.map((x) => Math.abs(x - w)))).toBeLessThan(1e-2)
    }
  })
  it('pages cover the board, overlap as they should, and lie whichever way takes fewer', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 900, noNaN: true }), fc.double({ min: 20, max: 900, noNaN: true }), (w, h) => {
        const t = tile({ minX: 0, minY: 0, maxX: w, maxY: h }, { width: 210, height: 297, margin: 8 }, 10)
        expect(t.tiles).toHaveLength(t.rows * t.columns)
        const last = t.tiles.at(-1)!
        expect(last.minX + t.width).toBeGreaterThanOrEqual(w - 1e-6)
        expect(last.minY + t.height).toBeGreaterThanOrEqual(h - 1e-6)
        for (const a of t.tiles.slice(1)) expect(a.column === 0 || Math.abs(a.minX - (t.width - 10) * a.column) < 1e-9).toBe(true)
      }),
    )
  })
})
