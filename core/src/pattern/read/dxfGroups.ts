import { LIMITS, Refused } from './drawing.js'

/** One entity: its type and its group codes in order, each a code and a value as it stands in the file. */
export interface Entity {
  type: string
  line: number
  codes: [code: number, value: string][]
  /** vertices of a POLYLINE */
  parts: Entity[]
}
export interface Dxf {
  /** $INSUNITS and $MEASUREMENT where the header has them */
  units?: number
  measurement?: number
  entities: Entity[]
  blocks: Map<string, { x: number; y: number; entities: Entity[] }>
  /** layers that are off, and those that are frozen, which hides what is inserted on them too; names as `nameOf` makes them */
  off: Set<string>
  frozen: Set<string>
  /** the file ends before it says so */
  cut: boolean
}

/** First value of a code as a number; `other` where there is none or it is no number. */
export function number(e: Pick<Entity, 'codes'>, code: number, other = NaN): number {
  const found = e.codes.find((c) => c[0] === code)
  const n = found ? Number(found[1]) : NaN
  return Number.isFinite(n) ? n : other
}
export const text = (e: Pick<Entity, 'codes'>, code: number): string => e.codes.find((c) => c[0] === code)?.[1] ?? ''
/** A name of a layer or a block: the format tells no capitals apart. */
export const nameOf = (e: Pick<Entity, 'codes'>, code: number): string => text(e, code).toUpperCase()
/** Every value of a code, in order; a value that is no number is NaN. */
export const groups = (e: Pick<Entity, 'codes'>, code: number): number[] => e.codes.filter((c) => c[0] === code).map((c) => Number(c[1]))

/**
 * Reads an ASCII DXF into sections of entities, one pass over its lines. Written here because the usual library
 * runs for ever on some broken files, drops what it does not know without a word and forgets a spline's weights.
 */
export function readGroups(source: string): Dxf {
  if (source.startsWith('AutoCAD Binary DXF') || source.includes('\0'))
    throw new Refused('This is a binary DXF. Save it as an ASCII DXF (any release from 12 on).')
  const lines = source.split(/\r\n|\r|\n/)
  // some programs put comments (group 999) before the first section
  const first = lines.findIndex((l) => l.trim() === 'SECTION')
  if (first < 1 || first > 400 || lines[first - 1]!.trim() !== '0')
    throw new Refused('This is not a DXF drawing: no SECTION stands at its head.')
  const dxf: Dxf = { entities: [], blocks: new Map(), off: new Set(), frozen: new Set(), cut: true }
  let section = ''
  let current: Entity | undefined
  let polyline: Entity | undefined
  let block: { name: string; x: number; y: number; entities: Entity[] } | undefined
  let variable = ''
  let count = 0

  /** What has been gathered is complete once the next 0 group comes. */
  const finish = () => {
    const e = current
    current = undefined
    if (!e) return
    if (section === 'TABLES' && e.type === 'LAYER') {
      // frozen by its flag, off by a negative colour
      if (number(e, 70, 0) & 1) dxf.frozen.add(nameOf(e, 2))
      if (number(e, 62, 1) < 0) dxf.off.add(nameOf(e, 2))
      return
    }
    if (section !== 'ENTITIES' && section !== 'BLOCKS') return
    if (e.type === 'BLOCK') {
      block = { name: nameOf(e, 2), x: number(e, 10, 0), y: number(e, 20, 0), entities: [] }
      return
    }
    if (e.type === 'ENDBLK') {
      if (block) dxf.blocks.set(block.name, block)
      block = undefined
      return
    }
    if (e.type === 'SEQEND') {
      polyline = undefined
      return
    }
    if (e.type === 'VERTEX' && polyline) {
      polyline.parts.push(e)
      return
    }
    polyline = e.type === 'POLYLINE' ? e : undefined
    if (section === 'ENTITIES') dxf.entities.push(e)
    else block?.entities.push(e)
  }
  for (let i = first - 1; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]!.trim())
    const value = lines[i + 1]!.trim()
    if (!Number.isInteger(code) || lines[i]!.trim() === '')
      throw new Refused(
        `The DXF is out of step at line ${i + 1}: a group code should stand there, not “${lines[i]!.trim().slice(0, 30)}”. Save it anew, as ASCII DXF release 12 or 2000.`,
      )
    if (code === 0) {
      finish()
      if (value === 'EOF') {
        dxf.cut = false
        break
      }
      if (value === 'ENDSEC') section = ''
      else if (value === 'SECTION') section = '?'
      else {
        if (++count > 4 * LIMITS.elements)
          throw new Refused(`The drawing has more than ${4 * LIMITS.elements} entities. Bring it in parts.`)
        current = { type: value, line: i + 2, codes: [], parts: [] }
      }
    } else if (section === '?' && code === 2) section = value
    else if (section === 'HEADER') {
      if (code === 9) variable = value
      else if (variable === '$INSUNITS') dxf.units = Number(value)
      else if (variable === '$MEASUREMENT') dxf.measurement = Number(value)
    } else current?.codes.push([code, value])
  }
  if (dxf.cut) finish()
  return dxf
}
