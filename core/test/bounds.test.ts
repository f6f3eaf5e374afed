import { describe, expect, it, test } from 'vitest'
import { bladeById, makeJob, sawById, tooMuchWords, unknownWords, type Say } from '../src/index.js'
import {
  findWebs,
  layOut,
  measure,
  MOST,
  nest,
  noChoices,
  readSvg,
  reckon,
  simplified,
  single,
  tooMuch,
  type Points,
} from '../src/pattern/index.js'

const say: Say = { unit: 'mm', naming: 'size' }
const given = { job: makeJob(), blade: bladeById('scroll-reverse-skip-4')!, drills: ['metric' as const], choices: noChoices }
const ring = (points: Points) => ({ points, layer: '' })
const square = (x: number, y: number, side: number) => ring([x, y, x + side, y, x + side, y + side, x, y + side])
/** A star whose every stroke crosses most others. */
const scribble = (n: number, size = 100) =>
  ring(Array.from({ length: 2 * n }, (_, i) => size * (1 + (i % 2 ? Math.sin((i >> 1) * 2.4) : Math.cos((i >> 1) * 2.4)))))
/** A coast: every point at its own distance, as a traced outline has it. */
const coast = (n: number, size = 100) => {
  let s = 5
  const random = () => (s = (s * 16807) % 2147483647) / 2147483647
  return ring(
    Array.from({ length: n }, () => 0.35 + 0.1 * random()).flatMap((r, i) => [
      size * (0.5 + r * Math.cos((2 * Math.PI * i) / n)),
      size * (0.5 + r * Math.sin((2 * Math.PI * i) / n)),
    ]),
  )
}

describe('what is too much is said before it is begun', () => {
  test.each([
    ['openings', Array.from({ length: MOST.openings + 1 }, (_, i) => square(3 * (i % 50), 3 * Math.floor(i / 50), 2)), single],
    ['openings', [square(0, 0, 2)], { ...single, across: 50, down: 50 }],
    ['side', [square(0, 0, 12_000)], single],
    ['side', [square(0, 0, 900)], { ...single, across: 20 }],
    ['length', [coast(60_000, 9000)], single],
    ['points', [ring(new Float64Array(2 * MOST.points + 2).map((_, i) => (i * 7919) % 100))], single],
  ] as const)('%s', (what, loops, layout) => {
    const found = tooMuch(loops, layout)!
    expect(found.what).toBe(what)
    expect(found.have).toBeGreaterThan(found.most)
    expect(tooMuchWords(found, say)).toMatch(/The drawing is shown/)
  })
  it('an ordinary sheet is not', () => expect(tooMuch([square(0, 0, 300), square(20, 20, 40)], { ...single, across: 5 })).toBeUndefined())
})

describe('what cannot be found out is left out and said, the rest stands', () => {
  it('a scribble: its length is told, its kerf is not', () => {
    const found = reckon(layOut([scribble(3000)], single), given)
    expect(found.unknown).toContain('kerf')
    expect(found.length).toBeGreaterThan(1e5)
    expect(found.troubles.some((t) => t.kind === 'kerf')).toBe(false)
    expect(unknownWords(found.unknown)).toMatch(/whether the kerf fits/)
  })
  it('circles drawn across one another by the hundred: no web is named', () => {
    const circles = Array.from({ length: 300 }, (_, i) =>
      ring(
        Array.from({ length: 120 }, (_, k) => 100 + (k % 2 ? Math.sin : Math.cos)((Math.PI * (k >> 1)) / 30) * (40 + (i % 17)) + (i % 23)),
      ),
    )
    const found = reckon(layOut(circles, single), given)
    expect(found.unknown).toContain('webs')
    expect(found.webs).toEqual([])
    expect(found.rings).toHaveLength(300)
  })
  it('a rough coast of thousands of points is found out whole', () => {
    const found = reckon(layOut([coast(4500)], single), given)
    expect(found.unknown).not.toContain('webs')
    expect(found.rings[0]!.measure.rough || found.rings[0]!.measure.corners.length > 100).toBe(true)
    expect(unknownWords([])).toBeUndefined()
  })
  it('a jigsaw asks no more of it', () => {
    const job = makeJob({ saw: sawById('jigsaw-orbital')!, cut: { kind: 'outline', hole: undefined } })
    const found = reckon(layOut([coast(3000, 600)], single), { ...given, job, blade: bladeById('jig-curve-16')! })
    expect(Number.isFinite(found.length)).toBe(true)
  })
})

describe('searches come to the same whatever they are bounded by', () => {
  it('the order of a ring’s points does not decide whether its neck is found', () => {
    // two halves of a plate joined by a neck of 2 mm
    const plate = [0, 0, 40, 0, 40, 19, 60, 19, 60, 0, 100, 0, 100, 40, 60, 40, 60, 21, 40, 21, 40, 40, 0, 40]
    for (let turn = 0; turn < plate.length; turn += 2) {
      const points = [...plate.slice(turn), ...plate.slice(0, turn)]
      const rings = nest([ring(points)])
      const webs = findWebs(
        rings,
        rings.map((r) => measure(r.points, r.role)),
        10,
      )
      expect(webs.map((w) => Math.round(w.width * 1000) / 1000)).toEqual([2])
    }
  })
  it('a line that never straightens is simplified within its bound, and stays within tolerance', () => {
    // every far point stands at one end: the worst there is for a search that halves
    const n = 3000
    const worst = Array.from({ length: 2 * n }, (_, i) => (i % 2 ? 1.002 ** (i >> 1) : (i >> 1) * 0.01))
    const few = simplified(worst, 0.01)
    expect(few.length).toBeLessThanOrEqual(worst.length)
    expect(few.length).toBeGreaterThan(4)
  })
  it('clones of clones end in a sentence', () => {
    const chain = Array.from({ length: 5000 }, (_, i) => `<g id="u${i + 1}"><use href="#u${i}"/></g>`).join('')
    const read = readSvg(`<svg xmlns="http://www.w3.org/2000/svg"><g id="u0"><path d="M0 0h9v9z"/></g>${chain}</svg>`)
    expect(read.ok ? '' : read.message).toMatch(/Clones of clones|Repeated uses/)
  })
  test.each(['C1e400 0 1 1 2 2', 'A1e300 1e300 0 1 1 9 9', 'L1e308 0 L-1e308 0', 'Q1e200 0 3 3'])('a path of %s is no drawing', (d) => {
    const read = readSvg(`<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0${d}z"/></svg>`)
    if (read.ok) for (const l of read.drawing.lines) expect(Array.from(l.points).every((x) => Math.abs(x) < 1e7)).toBe(true)
    else expect(read.message).toMatch(/10 km|no drawn line|No line/)
  })
})
