import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { bladeById, makeJob } from '../src/index.js'
import { bounded, seeded, unbounded } from '../src/number/index.js'
import {
  boxOf,
  bridgesFor,
  doubled,
  firstReading,
  form,
  inside,
  layOut,
  lengthsOf,
  measureAll,
  noChoices,
  readSvg,
  reckon,
  redrawn,
  signedArea,
  single,
  type DrawnLine,
  type How,
  type Reading,
} from '../src/pattern/index.js'

const svg = (body: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"') => {
  const read = readSvg(`<svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`)
  if (!read.ok) throw new Error(read.message)
  return read.drawing.lines
}
const of = (lines: readonly DrawnLine[], reading: Reading, how: Partial<How> = {}) =>
  form(lines, { reading, take: 'both', tolerance: 0.1, ...how }, unbounded)
/** Areas of what stays, its holes taken off. */
const areas = (lines: readonly DrawnLine[], reading: Reading) =>
  layOut(of(lines, reading).rings, single)
    .rings.map((r) => [r.role, Math.round(10 * Math.abs(signedArea(r.points))) / 10] as const)
    .sort((a, b) => b[1] - a[1])
const disc = (x: number, y: number, r: number, paint: string) => `<circle cx="${x}" cy="${y}" r="${r}" ${paint}/>`
const A = (r: number) => Math.round(10 * Math.PI * r * r) / 10

describe('one drawing, four readings', () => {
  // a black disc, a white one on it, a black dot in that
  const eye = svg(disc(50, 50, 30, '') + disc(50, 50, 20, 'fill="white"') + disc(50, 50, 5, 'fill="#111"'))
  it('the whole shape, the dark, what is left when the dark falls, and every line', () => {
    expect(areas(eye, 'silhouette')).toEqual([['outline', expect.closeTo(A(30), -0.5)]])
    expect(areas(eye, 'stays').map((a) => a[0])).toEqual(['outline', 'opening', 'island'])
    const falls = areas(eye, 'falls')
    expect(falls.map((a) => a[0])).toEqual(['outline', 'opening', 'island', 'opening'])
    expect(falls.slice(1).map((a) => a[1])).toEqual([A(30), A(20), A(5)].map((a) => expect.closeTo(a, -0.5) as number))
    expect(areas(eye, 'lines')).toHaveLength(3)
    expect(firstReading(eye, 0.1, unbounded)).toBe('stays')
    expect(firstReading(svg(disc(50, 50, 30, 'fill="teal"') + disc(70, 50, 20, 'fill="gold"')), 0.1, unbounded)).toBe('silhouette')
    expect(firstReading(svg(disc(50, 50, 30, 'fill="none" stroke="black" stroke-width="0.3"')), 0.1, unbounded)).toBe('lines')
  })
  it('a stroke covers its width, with its ends', () => {
    const bar = (more: string) => areas(svg(`<path d="M10 50h40" fill="none" stroke="black" stroke-width="4" ${more}/>`), 'stays')
    expect(bar('')).toEqual([['outline', 160]])
    expect(bar('stroke-linecap="square"')).toEqual([['outline', 176]])
    expect(bar('stroke-linecap="round"')[0]![1]).toBeCloseTo(160 + Math.PI * 4, 0)
  })
  it('page grounds, shadows and what lies beside the page are left out, and told', () => {
    const lines = svg(
      '<rect width="100" height="100" fill="#fffbe8"/>' +
        disc(50, 50, 20, '') +
        disc(54, 54, 22, 'fill-opacity="0.2"') +
        disc(190, 50, 20, ''),
    )
    for (const reading of ['silhouette', 'stays'] as const)
      expect(areas(lines, reading)).toEqual([['outline', expect.closeTo(A(20), -0.5)]])
    expect(of(lines, 'silhouette').notes).toMatchObject({ frames: 1, faint: 1, off: 1 })
    // a dark ground is a panel, and what is light on it an opening
    const night = svg('<rect width="100" height="100"/>' + disc(50, 50, 20, 'fill="white"'))
    expect(areas(night, 'stays').map((a) => a[0])).toEqual(['outline', 'opening'])
  })
  it('what is painted is what stays, whatever lies on whatever (painted point by point)', () => {
    const shape = fc.record({
      x: fc.integer({ min: 10, max: 90 }),
      y: fc.integer({ min: 10, max: 90 }),
      w: fc.integer({ min: 3, max: 40 }),
      h: fc.integer({ min: 3, max: 40 }),
      round: fc.boolean(),
      dark: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(shape, { minLength: 1, maxLength: 12 }), (shapes) => {
        const lines = svg(
          shapes
            .map((s) =>
              s.round
                ? `<ellipse cx="${s.x}" cy="${s.y}" rx="${s.w / 2}" ry="${s.h / 2}" fill="${s.dark ? '#000' : '#fff'}"/>`
                : `<rect x="${s.x - s.w / 2}" y="${s.y - s.h / 2}" width="${s.w}" height="${s.h}" fill="${s.dark ? '#000' : '#fff'}"/>`,
            )
            .join(''),
        )
        const [all, dark] = [of(lines, 'silhouette'), of(lines, 'stays')]
        const within = (rings: typeof all.rings, x: number, y: number) => rings.filter((r) => inside(r.points, x, y)).length % 2 === 1
        for (let x = 1.37; x < 100; x += 7)
          for (let y = 2.11; y < 100; y += 7) {
            /** how far inside a shape, 1 on its edge; so near an edge a flattened one may differ */
            const at = (s: (typeof shapes)[number]) => {
              const [u, v] = [(2 * (x - s.x)) / s.w, (2 * (y - s.y)) / s.h]
              return s.round ? u * u + v * v : Math.max(Math.abs(u), Math.abs(v))
            }
            if (shapes.some((s) => Math.abs(at(s) - 1) < 0.02)) continue
            const over = shapes.filter((s) => at(s) < 1)
            expect(within(dark.rings, x, y)).toBe(over.at(-1)?.dark ?? false)
            // linework counts with what it encloses: only a drawing with some body is held to its holes
            if (over.length) expect(within(all.rings, x, y)).toBe(true)
          }
      }),
      { numRuns: 60 },
    )
  })
})

describe('rich clip-art', () => {
  it('is formed at the cost a worker may spend, as exactly as a saw follows it', () => {
    // a body of 60 mm, shaded all over by fifteen hundred strokes and blots of two tones, some beyond its edge
    const r = seeded(7)
    const blot = (k: number) => {
      const [a, d] = [2 * Math.PI * r(), 62 * Math.sqrt(r())]
      return disc(100 + d * Math.cos(a), 100 + d * Math.sin(a), 1 + 3 * r(), `fill="${k % 3 ? '#eee' : '#222'}"`)
    }
    const body = svg(
      disc(100, 100, 60, 'fill="teal"') + Array.from({ length: 1500 }, (_, k) => blot(k)).join(''),
      'width="200mm" height="200mm" viewBox="0 0 200 200"',
    )
    expect(body.reduce((n, l) => n + l.points.length / 2, 0)).toBeGreaterThan(50_000)
    for (const reading of ['silhouette', 'stays'] as const) {
      const formed = bounded(2e8, (effort) => form(body, { reading, take: 'both', tolerance: 0.1 }, effort))!
      // painted point by point
      const look = (x: number, y: number): string | undefined => {
        const top = body.findLast((l) => inside(l.points, x, y))
        return top && (top.look!.fill! < 0.62 ? 'dark' : 'pale')
      }
      let odd = 0
      for (let k = 0; k < 400; k++) {
        const [x, y] = [35 + 130 * r(), 35 + 130 * r()]
        const stays = formed.rings.filter((ring) => inside(ring.points, x, y)).length % 2 === 1
        if (stays !== (reading === 'silhouette' ? look(x, y) !== undefined : look(x, y) === 'dark')) odd++
      }
      expect(odd).toBeLessThan(5)
    }
  })
  it('as lines is refused before somebody waits for a puzzle of thousands', () => {
    const grid = Array.from({ length: 91 }, (_, k) => `M0 ${k}H90M${k} 0V90`).join('')
    const lines = svg(`<path d="${grid}" fill="none" stroke="black"/>`)
    expect(bounded(2e8, (effort) => form(lines, { reading: 'lines', take: 'both', tolerance: 0.1 }, effort))).toBeUndefined()
  })
})

describe('lines that meet', () => {
  const stroke = 'fill="none" stroke="black" stroke-width="0.3"'
  it('a puzzle is parted into its pieces, and the line two share is sawn once', () => {
    // the wave ends 0.05 mm short of the frame on one side and runs 3 mm beyond it on the other
    const lines = svg(`<rect x="10" y="10" width="60" height="40" ${stroke}/><path d="M40 10.05 C30 20 50 40 40 50 V53" ${stroke}/>`)
    const found = of(lines, 'lines')
    expect(found.notes).toMatchObject({ pieces: 2, meeting: 2, stray: expect.closeTo(3, 1) as number })
    const { rings } = layOut(found.rings, single)
    expect(rings.map((r) => r.role)).toEqual(['outline', 'outline'])
    expect(rings.reduce((sum, r) => sum + signedArea(r.points), 0)).toBeCloseTo(2400, 3)
    const blade = bladeById('scroll-reverse-skip-4')!
    const answer = reckon(layOut(found.rings, single), { job: makeJob(), blade, drills: ['metric'], choices: noChoices })
    // the rest of the second piece begins where the first came off, and is the frame round it
    const [first, second] = answer.order.map((id) => answer.rings[id]!)
    const wave = lengthsOf(first!.ring).at(-1)! + lengthsOf(second!.ring).at(-1)! - answer.length
    expect([first!.left, second!.left!.length, first!.plan.entry.how, second!.plan.entry.how]).toEqual([undefined, 1, 'edge', 'sawn'])
    expect(wave).toBeGreaterThan(40)
    expect(answer.length).toBeCloseTo(200 + wave, 2)
    expect(second!.left![0]!.length).toBeCloseTo(lengthsOf(second!.ring).at(-1)! - wave, 6)
    expect(second!.plan.events.length).toBeLessThanOrEqual(4)
    expect(answer.troubles.map((t) => t.kind)).not.toContain('crossing')
    // copies share nothing with each other
    const two = layOut(found.rings, { ...single, across: 2 }).rings
    expect(new Set(two.map((r) => r.part!.of)).size).toBe(2)
  })
  it('pieces come off one by one from the edge of what is left, near the one before', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }), fc.integer(), (across, down, seed) => {
        const random = seeded(seed)
        const bent = () => 50 + 8 * (random() - 0.5)
        let lines = `<rect x="0" y="0" width="${50 * across}" height="${50 * down}" ${stroke}/>`
        for (let i = 1; i < across; i++)
          lines += `<path d="M${50 * i} 0 ${Array.from({ length: down }, (_, j) => `Q${50 * i + bent() - 50} ${50 * j + 25} ${50 * i} ${50 * j + 50}`).join(' ')}" ${stroke}/>`
        for (let j = 1; j < down; j++)
          lines += `<path d="M0 ${50 * j} ${Array.from({ length: across }, (_, i) => `Q${50 * i + 25} ${50 * j + bent() - 50} ${50 * i + 50} ${50 * j}`).join(' ')}" ${stroke}/>`
        const page = `width="300mm" height="300mm" viewBox="0 0 300 300"`
        const pattern = layOut(of(svg(lines, page), 'lines').rings, single)
        const blade = bladeById('scroll-reverse-skip-4')!
        const { order, length } = reckon(pattern, { job: makeJob(), blade, drills: ['metric'], choices: noChoices })
        expect(order).toHaveLength(across * down)
        // every line once: the frame and what lies in it
        const round = pattern.rings.reduce((t, r) => t + lengthsOf(r).at(-1)!, 0)
        expect(length).toBeCloseTo((round + 100 * (across + down)) / 2, 1)
        const cell = (id: number) => {
          const { minX, minY, maxX, maxY } = boxOf(pattern.rings[id]!.points)
          return [Math.floor((minX + maxX - 20) / 100), Math.floor((minY + maxY - 20) / 100)] as const
        }
        const out = new Set<string>()
        let [x, y] = cell(order[0]!)
        expect([x === 0 || x === across - 1, y === 0 || y === down - 1]).toEqual([true, true])
        for (const id of order) {
          const [i, j] = cell(id)
          const beside = [
            [1, 0],
            [-1, 0],
            [0, 1],
            [0, -1],
          ].map(([a, b]) => [i + a!, j + b!] as const)
          expect(beside.some(([a, b]) => a < 0 || b < 0 || a >= across || b >= down || out.has(`${a},${b}`))).toBe(true)
          expect(Math.hypot(i - x, j - y)).toBeLessThanOrEqual(Math.hypot(across, down) / 2)
          out.add(`${i},${j}`)
          ;[x, y] = [i, j]
        }
        expect(out.size).toBe(across * down)
      }),
      { numRuns: 40 },
    )
  })
  it('a line that crosses itself is parted, and its whole shape is one', () => {
    const point = (k: number) => `${50 + 40 * Math.sin((4 * Math.PI * k) / 5)} ${50 - 40 * Math.cos((4 * Math.PI * k) / 5)}`
    const star = svg(`<path d="M${[0, 1, 2, 3, 4].map(point).join('L')}Z" ${stroke}/>`)
    const pieces = of(star, 'lines')
    expect(pieces.rings).toHaveLength(6)
    // area of a pentagram of circumradius R: 1.12257 R², its pentagon 0.34690 R² (Coxeter, Introduction to Geometry, 2.8)
    const area = pieces.rings.map((r) => signedArea(r.points))
    expect(area.reduce((a, b) => a + b)).toBeCloseTo(1.12257 * 1600, 0)
    expect(Math.max(...area)).toBeCloseTo(0.3469 * 1600, 0)
    expect(of(star, 'silhouette').rings).toHaveLength(1)
  })
  it('lines that only touch stand alone; openings that cross fall as one', () => {
    const kiss = svg(disc(30, 50, 10, stroke) + disc(50, 50, 10, stroke))
    expect([of(kiss, 'lines').notes.pieces, of(kiss, 'lines').rings.length]).toEqual([0, 2])
    const twice = of(svg(disc(50, 50, 20, stroke) + disc(50.05, 50, 20, stroke)), 'lines')
    expect([twice.rings.length, twice.mended.repeated]).toEqual([1, 1])
    const crossed = svg(`<rect x="5" y="5" width="90" height="90" ${stroke}/>` + disc(40, 50, 15, stroke) + disc(55, 50, 15, stroke))
    expect(layOut(of(crossed, 'lines').rings, single).rings.map((r) => r.role)).toEqual(['outline', 'opening'])
  })
})

describe('islands', () => {
  const lines = svg(disc(50, 50, 40, '') + disc(50, 50, 25, 'fill="white"') + disc(50, 44, 12, ''))
  const formed = of(lines, 'stays').rings
  test.each([1, 2])('are held by bridges that change nothing beyond the opening, on copy %i too', (copies) => {
    const pattern = layOut(formed, { ...single, across: copies })
    const last = pattern.rings.filter((r) => r.role === 'island').at(-1)!
    const bridges = bridgesFor(pattern, [last.id], 2)
    expect(bridges).toHaveLength(1)
    const { rings } = layOut(redrawn(formed, bridges, unbounded), single)
    expect(rings.filter((r) => r.role === 'island')).toEqual([])
    // two bridges of 2 mm: 7 mm across above, and from the far side no further than 19
    const stock = (all: typeof rings) => all.reduce((sum, r) => sum + (r.role === 'opening' ? -1 : 1) * signedArea(r.points), 0)
    const more = stock(rings) - stock(layOut(formed, single).rings)
    expect(more).toBeGreaterThan(2 * (7 + 7))
    expect(more).toBeLessThan(2 * (7 + 19))
    expect(signedArea(rings[0]!.points)).toBeCloseTo(signedArea(pattern.rings[0]!.points), 2)
    // and no seam is left where they meet the piece
    expect(measureAll(layOut(redrawn(formed, bridges, unbounded), single)).webs.map((w) => w.width)).toEqual([expect.closeTo(2, 1)])
  })
  it('that are kept are spared by the drill, and want the kerf round them', () => {
    const blade = bladeById('scroll-reverse-skip-4')!
    const ask = (island: DrawnLine[]) => {
      const pattern = layOut(of(island, 'stays').rings, single)
      const id = pattern.rings.find((r) => r.role === 'island')!.id
      return reckon(pattern, { job: makeJob(), blade, drills: ['metric'], choices: { ...noChoices, keptIslands: [id] } })
    }
    const roomy = ask(lines)
    const opening = roomy.rings.find((r) => r.ring.role === 'opening')!
    expect(opening.hole).toMatchObject({ fits: true, largest: expect.closeTo(18.4, 0) as number })
    expect(roomy.troubles.map((t) => t.kind)).not.toContain('kerf')
    const tight = ask(svg(disc(50, 50, 40, '') + disc(50, 50, 25, 'fill="white"') + disc(50, 50, 24.8, '')))
    expect(tight.troubles.find((t) => t.kind === 'kerf')).toMatchObject({ have: expect.closeTo(0.2, 1) as number, need: blade.kerf })
  })
})

describe('strokes drawn by both their edges', () => {
  const circle = (x: number, y: number, r: number) => `<circle cx="${x}" cy="${y}" r="${r}" fill="none" stroke="black"/>`
  const found = (body: string) => doubled(svg(body), 0.1, unbounded)
  const away = ({ points }: DrawnLine, x: number, y: number) =>
    Array.from({ length: points.length / 2 }, (_, i) => Math.hypot(points[2 * i]! - x, points[2 * i + 1]! - y))

  it('are sawn along their middle, whichever way round they were drawn; all else stays as it is', () => {
    const rim = '<rect x="1" y="1" width="98" height="98" fill="none" stroke="black"/>'
    const { strokes, width, lines } = found(rim + circle(40, 40, 20) + circle(40, 40, 20.8) + circle(80, 80, 8))!
    expect([strokes, lines.length]).toEqual([1, 3])
    expect(width).toBeCloseTo(0.8, 2)
    for (const r of away(lines[2]!, 40, 40)) expect(Math.abs(r - 20.4)).toBeLessThan(0.08)
    for (const r of away(lines[1]!, 80, 80)) expect(Math.abs(r - 8)).toBeLessThan(0.02)
    const turned = found(
      '<path fill-rule="evenodd" d="M70 40a30 30 0 1 1-60 0 30 30 0 1 1 60 0z M69 40a29 29 0 1 0-58 0 29 29 0 1 0 58 0z"/>',
    )!
    expect([turned.strokes, turned.lines.length]).toEqual([1, 1])
    // a fitted curve strays up to 0.06 mm from what it is fitted to
    for (const r of away(turned.lines[0]!, 40, 40)) expect(Math.abs(r - 29.5)).toBeLessThan(0.08)
  })
  it('end and branch as they were drawn', () => {
    const { lines } = found('<path d="M20 50H50V20H51V50H90V51H51V90H50V51H20Z"/>')!
    expect(lines).toHaveLength(4)
    for (const l of lines) {
      expect(l.closed).toBe(false)
      const ends = away(l, 50.5, 50.5)
      expect(Math.min(ends[0]!, ends.at(-1)!)).toBeLessThan(0.3)
      // along one axis, half the stroke's width short of its end at most
      const p = Array.from(l.points)
      expect(
        Math.min(
          Math.max(...p.map((v, i) => (i % 2 ? 0 : Math.abs(v - 50.5)))),
          Math.max(...p.map((v, i) => (i % 2 ? Math.abs(v - 50.5) : 0))),
        ),
      ).toBeLessThan(0.2)
      expect(Math.max(...ends)).toBeGreaterThan(29)
    }
  })
  it('are none where a part is wide, short, or of more than one width', () => {
    // a stem of 3 mm, and one that is small in a large drawing but broad for itself
    expect(found('<path d="M10 10h80v3h-80z"/>')).toBeUndefined()
    expect(doubled(svg('<path d="M10 10h80v1h-80z"/>'), 0.1, unbounded, 3)).toBeUndefined()
    expect(doubled(svg('<path d="M10 10h80v1h-80z"/>'), 0.1, unbounded, 1)?.strokes).toBe(1)
    for (const body of [
      circle(50, 50, 40) + circle(50, 50, 30),
      circle(50, 50, 40) + circle(50.6, 50, 39),
      '<path d="M10 10h60l-60 2z"/>',
      '<path d="M10 10h5v1h-5z M90 90h4v-80h-3z"/>',
      circle(50, 50, 20),
    ])
      expect(found(body), body).toBeUndefined()
  })
})

describe('a line that crosses itself', () => {
  const styles = ['', 'fill="none" stroke="black" stroke-width="0.3"', 'fill-rule="evenodd"']
  const told = (d: string, style: string) => {
    const lines = svg(`<path d="${d}" ${style}/>`)
    return form(lines, { reading: firstReading(lines, 0.1, unbounded), take: 'both', tolerance: 0.1 }, unbounded)
  }
  it('is told however it is painted, in loops of opposite ways too, and nothing of it is lost', () => {
    for (const style of styles) {
      // two loops of one size run opposite ways: together they have no area
      const eight = told('M10 10L90 90L90 10L10 90Z', style)
      expect(eight.notes.crossed, style).toBe(1)
      expect(eight.rings.reduce((a, r) => a + Math.abs(signedArea(r.points)), 0)).toBeCloseTo(3200, 0)
      expect(told('M50 5L79 95L2 40L98 40L21 95Z', style).notes.crossed, style).toBe(1)
      expect(told('M10 10H90V90H10Z', style).notes.crossed).toBe(0)
    }
    // drawn there and back it is still a line, and no loop
    expect(told('M10 10L50 60L90 20L50 60Z', styles[1]!).notes.crossed).toBe(0)
  })
  it('is told of any ring whose turns make more or less than one round, and of none that winds once about its middle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 0, max: 2 }),
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        (lobes, s, wave) => {
          const at = (turns: number) =>
            Array.from({ length: 160 }, (_, i) => {
              const a = (2 * Math.PI * turns * i) / 160
              const r = 30 * (1 + wave * Math.sin(((lobes * 2 + 1) * a) / turns))
              return `${(50 + r * Math.cos(a)).toFixed(3)} ${(50 + r * Math.sin(a)).toFixed(3)}`
            }).join('L')
          expect(told(`M${at(1)}Z`, styles[s]!).notes.crossed).toBe(0)
          expect(told(`M${at(2)}Z`, styles[s]!).notes.crossed).toBe(1)
        },
      ),
      { numRuns: 25 },
    )
  })
})
