import { describe, expect, it, test } from 'vitest'
import {
  type Saw,
  bladeById,
  blades,
  bowAllowed,
  characterOf,
  edgeForecast,
  evaluate,
  hops,
  ladderWidth,
  liftOnUpStroke,
  makeJob,
  marginsOf,
  marginWords,
  materialById,
  minChipLoad,
  needsBacking,
  overcut,
  overcutSlows,
  passes,
  rankBlades,
  quietSpeed,
  ripple,
  sawById,
  saws,
  setUp,
  settableBelow,
  speedBand,
  stops,
  sureChipLoad,
  tightestRadius,
  turnsQuarter,
  waysOut,
  windowHeading,
  sizeWindow,
  workedRadius,
  type Cut,
  type Job,
  type Margin,
  toothRate,
} from '../src/index.js'

const job = (material: string, thickness: number, saw: string, cut: Partial<Cut> = {}, more: Partial<Job> = {}): Job =>
  makeJob({
    stock: { material: materialById(material)!, form: 'board', thickness },
    saw: sawById(saw)!,
    cut: { kind: 'outline', radius: undefined, web: undefined, hole: undefined, shows: 'face', ...cut },
    ...more,
  })
const say = { unit: 'mm', naming: 'size' } as const
const no5 = bladeById('scroll-standard-5')!

describe('below the worked radius the price begins', () => {
  it('worked value: .97 × .41, kerf .51: nothing at 2.35 mm, at 1.5 mm a ninth of a kerf and a third longer', () => {
    const section = { width: 0.97, thickness: 0.41, kerf: 0.51, toothDepth: 0 }
    expect(workedRadius(section)).toBeCloseTo(2.352, 3)
    expect(overcut(section, 2.36)).toBe(0)
    const share = overcut(section, 1.5)
    expect(share).toBeCloseTo((0.41 + 0.9409 / 6 - 0.51) / 0.51, 9)
    expect(overcutSlows(share)).toBeCloseTo(1 + 3 * share, 9)
    // refused where the kerf would be widened by more than three tenths
    const tightest = tightestRadius(section)
    expect(overcut(section, tightest)).toBeCloseTo(0.3, 9)
    // a narrow blade of wide kerf is stopped by its pocket instead
    expect(tightestRadius({ width: 0.5, thickness: 0.3, kerf: 0.6 })).toBeCloseTo(0.5 * Math.hypot(0.5, 0.6), 9)
  })
  it('a blade that must file its kerf wider is slower there, passes, and says what it costs', () => {
    const tight = job('pear', 9, 'scroll-plain', { radius: 2 })
    const wide = job('pear', 9, 'scroll-plain', { radius: 4 })
    const [slow, free] = [evaluate(tight, no5), evaluate(wide, no5)]
    expect(passes(tight, no5)).toBe(true)
    expect(slow.feed.overcut).toBeGreaterThan(0)
    expect(free.feed.overcut).toBe(0)
    const turn = slow.margins.find((m) => m.limit === 'turn')!
    expect(turn.state).toBe('near')
    expect(marginWords(turn, tight, say)).toMatch(/kerf is filed \d+ % wider there, \d+ % longer, with a rougher edge/)
    expect(evaluate(job('pear', 9, 'scroll-plain', { radius: 0.9 }), no5).margins.some(stops)).toBe(true)
  })
  it('a sharp corner is pivoted whatever its radius: its pocket lies in the waste', () => {
    const corner = job('mdf', 6, 'scroll-plain', { radius: 0, turn: 'pivot' })
    expect(passes(corner, no5)).toBe(true)
    expect(
      marginWords(
        marginsOf(corner, no5).find((m) => m.limit === 'turn')!,
        corner,
        say,
      ),
    ).toMatch(/leave the pocket in the waste/)
  })
})

describe('teeth in the work', () => {
  it('under two tears by 2/N, under 1.2 wants scrap and is told so, under 0.7 is refused', () => {
    const b = bladeById('scroll-standard-3')! // 18 TPI, 1.41 mm
    const at = (teeth: number) => job('basswood', teeth * (25.4 / 18), 'scroll-plain')
    expect([hops(at(2.5), b), hops(at(1.6), b)]).toEqual([1, expect.closeTo(1.25, 6)])
    expect([needsBacking(at(1.3), b), needsBacking(at(1.1), b)]).toEqual([false, true])
    expect(setUp(at(1.1), b).value.find((i) => i.do === 'backing')).toMatchObject({ teeth: expect.closeTo(1.1, 6) as number })
    expect([passes(at(0.75), b), passes(at(0.65), b)]).toEqual([true, false])
    expect(edgeForecast(at(1.6), b, 0.01).ridge / edgeForecast(at(2.5), b, 0.01).ridge).toBeCloseTo(1.25, 6)
  })
  it('a hand frame takes 1.3 for nothing, scrap makes any sheet thick enough', () => {
    const b = bladeById('jeweler-4o0')!
    const silver = job('silver', 0.5, 'frame-70')
    expect(hops(silver, b)).toBeCloseTo(1.3 / (0.5 / (25.4 / 66)), 6)
    const foil = job('silver', 0.15, 'frame-70')
    expect(passes(foil, b)).toBe(false)
    expect(passes({ ...foil, cut: { ...foil.cut, backing: 3 } }, b)).toBe(true)
  })
  it('more than ten pack in ductile stock, at a price, and never in brittle', () => {
    const fine = bladeById('jig-metal-32')!
    const packs = (m: string) => marginsOf(job(m, 12, 'jigsaw-orbital'), fine).find((x) => x.limit === 'packing')
    expect(packs('aluminium')!.state).toBe('near')
    expect(packs('brass')).toBeUndefined()
  })
})

describe('bow, bite and strokes', () => {
  it('thin sheet may bow more, up to a cap; a hand frame has the cap', () => {
    expect(bowAllowed(job('pear', 6, 'scroll-plain', { finish: 'careful' }))).toBeCloseTo(0.35 * 1.5, 9)
    expect(bowAllowed(job('pear', 0.8, 'scroll-plain', { finish: 'ordinary' }))).toBe(1.6)
    expect(bowAllowed(job('silver', 2, 'frame-70', { finish: 'careful' }))).toBe(1.2)
  })
  it('the floor is 6 µm in wood, 4 in plastic, 0.8 in metal; twice that dull; a quarter more is sure', () => {
    const floor = (m: string, wear = 0) => 1000 * minChipLoad(job(m, 5, 'scroll-plain', {}, { wear }), no5)
    expect(['oak', 'acrylic', 'silver', 'mild-steel'].map((m) => floor(m))).toEqual(
      [6, 4, 0.8, 0.8].map((x) => expect.closeTo(x, 9) as number),
    )
    expect(floor('oak', 1)).toBeCloseTo(12, 9)
    expect(1000 * sureChipLoad(job('oak', 5, 'scroll-plain'), no5)).toBeCloseTo(7.5, 9)
  })
  it('tile and shell are slow to saw, and porcelain slowest', () => {
    const feed = (m: string, t: number, saw: string, blade: string) =>
      evaluate(job(m, t, saw, { radius: 30 }), bladeById(blade)!).feed.value
    const [wall, floor] = ['wall-tile', 'floor-tile'].map((m) => feed(m, 8, 'jigsaw-orbital', 'jig-grit-24'))
    expect(wall).toBeGreaterThan(0.8)
    expect(wall).toBeLessThan(3)
    expect(floor).toBeLessThan(wall! / 2)
    const pearl = feed('mother-of-pearl', 1.5, 'frame-70', 'jeweler-2o0')
    expect(pearl).toBeGreaterThan(0.3)
    expect(pearl).toBeLessThan(1.2)
  })
  it('an arm keeps 100 strokes in silver and some 70 in steel; steps never round up past what burns', () => {
    const top = (m: string) => speedBand(job(m, 1, 'frame-70'), bladeById('jeweler-1')!).high
    expect(top('silver')).toBeCloseTo(100, 6)
    expect(top('mild-steel')).toBeLessThan(75)
    const two = sawById('scroll-two-speed')!
    expect([settableBelow(two, 1400, 1500), settableBelow(two, 1400, 1700), settableBelow(two, 900, 500)]).toEqual([850, 1600, 850])
  })
  it('down-cutting teeth lift a jigsaw: the hand presses, which limits the feed and counts against them', () => {
    const rough = job('osb', 18, 'jigsaw-orbital', { finish: 'rough' }, { pace: 0.8 })
    const [down, up] = ['jig-down-10', 'jig-ground-10'].map((id) => evaluate(rough, bladeById(id)!))
    expect(up!.pressed).toBe(0)
    expect(rankBlades(rough).value[0]!.blade.cutsOn).toBe('up')
    const thick = evaluate(job('oak', 40, 'jigsaw-orbital', { finish: 'rough' }), bladeById('jig-down-10')!)
    expect(Math.max(down!.pressed, thick.pressed)).toBeGreaterThan(0)
  })
  it('what lifts the work on the up stroke, and how few teeth ripple', () => {
    const ply = job('birch-ply', 6, 'scroll-plain')
    const [plain, reverse] = ['scroll-standard-5', 'scroll-reverse-5'].map((id) => liftOnUpStroke(ply, bladeById(id)!, 0.01))
    expect(reverse!).toBeGreaterThan(plain!)
    expect(ripple(job('birch-ply', 1.5 * (25.4 / 14), 'scroll-plain'), no5)).toBeCloseTo(1 / 1.5, 6)
  })
  it('chatter heard once is a rate of teeth, and known for every blade: strokes beside it are quieter', () => {
    const thin = job('birch-ply', 2, 'scroll-plain')
    const finer = bladeById('scroll-standard-2')!
    const heard = toothRate(thin, no5, 900)
    expect(heard).toBeCloseTo((Math.PI * 19 * 15) / (25.4 / 14), 6)
    const knows = { ...thin, saw: { ...thin.saw, calibration: { lever: [], dial: [], chatter: [{ rate: heard, at: 1 }] } } } as typeof thin
    expect(quietSpeed(thin, no5, 900)).toBeUndefined()
    expect(quietSpeed(knows, no5, 900)).toEqual({
      chatters: expect.closeTo(900, 6),
      quieter: [expect.closeTo(810, 6), expect.closeTo(990, 6)],
    })
    expect(quietSpeed(knows, no5, 1100)).toBeUndefined()
    // the finer blade meets the same rate at fewer strokes
    expect(quietSpeed(knows, finer, (900 * 14) / 20 / 1.02)?.chatters ?? 0).toBeCloseTo(
      toothRate(thin, no5, 900) / toothRate(thin, finer, 1),
      6,
    )
    // many teeth in thick stock carry evenly
    expect(quietSpeed({ ...knows, stock: { ...knows.stock, thickness: 19 } as typeof knows.stock }, no5, 900)).toBeUndefined()
  })
})

describe('pattern and stock together', () => {
  const ridge = (pattern: string, material: string) => characterOf(job(material, 6, 'scroll-plain'), { pattern: pattern as 'skip' }).ridge
  const tear = (pattern: string, material: string) => characterOf(job(material, 6, 'scroll-plain'), { pattern: pattern as 'skip' }).tear
  it('both-way teeth are finest in even wood and coarse in plastic; double teeth lead in acrylic and chip sheet', () => {
    const patterns = ['standard', 'skip', 'double', 'reverse', 'reverse-skip', 'mixed', 'both-way', 'ground']
    const best = (material: string) => patterns.reduce((a, b) => (ridge(b, material) < ridge(a, material) ? b : a))
    expect([best('maple'), best('acrylic')]).toEqual(['both-way', 'double'])
    expect(ridge('both-way', 'acrylic')).toBeGreaterThan(1)
    expect(ridge('reverse-skip', 'acrylic')).toBeGreaterThan(ridge('skip', 'acrylic'))
    expect(tear('double', 'birch-ply')).toBe(Math.max(...patterns.map((p) => tear(p, 'birch-ply'))))
    expect(tear('reverse-skip', 'birch-ply')).toBeLessThan(tear('reverse-skip', 'maple'))
  })
  it('tear-out is a spread: half of the chips go deeper than a veneer as deep as the middle one, one in eight where it is twice as deep', () => {
    const ply = job('veneered-ply', 12, 'scroll-plain')
    const shown = edgeForecast(ply, no5, 0.01).tear
    const share = (veneer: number) =>
      edgeForecast({ ...ply, stock: { ...ply.stock, material: { ...ply.stock.material, veneer } } }, no5, 0.01).deep.share
    expect(share(shown)).toBeCloseTo(0.5, 9)
    expect(share(2 * shown)).toBeCloseTo(0.124, 2)
  })
})

describe('habit, holders, words', () => {
  test.each([
    ['pine', 6.35, '3', '5'],
    ['birch-ply', 3, '0', '2'],
    ['maple', 19, '7', '10'],
    ['silver', 0.8, '3/0', '1/0'],
    ['brass', 1.2, '1/0', '2'],
  ])('%s of %d mm: No. %s to %s is what most clamp', (material, thickness, from, to) => {
    const series = material === 'silver' || material === 'brass' ? 'jeweler' : 'scroll-standard'
    const of = (size: string) => blades.find((b) => b.group === series && b.size === size)!.width
    const w = ladderWidth(job(material, thickness, 'scroll-plain'))
    expect(w).toBeGreaterThan(of(from) * 0.97)
    expect(w).toBeLessThan(of(to) * 1.03)
  })
  it('half-dull shifts a pick by little', () => {
    let moved = 0
    const woods = ['pine', 'walnut', 'pear', 'oak', 'maple', 'birch-ply']
    const cases = woods.flatMap((m) => [3, 6, 12, 19].map((t) => job(m, t, 'scroll-plain', { radius: 3 + t / 5 })))
    for (const j of cases) {
      const [sharp, dull] = [0, 0.5].map((wear) => rankBlades({ ...j, wear }).value[0]!.blade)
      if (Math.abs(sharp!.order - dull!.order) > 2) moved++
    }
    expect(moved / cases.length).toBeLessThan(0.25)
  })
  it('only holders made for it take a pinned blade a quarter turned; plain ends are twisted in any', () => {
    const [plain, pinned] = [no5, bladeById('pinned-standard-fine')!]
    const fixed = { ...sawById('scroll-both')!, quarterTurn: false } as Saw
    expect([turnsQuarter(sawById('scroll-both')!, pinned), turnsQuarter(fixed, pinned)]).toEqual([true, false])
    expect(turnsQuarter(fixed, plain)).toBe(true)
  })
  it('a window says which sizes go freely and which at a price', () => {
    expect(windowHeading(sizeWindow(job('pear', 9, 'scroll-plain', { radius: 2.6 }), 'scroll-reverse-skip'))).toMatch(
      /^Sizes that will do this cut: No\. 1 to No\. 5; No\. 0 and No\. 6 to No\. \d+ at a price$/,
    )
  })
  it('a near margin of any limit says what it costs, and a refused one what is wanting', () => {
    const seen = new Map<string, Margin>()
    for (const j of [
      job('pear', 9, 'scroll-plain', { radius: 2, kind: 'pierced', hole: 1.15, web: 2 }),
      job('basswood', 1.5, 'scroll-plain'),
      job('maple', 19, 'scroll-plain'),
      job('aluminium', 12, 'jigsaw-orbital'),
    ])
      for (const b of blades) for (const m of marginsOf(j, b)) if (m.state === 'near') seen.set(m.limit, m)
    expect([...seen.keys()].sort()).toEqual(['chipLoad', 'hole', 'packing', 'teeth', 'turn', 'web'])
    for (const m of seen.values()) expect(marginWords(m, job('pear', 9, 'scroll-plain', { radius: 2 }), say)).toMatch(/\d/)
  })
})

describe('room where the work stands', () => {
  const inPlace = (room: number | undefined, saw = 'hand-saws') =>
    job('oak', 20, saw, { kind: 'straight', length: 150, grain: 'across', depth: 20, room })
  it('less of it takes shorter saws, never longer, and no saw whose teeth, hand and a short stroke do not fit', () => {
    let longest = Infinity
    for (let room = 900; room >= 150; room -= 25) {
      const fit = rankBlades(inPlace(room)).value.map((v) => v.blade.length)
      const most = Math.max(0, ...fit)
      expect(most).toBeLessThanOrEqual(longest)
      expect(most).toBeLessThan(room - 100)
      longest = most
    }
    expect(longest).toBe(0)
    const free = rankBlades(inPlace(undefined)).value.map((v) => v.blade.id)
    expect(rankBlades(inPlace(5000)).value.map((v) => v.blade.id)).toEqual(free)
  })
  it('a saw one takes the work to does not come; ways out are saws that fit', () => {
    expect(rankBlades(inPlace(800, 'scroll-plain')).value).toEqual([])
    const tight = inPlace(250)
    expect(rankBlades(tight).value).toEqual([])
    for (const w of waysOut(tight, saws)) expect(w.job.saw.kind).not.toBe('scroll')
    const stopped = evaluate(tight, bladeById('dovetail-15')!).margins.find((m) => m.limit === 'access')!
    expect(marginWords(stopped, tight, say)).toMatch(/^Too long for its place: .* there are 250 mm\.$/)
  })
})
