import { expect, it } from 'vitest'
import fc from 'fast-check'
import {
  billOf,
  bladeWords,
  blades,
  evaluate,
  limitAsks,
  makeJob,
  marginWords,
  materials,
  MODEL,
  rankBlades,
  saws,
  setUp,
  setUpWords,
  sizeWindow,
  spanWords,
  waysOut,
  wayWords,
  windowHeading,
  type Say,
  type Saw,
} from '@green-pitch/core'
import type { Ticket } from '../src/data/records'
import * as schema from '../src/data/schema'

const own = (saw: Saw) => blades.filter((b) => saw.ends.includes(b.end))
/** A ticket as it ships, with a few of its figures moved to where a stranger's file may have them, or left out. */
const strange = fc
  .record({
    saw: fc.constantFrom(...saws),
    material: fc.constantFrom(...materials),
    blade: fc.nat(),
    moves: fc.array(fc.record({ at: fc.nat(), to: fc.constantFrom(0, 0.01, 0.5, 1, 7, 90, 'small', 'large', 'gone') }), { maxLength: 5 }),
  })
  .map(({ saw, material, blade, moves }) => {
    const of = own(saw)
    const ticket: Ticket = {
      job: makeJob({ saw, stock: { form: 'board', material, thickness: 12 } }),
      blade: of[blade % of.length],
      model: MODEL,
    }
    const plain = JSON.parse(JSON.stringify(ticket)) as Ticket
    for (const { at, to } of moves) {
      const places: [Record<string, unknown>, string][] = []
      const walk = (o: Record<string, unknown>) => {
        for (const [k, v] of Object.entries(o)) {
          if (v && typeof v === 'object') walk(v as Record<string, unknown>)
          places.push([o, k])
        }
      }
      walk(plain as unknown as Record<string, unknown>)
      const [o, k] = places[at % places.length]!
      const before = o[k]
      if (to === 'gone') Reflect.deleteProperty(o, k)
      else if (typeof before === 'number') o[k] = to === 'small' ? before / 1000 : to === 'large' ? before * 1000 : to
      if (!schema.check(schema.ticket, plain).ok) o[k] = before
    }
    return plain
  })

/** All that a place would say of a ticket. */
function said({ job, blade }: Ticket, say: Say): string {
  const ranked = rankBlades(job).value
  const held = blade ?? ranked[0]?.blade
  const words = held ? [bladeWords(held, say), bladeWords(held, { ...say, naming: 'tpi' })] : []
  if (held) {
    const evaluation = evaluate(job, held)
    const window = sizeWindow(job, held.group)
    const bill = billOf(job, held)
    words.push(
      ...setUp(job, held).value.map((i) => setUpWords(i, job, say)),
      windowHeading(window),
      ...window.limits.map((l) => limitAsks(l.id, job, window, say)),
      ...evaluation.margins.map((m) => marginWords(m, job, say)),
      ...Object.values(spanWords(bill.total)),
      JSON.stringify([bill, evaluation], (_, v: unknown) => (typeof v === 'number' && Number.isNaN(v) ? 'NaN' : v)),
    )
  } else words.push(...waysOut(job, saws).flatMap((w) => Object.values(wayWords(w, say))))
  return words.join('\n')
}

it('whatever ticket the schema takes is answered, in words without a hole', () => {
  fc.assert(
    fc.property(strange, (ticket) => {
      for (const unit of ['mm', 'in'] as const) expect(said(ticket, { unit, naming: 'size' })).not.toMatch(/NaN|undefined|Infinity/)
    }),
    { numRuns: 300, seed: 22 },
  )
})
