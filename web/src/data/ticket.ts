import {
  clampTrouble,
  isStrung,
  madeFor,
  MODEL,
  onSaw,
  type Blade,
  type Form,
  type HeardValue,
  type Job,
  type Material,
  type Saw,
  type Stock,
} from '@green-pitch/core'
import type { Ticket } from './records'

/** Edits of a ticket that touch more than one part. */

export function withMaterial(t: Ticket, material: Material): Ticket {
  return { ...t, model: MODEL, job: { ...t.job, stock: { ...t.job.stock, material } } }
}

/** Stress and strokes belong to the saw they were set on; a chosen blade stays only where it can be clamped. */
export function withSaw(t: Ticket, saw: Saw): Ticket {
  const blade = t.blade && !clampTrouble(saw, t.blade) && madeFor(saw, t.blade) ? t.blade : undefined
  return {
    ...t,
    model: MODEL,
    blade,
    job: onSaw(t.job, saw),
    heard: undefined,
  }
}

export function withBlade(t: Ticket, blade: Blade | undefined): Ticket {
  return { ...t, model: MODEL, blade, job: { ...t.job, stress: undefined, spm: undefined }, heard: undefined }
}

/** What was heard of the blade in the saw, or of its strokes; undefined forgets it. */
export function withHeard(t: Ticket, what: 'stress' | 'spm', heard: HeardValue | undefined): Ticket {
  return { ...t, job: { ...t.job, [what]: heard?.value }, heard: { ...t.heard, [what]: heard } }
}

/** The free span as it was measured; what was heard of this blade stands, and means another stress. */
export function withSpan(t: Ticket, sawId: string, span: number): Ticket {
  const { saw } = t.job
  return saw.id === sawId && isStrung(saw) ? { ...t, job: { ...t.job, saw: { ...saw, span } } } : t
}

export function withJob(t: Ticket, job: Job): Ticket {
  return { ...t, job }
}

/** Another form of the same stock, carrying over what both have. */
export function withForm(stock: Stock, form: Form): Stock {
  const { material } = stock
  const thickness = 'thickness' in stock ? stock.thickness : stock.form === 'tube' ? stock.wall : stock.diameter
  switch (form) {
    case 'sheet':
    case 'board':
      return { material, form, thickness }
    case 'stack':
      return { material, form, thickness, sheets: stock.form === 'stack' ? stock.sheets : 2 }
    case 'tube':
      return { material, form, diameter: 'diameter' in stock ? stock.diameter : Math.max(10, thickness * 4), wall: thickness }
    case 'rod':
      return { material, form, diameter: 'diameter' in stock ? stock.diameter : thickness }
  }
}
