import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bladeById,
  cornerWays,
  cutTime,
  makeJob,
  plainCut,
  recut,
  roundCut,
  roundLine,
  sawById,
  sawFrom,
  setUp,
  setUpWords,
  speedBand,
  speedRange,
  steadyFeed,
  threadingSeconds,
} from '../src/index.js'

const five = bladeById('scroll-reverse-skip-5')!
const say = { unit: 'mm', naming: 'size' } as never

describe('a line by its diameter', () => {
  it('a circle of 120 is 377 long; an oval of 120 × 80 is 317 long and bends tightest at R 27', () => {
    expect(roundLine({ shape: 'circle', across: 120 })).toEqual({ length: 120 * Math.PI, radius: 60 })
    const oval = roundLine({ shape: 'oval', across: 120, high: 80 })
    expect(oval.length).toBeCloseTo(317.3, 0)
    expect(oval.radius).toBeCloseTo(1600 / 60, 6)
    expect(roundLine({ shape: 'arc', across: 100, turn: 90 }).length).toBeCloseTo(78.54, 2)
  })
  it('an oval’s length is that of its points, whichever of its diameters is named first', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 900, noNaN: true }), fc.double({ min: 0.2, max: 5, noNaN: true }), (across, q) => {
        const { length } = roundLine({ shape: 'oval', across, high: across * q })
        let walked = 0
        const at = (i: number) => [(across / 2) * Math.cos(i / 500), ((across * q) / 2) * Math.sin(i / 500)] as const
        for (let i = 0; i < 2 * Math.PI * 500; i++) walked += Math.hypot(at(i + 1)[0] - at(i)[0], at(i + 1)[1] - at(i)[1])
        expect(Math.abs(walked / length - 1)).toBeLessThan(2e-3)
      }),
      { numRuns: 40 },
    )
  })
  it('another length or curve is no circle any more; the kerf beside the line moves the pin', () => {
    const cut = recut(plainCut, roundCut(plainCut, { shape: 'circle', across: 120 }))
    expect(recut(cut, { finish: 'rough' }).round).toBeDefined()
    expect(recut(cut, { length: 300 }).round).toBeUndefined()
    const jigsaw = sawById('jigsaw-orbital')!
    const blade = bladeById('jig-curve-20') ?? bladeById('jig-set-20')
    const reach = (kind: 'pierced' | 'outline') => {
      const job = makeJob({ saw: jigsaw, cut: roundCut({ kind }, { shape: 'circle', across: 120 }) })
      const item = setUp(job, blade ?? five).value.find((i) => i.do === 'swing')!
      expect(setUpWords(item, job, say)).toMatch(kind === 'pierced' ? /pin in the waste/ : /its hole stays/)
      return item.reach
    }
    // the kerf lies in the waste: inside the line of an opening, outside that of a disc
    expect(reach('outline') - reach('pierced')).toBeCloseTo((blade ?? five).kerf, 6)
  })
})

describe('corners without a radius', () => {
  it('a narrow blade is spun, a jigsaw’s comes from both sides or has a hole, a spiral turns nothing', () => {
    const job = makeJob({ cut: { radius: undefined, corners: { angle: 90, count: 8 } } })
    expect(cornerWays(job, five, 90)[0]).toMatchObject({ by: 'pivot', seconds: 5, leaves: five.kerf / 2 })
    expect(cornerWays(job, five, 45)[0]!.seconds).toBeGreaterThan(cornerWays(job, five, 90)[0]!.seconds)
    const time = (j: typeof job) => cutTime(j, five, steadyFeed(j, five)).cutting
    expect(time(job) - time({ ...job, cut: { ...job.cut, corners: undefined } })).toBeCloseTo(40, 6)
    const jigsaw = makeJob({ saw: sawById('jigsaw-orbital')!, cut: job.cut })
    expect(cornerWays(jigsaw, bladeById('jig-set-8')!, 90).map((w) => w.by)).not.toContain('pivot')
    expect(cornerWays(job, bladeById('scroll-twisted-2')!, 90)).toMatchObject([{ by: 'none', seconds: 0 }])
  })
})

describe('a saw that is not in the list', () => {
  it('is made of five answers on the nearest of its kind, passes as a saw, and threads as its clamp is held', () => {
    const asked = {
      name: 'The grey one',
      family: 'scroll' as const,
      ends: ['plain' as const],
      throat: 300,
      stroke: 12,
      speed: { kind: 'steps' as const, steps: [800, 1600] },
    }
    const by = (holder: 'lever' | 'key') => sawFrom({ ...asked, holder }, 'own-1')
    expect(by('key')).toMatchObject({ short: 'The grey one', throat: 300, stroke: 12, speed: { steps: [800, 1600] }, ends: ['plain'] })
    expect(threadingSeconds(by('key'))).toBeGreaterThan(threadingSeconds(by('lever')))
    expect(speedRange(by('lever'))).toEqual([800, 1600])
    const { low, high } = speedBand(makeJob({ saw: by('lever') }), five)
    expect([low, high].every((n) => n === 800 || n === 1600)).toBe(true)
    expect(
      sawFrom({ ...asked, family: 'coping', ends: ['coping-pin'], holder: 'hook', speed: { kind: 'variable', min: 50, max: 90 } }, 'own-2'),
    ).toMatchObject({
      kind: 'frame',
      strokesPerMinute: [50, 90],
    })
  })
})
