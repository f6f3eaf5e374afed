import {
  boxOf,
  boxOfAll,
  bridgesFor,
  doubled,
  feedBeats,
  fewestRedraws,
  groupTroubles,
  firstReading,
  form,
  layOut,
  lettered,
  linePath,
  measureAll,
  paceOf,
  openingRows,
  partOf,
  readDxf,
  readings,
  readingsOf,
  readSvg,
  reckon,
  Refused,
  redrawn,
  remediesFor,
  ringPath,
  simplified,
  single,
  tooMuch,
  sheetOf,
  withSlips,
  writeDxf,
  writeSvg,
  type Beat,
  type Box,
  type Doubled,
  type Drawing,
  type DrawnLine,
  type Fewest,
  type Formed,
  type FormNotes,
  type Layout,
  type Lettering,
  type Pattern,
  type Points,
  type Reading,
  type ReadResult,
  type ReckonGiven,
  type Reckoning,
  type Redraw,
  type Remedy,
  type RingReckoning,
  type Role,
  type Sheet,
  type Take,
  type TooMuch,
} from '@green-pitch/core/pattern'
import { bounded, type Blade } from '@green-pitch/core'
import { inOneBlock } from '../data/lines'
import { COARSE } from './coarse'
import { faces } from './faces'
import { pdfPages, type PageLook } from './pdfPages'

export interface Laid {
  lines: DrawnLine[]
  take: Take
  reading?: Reading
  redraws?: Redraw[]
  tolerance: number
  layout: Layout
  /** mm now of one mm as read */
  stretch: number
}
/** What a ring is drawn from, made here so that the hand need not wait for it. */
export interface RingLook {
  box: Box
  /** path data within COARSE, for looking at the whole */
  coarse: string
  /** path data of where its board meets the arm; empty where it does not */
  blocked: string
}
export interface Found {
  found: Reckoning
  board: Pattern['board']
  box: Pattern['box']
  mended: Formed['mended']
  notes: FormNotes
  /** where the drawing stands on the board, mm */
  origin: Pattern['origin']
  loose: Pattern['loose']
  looks: RingLook[]
  /** rings in all; what is beyond the first piece comes by `more` */
  count: number
}
/** A drawing that is too much to calculate: it is shown as it stands, with the reason. */
export interface TooLarge {
  tooMuch: TooMuch
  box: Box
  /** path data of its closed lines, sparing */
  path: string
}
/** One of the ways to read a drawing: a sparing picture of the piece it leaves, and what that comes to. */
export interface ReadingLook {
  reading: Reading
  path: string
  box: Box
  pieces: number
  openings: number
  loose: number
}
/** A word as it would be sawn. */
export interface LetteredLook {
  path: string
  box: Box
  bridges: number
}
/** A drawing as read, and what it most likely means. */
export type ReadAs = (Extract<ReadResult, { ok: true }> & { reading: Reading }) | Extract<ReadResult, { ok: false }>
/** Rings handed over at once: unpacking a thousand in one would hold up the hand for a third of a second. */
const PIECE = 60
type Tell = (share: number) => void

const NESTING = 6e7 // steps that sorting lines into one another may cost
const FORMING = 2e8 // steps that uniting shapes may cost: some seconds
const GLANCE = 4e7 // and that one small picture of them may
const [MANY_RINGS, MANY_POINTS] = [300, 40_000] // beyond which the fewest redraws are not sought
const PICTURE = 1 / 500 // of the drawing's size: what is smaller does not show in a small picture
const SHOWN = 120_000 // points of a drawing that is only shown
function asDrawn(rings: readonly { points: Points }[], tooMuch: TooMuch): TooLarge {
  let path = ''
  let shown = 0
  for (const { points: p } of rings) {
    // every so manyth point of a very long line is enough to look at
    const step = 2 * Math.ceil(p.length / 2 / LONG)
    const some: number[] = []
    for (let i = 0; i < p.length; i += step) some.push(p[i]!, p[i + 1]!)
    if ((shown += some.length / 2) > SHOWN) break
    path += ringPath(some)
  }
  return { tooMuch, box: boxOfAll(rings), path }
}
const LONG = 5000

const TOLERANCE = 0.1 // mm within which ends are one, until the user says otherwise

/** A drawing as read, with what it most likely means. */
function guessed(read: ReadResult): ReadAs {
  if (!read.ok) return read
  const { lines } = read.drawing
  // one too tangled to be tried is taken by its whole shape
  return { ...read, reading: bounded(GLANCE, (effort) => firstReading(sparing(lines), TOLERANCE, effort)) ?? readingsOf(lines)[0]! }
}

/** Lines at their size; what they are painted with grows along. */
function stretched({ lines, stretch }: Laid): DrawnLine[] {
  if (stretch === 1) return lines
  return lines.map((l) => ({
    ...l,
    points: Float64Array.from(l.points, (x) => x * stretch),
    ...(l.look?.width !== undefined && { look: { ...l.look, width: l.look.width * stretch } }),
  }))
}
/** The same drawing with fewer points, as a small picture shows it. */
function sparing(lines: readonly DrawnLine[]): DrawnLine[] {
  const b = boxOfAll(lines)
  const least = PICTURE * Math.max(b.maxX - b.minX, b.maxY - b.minY)
  // an open line keeps its ends, which others may meet
  return lines.map((l) => (l.closed || l.paint === 'fill' ? { ...l, points: simplified(l.points, least) } : l))
}

/** What the worker does: core's work on the pattern in hand, and nothing of its own. */
export function patternWorker() {
  /** The pattern in hand, kept here so that a change of blade or order sends nothing large to and fro. */
  let pattern: Pattern | undefined
  /** the same as it was laid out, before any slip was eased; and which slips the one in hand has */
  let drawn: Pattern | undefined
  let eased = ''
  let large: TooLarge | undefined
  let formed: Formed | undefined
  let laid: Laid | undefined
  let measured: ReturnType<typeof measureAll> | undefined
  let last: Reckoning | undefined
  let coarse: string[] | undefined
  const pages = pdfPages()
  const fonts = faces()
  let word: Drawing | undefined

  /** Some of the rings, drawn from the sparing line; the full one stays here for what goes out. */
  function pieceFrom(from: number): Pick<Found, 'looks'> & Pick<Reckoning, 'rings'> {
    const piece = (last?.rings ?? []).slice(from, from + PIECE)
    const points = inOneBlock(piece.map((r) => r.measure.simple))
    const rings = piece.map((r, i) => ({
      ...r,
      ring: { ...r.ring, points: points[i]! },
      measure: { ...r.measure, calm: [], simple: [] },
      kerf: { ...r.kerf, paths: [] },
    }))
    const blocked = (r: RingReckoning) => r.swing.stretches.map(([a, b]) => linePath(partOf({ points: r.measure.simple }, a, b))).join('')
    const looks = piece.map((r, i) => ({ box: boxOf(r.measure.simple), coarse: coarse?.[from + i] ?? '', blocked: blocked(r) }))
    return { rings, looks }
  }

  return {
    read(text: string, kind: 'svg' | 'dxf', scale: number | undefined, progress: Tell): ReadAs {
      return guessed((kind === 'svg' ? readSvg : readDxf)(text, { scale, progress }))
    },
    /** The pages of a PDF, or why it cannot be opened; and one of them, as a drawing. */
    openPages: (data: Uint8Array): Promise<PageLook[] | string> => pages.open(data),
    /** A drawing read elsewhere, with what it most likely means. */
    guess: (drawing: Drawing): ReadAs => guessed({ ok: true, drawing }),
    readPage: async (page: number): Promise<ReadAs> => guessed(await pages.read(page)),
    lay(given: Laid): void {
      laid = { ...given, lines: stretched(given) }
      const { lines, take, tolerance, layout, reading = 'lines', redraws = [] } = laid
      formed = bounded(FORMING, (effort) => {
        const all = form(lines, { reading, take, tolerance }, effort)
        return { ...all, rings: redrawn(all.rings, redraws, effort) }
      })
      const rings = formed?.rings ?? lines.filter((l) => l.points.length > 4)
      const much = tooMuch(rings, layout)
      eased = ''
      drawn = pattern =
        formed?.rings.length && !much ? bounded(NESTING, (effort) => layOut(rings, layout, formed!.loose, effort)) : undefined
      large = pattern || !rings.length ? undefined : asDrawn(rings, much ?? { what: 'overlaps', have: rings.length, most: 0 })
      measured = last = coarse = undefined
    },
    /** The drawing in hand read in every way it can be; what would leave nothing, or is too much to try, is not among them. */
    readings(): ReadingLook[] {
      if (!laid) return []
      const lines = sparing(laid.lines)
      const can = readingsOf(lines)
      return readings.flatMap((reading) => {
        const found = can.includes(reading)
          ? bounded(GLANCE, (effort) => form(lines, { reading, take: laid!.take, tolerance: laid!.tolerance }, effort))
          : undefined
        if (!found?.rings.length) return []
        const nested = bounded(NESTING, (effort) => layOut(found.rings, single, [], effort))
        if (!nested) return []
        const count = (role: Role) => nested.rings.filter((r) => r.role === role).length
        return [
          {
            reading,
            path: found.rings.map((r) => ringPath(r.points)).join(''),
            box: boxOfAll(found.rings),
            pieces: count('outline'),
            openings: count('opening'),
            loose: count('island'),
          },
        ]
      })
    },
    /** The drawing in hand with strokes that are drawn by both their edges by their middle; undefined where there are none, or it is too much to look. */
    doubled: (lines: DrawnLine[], tolerance: number, stretch: number): Doubled | undefined =>
      bounded(GLANCE, (effort) => doubled(lines, tolerance, effort, stretch)),
    /** The least that would have to be redrawn for this blade to cut the drawing in hand; undefined where it is too large to try. */
    fewest(given: ReckonGiven): Fewest | undefined {
      if (!formed || formed.rings.length > MANY_RINGS || formed.rings.reduce((n, r) => n + r.points.length / 2, 0) > MANY_POINTS)
        return undefined
      return fewestRedraws(formed.rings, given)
    },
    /** A word as lines to saw; or why it cannot be drawn. */
    async letter(text: string, mine: boolean, how: Omit<Lettering, 'capital'>): Promise<LetteredLook | string> {
      try {
        const { letters, capital } = await fonts.letters(text, mine)
        const { lines, bridges } = lettered(letters, { ...how, capital })
        word = { lines, notes: [], scale: 1, declared: true, unit: 'letters' }
        return { path: lines.map((l) => ringPath(l.points)).join(''), box: boxOfAll(lines), bridges }
      } catch (error) {
        if (error instanceof Refused) return error.message
        throw error
      }
    },
    openFace: (data: ArrayBuffer) => fonts.open(data),
    /** The word lettered last. */
    word: (): Drawing | undefined => word,
    /** Changes that hold islands by bridges of a width, mm. */
    bridges(rings: number[], width: number): Redraw[] {
      return pattern ? bridgesFor(pattern, rings, width) : []
    },
    reckon(given: ReckonGiven, progress: Tell): Found | TooLarge | undefined {
      if (!pattern || !drawn) return large
      const slips = given.choices.slips ?? []
      const asked = slips.length ? JSON.stringify(slips) : ''
      if (asked !== eased) {
        eased = asked
        pattern = { ...drawn, rings: withSlips(drawn.rings, slips) }
        measured = coarse = undefined
      }
      measured ??= measureAll(pattern, progress)
      last = reckon(pattern, given, progress, measured)
      coarse ??= measured.measures.map((m) => ringPath(simplified(m.simple, COARSE)))
      const { rings, looks } = pieceFrom(0)
      return {
        found: { ...last, rings },
        board: pattern.board,
        box: pattern.box,
        mended: formed!.mended,
        notes: formed!.notes,
        origin: pattern.origin,
        loose: pattern.loose,
        looks,
        count: last.rings.length,
      }
    },
    /** The next rings of what was reckoned last. */
    more: pieceFrom,
    /** The line the kerf's centre follows round one ring. */
    kerf(id: number): Float64Array[] {
      return inOneBlock(last?.rings[id]?.kerf.paths ?? [])
    },
    /** What cures each group of troubles of the last reckoning, each tried before it is offered. */
    remedies({ job, blade }: ReckonGiven, blades: Blade[]): Remedy[][] {
      const found = last
      return found ? groupTroubles(found.troubles).map((g) => remediesFor(g, found, job, blade, blades)) : []
    },
    /** When each place of one ring's way round should be reached, with the job and blade of the last reckoning. */
    beats(id: number, given: ReckonGiven): Beat[] {
      const r = last?.rings[id]
      return r ? feedBeats(r, paceOf(given.job, given.blade)) : []
    },
    sheet(): Sheet | undefined {
      return pattern && last && sheetOf(pattern, last)
    },
    write(kind: 'svg' | 'dxf', title: string): string {
      if (!pattern || !last) return ''
      const sheet = sheetOf(pattern, last)
      return kind === 'svg' ? writeSvg(sheet, title) : writeDxf(sheet)
    },
    rows(sawing: number[]): ReturnType<typeof openingRows> {
      return last ? openingRows(last, sawing) : []
    },
  }
}
export type PatternWork = ReturnType<typeof patternWorker>
export const patternWork = patternWorker()
