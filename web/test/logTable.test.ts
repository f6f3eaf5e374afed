import { expect, test } from 'vitest'
import { blades, materials, predictedOf, saws } from '@green-pitch/core'
import { tableOf } from '../src/data/csv'
import { exampleTable, readLogTable, senseOf, type Known } from '../src/data/logTable'
import { check, logEntry } from '../src/data/schema'

const known: Known = { saws, materials, catalogue: blades, owned: new Set(['scroll-reverse-skip-5']), saw: saws[0]! }
const csv = [
  'Wood;Sawn on;Thick (mm);Blade;Time;Used;Marks;Remarks;Colour of the sky',
  'pear;14/3/2026;9,5;5;1 h 20;2;4/3/4;first one dull;grey',
  'Poplar;2/4/2026;6;No. 3 reverse-skip;25;1;;snapped;blue',
  'Unobtainium;3/4/2026;6;No. 3 reverse-skip;25;1;5;;blue',
  'oak;31/2/2026;19;No. 7 skip;12;1;3;;',
  'oak;3/4/2026;;No. 7 skip;12;1;3;;',
  'oak;3/4/2026;19;widget;12;1;3;;',
  'oak;3/4/2026;19;No. 7 skip;soon;1;3;;',
  'pear;14/3/2026;9,5;5;1 h 20;2;4/3/4;first one dull;grey',
].join('\r\n')

test('a log in its owner’s own columns: any order, either decimal mark, and each row that stays says why', () => {
  const { headings, rows } = tableOf(csv)
  const { sense, unclear } = senseOf(headings, rows, known, 'in')
  expect(sense.fields).toEqual(['stock', 'date', 'thickness', 'blade', 'minutes', 'blades', 'grades', 'note', ''])
  expect(unclear).toEqual({ dates: false, unit: false, saws: [], stocks: ['Unobtainium'], blades: ['widget'] })
  const { rows: cuts, stays } = readLogTable(rows, sense, known)
  expect(cuts).toHaveLength(3)
  for (const cut of cuts) expect(check(logEntry, cut)).toMatchObject({ ok: true })
  const [pear, poplar, again] = cuts
  expect(pear).toMatchObject({ minutes: 80, blades: 2, fate: 'fine', face: 4, underside: 3, edge: 4, unsaid: ['length'] })
  expect(pear!.job.stock).toMatchObject({ thickness: 9.5, material: { id: 'pear' } })
  expect(pear!.blade.id).toBe('scroll-reverse-skip-5')
  expect(poplar).toMatchObject({ fate: 'broke', unsaid: ['length', 'face', 'underside', 'edge'] })
  // two cuts alike on one day are two
  expect(again!.id).not.toBe(pear!.id)
  expect(stays.map((s) => s.slice(0, 6))).toEqual(['Line 4', 'Line 5', 'Line 6', 'Line 7', 'Line 8'])
  expect(stays.join()).toMatch(/Unobtainium.*31\/2\/2026.*no thickness.*widget.*soon/)
  // what was not measured is as long as it would have been, and teaches no time
  expect(predictedOf(pear!).sawing / 60).toBeCloseTo(80, -1)
})

test('dates that may be read either way are asked, inches are told by the heading, the example is plain', () => {
  const either = tableOf('Date,Wood,"Thickness, in",Blade,Minutes\n3/4/2026,oak,3/4,No. 7 skip,12')
  const { sense, unclear } = senseOf(either.headings, either.rows, known, 'mm')
  expect([unclear.dates, unclear.unit]).toEqual([true, false])
  const cut = (dayFirst: boolean) => readLogTable(either.rows, { ...sense, dayFirst }, known).rows[0]!
  expect([new Date(cut(true).at).getMonth(), new Date(cut(false).at).getMonth()]).toEqual([3, 2])
  expect(cut(true).job.stock).toMatchObject({ thickness: 19.05 })

  const [headings, ...rows] = exampleTable
  const example = senseOf(headings!, rows, known, 'mm')
  expect(example.unclear).toEqual({ dates: false, unit: false, saws: [], stocks: [], blades: [] })
  expect(readLogTable(rows, example.sense, known)).toMatchObject({ rows: [{}, {}, {}], stays: [] })
})
