import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  blades,
  bladeById,
  bucklingThrust,
  clampTrouble,
  compareFamilies,
  drift,
  clogsAfter,
  filingFit,
  frameClearance,
  headings,
  heights,
  hold,
  identify,
  makeJob,
  marginsOf,
  materialById,
  meanGullet,
  meanSpacing,
  oneCut,
  orbitChoice,
  overhangFor,
  rankBlades,
  depthBelowClamp,
  sawById,
  saws,
  setUp,
  setUpWords,
  sizeWindow,
  spring,
  strokeOf,
  turnForClearance,
  evaluate,
  waysOut,
  youngs,
  type Cut,
  type HandFrame,
  type Jigsaw,
  type Job,
  stops,
} from '../src/index.js'

const job = (material: string, thickness: number, saw: string, cut: Partial<Cut>, more: Partial<Job> = {}): Job =>
  makeJob({
    stock: { material: materialById(material)!, form: 'board', thickness },
    saw: sawById(saw)!,
    cut: { kind: 'outline', hole: undefined, web: undefined, openings: 0, shows: 'face', finish: 'ordinary', length: 500, ...cut },
    ...more,
  })
const straight = { kind: 'straight', radius: undefined } as const
const first = (j: Job) => rankBlades(j).value[0]
const say = { unit: 'mm', naming: 'size' } as const
const told = (j: Job, id: string) =>
  setUp(j, bladeById(id)!)
    .value.map((i) => setUpWords(i, j, say))
    .join('\n')

describe('a jigsaw’s blade is taken for what it is made for', () => {
  it('no flush blade where there is no wall; a narrow one that reaches through thick stock for a curve', () => {
    expect(first(job('osb', 18, 'jigsaw-orbital', { ...straight, finish: 'rough', shows: 'both' }))!.blade.flush).toBeUndefined()
    expect(first(job('oak', 30, 'jigsaw-orbital', { radius: 25 }))!.blade.width).toBeLessThan(7)
    expect(first(job('beech', 40, 'jigsaw-orbital', { radius: 40 }))!.blade.width).toBeLessThan(7)
  })
})

describe('blades and saws of every family as data', () => {
  it('has what the trade has, each fitting a saw of its own and no other', () => {
    const jigsaw = blades.filter((b) => b.series === 'jigsaw')
    expect(jigsaw.length).toBeGreaterThanOrEqual(60)
    expect(new Set(jigsaw.map((b) => b.end))).toEqual(new Set(['tang', 'screw-shank']))
    expect(new Set(jigsaw.map((b) => b.cutsOn))).toEqual(new Set(['up', 'down', 'both']))
    expect(new Set(jigsaw.map((b) => b.steel))).toEqual(new Set(['carbon', 'high-speed', 'bimetal', 'carbide']))
    expect([Math.min(...jigsaw.map((b) => Number(b.size))), Math.max(...jigsaw.map((b) => Number(b.size)))]).toEqual([6, 32])
    for (const b of blades) {
      expect(
        saws.some((s) => !clampTrouble(s, b)),
        b.id,
      ).toBe(true)
      expect(b.kerf, b.id).toBeGreaterThanOrEqual(b.thickness)
      expect(b.toothDepth, b.id).toBeLessThan(b.width)
    }
    expect(new Set(blades.map((b) => b.id)).size).toBe(blades.length)
    expect(clampTrouble(sawById('jigsaw-orbital')!, bladeById('coping-wood-15')!)).toEqual({ why: 'end' })
    expect(clampTrouble(sawById('coping-120')!, bladeById('bow-curve-12')!)).toEqual({ why: 'end' })
    // hand saws: every kind named for the bench, pushed and pulled, PPI one more than TPI
    const hand = blades.filter((b) => b.plate)
    expect(new Set(hand.map((b) => b.plate!.kind)).size).toBe(14)
    for (const b of hand) expect(Number(b.size) - 25.4 / b.pitch, b.id).toBeCloseTo(1, 9)
  })
  it('tells a loose one of any family by its measures, and its doubt', () => {
    for (const b of blades.filter((x) => x.series === 'jigsaw' || x.series === 'coping')) {
      const found = identify(
        { width: b.width, thickness: b.thickness, teeth: { count: Math.round(50 / meanSpacing(b)), over: 50 }, end: b.end },
        blades,
      )
      const level = found.filter((m) => m.share > 0.5 * found[0]!.share).map((m) => m.blade.id)
      expect(level, b.id).toContain(b.id)
    }
    const [rip] = identify({ thickness: 0.45, teeth: { count: 32, over: 50.8 }, end: 'handle', filing: 'rip' }, blades)
    expect([rip!.blade.plate!.filing, rip!.blade.size]).toEqual(['rip', '17'])
  })
})

describe('how each saw holds its blade', () => {
  it('a free end drifts as a cantilever does', () => {
    // 6.0 × 1.2 mm, 2 N at 40 mm: Fℓ³/3EI with I = w·t³/12 = 0.864 mm⁴
    expect(drift({ width: 6, thickness: 1.2 }, 2, 40)).toBeCloseTo((2 * 64_000) / (3 * 207_000 * 0.864), 9)
    fc.assert(
      fc.property(fc.double({ min: 5, max: 100, noNaN: true }), fc.double({ min: 0.5, max: 20, noNaN: true }), (reach, force) => {
        const b = { width: 7, thickness: 1.3 }
        expect(drift(b, force, 2 * reach)).toBeCloseTo(8 * drift(b, force, reach), 9)
        expect(drift(b, force, reach, reach / 2)).toBeCloseTo((5 / 16) * drift(b, force, reach), 9)
      }),
    )
    const j = job('spruce-ply', 18, 'jigsaw-orbital', { radius: 25 })
    const saw = j.saw as Jigsaw
    expect(depthBelowClamp(j, saw)).toBe(saw.clampHeight + 18)
    // thicker stock, farther reach: less push before it drifts too far
    const b = bladeById('jig-curve-14')!
    expect(hold(job('spruce-ply', 40, 'jigsaw-orbital', { radius: 25 }), b).push).toBeLessThan(hold(j, b).push)
  })
  it('a pushed plate buckles, a pulled or backed one does not', () => {
    const panel = bladeById('panel-rip-7')!
    expect(bucklingThrust(panel)).toBeCloseTo((Math.PI ** 2 * 207_000 * ((120 * 0.9 ** 3) / 12)) / 560 ** 2, 6)
    const j = job('oak', 30, 'hand-saws', { ...straight, grain: 'along', depth: 200, finish: 'rough' })
    expect(hold(j, panel).limit).toBe('buckle')
    expect(hold(j, bladeById('pull-two-rip-10')!).limit).toBe('hand')
    expect(hold(j, bladeById('tenon-10')!).limit).toBe('hand')
  })
  it('a leaning blade crosses more, and the saw says how far it tilts', () => {
    const j = job('oak', 20, 'jigsaw-orbital', { ...straight, bevel: 45 })
    expect(heights(j).total).toBeCloseTo(20 * Math.SQRT2, 9)
    const tilted = marginsOf({ ...j, cut: { ...j.cut, bevel: 50 } }, bladeById('jig-set-8')!).find((m) => m.limit === 'capacity')!
    expect([tilted.ratio < 1, tilted.by]).toEqual([true, 'tilt'])
    expect(told(j, 'jig-set-8')).toMatch(/Tilt the base \*\*45°\*\*, a mark of this saw/)
    expect(told(job('oak', 20, 'jigsaw-orbital', straight), 'jig-set-8')).toMatch(/Check 0° with a square/)
  })
  it('an overhang springs by its cube, and the clamp comes where it springs no more than is allowed', () => {
    const E = youngs(materialById('spruce-ply')!)
    const a = overhangFor(0.5, 45, 100, 18, E)
    expect(spring(45, a, 100, 18, E)).toBeCloseTo(0.5, 9)
    expect(spring(45, 2 * a, 100, 18, E)).toBeCloseTo(4, 9)
    expect(overhangFor(0.5, 45, 100, 6, E)).toBeCloseTo(a / 3, 6)
    expect(youngs(materialById('aluminium')!)).toBe(70_000)
  })
})

describe('hand saws and the grain', () => {
  it('gaps fill within a crossing by x = A/(r·h), and only then does the rest rub', () => {
    const short = job('pear', 10, 'hand-saws', { ...straight, grain: 'along', depth: 10 })
    const b = bladeById('dovetail-17')!
    expect(clogsAfter(short, b, 0.004)).toBeCloseTo(meanGullet(b) / (3 * 0.004), 9)
    expect(clogsAfter(short, b, 0.004)).toBeGreaterThan(10)
    expect(clogsAfter(short, bladeById('pull-back-25')!, 0.004)).toBeLessThan(clogsAfter(short, b, 0.004))
    // a long crossing is still sawn, only slower
    const wide = job('pear', 180, 'hand-saws', { ...straight, grain: 'across', depth: 6 })
    expect(rankBlades(wide).value.length).toBeGreaterThan(0)
    expect(evaluate(wide, b).feed.value).toBeLessThan(evaluate(short, b).feed.value / 3)
  })
  it('filing tells a little when fine, so that a crosscut saw leads across the grain, and all when coarse; a hybrid is a little wrong both ways', () => {
    const across = job('pear', 30, 'hand-saws', { ...straight, grain: 'across', depth: 30 })
    expect(filingFit(across, bladeById('dovetail-20')!).matters).toBe(0.3)
    const shoulder = job('walnut', 50, 'hand-saws', { ...straight, grain: 'across', depth: 6, finish: 'careful' })
    expect(first(shoulder)!.blade.plate!.filing).toBe('crosscut')
    const dovetails = job('pine', 12, 'hand-saws', { ...straight, grain: 'along', depth: 12, finish: 'careful' })
    expect(first(dovetails)!.blade.plate!.filing).toBe('rip')
    const rip = filingFit(across, bladeById('panel-rip-5')!)
    expect([rip.matters, rip.wrong, rip.tear > 3]).toEqual([1, true, true])
    expect(filingFit(across, bladeById('panel-cross-8')!).wrong).toBe(false)
    const hybrid = filingFit(across, bladeById('hybrid-10')!)
    expect(hybrid.tear > 1 && hybrid.tear < rip.tear).toBe(true)
  })
  test.each<[string, string, number, number, 'along' | 'across', string, number, number]>([
    ['dowel of 6 mm, flush', 'beech', 6, 6, 'across', 'flush-pull-23', 12, 40],
    ['dovetail in 12 mm pine', 'pine', 12, 12, 'along', 'dovetail-20', 8, 25],
    ['small shoulder', 'walnut', 50, 6, 'across', 'carcass-14', 10, 40],
    ['long shoulder', 'cherry', 120, 10, 'across', 'carcass-14', 30, 100],
    ['tenon cheek', 'oak', 70, 40, 'along', 'tenon-10', 25, 80],
  ])('%s: as many strokes as are counted at the bench', (_, stock, thickness, depth, grain, saw, least, most) => {
    const cut = job(stock, thickness, 'hand-saws', { ...straight, grain, depth, finish: 'careful', flush: saw.startsWith('flush') })
    const { strokes, seconds } = oneCut(cut, evaluate(cut, bladeById(saw)!).feed)
    expect(strokes).toBeGreaterThanOrEqual(least)
    expect(strokes).toBeLessThanOrEqual(most)
    expect(seconds / strokes).toBeCloseTo(60 / 70, 1)
  })
  it('leans more on a long crossing, within what fine and coarse work bear', () => {
    const push = (across: number, saw: string) =>
      hold(job('cherry', across, 'hand-saws', { ...straight, grain: 'across', depth: 8, finish: 'ordinary' }), bladeById(saw)!).push
    for (const [saw, least, most] of [
      ['dovetail-20', 3, 10],
      ['tenon-10', 6, 17],
    ] as const) {
      expect(push(10, saw)).toBeGreaterThanOrEqual(least)
      // fewer than two teeth bear less
      expect(push(2, saw)).toBeLessThan(push(10, saw))
      expect(push(150, saw)).toBeLessThanOrEqual(most)
      expect(push(150, saw) / push(10, saw)).toBeCloseTo(1.4 / 0.8, 6)
    }
  })
  it('strokes as far as its own length allows', () => {
    expect(strokeOf(sawById('hand-saws')!, bladeById('veneer-14')!)).toBeCloseTo(56, 9)
    expect(strokeOf(sawById('hand-saws')!, bladeById('panel-rip-5')!)).toBe(420)
    expect(strokeOf(sawById('jigsaw-orbital')!, bladeById('jig-set-8')!)).toBe(26)
  })
})

describe('a frame past the board', () => {
  const frame = sawById('coping-120') as HandFrame
  it('reaches straight while the edge behind is near, and beside it once the blade is turned', () => {
    expect(frameClearance(frame, { behind: 100, beside: 40 })).toEqual({ ratio: 1.12, past: 'behind' })
    expect(turnForClearance(frame, { behind: 100, beside: 40 })).toBe(0)
    // 112 mm clear of the guard: sin 30° × 112 = 56
    expect(turnForClearance(frame, { behind: 160, beside: 50 })).toBe(30)
    expect(frameClearance(frame, { behind: 160, beside: 50 }, 30).past).toBe('beside')
    expect(turnForClearance(frame, { behind: 300, beside: 200 })).toBeUndefined()
    expect(turnForClearance(sawById('frame-70') as HandFrame, { behind: 160, beside: 10 })).toBeUndefined()
  })
  it('by headings as by brute force, and turning the blade never closes one that was open for good', () => {
    const board = { width: 300, height: 200, x: 60, y: 150 }
    const open = headings(frame, board, 0, 10)
    open.forEach((free, i) => {
      const a = ((i * 10 + 180) * Math.PI) / 180
      const [x, y] = [60 + 112 * Math.cos(a), 150 + 112 * Math.sin(a)]
      expect(free).toBe(!(x > 0 && x < 300 && y > 0 && y < 200))
    })
    // turned, either side of the spine will do: both are tried at every heading
    const turned = headings(frame, board, 30, 10)
    turned.forEach((free, i) => {
      const clear = (turn: number) => {
        const a = ((i * 10 + 180 + turn) * Math.PI) / 180
        const [x, y] = [60 + 112 * Math.cos(a), 150 + 112 * Math.sin(a)]
        return !(x > 0 && x < 300 && y > 0 && y < 200)
      }
      expect(free, `${i * 10}°`).toBe(clear(30) || clear(-30))
    })
    const any = [0, 30, 60, 90].map((t) => headings(frame, board, t, 10))
    expect(open.map((_, i) => any.some((h) => h[i])).filter(Boolean).length).toBeGreaterThan(open.filter(Boolean).length)
  })
  it('stops every blade until it is turned, and offers the turn', () => {
    const j = job('pine', 18, 'coping-120', { radius: 7, lie: { behind: 160, beside: 34 } })
    expect(rankBlades(j).value).toEqual([])
    const way = waysOut(j, []).find((w) => w.kind === 'turn-blade')!
    expect(way.to).toBe(30)
    expect(rankBlades(way.job).value.length).toBe(way.opens)
    expect(told(way.job, 'coping-wood-15')).toMatch(/30° in its frame, both ends alike/)
  })
})

describe('what the trade would take, and why', () => {
  const curve = (more: Partial<Cut> = {}) => job('spruce-ply', 18, 'jigsaw-orbital', { radius: 25, ...more })
  it('18 mm spruce ply, a curve: a narrow blade, straight up and down; show face up wants teeth that cut down', () => {
    const down = first(curve())!
    expect(down.blade.width).toBeLessThan(6.1)
    expect(down.blade.cutsOn).toBe('up')
    expect(orbitChoice(curve(), down.blade)).toMatchObject({ value: 0, limit: 'curve' })
    expect(told(curve(), down.blade.id)).toMatch(/Show face \*\*down\*\*/)
    const up = first(curve({ up: 'show' }))!
    expect(up.blade.cutsOn).toBe('down')
    // taping the line is the other school: less of it shows than untaped
    const tear = (c: Partial<Cut>) => evaluate(curve(c), down.blade).edge.tear
    expect(tear({ up: 'show', taped: true })).toBeLessThan(tear({ up: 'show' }))
    expect(tear({ up: 'back' })).toBeLessThan(tear({ up: 'show', taped: true }))
    // a wide blade with little set goes round at a price, and in a tighter curve not at all
    expect(
      marginsOf(curve(), bladeById('jig-ground-10')!)
        .filter((m) => m.state === 'near')
        .map((m) => m.limit),
    ).toEqual(['turn'])
    expect(
      marginsOf(curve({ radius: 15 }), bladeById('jig-ground-10')!)
        .filter(stops)
        .map((m) => m.limit),
    ).toEqual(['turn'])
  })
  it('a laminate edge that shows: teeth that leave its face clean, no orbit', () => {
    const j = job('veneered-ply', 18, 'jigsaw-orbital', { ...straight, up: 'show', finish: 'careful' }, { pace: 0.2 })
    const b = first(j)!
    expect(['down', 'both']).toContain(b.blade.cutsOn)
    expect(orbitChoice(j, b.blade).value).toBe(0)
  })
  it('2 mm aluminium: fine teeth, slow, waxed; coarser ones stand too few in it', () => {
    const j = job('aluminium', 2, 'jigsaw-orbital', { radius: 40 })
    const b = first(j)!
    expect(Number(b.blade.size)).toBeGreaterThanOrEqual(24)
    expect(b.speed.value).toBeLessThan(1500)
    expect(told(j, b.blade.id)).toMatch(/wax/)
    expect(marginsOf(j, bladeById('jig-soft-metal-8')!).find((m) => m.limit === 'teeth')!.state).toBe('beyond')
    // thinner wants scrap beneath, and is told so; thinner still nothing carries the cut without it
    const thin = job('mild-steel', 0.8, 'jigsaw-orbital', straight)
    expect(first(thin)!.blade.size).toBe('32')
    expect(told(thin, first(thin)!.blade.id)).toMatch(/on a backer, sawn with it/)
    const foil = job('mild-steel', 0.4, 'jigsaw-orbital', straight)
    expect(rankBlades(foil).value).toEqual([])
    expect(waysOut(foil, []).map((w) => w.kind)).toContain('backing')
  })
  it('30 mm larch, rough and straight: coarse and ground, all the orbit there is; 50 mm wants the long blade', () => {
    const rough = (t: number) => job('larch', t, 'jigsaw-orbital', { ...straight, finish: 'rough' }, { pace: 0.8 })
    const b = first(rough(30))!
    expect(b.blade.pattern).toBe('ground')
    expect(b.blade.width).toBeGreaterThan(7)
    expect(orbitChoice(rough(30), b.blade)).toMatchObject({ value: 3, limit: 'full' })
    expect(told(rough(30), b.blade.id)).toMatch(/Over an inch/)
    expect(first(rough(50))!.blade.group).toMatch(/^jig-long/)
    expect(marginsOf(rough(50), bladeById('jig-set-8')!).find((m) => m.limit === 'reach')!.state).toBe('beyond')
  })
  it('dovetails in 12 mm pear: a fine backed saw; a flush one binds, a mitre-box saw wants its box', () => {
    const j = job('pear', 12, 'hand-saws', { ...straight, grain: 'along', depth: 12, finish: 'careful' }, { pace: 0.3 })
    const b = first(j)!.blade
    expect(b.plate!.depth).toBeGreaterThan(12)
    expect(Number(b.size)).toBeGreaterThanOrEqual(15)
    expect(marginsOf(j, bladeById('flush-pull-23')!).find((m) => m.limit === 'access')).toMatchObject({ by: 'set', state: 'beyond' })
    expect(marginsOf(j, bladeById('mitre-box-19')!).find((m) => m.limit === 'access')).toMatchObject({ by: 'box', state: 'beyond' })
  })
  it('a 6 mm dowel flush: no set, a handle out of the way', () => {
    const j = job('beech', 6, 'hand-saws', { ...straight, grain: 'across', depth: 6, flush: true, finish: 'careful' })
    for (const r of rankBlades(j).value) expect(r.blade.plate!.flush).toBe(true)
    expect(first(j)).toBeDefined()
  })
  it('a window goes by its teeth, finest first, and one cut is put before every family', () => {
    const w = sizeWindow(job('spruce-ply', 18, 'jigsaw-orbital', { radius: 25 }), 'jig-curve')
    expect(w.inputs.sizes.map((s) => s.blade.size)).toEqual(['20', '16', '14', '12', '10', '8'])
    const found = compareFamilies(job('spruce-ply', 18, 'jigsaw-orbital', { radius: 25 }), saws)
    const able = found.filter((c) => c.best).map((c) => c.family)
    expect(able).toEqual(expect.arrayContaining(['jigsaw', 'scroll', 'coping']))
    // no hand saw turns it, and says so
    expect(found.find((c) => c.family === 'hand')).toMatchObject({ best: undefined, stops: expect.arrayContaining(['turn']) as unknown })
    for (let i = 1; i < able.length; i++) expect(found[i]!.best!.time.total).toBeGreaterThanOrEqual(found[i - 1]!.best!.time.total)
  })
  test('the schools of tooth direction on a coping saw', () => {
    const j = job('pine', 18, 'coping-120', { radius: 10 })
    expect(told(j, 'coping-wood-15')).toMatch(/pointing to the handle/)
    expect(told({ ...j, teethTo: 'away' }, 'coping-wood-15')).toMatch(/away from the handle[\s\S]*upright in the vise/)
  })
})
