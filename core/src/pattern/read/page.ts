import { FAINT, noteTaker, Refused, type DrawnLine, type Look, type ReadResult } from './drawing.js'
import { freshInk, identity, matrixOf, Pen, times, type Matrix } from './flatten.js'
import { coversPage, offPage } from './sheet.js'
import { toneOf, type Tone } from './svgStyle.js'

/** What a printed page is drawn with, one after another: an operator's name and what it is given (PDF 32000-1, annex A). */
export interface PageOperator {
  name: string
  args: readonly unknown[]
}
export interface PrintedPage {
  operators: readonly PageOperator[]
  /** the part of the page that is shown: x0, y0, x1, y1, points */
  view: readonly number[]
  /** points of one unit, and how far the page is turned when shown, degrees */
  userUnit: number
  rotate: number
}

const POINT = 25.4 / 72 // mm
const CAPS = [undefined, 'round', 'square'] as const
const JOINS = [undefined, 'round', 'bevel'] as const
/** How a path is painted by each of the ways that end one. */
const PAINTS: Record<string, { fill?: 'nonzero' | 'evenodd'; stroke?: true; close?: true }> = {
  stroke: { stroke: true },
  closeStroke: { stroke: true, close: true },
  fill: { fill: 'nonzero' },
  eoFill: { fill: 'evenodd' },
  fillStroke: { fill: 'nonzero', stroke: true },
  eoFillStroke: { fill: 'evenodd', stroke: true },
  closeFillStroke: { fill: 'nonzero', stroke: true, close: true },
  closeEOFillStroke: { fill: 'evenodd', stroke: true, close: true },
}
const SHADED: Tone = { light: 0.5, alpha: 1, colored: true }

interface State {
  m: Matrix
  width: number
  cap: number
  join: number
  fill: Tone | undefined
  stroke: Tone | undefined
  fillAlpha: number
  strokeAlpha: number
}

/** The vector paths of a printed page at their true size. Text, pictures and clipping are passed over with a note. */
export function readPage(page: PrintedPage): ReadResult {
  try {
    const [lines, notes] = draw(page)
    return { ok: true, drawing: { lines, notes, scale: POINT * page.userUnit, declared: true, unit: 'points of a printed page' } }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message }
    throw error
  }
}

const number = (x: unknown): number => (typeof x === 'number' && Number.isFinite(x) ? x : 0)

function draw({ operators, view, userUnit, rotate }: PrintedPage): [DrawnLine[], ReturnType<typeof noteTaker>['notes']] {
  const { note, notes } = noteTaker()
  const [x0, y0, x1, y1] = [number(view[0]), number(view[1]), number(view[2]), number(view[3])]
  const k = POINT * (userUnit || 1)
  const [w, h] = [(x1 - x0) * k, (y1 - y0) * k]
  // the page counts y upwards, and is turned clockwise when shown
  const upright: Matrix = [k, 0, 0, -k, -x0 * k, y1 * k]
  const turned: Record<number, Matrix> = { 90: [0, 1, -1, 0, h, 0], 180: [-1, 0, 0, -1, w, h], 270: [0, -1, 1, 0, 0, w] }
  const turn = turned[((rotate % 360) + 360) % 360]
  const shown: [number, number] = turn && rotate % 180 ? [h, w] : [w, h]
  const lines: DrawnLine[] = []
  const ink = freshInk()
  let pictures = 0
  let at = 0
  let state: State = {
    m: turn ? times(turn, upright) : upright,
    width: 1,
    cap: 0,
    join: 0,
    fill: toneOf('#000000'),
    stroke: toneOf('#000000'),
    fillAlpha: 1,
    strokeAlpha: 1,
  }
  const stack: State[] = []
  const matrix = (x: unknown): Matrix | undefined =>
    Array.isArray(x) || x instanceof Float32Array ? matrixOf(Array.from<unknown, number>(x, number)) : undefined

  function paint(how: (typeof PAINTS)[string], data: ArrayLike<number>) {
    const pen = new Pen(state.m, ink)
    const d = (i: number) => number(data[i])
    for (let i = 0; i < data.length;) {
      switch (data[i]) {
        case 0:
          pen.move(d(i + 1), d(i + 2))
          i += 3
          break
        case 1:
          pen.line(d(i + 1), d(i + 2))
          i += 3
          break
        case 2:
          pen.cubic(d(i + 1), d(i + 2), d(i + 3), d(i + 4), d(i + 5), d(i + 6))
          i += 7
          break
        case 3:
          pen.quadratic(d(i + 1), d(i + 2), d(i + 3), d(i + 4))
          i += 5
          break
        default:
          pen.close()
          i++
      }
    }
    pen.finish(how.close === true)
    if (!pen.lines.length) return
    const covers = (t: Tone | undefined, alpha: number) => (t && t.alpha * alpha > 0 ? { ...t, alpha: t.alpha * alpha } : undefined)
    const fill = how.fill && covers(state.fill, state.fillAlpha)
    const stroke = how.stroke && covers(state.stroke, state.strokeAlpha)
    if (!fill && !stroke) return
    const [ends, joins] = [CAPS[state.cap], JOINS[state.join]]
    const [a, b, c, e] = state.m
    const look: Look = {
      order: at,
      ...(fill && { fill: fill.light, ...(how.fill === 'evenodd' && { rule: 'evenodd' as const }) }),
      // the thinnest line there is, is a line all the same
      ...(stroke && { stroke: stroke.light, width: Math.max(state.width, 0.1) * Math.sqrt(Math.abs(a * e - b * c)) }),
      ...(stroke && ends && { ends }),
      ...(stroke && joins && { joins }),
      ...((fill?.colored || stroke?.colored) && { colored: true as const }),
      ...(Math.max(fill?.alpha ?? 0, stroke?.alpha ?? 0) < FAINT && { faint: true as const }),
    }
    if (pen.lines.every((l) => offPage(l.points, ...shown))) look.off = true
    if (pen.lines.length === 1 && coversPage(pen.lines[0]!.points, ...shown)) look.frame = true
    const kind = fill && stroke ? 'both' : fill ? 'fill' : 'stroke'
    for (const l of pen.lines) lines.push({ points: l.points, closed: l.closed, paint: kind, layer: '', at: `path ${at}`, look })
  }

  for (const { name, args } of operators) {
    at++
    switch (name) {
      case 'save':
        stack.push({ ...state })
        break
      case 'restore':
        state = stack.pop() ?? state
        break
      case 'transform':
        state = { ...state, m: times(state.m, matrix(args) ?? identity) }
        break
      case 'paintFormXObjectBegin': {
        stack.push({ ...state })
        const m = matrix(args[0])
        if (m) state = { ...state, m: times(state.m, m) }
        break
      }
      case 'paintFormXObjectEnd':
        state = stack.pop() ?? state
        break
      case 'setLineWidth':
        state = { ...state, width: number(args[0]) }
        break
      case 'setLineCap':
        state = { ...state, cap: number(args[0]) }
        break
      case 'setLineJoin':
        state = { ...state, join: number(args[0]) }
        break
      case 'setDash':
        if (Array.isArray(args[0]) && args[0].length) note('dashed lines taken as whole ones', `path ${at}`)
        break
      case 'setGState':
        for (const [key, value] of (args[0] as [string, unknown][] | undefined) ?? []) {
          if (key === 'LW') state = { ...state, width: number(value) }
          if (key === 'LC') state = { ...state, cap: number(value) }
          if (key === 'LJ') state = { ...state, join: number(value) }
          if (key === 'ca') state = { ...state, fillAlpha: number(value) }
          if (key === 'CA') state = { ...state, strokeAlpha: number(value) }
        }
        break
      case 'setFillRGBColor':
        state = { ...state, fill: toneOf(String(args[0])) }
        break
      case 'setStrokeRGBColor':
        state = { ...state, stroke: toneOf(String(args[0])) }
        break
      case 'setFillColorN':
        state = { ...state, fill: SHADED }
        break
      case 'setStrokeColorN':
        state = { ...state, stroke: SHADED }
        break
      case 'constructPath': {
        const how = PAINTS[String(args[0])]
        const data = (args[1] as (ArrayLike<number> | null)[] | undefined)?.[0]
        if (how && data) paint(how, data)
        break
      }
      case 'showText':
        note('text passed over', `operator ${at}`)
        break
      case 'shadingFill':
        note('a shaded ground passed over', `operator ${at}`)
        break
      default:
        if (/^paint.*(Image|SolidColor)/.test(name)) {
          pictures++
          note('picture passed over: only drawn lines can be sawn', `operator ${at}`)
        }
    }
  }
  if (!lines.length)
    throw new Refused(
      pictures
        ? 'This page is a picture of a drawing, with no line in it. Bring the page in as a picture (PNG or JPEG).'
        : 'No line is drawn on this page.',
    )
  return [lines, notes]
}
