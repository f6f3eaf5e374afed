import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { signedArea } from '@green-pitch/core/pattern'
import { usePattern } from '../src/store/pattern'
import { eachInTheShop, shop } from './room'

eachInTheShop()
const svg = (body: string, size = 100) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${size}mm" height="${size}mm" viewBox="0 0 ${size} ${size}"><g fill="none" stroke="#000">${body}</g></svg>`
const panel = svg('<rect x="5" y="5" width="90" height="60"/><circle cx="30" cy="35" r="10"/><circle cx="70" cy="35" r="12"/>')
const file = (name: string, data: string | Uint8Array) => new File([data as BlobPart], name)
const gzip = async (text: string) =>
  new Uint8Array(await new Response(new Blob([text]).stream().pipeThrough(new CompressionStream('gzip'))).arrayBuffer())
const found = (of: ReturnType<typeof usePattern>, count: number) =>
  vi.waitUntil(() => of.found?.rings.length === count, { timeout: 20_000 })
/** What is said of a file, and what the job has afterward. */
async function brought(name: string, data: string | Uint8Array) {
  const { pattern, trouble } = await shop()
  await vi.waitUntil(() => pattern.loaded)
  const before = pattern.record?.name
  const result = await pattern.bring(file(name, data))
  return { result, name: pattern.record?.name, before, said: trouble.words.map((w) => w.text).join(' ') }
}

describe('a file brought in', () => {
  it('as SVG, packed, as DXF: the same panel, calculated, told to the ticket, and had back by undo', async () => {
    const dxf = ['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', '4', '0', 'ENDSEC', '0', 'SECTION', '2', 'ENTITIES']
    const box = [
      [5, 5],
      [95, 5],
      [95, 65],
      [5, 65],
    ]
    dxf.push('0', 'LWPOLYLINE', '8', 'x', '90', '4', '70', '1', ...box.flatMap(([x, y]) => ['10', String(x), '20', String(y)]))
    for (const [x, r] of [
      [30, 10],
      [70, 12],
    ])
      dxf.push('0', 'CIRCLE', '8', 'x', '10', String(x), '20', '35', '40', String(r))
    dxf.push('0', 'ENDSEC', '0', 'EOF')
    for (const [name, data] of [
      ['panel.svg', panel],
      ['panel.svgz', await gzip(panel)],
      ['panel.dxf', dxf.join('\n')],
    ] as const) {
      const { jobs, pattern } = await shop()
      await vi.waitUntil(() => pattern.loaded)
      const before = pattern.record?.name
      expect(await pattern.bring(file(name, data))).toBeUndefined()
      await found(pattern, 3)
      expect(pattern.record!.name).toBe(name)
      const areas = pattern.found!.rings.map((r) => Math.abs(signedArea(r.ring.points)))
      expect(areas[0]).toBeCloseTo(5400, 0)
      expect(areas[1]! / (144 * Math.PI)).toBeCloseTo(1, 2)
      await vi.waitUntil(() => jobs.job.cut.openings === 2)
      expect(jobs.job.cut).toMatchObject({ kind: 'pierced', openings: 2 })
      expect(jobs.job.cut.radius).toBeGreaterThan(8)
      jobs.undo()
      expect(pattern.record?.name).toBe(before)
      jobs.redo()
      expect(pattern.record?.name).toBe(name)
    }
  })
  it.each<[string, string | Uint8Array, RegExp]>([
    ['empty.svg', '', /empty\.svg: .*Nothing was changed\./],
    ['broken.svg', '<svg><path d="M0', /broken\.svg: .*Nothing was changed\./],
    ['words.svg', 'a shopping list', /words\.svg: .*Nothing was changed\./],
    ['nothing.svg', svg(''), /nothing\.svg: .*Nothing was changed\./],
    ['half.svgz', new Uint8Array([0x1f, 0x8b, 8, 0, 1, 2, 3]), /half\.svgz: could not be read .*Nothing was changed\./],
    ['short.dxf', '0\nSECTION\n2\nENTITIES\n0\nLINE\n10', /short\.dxf: .*Nothing was changed\./],
    ['scan.tiff', new Uint8Array([0x49, 0x49, 0x2a, 0, 1, 2, 3, 4]), /scan\.tiff: .*TIFF.*Nothing was changed\./],
    ['post.eps', '%!PS-Adobe-3.0 EPSF-3.0', /post\.eps: .*Nothing was changed\./],
  ])('%s is refused by what it is, and what was there stands', async (name, data, words) => {
    const b = await brought(name, data)
    expect(b.said).toMatch(words)
    expect([b.result, b.name]).toEqual([undefined, b.before])
  })
  it('a picture is looked at first; one over 60 MB is not read at all', async () => {
    const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])
    expect((await brought('photo.png', png)).result).toBe('picture')
    const { pattern, trouble } = await shop()
    await pattern.bring(Object.defineProperty(file('huge.svg', panel), 'size', { value: 61e6 }))
    expect(trouble.words.at(-1)!.text).toMatch(/^huge\.svg: over 60 MB/)
  })
})

describe('what is done to a pattern', () => {
  it('readings are looked at once and chosen; an island is bridged, which one undo takes back', async () => {
    const disc = (r: number, fill: string) => `<circle cx="50" cy="50" r="${r}" fill="${fill}"/>`
    const target = `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${disc(45, '#000')}${disc(30, '#fff')}${disc(15, '#000')}</svg>`
    const { jobs, pattern } = await shop()
    await vi.waitUntil(() => pattern.loaded)
    await pattern.bring(file('target.svg', target))
    // its holes are part of it: dark stays, first of all
    await found(pattern, 3)
    expect(pattern.record!.reading).toBe('stays')
    await pattern.lookAround()
    expect(new Set(pattern.looks!.map((l) => l.reading)).size).toBe(pattern.looks!.length)
    const looks = pattern.looks
    await pattern.lookAround()
    expect(pattern.looks).toBe(looks)
    pattern.edit({ reading: 'silhouette' })
    await found(pattern, 1)
    jobs.undo()
    await found(pattern, 3)
    const islands = pattern.found!.rings.filter((r) => r.ring.role === 'island').map((r) => r.ring.id)
    expect(islands).toHaveLength(1)
    await pattern.bridge(islands, 3)
    await vi.waitUntil(() => pattern.found!.rings.every((r) => r.ring.role !== 'island'), { timeout: 20_000 })
    expect(pattern.record!.redraws!.every((r) => r.kind === 'bridge')).toBe(true)
    jobs.undo()
    await vi.waitUntil(() => pattern.found!.rings.some((r) => r.ring.role === 'island'), { timeout: 20_000 })
  })
  it('the fewest redraws are sought, made one by one, and forgotten when the blade changes', async () => {
    const { pattern, jobs, answer } = await shop()
    await jobs.open('demo-pinched')
    await vi.waitUntil(() => pattern.found && pattern.record?.id === 'demo-pinched', { timeout: 20_000 })
    await pattern.seekFewest()
    const { changes } = pattern.fewest!
    expect(changes.length).toBeGreaterThan(0)
    const one = changes.slice(0, 1)
    pattern.redraw(one)
    expect(pattern.record!.redraws).toEqual(one.map((c) => c.redraw))
    expect(pattern.fewest?.changes.length ?? 0).toBe(changes.length - 1)
    jobs.undo()
    expect(pattern.record!.redraws ?? []).toEqual([])
    await pattern.seekFewest()
    const other = answer.ranked.find((r) => r.blade.id !== answer.blade.id)!
    jobs.edit((t) => ({ ...t, blade: other.blade }), 'blade')
    await vi.waitUntil(() => pattern.fewest === undefined)
  })
  it('an order by hand costs no less than the suggested one; beats go all the way round', async () => {
    const { pattern } = await shop()
    await vi.waitUntil(() => pattern.found, { timeout: 20_000 })
    const { order, rings, cost } = pattern.found!
    const openings = order.filter((id) => rings[id]!.ring.role === 'opening')
    pattern.choose({ order: [...openings].reverse() })
    await vi.waitUntil(() => pattern.found!.order[0] === openings.at(-1), { timeout: 20_000 })
    expect(pattern.found!.cost.chosen).toBeGreaterThanOrEqual(cost.best)
    const beats = await pattern.beats(openings[0]!)
    const round = rings[openings[0]!]!.measure.length
    expect(beats.length).toBe(Math.floor(round / 5))
    expect(beats.every((b, i) => i === 0 || b.s > beats[i - 1]!.s)).toBe(true)
  })
})
