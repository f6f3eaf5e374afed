import type { Blade } from '../blade/index.js'
import { findCut, type CutFound } from './cut.js'
import { tenonCuts } from './lap.js'
import type { LayOutOptions } from './layout.js'
import type { Tenon } from './spec.js'

/** Points of view on which saws cut a tenon. */
export const tenonSchoolNames = ['one-crosscut', 'pair', 'panel-and-tenon', 'one-small-rip'] as const
export type TenonSchool = (typeof tenonSchoolNames)[number]
const SMALL = 300 // mm; a longer saw is not a small one
const kindOf = (b: Blade) => b.plate?.kind
/** `one`: the saw that took the cheeks takes the shoulders too. */
const schools: Record<TenonSchool, { one: boolean; cheeks(b: Blade): boolean; shoulders(b: Blade): boolean }> = {
  'one-crosscut': {
    one: true,
    cheeks: (b) => b.plate?.filing === 'crosscut' && b.plate.depth !== undefined,
    shoulders: (b) => b.plate?.filing === 'crosscut' && b.plate.depth !== undefined,
  },
  pair: {
    one: false,
    cheeks: (b) => b.plate?.filing === 'rip' && b.plate.depth !== undefined,
    shoulders: (b) => b.plate?.filing === 'crosscut' && b.plate.depth !== undefined,
  },
  'panel-and-tenon': {
    one: false,
    cheeks: (b) => kindOf(b) === 'panel' && b.plate?.filing === 'rip',
    shoulders: (b) => b.plate?.depth !== undefined,
  },
  'one-small-rip': {
    one: true,
    cheeks: (b) => b.plate?.filing === 'rip' && b.length <= SMALL,
    shoulders: (b) => b.plate?.filing === 'rip' && b.length <= SMALL,
  },
}

export interface SchoolSaws {
  school: TenonSchool
  cheeks: CutFound
  shoulders: CutFound
  /** both can be sawn */
  works: boolean
  /** of the cheeks and shoulders, s */
  seconds: number
}

/** What each school of tenon saws would take up for this tenon, and what it costs. */
export function tenonSchools(t: Tenon, o: LayOutOptions): SchoolSaws[] {
  const [cheek, shoulder] = tenonCuts(t) as [ReturnType<typeof tenonCuts>[number], ReturnType<typeof tenonCuts>[number]]
  return tenonSchoolNames.map((school) => {
    const of = schools[school]
    const cheeks = findCut(o.material, o.hands, cheek, o.finish, { ...o, chosen: undefined, blades: o.blades.filter(of.cheeks) })
    const same = of.one && cheeks.saw ? [cheeks.saw.blade] : o.blades.filter(of.shoulders)
    const shoulders = findCut(o.material, o.hands, shoulder, o.finish, { ...o, chosen: undefined, blades: same })
    return { school, cheeks, shoulders, works: !!cheeks.saw && !!shoulders.saw, seconds: cheeks.seconds + shoulders.seconds }
  })
}
