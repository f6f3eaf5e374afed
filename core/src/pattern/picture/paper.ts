import { bowed, homography, project, shadeAt, type Gray, type Px } from '../../picture/index.js'

/** Where a sheet lies in a picture: its corners, clockwise from the upper left, as they would lie without the lens's bow. */
export interface Placed {
  corners: Px[]
  /** see `bowed` */
  bow: number
  /** its edges were found in the picture; else the corners are as they were given */
  found: boolean
}

const REACH = 0.02 // of the picture's diagonal an edge may lie off the line between two corners
const CONTRAST = 0.1 // of white between paper and what lies beside it; estimate
const SAMPLES = 32
const FEW = 8 // places of an edge without which it is not known

/** What lies straight where the lens shows it at `p`. */
function unbowed(size: Pick<Gray, 'width' | 'height'>, k: number, p: Px): Px {
  let q: Px = p
  for (let i = 0; k !== 0 && i < 6; i++) {
    const [x, y] = bowed(size, k, q)
    q = [q[0] + p[0] - x, q[1] + p[1] - y]
  }
  return q
}

/** Line through places that are mostly on it: middle and direction, and how far they lie off it. */
function line(places: readonly Px[]): { at: Px; way: Px; off: number } {
  let kept = [...places]
  for (let pass = 0; ; pass++) {
    const n = kept.length
    const x = kept.reduce((s, p) => s + p[0], 0) / n
    const y = kept.reduce((s, p) => s + p[1], 0) / n
    let [xx, xy, yy] = [0, 0, 0]
    for (const p of kept) {
      xx += (p[0] - x) ** 2
      xy += (p[0] - x) * (p[1] - y)
      yy += (p[1] - y) ** 2
    }
    const tilt = Math.atan2(2 * xy, xx - yy) / 2
    const way: Px = [Math.cos(tilt), Math.sin(tilt)]
    const far = (p: Px) => Math.abs((p[0] - x) * way[1] - (p[1] - y) * way[0])
    const off = Math.sqrt(kept.reduce((s, p) => s + far(p) ** 2, 0) / n)
    if (pass === 2 || kept.length <= FEW) return { at: [x, y], way, off }
    // a thumb, a shadow, a curled corner
    const middle = kept.map(far).sort((a, b) => a - b)[n >> 1]!
    kept = kept.filter((p) => far(p) <= Math.max(1, 3 * middle))
  }
}

/**
 * The sheet's corners as its edges show them, from corners set by hand or guessed, and how far the lens bows them.
 * Where paper and ground cannot be told apart, as in a scan, the corners stay as given.
 */
export function placed(picture: Gray, given: readonly Px[]): Placed {
  const diagonal = Math.hypot(picture.width, picture.height)
  const reach = Math.max(6, REACH * diagonal)
  const middle: Px = [given.reduce((s, p) => s + p[0], 0) / 4, given.reduce((s, p) => s + p[1], 0) / 4]
  const edges = given.map((a, i): Px[] => {
    const b = given[(i + 1) % 4]!
    const l = Math.hypot(b[0] - a[0], b[1] - a[1])
    let [nx, ny] = [(b[1] - a[1]) / l, -(b[0] - a[0]) / l]
    if (nx * (middle[0] - a[0]) + ny * (middle[1] - a[1]) > 0) [nx, ny] = [-nx, -ny]
    const found: Px[] = []
    for (let k = 0; k < SAMPLES; k++) {
      const s = 0.04 + (0.92 * k) / (SAMPLES - 1)
      const [x, y] = [a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s]
      // where paper ends, going outward: the steepest fall, between the pixels by its neighbors
      const fall = (t: number) => {
        let sum = 0
        for (const d of [1, 2, 3])
          sum += shadeAt(picture, x + nx * (t - d), y + ny * (t - d)) - shadeAt(picture, x + nx * (t + d), y + ny * (t + d))
        return sum / 3
      }
      let [best, at] = [CONTRAST, NaN]
      for (let t = -reach; t <= reach; t += 1) {
        const [px, py] = [x + nx * t, y + ny * t]
        if (px < 3 || py < 3 || px > picture.width - 3 || py > picture.height - 3) continue
        const f = fall(t)
        if (f > best) [best, at] = [f, t]
      }
      if (Number.isNaN(at)) continue
      const [l_, m, r] = [fall(at - 1), best, fall(at + 1)]
      const t = at + Math.min(0.5, Math.max(-0.5, (l_ - r) / (2 * (l_ - 2 * m + r) || 1)))
      found.push([x + nx * t, y + ny * t])
    }
    return found
  })
  const known = edges.filter((e) => e.length >= FEW)
  if (known.length < 4) return { corners: [...given], bow: 0, found: false }
  const off = (k: number) => known.reduce((sum, e) => sum + line(e.map((p) => unbowed(picture, k, p))).off ** 2, 0)
  let bow = 0
  for (const step of [0.01, 0.002, 0.0004]) {
    const from = bow
    for (let k = -5; k <= 5; k++) if (off(from + k * step) < off(bow)) bow = from + k * step
  }
  // a sheet that is not flat, or edges hardly seen: no bow that straightens them is the lens's
  if (Math.abs(bow) > 0.12 || off(bow) > 0.6 * off(0)) bow = 0
  const lines = edges.map((e) => line(e.map((p) => unbowed(picture, bow, p))))
  const corners = lines.map((b, i): Px => {
    const a = lines[(i + 3) % 4]!
    const den = a.way[0] * b.way[1] - a.way[1] * b.way[0]
    const t = ((b.at[0] - a.at[0]) * b.way[1] - (b.at[1] - a.at[1]) * b.way[0]) / den
    return [a.at[0] + t * a.way[0], a.at[1] + t * a.way[1]]
  })
  const moved = Math.max(...corners.map((c, i) => Math.hypot(c[0] - given[i]![0], c[1] - given[i]![1])))
  return Number.isFinite(moved) && moved < 3 * reach ? { corners, bow, found: true } : { corners: [...given], bow: 0, found: false }
}

/** Where a place on the sheet, mm, lies in the picture. */
export function placeOn(
  picture: Pick<Gray, 'width' | 'height'>,
  { corners, bow }: Pick<Placed, 'corners' | 'bow'>,
  [w, h]: readonly [number, number],
) {
  const sheet: Px[] = [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ]
  const to = homography(sheet, corners)
  return (u: number, v: number): Px => bowed(picture, bow, project(to, u, v))
}

/** A first guess where a bright sheet lies: its outermost bright places toward the four corners of the picture. */
export function guessedCorners({ width, height, v }: Gray): Px[] {
  const step = Math.max(1, Math.floor(Math.min(width, height) / 300))
  const [nx, ny] = [Math.floor(width / step), Math.floor(height / step)]
  const small = new Float32Array(nx * ny)
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      let sum = 0
      for (let y = 0; y < step; y++) for (let x = 0; x < step; x++) sum += v[(j * step + y) * width + i * step + x]!
      small[j * nx + i] = sum / (step * step)
    }
  const sorted = Float32Array.from(small).sort()
  const [dark, light] = [sorted[Math.floor(0.03 * sorted.length)]!, sorted[Math.floor(0.8 * sorted.length)]!]
  const whole: Px[] = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]
  // paper in a dim corner is still lighter than the table
  const paper = dark + 0.35 * (light - dark)
  // bright to the very edge: a scan
  const rim = [...small].filter((_, k) => k % nx < 2 || k % nx >= nx - 2 || k < 2 * nx || k >= small.length - 2 * nx)
  if (rim.filter((s) => s > (dark + light) / 2).length > 0.85 * rim.length) return whole
  const best: { score: number; at: Px }[] = whole.map((at) => ({ score: Infinity, at }))
  for (let j = 1; j < ny - 1; j++)
    for (let i = 1; i < nx - 1; i++) {
      // a single bright speck on the table is no paper
      let bright = 0
      for (let y = -1; y <= 1; y++) for (let x = -1; x <= 1; x++) if (small[(j + y) * nx + i + x]! > paper) bright++
      if (bright < 6) continue
      const [x, y] = [(i + 0.5) * step, (j + 0.5) * step]
      whole.forEach(([cx, cy], k) => {
        const score = Math.abs(x - cx) + Math.abs(y - cy)
        if (score < best[k]!.score) best[k] = { score, at: [x, y] }
      })
    }
  return best.map((b) => b.at)
}
