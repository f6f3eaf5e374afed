import type { TableName } from './tables'

/** Keys as format 2 had them, and what they are called since format 3. */
const RENAMED: Record<string, string> = {
  loosening: 'bulking',
  guard: 'armHalfWidth',
  gapShare: 'gulletShare',
  sharpness: 'edgeRadiusFactor',
  foretold: 'predicted',
  deed: 'event',
}
/** What records of format 3 and before held, and nothing asks for any more: every stress is the one heard or advised. */
const GONE = ['workingStress']
type Plain = Record<string, unknown>
const isPlain = (x: unknown): x is Plain => typeof x === 'object' && x !== null && Object.getPrototypeOf(x) === Object.prototype

/** Facts that rows of format 3 state and older ones left to be told from a name. */
function withFacts(row: Plain): void {
  if ('hatch' in row && 'bulking' in row && !('build' in row)) {
    row.build = row.hatch === 'layers' || row.hatch === 'chips' ? row.hatch : 'solid'
    if (row.group === 'hardwood') row.hard = true
  }
  if ('series' in row && 'spacing' in row && !('strip' in row)) {
    const fine = String(row.series).startsWith('jeweler')
    row.strip = fine ? 'frame' : 'machine'
    row.safeStress = fine ? 760 : 525
    if (isPlain(row.plate) && String(row.plate.kind).startsWith('mitre-box')) row.plate.needsBox = true
  }
}

/** A value of an older format in today's terms, changed in place where it is a plain object; anything else as it is. */
function renamed(value: unknown): void {
  if (Array.isArray(value)) {
    // lists of figures hold nothing to rename
    if (typeof value[0] === 'object') value.forEach(renamed)
    return
  }
  if (!isPlain(value)) return
  for (const key of Object.keys(value)) {
    const to = RENAMED[key]
    if (to && !(to in value)) {
      value[to] = value[key]
      Reflect.deleteProperty(value, key)
    }
  }
  for (const key of GONE) Reflect.deleteProperty(value, key)
  withFacts(value)
  Object.values(value).forEach(renamed)
}

/** Tables whose records changed from one format to the next: patterns are large, and hold no such keys. */
const TOUCHED: readonly TableName[] = ['jobs', 'saws', 'drawer', 'materials', 'log', 'runs']

/**
 * A record of an older format in today's; the value is changed in place and returned. Records of today's pass unchanged,
 * so that a file that mixes both is read too.
 */
export function upgraded<T>(value: T): T {
  renamed(value)
  return value
}
export const upgradeTouches = (table: TableName): boolean => TOUCHED.includes(table)
