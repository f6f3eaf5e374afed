import { describe, expect, it } from 'vitest'
import { readDxf, type DrawnLine } from '../src/pattern/index.js'

type Group = readonly [code: number, value: number | string]
const entity = (type: string, ...groups: Group[]) => [[0, type] as Group, ...groups]
const file = (entities: Group[][], { header = [] as Group[], blocks = [] as Group[][], tables = [] as Group[] } = {}) => {
  const section = (name: string, groups: Group[]): Group[] => [[0, 'SECTION'], [2, name], ...groups, [0, 'ENDSEC']]
  const all = [
    ...section('HEADER', header),
    ...section('TABLES', tables),
    ...section('BLOCKS', blocks.flat()),
    ...section('ENTITIES', entities.flat()),
    [0, 'EOF'] as Group,
  ]
  return all.map(([c, v]) => `${c}\n${v}`).join('\n')
}
const millimetres: Group[] = [
  [9, '$INSUNITS'],
  [70, 4],
]
function lines(entities: Group[][], more: Parameters<typeof file>[1] = {}) {
  const read = readDxf(file(entities, { header: millimetres, ...more }))
  if (!read.ok) throw new Error(read.message)
  return read.drawing
}
const places = ({ points }: DrawnLine) =>
  Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i]!, -points[2 * i + 1]!] as const)
const first = (l: DrawnLine) => places(l)[0]!
const last = (l: DrawnLine) => places(l).at(-1)!
/** How far the places of a line lie from a circle. */
const off = (l: DrawnLine, [x, y]: readonly [number, number], r: number) =>
  Math.max(...places(l).map(([u, v]) => Math.abs(Math.hypot(u - x, v - y) - r)))
const near = (is: readonly number[], want: readonly number[]) => is.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, 5))

describe('a DXF drawing', () => {
  it('arcs run counter-clockwise over zero; a bulge is the tangent of a quarter of its arc, to either side', () => {
    const { lines: found } = lines([
      entity('ARC', [10, 5], [20, 6], [40, 10], [50, 350], [51, 80]),
      // a semicircle to the right of its way, then a quarter to the left
      entity('LWPOLYLINE', [70, 0], [10, 0], [20, 0], [42, 1], [10, 20], [20, 0], [42, -Math.tan(Math.PI / 8)], [10, 30], [20, 10]),
    ])
    const [arc, poly] = found
    expect(off(arc!, [5, 6], 10)).toBeLessThan(1e-6)
    near(first(arc!), [5 + 10 * Math.cos((350 * Math.PI) / 180), 6 + 10 * Math.sin((350 * Math.PI) / 180)])
    near(last(arc!), [5 + 10 * Math.cos((80 * Math.PI) / 180), 6 + 10 * Math.sin((80 * Math.PI) / 180)])
    const half = places(poly!).filter(([x]) => x <= 20 + 1e-6)
    for (const [x, y] of half) expect(Math.hypot(x - 10, y)).toBeCloseTo(10, 5)
    expect(Math.min(...half.map(([, y]) => y))).toBeLessThan(-9.9)
    near(last(poly!), [30, 10])
    const quarter = places(poly!).filter(([x, y]) => x > 20.01 && y > 0.01)
    for (const [x, y] of quarter) expect(Math.hypot(x - 30, y - 0)).toBeCloseTo(10, 2)
  })
  it('an ellipse has its axes, and half of one ends across from where it began', () => {
    const [whole, half] = lines([
      entity('ELLIPSE', [10, 0], [20, 0], [11, 0], [21, 30], [40, 0.5], [41, 0], [42, 2 * Math.PI]),
      entity('ELLIPSE', [10, 0], [20, 0], [11, 30], [21, 0], [40, 0.5], [41, 0], [42, Math.PI]),
    ]).lines
    for (const [x, y] of places(whole!)) expect((x / 15) ** 2 + (y / 30) ** 2).toBeCloseTo(1, 4)
    near(first(half!), [30, 0])
    near(last(half!), [-30, 0])
    expect(Math.max(...places(half!).map(([, y]) => y))).toBeCloseTo(15, 2)
  })
  it('splines: a weighted one is a true circle’s quarter, one through points passes them all', () => {
    const w = Math.SQRT1_2
    const quarter = entity(
      'SPLINE',
      [70, 4],
      [71, 2],
      [72, 6],
      [73, 3],
      ...[0, 0, 0, 1, 1, 1].map((k): Group => [40, k]),
      ...[1, w, 1].map((x): Group => [41, x]),
      [10, 20],
      [20, 0],
      [10, 20],
      [20, 20],
      [10, 0],
      [20, 20],
    )
    const fits = [
      [0, 0],
      [10, 8],
      [22, 3],
      [30, 12],
    ] as const
    const fitted = entity(
      'SPLINE',
      [70, 0],
      [71, 3],
      ...fits.flatMap(([x, y]): Group[] => [
        [11, x],
        [21, y],
      ]),
    )
    const round = [0, 1, 2, 3, 4, 5].map((i) => [20 * Math.cos((i * Math.PI) / 3), 20 * Math.sin((i * Math.PI) / 3)] as const)
    const ring = entity(
      'SPLINE',
      [70, 1],
      [71, 3],
      ...round.flatMap(([x, y]): Group[] => [
        [11, x],
        [21, y],
      ]),
    )
    const [a, b, c] = lines([quarter, fitted, ring]).lines
    expect(off(a!, [0, 0], 20)).toBeLessThan(1e-4)
    for (const [x, y] of fits) expect(Math.min(...places(b!).map(([u, v]) => Math.hypot(u - x, v - y)))).toBeLessThan(1e-6)
    // through six points of a circle it goes round, closed, and strays little
    expect([c!.closed, off(c!, [0, 0], 20) < 0.35]).toEqual([true, true])
  })
  it('blocks stand where, as large and as turned as they are put, in rows and columns; mirrored ones are', () => {
    const tooth = [entity('BLOCK', [2, 'TOOTH'], [10, 1], [20, 0]), entity('LINE', [10, 1], [20, 0], [11, 4], [21, 0]), entity('ENDBLK')]
    const { lines: found, notes } = lines(
      [
        entity('INSERT', [2, 'tooth'], [10, 100], [20, 50], [41, 2], [42, 2], [50, 90]),
        entity('INSERT', [2, 'TOOTH'], [10, 0], [20, 0], [70, 3], [71, 2], [44, 10], [45, 20]),
        entity('INSERT', [2, 'TOOTH'], [10, 0], [20, 0], [230, -1]),
        entity('INSERT', [2, 'NOWHERE'], [10, 0], [20, 0]),
      ],
      { blocks: tooth },
    )
    near([...first(found[0]!), ...last(found[0]!)], [100, 50, 100, 56])
    expect(found.slice(1, 7).map((l) => first(l).map((v) => Math.round(v) + 0))).toEqual([
      [0, 0],
      [0, 20],
      [10, 0],
      [10, 20],
      [20, 0],
      [20, 20],
    ])
    near(last(found[7]!), [-3, 0])
    expect(notes.map((n) => n.what)).toEqual(['an insert of a block that is not there'])
  })
  it('old polylines, multiple lines and the layers they lie on are read; what is hidden or no line is told', () => {
    const tables: Group[] = [
      [0, 'TABLE'],
      [2, 'LAYER'],
      [0, 'LAYER'],
      [2, 'Gone'],
      [70, 1],
      [62, 7],
      [0, 'LAYER'],
      [2, 'Off'],
      [70, 0],
      [62, -3],
      [0, 'ENDTAB'],
    ]
    const line = (layer: string) => entity('LINE', [8, layer], [10, 0], [20, 0], [11, 9], [21, 0])
    const { lines: found, notes } = lines(
      [
        line('Kept'),
        line('Gone'),
        line('Off'),
        [
          ...entity('POLYLINE', [70, 1]),
          ...[
            [0, 0],
            [8, 0],
            [8, 5],
          ].flatMap(([x, y]) => entity('VERTEX', [10, x!], [20, y!])),
          ...entity('SEQEND'),
        ],
        entity(
          'MLINE',
          [71, 0],
          [11, 0],
          [21, 0],
          [13, 0],
          [23, 1],
          [74, 1],
          [41, 2],
          [74, 1],
          [41, -2],
          [11, 30],
          [21, 0],
          [13, 0],
          [23, 1],
          [74, 1],
          [41, 2],
          [74, 1],
          [41, -2],
        ),
        entity('MTEXT', [1, 'Saw here']),
        entity('CIRCLE', [10, 0], [20, 0], [40, -3]),
        entity('LINE', [10, 'x'], [20, 0], [11, 9], [21, 0]),
      ],
      { tables },
    )
    expect(found.map((l) => l.layer)[0]).toBe('Kept')
    expect([found[1]!.closed, places(found[1]!).length]).toEqual([true, 3])
    expect(found.slice(2).map((l) => first(l)[1])).toEqual([2, -2])
    expect(notes.map((n) => [n.what, n.count])).toEqual([
      ['parts on hidden layers left out', 2],
      ['mtext passed over: it is no line to saw', 1],
      ['an entity without sound figures left out', 2],
    ])
  })
  it('its unit is the header’s; where none is said it says so; the sheet around it is no part of it', () => {
    const line = entity('LINE', [10, 0], [20, 0], [11, 2], [21, 0])
    for (const [code, mm] of [
      [1, 25.4],
      [5, 10],
      [6, 1000],
    ] as const) {
      const {
        lines: found,
        declared,
        scale,
      } = lines([line], {
        header: [
          [9, '$INSUNITS'],
          [70, code],
        ],
      })
      expect([last(found[0]!)[0], declared, scale]).toEqual([2 * mm, true, mm])
    }
    const silent = lines([line], { header: [] })
    expect([silent.declared, silent.unit]).toEqual([false, 'no unit'])
    const withSheet = lines([line, entity('LINE', [67, 1], [10, 0], [20, 0], [11, 400], [21, 0])])
    expect([withSheet.lines.length, withSheet.notes[0]!.what]).toEqual([1, 'the sheet laid out for print left out: frame, title, views'])
    expect(readDxf(file([], { header: millimetres }))).toMatchObject({ ok: false, message: 'There is no drawn line in this file.' })
    expect(readDxf(file([entity('TEXT', [1, 'x'])]))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/No line to saw was found: text/) as string,
    })
  })
})
