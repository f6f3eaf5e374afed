import { toothLayout, type Blade } from '@green-pitch/core'
import { DOT, DOTS, MARK, MARKS, type Picture } from '@green-pitch/core/camera'
import { rndOf } from '../ear/session'

/** Pictures of blades on their sheet, made without anything of the reader: teeth as the catalogue has them, gloss, blur, noise, a phone's view. */
export interface Laid {
  blade: Blade
  /** its lower end (teeth point there) on the sheet, mm, and which way its axis goes, rad */
  at: readonly [number, number]
  turn: number
  /** teeth on the other side of the axis */
  flip: boolean
}
export interface Shot {
  perMm: number
  /** spread of the lens's blur, px */
  blur: number
  noise: number
  gloss: number
  /** how far the sheet is turned and leans */
  turn: number
  lean: number
  seed: number
}

// read over and over: not by way of the module each time
const [marks, dots, mark, dot] = [MARKS, DOTS, MARK, DOT]

/** Depth of ink at a place on the sheet, mm: 1 inside a blade or a mark. */
function outlineOf({ blade, at, turn, flip }: Laid) {
  const teeth = toothLayout(blade)
  const tips = teeth.map((t) => t.tip).sort((a, b) => a - b)
  const up = new Set(teeth.filter((t) => t.points < 0).map((t) => t.tip))
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  /** height of the toothed edge over the back at z mm above the lower end */
  const edge = (z: number): number => {
    let i = 0
    let j = tips.length
    while (i < j) {
      const m = (i + j) >> 1
      if (tips[m]! < z) i = m + 1
      else j = m
    }
    const reach = Math.min(blade.pitch, 0.9 * 99)
    let best = 0
    for (const k of [i - 1, i]) {
      const t = tips[k]
      if (t === undefined) continue
      // steep on the side the tooth points to, a slope behind it
      const d = up.has(t) ? t - z : z - t
      const h =
        blade.pattern === 'both-way' ? 1 - Math.abs(z - t) / (0.5 * reach) : d >= 0 ? 1 - d / (0.85 * reach) : 1 + d / (0.15 * reach)
      best = Math.max(best, h)
    }
    return blade.width - blade.toothDepth * (1 - best)
  }
  return (u: number, v: number): { inside: boolean; across: number } => {
    const [dx, dy] = [u - at[0], v - at[1]]
    const z = dx * c + dy * s
    const w = (flip ? -1 : 1) * (-dx * s + dy * c)
    if (z < 0 || z > blade.length || w < 0 || w > blade.width) return { inside: false, across: 0 }
    return { inside: w <= edge(z), across: w / blade.width }
  }
}
export function shoot(laid: readonly Laid[], shot: Shot, size: readonly [number, number] = [200, 100]): Picture {
  const r = rndOf(shot.seed)
  const [width, height] = [Math.round(size[0] * shot.perMm), Math.round(size[1] * shot.perMm)]
  const light = new Float32Array(width * height)
  const blades = laid.map(outlineOf)
  const [ct, st] = [Math.cos(shot.turn), Math.sin(shot.turn)]
  const far = (u: number, v: number) => {
    if (u > 4 && u < 176 && v > 4 && v < 76) return 0
    let dark = 0
    marks.forEach(([x, y], i) => {
      const d = Math.hypot(u - x, v - y)
      if (d < mark / 2 && (i > 0 || d > mark / 4)) dark = 1
    })
    if (!dark) for (const [x, y] of dots) if (Math.abs(u - x) < dot && Math.hypot(u - x, v - y) < dot / 2) dark = 1
    return dark
  }
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      let sum = 0
      const [px, py] = [i / shot.perMm, j / shot.perMm]
      // mm on the sheet, seen aslant
      const [dx, dy] = [px - size[0] / 2, py - size[1] / 2]
      const p = 1 / (1 - shot.lean * dy)
      const [u0, v0] = [90 + (ct * dx + st * dy) * p, 40 + (-st * dx + ct * dy) * p]
      // only what lies near a blade or a mark needs more than one look
      const plain =
        u0 > 4 &&
        u0 < 176 &&
        v0 > 4 &&
        v0 < 76 &&
        laid.every((l) => Math.abs(-(u0 - l.at[0]) * Math.sin(l.turn) + (v0 - l.at[1]) * Math.cos(l.turn)) > l.blade.width + 0.5)
      const n = plain ? 1 : 2
      for (let b = 0; b < n; b++)
        for (let a = 0; a < n; a++) {
          const [ox, oy] = [((a + 0.5) / n - 0.5) / shot.perMm, ((b + 0.5) / n - 0.5) / shot.perMm]
          const [u, v] = [u0 + ct * ox + st * oy, v0 - st * ox + ct * oy]
          let value = 0.86
          if (far(u, v)) value = 0.03
          for (let k = 0; k < blades.length; k++) {
            const { inside, across } = blades[k]!(u, v)
            if (inside) value = 0.09 + shot.gloss * Math.exp(-(((across - 0.45) / 0.14) ** 2))
          }
          sum += value
        }
      light[j * width + i] = sum / n ** 2
    }
  blurred(light, width, height, shot.blur)
  const data = new Uint8ClampedArray(4 * width * height)
  for (let k = 0; k < light.length; k++) {
    const l = Math.max(0, light[k]! + shot.noise * (r() + r() + r() - 1.5))
    const s = 255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055)
    data[4 * k] = data[4 * k + 1] = data[4 * k + 2] = s
    data[4 * k + 3] = 255
  }
  return { width, height, data }
}
function blurred(v: Float32Array, w: number, h: number, sigma: number): void {
  if (!(sigma > 0)) return
  const r = Math.ceil(3 * sigma)
  const k = Array.from({ length: 2 * r + 1 }, (_, i) => Math.exp(-((i - r) ** 2) / (2 * sigma * sigma)))
  const sum = k.reduce((a, b) => a + b, 0)
  const row = new Float32Array(Math.max(w, h))
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) row[x] = v[y * w + x]!
    for (let x = 0; x < w; x++) {
      let s = 0
      for (let i = -r; i <= r; i++) s += k[i + r]! * row[Math.min(w - 1, Math.max(0, x + i))]!
      v[y * w + x] = s / sum
    }
  }
  for (let x = 0; x < w; x++) {
    for (let y = 0; y < h; y++) row[y] = v[y * w + x]!
    for (let y = 0; y < h; y++) {
      let s = 0
      for (let i = -r; i <= r; i++) s += k[i + r]! * row[Math.min(h - 1, Math.max(0, y + i))]!
      v[y * w + x] = s / sum
    }
  }
}
