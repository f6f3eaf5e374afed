import { expect, it } from 'vitest'
import { blades } from '@green-pitch/core'
import { priceOf, readPrices } from '../src/data/csv'
import { readPasted } from '../src/data/pasted'

it('a list as people write it is read line by line; what it leaves open is told, and the rest taken', () => {
  const list: [string, string, number][] = [
    ['No. 3 reverse-skip, 12', 'scroll-reverse-skip-3', 12],
    ['2 dozen 2/0 jeweler’s', 'jeweler-2o0', 24],
    ['coping, set 15 TPI x10', 'coping-wood-15', 10],
    ['#5 reverse skip 6', 'scroll-reverse-skip-5', 6],
    ['a dozen no. 7 skip tooth', 'scroll-skip-7', 12],
    ['12 x No. 1 double tooth', 'scroll-double-1', 12],
    ['spiral no 2, 4', 'scroll-twisted-2', 4],
    ['scroll-ground-7 6', 'scroll-ground-7', 6],
    ['5/0 jewellers, 1 gross', 'jeweler-5o0', 144],
    ['3 packets of 10 jigsaw narrow for curves 20', 'jig-curve-20', 30],
    ['Pinned skip medium x5', 'pinned-skip-medium', 5],
    ['no 4 crown, 5', 'scroll-both-way-4', 5],
    ['2/0 double reverse', 'scroll-double-reverse-2o0', 12],
    ['No. 5 regular', 'scroll-standard-5', 12],
  ]
  const read = readPasted(list.map(([line]) => line).join('\n'), blades)
  expect(read.refused).toEqual([])
  expect(read.rows.map((r) => [r.blade.id, r.count])).toEqual(list.map(([, id, count]) => [id, count]))
  const bad = readPasted('No. 99 reverse\n\nreverse\nno. 9\ncoping 15 TPI\n0 x No. 3 skip\n12 No. 3 skip', blades)
  expect(bad.rows.map((r) => r.blade.id)).toEqual(['scroll-skip-3'])
  expect(bad.refused.map((r) => r.slice(0, 6))).toEqual(['Line 1', 'Line 2', 'Line 3', 'Line 4', 'Line 5'])
  expect(bad.refused[3]).toContain('it may be coping, set or coping')
})

it('a price list is read by pattern or blade, and the nearer line holds', () => {
  const read = readPrices(
    '\uFEFFBlade,Pack,Price\nscroll-skip,12,4.2\nscroll-skip-3,6,"3,10"\nnothing,1,1\nscroll-skip,0,1\nscroll-skip,1,x\n',
  )
  expect(read.rows).toHaveLength(2)
  expect(read.refused.map((r) => r.slice(0, 6))).toEqual(['Line 4', 'Line 5', 'Line 6'])
  expect(priceOf(read.rows, { id: 'scroll-skip-3', group: 'scroll-skip' })).toMatchObject({ pack: 6, price: 3.1 })
  expect(priceOf(read.rows, { id: 'scroll-skip-5', group: 'scroll-skip' })).toMatchObject({ pack: 12 })
  expect(readPrices('a,b\n1,2').refused[0]).toContain('“blade”, “pack” and “price”')
})
