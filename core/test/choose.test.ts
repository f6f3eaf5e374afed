import { describe, expect, it, test } from 'vitest'
import {
  bladeById,
  blades,
  byPointOfView,
  collision,
  deriveMaterial,
  makeDo,
  makeJob,
  marginsOf,
  materialById,
  materials,
  nearestMaterial,
  passes,
  placeInWindow,
  rankBlades,
  crossing,
  sawById,
  saws,
  isStaple,
  schoolPicks,
  stops,
  seriesSizes,
  sizeWindow,
  speedRange,
  stoppers,
  clampTrouble,
  isStrung,
  threadingSeconds,
  type StrungSaw,
  tradesAgainst,
  topStress,
  waysOut,
  type Cut,
  type Job,
  type Saw,
} from '../src/index.js'

const scroll = sawById('scroll-plain') as StrungSaw
const frame = sawById('frame-70')!
const none = { web: undefined, hole: undefined }
const jobOf = (
  stock: string,
  thickness: number,
  radius: number | undefined,
  saw: Saw = scroll,
  cut: Partial<Cut> = {},
  rest: Partial<Job> = {},
): Job => makeJob({ stock: { material: materialById(stock)!, form: 'sheet', thickness }, saw, cut: { radius, ...none, ...cut }, ...rest })

describe('the size windows of the reference, within one size at each edge: from the smallest that bites to the largest that turns and stands freely', () => {
  // the reference reckoned these with its first constants: since then thin stock may bow more, metal bites finer and jeweler's
  // teeth clear a wider kerf, which opens the small end in plastic and metal, and the big end of brass
  const cases: [string, number, number, string, string?, string?][] = [
    ['birch-ply', 3, 2, 'scroll-standard', '3/0', '2'],
    ['birch-ply', 6, 2.5, 'scroll-standard', '1', '4'],
    ['maple', 19, 5, 'scroll-standard', '7', '12'],
    ['maple', 45, 6, 'scroll-standard'],
    ['acrylic', 6, 4, 'scroll-standard', '2/0', '9'],
    ['silver', 0.5, 3, 'jeweler', '8/0', '5/0'],
    ['silver', 0.8, 3, 'jeweler', '8/0', '1'],
    ['silver', 2, 6, 'jeweler', '2/0', '8'],
    ['brass', 1.2, 3, 'jeweler', '6/0', '3'],
    ['birch-ply', 6, 2.5, 'scroll-skip', '3/0', '4'],
    ['maple', 19, 5, 'scroll-skip', '4', '12'],
    ['maple', 45, 6, 'scroll-skip', '10', '12'],
  ]
  test.each(cases)('%s %d mm R %d, %s', (stock, thickness, radius, group, from, to) => {
    const jeweler = group === 'jeweler'
    const job = jobOf(
      stock,
      thickness,
      radius,
      jeweler ? frame : scroll,
      {},
      jeweler ? { stress: 550, spm: 100 } : { stress: 320, spm: 1100 },
    )
    const { value, inputs } = sizeWindow(job, group)
    if (!from) return expect(value).toEqual([])
    const free = inputs.sizes.filter((s) => s.passes && s.margins.every((m) => m.state === 'within' || m.limit === 'chipLoad'))
    const at = (size: string) => seriesSizes(jeweler ? 'jeweler' : 'scroll').indexOf(size)
    expect(Math.abs(value[0]!.order - at(from))).toBeLessThanOrEqual(1)
    expect(Math.abs(free.at(-1)!.blade.order - at(to!))).toBeLessThanOrEqual(1)
  })
  it('wider spacing cuts 6 mm ply about a third faster and 45 mm maple at about 0.8 mm/s', () => {
    const feed = (job: Job, id: string) => rankBlades(job, { blades: [bladeById(id)!] }).value[0]!.feed
    const maple = jobOf('maple', 45, 6, scroll, {}, { stress: 320, spm: 1100 })
    expect(feed(maple, 'scroll-skip-12').value).toBeCloseTo(0.8, 1)
    const ply = jobOf('birch-ply', 6, 2.5, scroll, {}, { stress: 320, spm: 1100 })
    expect(feed(ply, 'scroll-skip-2').inputs.gullet / feed(ply, 'scroll-standard-2').inputs.gullet).toBeCloseTo(4 / 3, 2)
  })
})

/** Everyday jobs: what a careful practitioner would accept, and why. Sizes are a span along the series. */
const everyday: [job: string, Job, groups: string, from: string, to: string, why: string][] = [
  [
    'fret in 9 mm pear',
    jobOf('pear', 9, 2.6),
    'reverse-skip reverse mixed double',
    '2',
    '5',
    'middle sizes bite dense 9 mm and still turn 2.6',
  ],
  [
    'ornament in 3 mm birch ply',
    jobOf('birch-ply', 3, 2),
    'reverse standard both-way',
    '2/0',
    '1',
    'fine even teeth: two in 3 mm, upward teeth for the veneer below',
  ],
  [
    'puzzle in 6 mm birch ply',
    jobOf('birch-ply', 6, 2.5),
    'mixed reverse-skip reverse',
    '2/0',
    '3',
    'small enough to turn, upward teeth keep the back whole',
  ],
  [
    'letters in 12 mm spruce ply',
    jobOf('spruce-ply', 12, 5),
    'mixed reverse reverse-skip',
    '3',
    '8',
    'loose veneers want upward teeth; curve is easy',
  ],
  [
    'bowl blank in 19 mm maple',
    jobOf('maple', 19, 5),
    'mixed reverse-skip reverse',
    '5',
    '10',
    'dense and thick: needs gaps and stiffness',
  ],
  ['box lid in 19 mm walnut', jobOf('walnut', 19, 4), 'mixed reverse reverse-skip', '4', '9', 'thick, softer than maple: a size less'],
  ['animals in 19 mm pine', jobOf('pine', 19, 6), 'mixed reverse reverse-skip', '6', '12', 'soft and thick: big and quick'],
  ['house sign in 19 mm oak', jobOf('oak', 19, 6), 'mixed reverse reverse-skip', '6', '11', 'open, splintery grain: upward teeth'],
  ['beech coat hook, 25 mm', jobOf('beech', 25, 8), 'mixed ground reverse-skip', '8', '12', 'at the stiff end: gaps fill in 25 mm'],
  ['basswood relief, 25 mm', jobOf('basswood', 25, 6), 'mixed reverse ground', '6', '12', 'soft: steering and gaps, not force'],
  ['cherry fretwork, 12 mm', jobOf('cherry', 12, 3), 'reverse mixed reverse-skip', '3', '6', 'burns easily: keeps its gaps open'],
  ['padauk pendant blank, 12 mm', jobOf('padauk', 12, 3), 'reverse mixed reverse-skip', '3', '6', 'dense tropical counts as thicker'],
  [
    'ebony inlay, 5 mm',
    jobOf('ebony', 5, 2),
    'reverse-skip reverse mixed double',
    '0',
    '3',
    'very dense, tight curve: small and well spaced',
  ],
  ['thick block, 45 mm maple', jobOf('maple', 45, 8), 'ground reverse-skip skip', '9', '12', 'only wide spacing and a sharp edge open it'],
  [
    'scroll block, 38 mm poplar',
    jobOf('poplar', 38, 10),
    'ground mixed reverse-skip',
    '7',
    '12',
    'taller than the stroke: biggest, wide gaps',
  ],
  ['template in 6 mm MDF', jobOf('mdf', 6, 3), 'mixed reverse-skip reverse', '0', '4', 'no grain: any middle size, dust clears'],
  ['hardboard stencil, 3 mm', jobOf('hardboard', 3, 3), 'both-way reverse standard', '2/0', '4', 'thin and hard: many teeth'],
  ['acrylic key ring, 6 mm', jobOf('acrylic', 6, 4), 'both-way mixed reverse double', '0', '5', 'slow and open, or the cut welds'],
  ['polycarbonate guard, 3 mm', jobOf('polycarbonate', 3, 3), 'both-way reverse standard', '2/0', '2', 'fine teeth in thin tough plastic'],
  [
    'PVC stencil, 5 mm',
    jobOf('pvc', 5, 4),
    'reverse both-way mixed double double-reverse',
    '2/0',
    '5',
    'softens first of all: slowest strokes',
  ],
  [
    'bone pick, 4 mm',
    jobOf('bone', 4, 2),
    'mixed reverse reverse-skip double standard',
    '2/0',
    '3',
    'dense but brittle: small, well-kept bite',
  ],
  ['name tag in 0.5 mm silver', jobOf('silver', 0.5, 3, frame), 'jeweler', '8/0', '4/0', 'hardly more than a tooth in half a millimetre'],
  ['pendant in 0.8 mm silver', jobOf('silver', 0.8, 3, frame), 'jeweler', '5/0', '1/0', 'trade habit for 20 gauge: 4/0 to 2/0'],
  ['ring shank in 2 mm silver', jobOf('silver', 2, 6, frame), 'jeweler', '2', '6', 'thick: bigger bites through'],
  ['name plate in 1.2 mm brass', jobOf('brass', 1.2, 3, frame), 'jeweler', '3/0', '1', 'free-cutting, springy: two teeth and more'],
  ['copper leaf, 1 mm', jobOf('copper', 1, 3, frame), 'jeweler', '4/0', '1', 'soft and grabby: fine'],
  ['gold link, 1 mm', jobOf('gold-18', 1, 2.5, frame), 'jeweler', '3/0', '1', 'hard alloy, and waste is dear'],
  ['pearl button, 1.5 mm', jobOf('mother-of-pearl', 1.5, 2, frame), 'jeweler', '4/0', '2/0', 'brittle: the very finest only break'],
  ['copper filigree, 0.6 mm', jobOf('copper', 0.6, 1, frame), 'jeweler', '6/0', '4/0', 'turned on the spot: hardly finer for it'],
  [
    'ply ornament, 3 mm, tight',
    jobOf('birch-ply', 3, 1),
    'mixed reverse reverse-skip',
    '3/0',
    '1',
    'a flat blade spun, not a rough spiral',
  ],
  ['walnut fret, 6 mm, tight', jobOf('walnut', 6, 1), 'mixed reverse reverse-skip', '3/0', '2', 'the same in thicker stock'],
  ['steel bracket, 1 mm', jobOf('mild-steel', 1, 3, frame), 'jeweler metal', '1', '2', 'needs stiffness, and teeth enough'],
  ['wall tile notch, 6 mm', jobOf('wall-tile', 6, 6), 'grit', 'fine', 'coarse', 'no tooth cuts tile: grit does'],
]
describe('everyday jobs', () => {
  it('are at least 25, over a dozen materials', () => {
    expect(everyday.length).toBeGreaterThanOrEqual(25)
    expect(new Set(everyday.map(([, j]) => j.stock.material.id)).size).toBeGreaterThanOrEqual(20)
  })
  test.each(everyday)('%s', (_name, job, groups, from, to) => {
    const [first] = rankBlades(job).value
    const { blade } = first!
    expect(groups.split(' ').map((g) => (g === 'jeweler' ? g : g === 'grit' ? 'grit-wire' : `scroll-${g}`))).toContain(blade.group)
    const sizes = seriesSizes(blade.series)
    expect(sizes.indexOf(blade.size)).toBeGreaterThanOrEqual(sizes.indexOf(from))
    expect(sizes.indexOf(blade.size)).toBeLessThanOrEqual(sizes.indexOf(to))
  })
})

describe('ranking', () => {
  const job = makeJob()
  it('holds every hard limit, and explains itself', () => {
    const { value } = rankBlades(job)
    expect(value.length).toBeGreaterThan(5)
    for (const r of value) expect(marginsOf(job, r.blade).some(stops)).toBe(false)
    for (const b of blades) expect(passes(job, b)).toBe(value.some((r) => r.blade.id === b.id))
    const trades = value.map((r) => {
      const { gains, losses } = tradesAgainst(r, value[0]!)
      return gains.length + losses.length
    })
    expect(trades[0]).toBe(0)
    expect(trades.filter(Boolean).length).toBeGreaterThan(value.length / 2)
  })
  it('moves from the small end to the big end with the slider', () => {
    const place = (pace: number) =>
      placeInWindow(rankBlades({ ...job, pace }, { blades: blades.filter((b) => b.group === 'scroll-reverse-skip') }).value[0]!.margins)
    const places = [0, 0.25, 0.5, 0.75, 1].map(place)
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(places.at(-1)! - places[0]!).toBeGreaterThan(0.3)
  })
  it('puts owned blades first only when asked', () => {
    const owned = new Set(['scroll-reverse-skip-5'])
    expect(rankBlades(job, { owned, ownedFirst: true }).value[0]!.blade.id).toBe('scroll-reverse-skip-5')
    expect(rankBlades(job, { owned }).value[0]!.blade.id).not.toBe('scroll-reverse-skip-5')
  })
  it('weighs clean-up: deep chips in veneer cost more time than they save', () => {
    const ply = jobOf('veneered-ply', 6, 4, scroll, {}, { pace: 1 })
    const of = (id: string) => rankBlades(ply, { blades: [bladeById(id)!] }).value[0]!
    expect(of('scroll-skip-5').edge.chips || of('scroll-skip-5').time.cleanUp > of('scroll-reverse-skip-5').time.cleanUp).toBe(true)
    expect(rankBlades(ply).value[0]!.edge.chips).toBe(false)
  })
  it('shows where the schools part', () => {
    const ranked = rankBlades(job).value
    const picks = Object.fromEntries(schoolPicks(job, ranked, 'reverse-skip').map((p) => [p.school, p.pick.blade]))
    // of those that do it at all: the schools of extremes go to the ends, the others stay where it goes freely
    expect(picks.smallest!.order).toBeLessThan(picks.balance!.order + 1)
    expect(picks.biggest!.order).toBeGreaterThan(picks.balance!.order)
    expect(isStaple(picks['few-sizes']!)).toBe(true)
    expect(Object.values(picks).every((b) => b.pattern === 'reverse-skip')).toBe(true)
    const view = byPointOfView(job, ranked, { size: 'biggest', pattern: 'reverse-skip', twisted: 'never' })
    expect(view[0]!.blade.id).toBe(picks.biggest!.id)
    expect(view.some((r) => r.blade.pattern === 'twisted')).toBe(false)
  })
})

describe('the impossible job', () => {
  const thick = jobOf('maple', 45, 1)
  it('names what collides and by how much', () => {
    const c = collision(sizeWindow(thick))!
    expect([c.below!.limit, c.above!.limit]).toEqual(['chipLoad', 'turn'])
    expect(c.nearest!.fails.every(stops)).toBe(true)
  })
  it.each([
    ['45 mm maple R 1', jobOf('maple', 45, 1)],
    ['stainless sheet on a scroll saw', jobOf('stainless-steel', 12, 3)],
    ['veneer R 0.3', jobOf('pear', 0.3, 0.3)],
    ['a stack too high', makeJob({ stock: { form: 'stack', material: materialById('birch-ply')!, thickness: 6, sheets: 10 }, cut: none })],
    ['a pinhole', jobOf('pear', 9, 2.6, scroll, { hole: 0.4 })],
    ['a hair of a web', jobOf('pear', 9, 2.6, scroll, { web: 0.2 })],
  ])('%s: every way out opens it', (_n, job) => {
    expect(rankBlades(job).value).toEqual([])
    const ways = waysOut(job, saws)
    expect(ways.length).toBeGreaterThan(0)
    for (const w of ways) expect(rankBlades(w.job).value.length).toBe(w.opens)
    expect(stoppers(job).length).toBeGreaterThan(0)
  })
  it('offers the frame where a machine’s blades are all too coarse', () =>
    expect(
      waysOut(jobOf('silver', 0.2, 3), saws)
        .filter((w) => w.kind === 'saw')
        .map((w) => w.saw!.kind),
    ).toContain('frame'))
  it('makes an owned blade do with the least change, or says none can', () => {
    const tight = jobOf('pear', 9, 0.9)
    const own = [bladeById('scroll-reverse-skip-4')!]
    const d = makeDo(tight, own, (b) => topStress(scroll, b).value)!
    expect(d.changes).toEqual(['pivot'])
    expect(d.evaluation.passes).toBe(true)
    expect(makeDo(jobOf('silver', 0.8, 3), own, (b) => topStress(scroll, b).value)).toBeUndefined()
  })
  it('no school of teeth forbids, each leads its own way; a dull blade fails where a new one passes', () => {
    const strict = jobOf('silver', 0.8, 3, frame, {}, { teethSchool: 'three' })
    const [three, habit] = [strict, { ...strict, teethSchool: 'habit' as const }].map((j) => rankBlades(j).value)
    expect(three!.length).toBe(habit!.length)
    expect(three![0]!.blade.order).toBeLessThanOrEqual(habit![0]!.blade.order)
    expect(rankBlades({ ...thick, wear: 1, cut: { ...thick.cut, radius: 12 } }).value.length).toBeLessThan(
      rankBlades({ ...thick, cut: { ...thick.cut, radius: 12 } }).value.length,
    )
  })
})

describe('stock and saws as data', () => {
  it('has at least 45 materials, all with a source', () => {
    expect(materials.length).toBeGreaterThanOrEqual(45)
    expect(new Set(materials.map((m) => m.id)).size).toBe(materials.length)
    for (const m of materials)
      expect(m.K > 0 && m.density > 100 && m.strength > 0 && m.cautions.length > 0 && m.source.length > 0).toBe(true)
  })
  it('derives a user’s own from the nearest known', () => {
    expect(nearestMaterial({ cuts: 'wood', density: 700, hardness: 32 }).id).toBe('pear')
    const own = deriveMaterial({ id: 'own', name: 'Plum', cuts: 'wood', density: 770, hardness: 35 })
    // a panel only where it is said, and never easier to saw than both woods next to it in density
    expect(materials.filter((m) => m.density === 740 && m.cuts === 'wood').map((m) => m.id)).toContain('mdf')
    expect(nearestMaterial({ cuts: 'wood', density: 740 }).build).toBe('solid')
    expect(nearestMaterial({ cuts: 'wood', density: 740, build: 'chips' }).id).toBe('mdf')
    const woods = materials.filter((m) => m.cuts === 'wood' && m.build === 'solid')
    for (let density = 300; density < 1100; density += 7) {
      const { K } = deriveMaterial({ id: 'own', name: 'own', cuts: 'wood', density })
      const side = (of: typeof woods) =>
        of.filter((m) => Math.abs(m.density - density) === Math.min(...of.map((x) => Math.abs(x.density - density)))).map((m) => m.K)
      const [lower, higher] = [side(woods.filter((m) => m.density <= density)), side(woods.filter((m) => m.density >= density))]
      if (lower.length && higher.length) expect(K).toBeGreaterThanOrEqual(Math.min(...lower, ...higher) - 1e-9)
    }
    expect(() => deriveMaterial({ id: 'x', name: 'x', cuts: 'wood', density: Infinity })).toThrow(RangeError)
    expect(own.source).toMatch(/estimate from/)
    expect(() => deriveMaterial({ id: 'x', name: 'x', cuts: 'wood', density: 0 })).toThrow(RangeError)
  })
  it('reckons forms: a tube by its wall, a stack by its sheets', () => {
    const material = materialById('brass')!
    expect(crossing({ material, form: 'stack', thickness: 3, sheets: 3 }).total).toBeCloseTo(9.1, 9)
    const tube = crossing({ material, form: 'tube', diameter: 20, wall: 1 })
    expect([tube.total, tube.thinnest]).toEqual([20, 1])
    // turned as it is sawn: twice the wall, or the chord that grazes the bore where that is less: never the whole pipe
    expect(tube.longest).toBeCloseTo(2, 9)
    expect(crossing({ material, form: 'tube', diameter: 1.2, wall: 0.55 }).longest).toBeCloseTo(
      Math.min(1.1, 2 * Math.sqrt(0.55 * 0.65)),
      9,
    )
  })
  it('has eight saws and more, three depths of hand frame, each with its own threading time', () => {
    expect(saws.length).toBeGreaterThanOrEqual(8)
    expect(saws.filter((s) => s.kind === 'frame').length).toBeGreaterThanOrEqual(3)
    for (const s of saws.filter(isStrung)) {
      expect(speedRange(s)[0]).toBeLessThanOrEqual(speedRange(s)[1])
      expect(threadingSeconds(s)).toBeGreaterThan(8)
      expect(blades.some((b) => !clampTrouble(s, b))).toBe(true)
    }
  })
})
