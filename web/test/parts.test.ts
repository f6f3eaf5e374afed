import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { materials, saws } from '@green-pitch/core'
import { useParts } from '../src/app/parts/words'
import { db } from '../src/data/db'
import { withMaterial, withSaw } from '../src/data/ticket'
import { useJob } from '../src/store/job'
import { useSettings } from '../src/store/settings'

beforeEach(async () => {
  vi.stubGlobal('document', { documentElement: { dataset: {} } })
  setActivePinia(createPinia())
  await db.delete()
  await db.open()
})

it('the ticket says all seven of its parts, whatever saw, stock, curve and unit', async () => {
  const jobs = useJob()
  await jobs.load()
  const parts = useParts()
  const settings = useSettings()
  fc.assert(
    fc.property(
      fc.constantFrom(...saws),
      fc.constantFrom(...materials),
      fc.option(fc.double({ min: 0.3, max: 40, noNaN: true }), { nil: undefined }),
      fc.constantFrom('mm' as const, 'in' as const),
      (saw, material, radius, unit) => {
        settings.value.unit = unit
        jobs.edit((t) => withSaw(t, saw), 'saw')
        jobs.edit((t) => withMaterial(t, material), 'material')
        jobs.editCut({ radius }, 'radius')
        const said = parts.value
        expect(said.map((p) => p.id)).toEqual([
          'stock',
          'cut',
          'saw',
          'blade',
          { scroll: 'tension', frame: 'tension', jigsaw: 'orbit', hand: 'stroke' }[saw.kind],
          'speed',
          'way',
        ])
        for (const p of said) {
          expect(p.value, p.id).not.toBe('')
          expect(`${p.value} ${p.note} ${p.trouble ?? ''}`, p.id).not.toMatch(/undefined|NaN|Infinity|\[object|\bnull\b/)
          // a part that is beyond a limit says so in words, not by colour alone
          if (p.state === 'beyond') expect(p.trouble ?? p.note, p.id).not.toBe('')
        }
        const inches = unit === 'in'
        expect(said[0]!.note.includes(' mm')).toBe(!inches && !/ga/.test(said[0]!.note))
      },
    ),
    { numRuns: 60 },
  )
}, 60_000)
