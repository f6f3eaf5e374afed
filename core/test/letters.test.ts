import { describe, expect, it } from 'vitest'
import { lettered, layOut, measureAll, single, type Letter, type Outline } from '../src/pattern/index.js'

const box = (x0: number, y0: number, x1: number, y1: number, hole = false): Outline[] => {
  const at = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ] as const
  const [first, ...rest] = hole ? [...at].reverse() : at
  return [{ type: 'M', x: first![0], y: first![1] }, ...rest.map(([x, y]): Outline => ({ type: 'L', x, y })), { type: 'Z' }]
}
// a face of boxes: capitals 700 units tall
const I: Letter = { outline: box(40, 0, 240, 700), advance: 280 }
const O: Letter = { outline: [...box(40, 0, 740, 700), ...box(190, 150, 590, 550, true)], advance: 780 }
const dotted: Letter = { outline: [...box(40, 0, 240, 500), ...box(40, 600, 240, 760)], advance: 280 }
const blank: Letter = { outline: [], advance: 300 }
const how = { height: 35, capital: 700, web: 2 }
const rings = (letters: Letter[], kind: 'joined' | 'pierced') => {
  const found = lettered(letters, { ...how, kind })
  const pattern = layOut(
    found.lines.map((l) => ({ points: l.points, layer: '' })),
    single,
  )
  return { ...found, pattern, roles: pattern.rings.map((r) => r.role) }
}

describe('letters', () => {
  it('joined stand as one piece: moved together, dots and words held by bars', () => {
    expect(rings([I, O, I], 'joined')).toMatchObject({ roles: ['outline', 'opening'], bridges: 0 })
    expect(rings([dotted, blank, O], 'joined')).toMatchObject({ roles: ['outline', 'opening'], bridges: 2 })
    expect(rings([I], 'joined').pattern.box.maxY - rings([I], 'joined').pattern.box.minY).toBeCloseTo(35, 3)
  })
  it('pierced fall out of one panel, their islands bridged, with a web between any two', () => {
    const tight: Letter = { ...I, advance: 210 }
    const found = rings([tight, tight, O], 'pierced')
    expect(found.roles.filter((r) => r === 'outline')).toHaveLength(1)
    expect(found.roles).not.toContain('island')
    expect(found.bridges).toBe(2)
    expect(measureAll(found.pattern).webs[0]!.width).toBeGreaterThan(1.9)
  })
  it('say what they cannot draw', () => {
    expect(() => lettered([blank], { ...how, kind: 'joined' })).toThrow(/Nothing of these letters/)
  })
})
