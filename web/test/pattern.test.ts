import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { bladeById, makeJob, type StrungSaw } from '@green-pitch/core'
import { noChoices, single } from '@green-pitch/core/pattern'
import { db } from '../src/data/db'
import type { SawRecord } from '../src/data/records'
import { loadDemo } from '../src/data/demo'
import { kindOf, patternFrom, readDrawing } from '../src/data/patternFile'
import { check, patternRecord, runRecord } from '../src/data/schema'
import { shippedPatterns } from '../src/data/shipped'
import { useJob } from '../src/store/job'
import { usePattern } from '../src/store/pattern'
import { useShop } from '../src/store/shop'
import { useTrouble } from '../src/store/trouble'
import { patternWork, type Found } from '../src/work/patternWork'

const given = { job: makeJob(), blade: bladeById('scroll-reverse-skip-4')!, drills: ['metric' as const], choices: noChoices }
const quiet = () => undefined

describe('what the worker does', () => {
  const read = (name: string) => {
    const text = shippedPatterns.find((s) => s.name === name)!.text
    const result = patternWork.read(text, kindOf(name, text), undefined, quiet)
    if (!result.ok) throw new Error(result.message)
    return result.drawing
  }
  test.each([
    ['tide-dial.svg', 37, 185],
    ['curlew-pendant.svg', 7, 33],
    ['avocet-tray.svg', 3, 152.4],
    ['bracket.dxf', 3, 200],
  ])('%s: %i openings, %d mm wide', (name, openings, width) => {
    const drawing = read(name)
    expect(drawing.lines.every((l) => l.points instanceof Float64Array)).toBe(true)
    patternWork.lay({ lines: drawing.lines, take: 'both', tolerance: 0.1, layout: single, stretch: 1 })
    const { found, box, looks } = patternWork.reckon(given, quiet) as Found
    expect(found.rings.filter((r) => r.ring.role === 'opening')).toHaveLength(openings)
    expect(box.maxX - box.minX).toBeCloseTo(width, 1)
    expect([looks.length, found.troubles.some((t) => t.kind === 'loose' || t.kind === 'crossing')]).toEqual([found.rings.length, false])
    expect(patternWork.rows(found.rings.map(() => 60))).toHaveLength(found.order.length)
    expect(patternWork.write('dxf', name)).toContain('LWPOLYLINE')
  })
  test('twice the size, in copies: twice the width, as many times the openings; nothing closed is said by nothing', () => {
    const { lines } = read('avocet-tray.svg')
    patternWork.lay({ lines, take: 'both', tolerance: 0.1, layout: { across: 2, down: 2, gap: 4, margin: 5 }, stretch: 2 })
    const { found, box } = patternWork.reckon(given, quiet) as Found
    expect(found.rings).toHaveLength(16)
    expect(box.maxX - box.minX).toBeCloseTo(2 * 2 * 152.4 + 4, 1)
    patternWork.lay({ lines, take: 'fill', tolerance: 0.1, layout: single, stretch: 1 })
    expect(patternWork.reckon(given, quiet)).toBeUndefined()
  })
})

describe('records', () => {
  const sound = () => {
    const text = shippedPatterns[0].text
    const read = readDrawing(text, 'tide-dial.svg')
    if (!read.ok) throw new Error(read.message)
    return patternFrom('j1', 'tide-dial.svg', read.drawing, 'lines')
  }
  test('a pattern that is sound is taken, packed or plain; a broken one is refused with its place', () => {
    const r = sound()
    expect(check(patternRecord, r).ok).toBe(true)
    expect(check(patternRecord, { ...r, lines: r.lines.map((l) => ({ ...l, points: Float64Array.from(l.points) })) }).ok).toBe(true)
    for (const [patch, place] of [
      [{ lines: [{ ...r.lines[0]!, points: [1, 2, 3] }] }, 'points'],
      [{ lines: [{ ...r.lines[0]!, points: [1, NaN] }] }, 'points'],
      [{ stretch: 0 }, 'stretch'],
      [{ layout: { ...r.layout, across: 0 } }, 'across'],
      [{ choices: { ...r.choices, directions: { 3: 'sideways' } } }, 'directions'],
      [{ transfer: 'wish' }, 'transfer'],
    ] as const) {
      const found = check(patternRecord, { ...r, ...patch })
      expect(found.ok ? '' : found.message).toContain(place)
    }
    const run = { id: 'j1', rev: 1, order: [1], predicted: [3], total: 3, events: [{ at: 1, event: 'start' }], logged: false }
    expect(check(runRecord, run).ok).toBe(true)
    expect(check(runRecord, { ...run, events: [{ at: 1, event: 'flew' }] }).ok).toBe(false)
  })
  test('a DXF is known by its name or its head', () => {
    expect([kindOf('a.DXF', ''), kindOf('a', '  0\nSECTION\n'), kindOf('a.svg', '0\nSECTION'), kindOf('a', '<svg/>')]).toEqual([
      'dxf',
      'dxf',
      'svg',
      'svg',
    ])
  })
})

describe('stores', () => {
  beforeEach(async () => {
    setActivePinia(createPinia())
    vi.stubGlobal('document', { documentElement: { dataset: {} } })
    await Promise.all(db.tables.map((t) => t.clear()))
    await loadDemo()
    await useShop().load()
    await useJob().load()
  })
  test('edits that follow one another faster than storage all hold, and are seen at once', async () => {
    const shop = useShop()
    type Taut = SawRecord & { saw: StrungSaw }
    const base = shop.sawRows[0] as Taut
    const first = shop.keepSaw({ ...base, saw: { ...base.saw, span: 111 } })
    const shown = shop.sawRows.find((r) => r.id === base.id) as Taut
    expect(shown.saw.span).toBe(111)
    const second = shop.keepSaw({ ...shown, saw: { ...shown.saw, throat: 222 } })
    expect(await Promise.all([first, second])).toEqual([true, true])
    const stored = (await db.saws.get(base.id)) as Taut
    expect([stored.saw.span, stored.saw.throat, stored.rev]).toEqual([111, 222, base.rev + 2])
  })
  test('edits of a pattern made while one is on its way to storage are stored too, also when another job is opened at once', async () => {
    // what is stored does not wait for the reckoning
    vi.stubGlobal(
      'Worker',
      class extends EventTarget {
        postMessage() {}
        terminate() {}
      },
    )
    const pattern = usePattern()
    await vi.waitUntil(() => pattern.loaded)
    const id = pattern.record!.id
    pattern.edit({ stretch: 2 })
    await nextTick()
    pattern.edit({ stretch: 3 })
    pattern.edit({ tolerance: 0.2 })
    useJob().undo()
    pattern.edit({ tolerance: 0.3 })
    await useJob().open('demo-tray')
    await vi.waitUntil(() => pattern.loaded && pattern.record?.id === 'demo-tray')
    expect(await db.patterns.get(id)).toMatchObject({ stretch: 3, tolerance: 0.3 })
    expect(useTrouble().words).toEqual([])
  })
  test('a duplicate takes its pattern along, a dropped job leaves none behind', async () => {
    const jobs = useJob()
    expect(jobs.record.id).toBe('demo-dial')
    await jobs.duplicate()
    const copy = jobs.record.id
    expect((await db.patterns.get(copy))!.lines).toHaveLength(38)
    await jobs.drop(copy)
    expect([await db.patterns.get(copy), await db.jobs.get(copy)]).toEqual([undefined, undefined])
    expect(await db.patterns.get('demo-dial')).toBeDefined()
  })
  test('used-up blades leave the drawer; a blade still good counts its minutes', async () => {
    const shop = useShop()
    const own = () => shop.drawer.find((r) => r.id === 'scroll-reverse-skip-5')!
    const { count, minutes } = own()
    await shop.useUp(own().id, 3, 'broke', 40)
    expect([own().count, own().minutes]).toEqual([count - 3, 0])
    await shop.useUp(own().id, 1, 'fine', 12)
    expect([own().count, own().minutes]).toEqual([count - 3, 12 + (minutes && 0)])
  })
})
