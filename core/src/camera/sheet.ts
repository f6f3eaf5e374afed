import { leastSquares, quantile } from '../number/index.js'
import { homography, project, shadeAt, type Gray, type Px } from '../picture/index.js'
import { darkerThan, patches, shrunk, type Patch } from './picture.js'

/** The sheet blades lie on: middles of its four marks, mm, the first a ring; dots between them tell the lens's bow. */
export const MARKS: readonly Px[] = [
  [0, 0],
  [180, 0],
  [180, 80],
  [0, 80],
]
export const MARK = 6 // mm across
export const DOT = 2
export const DOTS: readonly Px[] = [
  ...Array.from({ length: 8 }, (_, i): Px => [20 * (i + 1), 0]),
  ...Array.from({ length: 8 }, (_, i): Px => [20 * (i + 1), 80]),
  ...[20, 60].flatMap((y): Px[] => [
    [0, y],
    [180, y],
  ]),
]
const LOOK = 1800 // px across that marks are looked for in

/** Where the sheet lies: mm to px and back, px to a mm in its middle, and how far its marks lie off, px. */
export interface Sheet {
  place(u: number, v: number): Px
  perMm: number
  off: number
}

/** The sheet in a picture; undefined where its four marks are not all seen. */
export function findSheet(light: Gray): Sheet | undefined {
  const by = Math.max(1, Math.ceil(Math.max(light.width, light.height) / LOOK))
  const small = shrunk(light, by)
  const dark = darkerThan(small, 0.5, 14)
  const round = patches(dark, small.width, 12).filter((p) => {
    const [w, h] = [p.maxX - p.minX + 1, p.maxY - p.minY + 1]
    return w > 4 && h > 4 && w < 0.12 * small.width && w / h < 1.8 && h / w < 1.8
  })
  const ring = (p: Patch) => {
    const i = Math.floor(p.y) * small.width + Math.floor(p.x)
    return !dark[i] && p.area / ((p.maxX - p.minX + 1) * (p.maxY - p.minY + 1)) < 0.72
  }
  const disc = (p: Patch) => p.area / ((p.maxX - p.minX + 1) * (p.maxY - p.minY + 1)) > 0.68
  const size = (p: Patch) => Math.sqrt((p.maxX - p.minX + 1) * (p.maxY - p.minY + 1))
  let best: { off: number; marks: Px[] } | undefined
  for (const r of round.filter(ring)) {
    const alike = round.filter((p) => p !== r && disc(p) && size(p) / size(r) > 0.6 && size(p) / size(r) < 1.6)
    for (const a of alike)
      for (const c of alike) {
        if (a === c) continue
        const [ax, ay, cx, cy] = [a.x - r.x, a.y - r.y, c.x - r.x, c.y - r.y]
        const [la, lc] = [Math.hypot(ax, ay), Math.hypot(cx, cy)]
        if (Math.abs(la / lc / 2.25 - 1) > 0.35 || ax * cy - ay * cx <= 0) continue
        if (Math.abs((size(r) * 180) / (MARK * la) - 1) > 0.45) continue
        for (const b of alike) {
          if (b === a || b === c) continue
          const miss = Math.hypot(b.x - (r.x + ax + cx), b.y - (r.y + ay + cy)) / la
          if (miss < 0.12 && (!best || miss < best.off)) best = { off: miss, marks: [r, a, b, c].map((p): Px => [p.x * by, p.y * by]) }
        }
      }
  }
  return best && fitted(light, best.marks)
}

/** The middle of what is dark about a place, by how dark it is; undefined where nothing is. */
function middleOf(light: Gray, [x, y]: Px, half: number): Px | undefined {
  const border: number[] = []
  for (let k = -1; k <= 1; k += 0.125)
    border.push(
      shadeAt(light, x + half * k, y - half),
      shadeAt(light, x + half * k, y + half),
      shadeAt(light, x - half, y + half * k),
      shadeAt(light, x + half, y + half * k),
    )
  const ground = quantile(border, 0.6)
  let [sum, sx, sy] = [0, 0, 0]
  const step = Math.max(0.5, half / 40)
  for (let dy = -half; dy <= half; dy += step)
    for (let dx = -half; dx <= half; dx += step) {
      if (dx * dx + dy * dy > half * half) continue
      const d = Math.max(0, 0.8 * ground - shadeAt(light, x + dx, y + dy))
      sum += d
      sx += d * dx
      sy += d * dy
    }
  return sum / (ground || 1) > 0.02 * (half / step) ** 2 ? [x + sx / sum, y + sy / sum] : undefined
}

/** Perspective by the marks, and what the lens adds by marks and dots together. */
function fitted(light: Gray, rough: readonly Px[]): Sheet | undefined {
  const scale = Math.hypot(rough[1]![0] - rough[0]![0], rough[1]![1] - rough[0]![1]) / 180
  const marks = rough.map((p) => {
    const first = middleOf(light, p, scale * MARK * 0.62)
    return first && middleOf(light, first, scale * MARK * 0.62)
  })
  if (marks.some((m) => !m)) return undefined
  let h = homography(MARKS, marks as Px[])
  const flat = (u: number, v: number) => project(h, u, v)
  const known: { mm: Px; px: Px }[] = MARKS.map((mm, i) => ({ mm, px: marks[i]! }))
  for (const mm of DOTS) {
    const near = flat(...mm)
    const found = middleOf(light, near, scale * DOT * 1.1)
    const again = found && middleOf(light, found, scale * DOT * 0.8)
    if (again && Math.hypot(again[0] - near[0], again[1] - near[1]) < 1.2 * scale) known.push({ mm, px: again })
  }
  if (known.length >= 10)
    h = homography(
      known.map((k) => k.mm),
      known.map((k) => k.px),
    )
  // what is left bends slowly over the sheet: a lens's bow, paper that does not lie flat
  const terms = ([u, v]: Px) => {
    const [a, b] = [(u - 90) / 90, (v - 40) / 90]
    return [1, a, b, a * a, a * b, b * b, a * a * a, a * a * b]
  }
  const bent =
    known.length >= 14
      ? [0, 1].map((axis) =>
          leastSquares(
            known.map((k) => terms(k.mm)),
            known.map((k) => k.px[axis]! - flat(...k.mm)[axis]!),
          ),
        )
      : undefined
  const place = (u: number, v: number): Px => {
    const [x, y] = flat(u, v)
    if (!bent) return [x, y]
    const t = terms([u, v])
    const add = (c: number[]) => c.reduce((s, ci, i) => s + ci * t[i]!, 0)
    return [x + add(bent[0]!), y + add(bent[1]!)]
  }
  const off = Math.sqrt(
    known.reduce((s, k) => s + (place(...k.mm)[0] - k.px[0]) ** 2 + (place(...k.mm)[1] - k.px[1]) ** 2, 0) / known.length,
  )
  const [l, r, t, b] = [place(85, 40), place(95, 40), place(90, 35), place(90, 45)]
  const perMm = Math.sqrt((Math.hypot(r[0] - l[0], r[1] - l[1]) * Math.hypot(b[0] - t[0], b[1] - t[1])) / 100)
  return { place, perMm, off }
}
