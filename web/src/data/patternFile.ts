import {
  fileKind,
  noChoices,
  readDxf,
  readSvg,
  single,
  takeGuess,
  type Drawing,
  type Reading,
  type ReadOptions,
  type ReadResult,
} from '@green-pitch/core/pattern'
import { keptLines } from './lines'
import type { PatternRecord } from './records'

/** A DXF by its name or its head; everything else is taken as SVG and refused there with its reason. */
export function kindOf(name: string, text: string): 'svg' | 'dxf' {
  const found = fileKind(new TextEncoder().encode(text.slice(0, 1000)), name)
  return ('kind' in found ? found.kind === 'dxf' : /\.dxf$/i.test(name)) ? 'dxf' : 'svg'
}

export const readDrawing = (text: string, name: string, options?: ReadOptions): ReadResult =>
  (kindOf(name, text) === 'dxf' ? readDxf : readSvg)(text, options)

/** A drawing as a job's pattern, nothing decided yet but what a first guess decides. */
export function patternFrom(id: string, name: string, d: Drawing, reading: Reading, before?: PatternRecord): PatternRecord {
  return {
    id,
    rev: before?.rev ?? 0,
    name: name.slice(0, 200),
    lines: keptLines(d.lines),
    notes: d.notes,
    unit: d.unit,
    declared: d.declared,
    scale: d.scale,
    stretch: 1,
    sized: d.declared,
    take: takeGuess(d),
    reading,
    tolerance: 0.1,
    layout: before?.layout ?? { ...single },
    choices: noChoices,
    transfer: before?.transfer ?? 'tape-under',
    costs: before?.costs ?? { stock: 0, finish: 0 },
  }
}
