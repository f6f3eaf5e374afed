import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bladeById,
  blades,
  jointHeading,
  jointSteps,
  jointTroubleWords,
  materialById,
  openingWords,
  sawById,
  sawFacts,
  startingHole,
} from '../src/index.js'
import {
  jointGap,
  aidKinds,
  benchAid,
  slicesTake,
  type BoardCut,
  copeFigures,
  copeProfile,
  dovetailFigures,
  jointDxf,
  jointKinds,
  jointSvg,
  layOut,
  mitreFigures,
  mitreGap,
  openingPlans,
  openingWay,
  plainJoint,
  profileFrom,
  profileRadius,
  splayedMitre,
  tenonCheek,
  tenonSchools,
  type Cope,
  type Dovetail,
  type JointSpec,
  type Tenon,
  type View,
} from '../src/joint/index.js'

const options = {
  material: materialById('pear')!,
  hands: sawById('hand-saws')!,
  coping: sawById('coping-120')!,
  finish: 'careful' as const,
  blades,
}
const say = { unit: 'mm', naming: 'size' } as const
const words = (spec: JointSpec, o: Parameters<typeof layOut>[1] = options) => {
  const l = layOut(spec, o)
  return [
    jointHeading(l, say),
    ...jointSteps(l, say).flatMap((s) => [s.head, s.text]),
    ...sawFacts(l, say),
    ...l.troubles.map((t) => jointTroubleWords(t, say)),
  ].join('\n')
}
const tails = plainJoint('dovetail') as Dovetail

describe('a gap at a joint', () => {
  it('closes with glue, goes back with its line where the length allows, takes a shaving, or is made anew', () => {
    expect([0, 0.15].map((g) => jointGap(g, 'shoulder', 9))).toEqual(['glue', 'glue'])
    expect(jointGap(0.4, 'shoulder', 1)).toBe('shift')
    expect(jointGap(0.25, 'shoulder')).toBe('match')
    expect(jointGap(0.5, 'shoulder')).toBe('shaving')
    expect(jointGap(0.5, 'cheek', 9)).toBe('shaving')
    expect(jointGap(1.2, 'baseline')).toBe('anew')
    expect(() => jointGap(-1, 'cheek')).toThrow(RangeError)
  })
})

describe('dovetails', () => {
  it('come out as stepped off by hand: 92 mm, four tails at 1 : 7, 4 mm pins, 6.2 mm half pins', () => {
    const f = dovetailFigures(tails)
    const marks = [0, 6.2, 23.1, 27.1, 44, 48, 64.9, 68.9, 85.8, 92]
    expect(f.marks.length).toBe(marks.length)
    f.marks.forEach((m, i) => expect(m).toBeCloseTo(marks[i]!, 9))
    expect([f.tail, f.shoulder, f.pinShoulder].map((x) => Math.round(x * 1e6) / 1e6)).toEqual([16.9, 10.3, 10.3])
    expect(f.angle).toBeCloseTo(8.1301, 4)
    expect([f.root, f.pinRoot].map((x) => x.toFixed(3))).toEqual(['13.957', '6.943'])
    expect(words(tails)).toMatch(/^Four tails at 1 : 7, a 6.2 mm half pin at each edge/)
    expect(words(tails)).toMatch(/tilted 8.1° in the vise/)
  })
  it('tails and pins always fill the width, at the end and at the shoulder', () => {
    fc.assert(
      fc.property(
        fc.record({
          width: fc.double({ min: 40, max: 400, noNaN: true }),
          tails: fc.integer({ min: 1, max: 12 }),
          slope: fc.double({ min: 5, max: 10, noNaN: true }),
          pin: fc.double({ min: 1, max: 8, noNaN: true }),
          halfPin: fc.double({ min: 2, max: 12, noNaN: true }),
        }),
        (d) => {
          const f = dovetailFigures({ ...tails, ...d })
          expect(d.tails * f.tail + (d.tails - 1) * d.pin + 2 * d.halfPin).toBeCloseTo(d.width, 6)
          expect(f.root + f.pinRoot).toBeCloseTo(f.tail + d.pin, 6)
        },
      ),
    )
  })
  it('half blind: as deep as the lap leaves, sockets sawn only across the corner', () => {
    const l = layOut({ ...tails, lap: 3 }, options)
    expect(dovetailFigures({ ...tails, lap: 3 }).shoulder).toBe(7)
    const sockets = l.cuts.find((c) => c.name === 'sockets')!
    expect([sockets.crossing, sockets.depth]).toEqual([7, 10.3 * Math.SQRT1_2])
    expect(l.coped).toBeUndefined()
  })
  it('72 cuts for four corners, each with a saw that reaches; the same saw where one is chosen and can', () => {
    const l = layOut(tails, options)
    expect(l.cuts.map((c) => [c.name, c.count])).toEqual([
      ['tails', 32],
      ['half-pin-shoulders', 8],
      ['pins', 32],
    ])
    for (const c of l.cuts) expect(c.saw!.blade.plate!.depth).toBeGreaterThan(c.depth)
    const chosen = bladeById('dovetail-15')!
    expect(layOut(tails, { ...options, chosen }).cuts.every((c) => c.saw!.blade.id === chosen.id)).toBe(true)
    // a saw that cannot is passed over, not taken
    expect(layOut(tails, { ...options, chosen: bladeById('flush-pull-23')! }).cuts[0]!.saw!.blade.id).not.toBe('flush-pull-23')
  })
  it('says what cannot be: pins no saw enters, tails that vanish, slopes that break', () => {
    const why = (d: Partial<Dovetail>) => layOut({ ...tails, ...d }, options).troubles.map((t) => t.why)
    expect(why({ pin: 0.3 })).toContain('pin-under-kerf')
    expect(why({ tails: 14, slope: 4 })).toEqual(expect.arrayContaining(['tails-vanish', 'steep']))
    expect(why({ lap: 9 })).toContain('lap-thick')
    expect(layOut({ ...tails, slope: 4.5 }, options).ok).toBe(true)
    expect(layOut({ ...tails, pin: 0.3 }, options).ok).toBe(false)
  })
})

describe('mitres', () => {
  it('worked values: six sides at 10°, a standing box, a flat frame', () => {
    const s = splayedMitre(6, 10)
    expect([s.mitre.toFixed(2), s.tilt.toFixed(2)]).toEqual(['5.73', '29.50'])
    expect(splayedMitre(4, 0)).toEqual({ mitre: 0, tilt: expect.closeTo(45, 9) as number })
    expect(splayedMitre(4, 90).mitre).toBeCloseTo(45, 9)
    expect(splayedMitre(4, 90).tilt).toBeCloseTo(0, 9)
    expect(mitreGap(6, 0.1)).toBeCloseTo(1.2, 9)
  })
  it('the planes of neighbouring sides really meet at that angle', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 16 }), fc.double({ min: 1, max: 89, noNaN: true }), (n, lean) => {
        // outward normals of two sides leaning σ, turned 2π/n about the axis; half the angle between them is 90° − B
        const [s, t] = [(lean * Math.PI) / 180, (2 * Math.PI) / n]
        const dot = Math.cos(s) ** 2 * Math.cos(t) + Math.sin(s) ** 2
        expect((splayedMitre(n, lean).tilt * Math.PI) / 180).toBeCloseTo(Math.acos(dot) / 2, 6)
      }),
    )
    const f = mitreFigures({ kind: 'mitre', sides: 4, lean: 90, width: 50, thickness: 20, length: 300 })
    expect(f.short).toBeCloseTo(200, 9)
    expect(
      layOut({ kind: 'mitre', sides: 4, lean: 90, width: 200, thickness: 20, length: 300 }, options).troubles.map((t) => t.why),
    ).toContain('side-vanishes')
  })
})

describe('tenons, laps and housings', () => {
  const tenon = plainJoint('tenon') as Tenon
  it('cheeks along the grain, shoulders across; the stop stands at the cheek', () => {
    expect(tenonCheek(tenon)).toBe(6.5)
    const l = layOut(tenon, { ...options, material: materialById('oak')! })
    const cut = (name: string) => l.cuts.find((c) => c.name === name)!
    expect([cut('cheeks').grain, cut('cheeks').crossing, cut('cheeks').depth]).toEqual(['along', 45, 40])
    expect([cut('shoulders').grain, cut('shoulders').depth]).toEqual(['across', 6.5])
    expect(cut('cheeks').saw!.blade.plate!.filing).toBe('rip')
    expect(cut('shoulders').filing!.wrong).toBe(false)
    expect(layOut({ ...tenon, edge: 23 }, options).troubles.map((t) => t.why)).toContain('edges-meet')
    expect(layOut({ ...tenon, tenon: 19.5 }, options).troubles.map((t) => t.why)).toContain('tenon-thick')
  })
  it('every school of tenon saws is laid beside the others, and one that cannot reach says so', () => {
    const schools = tenonSchools(tenon, { ...options, material: materialById('oak')! })
    expect(schools.map((s) => s.school)).toEqual(['one-crosscut', 'pair', 'panel-and-tenon', 'one-small-rip'])
    const by = (k: string) => schools.find((s) => s.school === k)!
    expect(by('pair').cheeks.saw!.blade.plate!.filing).toBe('rip')
    expect(by('pair').shoulders.saw!.blade.plate!.filing).toBe('crosscut')
    expect(by('one-small-rip').cheeks.saw!.blade.id).toBe(by('one-small-rip').shoulders.saw!.blade.id)
    expect(tenonSchools({ ...tenon, length: 140 }, options).find((s) => s.school === 'one-crosscut')!.works).toBe(false)
    expect(tenonSchools({ ...tenon, length: 140 }, options).find((s) => s.school === 'panel-and-tenon')!.works).toBe(true)
  })
  it('one saw for the whole joint, or a rip and a crosscut pair, whichever is less time and trouble', () => {
    for (const material of ['pine', 'oak', 'beech'].map((id) => materialById(id)!))
      for (const kind of ['dovetail', 'tenon', 'half-lap'] as const) {
        const { cuts } = layOut(plainJoint(kind), { ...options, material })
        const saws = new Set(cuts.map((c) => c.saw!.blade.id))
        expect(saws.size, `${material.id} ${kind}`).toBeLessThanOrEqual(2)
        for (const grain of ['along', 'across'])
          expect(new Set(cuts.filter((c) => c.grain === grain).map((c) => c.saw!.blade.id)).size).toBeLessThanOrEqual(1)
      }
    // careful work is sawn with joint saws: no panel saw at a lap's cheeks, and shoulders with the teeth for them
    for (const material of ['pine', 'oak', 'walnut'].map((id) => materialById(id)!))
      for (const kind of ['tenon', 'half-lap'] as const)
        for (const c of layOut(plainJoint(kind), { ...options, material }).cuts) {
          expect(c.saw!.blade.plate!.kind, `${material.id} ${kind} ${c.name}`).not.toBe('panel')
          expect(c.saw!.blade.plate!.filing === 'rip', `${material.id} ${kind} ${c.name}`).toBe(c.grain === 'along')
        }
    // a saw taken by hand is used wherever it can make the cut
    const chosen = blades.find((b) => b.id === 'tenon-10')!
    expect(layOut(tenon, { ...options, chosen }).cuts.every((c) => c.saw!.blade.id === 'tenon-10')).toBe(true)
  })
  it('short boards lie in the bench hook, long ones on trestles, where nothing has a depth', () => {
    const hook = layOut({ ...plainJoint('board'), cut: 'crosscut', width: 150 } as JointSpec, options).cuts[0]!
    expect([hook.hold, hook.crossing, hook.job.cut.depth]).toEqual(['hook', 150, hook.depth])
    const rip = layOut({ ...plainJoint('board'), cut: 'rip', length: 900 } as JointSpec, options).cuts[0]!
    expect([rip.hold, rip.job.cut.depth, rip.job.cut.length]).toEqual(['trestles', undefined, 900])
    expect(rip.saw!.blade.plate!.depth).toBeUndefined()
    expect(rip.strokes).toBeGreaterThan(30)
    const said = words({ ...plainJoint('board'), cut: 'crosscut', width: 150 } as JointSpec, options)
    expect(said).toMatch(/start at a low angle, then level; where the end is to show, 0.5 mm outside the line/)
    expect(said).not.toContain('half a right angle')
  })
  it('a notch out of the corner is a rip and a crosscut, each with its own filing, as deep and as wide as asked', () => {
    const oak = { ...options, material: materialById('oak')! }
    const l = layOut({ ...plainJoint('board', 18), cut: 'corner', width: 90, thickness: 18, length: 40, notch: 25 } as JointSpec, oak)
    expect(l.cuts.map((c) => [c.name, c.grain, c.depth])).toEqual([
      ['corner-side', 'along', 40],
      ['corner-shoulder', 'across', 25],
    ])
    expect(l.cuts.map((c) => c.saw!.blade.plate!.filing)).toEqual(['rip', 'crosscut'])
    // one taken by hand does both; misfiled across the grain, it says so
    const corner = { ...plainJoint('board', 18), cut: 'corner', width: 90, length: 40, notch: 25 } as JointSpec
    expect(words(corner, { ...oak, chosen: blades.find((b) => b.id === 'tenon-10')! })).toContain('knife deep first')
    expect(l.views[0]!.dims.map((d) => d.value)).toEqual([90, 40])
  })
  it('slices off a blank: a fine saw, the kerfs counted, a stop at slice and kerf, and a blank too short to hold is told', () => {
    const spec = { ...plainJoint('board', 60), cut: 'slices', width: 60, length: 120, slice: 1.5, count: 12 } as BoardCut
    const l = layOut(spec, options)
    const { takes, left } = slicesTake(spec, l.kerf)
    expect(takes).toBeCloseTo(12 * (1.5 + l.kerf), 9)
    expect(takes + left).toBe(120)
    expect(l.cuts[0]).toMatchObject({ crossing: 60, depth: 60, grain: 'across', hold: 'hook', count: 12 })
    expect(words(spec, options)).toContain(`${Math.round((1.5 + l.kerf) * 100) / 100} mm from the kerf`)
    expect(layOut({ ...spec, count: 60 }, options).troubles.map((t) => t.why)).toContain('blank-short')
  })
  it('a notch in an edge lies where it is said, is sawn across the grain, and a long board’s end is clamped', () => {
    const spec = { ...plainJoint('board', 20), cut: 'edge-notch', width: 120, length: 40, notch: 100, at: 150, long: 1200 } as BoardCut
    const l = layOut(spec, options)
    expect(l.views[0]!.marks).toEqual([0, 150, 250, 1200])
    expect(l.cuts[0]).toMatchObject({ count: 8, depth: 40, crossing: 20, grain: 'across', hold: 'on-edge' })
    expect(words(spec, options)).toContain('760 mm from the notch')
    expect(words({ ...spec, long: 400 }, options)).not.toContain('far end')
    expect(layOut({ ...spec, length: 120 }, options).ok).toBe(false)
  })
  it('20 mm tenon, 180 mm housing, 150 mm board: a saw for each', () => {
    for (const kind of jointKinds) {
      const l = layOut(plainJoint(kind), options)
      expect(l.ok, kind).toBe(true)
      expect(
        l.cuts.every((c) => c.saw),
        kind,
      ).toBe(true)
    }
    expect(layOut(plainJoint('veneer'), options).saw!.plate!.curved).toBe(true)
    expect(layOut(plainJoint('mitre'), options).saw!.plate!.kind).toMatch(/^mitre-box/)
    expect(layOut(plainJoint('board'), options).saw!.plate!.filing).toBe('crosscut')
  })
})

describe('a coped corner', () => {
  const cope = plainJoint('cope') as Cope
  it('follows the profile in a square corner, further back in an acute one, with its back-cut', () => {
    const square = copeFigures(cope)
    copeProfile(cope).forEach(([out, h], i) => {
      expect(square.line[i]![0]).toBeCloseTo(out, 9)
      expect(square.line[i]![1]).toBe(h)
    })
    expect([square.least, square.back, square.mitre]).toEqual([0, 5, 45])
    const open = copeFigures({ ...cope, corner: 120 })
    expect(open.least).toBe(30)
    expect(open.line.at(-1)![0]).toBeCloseTo(cope.out / Math.tan(Math.PI / 3), 9)
    expect(copeFigures({ ...cope, corner: 60 }).line.at(-1)![0]).toBeGreaterThan(cope.out)
  })
  it('takes a drawn profile, open or as the outline of its section, at true size and scaled', () => {
    // a quarter round of 12 mm, and the same closed by top, foot and wall
    const arc = Array.from({ length: 91 }, (_, i) => [20 + 12 * Math.sin((i * Math.PI) / 180), 5 + 12 - 12 * Math.cos((i * Math.PI) / 180)])
    const open = profileFrom(arc.flat(), false)!
    expect([open.height, open.out].map((x) => x.toFixed(6))).toEqual(['12.000000', '12.000000'])
    const closed = profileFrom([...arc, [20, 17]].flat(), true)!
    open.own.forEach((share, i) => {
      if (i % 10) return
      const y = (12 * i) / 120
      expect(share * 12).toBeCloseTo(Math.sqrt(144 - (12 - y) ** 2), i ? 2 : 0)
      expect(closed.own[i]).toBeCloseTo(share, 6)
    })
    expect(profileFrom([0, 0, 40, 0], false)).toBeUndefined()
    const spec = { ...cope, profile: 'own' as const, own: open.own, height: 24, out: 12 }
    expect(copeFigures(spec).line.at(-1)).toEqual([expect.closeTo(12, 3), 24])
    expect(layOut(spec, options).coped!.blade).toBeDefined()
  })
  it('its tightest curve is that of the circle it is drawn from', () => {
    const circle = Array.from({ length: 41 }, (_, i): [number, number] => [
      7 * Math.sin((i * Math.PI) / 80),
      7 - 7 * Math.cos((i * Math.PI) / 80),
    ])
    expect(profileRadius(circle)).toBeCloseTo(7, 6)
    const l = layOut(cope, options)
    expect(l.coped!.blade!.blade.end).toBe('coping-pin')
    expect(l.coped!.job.cut.radius).toBe(copeFigures(cope).radius)
  })
})

describe('openings in panels', () => {
  const blade = bladeById('jig-set-8')!
  it('holes as the blade needs and the corner allows, touching both sides', () => {
    const w = openingWay({ width: 300, height: 200, corner: 0 }, blade, 'corners', ['metric'])
    expect(w.drill!.mm).toBeGreaterThanOrEqual(startingHole(blade))
    for (const h of w.holes) {
      expect(Math.min(h.x, 300 - h.x)).toBeCloseTo(h.d / 2, 9)
      expect(Math.min(h.y, 200 - h.y)).toBeCloseTo(h.d / 2, 9)
    }
    const round = openingWay({ width: 300, height: 200, corner: 5 }, blade, 'corners', ['metric'])
    expect([round.drill!.mm, round.leftInCorners]).toEqual([10, 0])
    expect(openingWay({ width: 300, height: 200, corner: 0 }, blade, 'cross', ['metric']).length).toBeCloseTo(
      1000 + 4 * Math.hypot(150, 100),
      9,
    )
    expect(openingWay({ width: 12, height: 200, corner: 0 }, blade, 'corners', ['metric']).stop).toBe('no-room')
    expect(openingWords(openingWay({ width: 300, height: 200, corner: 0 }, blade, 'tip-in', ['metric']), say)).toMatch(/practiced hand/)
    // corners wider than any drill take a hole saw
    expect(openingWords(openingWay({ width: 300, height: 200, corner: 30 }, blade, 'corners', ['metric']), say)).toMatch(
      /60 mm \(bit or hole saw\)/,
    )
    expect(openingPlans[0]).toBe('corners')
  })
})

describe('drawings, aids and words', () => {
  const finite = (v: View) => v.shapes.every((s) => s.points.length >= 4 && s.points.length % 2 === 0 && s.points.every(Number.isFinite))
  it('every view is whole and every word said, for any dimensions that pass the figures', () => {
    const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(fc.constantFrom(...jointKinds), mm(0.2, 3), fc.constantFrom('pear', 'oak', 'pine', 'birch-ply'), (kind, by, wood) => {
        const plain = plainJoint(kind)
        // every length scaled alike; counts, slopes and angles kept
        const spec = Object.fromEntries(
          Object.entries(plain).map(([k, v]) => [
            k,
            typeof v === 'number' && !['tails', 'slope', 'corners', 'joints', 'sides', 'lean', 'corner', 'count'].includes(k) ? v * by : v,
          ]),
        ) as unknown as JointSpec
        const l = layOut(spec, { ...options, material: materialById(wood)! })
        expect(l.views.every(finite)).toBe(true)
        expect(Number.isFinite(l.seconds)).toBe(true)
        expect(words(spec, { ...options, material: materialById(wood)! })).not.toMatch(/undefined|NaN|Infinity|\[object|\bnull\b/)
      }),
      { numRuns: 60 },
    )
  })
  it('goes out at full size, in layers', () => {
    const { views } = layOut(tails, options)
    const svg = jointSvg(views, 'caddy <1>')
    expect(svg).toMatch(/width="92mm"/)
    expect(svg).toMatch(/caddy &lt;1&gt;/)
    for (const layer of ['board', 'waste', 'cut', 'knife']) expect(svg).toContain(`id="${layer}"`)
    expect(jointDxf(views)).toMatch(/LWPOLYLINE[\s\S]*EOF/)
  })
  it('aids hold what they are made for, and their strips yield every part with the kerfs between', () => {
    const of = { work: 150, thickness: 20, saw: { length: 250, depth: 42, plate: 0.46, kerf: 0.62 }, stop: 10 }
    for (const kind of aidKinds) {
      const aid = benchAid(kind, of)
      expect(finite(aid.view)).toBe(true)
      const parts = aid.parts.reduce((t, p) => t + p.count * p.length, 0)
      const kerfs = aid.parts.reduce((t, p) => t + p.count, 0) - aid.strips.length
      expect(aid.strips.reduce((t, s) => t + s.length, 0)).toBeCloseTo(parts + kerfs * 0.62, 6)
    }
    expect(benchAid('hook-push', of).parts[0]!.length).toBeGreaterThan(150)
    expect(benchAid('depth-fence', of).parts[0]!.width).toBe(32)
    const [push, pull] = [benchAid('hook-push', of), benchAid('hook-pull', of)].map((a) => a.view.shapes[1]!.points[0]!)
    expect(push).toBeGreaterThan(pull!)
  })
})

it('figures that leave nothing to saw are told, and the rest is laid out', () => {
  const one = layOut({ ...plainJoint('dovetail'), tails: 1 } as JointSpec, options)
  expect([one.coped, one.cuts.length > 0]).toEqual([undefined, true])
  for (const lap of [12, 14, 50]) {
    const thick = layOut({ ...plainJoint('dovetail'), lap, pinBoard: 12 } as JointSpec, options)
    expect([thick.ok, thick.troubles[0]!.why]).toEqual([false, 'lap-thick'])
  }
})
