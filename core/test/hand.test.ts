import { describe, expect, it } from 'vitest'
import { handOf, sawnHandWords, sideAdvice, type HeldPiece } from '../src/index.js'
import { normalQuantile, seeded } from '../src/number/index.js'

const piece = (mm: number | undefined, doubt = 0.03, stray = 0.1): { held: HeldPiece } => ({
  held: {
    ...(mm !== undefined && { bias: { mm, doubt } }),
    stray,
    most: 0.3,
    corners: { met: 0, rounded: 0, overcut: 0 },
    slips: [],
    closed: 0,
  },
})
const say = { unit: 'mm', naming: 'size' } as const

describe('the hand in the pieces that were held', () => {
  it('is told as surely as it is known, of hands that differ from piece to piece and pictures that are out', () => {
    const even = seeded(5)
    const random = () => normalQuantile(Math.min(0.9999, Math.max(0.0001, even())))
    let within = 0
    const HANDS = 400
    for (let k = 0; k < HANDS; k++) {
      const [truth, own] = [0.2 * random(), 0.02 + 0.06 * Math.abs(random())]
      const pieces = Array.from({ length: 6 }, (_, i) => {
        const doubt = i % 2 ? 0.02 : 0.08
        return piece(truth + own * random() + doubt * random(), doubt)
      })
      const { side } = handOf(pieces)!
      if (Math.abs(side!.mm - truth) < 1.28 * side!.doubt) within++
    }
    expect(within / HANDS).toBeGreaterThan(0.68)
    expect(within / HANDS).toBeLessThan(0.88)
  })
  it('weighs a sharp scan more, leaves out what is left out, and asks for nothing it cannot tell from none', () => {
    expect(handOf([piece(0.2, 0.02), piece(0.0, 0.2)])!.side!.mm).toBeGreaterThan(0.18)
    expect(handOf([{ ...piece(1), ignored: true }])).toBeUndefined()
    expect(handOf([piece(undefined)])).toEqual({ pieces: 1, stray: 0.1 })
    const kept = handOf([piece(0.2), piece(0.24), piece(0.22)])!
    expect(sideAdvice(kept, say)).toBe('Your last 3 pieces kept **0.22 ± 0.02 mm to the waste side**: steer that much closer.')
    expect(sideAdvice(handOf([piece(-0.2), piece(-0.2)])!, say)).toContain('inside the line**: steer that much farther out')
    expect(sideAdvice(handOf([piece(0.02), piece(-0.02)])!, say)).toBeUndefined()
    expect(sideAdvice(handOf([piece(0.3)])!, say)).toBeUndefined()
    expect(sawnHandWords(handOf([piece(0.01), piece(0)])!, say)).toBe(
      '2 pieces held against their lines: you keep the line, within 0.02 mm; you stray 0.1 mm in the mean.',
    )
  })
})
