import { frame } from './kind/frame.js'
import { hand } from './kind/hand.js'
import { jigsaw } from './kind/jigsaw.js'
import { scroll } from './kind/scroll.js'
import type { Profile } from './kind/profile.js'

export { limitIds, mountings, type LimitId, type Mounting, type Profile } from './kind/profile.js'

/** Every kind of saw, one file each. */
export const profiles = { scroll, frame, jigsaw, hand } satisfies Record<string, Profile>
export type SawKind = keyof typeof profiles
export const sawKinds = Object.keys(profiles) as SawKind[]
/** Kinds that have the record of this one, itself among them. */
export type KindLike<K extends Profile['like']> = { [S in SawKind]: (typeof profiles)[S]['like'] extends K ? S : never }[SawKind]
export const profileOf = ({ kind }: { kind: SawKind }): Profile => profiles[kind]
