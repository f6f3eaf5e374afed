import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  drawnLength,
  join,
  layOut,
  lineLength,
  nest,
  readDxf,
  readSvg,
  signedArea,
  simplified,
  distanceTo,
  single,
  takeGuess,
  type Drawing,
  type DrawnLine,
  type Points,
} from '../src/pattern/index.js'

const svg = (body: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${head}>${body}</svg>`
function drawn(text: string, options = {}): Drawing {
  const read = text.trimStart().startsWith('<') ? readSvg(text, options) : readDxf(text, options)
  if (!read.ok) throw new Error(read.message)
  return read.drawing
}
const path = (d: string) => drawn(svg(`<path d="${d}" fill="none" stroke="#000"/>`)).lines
const extent = (lines: readonly DrawnLine[]) => {
  const b = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { points: p } of lines)
    for (let i = 0; i < p.length; i += 2) {
      b[0] = Math.min(b[0]!, p[i]!)
      b[1] = Math.min(b[1]!, p[i + 1]!)
      b[2] = Math.max(b[2]!, p[i]!)
      b[3] = Math.max(b[3]!, p[i + 1]!)
    }
  return b.map((x) => Math.round(x * 100) / 100 + 0) // + 0: no minus zero
}

describe('path data', () => {
  it.each([
    ['absolute and relative', 'M10 10L20 10L20 20Z', 'm10 10 10 0 0 10z'],
    ['horizontal and vertical', 'M10 10H30V40H10Z', 'M10,10h20v30h-20z'],
    ['implicit lines after a move', 'M1 1L2 2L3 1', 'M1 1 2 2 3 1'],
    ['numbers run together', 'M0.5 0.5L-1 -1.5L0.25 3', 'M.5.5-1-1.5.25 3'],
    ['exponents', 'M10 0.1L2000 5', 'M1e1 1E-1L2e+3,5'],
    ['smooth cubics mirror', 'M0 0C0 5 5 5 5 0C5 -5 10 -5 10 0', 'M0 0C0 5 5 5 5 0S10-5 10 0'],
    ['smooth cubic after something else', 'M0 0L5 0C5 0 10 -5 10 0', 'M0 0L5 0S10-5 10 0'],
    ['smooth quadratics mirror', 'M0 0Q5 10 10 0Q15 -10 20 0', 'M0 0Q5 10 10 0T20 0'],
    ['a quadratic as its cubic', 'M0 0C4 8 8 8 12 0', 'M0 0Q6 12 12 0'],
    ['flags run together', 'M0 0A5 5 0 0 1 10 0', 'M0 0a5 5 0 0110 0'],
    ['radii too small grow', 'M0 0A5 5 0 0 1 10 0', 'M0 0A1 1 0 0 1 10 0'],
    ['an arc of no radius is a line', 'M0 0L10 0', 'M0 0A0 5 0 0 1 10 0'],
    ['on after a closing', 'M0 0L5 0L5 5ZM0 0L-3 -3', 'M0 0L5 0L5 5Zl-3-3'],
  ])('%s', (_name, one, other) => {
    const [a, b] = [path(one), path(other)]
    expect(b.map((l) => [l.closed, l.points.length])).toEqual(a.map((l) => [l.closed, l.points.length]))
    a.forEach((l, i) => Array.from(l.points).forEach((x, k) => expect(b[i]!.points[k]).toBeCloseTo(x, 9)))
  })
  it('all four arcs between two points: which side and which way', () => {
    const half = (large: number, sweep: number) => extent(path(`M0 0A6.5 6.5 0 ${large} ${sweep} 12 0`))
    // centre 2.5 above or below the chord
    expect(half(0, 1)).toEqual([0, -4, 12, 0])
    expect(half(0, 0)).toEqual([0, 0, 12, 4])
    expect(half(1, 1)[1]).toBeCloseTo(-9, 2)
    expect(half(1, 0)[3]).toBeCloseTo(9, 2)
  })
  it('curves keep within a hundredth and turn no more than four degrees a step', () => {
    const ellipse = path('M10 0A10 4 0 1 1 -10 0A10 4 0 1 1 10 0Z')[0]!.points
    for (let i = 0; i < ellipse.length; i += 2) expect((ellipse[i]! / 10) ** 2 + (ellipse[i + 1]! / 4) ** 2).toBeCloseTo(1, 9)
    const bezier = path('M0 0C0 30 30 30 30 0')[0]!.points
    for (let i = 2; i + 3 < bezier.length; i += 2) {
      const [ax, ay, bx, by] = [
        bezier[i]! - bezier[i - 2]!,
        bezier[i + 1]! - bezier[i - 1]!,
        bezier[i + 2]! - bezier[i]!,
        bezier[i + 3]! - bezier[i + 1]!,
      ]
      expect(Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by))).toBeLessThan((4.6 * Math.PI) / 180)
    }
  })
})

describe('pages, views and styles', () => {
  it.each([
    ['mm', 'width="50mm" height="50mm" viewBox="0 0 100 100"', 0.5],
    ['cm', 'width="5cm" height="5cm" viewBox="0 0 100 100"', 0.5],
    ['points', 'width="72pt" height="72pt" viewBox="0 0 100 100"', 0.254],
    ['picas', 'width="6pc" viewBox="0 0 100 100"', 0.254],
    ['inches and no viewBox, by a late editor', 'width="2in" height="2in" inkscape:version="1.2"', 25.4 / 96],
    ['inches and no viewBox, by an early editor', 'width="2in" height="2in" inkscape:version="0.48.4 r9939"', 25.4 / 90],
    ['stretched', 'width="50mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="none"', 0.5],
    ['a scaled viewBox far from the origin', 'width="50mm" height="50mm" viewBox="-900 700 50 50"', 1],
  ])('%s', (_name, head, scale) => {
    const d = drawn(svg('<path d="M0 0h40" stroke="#000"/>', head))
    expect(d.declared).toBe(true)
    expect(drawnLength(d)).toBeCloseTo(40 * scale, 6)
  })
  it('a page in mm that does not say what its numbers are is asked for its size', () => {
    expect(drawn(svg('<path d="M0 0h40" stroke="#000"/>', 'width="50mm" height="50mm"'))).toMatchObject({
      declared: false,
      unit: expect.stringMatching(/50 mm/) as string,
    })
  })
  it('meet and slice, and where the rest goes', () => {
    const at = (aspect: string) =>
      extent(
        drawn(svg('<rect width="10" height="10"/>', `width="40mm" height="20mm" viewBox="0 0 10 10" preserveAspectRatio="${aspect}"`))
          .lines,
      )
    expect(at('xMidYMid meet')).toEqual([10, 0, 30, 20])
    expect(at('xMinYMid meet')).toEqual([0, 0, 20, 20])
    expect(at('xMaxYMax slice')).toEqual([0, -20, 40, 20])
  })
  it('transforms nest in the order they are written, on groups, shapes and uses', () => {
    const at = (body: string) => extent(drawn(svg(body)).lines)
    const square = '<rect width="2" height="1"/>'
    expect(at(`<g transform="translate(10,20) scale(3)">${square}</g>`)).toEqual([10, 20, 16, 23])
    expect(at(`<g transform="scale(3),translate(10 20)">${square}</g>`)).toEqual([30, 60, 36, 63])
    expect(at(`<g transform="rotate(90)">${square}</g>`)).toEqual([-1, 0, 0, 2])
    expect(at(`<g transform="rotate(180 5 5)">${square}</g>`)).toEqual([8, 9, 10, 10])
    expect(at(`<g transform="skewX(45)">${square}</g>`)).toEqual([0, 0, 3, 1])
    expect(at(`<defs><g id="s">${square}</g></defs><use href="#s" x="5" y="6" transform="translate(1 1)"/>`)).toEqual([6, 7, 8, 8])
    expect(at(`<svg x="10" y="10" width="20" height="20" viewBox="0 0 2 2">${square}</svg>`)).toEqual([10, 10, 30, 20])
    // as every browser draws it: where it stood, and said
    const bad = drawn(svg(`<g transform="rotate(oops)">${square}</g>`))
    expect([extent(bad.lines), bad.notes[0]!.what]).toEqual([[0, 0, 2, 1], 'transform unreadable: its part stands where it was drawn'])
  })
  it('selectors, inheritance and what wins', () => {
    const paints = (css: string, body: string) =>
      drawn(svg(`<style>${css}</style>${body}<rect width="1" height="1"/>`)).lines.map((l) => l.paint)
    expect(paints('path{fill:none;stroke:red}', '<path d="M0 0h1v1z"/>')).toEqual(['stroke', 'fill'])
    expect(paints('#a{stroke:red} .k{fill:none} path{fill:blue}', '<path id="a" class="k other" d="M0 0h1v1z"/>')).toEqual([
      'stroke',
      'fill',
    ])
    expect(paints('g.k path{fill:none}', '<g class="k"><g><path d="M0 0h1v1z" stroke="red"/></g></g>')).toEqual(['stroke', 'fill'])
    expect(paints('g.k > path{fill:none}', '<g class="k"><g><path d="M0 0h1v1z" stroke="red"/></g></g>')).toEqual(['both', 'fill'])
    expect(paints('.k{fill:none}', '<path class="k" style="fill:green;stroke:red" d="M0 0h1v1z"/>')).toEqual(['both', 'fill'])
    expect(paints('', '<g fill="none" stroke="red"><path d="M0 0h1v1z"/><path stroke="none" fill="red" d="M0 0h1v1z"/></g>')).toEqual([
      'stroke',
      'fill',
      'fill',
    ])
    expect(paints('/* .x{ */ path { display : none }', '<path d="M0 0h1v1z"/>')).toEqual(['fill'])
    expect(drawn(svg('<style>path:nth-child(2){fill:none}</style><path d="M0 0h1v1z"/>')).notes[0]!.what).toContain('style sheet')
    expect(takeGuess(drawn(svg('<path d="M0 0h1v1z"/>')))).toBe('fill')
    expect(takeGuess(drawn(svg('<path d="M0 0h1v1z"/><path d="M0 0h1" stroke="red" fill="none"/>')))).toBe('both')
  })
})

describe('DXF entities', () => {
  const wrap = (entities: (string | number)[], header: (string | number)[] = [9, '$INSUNITS', 70, 4]) =>
    [0, 'SECTION', 2, 'HEADER', ...header, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES', ...entities, 0, 'ENDSEC', 0, 'EOF', ''].join('\n')
  const box = (...entities: (string | number)[]) => extent(drawn(wrap(entities)).lines)
  it('stand where they should, with y upwards', () => {
    expect(box(0, 'LINE', 8, '0', 10, 1, 20, 2, 11, 5, 21, 7)).toEqual([1, -7, 5, -2])
    expect(box(0, 'CIRCLE', 8, '0', 10, 10, 20, 10, 40, 4)).toEqual([6, -14, 14, -6])
    expect(box(0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 4, 50, 0, 51, 90)).toEqual([0, -4, 4, 0])
    expect(box(0, 'ARC', 8, '0', 10, 0, 20, 0, 40, 4, 50, 270, 51, 90)).toEqual([0, -4, 4, 4]) // across 0°
    expect(box(0, 'ELLIPSE', 8, '0', 10, 0, 20, 0, 11, 0, 21, 6, 40, 0.5, 41, 0, 42, 2 * Math.PI)).toEqual([-3, -6, 3, 6])
    expect(box(0, 'LWPOLYLINE', 8, '0', 90, 2, 70, 1, 10, -5, 20, 0, 42, 1, 10, 5, 20, 0, 42, 1)).toEqual([-5, -5, 5, 5])
    expect(box(0, 'LWPOLYLINE', 8, '0', 90, 2, 70, 0, 10, -5, 20, 0, 42, -1, 10, 5, 20, 0)).toEqual([-5, -5, 5, 0])
    expect(
      box(
        0,
        'POLYLINE',
        8,
        '0',
        66,
        1,
        70,
        1,
        0,
        'VERTEX',
        8,
        '0',
        10,
        0,
        20,
        0,
        0,
        'VERTEX',
        8,
        '0',
        10,
        8,
        20,
        0,
        0,
        'VERTEX',
        8,
        '0',
        10,
        8,
        20,
        3,
        0,
        'SEQEND',
      ),
    ).toEqual([0, -3, 8, 0])
  })
  it('asks for the size where no unit is named, and says what it leaves out', () => {
    const line = [0, 'LINE', 8, '0', 10, 0, 20, 0, 11, 10, 21, 0]
    const silent = drawn(wrap([...line, 0, 'HATCH', 8, '0', 0, 'WIPEOUT', 8, '0'], [9, '$ACADVER', 1, 'AC1009']))
    expect([silent.declared, silent.unit]).toEqual([false, 'no unit'])
    expect(silent.notes.map((n) => n.what).join()).toMatch(/hatch passed over|HATCH|WIPEOUT/i)
    expect(drawnLength(drawn(wrap(line), { scale: 25.4 }))).toBeCloseTo(254, 6)
    const cut = wrap(line).replace('\n0\nEOF\n', '')
    expect(drawn(cut).notes.some((n) => n.what.includes('breaks off'))).toBe(true)
  })
  it('never throws and never hangs on a mangled file', () => {
    const whole = wrap([
      0,
      'LWPOLYLINE',
      8,
      'edge',
      90,
      3,
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
      10,
      4,
      20,
      3,
      0,
      'INSERT',
      2,
      'none',
      10,
      0,
      20,
      0,
      0,
      'SPLINE',
      71,
      3,
      40,
      0,
      10,
      0,
      20,
      0,
    ])
    fc.assert(
      fc.property(fc.nat(whole.length), fc.nat(12), fc.string({ maxLength: 5 }), (at, drop, junk) => {
        const read = readDxf(whole.slice(0, at) + junk + whole.slice(at + drop))
        expect(read.ok ? Number.isFinite(drawnLength(read.drawing)) : read.message.length > 10).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

describe('lines to rings', () => {
  /** A wavy ring of n points. */
  const ring = (n: number, phase: number, r = 20, cx = 50, cy = 50): number[] =>
    Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n
      const d = r * (1 + 0.2 * Math.sin(3 * a + phase))
      return [cx + d * Math.cos(a), cy + d * Math.sin(a)]
    }).flat()
  const line = (points: Points, closed = false): DrawnLine => ({ points, closed, paint: 'stroke', layer: '', at: '' })

  it('a ring cut into pieces, shuffled, turned about and shaken comes back whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 6, max: 40 }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.infiniteStream(fc.integer({ min: 0, max: 99 })),
        (n, phase, dice) => {
          const p = ring(n, phase)
          const roll = () => dice.next().value as number
          const pieces: DrawnLine[] = []
          for (let i = 0; i < n;) {
            const take = Math.min(n - i, 1 + (roll() % 4))
            const q: number[] = []
            for (let k = i; k <= i + take; k++) q.push(p[2 * (k % n)]! + (roll() - 50) * 2e-4, p[2 * (k % n) + 1]! + (roll() - 50) * 2e-4)
            pieces.push(line(roll() % 2 ? q : (q.map((_, j) => q[q.length - 2 - j + 2 * (j % 2)]!) as number[])))
            i += take
          }
          pieces.sort(() => roll() - 50)
          const { rings, loose } = join(pieces, 'both', 0.1)
          expect([rings.length, loose.length]).toEqual([1, 0])
          expect(Math.abs(Math.abs(signedArea(rings[0]!.points)) - Math.abs(signedArea(p)))).toBeLessThan(2)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('what is drawn twice counts once, however it is drawn', () => {
    const p = ring(24, 1)
    const turned = [...p.slice(10), ...p.slice(0, 10)]
    const back = p.map((_, j) => p[p.length - 2 - j + 2 * (j % 2)]!)
    const { rings, mended } = join([line(p, true), line(turned, true), line(back, true)], 'both', 0.1)
    expect([rings.length, mended.repeated]).toEqual([1, 2])
  })
  it('roles follow how deep rings lie, in any order; all run clockwise', () => {
    const loops = [40, 30, 20, 10, 5].map((r) => ({ points: ring(30, 0, r), layer: '' }))
    const beside = { points: ring(30, 0, 6, 200, 50), layer: '' }
    fc.assert(
      fc.property(fc.shuffledSubarray([...loops, beside], { minLength: 6 }), (shuffled) => {
        const rings = nest(shuffled)
        expect(rings.map((r) => r.role).sort()).toEqual(['island', 'island', 'opening', 'opening', 'outline', 'outline'])
        expect(rings.every((r) => signedArea(r.points) > 0)).toBe(true)
        for (const r of rings) if (r.parent !== undefined) expect(r.parent).toBeLessThan(r.id)
      }),
    )
  })
  it('copies stand on a board with the margins and gaps asked for', () => {
    const p = layOut([{ points: ring(60, 0), layer: '' }], { across: 3, down: 2, gap: 5, margin: 8 })
    expect(p.rings).toHaveLength(6)
    const one = layOut([{ points: ring(60, 0), layer: '' }], single)
    const [w, h] = [one.box.maxX - one.box.minX, one.box.maxY - one.box.minY]
    expect(p.board.maxX).toBeCloseTo(3 * w + 2 * 5 + 16, 6)
    expect(p.board.maxY).toBeCloseTo(2 * h + 5 + 16, 6)
  })
  it('a simplified ring strays no further than it may, and is shorter in points', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 300 }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0.002, max: 0.5, noNaN: true }),
        (n, phase, tolerance) => {
          const p = ring(n, phase)
          const s = simplified(p, tolerance)
          for (let i = 0; i < p.length; i += 2) expect(distanceTo(s, p[i]!, p[i + 1]!)).toBeLessThanOrEqual(tolerance + 1e-9)
          expect(s.length).toBeLessThanOrEqual(p.length)
          expect(lineLength(s, true)).toBeLessThanOrEqual(lineLength(p, true) + 1e-9)
        },
      ),
      { numRuns: 50 },
    )
  })
})
