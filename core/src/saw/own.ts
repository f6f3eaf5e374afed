import type { BladeEnd } from '../blade/index.js'
import { familyOf, hasSpeed, isScrollSaw, saws, type ChangeStep, type Family, type Saw, type Speed } from './saw.js'

/** How a blade is let go and held again at every hole. */
export const holders = ['lever', 'thumbscrew', 'key', 'hook'] as const
export type Holder = (typeof holders)[number]

/** What a saw is told by that is not in the list. Lengths mm, strokes a minute. */
export interface SawAsked {
  name: string
  family: Family
  ends: BladeEnd[]
  /** behind the blade */
  throat: number
  stroke: number
  /** its own speeds, or the slowest and fastest of a dial; strokes of an arm where no motor moves it */
  speed: Speed
  holder: Holder
}

/** Seconds that opening and closing a clamp take by what it is held with; estimates, as those shipped. */
const HELD: Record<Holder, { open: number; close: number; tool?: string }> = {
  lever: { open: 2, close: 3 },
  thumbscrew: { open: 4, close: 5 },
  key: { open: 6, close: 7, tool: 'hex key' },
  hook: { open: 4, close: 6 },
}
const OPENS = new Set<ChangeStep['do']>(['open-top', 'unhook-top'])
const CLOSES = new Set<ChangeStep['do']>(['close-top', 'hook-top'])

/** The shipped profile nearest to what was said: of the family, taking such ends, and of a like throat. */
function nearest({ family, ends, throat }: SawAsked): Saw {
  const all = saws.filter((s) => familyOf(s) === family)
  const taken = all.filter((s) => ends.some((e) => s.ends.includes(e)))
  const among = taken.length ? taken : all
  const off = (s: Saw) => Math.abs(Math.log(s.throat / throat)) + (s.ends.length === ends.length ? 0 : 1)
  return [...among].sort((a, b) => off(a) - off(b))[0]!
}

/**
 * A profile of one’s own from five answers; what was not asked is as on the nearest saw of its kind, and is its owner’s to measure.
 * @throws RangeError where no saw of that family is known
 */
export function sawFrom(asked: SawAsked, id: string): Saw {
  const base = nearest(asked) as Saw | undefined
  if (!base) throw new RangeError(`No saw of the kind “${asked.family}” is known.`)
  const { name, ends, throat, stroke, speed, holder } = asked
  const held = HELD[holder]
  const step = (s: ChangeStep): ChangeStep => {
    const by = OPENS.has(s.do) ? held.open : CLOSES.has(s.do) ? held.close : undefined
    return by === undefined ? s : { do: s.do, seconds: by, ...(s.name && { name: s.name }), ...(held.tool && { tool: held.tool }) }
  }
  const range: [number, number] = speed.kind === 'variable' ? [speed.min, speed.max] : [Math.min(...speed.steps), Math.max(...speed.steps)]
  return {
    ...base,
    id,
    name,
    short: name,
    ends,
    throat,
    stroke,
    ...(hasSpeed(base) ? { speed } : { strokesPerMinute: range }),
    ...(isScrollSaw(base) && { quarterTurn: ends.includes('pin') }),
    change: { ...base.change, steps: base.change.steps.map(step) },
    source: undefined,
    calibration: undefined,
  } as Saw
}
