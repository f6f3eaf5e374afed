import { describe, expect, it } from 'vitest'
import { readPage, type DrawnLine, type PageOperator } from '../src/pattern/index.js'

/** Path data of a printed page: 0 move, 1 line, 2 cubic, 3 quadratic, 4 close. */
const RECT = [0, 72, 72, 1, 216, 72, 1, 216, 144, 1, 72, 144, 4]
const op = (name: string, ...args: unknown[]): PageOperator => ({ name, args })
const path = (how: string, data: readonly number[] = RECT) => op('constructPath', how, [Float32Array.from(data)])
const page = (operators: PageOperator[], over: Partial<Parameters<typeof readPage>[0]> = {}) =>
  readPage({ operators, view: [0, 0, 595, 842], userUnit: 1, rotate: 0, ...over })
function drawn(operators: PageOperator[], over: Partial<Parameters<typeof readPage>[0]> = {}) {
  const read = page(operators, over)
  if (!read.ok) throw new Error(read.message)
  return read.drawing
}
const box = ({ points }: DrawnLine) => {
  const p = Array.from(points)
  const [x, y] = [0, 1].map((axis) => p.filter((_, i) => i % 2 === axis)) as [number[], number[]]
  return [Math.min(...x), Math.min(...y), Math.max(...x), Math.max(...y)]
}
const MM = 25.4 / 72

describe('a printed page', () => {
  it('is read at true size, from its top left, whichever way it is turned', () => {
    const [w, h] = [595 * MM, 842 * MM]
    // a rectangle from 1 to 3 inches across and 1 to 2 up
    const upright = [25.4, h - 50.8, 76.2, h - 25.4]
    const at: Record<number, number[]> = {
      0: upright,
      90: [h - upright[3]!, upright[0]!, h - upright[1]!, upright[2]!],
      180: [w - upright[2]!, h - upright[3]!, w - upright[0]!, h - upright[1]!],
      270: [upright[1]!, w - upright[2]!, upright[3]!, w - upright[0]!],
      [-90]: [upright[1]!, w - upright[2]!, upright[3]!, w - upright[0]!],
    }
    for (const [rotate, want] of Object.entries(at)) {
      const [line] = drawn([path('stroke')], { rotate: Number(rotate) }).lines
      box(line!).forEach((v, i) => expect(v, `turned ${rotate}`).toBeCloseTo(want[i]!, 4))
      expect([line!.closed, line!.paint]).toEqual([true, 'stroke'])
    }
    // a sheet with a unit of its own is that much larger, and one cut out of a larger one begins at its own corner
    const [large] = drawn([path('stroke')], { userUnit: 10 }).lines
    expect(box(large!)[2]! - box(large!)[0]!).toBeCloseTo(508, 3)
    const [within] = drawn([path('stroke')], { view: [72, 72, 595, 842] }).lines
    expect(box(within!)[0]).toBeCloseTo(0, 4)
  })
  it('nests its scales and gives them back; a form is drawn where it is put', () => {
    const { lines } = drawn([
      op('save'),
      op('transform', 2, 0, 0, 2, 0, 0),
      path('stroke'),
      op('paintFormXObjectBegin', [1, 0, 0, 1, 10, 0]),
      path('stroke'),
      op('paintFormXObjectEnd'),
      op('restore'),
      path('stroke'),
      op('restore'), // one too many is nothing
      path('stroke'),
    ])
    const lefts = lines.map((l) => box(l)[0]! / MM)
    lefts.forEach((x, i) => expect(x).toBeCloseTo([144, 164, 72, 72][i]!, 3))
  })
  it('curves lie on their arcs: a circle of four cubics is round', () => {
    const k = 55.22847
    const circle = [
      0,
      200,
      100,
      2,
      200,
      100 + k,
      100 + k,
      200,
      100,
      200,
      2,
      100 - k,
      200,
      0,
      100 + k,
      0,
      100,
      2,
      0,
      100 - k,
      100 - k,
      0,
      100,
      0,
      2,
      100 + k,
      0,
      200,
      100 - k,
      200,
      100,
      4,
    ]
    const [line] = drawn([path('closeStroke', circle)], { view: [0, 0, 200, 200] }).lines
    const p = Array.from(line!.points)
    for (let i = 0; i < p.length; i += 2) {
      const r = Math.hypot(p[i]! - 100 * MM, p[i + 1]! - 100 * MM)
      expect(Math.abs(r / (100 * MM) - 1)).toBeLessThan(4e-4)
    }
    expect(p.length).toBeGreaterThan(40)
  })
  it('keeps what each path is painted with: width through the scale, ends, fill rule, how light, how faint', () => {
    const { lines } = drawn([
      op('setLineWidth', 3),
      op('setLineCap', 1),
      op('setLineJoin', 2),
      op('setStrokeRGBColor', '#ff0000'),
      op('transform', 2, 0, 0, 2, 0, 0),
      path('stroke'),
      op('setFillRGBColor', '#ffffff'),
      path('eoFill'),
      op('setGState', [
        ['ca', 0.05],
        ['CA', 0.05],
        ['LW', 1],
      ]),
      path('eoFillStroke'),
      op('setGState', [
        ['ca', 1],
        ['CA', 0],
      ]),
      op('setFillColorN', 'a pattern'),
      path('fillStroke'),
    ])
    const [stroke, fill, faint, shaded] = lines.map((l) => l.look!)
    expect(stroke).toMatchObject({ ends: 'round', joins: 'bevel', colored: true })
    expect(stroke!.width).toBeCloseTo(3 * 2 * MM, 6)
    expect(fill).toMatchObject({ fill: 1, rule: 'evenodd' })
    expect(fill!.stroke).toBeUndefined()
    expect(faint!.faint).toBe(true)
    // a stroke that covers nothing is none
    expect([shaded!.fill, shaded!.stroke, lines[3]!.paint]).toEqual([0.5, undefined, 'fill'])
  })
  it('leaves out nothing in silence: text, pictures, grounds, dashes are told, frames and strays marked', () => {
    const { lines, notes } = drawn([
      op('showText', []),
      op('paintImageXObject', 'x'),
      op('shadingFill', 'x'),
      op('setDash', [3, 2], 0),
      path('stroke', [0, 0, 0, 1, 595, 0, 1, 595, 842, 1, 0, 842, 4]),
      path('stroke', [0, 700, 10, 1, 900, 10, 1, 900, 80, 4]),
      path('endPath'), // for clipping only
    ])
    expect(lines.map((l) => [l.look!.frame ?? false, l.look!.off ?? false])).toEqual([
      [true, false],
      [false, true],
    ])
    expect(notes.map((n) => n.what).sort()).toEqual([
      'a shaded ground passed over',
      'dashed lines taken as whole ones',
      'picture passed over: only drawn lines can be sawn',
      'text passed over',
    ])
  })
  it('without a line is refused by what it is, and numbers that are none do no harm', () => {
    const scan = page([op('paintImageXObject', 'x')])
    const blank = page([op('showText', [])])
    expect([scan, blank]).toMatchObject([
      { ok: false, message: expect.stringMatching(/picture of a drawing/) as string },
      { ok: false, message: 'No line is drawn on this page.' },
    ])
    const odd = drawn([op('transform', NaN, 'a', null), op('setGState'), op('setLineWidth', Infinity), path('stroke')])
    for (const l of odd.lines) expect(Array.from(l.points).every(Number.isFinite)).toBe(true)
  })
})
