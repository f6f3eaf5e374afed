import type { JointKind } from '@green-pitch/core/joint'

/** What of a joint can be set, in the order it is thought of; keys are those of its record. */
export type Field = { key: string; label: string } & (
  | { as: 'length'; none?: string }
  | { as: 'number'; min: number; max: number; step?: number; unit?: string }
  | { as: 'choice'; options: { value: string; label: string }[] }
)
const length = (key: string, label: string, none?: string): Field => ({ as: 'length', key, label, none })
const number = (key: string, label: string, min: number, max: number, step = 1, unit?: string): Field => ({
  as: 'number',
  key,
  label,
  min,
  max,
  step,
  unit,
})
const choice = (key: string, label: string, options: Record<string, string>): Field => ({
  as: 'choice',
  key,
  label,
  options: Object.entries(options).map(([value, label]) => ({ value, label })),
})

export const fields: Record<JointKind, Field[]> = {
  dovetail: [
    length('width', 'Width'),
    number('tails', 'Tails', 1, 24),
    number('slope', 'Slope, 1 :', 3, 14, 0.5),
    length('pin', 'Narrow pin'),
    length('halfPin', 'Half pins'),
    length('tailBoard', 'Tail board'),
    length('pinBoard', 'Pin board'),
    length('lap', 'Lap', 'through'),
    length('proud', 'Left proud'),
    number('corners', 'Corners', 1, 40),
  ],
  tenon: [
    length('width', 'Rail width'),
    length('thickness', 'Rail thickness'),
    length('tenon', 'Tenon'),
    length('length', 'Its length'),
    length('edge', 'Edge shoulders'),
    number('joints', 'Tenons', 1, 100),
  ],
  housing: [
    length('width', 'Board width'),
    length('thickness', 'Board thickness'),
    length('shelf', 'Shelf thickness'),
    length('depth', 'Depth'),
    length('stop', 'Stopped short', 'through'),
    number('joints', 'Housings', 1, 100),
  ],
  'half-lap': [
    length('width', 'Width'),
    length('thickness', 'Thickness'),
    length('other', 'Piece it crosses'),
    choice('at', 'Where', { end: 'at the end', middle: 'across the middle' }),
    number('joints', 'Joints', 1, 100),
  ],
  mitre: [
    number('sides', 'Sides', 3, 24),
    number('lean', 'Bevel, degrees', 0, 90, 0.5),
    length('length', 'Length of a side'),
    length('width', 'Width'),
    length('thickness', 'Thickness'),
  ],
  cope: [
    choice('profile', 'Profile', { ogee: 'ogee', ovolo: 'ovolo', cove: 'cove', own: 'my own' }),
    length('height', 'Height'),
    length('out', 'Stands out'),
    number('corner', 'Corner, degrees', 45, 150, 0.5),
    number('joints', 'Corners', 1, 100),
  ],
  flush: [
    choice('what', 'What', { dowel: 'dowels', 'tenon-end': 'tenon ends' }),
    length('size', 'Across'),
    number('count', 'How many', 1, 500),
  ],
  veneer: [
    length('thickness', 'Thickness'),
    length('length', 'Length of cut'),
    choice('grain', 'Grain', { along: 'along', across: 'across' }),
    number('count', 'Cuts', 1, 200),
  ],
  board: [
    choice('cut', 'Cut', { crosscut: 'crosscut', rip: 'rip', notch: 'notch', corner: 'corner' }),
    length('width', 'Board width'),
    length('thickness', 'Thickness'),
    length('length', 'Length or depth'),
    length('notch', 'Notch width', 'a third'),
    number('count', 'Cuts', 1, 200),
  ],
}
