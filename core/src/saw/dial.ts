import { along, backAlong, rising, type Rising } from '../number/index.js'
import { weightOf } from './calibration.js'
import { hasSpeed, type Saw } from './saw.js'

/** Strokes over the marks of the dial: as heard, else even between its end marks; undefined where it has none. */
function dialLine(saw: Saw): Rising | undefined {
  if (!hasSpeed(saw)) return undefined
  const { speed, calibration: cal } = saw
  const even = speed.kind === 'variable' && speed.dial ? { x: [...speed.dial], y: [speed.min, speed.max] } : undefined
  if (!cal?.dial.length) return even
  const heard = rising(cal.dial.map((p) => ({ x: p.dial, y: p.strokes, w: weightOf(cal, p.at) })))
  if (heard.x.length > 1 || !even) return heard
  // one point moves the even dial up or down as a whole
  const shift = heard.y[0]! / along(even, heard.x[0]!)
  return { x: even.x, y: even.y.map((y) => y * shift) }
}

/** Dial mark for a speed: as heard, else read evenly between the saw's end marks; undefined where it has no dial. */
export function dialMark(saw: Saw, spm: number): number | undefined {
  const line = dialLine(saw)
  return line && backAlong(line, spm)
}
