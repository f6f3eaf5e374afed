import { bladeWords, familyOf, rankBlades, type Blade, type Saw } from '@green-pitch/core'
import type { Ticket } from './records'

/** What of a ticket from elsewhere its receiver does not own, with the nearest of theirs; nothing where they have told of no saw or blade. */
export function notYours(
  { job, blade }: Ticket,
  own: { saws: readonly Saw[]; mine: ReadonlySet<string>; owned: ReadonlySet<string>; catalogue: readonly Blade[] },
): string[] {
  const out: string[] = []
  const say = { unit: 'mm', naming: 'size' } as const
  const mine = own.saws.filter((s) => own.mine.has(s.id))
  if (mine.length && !own.mine.has(job.saw.id)) {
    const near = mine.find((s) => familyOf(s) === familyOf(job.saw)) ?? mine[0]!
    out.push(`Its saw, ${job.saw.short}, is not among yours; under Saw you can take ${near.short}.`)
  }
  if (blade && own.owned.size && !own.owned.has(blade.id)) {
    const near = rankBlades(job, { blades: own.catalogue }).value.find((r) => own.owned.has(r.blade.id))
    out.push(
      `Its blade, ${bladeWords(blade, say)}, is not in your drawer${near ? `; the nearest there is ${bladeWords(near.blade, say)}` : ''}.`,
    )
  }
  return out
}
