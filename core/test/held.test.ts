import { describe, expect, it } from 'vitest'
import { holdAgainst } from '../src/camera/index.js'
import { patternOf, sawn, take, type Stage } from '../../bench/camera/pieces.js'

const stage: Stage = {
  kind: 'scan',
  perMm: 7,
  turn: 2.1,
  mirror: true,
  print: 1,
  thickness: 5,
  stock: [0.5, 0.33, 0.18],
  ground: [0.06, 0.1, 0.32],
  table: [0.3, 0.3, 0.3],
  grain: 0.05,
  paper: false,
  blur: 0.7,
  noise: 0.006,
  sharpen: 0,
  fall: 0.04,
  shadow: 0,
  lean: 0,
  focal: 3000,
  tilt: [0, 0],
  sheet: [210, 148],
  shift: [2, -3],
  size: [980, 980],
  seed: 9,
}
const options = { scale: 1 / stage.perMm, print: 1 }
const pattern = patternOf(2003)
const piece = sawn(pattern, { bias: 0.2, wander: 0.05, slips: 1, slip: 0.6, rounded: 0, overcut: 0 }, 4)
const scan = take(piece, stage).image
const held = holdAgainst(scan, piece.pattern, options)

/** How far the saw really strayed at the place of a ring nearest to one. */
const truth = (ring: number, x: number, y: number) => {
  const line = piece.pattern.rings[ring]!
  let [best, near] = [0, Infinity]
  for (let i = 0; i < line.length; i += 2) {
    const d = Math.hypot(line[i]! - x, line[i + 1]! - y)
    if (d < near) [best, near] = [i / 2, d]
  }
  return piece.deviation[ring]![best]!
}

describe('a sawn piece held against its line', () => {
  it('tells with its sign how far the saw strayed, what is kept all round, which side is seen, and where it slipped', () => {
    expect(held.trouble).toBeUndefined()
    expect(held.seen).toBe('back')
    const off = held.edges.flatMap((e) => e.samples.filter((s) => s.sure > 0.3).map((s) => Math.abs(s.deviation - truth(e.ring, s.x, s.y))))
    off.sort((a, b) => a - b)
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.04)
    expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(0.12)
    const all = piece.deviation.flatMap((d) => [...d])
    const bias = all.reduce((a, b) => a + b, 0) / all.length
    expect(Math.abs(held.bias.mm - bias)).toBeLessThan(Math.min(0.06, held.bias.doubt))
    for (const s of piece.slips) {
      const found = held.edges[s.ring]!.slips.find((f) => Math.hypot(f.x - s.x, f.y - s.y) < 3)
      expect(found?.into).toBe(s.size > 0 ? 'waste' : 'kept')
    }
    for (const e of held.edges)
      for (let i = 1; i < e.samples.length; i++) expect(e.samples[i]!.at - e.samples[i - 1]!.at).toBeLessThanOrEqual(0.5)
  })
  it('photographed on a sheet, aslant, it is laid by the lens, and its walls are not taken for its face', () => {
    const photo = take(piece, {
      ...stage,
      kind: 'sheet',
      perMm: 6,
      mirror: false,
      tilt: [0.12, -0.08],
      shadow: 0.4,
      size: [1500, 1100],
    }).image
    const seen = holdAgainst(photo, piece.pattern, { sheet: [210, 148], thickness: 5, focal: 3000, print: 1 })
    expect(seen.seen).toBe('face')
    const off = seen.edges.flatMap((e) => e.samples.filter((s) => s.sure > 0.3).map((s) => Math.abs(s.deviation - truth(e.ring, s.x, s.y))))
    off.sort((a, b) => a - b)
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.07)
  })
  it('another piece, one cut off, a blur, an empty scan and stock like its ground are refused with their reason', () => {
    const other = patternOf(2007)
    expect(holdAgainst(scan, { rings: other.rings }, options).trouble).toBe('other-piece')
    expect(holdAgainst(take(piece, { ...stage, shift: [62, 0] }).image, piece.pattern, options).trouble).toBe('cut-off')
    expect(holdAgainst(take(piece, { ...stage, blur: 6 }).image, piece.pattern, options).trouble).toBe('blurred')
    expect(['no-contrast', 'nothing-there']).toContain(
      holdAgainst(take(piece, { ...stage, stock: stage.ground, grain: 0 }).image, piece.pattern, options).trouble,
    )
    expect(holdAgainst(scan, piece.pattern, { sheet: [210, 148] }).trouble).toBe('no-sheet')
    expect(holdAgainst({ width: 9, height: 9, data: new Uint8ClampedArray(324) }, piece.pattern).trouble).toBe('nothing-there')
    expect(() => holdAgainst(scan, { rings: [] })).toThrow('closed outline')
  })
})
