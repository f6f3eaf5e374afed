import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bladeById, evaluate, makeJob, reachBehind, recut } from '../src/index.js'
import {
  drawnLength,
  bestOrder,
  distanceTo,
  findWebs,
  fitBudget,
  inside,
  join,
  layOut,
  measure,
  nest,
  noChoices,
  offset,
  orderCost,
  planSlices,
  readDxf,
  readSvg,
  reckon,
  signedArea,
  single,
  slipMatters,
  faired,
  fairing,
  SWING_ROOM,
  swingOf,
  swingState,
  takeGuess,
  type Drawing,
  type OrderTask,
  type Ring,
} from '../src/pattern/index.js'

const svg = (body: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${head}>${body}</svg>`
function drawing(text: string, options = {}): Drawing {
  const read = text.trimStart().startsWith('<') ? readSvg(text, options) : readDxf(text, options)
  if (!read.ok) throw new Error(read.message)
  return read.drawing
}
const ringsOf = (text: string, tolerance = 0.1, options = {}): Ring[] => nest(join(drawing(text, options).lines, 'both', tolerance).rings)
const within = (x: number, y: number, share: number) =>
  expect(Math.abs(x - y), `${x} against ${y}`).toBeLessThanOrEqual(share * Math.abs(y))

describe('a slip faired away', () => {
  const circle = (r: number, n = 400) =>
    Array.from({ length: n }, (_, i) => [30 + r * Math.cos((2 * Math.PI * i) / n), 30 + r * Math.sin((2 * Math.PI * i) / n)]).flat()
  it('is eased into the piece by no more than the slip, covers it, is smooth, and leaves the rest as it was', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 25, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        fc.constantFrom('outline' as const, 'opening' as const),
        (r, share, depth, length, role) => {
          const points = circle(r)
          const round = 2 * Math.PI * r
          const dent = { at: share * round, depth, length }
          const eased = fairing(dent, { length: round, corners: [] })!
          const out = faired({ points, role }, { ring: 0, ...dent, ...eased })
          const into = role === 'opening' ? 1 : -1
          let [most, step] = [0, 0]
          for (let i = 0; i < out.length; i += 2) {
            const off = into * (Math.hypot(out[i]! - 30, out[i + 1]! - 30) - r)
            most = Math.max(most, off)
            // never to the other side, but for the chords of the circle
            expect(off).toBeGreaterThan(-0.003)
            const [j, k] = [(i + 2) % out.length, (i + 4) % out.length]
            const turn = Math.atan2(out[k + 1]! - out[j + 1]!, out[k]! - out[j]!) - Math.atan2(out[j + 1]! - out[i + 1]!, out[j]! - out[i]!)
            if (
              Math.hypot(out[j]! - out[i]!, out[j + 1]! - out[i + 1]!) > 0.05 &&
              Math.hypot(out[k]! - out[j]!, out[k + 1]! - out[j + 1]!) > 0.05
            )
              step = Math.max(step, Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))))
          }
          expect(most).toBeLessThan(depth + 0.003)
          expect(most).toBeGreaterThan(0.97 * depth)
          // no single turn that the eye would find
          expect(step).toBeLessThan(0.12)
          // the dent, a parabola, lies under it
          const [sx, sy] = [30 + r * Math.cos(dent.at / r), 30 + r * Math.sin(dent.at / r)]
          for (const f of [-0.45, 0, 0.45]) {
            const a = (dent.at + f * length) / r
            const need = depth * (1 - (2 * f) ** 2)
            const at = r + into * need
            expect(
              role === 'opening'
                ? inside(out, 30 + (at - 0.02) * Math.cos(a), 30 + (at - 0.02) * Math.sin(a))
                : !inside(out, 30 + (at + 0.02) * Math.cos(a), 30 + (at + 0.02) * Math.sin(a)),
            ).toBe(true)
          }
          expect(Math.hypot(sx - 30, sy - 30)).toBeCloseTo(r, 6)
        },
      ),
      { seed: 2, numRuns: 60 },
    )
  })
  it('stops short of corners, and says where they leave no room', () => {
    const ring = { length: 200, corners: [0, 50, 100, 150] }
    expect(fairing({ at: 25, depth: 0.5, length: 4 }, ring)).toEqual({ before: 17.174, after: 17.174 })
    expect(fairing({ at: 8, depth: 0.5, length: 4 }, ring)!.before).toBe(7)
    expect(fairing({ at: 52, depth: 0.5, length: 4 }, ring)).toBeUndefined()
  })
})

describe('drawings whose measures are known', () => {
  // the same shapes in mm, inch and px files, plain and moved by transforms
  const files: [name: string, wrap: (body: string) => string][] = [
    ['mm', (b) => svg(b)],
    ['inch, scaled user units', (b) => svg(b, 'width="4in" height="4in" viewBox="0 0 101.6 101.6"')],
    ['px', (b) => svg(`<g transform="scale(3.7795275590551)">${b}</g>`, 'width="400px" height="400px"')],
    ['transforms', (b) => svg(`<g transform="translate(90 5) rotate(33)"><g transform="matrix(-2 0 0 2 3 4) scale(.5)">${b}</g></g>`)],
    [
      'use of a symbol',
      (b) => svg(`<symbol id="s" viewBox="0 0 100 100"><g>${b}</g></symbol><use xlink:href="#s" width="100" height="100"/>`),
    ],
  ]
  for (const [name, wrap] of files)
    it(`circle, rounded rectangle and annular sector, ${name}`, () => {
      const circle = measure(ringsOf(wrap('<circle cx="40" cy="40" r="2.6" fill="none" stroke="#000"/>'))[0]!.points, 'opening')
      within(circle.length, 2 * Math.PI * 2.6, 1e-3)
      within(circle.area, Math.PI * 2.6 ** 2, 1e-3)
      within(circle.tightest.waste!.radius, 2.6, 0.01)
      expect(circle.corners).toEqual([])
      expect(circle.tightest.kept).toBeUndefined()

      const rect = measure(ringsOf(wrap('<rect x="10" y="10" width="30" height="20" rx="1.4" stroke="#000"/>'))[0]!.points, 'outline')
      within(rect.area, 600 - (4 - Math.PI) * 1.4 ** 2, 1e-3)
      within(rect.length, 2 * 27.2 + 2 * 17.2 + 2 * Math.PI * 1.4, 1e-3)
      within(rect.tightest.kept!.radius, 1.4, 0.01)
      expect(rect.corners).toEqual([])

      // sector of 40° between radii 20 and 28: inner arc is hollow toward the opening, so its centre lies on the kept side
      const [c, s] = [Math.cos((40 * Math.PI) / 180), Math.sin((40 * Math.PI) / 180)]
      const d = `M70 50 A20 20 0 0 1 ${50 + 20 * c} ${50 + 20 * s} L${50 + 28 * c} ${50 + 28 * s} A28 28 0 0 0 78 50 Z`
      const sector = measure(ringsOf(wrap(`<path d="${d}"/>`))[0]!.points, 'opening')
      within(sector.area, ((28 ** 2 - 20 ** 2) * (40 * Math.PI)) / 360, 1e-3)
      within(sector.length, 16 + (48 * 40 * Math.PI) / 180, 1e-3)
      within(sector.tightest.kept!.radius, 20, 0.01)
      within(sector.tightest.waste!.radius, 28, 0.01)
      expect(sector.corners.every((k) => Math.abs(k.turn - Math.PI / 2) < 0.05) && sector.corners.length).toBe(4)
    })

  it('says whether the file knows its own size, and takes the one it is told', () => {
    expect(drawing(svg('<path d="M0 0h10v10z"/>')).declared).toBe(true)
    const px = drawing(svg('<path d="M0 0h96v96z"/>', 'viewBox="0 0 100 100"'))
    expect(px.declared).toBe(false)
    within(drawnLength(px), 25.4 * (2 + Math.SQRT2), 1e-9)
    within(drawnLength(drawing(svg('<path d="M0 0h96v96z"/>', 'viewBox="0 0 100 100"'), { scale: 1 })), 96 * (2 + Math.SQRT2), 1e-9)
  })

  it('webs: known widths, both owners, necks and crossings', () => {
    const rings = ringsOf(
      svg(`<rect x="0" y="0" width="80" height="60"/><circle cx="20" cy="20" r="8"/><circle cx="40" cy="20" r="9"/>
        <path d="M50 35h25v20h-25v-8.5h15v-3h-15z"/><rect x="3.2" y="45" width="10" height="10"/>`),
    )
    const webs = findWebs(
      rings,
      rings.map((r) => measure(r.points, r.role)),
      6,
    )
    const names = webs.map((w) => [
      w.width.toFixed(2),
      [w.a, w.b]
        .map((i) => rings[i]!.role)
        .sort()
        .join(),
    ])
    expect(names).toContainEqual(['3.00', 'opening,opening']) // between the circles
    expect(names).toContainEqual(['3.20', 'opening,outline'])
    expect(names).toContainEqual(['5.00', 'opening,outline']) // the long opening to the edge on its right and below
    // the tongue inside the long opening is 3 mm across: a neck of one ring
    const tongue = webs.find((w) => w.a === w.b)!
    expect(tongue.width).toBeCloseTo(3, 1)
    const crossed = ringsOf(svg('<rect width="60" height="60"/><circle cx="20" cy="20" r="8"/><circle cx="30" cy="20" r="8"/>'))
    expect(
      findWebs(
        crossed,
        crossed.map((r) => measure(r.points, r.role)),
        6,
      )[0]!.width,
    ).toBe(0)
  })

  it('a shaking line is calmed: its bend is read within a tenth and no corner invented', () => {
    const points: number[] = []
    for (let i = 0; i < 600; i++) {
      const a = (2 * Math.PI * i) / 600
      const r = 8 + 0.012 * Math.sin(i * 7919)
      points.push(20 + r * Math.cos(a), 20 + r * Math.sin(a))
    }
    const m = measure(points, 'opening')
    expect(m.rough).toBe(true)
    expect(m.corners).toEqual([])
    within(m.tightest.waste!.radius, 8, 0.2)
  })
})

describe('files as programs write them', () => {
  it('styles, hidden parts, text and pictures', () => {
    const d = drawing(
      svg(`<style>.cut, g > .also {fill:none;stroke:#f00} .off{display:none} #deep rect{visibility:hidden}</style>
        <g id="layer1"><path class="cut" d="m10 10 20 0 0 20z"/><path class="also" d="M50,50 c0-5 10-5 10,0 s-10 5-10 0z"/></g>
        <circle class="off" r="5"/><g id="deep"><g><rect width="5" height="5"/></g></g><rect width="9" height="9" style="fill:none"/>
        <text x="3">name</text><image href="http://elsewhere.invalid/x.png"/><use href="other.svg#a"/><path d="M1 1 L 2 2 Q oops"/>
        <clipPath id="c"><circle r="40"/></clipPath><path clip-path="url(#c)" d="M60 10 l5 0 0 5z"/>`),
    )
    expect(d.lines.map((l) => l.paint)).toEqual(['stroke', 'stroke', 'fill', 'fill'])
    expect(d.lines[0]!.layer).toBe('layer1')
    const said = d.notes.map((n) => n.what).join('; ')
    for (const word of [
      'hidden',
      'without stroke or fill',
      'text passed over',
      'picture passed over',
      'another file',
      'path data broken',
      'clipping',
    ])
      expect(said).toContain(word)
    expect(d.notes.find((n) => n.what.startsWith('path data'))!.at[0]).toMatch(/line 4, character \d+/)
  })

  it('a number of a hundred thousand digits is still one number', () => {
    const d = drawing(svg(`<path d="M0 0h1${'0'.repeat(3)}.${'0'.repeat(300_000)}v9z" stroke="#000"/>`))
    within(drawnLength(d), drawnLength(drawing(svg('<path d="M0 0h1000v9z" stroke="#000"/>'))), 1e-9)
  })
  it('a fill closes what it fills, unless only strokes are taken', () => {
    const d = drawing(svg('<path d="M0 0h10v10" style="fill:#000;stroke:#000"/>'))
    expect(takeGuess(d)).toBe('both')
    for (const take of ['both', 'fill'] as const) expect(join(d.lines, take, 0.1).rings).toHaveLength(1)
    const stroked = join(d.lines, 'stroke', 0.1)
    expect([stroked.rings.length, stroked.loose.length]).toEqual([0, 1])
  })
  it('loose segments, nearly closed and repeated lines become rings; the tolerance decides', () => {
    const body = `<g fill="none" stroke="#000"><path d="M0 0H40"/><path d="M40.05 0V30"/><path d="M40 30.04H0"/><path d="M0 0V30"/>
      <path d="M10 0H25"/><path d="M5 5h10v10h-10v-9.97"/><circle cx="30" cy="15" r="4"/><circle cx="30" cy="15" r="4"/><path d="M50 50h9"/></g>`
    const { rings, loose, mended } = join(drawing(svg(body)).lines, 'both', 0.1)
    expect(rings).toHaveLength(3)
    expect(loose).toHaveLength(1)
    expect(mended.repeated).toBe(2)
    expect(mended.widest).toBeGreaterThan(0.02)
    expect(join(drawing(svg(body)).lines, 'both', 0.005).rings).toHaveLength(1)
    expect(nest(rings).map((r) => r.role)).toEqual(['outline', 'opening', 'opening'])
  })

  it('DXF: arcs, bulges, ellipses, splines and blocks, in inches, at their size', () => {
    const pairs = (...p: (string | number)[]) => p.join('\n')
    const text = pairs(
      0,
      'SECTION',
      2,
      'HEADER',
      9,
      '$INSUNITS',
      70,
      1,
      0,
      'ENDSEC',
      0,
      'SECTION',
      2,
      'BLOCKS',
      0,
      'BLOCK',
      2,
      'eye',
      10,
      1,
      20,
      1,
      0,
      'CIRCLE',
      8,
      '0',
      10,
      1,
      20,
      1,
      40,
      0.25,
      0,
      'ENDBLK',
      0,
      'ENDSEC',
      0,
      'SECTION',
      2,
      'ENTITIES',
      0,
      'LWPOLYLINE',
      8,
      'edge',
      90,
      4,
      70,
      1,
      10,
      0,
      20,
      0,
      10,
      4,
      20,
      0,
      42,
      1,
      10,
      4,
      20,
      2,
      10,
      0,
      20,
      2,
      0,
      'INSERT',
      8,
      'eye',
      2,
      'eye',
      10,
      2,
      20,
      1,
      41,
      1,
      42,
      1,
      50,
      30,
      0,
      'ELLIPSE',
      8,
      '0',
      10,
      1,
      20,
      1,
      11,
      0.5,
      21,
      0,
      40,
      0.5,
      41,
      0,
      42,
      6.283185307179586,
      0,
      'SPLINE',
      8,
      '0',
      70,
      8,
      71,
      2,
      72,
      6,
      73,
      3,
      40,
      0,
      40,
      0,
      40,
      0,
      40,
      1,
      40,
      1,
      40,
      1,
      10,
      3,
      20,
      0.5,
      10,
      3.5,
      20,
      1.5,
      10,
      4,
      20,
      0.5,
      0,
      'LINE',
      8,
      '0',
      10,
      4,
      20,
      0.5,
      11,
      3,
      21,
      0.5,
      0,
      'TEXT',
      8,
      '0',
      10,
      0,
      20,
      0,
      40,
      1,
      1,
      'no line',
      0,
      'ENDSEC',
      0,
      'EOF',
      '',
    )
    const d = drawing(text)
    expect([d.declared, d.unit, d.notes.length]).toEqual([true, 'inches', 1])
    const rings = ringsOf(text)
    // the bulge of 1 is a half-circle of 1 in radius beyond the 4 in side
    within(Math.abs(signedArea(rings[0]!.points)), (8 + Math.PI / 2) * 25.4 ** 2, 1e-3)
    const areas = rings.slice(1).map((r) => Math.abs(signedArea(r.points)) / 25.4 ** 2)
    for (const want of [Math.PI * 0.0625, Math.PI * 0.125, 1 / 3]) expect(areas.some((a) => Math.abs(a - want) < 1e-3 * want)).toBe(true)
    expect(rings.slice(1).every((r) => r.role === 'opening')).toBe(true)
  })

  it('broken, hostile and foreign files are refused with their place, and nothing hangs', () => {
    const said = (text: string) => {
      const read = text.includes('SECTION') ? readDxf(text) : readSvg(text)
      return read.ok ? 'read' : read.message
    }
    expect(said('<svg><path d="M0 0h9"></svg>')).toMatch(/not well-formed.*line 1/)
    expect(said('<html/>')).toContain('not an SVG')
    expect(said(svg('<text>only</text>'))).toContain('text passed over')
    expect(said(svg('<path d="M0 0 L 1e30 5"/>'))).toContain('beyond 10 km')
    const bomb = Array.from(
      { length: 12 },
      (_, i) => `<g id="b${i}">${`<use href="#b${i - 1}"/>`.repeat(i ? 10 : 0)}<path d="M0 0h1v1z"/></g>`,
    ).join('')
    expect(said(svg(bomb))).toContain('multiply')
    expect(said(svg('<g id="a"><use href="#a"/><path d="M0 0h9v9z"/></g>'))).toBe('read')
    expect(said('<!DOCTYPE svg [<!ENTITY a "x"><!ENTITY b "&a;&a;">]>' + svg('<desc>&a;</desc><path d="M0 0h9v9z"/>'))).toBe('read')
    expect(said('0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nnot a number')).toMatch(/No line|cannot be read|breaks off/)
    fc.assert(
      fc.property(fc.nat(400), fc.string({ maxLength: 6 }), (at, junk) => {
        const whole = svg('<g transform="rotate(3)"><path style="fill:none;stroke:red" d="M1 1a5 5 0 0 1 9 2l3-4z"/></g>')
        const read = readSvg(whole.slice(0, at) + junk + whole.slice(at + 3))
        expect(read.ok ? Number.isFinite(drawnLength(read.drawing)) : read.message.length > 10).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

describe('reckoning', () => {
  const job = makeJob()
  const blade = bladeById('scroll-reverse-skip-4')!
  const given = { job, blade, drills: ['metric' as const], choices: noChoices }
  const panel = layOut(
    join(
      drawing(
        svg(
          '<rect width="90" height="70"/><circle cx="20" cy="20" r="8"/><rect x="40" y="10" width="30" height="12"/><circle cx="60" cy="50" r="12"/><circle cx="60" cy="50" r="5"/><rect x="10" y="45" width="20" height=".4"/>',
        ),
      ).lines,
      'both',
      0.1,
    ).rings,
    single,
  )
  const found = reckon(panel, given)

  it('holes stand in the waste clear of the line; kerf, islands and a slot too thin are noticed', () => {
    for (const r of found.rings.filter((x) => x.hole?.fits)) {
      expect(inside(r.ring.points, r.hole!.hole.x, r.hole!.hole.y)).toBe(true)
      within(distanceTo(r.ring.points, r.hole!.hole.x, r.hole!.hole.y) - found.drill / 2, r.hole!.hole.clear, 1e-6)
      expect(r.hole!.hole.clear).toBeGreaterThanOrEqual(0.3 - 1e-6)
    }
    const kinds = found.troubles.map((t) => t.kind)
    expect(kinds).toContain('kerf')
    expect(kinds).toContain('hole')
    expect(kinds).toContain('island')
    expect(found.narrowest!.width).toBeGreaterThan(0)
    expect(found.order.at(-1)).toBe(found.rings.find((r) => r.ring.role === 'outline')!.ring.id)
    const bent = found.course.bends.reduce((t, [, mm]) => t + mm, 0)
    expect(bent).toBeGreaterThan(0.99 * found.length)
  })

  it('the kerf’s centre lies half a kerf into the waste; parallel lines agree with exact offsets', () => {
    const circle = ringsOf(svg('<circle cx="40" cy="40" r="10"/>'))[0]!.points
    within(signedArea(offset(circle, -0.25)[0]!), Math.PI * 9.75 ** 2, 1e-3)
    within(signedArea(offset(circle, 0.25)[0]!), Math.PI * 10.25 ** 2, 1e-3)
    const dumbbell = ringsOf(svg('<path d="M0 0h20v9h10v-9h20v20h-20v-10.6h-10v10.6h-20z"/>'))[0]!.points
    expect(offset(dumbbell, -0.15)).toHaveLength(1)
    expect(offset(dumbbell, -0.25)).toHaveLength(2)
    expect(offset(ringsOf(svg('<rect width="20" height=".4"/>'))[0]!.points, -0.25)).toEqual([])
  })

  it('swing: exact against points of the board, and turned blades and other directions are found', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 150, noNaN: true }),
        fc.double({ min: 10, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (x, y, a) => {
          const board = [0, 0, 160, 0, 160, 100, 0, 100]
          const [dx, dy] = [Math.cos(a), Math.sin(a)]
          let brute = 0
          for (let u = 0; u <= 160; u += 2)
            for (let v = 0; v <= 100; v += 2)
              if (Math.abs((u - x) * dy - (v - y) * dx) <= 12) brute = Math.max(brute, -((u - x) * dx + (v - y) * dy))
          const reach = reachBehind(board, x, y, dx, dy, 12)
          expect(reach).toBeGreaterThanOrEqual(brute - 1e-9)
          expect(reach).toBeLessThanOrEqual(brute + 3)
        },
      ),
    )
    // a long board on a shallow frame: along its length the frame is in the way, from the side it is not
    const long = [0, 0, 300, 0, 300, 50, 0, 50]
    const slot = [150, 20, 290, 20, 290, 22, 150, 22]
    const s = swingOf(slot, long, { throat: 120, armHalfWidth: 5 }, { quarter: true })
    expect(s.blocked.ahead.clockwise).toBeGreaterThan(100)
    expect(s.facing).not.toBe('ahead')
    // a holder that does not take the blade turned is not told to turn it
    expect(swingOf(slot, long, { throat: 120, armHalfWidth: 5 }).facing).toBe('ahead')
    expect(swingOf(slot, long, { throat: 400, armHalfWidth: 5 }).blocked.ahead.clockwise).toBe(0)
    // room for a finger, less, none but from the line’s other end, and none at all
    const { reach } = swingOf(slot, long, { throat: 299, armHalfWidth: 5 })
    const at = (throat: number) => swingState(swingOf(slot, long, { throat, armHalfWidth: 5 }), 'clockwise')
    expect([reach + SWING_ROOM + 1, reach + SWING_ROOM / 2, reach - 1, 140].map(at)).toEqual(['within', 'near', 'near', 'beyond'])
    expect(swingOf(slot, long, { throat: 120, armHalfWidth: 5 }, { anywhere: true }).stretches).toEqual([])
  })

  it('order: the best there is up to nine openings, and webs wait', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(100), fc.nat(100), fc.integer({ min: 1, max: 9 })), { minLength: 3, maxLength: 6 }),
        fc.array(fc.tuple(fc.nat(5), fc.nat(5), fc.integer({ min: 1, max: 8 })), { maxLength: 8 }),
        (holes, pairs) => {
          const n = holes.length
          const task: OrderTask = {
            x: Float64Array.from(holes, (h) => h[0]),
            y: Float64Array.from(holes, (h) => h[1]),
            minutes: Float64Array.from(holes, (h) => h[2]),
            webs: pairs.map(([a, b, w]) => ({ a: a % n, b: b % n, weight: 1 / w })),
          }
          const permute = (left: number[], got: number[]): number =>
            left.length
              ? Math.min(
                  ...left.map((k) =>
                    permute(
                      left.filter((x) => x !== k),
                      [...got, k],
                    ),
                  ),
                )
              : orderCost(task, got)
          expect(orderCost(task, bestOrder(task))).toBeCloseTo(permute([...task.x.keys()], []), 9)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('times: the ticket’s own reckoning follows the drawing; a finer blade saws longer, and a twisted one need not pivot', () => {
    const drawn = { ...job, cut: recut(job.cut, { course: found.course, openings: found.rings.filter((r) => r.hole).length }) }
    const of = (id: string) => evaluate(drawn, bladeById(id)!).time.cutting
    const along = found.rings.filter((r) => r.sawn).reduce((t, r) => t + r.cutting + r.plan.seconds, 0)
    expect(of(given.blade.id) / along).toBeCloseTo(1, 4)
    expect(of('scroll-reverse-skip-2')).toBeGreaterThan(along)
    const idle = { ...drawn, cut: { ...drawn.cut, course: { ...found.course, corners: found.course.corners + 100 } } }
    expect(evaluate(idle, given.blade).time.cutting).toBeCloseTo(of(given.blade.id) + 100, 6)
    expect(evaluate(idle, bladeById('scroll-twisted-2')!).time.cutting).toBe(of('scroll-twisted-2'))
  })

  it('small exact ones: slices and fit', () => {
    const slices = {
      width: 50,
      height: 60,
      length: 200,
      slice: 3,
      sanding: 0.6,
      kerf: 0.9,
      drift: 2,
      over: 100,
      fenceSet: true,
      capacity: 50,
    }
    expect(planSlices(slices).slices).toBe(11) // ⌊50.9 / 4.5⌋
    expect(planSlices({ ...slices, width: 8.1, sanding: 0 }).slices).toBe(2)
    expect(planSlices(slices).fits).toBe(false)
    expect(planSlices({ ...slices, fenceSet: false }).lost).toBeCloseTo(4, 9)
    const budget = fitBudget({ line: 'split', kerf: 0.5, bevel: 0.01 }, { line: 'leave', kerf: 0.5, bevel: 0 }, 0.3, 6)
    expect(budget.gap).toBeCloseTo(0.25 - 0.15 + 0.06, 9)
    // an inlay that mates, a free outline, a thin web, an edge nobody sees; stock left standing is sawn again
    expect(slipMatters(0.2, 'kept', { edge: 'mates', gap: 0.1 })).toEqual({ evaluation: 'gapes', gap: expect.closeTo(0.3) as number })
    expect(slipMatters(0.03, 'kept', { edge: 'mates', gap: 0.1 }).evaluation).toBe('vanishes')
    expect(slipMatters(0.1, 'kept', { edge: 'shows' }).evaluation).toBe('vanishes')
    expect(slipMatters(0.3, 'kept', { edge: 'shows', allowance: 0.35 }).evaluation).toBe('vanishes')
    expect(slipMatters(0.5, 'kept', { edge: 'shows', fairs: true }).evaluation).toBe('fairs')
    expect(slipMatters(0.5, 'kept', { edge: 'shows' }).evaluation).toBe('shows')
    expect(slipMatters(0.5, 'kept', { edge: 'hidden' }).evaluation).toBe('vanishes')
    expect(slipMatters(0.5, 'kept', { edge: 'hidden', web: 1.4, leastWeb: 1 })).toEqual({
      evaluation: 'weakens',
      web: expect.closeTo(0.9) as number,
    })
    expect(slipMatters(2, 'waste', { edge: 'mates', gap: 0.1 }).evaluation).toBe('saw-again')
  })
})
