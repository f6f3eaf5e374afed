import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bladeById, makeJob } from '../src/index.js'
import { unbounded } from '../src/number/index.js'
import { distanceTo, fewestRedraws, form, layOut, noChoices, readSvg, reckon, redrawn, single, type Loop } from '../src/pattern/index.js'

const panel = (body: string): Loop[] => {
  const read = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 100 60"><g fill="none" stroke="black" stroke-width="0.2"><rect width="100" height="60"/>${body}</g></svg>`,
  )
  if (!read.ok) throw new Error(read.message)
  return form(read.drawing.lines, { reading: 'lines', take: 'both', tolerance: 0.1 }, unbounded).rings
}
const given = { job: makeJob(), blade: bladeById('scroll-reverse-skip-7')!, drills: ['metric' as const] }
const found = (loops: readonly Loop[]) => reckon(layOut(loops, single), { ...given, choices: noChoices })
const beyond = (loops: readonly Loop[]) => found(loops).troubles.filter((t) => t.state === 'beyond')
const after = (loops: Loop[], f = fewestRedraws(loops, given)) =>
  redrawn(
    loops,
    f.changes.map((c) => c.redraw),
    unbounded,
  )
/** How far any point of one drawing's lines lies from the other's, mm. */
const moved = (a: readonly Loop[], b: readonly Loop[]) => {
  const off = (p: readonly Loop[], q: readonly Loop[]) =>
    Math.max(
      ...p.flatMap(({ points }) =>
        Array.from({ length: points.length / 2 }, (_, i) =>
          Math.min(...q.map((l) => distanceTo(l.points, points[2 * i]!, points[2 * i + 1]!))),
        ),
      ),
    )
  return Math.max(off(a, b), off(b, a))
}

describe('the fewest redraws for the blade in hand', () => {
  it('a bend too tight is rounded where it is, and nowhere else', () => {
    const pinch = panel('<path d="M20 15h30a.5 .5 0 0 1 .5 .5v14.5a6 6 0 0 1-6 6h-24.5z"/>')
    expect(beyond(pinch).map((t) => t.kind)).toEqual(['bend'])
    const f = fewestRedraws(pinch, given)
    expect(f).toMatchObject({ left: 0, changes: [{ redraw: { kind: 'round', stays: true } }] })
    const mended = after(pinch, f)
    expect(beyond(mended)).toEqual([])
    // from r to R about a right angle the corner moves by (R − r)(√2 − 1)
    const R = f.changes[0]!.redraw.to!
    expect(f.changes[0]!.redraw.by).toBeCloseTo((R - 0.5) * (Math.SQRT2 - 1), 1)
    expect(moved(pinch, mended)).toBeCloseTo((R - 0.5) * (Math.SQRT2 - 1), 1)
  })
  it('a slot too narrow is drawn wider, a web too thin is drawn stronger, and sharp corners stay', () => {
    const slot = panel('<rect x="20" y="20" width="30" height="0.4" rx="0.2"/>')
    expect(beyond(slot).map((t) => t.kind)).toEqual(['kerf', 'hole', 'bend'])
    // its ends turned on the spot: wide enough for the kerf, and at one place for the hole
    const pivoted = { ...given, job: { ...given.job, cut: { ...given.job.cut, turn: 'pivot' as const } } }
    const wide = fewestRedraws(slot, pivoted)
    expect(wide).toMatchObject({ left: 0, changes: [{ redraw: { kind: 'widen' } }, { redraw: { kind: 'widen' } }] })
    expect(found(after(slot, wide)).rings[1]).toMatchObject({ kerf: { fit: 'whole' }, hole: { fits: true } })
    // steered, its ends would have to be 2.8 mm wide: that is another drawing
    expect(fewestRedraws(slot, given).left).toBe(1)
    const web = panel('<rect x="20" y="20" width="20" height="20"/><rect x="40.8" y="20" width="20" height="20"/>')
    expect(beyond(web).map((t) => t.kind)).toEqual(['web'])
    const strong = fewestRedraws(web, given)
    expect(strong.left).toBe(0)
    const { rings, narrowest } = found(after(web, strong))
    expect(narrowest!.width).toBeGreaterThan(0.8)
    expect(rings[0]!.measure.corners).toHaveLength(4)
  })
  it('leaves nothing beyond the blade where it says so, moves no line further than it says, and loses no opening', () => {
    const hole = fc.record({
      w: fc.double({ min: 0.5, max: 9, noNaN: true }),
      h: fc.double({ min: 3, max: 18, noNaN: true }),
      round: fc.double({ min: 0, max: 1, noNaN: true }),
      dx: fc.double({ min: -4.4, max: 4.4, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(hole, { minLength: 1, maxLength: 8 }), (holes) => {
        const drawn = panel(
          holes
            .map((o, i) => {
              const r = (o.round * Math.min(o.w, o.h)) / 2
              return `<rect x="${11 + 11 * (i % 8) + o.dx - o.w / 2}" y="${30 - o.h / 2}" width="${o.w}" height="${o.h}" rx="${r}"/>`
            })
            .join(''),
        )
        fc.pre(!found(drawn).troubles.some((t) => t.kind === 'crossing') && drawn.length === holes.length + 1)
        const f = fewestRedraws(drawn, given)
        const mended = after(drawn, f)
        if (f.left === 0) expect(beyond(mended)).toEqual([])
        else expect(beyond(mended).length).toBeLessThanOrEqual(beyond(drawn).length)
        expect(mended).toHaveLength(drawn.length)
        for (const c of f.changes) expect(c.redraw.by!).toBeLessThanOrEqual(1)
        // several changes may meet in one place
        if (f.changes.length) expect(moved(drawn, mended)).toBeLessThanOrEqual(2)
      }),
      {
        numRuns: 25,
        // two that would grow into each other
        examples: [
          [
            [
              { w: 0.5, h: 3, round: 0, dx: 4.1500485 },
              { w: 1.1919010000000265, h: 3, round: 0.00012133107001530511, dx: -4.399999999999987 },
              { w: 0.5, h: 3, round: 0, dx: 0 },
            ],
          ],
        ],
      },
    )
  })
})
