import { describe, expect, it, test } from 'vitest'
import { seeded, unbounded } from '../src/number/index.js'
import {
  bestCut,
  bowed,
  contours,
  distanceTo,
  evened,
  form,
  guessedCorners,
  homography,
  measure,
  pictureSize,
  placed,
  placeOn,
  plainTracing,
  project,
  rectified,
  signedArea,
  softened,
  traced,
  type Gray,
  type Px,
} from '../src/pattern/index.js'

const W = 100
const H = 80 // a small sheet, mm
/** How far inside the ink of the printed sheet a place lies, mm, below 0 outside: a ring, a square, a pen line that ends. */
function ink(u: number, v: number): number {
  const ring = 0.35 - Math.abs(Math.hypot(u - 30, v - 40) - 16)
  const square = 9 - Math.max(Math.abs(u - 66), Math.abs(v - 30))
  const s = Math.min(1, Math.max(0, (u - 55) / 30))
  const line = 0.35 - Math.hypot(u - (55 + 30 * s), v - 60)
  return Math.max(ring, square, line)
}
const flat: Px[] = [
  [0, 0],
  [W, 0],
  [W, H],
  [0, H],
]
/** The sheet on a dark table as a lens sees it. */
function photograph({ corners, bow = 0, light = 0, noise = 0 }: { corners: Px[]; bow?: number; light?: number; noise?: number }): Gray {
  const [width, height] = [900, 760]
  const random = seeded(5)
  const back = homography(corners, flat)
  const v = new Float32Array(width * height)
  for (let y = 0, k = 0; y < height; y++)
    for (let x = 0; x < width; x++, k++) {
      let q: Px = [x + 0.5, y + 0.5]
      for (let i = 0; bow && i < 5; i++) {
        const p = bowed({ width, height }, bow, q)
        q = [q[0] + x + 0.5 - p[0], q[1] + y + 0.5 - p[1]]
      }
      const [u, w] = project(back, ...q)
      const paper = Math.min(u, W - u, w, H - w) * 8 + 0.5
      const print = ink(u, w) * 8 + 0.5
      const shade = 0.25 + 0.65 * Math.min(1, Math.max(0, paper)) - 0.8 * Math.min(1, Math.max(0, print)) * (paper > 0.5 ? 1 : 0)
      v[k] = Math.max(0, shade * (1 - light * (x / width))) + noise * (random() + random() - 1)
    }
  return { width, height, v }
}
const straight: Px[] = [
  [60, 50],
  [840, 60],
  [830, 690],
  [70, 680],
]
const aslant: Px[] = [
  [150, 60],
  [800, 110],
  [860, 700],
  [50, 640],
]
const lines = (picture: Gray, at: Parameters<typeof placeOn>[1]) => {
  const perMm = 8
  const level = softened(evened(rectified(picture, placeOn(picture, at, [W, H]), [W, H], perMm), 25 * perMm), 0.8)
  return traced(level, perMm, { ...plainTracing, cut: bestCut(level) })
}

describe('a photographed sheet', () => {
  test.each<[string, Parameters<typeof photograph>[0]]>([
    ['straight', { corners: straight }],
    ['aslant, in uneven light, grainy', { corners: aslant, light: 0.5, noise: 0.04 }],
    ['bowed by the lens', { corners: aslant, bow: -0.03, light: 0.2 }],
  ])('%s: paper and bow found, lines within 0.15 mm', (_name, shot) => {
    const picture = photograph(shot)
    const set = guessedCorners(picture)
    const at = placed(picture, set)
    expect(at.found).toBe(true)
    expect(at.bow).toBeCloseTo(shot.bow ?? 0, 2)
    at.corners.forEach((c, i) => expect(Math.hypot(c[0] - shot.corners[i]![0], c[1] - shot.corners[i]![1])).toBeLessThan(1.5))
    const { drawing, strokes, filled } = lines(picture, at)
    expect([strokes, filled, drawing.lines.length]).toEqual([2, 1, 3])
    const [ring, square, line] = ['ring', 'square', 'line'].map((_, k) =>
      drawing.lines.find((l) => (k === 2 ? !l.closed : l.closed && (l.paint === 'fill') === (k === 1)))!,
    )
    for (let i = 0; i < ring!.points.length; i += 2)
      expect(Math.abs(Math.hypot(ring!.points[i]! - 30, ring!.points[i + 1]! - 40) - 16)).toBeLessThan(0.15)
    // its corners are true ones, and stand where they were drawn
    expect(measure(square!.points, 'outline').corners).toHaveLength(4)
    for (const [x, y] of [
      [57, 21],
      [75, 21],
      [75, 39],
      [57, 39],
    ] as const)
      expect(distanceTo(square!.points, x, y)).toBeLessThan(0.15)
    expect(Math.abs(signedArea(square!.points))).toBeCloseTo(324, -1)
    for (let i = 1; i < line!.points.length; i += 2) expect(Math.abs(line!.points[i]! - 60)).toBeLessThan(0.2)
    expect(form(drawing.lines, { reading: 'lines', take: 'both', tolerance: 0.4 }, unbounded)).toMatchObject({
      rings: { length: 2 },
      loose: { length: 1 },
    })
  })
  it('that cannot be told from its ground keeps the corners it was given', () => {
    const plain: Gray = { width: 200, height: 160, v: new Float32Array(200 * 160).fill(0.9) }
    const given: Px[] = [
      [10, 10],
      [190, 12],
      [188, 150],
      [12, 148],
    ]
    expect(placed(plain, given)).toEqual({ corners: given, bow: 0, found: false })
    expect(contours(plain, 0.6)).toEqual([])
  })
})

it('a file says its pixels before it is opened', () => {
  const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 1, 0x86, 0xa0, 0, 0, 0, 7, 8])
  expect(pictureSize(png)).toEqual({ width: 100_000, height: 7 })
  const jpeg = new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 0xff, 0xc2, 0, 11, 8, 0x0b, 0xb8, 0x0f, 0xa0, 1, 1, 0x11, 0])
  expect(pictureSize(jpeg)).toEqual({ width: 4000, height: 3000 })
  expect(pictureSize(new Uint8Array([0xff, 0xd8, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]))).toBeUndefined()
})
