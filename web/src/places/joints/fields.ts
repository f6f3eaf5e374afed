import { jointBounds, type BoardCut, type JointKey, type JointKind, type JointSpec, type JointSpecs } from '@green-pitch/core/joint'

/** One thing of a joint that can be set; the key is that of its record. */
/** `only`: of a board, the cuts that have it. */
export type Field = { key: string; label: string; only?: readonly string[] } & (
  | { as: 'length'; none?: string; orNothing?: true }
  | { as: 'number'; min: number; max: number; step: number }
  | { as: 'choice'; options: { value: string; label: string }[] }
  | { as: 'either'; yes: string; no: string }
)
export type FieldValue = number | string | boolean | undefined
/** Fields of one kind: the compiler knows what its record holds, and the bounds are the record's own. */
const of = <K extends JointKind>(kind: K) => ({
  length: (
    key: JointKey<K, number>,
    label: string,
    more: { none?: string; orNothing?: true; only?: readonly BoardCut['cut'][] } = {},
  ): Field => ({
    as: 'length',
    key,
    label,
    ...more,
  }),
  number: (key: JointKey<K, number> & keyof (typeof jointBounds)[K], label: string, step = 1): Field => {
    const [min, max] = jointBounds[kind][key] as readonly [number, number]
    return { as: 'number', key, label, min, max, step }
  },
  choice: <P extends JointKey<K, string>>(key: P, label: string, options: Record<JointSpecs[K][P] & string, string>): Field => ({
    as: 'choice',
    key,
    label,
    options: Object.entries<string>(options).map(([value, label]) => ({ value, label })),
  }),
  either: (key: JointKey<K, boolean>, label: string, yes: string, no: string): Field => ({ as: 'either', key, label, yes, no }),
})
const dovetail = of('dovetail')
const tenon = of('tenon')
const housing = of('housing')
const halfLap = of('half-lap')
const mitre = of('mitre')
const cope = of('cope')
const flush = of('flush')
const veneer = of('veneer')
const board = of('board')

const NOTCHES = ['notch', 'edge-notch', 'corner'] as const

/** What of a joint can be set, in the order it is thought of. */
const fields: Record<JointKind, Field[]> = {
  dovetail: [
    dovetail.length('width', 'Width'),
    dovetail.number('tails', 'Tails'),
    dovetail.number('slope', 'Slope, 1 :', 0.5),
    dovetail.length('pin', 'Narrow pin'),
    dovetail.length('halfPin', 'Half pins'),
    dovetail.length('tailBoard', 'Tail board'),
    dovetail.length('pinBoard', 'Pin board'),
    dovetail.length('lap', 'Lap', { none: 'through' }),
    dovetail.length('proud', 'Left proud', { orNothing: true }),
    dovetail.number('corners', 'Corners'),
  ],
  tenon: [
    tenon.length('width', 'Rail width'),
    tenon.length('thickness', 'Rail thickness'),
    tenon.length('tenon', 'Tenon'),
    tenon.length('length', 'Its length'),
    tenon.either('through', 'Goes', 'through', 'into the leg'),
    tenon.length('edge', 'Edge shoulders', { orNothing: true }),
    tenon.number('joints', 'Tenons'),
  ],
  housing: [
    housing.length('width', 'Board width'),
    housing.length('thickness', 'Board thickness'),
    housing.length('shelf', 'Shelf thickness'),
    housing.length('depth', 'Depth'),
    housing.length('stop', 'Stopped short', { none: 'through' }),
    housing.number('joints', 'Housings'),
  ],
  'half-lap': [
    halfLap.length('width', 'Width'),
    halfLap.length('thickness', 'Thickness'),
    halfLap.length('other', 'Piece it crosses'),
    halfLap.choice('at', 'Where', { end: 'at the end', middle: 'across the middle' }),
    halfLap.number('joints', 'Joints'),
  ],
  mitre: [
    mitre.number('sides', 'Sides'),
    mitre.number('lean', 'Lean: 0 stands, 90 lies flat', 0.5),
    mitre.length('length', 'Length of a side'),
    mitre.length('width', 'Width'),
    mitre.length('thickness', 'Thickness'),
  ],
  cope: [
    cope.choice('profile', 'Profile', { ogee: 'ogee', ovolo: 'ovolo', cove: 'cove', own: 'my own' }),
    cope.length('height', 'Height'),
    cope.length('out', 'Stands out'),
    cope.number('corner', 'Corner, degrees', 0.5),
    cope.number('joints', 'Corners'),
  ],
  flush: [
    flush.choice('what', 'What', { dowel: 'dowels', 'tenon-end': 'tenon ends' }),
    flush.length('size', 'Across'),
    flush.number('count', 'How many'),
  ],
  veneer: [
    veneer.length('thickness', 'Thickness'),
    veneer.length('length', 'Length of cut'),
    veneer.choice('grain', 'Grain', { along: 'along', across: 'across' }),
    veneer.number('count', 'Cuts'),
  ],
  board: [
    board.choice('cut', 'Cut', {
      crosscut: 'crosscut',
      rip: 'rip',
      notch: 'end notch',
      'edge-notch': 'edge notch',
      corner: 'corner notch',
      slices: 'slices',
    }),
    board.length('width', 'Width'),
    board.length('thickness', 'Thickness'),
    board.length('length', 'Length', { only: ['rip'] }),
    board.length('length', 'Blank’s length', { only: ['slices'] }),
    board.length('slice', 'One slice', { only: ['slices'] }),
    board.length('length', 'Notch depth', { only: NOTCHES }),
    board.length('notch', 'Notch width', { none: 'a third', only: NOTCHES }),
    board.length('at', 'From the left end', { none: 'mid-board', orNothing: true, only: ['edge-notch'] }),
    board.length('long', 'Board length', { none: 'not said', only: ['edge-notch'] }),
    board.number('count', 'How many'),
  ],
}
/** What of this joint can be set. */
export const fieldsOf = (spec: JointSpec): Field[] =>
  fields[spec.kind].filter((f) => !f.only || (spec.kind === 'board' && f.only.includes(spec.cut)))
