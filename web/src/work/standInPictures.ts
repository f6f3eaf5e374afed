import { toothLayout, type Blade } from '@green-pitch/core'
import { DOT, DOTS, MARK, MARKS } from '@green-pitch/core/camera'
import { boxOf } from '@green-pitch/core/pattern'

/** Pictures nobody took, drawn as a scanner would see them: stand-ins, labelled so wherever they are offered. */
const PER_MM = 23.622 // 600 dots an inch
const [WIDE, HIGH] = [196, 96] // mm of the sheet that is seen

function scan(paint: (c: OffscreenCanvasRenderingContext2D) => void, perMm: number, wide: number, high: number): ImageData {
  const c = new OffscreenCanvas(Math.round(wide * perMm), Math.round(high * perMm)).getContext('2d', { willReadFrequently: true })!
  c.scale(perMm, perMm)
  paint(c)
  return c.getImageData(0, 0, c.canvas.width, c.canvas.height)
}
/** Blades on their sheet, the first at the top. */
export function bladesScan(blades: readonly Blade[]): ImageData {
  return scan(
    (c) => {
      c.fillStyle = '#efeeea'
      c.fillRect(0, 0, WIDE, HIGH)
      c.translate(8, 8)
      c.fillStyle = '#1a1a1c'
      const disc = (x: number, y: number, d: number) => {
        c.beginPath()
        c.arc(x, y, d / 2, 0, 2 * Math.PI)
        c.fill()
      }
      MARKS.forEach(([x, y]) => disc(x, y, MARK))
      DOTS.forEach(([x, y]) => disc(x, y, DOT))
      c.fillStyle = '#efeeea'
      disc(MARKS[0]![0], MARKS[0]![1], MARK / 2)
      blades.forEach((b, i) => {
        const flip = i % 2 === 1
        c.save()
        c.translate(90, 13 + i * (54 / Math.max(1, blades.length - 1)))
        c.rotate(0.01 * (i - 1))
        if (flip) c.scale(-1, 1)
        c.translate(-b.length / 2, 0)
        c.beginPath()
        c.moveTo(0, 0)
        c.lineTo(b.length, 0)
        c.lineTo(b.length, b.width - b.toothDepth)
        for (const t of toothLayout(b).sort((p, q) => q.tip - p.tip)) {
          // steep on the side it points to, sloping behind
          const [steep, slope] = [0.15 * b.pitch, 0.85 * b.pitch]
          const [before, after] = t.points < 0 ? [slope, steep] : [steep, slope]
          c.lineTo(Math.min(b.length, t.tip + (t.points < 0 ? steep : after)), b.width - b.toothDepth)
          c.lineTo(t.tip, b.width)
          c.lineTo(Math.max(0, t.tip - (t.points < 0 ? before : steep)), b.width - b.toothDepth)
        }
        c.lineTo(0, b.width - b.toothDepth)
        c.closePath()
        c.fillStyle = '#4a4b4e'
        c.fill()
        c.restore()
      })
    },
    PER_MM,
    WIDE,
    HIGH,
  )
}
/** A piece as a fair hand saws it: rings in mm with the stray it is given, + into the waste; on a blue ground. */
export function pieceScan(rings: readonly Float64Array[], stray: (ring: number, at: number) => number, perMm: number): ImageData {
  const { minX: x0, minY: y0, maxX: x1, maxY: y1 } = boxOf(rings[0]!)
  const rim = 10
  return scan(
    (c) => {
      c.fillStyle = '#46598f'
      c.fillRect(0, 0, x1 - x0 + 2 * rim, y1 - y0 + 2 * rim)
      c.translate(rim - x0, rim - y0)
      c.beginPath()
      rings.forEach((r, k) => {
        let area = 0
        const n = r.length / 2
        for (let i = 0; i < n; i++) area += r[2 * i]! * r[2 * ((i + 1) % n) + 1]! - r[2 * ((i + 1) % n)]! * r[2 * i + 1]!
        const side = (area > 0 ? 1 : -1) * (k ? -1 : 1)
        let at = 0
        for (let i = 0; i < n; i++) {
          const [a, b] = [(i + n - 1) % n, (i + 1) % n]
          const [dx, dy] = [r[2 * b]! - r[2 * a]!, r[2 * b + 1]! - r[2 * a + 1]!]
          const l = Math.hypot(dx, dy) || 1
          const d = side * stray(k, at)
          const [x, y] = [r[2 * i]! + (dy / l) * d, r[2 * i + 1]! - (dx / l) * d]
          if (i) c.lineTo(x, y)
          else c.moveTo(x, y)
          at += Math.hypot(r[2 * b]! - r[2 * i]!, r[2 * b + 1]! - r[2 * i + 1]!)
        }
        c.closePath()
      })
      c.fillStyle = '#c9a877'
      c.fill('evenodd')
    },
    perMm,
    x1 - x0 + 2 * rim,
    y1 - y0 + 2 * rim,
  )
}
