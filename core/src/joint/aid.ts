import { rect, ring, type View } from './view.js'

export type AidKind = 'hook-push' | 'hook-pull' | 'depth-fence' | 'mitre-block' | 'tooth-guard' | 'saw-case'
export const aidKinds: readonly AidKind[] = ['hook-push', 'hook-pull', 'depth-fence', 'mitre-block', 'tooth-guard', 'saw-case']

/** What an aid is made for, mm: the widest and thickest work it holds; the saw's toothed length, depth under the back and plate. */
export interface AidFor {
  work: number
  thickness: number
  saw: { length: number; depth: number; plate: number; kerf: number }
  /** depth a stop is set for */
  stop: number
  /** thickness of the board or scrap it is made of; absent: 18 mm for what work lies on, 8 mm for a case */
  bed?: number
}
export type PartName =
  'base' | 'hook' | 'stop' | 'fence' | 'wall' | 'guard-side' | 'guard-spine' | 'case-floor' | 'case-lid' | 'case-side' | 'case-end'
export interface AidPart {
  name: PartName
  count: number
  length: number
  width: number
  thickness: number
}
export interface Aid {
  kind: AidKind
  parts: AidPart[]
  /** pieces in one strip of that width and thickness, kerfs between them counted, mm */
  strips: { width: number; thickness: number; length: number }[]
  view: View
}

const up = (x: number, to = 5) => Math.ceil(x / to) * to
const BED = 18 // mm of ply or board a bench aid is made of
const CASE = 8 // mm of the sides of a case
const HANDLE = { length: 130, width: 30, tall: 120 } // mm of a saw's handle; estimates
/** Thickness of the board an aid is made of where none is said, mm. */
export const usualBed = (kind: AidKind): number => (kind === 'saw-case' ? CASE : BED)
const PLAY = 4 // mm about a saw in its case
const GRIP = 40 // mm of hook over the bench's edge
const WING = 40 // mm left beyond the stop, for the saw to run out on

function partsOf(kind: AidKind, f: AidFor): AidPart[] {
  const long = up(Math.max(150, f.work + WING + 60))
  const across = up(Math.max(150, f.saw.length * 0.6))
  const bed = f.bed ?? usualBed(kind)
  switch (kind) {
    case 'hook-push':
    case 'hook-pull':
      // the stop is shorter than the base by one wing, where the saw comes through
      return [
        { name: 'base', count: 1, length: long, width: across, thickness: bed },
        { name: 'hook', count: 1, length: across, width: GRIP, thickness: bed },
        { name: 'stop', count: 1, length: across - WING, width: GRIP, thickness: up(Math.max(bed, Math.min(f.thickness, 30)), 1) },
      ]
    case 'depth-fence':
      return [{ name: 'fence', count: 1, length: up(f.saw.length * 0.8), width: Math.max(8, f.saw.depth - f.stop), thickness: 10 }]
    case 'mitre-block':
      return [
        { name: 'base', count: 1, length: 300, width: up(f.work + 60), thickness: bed },
        { name: 'wall', count: 1, length: 300, width: up(f.thickness + 30), thickness: bed },
      ]
    case 'saw-case': {
      // the saw lies on its side, handle and all; floor and lid cover the sides' edges
      const [inner, deep, tall] = [
        f.saw.length + HANDLE.length + 2 * PLAY,
        HANDLE.width + PLAY,
        Math.max(f.saw.depth + 20, HANDLE.tall) + 2 * PLAY,
      ]
      const [long, wide] = [up(inner + 2 * bed, 1), up(tall + 2 * bed, 1)]
      return [
        { name: 'case-floor', count: 1, length: long, width: wide, thickness: bed },
        { name: 'case-lid', count: 1, length: long, width: wide, thickness: bed },
        { name: 'case-side', count: 2, length: long, width: up(deep, 1), thickness: bed },
        { name: 'case-end', count: 2, length: up(tall, 1), width: up(deep, 1), thickness: bed },
      ]
    }
    case 'tooth-guard':
      return [
        { name: 'guard-side', count: 2, length: f.saw.length + 10, width: 20, thickness: 4 },
        {
          name: 'guard-spine',
          count: 1,
          length: f.saw.length + 10,
          width: 8,
          thickness: Math.max(1, Math.round((f.saw.plate + 0.6) * 10) / 10),
        },
      ]
  }
}

/** A bench aid with its cutting list: bench hooks for saws that are pushed or pulled, a depth fence, a mitre block, a guard. */
export function benchAid(kind: AidKind, f: AidFor): Aid {
  const parts = partsOf(kind, f)
  const strips = new Map<string, Aid['strips'][number]>()
  for (const p of parts) {
    const key = `${p.width} ${p.thickness}`
    const s = strips.get(key) ?? { width: p.width, thickness: p.thickness, length: -f.saw.kerf }
    strips.set(key, { ...s, length: s.length + p.count * (p.length + f.saw.kerf) })
  }
  return { kind, parts, strips: [...strips.values()], view: viewOf(kind, parts) }
}

function viewOf(kind: AidKind, parts: AidPart[]): View {
  const p = parts[0]!
  if (kind === 'hook-push' || kind === 'hook-pull') {
    const [base, hook, stop] = parts as [AidPart, AidPart, AidPart]
    const tall = stop.thickness + base.thickness + hook.thickness
    // from the side, the bench's edge at the left: pushed work bears on the far stop, pulled work on the near one
    const stopAt = kind === 'hook-push' ? base.length - stop.width : 0
    return {
      name: 'edge',
      width: base.length,
      height: tall,
      marks: [],
      dims: [{ from: [0, tall], to: [base.length, tall], value: base.length }],
      shapes: [
        rect('board', 0, stop.thickness, base.length, base.thickness),
        rect('board', stopAt, 0, stop.width, stop.thickness),
        rect('board', kind === 'hook-push' ? 0 : base.length - hook.width, stop.thickness + base.thickness, hook.width, hook.thickness),
      ],
    }
  }
  if (kind === 'mitre-block') {
    const [base, wall] = parts as [AidPart, AidPart]
    const slots = [base.length * 0.25, base.length * 0.75]
    return {
      name: 'plan',
      width: base.length,
      height: base.width,
      marks: [],
      dims: [],
      shapes: [
        rect('board', 0, 0, base.length, base.width),
        rect('board', 0, 0, base.length, wall.thickness),
        ring('cut', [slots[0]! - base.width / 2, base.width, slots[0]! + base.width / 2, 0]),
        ring('cut', [slots[1]! + base.width / 2, base.width, slots[1]! - base.width / 2, 0]),
      ],
    }
  }
  return {
    name: 'edge',
    width: p.length,
    height: p.width,
    marks: [],
    dims: [{ from: [0, p.width], to: [p.length, p.width], value: p.length }],
    shapes: [rect('board', 0, 0, p.length, p.width)],
  }
}
