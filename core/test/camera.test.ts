import { describe, expect, it } from 'vitest'
import { blades as catalogue, bladeById, countedTpi, netWidth } from '../src/index.js'
import { readBlades } from '../src/camera/index.js'
import { shoot } from '../../bench/camera/blades.js'

const shot = { perMm: 11.8, blur: 0.7, noise: 0.012, gloss: 0.3, turn: 0.012, lean: 0, seed: 3 }
const five = bladeById('scroll-reverse-skip-5')!
const double = bladeById('scroll-double-7')!

describe('blades read from a scan of their sheet', () => {
  const scan = shoot(
    [
      { blade: five, at: [25, 20], turn: 0.01, flip: false },
      { blade: double, at: [155, 50], turn: Math.PI, flip: true },
    ],
    shot,
  )
  it('are named from what they measure, the right way up, their reverse teeth found or surely none', () => {
    const { scale, blades, trouble } = readBlades(scan, { catalogue })
    expect(trouble).toBeUndefined()
    expect(Math.abs(scale!.pxPerMm / shot.perMm - 1)).toBeLessThan(0.003)
    expect(blades).toHaveLength(2)
    const [a, b] = [...blades].sort((x, y) => x.ends[0][1] - y.ends[0][1])
    for (const [read, blade] of [
      [a!, five],
      [b!, double],
    ] as const) {
      expect(Math.abs(read.tpi!.value / countedTpi(blade) - 1)).toBeLessThan(0.003)
      expect(Math.abs(read.width.value - blade.width)).toBeLessThan(0.06)
      expect(Math.abs(read.widthWithoutTeeth!.value - netWidth(blade))).toBeLessThan(0.09)
      expect(Math.abs(read.length.value - blade.length)).toBeLessThan(1)
      expect(read.kinks).toEqual([])
    }
    expect([a!.pattern, b!.pattern]).toEqual(['skip', 'double'])
    // the lower end of each lies at its own side of the sheet
    expect([a!.ends[a!.up as 0 | 1][0] > scan.width / 2, b!.ends[b!.up as 0 | 1][0] < scan.width / 2]).toEqual([true, true])
    expect(Math.abs(a!.reverse!.length.value - five.reverseZone)).toBeLessThan(5)
    expect(b!.reverse).toBeNull()
    expect(a!.candidates[0]!.id).toBe(five.id)
    expect(b!.candidates[0]!.id).toBe(double.id)
    // printed smaller, everything on it is smaller
    expect(readBlades(scan, { printed: 171 }).blades[0]!.length.value / blades[0]!.length.value).toBeCloseTo(0.95, 3)
  })
  it('a picture without the sheet, a tiny one, an empty sheet are refused with their reason', () => {
    const blank = { width: 900, height: 700, data: new Uint8ClampedArray(4 * 900 * 700).fill(210) }
    expect(readBlades(blank)).toEqual({ blades: [], trouble: 'no-sheet' })
    expect(readBlades({ width: 20, height: 20, data: new Uint8ClampedArray(1600) }).trouble).toBe('too-small')
    expect(readBlades({ ...blank, width: 9000, height: 700 }).trouble).toBe('too-small')
    expect(readBlades(shoot([], shot)).trouble).toBe('no-blade')
  })
  it('teeth finer than the picture, or lost in its blur, are not guessed at', () => {
    const fine = bladeById('jeweler-5o0')!
    const { blades } = readBlades(shoot([{ blade: fine, at: [25, 20], turn: 0, flip: false }], { ...shot, blur: 1.6 }), { catalogue })
    for (const b of blades) {
      expect(b.tpi).toBeUndefined()
      expect(['teeth-too-small', 'blurred']).toContain(b.trouble)
      expect(b.candidates).toEqual([])
    }
  })
})
