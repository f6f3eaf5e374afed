import { toRadians } from '../../number/index.js'
/** Coordinates x0, y0, x1, y1, … in mm; x to the right, y down the sheet, as on paper and screen. Typed arrays travel between threads at no cost. */
export type Points = ArrayLike<number>

/** What draws a line in its file. */
export const paints = ['stroke', 'fill', 'both'] as const
export type Paint = (typeof paints)[number]

export const lineEnds = ['butt', 'round', 'square'] as const
export const lineJoins = ['miter', 'round', 'bevel'] as const

/** How a shape is painted; its lines share one. */
export interface Look {
  /** shapes in the order they are painted, later ones over earlier */
  order: number
  /** how light its fill is, 0 black … 1 white, and by which rule its lines enclose it */
  fill?: number
  rule?: 'evenodd'
  /** how light its stroke is, how wide, mm, and how it ends and joins where not cut square and mitered */
  stroke?: number
  width?: number
  ends?: (typeof lineEnds)[number]
  joins?: (typeof lineJoins)[number]
  /** it is more than black or white: a color, a gray, a gradient */
  colored?: true
  /** a wash, a shadow or a highlight that what is beneath shows through */
  faint?: true
  /** a rectangle as large as the page it is drawn on; or nothing of it lies on the page */
  frame?: true
  off?: true
}

/** One drawn line as it stands in the file, flattened within FLAT of the true curve. */
export interface DrawnLine {
  points: Points
  /** closed by the file itself; a fill closes what it fills without saying so */
  closed: boolean
  paint: Paint
  layer: string
  /** where it stands in the file, for words: “path ‘leaf’, line 12” */
  at: string
  /** absent where the file knows lines only */
  look?: Look
}

/** Something passed over or mended, with the places it was found at (the first few) and how often. */
export interface ReadNote {
  what: string
  count: number
  at: string[]
}

export interface Drawing {
  lines: DrawnLine[]
  notes: ReadNote[]
  /** mm of one unit of the file as it was read */
  scale: number
  /** the file itself says how large it is; where it does not, the scale is a first guess and must be asked */
  declared: boolean
  /** what the file says or leaves out, for words */
  unit: string
}

export interface ReadOptions {
  /** mm of one unit, said by the user; overrides the file */
  scale?: number
  /** called now and then with the share done, 0…1; throws to cancel */
  progress?: (share: number) => void
}
export type ReadResult = { ok: true; drawing: Drawing } | { ok: false; message: string }

/** mm between a flattened line and its curve, at most */
export const FLAT = 0.01
/** and no step turns further than this, so that areas of small circles hold within 0.1 % (θ²/6) */
export const STEP = toRadians(4)

/** of a shape's paint covering: below it, what is beneath is still seen as what it is; estimate */
export const FAINT = 0.5

/** Sized for the worst file worth sawing: beyond these a drawing is refused with the figure. */
export const LIMITS = { bytes: 60e6, elements: 300_000, points: 4_000_000, depth: 200 }

/** A reason to refuse the whole file, in words for the user. */
export class Refused extends Error {}

/** Gathers notes of a kind under one heading. */
export function noteTaker(): { note: (what: string, at: string) => void; notes: ReadNote[] } {
  const found = new Map<string, ReadNote>()
  const notes: ReadNote[] = []
  return {
    notes,
    note(what, at) {
      let n = found.get(what)
      if (!n) {
        n = { what, count: 0, at: [] }
        found.set(what, n)
        notes.push(n)
      }
      n.count++
      if (n.at.length < 5) n.at.push(at)
    },
  }
}

/** Whole length of what a drawing draws, mm; edges that only a fill implies are left out. */
export const drawnLength = (drawing: Drawing): number => drawing.lines.reduce((sum, l) => sum + lineLength(l.points, l.closed), 0)

/** Length of an open or closed line, mm. */
export function lineLength(p: Points, closed: boolean): number {
  const n = p.length
  let length = 0
  for (let i = 2; i < n; i += 2) length += Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!)
  if (closed && n > 2) length += Math.hypot(p[0]! - p[n - 2]!, p[1]! - p[n - 1]!)
  return length
}
