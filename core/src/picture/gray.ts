import { leastSquares, solve } from '../number/index.js'

/** A picture in shades: 0 black … 1 white, row by row. */
export interface Gray {
  width: number
  height: number
  v: Float32Array
}
/** A place in a picture, px from its upper left corner; whole numbers are pixels' corners. */
export type Px = readonly [x: number, y: number]

/** Shades of an RGBA picture, as the eye weighs colors (Rec. 709); what is clear is paper. */
export function shades(rgba: ArrayLike<number>, width: number, height: number): Gray {
  const v = new Float32Array(width * height)
  for (let i = 0, k = 0; i < v.length; i++, k += 4) {
    const light = (0.2126 * rgba[k]! + 0.7152 * rgba[k + 1]! + 0.0722 * rgba[k + 2]!) / 255
    const cover = rgba[k + 3]! / 255
    v[i] = 1 - cover + cover * light
  }
  return { width, height, v }
}

/** The shade at a place, between the pixels; beyond the picture as at its edge. */
export function shadeAt({ width, height, v }: Gray, x: number, y: number): number {
  const cx = Math.min(width - 1.001, Math.max(0, x - 0.5))
  const cy = Math.min(height - 1.001, Math.max(0, y - 0.5))
  const [i, j] = [Math.floor(cx), Math.floor(cy)]
  const [s, t] = [cx - i, cy - j]
  const k = j * width + i
  return (v[k]! * (1 - s) + v[k + 1]! * s) * (1 - t) + (v[k + width]! * (1 - s) + v[k + width + 1]! * s) * t
}

/** From mm on the sheet to px in the picture: x = (a·u + b·v + c)/(g·u + h·v + 1), y alike with d, e, f. */
export type Homography = readonly number[]

/** The perspective in which four places of a flat sheet lie so in the picture (Hartley and Zisserman, 4.1); of more, the nearest to all. */
export function homography(sheet: readonly Px[], picture: readonly Px[]): Homography {
  const rows: number[][] = []
  const right: number[] = []
  sheet.forEach(([u, v], i) => {
    const [x, y] = picture[i]!
    rows.push([u, v, 1, 0, 0, 0, -u * x, -v * x], [0, 0, 0, u, v, 1, -u * y, -v * y])
    right.push(x, y)
  })
  return rows.length === 8 ? solve(rows, right) : leastSquares(rows, right)
}
export function project([a, b, c, d, e, f, g, h]: Homography, u: number, v: number): Px {
  const w = g! * u + h! * v + 1
  return [(a! * u + b! * v + c!) / w, (d! * u + e! * v + f!) / w]
}

/** How a lens bows straight lines: r' = r·(1 + k·r²), r in half diagonals from the picture's middle; k < 0 a barrel. */
export function bowed({ width, height }: Pick<Gray, 'width' | 'height'>, k: number, [x, y]: Px): Px {
  if (k === 0) return [x, y]
  const [dx, dy] = [x - width / 2, y - height / 2]
  const s = 1 + (k * (dx * dx + dy * dy)) / ((width * width + height * height) / 4)
  return [width / 2 + dx * s, height / 2 + dy * s]
}

/**
 * The sheet seen straight from above.
 * @param place the px of a place on the sheet given in mm
 * @param perMm pixels to a millimeter of what is made
 */
export function rectified(from: Gray, place: (u: number, v: number) => Px, size: readonly [number, number], perMm: number): Gray {
  const [width, height] = [Math.max(1, Math.round(size[0] * perMm)), Math.max(1, Math.round(size[1] * perMm))]
  const v = new Float32Array(width * height)
  const { width: w, height: h, v: f } = from
  const STRIDE = 16 // px between which the sheet is as good as flat and square: places there are exact, between them straight
  for (let j = 0, at = 0; j < height; j++) {
    let here = place(0.5 / perMm, (j + 0.5) / perMm)
    let next = here
    for (let i = 0; i < width; i++, at++) {
      const along = i % STRIDE
      if (along === 0) [here, next] = [next, place((i + STRIDE + 0.5) / perMm, (j + 0.5) / perMm)]
      const x = here[0] + ((next[0] - here[0]) * along) / STRIDE - 0.5
      const y = here[1] + ((next[1] - here[1]) * along) / STRIDE - 0.5
      const x0 = Math.floor(x)
      const y0 = Math.floor(y)
      if (x0 < -1 || y0 < -1 || x0 >= w || y0 >= h) {
        v[at] = 1
        continue
      }
      const [xa, xb] = [x0 < 0 ? 0 : x0, x0 + 1 >= w ? w - 1 : x0 + 1]
      const [ya, yb] = [y0 < 0 ? 0 : y0, y0 + 1 >= h ? h - 1 : y0 + 1]
      const [s, t] = [x - x0, y - y0]
      const top = f[ya * w + xa]! * (1 - s) + f[ya * w + xb]! * s
      const low = f[yb * w + xa]! * (1 - s) + f[yb * w + xb]! * s
      v[at] = top * (1 - t) + low * t
    }
  }
  return { width, height, v }
}

const BRIGHT = 0.9 // of the shades of a tile: what is lighter is paper; estimate

/** The picture as under even light: each place against the paper about it, tiles of `side` px. */
export function evened({ width, height, v }: Gray, side: number): Gray {
  const [nx, ny] = [Math.max(1, Math.round(width / side)), Math.max(1, Math.round(height / side))]
  let paper = new Float32Array(nx * ny)
  const counts = new Uint32Array(64)
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      counts.fill(0)
      let n = 0
      const [x0, x1] = [Math.floor((i * width) / nx), Math.floor(((i + 1) * width) / nx)]
      const [y0, y1] = [Math.floor((j * height) / ny), Math.floor(((j + 1) * height) / ny)]
      for (let y = y0; y < y1; y += 2)
        for (let x = x0; x < x1; x += 2) {
          counts[Math.min(63, Math.max(0, Math.floor(64 * v[y * width + x]!)))]!++
          n++
        }
      let left = n * (1 - BRIGHT)
      let k = 63
      while (k > 0 && (left -= counts[k]!) > 0) k--
      paper[j * nx + i] = (k + 0.5) / 64
    }
  // ink may fill a tile: its paper is what the lightest beside it is, then smoothed
  const around = (of: Float32Array, how: (list: number[]) => number) =>
    of.map((_, at) => {
      const [i, j] = [at % nx, Math.floor(at / nx)]
      const list: number[] = []
      for (let y = Math.max(0, j - 1); y <= Math.min(ny - 1, j + 1); y++)
        for (let x = Math.max(0, i - 1); x <= Math.min(nx - 1, i + 1); x++) list.push(of[y * nx + x]!)
      return how(list)
    })
  const lightest = paper.reduce((a, b) => Math.max(a, b), 0)
  for (let pass = 0; pass < 3; pass++) {
    const most = around(paper, (list) => Math.max(...list))
    // a fall of light is gradual: only what is far darker than its neighbors, or than any paper, is ink
    paper = paper.map((p, k) => (p < 0.7 * most[k]! || p < 0.25 * lightest ? most[k]! : p))
  }
  paper = around(paper, (list) => list.reduce((a, b) => a + b) / list.length)
  const out = new Float32Array(v.length)
  for (let y = 0, at = 0; y < height; y++) {
    const fy = Math.min(ny - 1, Math.max(0, ((y + 0.5) * ny) / height - 0.5))
    const [j0, t] = [Math.floor(fy), fy - Math.floor(fy)]
    const j1 = Math.min(ny - 1, j0 + 1)
    for (let x = 0; x < width; x++, at++) {
      const fx = Math.min(nx - 1, Math.max(0, ((x + 0.5) * nx) / width - 0.5))
      const [i0, s] = [Math.floor(fx), fx - Math.floor(fx)]
      const i1 = Math.min(nx - 1, i0 + 1)
      const p =
        (paper[j0 * nx + i0]! * (1 - s) + paper[j0 * nx + i1]! * s) * (1 - t) +
        (paper[j1 * nx + i0]! * (1 - s) + paper[j1 * nx + i1]! * s) * t
      out[at] = Math.min(1.2, v[at]! / Math.max(p, 0.02))
    }
  }
  return { width, height, v: out }
}

/** Smoothed by a bell of `sigma` px, so that grain and squares of compression make no edges. */
export function softened({ width, height, v }: Gray, sigma: number): Gray {
  const reach = Math.max(1, Math.ceil(2.5 * sigma))
  const bell = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)))
  const sum = bell.reduce((a, b) => a + b)
  const share = bell.map((b) => b / sum)
  const within = (i: number, n: number) => (i < 0 ? 0 : i >= n ? n - 1 : i)
  const across = new Float32Array(v.length)
  const out = new Float32Array(v.length)
  // both passes run along rows, as the shades lie in memory
  for (let y = 0; y < height; y++)
    for (let k = -reach; k <= reach; k++) {
      const part = share[k + reach]!
      for (let x = 0, at = y * width; x < width; x++, at++) across[at]! += part * v[y * width + within(x + k, width)]!
    }
  for (let y = 0; y < height; y++)
    for (let k = -reach; k <= reach; k++) {
      const part = share[k + reach]!
      for (let x = 0, at = y * width, from = within(y + k, height) * width; x < width; x++, at++, from++) out[at]! += part * across[from]!
    }
  return { width, height, v: out }
}

/** The shade that best parts a picture's ink from its paper (Otsu 1979), kept to where both can be. */
export function bestCut({ v }: Gray): number {
  const counts = new Float64Array(128)
  for (let i = 0; i < v.length; i += 3) counts[Math.min(127, Math.max(0, Math.floor((128 * v[i]!) / 1.2)))]!++
  const total = counts.reduce((a, b) => a + b, 0)
  const mean = counts.reduce((s, c, i) => s + c * i, 0)
  let [below, sum, best, at] = [0, 0, -1, 64]
  for (let k = 0; k < 127; k++) {
    below += counts[k]!
    sum += k * counts[k]!
    if (!below || below === total) continue
    const apart = sum / below - (mean - sum) / (total - below)
    const score = below * (total - below) * apart * apart
    if (score > best) [best, at] = [score, k]
  }
  return Math.min(0.78, Math.max(0.4, ((at + 1) / 128) * 1.2))
}
