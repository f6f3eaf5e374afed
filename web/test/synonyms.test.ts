import { expect, it } from 'vitest'
import { blades } from '@green-pitch/core'
import { places } from '../src/app/places'
import { found, terms, type Target } from '../src/app/synonyms'

/** What people type, and where it should lead among the first three. */
const table: [asked: string, to: string][] = [
  ['spiral', 'scroll-twisted'],
  ['crown', 'scroll-both-way'],
  ['pilot', 'cut'],
  ['plunge', 'cut'],
  ['tenon', '/joints'],
  ['fret', '/pattern'],
  ['skip tooth', 'scroll-skip'],
  ['reverse tooth', 'scroll-reverse-skip'],
  ['piercing', 'jeweler'],
  ['jeweller', 'jeweler'],
  ['pinned', 'pinned-skip'],
  ['dado', '/joints'],
  ['mortise', '/joints'],
  ['miter', '/joints'],
  ['cope', '/joints'],
  ['timber', 'stock'],
  ['lumber', 'stock'],
  ['thickness', 'stock'],
  ['gauge', 'stock'],
  ['radius', 'cut'],
  ['bridge', 'cut'],
  ['bevel', 'cut'],
  ['backer', 'cut'],
  ['zero clearance', 'cut'],
  ['crosscut', 'cut'],
  ['throat', 'saw'],
  ['tpi', 'blade'],
  ['caliper', 'blade'],
  ['dull', 'blade'],
  ['slack', 'tension'],
  ['tensioner', 'tension'],
  ['pendulum', 'orbit'],
  ['rpm', 'speed'],
  ['dial', 'speed'],
  ['upside down', 'way'],
  ['good side', 'way'],
  ['svg', '/pattern'],
  ['template', '/pattern'],
  ['pluck', '/listen'],
  ['microphone', '/listen'],
  ['foot switch', '/run'],
  ['stopwatch', '/run'],
  ['snapped', '/remedy'],
  ['scorch', '/remedy'],
  ['tear-out', '/remedy'],
  ['wander', '/remedy'],
  ['compare blades', '/trials'],
  ['diary', '/log'],
  ['inventory', '/drawer'],
  ['starter set', '/drawer/kit'],
  ['shopping list', '/drawer/order'],
  ['upgrade', '/saws/worth'],
  ['calibrate', '/saws'],
  ['poster', '/chart'],
  ['inches', '/settings'],
  ['backup', '/settings'],
  ['dark', '/settings'],
  ['u-shank', 'jig-screw-set'],
  ['worktop', 'jig-down'],
  ['diamond', 'grit-wire'],
]
const where = (to: Target) => ('place' in to ? to.place : 'part' in to ? to.part : to.group)

it('words of the trade lead somewhere sensible, and every target is there', () => {
  const among = terms.map((t) => ({ ...t, kind: 'Term' }))
  const missed = table.filter(([asked, to]) => !found(asked, among, 3).some((t) => where(t.to) === to))
  expect(missed).toEqual([])
  const paths = new Set<string>([...places.map((p) => p.path), '/drawer/kit', '/drawer/order', '/saws/worth'])
  for (const { to } of terms) {
    if ('place' in to) expect(paths.has(to.place), to.place).toBe(true)
    if ('group' in to)
      expect(
        blades.some((b) => b.group === to.group),
        to.group,
      ).toBe(true)
  }
})

it('a name that begins with what was typed comes before one that holds it; all words must be found', () => {
  const among = [
    { kind: 'Stock', text: 'Spruce plywood' },
    { kind: 'Stock', text: 'Plywood, birch' },
    { kind: 'Blade', text: 'No. 5 skip', words: 'apply' },
  ]
  expect(found('ply', among).map((h) => h.text)).toEqual(['Plywood, birch', 'Spruce plywood', 'No. 5 skip'])
  expect(found('ply birch', among)).toHaveLength(1)
  expect(found('nothing', among)).toEqual([])
  expect(found('  ', among)).toHaveLength(3)
})
