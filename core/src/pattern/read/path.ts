import { toRadians } from '../../number/index.js'
import type { Pen } from './flatten.js'

// character codes of the commands; single constants, which the engine folds into the switch
const M = 77
const L = 76
const H = 72
const V = 86
const C = 67
const S = 83
const Q = 81
const T = 84
const A = 65
const Z = 90

/** A path as it is read: its text, its bytes with a nought behind the last, the place in them, and whether a mistake was met. */
export interface Reading {
  text: string
  d: Uint8Array
  i: number
  bad: boolean
}
/** Room for the paths of one file, read one after another. */
export const reading = (): Reading => ({ text: '', d: new Uint8Array(1 << 12), i: 0, bad: false })

// of every browser and of Node, though no part of the language
declare const TextEncoder: new () => { encodeInto(source: string, into: Uint8Array): { written: number } }
const encoder = new TextEncoder()

function blank(r: Reading): void {
  const { d } = r
  let i = r.i
  for (let c = d[i]!; c === 32 || (c >= 9 && c <= 13); c = d[++i]!);
  r.i = i
}
function comma(r: Reading): void {
  blank(r)
  if (r.d[r.i]! === 44) {
    r.i++
    blank(r)
  }
}
const digit = (c: number) => c >= 48 && c <= 57
/** The next number; NaN, and `bad`, where none stands. Works on locals: most of an import's time is spent here. */
function number(r: Reading): number {
  const s = r.d
  let k = r.i
  let c = s[k]!
  while (c === 32 || c === 44 || (c >= 9 && c <= 13)) c = s[++k]!
  const start = k
  const negative = c === 45
  if (negative || c === 43) c = s[++k]!
  let whole = 0
  let digits = 0
  let places = 0
  while (c >= 48 && c <= 57) {
    whole = whole * 10 + c - 48
    digits++
    c = s[++k]!
  }
  if (c === 46) {
    c = s[++k]!
    while (c >= 48 && c <= 57) {
      whole = whole * 10 + c - 48
      digits++
      places++
      c = s[++k]!
    }
  }
  if (!digits) {
    r.bad = true
    return NaN
  }
  let exact = digits < 16
  if (c === 69 || c === 101) {
    const mark = k
    c = s[++k]!
    if (c === 43 || c === 45) c = s[++k]!
    if (digit(c)) {
      while (digit(c)) c = s[++k]!
      exact = false
    } else k = mark
  }
  r.i = k
  // all that was read so far is plain, so a byte's place is its character's
  if (!exact) return Number(r.text.slice(start, k))
  const value = places ? whole / TEN[places]! : whole
  return negative ? -value : value
}
const TEN = Array.from({ length: 18 }, (_, n) => 10 ** n)
function flag(r: Reading): number {
  comma(r)
  const c = r.d[r.i]!
  if (c !== 48 && c !== 49) r.bad = true
  r.i++
  return c - 48
}
function more(r: Reading): boolean {
  let c = r.d[r.i]!
  if (digit(c) || c === 45 || c === 46) return true
  comma(r)
  c = r.d[r.i]!
  return digit(c) || c === 43 || c === 45 || c === 46
}

/**
 * Draws the data of an SVG path straight from its text, which keeps import within its budget where a parser that
 * builds segments first did not. As the standard asks, what stands before a mistake is drawn and the rest left out.
 * @returns the place of the mistake, as a count of characters, if there is one
 */
export function drawPath(data: string, pen: Pen, r = reading()): number | undefined {
  // bytes are read at half the price of a string's characters; a nought behind the last stops whatever reads
  if (r.d.length <= 3 * data.length) r.d = new Uint8Array(6 * data.length)
  const { d } = r
  r.text = data
  const end = encoder.encodeInto(data, d).written
  d[end] = 0
  r.i = 0
  r.bad = false
  let x = 0
  let y = 0
  let startX = 0
  let startY = 0
  let ctrlX = 0
  let ctrlY = 0
  let open = false
  /** the command before, upper case; 0 at the start */
  let before = 0
  const begin = () => {
    // after a closing the next command goes on from where the closed line began
    pen.move(startX, startY)
    open = true
  }
  blank(r)
  while (r.i < end) {
    const command = d[r.i]!
    const relative = command > 96
    const upper = relative ? command - 32 : command
    if (before === 0 && upper !== M) return r.i
    r.i++
    if (upper === Z) {
      if (open) pen.close()
      open = false
      x = startX
      y = startY
      before = Z
      blank(r)
      continue
    }
    let first = true
    do {
      const at = r.i
      const ox = relative ? x : 0
      const oy = relative ? y : 0
      switch (upper) {
        case M: {
          const u = ox + number(r)
          const v = oy + number(r)
          if (r.bad) break
          x = u
          y = v
          if (first) {
            startX = x
            startY = y
            pen.move(x, y)
            open = true
          } else pen.line(x, y)
          break
        }
        case L: {
          const u = ox + number(r)
          const v = oy + number(r)
          if (r.bad) break
          if (!open) begin()
          pen.line((x = u), (y = v))
          break
        }
        case H: {
          const u = ox + number(r)
          if (r.bad) break
          if (!open) begin()
          pen.line((x = u), y)
          break
        }
        case V: {
          const v = oy + number(r)
          if (r.bad) break
          if (!open) begin()
          pen.line(x, (y = v))
          break
        }
        case C:
        case S: {
          const after = before === C || before === S
          const a = upper === C ? ox + number(r) : after ? 2 * x - ctrlX : x
          const b = upper === C ? oy + number(r) : after ? 2 * y - ctrlY : y
          ctrlX = ox + number(r)
          ctrlY = oy + number(r)
          const u = ox + number(r)
          const v = oy + number(r)
          if (r.bad) break
          if (!open) begin()
          pen.cubic(a, b, ctrlX, ctrlY, (x = u), (y = v))
          break
        }
        case Q:
        case T: {
          const after = before === Q || before === T
          ctrlX = upper === Q ? ox + number(r) : after ? 2 * x - ctrlX : x
          ctrlY = upper === Q ? oy + number(r) : after ? 2 * y - ctrlY : y
          const u = ox + number(r)
          const v = oy + number(r)
          if (r.bad) break
          if (!open) begin()
          pen.quadratic(ctrlX, ctrlY, (x = u), (y = v))
          break
        }
        case A: {
          const rx = number(r)
          const ry = number(r)
          const tilt = number(r)
          const large = flag(r)
          const sweep = flag(r)
          const u = ox + number(r)
          const v = oy + number(r)
          if (r.bad) break
          if (!open) begin()
          endpointArc(pen, x, y, Math.abs(rx), Math.abs(ry), toRadians(tilt), large, sweep, u, v)
          x = u
          y = v
          break
        }
        default:
          r.bad = true
      }
      if (r.bad) {
        pen.finish(false)
        return at
      }
      before = upper
      first = false
    } while (more(r))
  }
  pen.finish(false)
  return undefined
}

/** The standard's arc between two points, by its centre (SVG 2, appendix B.2.4); radii too small grow to fit. */
function endpointArc(
  pen: Pen,
  x0: number,
  y0: number,
  rx: number,
  ry: number,
  tilt: number,
  large: number,
  sweep: number,
  x: number,
  y: number,
): void {
  if (x0 === x && y0 === y) return
  if (!(rx > 0 && ry > 0)) return pen.line(x, y)
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
  const [hx, hy] = [(x0 - x) / 2, (y0 - y) / 2]
  const [u, v] = [c * hx + s * hy, -s * hx + c * hy]
  const grow = Math.sqrt(Math.max(1, (u / rx) ** 2 + (v / ry) ** 2))
  rx *= grow
  ry *= grow
  const q = (rx * v) ** 2 + (ry * u) ** 2
  const f = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, ((rx * ry) ** 2 - q) / q))
  const [cu, cv] = [(f * rx * v) / ry, (-f * ry * u) / rx]
  const a0 = Math.atan2((v - cv) / ry, (u - cu) / rx)
  let turn = Math.atan2((-v - cv) / ry, (-u - cu) / rx) - a0
  if (sweep && turn < 0) turn += 2 * Math.PI
  if (!sweep && turn > 0) turn -= 2 * Math.PI
  pen.arc(c * cu - s * cv + (x0 + x) / 2, s * cu + c * cv + (y0 + y) / 2, rx, ry, tilt, a0, Math.abs(turn) < 1e-12 ? 0 : turn)
  pen.line(x, y)
}
