import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  drills,
  gaugeThickness,
  nearestFraction,
  nextDrill,
  noteOf,
  numberDrill,
  parseLength,
  parsePitch,
  printForInput,
  printLength,
} from '../src/index.js'

const mm = (text: string, unit: 'mm' | 'in' = 'mm', gauge?: 'steel') => {
  const p = parseLength(text, unit, gauge)
  return p.ok ? p.mm : p.message
}

describe('a length as people write it', () => {
  test.each([
    ['9.5', 'mm', 9.5],
    ['0,8 mm', 'mm', 0.8],
    ['3/8"', 'mm', 9.525],
    ['1 1/2in', 'mm', 38.1],
    ['1-1/2 in', 'mm', 38.1],
    ['1½"', 'mm', 38.1],
    ['.25', 'in', 6.35],
    ['3/4', 'in', 19.05],
    ['19mm', 'in', 19],
    ['2 cm', 'mm', 20],
    ['20 ga', 'mm', 0.812],
    ['18 gauge', 'in', 1.024],
    ['#60', 'mm', 1.016],
    ['no. 1 drill', 'mm', 5.7912],
    ['0.375 in', 'mm', 9.525],
  ] as const)('%s in %s', (text, unit, want) => expect(mm(text, unit)).toBe(want))

  it('takes the steel gauge for steel', () => expect(mm('20 ga', 'mm', 'steel')).toBeCloseTo(0.9119, 4))

  test.each([
    ['', /Give a length/],
    ['abc', /not a length/],
    ['-3', /below zero/],
    ['1/0"', /fraction/],
    ['3 4', /two numbers/],
    ['99 ga', /no 99 gauge/],
    ['#81', /1 to 80/],
    ['20 m', /10 m/],
    ['1e3', /not a length/],
  ])('refuses “%s”', (text, why) => expect(mm(text)).toMatch(why))
})

describe('round trips', () => {
  it('shows in an input what reads back as nearly the same, with three places at most', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.03, max: 9999, noNaN: true }), fc.constantFrom('mm' as const, 'in' as const), (x, unit) => {
        const text = printForInput(x, unit)
        expect(text).not.toMatch(/\.\d{4}/)
        // as near as the last place, or a fraction that stands for it
        const fraction = text.includes('/') || !text.includes('.')
        const off = Math.abs((mm(text, unit) as number) - x)
        expect(off).toBeLessThanOrEqual((unit === 'mm' ? 0.0005 : fraction ? Math.min(0.1, 0.03 * x) : 0.0127) + 1e-9)
      }),
    )
  })
  it('speaks of stroke and board in fractions', () => {
    expect(printLength(19, 'in')).toBe('3/4″')
    expect(printLength(0.8, 'in')).toBe('0.031″')
    expect(printLength(9, 'in')).toBe('23/64″')
  })
  it('every 64th of an inch prints as itself', () => {
    for (let n = 4; n <= 640; n++) {
      const x = (n * 254) / 640
      expect(nearestFraction(x).error).toBe(0)
      expect(printLength(x, 'in')).toMatch(/^[\d /]+″$/)
      expect(mm(printLength(x, 'in'))).toBe(x)
    }
  })
})

describe('drills and gauges', () => {
  it('gives the next size up from the user’s own series', () => {
    expect(nextDrill(1.26, ['metric'])!.name).toBe('1.3 mm')
    expect(nextDrill(1.26, ['fractional'])!.name).toBe('1/16″')
    expect(nextDrill(1.26, ['number'])!.mm).toBeCloseTo(1.3208, 4)
    expect(nextDrill(1.26, ['metric', 'fractional', 'number'])!.mm).toBe(1.3)
    expect(nextDrill(99, ['metric'])).toBeUndefined()
  })
  it('has every series in rising order', () => {
    for (const series of Object.values(drills)) expect(series.every((d, i) => i === 0 || d.mm >= series[i - 1]!.mm)).toBe(true)
  })
  it('knows reference gauges', () => {
    expect(gaugeThickness(20, 'nonferrous')).toBeCloseTo(0.812, 3)
    expect(gaugeThickness(24, 'nonferrous')).toBeCloseTo(0.511, 3)
    expect(gaugeThickness(41, 'nonferrous')).toBeUndefined()
    expect(numberDrill(81)).toBeUndefined()
  })
})

describe('notes', () => {
  test.each([
    [440, 'A4', 0],
    [784, 'G5', 0],
    [466.16, 'A♯4', 0],
    [445, 'A4', 20],
  ])('%d Hz', (hz, name, cents) => expect(noteOf(hz)).toEqual({ name, cents }))
  it('reads what it names', () => {
    fc.assert(
      fc.property(fc.double({ min: 100, max: 4000, noNaN: true }), (hz) => {
        const { name, cents } = noteOf(hz)
        const back = parsePitch(`${name} ${cents < 0 ? '-' : '+'} ${Math.abs(cents)}`)
        expect(back.ok && Math.abs(1200 * Math.log2(back.hz / hz))).toBeLessThan(0.51)
      }),
    )
  })
  it('refuses what is no pitch', () => expect(parsePitch('H5').ok || parsePitch('9').ok).toBe(false))
})
